using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>Other screws.</summary>
public sealed record SetScrews : ChangeEdit
{
    /// <summary>In which steps.</summary>
    public required ChangeSteps Steps { get; init; }

    /// <summary>Whether they stay in their part; null: as before.</summary>
    public bool? Captive { get; init; }

    /// <summary>Whether nothing hides them any more.</summary>
    public bool Uncovered { get; init; }

    /// <summary>Whether all loose ones of a layer are of the size of which there are most.</summary>
    public bool OneSize { get; init; }

    /// <summary>Their drive; null: as before.</summary>
    public Drive? Drive { get; init; }

    /// <summary>The driver's size that goes with that drive; null: unknown.</summary>
    public string? Size { get; init; }

    /// <summary>Only those of these drives; empty: all.</summary>
    public IReadOnlyList<Drive> Drives { get; init; } = [];

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        var sizes = OneSize ? CommonSizes(record) : [];
        return record with
        {
            Steps = [.. record.Steps.Select(step => Selects(Steps, step, record, targets)
                ? step with { Actions = [.. step.Actions.Select(action => action is Unscrew screws ? Changed(screws, sizes.GetValueOrDefault(step.Layer)) : action)] }
                : step)],
        };
    }

    private Unscrew Changed(Unscrew screws, (string Thread, double Length)? size)
    {
        if (Drives.Count > 0 && !(screws.Drive is { } drive && Drives.Contains(drive)))
            return screws;
        var (uncovered, resized, redriven) = (Uncovered && screws.Cover is not null,
            size is not null && screws is { Captive: not true, Thread: not null, Length: not null }, Drive is not null && screws.Drive is not null);
        return screws with
        {
            Captive = screws.Captive is null ? null : Captive ?? screws.Captive,
            Cover = uncovered ? Cover.None : screws.Cover,
            Covers = uncovered ? null : screws.Covers,
            Thread = resized ? size!.Value.Thread : screws.Thread,
            Length = resized ? size!.Value.Length : screws.Length,
            Drive = redriven ? Drive : screws.Drive,
            Size = redriven ? Size : screws.Size,
            Tool = redriven ? null : screws.Tool,
        };
    }

    /// <summary>For each layer the size of which its loose screws have most.</summary>
    private static Dictionary<string, (string Thread, double Length)?> CommonSizes(TeardownRecord record)
    {
        var sizes = new Dictionary<string, (string, double)?>(StringComparer.Ordinal);
        foreach (var layer in record.Steps.GroupBy(step => step.Layer))
        {
            var most = layer.SelectMany(step => step.Actions).OfType<Unscrew>()
                .Where(screws => screws is { Captive: not true, Thread: not null, Length: not null })
                .GroupBy(screws => (Thread: screws.Thread!, Length: screws.Length!.Value)).MaxBy(group => group.Sum(screws => (screws.Count ?? Count.One).Middle));
            sizes[layer.Key] = most?.Key;
        }
        return sizes;
    }
}
