using WideLever.Core.Records;

namespace WideLever.Web.Bench;

/// <summary>A well on the way back.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Group">Which group of screws of the step.</param>
/// <param name="Expected">How many should go back; null: nobody counted them for certain, and who puts them back says how many there are.</param>
/// <param name="Count">How many were noted on the way out.</param>
/// <param name="Returned">How many did; null: not ticked.</param>
public sealed record ClosingWellView(int Number, int Group, int? Expected, Count? Count, int? Returned);

/// <summary>A step on the way back.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Title">Its title.</param>
/// <param name="Wells">Its wells, the last first.</param>
/// <param name="Uncounted">Positions of its actions, screws aside, of which nobody took the count.</param>
/// <param name="Words">What is done besides its screws, the last of it first.</param>
/// <param name="Heed">What was met there, tips and warnings.</param>
/// <param name="Tightening">The order noted for its screws.</param>
/// <param name="Done">Whether it was put back.</param>
public sealed record ClosingStepView(string StepId, string Title, IReadOnlyList<ClosingWellView> Wells, IReadOnlyList<int> Uncounted, IReadOnlyList<string> Words, IReadOnlyList<string> Heed, IReadOnlyList<string> Tightening, bool Done);

/// <summary>Putting back.</summary>
/// <param name="Steps">The steps, the last first.</param>
/// <param name="Expected">Screws that came out; null: a group of no certain count was not put back yet.</param>
/// <param name="Returned">Screws that went back.</param>
/// <param name="LeftOver">Screws counted in the tray; null: not counted.</param>
/// <param name="Missing">Screws that neither went back nor lie in the tray; null: not counted.</param>
/// <param name="Clean">Whether every screw is where it belongs.</param>
/// <param name="Answer">What became of those that are not; null: not answered.</param>
/// <param name="StaysOpen">The layer that stays open; null: all goes back.</param>
/// <param name="MayStayOpen">Layers inside that it may go back to.</param>
public sealed record ClosingView(
    IReadOnlyList<ClosingStepView> Steps, int? Expected, int Returned, int? LeftOver, int? Missing, bool Clean, string? Answer, string? StaysOpen, IReadOnlyList<string> MayStayOpen);
