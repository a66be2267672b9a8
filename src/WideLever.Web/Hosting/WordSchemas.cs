using System.Text.Json.Nodes;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace WideLever.Web.Hosting;

/// <summary>Describes enumerations as the words of the record format, also where a field may be null.</summary>
internal sealed class WordSchemas : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (type.IsEnum)
        {
            schema.Type = JsonSchemaType.String;
            schema.Enum = [.. Enum.GetNames(type).Select(name => (JsonNode)JsonValue.Create(char.ToLowerInvariant(name[0]) + name[1..]))];
        }
        return Task.CompletedTask;
    }
}
