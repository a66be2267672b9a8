namespace WideLever.Core.Records;

/// <summary>The field of an action that tells its kind by a word of the format, and those words in their order.</summary>
/// <param name="Field">Name of the field in the record: connector, what or bond.</param>
/// <param name="Words">The words.</param>
public sealed record ActionWord(string Field, IReadOnlyList<string> Words)
{
    private readonly byte[][] utf8 = [.. Words.Select(System.Text.Encoding.UTF8.GetBytes)];

    /// <summary>Position of a word; false where it is none of them.</summary>
    public bool TryFind(string word, out int at)
    {
        for (at = 0; at < Words.Count; at++)
        {
            if (Words[at] == word)
                return true;
        }
        return false;
    }

    /// <summary>Position of a word in UTF-8; false where it is none of them.</summary>
    public bool TryFind(ReadOnlySpan<byte> word, out int at)
    {
        for (at = 0; at < utf8.Length; at++)
        {
            if (word.SequenceEqual(utf8[at]))
                return true;
        }
        return false;
    }

    internal static ActionWord Of<T>(string field) where T : struct, Enum => new(field, WordList.Of<T>());
}

/// <summary>
/// All that is said of an action, one row each: reader, printer, vocabulary, titles, rubric tables and the client take it from here. Its seconds and its
/// chance of damage stand in the rubric under its verb. <c>docs/record.md</c>, <em>Action</em>; <c>docs/step-line.md</c>, <em>Words</em>.
/// </summary>
public sealed record ActionRow
{
    /// <summary>What is done; its word is the action's in record, rubric and line.</summary>
    public required Verb Verb { get; init; }

    /// <summary>An action of this row of which nothing is known but the position of its <see cref="Word"/>, if that.</summary>
    public required Func<int?, TeardownAction> New { get; init; }

    /// <summary>The word that tells its kind, and that the rubric has seconds and chances by; null: it has none.</summary>
    public ActionWord? Word { get; init; }

    /// <summary>The tool that it implies; screws imply the one of their drive.</summary>
    public Tool Tool { get; init; } = Tool.Hand;

    /// <summary>Words of a step line that name it outright.</summary>
    public required IReadOnlyList<string> Said { get; init; }

    /// <summary>Such words that name more than one: without a number nobody counted.</summary>
    public IReadOnlyList<string> SaidOfMany { get; init; } = [];

    /// <summary>What is counted, one and many, such as clip and clips; null: the doing itself is.</summary>
    public (string One, string Many)? Counted { get; init; }

    /// <summary>The title of a step that does no more than this; # stands for what is counted.</summary>
    public required string Title { get; init; }

    /// <summary>What a fault of a line says that a word does not belong to.</summary>
    public required string About { get; init; }

    /// <summary>What it reads as in the log where nothing is counted; # stands for the word that tells its kind.</summary>
    public required string Log { get; init; }

    /// <summary>The name of its button.</summary>
    public required string Button { get; init; }

    /// <summary>The row of a verb.</summary>
    public static ActionRow Of(Verb verb) => ByVerb[(int)verb];

    /// <summary>The row of a verb's word; null where the format lacks it.</summary>
    public static ActionRow? Find(string word) => WordList.TryParse<Verb>(word, out var verb) ? Of(verb) : null;

    /// <summary>Every row, in the order in which a teardown needs them most.</summary>
    public static readonly IReadOnlyList<ActionRow> All =
    [
        new()
        {
            Verb = Verb.Unscrew, New = _ => new Unscrew(), Said = ["unscrew", "screw"], SaidOfMany = ["screws"], Counted = ("screw", "screws"),
            Title = "Undo #", About = "screws", Log = "screws", Button = "Screws",
        },
        new()
        {
            Verb = Verb.Unclip, New = _ => new Unclip(), Tool = Tool.PryTool, Said = ["unclip", "clip", "cl"], SaidOfMany = ["clips"], Counted = ("clip", "clips"),
            Title = "Open #", About = "clips", Log = "clips", Button = "Clips",
        },
        new()
        {
            Verb = Verb.Lift, New = word => new Lift { What = (LiftWhat?)word }, Word = ActionWord.Of<LiftWhat>("what"), Said = ["lift"],
            Title = "Lift", About = "lifting", Log = "lift #", Button = "Lift",
        },
        new()
        {
            Verb = Verb.Unplug, New = word => new Unplug { Connector = (Connector?)word }, Word = ActionWord.Of<Connector>("connector"), Said = ["unplug"],
            Title = "Unplug", About = "a connection", Log = "#", Button = "Unplug",
        },
        new()
        {
            Verb = Verb.Peel, New = word => new Peel { What = (PeelWhat?)word }, Word = ActionWord.Of<PeelWhat>("what"), Said = ["peel"],
            Title = "Peel", About = "peeling", Log = "peel #", Button = "Peel",
        },
        new()
        {
            Verb = Verb.Unbond, New = word => new Unbond { Bond = (Bond?)word }, Word = ActionWord.Of<Bond>("bond"), Said = ["unbond", "bond"],
            Title = "Part the bond", About = "a bond", Log = "#", Button = "Bond",
        },
        new()
        {
            Verb = Verb.Thermal, New = word => new Thermal { What = (ThermalWhat?)word }, Word = ActionWord.Of<ThermalWhat>("what"), Said = ["thermal"],
            Title = "Part the thermal joint", About = "a thermal joint", Log = "part #", Button = "Thermal joint",
        },
        new()
        {
            Verb = Verb.Unlatch, New = _ => new Unlatch(), Said = ["unlatch", "latch"], SaidOfMany = ["latches"], Counted = ("latch", "latches"),
            Title = "Open #", About = "latches", Log = "latches", Button = "Latch",
        },
        new()
        {
            Verb = Verb.Slide, New = _ => new Slide(), Said = ["slide"], SaidOfMany = ["slides"],
            Title = "Slide", About = "sliding", Log = "slide", Button = "Slide",
        },
        new()
        {
            Verb = Verb.Swing, New = _ => new Swing(), Said = ["swing"], SaidOfMany = ["swings"],
            Title = "Swing aside", About = "swinging", Log = "swing", Button = "Swing",
        },
        new()
        {
            Verb = Verb.Route, New = _ => new Route(), Said = ["route", "unroute"],
            Title = "Free the cable", About = "a cable route", Log = "cable out of its channel", Button = "Cable route",
        },
        new()
        {
            Verb = Verb.Move, New = _ => new Move(), Said = ["move", "aside", "move aside"],
            Title = "Move aside", About = "moving", Log = "move aside", Button = "Move aside",
        },
        new()
        {
            Verb = Verb.Switch, New = _ => new Switch(), Said = ["switch"], SaidOfMany = ["switches"],
            Title = "Throw the switch", About = "a switch", Log = "switch", Button = "Switch",
        },
    ];

    private static readonly ActionRow[] ByVerb = [.. WordList.Members<Verb>().Select(verb => All.Single(row => row.Verb == verb))];
}
