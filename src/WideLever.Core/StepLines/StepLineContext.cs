using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What names a step line can use.</summary>
public sealed record StepLineContext
{
    /// <summary>What lies behind the base, where nobody calls it otherwise.</summary>
    public const string Inside = "inside";

    /// <summary>Layers of the teardown, the outside first.</summary>
    public required IReadOnlyList<string> Layers { get; init; }

    /// <summary>Its steps in order; their numbers begin with 1.</summary>
    public IReadOnlyList<Step> Steps { get; init; } = [];

    /// <summary>Parts of the unit.</summary>
    public IReadOnlyList<Part> Parts { get; init; } = [];

    /// <summary>Position of the step among the steps; the number of steps for a new one at the end.</summary>
    public int Position { get; init; }

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>Words that the house taught the line, with what they stand for.</summary>
    public IReadOnlyDictionary<string, string> Words { get; init; } = HouseWords.None;

    /// <summary>Whether names that nothing is known of stand as they are written, since there is no record.</summary>
    public bool WithoutRecord { get; init; }

    /// <summary>The layer in hand: what the step before opened, or was in.</summary>
    public string CurrentLayer =>
        Position > 0 && Position <= Steps.Count ? Steps[Position - 1].Opens ?? Steps[Position - 1].Layer : Layers.Count > 0 ? Layers[0] : "outside";

    /// <summary>The context of a new step at a position of a record, or of the step that stands there.</summary>
    public static StepLineContext Of(TeardownRecord record, int position, string? stepId) =>
        new() { Layers = record.Layers, Steps = record.Steps, Parts = record.Parts, Position = position, StepId = stepId };

    /// <summary>What a line means where there is no record to go with it.</summary>
    public static StepLineContext None { get; } = new() { Layers = ["outside"], WithoutRecord = true };
}
