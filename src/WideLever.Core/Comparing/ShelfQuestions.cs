using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>Whether something is so.</summary>
public enum Holds
{
    /// <summary>It is.</summary>
    Yes,

    /// <summary>What is known does not say.</summary>
    NotKnown,

    /// <summary>It is not.</summary>
    No,
}

/// <summary>A fact that the shelf can be asked for. The first nine are of a kind of part, the rest of the machine.</summary>
public enum AskedFact
{
    /// <summary>Minutes there and back, at most.</summary>
    Minutes,

    /// <summary>Screws on the way, at most.</summary>
    Screws,

    /// <summary>Bonds on the way, at most: glue, tape, foam, gaskets and release tabs.</summary>
    Bonds,

    /// <summary>Glued bonds on the way, at most.</summary>
    Glue,

    /// <summary>How it is held.</summary>
    Mounting,

    /// <summary>Whether a place is empty.</summary>
    Empty,

    /// <summary>What is fitted in one part, GB or Wh, at least.</summary>
    Fitted,

    /// <summary>What one place takes, GB or Wh, at least.</summary>
    Ceiling,

    /// <summary>Price of its spare, at most, in the rubric's currency.</summary>
    Spare,

    /// <summary>Price of the machine, at most, in the rubric's currency.</summary>
    Price,

    /// <summary>Year, from.</summary>
    Year,

    /// <summary>Class.</summary>
    Class,

    /// <summary>How far its result can be relied on.</summary>
    Status,
}

/// <summary>One thing that is asked, such as <c>battery minutes 5</c>, <c>storage empty</c> or <c>price 1000</c>.</summary>
/// <param name="Kind">Of which kind of part; null: of the machine.</param>
/// <param name="Fact">Which fact.</param>
/// <param name="Number">At most or at least; null: the fact is a word, or a yes.</param>
/// <param name="Word">The word; null: the fact is a number, or a yes.</param>
public sealed record AskedCondition(PartKind? Kind, AskedFact Fact, double? Number, string? Word)
{
    /// <summary>Most conditions of a question.</summary>
    public const int Most = 12;

    /// <summary>A condition from its words, or what is wrong with them.</summary>
    public static (AskedCondition? Condition, string? Fault) Read(string text)
    {
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        PartKind? kind = words.Length > 0 && WordList.TryParse<PartKind>(words[0], out var of) ? of : null;
        var rest = words.AsSpan(kind is null ? 0 : 1);
        if (rest.Length == 0 || !WordList.TryParse<AskedFact>(rest[0], out var fact))
            return (null, $"must name {(kind is null ? "a kind and a fact, or a fact of the machine" : "a fact")}: {string.Join(", ", WordList.Of<AskedFact>())}");
        if (OfPart(fact) != kind is not null)
            return (null, kind is null ? $"\"{rest[0]}\" is a fact of a part: say of which kind" : $"\"{rest[0]}\" is a fact of the machine, not of {words[0]}");
        var value = rest.Length > 1 ? rest[1] : null;
        if (rest.Length > 2)
            return (null, $"has more than it needs after \"{rest[0]}\"");
        switch (fact)
        {
            case AskedFact.Empty:
                return value is null ? (new(kind, fact, null, null), null) : (null, "\"empty\" stands by itself");
            case AskedFact.Mounting:
                return Word<Mounting>();
            case AskedFact.Class:
                return Word<MachineClass>();
            case AskedFact.Status:
                return Word<Status>();
            default:
                return double.TryParse(value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) && number is >= 0 and <= 1e7
                    ? (new(kind, fact, number, null), null) : (null, $"\"{rest[0]}\" needs a number from 0 to 10000000");
        }

        (AskedCondition?, string?) Word<T>() where T : struct, Enum =>
            value is not null && WordList.TryParse<T>(value, out _) ? (new(kind, fact, null, value), null) : (null, $"must end in one of {string.Join(", ", WordList.Of<T>())}");
    }

    /// <summary>Whether a fact is one of a part.</summary>
    public static bool OfPart(AskedFact fact) => fact <= AskedFact.Spare;

