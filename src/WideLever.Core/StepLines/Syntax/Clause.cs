using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Something that a clause speaks of: its head, how many, and what is said of it.</summary>
internal sealed class Thing
{
    /// <summary>Whether the head is a part, or another noun; null: nothing but figures or a pronoun.</summary>
    public Role? Role { get; set; }

    /// <summary>What the head stands for, a key of the lexicon.</summary>
    public string Is { get; set; } = "";

    public string Text { get; set; } = "";

    public Count? Number { get; set; }

    /// <summary>Whether somebody said that nobody counted.</summary>
    public bool Uncounted { get; set; }

    /// <summary>Whether somebody said that there is none: tabs 0x.</summary>
    public bool IsNone { get; set; }

    /// <summary>Whether it names more than one.</summary>
    public bool Many { get; set; }

    public Drive? Drive { get; set; }

    public string? Size { get; set; }

    public string? Thread { get; set; }

    public double? Length { get; set; }

    /// <summary>Whether the length was said with its unit, and not behind a thread.</summary>
    public bool IsLengthApart { get; set; }

    public bool Captive { get; set; }

    /// <summary>Left, upper, second: what tells it from others of its kind.</summary>
    public List<string> Which { get; } = [];

    /// <summary>Black, long, main: what it looks like, which may tell it from another.</summary>
    public List<string> Looks { get; } = [];

    /// <summary>Nouns before the head: the fan of a fan screw.</summary>
    public List<Sense> Before { get; } = [];

    public string? State { get; set; }

    /// <summary>The number of a driver's size, where its drive was said before: number zero.</summary>
    public string? SizeNumber { get; set; }

    public bool IsEmpty { get; set; }

    /// <summary>Whether nobody knows the word that names it.</summary>
    public bool IsStrange { get; set; }

    /// <summary>The others, the last one: what is left of those that were spoken of.</summary>
    public bool IsOther { get; set; }

    /// <summary>Whether its count is of what was spoken of: the two at the rear.</summary>
    public bool IsDefinite { get; set; }

    public bool IsAnother { get; set; }

    public bool IsBoth { get; set; }

    public bool IsEach { get; set; }

    /// <summary>Whether its count is said for each of something: two screws each.</summary>
    public bool IsForEach { get; set; }

    public bool IsTight { get; set; }

    public bool IsLoose { get; set; }

    /// <summary>How many there are in all, of which these are some.</summary>
    public Count? Total { get; set; }

    /// <summary>How many are otherwise: all captive bar one.</summary>
    public int? Except { get; set; }

    /// <summary>Whether it is said of all of them.</summary>
    public bool IsAll { get; set; }

    /// <summary>Whether an article says that it was spoken of.</summary>
    public bool IsThe { get; set; }

    /// <summary>Whether it belongs to what was spoken of: its plug.</summary>
    public bool IsIts { get; set; }

    /// <summary>It, them, ones: what was spoken of before.</summary>
    public bool IsPronoun { get; set; }

    /// <summary>Some of what was spoken of before: two of them.</summary>
    public bool IsOfThem { get; set; }

    public int Start { get; set; }

    public int End { get => Math.Max(field, Start); set; }

    public bool IsCounted => Number is not null || Uncounted;

    public bool HasFacts => Drive is not null || SizeNumber is not null || Size is not null || Thread is not null || Length is not null || Captive;

    public bool IsNoun(params ReadOnlySpan<string> these) => Role == StepLines.Role.Noun && these.Contains(Is);

    public bool IsPart => Role == StepLines.Role.Part;

    /// <summary>The part that it is, or that it belongs to.</summary>
    public string? PartOf => IsPart ? Is : Before.FindLast(sense => sense.Role == StepLines.Role.Part) is { Is: { Length: > 0 } part } ? part : null;

    public bool HasBefore(params ReadOnlySpan<string> nouns)
    {
        foreach (var sense in Before)
        {
            if (nouns.Contains(sense.Is))
                return true;
        }
        return false;
    }
}

/// <summary>A place, or what is done with: a preposition and what stands behind it.</summary>
internal sealed record Attachment(string Preposition, Thing? Of, int Start, int End)
{
    public int Start { get; } = Math.Min(Start, End);

    public int End { get; } = Math.Max(Start, End);
}

/// <summary>One thing that a line says: a deed, what it is done to, and where.</summary>
internal sealed class Clause
{
    public List<string> Deeds { get; } = [];

    /// <summary>Its first deed as it was said.</summary>
    public string DeedSaid { get; set; } = "";

    public Thing? Object { get; set; }

    public List<Attachment> Places { get; } = [];

    public string? Particle { get; set; }

    public string? State { get; set; }

    /// <summary>Whether what stands before a colon: what the rest of the line is about.</summary>
    public bool IsTopic { get; set; }

    /// <summary>Whether it follows <c>and</c> without a deed of its own.</summary>
    public bool IsJoined { get; set; }

    /// <summary>Whether its deed is that of the clause before <c>and</c>.</summary>
    public bool IsCopied { get; set; }

    /// <summary>Whether what it is done to stands before the deed.</summary>
    public bool IsSubject { get; set; }

    /// <summary>Whether its object is what another thing is held by.</summary>
    public bool IsHeldBy { get; set; }

    /// <summary>What hides its screws, where the cover was said first: a label that hides two screws.</summary>
    public Thing? HiddenBy { get; set; }

    public Tool? Tool { get; set; }

    /// <summary>Whether it only says what something is like: the seal is still good.</summary>
    public bool IsStatement { get; set; }

    /// <summary>Whether it stands right behind a colon.</summary>
    public bool IsBehindColon { get; set; }

    /// <summary>Whether its thing is announced before it is worked at: now the fan, the battery next.</summary>
    public bool IsAnnounced { get; set; }

    /// <summary>Whether it says what the thing before is: it's a wire plug.</summary>
    public bool IsAbout { get; set; }

    /// <summary>Whether it sums up what was said: so four screws.</summary>
    public bool IsSum { get; set; }

    /// <summary>Whether it follows <c>then</c>.</summary>
    public bool IsNext { get; set; }

    /// <summary>Whether it says what the thing before is: which is just a plug.</summary>
    public bool IsWhich { get; set; }

    /// <summary>Whether it says again, and otherwise, what stands before it.</summary>
    public bool Corrects { get; set; }

    /// <summary>The stop-to-stop piece of the line that it stands in.</summary>
    public int Segment { get; set; }

    public int Start { get; set; } = int.MaxValue;

    public int End { get; set; }

    public bool HasDeed => Deeds.Count > 0;

    public bool Does(params ReadOnlySpan<string> these)
    {
        foreach (var deed in Deeds)
        {
            if (these.Contains(deed))
                return true;
        }
        return false;
    }

    public void Reach(int start, int end)
    {
        Start = Math.Min(Start, start);
        End = Math.Max(End, end);
    }
}

/// <summary>What stands in a line besides clauses of deeds.</summary>
/// <param name="Kind">Which sort.</param>
/// <param name="Start">Where it begins.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Segment">The piece of the line that it stands in.</param>
internal sealed record Remark(Role Kind, int Start, int End, int Segment)
{
    // Words that were put into another order keep their places.
    public int Start { get; } = Math.Min(Start, End);

    public int End { get; } = Math.Max(Start, End);
}
