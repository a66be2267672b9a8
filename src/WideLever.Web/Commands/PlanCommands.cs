using System.CommandLine;
using System.Text.Json;
using WideLever.Core.Checking;
using WideLever.Core.Planning;
using WideLever.Core.Rubrics;
using WideLever.Interchange;

namespace WideLever.Web.Commands;

/// <summary><c>plan</c> and <c>fit</c>: what brings some parts out in one opening, and whether a module goes into a place.</summary>
public static class PlanCommands
{
    private const int Refused = 1;
    private const int Misused = 2;

    /// <summary>The command <c>plan</c>.</summary>
    public static Command CreatePlan()
    {
        var file = new Argument<string>("FILE") { Description = "A record file" };
        var parts = new Option<string[]>("--for") { Description = "The parts to bring out, by id, or with what is done to them, such as fan:clean", HelpName = "PART[,PART…]", Required = true };
        var rubricFile = new Option<string?>("--rubric") { Description = "A rubric file in the place of the house rubric", HelpName = "FILE" };
        var schools = new Option<string[]>("--school") { Description = "Another answer to a school, such as powerFirst=whereBlocking", HelpName = "name=option" };
        var sheet = new Option<string?>("--as") { Description = "A sheet to work by: html or markdown; left out, JSON", HelpName = "html|markdown" };
        sheet.AcceptOnlyFromAmong("html", "markdown");
        var command = new Command("plan", "The least steps that bring some parts out in one opening, as JSON") { file, parts, sheet, rubricFile, schools };
        command.SetAction(parsed =>
        {
            if (Read(parsed.GetValue(file)!, parsed.GetValue(rubricFile), parsed.GetValue(schools) ?? [], out var complaints) is not var (record, rubric))
                return Complain(complaints, Misused);
            var ids = (parsed.GetValue(parts) ?? []).SelectMany(list => list.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)).ToList();
            var (plan, troubles) = RepairPlan.Of(record, rubric, ids);
            return plan is null
                ? Complain(troubles.Select(trouble => trouble.Part.Length == 0 ? $"--for: {trouble.Message}" : $"--for {trouble.Part}: {trouble.Message}"), Refused)
                : parsed.GetValue(sheet) switch
                {
                    "html" => WriteText(JobSheet.Html(plan, record.Record, rubric)),
                    "markdown" => WriteText(JobSheet.Markdown(plan, record.Record, rubric)),
                    _ => Write(writer => PlanWriter.Write(writer, plan, record.Record)),
                };
        });
        return command;
    }

    /// <summary>The command <c>fit</c>.</summary>
    public static Command CreateFit()
    {
        var file = new Argument<string>("FILE") { Description = "A record file" };
        var place = new Option<string>("--place") { Description = "The part that is, or is the place for, a module, by id", HelpName = "PART", Required = true };
        var moduleFile = new Option<string>("--module") { Description = "A module, as the catalogue has it", HelpName = "FILE", Required = true };
        var rubricFile = new Option<string?>("--rubric") { Description = "A rubric file in the place of the house rubric", HelpName = "FILE" };
        var schools = new Option<string[]>("--school") { Description = "Another answer to a school, such as ceiling=maker", HelpName = "name=option" };
        var command = new Command("fit", "Whether a module goes into a place, and what forbids it, as JSON") { file, place, moduleFile, rubricFile, schools };
        command.SetAction(parsed =>
        {
            if (Read(parsed.GetValue(file)!, parsed.GetValue(rubricFile), parsed.GetValue(schools) ?? [], out var complaints) is not var (record, rubric))
                return Complain(complaints, Misused);
            var (from, reading) = (parsed.GetValue(moduleFile)!, new List<Fault>());
            if (ScoreCommand.ReadFile(from, out var trouble) is not { } bytes)
                return Complain([$"{from}: {trouble}"], Misused);
            if (CatalogueReader.ReadModule(bytes, reading) is not { } module)
                return Complain(reading.Select(fault => $"{from}: {fault.At}: {fault.Message}"), Misused);
            var id = parsed.GetValue(place)!;
            if (!record.Graph.PartPositions.TryGetValue(id, out var position))
                return Complain([$"--place {id}: there is no part \"{id}\""], Refused);
            var fit = ModuleFits.Of(record.Record.Parts[position], record.Record, module, rubric);
            return Write(writer => PlanWriter.Write(writer, fit));
        });
        return command;
    }

    /// <summary>The record of a file, and the rubric it is read under; null with what is wrong.</summary>
    private static (CheckedRecord Record, Rubric Rubric)? Read(string file, string? rubricFile, string[] schools, out IReadOnlyList<string> complaints)
    {
        (var rubric, complaints) = ScoreCommand.RubricOf(rubricFile, schools);
        if (rubric is null)
            return null;
        if (ScoreCommand.ReadFile(file, out var trouble) is not { } bytes)
        {
            complaints = [$"{file}: {trouble}"];
            return null;
        }
        var check = RecordReader.Read(bytes, rubric);
        if (check.Checked is { } record)
            return (record, rubric);
        complaints = [.. check.Faults.Select(fault => fault.At.Length == 0 ? $"{file}: {fault.Message}" : $"{file}: {fault.At}: {fault.Message}")];
        return null;
    }

    private static int Write(Action<Utf8JsonWriter> write) => Standard.Write(output =>
    {
        using (var writer = new Utf8JsonWriter(output, new JsonWriterOptions { Indented = true }))
            write(writer);
        output.WriteByte((byte)'\n');
        return 0;
    });

    private static int WriteText(string text) => Standard.Write(output =>
    {
        output.Write(System.Text.Encoding.UTF8.GetBytes(text));
        return 0;
    });

    private static int Complain(IEnumerable<string> complaints, int code)
    {
        foreach (var complaint in complaints)
            Console.Error.WriteLine(complaint);
        return code;
    }
}
