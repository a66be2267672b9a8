
namespace WideLever.Core.Rubrics;

/// <summary>Seconds of one screw.</summary>
/// <param name="Seat">Seating the driver, out.</param>
/// <param name="Stow">Putting the screw in the tray, out; none where captive.</param>
/// <param name="Place">Taking it from the tray, back; none where captive.</param>
/// <param name="Start">Starting the thread, back.</param>
/// <param name="Final">The last turn, back.</param>
/// <param name="PerTurn">One turn, either way.</param>
/// <param name="Pitch">Millimetres a turn, by thread.</param>
/// <param name="UnknownLength">Lengths in mm that an unknown one may have.</param>
public sealed record ScrewTimes(
    double Seat, double Stow, double Place, double Start, double Final, double PerTurn, IReadOnlyDictionary<string, double> Pitch, Span UnknownLength)
{
    /// <summary>The least and the greatest pitch of the table, mm.</summary>
    public Span PitchSpan { get; } = new(Pitch.Values.Min(), Pitch.Values.Max());
}

/// <summary>Standard times in seconds. Method, <em>Effort of an action</em>.</summary>
public sealed record Times
{
    /// <summary>Picking a tool up.</summary>
    public required OutBack ToolPickUp { get; init; }

    /// <summary>A whole step under the school <c>steps</c>.</summary>
    public required double PerStep { get; init; }

    /// <summary>A screw.</summary>
    public required ScrewTimes Unscrew { get; init; }

    /// <summary>What hides a screw.</summary>
    public required WordTable<Cover, OutBack> Cover { get; init; }

    /// <summary>Every other action; of a bond 100 mm, or one release tab. Screws have none here.</summary>
    public required ActionTable<OutBack> Standard { get; init; }

    /// <summary>Millimetres that an unknown bond length may have.</summary>
    public required Span UnknownBondLength { get; init; }
}
