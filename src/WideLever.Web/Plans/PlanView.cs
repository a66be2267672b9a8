using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
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

    /// <summary>The steps in recorded order.</summary>
    public required IReadOnlyList<PlanStepView> Steps { get; init; }

    /// <summary>Ids of the steps in the order in which they are undone.</summary>
    public required IReadOnlyList<string> Back { get; init; }

    /// <summary>What stops whoever is not trained for it, because the pack is not sound; null: nothing does.</summary>
    public required string? Stop { get; init; }

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

    /// <summary>The tools, those that undo most first.</summary>
    public required IReadOnlyList<PlannedTool> Tools { get; init; }

    /// <summary>What is used up.</summary>
    public required IReadOnlyList<UsedUp> UsedUp { get; init; }

    /// <summary>What is done to the parts that are not swapped; none of it is in the effort.</summary>
    public required IReadOnlyList<string> Deeds { get; init; }

    /// <summary>The wells that its screws go into.</summary>
    public required IReadOnlyList<WellView> Wells { get; init; }

    /// <summary>What to heed before the first step.</summary>
    public required IReadOnlyList<CautionText> Cautions { get; init; }

    /// <summary>The view of a plan.</summary>
    public static PlanView Of(RepairPlan plan, Workpiece piece, IReadOnlyList<Purchase> bought)
    {
        var record = piece.Record.Record;
        var stop = Core.Benching.Cautions.Stop(record);
        var met = new HashSet<Caution>();
        return new()
        {
            Parts = [.. plan.Parts.Select(part => new PlannedPartView(part.Part.Id, part.Unit.Id, EffortView.Of(part.Alone), part.Unit.Spare, bought.FirstOrDefault(one => one.Place.Id == part.Part.Id) is { } purchase ? PurchaseView.Of(purchase) : null, part.Service))],
            Steps = [.. plan.Steps.Select(position => record.Steps[position]).Select(step => new PlanStepView(step.Id, step.Title, step.Layer, step.DisconnectsPower, WorkWords.Out(step, plan.Wells), WorkWords.Back(step, plan.Wells, stop is not null && step.Frees.Any(id => record.Parts.Any(part => part.Id == id && part.Kind == PartKind.Battery))),
                [.. Core.Benching.Cautions.For(record, step, packSwollen: false).Where(caution => met.Add(caution.Caution))], step.Surprises, step.Advice, step.Tightening))],
            Back = [.. WayBack.Of([.. plan.Steps.Select(position => record.Steps[position])]).Select(step => step.Id)],
            Effort = EffortView.Of(plan.Effort),
            Above = Interchange.ResultWriter.SixPlaces(plan.Above),
            Apart = plan.Apart,
            Saved = plan.Saved,
            Survival = QuantityView.Of(plan.Survival),
            Tools = plan.Tools,
            UsedUp = plan.UsedUp,
            Deeds = plan.Deeds,
            Wells = [.. plan.Wells.Select(WellView.Of)],
            Stop = stop,
            Cautions = [Core.Benching.Cautions.Preparation(record), .. Core.Benching.Cautions.OfDamage(record.Teardown).Select(Core.Benching.Cautions.Text)],
        };
    }
}

/// <summary>A part of a plan.</summary>
/// <param name="Part">Its id.</param>
/// <param name="ServiceUnit">Id of what is bought and swapped.</param>
/// <param name="Alone">Effort of bringing that out by itself.</param>
/// <param name="Spare">What is known of the spare.</param>
/// <param name="Module">The module that is bought for it; null: the spare is.</param>
/// <param name="Service">What is done to it; null: it is swapped.</param>
public sealed record PlannedPartView(string Part, string ServiceUnit, EffortView Alone, Spare Spare, PurchaseView? Module, Service? Service);

/// <summary>A step of a plan.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="Layer">Its layer.</param>
/// <param name="DisconnectsPower">Whether it disconnects power.</param>
/// <param name="Out">What is done on the way in.</param>
/// <param name="Back">What is done on the way back.</param>
/// <param name="Cautions">Cautions that it is the first to call for.</param>
/// <param name="Surprises">What was met there.</param>
/// <param name="Advice">Advice of whoever did it before.</param>
/// <param name="Tightening">The order noted for putting its screws back.</param>
public sealed record PlanStepView(
    string Id, string Title, string Layer, bool DisconnectsPower, IReadOnlyList<string> Out, IReadOnlyList<string> Back, IReadOnlyList<CautionText> Cautions, IReadOnlyList<Surprise> Surprises, IReadOnlyList<Advice> Advice,
    IReadOnlyList<string> Tightening);

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
