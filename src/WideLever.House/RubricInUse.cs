using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Rubrics;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A revision of a rubric with its document: the two, and the digests of it, are always of one moment.</summary>
/// <param name="Rubric">The rubric.</param>
/// <param name="Node">Its document.</param>
/// <param name="Digest">SHA-256 of the document as it is kept.</param>
/// <param name="Sha256">SHA-256 of its canonical JSON.</param>
public sealed record RubricSheet(Rubric Rubric, JsonNode Node, string Digest, string Sha256)
{
    /// <summary>The sheet of a stored revision, or what is wrong with it.</summary>
    public static (RubricSheet? Sheet, IReadOnlyList<Fault> Faults) Of(RubricRow row)
    {
        if (row.Version > Documents.Version)
            return (null, [new("version", $"is {row.Version}: a newer version of this program wrote it")]);
        var (rubric, faults) = RubricReader.Read(Encoding.UTF8.GetBytes(row.Document));
        if (rubric is null)
            return (null, faults);
        var node = JsonNode.Parse(row.Document)!;
        return (new(rubric, node, row.Digest, CanonicalJson.Sha256(node)), []);
    }
}

/// <summary>A kept rubric that is in use and cannot be read: the shelf is scored under the house rubric until a person takes another.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="Faults">What is wrong with it.</param>
public sealed record UnreadableRubric(string Name, int Revision, IReadOnlyList<Fault> Faults);

/// <summary>The rubric that the shelf is scored under.</summary>
public sealed class RubricInUse
{
    private volatile RubricSheet sheet;
    private volatile UnreadableRubric? unreadable;

    /// <summary>The rubric in use of a store, which gets the house rubric where it lacks it, and uses that where it uses none.</summary>
    public RubricInUse(Store store)
    {
        var shipped = new KeepRubric(RubricReader.House.Name, RubricReader.House.Revision, RubricReader.HouseBytes, "ships with the program");
        if (store.Rubrics.Find(shipped.Name, shipped.Revision) is { } kept && kept.Digest != Documents.DigestOf(RubricReader.HouseBytes))
        {
            // The house went on from an earlier revision by itself: its own stays, and the one that ships stands beside it.
            var beside = JsonNode.Parse(RubricReader.HouseBytes)!;
            shipped = shipped with { Name = $"{shipped.Name}, as it ships" };
            beside["name"] = shipped.Name;
            shipped = shipped with { Document = RecordJson.Indented(beside) };
        }
        Writing[] writings = store.Rubrics.InUse() is null ? [shipped, new UseRubric(shipped.Name, shipped.Revision)] : [shipped];
        store.Acts.Commit("program", "put the rubric beside that ships with the program", writings);
        var row = store.Rubrics.InUse()!;
        var (own, faults) = RubricSheet.Of(row);
        unreadable = own is null ? new(row.Name, (int)row.Revision, faults) : null;
        sheet = own ?? House();
    }

    /// <summary>The rubric with its document.</summary>
    public RubricSheet Sheet => sheet;

    /// <summary>What is in use by the store and cannot be read; null: what is in use can.</summary>
    public UnreadableRubric? Unreadable => unreadable;

    /// <summary>Another revision is in use from now on, which the store has put into use.</summary>
    internal void Take(RubricSheet fresh) => (sheet, unreadable) = (fresh, null);

    private static RubricSheet House()
    {
        var node = JsonNode.Parse(RubricReader.HouseBytes)!;
        return new(RubricReader.House, node, Documents.DigestOf(RubricReader.HouseBytes), CanonicalJson.Sha256(node));
    }
}
