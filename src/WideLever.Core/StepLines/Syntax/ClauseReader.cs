using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// Reads lexemes as clauses. Every word is accounted for: it is read, or an aside, or stands in a place that is kept; else there is a fault at it.
/// <c>docs/step-line.md</c>, <em>Clauses</em>.
/// </summary>
internal sealed partial class ClauseReader(List<LineFault> faults, Func<string, string?> nearest)
{
    private static readonly string[] Positions = ["left", "right", "upper", "lower", "front", "rear", "first", "second", "third", "other", "same"];
    private static readonly string[] Ways = ["off", "out of", "off of", "from", "away from", "free of", "clear of", "free from", "clear from", "out"];

    private List<Lexeme> words = [];
    private Clause? now;
    private bool joined, heldBy, corrects, isNext, isPlus, isBehindColon, isBeforeColon, isFollowed;
    private int segment, pairs;
    private string announced = "";
    private Thing? hides;
    private readonly List<Attachment> leading = [];

    /// <summary>What the line says, in its order.</summary>
    public List<Clause> Clauses { get; } = [];

    /// <summary>Where the line says what was not there on arrival.</summary>
    public List<(int Start, int End)> Missing { get; } = [];

    /// <summary>What it says besides.</summary>
    public List<Remark> Remarks { get; } = [];

