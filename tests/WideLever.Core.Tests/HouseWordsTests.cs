using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>Words that a house teaches the line.</summary>
public sealed class HouseWordsTests
{
    private static readonly StepLineContext House = new()
    {
        Layers = ["outside"],
        Words = HouseWords.Table([new("blade-drive", "ssd"), new("skirt", "bottom cover"), new("dabs", "thermal paste"), new("nippers", "12 clips"), new("star", "six-lobe")]),
    };

    [Theory]
    [InlineData("remove the blade-drive, 1 screw", "remove the ssd, 1 screw")]
    [InlineData("Blade-Drive: 1 screw", "ssd: 1 screw")]
    [InlineData("take the skirt off", "take the bottom cover off")]
    [InlineData("dabs, lift = heatsink", "paste, lift = heatsink")]
    [InlineData("4 star t5 m2x4", "4 t5 m2x4")]
    [InlineData("nippers", "12 clips")]
    [InlineData("lift \"skirt\"", "lift \"skirt\"")]
    public void A_word_of_the_house_is_read_as_what_it_stands_for(string said, string meant)
    {
        var (one, other) = (StepLine.Read(said, House), StepLine.Read(meant, House));
        one.Faults.ShouldBeEmpty(said);
        StepLine.Print(one.Step, House, one.Parts).ShouldBe(StepLine.Print(other.Step, House, other.Parts));
        one.Chips.ShouldAllBe(chip => chip.Start >= 0 && chip.End <= said.Length);
        // What is printed has no word of the house in it: any house reads it.
        StepLine.Read(StepLine.Print(one.Step, House, one.Parts), House with { Words = HouseWords.None }).Faults.ShouldBeEmpty();
    }

    [Fact]
    public void It_completes_and_its_faults_stand_where_it_was_typed()
    {
        StepLineCompletions.At("ni", 2, House).ShouldContain(completion => completion.Text == "nippers");
        StepLine.Read("nippers m2", House).Faults.ShouldAllBe(fault => fault.Start >= 0 && fault.End <= "nippers m2".Length);
        StepLine.Read("nippers", House with { Words = HouseWords.None }).Faults.ShouldHaveSingleItem().Message.ShouldContain("unrecognised word");
    }

    [Theory]
    [InlineData("clips", "12 clips", "[0].word", "already")]
    [InlineData("off", "power off", "[0].word", "already")]
    [InlineData("two words", "clips", "[0].word", "one word")]
    [InlineData("x1", "clips", "[0].word", "one word")]
    [InlineData("", "clips", "[0].word", "one word")]
    [InlineData("nippers", "", "[0].means", "1 to 120")]
    [InlineData("nippers", "wibble", "[0].means", "does not know")]
    [InlineData("nippers", "clips, lift", "[0].means", "does not know")]
    [InlineData("nippers", "lift > inside", "[0].means", "does not know")]
    public void What_cannot_be_taught_is_refused_with_its_place(string word, string means, string at, string message) =>
        HouseWords.Faults([new(word, means)]).ShouldContain(fault => fault.At == at && fault.Message.Contains(message));

    [Fact]
    public void A_word_is_taught_once_and_two_hundred_are_the_most()
    {
        HouseWords.Faults([new("nippers", "clips"), new("Nippers", "screws")]).ShouldHaveSingleItem().At.ShouldBe("[1].word");
        HouseWords.Faults([new("nippers", "12 clips"), new("dabs", "thermal paste")]).ShouldBeEmpty();
        HouseWords.Faults([.. Enumerable.Range(0, 201).Select(i => new HouseWord($"nip{(char)('a' + i / 26)}{(char)('a' + i % 26)}", "clips"))]).ShouldHaveSingleItem().Message.ShouldContain("200");
        HouseWords.Table([new("a", "clips"), new("A", "screws")]).Count.ShouldBe(1, "what was stored otherwise stops nothing");
    }
}
