using WideLever.Core.Comparing;
using WideLever.Core.Rubrics;
using WideLever.Interchange;

namespace WideLever.Web.Verdict;

/// <summary>A unit under one school of effort.</summary>
/// <param name="School">The school.</param>
/// <param name="Indices">Its indices.</param>
public sealed record UnderSchoolView(EffortSchool School, IndicesView Indices);

/// <summary>A part under the three schools of effort.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="Efforts">Effort of its route under each; null: unknown.</param>
/// <param name="Reach">Its reach under each, 0..1; null: unknown.</param>
/// <param name="Apart">How far the reaches are apart, 0..1.</param>
public sealed record PartUnderSchoolsView(string Part, PartKind Kind, IReadOnlyList<EffortView?> Efforts, IReadOnlyList<double?> Reach, double Apart);

/// <summary>One unit with its effort counted in three ways.</summary>
/// <param name="Schools">The unit under each.</param>
/// <param name="Parts">Its parts, those first on which they are furthest apart.</param>
/// <param name="ObservedSteps">How many steps have observed seconds.</param>
public sealed record EffortSchoolsView(IReadOnlyList<UnderSchoolView> Schools, IReadOnlyList<PartUnderSchoolsView> Parts, int ObservedSteps)
{
    /// <summary>The view of the three.</summary>
    public static EffortSchoolsView Of(EffortSchools schools) => new(
        [.. schools.Schools.Select(under => new UnderSchoolView(under.School, IndicesView.Of(under.Indices)))],
        [.. schools.Parts.Select(part => new PartUnderSchoolsView(
            part.Part, part.Kind, [.. part.Efforts.Select(effort => effort is { } known ? EffortView.Of(known) : null)],
            [.. part.Reach.Select(reach => reach is { } known ? ResultWriter.SixPlaces(known) : (double?)null)], ResultWriter.SixPlaces(part.Apart)))],
        schools.ObservedSteps);
}
