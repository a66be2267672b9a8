using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>The JSON Canonicalization Scheme, RFC 8785: equal data gives equal bytes, so that a digest says that nothing changed.</summary>
public static class CanonicalJson
{
    /// <summary>The canonical bytes.</summary>
    public static byte[] Of(JsonNode? node)
    {
        var text = new StringBuilder();
        Append(text, node);
        return Encoding.UTF8.GetBytes(text.ToString());
    }

    /// <summary>SHA-256 of the canonical bytes, 64 digits 0-9 and a-f.</summary>
    public static string Sha256(JsonNode? node) => Convert.ToHexStringLower(SHA256.HashData(Of(node)));

    private static void Append(StringBuilder text, JsonNode? node)
    {
        switch (node)
        {
            case null:
                text.Append("null");
                break;
            case JsonObject fields:
                // By UTF-16 code units, as ordinal comparison goes. RFC 8785, 3.2.3.
                text.Append('{');
                var first = true;
                foreach (var (name, value) in fields.OrderBy(pair => pair.Key, StringComparer.Ordinal))
                {
                    if (!first)
                        text.Append(',');
                    first = false;
                    Append(text, name);
                    text.Append(':');
                    Append(text, value);
                }
                text.Append('}');
                break;
            case JsonArray items:
                text.Append('[');
                for (var i = 0; i < items.Count; i++)
                {
                    if (i > 0)
                        text.Append(',');
                    Append(text, items[i]);
                }
                text.Append(']');
                break;
            default:
                var leaf = node.GetValueKind();
                if (leaf == JsonValueKind.String)
                    Append(text, node.GetValue<string>());
                else if (leaf == JsonValueKind.Number)
                    text.Append(Number(double.Parse(node.ToJsonString(), CultureInfo.InvariantCulture)));
                else
                    text.Append(leaf == JsonValueKind.True ? "true" : "false");
                break;
        }
    }

    private static void Append(StringBuilder text, string value)
    {
        text.Append('"');
        foreach (var c in value)
        {
            text.Append(c switch
            {
                '"' => "\\\"",
                '\\' => "\\\\",
                '\b' => "\\b",
                '\t' => "\\t",
                '\n' => "\\n",
                '\f' => "\\f",
                '\r' => "\\r",
                < ' ' => string.Create(CultureInfo.InvariantCulture, $"\\u{(int)c:x4}"),
                _ => c.ToString(),
            });
        }
        text.Append('"');
    }

    /// <summary>A number as ECMAScript writes it: the fewest digits that read as it, with an exponent outside 1e-7..1e21.</summary>
    public static string Number(double number)
    {
        if (number == 0)
            return "0";
        if (!double.IsFinite(number))
            throw new ArgumentException("JSON has no such number", nameof(number));
        var shortest = Math.Abs(number).ToString("R", CultureInfo.InvariantCulture).Split('E');
        var whole = shortest[0].Split('.')[0];
        var all = shortest[0].Replace(".", "", StringComparison.Ordinal);
        var digits = all.TrimStart('0');
        // The digits stand for 0.d1d2.. times ten to the point.
        var point = whole.Length - (all.Length - digits.Length) + (shortest.Length > 1 ? int.Parse(shortest[1], CultureInfo.InvariantCulture) : 0);
        digits = digits.TrimEnd('0');
        var sign = number < 0 ? "-" : "";
        if (point is > 0 and <= 21)
            return sign + (digits.Length <= point ? digits.PadRight(point, '0') : $"{digits[..point]}.{digits[point..]}");
        if (point is > -6 and <= 0)
            return $"{sign}0.{new string('0', -point)}{digits}";
        var fraction = digits.Length == 1 ? "" : $".{digits[1..]}";
        return string.Create(CultureInfo.InvariantCulture, $"{sign}{digits[0]}{fraction}e{(point - 1 < 0 ? "-" : "+")}{Math.Abs(point - 1)}");
    }
}
