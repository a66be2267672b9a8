using System.CommandLine;
using WideLever.Core.StepLines;
using WideLever.Interchange;

namespace WideLever.Web.Commands;

/// <summary><c>step</c>: a step line to the record's JSON.</summary>
public static class StepCommand
{
    private const int Refused = 1;
    private const int Misused = 2;

    /// <summary>The command.</summary>
    public static Command Create()
    {
        var line = new Argument<string>("LINE") { Description = "A step line, such as \"4 ph0 m2x4, lift = battery\"" };
        var recordFile = new Option<string?>("--record") { Description = "The record that the step goes on; without one names stand as they are written", HelpName = "FILE" };
        var command = new Command("step", "Read a step line: the step as the record's JSON, or its faults with their places") { line, recordFile };
        command.SetAction(parsed =>
        {
            var context = StepLineContext.None;
            if (parsed.GetValue(recordFile) is { } file)
            {
                if (ScoreCommand.ReadFile(file, out var trouble) is not { } bytes)
                    return Complain([$"{file}: {trouble}"], Misused);
                var check = RecordReader.Read(bytes, RubricReader.House);
                if (check.Checked is null)
                    return Complain(check.Faults.Select(fault => $"{file}: {fault.At}: {fault.Message}"), Misused);
                var record = check.Checked.Record;
                context = StepLineContext.Of(record, record.Steps.Count, null);
            }
            var reading = StepLine.Read(parsed.GetValue(line)!, context);
            if (reading.Faults.Count > 0)
                return Complain(reading.Faults.Select(fault => $"{fault.Start + 1}-{Math.Max(fault.Start + 1, fault.End)}: {fault.Message}"), Refused);
            if (reading.IsSight || reading.Happened is not null)
                return Complain(["this line makes no step: what is in view, broke or was tried is noted on the bench"], Refused);
            return Standard.Write(output =>
            {
                output.Write(RecordJson.Indented(reading.Step));
                output.WriteByte((byte)'\n');
                return 0;
            });
        });
        return command;
    }

    private static int Complain(IEnumerable<string> complaints, int code)
    {
        foreach (var complaint in complaints)
            Console.Error.WriteLine(complaint);
        return code;
    }
}
