using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Web.Verdict;

namespace WideLever.Web.Compare;

/// <summary>Units side by side under one rubric: who is ahead of whom, how sure, and under which rules.</summary>
public static class CompareEndpoints
{
    /// <summary>Units up to which the chance of every pair is told.</summary>
    public const int MostPairs = 200;

    // A file is asked for without a way to watch: about a second of drawing.
    private const long MostInFile = 5_000_000;

    /// <summary>Maps the endpoints.</summary>
    public static void MapCompare(this RouteGroupBuilder api)
    {
        var compare = api.MapGroup("/compare");
        compare.MapPost("/field", Compared).WithName("compareField").Accepts<FieldAsked>("application/json").ProducesProblems();
        compare.MapGet("/pair", Pair).WithName("comparePair").ProducesProblems();
        compare.MapGet("/words", Words).WithName("compareInWords").ProducesProblems();
        compare.MapGet("/sheet", ComparisonPage).WithName("getComparisonSheet").Produces<string>(200, "text/html").ProducesProblems();
        compare.MapPost("/odds", DrawOdds).WithName("rankOdds").Accepts<OddsAsked>("application/json").Produces<OddsView>(200, "text/event-stream").ProducesProblems();
        compare.MapPost("/weight", TryWeight).WithName("tryWeight").Accepts<WeightTried>("application/json").ProducesProblems();
        compare.MapPost("/schools", CompareSchools).WithName("compareSchools").Accepts<SchoolsAsked>("application/json").Produces<SchoolsView>(200, "text/event-stream").ProducesProblems();
        compare.MapGet("/takeaway.{format}", Takeaway).WithName("takeComparison").Produces<string>(200, "application/json", "text/csv", Sheet).ProducesProblems();
    }

    private const string Sheet = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private static Results<Ok<FieldView>, JsonHttpResult<Problem>> Compared(EditRequest request, House.Shelf shelf, CancellationToken cancellation)
    {
        var (asked, problem) = request.Json<FieldAsked>();
        if (asked is null)
            return problem!;
        var snapshot = shelf.SummedUp(cancellation);
        if (asked.Units is not { Count: > 0 })
            return TypedResults.Ok(View(snapshot.Units.ToList(), snapshot.Under, shelf, cancellation));
        var (field, refused) = Chosen(asked.Units, snapshot, 1);
        return field is null ? refused! : TypedResults.Ok(View(field, snapshot.Under, shelf, cancellation));
    }

