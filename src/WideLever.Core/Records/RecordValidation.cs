using System.Text;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Records;

/// <summary>Every rule that a record must keep. <c>docs/record.md</c>, <em>Faults</em>.</summary>
public static class RecordValidation
{
    /// <summary>Every fault and hint of a record, each with its place.</summary>
    public static RecordCheck Check(TeardownRecord record, Rubric rubric)
    {
        var checker = new Checker();
        checker.Unit(record.Unit);
        checker.Teardown(record.Teardown);
        checker.Notes("", record.Notes);
        checker.Notes("guidance", record.Guidance.Notes);
        checker.Size("layers", record.Layers.Count, RecordLimits.Layers, "layers");
        checker.Size("steps", record.Steps.Count, RecordLimits.Steps, "steps");
        checker.Size("parts", record.Parts.Count, RecordLimits.Parts, "parts");
        for (var i = 0; i < record.Layers.Count; i++)
            checker.Text($"layers[{i}]", record.Layers[i]);
        for (var i = 0; i < record.Steps.Count; i++)
            checker.Step($"steps[{i}]", record.Steps[i]);
        for (var i = 0; i < record.Parts.Count; i++)
            checker.Part($"parts[{i}]", record.Parts[i]);
        var graph = new RecordGraph(record);
        checker.Names(record, graph);
        checker.Ways(record, graph);
        checker.Assemblies(record, graph);
        checker.Absent(record, rubric);
        return new RecordCheck(
            checker.Faults, Hints(record), checker.Faults.Count == 0 ? new CheckedRecord(record, graph) : null);
    }

    private static List<Fault> Hints(TeardownRecord record)
    {
        var hints = new List<Fault>();
        for (var s = 0; s < record.Steps.Count; s++)
        {
            var step = record.Steps[s];
            if (step.Actions.Any(action => action is Unscrew))
            {
                for (var a = 0; a < step.Actions.Count; a++)
                {
                    if (step.Actions[a] is Peel { What: PeelWhat.Foot or PeelWhat.Label or PeelWhat.Seal } peel)
                    {
                        hints.Add(new($"steps[{s}].actions[{a}]",
                            $"a peeled {peel.What.Value.Word()} beside screws: if it hides them, record it as their cover"));
                    }
                }
            }
            if (IsCoarse(step))
                hints.Add(new($"steps[{s}].frees", "frees several parts: split the step, or say that they only come out together"));
        }
        return hints;
    }

    /// <summary>Whether a step frees several parts that could come out apart. Method, <em>Means</em>, status.</summary>
    public static bool IsCoarse(Step step) => !step.Together && step.Frees.Distinct().Skip(1).Any();

    private sealed class Checker
    {
        public List<Fault> Faults { get; } = [];

        private void Add(string at, string message) => Faults.Add(new Fault(at, message));

        public void Size(string at, int size, int limit, string what)
        {
            if (size > limit)
                Add(at, $"has {size} {what}; the limit is {limit}");
        }

        public void Text(string at, string? text)
        {
            if (text is null)
                return;
            if (string.IsNullOrWhiteSpace(text))
                Add(at, "must not be empty");
            else if (Length(text) > RecordLimits.Text)
                Add(at, $"is longer than {RecordLimits.Text} characters");
            if (text.Any(c => char.IsControl(c) || IsLineBreak(c)))
                Add(at, "must be one line without control characters");
        }

        public void Notes(string at, string? notes)
        {
            if (notes is null)
                return;
            var place = at.Length == 0 ? "notes" : $"{at}.notes";
            if (Length(notes) > RecordLimits.Notes)
                Add(place, $"is longer than {RecordLimits.Notes} characters");
            if (notes.Any(c => char.IsControl(c) && c is not ('\n' or '\r' or '\t')))
                Add(place, "must not have control characters");
        }

        private static bool IsLineBreak(char c) => c is '\u2028' or '\u2029';

        private static int Length(string text) => text.Length <= RecordLimits.Text ? text.Length : text.EnumerateRunes().Count();

        private void Texts(string at, IReadOnlyList<string> texts)
        {
            for (var i = 0; i < texts.Count; i++)
                Text($"{at}[{i}]", texts[i]);
        }

        private void Between(string at, double? value, double low, double high)
        {
            // Written so that a NaN is a fault too.
            if (value is { } known && !(known >= low && known <= high))
                Add(at, FormattableString.Invariant($"must be a number from {low} to {high}"));
        }

