using System.Text.RegularExpressions;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Reasons in plain sentences, and the three schools of effort side by side.</summary>
public sealed partial class ReasonsTests
{
    private static IReadOnlyDictionary<ReasonKey, ReasonFact> Facts(TeardownRecord record) => KindFacts.Of(record.Checked(), record.Score(), Examples.House);

    private static IReadOnlyList<FoundReason> Of(TeardownRecord record, params TeardownRecord[] peers) => Reasons.Of(record.Checked(), Examples.House, true, [.. peers.Select(Facts)]);

    private static TeardownRecord WithMounting(string part, Mounting mounting) =>
        Build.Sealed() with { Parts = [.. Build.Sealed().Parts.Select(one => one.Id == part ? one with { Mounting = mounting } : one)] };

    [Fact]
    public void A_first_machine_has_reasons_too()
    {
        var reasons = Of(Build.Sealed());
        reasons.ShouldContain(reason => reason.Side == ReasonSide.For);
        reasons.ShouldContain(reason => reason.Side == ReasonSide.Against);
        var facts = Facts(Build.Sealed());
        foreach (var reason in reasons)
        {
            var fact = facts.Single(pair => pair.Key.ToString() == reason.About).Value;
            (reason.Side == ReasonSide.For ? fact.Value >= Reasons.Good : fact.Value <= Reasons.Bad).ShouldBeTrue(reason.Text);
            reason.Points.ShouldBe(reason.Side == ReasonSide.For ? fact.Full - fact.Lost : fact.Lost, 1e-9);
        }
        // A booklet is told after what the machine itself is.
        foreach (var side in new[] { ReasonSide.For, ReasonSide.Against })
            reasons.Where(one => one.Side == side).ToList().FindIndex(one => one.About.Contains("guidance", StringComparison.Ordinal)).ShouldNotBe(0);
    }

    [Theory]
    [InlineData(Mounting.Riveted, "The keyboard is riveted.")]
    [InlineData(Mounting.Soldered, "The keyboard is soldered.")]
    [InlineData(Mounting.Glued, null)]
    [InlineData(Mounting.Screwed, null)]
    public void What_cannot_be_separated_speaks_against_it_before_anything_else_of_it_is_known(Mounting mounting, string? told)
    {
        var record = new TeardownRecord { Unit = Build.Sealed().Unit, Teardown = Build.Sealed().Teardown, Layers = ["outside"], Steps = [], Parts = [Build.Part("keys", PartKind.Keyboard, mounting)], Absent = [] };
        Facts(record).Keys.ShouldNotContain(key => key.Kind == PartKind.Keyboard);
        var reasons = Of(record).Where(reason => reason.About.Contains("keyboard", StringComparison.Ordinal)).ToList();
        reasons.Select(reason => (reason.Side, reason.Text)).ShouldBe(told is null ? [] : [(ReasonSide.Against, told)]);
        if (told is not null)
            Reasons.Stale(record.Checked(), Examples.House, [new() { Side = ReasonSide.Against, Text = told, About = reasons[0].About, From = told }]).ShouldBe([false]);
    }

    [Fact]
    public void Beside_a_socket_it_is_not_the_kind_that_is_soldered()
    {
        var record = new TeardownRecord { Unit = Build.Sealed().Unit, Teardown = Build.Sealed().Teardown, Layers = ["outside"], Steps = [], Parts = [Build.Part("a", PartKind.Memory, Mounting.Soldered), Build.Part("b", PartKind.Memory, Mounting.Socketed) with { Fitted = false }], Absent = [] };
        Of(record).ShouldNotContain(reason => reason.Text.Contains("soldered.", StringComparison.Ordinal));
        Of(record with { Parts = [record.Parts[0]] }).ShouldContain(reason => reason.Text == "The memory cannot be upgraded: soldered.");
    }

