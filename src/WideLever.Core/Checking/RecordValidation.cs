using System.Text;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Checking;

/// <summary>Every rule that a record must keep. <c>docs/record.md</c>, <em>Faults</em>.</summary>
public static class RecordValidation
{
    /// <summary>Every fault and hint of a record, each with its place.</summary>
    public static RecordCheck Check(TeardownRecord record, Rubric rubric)
    {
        var checker = new Checker();
        var root = Place.Root.Open();
        checker.Unit(root["unit"].Open(), record.Unit);
        checker.Teardown(root["teardown"].Open(), record.Teardown);
        checker.Notes(root, record.Notes);
        checker.Notes(root["guidance"].Open(), record.Guidance.Notes);
        checker.Size(root, "steps", record.Steps.Count);
        checker.Size(root, "parts", record.Parts.Count);
        checker.Size(root, "photos", record.Photos.Count);
        checker.Texts(root, "layers", record.Layers);
        for (var i = 0; i < record.Steps.Count; i++)
            checker.Step(root["steps", i].Open(), record.Steps[i]);
        for (var i = 0; i < record.Parts.Count; i++)
            checker.Part(root["parts", i].Open(), record.Parts[i]);
        for (var i = 0; i < record.Photos.Count; i++)
            checker.Photo(root["photos", i].Open(), record.Photos[i]);
        var graph = new RecordGraph(record);
        checker.Names(record, graph);
        checker.Ways(record, graph);
        checker.Assemblies(record, graph);
        checker.Exclusions(record, graph);
        checker.Absent(record, rubric);
        return new RecordCheck(
            checker.Faults, Hints(record, graph), checker.Faults.Count == 0 ? new CheckedRecord(record, graph) : null);
    }

    /// <summary>Whether a kind is one that every machine has under a rubric, so that none can lack it.</summary>
    public static bool MustHave(PartKind kind, Rubric rubric) => rubric.Repair.Contains(kind) && !rubric.MayBeAbsent.Contains(kind);

    private static List<Fault> Hints(TeardownRecord record, RecordGraph graph)
    {
        var hints = new List<Fault>();
        var needed = graph.Needed();
        for (var s = 0; s < record.Steps.Count; s++)
        {
            var step = record.Steps[s];
            for (var a = 0; a < step.Actions.Count; a++)
            {
                if (step.Actions[a] is Peel { What: PeelWhat.Foot or PeelWhat.Label or PeelWhat.Seal } peel && step.Actions.Any(action => action is Unscrew))
                {
                    hints.Add(new($"steps[{s}].actions[{a}]",
                        $"a peeled {peel.What.Value.Word()} beside screws: if it hides them, record it as their cover"));
                }
            }
            if (LeadsToNothing(step) && !needed[s])
                hints.Add(new($"steps[{s}]", "leads to nothing: it opens nothing, frees nothing, and no step comes after it"));
            if (IsCoarse(step))
                hints.Add(new($"steps[{s}].frees", "frees several parts: split the step, or say that they only come out together"));
        }
        return hints;
    }

    /// <summary>Whether a step frees several parts that could come out apart. Method, <em>Means</em>, status.</summary>
    public static bool IsCoarse(Step step) => !step.Together && step.Frees.Count > 1 && step.Frees.Distinct().Skip(1).Any();

    /// <summary>Whether a step by itself opens nothing, frees nothing and disconnects no power. Method, <em>Means</em>, order.</summary>
    public static bool LeadsToNothing(Step step) => step.Opens is null && step.Frees.Count == 0 && !step.DisconnectsPower;

    private sealed class Checker
    {
        public List<Fault> Faults { get; } = [];

        private void Add(Place at, string message) => Faults.Tell(at, message);

        private void Add(string at, string message) => Faults.Tell(Place.Named(at), message);

        public void Size(Place.Node owner, string list, int size)
        {
            if (size > RecordLimits.Items(list))
                Add(owner[list], $"has {size} {RecordLimits.ItemsOf(list)}; the limit is {RecordLimits.Items(list)}");
        }

        private void Text(Place at, string? text)
        {
            if (text is null || OneLine.IsFine(text))
                return;
            foreach (var trouble in OneLine.Troubles(text))
                Add(at, trouble);
        }

