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
        var (times, count) = (rubric.Times, rubric.CountOf(action));
        return action switch
        {
            Unscrew screws => OfScrews(screws, count, times),
            Unbond bond => OfBond(bond, count, times),
            _ => Counted(count, times.Standard[action.Verb], action.WordAt),
        };
    }

    private static StandardEffort Counted(Count count, OutBack seconds) => new(count.Least * seconds, count.Most * seconds);

    private static StandardEffort Counted(Count count, ReadOnlySpan<OutBack> byWord, int? word)
    {
        var (least, greatest) = Ends(byWord, word);
        return new(count.Least * least, count.Most * greatest);
    }

    /// <summary>The pair of a known word, or the only one; the pairs of least and greatest sum where the word is unknown.</summary>
    private static (OutBack Least, OutBack Greatest) Ends(ReadOnlySpan<OutBack> byWord, int? word)
    {
        if (word is { } known)
            return (byWord[known], byWord[known]);
        var (least, greatest) = (byWord[0], byWord[0]);
        foreach (var pair in byWord[1..])
        {
            if (pair.Sum < least.Sum)
                least = pair;
            if (pair.Sum > greatest.Sum)
                greatest = pair;
        }
        return (least, greatest);
    }

    private static StandardEffort OfScrews(Unscrew screws, Count count, Times times)
    {
        var screw = times.Unscrew;
        var length = screws.Length is { } mm ? new Span(mm, mm) : screw.UnknownLength;
        var pitch = screws.Thread is { } thread && screw.Pitch.TryGetValue(thread, out var known) ? new Span(known, known) : screw.PitchSpan;
        var (leastCover, greatestCover) = Ends(times.Cover.Values, (int?)screws.Cover);
        // A fine thread takes more turns: the least effort goes with the greatest pitch.
        return new(
            OfScrews(count.Least, screw, length.Low, pitch.High, tray: screws.Captive == false) + Math.Min(screws.Covers ?? count.Least, count.Least) * leastCover,
            OfScrews(count.Most, screw, length.High, pitch.Low, tray: screws.Captive != true) + (screws.Covers ?? count.Most) * greatestCover);
    }

    private static OutBack OfScrews(int count, ScrewTimes screw, double length, double pitch, bool tray)
    {
        var turning = screw.PerTurn * length / pitch;
        var stow = tray ? screw.Stow : 0;
        var place = tray ? screw.Place : 0;
        return count * new OutBack(screw.Seat + turning + stow, screw.Start + screw.Final + turning + place);
    }

    private static StandardEffort OfBond(Unbond bond, Count count, Times times)
    {
        if (bond.Bond is { } known)
            return OfBond(known);
        var all = WordList.Members<Bond>().Select(OfBond).ToList();
        return new(all.MinBy(effort => effort.Low.Sum).Low, all.MaxBy(effort => effort.High.Sum).High);

        StandardEffort OfBond(Bond word)
        {
            if (word == Bond.ReleaseTab)
                return Counted(count, times.Standard[Verb.Unbond][(int)word]);
            var length = bond.LengthMm is { } mm ? new Span(mm, mm) : times.UnknownBondLength;
            return new(count.Least * length.Low / 100 * times.Standard[Verb.Unbond][(int)word], count.Most * length.High / 100 * times.Standard[Verb.Unbond][(int)word]);
        }
    }
}