    /// <summary>What a machine takes is what its places take together, whichever of them scoring counts on, with whose word that is.</summary>
    [Theory]
    [InlineData(null, 48.0, null, "The memory can grow from 32 to 144 GB in 3 places, by what ran on the bench.")]
    [InlineData(null, null, 128.0, "The memory can grow from 32 to 96 GB in 3 places, as its maker states.")]
    [InlineData(64.0, 48.0, null, "The memory can grow from 32 to 64 GB in 3 places, as its maker states.")]
    public void All_places_that_can_be_used_together_say_how_far_a_kind_can_grow(double? machine, double? bench, double? platform, string told)
    {
        Part Place(string id, double? fitted) => Build.Part(id, PartKind.Memory, Mounting.Socketed) with { Fitted = fitted is not null, Capacity = new() { Fitted = fitted, Max = new() { Maker = 32, Bench = bench, Platform = platform } }, Interface = new() { Standard = Standard.Open } };
        var sealedOne = Build.Sealed();
        // The third lies deep: scoring does without it.
        var record = sealedOne with
        {
            Unit = sealedOne.Unit with { Ceilings = new() { Memory = new() { Maker = machine } } },
            Parts = [.. sealedOne.Parts.Where(part => part.Kind != PartKind.Memory), Place("a", 16), Place("b", null), Place("c", 16)],
        };
        var key = new ReasonKey(IndexName.Upgrade, PartKind.Memory, "headroom");
        new ReasonSentences(record.Checked(), record.Score(), Examples.House).Of(key, ReasonSide.For)!.Text.ShouldBe(told);
    }

    [Fact]
    public void That_a_kind_stays_as_it_is_is_told_once()
    {
        foreach (var record in Examples.Demo())
            Of(record).Where(reason => reason.Side == ReasonSide.Against && reason.About.Split(':')[2] is "absent" or "mounting").GroupBy(reason => reason.About.Split(':')[1]).ShouldAllBe(kind => kind.Count() == 1, record.Unit.ModelCode);
    }

    [Theory]
    [InlineData(ReasonSide.For)]
    [InlineData(ReasonSide.Against)]
    public void Ten_a_side_and_two_a_kind_on_it_are_the_most(ReasonSide side)
    {
        var most = 0;
        foreach (var record in Examples.Names.Select(name => Examples.Record(name).Record).Append(Build.Sealed()))
        {
            var ofSide = Of(record).Where(reason => reason.Side == side).ToList();
            ofSide.Count.ShouldBeLessThanOrEqualTo(Reasons.MostOfSide);
            ofSide.GroupBy(reason => reason.About.Split(':')[1]).ShouldAllBe(kind => kind.Count() <= Reasons.MostOfKind);
            most = Math.Max(most, ofSide.Count);
        }
        most.ShouldBe(Reasons.MostOfSide);
    }

    [Fact]
    public void What_is_neither_good_nor_bad_is_laid_beside_the_others()
    {
        var between = Facts(Build.Sealed()).Single(pair => pair.Key.ToString() == "repair:fan:reach");
        between.Value.Value.ShouldBeInRange(Reasons.Bad, Reasons.Good);
        var quicker = Build.Sealed() with { Steps = [.. Build.Sealed().Steps.Select(step => step.Id == "fan" ? step with { Layer = "inside", After = [] } : step)] };
        Of(Build.Sealed(), quicker, quicker).ShouldNotContain(one => one.About == "repair:fan:reach", "two are too few");
        Of(Build.Sealed(), Build.Sealed(), Build.Sealed(), Build.Sealed()).ShouldNotContain(one => one.About == "repair:fan:reach", "it is as the others are");
        var longer = Of(Build.Sealed(), quicker, quicker, quicker).Single(one => one.About == "repair:fan:reach");
        longer.Side.ShouldBe(ReasonSide.Against);
        longer.Text.ShouldBe("The fan takes 6.4 minutes there and back, and comes out only after the main board: 8 five-lobe screws and 12 cross screws (6 of the screws under feet); longer than for most of its class (4.2 minutes).");
        longer.From.ShouldBe("The fan takes 6.4 minutes there and back, and comes out only after the main board: 8 five-lobe screws and 12 cross screws (6 of the screws under feet).");
        longer.Steps.ShouldBe(["base", "power", "board", "fan"]);
        longer.Points.ShouldBe(Facts(Build.Sealed())[between.Key].Lost - Facts(quicker)[between.Key].Lost, 1e-9);
    }

