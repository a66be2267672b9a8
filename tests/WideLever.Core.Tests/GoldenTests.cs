using System.Globalization;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Core.Tests;

/// <summary>Every sentence that facts make, and every change that the shipped file makes, of records that have much in them.</summary>
public sealed class GoldenTests
{
    private static readonly IReadOnlyList<ChangeTemplate> Templates = ChangeTemplatesReader.Read(ChangeTemplatesReader.ShippedBytes).Templates!;

    private static IEnumerable<(string Name, TeardownRecord Record)> Records =>
    [
        .. Examples.Names.Select(name => (name, Examples.Record(name).Record)),
        ("sealed", Build.Sealed()),
        ("sealed, nothing sold", Build.Sealed() with { Parts = [.. Build.Sealed().Parts.Select(part => part with { Spare = new Spare { Source = Supply.None } })] }),
        ("sealed, all paired", Build.Sealed() with { Parts = [.. Build.Sealed().Parts.Select((part, i) => part with { Spare = new Spare { Source = (Supply)(i % 3), Paired = true, Price = new Money { Amount = 90 + i } } })] }),
        ("sealed, well explained", Build.Sealed() with { Guidance = new Guidance { Manual = true, Labels = true, PartNumbers = true, Order = true }, Absent = [PartKind.OpticalDrive] }),
        .. Enumerable.Range(0, 6).Select(seed => ($"one way {seed}", RandomRecords.OneWay(new Random(seed)))),
        .. Enumerable.Range(0, 4).Select(seed => ($"places {seed}", RandomRecords.WithPlaces(new Random(seed)))),
    ];

    [Fact]
    public void Sentences_of_facts()
    {
        Golden.ShouldBe("sentences.txt", Records.SelectMany(one =>
        {
            var record = one.Record.Checked(Build.AnyValue);
            var result = Scorer.Score(record, Build.AnyValue);
            var sentences = new ReasonSentences(record, result, Build.AnyValue);
            return KindFacts.Of(record, result, Build.AnyValue)
                .SelectMany(fact => new[] { Line(fact.Key, ReasonSide.Against, fact.Value, sentences), Line(fact.Key, ReasonSide.For, fact.Value, sentences) })
                .Where(line => line.Length > 0).Prepend($"== {one.Name}");
        }));

        static string Line(ReasonKey key, ReasonSide side, ReasonFact fact, ReasonSentences sentences) =>
            (side == ReasonSide.For ? fact.Value <= Reasons.Bad : fact.Value >= Reasons.Good) || sentences.Of(key, side) is not { } sentence
                ? ""
                : string.Create(CultureInfo.InvariantCulture, $"{key} {(side == ReasonSide.For ? "+" : "-")} {fact.Value:F3} {fact.Lost:F3} of {fact.Full:F3} {(fact.Measure is not null && fact.Value is > Reasons.Bad and < Reasons.Good ? sentences.Beside(key, sentence.Text, side, fact.Measure.Value, true) : sentence.Text)} [{string.Join(' ', sentence.Steps)}] {sentence.Part}");
    }

    [Fact]
    public void Changes_of_machines()
    {
        Golden.ShouldBe("changes.txt", Records.SelectMany(one => Lines(one.Record).Prepend($"== {one.Name}")));

        static IEnumerable<string> Lines(TeardownRecord record)
        {
            var changes = MachineChange.Of(record, Templates);
            foreach (var change in changes)
            {
                yield return $"{change.Id}: {string.Join(", ", change.Parts)}";
                foreach (var line in RecordChange.Between(record, change.Apply(record)))
                    yield return $"  {line.At} {line.What}: {line.Before ?? "-"} -> {line.After ?? "-"}";
            }
            // All of them one after the other: what no longer applies leaves the record as it is.
            var all = changes.Aggregate(record, (changed, change) => change.Apply(changed));
            yield return "all";
            foreach (var line in RecordChange.Between(record, all))
                yield return $"  {line.At} {line.What}: {line.Before ?? "-"} -> {line.After ?? "-"}";
        }
    }
}
