using System.Text;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A stored document cannot be read by this version of the program.</summary>
/// <param name="what">Which document.</param>
/// <param name="faults">What is wrong with it.</param>
public sealed class UnreadableException(string what, IReadOnlyList<Fault> faults) : Exception($"{what} cannot be read: {faults[0].At} {faults[0].Message}")
{
    /// <summary>Which document.</summary>
    public string What { get; } = what;

    /// <summary>What is wrong with it.</summary>
    public IReadOnlyList<Fault> Faults { get; } = faults;
}

/// <summary>Reads head documents as they are stored. What an earlier version wrote is read as it is: every form so far is valid in the next.</summary>
public static class StoredDocuments
{
    /// <summary>The unit that a stored document holds.</summary>
    /// <exception cref="UnreadableException">It has a fault.</exception>
    public static UnitDocument Unit(string id, string document, long version = Documents.Version) =>
        Read($"the unit \"{id}\"", RecordReader.ReadUnit, document, version);

    /// <summary>The teardown that a stored document holds.</summary>
    /// <exception cref="UnreadableException">It has a fault.</exception>
    public static TeardownDocument Teardown(string id, string document, long version = Documents.Version) =>
        Read($"the teardown \"{id}\"", RecordReader.ReadTeardown, document, version);

    private static T Read<T>(string what, Func<ReadOnlyMemory<byte>, List<Fault>, T?> read, string document, long version) where T : class
    {
        var faults = new List<Fault>();
        if (version > Documents.Version)
            faults.Add(new("version", $"is {version}: a newer version of this program wrote it"));
        var value = read(Encoding.UTF8.GetBytes(document), faults);
        return faults.Count == 0 && value is not null ? value : throw new UnreadableException(what, faults.Count > 0 ? faults : [new("", "is no document of this kind")]);
    }
}
