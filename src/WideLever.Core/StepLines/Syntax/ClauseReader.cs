using System.Globalization;

namespace WideLever.Core.StepLines;

/// <summary>
/// Reads lexemes as clauses. Every word is accounted for: it is read, or an aside, or stands in a place that is kept; else there is a fault at it.
/// <c>docs/step-line.md</c>, <em>Clauses</em>.
/// </summary>
internal sealed class ClauseReader(List<LineFault> faults, Func<string, string?> nearest)
{
    private static readonly string[] Positions = ["left", "right", "upper", "lower", "front", "rear", "first", "second", "third", "other", "same"];
    private static readonly string[] Ways = ["off", "out of", "off of", "from", "away from", "free of", "clear of", "free from", "clear from", "out"];

    private List<Lexeme> words = [];
    private Clause? now;
    private bool joined, heldBy, corrects, isNext;
    private int segment;
    private Thing? hides;
    private readonly List<Attachment> leading = [];

    /// <summary>What the line says, in its order.</summary>
    public List<Clause> Clauses { get; } = [];

    /// <summary>What it says besides.</summary>
    public List<Remark> Remarks { get; } = [];

    /// <summary>Reads a line, stop by stop.</summary>
    public void Read(List<Lexeme> line)
    {
        for (var from = 0; from < line.Count;)
        {
            var to = from;
            while (to < line.Count && !line[to].IsStop && !(line[to].Is(Role.Break) && !(line[to].Is(Role.Join) && to + 1 < line.Count)))
                to++;
            if (from > 0 && line[from - 1].Text == "but" && words.Exists(word => word.Is(Role.Distribution) || word.Text is "all" || word.Is(Role.Noun, "everything")))
                Fault(line[from - 1].Start, line[from - 1].End, "all but which? Say what was undone");
            (words, now, joined, heldBy, hides) = (line.GetRange(from, to - from), null, false, false, null);
            var before = Clauses.Count;
            Segment();
            // A hidden screw, it's under the plug: where that is.
            if (leading.Count > 0 && Clauses.Count == before && before > 0 && Clauses[^1].Object?.IsNoun("place", "seam") != true)
            {
                Clauses[^1].Places.AddRange(leading);
                leading.Clear();
            }
            if (to < line.Count && line[to].IsColon && Clauses.Count == before && Remarks.Count > 0 && Remarks[^1].Segment == segment && Remarks[^1].Kind is Role.Remark or Role.Negation)
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
            from = to + 1;
        }
        if (corrects)
            Fault(Clauses[^1].Start, Clauses[^1].End, "is that a correction? Change the line so that it says what is so");
        foreach (var place in leading)
            Fault(place.Start, place.End, "what is done there?");
    }

    private Lexeme? Next(int i) => i < words.Count ? words[i] : null;

