using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Planning;

/// <summary>A job that people open such a machine for.</summary>
/// <param name="For">What a plan of it is asked for: ids of parts, each by itself or with what is done to it.</param>
/// <param name="Title">What is done.</param>
/// <param name="Effort">What it takes, there and back; null: it cannot be done.</param>
/// <param name="Why">Why it cannot be done; null: it can.</param>
public sealed record LikelyJob(IReadOnlyList<string> For, string Title, EffortSeconds? Effort, string? Why);

/// <summary>What people come for, in the order in which they ask: one press each, with what it takes, or why it cannot be done.</summary>
public static class LikelyJobs
{
    private static readonly PartKind[] Asked = [PartKind.Battery, PartKind.Storage, PartKind.Memory, PartKind.Fan, PartKind.Thermal, PartKind.DisplayPanel, PartKind.Keyboard, PartKind.ChargePort];

    /// <summary>Jobs of a kind that are told at most: of more places one chooses by hand.</summary>
    private const int MostOfKind = 4;

    /// <summary>The jobs of a machine; a kind that it has no part of has none.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public static IReadOnlyList<LikelyJob> Of(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        var parts = record.Record.Parts;
        var ways = new WaysIn(record, rubric);
        var routes = ways.Routes(cancellation);
        return [.. Asked.SelectMany(kind => parts.Where(part => part.Kind == kind).Take(MostOfKind)).SelectMany(Jobs)];

        IEnumerable<LikelyJob> Jobs(Part part)
        {
            var name = PartNames.Of(part, parts);
            if (!part.Fitted)
            {
                yield return Job(part, part.Id, $"Fit a module into the {name}");
                yield break;
            }
            if (part.Kind == PartKind.Fan)
                yield return Job(part, $"{part.Id}:{Service.Clean.Word()}", $"Clean the {name}");
            yield return part.Kind == PartKind.Thermal ? Job(part, $"{part.Id}:{Service.Paste.Word()}", $"Renew the paste of the {name}") : Job(part, part.Id, $"Replace the {name}");
        }

        LikelyJob Job(Part part, string asked, string title)
        {
            var (planned, _, trouble) = RepairPlan.Alone(asked, record, rubric, ways, routes, cancellation);
            if (planned is null)
                return new([asked], title, null, trouble);
            var isWhole = planned.Unit.Id != part.Id;
            return new([asked], isWhole ? $"{title}, {(part.Mounting is { } held ? $"{WordList.Apart(held.Word())}: " : "")}with the {PartNames.Of(planned.Unit, parts)} that it is one piece with" : title, planned.Alone, null);
        }
    }
}
