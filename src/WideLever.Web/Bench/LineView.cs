using WideLever.Core.Planning;
using System.Text.Json;
using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Web.Bench;

/// <summary>A step line that is being typed.</summary>
public sealed record LineRequest
{
    /// <summary>The line.</summary>
    public required string Line { get; init; }

    /// <summary>Where the caret stands.</summary>
    public int Caret { get; init; }

    /// <summary>The step that it stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }

    /// <summary>The revision on which the change of a step began; null: a new one.</summary>
    public long? Since { get; init; }

    /// <summary>Photos taken for it.</summary>
    public IReadOnlyList<string> Photos { get; init; } = [];
}

/// <summary>A step to be written as its line.</summary>
public sealed record PrintRequest
{
    /// <summary>The step, as the record has it; an empty title lets the line name it.</summary>
    public required JsonElement Step { get; init; }

    /// <summary>What the line said of the parts that it frees.</summary>
    public IReadOnlyList<PartOfLine> Parts { get; init; } = [];

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }
}

/// <summary>What a step line says, and what follows from it.</summary>
public sealed record LineView
{
    /// <summary>The step as far as it was understood.</summary>
    public required Step Step { get; init; }

    /// <summary>The parts that it frees.</summary>
    public required IReadOnlyList<PartOfLine> Parts { get; init; }

    /// <summary>Its pieces.</summary>
    public required IReadOnlyList<LineChip> Chips { get; init; }

    /// <summary>Its faults.</summary>
    public required IReadOnlyList<LineFault> Faults { get; init; }

    /// <summary>How it could go on.</summary>
    public required IReadOnlyList<LineCompletion> Completions { get; init; }

    /// <summary>Facts that it leaves open.</summary>
    public required IReadOnlyList<OpenQuestion> Questions { get; init; }

    /// <summary>What only the bench knows, with answers.</summary>
    public required IReadOnlyList<LineOffer> Offers { get; init; }

    /// <summary>What to heed.</summary>
    public required IReadOnlyList<CautionText> Cautions { get; init; }

    /// <summary>Its effort under the rubric.</summary>
    public required EffortView Effort { get; init; }

    /// <summary>Tools that it needs and that are not in hand.</summary>
    public required IReadOnlyList<HeldTool> ToolChanges { get; init; }

    /// <summary>The wells that it would fill.</summary>
    public required IReadOnlyList<WellView> Wells { get; init; }
}

/// <summary>A step as its line.</summary>
/// <param name="Line">The line.</param>
public sealed record PrintedLine(string Line);

/// <summary>The words that a house taught the line.</summary>
/// <param name="Words">Each with what it stands for.</param>
public sealed record TaughtWords(IReadOnlyList<HouseWord> Words)
{
    internal const string Setting = "words";
}
