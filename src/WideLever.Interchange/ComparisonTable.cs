using System.Globalization;
using CsvHelper;
using MiniExcelLibs;

namespace WideLever.Interchange;

/// <summary>A comparison as a table: a row a unit, numbers as numbers, unknowns empty.</summary>
/// <param name="Columns">Names of the columns.</param>
/// <param name="Rows">Text, number or null, as many as there are columns.</param>
public sealed record ComparisonTable(IReadOnlyList<string> Columns, IReadOnlyList<IReadOnlyList<object?>> Rows)
{
    /// <summary>As CSV (RFC 4180, UTF-8): a text that a spreadsheet would take for a formula is led by an apostrophe.</summary>
    public byte[] Csv()
    {
        using var memory = new MemoryStream();
        using (var writer = new StreamWriter(memory))
        using (var csv = new CsvWriter(writer, CultureInfo.InvariantCulture))
        {
            foreach (var column in Columns)
                csv.WriteField(column);
            csv.NextRecord();
            foreach (var cell in Rows.SelectMany(row => row.Select((value, i) => (value, Ends: i == row.Count - 1))))
            {
                csv.WriteField(cell.value is string text ? Plain(text) : Convert.ToString(cell.value, CultureInfo.InvariantCulture));
                if (cell.Ends)
                    csv.NextRecord();
            }
        }
        return memory.ToArray();
    }

    /// <summary>As a workbook of one sheet.</summary>
    public byte[] Xlsx()
    {
        using var memory = new MemoryStream();
        memory.SaveAs(Rows.Select(row => Columns.Zip(row).ToDictionary(pair => pair.First, pair => pair.Second is string text ? Plain(text) : pair.Second!)), sheetName: "Comparison");
        return memory.ToArray();
    }

    private static string Plain(string text) => text.Length > 0 && text[0] is '=' or '+' or '-' or '@' or '\t' or '\r' ? $"'{text}" : text;
}