        /// <summary>An id stands in addresses, where these would lead elsewhere.</summary>
        private void Id(Place at, string id)
        {
            Text(at, id);
            if (id is "." or ".." || id.AsSpan().ContainsAny('/', '\\'))
                Add(at, "must not be . or .. and have no / or \\ in it");
        }

        public void Notes(Place.Node owner, string? notes)
        {
            if (notes is null)
                return;
            if (OneLine.Length(notes) > RecordLimits.Notes)
                Add(owner["notes"], $"is longer than {RecordLimits.Notes} characters");
            if (notes.Any(c => char.IsControl(c) && c is not ('\n' or '\r' or '\t')))
                Add(owner["notes"], "must not have control characters");
        }

        public void Texts(Place.Node owner, string field, IReadOnlyList<string> texts)
        {
            Size(owner, field, texts.Count);
            for (var i = 0; i < texts.Count; i++)
                Text(owner[field, i], texts[i]);
        }

        private void Between(Place at, double? value, double low, double high)
        {
            // Written so that a NaN is a fault too.
            if (value is { } known && !(known >= low && known <= high))
                Add(at, FormattableString.Invariant($"must be a number from {low} to {high}"));
        }

        private void Money(Place place, Money? money, bool machine)
        {
            if (money is null)
                return;
            var at = place.Open();
            if (machine && money.Amount <= 0)
                Add(at["amount"], "must be above 0");
            else
                Between(at["amount"], money.Amount, 0, RecordLimits.Money);
            if (money.Currency is { } currency && !Currencies.IsKnown(currency))
                Add(at["currency"], $"\"{Shown(currency)}\" is not an ISO 4217 currency code, such as EUR");
            if (money.RateTo is { } to && !Currencies.IsKnown(to))
                Add(at["rateTo"], $"\"{Shown(to)}\" is not an ISO 4217 currency code, such as EUR");
            if (money.Rate is { } rate && !(rate > 0 && double.IsFinite(rate)))
                Add(at["rate"], "must be a number above 0");
            Notes(at, money.Notes);
        }

        private void Ceilings(Place place, Ceilings ceilings)
        {
            var at = place.Open();
            Between(at["maker"], ceilings.Maker, 0, RecordLimits.Capacity);
            Between(at["bench"], ceilings.Bench, 0, RecordLimits.Capacity);
            Between(at["platform"], ceilings.Platform, 0, RecordLimits.Capacity);
            Notes(at, ceilings.Notes);
        }

        public void Unit(Place.Node at, Unit unit)
        {
            Text(at["maker"], unit.Maker);
            Text(at["model"], unit.Model);
            Text(at["modelCode"], unit.ModelCode);
            Text(at["codeFoundAt"], unit.CodeFoundAt);
            Between(at["year"], unit.Year, 0, 9999);
            Money(at["price"], unit.Price, machine: true);
            var ceilings = at["ceilings"].Open();
            Ceilings(ceilings["memory"], unit.Ceilings.Memory);
            Ceilings(ceilings["storage"], unit.Ceilings.Storage);
            Ceilings(ceilings["battery"], unit.Ceilings.Battery);
            Notes(ceilings, unit.Ceilings.Notes);
            Texts(at, "covers", unit.Covers);
            Size(at, "ports", unit.Ports.Count);
            for (var i = 0; i < unit.Ports.Count; i++)
            {
                var port = at["ports", i].Open();
                Between(port["count"], unit.Ports[i].Count, 1, RecordLimits.PortCount);
                Text(port["on"], unit.Ports[i].On);
                Notes(port, unit.Ports[i].Notes);
            }
            Size(at, "claims", unit.Claims.Count);
            for (var i = 0; i < unit.Claims.Count; i++)
                Claim(at["claims", i].Open(), unit.Claims[i]);
            Size(at, "reasons", unit.Reasons.Count);
            for (var i = 0; i < unit.Reasons.Count; i++)
            {
                var reason = at["reasons", i].Open();
                Text(reason["text"], unit.Reasons[i].Text);
                Text(reason["about"], unit.Reasons[i].About);
                Text(reason["from"], unit.Reasons[i].From);
                Notes(reason, unit.Reasons[i].Notes);
            }
            Advice(at, unit.Advice);
            if (unit.Loan is { } loan)
            {
                var lent = at["loan"].Open();
                Text(lent["owner"], loan.Owner);
                Text(lent["arrivalState"], loan.ArrivalState);
                Text(lent["returnState"], loan.ReturnState);
                if (loan.Returned < loan.Arrived)
                    Add(lent["returned"], "is before it arrived");
                Notes(lent, loan.Notes);
            }
            Notes(at, unit.Notes);
        }

