using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
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
        compare.MapPost("/field", FieldAsync).WithName("compareField").Accepts<FieldAsked>("application/json").ProducesProblems();
        compare.MapGet("/pair", Pair).WithName("comparePair").ProducesProblems();
        compare.MapPost("/odds", OddsAsync).WithName("rankOdds").Accepts<OddsAsked>("application/json").Produces<OddsView>(200, "text/event-stream").ProducesProblems();
        compare.MapPost("/weight", WeightAsync).WithName("tryWeight").Accepts<WeightTried>("application/json").ProducesProblems();
        compare.MapPost("/schools", SchoolsAsync).WithName("compareSchools").Accepts<SchoolsAsked>("application/json").Produces<SchoolsView>(200, "text/event-stream").ProducesProblems();
        compare.MapGet("/takeaway.{format}", Takeaway).WithName("takeComparison").Produces<string>(200, "application/json", "text/csv", Sheet).ProducesProblems();
    }

    private const string Sheet = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private static RouteHandlerBuilder ProducesProblems(this RouteHandlerBuilder endpoint) =>
        endpoint.Produces<Problem>(404, "application/problem+json").Produces<Problem>(422, "application/problem+json");

    private static async Task<Results<Ok<FieldView>, JsonHttpResult<Problem>>> FieldAsync(HttpRequest request, Workshop workshop, CancellationToken cancellation)
    {
        var (asked, problem) = await RequestBody.ReadJsonAsync<FieldAsked>(request, cancellation);
        if (asked is null)
            return problem!;
        var sheet = workshop.Sheet;
        var all = workshop.Field(cancellation);
        if (asked.Units is not { Count: > 0 })
            return TypedResults.Ok(View(all, sheet));
        var (field, refused) = Chosen(asked.Units, all, 1);
        return field is null ? refused! : TypedResults.Ok(View(field, sheet));
    }

    /// <summary>The units of some ids in their order; null with a problem where one is missing or twice, or there are too few.</summary>
    private static (IReadOnlyList<FieldPiece>? Field, JsonHttpResult<Problem>? Problem) Chosen(IReadOnlyList<string>? ids, IReadOnlyList<FieldPiece> all, int fewest)
    {
        var known = all.ToDictionary(piece => piece.Unit.Id, StringComparer.Ordinal);
        var chosen = ids ?? [];
        var faults = new List<Fault>();
        if (chosen.Count < fewest)
            faults.Add(new("units", $"must name at least {(fewest == 1 ? "one unit" : "two units")}"));
        var seen = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < chosen.Count; i++)
        {
            if (chosen[i] is not { } id || !known.ContainsKey(id))
                faults.Add(new($"units[{i}]", "is no unit on the shelf"));
            else if (!seen.Add(id))
                faults.Add(new($"units[{i}]", "is named twice"));
        }
        return faults.Count > 0 ? (null, Problems.Faulty(faults)) : ([.. chosen.Select(id => known[id])], null);
    }

    private static FieldView View(IReadOnlyList<FieldPiece> field, RubricSheet sheet)
    {
        var standings = Enum.GetValues<IndexName>().Select(index => Standings(field, index, sheet.Rubric)).ToArray();
        return new(RubricView.Of(sheet.Rubric), sheet.Sha256,
        [
            .. field.Select((piece, i) => new FieldUnitView
            {
                Id = piece.Unit.Id, Maker = piece.Unit.Maker, Model = piece.Unit.Model, ModelCode = piece.Unit.ModelCode, Class = piece.Unit.Class, Year = piece.Unit.Year,
                Price = piece.Price, Desktop = piece.Field.IsDesktop, Status = piece.Unit.Status,
                Repair = standings[(int)IndexName.Repair][i], Upgrade = standings[(int)IndexName.Upgrade][i], Combined = standings[(int)IndexName.Combined][i],
                RepairKinds = [.. piece.Field.Repair.Select(KindView)], UpgradeKinds = [.. piece.Field.Upgrade.Select(KindView)],
            }),
        ]);
    }

    private static FieldKindView KindView(FieldKind kind) => new(kind.Kind, QuantityView.Of(kind.Score), kind.Absent);

    private static IReadOnlyList<StandingView> Standings(IReadOnlyList<FieldPiece> field, IndexName index, Rubric rubric)
    {
        var quantities = field.Select(piece => piece.Field.Indices(rubric).Get(index)).ToList();
        var places = Field.PlacesByLow(quantities);
        var byValue = Field.PlacesByValue(quantities);
        // A draft holds everything together and says nothing; a desktop and a notebook are not told apart by an index at all.
        var groups = new int[field.Count];
        foreach (var build in Enumerable.Range(0, field.Count).Where(i => field[i].Unit.Status != Status.Draft).GroupBy(i => field[i].Field.IsDesktop).Select(build => build.ToList()))
        {
            foreach (var (i, group) in build.Zip(Field.Groups([.. build.Select(i => quantities[i])], rubric.Resolution)))
                groups[i] = group;
        }
        var best = Field.BestForPrice([.. field.Zip(quantities, (piece, quantity) => (piece.Price, quantity.Value))]);
        return [.. quantities.Select((quantity, i) => new StandingView(QuantityView.Of(quantity), places[i], byValue[i], groups[i], best[i]))];
    }

    private static Results<Ok<PairView>, JsonHttpResult<Problem>> Pair(string first, string second, Workshop workshop, CancellationToken cancellation)
    {
        var rubric = workshop.Rubric;
        var (field, refused) = Chosen([first, second], workshop.Field(cancellation), 2);
        if (field is null)
            return refused!;
        var (one, other) = (field[0].Field, field[1].Field);
        var sameBuild = one.IsDesktop == other.IsDesktop;
        var common = sameBuild ? new InCommon(one.Indices(rubric), other.Indices(rubric), 1, 1) : Field.Common(one, other, rubric);
        if (!sameBuild)
            (one, other) = Field.OnWhatBothHave(one, other);
        Ahead Of(IndexName index) => Separation.Of(common.First.Get(index), common.Second.Get(index), rubric.Resolution);
        return TypedResults.Ok(new PairView(
            sameBuild, Of(IndexName.Repair), Of(IndexName.Upgrade), Of(IndexName.Combined), common.RepairShare, common.UpgradeShare,
            IndicesView.Of(common.First), IndicesView.Of(common.Second),
            FlipPoints.Of(one, other, rubric, IndexName.Repair), FlipPoints.Of(one, other, rubric, IndexName.Upgrade)));
    }

    private static async Task<Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>>> OddsAsync(
        HttpRequest request, Workshop workshop, OddsDesk desk, LongWork work, CancellationToken cancellation)
    {
        var (asked, problem) = await RequestBody.ReadJsonAsync<OddsAsked>(request, cancellation);
        if (asked is null)
            return problem!;
        var (_, refused) = Chosen(asked.Units, workshop.Field(cancellation), 2);
        if (refused is not null)
            return refused;
        if (asked.Draws < 1)
            return Problems.Faulty([new("draws", "must be at least 1")]);
        if (asked.Seed < 0)
            return Problems.Faulty([new("seed", "must not be below 0")]);
        return work.Stream(request, "odds", Math.Min(asked.Draws, RankOdds.MaxDraws), (progress, stop) => desk.Of(asked, progress, stop));
    }

    private static async Task<Results<Ok<IReadOnlyList<TriedUnit>>, JsonHttpResult<Problem>>> WeightAsync(HttpRequest request, Workshop workshop, CancellationToken cancellation)
    {
        var (asked, problem) = await RequestBody.ReadJsonAsync<WeightTried>(request, cancellation);
        if (asked is null)
            return problem!;
        var rubric = workshop.Rubric;
        var (field, refused) = Chosen(asked.Units, workshop.Field(cancellation), 1);
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
        var quantities = field.Select(piece => (asked.Index == IndexName.Repair ? piece.Field.Indices(rubric, weights, own) : piece.Field.Indices(rubric, own, weights)).Get(asked.Index)).ToList();
        var places = Field.PlacesByValue(quantities);
        return TypedResults.Ok<IReadOnlyList<TriedUnit>>([.. field.Select((piece, i) => new TriedUnit(piece.Unit.Id, QuantityView.Of(quantities[i]), places[i]))]);
    }

    private static async Task<Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>>> SchoolsAsync(
        HttpRequest request, Workshop workshop, LongWork work, CancellationToken cancellation)
    {
        var (asked, problem) = await RequestBody.ReadJsonAsync<SchoolsAsked>(request, cancellation);
        if (asked is null)
            return problem!;
        var (field, refused) = Chosen(asked.Units, workshop.Field(cancellation), 2);
        if (field is null)
            return refused!;
        var rubric = workshop.Rubric;
        var count = 1 + SchoolTable.Options(rubric.Schools).Count(option => option.Schools != rubric.Schools);
        return work.Stream(request, "schools", (long)count * field.Count, (progress, stop) =>
        {
            var shelf = workshop.Records(stop).ToDictionary(one => one.UnitId, one => one.Record, StringComparer.Ordinal);
            var records = field.Where(piece => shelf.ContainsKey(piece.Unit.Id)).Select(piece => shelf[piece.Unit.Id]).ToList();
            return new SchoolsView(asked.Index,
            [
                .. SchoolTable.Of(records, rubric, progress, stop).Select(option =>
                {
                    var quantities = option.Indices.Select(indices => indices.Get(asked.Index)).ToList();
                    return new OptionView(option.Question, option.Option, option.InUse, Field.PlacesByLow(quantities), Field.PlacesByValue(quantities), [.. quantities.Select(QuantityView.Of)]);
                }),
            ]);
        });
    }

    /// <summary>The whole comparison as a file: values, ranges, rubric, digests, and where a seed and draws are given the odds.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> Takeaway(
        string format, string[] unit, string? index, int? seed, int? draws, Workshop workshop, OddsDesk desk, CancellationToken cancellation)
    {
        if (format is not ("json" or "csv" or "xlsx"))
            return Problems.NotFound($"format \"{format}\": it is json, csv or xlsx");
        var which = IndexName.Combined;
        if (index is not null && !Words.TryParse(index, out which))
            return Problems.Faulty([new("index", "must be repair, upgrade or combined")]);
        var sheet = workshop.Sheet;
        // An address holds only so many ids: none stands for the whole shelf.
        var all = workshop.Field(cancellation);
        string[] ids = unit.Length > 0 ? unit : [.. all.Select(piece => piece.Unit.Id)];
        var (field, refused) = Chosen(ids, all, 1);
        if (field is null)
            return refused!;
        if ((long)(draws ?? 0) * ids.Length > MostInFile)
            return Problems.Faulty([new("draws", $"are too many for a file of {ids.Length} units: up to {MostInFile / ids.Length} are drawn for one")]);
        if (draws is < 1 or > RankOdds.MaxDraws || seed is < 0)
            return Problems.Faulty([new("draws", $"must be 1 to {RankOdds.MaxDraws}, with a seed of 0 or more")]);
        var view = View(field, sheet);
        var odds = seed is { } from && draws is { } number && ids.Length > 1 ? desk.Of(new(ids, which, from, number), null, cancellation) : null;
        if (format == "json")
        {
            var records = workshop.Records(cancellation).ToDictionary(one => one.UnitId, one => one.Record.Record, StringComparer.Ordinal);
            var file = new
            {
                Format = "wide-lever/comparison",
                Version = 1,
                Method = Core.CoreVersion.Method,
                view.Rubric,
                view.RubricSha256,
                view.Units,
                RecordSha256 = field.ToDictionary(piece => piece.Unit.Id, piece => CanonicalJson.Sha256(RecordJson.RecordNode(records[piece.Unit.Id]))),
                Odds = odds,
            };
            return TypedResults.File(JsonSerializer.SerializeToUtf8Bytes(file, Spread), "application/json", "comparison.json");
        }
        var table = Table(view, odds, workshop.Records(cancellation));
        return format == "csv" ? TypedResults.File(table.Csv(), "text/csv; charset=utf-8", "comparison.csv") : TypedResults.File(table.Xlsx(), Sheet, "comparison.xlsx");
    }

    // Of each kind its value, and what is known of it.
    private static readonly string[] Ends = ["", "Low", "High", "Coverage"];

    private static readonly JsonSerializerOptions Spread = new(RecordJson.Options) { WriteIndented = true };

    private static ComparisonTable Table(FieldView view, OddsView? odds, IReadOnlyList<ShelfRecord> shelf)
    {
        var rubric = view.Rubric;
        var kinds = view.Units.SelectMany(unit => unit.RepairKinds.Select(kind => ("repair", kind.Kind)).Concat(unit.UpgradeKinds.Select(kind => ("upgrade", kind.Kind)))).Distinct().Order().ToList();
        var records = shelf.ToDictionary(one => one.UnitId, one => one.Record.Record, StringComparer.Ordinal);
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
                    var own = odds.Units.FirstOrDefault(one => one.Id == unit.Id);
                    row.AddRange([odds.Index.Word(), own?.MostLikely, own?.From, own?.To, odds.Seed, odds.Draws]);
                }
                row.AddRange([rubric.Name, rubric.Revision, view.RubricSha256, CanonicalJson.Sha256(RecordJson.RecordNode(records[unit.Id])), Core.CoreVersion.Method]);
                return (IReadOnlyList<object?>)row;
            }),
        ]);
    }
}
