using WideLever.Core.Records;
using WideLever.Interchange;

namespace WideLever.Web.Shelf;

/// <summary>A unit begun by hand: what belongs to the machine, and when and where it is taken apart.</summary>
/// <param name="Unit">The machine.</param>
/// <param name="Teardown">The teardown.</param>
public sealed record NewUnit(Unit Unit, Teardown Teardown);

/// <summary>Reads a unit begun by hand.</summary>
internal static class NewUnitReader
{
    private const string Outside = "outside";

    /// <summary>A record with the machine's data, the outside as its only layer, and nothing logged yet.</summary>
    public static TeardownRecord? Read(byte[] body, List<Fault> faults) =>
        RecordReader.ReadIntake(body, faults) is var (unit, teardown)
            ? new TeardownRecord { Unit = unit, Teardown = teardown, Layers = [Outside], Steps = [], Parts = [] }
            : null;
}
