using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>The demo data: records, variants of some and second teardowns of some, put on an empty shelf in one act, so that it is there whole or not at all.</summary>
public static class DemoData
{
    /// <summary>Loads it where the shelf is empty and nothing was ever on it.</summary>
    /// <param name="desk">The desk.</param>
    /// <param name="shelving">Puts units on the shelf.</param>
    /// <param name="store">What is kept.</param>
    /// <param name="folder">The folder of the demo data.</param>
    /// <param name="also">What is written along with it, of the units' ids.</param>
    /// <returns>Whether it was loaded.</returns>
    /// <exception cref="InvalidDataException">A file of it has a fault.</exception>
    public static bool Load(Desk desk, Shelving shelving, Store store, string folder, Func<IReadOnlyList<string>, Writing>? also = null)
    {
        var records = Files(folder).Select(file => (File: file, Record: Read(file, RecordReader.ReadRecord))).ToList();
        // Also what was taken off the shelf since was once on it.
        bool IsOver() => store.Documents.Shelf().Count > 0 || records.Exists(one => store.Documents.Revision(DocumentKind.Unit, Ids.Of(one.Record.Unit.ModelCode, "unit")) > 0);
        if (IsOver())
            return false;
        var variants = Files(Path.Combine(folder, "variants")).Select(file => (Of: Owner(file), Unit: Read(file, RecordReader.ReadUnit))).ToList();
        var teardowns = Files(Path.Combine(folder, "teardowns")).Select(file => (Of: Owner(file), Teardown: Read(file, RecordReader.ReadTeardown))).ToList();
        var loaded = desk.Do<IReadOnlyList<Shelved>>("demo", stand =>
        {
            // Looked at again where nobody else acts: two windows may ask for it at once.
            if (IsOver())
                return Refusal.Conflict("the shelf is not empty");
            var shelved = shelving.Shelve(stand, [.. records.Select(one => (one.Record, (IReadOnlyList<Fault>)[]))]);
            if (shelved.Value is not { } made)
                return shelved.Refusal!;
            var ids = made.Shelved.Select(put => put.Id).ToList();
            var byId = made.Shelved.Zip(records, (put, one) => (put.Id, one.Record)).ToDictionary(pair => pair.Id, pair => pair.Record, StringComparer.Ordinal);
            foreach (var (of, unit) in variants)
            {
                var id = stand.FreeId(DocumentKind.Unit, Ids.Of(unit.Unit.ModelCode, "unit"));
                ids.Add(id);
                Check(stand, HeadDocuments.Merge(unit, HeadDocuments.TeardownOf(byId[of]), shared: true), id);
                made.Writings.AddRange([new PutDocument(DocumentKind.Unit, id, 0, RecordJson.Canonical(unit)), new PutStanding(id, null, new(of, [of], false))]);
            }
            foreach (var (of, teardown) in teardowns)
            {
                var id = stand.FreeId(DocumentKind.Teardown, $"{of}-second");
                Check(stand, HeadDocuments.Merge(HeadDocuments.UnitOf(byId[of]), teardown), id);
                Standing before = new(of, [of], false);
                made.Writings.AddRange([new PutDocument(DocumentKind.Teardown, id, 0, RecordJson.Canonical(teardown)), new PutStanding(of, before, before with { Teardowns = [of, id] })]);
            }
            if (also is not null)
                made.Writings.Add(also(ids));
            return new Proposal<IReadOnlyList<Shelved>>("brought in the demo data", made.Writings, null, made.Shelved);
        });
        if (loaded.Refusal is { Kind: not RefusalKind.Conflict } refusal)
            throw new InvalidDataException($"the demo data has a fault: {string.Join("; ", refusal.Faults.Select(fault => $"{fault.At}: {fault.Message}"))}");
        return loaded.Value is not null;
    }

    private static IEnumerable<string> Files(string folder) => Directory.EnumerateFiles(folder, "*.json").Order(StringComparer.Ordinal);

    /// <summary>The unit that a file belongs to: its id is the file's first word.</summary>
    private static string Owner(string file) => Path.GetFileName(file).Split('.')[0];

    private static T Read<T>(string file, Func<ReadOnlyMemory<byte>, List<Fault>, T?> read) where T : class
    {
        var faults = new List<Fault>();
        var value = read(File.ReadAllBytes(file), faults);
        return value is not null && faults.Count == 0 ? value
            : throw new InvalidDataException($"{file} has a fault: {string.Join("; ", faults.Select(fault => $"{fault.At}: {fault.Message}"))}");
    }

    private static void Check(Stand stand, TeardownRecord record, string id)
    {
        var check = RecordReader.Check(record, stand.Rubric.Rubric, []);
        if (check.Checked is null)
            throw new InvalidDataException($"the demo data of {id} has a fault: {check.Faults[0].At}: {check.Faults[0].Message}");
    }
}
