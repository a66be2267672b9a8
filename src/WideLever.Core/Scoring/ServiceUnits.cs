using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>The smallest thing that can be bought and swapped to mend a part. Method, <em>Service unit</em>.</summary>
public static class ServiceUnits
{
    /// <summary>The service unit of a part; null where a mounting or a within on the climb is unknown.</summary>
    public static Part? Of(Part part, CheckedRecord record, Rubric rubric)
    {
        var unit = part;
        while (rubric.IsInseparable(unit.Mounting) != false)
        {
            if (unit.Mounting is null || unit.Within is null)
                return null;
            unit = record.Record.Parts[record.Graph.PartPositions[unit.Within]];
        }
        return unit;
    }
}
