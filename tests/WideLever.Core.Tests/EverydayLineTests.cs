using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

public class EverydayLineTests
{
    private static readonly StepLineContext Fresh = new() { Layers = ["outside"] };

    public static TheoryData<string, string> Lines(string file)
    {
        var data = new TheoryData<string, string>();
        foreach (var line in File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "lines", file)).Where(line => line.Length > 0 && line[0] != '#'))
        {
            var said = line.Split('\t');
            data.Add(said[0], said[1]);
        }
        return data;
    }

    /// <summary>What a line means, its title, notes and ids aside.</summary>
    private static string Meaning(string line)
    {
        var reading = StepLine.Read(line, Fresh);
        reading.Faults.ShouldBeEmpty(line);
        var step = reading.Step with { Title = "", Id = "", Notes = null, Frees = [], Actions = [.. reading.Step.Actions.Select(action => action with { Notes = null })] };
        return $"{StepLine.Print(step with { Title = StepNames.Title(step, []) }, Fresh)} frees {string.Join(", ", reading.Parts.Select(part => $"{part.NewKind?.Word()} {part.Mounting?.Word()}"))}";
    }

    [Theory]
    [MemberData(nameof(Lines), "everyday.tsv")]
    [MemberData(nameof(Lines), "bench.tsv")]
    public void An_everyday_line_means_what_its_line_of_the_grammar_means(string said, string meant) => Meaning(said).ShouldBe(Meaning(meant));

    public static TheoryData<string> Said()
    {
        var data = new TheoryData<string>();
        foreach (var (said, _) in All())
            data.Add(said);
        return data;
    }

    private static IEnumerable<(string Said, string Meant)> All() =>
        new[] { "everyday.tsv", "bench.tsv" }.SelectMany(file => Lines(file)).Select(row => (row.Data.Item1, row.Data.Item2));

    [Theory]
    [MemberData(nameof(Said))]
    public void What_was_understood_reads_back_as_itself(string line)
    {
        var reading = StepLine.Read(line, Fresh);
        var printed = StepLine.Print(reading.Step, Fresh, reading.Parts);
        var again = StepLine.Read(printed, Fresh);
        again.Faults.ShouldBeEmpty(printed);
        StepLine.Print(again.Step, Fresh, again.Parts).ShouldBe(printed);
        again.Parts.ShouldBe(reading.Parts);
        again.Chips.ShouldAllBe(chip => chip.Start >= 0 && chip.Start <= chip.End && chip.End <= printed.Length);
        reading.Chips.ShouldAllBe(chip => chip.Start >= 0 && chip.Start <= chip.End && chip.End <= line.Length);
    }

    [Fact]
    public void A_slip_of_the_keys_is_never_read_as_something_else_in_silence()
    {
        var random = new Random(14);
        var lines = All().ToList();
        var misread = new List<string>();
        for (var slips = 0; slips < 1_000;)
        {
            var (line, meant) = lines[random.Next(lines.Count)];
            if (Slipped(line, random) is not { } slipped)
                continue;
            slips++;
            if (StepLine.Read(slipped, Fresh).Faults.Count == 0 && Meaning(slipped) != Meaning(meant))
                misread.Add($"{slipped} ({line}): {Meaning(slipped)}");
        }
        misread.ShouldBeEmpty();
    }

    /// <summary>A line with one letter of one long word left out, doubled, exchanged or another.</summary>
    private static string? Slipped(string line, Random random)
    {
        // What a layer is called is for who names it.
        var (said, name) = line.IndexOf('>') is >= 0 and var sign ? (line[..sign], line[sign..]) : (line, "");
        var words = said.Split(' ');
        var at = random.Next(words.Length);
        var word = words[at].ToCharArray().ToList();
        if (word.Count < 4 || word.Any(c => !char.IsAsciiLetterLower(c)))
            return null;
        var letter = random.Next(1, word.Count - 1);
        switch (random.Next(4))
        {
            case 0:
                word.RemoveAt(letter);
                break;
            case 1:
                word.Insert(letter, word[letter]);
                break;
            case 2:
                (word[letter], word[letter + 1]) = (word[letter + 1], word[letter]);
                break;
            default:
                word[letter] = (char)('a' + random.Next(26));
                break;
        }
        words[at] = new string([.. word]);
        return string.Join(' ', words) + name;
    }

    [Theory]
    [InlineData("pry the claps", "unrecognised word \"claps\"")]
    [InlineData("two three clips", "said twice")]
    [InlineData("the rear edge", "say at least one action")]
    [InlineData("the other eight gigs are soldered on the board", "what is soldered on? Name the part, such as memory soldered")]
    [InlineData("3 5 screws at the rear", "said twice")]
    [InlineData("fan: 3 screws clasps wibble", "wibble")]
    [InlineData("fan: wibble", "unrecognised word \"wibble\"")]
    [InlineData("remove the fan captive", "belong to screws")]
    [InlineData("take out the keyboard, 10 nippers", "unrecognised word \"nippers\"")]
    [InlineData("pull back the foli", "did you mean")]
    [InlineData("lift the bar, display cagle", "did you mean")]
    [InlineData("pry with a spudgar, 12 clips", "unrecognised word")]
    [InlineData("power off the conector, lift cover", "more than getting ready")]
    [InlineData("hinge screws, 3 per fan", "in all")]
    [InlineData("ssd, one screw", "what is done with ssd")]
    [InlineData("4 hex 1.5mm", "the size of the key")]
    [InlineData("4 ph0 1.5mm", "the thread")]
    [InlineData("2 ph0 under foot under seal", "said twice")]
    [InlineData("remove the wingding", "Name it with its kind")]
    [InlineData("remove 3 screws, wibble", "unrecognised word \"wibble\"")]
    public void What_is_no_meaning_of_its_words_is_a_fault(string line, string message) =>
        StepLine.Read(line, Fresh).Faults.ShouldContain(fault => fault.Message.Contains(message), string.Join(" | ", StepLine.Read(line, Fresh).Faults.Select(fault => fault.Message)));

    [Fact]
    public void Words_that_say_no_fact_are_kept_as_the_phrases_note()
    {
        StepLine.Read("12 clips, gently along the edge", Fresh).Step.Actions.ShouldHaveSingleItem().Notes.ShouldBe("along the edge");
        var actions = StepLine.Read("2 screws along the rear edge, unplug the fan", Fresh).Step.Actions;
        actions[0].Notes.ShouldBe("along the rear edge");
        actions[1].Notes.ShouldBe("fan");
    }

    [Theory]
    [InlineData("foot off", false, 1)]
    [InlineData("peel foot, off", true, 1)]
    [InlineData("lift > label off", true, 1)]
    [InlineData("peel tape > tape off", true, 1)]
    [InlineData("wire off", true, 1)]
    [InlineData("2 labels off, 4 ph0", false, 2)]
    public void What_is_taken_off_is_no_power_off(string line, bool power, int actions)
    {
        var step = StepLine.Read(line, Fresh).Step;
        (step.DisconnectsPower, step.Actions.Count).ShouldBe((power, actions));
        StepLine.Read(StepLine.Print(step, Fresh), Fresh).Step.DisconnectsPower.ShouldBe(power);
    }

    [Theory]
    [InlineData("~12 clips", 9, 15)]
    [InlineData("~1 clips", 1, 2)]
    [InlineData("10+ clips", 10, 20)]
    public void A_rough_count_is_a_span(string line, int least, int most) =>
        StepLine.Read(line, Fresh).Step.Actions[0].Count.ShouldBe(new Records.Count(least, most));

    [Theory]
    [InlineData("drive: one ph0, slid out", PartKind.Storage, "ssd", "drive")]
    [InlineData("memory module out", PartKind.Memory, "memory-b", "memory")]
    [InlineData("second drive out, one screw", PartKind.Storage, "ssd", "drive-second")]
    public void Nothing_comes_out_of_a_place_that_is_empty(string line, PartKind kind, string empty, string free)
    {
        var context = Fresh with { Parts = [Build.Part(empty, kind, Mounting.Socketed) with { Fitted = false }] };
        StepLine.Read(line, context).Parts.ShouldHaveSingleItem().Id.ShouldBe(free);
    }

    [Theory]
    [InlineData("memory-b", "memory-a")]
    [InlineData("memory", "memory-2")]
    public void Soldered_memory_beside_a_socket_is_another_part_than_the_one_in_there(string socketed, string soldered)
    {
        var context = Fresh with { Parts = [Build.Part(socketed, PartKind.Memory, Mounting.Socketed)] };
        var seen = StepLine.Read("the eight gigs it came with are soldered on", context).Parts.ShouldHaveSingleItem();
        (seen.Id, seen.Mounting).ShouldBe((soldered, Mounting.Soldered));
    }
}
