using WideLever.Core.Planning;
using WideLever.House;
using WideLever.Web.Bench;

namespace WideLever.Web.Plans;

/// <summary>A plan, or why there is none.</summary>
/// <param name="Plan">The plan; null: there is none.</param>
/// <param name="Troubles">Why; none where there is a plan.</param>
public sealed record PlanAnswer(PlanView? Plan, IReadOnlyList<PlanTrouble> Troubles);

/// <summary>What can be done to the parts of a kind without swapping them.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Services">The services.</param>
public sealed record KindServices(PartKind Kind, IReadOnlyList<Service> Services);

/// <summary>What brings some parts out in one opening.</summary>
public sealed record PlanView
{
    /// <summary>The parts that were asked for, with what each takes by itself.</summary>
    public required IReadOnlyList<PlannedPartView> Parts { get; init; }

    /// <summary>How many steps it takes.</summary>
    public required int Steps { get; init; }

    /// <summary>The plan as hands follow it.</summary>
    public required PlanInWords Words { get; init; }

    /// <summary>Effort there and back.</summary>
    public required EffortView Effort { get; init; }

    /// <summary>How much more than the least that may be at most, s; 0: it is the least.</summary>
    public required double Above { get; init; }

    /// <summary>What each in an opening of its own would take, s.</summary>
    public required double Apart { get; init; }

    /// <summary>What one opening saves, s.</summary>
    public required double Saved { get; init; }

    /// <summary>The chance to come through without damage, 0..1.</summary>
    public required QuantityView Survival { get; init; }

    /// <summary>The wells that its screws go into.</summary>
    public required IReadOnlyList<WellView> Wells { get; init; }

    /// <summary>The view of a plan.</summary>
    public static PlanView Of(RepairPlan plan, Workpiece piece, IReadOnlyList<Purchase> bought)
    {
        return new()
        {
            Parts = [.. plan.Parts.Select(part => new PlannedPartView(part.Part.Id, part.Unit.Id, EffortView.Of(part.Alone), bought.FirstOrDefault(one => one.Place.Id == part.Part.Id) is { } purchase ? PurchaseView.Of(purchase) : null, part.Service))],
            Words = PlanInWords.Of(plan, piece.Record.Record, piece.Rubric, bought),
            Steps = plan.Steps.Count,
            Effort = EffortView.Of(plan.Effort),
            Above = Interchange.ResultWriter.SixPlaces(plan.Above),
            Apart = plan.Apart,
            Saved = plan.Saved,
            Survival = QuantityView.Of(plan.Survival),
            Wells = [.. plan.Wells.Select(WellView.Of)],
        };
    }
}

/// <summary>A part of a plan.</summary>
/// <param name="Part">Its id.</param>
/// <param name="ServiceUnit">Id of what is bought and swapped.</param>
/// <param name="Alone">Effort of bringing that out by itself.</param>
/// <param name="Module">The module that is bought for it; null: the spare is.</param>
/// <param name="Service">What is done to it; null: it is swapped.</param>
public sealed record PlannedPartView(string Part, string ServiceUnit, EffortView Alone, PurchaseView? Module, Service? Service);

/// <summary>A job that people open such a machine for.</summary>
/// <param name="For">What a plan of it is asked for.</param>
/// <param name="Title">What is done.</param>
/// <param name="Effort">What it takes, there and back; null: it cannot be done.</param>
/// <param name="Why">Why it cannot be done; null: it can.</param>
public sealed record LikelyJobView(IReadOnlyList<string> For, string Title, EffortView? Effort, string? Why)
{
    /// <summary>The view of a job.</summary>
    public static LikelyJobView Of(LikelyJob job) => new(job.For, job.Title, job.Effort is { } effort ? EffortView.Of(effort) : null, job.Why);
}
