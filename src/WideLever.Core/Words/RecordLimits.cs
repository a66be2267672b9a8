namespace WideLever.Core.Words;

/// <summary>What a record may hold at most. <c>docs/record.md</c>, <em>Faults</em>.</summary>
public static class RecordLimits
{
    /// <summary>Steps of a record.</summary>
    public const int Steps = 400;

    /// <summary>Parts of a record.</summary>
    public const int Parts = 300;

    /// <summary>Layers of a record.</summary>
    public const int Layers = 40;

    /// <summary>Actions of a step.</summary>
    public const int Actions = 60;

    /// <summary>Entries of a unit's list of ports, and how many ports one stands for.</summary>
    public const int Ports = 60, PortCount = 99;

    /// <summary>Claims of a unit.</summary>
    public const int Claims = 200;

    /// <summary>Sentences of a verdict.</summary>
    public const int Reasons = 60;

    /// <summary>Photos of a record, and marks on one of them.</summary>
    public const int Photos = 500, Marks = 200;

    /// <summary>Product over layers of the steps that open it, times the disconnecting steps: what the exact search may have to go through.</summary>
    public const int Ways = 65_536;

    /// <summary>Parts on either side of an exclusion.</summary>
    public const int ExcludingParts = 10;

    /// <summary>Places of memory, of storage and of battery, each.</summary>
    public const int PlacesOfKind = 8;

    /// <summary>Pieces of advice of a unit, a step or a part.</summary>
    public const int Advice = 60;

    /// <summary>Pieces of damage as found.</summary>
    public const int Damage = 60;

    /// <summary>Items of a list that has no limit of its own: names, words, texts, surprises.</summary>
    public const int List = 400;

    private static readonly Dictionary<string, int> Lists = new(StringComparer.Ordinal)
    {
        ["layers"] = Layers,
        ["steps"] = Steps,
        ["parts"] = Parts,
        ["photos"] = Photos,
        ["marks"] = Marks,
        ["actions"] = Actions,
        ["ports"] = Ports,
        ["claims"] = Claims,
        ["reasons"] = Reasons,
        ["advice"] = Advice,
        ["damage"] = Damage,
        // Of a catalogue.
        ["modules"] = 5_000,
    };

    /// <summary>Items that the list in a field may have.</summary>
    public static int Items(string field) => Lists.GetValueOrDefault(field, List);

    /// <summary>What such items are called.</summary>
    public static string ItemsOf(string field) => field switch
    {
        "advice" => "pieces of advice",
        "damage" => "pieces of damage",
        _ => Lists.ContainsKey(field) ? field : "items",
    };

    /// <summary>Characters of a text.</summary>
    public const int Text = 500;

    /// <summary>Characters of notes.</summary>
    public const int Notes = 5_000;

    /// <summary>Count of an action.</summary>
    public const int Count = 999;

    /// <summary>Amount of money.</summary>
    public const double Money = 1e7;

    /// <summary>Capacity, GB or Wh.</summary>
    public const double Capacity = 1e7;

    /// <summary>Seconds: a day.</summary>
    public const double Seconds = 86_400;

    /// <summary>Length of a screw, mm.</summary>
    public const double ShortestScrew = 0.5, LongestScrew = 100;

    /// <summary>Length of a bond, mm.</summary>
    public const double ShortestBond = 1, LongestBond = 5_000;
}
