using System.Collections.Frozen;
using System.Globalization;

namespace WideLever.Core.StepLines;

/// <summary>What an everyday word of a bench says. <c>docs/step-line.md</c>, <em>Everyday words</em>.</summary>
[Flags]
internal enum Everyday : long
{
    None = 0,

    /// <summary>Says where or what like, and no fact of the record.</summary>
    Aside = 1,

    /// <summary>Takes something out.</summary>
    Takes = 1L << 1,

    /// <summary>Follows such a verb, or stands for it behind a part.</summary>
    Out = 1L << 2,

    /// <summary>Parts a connection.</summary>
    Unplugs = 1L << 3,

    /// <summary>Opens clips.</summary>
    Pries = 1L << 4,

    /// <summary>Some verb that goes with many nouns.</summary>
    Undoes = 1L << 5,

    Clip = 1L << 6,
    Latch = 1L << 7,
    Screw = 1L << 8,
    Standoff = 1L << 9,
    Ribbon = 1L << 10,
    Flap = 1L << 11,
    Antenna = 1L << 12,
    Plug = 1L << 13,
    Cable = 1L << 14,
    Label = 1L << 15,
    Tape = 1L << 16,
    Film = 1L << 17,
    Shield = 1L << 18,
    Foot = 1L << 19,
    Seal = 1L << 20,
    Glue = 1L << 21,
    Strip = 1L << 22,
    Paste = 1L << 23,
    Pad = 1L << 24,

    /// <summary>Names more than one, or a mass: without a number nobody counted.</summary>
    Many = 1L << 25,

    /// <summary>A cover of the machine or inside it.</summary>
    Cover = 1L << 26,

    /// <summary>Tells a bond that is pulled out of one that holds a cover.</summary>
    Pulls = 1L << 27,

    /// <summary>Turns something on its hinge.</summary>
    Swings = 1L << 28,
    Reroutes = 1L << 29,
    Moves = 1L << 30,

    /// <summary>Begins to say where: what is named behind it is a place.</summary>
    Where = 1L << 31,

    /// <summary>What holds or leads something and is neither a part nor a cover.</summary>
    Holder = 1L << 32,

    Foam = 1L << 33,
    Gasket = 1L << 34,
    Spring = 1L << 35,
    Hinge = 1L << 36,

    /// <summary>The lower side of the machine.</summary>
    Base = 1L << 37,

    /// <summary>A tool that opens seams.</summary>
    SeamTool = 1L << 38,

    /// <summary>What such a tool is run along.</summary>
    Seam = 1L << 39,

    /// <summary>Leads cables.</summary>
    Guide = 1L << 40,

    /// <summary>Ends the power.</summary>
    Ends = 1L << 41,
}

/// <summary>Everyday words and what they say.</summary>
internal static class EverydayWords
{
    private static readonly FrozenDictionary<string, Everyday> ByWord = Build();

    /// <summary>What a word says; nothing where it is none of them.</summary>
    public static Everyday Of(string word) => ByWord.GetValueOrDefault(word);

    /// <summary>Every everyday word that says more than where, to find the nearest one.</summary>
    public static IEnumerable<string> All => ByWord.Where(word => (word.Value & ~(Everyday.Aside | Everyday.Where)) != 0).Select(word => word.Key).Concat(Parts.Keys);

    /// <summary>The word that a line can read, of which this one is a slip; null: it is none.</summary>
    public static string? SlipOf(string word) => Known.Of(word);

    /// <summary>Counts in words; null: somebody counted nothing.</summary>
    public static readonly FrozenDictionary<string, string?> Counts =
        "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty".Split(' ')
            .Select((word, i) => KeyValuePair.Create(word, (string?)(i + 1).ToString(CultureInfo.InvariantCulture)))
            .Concat(new (string Word, string? Count)[] { ("dozen", "12"), ("both", "2"), ("couple", "2"), ("pair", "2"), ("few", "2-5"), ("some", null), ("many", null), ("several", null), ("various", null), ("lots", null), ("loads", null), ("plenty", null), ("bunch", null), ("row", null), ("handful", null), ("single", "1"), ("another", "1") }
                .Select(said => KeyValuePair.Create(said.Word, said.Count)))
            .ToFrozenDictionary();

