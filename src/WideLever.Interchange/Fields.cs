using System.Globalization;
using System.Text.Json;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>
/// The fields of one JSON object, taken one by one; what is wrong goes to the list of faults with its place, and a stand-in comes
/// back so that reading goes on to the next fault.
/// </summary>
internal sealed class Fields
{
    private readonly JsonElement element;
    private readonly List<Fault> faults;
    private readonly Place.Node place;
    private readonly List<string> known = new(12);
    private int found;

    public Fields(JsonElement element, Place place, List<Fault> faults)
    {
        this.element = element;
        this.faults = faults;
        this.place = place.Open();
        IsObject = element.ValueKind == JsonValueKind.Object;
        if (!IsObject && element.ValueKind != JsonValueKind.Undefined)
            Add(place, $"must be an object, not {Kind(element)}");
    }

    /// <summary>Whether there is an object at all.</summary>
    public bool IsObject { get; }

    /// <summary>The place of a field.</summary>
    public Place At(string name) => place[name];

    public void Add(Place at, string message) => faults.Add(new Fault(at.ToString(), message));

    /// <summary>A fault of the object as a whole.</summary>
    public void Add(string message) => faults.Add(new Fault(place.ToString(), message));

    /// <summary>The fields of an object inside this one.</summary>
    public Fields Inner(JsonElement value, Place at) => new(value, at, faults);

    /// <summary>A span of counts that must be there.</summary>
    public Count RequiredSpan(string name)
    {
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
        known.AddRange(others ?? []);
        // Every field was asked for once, so as many found as there are means that none is left.
        if (!IsObject || element.GetPropertyCount() == found)
            return;
        foreach (var property in element.EnumerateObject())
        {
            var name = Name(property);
            if (name is null || !known.Contains(name))
                Add(At(Shown(name ?? "?")), $"unrecognised field{NearestWord.Clause(name ?? "", known)}");
        }
    }

    /// <summary>A field that is asked for elsewhere.</summary>
    public bool Peek(string name, out JsonElement value)
    {
        value = default;
        return IsObject && element.TryGetProperty(name, out value);
    }

    /// <summary>Whether the field is there, with a null or not. Each field is asked for once.</summary>
    public bool Has(string name, out JsonElement value)
    {
        known.Add(name);
        if (!Peek(name, out value))
            return false;
        found++;
        return true;
    }

    /// <summary>A field whose null and absence both mean unknown or not stated.</summary>
    private bool HasKnown(string name, out JsonElement value) => Has(name, out value) && value.ValueKind != JsonValueKind.Null;

    /// <summary>A field that has a default and cannot be null.</summary>
    private bool HasOwn(string name, out JsonElement value)
    {
        if (!Has(name, out value))
            return false;
        if (value.ValueKind != JsonValueKind.Null)
            return true;
        Add(At(name), "cannot be null");
        return false;
    }

    private bool HasRequired(string name, out JsonElement value)
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

    public string RequiredText(string name) => HasRequired(name, out var value) ? Text(At(name), value) ?? StandIn(name) : StandIn(name);

    public string? Text(string name) => HasKnown(name, out var value) ? Text(At(name), value) : null;

    /// <summary>A text that may be left out and cannot be null.</summary>
    public string? OwnText(string name) => HasOwn(name, out var value) ? Text(At(name), value) : null;

    public T RequiredWord<T>(string name, T standIn = default) where T : struct, Enum =>
        HasRequired(name, out var value) ? Word<T>(At(name), value) ?? standIn : standIn;

    public T? Word<T>(string name) where T : struct, Enum => HasKnown(name, out var value) ? Word<T>(At(name), value) : null;

    public T? OwnWord<T>(string name) where T : struct, Enum => HasOwn(name, out var value) ? Word<T>(At(name), value) : null;

    /// <summary>A word, or null where it is unknown; <paramref name="leftOut"/> where the field is left out, which is another thing.</summary>
    public T? Word<T>(string name, T leftOut) where T : struct, Enum
    {
        if (!Has(name, out var value))
            return leftOut;
        return value.ValueKind == JsonValueKind.Null ? null : Word<T>(At(name), value);
    }

    public bool? YesNo(string name) => HasKnown(name, out var value) ? YesNo(At(name), value) : null;

    public bool YesNo(string name, bool @default) => HasOwn(name, out var value) ? YesNo(At(name), value) ?? @default : @default;

    public double? Number(string name) => HasKnown(name, out var value) ? Number(At(name), value) : null;

    public double? OwnNumber(string name) => HasOwn(name, out var value) ? Number(At(name), value) : null;

    public double RequiredNumber(string name) => HasRequired(name, out var value) ? Number(At(name), value) ?? 1 : 1;

    public int? Whole(string name) => HasKnown(name, out var value) ? Whole(At(name), value) : null;

    public int? OwnWhole(string name) => HasOwn(name, out var value) ? Whole(At(name), value) : null;

    public int RequiredWhole(string name) => HasRequired(name, out var value) ? Whole(At(name), value) ?? 1 : 1;

