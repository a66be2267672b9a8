using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Checking;

/// <summary>How a claim stands to what the bench found.</summary>
public enum ClaimState
{
    /// <summary>The bench found the same.</summary>
    Agrees,

    /// <summary>The bench found something else.</summary>
    Differs,

    /// <summary>The bench found something else, and said why it stands by it.</summary>
    Answered,

    /// <summary>The bench has not found anything of the sort yet.</summary>
    NotFound,
}

/// <summary>A claim beside the finding.</summary>
/// <param name="Position">Position of the claim in the record.</param>
/// <param name="Claim">The claim.</param>
/// <param name="FoundNumber">The number found; null: none, or the fact is a name.</param>
/// <param name="FoundText">The name found; null: none, or the fact is a number.</param>
/// <param name="State">How the two stand.</param>
public sealed record ClaimCheck(int Position, Claim Claim, double? FoundNumber, string? FoundText, ClaimState State);

/// <summary>Claims beside findings. <c>docs/record.md</c>, <em>Claims</em>.</summary>
public static class ClaimChecks
{
    // Drives and packs are sold by round figures.
    private const double Tolerance = 0.02;

    /// <summary>Every claim of a record beside what the bench found, in their order.</summary>
    public static IReadOnlyList<ClaimCheck> Of(TeardownRecord record, Rubric rubric) =>
        [.. record.Unit.Claims.Select((claim, position) => Check(position, claim, record, rubric))];

    private static ClaimCheck Check(int position, Claim claim, TeardownRecord record, Rubric rubric)
    {
        var parts = record.Parts.Where(part => part.Kind == claim.About).ToList();
        var absent = record.Absent.Contains(claim.About);
        if (claim.Fact == ClaimFact.Name)
        {
            var names = parts.Where(part => part.Fitted).Select(part => part.Interface.Name).OfType<string>().Distinct().ToList();
            var found = names.Count > 0 ? string.Join(", ", names) : null;
            var same = found is not null && claim.Text is { } text
                && (text.Contains(found, StringComparison.OrdinalIgnoreCase) || found.Contains(text, StringComparison.OrdinalIgnoreCase));
            return new(position, claim, null, found, State(claim, found is not null, same));
        }
        double? number = claim.Fact switch
        {
            ClaimFact.Places => Count(parts, absent, inseparable: false, rubric),
            ClaimFact.Inseparable => Count(parts, absent, inseparable: true, rubric),
            ClaimFact.Capacity => Fitted(parts, absent),
            ClaimFact.Ceiling => Proved(claim.About, parts, record.Unit),
            _ => throw new ArgumentOutOfRangeException(nameof(claim), claim.Fact, "not a fact of numbers"),
        };
        var tolerance = claim.Fact is ClaimFact.Capacity or ClaimFact.Ceiling ? Tolerance : 0;
        return new(position, claim, number, null,
            State(claim, number is not null, number is { } n && claim.Number is { } c && Math.Abs(n - c) <= tolerance * Math.Max(n, c)));
    }

    private static ClaimState State(Claim claim, bool found, bool same) =>
        !found ? ClaimState.NotFound : same ? ClaimState.Agrees : claim.Answer is null ? ClaimState.Differs : ClaimState.Answered;

    /// <summary>How many parts are inseparable, or places separable; unknown while none is recorded or a mounting is not known.</summary>
    private static double? Count(List<Part> parts, bool absent, bool inseparable, Rubric rubric)
    {
        if (absent)
            return 0;
        return parts.Count == 0 || parts.Any(part => part.Mounting is null) ? null : parts.Count(part => rubric.IsInseparable(part.Mounting) == inseparable);
    }

    private static double? Fitted(List<Part> parts, bool absent)
    {
        if (absent)
            return 0;
        var fitted = parts.Where(part => part.Fitted).ToList();
        return parts.Count == 0 || fitted.Any(part => part.Capacity.Fitted is null) ? null : fitted.Sum(part => part.Capacity.Fitted!.Value);
    }

    /// <summary>What a bench proved the machine to take: of the whole machine, else of its places together.</summary>
    private static double? Proved(PartKind kind, List<Part> parts, Unit unit)
    {
        var whole = kind switch { PartKind.Memory => unit.Ceilings.Memory.Bench, PartKind.Storage => unit.Ceilings.Storage.Bench, _ => null };
        return whole ?? (parts.Count == 0 || parts.Any(part => part.Capacity.Max.Bench is null) ? null : parts.Sum(part => part.Capacity.Max.Bench!.Value));
    }
}
