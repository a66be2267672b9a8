using WideLever.Core.Checking;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>A unit under one school of effort.</summary>
/// <param name="School">The school.</param>
/// <param name="Indices">Its indices.</param>
public sealed record UnderSchool(EffortSchool School, Indices Indices);

/// <summary>A part under the three schools of effort, in the order of the words.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="Efforts">Effort of its route, s; null: unknown.</param>
/// <param name="Reach">Its reach, 0..1; null: unknown.</param>
/// <param name="Apart">How far the reaches are apart, 0..1.</param>
public sealed record PartUnderSchools(string Part, PartKind Kind, IReadOnlyList<EffortSeconds?> Efforts, IReadOnlyList<double?> Reach, double Apart);

/// <summary>One unit with its effort counted in standard time, in steps and by the stopwatch. Method, <em>Schools</em>.</summary>
/// <param name="Schools">The unit under each.</param>
/// <param name="Parts">The parts that count in R, those first on which the schools are furthest apart.</param>
/// <param name="ObservedSteps">How many steps have observed seconds: the others count by standard time under the stopwatch too.</param>
public sealed record EffortSchools(IReadOnlyList<UnderSchool> Schools, IReadOnlyList<PartUnderSchools> Parts, int ObservedSteps)
{
    /// <summary>The three side by side.</summary>
    public static EffortSchools Of(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        var schools = WordList.Members<EffortSchool>();
        var results = schools.Select(school => Scorer.Score(record, rubric with { Schools = rubric.Schools with { Effort = school } }, cancellation)).ToList();
        var parts = record.Record.Parts.Select((part, p) => (Part: part, Scores: results.Select(result => result.Parts[p]).ToList()))
            .Where(one => one.Scores[0].Criteria is not null)
            .Select(one =>
            {
                var reach = one.Scores.Select(score => score.Criteria![Criterion.Reach].Value).ToList();
                return new PartUnderSchools(one.Part.Id, one.Part.Kind, [.. one.Scores.Select(score => score.Effort)], reach, reach.Max() - reach.Min() ?? 0);
            })
            .OrderByDescending(part => part.Apart).ThenBy(part => part.Part, StringComparer.Ordinal);
        return new([.. schools.Zip(results, (school, result) => new UnderSchool(school, Indices.Of(result)))], [.. parts], results[0].ObservedSteps);
    }
}
