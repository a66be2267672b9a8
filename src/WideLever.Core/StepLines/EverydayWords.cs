using System.Collections.Frozen;
using System.Globalization;

namespace WideLever.Core.StepLines;

/// <summary>What an everyday word of a bench says. <c>docs/step-line.md</c>, <em>Everyday words</em>.</summary>
[Flags]
internal enum Everyday
{
    None = 0,

    /// <summary>Says where or what like, and no fact of the record.</summary>
    Aside = 1,

    /// <summary>Takes something out.</summary>
    Takes = 1 << 1,

    /// <summary>Follows such a verb, or stands for it behind a part.</summary>
    Out = 1 << 2,

    /// <summary>Parts a connection.</summary>
    Unplugs = 1 << 3,

    /// <summary>Opens clips.</summary>
    Pries = 1 << 4,

    /// <summary>Some verb that goes with many nouns.</summary>
    Undoes = 1 << 5,

    Clip = 1 << 6,
    Latch = 1 << 7,
    Screw = 1 << 8,
    Standoff = 1 << 9,
    Ribbon = 1 << 10,
    Flap = 1 << 11,
    Antenna = 1 << 12,
    Plug = 1 << 13,
    Cable = 1 << 14,
    Label = 1 << 15,
    Tape = 1 << 16,
    Film = 1 << 17,
    Shield = 1 << 18,
    Foot = 1 << 19,
    Seal = 1 << 20,
    Glue = 1 << 21,
    Strip = 1 << 22,
    Paste = 1 << 23,
    Pad = 1 << 24,

    /// <summary>Names more than one, or a mass: without a number nobody counted.</summary>
    Many = 1 << 25,

    /// <summary>A cover of the machine or inside it.</summary>
    Cover = 1 << 26,

    /// <summary>Tells a bond that is pulled out of one that holds a cover.</summary>
    Pulls = 1 << 27,

    Swings = 1 << 28,
    Reroutes = 1 << 29,
    Moves = 1 << 30,
}

/// <summary>Everyday words and what they say.</summary>
internal static class EverydayWords
{
    private static readonly FrozenDictionary<string, Everyday> ByWord = Build();

    /// <summary>What a word says; nothing where it is none of them.</summary>
    public static Everyday Of(string word) => ByWord.GetValueOrDefault(word);

    /// <summary>The word that a line can read, of which this one is a slip; null: it is none.</summary>
    public static string? SlipOf(string word) => Known.Of(word);

    /// <summary>Counts in words; null: somebody counted nothing.</summary>
    public static readonly FrozenDictionary<string, string?> Counts =
        "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty".Split(' ')
            .Select((word, i) => KeyValuePair.Create(word, (string?)(i + 1).ToString(CultureInfo.InvariantCulture)))
            .Concat(new (string Word, string? Count)[] { ("dozen", "12"), ("both", "2"), ("couple", "2"), ("pair", "2"), ("few", "2-5"), ("some", null), ("many", null), ("several", null), ("various", null), ("lots", null) }
                .Select(said => KeyValuePair.Create(said.Word, said.Count)))
            .ToFrozenDictionary();

    /// <summary>Words before a number that is not certain.</summary>
    public static readonly FrozenSet<string> About = new[] { "about", "around", "roughly", "approximately", "approx", "circa", "ca" }.ToFrozenSet();

    /// <summary>What tells leads of a pair apart.</summary>
    public static readonly FrozenSet<string> Colours = new[] { "black", "white", "grey", "gray", "red", "blue", "yellow", "green" }.ToFrozenSet();

