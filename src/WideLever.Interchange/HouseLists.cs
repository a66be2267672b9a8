using System.Text.Json;
using WideLever.Core.Planning;

namespace WideLever.Interchange;

/// <summary>Lists that ship with the program and that every house can edit.</summary>
public static class HouseLists
{
    private static readonly Lazy<SymptomList> symptoms = new(() => Shipped<SymptomList>("symptoms.json"));
    private static readonly Lazy<FailureProfile> failures = new(() => Shipped<FailureProfile>("ownership.json"));

    /// <summary>The symptoms, <c>symptoms/house.json</c>.</summary>
    public static SymptomList Symptoms => symptoms.Value;

    /// <summary>What is assumed of failures and services, <c>ownership/house.json</c>.</summary>
    public static FailureProfile Failures => failures.Value;

    private static T Shipped<T>(string name)
    {
        using var stream = typeof(HouseLists).Assembly.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"{name} is missing from the program");
        return JsonSerializer.Deserialize<T>(stream, RecordJson.Options) ?? throw new InvalidOperationException($"{name}, which ships with the program, is empty");
    }
}