    /// <summary>As it is written.</summary>
    public override string ToString() => string.Join(' ', new[] { Kind?.Word(), Fact.Word(), Number?.ToString(CultureInfo.InvariantCulture), Word }.Where(word => word is not null));
}

/// <summary>What of a part is asked for.</summary>
/// <param name="Part">The part.</param>
/// <param name="Minutes">There and back, low and high; null: no way is known.</param>
/// <param name="Screws">On its way, least and greatest; null: no way is known.</param>
/// <param name="Bonds">On its way; null: no way is known.</param>
/// <param name="Glue">Glued ones on its way; null: no way is known.</param>
/// <param name="Ceiling">What the place takes, low and high.</param>
/// <param name="Spare">Price of its service unit's spare in the rubric's currency; null: not known.</param>
public sealed record AskedPart(Part Part, (double Low, double High)? Minutes, (double Low, double High)? Screws, (double Low, double High)? Bonds, (double Low, double High)? Glue, (double Low, double High) Ceiling, double? Spare);

/// <summary>What of a machine is asked for.</summary>
public sealed record AskedMachine
{
    /// <summary>Its parts.</summary>
    public required IReadOnlyList<AskedPart> Parts { get; init; }

    /// <summary>Kinds that it lacks.</summary>
    public required IReadOnlyList<PartKind> Absent { get; init; }

    /// <summary>Its price in the rubric's currency; null: not known.</summary>
    public required double? Price { get; init; }

    /// <summary>Year; null: not known.</summary>
    public required int? Year { get; init; }

    /// <summary>Class; null: not known.</summary>
    public required MachineClass? Class { get; init; }

    /// <summary>Status.</summary>
    public required Status Status { get; init; }

    /// <summary>What is asked for, of a machine and its result.</summary>
    public static AskedMachine Of(CheckedRecord record, Result result, Rubric rubric)
    {
        var machine = record.Record;
        var steps = machine.Steps.Select(step => (Screws: Count(step.Actions.OfType<Unscrew>()), Bonds: Count(step.Actions.OfType<Unbond>()), Glue: Glued(step.Actions.OfType<Unbond>()))).ToList();
        return new()
        {
            Parts = [.. result.Parts.Select(Of)],
            Absent = machine.Absent,
            Price = Scoring.Criteria.Price.InRubricCurrency(machine.Unit.Price, rubric),
            Year = machine.Unit.Year,
            Class = machine.Unit.Class,
            Status = result.Status,
        };

        AskedPart Of(PartScore part)
        {
            var (route, isKnown) = (part.Route, part.Route is not null && part.ServiceUnit is not null);
            (double, double)? On(Func<int, (double Low, double High)> of) => isKnown ? (route!.Sum(step => of(step).Low), route!.Sum(step => of(step).High)) : null;
            var ceiling = Headroom.Ceiling(part.Part, machine.Unit, rubric);
            return new(
                part.Part, part.Effort is { } effort && isKnown ? (effort.Low / 60, effort.High / 60) : null, On(step => steps[step].Screws), On(step => steps[step].Bonds), On(step => steps[step].Glue),
                (ceiling.Low, ceiling.High), part.ServiceUnit is { } unit ? Scoring.Criteria.Price.InRubricCurrency(machine.Parts[record.Graph.PartPositions[unit]].Spare.Price, rubric) : null);
        }

        (double Low, double High) Count(IEnumerable<TeardownAction> actions) => actions.Aggregate((Low: 0.0, High: 0.0), (sum, action) => (sum.Low + (action.Count?.Least ?? 1), sum.High + (action.Count?.Most ?? double.PositiveInfinity)));

        // A bond that nobody named may be glue.
        (double Low, double High) Glued(IEnumerable<Unbond> bonds)
        {
            var may = bonds.Where(bond => bond.Bond is null or Bond.SoftGlue or Bond.RigidGlue).ToList();
            return (Count(may.Where(bond => bond.Bond is not null)).Low, Count(may).High);
        }
    }
}

