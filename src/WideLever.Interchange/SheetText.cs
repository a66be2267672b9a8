using System.Net;
using System.Text;

namespace WideLever.Interchange;

/// <summary>Texts of people on sheets.</summary>
internal static class SheetText
{
    /// <summary>What text on a sheet is set in: the face that the sheet brings along, for letters that it has.</summary>
    public const string Family = "Atkinson Hyperlegible Next, system-ui, sans-serif";

    private static readonly Lazy<string> face = new(() =>
    {
        using var stream = typeof(SheetText).Assembly.GetManifestResourceStream("sheet-font.woff2") ?? throw new InvalidOperationException("the font of sheets is missing from the program");
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return Convert.ToBase64String(bytes.GetBuffer(), 0, (int)bytes.Length);
    });

    /// <summary>A text in Markdown: its signs stand for themselves, and no element begins in it.</summary>
    public static string Markdown(string text)
    {
        var plain = new StringBuilder();
        foreach (var letter in text)
        {
            plain.Append(letter switch
            {
                '<' => "&lt;",
                '&' => "&amp;",
                '\\' or '`' or '*' or '_' or '[' or ']' or '#' or '|' => $"\\{letter}",
                _ => letter.ToString(),
            });
        }
        return plain.ToString();
    }

    /// <summary>A sheet as one self-contained HTML page without a script: light and dark on a screen, for A4 and Letter on paper.</summary>
    /// <param name="title">Its title, as text.</param>
    /// <param name="style">Rules of its own.</param>
    /// <param name="body">Its body, encoded.</param>
    public static string Page(string title, string style, string body) => $$"""
        <!doctype html>
        <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
        <meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:">
        <title>{{WebUtility.HtmlEncode(title)}}</title>
        <style>
        @font-face { font-family: "Atkinson Hyperlegible Next"; font-weight: 200 800; src: url(data:font/woff2;base64,{{face.Value}}) format("woff2"); }
        :root { color-scheme: light dark; --ink: #1d2a2e; --ground: #fff; --second: #56636a; --line: #8a948f; --caution: #8f3712; }
        @media screen and (prefers-color-scheme: dark) { :root { --ink: #ece8de; --ground: #171c1d; --second: #a9b3b1; --line: #7d8887; --caution: #f3b08d; } }
        body { font: 10.5pt/1.4 {{Family}}; color: var(--ink); background: var(--ground); max-width: 46rem; margin: 1rem auto; padding: 0 1rem; }
        h1 { font-size: 18pt; margin: 0 0 .3rem; } h2 { font-size: 12pt; margin: .9rem 0 .25rem; border-bottom: 1px solid var(--line); break-after: avoid; }
        p { margin: .3rem 0; } ol, ul { margin: .2rem 0; padding-left: 1.5rem; } li { margin: .1rem 0; } li, tr { break-inside: avoid; } li ul { margin: 0; }
        .caution { border-left: 4px solid var(--caution); padding-left: .6rem; color: var(--caution); }
        {{style}}
        @page { margin: 15mm; } @media print { body { margin: 0; padding: 0; max-width: none; } }
        </style></head><body><main>{{body}}</main></body></html>

        """;
}
