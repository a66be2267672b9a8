using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Core.Records;
using JsonValue = WideLever.Interchange.JsonTree.JsonValue;

namespace WideLever.Interchange;

/// <summary>
/// The fields of one JSON object, taken one by one; what is wrong goes to the list of faults with its place, and a stand-in comes
/// back so that reading goes on to the next fault.
/// </summary>
internal sealed class Fields
{
    private readonly List<Fault> faults;
    private readonly Place place;
    private readonly Fields? outer;
    private readonly string name = "";
    private JsonValue element;
    private int position = -1;
    private Place.Node? here;
    private readonly List<Fields> inside = [];
    private string[] known = [];
    private int asked;
    private int cursor;
    private int found;

    private readonly Shape? shape;

    /// <summary>No fields: what is asked of them is noted down.</summary>
    public Fields(Shape shape)
    {
        (this.shape, faults, place) = (shape, [], Place.Root);
        Begin(default, -1);
    }

    /// <summary>The fields of a document, or of an object at a place.</summary>
    public Fields(JsonValue element, Place place, List<Fault> faults)
    {
        this.faults = faults;
        this.place = place;
        Begin(element, -1);
    }

    // Inside another object: where it stands is spelt out only where something is said of it.
    private Fields(Fields outer, string name)
    {
        faults = outer.faults;
        (this.outer, this.name) = (outer, name);
    }

    // The reader of a field that holds objects: when the next object has one too, what was said of this one is said.
    private Fields Inside(string field)
    {
        foreach (var known in inside)
        {
            if (ReferenceEquals(known.name, field))
                return known;
        }
        var fields = new Fields(this, field);
        inside.Add(fields);
        return fields;
    }

    private Fields Begin(JsonValue value, int at)
    {
        (element, position, here, asked, cursor, found) = (value, at, null, 0, 0, 0);
        IsObject = value.ValueKind == JsonValueKind.Object;
        if (!IsObject && value.ValueKind != JsonValueKind.Undefined)
            Add($"must be an object, not {Kind(value)}");
        return this;
    }

    /// <summary>Where what is asked is noted down; null: there are fields.</summary>
    public Shape? Shape => shape;

    /// <summary>Whether there is an object at all.</summary>
    public bool IsObject { get; private set; }

    /// <summary>The place of a field.</summary>
    public Place At(string name) => Here[name];

    private Place.Node Here => here ??= (outer is null ? place : position < 0 ? outer.Here[name] : outer.Here[name, position]).Open();

    public void Add(Place at, string message) => faults.Tell(at, message);

    /// <summary>A fault of the object as a whole.</summary>
    public void Add(string message) => faults.Tell(Place.Named(Here.ToString()), message);

    /// <summary>The fields of an object inside this one.</summary>
    public Fields Inner(JsonValue value, Place at) => new(value, at, faults);

    /// <summary>A span of counts that must be there.</summary>
    public Count RequiredSpan(string name)
    {
        shape?.Span(name);
        if (!HasRequired(name, out var value))
            return Core.Records.Count.One;
        if (value.ValueKind == JsonValueKind.Array)
            return Span(name, value);
        Add(At(name), $"must be [least, most], not {Kind(value)}");
        return Core.Records.Count.One;
    }

    /// <summary>Reports every field that was not asked for.</summary>
    /// <param name="others">Fields that may be there and were not asked for, because they are not.</param>
    public void End(IEnumerable<string>? others = null)
    {
        // Every field was asked for once, so as many found as there are means that none is left.
        if (IsObject && element.Count != found)
            TellUnrecognised(others);
    }

    private void TellUnrecognised(IEnumerable<string>? others)
    {
        List<string> names = [.. known[..asked], .. others ?? []];
        foreach (var (name, _) in element.Pairs())
        {
            if (faults.IsFull())
                return;
            if (name is null || !names.Contains(name))
                faults.TellUnknown(At(Shown(name ?? "?")), "unrecognised field", name ?? "", names);
        }
    }

