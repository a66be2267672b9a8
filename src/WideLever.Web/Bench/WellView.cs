using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Web.Bench;

/// <summary>A well of the sorting tray.</summary>
public sealed record WellView
{
    /// <summary>Its number, from 1 in the order of opening.</summary>
    public required int Number { get; init; }

    /// <summary>Id of the step that takes its screws out.</summary>
    public required string StepId { get; init; }

    /// <summary>Its title.</summary>
    public required string StepTitle { get; init; }

    /// <summary>Its layer.</summary>
    public required string Layer { get; init; }

    /// <summary>Which group of screws of the step, from 0.</summary>
    public required int Group { get; init; }

    /// <summary>How many screws; a span where they were not counted for certain, null where nobody counted them.</summary>
    public required Count? Count { get; init; }

    /// <summary>Their drive; null: unknown.</summary>
    public required Drive? Drive { get; init; }

    /// <summary>Their size; null: unknown.</summary>
    public required string? Size { get; init; }

    /// <summary>Their thread; null: unknown.</summary>
    public required string? Thread { get; init; }

    /// <summary>Their length, mm; null: unknown.</summary>
    public required double? Length { get; init; }

    /// <summary>What hides them; null: unknown.</summary>
    public required Cover? Cover { get; init; }

    /// <summary>Whether they stay in their part; null: unknown.</summary>
    public required bool? Captive { get; init; }

    /// <summary>How their length stands to others of the layer.</summary>
    public required LengthDifference Difference { get; init; }

    /// <summary>The view of a well.</summary>
    public static WellView Of(TrayWell well) => new()
    {
        Number = well.Number,
        StepId = well.StepId,
        StepTitle = well.StepTitle,
        Layer = well.Layer,
        Group = well.Group,
        Count = well.Screws.Count,
        Drive = well.Screws.Drive,
        Size = well.Screws.Size,
        Thread = well.Screws.Thread,
        Length = well.Screws.Length,
        Cover = well.Screws.Cover,
        Captive = well.Screws.Captive,
        Difference = well.Difference,
    };
}
