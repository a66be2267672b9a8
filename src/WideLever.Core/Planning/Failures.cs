using MathNet.Numerics;

namespace WideLever.Core.Planning;

/// <summary>How often parts of a kind fail, or ask for a service: something that a house assumes, and nothing that was measured.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Service">What is done; null: it has failed, and its service unit is swapped.</param>
/// <param name="EveryYears">Years from new, or from the last time, on the average.</param>
/// <param name="Wear">Shape of the Weibull distribution: 1 is by chance at any age, and the more above it, the closer to the average.</param>
public sealed record FailureAssumption(PartKind Kind, Service? Service, double EveryYears, double Wear)
{
    /// <summary>The scale of the Weibull distribution with this mean, years.</summary>
    public double Scale => EveryYears / SpecialFunctions.Gamma(1 + 1 / Wear);

    /// <summary>The chance that it comes within some years, 0..1.</summary>
    public double Within(double years) => 1 - Math.Exp(-Math.Pow(years / Scale, Wear));
}

/// <summary>What a house assumes of the years with a machine.</summary>
/// <param name="Assumptions">Kinds with their failures and services; a kind that is not among them never fails.</param>
/// <param name="DamageShare">What damage on the way to a part costs, as a share of the machine's price, 0..1.</param>
public sealed record FailureProfile(IReadOnlyList<FailureAssumption> Assumptions, double DamageShare)
{
    /// <summary>Most assumptions of a profile.</summary>
    public const int Most = 200;

    /// <summary>What is wrong with a profile, each with its place.</summary>
    public IReadOnlyList<Fault> Faults()
    {
        if (Assumptions is null)
            return [new("assumptions", "is required")];
        if (Assumptions.Count > Most)
            return [new("assumptions", $"has {Assumptions.Count} rows; the limit is {Most}")];
        var faults = new List<Fault>();
        if (DamageShare is not (>= 0 and <= 1))
            faults.Add(new("damageShare", "must be 0 to 1"));
        var met = new HashSet<(PartKind, Service?)>();
        for (var i = 0; i < Assumptions.Count; i++)
        {
            if (Assumptions[i] is not { } one)
            {
                faults.Add(new($"assumptions[{i}]", "must not be empty"));
                continue;
            }
            if (one.EveryYears is not (>= 0.1 and <= 1000))
                faults.Add(new($"assumptions[{i}].everyYears", "must be 0.1 to 1000 years"));
            if (one.Wear is not (>= 0.5 and <= 20))
                faults.Add(new($"assumptions[{i}].wear", "must be 0.5 to 20"));
            if (one.Service is { } service && !Services.Of(one.Kind).Contains(service))
                faults.Add(new($"assumptions[{i}].service", $"\"{service.Word()}\" is nothing that is done to a {one.Kind.Name()}"));
            if (!met.Add((one.Kind, one.Service)))
                faults.Add(new($"assumptions[{i}].kind", $"{one.Kind.Name()} stands there twice"));
        }
        return faults;
    }
}