        private void Money(string at, Money? money, bool machine)
        {
            if (money is null)
                return;
            if (machine && money.Amount <= 0)
                Add($"{at}.amount", "must be above 0");
            else
                Between($"{at}.amount", money.Amount, 0, RecordLimits.Money);
            if (money.Currency is { } currency && !Currencies.IsKnown(currency))
                Add($"{at}.currency", $"\"{Shown(currency)}\" is not an ISO 4217 currency code, such as EUR");
            if (money.Rate is { } rate && !(rate > 0 && double.IsFinite(rate)))
                Add($"{at}.rate", "must be a number above 0");
            Notes(at, money.Notes);
        }

        private void Ceilings(string at, Ceilings ceilings)
        {
            Between($"{at}.maker", ceilings.Maker, 0, RecordLimits.Capacity);
            Between($"{at}.bench", ceilings.Bench, 0, RecordLimits.Capacity);
            Between($"{at}.platform", ceilings.Platform, 0, RecordLimits.Capacity);
            Notes(at, ceilings.Notes);
        }

        public void Unit(Unit unit)
        {
            Text("unit.maker", unit.Maker);
            Text("unit.model", unit.Model);
            Text("unit.modelCode", unit.ModelCode);
            Text("unit.codeFoundAt", unit.CodeFoundAt);
            Between("unit.year", unit.Year, 0, 9999);
            Money("unit.price", unit.Price, machine: true);
            Ceilings("unit.ceilings.memory", unit.Ceilings.Memory);
            Ceilings("unit.ceilings.storage", unit.Ceilings.Storage);
            Notes("unit.ceilings", unit.Ceilings.Notes);
            Texts("unit.covers", unit.Covers);
            Notes("unit", unit.Notes);
        }

        public void Teardown(Teardown teardown)
        {
            Text("teardown.bench", teardown.Bench);
            Notes("teardown", teardown.Notes);
        }

        public void Step(string at, Step step)
        {
            Text($"{at}.id", step.Id);
            Text($"{at}.title", step.Title);
            Text($"{at}.layer", step.Layer);
            Text($"{at}.opens", step.Opens);
            Between($"{at}.observedSeconds", step.ObservedSeconds, 1, RecordLimits.Seconds);
            Texts($"{at}.tightening", step.Tightening);
            for (var i = 0; i < step.Surprises.Count; i++)
            {
                var surprise = step.Surprises[i];
                Text($"{at}.surprises[{i}].text", surprise.Text);
                Between($"{at}.surprises[{i}].seconds", surprise.Seconds, 0, RecordLimits.Seconds);
                Notes($"{at}.surprises[{i}]", surprise.Notes);
            }
            if (step.Actions.Count == 0)
                Add($"{at}.actions", "a step needs at least one action");
            Size($"{at}.actions", step.Actions.Count, RecordLimits.Actions, "actions");
            for (var i = 0; i < step.Actions.Count; i++)
                Action($"{at}.actions[{i}]", step.Actions[i]);
            Notes(at, step.Notes);
        }

        private void Action(string at, TeardownAction action)
        {
            Between($"{at}.count", action.Count, 1, RecordLimits.Count);
            Notes(at, action.Notes);
            switch (action)
            {
                case Unscrew screws:
                    Text($"{at}.size", screws.Size);
                    Text($"{at}.thread", screws.Thread);
                    Between($"{at}.length", screws.Length, RecordLimits.ShortestScrew, RecordLimits.LongestScrew);
                    if (screws.Covers is { } covers && (covers < 1 || covers > screws.Count))
                        Add($"{at}.covers", $"must be a whole number from 1 to the count, {screws.Count}");
                    break;
                case Unbond { Bond: Bond.ReleaseTab, LengthMm: not null }:
                    Add($"{at}.lengthMm", "a release tab has no length");
                    break;
                case Unbond bond:
                    Between($"{at}.lengthMm", bond.LengthMm, RecordLimits.ShortestBond, RecordLimits.LongestBond);
                    break;
            }
        }

        public void Part(string at, Part part)
        {
            Text($"{at}.id", part.Id);
            Text($"{at}.within", part.Within);
            Between($"{at}.capacity.fitted", part.Capacity.Fitted, 0, RecordLimits.Capacity);
            Ceilings($"{at}.capacity.max", part.Capacity.Max);
            Notes($"{at}.capacity", part.Capacity.Notes);
            var fits = part.Interface;
            Text($"{at}.interface.name", fits.Name);
            Text($"{at}.interface.form", fits.Form);
            Text($"{at}.interface.bus", fits.Bus);
            Text($"{at}.interface.generation", fits.Generation);
            Between($"{at}.interface.maxLengthMm", fits.MaxLengthMm, 0, RecordLimits.LongestBond);
            Between($"{at}.interface.maxThicknessMm", fits.MaxThicknessMm, 0, RecordLimits.LongestBond);
            if (fits.Sides is not (null or 1 or 2))
                Add($"{at}.interface.sides", "must be 1 or 2");
            Texts($"{at}.interface.limits", fits.Limits);
            Notes($"{at}.interface", fits.Notes);
            Text($"{at}.spare.number", part.Spare.Number);
            Money($"{at}.spare.price", part.Spare.Price, machine: false);
            Notes($"{at}.spare", part.Spare.Notes);
            Notes(at, part.Notes);
        }

