using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>
/// One edit of a record: what a change puts in or takes out. Only known facts are changed: to learn one that is not known is a finding, and no
/// change of the machine. Method, <em>What is built on it</em>, what-if.
/// </summary>
public abstract record ChangeEdit
{
    private protected ChangeEdit() { }

    /// <summary>The record after it; null where it cannot be made, for the record lacks the layer that it is about.</summary>
    /// <param name="record">The record.</param>
    /// <param name="targets">Ids of the parts that it is about; none: the machine as a whole.</param>
    public abstract TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets);

    private protected static bool Selects(ChangeSteps which, Step step, TeardownRecord record, IReadOnlyList<string> targets) => which switch
    {
        ChangeSteps.Freeing => step.Frees.Any(targets.Contains),
        ChangeSteps.Openers => step.Opens is not null && step.Layer == record.Layers[0],
        _ => true,
    };

    /// <summary>The layer that is meant; null where the record has none such.</summary>
    private protected static string? LayerFor(ChangeLayer layer, TeardownRecord record, string? target)
    {
        switch (layer)
        {
            case ChangeLayer.Outside:
                return record.Layers[0];
            case ChangeLayer.Mainboard:
                var boards = record.Parts.Where(part => part.Kind == PartKind.Mainboard).Select(part => part.Id).ToHashSet(StringComparer.Ordinal);
                return record.Steps.FirstOrDefault(step => step.Frees.Any(boards.Contains))?.Layer;
            default:
                // Up from the part to the first assembly that a step frees; a chain is no longer than the parts are many.
                var at = target;
                for (var climbed = 0; at is not null && climbed <= record.Parts.Count; climbed++)
                {
                    if (record.Steps.FirstOrDefault(step => step.Frees.Contains(at)) is { } freeing)
                        return freeing.Layer;
                    at = record.Parts.FirstOrDefault(part => part.Id == at)?.Within;
                }
                return null;
        }
    }
}

/// <summary>Other facts of the parts.</summary>
public sealed record SetPart : ChangeEdit
{
    /// <summary>How they are held; null: as before. What is held in a separable way is within nothing.</summary>
    public Mounting? Mounting { get; init; }

    /// <summary>How open their interface is; null: as before.</summary>
    public Standard? Standard { get; init; }

    /// <summary>Who sells them; null: as before.</summary>
    public Supply? Source { get; init; }

    /// <summary>Whether they need pairing; null: as before.</summary>
    public bool? Paired { get; init; }

    /// <summary>What they cost where nobody sold them or there was none to sell by itself, as a share of the machine's price; null: as before.</summary>
    public double? PriceShare { get; init; }

    /// <summary>Longest module, mm; null: as before.</summary>
    public double? MaxLengthMm { get; init; }

    /// <summary>Sides of a module; null: as before.</summary>
    public int? Sides { get; init; }

    /// <summary>What the place takes at least, GB or Wh; null: as before.</summary>
    public double? Takes { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets) =>
        record with { Parts = [.. record.Parts.Select(part => targets.Contains(part.Id) ? Changed(part, record.Unit.Price) : part)] };

    private Part Changed(Part part, Money? machine)
    {
        // What is held in another way is another thing: its interface and its spare are what the change says, whatever was known of the old one.
        var other = Mounting is not null && part.Mounting is not null && Mounting != part.Mounting && part.Within is not null;
        bool May(bool known) => known || other;
        return part with
        {
            Mounting = part.Mounting is null ? null : Mounting ?? part.Mounting,
            Within = Mounting is null || part.Mounting is null ? part.Within : null,
            Interface = part.Interface with
            {
                Standard = May(part.Interface.Standard is not null) ? Standard ?? part.Interface.Standard : part.Interface.Standard,
                MaxLengthMm = May(part.Interface.MaxLengthMm is not null) ? MaxLengthMm ?? part.Interface.MaxLengthMm : part.Interface.MaxLengthMm,
                Sides = May(part.Interface.Sides is not null) ? Sides ?? part.Interface.Sides : part.Interface.Sides,
            },
            Capacity = Takes is { } most && (part.Capacity.Max.Maker ?? part.Capacity.Max.Bench) < most
                ? part.Capacity with { Max = part.Capacity.Max with { Maker = most, Bench = most } }
                : part.Capacity,
            Spare = part.Spare with
            {
                Source = May(part.Spare.Source is not null) ? Source ?? part.Spare.Source : part.Spare.Source,
                Paired = May(part.Spare.Paired is not null || part.Spare.Source == Supply.None) ? Paired ?? part.Spare.Paired : part.Spare.Paired,
                Price = PriceShare is { } share && May(part.Spare.Source == Supply.None) && part.Spare.Price?.Amount is null && machine?.Amount is { } amount
                    ? machine with { Amount = Math.Round(amount * share), Notes = null }
                    : part.Spare.Price,
            },
        };
    }
}