        private void Advice(Place.Node owner, IReadOnlyList<Advice> advice)
        {
            Size(owner, "advice", advice.Count);
            for (var i = 0; i < advice.Count; i++)
            {
                var at = owner["advice", i].Open();
                Text(at["text"], advice[i].Text);
                Notes(at, advice[i].Notes);
            }
        }

        private void Claim(Place.Node at, Claim claim)
        {
            Text(at["from"], claim.From);
            Text(at["answer"], claim.Answer);
            Notes(at, claim.Notes);
            if (claim.Fact == ClaimFact.Name)
            {
                if (claim.Text is null)
                    Add(at["text"], "is required where a name is claimed");
                if (claim.Number is not null)
                    Add(at["number"], "a name is no number: it goes to text");
                Text(at["text"], claim.Text);
                return;
            }
            if (claim.Number is null)
                Add(at["number"], "is required where a number is claimed");
            if (claim.Text is not null)
                Add(at["text"], "is for names alone");
            Between(at["number"], claim.Number, 0, RecordLimits.Capacity);
        }

        public void Teardown(Place.Node at, Teardown teardown)
        {
            Text(at["bench"], teardown.Bench);
            Size(at, "damage", teardown.Damage.Count);
            for (var i = 0; i < teardown.Damage.Count; i++)
            {
                var damage = at["damage", i].Open();
                Text(damage["text"], teardown.Damage[i].Text);
                Notes(damage, teardown.Damage[i].Notes);
            }
            Notes(at, teardown.Notes);
        }

        public void Step(Place.Node at, Step step)
        {
            Id(at["id"], step.Id);
            Text(at["title"], step.Title);
            Text(at["layer"], step.Layer);
            Text(at["opens"], step.Opens);
            Between(at["observedSeconds"], step.ObservedSeconds, 1, RecordLimits.Seconds);
            Texts(at, "tightening", step.Tightening);
            Size(at, "frees", step.Frees.Count);
            Size(at, "after", step.After.Count);
            Size(at, "surprises", step.Surprises.Count);
            for (var i = 0; i < step.Surprises.Count; i++)
            {
                var surprise = at["surprises", i].Open();
                Text(surprise["text"], step.Surprises[i].Text);
                Between(surprise["seconds"], step.Surprises[i].Seconds, 0, RecordLimits.Seconds);
                Notes(surprise, step.Surprises[i].Notes);
            }
            Advice(at, step.Advice);
            if (step.Actions.Count == 0)
                Add(at["actions"], "a step needs at least one action");
            Size(at, "actions", step.Actions.Count);
            for (var i = 0; i < step.Actions.Count; i++)
                Action(at["actions", i].Open(), step.Actions[i]);
            Notes(at, step.Notes);
        }

        private void Action(Place.Node at, TeardownAction action)
        {
            if (action.Count is { } count && !(count.Least >= 1 && count.Most <= RecordLimits.Count))
                Add(at["count"], count.Exact is null ? $"both ends must be whole numbers from 1 to {RecordLimits.Count}" : $"must be a number from 1 to {RecordLimits.Count}");
            else if (action.Count is { } span && span.Least > span.Most)
                Add(at["count"], "a span must not fall: the least comes first");
            Notes(at, action.Notes);
            switch (action)
            {
                case Unscrew screws:
                    Text(at["size"], screws.Size);
                    Text(at["thread"], screws.Thread);
                    Between(at["length"], screws.Length, RecordLimits.ShortestScrew, RecordLimits.LongestScrew);
                    var most = screws.Count?.Most ?? RecordLimits.Count;
                    if (screws.Covers is { } covers && (covers < 1 || covers > most))
                        Add(at["covers"], $"must be a whole number from 1 to the greatest count, {most}");
                    break;
                case Unbond { Bond: Bond.ReleaseTab, LengthMm: not null }:
                    Add(at["lengthMm"], "a release tab has no length");
                    break;
                case Unbond bond:
                    Between(at["lengthMm"], bond.LengthMm, RecordLimits.ShortestBond, RecordLimits.LongestBond);
                    break;
            }
        }

