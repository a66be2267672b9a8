using System.Text.Json.Nodes;
using Dapper;

namespace WideLever.Storage;

/// <summary>Where a unit stands: by which teardowns, which of them it is scored by, and whether it is off the shelf.</summary>
/// <param name="Scored">Id of the scored teardown.</param>
/// <param name="Teardowns">Ids of all its teardowns.</param>
/// <param name="Removed">Whether it is off the shelf; nothing of it is deleted.</param>
public sealed record Standing(string Scored, IReadOnlyList<string> Teardowns, bool Removed)
{
    internal JsonObject Node() => new()
    {
        ["removed"] = Removed,
        ["scored"] = Scored,
        ["teardowns"] = new JsonArray([.. Teardowns.Order(StringComparer.Ordinal).Select(id => JsonValue.Create(id))]),
    };
}

/// <summary>Puts a unit where it stands from now on.</summary>
/// <param name="UnitId">The unit.</param>
/// <param name="Before">Where it stood; null: it is new.</param>
/// <param name="After">Where it stands.</param>
public sealed record PutStanding(string UnitId, Standing? Before, Standing After) : Writing
{
    internal override bool Write(Act act)
    {
        if (Before?.Removed != After.Removed)
            act.Execute("UPDATE unit SET removed_at = @at WHERE id = @UnitId", new { UnitId, at = After.Removed ? act.Now : null });
        act.Execute("UPDATE unit_teardown SET scored = 0 WHERE unit_id = @UnitId", new { UnitId });
        foreach (var teardownId in After.Teardowns)
        {
            act.Execute(
                """
                INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@UnitId, @teardownId, @scored)
                ON CONFLICT (unit_id, teardown_id) DO UPDATE SET scored = excluded.scored
                """, new { UnitId, teardownId, scored = teardownId == After.Scored });
        }
        act.Append("standing", UnitId, act.NextRevision("standing", UnitId), Patches.Between(Before?.Node(), After.Node()));
        return true;
    }
}

/// <summary>Which teardown serves which units.</summary>
public sealed class Standings
{
    private readonly Database database;

    internal Standings(Database database) => this.database = database;

    /// <summary>Where a unit stands; null: there is no such unit.</summary>
    public Standing? Of(string unitId)
    {
        using var connection = database.Open();
        var links = connection.Query<(string TeardownId, bool Scored, bool Removed)>(
            """
            SELECT unit_teardown.teardown_id, unit_teardown.scored, unit.removed_at IS NOT NULL FROM unit_teardown JOIN unit ON unit.id = unit_teardown.unit_id
            WHERE unit_id = @unitId ORDER BY scored DESC, teardown_id
            """, new { unitId }).AsList();
        return links.Count == 0 ? null : new(links[0].TeardownId, [.. links.Select(link => link.TeardownId)], links[0].Removed);
    }

    /// <summary>Ids of the units that a teardown serves, on the shelf or off it.</summary>
    public IReadOnlyList<(string UnitId, bool Removed)> UnitsOf(string teardownId)
    {
        using var connection = database.Open();
        return connection.Query<(string, bool)>(
            """
            SELECT unit.id, unit.removed_at IS NOT NULL FROM unit_teardown JOIN unit ON unit.id = unit_teardown.unit_id
            WHERE teardown_id = @teardownId ORDER BY unit.id
            """, new { teardownId }).AsList();
    }
}
