using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>How far a kind can be upgraded. Method, <em>Means</em>, headroom.</summary>
public static class Headroom
{
    /// <summary>Headroom of a kind of which parts are recorded, all of known mounting.</summary>
    public static Quantity Of(PartKind kind, IReadOnlyList<Part> places, Unit machine, Rubric rubric)
    {
        if (!rubric.Headroom.TryGet(kind, out var ends))
            return Quantity.Exactly(places.Count(place => rubric.IsInseparable(place.Mounting) == false) / (double)places.Count);
        if (Best(kind, places, machine, rubric) is not { } best)
            return Quantity.Unknown;
        var (from, to) = (ends.First, ends.Second);
        return Quantity.Exactly(best <= from ? 0 : Math.Clamp(Math.Log(best / from) / Math.Log(to / from), 0, 1));
    }

    /// <summary>The most that the places can hold together, GB or Wh; null: unknown.</summary>
    internal static double? Best(PartKind kind, IReadOnlyList<Part> places, Unit machine, Rubric rubric)
    {
        double best = 0, fitted = 0;
        foreach (var place in places)
        {
            var here = place.Capacity.Fitted;
            if (rubric.IsInseparable(place.Mounting) == true)
            {
                if (here is null)
                    return null;
                best += here.Value;
            }
            else
            {
                if (Ceiling(place.Capacity.Max, rubric.Schools.Ceiling) is not { } ceiling)
                    return null;
                best += Math.Max(here ?? 0, ceiling);
            }
            fitted += here ?? 0;
        }
        var ofMachine = kind switch
        {
            PartKind.Memory => Ceiling(machine.Ceilings.Memory, rubric.Schools.Ceiling),
            PartKind.Storage => Ceiling(machine.Ceilings.Storage, rubric.Schools.Ceiling),
            _ => null,
        };
        return ofMachine is { } most ? Math.Max(fitted, Math.Min(best, most)) : best;
    }

    /// <summary>The ceiling that counts under a school: the first that is stated; null where none is.</summary>
    public static double? Ceiling(Ceilings stated, CeilingSource school) => school switch
    {
        CeilingSource.Maker => stated.Maker,
        CeilingSource.Bench => stated.Bench ?? stated.Maker,
        CeilingSource.Platform => stated.Platform ?? stated.Bench ?? stated.Maker,
        _ => throw new ArgumentOutOfRangeException(nameof(school), school, "not a school of ceilings"),
    };
}
