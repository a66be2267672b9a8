using System.Text.Json;
using WideLever.Core.Planning;

namespace WideLever.Interchange;

/// <summary>The list of symptoms that ships with the program, <c>symptoms/house.json</c>.</summary>
public static class SymptomsFile
{
    private static readonly Lazy<SymptomList> Shipped = new(() =>
    {
        using var stream = typeof(SymptomsFile).Assembly.GetManifestResourceStream("symptoms.json") ?? throw new InvalidOperationException("the list of symptoms is missing from the program");
        return JsonSerializer.Deserialize<SymptomList>(stream, RecordJson.Options) ?? throw new InvalidOperationException("the list of symptoms that ships with the program is empty");
    });

    /// <summary>The list.</summary>
    public static SymptomList House => Shipped.Value;
}
