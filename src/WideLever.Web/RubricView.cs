using WideLever.Core.Rubrics;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>The rubric that a view was scored under.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="Currency">The currency that prices are compared in.</param>
/// <param name="Resolution">Points below which two results are not told apart.</param>
/// <param name="RepairWeight">Weight of R in the combined index.</param>
/// <param name="UpgradeWeight">Weight of U in it.</param>
/// <param name="Effort">How effort is counted.</param>
/// <param name="PowerFirst">Whether disconnecting the battery is charged to inside work.</param>
/// <param name="Newer">A later revision of it that ships with the program and waits for a person to take it into use; null: none.</param>
public sealed record RubricView(
    string Name, int Revision, string Currency, double Resolution, double RepairWeight, double UpgradeWeight, EffortSchool Effort, PowerFirst PowerFirst, int? Newer)
{
    /// <summary>The view of a rubric.</summary>
    public static RubricView Of(Rubric rubric) => new(
        rubric.Name, rubric.Revision, rubric.Currency, rubric.Resolution, rubric.Combined.Repair, rubric.Combined.Upgrade, rubric.Schools.Effort,
        rubric.Schools.PowerFirst, rubric.Name == RubricReader.House.Name && rubric.Revision < RubricReader.House.Revision ? RubricReader.House.Revision : null);
}
