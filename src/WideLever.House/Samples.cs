using System.Text;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>Sample machines that a house looked around in.</summary>
/// <param name="Units">Ids of the machines.</param>
/// <param name="Open">Whether they are on the shelf now; false: it was left again.</param>
public sealed record SampleShelf(IReadOnlyList<string> Units, bool Open);

/// <summary>A shelf of sample machines to look around in, as long as there is nothing of one's own: it is opened and left again in one act each.</summary>
public sealed class Samples(Desk desk, Shelving shelving, Store store)
{
    private const string Setting = "samples";

    /// <summary>Whether sample machines are on the shelf.</summary>
    public bool AreOpen => Now is { Open: true };

    private SampleShelf? Now => HouseSetting.Of<SampleShelf>(store, Setting) is { Units: not null } samples ? samples : null;

    /// <summary>Puts the sample machines on an empty shelf.</summary>
    /// <param name="windowId">The window.</param>
    /// <param name="folder">The folder of the demo data.</param>
    public Outcome<SampleShelf> Open(string windowId, string folder)
    {
        if (desk.Do<SampleShelf>(windowId, stand => Again(stand)) is { Value: not null } again)
            return again;
        var made = default(SampleShelf);
        return !DemoData.Load(desk, shelving, store, folder, units => Keep(made = new(units, true))) || made is null ? Refusal.Conflict("Sample machines come on an empty shelf, and this one has machines on it, or had these once.") : made;
    }

    /// <summary>Takes the sample machines off the shelf; what else was put on it stays.</summary>
    public Outcome<SampleShelf> Leave(string windowId) => desk.Do<SampleShelf>(windowId, stand =>
    {
        if (Now is not { Open: true } samples)
            return Refusal.Conflict("No sample machines are on the shelf.");
        SampleShelf left = samples with { Open = false };
        return new Proposal<SampleShelf>("left the sample machines", [.. samples.Units.SelectMany(id => Stands(stand, id, removed: true)), Keep(left)], null, left);
    });

    /// <summary>The machines of before, as they were left.</summary>
    private Outcome<Proposal<SampleShelf>> Again(Stand stand)
    {
        if (Now is not { Open: false } samples || store.Documents.Shelf().Count > 0)
            return Refusal.Conflict("");
        SampleShelf open = samples with { Open = true };
        return new Proposal<SampleShelf>("opened the sample machines", [.. samples.Units.SelectMany(id => Stands(stand, id, removed: false)), Keep(open)], null, open);
    }

    private static IEnumerable<Writing> Stands(Stand stand, string id, bool removed) =>
        stand.Standing(id) is { } standing && standing.Removed != removed ? [new PutStanding(id, standing, standing with { Removed = removed })] : [];

    private PutSetting Keep(SampleShelf samples) => new(Setting, store.Settings.Revision(Setting), Encoding.UTF8.GetString(RecordJson.Canonical(samples)));
}
