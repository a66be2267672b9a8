using System.Collections.Frozen;
using System.Resources;
using System.Text.Json;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// Every word that a line can have, with what it can mean: the data of <c>lexicon.json</c>, read once. Plurals and the regular forms of deeds are made
/// here. <c>docs/step-line.md</c>, <em>Words</em>.
/// </summary>
internal static class Lexicon
{
    private static readonly Dictionary<string, Role> Sections = new()
    {
        ["nouns"] = Role.Noun,
        ["parts"] = Role.Part,
        ["deeds"] = Role.Deed,
        ["state"] = Role.State,
        ["describe"] = Role.Describe,
        ["drives"] = Role.Drive,
        ["particles"] = Role.Particle,
        ["prepositions"] = Role.Preposition,
        ["attaching"] = Role.Attaching,
        ["hiding"] = Role.Hiding,
        ["heldBy"] = Role.HeldBy,
        ["asides"] = Role.Aside,
        ["counts"] = Role.Count,
        ["about"] = Role.About,
        ["modals"] = Role.Modal,
        ["negations"] = Role.Negation,
        ["fractions"] = Role.Fraction,
        ["distributions"] = Role.Distribution,
        ["putBack"] = Role.PutBack,
        ["ready"] = Role.Ready,
        ["damage"] = Role.Damage,
        ["remarks"] = Role.Remark,
        ["elsewhere"] = Role.Elsewhere,
        ["questions"] = Role.Question,
        ["pronouns"] = Role.Pronoun,
        ["ofThem"] = Role.OfThem,
        ["breaks"] = Role.Break,
        ["joins"] = Role.Join,
        ["units"] = Role.Unit,
        ["compare"] = Role.Compare,
        ["corrections"] = Role.Correction,
    };

    private static readonly FrozenSet<string> Plurals = new[]
    {
        "scr", "scrs", "feet", "rubber feet", "batteries", "springs", "tabs", "pieces", "ones", "edges", "sides", "bits of tape", "pieces of tape", "strips of tape", "strips of black tape", "strips of glue", "strips of soft glue", "lengths of tape",
        "squares of tape", "dabs of glue", "blobs of glue", "spots of glue", "antennae", "antenna ends", "memory sticks", "heat pipes", "copper pipes", "fingers", "thumbs", "hands", "chips", "dies", "catches", "glue dots", "screw plugs", "gloves", "tweezers", "lines of soft glue", "beads of soft glue", "port modules",
    }.ToFrozenSet();

    private static readonly (FrozenDictionary<string, Sense[]> Words, FrozenDictionary<string, Term> Grammar) Data = Build();

    // Names of layers, parts and steps that a person gave may have any word; these begin a clause.
    /// <summary>Words that begin a clause of the grammar rather than belong to a phrase.</summary>
    public static readonly IReadOnlySet<string> Clauses = new HashSet<string>(StringComparer.OrdinalIgnoreCase)
    {
        "after", "off", "live", "needs", "assumed", "together", "took", "tighten", "late", "damage", "along", "hard", "fragile", "tried", "missing",
        "tip", "warning", "symptom", "remark", "note", "with",
    };

    /// <summary>What completes in a phrase, what is needed most first.</summary>
    public static readonly IReadOnlyList<string> Completions =
    [
        "clips", "captive", "cover", "coax", "card", "lift", "unplug", "under", "module", "flip", "wire", "bar", "part", "paste", "pad", "peel",
        "foot", "feet", "label", "seal", "shield", "film", "tape", "plug", "board", "assembly", "display", "release tab", "foam", "gasket", "soft glue", "rigid glue",
        "unbond", "slide lock", "slide", "push", "press", "tight wire", "blade", "spring", "latches", "swing", "switch", "route", "move", "liquid metal",
        "thermal", "loose", "screws", "slotted", "six-lobe", "six-lobe pin", "five-lobe", "tri-lobe", "cross", "jis", "hex", "nut", "spanner",
        "off", "after", "needs nothing", "together", "with", "took", "note", "remark", "tighten", "late", "damage", "along", "hard", "fragile", "tried",
        "missing", "tip", "warning", "symptom", "live",
    ];