        /// <summary>Ids and layers: each once, and each that is named exists.</summary>
        public void Names(TeardownRecord record, RecordGraph graph)
        {
            if (record.Layers.Count == 0)
                Add("layers", "at least one layer is needed: the first is the outside");
            Duplicates(record.Layers, i => $"layers[{i}]", "layer");
            Duplicates([.. record.Steps.Select(step => step.Id)], i => $"steps[{i}].id", "step id");
            Duplicates([.. record.Parts.Select(part => part.Id)], i => $"parts[{i}].id", "part id");
            for (var s = 0; s < record.Steps.Count; s++)
            {
                var step = record.Steps[s];
                Exists($"steps[{s}].layer", step.Layer, graph.LayerPositions, "layer");
                if (step.Opens is { } opens)
                    Exists($"steps[{s}].opens", opens, graph.LayerPositions, "layer");
                for (var i = 0; i < step.Frees.Count; i++)
                    Exists($"steps[{s}].frees[{i}]", step.Frees[i], graph.PartPositions, "part");
                for (var i = 0; i < step.After.Count; i++)
                    Exists($"steps[{s}].after[{i}]", step.After[i], graph.StepPositions, "step");
            }
            for (var p = 0; p < record.Parts.Count; p++)
            {
                if (record.Parts[p].Within is { } within)
                    Exists($"parts[{p}].within", within, graph.PartPositions, "part");
            }
        }

        private void Duplicates(IReadOnlyList<string> names, Func<int, string> at, string what)
        {
            var seen = new HashSet<string>(StringComparer.Ordinal);
            for (var i = 0; i < names.Count; i++)
            {
                if (!seen.Add(names[i]))
                    Add(at(i), $"the {what} \"{Shown(names[i])}\" stands twice");
            }
        }

        private void Exists(string at, string name, IReadOnlyDictionary<string, int> known, string what)
        {
            if (!known.ContainsKey(name))
                Add(at, $"there is no {what} \"{Shown(name)}\"{NearestWord.Clause(name, known.Keys)}");
        }

        /// <summary>Layers that nothing opens, steps that can never be reached, and more ways than the search goes through.</summary>
        public void Ways(TeardownRecord record, RecordGraph graph)
        {
            for (var layer = 1; layer < record.Layers.Count; layer++)
            {
                if (graph.Openers[layer].Count == 0 && graph.LayerPositions[record.Layers[layer]] == layer)
                    Add($"layers[{layer}]", $"no step opens the layer \"{Shown(record.Layers[layer])}\"");
            }
            var reachable = graph.Reachable();
            for (var s = 0; s < reachable.Length; s++)
            {
                if (!reachable[s])
                    Add($"steps[{s}]", $"the step \"{Shown(record.Steps[s].Id)}\" can never be reached: what it needs needs it, or is never opened");
            }
            if (graph.Ways > RecordLimits.Ways)
            {
                Add("steps", $"too many ways in: the steps that open each layer, multiplied, times the steps that disconnect power, "
                    + $"exceed {RecordLimits.Ways}");
            }
        }

        public void Assemblies(TeardownRecord record, RecordGraph graph)
        {
            for (var p = 0; p < record.Parts.Count; p++)
            {
                var seen = new HashSet<int>();
                var current = p;
                while (record.Parts[current].Within is { } within && graph.PartPositions.TryGetValue(within, out var outer) && seen.Add(outer))
                {
                    if (outer == p)
                    {
                        Add($"parts[{p}].within", $"the part \"{Shown(record.Parts[p].Id)}\" is within itself");
                        break;
                    }
                    current = outer;
                }
            }
        }

        public void Absent(TeardownRecord record, Rubric rubric)
        {
            for (var i = 0; i < record.Absent.Count; i++)
            {
                var kind = record.Absent[i];
                if (record.Parts.Any(part => part.Kind == kind))
                    Add($"absent[{i}]", $"\"{kind.Word()}\" is both absent and among the parts");
                if (rubric.Repair.Contains(kind) && !rubric.MayBeAbsent.Contains(kind))
                    Add($"absent[{i}]", $"\"{kind.Word()}\" is a repair kind that every machine has: record its part, or leave it unknown");
            }
        }

        private static string Shown(string text)
        {
            var shown = new StringBuilder();
            foreach (var rune in text.EnumerateRunes().Take(60))
                shown.Append(Rune.IsControl(rune) ? "\uFFFD" : rune.ToString());
            return shown.ToString();
        }
    }
}
