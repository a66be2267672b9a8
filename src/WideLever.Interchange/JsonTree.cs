using System.Buffers;
using System.Buffers.Text;
using System.Numerics;
using System.Runtime.InteropServices;
using System.Text;
using System.Text.Json;

namespace WideLever.Interchange;

/// <summary>
/// A JSON text as the list of its tokens. It is what <see cref="JsonDocument"/> is, for one reader that asks every object for a score of
/// fields by name, most of which are not there: a name is compared by a number first, and nothing is copied before it is wanted.
/// </summary>
internal sealed class JsonTree : IDisposable
{
    private static readonly UTF8Encoding Strict = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    private readonly ArraySegment<byte> utf8;
    private Token[] tokens;
    private int count;

    // Names and texts with escapes, read as they are met; a null is none that can be read.
    private readonly Dictionary<int, string?> escaped = [];

    // By the number of a token's type; a name is no value.
    private static readonly JsonValueKind[] Kinds =
    [
        .. Enum.GetValues<JsonTokenType>().Select(type => type switch
        {
            JsonTokenType.StartObject => JsonValueKind.Object,
            JsonTokenType.StartArray => JsonValueKind.Array,
            JsonTokenType.String => JsonValueKind.String,
            JsonTokenType.Number => JsonValueKind.Number,
            JsonTokenType.True => JsonValueKind.True,
            JsonTokenType.False => JsonValueKind.False,
            JsonTokenType.Null => JsonValueKind.Null,
            _ => JsonValueKind.Undefined,
        }),
    ];

    private struct Token
    {
        public JsonValueKind Kind;

        public bool Escaped;

        /// <summary>Of a text or number: where it lies, bytes.</summary>
        public int Start;

        /// <summary>Of a text or number: how long it is, bytes. Of an object or list: how many fields or items it has.</summary>
        public int Length;

        /// <summary>Of a name: the number it is compared by. Of an object: a bit for each of its names, several of which may share one.</summary>
        public int Mark;

        /// <summary>The token after it and all that it has.</summary>
        public int Next;
    }

    private JsonTree(ReadOnlyMemory<byte> text)
    {
        utf8 = MemoryMarshal.TryGetArray(text, out var array) ? array : new(text.ToArray());
        tokens = ArrayPool<Token>.Shared.Rent(Math.Max(16, utf8.Count / 8));
    }

    /// <summary>The tree of a text.</summary>
    /// <param name="utf8">The text.</param>
    /// <param name="maxDepth">How deep it may be nested.</param>
    /// <exception cref="JsonException">It is no JSON, or a field stands twice in one object.</exception>
    public static JsonTree Parse(ReadOnlyMemory<byte> utf8, int maxDepth)
    {
        var tree = new JsonTree(utf8);
        try
        {
            tree.Read(maxDepth);
            return tree;
        }
        catch
        {
            tree.Dispose();
            throw;
        }
    }

    /// <summary>Gives back what it holds; no value of it is read from then on.</summary>
    public void Dispose()
    {
        ArrayPool<Token>.Shared.Return(tokens);
        tokens = [];
    }

    private void Read(int maxDepth)
    {
        var reader = new Utf8JsonReader(utf8.AsSpan(), new JsonReaderOptions { MaxDepth = maxDepth });
        Span<int> open = stackalloc int[maxDepth];
        var depth = 0;
        while (reader.Read())
        {
            if (reader.TokenType is JsonTokenType.EndObject or JsonTokenType.EndArray)
            {
                var start = open[--depth];
                tokens[start].Next = count;
                if (reader.TokenType == JsonTokenType.EndObject)
                    RefuseTwice(start);
                continue;
            }
            // What stands in a list or object is counted there: names in an object, items in a list.
            var within = depth > 0 ? open[depth - 1] : -1;
            if (within >= 0 && (reader.TokenType == JsonTokenType.PropertyName || tokens[within].Kind == JsonValueKind.Array))
                tokens[within].Length++;
            var at = Add(ref reader, within);
            if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
                open[depth++] = at;
        }
    }