    /// <summary>Words before a number that is not certain.</summary>
    public static readonly FrozenSet<string> About = new[] { "about", "around", "roughly", "approximately", "approx", "circa", "ca", "maybe", "perhaps", "nearly", "almost", "some", "probably" }.ToFrozenSet();

    /// <summary>What tells leads of a pair apart.</summary>
    public static readonly FrozenSet<string> Colours = new[] { "black", "white", "grey", "gray", "red", "blue", "yellow", "green" }.ToFrozenSet();

    /// <summary>Kinds by names that are no word of the line itself: the name that the line has for each.</summary>
    public static readonly FrozenDictionary<string, string> Parts = new[]
    {
        ("mainboard", "motherboard, logic board, system board"), ("ssd", "nvme, m.2, m.2 ssd, nvme ssd, ssd card, nvme card, m.2 card, m.2 drive, nvme drive"), ("drive", "hdd, hard drive, hard disk, disk"),
        ("heatsink", "heat sink, heat pipe, heat pipes, heatpipe, heatpipes, cpu cooler, cooling"), ("wifi", "wifi card, wlan card, wlan, wireless, wireless module, wi-fi, wi-fi card"), ("memory", "dimm, dimms, memory module, memory modules, memory stick"),
        ("ram", "ram stick, ram module, ram modules"), ("lid", "screen, display, screen assembly, display half"), ("touchpad", "trackpad, touch pad"), ("panel", "lcd, lcd panel, screen panel"), ("camera", "webcam, camera module"),
        ("palm rest", "palmrest, upper case, top shell"), ("battery", "battery pack"), ("pack", "cell"), ("clock cell", "coin cell, cmos battery, button cell, clock battery, rtc battery, cmos cell, backup battery"),
        ("jack", "power jack, charging port, dc jack, dc-in jack, power socket, charge socket, dc-in, charging socket"), ("power button", "power button board"), ("optical drive", "disc drive, dvd drive"), ("speakers", "loudspeaker, loudspeakers"),
        ("ports board", "io board, i/o board, usb board, daughterboard, daughter board, sub board, sub-board, audio board, card reader board, side board, port board, small board"),
    }.SelectMany(named => named.Item2.Split(", ").Select(word => KeyValuePair.Create(word, named.Item1))).ToFrozenDictionary();

