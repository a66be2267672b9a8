
namespace WideLever.Core.Rubrics;

/// <summary>Weights of the two indices in the combined one.</summary>
/// <param name="Repair">Weight of R.</param>
/// <param name="Upgrade">Weight of U.</param>
public sealed record CombinedWeights(double Repair, double Upgrade);
