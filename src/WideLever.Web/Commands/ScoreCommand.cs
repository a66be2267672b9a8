using System.CommandLine;
using System.Text;
using System.Text.Json;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Web.Commands;

/// <summary><c>score</c>: records to results, on standard output and nothing else there.</summary>
public static class ScoreCommand
{
    private const int Refused = 1;
    private const int Misused = 2;

    /// <summary>The command.</summary>
    public static Command Create()
    {
        var files = new Argument<string[]>("FILE") { Description = "Record files", Arity = ArgumentArity.ZeroOrMore };
        var rubricFile = new Option<string?>("--rubric") { Description = "A rubric file in the place of the house rubric", HelpName = "FILE" };
        var schools = new Option<string[]>("--school") { Description = "Another answer to a school, such as powerFirst=whereBlocking", HelpName = "name=option" };
        var lines = new Option<bool>("--ndjson") { Description = "Read records from standard input, one a line, and write a result a line" };
        var command = new Command("score", "Score records: a JSON array of results, one a file, in their order") { files, rubricFile, schools, lines };
        // What looks like an option and is none is a slip, and no file; a file that is called so is written ./--so.
        files.Validators.Add(result =>
        {
            foreach (var token in result.Tokens.Where(token => token.Value.StartsWith("--", StringComparison.Ordinal)))
                result.AddError($"There is no option {token.Value}.");
        });
        command.SetAction(parsed =>
        {
            var (rubric, complaints) = RubricOf(parsed.GetValue(rubricFile), parsed.GetValue(schools) ?? []);
            var names = parsed.GetValue(files) ?? [];
            if (rubric is not null && parsed.GetValue(lines) == names.Length > 0)
                complaints = [parsed.GetValue(lines) ? "--ndjson reads standard input and takes no files." : "Name at least one record file, or --ndjson."];
            foreach (var complaint in complaints)
                Console.Error.WriteLine(complaint);
            if (complaints.Count > 0)
                return Misused;
            if (parsed.GetValue(lines) && !Console.IsInputRedirected)
                Console.Error.WriteLine("Reading records from the keyboard, one a line; Ctrl D ends them.");
            return Standard.Write(output =>
            {
                if (!parsed.GetValue(lines))
                    return ScoreFiles(names, rubric!, output);
                using var input = Console.OpenStandardInput();
                return ScoreLines(input, rubric!, output);
            });
        });
        return command;
    }

    /// <summary>The rubric of a file, or the house's, with other answers to its schools; null with what is wrong.</summary>
    internal static (Rubric? Rubric, IReadOnlyList<string> Complaints) RubricOf(string? file, string[] schools)
    {
        var answers = new List<KeyValuePair<string, string>>();
        foreach (var school in schools)
        {
            if (school.Split('=') is not [var name, var option])
                return (null, [$"--school {school}: write it as name=option, such as powerFirst=whereBlocking."]);
            answers.Add(new(name, option));
        }
        var rubric = RubricReader.House;
        if (file is not null)
        {
            if (ReadFile(file, out var fault) is not { } bytes)
                return (null, [$"{file}: {fault}"]);
            var (read, faults) = RubricReader.Read(bytes);
            if (read is null)
                return (null, [.. faults.Select(found => $"{file}: {Sentence(found)}")]);
            rubric = read;
        }
        var (answered, wrong) = RubricReader.WithSchools(rubric, answers);
        return (answered, [.. wrong.Select(Sentence)]);
    }

    private static string Sentence(Fault fault) => fault.At.Length == 0 ? fault.Message : $"{fault.At}: {fault.Message}";

    /// <summary>Scores files in parallel, and writes their results in order.</summary>
    private static int ScoreFiles(string[] files, Rubric rubric, Stream output)
    {
        var code = 0;
        output.Write("["u8);
        var first = true;
        var results = files.AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).Select(file =>
        {
            var bytes = ReadFile(file, out var fault);
            return bytes is null ? Refusal("file", file, [new("", fault!)]) : Score(bytes, rubric, "file", file);
        });
        foreach (var (refused, json) in results)
        {
            output.Write(first ? "\n"u8 : ",\n"u8);
            output.Write(json);
            first = false;
            code = refused ? Refused : code;
        }
        output.Write("\n]\n"u8);
        return code;
    }

    /// <summary>Scores one record a line as they come. A line with nothing on it is passed over.</summary>
    public static int ScoreLines(Stream input, Rubric rubric, Stream output)
    {
        var code = 0;
        var number = 0L;
        foreach (var line in Lines(input))
        {
            number++;
            if (line is { Length: 0 })
                continue;
            var (refused, json) = line is null
                ? Refusal("line", number, [new("", "is larger than the 5 MB that a record may have")])
                : Score(line, rubric, "line", number);
            output.Write(json);
            output.Write("\n"u8);
            output.Flush();
            code = refused ? Refused : code;
        }
        return code;
    }

    /// <summary>The lines of a stream without their ends; null in the place of one that is larger than a record may be.</summary>
    private static IEnumerable<byte[]?> Lines(Stream input)
    {
        var buffer = new byte[65_536];
        var line = new MemoryStream();
        var tooLarge = false;
        var pending = false;
        int read;
        while ((read = input.Read(buffer)) > 0)
        {
            for (var start = 0; start < read;)
            {
                var end = Array.IndexOf(buffer, (byte)'\n', start, read - start);
                var length = (end < 0 ? read : end) - start;
                tooLarge |= line.Length + length > RecordReader.MaxBytes;
                if (!tooLarge)
                    line.Write(buffer, start, length);
                pending = end < 0;
                start += length + 1;
                if (end < 0)
                    continue;
                yield return Finish();
            }
        }
        if (pending)
            yield return Finish();

        byte[]? Finish()
        {
            var whole = tooLarge ? null : Encoding.UTF8.GetString(line.GetBuffer(), 0, (int)line.Length).Trim().Length == 0 ? [] : line.ToArray();
            line.SetLength(0);
            tooLarge = false;
            return whole;
        }
    }

    private static (bool Refused, byte[] Json) Score(byte[] bytes, Rubric rubric, string name, object record)
    {
        var check = RecordReader.Read(bytes, rubric);
        if (check.Checked is null)
            return Refusal(name, record, check.Faults);
        var result = Scorer.Score(check.Checked, rubric);
        return (false, Json(writer => ResultWriter.Write(writer, result, check.Checked.Record)));
    }

    private static (bool Refused, byte[] Json) Refusal(string name, object record, IReadOnlyList<Fault> faults) =>
        (true, Json(writer => ResultWriter.WriteFaults(writer, name, record, faults)));

    private static byte[] Json(Action<Utf8JsonWriter> write)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream))
            write(writer);
        return stream.ToArray();
    }

    /// <summary>A file, or standard input for <c>-</c>; null with what is wrong with it. Of a device or pipe no more is read than a record may have.</summary>
    internal static byte[]? ReadFile(string file, out string? fault)
    {
        try
        {
            fault = null;
            using var stream = file == "-" ? Console.OpenStandardInput() : File.OpenRead(file);
            var bytes = new byte[RecordReader.MaxBytes + 1];
            var read = stream.ReadAtLeast(bytes, bytes.Length, throwOnEndOfStream: false);
            if (read < bytes.Length)
                return bytes[..read];
            fault = "is larger than the 5 MB that a file may have";
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            fault = Directory.Exists(file) ? "is a folder, not a file" : exception is FileNotFoundException or DirectoryNotFoundException
                ? "there is no such file" : "cannot be read";
        }
        return null;
    }
}