    [Theory]
    [InlineData("battery", Mounting.Slid, ReasonSide.For, "The battery is slid in.")]
    [InlineData("battery", Mounting.Glued, null, null)]
    public void How_a_part_is_held_speaks_for_a_machine_or_not_at_all(string part, Mounting mounting, ReasonSide? side, string? text)
    {
        var made = Reasons.Of(WithMounting(part, mounting).Checked(), Examples.House with { Criteria = Examples.House.Criteria }, true, []).SingleOrDefault(one => one.About == $"repair:{part}:mounting");
        (made?.Side, made?.Text).ShouldBe((side, text));
    }

    [Fact]
    public void Peers_are_of_the_class_three_at_least_and_never_drafts()
    {
        (MachineClass? Class, Status Status) Thin(Status status) => (MachineClass.Thin, status);
        (MachineClass? Class, Status Status) other = (MachineClass.Rugged, Status.Complete);
        Reasons.Peers(MachineClass.Thin, [Thin(Status.Complete), other, Thin(Status.Provisional), Thin(Status.Draft), Thin(Status.Complete)]).ShouldSatisfyAllConditions(
            peers => peers.Class.ShouldBe(MachineClass.Thin), peers => peers.Positions.ShouldBe([0, 2, 4]));
        Reasons.Peers(MachineClass.Thin, [Thin(Status.Complete), other, Thin(Status.Draft), Thin(Status.Complete)]).ShouldSatisfyAllConditions(
            peers => peers.Class.ShouldBeNull(), peers => peers.Positions.ShouldBe([0, 1, 3]));
        Reasons.Peers(MachineClass.Thin, [Thin(Status.Complete), other]).Positions.ShouldBeEmpty();
        Reasons.Peers(null, [Thin(Status.Complete), other, other]).Class.ShouldBeNull();
    }

    /// <summary>Words that never stand on a side.</summary>
    private static readonly Dictionary<ReasonSide, string[]> Forbidden = new()
    {
        [ReasonSide.For] = ["soldered", "riveted", "laminated", "glued", "cannot be", "no fan to", "there is no", "ends at", "end at", "only after", "nobody", "salvage", "one piece with", "alone", "as much as", "pairing.", "hidden"],
        [ReasonSide.Against] = ["can grow", "socketed", "captive", "can be swapped for", "by hand", "nothing is stuck", "open to parts", "no pairing", "slid in", "no more than 0", "few fasteners", "common tools"],
    };

    [Fact]
    public void No_sentence_stands_on_both_sides_and_none_on_the_wrong_one()
    {
        var records = Enumerable.Range(0, Long.Of(300)).Select(seed => RandomRecords.OneWay(new Random(seed)))
            .Concat(Examples.Names.Select(name => Examples.Record(name).Record)).Concat(Examples.Demo()).ToList();
        var peers = records.TakeLast(9).Select(Facts).ToList();
        var sides = new Dictionary<string, ReasonSide>();
        foreach (var record in records)
        {
            foreach (var reason in Reasons.Of(record.Checked(), Examples.House, true, peers))
            {
                sides.TryAdd(reason.Text, reason.Side);
                sides[reason.Text].ShouldBe(reason.Side, reason.Text);
                foreach (var word in Forbidden[reason.Side])
                    reason.Text.Replace("and needs no pairing.", "", StringComparison.Ordinal).Replace("and need no pairing.", "", StringComparison.Ordinal).Contains(word, StringComparison.OrdinalIgnoreCase).ShouldBeFalse($"{reason.Side}: {reason.Text}");
            }
        }
        sides.Count.ShouldBeGreaterThan(Long.Of(500));
    }

