using WideLever.Core.Records;

namespace WideLever.Core.Rubrics;

/// <summary>
/// The ranges that a rubric's numbers must lie in. Method, <em>Schools: where practitioners differ</em>, last paragraph. Beyond
/// the method, numbers are kept between 1e-9 (where they must be above 0) and 1e9, so that every result is finite.
/// </summary>
public static class RubricValidation
{
    private const double Least = 1e-9;
    private const double Greatest = 1e9;

    /// <summary>Every fault of the rubric, with its place; none where it can be used.</summary>
    public static IReadOnlyList<Fault> Check(Rubric rubric)
    {
        var check = new Checker();
        foreach (var trouble in OneLine.Troubles(rubric.Name))
            check.Add("name", trouble);
        foreach (var head in rubric.SmallHeads)
        {
            foreach (var trouble in OneLine.Troubles(head))
                check.Add("smallHeads", $"one of them {trouble}");
        }
        check.Times(rubric.Times);
        foreach (var (verb, count) in rubric.UnknownCount.Pairs)
            check.Count($"unknownCount.{verb.Word()}", count);
        check.Shares("covers", rubric.Covers);
        check.Share("captive.yes", rubric.CaptiveYes);
        check.Share("captive.no", rubric.CaptiveNo);
        check.Share("screwBase", rubric.ScrewBase);
        check.NotNegative("clipBurden", rubric.ClipBurden);
        check.Positive("burdenAtHalf", rubric.BurdenAtHalf);
        check.Share("mixedLengths.perExtraLength", rubric.PerExtraLength);
        check.Share("mixedLengths.floor", rubric.MixedLengthsFloor);
        check.Shares("tools", rubric.Tools);
        check.NotNegative("extraTool.free", rubric.ExtraToolFree);
        check.Share("extraTool.factor", rubric.ExtraToolFactor);
        check.Shares("bonds", rubric.Bonds);
        check.Share("extraBond", rubric.ExtraBond);
        check.Shares("mountings", rubric.Mountings);
        check.Shares("unitShare", rubric.UnitShare);
        check.Shares("supply", rubric.Supply);
        if (rubric.OpenSupply is { } openSupply)
            check.Share("openSupply", openSupply);
        check.Share("paired", rubric.Paired);
        check.Positive("priceShareAtZero", rubric.PriceShareAtZero);
        foreach (var (word, price) in rubric.PriceReference.Pairs)
            check.Positive($"priceReference.{word.Word()}", price);
        check.DamageChances(rubric.Damage);
        check.SurvivalAtZero(rubric.SurvivalAtZero);
        check.Shares("standards", rubric.Standards);
        check.Weights("criteria", rubric.Criteria.Pairs);
        foreach (var (kind, ends) in rubric.Reach.Pairs)
            check.Rising($"reach.{kind.Word()}", ends, "zero must be above full");
        check.Weights("repair", rubric.Repair.Pairs);
        foreach (var kind in rubric.MayBeAbsent.Where(kind => !rubric.Repair.Contains(kind)))
            check.Add("mayBeAbsent", $"\"{kind.Word()}\" is not a kind of repair");
        check.Weights("upgrade", rubric.Upgrade.Pairs);
        check.Weights("upgradeCriteria", rubric.UpgradeCriteria.Pairs);
        check.Weights("accessCriteria", rubric.AccessCriteria.Pairs);
        foreach (var (kind, ends) in rubric.Headroom.Pairs)
            check.Rising($"headroom.{kind.Word()}", ends, "to must be above from");
        foreach (var (kind, ceiling) in rubric.OpenCeiling.Pairs)
            check.OpenCeiling($"openCeiling.{kind.Word()}", ceiling);
        foreach (var kind in rubric.OwnCeiling.Where(kind => !rubric.Headroom.Contains(kind)))
            check.Add("ownCeiling", $"\"{kind.Word()}\" has no headroom of its own");
        check.Floor(rubric.Floor);
        check.ValueFrom(rubric.ValueFrom);
        check.Weights("combined", rubric.Combined);
        check.Share("status.provisionalBelow", rubric.Status.ProvisionalBelow);
        check.Share("status.draftBelow", rubric.Status.DraftBelow);
        check.NotNegative("status.provisionalAboveWidth", rubric.Status.ProvisionalAboveWidth);
        check.NotNegative("resolution", rubric.Resolution);
        return check.Faults;
    }

    private sealed class Checker
    {
        public List<Fault> Faults { get; } = [];

        public void Add(string at, string message) => Faults.Add(new Fault(at, message));

        public void Share(string at, double value)
        {
            if (!(value >= 0 && value <= 1))
                Add(at, "must lie between 0 and 1");
        }

        public bool NotNegative(string at, double value)
        {
            var holds = value >= 0 && value <= Greatest;
            if (!holds)
                Add(at, "must be a number from 0 to 1e9");
            return holds;
        }

