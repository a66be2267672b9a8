using WideLever.Core.Records;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>What helps a repairer who has not seen the machine. Method, <em>Criteria</em>, guidance.</summary>
public static class GuidanceCriterion
{
    /// <summary>Guidance of a machine, by its four marks.</summary>
    public static Quantity Of(Guidance guidance)
    {
        var marks = guidance.Marks();
        double yes = marks.Count(mark => mark == true);
        var unknown = marks.Count(mark => mark is null);
        var known = marks.Count - unknown;
        return known == 0 ? Quantity.Unknown : Quantity.Between(yes / marks.Count, yes / known, (yes + unknown) / marks.Count);
    }
}
