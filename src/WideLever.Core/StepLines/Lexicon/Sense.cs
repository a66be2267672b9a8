namespace WideLever.Core.StepLines;

/// <summary>What part a word plays in a line.</summary>
internal enum Role
{
    /// <summary>Something that is handled, or a place where it is.</summary>
    Noun,

    /// <summary>A part of the machine.</summary>
    Part,

    /// <summary>Something that is done.</summary>
    Deed,

    /// <summary>How a part is held.</summary>
    State,

    /// <summary>What something is like or where it is.</summary>
    Describe,

    /// <summary>The recess of a screw's head.</summary>
    Drive,

    /// <summary>Off, out, loose.</summary>
    Particle,

    /// <summary>Begins a place.</summary>
    Preposition,

    /// <summary>Says what something else holds or leads to: what follows is a place.</summary>
    Attaching,

    /// <summary>Says what a cover hides.</summary>
    Hiding,

    /// <summary>Says what a part is held by: what follows is undone.</summary>
    HeldBy,

    /// <summary>Says no fact.</summary>
    Aside,

    /// <summary>How many.</summary>
    Count,

    /// <summary>That a count is not certain.</summary>
    About,

    /// <summary>That something is not done yet.</summary>
    Modal,

    /// <summary>That something is not.</summary>
    Negation,

    /// <summary>A share of what was counted.</summary>
    Fraction,

    /// <summary>So many for each.</summary>
    Distribution,

    /// <summary>That something was put back.</summary>
    PutBack,

    /// <summary>Getting ready.</summary>
    Ready,

    /// <summary>That something broke.</summary>
    Damage,

    /// <summary>A remark.</summary>
    Remark,

    /// <summary>Speaks of another machine: what is said of it is a remark.</summary>
    Elsewhere,

    /// <summary>A question.</summary>
    Question,

    /// <summary>What was spoken of before.</summary>
    Pronoun,

    /// <summary>Some of what was spoken of before.</summary>
    OfThem,

    /// <summary>Ends a clause.</summary>
    Break,

    /// <summary>Joins what is alike.</summary>
    Join,

    /// <summary>A unit of measure.</summary>
    Unit,

    /// <summary>That what was said before was wrong.</summary>
    Correction,

    /// <summary>That a count is a bound.</summary>
    Compare,
}

/// <summary>One of the things that a word can mean.</summary>
/// <param name="Role">The part that it plays.</param>
/// <param name="Is">What it stands for in that role, a key of the lexicon.</param>
/// <param name="Many">Whether it names more than one: without a number nobody counted.</param>
internal readonly record struct Sense(Role Role, string Is, bool Many);