/// <summary>An empty place beside each part, like its own.</summary>
public sealed record AddPlace : ChangeEdit
{
    /// <summary>Actions of the step that frees what is put there.</summary>
    public required IReadOnlyList<TeardownAction> Actions { get; init; }

    /// <summary>Title of that step; <c>{part}</c> stands for the id of the place.</summary>
    public required string Title { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        foreach (var target in targets)
        {
            if (record.Parts.FirstOrDefault(part => part.Id == target) is not { } like || LayerFor(ChangeLayer.Assembly, record, target) is not { } layer)
                return null;
            var place = like with { Id = AddStep.FreeId($"{target}-2", record), Fitted = false, Capacity = like.Capacity with { Fitted = null }, Spare = new() };
            record = new AddStep { Title = Title, Actions = Actions }.Put(record with { Parts = [.. record.Parts, place] }, layer, place.Id);
        }
        return record;
    }
}

/// <summary>Other marks of guidance.</summary>
public sealed record SetGuidance : ChangeEdit
{
    /// <summary>The marks that are yes from now on: manual, labels, partNumbers, order.</summary>
    public required IReadOnlyList<string> Marks { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets) => record with
    {
        Guidance = record.Guidance with
        {
            Manual = Mark("manual", record.Guidance.Manual),
            Labels = Mark("labels", record.Guidance.Labels),
            PartNumbers = Mark("partNumbers", record.Guidance.PartNumbers),
            Order = Mark("order", record.Guidance.Order),
        },
    };

    private bool? Mark(string name, bool? known) => known is not null && Marks.Contains(name) ? true : known;
}

/// <summary>Other actions for some. The last action of a step that opens, frees or disconnects something stays.</summary>
public sealed record ReplaceActions : ChangeEdit
{
    /// <summary>In which steps.</summary>
    public required ChangeSteps Steps { get; init; }

    /// <summary>What goes: the action's word, as in the record.</summary>
    public required string Do { get; init; }

    /// <summary>Only those of these words (bond, connector, what); empty: all.</summary>
    public IReadOnlyList<string> Words { get; init; } = [];

    /// <summary>What comes once a step, where the first stood; empty: nothing.</summary>
    public IReadOnlyList<TeardownAction> With { get; init; } = [];

    /// <summary>Whether what comes counts as many as what went.</summary>
    public bool SameCount { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        var steps = record.Steps.Select(step => Selects(Steps, step, record, targets) ? Changed(step) : step).ToList();
        var gone = steps.Where(step => step.Actions.Count == 0).Select(step => step.Id).ToHashSet(StringComparer.Ordinal);
        return record with
        {
            Steps = gone.Count == 0 ? steps : [.. steps.Where(step => !gone.Contains(step.Id)).Select(step => step.After.Any(gone.Contains) ? step with { After = [.. step.After.Where(id => !gone.Contains(id))] } : step)],
        };
    }

    private Step Changed(Step step)
    {
        var first = step.Actions.FirstOrDefault(Matches);
        if (first is null)
            return step;
        // What nobody counted is no more known of what comes instead.
        var count = step.Actions.Where(Matches).Select(action => action.Count).Aggregate((a, b) => a + b);
        var actions = step.Actions.SelectMany(action => !Matches(action) ? [action] : ReferenceEquals(action, first)
            ? With.Select(one => SameCount ? one with { Count = count is { } same ? new Count(Math.Min(same.Least, RecordLimits.Count), Math.Min(same.Most, RecordLimits.Count)) : null } : one)
            : []).ToList();
        if (actions.Count == 0 && (step.Opens is not null || step.Frees.Count > 0 || step.DisconnectsPower))
            actions.Add(first);
        return step with { Actions = actions };
    }

    private bool Matches(TeardownAction action) => action.Verb.Word() == Do && (Words.Count == 0 || (OfWhat(action) is { } word && Words.Contains(word)));

    private static string? OfWhat(TeardownAction action) => action is Unscrew screws ? screws.Drive?.Word() : action.WordAt is { } word ? action.Row().Word!.Words[word] : null;
}

/// <summary>Other screws.</summary>
public sealed record SetScrews : ChangeEdit
{
    /// <summary>In which steps.</summary>
    public required ChangeSteps Steps { get; init; }

    /// <summary>Whether they stay in their part; null: as before.</summary>
    public bool? Captive { get; init; }

    /// <summary>Whether nothing hides them any more.</summary>
    public bool Uncovered { get; init; }