/// <summary>Asking a shelf: what is not known makes neither a yes nor a no.</summary>
public static class ShelfQuestions
{
    /// <summary>Whether a machine is what was asked for. Conditions of one kind are of one part.</summary>
    public static Holds Of(AskedMachine machine, IReadOnlyList<AskedCondition> conditions)
    {
        var whole = conditions.Where(condition => condition.Kind is null).Aggregate(Holds.Yes, (so, condition) => And(so, Of(machine, condition)));
        return conditions.Where(condition => condition.Kind is not null).GroupBy(condition => condition.Kind!.Value).Aggregate(whole, (so, kind) => And(so, Any(machine, kind.Key, [.. kind]).So));
    }

    /// <summary>The part of a kind that comes nearest to what is asked of it; null: none is on record.</summary>
    public static (Holds So, AskedPart? Part) Any(AskedMachine machine, PartKind kind, IReadOnlyList<AskedCondition> conditions)
    {
        var parts = machine.Parts.Where(part => part.Part.Kind == kind).ToList();
        if (parts.Count == 0)
            return (machine.Absent.Contains(kind) ? Holds.No : Holds.NotKnown, null);
        // The way to an empty place frees nothing: it answers only whoever asks for empty places.
        if (conditions.Any(condition => condition.Fact <= AskedFact.Glue) && !conditions.Any(condition => condition.Fact == AskedFact.Empty))
            parts.RemoveAll(part => !part.Part.Fitted);
        if (parts.Count == 0)
            return (Holds.No, null);
        var best = parts.Select(part => (So: conditions.Aggregate(Holds.Yes, (so, condition) => And(so, Of(part, condition))), Part: part)).OrderBy(one => one.So).ThenBy(one => one.Part.Minutes?.Low ?? double.PositiveInfinity).First();
        return (best.So, best.Part);
    }

    private static Holds And(Holds one, Holds other) => one > other ? one : other;

    private static Holds Of(AskedMachine machine, AskedCondition asked) => asked.Fact switch
    {
        AskedFact.Price => AtMost(machine.Price is { } price ? (price, price) : null, asked),
        AskedFact.Year => AtLeast(machine.Year is { } year ? (year, year) : null, asked),
        AskedFact.Class => machine.Class is { } of ? Is(of.Word() == asked.Word) : Holds.NotKnown,
        AskedFact.Status => Is(machine.Status.Word() == asked.Word),
        _ => throw new ArgumentOutOfRangeException(nameof(asked), asked.Fact, "not a fact of a machine"),
    };

    private static Holds Of(AskedPart part, AskedCondition asked)
    {
        // An empty place has nothing that could be taken out, and no spare.
        if (!part.Part.Fitted && asked.Fact is AskedFact.Fitted or AskedFact.Spare)
            return Holds.No;
        return asked.Fact switch
        {
            AskedFact.Minutes => AtMost(part.Minutes, asked),
            AskedFact.Screws => AtMost(part.Screws, asked),
            AskedFact.Bonds => AtMost(part.Bonds, asked),
            AskedFact.Glue => AtMost(part.Glue, asked),
            AskedFact.Mounting => part.Part.Mounting is { } mounting ? Is(mounting.Word() == asked.Word) : Holds.NotKnown,
            AskedFact.Empty => Is(!part.Part.Fitted),
            AskedFact.Fitted => AtLeast(part.Part.Capacity.Fitted is { } fitted ? (fitted, fitted) : null, asked),
            AskedFact.Ceiling => AtLeast(part.Ceiling, asked),
            AskedFact.Spare => AtMost(part.Spare is { } price ? (price, price) : null, asked),
            _ => throw new ArgumentOutOfRangeException(nameof(asked), asked.Fact, "not a fact of a part"),
        };
    }

    private static Holds Is(bool so) => so ? Holds.Yes : Holds.No;

    private static Holds AtMost((double Low, double High)? known, AskedCondition asked) => known is not { } of ? Holds.NotKnown : of.High <= asked.Number ? Holds.Yes : of.Low > asked.Number ? Holds.No : Holds.NotKnown;

    private static Holds AtLeast((double Low, double High)? known, AskedCondition asked) => known is not { } of ? Holds.NotKnown : of.Low >= asked.Number ? Holds.Yes : of.High < asked.Number ? Holds.No : Holds.NotKnown;
}
