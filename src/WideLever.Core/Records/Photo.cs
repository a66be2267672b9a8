namespace WideLever.Core.Records;

/// <summary>How the bytes of a photo are to be read.</summary>
public enum PhotoType
{
    /// <summary>JPEG.</summary>
    Jpeg,

    /// <summary>PNG.</summary>
    Png,

    /// <summary>WebP.</summary>
    Webp,
}

/// <summary>A photo of the bench. Its bytes lie beside the record, under their digest.</summary>
public sealed record Photo
{
    /// <summary>Its id in the record.</summary>
    public required string Id { get; init; }

    /// <summary>SHA-256 of its bytes, 64 digits 0-9 and a-f.</summary>
    public required string Sha256 { get; init; }

    /// <summary>How its bytes are to be read.</summary>
    public required PhotoType Type { get; init; }

    /// <summary>Its width, px.</summary>
    public required int WidthPx { get; init; }

    /// <summary>Its height, px.</summary>
    public required int HeightPx { get; init; }

    /// <summary>Id of the step that it shows; null: none.</summary>
    public string? Step { get; init; }

    /// <summary>Id of the part that it shows; null: none.</summary>
    public string? Part { get; init; }

    /// <summary>Whether it shows the label with the model code.</summary>
    public bool Label { get; init; }

    /// <summary>Whether it shows the state in which the machine came or went back; null: neither.</summary>
    public PhotoOccasion? Occasion { get; init; }

    /// <summary>What it shows, in a few words; null: nothing said.</summary>
    public string? Caption { get; init; }

    /// <summary>Places of screws on it.</summary>
    public IReadOnlyList<PhotoMark> Marks { get; init; } = [];

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }

    /// <summary>Whether a text is a SHA-256 as this format writes it.</summary>
    public static bool IsDigest(string text) => text.Length == 64 && text.All(c => c is (>= '0' and <= '9') or (>= 'a' and <= 'f'));

    /// <summary>The photo where a step has another id.</summary>
    internal Photo WithStep(string old, string id) => old == id ? this : this with
    {
        Step = Step == old ? id : Step,
        Marks = [.. Marks.Select(mark => mark.Step == old ? mark with { Step = id } : mark)],
    };

    /// <summary>The photo where the first groups of screws of a step went to another step.</summary>
    internal Photo WithFirstGroups(string step, int groups, string other) => this with
    {
        Marks = [.. Marks.Select(mark => mark.Step != step ? mark : mark.Group < groups ? mark with { Step = other } : mark with { Group = mark.Group - groups })],
    };

    /// <summary>The photo where a step went into the one behind it, its groups of screws first.</summary>
    internal Photo WithGroupsAfter(Step first, Step second)
    {
        var groups = first.Actions.OfType<Unscrew>().Count();
        return this with
        {
            Step = Step == first.Id ? second.Id : Step,
            Marks =
            [
                .. Marks.Select(mark => mark.Step == first.Id ? mark with { Step = second.Id }
                    : mark.Step == second.Id ? mark with { Group = mark.Group + groups } : mark),
            ],
        };
    }

    /// <summary>The photo without what it says of steps and groups that are gone.</summary>
    internal Photo Within(IReadOnlyList<Step> steps)
    {
        bool Exists(PhotoMark mark) => steps.Any(step => step.Id == mark.Step && mark.Group < step.Actions.OfType<Unscrew>().Count());
        var gone = Step is not null && steps.All(step => step.Id != Step);
        return gone || !Marks.All(Exists) ? this with { Step = gone ? null : Step, Marks = [.. Marks.Where(Exists)] } : this;
    }
}

/// <summary>The place of screws on a photo.</summary>
public sealed record PhotoMark
{
    /// <summary>From the left edge, 0 to 1.</summary>
    public required double X { get; init; }

    /// <summary>From the upper edge, 0 to 1.</summary>
    public required double Y { get; init; }

    /// <summary>Id of the step that takes them out.</summary>
    public required string Step { get; init; }

    /// <summary>Which group of screws of that step, from 0.</summary>
    public int Group { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
