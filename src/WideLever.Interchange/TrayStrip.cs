using System.Globalization;
using System.Net;
using System.Text;
using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>
/// The sorting tray as a drawing: a lane a layer, wells as wide as what they hold, and one line through them in the order of opening. What does not
/// go on one strip goes on below it. As SVG without style of its own: it takes ink and type from where it stands.
/// </summary>
public static class TrayStrip
{
    /// <summary>Width of the drawing; its heights go by it.</summary>
    public const double Width = 720;

    private const double Left = 104, Gap = 16, Pitch = 15, LaneHeight = 120, Edge = 36, Depth = 46;
    private const int MostDrawn = 24;

    private sealed record Cell(TrayWell Well, double X, double Width);

    /// <summary>The wells as an SVG element; empty where there is none.</summary>
    public static string Svg(IReadOnlyList<TrayWell> wells)
    {
        if (wells.Count == 0)
            return "";
        var drawing = new StringBuilder();
        var y = 0d;
        var strips = Strips(wells);
        for (var i = 0; i < strips.Count; i++)
        {
            Draw(drawing, strips[i], y, isLast: i == strips.Count - 1);
            y += Lanes(strips[i]).Count * LaneHeight + Gap;
        }
        return $"<svg class=\"tray-strip\" xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {Of(Width)} {Of(y - Gap)}\" role=\"img\" aria-label=\"Screws in the order of opening\" font-size=\"13\" fill=\"currentColor\">{drawing}</svg>";
    }

    private static List<List<Cell>> Strips(IReadOnlyList<TrayWell> wells)
    {
        var strips = new List<List<Cell>>();
        var x = Width;
        foreach (var well in wells)
        {
            var width = Math.Max(Drawn(well) * Pitch + 16, Math.Max(Name(well).Length, Screws(well).Length) * 7.4 + 6);
            if (x + width > Width - Gap)
            {
                strips.Add([]);
                x = Left;
            }
            strips[^1].Add(new(well, x, width));
            x += width + Gap;
        }
        return strips;
    }

    /// <summary>The layers of a strip, in the order in which it comes to them.</summary>
    private static List<string> Lanes(List<Cell> strip) => [.. strip.Select(cell => cell.Well.Layer).Distinct()];

    private static void Draw(StringBuilder drawing, List<Cell> strip, double top, bool isLast)
    {
        var lanes = Lanes(strip);
        double EdgeOf(Cell cell) => top + lanes.IndexOf(cell.Well.Layer) * LaneHeight + Edge;
        for (var i = 0; i < lanes.Count; i++)
        {
            var name = Lines(lanes[i], 13, 4);
            for (var line = 0; line < name.Count; line++)
                Text(drawing, 0, top + i * LaneHeight + Edge + 5 + line * 16, name[line], "font-weight=\"600\"");
        }

        var way = new StringBuilder($"M{Of(Left - 14)} {Of(EdgeOf(strip[0]))}");
        for (var i = 0; i < strip.Count; i++)
        {
            var (at, edge) = (strip[i], EdgeOf(strip[i]));
            if (i > 0 && EdgeOf(strip[i - 1]) is var before && before != edge)
                way.Append(CultureInfo.InvariantCulture, $"C{Of(at.X - 2)} {Of(before)} {Of(at.X - Gap + 2)} {Of(edge)} {Of(at.X)} {Of(edge)}");
            way.Append(CultureInfo.InvariantCulture, $"H{Of(at.X + at.Width)}");
            Well(drawing, at, edge);
        }
        // The end of the whole way is a bar; a strip that goes on below ends open.
        var end = strip[^1].X + strip[^1].Width;
        way.Append(isLast ? string.Create(CultureInfo.InvariantCulture, $"H{Of(end + 8)}m0 -6v12") : string.Create(CultureInfo.InvariantCulture, $"H{Of(end + 12)}m-5 -4l5 4l-5 4"));
        drawing.Append(CultureInfo.InvariantCulture, $"<path d=\"{way}\" fill=\"none\" stroke=\"currentColor\" stroke-width=\"2\"/>");
    }

