namespace WideLever.Web.Shelf;

/// <summary>What every screen shows of the whole house.</summary>
/// <param name="Units">How many units are on the shelf.</param>
/// <param name="Currency">Currency of the rubric in use.</param>
public sealed record HouseView(int Units, string Currency);