        public void Part(Place.Node at, Part part)
        {
            Id(at["id"], part.Id);
            Text(at["within"], part.Within);
            Text(at["layer"], part.Layer);
            Texts(at, "excludes", part.Excludes);
            Advice(at, part.Advice);
            var capacity = at["capacity"].Open();
            Between(capacity["fitted"], part.Capacity.Fitted, 0, RecordLimits.Capacity);
            if (!part.Fitted && part.Capacity.Fitted > 0)
                Add(capacity["fitted"], "nothing is fitted in an empty place");
            Ceilings(capacity["max"], part.Capacity.Max);
            Notes(capacity, part.Capacity.Notes);
            Interface(at["interface"].Open(), part.Interface);
            var spare = at["spare"].Open();
            Text(spare["number"], part.Spare.Number);
            Money(spare["price"], part.Spare.Price, machine: false);
            Notes(spare, part.Spare.Notes);
            Notes(at, part.Notes);
        }

        public void Photo(Place.Node at, Photo photo)
        {
            Id(at["id"], photo.Id);
            if (!Records.Photo.IsDigest(photo.Sha256))
                Add(at["sha256"], "must be 64 digits 0-9 and a-f");
            Between(at["widthPx"], photo.WidthPx, 1, 100_000);
            Between(at["heightPx"], photo.HeightPx, 1, 100_000);
            Text(at["caption"], photo.Caption);
            Notes(at, photo.Notes);
            Size(at, "marks", photo.Marks.Count);
            for (var i = 0; i < photo.Marks.Count; i++)
            {
                var mark = at["marks", i].Open();
                Between(mark["x"], photo.Marks[i].X, 0, 1);
                Between(mark["y"], photo.Marks[i].Y, 0, 1);
                Notes(mark, photo.Marks[i].Notes);
            }
        }

        private void Interface(Place.Node at, Interface fits)
        {
            Text(at["name"], fits.Name);
            Text(at["form"], fits.Form);
            Text(at["bus"], fits.Bus);
            Text(at["generation"], fits.Generation);
            Between(at["maxLengthMm"], fits.MaxLengthMm, 0, RecordLimits.LongestBond);
            Between(at["maxThicknessMm"], fits.MaxThicknessMm, 0, RecordLimits.LongestBond);
            if (fits.Sides is not (null or 1 or 2))
                Add(at["sides"], "must be 1 or 2");
            Texts(at, "limits", fits.Limits);
            Notes(at, fits.Notes);
        }