    /// <summary>What a word or group of words can mean; nothing where the lexicon lacks it.</summary>
    public static ReadOnlySpan<Sense> Of(string words) => Data.Words.TryGetValue(words, out var senses) ? senses : [];

    /// <summary>Most words of an entry that begins with this one; 0: none does.</summary>
    public static int LongestFrom(string first) => Lengths.GetValueOrDefault(first);

    private static readonly FrozenDictionary<string, int> Lengths = Data.Words.Keys.Select(words => words.Split(' ')).GroupBy(words => words[0]).ToFrozenDictionary(group => group.Key, group => group.Max(words => words.Length), StringComparer.Ordinal);

    /// <summary>Whether a word stands in the lexicon, by itself or in a group.</summary>
    public static bool IsKnown(string word) => Single.Contains(word);

    /// <summary>The known word that one slip of the keys, or two in a long word, made of this one; null: none is so near.</summary>
    public static string? SlipOf(string word) => Single.Contains(word) ? null : Slips.Of(word, Names);

    /// <summary>The one known word of which this one can only be a slip; null: none, or it could be of several.</summary>
    public static string? OnlySlipOf(string word) => Single.Contains(word) ? null : Slips.Only(word);

    /// <summary>Whether a slip could have made a word of one that names something: no place swallows it.</summary>
    public static bool CouldName(string word) => !Single.Contains(word) && Slips.CouldBe(word, Names);

    private static bool Names(string word) => Data.Words.TryGetValue(word, out var senses) && Array.Exists(senses, sense => sense.Role is Role.Noun or Role.Part or Role.Negation or Role.Fraction);

    private static readonly FrozenSet<string> Single = Data.Words.Keys.Concat(Data.Grammar.Keys).SelectMany(words => words.Split(' ')).ToFrozenSet();

    private static readonly Spelling Slips = new(Single);

    /// <summary>What a word of the written grammar says of an action; null: it is none.</summary>
    public static Term? Grammar(string words) => Data.Grammar.GetValueOrDefault(words.ToLowerInvariant());

    /// <summary>Whether the written grammar has a word, by itself or in a group.</summary>
    public static bool IsOfGrammar(string word) => OfGrammar.Contains(word);

    private static readonly FrozenSet<string> OfGrammar = Data.Grammar.Keys.SelectMany(words => words.Split(' ')).Concat(Clauses).Concat(BuildTools().Keys.SelectMany(words => words.ToLowerInvariant().Split(' '))).Concat(["x", "under", "mm", "size", "thread", "to", "nothing", "all", "s"]).ToFrozenSet();

    /// <summary>Every word of the written grammar, to find the nearest one.</summary>
    public static IEnumerable<string> GrammarWords => Data.Grammar.Keys.Concat(Clauses).Append("under");

    /// <summary>The word that begins the clause of a surprise.</summary>
    public static string Clause(SurpriseKind kind) => kind switch
    {
        SurpriseKind.FoundLate => "late",
        SurpriseKind.PartCameAlong => "along",
        SurpriseKind.GaveUp => "tried",
        _ => kind.Word(),
    };

    /// <summary>Tool words of the grammar.</summary>
    public static readonly IReadOnlyDictionary<string, Tool> Tools = BuildTools();

    /// <summary>The tool that a word or two after <c>with</c> name.</summary>
    public static bool TryTool(string words, out Tool tool) => Tools.TryGetValue(words, out tool);

    /// <summary>Kind words, the format's own first.</summary>
    public static readonly IReadOnlyDictionary<string, PartKind> Kinds = BuildKinds();

    /// <summary>The kind that a word of the format, or a name used at the bench, stands for.</summary>
    public static bool TryKind(string words, out PartKind kind) => Kinds.TryGetValue(words, out kind);

    public static bool TryMounting(string word, out Mounting mounting) => WordList.TryParse(word.ToLowerInvariant(), out mounting);