    private static readonly Slips Known = new(
        [.. ByWord.Keys, .. Vocabulary.All, .. Vocabulary.Kinds.Keys.SelectMany(name => name.Split(' ').Append(name)), .. Counts.Keys, .. About, .. Parts.Keys.SelectMany(name => name.Split(' ').Append(name)), .. "least most more than plus thereabouts soft hard rigid lock board power under liquid metal thermal covered bung bungs caps".Split(' ')]);

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
            + "plastic metal rubber steel copper clear hidden visible near next by for is are was with carefully gently slowly just only still again please main tiny old new case shell piece pieces spatula "
            + "last final remaining way head heads longer shorter longest shortest bigger smaller deeper flat per type kind style sort start starting end ends one ones them their they there stubborn stiff firmly straight "
            + "upwards down downwards forward forwards backward backwards inwards outwards towards vertical sideways diagonally slightly fully warranty void sided double single-sided double-sided inch inches "
            + "slot slots socket sockets bay bays well wells place machine laptop notebook computer unit body chassis which held holding holds goes stay stays i we my you your also too now finally using use used half total");
        Add(Everyday.Where, "on onto over above beneath underneath below behind beside between near inside within across past through next from under at in into against");
        Add(Everyday.Holder, "bracket brackets cage cages holder holders retainer retainers clamp clamps duct ducts shroud shrouds guard guards spacer spacers mount mounts bridge");
        Add(Everyday.Foam, "foam");
        Add(Everyday.Gasket, "gasket gaskets");
        Add(Everyday.Spring, "pogo spring springs contact contacts pin pins");
        Add(Everyday.Hinge, "hinge hinges");
        Add(Everyday.Base, "bottom base underside back belly lower rear");
        Add(Everyday.SeamTool, "spudger card pick picks blade tool opener");
        Add(Everyday.Seam, "seam edge edges gap rim lip perimeter circumference side sides");
        Add(Everyday.Aside, "seam gap rim lip perimeter circumference spudger pick picks tool opener run work going guitar opening warm heat wipe clean cleaned insert hold turn over see look note chip chips degrees degree number sure counted idea how unknown uncounted unsure total pops more than most least less fewer plus thereabouts");
        Add(Everyday.Guide, "guide guides channel channels loom routing");
        Add(Everyday.Ends, "kill cut down off shut turn switch");
        Add(Everyday.Takes, "remove removed removing take taken taking pull pulled pulling lift lifted lifting extract slide slid ease bring grab withdraw draw tilt eject get comes come came drop swap wiggle rock push");
        Add(Everyday.Out, "out off up away free apart");
        Add(Everyday.Unplugs, "disconnect disconnected disconnecting unplug unplugged unplugging detach detached unhook unhooked");
        Add(Everyday.Pries, "pop pry prying prise prize unsnap unclip unclipped snap crack lever popped pried prised");
        Add(Everyday.Undoes, "undo undone unscrew unscrewed loosen release released open opened unlatch unfasten peel peeled unglue unstick separate part flip cut slice clean cleaned wipe scrape warm heat renew press flick spread fold folded swing pivot unfold drive spin break tear");
        Add(Everyday.Clip, "clip clips snap snaps tab tabs catch catches hook hooks clasp clasps");
        Add(Everyday.Latch, "latch latches");
        Add(Everyday.Screw, "screw screws bolt bolts");
        Add(Everyday.Standoff, "standoff standoffs stand-off stand-offs post posts pillar pillars nut nuts");
        Add(Everyday.Ribbon, "ribbon ribbons flex flexes ffc fpc ffcs");
        Add(Everyday.Flap, "zif flap flaps");
        Add(Everyday.Antenna, "antenna antennas aerial aerials lead leads coax coaxial");
        Add(Everyday.Plug, "connector connectors plug plugs header headers everything");
        Add(Everyday.Cable, "cable cables wire wires");
        Add(Everyday.Label, "sticker stickers label labels");
        Add(Everyday.Tape, "tape tapes");
        Add(Everyday.Film, "film films foil foils sheet sheets graphite");
        Add(Everyday.Shield, "shield shields shielding can cans");
        Add(Everyday.Foot, "foot feet");
        Add(Everyday.Seal, "seal seals");
        Add(Everyday.Glue, "glue adhesive unglue unstick epoxy superglue silicone glues");
        Add(Everyday.Strip, "strip strips");
        Add(Everyday.Paste, "paste");
        Add(Everyday.Pad, "pad pads");
        Add(Everyday.Cover, "cover covers plate plates door doors hatch hatches caps");
        Add(Everyday.Pulls, "pull stretch release adhesive stretchy");
        Add(Everyday.Swings, "open fold swing pivot unfold");
        Add(Everyday.Reroutes, "reroute route unroute thread unthread");
        Add(Everyday.Moves, "move aside nudge tuck bend shift");
        Add(Everyday.Many, "clips snaps tabs catches hooks clasps latches screws bolts standoffs stand-offs posts pillars nuts ribbons flexes flaps antennas aerials leads connectors plugs headers cables wires "
            + "stickers labels tapes films foils shields feet seals strips pads glue adhesive brackets cages holders ducts covers plates doors hatches caps gaskets springs contacts pins guides everything sheets");
        return words.ToFrozenDictionary();
    }
}
