using System.Text.Json;
using WideLever.Core.Records;
using JsonValue = WideLever.Interchange.JsonTree.JsonValue;

namespace WideLever.Interchange.Reports;

/// <summary>The output of <c>lshw -json</c>: a tree of nodes with an id and a class each, as an object or in a list.</summary>
internal static class LshwReport
{
    private const string Tool = "lshw";
    private const double GiB = 1_073_741_824, GB = 1e9;

    public static HardwareReport? Read(ReadOnlyMemory<byte> file, List<Fault> faults)
    {
        using var document = JsonText.ParseReadable(file, faults);
        if (document is null)
            return null;
        var nodes = Nodes(document.Root).ToList();
        if (nodes.Count == 0 || nodes.All(node => Text(node, "class") is null))
        {
            faults.Add(new("", "is JSON, but no report of lshw -json: nothing in it has an \"id\" and a \"class\""));
            return null;
        }
        var modules = new List<(bool, double?)>();
        var claims = new List<Claim>();
        double drives = 0;
        foreach (var node in nodes)
        {
            var (id, @class, what) = (Text(node, "id") ?? "", Text(node, "class"), Text(node, "description") ?? "");
            switch (@class)
            {
                case "memory" when id.StartsWith("bank", StringComparison.Ordinal):
                    // Modules of a socket call themselves so; what is not one of them is soldered.
                    modules.Add((what.Contains("DIMM", StringComparison.OrdinalIgnoreCase) || what.Contains("[empty]", StringComparison.OrdinalIgnoreCase),
                        Number(node, "size") is { } bytes ? bytes / GiB : null));
                    break;
                case "disk" or "storage" when Number(node, "size") is { } size && !IsRemovable(node):
                    drives += size / GB;
                    break;
                case "power" when id.StartsWith("battery", StringComparison.Ordinal) && Number(node, "capacity") is { } milliwattHours:
                    claims.Add(HardwareReport.Number(Tool, PartKind.Battery, ClaimFact.Capacity, Math.Round(milliwattHours / 1_000, 1)));
                    break;
                case "network" when what.Contains("wireless", StringComparison.OrdinalIgnoreCase) && Text(node, "product") is { } card:
                    claims.Add(HardwareReport.Name(Tool, PartKind.Wireless, card));
                    break;
                case "processor" when Text(node, "product") is { } processor:
                    claims.Add(HardwareReport.Name(Tool, PartKind.Processor, processor));
                    break;
                case "display" when Text(node, "product") is { } graphics:
                    claims.Add(HardwareReport.Name(Tool, PartKind.Graphics, graphics));
                    break;
            }
        }
        if (drives > 0)
            claims.Insert(0, HardwareReport.Number(Tool, PartKind.Storage, ClaimFact.Capacity, Math.Round(drives)));
        return new(Tool, [.. HardwareReport.Memory(Tool, modules), .. claims.Where(claim => claim.Text is not "").Take(RecordLimits.Claims)]);
    }

    private static IEnumerable<JsonValue> Nodes(JsonValue element)
    {
        if (element.ValueKind == JsonValueKind.Array)
        {
            foreach (var item in element.Items())
            {
                foreach (var node in Nodes(item))
                    yield return node;
            }
        }
        if (element.ValueKind != JsonValueKind.Object)
            yield break;
        if (Text(element, "id") is not null)
            yield return element;
        if (element.TryGet("children", out var children))
        {
            foreach (var node in Nodes(children))
                yield return node;
        }
    }

    private static bool IsRemovable(JsonValue node) =>
        node.TryGet("capabilities", out var can) && can.ValueKind == JsonValueKind.Object && can.TryGet("removable", out _);

    private static string? Text(JsonValue node, string name) =>
        node.TryGet(name, out var value) && value.ValueKind == JsonValueKind.String ? value.Text : null;

    private static double? Number(JsonValue node, string name) =>
        node.TryGet(name, out var value) && value.ValueKind == JsonValueKind.Number && value.TryGetNumber(out var number)
        && number is >= 0 and <= RecordLimits.Capacity * GB ? number : null;
}