    /// <summary>The value that the text is.</summary>
    public JsonValue Root => new(this, 0);

    private int Add(ref Utf8JsonReader reader, int within)
    {
        if (count == tokens.Length)
            Grow();
        ref var token = ref tokens[count];
        token = new() { Kind = Kinds[(int)reader.TokenType], Next = count + 1 };
        if (reader.TokenType is JsonTokenType.PropertyName or JsonTokenType.String or JsonTokenType.Number)
        {
            // A text's place is that of what lies between its quotes.
            token.Start = (int)reader.TokenStartIndex + (reader.TokenType == JsonTokenType.Number ? 0 : 1);
            token.Length = reader.ValueSpan.Length;
            token.Escaped = reader.ValueIsEscaped;
            if (token.Escaped)
                escaped[count] = Text(ref reader);
            if (reader.TokenType == JsonTokenType.PropertyName)
            {
                token.Mark = token.Escaped ? Mark(escaped[count] ?? "") : Mark(reader.ValueSpan);
                tokens[within].Mark |= Bit(token.Mark);
            }
        }
        return count++;
    }

    private void Grow()
    {
        var larger = ArrayPool<Token>.Shared.Rent(2 * count);
        tokens.CopyTo(larger, 0);
        ArrayPool<Token>.Shared.Return(tokens);
        tokens = larger;
    }

    private static string? Text(ref Utf8JsonReader reader)
    {
        try
        {
            return reader.GetString();
        }
        catch (InvalidOperationException)
        {
            // So the reader says that bytes are no UTF-8, or that half of a surrogate pair is missing.
            return null;
        }
    }

    private static int Mark(ReadOnlySpan<byte> name) => name.Length == 0 ? 0 : name.Length << 24 ^ name[0] << 16 ^ name[name.Length / 2] << 8 ^ name[^1];

    private static int Mark(ReadOnlySpan<char> name) => name.Length == 0 ? 0 : name.Length << 24 ^ name[0] << 16 ^ name[name.Length / 2] << 8 ^ name[^1];

    private static int Bit(int mark) => 1 << ((mark * 0x2C1B3C6D) >>> 27);

    private void RefuseTwice(int start)
    {
        const int Few = 32;
        var fields = tokens[start].Length;
        // A bit of its own for each name: none is the same as another.
        if (BitOperations.PopCount((uint)tokens[start].Mark) == fields)
            return;
        if (fields > Few)
        {
            var seen = new HashSet<string>(fields, StringComparer.Ordinal);
            for (var (name, left) = (start + 1, fields); left > 0; left--, name = tokens[name + 1].Next)
            {
                if (Text(name) is { } text && !seen.Add(text))
                    throw new JsonException(Twice);
            }
            return;
        }
        Span<int> before = stackalloc int[Few];
        var met = 0;
        for (var (name, left) = (start + 1, fields); left > 0; left--, name = tokens[name + 1].Next)
        {
            for (var other = 0; other < met; other++)
            {
                if (tokens[before[other]].Mark == tokens[name].Mark && Text(before[other]) is { } text && text == Text(name))
                    throw new JsonException(Twice);
            }
            before[met++] = name;
        }
    }

    private const string Twice = "a duplicate field";

    /// <summary>The text of a name or text; null where it is not Unicode.</summary>
    private string? Text(int at)
    {
        ref var token = ref tokens[at];
        if (token.Escaped)
            return escaped[at];
        try
        {
            return Strict.GetString(utf8.AsSpan(token.Start, token.Length));
        }
        catch (DecoderFallbackException)
        {
            return null;
        }
    }

    private bool IsName(int at, int mark, string name)
    {
        ref var token = ref tokens[at];
        return token.Mark == mark && (token.Escaped ? escaped[at] == name : Ascii.Equals(utf8.AsSpan(token.Start, token.Length), name));
    }

