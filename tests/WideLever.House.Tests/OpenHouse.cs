using System.Text;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Data.Sqlite;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>A house over a fresh data folder, without a server.</summary>
public class OpenHouse : IDisposable
{
    private DataFolder folder;

    public OpenHouse()
    {
        folder = DataFolder.Hold(Path);
        Open();
    }

    protected DataFolder Folder => folder;

    public string Path { get; } = Directory.CreateTempSubdirectory("wide-lever-house-").FullName;

    public Store Store { get; private set; } = null!;

    public RubricInUse Rubric { get; private set; } = null!;

    public Shelf Shelf { get; private set; } = null!;

    public Desk Desk { get; private set; } = null!;

    public Edits Edits => new(Desk, Store);

    public Undo Undo => new(Desk, Store);

    public Shelving Shelving => new(Desk, Store);

    public Signing Signing => new(Desk, Store);

    public RubricActs Rubrics => new(Desk, Store, Shelf);

    public Workpieces Workpieces => new(Store, Rubric, Shelf);

    private void Open()
    {
        Store = new Store(folder, TimeProvider.System);
        Rubric = new(Store);
        Shelf = new(Store, Rubric);
        Desk = new(Store, Rubric, Shelf);
    }

    public void Reopen()
    {
        Store.Dispose();
        folder.Dispose();
        folder = DataFolder.Hold(Path);
        Open();
    }

    public virtual void Dispose()
    {
        GC.SuppressFinalize(this);
        Store.Dispose();
        folder.Dispose();
        Directory.Delete(Path, recursive: true);
    }

    /// <summary>Something else writes into the database: an older or newer version, or a hand.</summary>
    public void Tamper(string sql, object? parameters = null)
    {
        using var connection = new SqliteConnection($"Data Source={folder.Database};Pooling=False");
        connection.Open();
        connection.Execute(sql, parameters);
    }

    public static byte[] Example(string name) => File.ReadAllBytes(System.IO.Path.Combine(AppContext.BaseDirectory, "examples", $"{name}.json"));

    public static TeardownRecord Record(string example, Func<TeardownRecord, TeardownRecord>? change = null)
    {
        var record = RecordReader.ReadRecord(Example(example), [])!;
        return change is null ? record : change(record);
    }

    public string Shelve(string example, string? code = null) =>
        Shelving.Shelve("w", Record(example, record => code is null ? record : record with { Unit = record.Unit with { ModelCode = code } }), [], "brought in").Value!.Id;

    /// <summary>The house rubric under another name, with something changed.</summary>
    public RubricChoice Keep(string name, Action<JsonObject> change)
    {
        var node = JsonNode.Parse(RubricReader.HouseBytes)!.AsObject();
        node["name"] = name;
        change(node);
        var bytes = Encoding.UTF8.GetBytes(node.ToJsonString());
        return Rubrics.Keep("w", RubricReader.Read(bytes).Rubric!, bytes, null).Value!;
    }

    /// <summary>A rubric under which every machine has a fan.</summary>
    public RubricChoice Stricter() => Keep("Stricter", node => node["mayBeAbsent"] = new JsonArray([.. node["mayBeAbsent"]!.AsArray().Where(kind => (string)kind! != "fan").Select(kind => kind!.DeepClone())]));

    /// <summary>A record of a machine without a fan.</summary>
    public static TeardownRecord Fanless() => Record("3-modular", record => record with
    {
        Parts = [.. record.Parts.Where(part => part.Kind != PartKind.Fan)],
        Absent = [.. record.Absent, PartKind.Fan],
        Steps = [.. record.Steps.Select(step => step with { Frees = [.. step.Frees.Where(id => record.Parts.First(part => part.Id == id).Kind != PartKind.Fan)] })],
    });

    public long Revision(string unitId) => Store.Documents.Revision(DocumentKind.Unit, unitId);

    public static Actor By(string windowId, long seen) => new(windowId, SeenRevisions.Of(seen));

    /// <summary>Changes a machine's price.</summary>
    public Outcome<Committed> Price(string windowId, string unitId, double amount) => Edits.Unit(
        new(windowId, new(true, [])), unitId, "changed the price", (unit, _) => unit with { Unit = unit.Unit with { Price = new Money { Amount = amount, Currency = "EUR" } } });
}