    private static void Well(StringBuilder drawing, Cell cell, double edge)
    {
        var (well, x, width) = cell;
        var look = well.StaysInPart ? "stroke-dasharray=\"1 4\" stroke-linecap=\"round\"" : well.Difference != LengthDifference.None ? "stroke-width=\"2\" stroke-dasharray=\"7 5\"" : "stroke-opacity=\"0.55\"";
        drawing.Append(CultureInfo.InvariantCulture, $"<path d=\"M{Of(x)} {Of(edge)}v{Of(Depth - 10)}q0 10 10 10h{Of(width - 20)}q10 0 10 -10v{Of(10 - Depth)}\" fill=\"none\" stroke=\"currentColor\" {look}/>");
        Text(drawing, x, edge - 22, Name(well), "font-weight=\"600\"");
        Text(drawing, x, edge - 7, Screws(well), "");

        var drawn = Drawn(well);
        var start = x + (width - drawn * Pitch) / 2 + Pitch / 2;
        var certain = well.Screws.Count?.Least ?? 0;
        for (var i = 0; i < drawn; i++)
            Screw(drawing, start + i * Pitch, edge + 5, well.Screws, isCertain: i < certain);

        var from = Lines(From(well), (int)(width / 6.4), 2);
        for (var i = 0; i < from.Count; i++)
            Text(drawing, x, edge + Depth + 15 + i * 15, from[i], "font-size=\"12\" fill-opacity=\"0.8\"");
    }

    /// <summary>A screw that stands in its well: a head by its drive, a shank by its length; one that may not be there is an outline.</summary>
    private static void Screw(StringBuilder drawing, double x, double y, Unscrew screws, bool isCertain)
    {
        var shank = screws.Length is { } length ? Math.Min(32, 3 + length * 1.9) : 15;
        var head = screws.Drive switch
        {
            Drive.Hex or Drive.Nut => $"M{Of(x - 5)} {Of(y)}h10v4h-10z",
            Drive.SixLobe or Drive.SixLobePin or Drive.FiveLobe or Drive.TriLobe => $"M{Of(x - 5.5)} {Of(y + 4)}a5.5 4 0 0 1 11 0z",
            _ => $"M{Of(x - 6)} {Of(y)}h12l-3.5 4h-5z",
        };
        drawing.Append(CultureInfo.InvariantCulture, $"<path d=\"{head}M{Of(x - 1.5)} {Of(y + 4)}h3v{Of(shank)}h-3z\" {(isCertain ? "" : "fill=\"none\" stroke=\"currentColor\" stroke-dasharray=\"2 2\"")}/>");
    }

    private static int Drawn(TrayWell well) => Math.Clamp(well.Screws.Count?.Most ?? 1, 1, MostDrawn);

    private static string Name(TrayWell well) => $"{(well.StaysInPart ? "" : $"{well.Number.ToString(CultureInfo.InvariantCulture)}: ")}{well.Screws.Count?.ToString() ?? "?"} × {well.Screws.Size ?? (well.Screws.Drive is { } drive ? drive.Name() : "drive ?")}";

    private static string Screws(TrayWell well) =>
        $"{Size(well.Screws)}{(well.Difference == LengthDifference.None ? "" : $", {well.Difference.Word()}")}{(well.StaysInPart ? ", captive" : "")}";

    /// <summary>The thread and length of screws, as far as they are noted.</summary>
    internal static string Size(Unscrew screws) => (screws.Thread, screws.Length is { } length ? length.ToString("0.##", CultureInfo.InvariantCulture) : null) switch
    {
        (null, null) => "size not noted",
        (null, { } said) => $"{said} mm long",
        ({ } thread, null) => $"{thread}, length not noted",
        ({ } thread, { } said) => $"{thread} × {said}",
    };

    private static string From(TrayWell well) =>
        $"{well.StepTitle}{well.Screws.Cover switch { null => ", hidden?", Cover.None => "", var cover => $", under {WordList.Apart(cover.Value.Word())}" }}";

    private static void Text(StringBuilder drawing, double x, double y, string text, string look) =>
        drawing.Append(CultureInfo.InvariantCulture, $"<text x=\"{Of(x)}\" y=\"{Of(y)}\" {look}>{WebUtility.HtmlEncode(text)}</text>");

    /// <summary>Words in at most so many lines of at most so many letters; what does not fit ends in an ellipsis.</summary>
    private static List<string> Lines(string text, int letters, int most)
    {
        var lines = new List<string>();
        foreach (var word in text.Split(' '))
        {
            if (lines.Count > 0 && lines[^1].Length + 1 + word.Length <= letters)
                lines[^1] += $" {word}";
            else
                lines.Add(word);
        }
        var isCut = lines.Count > most;
        return [.. lines.Take(most).Select((line, i) => line.Length > letters || (isCut && i == most - 1) ? $"{line[..Math.Min(line.Length, letters - 1)].TrimEnd()}…" : line)];
    }

    private static string Of(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}
