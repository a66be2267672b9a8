using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>Standard seconds out and back, least and greatest. Method, <em>Effort of an action</em>.</summary>
/// <param name="Low">The least by the unknown facts, s.</param>
/// <param name="High">The greatest, s.</param>
public readonly record struct StandardEffort(OutBack Low, OutBack High)
{
    /// <summary>Effort of both.</summary>
    public static StandardEffort operator +(StandardEffort a, StandardEffort b) => new(a.Low + b.Low, a.High + b.High);

    /// <summary>Middle of the seconds on the way out.</summary>
    public double MiddleOut => (Low.Out + High.Out) / 2;

    /// <summary>Effort: out and back, with its value the middle of low and high.</summary>
    public EffortSeconds Seconds => new(Low.Sum, (Low.Sum + High.Sum) / 2, High.Sum);
}

/// <summary>Standard effort of one action. Method, <em>Effort of an action</em>.</summary>
public static class ActionEffort
{
    /// <summary>The effort of an action by the rubric's standard times.</summary>
    public static StandardEffort Of(TeardownAction action, Rubric rubric)
    {
        var times = rubric.Times;
        return action switch
        {
            Unscrew screws => OfScrews(screws, times),
            Unbond bond => OfBond(bond, times),
            Unplug plug => Counted(plug, times.Unplug, plug.Connector),
            Peel peel => Counted(peel, times.Peel, peel.What),
            Lift lift => Counted(lift, times.Lift, lift.What),
            Thermal thermal => Counted(thermal, times.Thermal, thermal.What),
            Unclip => Exactly(action.Count * times.Unclip),
            Unlatch => Exactly(action.Count * times.Unlatch),
            Slide => Exactly(action.Count * times.Slide),
            Switch => Exactly(action.Count * times.Switch),
            Swing => Exactly(action.Count * times.Swing),
            Route => Exactly(action.Count * times.Route),
            Move => Exactly(action.Count * times.Move),
            _ => throw new ArgumentOutOfRangeException(nameof(action), action, "an action without a standard time"),
        };
    }

    private static StandardEffort Exactly(OutBack seconds) => new(seconds, seconds);

    private static StandardEffort Counted<T>(TeardownAction action, WordTable<T, OutBack> table, T? word) where T : struct, Enum
    {
        var (least, greatest) = Ends(table, word);
        return new(action.Count * least, action.Count * greatest);
    }

    /// <summary>The pair of a known word; the pairs of least and greatest sum where it is unknown.</summary>
    private static (OutBack Least, OutBack Greatest) Ends<T>(WordTable<T, OutBack> table, T? word) where T : struct, Enum
    {
        if (word is { } known)
            return (table[known], table[known]);
        var (least, greatest) = (table.Values[0], table.Values[0]);
        foreach (var pair in table.Values[1..])
        {
            if (pair.Sum < least.Sum)
                least = pair;
            if (pair.Sum > greatest.Sum)
                greatest = pair;
        }
        return (least, greatest);
    }

    private static StandardEffort OfScrews(Unscrew screws, Times times)
    {
        var screw = times.Unscrew;
        var length = screws.Length is { } mm ? new Span(mm, mm) : screw.UnknownLength;
        var pitch = screws.Thread is { } thread && screw.Pitch.TryGetValue(thread, out var known) ? new Span(known, known) : screw.PitchSpan;
        var (leastCover, greatestCover) = Ends(times.Cover, screws.Cover);
        // A fine thread takes more turns: the least effort goes with the greatest pitch.
        return new(
            OfScrews(screws, screw, length.Low, pitch.High, leastCover, tray: screws.Captive == false),
            OfScrews(screws, screw, length.High, pitch.Low, greatestCover, tray: screws.Captive != true));
    }

    private static OutBack OfScrews(Unscrew screws, ScrewTimes screw, double length, double pitch, OutBack cover, bool tray)
    {
        var turning = screw.PerTurn * length / pitch;
        var stow = tray ? screw.Stow : 0;
        var place = tray ? screw.Place : 0;
        return screws.Count * new OutBack(screw.Seat + turning + stow, screw.Start + screw.Final + turning + place)
            + (screws.Covers ?? screws.Count) * cover;
    }

    private static StandardEffort OfBond(Unbond bond, Times times)
    {
        if (bond.Bond is { } known)
            return OfBond(known);
        var all = Words.Members<Bond>().Select(OfBond).ToList();
        return new(all.MinBy(effort => effort.Low.Sum).Low, all.MaxBy(effort => effort.High.Sum).High);

        StandardEffort OfBond(Bond word)
        {
            if (word == Bond.ReleaseTab)
                return Exactly(bond.Count * times.Unbond[word]);
            var length = bond.LengthMm is { } mm ? new Span(mm, mm) : times.UnknownBondLength;
            return new(bond.Count * length.Low / 100 * times.Unbond[word], bond.Count * length.High / 100 * times.Unbond[word]);
        }
    }
}