    /// <summary>Kinds by names that are no word of the line itself: the name that the line has for each.</summary>
    public static readonly FrozenDictionary<string, string> Parts = new[]
    {
        ("mainboard", "motherboard, logic board"), ("ssd", "nvme, m.2, m.2 ssd, nvme ssd, ssd card"), ("drive", "hdd, hard drive, hard disk"), ("heatsink", "heat sink"),
        ("wifi", "wifi card, wlan card, wlan, wireless"), ("memory", "dimm, memory module"), ("ram", "ram stick"), ("lid", "screen, display"), ("touchpad", "trackpad"),
        ("camera", "webcam"), ("palm rest", "palmrest"), ("battery", "battery pack"), ("pack", "cell"),
    }.SelectMany(named => named.Item2.Split(", ").Select(word => KeyValuePair.Create(word, named.Item1))).ToFrozenDictionary();

    private static readonly Slips Known = new(
        [.. ByWord.Keys, .. Vocabulary.All, .. Vocabulary.Kinds.Keys, .. Counts.Keys, .. About, .. Parts.Keys, "least", "soft", "hard", "rigid", "lock", "board", "power", "under"]);

    private static FrozenDictionary<string, Everyday> Build()
    {
        var words = new Dictionary<string, Everyday>();
        void Add(Everyday says, string list)
        {
            foreach (var word in list.Split(' '))
                words[word] = words.GetValueOrDefault(word) | says;
        }
        Add(Everyday.Aside, "the a an of at in on to from and its it this that these those all every each then here round around along edge edges side sides corner corners rear front left right top bottom "
            + "upper lower middle centre center back inner outer first second other same small little big large long short thin thick black white grey gray red blue yellow green silver brass "
            + "plastic metal rubber steel copper clear hidden visible near next by behind beside between above below over for is are was with carefully gently slowly just only still again please main tiny old new case shell piece pieces spudger spatula");
        Add(Everyday.Takes, "remove removed take pull pulled lift lifted extract slide ease bring");
        Add(Everyday.Out, "out off up away free apart");
        Add(Everyday.Unplugs, "disconnect disconnected unplug unplugged detach detached unhook");
        Add(Everyday.Pries, "pop pry prise prize unsnap unclip snap crack");
        Add(Everyday.Undoes, "undo unscrew loosen release open unlatch unfasten peel unglue unstick separate part flip cut slice clean wipe scrape warm");
        Add(Everyday.Clip, "clip clips snap snaps tab tabs catch catches hook hooks clasp clasps");
        Add(Everyday.Latch, "latch latches");
        Add(Everyday.Screw, "screw screws bolt bolts");
        Add(Everyday.Standoff, "standoff standoffs stand-off stand-offs");
        Add(Everyday.Ribbon, "ribbon ribbons flex flexes ffc fpc");
        Add(Everyday.Flap, "zif flap flaps");
        Add(Everyday.Antenna, "antenna antennas aerial aerials lead leads coax");
        Add(Everyday.Plug, "connector connectors plug plugs header headers");
        Add(Everyday.Cable, "cable cables wire wires");
        Add(Everyday.Label, "sticker stickers label labels");
        Add(Everyday.Tape, "tape tapes");
        Add(Everyday.Film, "film films foil foils");
        Add(Everyday.Shield, "shield shields");
        Add(Everyday.Foot, "foot feet");
        Add(Everyday.Seal, "seal seals");
        Add(Everyday.Glue, "glue adhesive unglue unstick");
        Add(Everyday.Strip, "strip strips");
        Add(Everyday.Paste, "paste");
        Add(Everyday.Pad, "pad pads");
        Add(Everyday.Cover, "cover covers plate plates");
        Add(Everyday.Pulls, "pull stretch release adhesive");
        Add(Everyday.Swings, "open fold swing hinge hinges");
        Add(Everyday.Reroutes, "reroute route unroute");
        Add(Everyday.Moves, "move aside");
        Add(Everyday.Many, "clips snaps tabs catches hooks clasps latches screws bolts standoffs stand-offs ribbons flexes flaps antennas aerials leads connectors plugs headers cables wires "
            + "stickers labels tapes films foils shields feet seals strips pads glue adhesive");
        return words.ToFrozenDictionary();
    }
}