    private void Segment()
    {
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
        if (word.Text is "when" or "while" or "as" && i + 2 < words.Count && words[i + 1].Text is "i" or "you" or "we" && words[i + 2].Is(Role.Deed))
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
        if (Subordinate(i) is { } behindIt)
            return behindIt;
        if (word.Text is "leave" or "leaves" or "leaving" or "left" && Leaves(i))
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
        if (word.Is(Role.Modal) || (word.Is(Role.Question) && IsFirst(i)))
            return Away(i, word.Is(Role.Modal) ? Role.Modal : Role.Question, !(word.Is(Role.Question) && IsFirst(i)) ? "this says what is planned, wished or feared, not what was done: log it once it is done, or note it, such as note \"…\"" : "this asks something, and a line says what was done");
        if (i == 0 && segment == 0 && word.Text is "is" or "are" or "was" or "were" or "am" && StartsThing(1))
            return Away(i, Role.Question, "this asks something, and a line says what was done");
        if (word.Is(Role.PutBack) && !(Nounish(word) && !Verb(i)) && !(word.Is(Role.Remark) || word.Is(Role.Break)))
            return Away(i, Role.PutBack, "this puts something back, which is no step: Putting back has it, and tells the order");
        if (word.Is(Role.Negation) || word.Text == "without")
            return Negation(i);
        if (word.Is(Role.Correction))
        {
            if (Clauses.Count == 0)
                return Away(i, Role.Correction, "what does this correct? Change the line so that it says what is so");
            corrects = true;
            return i + 1;
        }
        if (word.Is(Role.Ready))
        {
            var end = Enumerable.Range(i, words.Count - i).FirstOrDefault(at => words[at].Is(Role.Join), words.Count);
            // Power off the connector: what is off?
            if (words.GetRange(i + 1, end - i - 1).Find(other => (other.Is(Role.Part) && !other.Is(Role.Part, "displayAssembly:lid")) || (other.Is(Role.Noun) && !(other.As(Role.Noun) is "machine" or "charger" or "power" or "place" or "tool" or "hand" or "piece")) || other.IsUnknown || other.Is(Role.Negation) || other.Is(Role.Modal) || other.Is(Role.PutBack) || other.Is(Role.Fraction) || other.Is(Role.Unit) || other.Figure is not null) is { } strange)
                Fault(strange.Start, strange.End, $"\"{strange.Text}\" is more than getting ready: put what was undone between commas");
            Remarks.Add(new(Role.Ready, word.Start, words[end - 1].End, segment));
            return end;
        }
        if (word.Is(Role.Damage) && IsDamage(i))
            return Damage(i);
        if (Numerals.At(words, i) is not null || word.Figure is not null)
            return Thing(i);
        if (word.Is(Role.Join))
        {
            joined = true;
            return i + 1;
        }
        if (Verb(i))
            return Deed(i);
        if (word.Is(Role.Hiding) && now?.Object is not null && StartsThing(i + 1))
        {
            hides = now.Object;
            Clauses.Remove(now);
            now = null;
            return i + 1;
        }
        if (word.Is(Role.HeldBy) && StartsThing(i + 1) && !(i + 1 < words.Count && Verb(i + 1)))
        {
            (now, heldBy) = (null, true);
            return i + 1;
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
        if (word.Is(Role.Preposition) && !(word.Is(Role.Describe) && StartsThing(i + 1) && !words[i + 1].Is(Role.Aside)) && Place(i) is { } placed)
            return placed;
        if (word.Is(Role.Attaching) && Attached(i) is { } attached)
            return attached;
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
        if (word.Text is "earlier" or "previously" or "beforehand" && now is { HasDeed: true } or { Particle: not null })
        {
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now.Start, word.End, segment));
            now = null;
            return i + 1;
        }
        if (word.Text == "where" && words.Skip(i + 1).Any(other => other.Is(Role.Deed) && !Nounish(other)))
            return Away(i, Role.Remark, "this says where or when, and what is done in it cannot be told apart: put what was done between commas");
        if (word.Text == "already" && now is not null && (now.Does("come") || now.Particle is not null || i + 1 == words.Count))
        {
            // The heatsink is gone already: how things stand.
            Clauses.Remove(now);
            Remarks.Add(new(Role.Remark, now.Start, word.End, segment));
            now = null;
            return i + 1;
        }
        // The paste looks grey and dry: what it is like.
        if (word.Text is "looks" or "look" or "looked" or "seems" or "feels" && now?.Object is not null && words.Skip(i + 1).All(other => other.Is(Role.Describe) || other.Is(Role.Aside) || other.Is(Role.Join)))
            return words.Count;
        if (word.Is(Role.Remark))
            return Remarked(i);
        if (word.Is(Role.Describe, "tight") && now?.Object is { } stiff && !StartsThing(i + 1))
        {
            stiff.IsTight = true;
            return i + 1;
        }
        if (word.Text is "maybe" or "perhaps" or "probably" or "almost" or "nearly")
            return Away(i, Role.Modal, "this is a guess: log it once it is done");
        if (word.Text is "m" or "p" or "t" or "y" && i + 1 < words.Count && words[i + 1].Number is not null)
            return Thing(i);
        if (word.Is(Role.Describe, "number") || word.Text is "size" or "double" or "triple")
            return Thing(i);
        if (word.Is(Role.Pronoun) || word.Is(Role.Noun) || word.Is(Role.Part) || word.Is(Role.Drive) || word.Is(Role.Distribution) || word.Is(Role.Describe, "captive") || word.Is(Role.Describe, "empty") || word.Is(Role.Describe, "tight") || word.Is(Role.Fraction) || (word.Is(Role.Describe) && Describes(i)) || (word.Is(Role.State) && StartsThing(i + 1)))
            return Thing(i);
        if (word.Is(Role.OfThem) && now?.Object is { } some)
        {
            some.IsOfThem = true;
            return i + 1;
        }
        // Peel it back; but two screws back are put back.
        if (word.Text == "back" && !(now?.Does("peel", "pull", "slide", "swing", "flip", "move") == true))
        {
            Fault(word.Start, word.End, "at the back, or put back? Putting back is no step");
            return i + 1;
        }
        // The black lead, then the white
        if (word.Is(Role.Describe, "look") && i > 0 && words[i - 1].Text is "the" or "a" && (i + 1 == words.Count || words[i + 1].Is(Role.Join)))
        {
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

    /// <summary>Whether something is left where it is; what is on the left is not.</summary>
    private bool Leaves(int i) => (words[i].Text != "left" || (i + 1 < words.Count && (words[i + 1].Is(Role.Pronoun) || words[i + 1].Text is "the" or "those" or "these" or "that"))) && !words.Skip(i).Any(word => word.Figure is not null || (word.Number is not null && word.Text != "one") || word.Is(Role.Fraction) || word.Is(Role.Join));

    /// <summary>Once the fan is out, while the lid is open: how things stand, which is a place in time. Null: it is none.</summary>
    private int? Subordinate(int i)
    {
        var word = words[i];
        if (word.Text is not ("once" or "when" or "while" or "now that" or "since" or "as soon as" or "because" or "as" or "after" or "before" or "once you" or "when you") || !StartsThing(i + 1) || Numerals.At(words, i + 1) is { Count: not null })
            return null;
        var to = i + 1;
        if (ThingAt(ref to, inPlace: true) is not { } thing || thing.IsNoun("screw", "standoff", "clip", "latch", "plug", "cable", "ribbon", "flap", "tab", "releaseTab", "lead", "antenna"))
            return word.Text == "once" ? i + 1 : null;
        var predicate = false;
        for (; to < words.Count; to++)
        {
            var other = words[to];
            if (predicate && !other.Is(Role.Particle) && !other.Is(Role.State))
                break;
            if (other.Is(Role.Deed) || other.Is(Role.Particle) || other.Is(Role.State) || other.Is(Role.PutBack))
                predicate = true;
            else if (!other.Is(Role.Aside) && !other.Is(Role.Modal))
                break;
        }
        if (!predicate)
            return null;
        leading.Add(new(word.Text, null, word.Start, words[to - 1].End));
        joined = false;
        now = null;
        return to;
    }

    /// <summary>Whether a counted fastener is named here.</summary>
    private bool Fasteners(int i)
    {
        while (i < words.Count && words[i].Is(Role.Aside))
            i++;
        if (Numerals.At(words, i) is not { } numeral)
            return false;
        for (i += numeral.Length; i < words.Count; i++)
        {
            if (words[i].As(Role.Noun) is "screw" or "clip" or "latch" or "releaseTab" or "standoff" or "strip" or "glue" or "softGlue" or "tape" or "stickyTape")
                return true;
            if (!words[i].Is(Role.Describe) && words[i].Figure is null && !words[i].Is(Role.Drive))
                return false;
        }
        return false;
    }

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
        if (deed == "stay" && (now?.Object is { IsPronoun: false } thing0 ? thing0 : null) is { } whole && !(whole.IsNoun("screw", "standoff", "piece") || whole.HasFacts || whole.Role is null))
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

    private int? Particle(int i)
    {
        var word = words[i];
        if (now?.Object is not null && word.Text is "off" or "out" or "away" && StartsThing(i + 1) && !joined && (words[i + 1].Text is "the" or "its" or "their" or "of" || (Nounish(words[i + 1]) && word.Text == "off")))
            return Place(i);
        if (now is null || joined)
        {
            if (word.Is(Role.Aside) || word.Is(Role.Preposition))
                return null;
            Begin(i);
            // The carrier: four screws, off the drive.
            if (word.Text is "off" or "out" && Clauses.Count > 1 && i + 1 < words.Count && words[i + 1].Text == "the" && StartsThing(i + 2))
            {
                joined = false;
                now!.Particle = word.Text;
                return Place(i);
            }
        }
        joined = false;
        now!.Particle ??= word.Text;
        now.Reach(word.Start, word.End);
        return i + 1;
    }

    /// <summary>A place: a preposition and what stands behind it.</summary>
    private int? Place(int i)
    {
        var word = words[i];
        if (word.Text is "in" or "on" && now is not null && (i + 1 == words.Count || words[i + 1].Is(Role.Join)) && (now.HasDeed || now.Object is not null))
            return Away(i, Role.PutBack, "this puts something back, which is no step: Putting back has it, and tells the order");
        if (word.Text is "till" or "until" or "so that")
            return Swallow(i, now is not null ? "what for" : null);
        if (word.Text is "to" or "for" or "by" && i + 1 < words.Count && words[i + 1].Is(Role.Deed) && !Nounish(words[i + 1]))
        {
            // Used a card to pop the clips; by sliding the lock.
            if (word.Text == "by" || now is null || now.Does("use", "run") || now.Object?.IsNoun("tool", "heatTool", "hand") == true)
            {
                now = null;
                return i + 1;
            }
            return Swallow(i, now.HasDeed || now.Object is not null ? "what for" : null);
        }
        // Released from one screw, loosened at its four screws, by two strips: what held it.
        if (word.Text is "from" or "at" or "by" or "through" && now is { HasDeed: true, Object.IsPart: true } && Fasteners(i + 1) && (word.Text != "through" || true))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // Drops out after two latches: they were opened.
        if (word.Text is "after" && now is not null && Numerals.At(words, i + 1) is not null)
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        if (word.Text is "before" or "after" && i + 1 < words.Count && words[i + 1].Is(Role.Deed))
            return Away(i, Role.Modal, "this points to another step: log it as a line of its own");
        var to = i + 1;
        Thing? of = null;
        // All round, 900 mm: no place.
        if (word.Is(Role.Aside) && to < words.Count && words[to].Figure is not null)
            return to;
        if (StartsThing(to))
            of = ThingAt(ref to, inPlace: true);
        var behind = to;
        while (behind < words.Count && words[behind].Is(Role.Aside))
            behind++;
        if (of is not null && IsWith(word) && behind < words.Count && behind > to && words[behind].Is(Role.Particle) && !of.IsNoun("tool", "hand"))
            to = behind;
        if (of is not null && IsWith(word) && to < words.Count && (words[to].Is(Role.Particle) || words[to].Is(Role.Deed)) && !of.IsNoun("tool", "hand"))
        {
            // With the duct away: how things stand, not what is done.
            to++;
            leading.Add(new(word.Text, null, word.Start, words[to - 1].End));
            return to;
        }
        if (of is { Total: not null })
            Fault(words[i].Start, words[to - 1].End, "how many are there in all, and what of them was undone? Say each group with its count");
        if (of is not null && word.Text == "between" && to + 1 < words.Count && words[to].Is(Role.Join) && StartsThing(to + 1))
        {
            to++;
            ThingAt(ref to, inPlace: true);
        }
        if (of is null && !(word.Text is "under" or "below" or "beneath" or "underneath" or "behind"))
            return word.Is(Role.Aside) || word.Is(Role.Particle) || to > i + 1 ? to : IsWith(word) ? null : i + 1;
        // Beneath each of the two
        if (of is { IsEach: true, Role: null } each && to + 1 < words.Count && words[to].Text == "of" && Numerals.At(words, words[to + 1].Text == "the" ? to + 2 : to + 1) is { Count: { } whole } numeral)
        {
            each.Number = whole;
            to += (words[to + 1].Text == "the" ? 2 : 1) + numeral.Length;
            if (to < words.Count && Nounish(words[to]))
                (each.Role, each.Is, each.Text) = (words[to].Senses.First(sense => sense.Role is Role.Noun or Role.Part).Role, words[to].Senses.First(sense => sense.Role is Role.Noun or Role.Part).Is, words[to++].Text);
        }
        if (of is { IsEach: true, Role: null } && word.Text is "for" or "per" or "on" or "in" or "at" && now?.Object is { } counted)
        {
            counted.IsForEach = true;
            return to;
        }
        // Four at 5 mm
        if (of is { Role: null, IsCounted: false, Length: { } reach } && now?.Object is { Length: null } measured && word.Text is "at" or "of" or "with" or "by")
        {
            (measured.Length, measured.IsLengthApart) = (reach, true);
            now.Reach(word.Start, words[to - 1].End);
            return to;
        }
        var place = new Attachment(word.Text, of, word.Start, words[to - 1].End);
        if (IsWith(word) && of is not null && With(of, place))
            return to;
        if (Ways.Contains(word.Text) && now is not null)
            now.Particle ??= word.Text.Split(' ')[0] is "from" ? null : "out";
        if (now is null || joined)
            leading.Add(place);
        else
        {
            now.Places.Add(place);
            now.Reach(place.Start, place.End);
        }
        return to;
    }

    /// <summary>What is done with: a tool, how a connection opens, or what has to be undone besides. False: a place.</summary>
    private bool With(Thing of, Attachment place)
    {
        if (of.IsNoun("tool", "heatTool", "solvent", "hand"))
        {
            if (of.Length is not null || of.Number is { Most: > 4 })
                Fault(place.Start, place.End, $"what of this is counted or measured? A {of.Text} is neither");
            now ??= Begin(words.FindIndex(word => word.Start == place.Start));
            if (of.Drive is { } drive && now.Object is { Drive: null } turned && turned.IsNoun("screw"))
                turned.Drive = drive;
            now.Tool = of.IsNoun("heatTool") ? Words.Tool.Heat : of.IsNoun("solvent") ? Words.Tool.Solvent : now.Tool;
            now.Reach(place.Start, place.End);
            return true;
        }
        if (of.IsNoun("flap", "slideLock", "bar", "lock", "lever", "press", "push", "latch") && now is not null)
            return false;
        if (of.IsPart || (of.IsNoun("holder", "cover") && now?.Object is { IsPart: true } && !of.IsCounted) || of.IsNoun("place", "seam", "piece", "chip", "machine") || (of.Text == "wires" && now?.Object?.IsNoun("plug", "cable") == true))
            return false;
        // Wireless card with two leads: what the line is about.
        if (now is { HasDeed: false, Particle: null, Object.IsPart: true })
            now.IsTopic = true;
        var clause = Begin(words.FindIndex(word => word.Start == place.Start));
        (clause.Object, clause.IsHeldBy) = (of, true);
        clause.Reach(place.Start, place.End);
        return true;
    }

    private int? Attached(int i)
    {
        if (i + 1 < words.Count && words[i + 1].Is(Role.Preposition) && !words[i + 1].Is(Role.Describe))
            return i + 1;
        if (!StartsThing(i + 1))
            return words[i].Is(Role.Aside) || i + 1 >= words.Count || words[i + 1].Is(Role.Preposition) || words[i + 1].Is(Role.Aside) || words[i + 1].Is(Role.Particle) ? i + 1 : null;
        var to = i + 1;
        if (ThingAt(ref to, inPlace: true) is not { } of)
            return null;
        // Beneath every foot sits a screw.
        if (words[i].Text is "sits" or "sit" or "lies" or "lie" or "lying" or "sitting" && of.IsNoun("screw", "standoff", "clip") && now is null)
        {
            heldBy = true;
            return i + 1;
        }
        if (words[i].Text.Contains("reach", StringComparison.Ordinal) && of.IsNoun("screw", "clip"))
            Fault(words[i].Start, words[to - 1].End, "were they undone as well? Say it between commas, such as 1 screw");
        var place = new Attachment(words[i].Text, of, words[i].Start, words[to - 1].End);
        if (now is null)
            leading.Add(place);
        else
        {
            now.Places.Add(place);
            now.Reach(place.Start, place.End);
        }
        return to;
    }

    /// <summary>The rest of the segment says what for, and is kept whole; what could be a fact in it is a fault.</summary>
    private int Swallow(int i, string? what)
    {
        var trouble = Enumerable.Range(i, words.Count - i).FirstOrDefault(at => words[at].Number is not null || words[at].Is(Role.Negation) || words[at].Is(Role.Fraction) || words[at].Is(Role.PutBack) || words[at].Is(Role.Modal) || words[at].Is(Role.Join) || words[at].IsUnknown, -1);
        if (what is null || trouble >= 0)
            Fault(words[Math.Max(i, trouble)].Start, words[^1].End, "say what was done, in a line or between commas of its own");
        else if (now is not null)
        {
            now.Places.Add(new("to", null, words[i].Start, words[^1].End));
            now.Reach(words[i].Start, words[^1].End);
        }
        return words.Count;
    }

    private int Remarked(int i)
    {
        var mine = Clauses.FindAll(clause => clause.Segment == segment);
        var hasFacts = words.Exists(word => word.Figure is not null || word.Number is not null || word.Is(Role.Negation));
        if (mine.Exists(clause => clause.HasDeed || clause.Particle is not null) || hasFacts)
        {
            Fault(words[i].Start, words[i].End, $"\"{words[i].Text}\" is a remark: note it, such as note \"…\", or say what was done");
            return words.Count;
        }
        Clauses.RemoveAll(clause => clause.Segment == segment);
        now = null;
        leading.Clear();
        Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
        return words.Count;
    }

    /// <summary>A piece of the line that makes no step: it says so.</summary>
    private int Away(int i, Role kind, string message)
    {
        Remarks.Add(new(kind, words[0].Start, words[^1].End, segment));
        Fault(words[i].Start, words[i].End, message);
        leading.Clear();
        return words.Count;
    }

    private int Negation(int i)
    {
        var word = words[i];
        // Ten clips, no, eleven
        if (word.Text == "no" && words.Count == 1 && Clauses.Count > 0)
        {
            corrects = true;
            return i + 1;
        }
        // A ribbon without a lock; no lock
        var to = i + 1;
        if ((word.Text is "without" || (word.Text is "no" && (IsFirst(i) || (i > 0 && IsWith(words[i - 1]))))) && StartsThing(to) && ThingAt(ref to) is { } lacking)
        {
            if (lacking.IsNoun("lock", "flap", "latch", "lever", "bar", "slideLock", "clip") && lacking.Number is null && !lacking.HasFacts)
            {
                var place = new Attachment("without", lacking, word.Start, words[to - 1].End);
                (now ?? Clauses.LastOrDefault())?.Places.Add(place);
                if (now is null && Clauses.Count == 0)
                    leading.Add(place);
                return to;
            }
        }
        // Not captive
        if (word.Text is "not" or "none" or "never" && i + 1 < words.Count && words[i + 1].Is(Role.Describe, "captive") && !StartsThing(i + 2))
            return i + 2;
        // Without touching the heatsink: how.
        if (word.Text == "without" && now is not null && i + 1 < words.Count && words[i + 1].Text.EndsWith("ing", StringComparison.Ordinal))
        {
            now.Places.Add(new("how", null, word.Start, words[^1].End));
            return words.Count;
        }
        // Beside the sticker and not below it; zero, not ph: the contrary of what was said.
        if (word.Text == "not" && i + 1 < words.Count && now?.Object is not null && words.Skip(i + 1).All(other => other.Is(Role.Preposition) || other.Is(Role.Pronoun) || other.Is(Role.Drive) || (other.Is(Role.Aside) && !other.Is(Role.Deed))) && words.Skip(i + 1).Any(other => other.Is(Role.Pronoun) || other.Is(Role.Drive)))
        {
            now.Places.Add(new("not", null, word.Start, words[^1].End));
            now.Reach(word.Start, words[^1].End);
            return words.Count;
        }
        // The seal isn't touched: how things stand.
        if (now is { HasDeed: false, Particle: null, Object: { IsThe: true, IsCounted: false, HasFacts: false } } untouched && Clauses.FindAll(clause => clause.Segment == segment).Count == 1)
        {
            Clauses.Remove(untouched);
            now = null;
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        if (IsFirst(i))
        {
            // What is not there, or was not done, is noted where the line says something else.
            if (word.Text is "no" && words.Count == 1)
                return Away(i, Role.Negation, "is that a correction? Change the line so that it says what is so");
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            leading.RemoveAll(place => place.Preposition != "without");
            return words.Count;
        }
        return Away(i, Role.Negation, "this says what is not so, or was not done: a line says what was done");
    }

    private bool IsDamage(int i)
    {
        var word = words[i];
        if (!word.Is(Role.Deed) || (i > 0 && words[i - 1].Text is "was" or "were" or "got" or "been"))
            return true;
        if (word.Is(Role.Deed, "break"))
            return !words.Skip(i).Any(other => other.Is(Role.Noun, "seal"));
        return now is { Object: not null, HasDeed: false } && !joined && !StartsThing(i + 1);
    }

    private int Damage(int i)
    {
        // What broke is no step of its own: one clip snapped.
        if (now is { HasDeed: false, Object: { } broken })
        {
            // The paste cracks: it parts.
            if (broken.IsNoun("paste", "glue", "softGlue", "rigidGlue", "pad"))
                return i + 1;
            // The flap that broke was opened.
            if (broken.IsNoun("seal") && words[i].Text is "broken" or "broke" or "torn" or "cracked" or "split")
            {
                now.Deeds.Add("break");
                return i + 1;
            }
            if (!broken.IsNoun("flap", "bar", "lock", "slideLock"))
                Clauses.Remove(now);
            Remarks.Add(new(Role.Damage, now.Start, words[^1].End, segment));
        }
        else
        {
            Remarks.Add(new(Role.Damage, words[i].Start, words[^1].End, segment));
        }
        now = null;
        leading.Clear();
        var behind = Enumerable.Range(0, words.Count).FirstOrDefault(at => words[at].Is(Role.Negation) || words[at].Is(Role.Fraction) || words[at].Is(Role.PutBack) || words[at].Is(Role.Modal) || words[at].Is(Role.Unit), -1);
        if (behind >= 0)
            Fault(words[behind].Start, words[behind].End, "say what broke in a line of its own");
        return words.Count;
    }

    /// <summary>All but two of the ten screws; half of the twelve clips.</summary>
    private int Fraction(int i)
    {
        var text = words[i].Text;
        var at = i + 1;
        int? less = null;
        // Ten, half under feet
        if (text == "half" && at < words.Count && words[at].Is(Role.Preposition) && Clauses.LastOrDefault()?.Object is { Number.Exact: { } even } && even % 2 == 0)
        {
            Give(new() { Number = even / 2, IsOfThem = true, Start = words[i].Start, End = words[i].End }, i);
            return at;
        }
        // Half of them on the hinge side: where, and no fact.
        if (at < words.Count && words[at].Is(Role.OfThem) | words[at].Is(Role.Pronoun) && at + 1 < words.Count && words[at + 1].Is(Role.Preposition) && words[at + 1].Text is "on" or "at" or "in" or "along" or "near" or "by" && Clauses.Count > 0 && !words.Skip(at + 1).Any(word => word.Number is not null || word.Is(Role.Negation)))
        {
            Clauses[^1].Places.Add(new("half", null, words[i].Start, words[^1].End));
            return words.Count;
        }
        // Twelve, all but two captive: the others are.
        if (text == "all but" && Numerals.At(words, at) is { Count.Exact: { } loose } not && Clauses.LastOrDefault()?.Object is { Number.Exact: { } whole } && whole > loose)
        {
            var to = at + not.Length;
            if (to < words.Count && ThingAt(ref to) is { Captive: true } held)
            {
                (held.Number, held.IsOfThem) = (whole - loose, true);
                Give(held, i);
                return to;
            }
        }
        if (text == "all but" && Numerals.At(words, at) is { Count.Exact: { } but } exception)
            (less, at) = (but, at + exception.Length);
        while (at < words.Count && (words[at].Is(Role.Aside) || words[at].Text == "of"))
            at++;
        if ((less is not null || text is "half of" or "half the" or "half") && at < words.Count && Numerals.At(words, at) is { Count.Exact: { } all })
        {
            var to = at;
            if (ThingAt(ref to) is { } thing && (less is { } l ? all - l : all % 2 == 0 ? all / 2 : 0) is > 0 and var left)
            {
                thing.Number = left;
                Give(thing, i);
                return to;
            }
        }
        return Away(i, Role.Fraction, "a share of what nobody counted is no count: say how many were undone");
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
        // Two screws either side: where.
        if (now?.Object is { IsCounted: true } && !joined && thing is { IsEach: true } && thing.IsNoun("place"))
        {
            now.Places.Add(new("on", thing, thing.Start, thing.End));
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
                if (before.HasDeed && !before.IsSubject)
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

    /// <summary>The thing that is named from here on; null: none is.</summary>
    private Thing? ThingAt(ref int at, bool inPlace = false)
    {
        var thing = new Thing { Start = words[at].Start, IsThe = at > 0 && (words[at - 1].Text is "its" or "their" or "that" or "this" || words[at - 1].Text.EndsWith("the", StringComparison.Ordinal)), IsIts = at > 0 && words[at - 1].Text is "its" or "their", IsAll = at > 0 && words[at - 1].Text is "all" or "all the" };
        var (i, head, any) = (at, false, false);
        var strangers = new List<Lexeme>();
        for (; i < words.Count; i++)
        {
            var word = words[i];
            if (word.IsStop)
                break;
            if (!head && Article(word) && !thing.IsPronoun)
            {
                thing.IsIts |= word.Text is "its" or "their";
                thing.IsThe |= word.Text is "the" or "its" or "their" or "that" or "this";
                continue;
            }
            if (word.Text is "the others" or "others" or "the rest" or "rest" && !any && !head && i + 1 < words.Count)
            {
                (thing.IsOther, thing.IsDefinite, any) = (true, true, true);
                continue;
            }
            if (word.Is(Role.Pronoun) && !any && !head)
            {
                thing.IsPronoun = true;
                thing.Many = word.Text is "them" or "em" or "'em" or "they" || word.Text.EndsWith("them", StringComparison.Ordinal) || word.Text.EndsWith("ones", StringComparison.Ordinal);
                any = true;
                i++;
                break;
            }
            // Screws of size zero
            if (head && word.Text == "of" && i + 1 < words.Count && (words[i + 1].Text is "size" or "number" || words[i + 1].Figure is { Size: not null }))
                continue;
            // number two cross; size one
            if (Sized(thing, ref i))
            {
                any = true;
                continue;
            }
            // Adhesive under the battery, 200 mm: the battery has none.
            if (head && (inPlace || thing.IsPart || thing.IsNoun("place", "seam")) && word.Number is not null && i + 1 < words.Count && words[i + 1].Is(Role.Unit))
                break;
            if (Measured(thing, ref i))
            {
                any = true;
                continue;
            }
            if (Facts(thing, ref i))
            {
                any = true;
                continue;
            }
            if (Numerals.At(words, i) is { } numeral && !(word.Is(Role.Describe, "another")))
            {
                // Slot 1, fan 2: a name.
                if (head && numeral.Length == 1 && !StartsThing(i + 1) && ((word.Figure is not null && ((thing.IsPart && thing.Is.Split(':')[0] is "fan" or "storage" or "memory" or "speakers") || thing.Text is "slot" or "socket" or "bay" or "place" or "hole" or "row" or "port" or "position")) || (i + 1 == words.Count && !thing.Many && thing.IsNoun("ribbon", "cable") && word.Figure is null && word.Number is not null)))
                {
                    thing.Which.Add(word.Text);
                    continue;
                }
                // Clips ten, antenna leads black and white
                if (head && !thing.IsCounted && thing.Many && i + numeral.Length == words.Count && !inPlace && numeral.Count is not null)
                {
                    if (numeral.Count is { Least: < 1 })
                        Fault(word.Start, word.End, string.Create(CultureInfo.InvariantCulture, $"a count is a whole number from 1 to {RecordLimits.Count}"));
                    thing.Number = numeral.Count;
                    i += numeral.Length - 1;
                    continue;
                }
                if (head || thing.IsCounted)
                {
                    if (head)
                        break;
                    Fault(word.Start, word.End, "the count is said twice");
                    i += numeral.Length - 1;
                    continue;
                }
                if (numeral.Count is { } n && (n.Least < 1 || n.Most > RecordLimits.Count))
                    Fault(word.Start, word.End, string.Create(CultureInfo.InvariantCulture, $"a count is a whole number from 1 to {RecordLimits.Count}"));
                thing.Number = numeral.Count;
                thing.IsDefinite = i > 0 && (words[i - 1].Text is "those" or "these" or "other" || words[i - 1].Text.EndsWith("the", StringComparison.Ordinal));
                thing.Uncounted = numeral.Count is null;
                thing.IsBoth |= word.Text is "both" or "both of" or "both of the";
                i += numeral.Length - 1;
                any = true;
                if (i + 1 < words.Count && words[i + 1].Is(Role.OfThem))
                {
                    thing.IsOfThem = true;
                    i++;
                    continue;
                }
                // Three of the ten
                if (i + 2 < words.Count && words[i + 1].Text == "of" && Numerals.At(words, words[i + 2].Text is "the" or "these" ? i + 3 : i + 2) is { Count: { } total } all)
                {
                    (thing.Total, thing.IsOfThem) = (total, true);
                    if (total.Most < thing.Number?.Least)
                        Fault(word.Start, words[i + 2].End, "more than there are: say how many were undone");
                    i += (words[i + 2].Text is "the" or "these" ? 2 : 1) + all.Length;
                    continue;
                }
                if (i + 2 < words.Count && words[i + 1].Text == "of" && StartsThing(i + 2) && word.Is(Role.Count) | word.Figure is not null)
                {
                    thing.IsOfThem = true;
                    i++;
                }
                continue;
            }
            if (word.Is(Role.Drive) && !(head && thing.Role is not null && !thing.IsNoun("screw", "standoff", "piece")))
            {
                if (thing.Drive is { } other && other.Word() != word.As(Role.Drive))
                    Fault(word.Start, word.End, "another word says otherwise: put a comma between them");
                if (WordList.TryParse<Drive>(word.As(Role.Drive)!, out var drive))
                    thing.Drive = drive;
                any = true;
                continue;
            }
            if (any && word.Is(Role.Distribution) && !StartsThing(i + 1) && thing.IsCounted)
            {
                thing.IsForEach = true;
                continue;
            }
            if (word.Is(Role.Distribution) && (thing.IsCounted || thing.HasFacts))
                break;
            if (!head && word.Is(Role.Distribution))
            {
                (thing.IsEach, any) = (true, true);
                continue;
            }
            // Four out of five clips
            if (!head && thing.IsCounted && word.Text is "out of" && Numerals.At(words, i + 1) is { } whole)
            {
                i += whole.Length;
                continue;
            }
            // All captive bar one
            if (thing.Captive && word.Text is "bar" or "except" or "apart from" && i + 1 < words.Count && words[i + 1].Number is { } except)
            {
                thing.Except = (int)except;
                i++;
                continue;
            }
            // M2.5, 5 long
            if (!head && word.Text is "long" && thing.Number is { Exact: { } long0 } && (thing.Thread is not null || thing.Size is not null) && thing.Length is null && words[i - 1].Figure?.Number is not null && (i < 2 || words[i - 2].Figure is not null || words[i - 2].Is(Role.Drive)))
            {
                (thing.Length, thing.Number) = (long0, null);
                continue;
            }
            // Captive x 6
            if (any && word.Text is "x" or "×" && !thing.IsCounted && thing.Thread is null && i + 1 < words.Count && words[i + 1].Figure?.Number is { } multiple && multiple == Math.Floor(multiple))
            {
                thing.Number = (int)multiple;
                i++;
                continue;
            }
            // Two more of the same
            if (!head && thing.IsCounted && word.Is(Role.Describe, "another"))
            {
                (thing.IsAnother, any) = (true, true);
                if (i + 1 < words.Count && words[i + 1].Text == "of")
                    i++;
                continue;
            }
            // Snap clips, base pops
            if (head && word.Is(Role.Deed) && (!Nounish(word) || (!StartsNounBehind(i) && word.Is(Role.Deed, "slide"))))
                break;
            if (!head && word.Is(Role.State) && StartsThing(i + 1))
            {
                thing.State = word.As(Role.State);
                continue;
            }
            if (!head && word.Is(Role.Describe) && (Describes(i) || !Nounish(word)) && !(Nounish(word) && !Describes(i)))
            {
                var what = word.As(Role.Describe)!;
                if (what == "another")
                    thing.IsAnother = true;
                else if (what == "empty")
                    thing.IsEmpty = true;
                else if (what == "tight")
                    thing.IsTight = true;
                else if (what == "captive")
                    thing.Captive = true;
                else if (Positions.Contains(what))
                    thing.Which.Add(what);
                thing.IsOther |= what == "other" || word.Text is "last" or "remaining" or "final";
                thing.IsAnother |= what is "second" or "third" or "other";
                any = true;
                continue;
            }
            // Latches left and right
            if (head && thing is { Many: true, IsCounted: false } && thing.IsNoun("latch", "plug", "antenna", "lead", "foot") && word.Text is "left" or "front" && i + 2 < words.Count && words[i + 1].Is(Role.Join) && words[i + 2].Text is "right" or "rear" or "back")
            {
                thing.Number = 2;
                i += 2;
                continue;
            }
            // The fan's plug
            if (head && thing.IsPart && word.Text == "'s" && i + 1 < words.Count && Enumerable.Range(i + 1, words.Count - i - 1).FirstOrDefault(at => !words[at].Is(Role.Describe) && words[at].Number is null, words.Count) is var owned && owned < words.Count && words[owned].Is(Role.Noun) && !words[owned].Is(Role.Deed))
            {
                if (words[i + 1].Number is not null && Numerals.At(words, i + 1) is { } ofIts)
                {
                    (thing.Number, thing.Uncounted) = (ofIts.Count, ofIts.Count is null);
                    i += ofIts.Length;
                }
                continue;
            }
            if (word.Is(Role.Fraction))
                break;
            // Pull tab left
            if (head && word.Is(Role.Describe) && (!Nounish(word) || word.Text is "left" or "right") && Positions.Contains(word.As(Role.Describe)!) && !Describes(i) && !(word.Is(Role.Particle) || word.Text is "back"))
            {
                thing.Which.Add(word.As(Role.Describe)!);
                continue;
            }
            if (head && word.Is(Role.Describe, "captive"))
            {
                thing.Captive = true;
                continue;
            }
            if (word.Text == "loose" && any && !head && (thing.IsCounted || thing.IsOther) && !StartsThing(i + 1))
            {
                thing.IsLoose = true;
                continue;
            }
            if (word.Is(Role.Describe, "tight"))
            {
                (thing.IsTight, any) = (true, true);
                continue;
            }
            // A bit of black tape: of what it is a bit.
            if (head && thing.IsNoun("piece", "strip") && word.Text == "of" && Enumerable.Range(i + 1, words.Count - i - 1).FirstOrDefault(at => !words[at].Is(Role.Describe), words.Count) is var bit && bit < words.Count && words[bit].Is(Role.Noun))
            {
                head = false;
                continue;
            }
            if (head && word.Is(Role.Describe, "empty"))
            {
                thing.IsEmpty = true;
                continue;
            }
            if (Nounish(word))
            {
                // Two screws, fan plug: more than one describes nothing; nor does a flap describe a part.
                if (head && (thing.Many && thing.Is is not ("other" or "speakers") || (thing.IsNoun("flap", "slideLock", "bar", "lock") && word.Is(Role.Part))))
                    break;
                if (head && (word.Is(Role.Preposition) || (word.Is(Role.Aside) && !word.Is(Role.Noun, "screw"))))
                    break;
                if (head)
                    thing.Before.Add(new(thing.Role!.Value, thing.Is, thing.Many));
                var sense = Array.Find(word.Senses, one => one.Role is Role.Noun or Role.Part);
                (thing.Role, thing.Is, thing.Many, thing.Text, head, any) = (sense.Role, sense.Is, sense.Many, word.Text, true, true);
                continue;
            }
            if (word.IsUnknown && (!head || StartsNounBehind(i)))
            {
                strangers.Add(word);
                any = true;
                continue;
            }
            break;
        }
        if (!any)
            return null;
        thing.End = words[i - 1].End;
        // A place may have any name, but not one that a slip made of a known word.
        foreach (var stranger in strangers)
        {
            if (!inPlace || Lexicon.CouldName(stranger.Text))
                Stranger(stranger, thing);
        }
        at = i;
        return thing;
    }

    private bool StartsNounBehind(int i) => i + 1 < words.Count && (Nounish(words[i + 1]) || (words[i + 1].IsUnknown && StartsNounBehind(i + 1)));

    private static bool Article(Lexeme word) => word.Is(Role.Aside) && word.Text is "the" or "a" or "an" or "its" or "his" or "her" or "their" or "my" or "your" or "our" or "this" or "that" or "these" or "those" or "all" or "just" or "only" or "all the"
        or "whole" or "very" or "quite" or "really" or "rather" or "kind" or "lovely" or "nice" or "pesky" or "blasted" or "bloody" or "damn" or "wretched" or "awkward" or "tricky" or "fiddly" or "flat" or "pretty" or "slightly" or "poor" or "dear" or "stubborn" or "another";

    /// <summary>A word that nobody knows: a drive of screws, or a part.</summary>
    private void Stranger(Lexeme word, Thing thing)
    {
        thing.IsStrange = true;
        // A letter for a figure: pho is ph0.
        var figures = word.Text.Replace('o', '0').Replace('l', '1');
        var near = figures != word.Text && Figures.TrySize(figures, out _, out _) ? figures : nearest(word.Text);
        var meant = near is null ? "" : $"; did you mean \"{near}\"?";
        var text = StepLine.Shown(word.Text);
        faults.Add(near is not null ? new(word.Start, word.End, $"unrecognised word \"{text}\"{meant}", near)
            : thing.IsNoun("screw", "standoff") ? new(word.Start, word.End, $"unrecognised word \"{text}\": which drive is that?", null) { Asks = StrangerKind.Drive }
            : thing.Role is null ? new(word.Start, word.End, $"unrecognised word \"{text}\": what part is that? Name it with its kind, such as lift = {text}:other", null) { Asks = StrangerKind.Part }
            : new(word.Start, word.End, $"unrecognised word \"{text}\"", null));
    }

    /// <summary>The size of a driver said in words: size one, number zero cross.</summary>
    private bool Sized(Thing thing, ref int i)
    {
        static string? Digits(string text) => text switch { "zeros" or "zeroes" or "zero" or "nought" or "naught" or "aught" or "oh" or "0" => "0", "double zero" or "double nought" or "double oh" or "00" => "00", "triple zero" or "000" => "000", _ => null };
        string? Number(int at)
        {
            if (at >= words.Count)
                return null;
            if (words[at].Text is "double" or "triple" && at + 1 < words.Count && Digits(words[at + 1].Text) == "0")
                return words[at].Text == "double" ? "00" : "000";
            if (Digits(words[at].Text) == "0" && at + 1 < words.Count && Digits(words[at + 1].Text) == "0")
                return at + 2 < words.Count && Digits(words[at + 2].Text) == "0" ? "000" : "00";
            return Digits(words[at].Text) ?? words[at].Number?.ToString(CultureInfo.InvariantCulture);
        }
        var named = words[i].Text is "size" or "number" or "no." or "nr";
        var drive = i + (named ? 1 : 0) is var from && words[i].Is(Role.Drive) ? words[i] : null;
        // Double zero cross
        if (!named && (words[i].Text is "double" or "triple" || Digits(words[i].Text) is not null && words[i].Figure is null) && Number(i) is { } ahead && (i + (words[i].Text is "double" or "triple" ? 2 : ahead.Length) is var behind) && behind < words.Count && words[behind].Is(Role.Drive) && WordList.TryParse<Drive>(words[behind].As(Role.Drive)!, out var turning))
        {
            (thing.Drive, thing.Size) = (turning, Figures.SizeOf(turning, ahead));
            i = behind;
            return true;
        }
        if (!named && !(drive is not null && i + 1 < words.Count && (words[i + 1].Text is "size" or "number" or "no." or "nr" || Digits(words[i + 1].Text) is not null || (words[i + 1].Text is "double" or "triple"))))
            return false;
        var at = named ? i + 1 : words[i + 1].Text is "size" or "number" or "no." or "nr" ? i + 2 : i + 1;
        if (at < words.Count && words[at].Figure is { Size: not null } && named)
        {
            i = at - 1;
            return true;
        }
        if (Number(at) is not { } number)
            return false;
        var took = words[at].Text is "double" or "triple" ? at + 1 : number is "00" or "000" && words[at].Text.Length > 3 ? at + number.Length - 1 : at;
        if (named && took + 1 < words.Count && words[took + 1].Is(Role.Drive))
            (drive, took) = (words[took + 1], took + 1);
        var kind = drive?.As(Role.Drive) is { } word && WordList.TryParse<Drive>(word, out var said) ? said : thing.Drive;
        if (kind is null)
        {
            thing.SizeNumber = number;
            i = took;
            return true;
        }
        thing.Drive = kind;
        if (thing.Size is not null)
            Fault(words[i].Start, words[took].End, "the size is said twice");
        thing.Size = Figures.SizeOf(kind.Value, number);
        i = took;
        return true;
    }

    /// <summary>A number with its unit: a length, or what is no count.</summary>
    private bool Measured(Thing thing, ref int i)
    {
        // 3 by 4 cm is an area, and no length.
        if (i + 3 < words.Count && words[i].Number is not null && words[i + 1].Text is "by" or "x" && words[i + 2].Number is not null && words[i + 3].Is(Role.Unit) && thing.Thread is null && thing.Size is null)
        {
            i += 3;
            return true;
        }
        // Thirty five centimetres
        if (i + 2 < words.Count && words[i].Figure is null && words[i].Number is >= 20 and <= 90 and var tens && words[i + 1].Figure is null && words[i + 1].Number is >= 1 and <= 9 and var ones && words[i + 2].As(Role.Unit) is "mm" or "cm" && thing.Length is null)
        {
            thing.Length = (tens + ones) * (words[i + 2].As(Role.Unit) == "cm" ? 10 : 1);
            thing.IsLengthApart = true;
            i += 2;
            if (i + 1 < words.Count && words[i + 1].Text is "of" or "long" or "each")
                i++;
            return true;
        }
        if (i + 1 >= words.Count || words[i].Number is not { } number || !words[i + 1].Is(Role.Unit))
            return false;
        var unit = words[i + 1].As(Role.Unit);
        if (unit == "none")
        {
            // A way, a square or a cell is no unit where it is counted.
            if (Nounish(words[i + 1]))
                return false;
            if (words[i + 1].Text is "pin" or "pins" or "pole" or "poles" or "way" or "ways" or "lane" or "lanes" or "cell" or "cells" && !StartsNounBehind(i + 1))
                return false;
            thing.End = words[i + 1].End;
            i++;
            return true;
        }
        if (thing.Length is not null)
            Fault(words[i].Start, words[i + 1].End, "the length is said twice");
        thing.Length = number * unit switch { "cm" => 10, "m" => 1000, "inch" => 25.4, _ => 1 };
        thing.IsLengthApart = true;
        i++;
        // 60 mm of tape
        if (i + 1 < words.Count && words[i + 1].Text is "of" or "long" or "each")
            i++;
        return true;
    }

    /// <summary>Size, thread and length of screws.</summary>
    private bool Facts(Thing thing, ref int i)
    {
        if (words[i].Figure is { } figure)
        {
            if (figure.Size is not null)
            {
                if (thing.Size is not null)
                    Fault(words[i].Start, words[i].End, "the size is said twice");
                if (thing.Drive is { } said && said != figure.Drive)
                    Fault(words[i].Start, words[i].End, $"{figure.Size} is a {figure.Drive!.Value.Name()} size");
                (thing.Drive, thing.Size) = (figure.Drive, figure.Size);
                return true;
            }
            // Two of them: sodimm x2
            if (figure.Length is { } many && figure.Thread is null && words[i].Text[0] is 'x' or '×' && thing.Role is not null && !thing.IsNoun("screw", "standoff", "piece") && !thing.HasFacts && !thing.IsCounted && many == Math.Floor(many))
            {
                thing.Number = (int)many;
                return true;
            }
            if (figure.Thread is not null || figure.Length is not null)
            {
                if ((figure.Thread is not null && thing.Thread is not null) || (figure.Length is not null && thing.Length is not null))
                    Fault(words[i].Start, words[i].End, figure.Thread is not null ? "the thread is said twice" : "the length is said twice");
                (thing.Thread, thing.Length) = (figure.Thread ?? thing.Thread, figure.Length ?? thing.Length);
                thing.IsLengthApart |= figure.Length is not null && words[i].Text[0] is not ('x' or '×' or '*');
                return true;
            }
        }
        // m2 by 5, m2 x 5 mm
        if (words[i].Text is "x" or "by" or "×" or "*" && (thing.Thread is not null || thing.Size is not null) && thing.Length is null && i + 1 < words.Count && words[i + 1].Number is { } length)
        {
            thing.Length = length;
            i++;
            if (i + 1 < words.Count && words[i + 1].As(Role.Unit) == "mm")
                i++;
            return true;
        }
        // m two point five by six
        if (words[i].Text == "m" && i + 1 < words.Count && words[i + 1].Number is { } thick && thing.Thread is null)
        {
            var (said, tenths) = (string.Create(CultureInfo.InvariantCulture, $"M{thick}"), i + 3 < words.Count && words[i + 2].Text == "point" ? words[i + 3].Number : null);
            thing.Thread = tenths is { } tenth ? string.Create(CultureInfo.InvariantCulture, $"{said}.{tenth}") : said;
            i += tenths is null ? 1 : 3;
            return true;
        }
        // p two, t five, p h one
        if (words[i].Text is "p" or "t" or "y" or "ph" or "p h" && i + 1 < words.Count && words[i + 1].Number is { } driver && (words[i + 1].Figure is null || words[i].Text.Length == 1) && thing.Size is null && driver < 50)
        {
            var turned = words[i].Text switch { "p" => Words.Drive.FiveLobe, "t" => Words.Drive.SixLobe, "y" => Words.Drive.TriLobe, _ => Words.Drive.Cross };
            (thing.Drive, thing.Size) = (turned, Figures.SizeOf(turned, driver.ToString(CultureInfo.InvariantCulture)));
            i++;
            return true;
        }
        return false;
    }

    private void Fault(int start, int end, string message) => faults.Add(new(start, end, message, null));
}