    /// <summary>Whether a field is left out. Of the fields that are noted down none is.</summary>
    public bool Lacks(string name) => shape is null && !Peek(name, out _);

    /// <summary>A field that is asked for elsewhere.</summary>
    public bool Peek(string name, out JsonValue value)
    {
        value = default;
        return IsObject && element.TryGet(name, out value);
    }

    /// <summary>Whether the field is there, with a null or not. Each field is asked for once.</summary>
    public bool Has(string name, out JsonValue value)
    {
        value = default;
        if (!IsObject)
            return false;
        if (asked == known.Length)
            Array.Resize(ref known, asked + 16);
        known[asked++] = name;
        if (!element.TryGet(name, ref cursor, out value))
            return false;
        found++;
        return true;
    }

    /// <summary>A field whose null and absence both mean unknown or not stated.</summary>
    private bool HasKnown(string name, out JsonValue value) => Has(name, out value) && value.ValueKind != JsonValueKind.Null;

    /// <summary>A field that has a default and cannot be null.</summary>
    private bool HasOwn(string name, out JsonValue value)
    {
        if (!Has(name, out value))
            return false;
        if (value.ValueKind != JsonValueKind.Null)
            return true;
        Add(At(name), "cannot be null");
        return false;
    }

    private bool HasRequired(string name, out JsonValue value)
    {
        if (Has(name, out value))
        {
            if (value.ValueKind != JsonValueKind.Null)
                return true;
            Add(At(name), "cannot be null");
        }
        else if (IsObject)
        {
            Add(At(name), "is required");
        }
        return false;
    }

    /// <summary>Stands where a required text is missing: unlike any other, so that no fault of a double name follows from it.</summary>
    private string StandIn(string name) => StandIn(At(name));

    private static string StandIn(Place at) => $"\u0001{at}";

