using System.Text.Json;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using WideLever.Core.Records;

namespace WideLever.Web.Hosting;

/// <summary>Gives the client the rows of the actions with the document that it is generated from, as <c>x-actions</c>.</summary>
internal sealed class ActionRows : IOpenApiDocumentTransformer
{
    public Task TransformAsync(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancellationToken)
    {
        document.Extensions ??= new Dictionary<string, IOpenApiExtension>();
        document.Extensions["x-actions"] = new JsonNodeExtension(JsonSerializer.SerializeToNode(
            ActionRow.All.Select(row => new { Deed = row.Verb.Word(), Name = row.Button, row.Log, Word = row.Word?.Field, One = row.Counted?.One, Many = row.Counted?.Many }),
            JsonSerializerOptions.Web)!);
        return Task.CompletedTask;
    }
}
