namespace WideLever.Core.Records;

/// <summary>Parts as a person would name them: by kind, and where there are several by what tells them apart, never by id.</summary>
public static class PartNames
{
    /// <summary>The name of a part among those of its machine, in lower case and without an article: <c>drive (M.2 2280)</c>, <c>second memory</c>.</summary>
    /// <param name="part">The part.</param>
    /// <param name="all">Every part of the machine.</param>
    public static string Of(Part part, IReadOnlyList<Part> all)
    {
        if (part.Kind == PartKind.Other)
            return part.Id.Replace('-', ' ');
        var kind = part.Kind.Name();
        var alike = all.Where(other => other.Kind == part.Kind).ToList();
        var plain = part.Fitted ? kind : $"empty {kind} place";
        // Beside a place in a socket the soldered one is told as such.
        if (alike.Count(other => other.Fitted == part.Fitted) == 1)
            return part.Mounting == Mounting.Soldered && alike.Count > 1 ? $"soldered {plain}" : plain;
        var same = alike.Where(other => other.Fitted == part.Fitted).ToList();
        if (part.Interface.Form is { } form && same.TrueForAll(other => other.Interface.Form is not null) && same.Select(other => other.Interface.Form).Distinct().Count() == same.Count)
            return $"{plain} ({form})";
        if (part.Interface.Name is { } name && same.TrueForAll(other => other.Interface.Name is not null) && same.Select(other => other.Interface.Name).Distinct().Count() == same.Count)
            return $"{plain} ({name})";
        // Left and right, as people name them.
        if (Side(part) is { } side && same.TrueForAll(other => Side(other) is not null) && same.Select(Side).Distinct().Count() == same.Count)
            return $"{side} {plain}";
        return $"{Ordinal(same.IndexOf(part))} {plain}";
    }

    /// <summary>A part by its side and kind, <c>left fan</c>, though no other is known yet; null: nobody named a side.</summary>
    public static string? Sided(Part part) => Side(part) is { } side ? $"{side} {part.Kind.Name()}" : null;

    /// <summary>The names of all parts of a machine, by id.</summary>
    public static IReadOnlyDictionary<string, string> Of(IReadOnlyList<Part> all) => all.ToDictionary(part => part.Id, part => Of(part, all));

    private static string? Side(Part part) => part.Id.Split('-').Select(word => word switch { "l" => "left", "r" => "right", _ => word }).FirstOrDefault(word => word is "left" or "right" or "upper" or "lower" or "front" or "rear");

    private static string Ordinal(int index) => index switch { 0 => "first", 1 => "second", 2 => "third", 3 => "fourth", _ => $"{index + 1}th" };
}