    /// <summary>A count: a whole number, a span of two, or null where it is unknown; left out it is one.</summary>
    public Count? Count(string name)
    {
        if (!Has(name, out var value))
            return Core.Records.Count.One;
        switch (value.ValueKind)
        {
            case JsonValueKind.Null:
                return null;
            case JsonValueKind.Array:
                return Span(name, value);
            case JsonValueKind.Number:
                return Whole(At(name), value) ?? Core.Records.Count.One;
            default:
                Add(At(name), $"must be a whole number, [least, most], or null where it is unknown, not {Kind(value)}");
                return Core.Records.Count.One;
        }
    }

    private Count Span(string name, JsonElement value)
    {
        if (value.GetArrayLength() != 2)
        {
            Add(At(name), $"a span is [least, most], not a list of {value.GetArrayLength()}");
            return Core.Records.Count.One;
        }
        var (least, most) = (Whole(place[name, 0], value[0]), Whole(place[name, 1], value[1]));
        return least is { } from && most is { } to ? new(from, to) : Core.Records.Count.One;
    }

    public DateOnly RequiredDate(string name) => HasRequired(name, out var value) ? Date(At(name), value) ?? default : default;

    public DateOnly? Date(string name) => HasKnown(name, out var value) ? Date(At(name), value) : null;

    /// <summary>An object that may be left out and cannot be null.</summary>
    public Fields Object(string name) => new(HasOwn(name, out var value) ? value : default, At(name), faults);

    public Fields RequiredObject(string name) => new(HasRequired(name, out var value) ? value : default, At(name), faults);

    /// <summary>An object whose null and absence both mean unknown.</summary>
    public Fields? KnownObject(string name) => HasKnown(name, out var value) ? new(value, At(name), faults) : null;

    public IReadOnlyList<T> List<T>(string name, Func<JsonElement, Place, T> read) =>
        HasOwn(name, out var value) ? List(name, value, read) : [];

    public IReadOnlyList<T> RequiredList<T>(string name, Func<JsonElement, Place, T> read) =>
        HasRequired(name, out var value) ? List(name, value, read) : [];

    public IReadOnlyList<string> Texts(string name) => List(name, (value, at) => Text(at, value) ?? StandIn(at));

    public IReadOnlyList<string> RequiredTexts(string name) => RequiredList(name, (value, at) => Text(at, value) ?? StandIn(at));

    public IReadOnlyList<T> Words<T>(string name) where T : struct, Enum =>
        [.. List(name, (value, at) => Word<T>(at, value)).OfType<T>()];

    private List<T> List<T>(string name, JsonElement value, Func<JsonElement, Place, T> read)
    {
        if (value.ValueKind != JsonValueKind.Array)
        {
            Add(At(name), $"must be a list, not {Kind(value)}");
            return [];
        }
        var items = new List<T>(value.GetArrayLength());
        foreach (var item in value.EnumerateArray())
            items.Add(read(item, place[name, items.Count]));
        return items;
    }

    public string? Text(Place at, JsonElement value)
    {
        if (value.ValueKind != JsonValueKind.String)
        {
            Add(at, $"must be text, not {Kind(value)}");
            return null;
        }
        try
        {
            return value.GetString();
        }
        catch (InvalidOperationException)
        {
            Add(at, "is not valid Unicode text");
            return null;
        }
    }

    public T? Word<T>(Place at, JsonElement value) where T : struct, Enum
    {
        if (Text(at, value) is not { } word)
            return null;
        if (Core.Records.Words.TryParse<T>(word, out var member))
            return member;
        Add(at, $"unrecognised word \"{Shown(word)}\"{NearestWord.Clause(word, Core.Records.Words.Of<T>())}");
        return null;
    }

    private bool? YesNo(Place at, JsonElement value)
    {
        if (value.ValueKind is JsonValueKind.True or JsonValueKind.False)
            return value.GetBoolean();
        Add(at, $"must be true or false, not {Kind(value)}");
        return null;
    }

    public double? Number(Place at, JsonElement value)
    {
        if (value.ValueKind != JsonValueKind.Number)
        {
            Add(at, $"must be a number, not {Kind(value)}");
            return null;
        }
        if (value.TryGetDouble(out var number) && double.IsFinite(number))
            return number;
        Add(at, "is too large a number");
        return null;
    }

    private int? Whole(Place at, JsonElement value)
    {
        if (Number(at, value) is not { } number)
            return null;
        if (number == Math.Floor(number) && Math.Abs(number) <= 1e9)
            return (int)number;
        Add(at, "must be a whole number of a sensible size");
        return null;
    }

    private DateOnly? Date(Place at, JsonElement value)
    {
        if (Text(at, value) is not { } text)
            return null;
        if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        Add(at, "must be a date, YYYY-MM-DD");
        return null;
    }

    private static string? Name(JsonProperty property)
    {
        try
        {
            return property.Name;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    private static string Shown(string text) => string.Concat(text.Take(60).Select(c => char.IsControl(c) ? '\uFFFD' : c));

    private static string Kind(JsonElement value) => value.ValueKind switch
    {
        JsonValueKind.Null => "null",
        JsonValueKind.String => "text",
        JsonValueKind.Number => "a number",
        JsonValueKind.Array => "a list",
        JsonValueKind.Object => "an object",
        _ => "true or false",
    };
}
