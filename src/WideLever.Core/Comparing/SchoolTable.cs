using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>A field under one answer to one question on which practitioners differ, the others as in the rubric.</summary>
/// <param name="Question">The question, such as <c>powerFirst</c>.</param>
/// <param name="Option">The answer, as in the rubric's file.</param>
/// <param name="InUse">Whether it is the rubric's own.</param>
/// <param name="Indices">The indices of each unit.</param>
public sealed record UnderOption(string Question, string Option, bool InUse, IReadOnlyList<Indices> Indices);

/// <summary>A field under every school. Method, <em>Schools</em>.</summary>
public static class SchoolTable
{
    /// <summary>Every answer to every question, with the school that it makes of a rubric's.</summary>
    public static IReadOnlyList<(string Question, string Option, Schools Schools)> Options(Schools own) =>
    [
        .. WordList.Members<PowerFirst>().Select(option => ("powerFirst", option.Word(), own with { PowerFirst = option })),
        .. WordList.Members<Assemblies>().Select(option => ("assemblies", option.Word(), own with { Assemblies = option })),
        .. WordList.Members<CeilingSource>().Select(option => ("ceiling", option.Word(), own with { Ceiling = option })),
        .. new[] { 1, 0, -1 }.Select(option => ("acrossMean", option.ToString(System.Globalization.CultureInfo.InvariantCulture), own with { AcrossMean = option })),
        .. new[] { 1, 0, -1 }.Select(option => ("insideMean", option.ToString(System.Globalization.CultureInfo.InvariantCulture), own with { InsideMean = option })),
        .. WordList.Members<EffortSchool>().Select(option => ("effort", option.Word(), own with { Effort = option })),
    ];

    /// <summary>The field under each.</summary>
    /// <param name="records">The records.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="progress">Told how many units were scored, over all answers; null: nobody asks.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static IReadOnlyList<UnderOption> Of(IReadOnlyList<CheckedRecord> records, Rubric rubric, IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        var own = Rescoring.Of(records, rubric, progress, cancellation);
        var done = records.Count;
        var table = new List<UnderOption>();
        foreach (var (question, option, schools) in Options(rubric.Schools))
        {
            var inUse = schools == rubric.Schools;
            table.Add(new(question, option, inUse, inUse ? own : Rescoring.Of(records, rubric with { Schools = schools }, null, cancellation)));
            progress?.Report(done += inUse ? 0 : records.Count);
        }
        return table;
    }
}
