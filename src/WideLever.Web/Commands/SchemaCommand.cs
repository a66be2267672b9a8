using System.CommandLine;
using System.Text;
using WideLever.Interchange;

namespace WideLever.Web.Commands;

/// <summary><c>schema [FORMAT]</c>: the JSON Schema of an open format.</summary>
public static class SchemaCommand
{
    private static readonly Dictionary<string, Func<string>> Schemas = new(StringComparer.Ordinal)
    {
        ["teardown"] = RecordShape.Schema,
        ["rubric"] = RubricShape.Schema,
        ["result"] = ResultShape.Schema,
        ["signed"] = ResultShape.SignedSchema,
    };

    /// <summary>The command.</summary>
    public static Command Create()
    {
        var format = new Argument<string>("FORMAT") { Description = "The format", DefaultValueFactory = _ => "teardown" };
        format.AcceptOnlyFromAmong([.. Schemas.Keys]);
        var command = new Command("schema", "Print the JSON Schema of a format") { format };
        command.SetAction(parsed => Standard.Write(output =>
        {
            output.Write(Encoding.UTF8.GetBytes(Schemas[parsed.GetRequiredValue(format)]()));
            return 0;
        }));
        return command;
    }
}