    public string RequiredText(string name)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Text(name, value) ?? StandIn(name) : StandIn(name);
        shape.Text(name, required: true);
        return "";
    }

    public string? Text(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Text(name, value) : null;
        shape.Text(name, orNull: true);
        return null;
    }

    /// <summary>A text that may be left out and cannot be null.</summary>
    public string? OwnText(string name)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? Text(name, value) : null;
        shape.Text(name);
        return null;
    }

    public T RequiredWord<T>(string name, T standIn = default) where T : struct, Enum
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Word<T>(name, value) ?? standIn : standIn;
        shape.Word(name, WordList.Of<T>(), required: true);
        return standIn;
    }

    public T? Word<T>(string name) where T : struct, Enum
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Word<T>(name, value) : null;
        shape.Word(name, WordList.Of<T>(), orNull: true);
        return null;
    }

    /// <summary>Position of the word that tells the kind of an action; null: unknown.</summary>
    public int? WordOf(ActionWord of)
    {
        shape?.Word(of.Field, of.Words, orNull: true);
        if (!HasKnown(of.Field, out var value))
            return null;
        if (value.ValueKind == JsonValueKind.String && value.IsPlain(out var plain) && of.TryFind(plain, out var found))
            return found;
        if (Text(At(of.Field), value) is not { } word)
            return null;
        if (of.TryFind(word, out var at))
            return at;
        Unrecognised(At(of.Field), word, of.Words);
        return null;
    }

    public T? OwnWord<T>(string name) where T : struct, Enum
    {
        if (shape is null)
            return HasOwn(name, out var value) ? Word<T>(name, value) : null;
        shape.Word(name, WordList.Of<T>());
        return null;
    }

    /// <summary>A word, or null where it is unknown; <paramref name="leftOut"/> where the field is left out, which is another thing.</summary>
    public T? Word<T>(string name, T leftOut) where T : struct, Enum
    {
        shape?.Word(name, WordList.Of<T>(), orNull: true);
        if (!Has(name, out var value))
            return leftOut;
        return value.ValueKind == JsonValueKind.Null ? null : Word<T>(name, value);
    }

    public bool? YesNo(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? YesNo(name, value) : null;
        shape.YesNo(name, orNull: true);
        return null;
    }

    public bool YesNo(string name, bool @default)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? YesNo(name, value) ?? @default : @default;
        shape.YesNo(name, orNull: false);
        return @default;
    }

    public double? Number(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Number(name, value) : null;
        shape.Number(name, orNull: true);
        return null;
    }

    public double? OwnNumber(string name)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? Number(name, value) : null;
        shape.Number(name);
        return null;
    }

    public double RequiredNumber(string name)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Number(name, value) ?? 1 : 1;
        shape.Number(name, required: true);
        return 1;
    }

    public int? Whole(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Whole(name, value) : null;
        shape.Number(name, whole: true, orNull: true);
        return null;
    }

    public int? OwnWhole(string name)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? Whole(name, value) : null;
        shape.Number(name, whole: true);
        return null;
    }

    public int RequiredWhole(string name)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Whole(name, value) ?? 1 : 1;
        shape.Number(name, whole: true, required: true);
        return 1;
    }

    /// <summary>One of a few whole numbers.</summary>
    public int RequiredWhole(string name, params IReadOnlyList<int> of)
    {
        if (shape is not null)
            shape.Field(name, new JsonObject { ["enum"] = new JsonArray([.. of.Select(one => (JsonNode)one)]) }, required: true);
        else if (!HasRequired(name, out var value))
            return of[0];
        else if (Whole(name, value) is { } whole && of.Contains(whole))
            return whole;
        else if (value.ValueKind == JsonValueKind.Number)
            Add(At(name), $"must be {string.Join(", ", of.SkipLast(1))} or {of[^1]}");
        return of[0];
    }

    /// <summary>A count: a whole number, a span of two, or null where it is unknown; left out it is one.</summary>
    public Count? Count(string name)
    {
        shape?.Count(name);
        if (!Has(name, out var value))
            return Core.Records.Count.One;
        switch (value.ValueKind)
        {
            case JsonValueKind.Null:
                return null;
            case JsonValueKind.Array:
                return Span(name, value);
            case JsonValueKind.Number:
                return Whole(name, value) ?? Core.Records.Count.One;
            default:
                Add(At(name), $"must be a whole number, [least, most], or null where it is unknown, not {Kind(value)}");
                return Core.Records.Count.One;
        }
    }

    private Count Span(string name, JsonValue value)
    {
        if (value.Count != 2)
        {
            Add(At(name), $"a span is [least, most], not a list of {value.Count}");
            return Core.Records.Count.One;
        }
        var ends = value.Items();
        ends.MoveNext();
        var least = Whole(Here[name, 0], ends.Current);
        ends.MoveNext();
        var most = Whole(Here[name, 1], ends.Current);
        return least is { } from && most is { } to ? new(from, to) : Core.Records.Count.One;
    }

    public DateOnly RequiredDate(string name)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Date(name, value) ?? default : default;
        shape.Date(name, required: true);
        return default;
    }

    public DateOnly? Date(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Date(name, value) : null;
        shape.Date(name, orNull: true);
        return null;
    }

    /// <summary>An object that may be left out and cannot be null.</summary>
    public Fields Object(string name)
    {
        if (shape is null)
            return Inside(name).Begin(HasOwn(name, out var value) ? value : default, -1);
        return new Fields(shape.Object(name));
    }

    public Fields RequiredObject(string name)
    {
        if (shape is null)
            return Inside(name).Begin(HasRequired(name, out var value) ? value : default, -1);
        return new Fields(shape.Object(name, required: true));
    }

    /// <summary>An object whose null and absence both mean unknown.</summary>
    public Fields? KnownObject(string name)
    {
        if (shape is null)
            return HasKnown(name, out var value) ? Inside(name).Begin(value, -1) : null;
        return new Fields(shape.Object(name, orNull: true));
    }

    public IReadOnlyList<T> List<T>(string name, Func<JsonValue, Place, T> read) =>
        HasOwn(name, out var value) ? List(name, value, read) : [];

    public IReadOnlyList<T> RequiredList<T>(string name, Func<JsonValue, Place, T> read) =>
        HasRequired(name, out var value) ? List(name, value, read) : [];

    /// <summary>A list of objects.</summary>
    public IReadOnlyList<T> List<T>(string name, Func<Fields, T> read)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? List(name, value, read) : [];
        shape.List(name, Definition<T>(), item => read(new Fields(item)));
        return [];
    }

    /// <summary>A list of objects that must be there.</summary>
    public IReadOnlyList<T> RequiredList<T>(string name, Func<Fields, T> read)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? List(name, value, read) : [];
        shape.List(name, Definition<T>(), item => read(new Fields(item)), required: true);
        return [];
    }

    public IReadOnlyList<string> Texts(string name)
    {
        if (shape is null)
            return HasOwn(name, out var value) ? Texts(name, value) : [];
        shape.Texts(name);
        return [];
    }

    public IReadOnlyList<string> RequiredTexts(string name)
    {
        if (shape is null)
            return HasRequired(name, out var value) ? Texts(name, value) : [];
        shape.Texts(name, required: true);
        return [];
    }

    private string[] Texts(string name, JsonValue value)
    {
        if (!IsList(name, value) || value.Count == 0)
            return [];
        var items = new string[Limited(name, value)];
        var next = 0;
        foreach (var item in value.Items())
        {
            if (next == items.Length)
                break;
            items[next] = item.ValueKind == JsonValueKind.String && item.Text is { } text ? text : Text(Here[name, next], item) ?? StandIn(Here[name, next]);
            next++;
        }
        return items;
    }

    /// <summary>Words that may be left out.</summary>
    /// <param name="name">The field.</param>
    /// <param name="of">Those of them that the rules let stand here; the reader takes any, and <see cref="Core.Rubrics.RubricValidation"/> says which not.</param>
    public IReadOnlyList<T> Words<T>(string name, IEnumerable<T>? of = null) where T : struct, Enum
    {
        if (shape is null)
            return [.. List(name, (value, at) => Word<T>(at, value)).OfType<T>()];
        shape.Words(name, of is null ? WordList.Of<T>() : [.. of.Select(one => one.Word())]);
        return [];
    }

    /// <summary>So many numbers in a list; null: there is none, and it is told what is wrong.</summary>
    /// <param name="name">The field.</param>
    /// <param name="count">How many.</param>
    /// <param name="what">The list in words, such as <c>a list of two numbers</c>.</param>
    /// <param name="required">Whether it must be there.</param>
    public IReadOnlyList<double>? Numbers(string name, int count, string what, bool required)
    {
        shape?.Numbers(name, count, required);
        if (!(required ? HasRequired(name, out var value) : HasOwn(name, out value)) || !IsList(name, value))
            return null;
        if (value.Count == count)
            return List(name, value, (item, at) => Number(at, item) ?? 1);
        Add(At(name), $"must be {what}");
        return null;
    }

    /// <summary>A list that must name every word.</summary>
    public void EveryWord<T>(string name) where T : struct, Enum
    {
        if (shape is not null)
        {
            shape.EveryWord(name, WordList.Of<T>());
            return;
        }
        var words = List(name, (value, at) => Word<T>(at, value));
        foreach (var missing in Enum.GetValues<T>().Where(one => !words.Contains(one)))
            Add(At(name), $"\"{missing.Word()}\" is missing");
    }

    private static string Definition<T>() => JsonNamingPolicy.CamelCase.ConvertName(typeof(T).Name);

    private T[] List<T>(string name, JsonValue value, Func<Fields, T> read)
    {
        if (!IsList(name, value) || value.Count == 0)
            return [];
        // One reader goes from item to item: what it says of one is said by the time it is at the next.
        var (items, inner, next) = (new T[Limited(name, value)], Inside(name), 0);
        foreach (var item in value.Items())
        {
            if (next == items.Length)
                break;
            items[next] = read(inner.Begin(item, next));
            next++;
        }
        return items;
    }

    private T[] List<T>(string name, JsonValue value, Func<JsonValue, Place, T> read)
    {
        if (!IsList(name, value) || value.Count == 0)
            return [];
        var items = new T[Limited(name, value)];
        var next = 0;
        foreach (var item in value.Items())
        {
            if (next == items.Length)
                break;
            items[next] = read(item, Here[name, next]);
            next++;
        }
        return items;
    }

    /// <summary>How many items are read: what is past the limit of a list is a fault, and costs nothing.</summary>
    private int Limited(string name, JsonValue value)
    {
        var limit = RecordLimits.Items(name);
        if (value.Count <= limit)
            return value.Count;
        Add(At(name), $"has {value.Count} {RecordLimits.ItemsOf(name)}; the limit is {limit}");
        return limit;
    }

    private bool IsList(string name, JsonValue value)
    {
        if (value.ValueKind == JsonValueKind.Array)
            return true;
        Add(At(name), $"must be a list, not {Kind(value)}");
        return false;
    }

    private string? Text(string name, JsonValue value) =>
        value.ValueKind == JsonValueKind.String && value.Text is { } text ? text : Text(At(name), value);

    private T? Word<T>(string name, JsonValue value) where T : struct, Enum =>
        value.ValueKind == JsonValueKind.String && value.IsPlain(out var plain) && WordList.TryParse<T>(plain, out var member) ? member : Word<T>(At(name), value);

    private bool? YesNo(string name, JsonValue value) =>
        value.ValueKind is JsonValueKind.True or JsonValueKind.False ? value.ValueKind == JsonValueKind.True : YesNo(At(name), value);

    private double? Number(string name, JsonValue value) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetNumber(out var number) ? number : Number(At(name), value);

    private int? Whole(string name, JsonValue value) => Number(name, value) is { } number ? Whole(number) ?? Whole(At(name), value) : null;

    private DateOnly? Date(string name, JsonValue value) => Date(At(name), value);

    public string? Text(Place at, JsonValue value)
    {
        if (value.ValueKind != JsonValueKind.String)
        {
            Add(at, $"must be text, not {Kind(value)}");
            return null;
        }
        if (value.Text is { } text)
            return text;
        Add(at, "is not valid Unicode text");
        return null;
    }

    public T? Word<T>(Place at, JsonValue value) where T : struct, Enum
    {
        if (Text(at, value) is not { } word)
            return null;
        if (WordList.TryParse<T>(word, out var member))
            return member;
        Unrecognised(at, word, WordList.Of<T>());
        return null;
    }

    public void Unrecognised(Place at, string word, IReadOnlyList<string> known) => faults.TellUnknown(at, $"unrecognised word \"{Shown(word)}\"", word, known);

    private bool? YesNo(Place at, JsonValue value)
    {
        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
            return value.ValueKind == JsonValueKind.True;
        Add(at, $"must be true or false, not {Kind(value)}");
        return null;
    }

    public double? Number(Place at, JsonValue value)
    {
        if (value.ValueKind != JsonValueKind.Number)
        {
            Add(at, $"must be a number, not {Kind(value)}");
            return null;
        }
        if (value.TryGetNumber(out var number))
            return number;
        Add(at, "is too large a number");
        return null;
    }

    private int? Whole(Place at, JsonValue value)
    {
        if (Number(at, value) is not { } number)
            return null;
        if (Whole(number) is { } whole)
            return whole;
        Add(at, "must be a whole number of a sensible size");
        return null;
    }

    private static int? Whole(double number) => number == Math.Floor(number) && Math.Abs(number) <= 1e9 ? (int)number : null;

    private DateOnly? Date(Place at, JsonValue value)
    {
        if (Text(at, value) is not { } text)
            return null;
        if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        Add(at, "must be a date, YYYY-MM-DD");
        return null;
    }

    private static string Shown(string text) => string.Concat(text.Take(60).Select(c => char.IsControl(c) ? '\uFFFD' : c));

    private static string Kind(JsonValue value) => value.ValueKind switch
    {
        JsonValueKind.Null => "null",
        JsonValueKind.String => "text",
        JsonValueKind.Number => "a number",
        JsonValueKind.Array => "a list",
        JsonValueKind.Object => "an object",
        _ => "true or false",
    };
}
