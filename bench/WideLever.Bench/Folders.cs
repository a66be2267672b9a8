using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Records;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Bench;

/// <summary>A data folder of many units, changes and photos, to see how a start and an undo bear it.</summary>
internal static class Folders
{
    private const int AnAct = 500;

    /// <summary>Fills a folder: units of forty steps, changes of their prices, and of one unit a long history; photos that one teardown names.</summary>
    public static void Fill(string path, int units, int changes, int photos, int revisions)
    {
        using var folder = DataFolder.Hold(path);
        using var store = new Store(folder, TimeProvider.System);
        _ = new RubricInUse(store);
        var files = new PhotoFiles(folder, TimeProvider.System);
        var kept = Enumerable.Range(0, photos).Select(photo => files.Keep(Encoding.UTF8.GetBytes($"photo {photo}"), "small"u8)).ToList();
        var documents = new JsonNode[units];
        var writings = new List<Writing>();
        void Commit(bool all)
        {
            if (writings.Count < AnAct && !all)
                return;
            if (!store.Acts.Commit("bench", "filled", writings))
                throw new InvalidOperationException("the folder was not filled");
            writings.Clear();
        }
        for (var unit = 0; unit < units; unit++)
        {
            var record = Records.FortySteps(unit);
            var id = Id(unit);
            var teardown = JsonNode.Parse(RecordJson.Canonical(HeadDocuments.TeardownOf(record)))!;
            if (unit == 0)
            {
                teardown["photos"] = new JsonArray([.. kept.Take(RecordLimits.Photos).Select((sha, i) => new JsonObject
                {
                    ["id"] = $"photo-{i}", ["sha256"] = sha, ["type"] = "jpeg", ["widthPx"] = 1, ["heightPx"] = 1,
                })]);
            }
            documents[unit] = JsonNode.Parse(RecordJson.Canonical(HeadDocuments.UnitOf(record)))!;
            writings.AddRange([new PutDocument(DocumentKind.Teardown, id, 0, Bytes(teardown)), new PutDocument(DocumentKind.Unit, id, 0, Bytes(documents[unit])), new PutStanding(id, null, new(id, [id], false))]);
            Commit(all: false);
        }
        Commit(all: true);
        for (var change = 0; change < changes - revisions; change++)
            Price(change % (units - 1) + 1, change / (units - 1) + 1);
        for (var revision = 1; revision < revisions; revision++)
            Price(0, revision);
        Commit(all: true);

        void Price(int unit, long seen)
        {
            documents[unit]["unit"]!["price"] = new JsonObject { ["amount"] = 100 + seen };
            writings.Add(new PutDocument(DocumentKind.Unit, Id(unit), seen, Bytes(documents[unit]), """[{"item":"price","title":"the price","how":"changed"}]"""));
            Commit(all: false);
        }
    }

    /// <summary>
    /// Undo at the end of a long history: taken back, and refused because what was changed first was changed by another since. Another
    /// window edits another unit all the while.
    /// </summary>
    public static void Undo(string path)
    {
        using var folder = DataFolder.Hold(path);
        using var store = new Store(folder, TimeProvider.System);
        var rubric = new RubricInUse(store);
        var shelf = new Shelf(store, rubric);
        var desk = new Desk(store, rubric, shelf);
        var (edits, undo) = (new Edits(desk, store), new House.Undo(desk, store));
        Outcome<Committed> Edit(string window, Func<UnitDocument, UnitDocument> edit, int unit = 0) => edits.Unit(new(window, new(true, [])), Id(unit), "changed", (document, _) => edit(document));
        bool EditYear(int unit, int year) => Edit("w", document => document with { Unit = document.Unit with { Year = year } }, unit).Value is not null;
        // Nothing is compiled while it is timed.
        _ = EditYear(1, 1998) && EditYear(1, 1999) && undo.Back("w", DocumentKind.Unit, Id(1)).Value is not null;
        var over = false;
        var other = Task.Run(() =>
        {
            var times = new List<double>();
            for (var next = 2000; !Volatile.Read(ref over); next++)
                times.Add(Timed("an edit of another unit", () => EditYear(1, 2000 + next % 1000)));
            return times;
        });
        var far = store.Documents.Revision(DocumentKind.Unit, Id(0));
        // Another year each time: an edit that changes nothing is none, and there would be one less to take back.
        var year = 2000;
        Report("an edit at so many revisions", () => EditYear(0, year++));
        Report("undo of it", () => undo.Back("w", DocumentKind.Unit, Id(0)).Value is not null);
        // The bench's own last change of the price is overlaid by another window's.
        Edit("other", unit => unit with { Unit = unit.Unit with { Price = new Money { Amount = 5 } } });
        Report("undo refused, and by whom", () => undo.Back("bench", DocumentKind.Unit, Id(0)).Refusal?.Kind == RefusalKind.Conflict);
        // Worked out beside the others, who wait for nothing of it.
        Report("who saw revision 1 told", () => edits.Unit(new("w", SeenRevisions.Of(1)), Id(0), "x", (unit, _) => unit).Refusal?.Kind == RefusalKind.Stale, null);
        Volatile.Write(ref over, true);
        Told("another unit edited meanwhile", other.Result, 50);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"revisions of the unit          {far}"));

        static double Timed(string what, Func<bool> act)
        {
            var watch = Stopwatch.StartNew();
            if (!act())
                throw new InvalidOperationException($"{what}: it went otherwise");
            return watch.Elapsed.TotalMilliseconds;
        }

        static void Report(string what, Func<bool> act, int? limit = 100) => Told(what, [.. Enumerable.Range(0, 9).Select(_ => Timed(what, act))], limit);

        static void Told(string what, List<double> times, int? limit)
        {
            times.Sort();
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what,-30} {times[times.Count / 2],6:F1} ms at the median, {times[^1]:F1} ms at most of {times.Count}{(limit is null ? "" : $" (limit: {limit} ms)")}"));
        }
    }

    private static string Id(int unit) => string.Create(CultureInfo.InvariantCulture, $"u{unit}");

    private static byte[] Bytes(JsonNode node) => Encoding.UTF8.GetBytes(node.ToJsonString());
}