        public bool Positive(string at, double value)
        {
            var holds = value >= Least && value <= Greatest;
            if (!holds)
                Add(at, "must be above 0 (from 1e-9 to 1e9)");
            return holds;
        }

        public void Shares<T>(string at, WordTable<T, double> table) where T : struct, Enum
        {
            foreach (var (word, value) in table.Pairs)
                Share($"{at}.{word.Word()}", value);
        }

        public void Rising(string at, Thresholds ends, string message)
        {
            if (Positive($"{at}[0]", ends.First) & Positive($"{at}[1]", ends.Second) && !(ends.Second > ends.First))
                Add(at, message);
        }

        public void Weights<T>(string at, IEnumerable<KeyValuePair<T, double>> weights) where T : struct, Enum =>
            Weights(at, weights.Select(pair => (pair.Key.Word(), pair.Value)));

        public void Weights(string at, CombinedWeights weights) => Weights(at, [("repair", weights.Repair), ("upgrade", weights.Upgrade)]);

        private void Weights(string at, IEnumerable<(string Word, double Weight)> weights)
        {
            var sum = 0.0;
            var whole = true;
            foreach (var (word, weight) in weights)
            {
                whole &= NotNegative($"{at}.{word}", weight);
                sum += weight;
            }
            if (whole && sum < Least)
                Add(at, "the weights must have a positive sum");
        }

        public void Span(string at, Span span)
        {
            if (NotNegative($"{at}[0]", span.Low) & NotNegative($"{at}[1]", span.High) && !(span.High > span.Low))
                Add(at, "an unknown span must rise");
        }

        public void Count(string at, Count count)
        {
            if (!(count.Least >= 1 && count.Most <= RecordLimits.Count && count.Least <= count.Most))
                Add(at, $"must rise from 1 up, to {RecordLimits.Count} at most");
        }

        public void OpenCeiling(string at, OpenCeiling ceiling)
        {
            if (Positive($"{at}[0]", ceiling.Low) & Positive($"{at}[1]", ceiling.Value) & Positive($"{at}[2]", ceiling.High)
                && !(ceiling.Low <= ceiling.Value && ceiling.Value <= ceiling.High))
                Add(at, "must rise: the least, what it is taken for, the greatest");
        }

        public void ValueFrom(double value)
        {
            if (!(value > 0 && value <= 1))
                Add("valueFrom", "must be above 0 and at most 1");
        }

        public void SurvivalAtZero(double value)
        {
            if (!(value >= 0 && value < 1))
                Add("survivalAtZero", "must be at least 0 and below 1");
        }

        public void Floor(double value)
        {
            if (!(value >= Least && value < 1))
                Add("floor", "must be above 0 and below 1");
        }

        private void Pair(string at, OutBack pair)
        {
            NotNegative($"{at}[0]", pair.Out);
            NotNegative($"{at}[1]", pair.Back);
        }

        private void Table<T>(string at, WordTable<T, OutBack> table) where T : struct, Enum
        {
            foreach (var (word, pair) in table.Pairs)
                Pair($"{at}.{word.Word()}", pair);
        }

        public void Times(Times times)
        {
            Pair("times.toolPickUp", times.ToolPickUp);
            NotNegative("times.perStep", times.PerStep);
            var screw = times.Unscrew;
            NotNegative("times.unscrew.seat", screw.Seat);
            NotNegative("times.unscrew.stow", screw.Stow);
            NotNegative("times.unscrew.place", screw.Place);
            NotNegative("times.unscrew.start", screw.Start);
            NotNegative("times.unscrew.final", screw.Final);
            NotNegative("times.unscrew.perTurn", screw.PerTurn);
            foreach (var (thread, pitch) in screw.Pitch.OrderBy(pair => pair.Key, StringComparer.Ordinal))
                Positive($"times.unscrew.pitch.{thread}", pitch);
            Span("times.unscrew.unknownLength", screw.UnknownLength);
            Table("times.cover", times.Cover);
            foreach (var row in ActionRow.All.Where(row => row.Verb != Verb.Unscrew))
            {
                var pairs = times.Standard[row.Verb];
                for (var i = 0; i < pairs.Length; i++)
                    Pair(At("times", row, i), pairs[i]);
            }
            Span("times.unknownBondLength", times.UnknownBondLength);
        }

        private static string At(string table, ActionRow row, int word) => $"{table}.{row.Verb.Word()}{(row.Word is { } of ? $".{of.Words[word]}" : "")}";

        public void DamageChances(Damage damage)
        {
            Share("damage.unscrewSmallHead", damage.UnscrewSmallHead);
            foreach (var row in ActionRow.All)
            {
                var chances = damage.Chance[row.Verb];
                for (var i = 0; i < chances.Length; i++)
                    Share(At("damage", row, i), chances[i]);
            }
        }
    }
}
