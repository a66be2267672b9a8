using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

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
