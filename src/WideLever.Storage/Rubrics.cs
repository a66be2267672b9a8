using System.Text;
using System.Text.Json.Nodes;
using Dapper;

namespace WideLever.Storage;

/// <summary>A rubric as it is kept.</summary>
public sealed record RubricRow
{
    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>Its revision.</summary>
    public required long Revision { get; init; }

    /// <summary>SHA-256 of its document.</summary>
    public required string Digest { get; init; }

    /// <summary>1 where it is in use.</summary>
    public required long InUse { get; init; }

    /// <summary>When it was kept, UTC; null: not noted.</summary>
    public string? SavedAt { get; init; }

    /// <summary>Why; null: not said.</summary>
    public string? Note { get; init; }

    /// <summary>The form that it is written in.</summary>
    public long Version { get; init; }

    /// <summary>Its document; empty in a list.</summary>
    public required string Document { get; init; }
}

/// <summary>Keeps a revision of a rubric, which never changes from then on; the same once more is no change.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="Document">Its document.</param>
/// <param name="Note">Why; null: not said.</param>
public sealed record KeepRubric(string Name, int Revision, ReadOnlyMemory<byte> Document, string? Note) : Writing
{
    internal override bool Write(Act act)
    {
        var digest = Documents.DigestOf(Document.Span);
        if (act.Scalar<string>("SELECT digest FROM rubric WHERE name = @Name AND revision = @Revision", new { Name, Revision }) is { } kept)
            return kept == digest;
        var text = Encoding.UTF8.GetString(Document.Span);
        act.Execute(
            "INSERT INTO rubric (name, revision, digest, in_use, saved_at, note, version, document) VALUES (@Name, @Revision, @digest, 0, @Now, @Note, @Version, @text)",
            new { Name, Revision, digest, act.Now, Note, Documents.Version, text });
        var id = $"{Name} {Revision}";
        act.Append("rubric", id, act.NextRevision("rubric", id), Patches.Between(null, new JsonObject { ["sha256"] = digest }));
        return true;
    }
}

/// <summary>Puts a kept revision of a rubric into use, in the place of the one that was.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
public sealed record UseRubric(string Name, int Revision) : Writing
{
    internal override bool Write(Act act)
    {
        var before = act.Scalar<string>("SELECT json_object('name', name, 'revision', revision) FROM rubric WHERE in_use = 1", new { });
        act.Execute("UPDATE rubric SET in_use = 0 WHERE in_use = 1", new { });
        if (act.Execute("UPDATE rubric SET in_use = 1 WHERE name = @Name AND revision = @Revision", new { Name, Revision }) == 0)
            return false;
        act.Append("rubricInUse", "house", act.NextRevision("rubricInUse", "house"), Patches.Between(before is null ? null : JsonNode.Parse(before), new JsonObject { ["name"] = Name, ["revision"] = Revision }));
        return true;
    }
}

/// <summary>The revisions of rubrics, and which one is in use.</summary>
public sealed class Rubrics
{
    private readonly Database database;

    internal Rubrics(Database database) => this.database = database;

    /// <summary>The rubric in use, or null in a new store.</summary>
    public RubricRow? InUse()
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<RubricRow>("SELECT name, revision, digest, in_use, saved_at, note, version, document FROM rubric WHERE in_use = 1");
    }

    /// <summary>Every revision of every rubric, without their documents: by name, the latest revision first.</summary>
    public IReadOnlyList<RubricRow> All()
    {
        using var connection = database.Open();
        return connection.Query<RubricRow>(
            "SELECT name, revision, digest, in_use, saved_at, note, version, '' AS document FROM rubric ORDER BY name, revision DESC").AsList();
    }

    /// <summary>A revision of a rubric, or null.</summary>
    public RubricRow? Find(string name, int revision)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<RubricRow>(
            "SELECT name, revision, digest, in_use, saved_at, note, version, document FROM rubric WHERE name = @name AND revision = @revision", new { name, revision });
    }
}
