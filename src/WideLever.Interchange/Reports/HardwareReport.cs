using System.Text;
using WideLever.Core.Records;

namespace WideLever.Interchange.Reports;

/// <summary>What a machine reports of itself, read from the output of a common tool.</summary>
/// <param name="Tool">The tool: <c>lshw</c> or <c>dmidecode</c>.</param>
/// <param name="Claims">Its claims, without a date.</param>
public sealed record HardwareReport(string Tool, IReadOnlyList<Claim> Claims)
{
    /// <summary>Characters of a name that are kept.</summary>
    private const int MaxName = 120;

    /// <summary>
    /// The report of <c>lshw -json</c> or of <c>dmidecode -t memory</c>, told apart by what it is; null with faults where it is neither, is
    /// cut off, or says nothing that can be laid beside a finding.
    /// </summary>
    public static HardwareReport? Read(ReadOnlyMemory<byte> file, List<Fault> faults)
    {
        if (!TryText(file, out var text))
        {
            faults.Add(new("", "is not a text in UTF-8: bring in what lshw -json or dmidecode -t memory printed"));
            return null;
        }
        var start = text.AsSpan().TrimStart("\uFEFF \t\r\n");
        var report = start.StartsWith("{") || start.StartsWith("[") ? LshwReport.Read(file, faults) : DmidecodeReport.Read(text, faults);
        if (report is { Claims.Count: 0 })
        {
            faults.Add(new("", $"the report of {report.Tool} says nothing of memory, drives, battery, wireless card, processor or graphics"));
            return null;
        }
        return faults.Count == 0 ? report : null;
    }

    internal static Claim Number(string tool, PartKind about, ClaimFact fact, double number) =>
        new() { Source = ClaimSource.System, From = tool, About = about, Fact = fact, Number = number };

    internal static Claim Name(string tool, PartKind about, string name)
    {
        var line = string.Join(' ', name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(word => new string([.. word.Where(c => !char.IsControl(c))])));
        return new() { Source = ClaimSource.System, From = tool, About = about, Fact = ClaimFact.Name, Text = line.Length <= MaxName ? line : line[..MaxName].TrimEnd() };
    }

    /// <summary>The memory of a machine by its modules: places and inseparable banks by their form, and what is fitted altogether.</summary>
    internal static IEnumerable<Claim> Memory(string tool, IReadOnlyList<(bool Separable, double? Gb)> modules)
    {
        if (modules.Count == 0)
            yield break;
        yield return Number(tool, PartKind.Memory, ClaimFact.Places, modules.Count(module => module.Separable));
        yield return Number(tool, PartKind.Memory, ClaimFact.Inseparable, modules.Count(module => !module.Separable));
        yield return Number(tool, PartKind.Memory, ClaimFact.Capacity, modules.Sum(module => module.Gb ?? 0));
    }

    private static bool TryText(ReadOnlyMemory<byte> file, out string text)
    {
        try
        {
            text = new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(file.Span);
            return !text.Contains('\0', StringComparison.Ordinal);
        }
        catch (DecoderFallbackException)
        {
            text = "";
            return false;
        }
    }
}