    private static (FrozenDictionary<string, Sense[]>, FrozenDictionary<string, Term>) Build()
    {
        using var data = JsonDocument.Parse(new ResourceManager("WideLever.Core.StepLines.Lexicon", typeof(Lexicon).Assembly).GetString("lexicon", System.Globalization.CultureInfo.InvariantCulture)!);
        var words = new Dictionary<string, HashSet<Sense>>(StringComparer.Ordinal);
        void Add(string word, Sense sense) => (words.TryGetValue(word, out var senses) ? senses : words[word] = []).Add(sense);
        void AddAll(Role role, string list, string means)
        {
            foreach (var word in List(list))
            {
                switch (role)
                {
                    case Role.Noun or Role.Part:
                        Add(word, new(role, means, IsPlural(word)));
                        if (!IsPlural(word))
                            Add(Plural(word), new(role, means, true));
                        break;
                    case Role.Deed or Role.Damage or Role.PutBack or Role.Ready:
                        Add(word, new(role, means, false));
                        foreach (var form in Forms(word))
                            Add(form, new(role, means, false));
                        break;
                    default:
                        Add(word, new(role, means, false));
                        break;
                }
            }
        }
        foreach (var section in data.RootElement.EnumerateObject())
        {
            if (section.Name == "grammar")
                continue;
            var role = Sections[section.Name];
            if (section.Value.ValueKind == JsonValueKind.String)
                AddAll(role, section.Value.GetString()!, section.Name);
            else
            {
                foreach (var entry in section.Value.EnumerateObject())
                    AddAll(role, entry.Value.GetString()!, entry.Name);
            }
        }
        return (words.ToFrozenDictionary(word => word.Key, word => word.Value.ToArray(), StringComparer.Ordinal), Terms(data.RootElement.GetProperty("grammar")));
    }

    private static string[] List(string words) => words.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    // Speakers and keys are one part each.
    private static bool IsPlural(string word) => Plurals.Contains(word);

    private static string Plural(string word) => word switch
    {
        _ when word.EndsWith("foot", StringComparison.Ordinal) => $"{word[..^4]}feet",
        _ when word.EndsWith(" of", StringComparison.Ordinal) => $"{word[..^3]}s of",
        _ when word.EndsWith("ch", StringComparison.Ordinal) || word.EndsWith("sh", StringComparison.Ordinal) || word.EndsWith('x') || word.EndsWith('s') => $"{word}es",
        _ when word.EndsWith('y') && word.Length > 1 && !"aeiou".Contains(word[^2], StringComparison.Ordinal) => $"{word[..^1]}ies",
        _ => $"{word}s",
    };

    /// <summary>The regular forms of a deed; what stands behind its first word stays.</summary>
    private static IEnumerable<string> Forms(string deed)
    {
        var space = deed.IndexOf(' ', StringComparison.Ordinal);
        var (verb, rest) = space < 0 ? (deed, "") : (deed[..space], deed[space..]);
        if (verb.Length < 2 || verb.EndsWith("ing", StringComparison.Ordinal) || (verb.EndsWith("ed", StringComparison.Ordinal) && verb is not ("shed" or "feed")))
            yield break;
        var doubles = verb is "pop" or "snap" or "slip" or "tip" or "cut" or "run" or "get" or "grab" or "flip" or "tug" or "strip" or "unplug" or "slit" or "drag" or "plug" or "put" or "fit" or "shut" or "swap" or "spin" or "set" or "rip" or "unclip" or "snip" or "shim" or "chip";
        var stem = doubles ? verb + verb[^1] : verb.EndsWith('e') ? verb[..^1] : verb;
        yield return (verb.EndsWith("ch", StringComparison.Ordinal) || verb.EndsWith("sh", StringComparison.Ordinal) || verb.EndsWith("ss", StringComparison.Ordinal) || verb.EndsWith('x') || verb.EndsWith('o') ? $"{verb}es" : verb.EndsWith('y') && !"aeiou".Contains(verb[^2], StringComparison.Ordinal) ? $"{verb[..^1]}ies" : $"{verb}s") + rest;
        yield return $"{stem}ing{rest}";
        yield return (verb.EndsWith('y') && !"aeiou".Contains(verb[^2], StringComparison.Ordinal) ? $"{verb[..^1]}ied" : $"{stem}ed") + rest;
    }

