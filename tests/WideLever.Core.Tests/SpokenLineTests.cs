using WideLever.Bench;
using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>Lines as people say them: what they mean, what is asked, and that nothing that is said is swallowed.</summary>
public sealed class SpokenLineTests
{
    private static string File(string name) => Path.Combine(AppContext.BaseDirectory, "lines", name);

    public static TheoryData<string, string> Neighbours()
    {
        var data = new TheoryData<string, string>();
        foreach (var line in SpokenLine.Of(File("neighbours.tsv")))
            data.Add(line.Said, line.Meaning);
        return data;
    }

    [Theory]
    [MemberData(nameof(Neighbours))]
    public void What_was_once_misread_is_read_as_meant_asked_or_refused(string said, string meaning) =>
        new SpokenLine(said, meaning).ReadAs().ShouldBe(LineReadAs.Meant, string.Join(" | ", StepLine.Read(said, new StepLineContext { Layers = ["outside"] }).Faults.Select(fault => fault.Message)));

    // What was reached: a change may only better it.
    [Theory]
    [InlineData("everyday.tsv", 60, 0)]
    [InlineData("bench.tsv", 546, 0)]
    [InlineData("natural-1.tsv", 82, 0)]
    [InlineData("natural-2.tsv", 73, 0)]
    [InlineData("natural-3.tsv", 73, 0)]
    [InlineData("natural-4.tsv", 75, 0)]
    [InlineData("natural-5.tsv", 71, 0)]
    [InlineData("natural-6.tsv", 111, 2)]
    [InlineData("natural-7.tsv", 132, 4)]
    [InlineData("told.tsv", 2015, 41)]
    [InlineData("crossed.tsv", 400, 0)]
    public void As_many_lines_of_the_corpus_are_read_as_meant_and_as_few_as_something_else(string file, int meant, int wrong)
    {
        var read = SpokenLine.Of(File(file)).Select(line => (Line: line, As: line.ReadAs())).ToList();
        read.Count(one => one.Line.IsCanonical && one.As == LineReadAs.Meant).ShouldBeGreaterThanOrEqualTo(meant, file);
        read.Where(one => one.As == LineReadAs.Wrong).Select(one => one.Line.Said).ToList().Count.ShouldBeLessThanOrEqualTo(wrong, string.Join("; ", read.Where(one => one.As == LineReadAs.Wrong).Select(one => one.Line.Said)));
    }

    /// <summary>Into lines that are read a word is put that changes what they say: the facts change, a fault stands, or it stands in a place that is kept whole.</summary>
    [Theory]
    [InlineData("not", 0)]
    [InlineData("no", 3)]
    [InlineData("again", 2)]
    [InlineData("except the last", 0)]
    [InlineData("would have to", 0)]
    [InlineData("all but two", 5)]
    [InlineData("cm", 3)]
    [InlineData("7", 93)]
    public void Nothing_that_changes_a_line_is_swallowed(string word, int most)
    {
        var random = new Random(27);
        var swallowed = new List<string>();
        var lines = new[] { "everyday.tsv", "bench.tsv", "natural-1.tsv", "natural-4.tsv", "natural-6.tsv", "natural-7.tsv", "told.tsv" }.SelectMany(file => SpokenLine.Of(File(file)))
            .SelectMany(line => line.IsCanonical ? new[] { line.Said, line.Meaning } : [line.Said]).Where(line => !line.Contains('"', StringComparison.Ordinal)).Distinct()
            .Select(line => (Line: line, Reading: SpokenLine.Read(line))).Where(one => one.Reading is { Faults.Count: 0, IsSight: false, Happened: null }).ToList();
        for (var tried = 0; tried < Long.Of(8_000); tried++)
        {
            var (line, reading) = lines[random.Next(lines.Count)];
            var words = line.Split(' ');
            var at = random.Next(words.Length + 1);
            var changed = string.Join(' ', words.Take(at).Append(word).Concat(words.Skip(at)));
            var start = string.Join(' ', words.Take(at)).Length + (at > 0 ? 1 : 0);
            var got = SpokenLine.Read(changed);
            var isPlace = got.Chips.Any(chip => chip.Kind == ChipKind.Aside && chip.Start <= start && chip.End >= start + word.Length);
            if (got.Faults.Count == 0 && !isPlace && SpokenLine.Judge(got, reading) == LineReadAs.Meant && got.Parts.Select(part => part.Id).SequenceEqual(reading.Parts.Select(part => part.Id)))
                swallowed.Add($"{changed} ({line})");
        }
        // What was reached of the numbers that stand where nobody would put one: a change may only better it.
        swallowed.Count.ShouldBeLessThanOrEqualTo(Math.Max(most, Long.Of(5 * most)), string.Join("; ", swallowed.Take(20)));
    }

    [Theory]
    [InlineData("four gribble-head screws", "which drive is that")]
    [InlineData("take out the flumper", "what part is that")]
    [InlineData("should i unplug the battery now", "asks something")]
    [InlineData("8 screws back in", "something back")]
    [InlineData("plug the battery in again", "puts something back")]
    [InlineData("i will pull the fan next", "planned")]
    [InlineData("power off, unplug the adapter", "getting ready")]
    [InlineData("half of the clips", "a share")]
    [InlineData("take the card out, one screw", "which card")]
    public void A_line_that_is_no_step_says_why(string line, string message) =>
        SpokenLine.Read(line).Faults.ShouldContain(fault => fault.Message.Contains(message), string.Join(" | ", SpokenLine.Read(line).Faults.Select(fault => fault.Message)));

    [Fact]
    public void A_fault_never_offers_the_word_itself_nor_one_that_is_further_than_a_slip()
    {
        foreach (var line in new[] { "power", "glue here", "will", "attached", "lost", "wibble", "the conector of the fann" })
        {
            foreach (var fault in SpokenLine.Read(line).Faults.Where(fault => fault.Nearest is not null))
                line[fault.Start..fault.End].ShouldNotBe(fault.Nearest);
        }
    }

    [Fact]
    public void What_may_be_two_things_is_asked_with_both_readings_each_a_line_of_its_own()
    {
        foreach (var line in new[] { "take the card out, one screw", "10 ph0, 4 longer 8mm", "one plug, six coloured wires" })
        {
            var choices = SpokenLine.Read(line).Faults.SelectMany(fault => fault.Choices).ToList();
            choices.Count.ShouldBeGreaterThan(1, line);
            choices.Select(choice => choice.Text).Distinct().Count().ShouldBe(choices.Count, line);
        }
    }
}
