using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>Where a ceiling comes from.</summary>
public enum CeilingFrom
{
    /// <summary>Stated, or proved and stated: the school found it.</summary>
    School,

    /// <summary>The bench proved that so much fits at least.</summary>
    Proved,

    /// <summary>Supplied by the rubric for an open standard, <see cref="Rubric.OpenCeiling"/>.</summary>
    Open,

    /// <summary>What is fitted, <see cref="Rubric.OwnCeiling"/>.</summary>
    Own,

    /// <summary>Nothing says it.</summary>
    Nothing,
}

/// <summary>The ceiling of a place, GB or Wh.</summary>
/// <param name="Low">The least it may be.</param>
/// <param name="Value">What it is taken for; null: not known enough.</param>
/// <param name="High">The greatest; infinite where there is no limit.</param>
/// <param name="From">Where it comes from.</param>
public readonly record struct PlaceCeiling(double Low, double? Value, double High, CeilingFrom From)
{
    internal static PlaceCeiling Exactly(double capacity, CeilingFrom from) => new(capacity, capacity, capacity, from);
}

/// <summary>How far memory, storage and battery can be upgraded. Method, <em>Means</em>, headroom.</summary>
public static class Headroom
{
    /// <summary>Headroom of a kind when some of its places are counted on.</summary>
    /// <param name="kind">A kind of the rubric's table of headroom.</param>
    /// <param name="places">All its places that can be used together.</param>
    /// <param name="countedOn">Whether each of them is counted on.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="rubric">The rubric.</param>
    public static Quantity Of(PartKind kind, IReadOnlyList<Part> places, IReadOnlyList<bool> countedOn, Unit machine, Rubric rubric)
    {
        var ends = rubric.Headroom[kind];
        var best = Best(kind, places, countedOn, machine, rubric);
        var (low, high) = (Share(best.Low, ends), Share(best.High, ends));
        double? value = low == high ? low : best.Value is { } known ? Share(known, ends) : null;
        return new(low, value, high, value is null ? 0 : 1);
    }

    /// <summary>What a capacity is worth between the two ends of a kind, 0..1.</summary>
    internal static double Share(double capacity, Thresholds ends)
    {
        var (from, to) = (ends.First, ends.Second);
        return capacity <= from ? 0 : Math.Clamp(Math.Log(capacity / from) / Math.Log(to / from), 0, 1);
    }

    /// <summary>The ceiling that a school finds among what is stated; null where it finds none.</summary>
    public static double? Found(Ceilings stated, CeilingSource school) => school switch
    {
        CeilingSource.Maker => stated.Maker,
        CeilingSource.Platform when stated.Platform is { } platform => Math.Max(platform, Math.Max(stated.Maker ?? 0, stated.Bench ?? 0)),
        CeilingSource.Bench or CeilingSource.Platform => stated.Maker is { } maker ? Math.Max(maker, stated.Bench ?? 0) : null,
        _ => throw new ArgumentOutOfRangeException(nameof(school), school, "not a school of ceilings"),
    };

    /// <summary>The ceiling of one place.</summary>
    public static PlaceCeiling Ceiling(Part place, Unit machine, Rubric rubric)
    {
        var stated = place.Capacity.Max;
        if (Found(stated, rubric.Schools.Ceiling) is { } found)
            return PlaceCeiling.Exactly(found, CeilingFrom.School);
        OpenCeiling? supplied = Found(machine.Ceilings.Of(place.Kind), rubric.Schools.Ceiling) is null && place.Interface.Standard == Standard.Open
            && rubric.OpenCeiling.TryGet(place.Kind, out var open) ? open : null;
        if (stated.Bench is { } proved)
            return new(Math.Max(proved, supplied?.Low ?? 0), Math.Max(proved, supplied?.Value ?? 0), double.PositiveInfinity, CeilingFrom.Proved);
        if (supplied is { } ceiling)
            return new(ceiling.Low, ceiling.Value, ceiling.High, CeilingFrom.Open);
        if (place is { Fitted: true, Capacity.Fitted: { } own } && rubric.OwnCeiling.Contains(place.Kind))
            return PlaceCeiling.Exactly(own, CeilingFrom.Own);
        return new(Fitted(place), null, double.PositiveInfinity, CeilingFrom.Nothing);
    }

    /// <summary>The most that the places can hold together, GB or Wh.</summary>
    internal static (double Low, double? Value, double High) Best(PartKind kind, IReadOnlyList<Part> places, IReadOnlyList<bool> countedOn, Unit machine, Rubric rubric)
    {
        var (low, high, fitted, allFound) = (0.0, 0.0, 0.0, true);
        double? value = 0;
        for (var p = 0; p < places.Count; p++)
        {
            var (place, here) = (places[p], Fitted(places[p]));
            var isOpen = place is { Fitted: true, Capacity.Fitted: null } && rubric.IsInseparable(place.Mounting) != false;
            if (countedOn[p])
            {
                var ceiling = Ceiling(place, machine, rubric);
                low += Math.Max(here, ceiling.Low);
                value += ceiling.Value is { } known ? Math.Max(here, known) : null;
                high += Math.Max(here, ceiling.High);
                allFound &= ceiling.From == CeilingFrom.School;
            }
            else
            {
                low += here;
                value += here;
                high += isOpen ? double.PositiveInfinity : here;
            }
            allFound &= !(isOpen && rubric.IsInseparable(place.Mounting) == true);
            fitted += here;
        }
        var ofMachine = machine.Ceilings.Of(kind);
        if (Found(ofMachine, rubric.Schools.Ceiling) is { } most)
        {
            if (!allFound)
                return (Math.Max(most, fitted), Math.Max(most, fitted), Math.Max(most, fitted));
            return (AtMost(low), value is { } sum ? AtMost(sum) : null, AtMost(high));
        }
        if (ofMachine.Bench is { } proved)
            return (Math.Max(low, proved), Math.Max(value ?? proved, proved), Math.Max(high, proved));
        return (low, value, high);

        double AtMost(double best) => Math.Max(fitted, Math.Min(best, most));
    }

    /// <summary>What is fitted and known, GB or Wh; what is unknown, and an empty place, counts nothing.</summary>
    private static double Fitted(Part place) => place.Fitted ? place.Capacity.Fitted ?? 0 : 0;
}
