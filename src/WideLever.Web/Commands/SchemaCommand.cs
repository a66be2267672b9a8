using System.CommandLine;
using System.Text;
using WideLever.Interchange;

namespace WideLever.Web.Commands;

/// <summary><c>schema</c>: the JSON Schema of the record format.</summary>
public static class SchemaCommand
{
    /// <summary>The command.</summary>
    public static Command Create()
    {
        var command = new Command("schema", "Print the JSON Schema of a teardown record");
        command.SetAction(_ => Standard.Write(output =>
        {
            output.Write(Encoding.UTF8.GetBytes(RecordShape.Schema()));
            return 0;
        }));
        return command;
    }
}