    [Fact]
    public void Losses_add_up_to_what_is_missing_to_100_less_what_is_not_known()
    {
        foreach (var name in Examples.Names)
        {
            var record = Examples.Record(name);
            var result = Scorer.Score(record, Examples.House);
            var losses = KindLosses.Of(result, record.Record, Examples.House);
            // What stands somewhere for want of a value is lost too, and no reason.
            double Unknown(LedgerLine line) => line.Known ? line.Lines.Sum(Unknown) : line.Points;
            foreach (var (index, value, ledger) in new[] { (IndexName.Repair, result.Repair.Value, Ledger.OfRepair(result, record.Record, Examples.House)), (IndexName.Upgrade, result.Upgrade.Value, Ledger.OfUpgrade(result, record.Record, Examples.House)) })
            {
                var of = losses.Where(pair => pair.Key.Index == index).Sum(pair => pair.Value);
                if (value is { } known)
                    of.ShouldBe(100 - known - ledger.Lines.Sum(Unknown), 1e-9);
                else
                    of.ShouldBeLessThan(100);
            }
        }
    }

    [Fact]
    public void A_picked_sentence_goes_stale_with_its_fact_and_a_written_one_never_does()
    {
        var record = Build.Sealed();
        var found = Of(record).First(one => one.About == "repair:fan:bonds");
        PickedReason[] picked =
        [
            new() { Side = found.Side, Text = "No glue at the fan.", About = found.About, From = found.From },
            new() { Side = ReasonSide.For, Text = "It feels solid." },
            new() { Side = ReasonSide.For, Text = "Of an older rubric.", About = "repair:antenna:reach", From = "The antenna comes out." },
        ];
        Reasons.Stale(record.Checked(), Examples.House, picked).ShouldBe([false, false, true]);
        var mended = record with { Steps = [.. record.Steps.Select(step => step.Id == "fan" ? step with { Actions = [.. step.Actions, new Unbond { Bond = Bond.RigidGlue, LengthMm = 200 }] } : step)] };
        Reasons.Stale(mended.Checked(), Examples.House, picked).ShouldBe([true, false, true]);
    }

    [Fact]
    public void Sentences_of_any_record_read_as_sentences_and_name_facts_that_exist()
    {
        var records = Enumerable.Range(0, Long.Of(300)).Select(seed => RandomRecords.OneWay(new Random(seed))).Concat(Examples.Names.Select(name => Examples.Record(name).Record)).ToList();
        var peers = records.Take(9).Select(Facts).ToList();
        var made = 0;
        foreach (var record in records)
        {
            foreach (var reason in Reasons.Of(record.Checked(), Examples.House, false, peers))
            {
                Sentence().IsMatch(reason.Text).ShouldBeTrue(reason.Text);
                reason.Steps.ShouldBeSubsetOf(record.Steps.Select(step => step.Id));
                if (reason.Part is { } part)
                    record.Parts.ShouldContain(other => other.Id == part);
                made++;
            }
        }
        made.ShouldBeGreaterThan(Long.Of(2_000));
    }

    // A capital first, a full stop last, no word of the format with a capital inside, nothing double or hanging.
    [GeneratedRegex(@"^[A-Z](?!.*[a-z][A-Z])(?!.*  )(?!.* [,.:])[^\n]*[^ ,:]\.$")]
    private static partial Regex Sentence();

    [Fact]
    public void The_three_schools_of_effort_stand_side_by_side_and_the_parts_furthest_apart_first()
    {
        var record = (Build.Sealed() with { Steps = [.. Build.Sealed().Steps.Select(step => step.Id == "board" ? step with { ObservedSeconds = 900 } : step)] }).Checked();
        var schools = EffortSchools.Of(record, Examples.House);
        schools.ObservedSteps.ShouldBe(1);
        foreach (var under in schools.Schools)
        {
            var result = Scorer.Score(record, Examples.House.With(one => one with { Effort = under.School }));
            under.Indices.ShouldBe(Indices.Of(result));
            foreach (var part in schools.Parts)
            {
                part.Efforts[(int)under.School].ShouldBe(result.PartOf(part.Part).Effort);
                part.Reach[(int)under.School].ShouldBe(result.PartOf(part.Part).Criteria![Criterion.Reach].Value);
            }
        }
        schools.Parts.Select(part => part.Apart).ShouldBe(schools.Parts.Select(part => part.Apart).OrderDescending());
        schools.Parts[0].Apart.ShouldBeGreaterThan(0.1);
    }
}
