using System.Text.Json.Nodes;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using WideLever.Core.Records;

namespace WideLever.Web.Hosting;

/// <summary>Describes enumerations as the words of the record format, also where a field may be null, and counts as numbers or spans.</summary>
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
        if (type == typeof(Count))
        {
            // As CountJson writes it.
            schema.OneOf =
            [
                new OpenApiSchema { Type = JsonSchemaType.Integer },
                new OpenApiSchema { Type = JsonSchemaType.Array, Items = new OpenApiSchema { Type = JsonSchemaType.Integer }, MinItems = 2, MaxItems = 2 },
            ];
            if (context.JsonTypeInfo.Type != type)
                schema.OneOf.Add(new OpenApiSchema { Type = JsonSchemaType.Null });
        }
        return Task.CompletedTask;
    }
}
