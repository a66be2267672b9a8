using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What a step line says of parts along with its step.</summary>
public static class PartsOfLine
{
    /// <summary>A unit with the parts that a line names: those that it lacks are recorded, mountings and places that the line says are taken.</summary>
    public static UnitDocument In(UnitDocument unit, IReadOnlyList<PartOfLine> named)
    {
        foreach (var part in named)
        {
            if (unit.Parts.FirstOrDefault(other => other.Id == part.Id) is { } known)
            {
                var told = known with
                {
                    Mounting = part.Mounting ?? known.Mounting,
                    // Where it was seen first stays.
                    Layer = known.Layer ?? part.SeenIn,
                    Fitted = known.Fitted && !part.Empty,
                };
                if (told != known)
                    unit = unit with { Parts = [.. unit.Parts.Select(other => other == known ? told : other)] };
            }
            else if (part.NewKind is { } kind)
            {
                // What is recorded is not absent.
                unit = unit with { Parts = [.. unit.Parts, new Part { Id = part.Id, Kind = kind, Mounting = part.Mounting, Layer = part.SeenIn, Fitted = !part.Empty }], Absent = [.. unit.Absent.Where(other => other != kind)] };
            }
        }
        return unit;
    }

    /// <summary>A record with the parts that a line names and it has not.</summary>
    public static TeardownRecord In(TeardownRecord record, IReadOnlyList<PartOfLine> named) => record with
    {
        Parts = [.. record.Parts, .. named.Where(part => part.NewKind is not null).Select(part => new Part { Id = part.Id, Kind = part.NewKind!.Value })],
    };
}