    /// <summary>Whether all loose ones of a layer are of the size of which there are most.</summary>
    public bool OneSize { get; init; }

    /// <summary>Their drive; null: as before.</summary>
    public Drive? Drive { get; init; }

    /// <summary>The driver's size that goes with that drive; null: unknown.</summary>
    public string? Size { get; init; }

    /// <summary>Only those of these drives; empty: all.</summary>
    public IReadOnlyList<Drive> Drives { get; init; } = [];

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        var sizes = OneSize ? CommonSizes(record) : [];
        return record with
        {
            Steps = [.. record.Steps.Select(step => Selects(Steps, step, record, targets)
                ? step with { Actions = [.. step.Actions.Select(action => action is Unscrew screws ? Changed(screws, sizes.GetValueOrDefault(step.Layer)) : action)] }
                : step)],
        };
    }

    private Unscrew Changed(Unscrew screws, (string Thread, double Length)? size)
    {
        if (Drives.Count > 0 && !(screws.Drive is { } drive && Drives.Contains(drive)))
            return screws;
        var (uncovered, resized, redriven) = (Uncovered && screws.Cover is not null,
            size is not null && screws is { Captive: not true, Thread: not null, Length: not null }, Drive is not null && screws.Drive is not null);
        return screws with
        {
            Captive = screws.Captive is null ? null : Captive ?? screws.Captive,
            Cover = uncovered ? Cover.None : screws.Cover,
            Covers = uncovered ? null : screws.Covers,
            Thread = resized ? size!.Value.Thread : screws.Thread,
            Length = resized ? size!.Value.Length : screws.Length,
            Drive = redriven ? Drive : screws.Drive,
            Size = redriven ? Size : screws.Size,
            Tool = redriven ? null : screws.Tool,
        };
    }

    /// <summary>For each layer the size of which its loose screws have most.</summary>
    private static Dictionary<string, (string Thread, double Length)?> CommonSizes(TeardownRecord record)
    {
        var sizes = new Dictionary<string, (string, double)?>(StringComparer.Ordinal);
        foreach (var layer in record.Steps.GroupBy(step => step.Layer))
        {
            var most = layer.SelectMany(step => step.Actions).OfType<Unscrew>()
                .Where(screws => screws is { Captive: not true, Thread: not null, Length: not null })
                .GroupBy(screws => (Thread: screws.Thread!, Length: screws.Length!.Value)).MaxBy(group => group.Sum(screws => (screws.Count ?? Count.One).Middle));
            sizes[layer.Key] = most?.Key;
        }
        return sizes;
    }
}

/// <summary>A step more for each part, or one for the machine.</summary>
public sealed record AddStep : ChangeEdit
{
    /// <summary>Where it lies.</summary>
    public ChangeLayer Layer { get; init; }

    /// <summary>What is done; <c>{part}</c> stands for the id of the part that it frees.</summary>
    public required string Title { get; init; }

    /// <summary>Its actions.</summary>
    public required IReadOnlyList<TeardownAction> Actions { get; init; }

    /// <summary>Whether it disconnects power.</summary>
    public bool DisconnectsPower { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        foreach (var target in targets.Count == 0 ? [null] : targets.AsEnumerable<string?>())
        {
            if (LayerFor(Layer, record, target) is not { } layer)
                return null;
            record = Put(record, layer, target);
        }
        return record;
    }

    internal TeardownRecord Put(TeardownRecord record, string layer, string? frees) => record with
    {
        Steps =
        [
            .. record.Steps,
            new Step
            {
                Id = FreeId(frees is null ? "what-if" : $"what-if-{frees}", record), Title = Title.Replace("{part}", frees ?? "", StringComparison.Ordinal), Layer = layer,
                Frees = frees is null ? [] : [frees], DisconnectsPower = DisconnectsPower, Actions = Actions,
            },
        ],
    };

    internal static string FreeId(string wanted, TeardownRecord record)
    {
        var id = wanted;
        for (var number = 2; record.Steps.Any(step => step.Id == id) || record.Parts.Any(part => part.Id == id); number++)
            id = $"{wanted}-{number}";
        return id;
    }
}

/// <summary>The steps that free the parts lie elsewhere, and nothing need come before them there.</summary>
public sealed record MoveSteps : ChangeEdit
{
    /// <summary>Where.</summary>
    public required ChangeLayer Layer { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets) =>
        LayerFor(Layer, record, targets.Count > 0 ? targets[0] : null) is { } layer
            ? record with { Steps = [.. record.Steps.Select(step => step.Frees.Any(targets.Contains) ? step with { Layer = layer, After = [] } : step)] }
            : null;
}
