
namespace WideLever.Core.Tests;

public sealed class IdsTests
{
    [Theory]
    [InlineData("Öffne", "offne")]
    [InlineData("Écran tactile", "ecran-tactile")]
    [InlineData("Große Ærø Łódź", "grosse-aero-lodz")]
    [InlineData("OP/14 (2026)", "op-14-2026")]
    [InlineData("--..--", "unit")]
    [InlineData("..", "unit")]
    [InlineData("日本", "riben")]
    [InlineData("", "unit")]
    public void Letters_lose_their_marks_and_all_else_becomes_a_hyphen(string text, string id) => Ids.Of(text, "unit").ShouldBe(id);

    [Fact]
    public void An_id_is_short_and_gets_a_number_where_it_is_taken()
    {
        Ids.Of(new string('a', 200), "x").Length.ShouldBeLessThanOrEqualTo(40);
        Ids.Of("Öffne", "x", ["offne", "offne-2"]).ShouldBe("offne-3");
        Ids.Of("Öffne", "x", []).ShouldBe("offne");
    }

    [Theory]
    [InlineData(null, true, "must not be empty")]
    [InlineData("  ", true, "must not be empty")]
    [InlineData(null, false, null)]
    [InlineData("a\nb", true, "must be one line without control characters")]
    [InlineData("a\u2028b", false, "must be one line without control characters")]
    [InlineData("fine", true, null)]
    public void A_short_text_is_one_line(string? text, bool required, string? trouble)
    {
        OneLine.Troubles(text, 10, required).ShouldBe(trouble is null ? [] : [trouble]);
        if (required && text is not null)
            OneLine.IsFine(text, 10).ShouldBe(trouble is null);
    }

    [Fact]
    public void A_short_text_is_measured_in_characters_as_people_count_them()
    {
        OneLine.Troubles(new string('a', 11), 10).ShouldBe(["is longer than 10 characters"]);
        OneLine.Troubles(string.Concat(Enumerable.Repeat("👋", 500)), 500).ShouldBeEmpty();
    }
}