    /// <summary>The units of some ids in their order; null with a problem where one is missing or twice, or there are too few.</summary>
    private static (IReadOnlyList<ShelfUnit>? Field, JsonHttpResult<Problem>? Problem) Chosen(IReadOnlyList<string>? ids, ShelfSnapshot shelf, int fewest)
    {
        var chosen = ids ?? [];
        var field = new List<ShelfUnit>(chosen.Count);
        var faults = new List<Fault>();
        if (chosen.Count < fewest)
            faults.Add(new("units", $"must name at least {(fewest == 1 ? "one unit" : "two units")}"));
        var seen = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < chosen.Count; i++)
        {
            if (chosen[i] is not { } id || shelf.Find(id) is not { IsReadable: true } unit)
                faults.Add(new($"units[{i}]", "is no unit on the shelf"));
            else if (!seen.Add(id))
                faults.Add(new($"units[{i}]", "is named twice"));
            else
                field.Add(unit);
        }
        return faults.Count > 0 ? (null, Problems.Faulty(faults)) : (field, null);
    }

    private static FieldView View(IReadOnlyList<ShelfUnit> field, RubricSheet sheet, House.Shelf shelf, CancellationToken cancellation) =>
        View(field, [.. shelf.Each(field, Member, cancellation)], sheet);

    private static FieldMember Member(ShelfUnit unit) => new(unit.Field, unit.Price);

    private static FieldView View(IReadOnlyList<ShelfUnit> field, IReadOnlyList<FieldMember> members, RubricSheet sheet)
    {
        var standings = Enum.GetValues<IndexName>().Select(index => FieldStanding.Of(members, index, sheet.Rubric).Select(StandingView.Of).ToList()).ToArray();
        return new(RubricView.Of(sheet.Rubric), sheet.Sha256,
        [
            .. field.Select((unit, i) => new FieldUnitView
            {
                Id = unit.Id, Maker = unit.Summary.Maker, Model = unit.Summary.Model, ModelCode = unit.Summary.ModelCode, Class = unit.Summary.Class, Year = unit.Summary.Year,
                Price = unit.Price, Desktop = unit.Field.IsDesktop, Status = unit.Summary.Status,
                Repair = standings[(int)IndexName.Repair][i], Upgrade = standings[(int)IndexName.Upgrade][i], Combined = standings[(int)IndexName.Combined][i],
                RepairKinds = [.. unit.Field.Repair.Select(KindView)], UpgradeKinds = [.. unit.Field.Upgrade.Select(KindView)],
            }),
        ]);
    }

    private static FieldKindView KindView(FieldKind kind) => new(kind.Kind, QuantityView.Of(kind.Score), kind.Absent);

    private static Results<Ok<PairView>, JsonHttpResult<Problem>> Pair(string first, string second, House.Shelf shelf, CancellationToken cancellation)
    {
        var snapshot = shelf.SummedUp(cancellation);
        var (field, refused) = Chosen([first, second], snapshot, 2);
        return field is null ? refused! : TypedResults.Ok(PairView.Of(UnitPair.Of(field[0].Field, field[1].Field, snapshot.Under.Rubric)));
    }

    /// <summary>What sets units apart from one of them, as sentences.</summary>
    private static Results<Ok<IReadOnlyList<UnitInWords>>, JsonHttpResult<Problem>> Words(string reference, string[] unit, House.Shelf shelf, CancellationToken cancellation)
    {
        var snapshot = shelf.SummedUp(cancellation);
        var (field, refused) = Chosen([reference, .. unit], snapshot, 2);
        if (field is null)
            return refused!;
        if (field.Count > ComparisonSheet.Most)
            return Problems.Faulty([new("unit", $"must be {ComparisonSheet.Most - 1} units at most")]);
        var members = shelf.Each(field, Member, cancellation).ToList();
        return TypedResults.Ok<IReadOnlyList<UnitInWords>>([.. field.Index().Skip(1).Select(one => new UnitInWords(
            one.Item.Id, PairWords.Of(one.Item.Summary.Model, members[one.Index].Unit, field[0].Summary.Model, members[0].Unit, snapshot.Under.Rubric)))]);
    }

    /// <summary>The comparison as a page to publish; the first that was named stands for what the others are laid beside, the rest by the low end.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> ComparisonPage(
        string[] unit, string? format, string? despite, House.Shelf shelf, TimeProvider clock, CancellationToken cancellation)
    {
        if (format is not (null or "html" or "markdown"))
            return Problems.Faulty([new("format", "is neither html nor markdown")]);
        var snapshot = shelf.SummedUp(cancellation);
        var rubric = snapshot.Under.Rubric;
        var (field, refused) = Chosen(unit, snapshot, 2);
        if (field is null)
            return refused!;
        if (field.Count > ComparisonSheet.Most)
            return Problems.Faulty([new("unit", $"must be {ComparisonSheet.Most} units at most")]);
        var (reason, fault) = Embargo.Of(field.Select(one => one.Record.Record.Unit), despite, DateOnly.FromDateTime(clock.GetLocalNow().Date));
        if (fault is not null)
            return Problems.Faulty([fault]);
        var members = shelf.Each(field, Member, cancellation).ToList();
        var together = members.Select(member => member.Unit.Indices(rubric).Get(IndexName.Combined)).ToList();
        List<ComparedUnit> compared =
        [
            .. field.Select((one, i) => new ComparedUnit(
                $"{one.Summary.Maker} {one.Summary.Model}, {one.Summary.ModelCode}", one.Summary.Model, members[i],
                [.. field.Index().Where(other => other.Index != i && members[other.Index].Unit.IsDesktop == members[i].Unit.IsDesktop && Separation.Of(together[i], together[other.Index], rubric.Resolution) == Ahead.Neither).Select(other => other.Item.Summary.Model)]))
                .Index().OrderBy(one => one.Index > 0).ThenByDescending(one => together[one.Index].Low).Select(one => one.Item),
        ];
        return format == "markdown"
            ? TypedResults.File(System.Text.Encoding.UTF8.GetBytes(ComparisonSheet.Markdown(compared, rubric, snapshot.Under.Sha256, reason)), "text/markdown; charset=utf-8", "comparison.md")
            : TypedResults.File(System.Text.Encoding.UTF8.GetBytes(ComparisonSheet.Html(compared, rubric, snapshot.Under.Sha256, reason)), "text/html; charset=utf-8", "comparison.html");
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> DrawOdds(
        EditRequest request, House.Shelf shelf, Odds odds, LongWork work, CancellationToken cancellation)
    {
        var (asked, problem) = request.Json<OddsAsked>();
        if (asked is null)
            return problem!;
        var (_, refused) = Chosen(asked.Units, shelf.SummedUp(cancellation), 2);
        if (refused is not null)
            return refused;
        if (asked.Draws < 1)
            return Problems.Faulty([new("draws", "must be at least 1")]);
        if (asked.Seed < 0)
            return Problems.Faulty([new("seed", "must not be below 0")]);
        return work.Stream(request.Http, "odds", Math.Min(asked.Draws, RankOdds.MaxDraws), (progress, stop) => Drawn(asked, odds, progress, stop));
    }

    private static OddsView Drawn(OddsAsked asked, Odds odds, IProgress<int>? progress, CancellationToken cancellation) => OddsView.Of(
        odds.Of(asked.Units, asked.Index, (ulong)asked.Seed, (int)Math.Min(asked.Draws, RankOdds.MaxDraws), progress, cancellation), asked, MostPairs);

    private static Results<Ok<IReadOnlyList<TriedUnit>>, JsonHttpResult<Problem>> TryWeight(EditRequest request, House.Shelf shelf, CancellationToken cancellation)
    {
        var (asked, problem) = request.Json<WeightTried>();
        if (asked is null)
            return problem!;
        var snapshot = shelf.SummedUp(cancellation);
        var rubric = snapshot.Under.Rubric;
        var (field, refused) = Chosen(asked.Units, snapshot, 1);
        if (field is null)
            return refused!;
        var table = asked.Index == IndexName.Upgrade ? rubric.Upgrade : rubric.Repair;
        if (asked.Index == IndexName.Combined)
            return Problems.Faulty([new("index", "must be repair or upgrade")]);
        if (!table.Contains(asked.Kind))
            return Problems.Faulty([new("kind", "has no weight in this index")]);
        var sum = table.Pairs.Sum(pair => pair.Value);
        if (!(asked.Weight >= 0 && asked.Weight < sum) || table[asked.Kind] >= sum)
            return Problems.Faulty([new("weight", $"must be 0 or more, and less than all weights together, {sum.ToString(CultureInfo.InvariantCulture)}")]);
        var weights = FlipPoints.Reweighted(table, asked.Kind, asked.Weight);
        var own = new Dictionary<PartKind, double>(asked.Index == IndexName.Repair ? rubric.Upgrade.Pairs : rubric.Repair.Pairs);
        var indices = field.Select(unit => asked.Index == IndexName.Repair ? unit.Field.Indices(rubric, weights, own) : unit.Field.Indices(rubric, own, weights)).ToList();
        var places = Field.PlacesByValue([.. indices.Select(one => one.Get(asked.Index))]);
        return TypedResults.Ok<IReadOnlyList<TriedUnit>>([.. field.Select((unit, i) => new TriedUnit(unit.Id, IndexView.Of(indices[i], asked.Index), places[i]))]);
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> CompareSchools(EditRequest request, House.Shelf shelf, LongWork work, CancellationToken cancellation)
    {
        var (asked, problem) = request.Json<SchoolsAsked>();
        if (asked is null)
            return problem!;
        var snapshot = shelf.WithRecords(cancellation);
        var (field, refused) = Chosen(asked.Units, snapshot, 2);
        if (field is null)
            return refused!;
        var rubric = snapshot.Under.Rubric;
        var count = 1 + SchoolTable.Options(rubric.Schools).Count(option => option.Schools != rubric.Schools);
        return work.Stream(request.Http, "schools", (long)count * field.Count, (progress, stop) => new SchoolsView(asked.Index,
        [
            .. SchoolTable.Of([.. field.Select(unit => unit.Record)], rubric, progress, stop).Select(option =>
            {
                var quantities = option.Indices.Select(indices => indices.Get(asked.Index)).ToList();
                return new OptionView(option.Question, option.Option, option.InUse, Field.PlacesByLow(quantities), Field.PlacesByValue(quantities), [.. option.Indices.Select(indices => IndexView.Of(indices, asked.Index))]);
            }),
        ]));
    }

    /// <summary>The whole comparison as a file: values, ranges, rubric, digests, and where a seed and draws are given the odds.</summary>
    private static async Task<Results<FileContentHttpResult, PushStreamHttpResult, JsonHttpResult<Problem>>> Takeaway(
        string format, string[] unit, string? index, int? seed, int? draws, House.Shelf shelf, Odds odds, LongWork work, CancellationToken cancellation)
    {
        if (format is not ("json" or "csv" or "xlsx"))
            return Problems.NotFound($"format \"{format}\": it is json, csv or xlsx");
        var which = IndexName.Combined;
        if (index is not null && !WordList.TryParse(index, out which))
            return Problems.Faulty([new("index", "must be repair, upgrade or combined")]);
        // An address holds only so many ids: none stands for the whole shelf.
        var snapshot = shelf.SummedUp(cancellation);
        string[] ids = unit.Length > 0 ? unit : [.. snapshot.Units.Select(one => one.Id)];
        var (field, refused) = Chosen(ids, snapshot, 1);
        if (field is null)
            return refused!;
        if ((long)(draws ?? 0) * ids.Length > MostInFile)
            return Problems.Faulty([new("draws", $"are too many for a file of {ids.Length} units: up to {MostInFile / ids.Length} are drawn for one")]);
        if (draws is < 1 or > RankOdds.MaxDraws || seed is < 0)
            return Problems.Faulty([new("draws", $"must be 1 to {RankOdds.MaxDraws}, with a seed of 0 or more")]);
        var whole = shelf.Each(field, one => (Member: Member(one), Sha256: CanonicalJson.Sha256(RecordJson.RecordNode(one.Record.Record))), cancellation).ToList();
        var (view, digests) = (View(field, [.. whole.Select(one => one.Member)], snapshot.Under), whole.Select(one => one.Sha256).ToList());
        var drawn = seed is { } from && draws is { } number && ids.Length > 1
            ? await work.InTurnAsync(() => Drawn(new(ids, which, from, number), odds, null, cancellation), cancellation)
            : null;
        if (format == "json")
        {
            var file = new
            {
                Format = "wide-lever/comparison",
                Version = 1,
                Method = Core.CoreVersion.Method,
                view.Rubric,
                view.RubricSha256,
                view.Units,
                RecordSha256 = field.Zip(digests).ToDictionary(one => one.First.Id, one => one.Second),
                Odds = drawn,
            };
            // Of a large field it is some 75 MB.
            return TypedResults.Stream(to => JsonSerializer.SerializeAsync(to, file, Spread, cancellation), "application/json", "comparison.json");
        }
        var table = Table(view, drawn, digests);
        return format == "csv" ? TypedResults.File(table.Csv(), "text/csv; charset=utf-8", "comparison.csv") : TypedResults.File(table.Xlsx(), Sheet, "comparison.xlsx");
    }

    // Of each kind its value, and what is known of it.
    private static readonly string[] Ends = ["", "Low", "High", "Coverage"];

    private static readonly JsonSerializerOptions Spread = new(RecordJson.Options) { WriteIndented = true };

    private static ComparisonTable Table(FieldView view, OddsView? odds, List<string> digests)
    {
        var rubric = view.Rubric;
        var drawn = odds?.Units.ToDictionary(unit => unit.Id);
        var kinds = view.Units.SelectMany(unit => unit.RepairKinds.Select(kind => ("repair", kind.Kind)).Concat(unit.UpgradeKinds.Select(kind => ("upgrade", kind.Kind)))).Distinct().Order().ToList();
        var columns = new List<string> { "id", "maker", "model", "modelCode", "class", "year", "price", "currency", "status" };
        foreach (var index in Enum.GetValues<IndexName>().Select(index => index.Word()))
            columns.AddRange([index, $"{index}Low", $"{index}High", $"{index}Coverage", $"{index}Place", $"{index}PlaceByValue", $"{index}Group"]);
        columns.AddRange(kinds.SelectMany(kind => Ends.Select(end => $"{kind.Item1}:{kind.Kind.Word()}{end}")));
        if (odds is not null)
            columns.AddRange(["oddsIndex", "mostLikelyPlace", "placeFrom", "placeTo", "seed", "draws"]);
        columns.AddRange(["rubric", "revision", "rubricSha256", "recordSha256", "method"]);
        return new(columns,
        [
            .. view.Units.Select((unit, i) =>
            {
                var row = new List<object?> { unit.Id, unit.Maker, unit.Model, unit.ModelCode, unit.Class?.Word(), unit.Year, unit.Price, rubric.Currency, unit.Status.Word() };
                foreach (var standing in new[] { unit.Repair, unit.Upgrade, unit.Combined })
                    row.AddRange([standing.Quantity.Value, standing.Quantity.Low, standing.Quantity.High, standing.Quantity.Coverage, standing.Place, standing.PlaceByValue, standing.Group]);
                row.AddRange(kinds.SelectMany(kind => (kind.Item1 == "repair" ? unit.RepairKinds : unit.UpgradeKinds).FirstOrDefault(one => one.Kind == kind.Kind)?.Score is { } score
                    ? new object?[] { score.Value, score.Low, score.High, score.Coverage }
                    : [null, null, null, null]));
                if (odds is not null)
                {
                    var own = drawn!.GetValueOrDefault(unit.Id);
                    row.AddRange([odds.Index.Word(), own?.MostLikely, own?.From, own?.To, odds.Seed, odds.Draws]);
                }
                row.AddRange([rubric.Name, rubric.Revision, view.RubricSha256, digests[i], Core.CoreVersion.Method]);
                return (IReadOnlyList<object?>)row;
            }),
        ]);
    }
}
