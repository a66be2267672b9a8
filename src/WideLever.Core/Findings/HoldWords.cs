using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.Findings;

/// <summary>What holds a part, in words: the screws by drive and what hides them, clips, glue by length, heat.</summary>
public static class HoldWords
{
    /// <summary>What has to be undone, the gravest first: glue and heat before screws and clips. Empty: nothing.</summary>
    public static IReadOnlyList<string> Of(IReadOnlyList<TeardownAction> actions)
    {
        var said = new List<string>();
        foreach (var group in actions.OfType<Unbond>().GroupBy(bond => bond.Bond))
        {
            var bonds = group.ToList();
            var heat = bonds.Exists(bond => bond.Tool == Tool.Heat) ? ", with heat" : bonds.Exists(bond => bond.Tool == Tool.Solvent) ? ", with solvent" : "";
            var length = bonds.TrueForAll(bond => bond is { LengthMm: not null, Count.Exact: not null }) ? bonds.Sum(bond => bond.LengthMm!.Value * bond.Count!.Value.Exact!.Value) : default(double?);
            said.Add(group.Key switch
            {
                Bond.ReleaseTab => $"{Many(Sum(bonds), "release tab")}",
                null => $"{(length is { } mm ? $"{Number(mm)} mm of " : "")}an unnamed bond{heat}",
                { } kind => $"{(length is { } mm ? $"{Number(mm)} mm of " : "")}{Name(kind)}{heat}",
            });
        }
        var screws = actions.OfType<Unscrew>().ToList();
        foreach (var group in screws.GroupBy(one => one.Drive).OrderByDescending(group => group.Key is not (Drive.Cross or null)))
        {
            var groups = group.ToList();
            said.Add(Many(Sum(groups), group.Key switch { null => "screw of unknown drive", Drive.Nut => "nut", Drive.CrossJis => "JIS cross screw", { } drive => $"{drive.Name()} screw" }, group.Key is null ? "screws of unknown drive" : null));
        }
        var hidden = screws.Where(one => one.Cover is not null and not Cover.None).GroupBy(one => one.Cover!.Value)
            .Select(under => $"{(Sum([.. under]) is { } count ? count.Exact == 1 ? "one" : count.ToString() : "some")} of {(screws.Select(one => one.Drive).Distinct().Count() == 1 ? "them" : "the screws")} under {(under.Sum(one => one.Covers ?? one.Count?.Exact ?? 2) == 1 ? $"one {WordList.Apart(under.Key.Word())}" : under.Key == Cover.Foot ? "feet" : Plural(WordList.Apart(under.Key.Word())))}").ToList();
        if (hidden.Count > 0)
            said[^1] += $" ({string.Join(", ", hidden)})";
        if (actions.OfType<Peel>().Any(peel => peel.What == PeelWhat.Seal))
            said.Add("a seal to break");
        if (actions.OfType<Unclip>().ToList() is { Count: > 0 } clips)
            said.Add(Many(Sum(clips), "clip"));
        return said;
    }

    private static string Name(Bond bond) => bond switch { Bond.SoftGlue => "soft glue", Bond.RigidGlue => "rigid glue", Bond.Tape => "bonding tape", _ => WordList.Apart(bond.Word()) };

    private static Count? Sum<T>(IReadOnlyList<T> actions) where T : TeardownAction => actions.Aggregate((Count?)new Count(0, 0), (sum, action) => sum is { } known && action.Count is { } more ? known + more : null);

    private static string Many(Count? count, string one, string? many = null) => count is not { } known ? $"uncounted {many ?? Plural(one)}" : known.Exact == 1 ? $"one {one}" : $"{known} {many ?? Plural(one)}";

    private static string Plural(string word) => word.EndsWith('s') ? word : word + "s";

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);
}
