using WideLever.Core.Checking;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>Which index a figure is asked of.</summary>
public enum IndexName
{
    /// <summary>R.</summary>
    Repair,

    /// <summary>U.</summary>
    Upgrade,

    /// <summary>Both together.</summary>
    Combined,
}

/// <summary>The three indices of a record, 0..100, each with how far it can be relied on, without what they are made of.</summary>
/// <param name="Repair">R.</param>
/// <param name="Upgrade">U.</param>
/// <param name="Combined">Both together.</param>
/// <param name="RepairStatus">Status of R.</param>
/// <param name="UpgradeStatus">Status of U.</param>
/// <param name="CombinedStatus">Status of both together.</param>
public readonly record struct Indices(Quantity Repair, Quantity Upgrade, Quantity Combined, Status RepairStatus, Status UpgradeStatus, Status CombinedStatus)
{
    /// <summary>One of the three.</summary>
    public Quantity Get(IndexName index) => index switch
    {
        IndexName.Repair => Repair,
        IndexName.Upgrade => Upgrade,
        _ => Combined,
    };

    /// <summary>How far one of the three can be relied on.</summary>
    public Status StatusOf(IndexName index) => index switch
    {
        IndexName.Repair => RepairStatus,
        IndexName.Upgrade => UpgradeStatus,
        _ => CombinedStatus,
    };

    /// <summary>The indices of a result.</summary>
    public static Indices Of(Result result) =>
        new(result.Repair, result.Upgrade, result.Combined, result.RepairStatus.Status, result.UpgradeStatus.Status, result.Together.Status);

    /// <summary>The indices of R and U under a rubric.</summary>
    /// <param name="repair">R, 0..100.</param>
    /// <param name="upgrade">U, 0..100.</param>
    /// <param name="shared">The reasons that hold for the whole machine.</param>
    /// <param name="rubric">The rubric.</param>
    public static Indices Of(Quantity repair, Quantity upgrade, IReadOnlyList<Reason> shared, Rubric rubric) => new(
        repair, upgrade, Scorer.Combine(repair, upgrade, rubric), IndexStatus.Of([repair], shared, rubric.Status).Status,
        IndexStatus.Of([upgrade], shared, rubric.Status).Status, IndexStatus.Of([repair, upgrade], shared, rubric.Status).Status);
}

/// <summary>A whole shelf under one rubric. Method, <em>Principles</em>, one rubric per comparison.</summary>
public static class Rescoring
{
    /// <summary>The indices of every record, in their order; all cores work on them.</summary>
    /// <param name="records">The records.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="progress">Told how many are done, now and then; null: nobody asks.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static Indices[] Of(IReadOnlyList<CheckedRecord> records, Rubric rubric, IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        var indices = new Indices[records.Count];
        var done = 0;
        Parallel.For(0, records.Count, new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, i =>
        {
            indices[i] = Indices.Of(Scorer.Score(records[i], rubric, cancellation));
            if (Interlocked.Increment(ref done) % 100 == 0)
                progress?.Report(done);
        });
        return indices;
    }
}
