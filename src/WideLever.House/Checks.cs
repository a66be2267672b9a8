using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Interchange;

namespace WideLever.House;

/// <summary>A record is checked across its two documents: neither may change without the other.</summary>
internal static class Checks
{
    /// <summary>A unit and a teardown as one record under the rubric in use.</summary>
    public static RecordCheck Merged(Stand stand, UnitDocument unit, TeardownDocument teardown, bool shared, IReadOnlyList<Fault>? reading = null) =>
        RecordReader.Check(HeadDocuments.Merge(unit, teardown, shared), stand.Rubric.Rubric, reading ?? []);

    /// <summary>
    /// Whether a further teardown of a unit makes no record with it as it stands: it is damaged, or an earlier version asked for less.
    /// It is not scored, and stands in the way of no change of the unit.
    /// </summary>
    public static bool StandsAside(Stand stand, string unitId, string teardownId)
    {
        if (stand.Standing(unitId)!.Scored == teardownId)
            return false;
        var unit = stand.Unit(unitId)!.Document;
        try
        {
            return Merged(stand, unit, stand.Teardown(teardownId)!.Document, stand.IsShared(teardownId)).Checked is null;
        }
        catch (UnreadableException)
        {
            return true;
        }
    }

    /// <summary>A unit's new document must make a record with every teardown of the unit but those that stand aside.</summary>
    /// <param name="stand">What stands.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="unit">Its new document.</param>
    /// <param name="faults">What was found in reading it; every fault of the records comes to that.</param>
    /// <returns>What is allowed and most likely not meant.</returns>
    public static IReadOnlyList<Fault> Unit(Stand stand, string unitId, UnitDocument unit, List<Fault> faults)
    {
        var reading = faults.ToArray();
        faults.Clear();
        IReadOnlyList<Fault> hints = [];
        var (aside, checkedWith) = (stand.Standing(unitId)?.Teardowns ?? []).ToLookup(id => StandsAside(stand, unitId, id)) switch { var all => (all[true], all[false]) };
        var teardowns = checkedWith.Select(id => (Id: id, stand.Teardown(id)!.Document)).ToList();
        var layers = teardowns.SelectMany(teardown => teardown.Document.Layers).Distinct().ToList();
        // A layer that a part is in view of already may be one of a teardown that cannot be read.
        var seen = aside.Any() ? stand.Unit(unitId)!.Document.Parts.Select(part => part.Layer).ToHashSet() : [];
        faults.AddRange(HeadDocuments.InViewNowhere(unit, [.. teardowns.Select(teardown => teardown.Document)]).Where(p => !seen.Contains(unit.Parts[p].Layer))
            .Select(p => new Fault($"parts[{p}].layer", $"there is no layer \"{unit.Parts[p].Layer}\"{NearestWord.Clause(unit.Parts[p].Layer!, layers)}")));
        foreach (var (teardownId, teardown) in teardowns)
        {
            var check = Merged(stand, unit, teardown, stand.IsShared(teardownId), reading);
            faults.AddRange(check.Faults.Except(faults));
            hints = check.Hints;
        }
        return hints;
    }
}
