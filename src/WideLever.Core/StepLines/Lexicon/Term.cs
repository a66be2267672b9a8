namespace WideLever.Core.StepLines;

/// <summary>What a word of the written grammar can say; which of its meanings holds is decided by the phrase that it stands in.</summary>
internal sealed record Term
{
    /// <summary>The action that the word names outright.</summary>
    public Verb? Verb { get; init; }

    /// <summary>The action that it stands for where the phrase names none; null where that cannot be told.</summary>
    public Verb? Implied { get; init; }

    public Drive? Drive { get; init; }

    public bool? Captive { get; init; }

    public Cover? Cover { get; init; }

    /// <summary>Whether it names more than one: without a number before it nobody counted.</summary>
    public bool Many { get; init; }

    /// <summary>The word of the format that it is with each action whose kind it tells.</summary>
    public IReadOnlyList<(Verb Verb, int Word)> Tells { get; init; } = [];

    /// <summary>Position of the word that it is with an action; null: it says nothing of its kind.</summary>
    public int? WordOf(Verb verb)
    {
        foreach (var told in Tells)
        {
            if (told.Verb == verb)
                return told.Word;
        }
        return null;
    }
}
