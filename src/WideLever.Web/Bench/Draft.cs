
namespace WideLever.Web.Bench;

/// <summary>What is typed and not committed.</summary>
public sealed record Draft
{
    /// <summary>The line.</summary>
    public string Line { get; init; } = "";

    /// <summary>Where the caret stands.</summary>
    public int Caret { get; init; }

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }

    /// <summary>The revision on which the change of a step began; null: a new one.</summary>
    public long? Since { get; init; }

    /// <summary>Photos taken for the step that is being typed.</summary>
    public IReadOnlyList<string> Photos { get; init; } = [];

    /// <summary>How far the steps are scrolled, px.</summary>
    public double Scroll { get; init; }
}
