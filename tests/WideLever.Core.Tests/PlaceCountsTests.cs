using WideLever.Core.Comparing;

namespace WideLever.Core.Tests;

public class PlaceCountsTests
{
    [Theory]
    [InlineData(1)]
    [InlineData(400)]
    public void It_counts_like_a_plain_table_in_whatever_order_the_places_come(int blocks)
    {
        var random = new Random(7);
        var (counts, plain) = (new PlaceCounts(), new int[500]);
        for (var block = 0; block < blocks; block++)
        {
            var middle = random.Next(0, 500);
            var places = Enumerable.Range(0, 200).Select(_ => (double)Math.Clamp(middle + random.Next(-40, 40), 3, 490)).ToArray();
            foreach (var place in places)
                plain[(int)place]++;
            counts.AddAll(places);
        }
        Enumerable.Range(0, 500).Select(place => counts[place]).ShouldBe(plain);
        counts.Taken.ShouldBe((Array.FindIndex(plain, count => count > 0), Array.FindLastIndex(plain, count => count > 0) + 1));
        var sum = new PlaceCounts();
        sum.AddAll([0, 499, 499]);
        sum.Add(counts);
        sum.Add(counts);
        Enumerable.Range(0, 500).Select(place => sum[place]).ShouldBe(plain.Select((count, place) => 2 * count + (place == 0 ? 1 : place == 499 ? 2 : 0)));
    }

    [Fact]
    public void A_count_beyond_what_half_the_room_holds_is_none_the_less_right()
    {
        var counts = new PlaceCounts();
        for (var block = 0; block < 400; block++)
            counts.AddAll(Enumerable.Repeat(12.0, 200).ToArray());
        counts[12].ShouldBe(80_000);
        counts[11].ShouldBe(0);
        counts.Taken.ShouldBe((12, 13));
    }
}