    private static FrozenDictionary<string, Term> Terms(JsonElement grammar)
    {
        var terms = new Dictionary<string, Term>(StringComparer.Ordinal);
        foreach (var row in ActionRow.All)
        {
            foreach (var word in row.Said)
                terms.Add(word, new Term { Verb = row.Verb });
            foreach (var word in row.SaidOfMany)
                terms.Add(word, new Term { Verb = row.Verb, Many = true });
        }
        foreach (var entry in grammar.EnumerateArray())
        {
            var tells = new List<(Verb, int)>();
            void Tells<T>(string field, Verb verb) where T : struct, Enum
            {
                if (entry.TryGetProperty(field, out var word))
                    tells.Add((verb, Array.IndexOf([.. WordList.Of<T>()], word.GetString())));
            }
            T? Fact<T>(string field) where T : struct, Enum => entry.TryGetProperty(field, out var word) && WordList.TryParse<T>(word.GetString()!, out var fact) ? fact : null;
            Tells<Connector>("connector", Verb.Unplug);
            Tells<PeelWhat>("peel", Verb.Peel);
            Tells<Bond>("bond", Verb.Unbond);
            Tells<LiftWhat>("lift", Verb.Lift);
            Tells<ThermalWhat>("thermal", Verb.Thermal);
            var term = new Term
            {
                Drive = Fact<Drive>("drive"),
                Cover = Fact<Cover>("cover"),
                Captive = entry.TryGetProperty("captive", out var captive) ? captive.GetBoolean() : null,
                Tells = tells,
                // What may be said with several deeds stands for none alone.
                Implied = tells.Count > 0 && !entry.TryGetProperty("bare", out _) ? tells[0].Item1 : null,
            };
            void Add(string field, bool many)
            {
                if (!entry.TryGetProperty(field, out var list))
                    return;
                foreach (var word in List(list.GetString()!))
                    terms[word] = term with { Many = many, Verb = terms.TryGetValue(word, out var named) ? named.Verb : null };
            }
            Add("words", false);
            Add("many", true);
        }
        return terms.ToFrozenDictionary(StringComparer.Ordinal);
    }

    private static Dictionary<string, Tool> BuildTools()
    {
        var tools = new Dictionary<string, Tool>(StringComparer.OrdinalIgnoreCase);
        // What no drive names comes first: a screw says its tool already.
        foreach (var tool in WordList.Members<Tool>().OrderBy(tool => WordList.TryParse<Drive>(tool.Word(), out _)))
            tools[WordList.Apart(tool.Word())] = tools[tool.Word()] = tool;
        tools["pry"] = Tool.PryTool;
        tools["jis"] = Tool.CrossJis;
        tools["six-lobe"] = Tool.SixLobe;
        tools["five-lobe"] = Tool.FiveLobe;
        tools["tri-lobe"] = Tool.TriLobe;
        return tools;
    }

    private static Dictionary<string, PartKind> BuildKinds()
    {
        var kinds = new Dictionary<string, PartKind>(StringComparer.OrdinalIgnoreCase);
        foreach (var kind in WordList.Members<PartKind>())
            kinds[WordList.Apart(kind.Word())] = kinds[kind.Word()] = kind;
        foreach (var (word, senses) in Data.Words)
        {
            foreach (var sense in senses)
            {
                if (sense.Role == Role.Part && sense.Is.Contains(':', StringComparison.Ordinal) && WordList.TryParse<PartKind>(sense.Is[..sense.Is.IndexOf(':', StringComparison.Ordinal)], out var kind))
                    kinds.TryAdd(word, kind);
                else if (sense.Role == Role.Part && WordList.TryParse(sense.Is, out kind) && kind != PartKind.Other)
                    kinds.TryAdd(word, kind);
            }
        }
        kinds["base"] = kinds["base-cover"] = kinds["bottom"] = PartKind.BaseCover;
        kinds["board"] = PartKind.Mainboard;
        return kinds;
    }
}