    /// <summary>A value in a <see cref="JsonTree"/>; the default is one that is not there.</summary>
    internal readonly struct JsonValue(JsonTree tree, int at)
    {
        /// <summary>What it is.</summary>
        public JsonValueKind ValueKind => tree is null ? JsonValueKind.Undefined : tree.tokens[at].Kind;

        /// <summary>How many fields an object has, or items a list.</summary>
        public int Count => tree.tokens[at].Length;

        /// <summary>The items of a list, for one pass over them.</summary>
        public ItemList Items() => new(tree, at);

        /// <summary>The fields of an object; a name that is not Unicode is null.</summary>
        public IEnumerable<KeyValuePair<string?, JsonValue>> Pairs()
        {
            var (within, name) = (tree, at + 1);
            for (var left = Count; left > 0; left--, name = within.tokens[name + 1].Next)
                yield return new(within.Text(name), new(within, name + 1));
        }

        /// <summary>The field of an object that has a name of ASCII letters.</summary>
        public bool TryGet(string name, out JsonValue value)
        {
            var cursor = 0;
            return TryGet(name, ref cursor, out value);
        }

        /// <summary>The field of an object that has a name of ASCII letters.</summary>
        /// <param name="name">The name.</param>
        /// <param name="cursor">Where it is looked for first, 0 at the beginning: fields are mostly asked for in the order they are written in.</param>
        /// <param name="value">The value.</param>
        public bool TryGet(string name, ref int cursor, out JsonValue value)
        {
            var mark = Mark(name.AsSpan());
            var tokens = tree.tokens;
            value = default;
            if ((tokens[at].Mark & Bit(mark)) == 0)
                return false;
            if (cursor == 0)
                cursor = at + 1;
            if (cursor < tokens[at].Next && tree.IsName(cursor, mark, name))
            {
                value = new(tree, cursor + 1);
                cursor = tokens[cursor + 1].Next;
                return true;
            }
            var field = at + 1;
            for (var left = tokens[at].Length; left > 0; left--, field = tokens[field + 1].Next)
            {
                if (!tree.IsName(field, mark, name))
                    continue;
                value = new(tree, field + 1);
                cursor = tokens[field + 1].Next;
                return true;
            }
            return false;
        }

        /// <summary>A text; null where it is not Unicode.</summary>
        public string? Text => tree.Text(at);

        /// <summary>The bytes of a text without escapes; false where it has any.</summary>
        public bool IsPlain(out ReadOnlySpan<byte> text)
        {
            ref var token = ref tree.tokens[at];
            text = tree.utf8.AsSpan(token.Start, token.Length);
            return !token.Escaped;
        }

        /// <summary>A number; false where it is too large for one.</summary>
        public bool TryGetNumber(out double number)
        {
            ref var token = ref tree.tokens[at];
            var digits = tree.utf8.AsSpan(token.Start, token.Length);
            if (Utf8Parser.TryParse(digits, out int whole, out var read) && read == digits.Length)
            {
                number = whole;
                return true;
            }
            return Utf8Parser.TryParse(digits, out number, out read) && read == digits.Length && double.IsFinite(number);
        }
    }

    /// <summary>The items of a list.</summary>
    internal struct ItemList(JsonTree tree, int list)
    {
        private int left = tree.tokens[list].Length;
        private int next = list + 1;

        /// <summary>The item in hand.</summary>
        public JsonValue Current { get; private set; }

        /// <summary>Itself: a list is gone over once.</summary>
        public readonly ItemList GetEnumerator() => this;

        /// <summary>Takes the next item in hand; false where there is none.</summary>
        public bool MoveNext()
        {
            if (left-- == 0)
                return false;
            Current = new(tree, next);
            next = tree.tokens[next].Next;
            return true;
        }
    }
}
