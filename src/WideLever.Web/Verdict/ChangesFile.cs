using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Verdict;

/// <summary>The file of what-if changes: the data folder's own where it has one, else the one that ships with the program.</summary>
/// <param name="folder">The data folder.</param>
public sealed class ChangesFile(DataFolder folder)
{
    /// <summary>Its name in the data folder.</summary>
    public const string Name = "what-if.json";

    private string Own => Path.Combine(folder.Path, Name);

    /// <summary>Whether the data folder has one of its own.</summary>
    public bool IsOwn => File.Exists(Own);

    /// <summary>The file as it stands now: an edit counts from the next look on.</summary>
    public byte[] Bytes => IsOwn ? File.ReadAllBytes(Own) : ChangeTemplatesReader.ShippedBytes;
}
