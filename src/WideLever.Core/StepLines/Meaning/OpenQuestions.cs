using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>A fact of an action that is not known.</summary>
public enum OpenFact
{
    /// <summary>How many there are.</summary>
    Count,

    /// <summary>The recess of the heads.</summary>
    Drive,

    /// <summary>The size of the driver.</summary>
    Size,

    /// <summary>The thread.</summary>
    Thread,

    /// <summary>The length of screws.</summary>
    Length,

    /// <summary>Whether they stay in their part.</summary>
    Captive,

    /// <summary>What hides them.</summary>
    Cover,

    /// <summary>The kind of a connection.</summary>
    Connector,

    /// <summary>What is peeled, lifted or lies between.</summary>
    What,

    /// <summary>What holds two surfaces.</summary>
    Bond,

    /// <summary>The length of a bond.</summary>
    BondLength,
}

/// <summary>A fact that is not known of one action of a step.</summary>
/// <param name="Action">Position of the action.</param>
/// <param name="Fact">Which fact.</param>
public sealed record OpenQuestion(int Action, OpenFact Fact);

/// <summary>The facts of a step that are not known and would narrow the range.</summary>
public static class OpenQuestions
{
    /// <summary>Every open question of a step, action by action.</summary>
    public static IReadOnlyList<OpenQuestion> Of(Step step) =>
        [.. step.Actions.SelectMany((action, i) => Of(action).Select(fact => new OpenQuestion(i, fact)))];

    private static IEnumerable<OpenFact> Of(TeardownAction action)
    {
        if (action.Count is not { Exact: not null })
            yield return OpenFact.Count;
        switch (action)
        {
            case Unscrew screws:
                if (screws.Drive is null)
                    yield return OpenFact.Drive;
                if (screws.Size is null)
                    yield return OpenFact.Size;
                if (screws.Thread is null)
                    yield return OpenFact.Thread;
                if (screws.Length is null)
                    yield return OpenFact.Length;
                if (screws.Captive is null)
                    yield return OpenFact.Captive;
                if (screws.Cover is null)
                    yield return OpenFact.Cover;
                break;
            case Unbond bond:
                if (bond.Bond is null)
                    yield return OpenFact.Bond;
                if (bond.Bond != Bond.ReleaseTab && bond.LengthMm is null)
                    yield return OpenFact.BondLength;
                break;
            default:
                if (action.Row().Word is { } of && action.WordAt is null)
                    yield return of.Field == "connector" ? OpenFact.Connector : OpenFact.What;
                break;
        }
    }
}
