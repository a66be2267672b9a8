using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Interchange.Reports;

/// <summary>The output of <c>dmidecode -t memory</c>: blocks of lines, one for the array and one for each module or place.</summary>
internal static class DmidecodeReport
{
    private const string Tool = "dmidecode";

    public static HardwareReport? Read(string text, List<Fault> faults)
    {
        var blocks = Blocks(text);
        var array = blocks.FirstOrDefault(block => block.Title == "Physical Memory Array");
        var devices = blocks.Where(block => block.Title == "Memory Device").ToList();
        if (array is null && devices.Count == 0)
        {
            faults.Add(new("", "is no report that is known here: bring in what lshw -json or dmidecode -t memory printed, in English (LC_ALL=C)"));
            return null;
        }
        foreach (var device in devices.Where(device => !device.Fields.ContainsKey("Size") || !device.Fields.ContainsKey("Form Factor")))
            faults.Add(new($"line {device.Line}", "this Memory Device has no Size or no Form Factor: the report is cut off, or is not in English (LC_ALL=C)"));
        if (array?.Fields.GetValueOrDefault("Number Of Devices") is { } said && int.TryParse(said, NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count != devices.Count)
            faults.Add(new($"line {array.Line}", $"says that there are {count} devices, and {devices.Count} are listed: the report is cut off"));
        if (array is not null && devices.Count == 0 && faults.Count == 0)
            faults.Add(new($"line {array.Line}", "no Memory Device follows: the report is cut off"));
        var modules = new List<(bool, double?)>();
        foreach (var device in devices.Where(_ => faults.Count == 0))
        {
            var size = Gigabytes(device.Fields["Size"]);
            if (size is null && device.Fields["Size"] is not ("No Module Installed" or "Unknown"))
                faults.Add(new($"line {device.Line}", $"\"{Shown(device.Fields["Size"])}\" is no size, such as 8 GB or No Module Installed"));
            modules.Add((device.Fields["Form Factor"].Contains("DIMM", StringComparison.OrdinalIgnoreCase), size));
        }
        if (faults.Count > 0)
            return null;
        var ceiling = array?.Fields.GetValueOrDefault("Maximum Capacity") is { } most ? Gigabytes(most) : null;
        return new(Tool,
        [
            .. HardwareReport.Memory(Tool, modules),
            .. ceiling is { } gb ? [HardwareReport.Number(Tool, PartKind.Memory, ClaimFact.Ceiling, gb)] : Array.Empty<Claim>(),
        ]);
    }

    private sealed record Block(int Line, string Title, Dictionary<string, string> Fields);

    /// <summary>Blocks begin with a line "Handle …", then have their title; their fields are indented.</summary>
    private static List<Block> Blocks(string text)
    {
        var blocks = new List<Block>();
        // A line that does not end may be cut off in the middle of a word.
        var lines = text[..(text.LastIndexOf('\n') + 1)].Split('\n');
        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i].TrimEnd();
            if (i > 0 && lines[i - 1].StartsWith("Handle ", StringComparison.Ordinal))
                blocks.Add(new(i + 1, line, new(StringComparer.Ordinal)));
            else if (blocks.Count > 0 && line.StartsWith('\t') && line.IndexOf(": ", StringComparison.Ordinal) is > 0 and var colon)
                blocks[^1].Fields.TryAdd(line[..colon].Trim(), line[(colon + 2)..].Trim());
        }
        return blocks;
    }

    private static double? Gigabytes(string size)
    {
        var words = size.Split(' ');
        if (words.Length != 2 || !double.TryParse(words[0], NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) || number > RecordLimits.Capacity)
            return null;
        return words[1] switch
        {
            "kB" or "KB" or "KiB" => number / 1_048_576,
            "MB" or "MiB" => number / 1_024,
            "GB" or "GiB" => number,
            "TB" or "TiB" => number * 1_024,
            _ => null,
        };
    }

    private static string Shown(string text) => new([.. text.Take(40).Select(c => char.IsControl(c) ? '\uFFFD' : c)]);
}
