using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.Findings;

/// <summary>What goes into a place, in words: its form, what limits it, and how much it takes on whose word.</summary>
public static class PlaceWords
{
    /// <summary>Form, generation, length, height and faces, as far as they are known; empty: nothing is.</summary>
    public static string Form(Part part)
    {
        var of = part.Interface;
        var name = of.Name ?? string.Join(' ', new[] { of.Form, of.Bus, of.Generation }.OfType<string>());
        var said = new List<string>();
        if (name.Length > 0)
            said.Add(name);
        foreach (var word in new[] { of.Form, of.Generation }.OfType<string>().Where(word => !name.Contains(word, StringComparison.OrdinalIgnoreCase)))
            said.Add(word);
        if (of.MaxLengthMm is { } length)
            said.Add($"at most {Number(length)} mm long");
        if (of.MaxThicknessMm is { } height)
            said.Add($"at most {Number(height)} mm high");
        if (of.Sides is { } sides)
            said.Add(sides == 1 ? "single-sided" : "one or two sides");
        said.AddRange(of.Limits);
        return string.Join(", ", said);
    }

    /// <summary>How much it takes, each with whose word that is; empty: nobody has said.</summary>
    public static string Takes(Ceilings max, string unit)
    {
        var said = new List<string>();
        if (max.Bench is { } bench)
            said.Add($"{Number(bench)} {unit} ran on the bench");
        if (max.Maker is { } maker)
            said.Add($"its maker states {Number(maker)} {unit}");
        if (max.Platform is { } platform)
            said.Add($"the platform allows {Number(platform)} {unit}");
        return string.Join(", ", said);
    }

    /// <summary>The unit in which a kind holds something; null: it holds nothing that is counted.</summary>
    public static string? UnitOf(PartKind kind) => kind switch { PartKind.Battery => "Wh", PartKind.Memory or PartKind.Storage => "GB", _ => null };

    /// <summary>A place as a sentence: what is in it or that it is empty, what fits, how much it takes.</summary>
    /// <param name="part">The place.</param>
    /// <param name="all">Every part of the machine.</param>
    /// <param name="inseparable">Whether what is in it cannot be taken out; null: not known.</param>
    public static string Sentence(Part part, IReadOnlyList<Part> all, bool? inseparable)
    {
        var name = PartNames.Of(part, all);
        var said = new List<string>();
        if (part.Fitted && UnitOf(part.Kind) is { } held)
            said.Add(part.Capacity.Fitted is { } fitted ? $"{Number(fitted)} {held} fitted" : "nobody has said how much is fitted");
        if (part.Mounting is { } mounting && (inseparable == true || part.Mounting == Mounting.Socketed))
            said.Add(inseparable == true ? $"{WordList.Apart(mounting.Word())}, so it stays as it is" : "in a socket");
        if (Form(part) is { Length: > 0 } form && inseparable != true)
            said.Add(form);
        if (Fits(part.Interface.Standard) is { Length: > 0 } fits && inseparable != true)
            said.Add(fits);
        if (UnitOf(part.Kind) is { } unit && inseparable != true)
            said.Add(Takes(part.Capacity.Max, unit) is { Length: > 0 } takes ? takes : part.Kind == PartKind.Battery ? "" : "nobody has said how much it takes");
        return $"{char.ToUpperInvariant(name[0])}{name[1..]}: {(said.Exists(one => one.Length > 0) ? string.Join("; ", said.Where(one => one.Length > 0)) : "nobody has said what fits")}.";
    }

    private static string Fits(Standard? standard) => standard switch
    {
        Standard.Open => "takes parts of anyone",
        Standard.Restricted => "takes some parts of others",
        Standard.Maker => "takes the maker's own parts alone",
        Standard.None => "nothing else fits",
        _ => "",
    };

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);
}