    /// <summary>Reads a line, stop by stop.</summary>
    public void Read(List<Lexeme> line)
    {
        var (left, missing) = Restated.Turn(line);
        Missing.AddRange(missing);
        foreach (var (start, end) in left.Where(range => range.End > range.Start))
            Remarks.Add(new(Role.Remark, start, end, -1));
        // Seven clips, then the same on the other side: as many again, and nobody adds them up unasked.
        if (line.FindIndex(word => word.Text is "same" or "the same" or "the same again" or "same again") is > 0 and var same && line.Take(same).Any(word => word.Number is not null) && line.Skip(same + 1).FirstOrDefault(word => !word.Is(Role.Aside)) is { } where
            && (where.Text is "on" or "at" or "for" or "left" or "right" or "over" or "again" or "down" or "along") && !line.Skip(same + 1).Any(word => word.Number is not null && word.Text != "one"))
            Fault(line[same].Start, line[same].End, "how many is that in all? Say the whole count");
        // The charge port has two screws, port out: a short name of what was named in full. The other port, another one's port, is not that.
        for (var i = 1; i < line.Count; i++)
        {
            if (line[i].IsUnknown && (line[i - 1].IsStop || line[i - 1].Is(Role.Break) || line[i - 1].Is(Role.Join) || line[i - 1].Text is "the" or "its" or "this" or "that") && line.Take(i).LastOrDefault(word => word.Is(Role.Part) && word.Text.EndsWith($" {line[i].Text}", StringComparison.Ordinal)) is { } full)
                line[i] = full with { Start = line[i].Start, End = line[i].End };
        }
        // One more, the same kind: as what was said in another line.
        if (line.FindIndex(word => word.Text is "same" or "the same") is > 0 and var kind && kind + 1 < line.Count && line[kind + 1].Text is "kind" or "type" or "sort" or "size" or "length" && !line.Take(kind).TakeLast(2).Any(word => word.Text is "all" or "of" or "are" or "is" || word.Text.Contains("all of", StringComparison.Ordinal)) && !line.Take(kind).Any(word => word.Is(Role.Drive) || word.Figure is { Number: null }))
            Fault(line[kind].Start, line[kind + 1].End, "the same as which? Say the drive, size, thread and length, as far as they are known");
        for (var from = 0; from < line.Count;)
        {
            var to = from;
            while (to < line.Count && !line[to].IsStop && !(line[to].Is(Role.Break) && !(line[to].Is(Role.Join) && to + 1 < line.Count)))
                to++;
            if (from > 0 && line[from - 1].Text == "but" && words.Exists(word => word.Is(Role.Distribution) || word.Text is "all" || word.Is(Role.Noun, "everything")))
                Fault(line[from - 1].Start, line[from - 1].End, "all but which? Say what was undone");
            (words, now, joined, heldBy, hides) = (line.GetRange(from, to - from), null, false, false, null);
            pairs = 0;
            var before = Clauses.Count;
            isBehindColon = from > 0 && line[from - 1].IsColon;
            isBeforeColon = to < line.Count && line[to].IsColon;
            isFollowed = line.Skip(to).Any(word => !word.IsStop);
            Segment();
            // A quarter turn on each of the two screws: what it was done to.
            if (leading.Count > 0 && Clauses.Count == before && leading.FindIndex(place => place.Of is { IsCounted: true } of && of.IsNoun("screw", "clip", "latch") && place.Preposition is "on" or "for" or "at" or "to") is >= 0 and var fasteners)
            {
                var of = leading[fasteners].Of!;
                leading.RemoveAt(fasteners);
                Clauses.Add(new() { Segment = segment, Object = of, Start = of.Start, End = of.End });
                of.IsEach = false;
            }
            // A hidden screw, it's under the plug: where that is.
            if (leading.Count > 0 && Clauses.Count == before && before > 0 && Clauses[^1].Object?.IsNoun("place", "seam") != true)
            {
                Clauses[^1].Places.AddRange(leading);
                leading.Clear();
            }
            // Later: paste
            if (to + 1 < line.Count && line[to] is { Text: "later" or "next time" or "todo" } && line[to + 1].IsColon)
                Fault(line[to].Start, line[to].End, "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"");
            if (to < line.Count && line[to].IsColon && Clauses.Count == 0 && Remarks.Count > 0 && Remarks[^1].Segment == segment && Remarks[^1].Kind is Role.Remark or Role.Negation)
                Fault(Remarks[^1].Start, Remarks[^1].End, "this is a remark: what stands behind its colon belongs to it, and is no step");
            // Connector (battery): whose it is.
            if (from > 0 && line[from - 1] is { IsStop: true, Text: "(" } && Clauses.Count == before + 1 && before > 0 && Clauses[before] is { HasDeed: false, Particle: null, Object: { IsPart: true, IsCounted: false } owner } && Clauses[before - 1].Object is { Role: Role.Noun } owned && Clauses[before - 1].Segment == segment - 1)
            {
                owned.Before.Add(new(Role.Part, owner.Is, false));
                Clauses.RemoveAt(before);
                if (to < line.Count && line[to] is { IsStop: true, Text: ")" } && to + 1 < line.Count && line[to + 1].IsColon)
                    Clauses[before - 1].IsTopic = true;
            }
            if (to < line.Count && line[to].IsColon && Clauses.Count == before + 1 && Clauses[before] is { HasDeed: false, Particle: null, Object: not null } topic)
                topic.IsTopic = true;
            segment++;
            isNext = to < line.Count && line[to].Text is "then" or "and then" or "next";
            if (to < line.Count && line[to].Text is "next" or "then" && Clauses.Count == before + 1)
                Clauses[before].IsAnnounced = true;
            if (!words.TrueForAll(word => word.Is(Role.Aside)) || words.Count == 0)
                announced = "";
            else if (words.Exists(word => word.Text is "right" or "okay" or "ok" or "now" or "next" or "so" or "alright"))
                announced = "now";
            if (to < line.Count && !line[to].IsStop)
                announced = line[to].Text;
            isPlus = to < line.Count && line[to].Text == "plus";
            from = to + 1;
        }
        // The base won't shift, a hidden screw somewhere: what is supposed to be there.
        if (Clauses is [{ HasDeed: false, Particle: null, Object: { Role: Role.Noun, IsCounted: false, HasFacts: false, Many: false } supposed }] && supposed.IsNoun("screw", "clip") && Remarks.Exists(remark => remark.Kind == Role.Negation && remark.Segment < Clauses[0].Segment))
            Fault(supposed.Start, supposed.End, "was it found and undone? Say what was undone with its count, such as 1 screw");
        // The ribbon next: what will be done.
        if (Clauses is [{ HasDeed: false, Particle: null, State: null, IsHeldBy: false, Object: { IsCounted: false, HasFacts: false } later }] && line.Exists(word => word.Text == "next"))
            Fault(later.Start, later.End, "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"");
        // Two screws are longer than the rest: what they are like.
        for (var i = 2; i + 1 < line.Count; i++)
        {
            if (line[i].Text is "longer" or "shorter" or "thicker" && line[i + 1].Text.StartsWith("than", StringComparison.Ordinal) && line[i - 1].Text is "are" or "is" && line.Take(i).All(word => !word.IsStop && !word.Is(Role.Deed)))
                Fault(line[0].Start, line[i].End, "this says what they are like: say it where they are undone, such as 2 ph0 x8");
        }
        // A connector snapped off: opened, or broken?
        for (var i = 1; i < line.Count; i++)
        {
            if ((line[i].Text is "snapped off" or "snaps off" || (line[i].Text == "snapped" && i + 1 < line.Count && line[i + 1].Text == "off")) && line[i - 1].As(Role.Noun) is "plug" or "cable" or "lead" or "ribbon" or "press")
                Fault(line[i].Start, line[i].End, "did it break off, or was it unplugged? Say unplugged, or tell the damage (F9)");
        }
        if (corrects)
            Fault(Clauses[^1].Start, Clauses[^1].End, "is that a correction? Change the line so that it says what is so");
        foreach (var place in leading)
            Fault(place.Start, place.End, "what is done there?");
    }

    private Lexeme? Next(int i) => i < words.Count ? words[i] : null;

    private void Segment()
    {
        // They just sit on two posts; a gasket, just lying there: nothing held them, and nothing was undone.
        if (words.FindIndex(word => word.Text is "just" or "only" or "simply") is >= 0 and var just && words.FindIndex(just, word => word.Text.Split(' ')[0] is "sits" or "sit" or "sitting" or "lies" or "lie" or "lying" or "rests" or "resting") is > 0 and var sits && sits <= just + 2
            && words.Take(just).All(word => word.Is(Role.Aside) || word.Is(Role.Pronoun) || word.Is(Role.Part) || word.Text is "is" or "are") && words.Skip(sits + 1).All(word => word.Is(Role.Aside) || word.Is(Role.Describe) || word.Is(Role.Preposition) || word.Is(Role.Attaching) || Nounish(word) || word.Number is not null || word.Is(Role.Pronoun)) && !words.Skip(sits + 1).Any(word => word.Is(Role.Particle) && !word.Is(Role.Preposition)))
        {
            Clauses.RemoveAll(clause => clause.Segment >= segment - 2 && clause is { HasDeed: false, Particle: null, Object: { IsPart: false, IsCounted: false } lies } && !words.Exists(word => word.Is(Role.Part)) && lies.IsNoun("tape", "foam", "gasket", "film", "pad", "stickyTape"));
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            return;
        }
        if (Likens())
        {
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            return;
        }
        for (var i = 0; i < words.Count;)
        {
            var next = One(i);
            if (next <= i)
                throw new InvalidOperationException($"stands still at {words[i].Text}");
            i = next;
        }
    }

    private bool IsFirst(int i) => words.Take(i).All(word => word.Is(Role.Aside) || word.Is(Role.Join));

    /// <summary>Reads one piece of the segment, and says where the next begins.</summary>
    private int One(int i)
    {
        var word = words[i];
        if (word.Is(Role.Fraction) && !(word.Text is "the others" or "others" or "the rest" or "rest" && i + 1 < words.Count && (words[i + 1].Figure is not null || words[i + 1].Number is not null || words[i + 1].Is(Role.Drive) || words[i + 1].Is(Role.Describe, "captive") || words[i + 1].Text is "are" or "is")))
            return Fraction(i);
        // When I spread its latches: that was done.
        if (word.Text is "when" or "while" or "as" or "after" or "once" && i + 2 < words.Count && words[i + 1].Text is "i" or "you" or "we" && words[i + 2].Is(Role.Deed))
        {
            now = null;
            return i + 2;
        }
        // Before I could reach the plug I had to peel the tape.
        if (word.Text is "before" && i + 2 < words.Count && words[i + 1].Text is "i" or "you" or "we" && words.FindIndex(i + 2, other => other.Text is "i" or "you" or "we") is > 0 and var main)
        {
            leading.Add(new(word.Text, null, word.Start, words[main - 1].End));
            return main + (main + 1 < words.Count && words[main + 1].Text is "had to" ? 2 : 1);
        }
        if (word.Text == "had to" && i + 1 < words.Count && words[i + 1].Is(Role.Deed))
            return i + 1;
        // To free the panel, i pulled four strips: what for.
        if (word.Text == "to" && i == 0 && i + 2 < words.Count && words[i + 1].Is(Role.Deed) && !Nounish(words[i + 1]) && words[i + 2].Text is "the" or "it" or "this" && segment == 0 && isFollowed && !words.Skip(i + 1).Any(other => other.Number is not null || other.Is(Role.Negation) || other.Text is "i" or "we"))
        {
            Remarks.Add(new(Role.Remark, word.Start, words[^1].End, segment));
            return words.Count;
        }
        // Because there were no more in sight: why.
        if (word.Text is "because" or "cos" or "since" && now is null == (i == 0) && !words.Skip(i + 1).Any(other => other.Number is not null || other.Figure is not null || (other.Is(Role.Deed) && !Nounish(other))))
        {
            Remarks.Add(new(Role.Remark, word.Start, words[^1].End, segment));
            return words.Count;
        }
        // When they are out: what was done before.
        if (word.Text is "when" or "once" or "as soon as" or "now that" or "after" or "while" && i + 2 < words.Count && words[i + 1].Text is "they" or "it" or "they're" or "it's" or "these" or "those" or "that" or "them" or "all" && words.FindIndex(i + 2, other => !other.Is(Role.Aside)) is > 0 and var state && (words[state].Is(Role.Particle) || words[state].Is(Role.State)) && !(state + 1 < words.Count && words[state + 1].Is(Role.Preposition)))
            return state + 1;
        // Cut the tape where it was folded over the edge: where, to the end of what is said in one breath.
        if (word.Text == "where" && now is { Object: { IsPronoun: false } } cutWhere && (cutWhere.HasDeed || cutWhere.Object.IsCounted || cutWhere.Object is { Role: Role.Noun, IsThe: true }) && i + 2 < words.Count && words[i + 1].Text is "the" or "it" or "they" or "two" or "its" or "these" or "a" && !words.Skip(i + 1).Any(other => (other.Number is not null && other.Text != "two") || other.Figure is not null || other.Is(Role.Negation) || other.Is(Role.Join) || other.Is(Role.PutBack) || other.Is(Role.Modal) || other.Text is "i" or "you" or "we"))
        {
            now.Places.Add(new("where", null, word.Start, words[^1].End));
            now.Reach(word.Start, words[^1].End);
            return words.Count;
        }
        if (Stated(i) is { } behindState)
            return behindState;
        if (Subordinate(i) is { } behindIt)
            return behindIt;
        // Careful, that one is sharp: a remark.
        if (word.Text is "careful" or "beware" or "be careful" && !words.Exists(other => other.Number is not null || other.Figure is not null || other.Is(Role.Negation)) && (IsFirst(i) || now is { Object: not null }))
        {
            Remarks.Add(new(Role.Remark, word.Start, words[^1].End, segment));
            leading.Clear();
            return words.Count;
        }
        // See the tape, peel it
        if (word.Text is "see" && IsFirst(i) && i + 1 < words.Count && words[i + 1].Text is "the" or "this" or "that" or "these" or "those" && StartsThing(i + 1))
            return i + 1;
        // And you find two screws: what the cover was over.
        if (word.Text is "find" or "found" or "finds" && StartsThing(i + 1) && Fasteners(i + 1) && !words.Exists(other => other.Is(Role.Negation)))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        if (word.Text is "find" or "found" or "finds" && IsFirst(i) && StartsThing(i + 1) && !words.Exists(other => other.Is(Role.Negation)))
            return i + 1;
        // The same screw again
        if (word.Text == "again" && i > 1 && Nounish(words[i - 1]) && words[i - 2].Text == "same" && !words.Exists(other => other.Is(Role.Deed) && !Nounish(other)))
            return i + 1;
        // A second place, empty
        if (word.Is(Role.Describe, "empty") && now is null && words.All(other => other == word || other.Is(Role.Aside)) && Clauses.LastOrDefault()?.Object is { } vacant && (vacant.IsPart || vacant.PartOf is not null || (vacant.IsNoun("place") && Clauses[^1].Places.Exists(place => place.Preposition == "for" && place.Of is { IsPart: true }))))
        {
            vacant.IsEmpty = true;
            return words.Count;
        }
        // I always pull the battery first: what is usual, and not what was done.
        if (word.Text is "always" or "usually" or "normally" && now is null or { HasDeed: false, Particle: null, Object: null or { IsCounted: false } } && i + 1 < words.Count)
        {
            Clauses.RemoveAll(clause => clause.Segment == segment);
            now = null;
            if (!isFollowed)
                return Away(i, Role.Modal, "this says what is usual, not what was done: log it once it is done, or note it, such as note \"…\"");
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            leading.Clear();
            return words.Count;
        }
        // Which leaves the fan: what comes next.
        if (word.Text is "leaves" && now is null && isFollowed && words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Pronoun) || other.Text is "which" or "that") && StartsThing(i + 1) && words.Skip(i + 1).Any(other => other.Is(Role.Part)))
            return i + 1;
        // That leaves two screws: they are still in.
        if (word.Text is "leaves" && now is null && !isFollowed && words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Pronoun) || other.Text is "which" or "that"))
            return Away(i, Role.Modal, "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"");
        // The second slot is empty
        if (word.Is(Role.Describe, "empty") && now is { Object: { IsPronoun: false } bare, HasDeed: false } && !StartsThing(i + 1) && (bare.IsPart || bare.PartOf is not null || bare.IsNoun("place")))
        {
            bare.IsEmpty = true;
            return i + 1;
        }
        // Put them in the tray
        if (word.Text is "put" or "puts" or "putting" or "put in" or "put on" or "laid" or "laid out" && Clauses.Count > 0 && words.Exists(other => other.Text is "tray" or "cup" or "dish" or "bowl" or "bag" or "box" or "mat" or "bench" or "table" or "tin" or "jar" or "magnet" or "desk") && !words.Skip(i).Any(other => other.Number is not null || other.Is(Role.Part) || other.Is(Role.Negation)))
        {
            Remarks.Add(new(Role.Remark, word.Start, words[^1].End, segment));
            return words.Count;
        }
        // Only the flex left: what is still to be done.
        if (word.Text == "left" && i + 1 == words.Count && i > 0 && words.Take(i).Any(other => other.Text is "only" or "just" or "still") && !words.Take(i).Any(other => other.Is(Role.Preposition)))
            return Away(i, Role.Modal, "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"");
        if (word.Text is "leave" or "leaves" or "leaving" or "left" && (Leaves(i) || (i + 1 < words.Count && words[i + 1].Text is "in" or "in place" or "alone" or "where" or "on" && i + 2 >= words.Count && now?.Object is { IsPart: true })))
        {
            // What was left is no step.
            if (now is { HasDeed: false, Particle: null, Object: not null })
                Clauses.Remove(now);
            if (i + 1 < words.Count && (words[i + 1].Is(Role.Pronoun) || (words[i + 1].Text is "those" or "these" or "that" && i + 2 == words.Count)) && Clauses.Count > 0)
                Fault(word.Start, words[^1].End, "was it left as it was? Then it is no step: say what was tried, such as tried = keyboard");
            now = null;
            Remarks.Add(new(Role.Negation, word.Start, words[^1].End, segment));
            return words.Count;
        }
        var asks = word.Is(Role.Question) && IsFirst(i) && !(i > 0 && words[i - 1].Text is "i" or "we" or "you" or "they") && (i == 0 || !(word.Text.StartsWith("is ", StringComparison.Ordinal) || word.Text.StartsWith("are ", StringComparison.Ordinal)) || words.Take(i).All(other => other.Text is "so" or "and" or "but" or "well" or "ok" or "okay" or "hm" or "now"));
        // Where's the last screw, ah, under the foot: asked of oneself, and answered.
        if (asks && isFollowed && word.Text is "where's" or "where is" or "where are" && words.TrueForAll(other => other.Number is null))
        {
            Remarks.Add(new(Role.Question, words[0].Start, words[^1].End, segment));
            leading.Clear();
            return words.Count;
        }
        // My phone's about to fall, let me move the lamp: nothing of the machine.
        if (word.Is(Role.Modal) && now is null && words.Exists(other => other.Is(Role.Remark) && !other.Is(Role.Modal)) && !words.Exists(other => other.Is(Role.Part) || (other.Is(Role.Noun) && !(other.As(Role.Noun) is "tool" or "hand" or "place" or "dirt")) || other.Is(Role.Pronoun) || other.Number is not null || other.Figure is not null || other.Is(Role.Particle) || other.Is(Role.PutBack) || other.Is(Role.Fraction)))
        {
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            leading.Clear();
            return words.Count;
        }
        if ((word.Is(Role.Modal) && !(word.Text == "can" && i > 0 && (words[i - 1].Text is "the" or "a" or "this" or "that" or "its" || words[i - 1].Is(Role.Describe)))) || asks)
            return Away(i, word.Is(Role.Modal) ? Role.Modal : Role.Question, !asks ? "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"" : "this asks something, and a line says what was done");
        if (i == 0 && segment == 0 && word.Text is "is" or "are" or "was" or "were" or "am" && StartsThing(1))
            return Away(i, Role.Question, "this asks something, and a line says what was done");
        // I'm at eleven screws now: so far, and nobody says since when.
        if (word.Text is "at" or "up to" && now is null && words.Take(i).Any(other => other.Text is "i'm" or "i am" or "we're" or "we are" or "am" or "i" or "we") && Numerals.At(words, i + 1) is not null)
            return Away(i, Role.Remark, "a sum so far is no count: say how many were undone in this step");
        // Swapped drivers, changed the bit: getting ready.
        if (word.Text is "swapped" or "swap" or "changed" or "change" && i + 1 < words.Count && words.Skip(i + 1).All(other => other.Is(Role.Aside) || other.Is(Role.Describe) || other.Is(Role.Noun, "hand") || other.Is(Role.Noun, "tool") || other.Is(Role.Preposition) || other.Is(Role.Drive) || other.Figure is { Size: not null }) && words.Skip(i + 1).Any(other => other.Is(Role.Noun, "hand") || other.Is(Role.Noun, "tool")))
        {
            Remarks.Add(new(Role.Ready, word.Start, words[^1].End, segment));
            return words.Count;
        }
        // I need the heat mat for it
        if (word.Text is "need" or "needs" or "needed" && words.Skip(i + 1).Take(3).Any(other => other.Is(Role.Noun, "heatTool") || other.Is(Role.Noun, "solvent")))
        {
            Begin(i).Deeds.Add("use");
            return i + 1;
        }
        // I put a bit of heat on the edge
        if (word.Text is "put" or "puts" or "put a" or "put the" or "apply" or "applied" && words.Skip(i + 1).Take(3).Any(other => other.Is(Role.Noun, "heatTool") || other.Is(Role.Noun, "solvent")))
        {
            Begin(i).Deeds.Add("use");
            return i + 1;
        }
        // PH1 fits, my t5 fits these
        if (word.Text is "fits" or "fit" or "fits these" or "fits them" && now is { HasDeed: false, Particle: null, Object: { IsCounted: false } driver } && (driver.HasFacts || driver.IsNoun("tool", "hand")))
        {
            while (i + 1 < words.Count && (words[i + 1].Text is "these" or "them" or "better" or "best" or "well" or "all" or "perfectly" or "it" || words[i + 1].Is(Role.Aside)))
                i++;
            return i + 1;
        }
        if (word.Is(Role.PutBack) && !(Nounish(word) && !Verb(i)) && !(word.Is(Role.Remark) || word.Is(Role.Break)))
            return Away(i, Role.PutBack, "this puts something back, which is no step: Putting back has it, and tells the order");
        if (word.Is(Role.Negation) || word.Text == "without")
            return Negation(i);
        // One screw, in fact two; a clip, two in fact.
        if (word.Text is "in fact" or "actually" or "as a matter of fact" && Clauses.Count > 0 && ((IsFirst(i) && now is null && Counted(Clauses[^1]) && Numerals.At(words, i + 1) is { } truth && i + 1 + truth.Length == words.Count) || (i + 1 == words.Count && Clauses.Count > 1 && now is { HasDeed: false, Object: { Role: null, IsCounted: true, HasFacts: false } } && Counted(Clauses[^2]))))
        {
            if (now is null)
                corrects = true;
            else
                now.Corrects = true;
            return i + 1;
        }
        if (word.Is(Role.Correction))
        {
            if (Clauses.Count == 0 && Remarks.Count == 0 && IsFirst(i))
                return i + 1;
            if (Clauses.Count == 0)
                return Away(i, Role.Correction, "what does this correct? Change the line so that it says what is so");
            corrects = true;
            return i + 1;
        }
        if (word.Is(Role.Ready))
        {
            var end = Enumerable.Range(i, words.Count - i).FirstOrDefault(at => words[at].Is(Role.Join), words.Count);
            // Power off the connector: what is off?
            if (words.GetRange(i + 1, end - i - 1).Find(other => !(other.As(Role.Unit) == "none" && other.Text is "minute" or "minutes" or "min" or "mins" or "second" or "seconds" or "hour" or "hours") && !(other.Number is not null && words.IndexOf(other) + 1 < words.Count && words[words.IndexOf(other) + 1].As(Role.Unit) == "none")
                && ((other.Is(Role.Part) && !other.Is(Role.Part, "displayAssembly:lid")) || (other.Is(Role.Noun) && !(other.As(Role.Noun) is "machine" or "charger" or "power" or "place" or "tool" or "hand" or "piece")) || other.IsUnknown || other.Is(Role.Negation) || other.Is(Role.Modal) || other.Is(Role.PutBack) || other.Is(Role.Fraction) || other.Is(Role.Unit) || other.Figure is not null)) is { } strange)
                Fault(strange.Start, strange.End, $"\"{strange.Text}\" is more than getting ready: put what was undone between commas");
            Remarks.Add(new(Role.Ready, word.Start, words[end - 1].End, segment));
            return end;
        }
        // Ten screws, bar one
        if (word.Text == "bar" && IsFirst(i) && i + 1 < words.Count && words[i + 1].Number is <= 5 && Clauses.LastOrDefault()?.Object is { IsCounted: true, Captive: false } && (i + 2 == words.Count || !Nounish(words[i + 2])))
            return Away(i, Role.Fraction, "all but which? Say what was undone, each group with its count");
        if (word.Is(Role.Damage) && IsDamage(i))
            return Damage(i);
        // One two three four, four screws: counted aloud.
        if (word.Number == 1 && i + 2 < words.Count && words[i + 1].Number == 2 && words[i + 2].Number == 3)
        {
            var end = i + 3;
            while (end < words.Count && words[end].Number == words[end - 1].Number + 1)
                end++;
            return end;
        }
        if (Numerals.At(words, i) is not null || word.Figure is not null)
            return Thing(i);
        if (word.Is(Role.Join))
        {
            joined = true;
            return i + 1;
        }
        // Looks like there's one more screw, i think there's another: nobody undid it.
        if (word.Text is "there's" or "there is" or "there are" or "there're" or "there" && i > 0 && words.Take(i).Any(other => other.Text is "look like" or "looks like" or "looked like" or "seem" or "seems" or "seemed" or "i think" or "i believe" or "sound like" or "sounds like" or "suspect" or "apparently" or "i guess"))
            return Away(i, Role.Modal, "this is a guess: log it once it is done");
        // The eighth spins: one of those that were counted, of which no one says that it came out.
        if (word.Text is "third" or "fourth" or "fifth" or "sixth" or "seventh" or "eighth" or "ninth" or "tenth" or "eleventh" or "twelfth" && i > 0 && words[i - 1].Text == "the" && words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Join)) && i + 1 < words.Count && !Describes(i) && words[i + 1].Text is not ("one" or "and"))
        {
            Fault(word.Start, words[^1].End, $"was the {word.Text} undone? Say how many were, and what was tried in a line of its own");
            return words.Count;
        }
        if (Verb(i))
            return Deed(i);
        // Feet that hide screws; a seal cut to reach one. What is no cover of screws is handled itself.
        if (word.Is(Role.Hiding) && now is null && StartsThing(i + 1) && Clauses.Count > 0 && IsCover(Clauses[^1].Object))
        {
            (now, joined) = (Clauses[^1], false);
        }
        if (word.Is(Role.Hiding) && now is null && StartsThing(i + 1) && Clauses.FindLast(clause => clause.Object is { IsPronoun: false })?.Object is { } hiding && IsCover(hiding))
        {
            hides = hiding;
            return i + 1;
        }
        if (word.Is(Role.Hiding) && now?.Object is not null && StartsThing(i + 1) && (!word.Text.StartsWith("to ", StringComparison.Ordinal) || (IsCover(now.Object) && Fasteners(i + 1))))
        {
            hides = now.Object;
            Clauses.Remove(now);
            now = null;
            return i + 1;
        }
        // It hangs on its cable now: what still holds it.
        if (word.Text.Contains("hang", StringComparison.Ordinal) && words.Skip(i + 1).FirstOrDefault(other => Nounish(other) && !other.Is(Role.Noun, "piece")) is { } holding && holding.As(Role.Noun) is "cable" or "ribbon" or "lead" or "plug" or "antenna" && !words.Skip(i + 1).Any(other => other.Is(Role.Deed) && !Nounish(other)))
        {
            // The pair of speakers hangs on one lead, plug off, pair out: what the line is about.
            if (now is { HasDeed: false, Particle: null } && !(isFollowed && now.Object is { IsPart: true }))
                Clauses.Remove(now);
            now = null;
            leading.Clear();
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        if (word.Is(Role.HeldBy) && StartsThing(i + 1) && !(i + 1 < words.Count && Verb(i + 1)))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // The sticker that says do not remove: what stands on it.
        if (word.Text is "says" or "reads" or "said" or "saying" or "reading" or "marked" && now is { Object: not null } && i > 0 && (words[i - 1].Text is "that" or "which" || words[i - 1].Is(Role.Noun, "label") || words[i - 1].Is(Role.Noun, "seal")) && (IsCover(now.Object) || now.Places.Exists(place => IsCover(place.Of))))
        {
            now.Places.Add(new("says", null, word.Start, words[^1].End));
            return words.Count;
        }
        if (word.Is(Role.HeldBy) && i + 1 < words.Count && words[i + 1].Is(Role.Negation))
            return i + 1;
        // Strip of glue, 22 cm, soft
        if (word.Text is "soft" or "hard" or "rigid" or "rubbery" or "gummy" or "brittle" && (!StartsThing(i + 1) || (i + 2 == words.Count && words[i + 1].Text is "kind" or "sort" or "type" or "stuff" or "one")) && (now?.Object ?? Clauses.FindLast(clause => clause.Object is { Role: Role.Noun })?.Object) is { } glue && glue.IsNoun("glue", "softGlue", "rigidGlue"))
        {
            glue.Is = word.Text is "soft" or "rubbery" or "gummy" ? "softGlue" : "rigidGlue";
            return i + 1;
        }

        // Off with the cover, up with the bar
        if (word.Text is "up" or "off" or "out" or "away" && IsFirst(i) && i + 1 < words.Count && IsWith(words[i + 1]) && StartsThing(i + 2))
        {
            Begin(i).Particle = word.Text;
            return i + 2;
        }
        // The leads are labelled one and two
        if (word.Text is "labelled" or "labeled" or "marked" or "numbered" or "stamped" && words.Skip(i + 1).All(other => other.Number is not null || other.Is(Role.Join) || other.Is(Role.Aside) || other.Is(Role.Describe) || other.Text is "to" or "with" or "main" or "aux" || other.IsUnknown) && !words.Skip(i + 1).Any(other => other.Is(Role.Negation)))
        {
            if (now is { HasDeed: false, Particle: null, Object.IsPronoun: true })
                Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        // Last year's model had ten of these: another machine.
        if (word.Is(Role.Elsewhere))
        {
            if (now is { HasDeed: true } or { Particle: not null } && !words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Preposition) || other.Is(Role.Describe)))
                Remarks.Add(new(Role.Remark, word.Start, word.End, segment));
            else
            {
                Clauses.RemoveAll(clause => clause.Segment == segment);
                now = null;
                leading.Clear();
                Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
                return words.Count;
            }
            return i + 1;
        }
        // Only three of the nine hide, under the strip
        if (word.Text is "hide" or "hides" && i + 1 == words.Count && now?.Object is { Total: not null })
            return i + 1;
        // Like a layer of stone
        if (word.Text == "like" && i > 0 && i + 1 < words.Count && words[i + 1].Text is "a" or "an" && !words.Skip(i + 2).Any(other => other.Number is not null || other.Is(Role.Negation) || other.Is(Role.Join) || other.Is(Role.PutBack) || (other.Is(Role.Deed) && !Nounish(other))))
        {
            (now ?? Clauses.LastOrDefault())?.Places.Add(new("like", null, word.Start, words[^1].End));
            return words.Count;
        }
        // They peel back in the end and under each one is a screw: another thing.
        if (word.Text is "is" or "are" or "was" or "were" or "sits" or "sit" && now is { HasDeed: true, Object: null } && joined && StartsThing(i + 1))
        {
            now = null;
            joined = false;
            return i + 1;
        }
        // In order 6 to 1
        if (word.Text is "in order" or "in sequence" or "in the order" && i + 1 < words.Count && words[i + 1].Number is not null)
        {
            var end = i + 1;
            while (end < words.Count && (words[end].Number is not null || words[end].Text is "to" or "then" or "-"))
                end++;
            return end;
        }
        // The loose cable
        if (word.Text is "loose" && i > 0 && words[i - 1].Text is "the" or "a" or "its" && i + 1 < words.Count && Nounish(words[i + 1]))
            return i + 1;
        // Screwed onto the palm rest with six tiny ones: by what it is held.
        if ((IsWith(word) || word.Text == "by") && now is { State: "screwed" } && Numerals.At(words, words.FindIndex(i + 1, other => !other.Is(Role.Aside) || other.Number is not null) is > 0 and var many ? many : i + 1) is not null)
        {
            var to = i + 1;
            if (ThingAt(ref to) is { } screws && (screws.Role is null || screws.IsNoun("piece", "screw")))
            {
                (screws.Role, screws.Is, screws.Text, screws.Many) = (Role.Noun, "screw", "screws", true);
                (now, heldBy, joined) = (null, true, false);
                Give(screws, i);
                return to;
            }
        }
        // The speaker cable is a tight little plug: what it is.
        if (now is { IsStatement: true, HasDeed: false, Particle: null, Object: { Role: Role.Noun, Many: false, IsCounted: false } cable } && !joined && cable.IsNoun("plug", "cable", "ribbon", "lead") && word.Text is "a" or "an" && StartsThing(i + 1))
        {
            var to = i + 1;
            if (ThingAt(ref to) is { IsCounted: false } what && what.IsNoun("plug", "press", "push", "flap", "bar", "slideLock", "ribbon"))
            {
                now.Places.Add(new("with", what, what.Start, what.End));
                cable.IsTight |= what.IsTight;
                now.Reach(what.Start, what.End);
                return to;
            }
        }
        if (word.Is(Role.Particle) && Particle(i) is { } behind)
            return behind;
        // Six-lobe with a pin in the middle
        if (IsWith(word) && now?.Object is { Drive: Words.Drive.SixLobe or Words.Drive.SixLobePin } lobed && i + 1 < words.Count && words.FindIndex(i + 1, other => !other.Is(Role.Aside)) is > 0 and var pin && words[pin].Text is "pin" or "pins")
        {
            (lobed.Drive, lobed.Size) = (Words.Drive.SixLobePin, lobed.Size?.Replace("T", "TR", StringComparison.Ordinal).Replace("TRR", "TR", StringComparison.Ordinal));
            now.Reach(word.Start, words[pin].End);
            return pin + 1;
        }
        // From the chip and from the heatsink: both places.
        if (joined && word.Is(Role.Preposition) && now is { HasDeed: true, Places.Count: > 0 } && now.Places[^1].Preposition == word.Text && StartsThing(i + 1) && !words.Skip(i + 1).Any(other => other.Number is not null || (other.Is(Role.Noun) && !other.Is(Role.Noun, "place") && !other.Is(Role.Noun, "chip"))))
            joined = false;
        if (word.Is(Role.Preposition) && !(word.Is(Role.Describe) && StartsThing(i + 1) && !words[i + 1].Is(Role.Aside)) && Place(i) is { } placed)
            return placed;
        if (word.Is(Role.Attaching) && !word.Is(Role.State) && Attached(i) is { } attached)
            return attached;
        // Memory, soldered to the board: how it is held.
        if (word.Is(Role.State) && now is null && IsFirst(i) && !Nounish(word) && Clauses.LastOrDefault() is { HasDeed: false, Particle: null, State: null, Object: { IsPart: true, IsPronoun: false, IsCounted: false } } held && (StartsThing(i + 1) || i + 1 == words.Count) && !words.Skip(i + 1).Any(other => other.Number is not null || other.Is(Role.Deed)))
        {
            held.State = word.As(Role.State);
            held.Reach(word.Start, word.End);
            now = held;
            return i + 1;
        }
        // It's just clipped
        if (word.Is(Role.State) && now is null && !Nounish(word) && !StartsThing(i + 1) && (Clauses.Count > 0 || (word.As(Role.State) == "clipped" && isFollowed && segment == 0)) && words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Pronoun)))
        {
            Begin(i).Object = new Thing { IsPronoun = true, Start = word.Start, End = word.End };
            now!.State = word.As(Role.State);
            return i + 1;
        }
        if (word.Is(Role.State) && now?.Object is not null && (!Nounish(word) || !StartsThing(i)))
        {
            now.State = word.As(Role.State);
            now.Reach(word.Start, word.End);
            return i + 1;
        }
        // The bezel's been off: how things stand.
        if (word.Text == "been" && now is { Object: not null, HasDeed: false } && i + 1 < words.Count && words[i + 1].Is(Role.Particle))
        {
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now.Start, words[i + 1].End, segment));
            now = null;
            return i + 2;
        }
        // After those the touchpad itself
        if (word.Text is "itself" or "themselves" && i + 1 == words.Count && now is null && leading.Count > 0 && words.FindLast(other => other.Is(Role.Part) && !other.Is(Role.Aside)) is { } own && Clauses.Count > 0)
        {
            leading.Clear();
            var sense = Array.Find(own.Senses, one => one.Role == Role.Part);
            Begin(i).Object = new Thing { Role = Role.Part, Is = sense.Is, Text = own.Text, Many = sense.Many, IsThe = true, Start = own.Start, End = own.End };
            now!.Particle = "out";
            return i + 1;
        }
        // Then the fan itself
        if (word.Text is "itself" or "themselves" && i + 1 == words.Count && now is { HasDeed: false, Particle: null, Object.IsPart: true } && Clauses.Count > 1)
        {
            now.Particle = "out";
            now.Reach(word.Start, word.End);
            return i + 1;
        }
        if (word.Text is "earlier" or "previously" or "beforehand" && now is { HasDeed: true } or { Particle: not null })
        {
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now.Start, word.End, segment));
            now = null;
            return i + 1;
        }
        if (word.Text == "where" && words.Skip(i + 1).Any(other => other.Is(Role.Deed) && !Nounish(other)))
            return Away(i, Role.Remark, "this says where or when, and what is done in it cannot be told apart: put what was done between commas");
        if (word.Text == "already" && now is not null && (now.Does("come") || now.Particle is not null || i + 1 == words.Count || (!now.HasDeed && words.Skip(i + 1).All(other => other.Is(Role.Particle) || other.Is(Role.Aside) || (other.Is(Role.Deed) && other.Text.EndsWith("ed", StringComparison.Ordinal)) || other.Text == "undone"))))
        {
            // The heatsink is gone already: how things stand; so do the leads that are named with it.
            while (now.IsJoined && Clauses.IndexOf(now) is > 0 and var at && Clauses[at - 1] is { HasDeed: false, Particle: null } with && with.Segment == now.Segment)
            {
                Clauses.RemoveAt(at);
                now = with;
            }
            if (i + 1 < words.Count && now.Particle is null && !now.HasDeed)
            {
                Clauses.Remove(now);
                Remarks.Add(new(Role.Remark, now.Start, words[^1].End, segment));
                now = null;
                return words.Count;
            }
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now.Start, word.End, segment));
            now = null;
            return i + 1;
        }
        // The paste looks grey and dry: what it is like.
        if (word.Text is "looks" or "look" or "looked" or "seems" or "feels" && now?.Object is not null && words.Skip(i + 1).All(other => other.Is(Role.Describe) || other.Is(Role.Aside) || other.Is(Role.Join)))
        {
            if (now is { HasDeed: false, Particle: null, Object: { Role: null, HasFacts: false } } && Clauses.Count > 1)
            {
                Clauses.Remove(now);
                Remarks.Add(new(Role.Remark, now.Start, words[^1].End, segment));
                now = null;
            }
            return words.Count;
        }
        if (word.Is(Role.Remark))
            return Remarked(i);
        if (word.Is(Role.Describe, "tight") && now?.Object is { } stiff && !StartsThing(i + 1))
        {
            stiff.IsTight = true;
            return i + 1;
        }
        if (word.Text is "maybe" or "perhaps" or "probably" or "almost" or "nearly")
            return Away(i, Role.Modal, "this is a guess: log it once it is done");
        if (word.Text is "m" or "p" or "t" or "y" && i + 1 < words.Count && (words[i + 1].Number is not null || (word.Text == "y" && words[i + 1].Text is "zero" or "nought")))
            return Thing(i);
        if (word.Is(Role.Describe, "number") || word.Text is "size" or "double" or "triple")
            return Thing(i);
        if (word.Is(Role.Pronoun) || word.Is(Role.Noun) || word.Is(Role.Part) || word.Is(Role.Drive) || word.Is(Role.Distribution) || word.Is(Role.Describe, "captive") || word.Is(Role.Describe, "empty") || word.Is(Role.Describe, "tight") || word.Is(Role.Fraction) || (word.Is(Role.Describe) && Describes(i)) || (word.Is(Role.State) && StartsThing(i + 1)))
            return Thing(i);
        if (word.Text is "of these" or "of those" && now is null && StartsThing(i + 1))
            return i + 1;
        // Eleven screws, of which three were shorter
        if (word.Text is "of which" or "of them" && now is null && i + 1 < words.Count && Numerals.At(words, i + 1) is not null)
        {
            var to = i + 1;
            if (ThingAt(ref to) is { Role: null } those)
            {
                those.IsOfThem = true;
                Give(those, i + 1);
                return to;
            }
        }
        if (word.As(Role.Compare) == "orSo" && now?.Object is { Number.Exact: { } sure } rough)
        {
            rough.Number = new Count(Math.Max(1, (int)(sure * 0.8)), (int)Math.Ceiling(sure * 1.2));
            return i + 1;
        }
        if (word.As(Role.Compare) == "orSo" && now?.Object is { Number: not null })
            return i + 1;
        // Eight front, six back
        if (word.Text == "back" && i + 1 == words.Count && now is { HasDeed: false, Particle: null, Object.IsCounted: true } atBack && Clauses.Exists(other => (other.Places.Exists(place => place.Of?.Text is "front" or "frnt" or "frt" or "rear") || other.Object?.Which.Contains("front") == true)))
        {
            atBack.Places.Add(new("at", null, word.Start, word.End));
            return i + 1;
        }
        if (word.Is(Role.OfThem) && now?.Object is { } some)
        {
            // Two more of the same are others.
            some.IsOfThem = !some.IsAnother;
            return i + 1;
        }
        // Peel it back; but two screws back are put back.
        if (word.Text == "back" && !(now?.Does("peel", "pull", "slide", "swing", "flip", "move") == true || (now?.Does("press") == true && now.Object?.IsNoun("bar", "lock", "slideLock", "flap", "lever", "latch") == true)))
        {
            Fault(word.Start, word.End, "at the back, or put back? Putting back is no step");
            return i + 1;
        }
        // Three of them are wire plugs: what they are.
        if (now is { IsStatement: true, HasDeed: false, Particle: null, Object: { Role: null, IsCounted: true, HasFacts: false } amid } && (amid.IsOfThem || (Clauses.Count > 1 && Clauses[^2].Object is { IsCounted: true } lines && lines.IsNoun("cable", "plug", "ribbon", "lead"))) && !joined && word.Is(Role.Noun) && StartsThing(i))
        {
            var to = i;
            if (ThingAt(ref to) is { IsCounted: false, Role: Role.Noun } kinds && kinds.IsNoun("plug", "ribbon", "press", "push", "flap", "bar", "slideLock", "cable", "antenna", "lead"))
            {
                now.Places.Add(new("with", kinds, kinds.Start, kinds.End));
                now.Reach(kinds.Start, kinds.End);
                return to;
            }
        }
        // The black lead, then the white: another.
        if (word.Is(Role.Describe, "look") && i > 0 && words[i - 1].Text is "the" or "a" && i + 1 == words.Count && words.Take(i - 1).All(other => other.Is(Role.Aside) || other.Is(Role.Join)) && Clauses.Count > 0 && Clauses[^1].Object is { Role: Role.Noun, Many: false, IsCounted: false } one && one.IsNoun("lead", "antenna", "plug", "cable", "ribbon", "screw"))
        {
            Give(new() { Number = 1, IsAnother = true, Start = word.Start, End = word.End }, i);
            return i + 1;
        }
        // The black lead, then the white
        if (word.Is(Role.Describe, "look") && i > 0 && words[i - 1].Text is "the" or "a" && (i + 1 == words.Count || words[i + 1].Is(Role.Join)))
        {
            // The black and the white lead: two.
            var other = i + 2 < words.Count && words[i + 2].Text is "the" or "a" ? i + 3 : i + 2;
            if (i + 1 < words.Count && other + 1 < words.Count && words[other].Is(Role.Describe, "look") && words[other + 1].Is(Role.Noun))
            {
                pairs++;
                return i + 2;
            }
            Fault(words[i - 1].Start, word.End, $"the {word.Text} what? Say how many there are in all");
            return i + 1;
        }
        if (word.Text is "is" or "are" or "was" or "were" or "'s" && now is { IsCopied: true })
        {
            now.Deeds.Clear();
            (now.IsCopied, now.IsJoined) = (false, false);
        }
        if (word.Text is "'s" && i + 1 == words.Count && i > 0 && words[i - 1].Is(Role.Part) && now is { HasDeed: false })
        {
            // The speaker's: whose it is.
            Clauses.Remove(now);
            now = null;
            return i + 1;
        }
        if (word.Text is "is" or "are" or "was" or "were" or "'s" && now is { Object: not null, HasDeed: false, Particle: null })
            now.IsStatement = true;
        if (word.Is(Role.Aside) || word.Is(Role.Describe) || word.Is(Role.About) || word.Is(Role.Break) || word.Is(Role.Preposition) || word.Is(Role.Particle))
            return i + 1;
        if (word.IsUnknown)
            return Thing(i);
        Fault(word.Start, word.End, $"\"{word.Text}\" says nothing here that can be logged: say it otherwise, or put a comma around it");
        return i + 1;
    }

    private static bool Counted(Clause clause) => clause.Object is { Role: Role.Noun, IsPronoun: false } of && (of.IsCounted || !of.Many);

    private static bool IsCover(Thing? thing) => thing?.IsNoun("label", "foot", "seal", "tape", "cap", "shield", "strip") == true;

    private static bool IsWith(Lexeme word) => word.Text is "with" or "w/" or "w";

    private static bool Nounish(Lexeme word) => word.Is(Role.Noun) || word.Is(Role.Part);

    /// <summary>Whether something is named from here on: an article, a number, a noun.</summary>
    private bool StartsThing(int i)
    {
        for (; i < words.Count; i++)
        {
            var word = words[i];
            if (Nounish(word) || word.Is(Role.Pronoun) || (word.Text == "size" && i + 1 < words.Count) || word.Is(Role.Count) || word.Figure is not null || word.Is(Role.Drive) || word.IsUnknown || word.Is(Role.Distribution) || (word.Is(Role.Describe) && Describes(i)))
                return true;
            if (!word.Is(Role.Aside) && !word.Is(Role.Describe) && !word.Is(Role.About) && !word.Is(Role.Compare) && !word.Is(Role.State))
                return false;
        }
        return false;
    }

    /// <summary>Whether a describing word has something to describe.</summary>
    private bool Describes(int i)
    {
        // The side of sixty millimetres is a noun itself.
        var noun = Nounish(words[i]);
        for (i++; i < words.Count; i++)
        {
            var word = words[i];
            if (Nounish(word) || word.Is(Role.Drive) || word.IsUnknown || (!noun && (word.Figure is not null || word.Number is not null)))
                return true;
            if (!word.Is(Role.Describe) && !word.Is(Role.State))
                return false;
        }
        return false;
    }

    /// <summary>Whether a word is a deed here: one that could be a noun as well needs something to be done to.</summary>
    private bool Verb(int i)
    {
        var word = words[i];
        if (!word.Is(Role.Deed) && !word.Is(Role.PutBack))
            return false;
        if (word.Is(Role.Particle) && (now?.Object is not null || (now is { HasDeed: true } && !joined)))
            return false;
        if (word.Is(Role.Describe) && !word.Is(Role.Deed, "undo") && StartsThing(i + 1) && i > 0 && words[i - 1] is { Text: "the" or "a" or "an" })
            return false;
        if (!Nounish(word))
            return true;
        // Screw heads, hinge screws, plug of the fan: what mostly names things is a deed before an article or a pronoun alone.
        if (word.Senses.First(sense => sense.Role is Role.Noun or Role.Part).Is is "clip" or "screw" or "plug" or "hinge" or "lead" or "cover" or "bar" or "lock" or "strip" or "seal" or "spring" or "post" or "tape" or "flap" or "keyboard" or "storage:drive"
            && !(i + 1 < words.Count && (words[i + 1].Is(Role.Pronoun) || words[i + 1].Is(Role.Particle) || words[i + 1].Text is "the" or "all" or "its")))
        {
            return false;
        }
        // Drive out: a part, unless screws are.
        if (word.Is(Role.Part) && i + 1 < words.Count && words[i + 1].Is(Role.Particle) && !StartsThing(i + 2))
            return false;
        return !(i > 0 && words[i - 1] is { Text: "the" or "a" or "an" or "its" or "my" or "this" or "that" }) && !(now is { HasDeed: true, Object: null }) && (now is null || joined) && i + 1 < words.Count
            && (words[i + 1].Is(Role.Particle) || (StartsThing(i + 1) && !(word.As(Role.Noun) is { } noun && Nounish(words[i + 1]) && noun is "clip" or "screw" or "plug")));
    }

    private Clause Begin(int i)
    {
        var clause = new Clause { Segment = segment, IsHeldBy = heldBy, HiddenBy = hides, Corrects = corrects };
        clause.IsWhich = i > 1 && words.Skip(Math.Max(0, i - 4)).Take(Math.Min(4, i)).Any(word => word.Text == "which") && Clauses.Count > 0;
        clause.IsNext = isNext;
        clause.IsAnnounced = announced.EndsWith(" to", StringComparison.Ordinal) || announced is "now" or "next" or "so" or "then" or "next up" or "next up is" or "next up are" or "on to" or "moving on" || words.Exists(word => word.Text is "next" or "now" or "okay" or "ok" or "right" or "right then" or "okay so" or "alright" or "alright then" or "alright so" or "that's" or "this is" or "here's");
        clause.IsAbout = i > 0 && words.Take(i).All(word => word.Is(Role.Aside)) && words[0].Text is "it's" or "that's" or "it" or "they're" or "they" or "these" && i < 5 && !(words[0].Text is "it" or "they" or "these" && words.Take(i).All(word => word.Text is not ("is" or "are" or "was" or "were" or "'s")));
        clause.IsSum = announced == "so" || words.Take(i).Any(word => word.Text is "that's" or "that makes" or "makes" or "so" or "i make it" or "i make that" or "that is") || words.Skip(i).Any(word => word.Text is "in all" or "in total" or "altogether" or "all told" or "all in all");
        clause.IsBehindColon = isBehindColon && Clauses.TrueForAll(other => other.Segment != segment);
        clause.IsJoined = isPlus;
        isPlus = false;
        corrects = false;
        foreach (var place in leading)
        {
            clause.Places.Add(place);
            clause.Reach(place.Start, place.End);
        }
        leading.Clear();
        (heldBy, hides) = (false, null);
        clause.Reach(words[i].Start, words[i].End);
        Clauses.Add(clause);
        return now = clause;
    }

    private int Deed(int i)
    {
        var (word, deed) = (words[i], words[i].As(Role.Deed) ?? "put");
        if (deed == "stay" && (now?.Object is { IsPronoun: false } stays ? stays : null) is { } whole && !(whole.IsNoun("screw", "standoff", "piece") || whole.HasFacts || whole.Role is null))
        {
            // The pads stay whole: a remark.
            if (now!.HasDeed || now.Particle is not null)
            {
                Fault(word.Start, words[^1].End, "what stays, and what was undone? Put a comma between them");
                return words.Count;
            }
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now!.Start, words[^1].End, segment));
            now = null;
            return words.Count;
        }
        if (deed == "stay" && (now is null || now.Object is { IsPronoun: true }) && Clauses.FindLast(clause => clause.Object is { IsPronoun: false })?.Object is { } left && !(left.IsNoun("screw", "standoff", "piece") || left.HasFacts || left.Role is null))
        {
            // It stays on: no step.
            if (now is not null)
                Clauses.Remove(now);
            now = null;
            Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        if (deed == "stay" && ((now?.Object is { IsPronoun: false } own ? own : null) ?? Clauses.FindLast(clause => clause.Object is { IsPronoun: false })?.Object) is { } staying)
        {
            staying.Captive = true;
            // They stay in their cover.
            var end = words.Count;
            for (var at = i + 1; at < words.Count; at++)
            {
                if (words[at].Is(Role.Join) || words[at].Number is not null || words[at].Is(Role.Negation) || words[at].Is(Role.Unit) || words[at].Is(Role.Fraction) || words[at].Is(Role.PutBack) || words[at].Is(Role.Modal) || words[at].Text == "back")
                {
                    end = at;
                    break;
                }
            }
            now?.Reach(word.Start, words[end - 1].End);
            return end;
        }
        // Under this black tape, which i'm peeling: what is done with what was named as a place.
        if (now is null && leading.Count > 0 && leading[^1] is { Of: { Role: Role.Noun, IsPronoun: false } named } && words.Skip(words.FindIndex(other => other.End >= leading[^1].End)).Take(4).Any(other => other.Text is "which" or "that"))
        {
            leading.RemoveAt(leading.Count - 1);
            Begin(i).Object = named;
            now!.Deeds.Add(deed);
            now.DeedSaid = word.Text;
            now.Reach(named.Start, word.End);
            return i + 1;
        }
        var past = i + 1;
        while (past < words.Count && words[past].Is(Role.Particle) && !word.Text.EndsWith('s'))
            past++;
        // Both leads unplugged, a screw undone
        var passive = now is { Object: not null, HasDeed: false, Particle: null } && !joined && (word.Text.Split(' ')[0].EndsWith("ed", StringComparison.Ordinal) || word.Text is "undone" or "taken" or "cut" or "slid" or "gone" or "drawn");
        var transitive = !passive && StartsThing(past) && deed is not ("come" or "slide" or "swing");
        // Undo one screw and the card pops up: what it does itself.
        if (now is { IsCopied: true, Object: not null } && !joined && !transitive)
        {
            now.Deeds.Clear();
            (now.IsCopied, now.IsJoined) = (false, false);
        }
        if (now is { Object: null, HasDeed: true } && (joined || deed is not "use"))
            now.Deeds.Add(deed);
        else if (now is { Object: null, HasDeed: false, Particle: not null } && deed == "come")
            now.Deeds.Add(deed);
        else if (now is { Object: not null, HasDeed: false } && !joined && !transitive)
            (now.IsSubject, _) = (true, Add(now, deed));
        else
            Begin(i).Deeds.Add(deed);
        joined = false;
        now!.Reach(word.Start, word.End);
        if (now.DeedSaid.Length == 0)
            now.DeedSaid = word.Text;
        return i + 1;

        static bool Add(Clause clause, string deed)
        {
            clause.Deeds.Add(deed);
            return true;
        }
    }

    private int Thing(int i)
    {
        var to = i;
        // Soldered on the board, glued in the lid: where.
        if (now is { State: not null, HasDeed: false } && !joined && words[i - 1].Is(Role.State) | (i > 1 && words[i - 1].Is(Role.Aside) && words[i - 2].Is(Role.State)) && ThingAt(ref to, inPlace: true) is { } where)
        {
            now.Places.Add(new("in", where, where.Start, where.End));
            return to;
        }
        to = i;
        if (ThingAt(ref to) is not { } thing)
        {
            Fault(words[i].Start, words[i].End, $"\"{words[i].Text}\" says nothing here that can be logged: say it otherwise, or put a comma around it");
            return i + 1;
        }
        if (pairs > 0 && !thing.IsCounted && !thing.Many)
            thing.Number = 1 + pairs;
        pairs = 0;
        if (!(thing.IsStrange && thing.Role is null))
            Give(thing, i);
        else if (now is { Object: null } alone)
        {
            // What was done to it is told with the word.
            Clauses.Remove(alone);
            now = null;
        }
        return Math.Max(to, i + 1);
    }

    private void Give(Thing thing, int i)
    {
        if (thing.IsNone)
        {
            Remarks.Add(new(Role.Negation, thing.Start, thing.End, segment));
            now = null;
            return;
        }
        // Two screws either side: where.
        if (now?.Object is { Many: false } or { IsCounted: true } && !joined && thing is { IsEach: true } && thing.IsNoun("place"))
        {
            now.Places.Add(new("on", thing, thing.Start, thing.End));
            now.Reach(thing.Start, thing.End);
            return;
        }
        // Screws below x2: how many.
        if (now?.Object is { IsCounted: false, HasFacts: false } uncounted && uncounted.IsNoun("screw") && thing is { Role: null, IsCounted: false, Length: <= 2 and var times, IsLengthApart: false, Thread: null, Size: null, Drive: null } && times == Math.Floor(times))
        {
            uncounted.Number = (int)times;
            now.Reach(thing.Start, thing.End);
            return;
        }
        // Two are four millimetres, the other eight are six: so long.
        if (now is { Object: { IsCounted: true, Length: null, IsPronoun: false } those, HasDeed: false, Particle: null } && !joined && i > 0 && words[i - 1].Text is "are" or "is" && thing is { Role: null, Number.Exact: { } soLong, HasFacts: false, IsOfThem: false } && (those.Role is null || those.IsNoun("screw")) && (those.IsOther || those.IsDefinite) && Clauses.Exists(clause => clause != now && clause.Object?.Length is not null))
        {
            those.Length = soLong;
            now.Reach(thing.Start, thing.End);
            return;
        }
        // The two at the rear are x8: what they are like.
        if (now is { Object: { IsPronoun: false } like, Particle: null } && !joined && thing is { Role: null, IsCounted: false, HasFacts: true, SizeNumber: null } && (like.Role is null || like.IsNoun("screw", "standoff", "piece")) && (like.Length is null || thing.Length is null) && (like.Size is null || thing.Size is null) && (like.Thread is null || thing.Thread is null) && (like.Drive is null || thing.Drive is null || like.Drive == thing.Drive))
        {
            (like.Drive, like.Size, like.Thread, like.Length, like.Captive) = (like.Drive ?? thing.Drive, like.Size ?? thing.Size, like.Thread ?? thing.Thread, like.Length ?? thing.Length, like.Captive || thing.Captive);
            like.IsLengthApart |= thing.IsLengthApart;
            like.Except ??= thing.Except;
            now.Reach(thing.Start, thing.End);
            return;
        }
        var before = now;
        if (now is null || now.Object is not null)
        {
            Begin(i);
            // Remove the fan and the heatsink: both.
            if (joined && before is not null)
            {
                now!.IsJoined = true;
                if (before.HasDeed && (!before.IsSubject || words.Take(i).LastOrDefault(word => word.Is(Role.Join))?.Text is "along with" or "together with" or "as well as"))
                {
                    now.Deeds.AddRange(before.Deeds);
                    now.IsCopied = true;
                }
            }
        }
        joined = false;
        now!.Object = thing;
        now.Reach(thing.Start, thing.End);
    }

    private void Fault(int start, int end, string message) => faults.Add(new(Math.Min(start, end), Math.Max(start, end), message, null));
}
