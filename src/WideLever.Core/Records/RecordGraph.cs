namespace WideLever.Core.Records;

/// <summary>
/// The steps of a record by position, with what each needs and gives. Layers and ids that do not exist are left out.
/// <c>docs/record.md</c>, <em>Graph</em>.
/// </summary>
public sealed class RecordGraph
{
    /// <summary>The graph of a record.</summary>
    public RecordGraph(TeardownRecord record)
    {
        var steps = record.Steps;
        var (stepPositions, partPositions, layerPositions) =
            (Positions(steps, step => step.Id), Positions(record.Parts, part => part.Id), Positions(record.Layers, layer => layer));
        var layerOf = new int[steps.Count];
        var opens = new int[steps.Count];
        var after = new int[steps.Count][];
        var openers = record.Layers.Select(_ => new List<int>()).ToArray();
        var freeing = record.Parts.Select(_ => new List<int>()).ToArray();
        var disconnecting = new List<int>();
        for (var s = 0; s < steps.Count; s++)
        {
            layerOf[s] = layerPositions.GetValueOrDefault(steps[s].Layer, 0);
            opens[s] = steps[s].Opens is { } opened ? layerPositions.GetValueOrDefault(opened, -1) : -1;
            if (opens[s] >= 0)
                openers[opens[s]].Add(s);
            after[s] = Known(steps[s].After, stepPositions);
            foreach (var part in Known(steps[s].Frees, partPositions))
                freeing[part].Add(s);
            if (steps[s].DisconnectsPower)
                disconnecting.Add(s);
        }
        StepPositions = stepPositions;
        PartPositions = partPositions;
        LayerPositions = layerPositions;
        LayerOf = layerOf;
        Opens = opens;
        After = after;
        Openers = openers;
        Freeing = freeing;
        Disconnecting = disconnecting;
    }

    /// <summary>Position of each step id.</summary>
    public IReadOnlyDictionary<string, int> StepPositions { get; }

    /// <summary>Position of each part id.</summary>
    public IReadOnlyDictionary<string, int> PartPositions { get; }

    /// <summary>Position of each layer.</summary>
    public IReadOnlyDictionary<string, int> LayerPositions { get; }

    /// <summary>Layer position of each step.</summary>
    public IReadOnlyList<int> LayerOf { get; }

    /// <summary>Layer position that each step opens, or −1.</summary>
    public IReadOnlyList<int> Opens { get; }

    /// <summary>Step positions that must come before each step.</summary>
    public IReadOnlyList<IReadOnlyList<int>> After { get; }

    /// <summary>Step positions that open each layer; those of the first, the outside, are of no use.</summary>
    public IReadOnlyList<IReadOnlyList<int>> Openers { get; }

    /// <summary>Step positions that free each part, in recorded order.</summary>
    public IReadOnlyList<IReadOnlyList<int>> Freeing { get; }

    /// <summary>Step positions that disconnect power, in recorded order.</summary>
    public IReadOnlyList<int> Disconnecting { get; }

    /// <summary>Positions of the parts on either side of an exclusion, rising.</summary>
    /// <param name="parts">The parts of the record.</param>
    public int[] Excluding(IReadOnlyList<Part> parts)
    {
        var involved = new SortedSet<int>();
        for (var p = 0; p < parts.Count; p++)
        {
            foreach (var id in parts[p].Excludes)
            {
                if (PartPositions.TryGetValue(id, out var other))
                    involved.UnionWith([p, other]);
            }
        }
        return [.. involved];
    }

    /// <summary>Product over the inner layers of the steps that open it, times the disconnecting steps; at most <see cref="int.MaxValue"/>.</summary>
    public int Ways
    {
        get
        {
            long ways = Math.Max(1, Disconnecting.Count);
            foreach (var openers in Openers.Skip(1))
                ways = Math.Min(int.MaxValue, ways * Math.Max(1, openers.Count));
            return (int)ways;
        }
    }

    /// <summary>Which steps another step needs, by position.</summary>
    public bool[] Needed()
    {
        var needed = new bool[After.Count];
        for (var s = 0; s < needed.Length; s++)
        {
            for (var i = 0; i < After[s].Count; i++)
                needed[After[s][i]] = true;
        }
        return needed;
    }

    /// <summary>Which steps can be reached at all, by position.</summary>
    public bool[] Reachable()
    {
        var reached = new bool[LayerOf.Count];
        // Without a layer there is not even an outside; one stands in, for what is missing is a fault of its own.
        var open = new bool[Math.Max(1, Openers.Count)];
        open[0] = true;
        bool grew;
        do
        {
            grew = false;
            for (var s = 0; s < reached.Length; s++)
            {
                if (reached[s] || !open[LayerOf[s]] || !After[s].All(before => reached[before]))
                    continue;
                reached[s] = grew = true;
                if (Opens[s] >= 0)
                    open[Opens[s]] = true;
            }
        } while (grew);
        return reached;
    }

    // The first of several equal ids keeps the name: the others are faults.
    private static Dictionary<string, int> Positions<T>(IReadOnlyList<T> items, Func<T, string> id)
    {
        var positions = new Dictionary<string, int>(items.Count, StringComparer.Ordinal);
        for (var i = 0; i < items.Count; i++)
            positions.TryAdd(id(items[i]), i);
        return positions;
    }

    /// <summary>Positions of the ids that exist, each once, in their order.</summary>
    private static int[] Known(IReadOnlyList<string> ids, Dictionary<string, int> positions)
    {
        if (ids.Count == 0)
            return [];
        if (ids.Count == 1)
            return positions.TryGetValue(ids[0], out var only) ? [only] : [];
        return [.. ids.Where(positions.ContainsKey).Select(id => positions[id]).Distinct()];
    }
}