        /// <summary>Ids and layers: each once, and each that is named exists.</summary>
        public void Names(TeardownRecord record, RecordGraph graph)
        {
            var root = Place.Root.Open();
            if (record.Layers.Count == 0)
                Add("layers", "at least one layer is needed: the first is the outside");
            if (graph.LayerPositions.Count < record.Layers.Count)
                Duplicates(record.Layers, layer => layer, i => $"layers[{i}]", "layer");
            if (graph.StepPositions.Count < record.Steps.Count)
                Duplicates(record.Steps, step => step.Id, i => $"steps[{i}].id", "step id");
            if (graph.PartPositions.Count < record.Parts.Count)
                Duplicates(record.Parts, part => part.Id, i => $"parts[{i}].id", "part id");
            for (var s = 0; s < record.Steps.Count; s++)
            {
                var step = record.Steps[s];
                var at = root["steps", s].Open();
                Exists(at["layer"], step.Layer, graph.LayerPositions, "layer");
                if (step.Opens is { } opens)
                    Exists(at["opens"], opens, graph.LayerPositions, "layer");
                for (var i = 0; i < step.Frees.Count; i++)
                    Exists(at["frees", i], step.Frees[i], graph.PartPositions, "part");
                for (var i = 0; i < step.After.Count; i++)
                    Exists(at["after", i], step.After[i], graph.StepPositions, "step");
            }
            for (var p = 0; p < record.Unit.Ports.Count; p++)
            {
                if (record.Unit.Ports[p].On is { } on)
                    Exists(root["unit"].Open()["ports", p].Open()["on"], on, graph.PartPositions, "part");
            }
            Duplicates(record.Photos, photo => photo.Id, i => $"photos[{i}].id", "photo id");
            for (var p = 0; p < record.Photos.Count; p++)
            {
                var at = root["photos", p].Open();
                if (record.Photos[p].Step is { } step)
                    Exists(at["step"], step, graph.StepPositions, "step");
                if (record.Photos[p].Part is { } part)
                    Exists(at["part"], part, graph.PartPositions, "part");
                for (var m = 0; m < record.Photos[p].Marks.Count; m++)
                {
                    var (mark, place) = (record.Photos[p].Marks[m], at["marks", m].Open());
                    Exists(place["step"], mark.Step, graph.StepPositions, "step");
                    if (graph.StepPositions.TryGetValue(mark.Step, out var marked) && !(mark.Group >= 0 && mark.Group < record.Steps[marked].Actions.OfType<Unscrew>().Count()))
                        Add(place["group"], "is no group of screws of that step");
                }
            }
            for (var p = 0; p < record.Parts.Count; p++)
            {
                var (part, at) = (record.Parts[p], root["parts", p].Open());
                if (part.Within is { } within)
                    Exists(at["within"], within, graph.PartPositions, "part");
                if (part.Layer is { } layer)
                    Exists(at["layer"], layer, graph.LayerPositions, "layer");
                for (var i = 0; i < part.Excludes.Count; i++)
                    Exists(at["excludes", i], part.Excludes[i], graph.PartPositions, "part");
            }
        }

        private void Duplicates<T>(IReadOnlyList<T> items, Func<T, string> name, Func<int, string> at, string what)
        {
            var seen = new HashSet<string>(items.Count, StringComparer.Ordinal);
            for (var i = 0; i < items.Count; i++)
            {
                if (!seen.Add(name(items[i])))
                    Add(at(i), $"the {what} \"{Shown(name(items[i]))}\" stands twice");
            }
        }

        private void Exists(Place at, string name, IReadOnlyDictionary<string, int> known, string what)
        {
            if (!known.ContainsKey(name))
                Faults.TellUnknown(at, $"there is no {what} \"{Shown(name)}\"", name, known.Keys);
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
                if (record.Parts[p].Within is null)
                    continue;
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

        /// <summary>Places that exclude each other, and how many places a search may have to go through.</summary>
        public void Exclusions(TeardownRecord record, RecordGraph graph)
        {
            for (var p = 0; p < record.Parts.Count; p++)
            {
                var part = record.Parts[p];
                for (var i = 0; i < part.Excludes.Count; i++)
                {
                    if (part.Excludes[i] == part.Id)
                        Add($"parts[{p}].excludes[{i}]", $"the part \"{Shown(part.Id)}\" excludes itself");
                    else if (!graph.PartPositions.TryGetValue(part.Excludes[i], out var other))
                        continue;
                    else if (!part.Kind.IsPlace() || !record.Parts[other].Kind.IsPlace())
                        Add($"parts[{p}].excludes[{i}]", "only memory, storage and battery exclude each other");
                }
            }
            if (graph.Excluding(record.Parts) is { Length: > RecordLimits.ExcludingParts } involved)
                Add("parts", $"{involved.Length} parts exclude each other; the limit is {RecordLimits.ExcludingParts}");
            foreach (var kind in record.Parts.Where(part => part.Kind.IsPlace()).GroupBy(part => part.Kind))
            {
                if (kind.Count() > RecordLimits.PlacesOfKind)
                    Add("parts", $"has {kind.Count()} places of {kind.Key.Word()}; the limit is {RecordLimits.PlacesOfKind}");
            }
        }

        public void Absent(TeardownRecord record, Rubric rubric)
        {
            for (var i = 0; i < record.Absent.Count; i++)
            {
                var kind = record.Absent[i];
                if (record.Parts.Any(part => part.Kind == kind))
                    Add($"absent[{i}]", $"\"{kind.Word()}\" is both absent and among the parts");
                if (MustHave(kind, rubric))
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
