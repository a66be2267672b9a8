using System.Collections.Concurrent;
using WideLever.Core.Scoring;

namespace WideLever.House.Tests;

/// <summary>Rank odds of the shelf: more draws go on from those there are, and of a large field none are kept.</summary>
public sealed class OddsTests : OpenHouse
{
    private sealed class Drawn : IProgress<int>
    {
        private readonly ConcurrentBag<int> told = [];

        public int Most => told.DefaultIfEmpty(0).Max();

        public void Report(int value) => told.Add(value);
    }

    /// <summary>How many draws were made for some odds, after the same were asked for once before.</summary>
    private static int DrawnAgain(Odds odds, IReadOnlyList<string> units, Action? between = null)
    {
        odds.Of(units, IndexName.Combined, 7, 400, null, TestContext.Current.CancellationToken);
        between?.Invoke();
        var drawn = new Drawn();
        odds.Of(units, IndexName.Combined, 7, 400, drawn, TestContext.Current.CancellationToken).Chances.Draws.ShouldBe(400);
        return drawn.Most;
    }

    [Fact]
    public void Odds_are_kept_as_long_as_their_units_stand_and_those_of_a_large_field_not_at_all()
    {
        string[] units = [Shelve("1-two-routes", "A-1"), Shelve("1-two-routes", "A-2"), Shelve("1-two-routes", "A-3")];
        DrawnAgain(new(Shelf), units).ShouldBe(0);
        DrawnAgain(new(Shelf), units, () => Price("w", units[0], 1)).ShouldBe(400);
        DrawnAgain(new(Shelf) { MostKept = 3 }, units).ShouldBe(0);
        DrawnAgain(new(Shelf) { MostKept = 2 }, units).ShouldBe(400);
    }
}
