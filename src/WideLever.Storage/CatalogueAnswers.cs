using Dapper;

namespace WideLever.Storage;

/// <summary>What a catalogue answered.</summary>
public sealed record CatalogueRow
{
    /// <summary>When it was asked, UTC.</summary>
    public required string AskedAt { get; init; }

    /// <summary>Its answer, JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>What the spare-part catalogue answered last. May be dropped at any time.</summary>
public sealed class CatalogueAnswers
{
    private readonly Database database;

    internal CatalogueAnswers(Database database) => this.database = database;

    /// <summary>What a catalogue answered last to a question, or null.</summary>
    public CatalogueRow? Of(string address, string question)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<CatalogueRow>(
            "SELECT asked_at, document FROM catalogue_answer WHERE address = @address AND question = @question", new { address, question });
    }

    /// <summary>Keeps what a catalogue answered.</summary>
    /// <returns>When, UTC.</returns>
    public string Keep(string address, string question, string document)
    {
        using var turn = database.Writer.EnterScope();
        using var connection = database.Open();
        var now = database.Now();
        connection.Execute(
            """
            INSERT INTO catalogue_answer (address, question, asked_at, document) VALUES (@address, @question, @now, @document)
            ON CONFLICT (address, question) DO UPDATE SET asked_at = excluded.asked_at, document = excluded.document
            """, new { address, question, now, document });
        return now;
    }
}
