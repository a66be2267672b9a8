using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

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
