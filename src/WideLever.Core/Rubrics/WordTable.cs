using System.Runtime.CompilerServices;

namespace WideLever.Core.Rubrics;

/// <summary>A value for every word of an enumeration: the tables of a rubric. Equal tables hold equal values.</summary>
/// <typeparam name="TWord">The words.</typeparam>
/// <typeparam name="TValue">What each word is given.</typeparam>
public sealed class WordTable<TWord, TValue> : IEquatable<WordTable<TWord, TValue>> where TWord : struct, Enum
{
    private readonly TValue[] values;

    /// <summary>A table with the value that <paramref name="valueOf"/> gives to each word.</summary>
    public WordTable(Func<TWord, TValue> valueOf)
    {
        var words = WordList.Members<TWord>();
        values = new TValue[words.Count];
        for (var i = 0; i < values.Length; i++)
            values[i] = valueOf(words[i]);
    }

    /// <summary>A table of the values in the order of the words; the list is the table's from then on.</summary>
    internal WordTable(TValue[] values) => this.values = values;

    /// <summary>The value of a word.</summary>
    public TValue this[TWord word] => values[Unsafe.As<TWord, int>(ref word)];

    /// <summary>The values in the order of the words.</summary>
    public ReadOnlySpan<TValue> Values => values;

    /// <summary>The words with their values, in order.</summary>
    public IEnumerable<KeyValuePair<TWord, TValue>> Pairs =>
        WordList.Members<TWord>().Select(word => KeyValuePair.Create(word, this[word]));

    /// <inheritdoc/>
    public bool Equals(WordTable<TWord, TValue>? other) => other is not null && values.AsSpan().SequenceEqual(other.values);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as WordTable<TWord, TValue>);

    /// <inheritdoc/>
    public override int GetHashCode() => values.Length;
}

/// <summary>Values of some words in a published order: the rubric's tables over kinds.</summary>
/// <typeparam name="TWord">The words.</typeparam>
/// <typeparam name="TValue">What each word is given.</typeparam>
public sealed class OrderedTable<TWord, TValue> where TWord : struct, Enum
{
    private readonly Dictionary<TWord, TValue> values;

    /// <summary>A table of the pairs, in their order.</summary>
    /// <exception cref="ArgumentException">A word stands twice.</exception>
    public OrderedTable(IEnumerable<KeyValuePair<TWord, TValue>> pairs)
    {
        Pairs = [.. pairs];
        values = new Dictionary<TWord, TValue>(Pairs);
    }

    /// <summary>The pairs in order.</summary>
    public IReadOnlyList<KeyValuePair<TWord, TValue>> Pairs { get; }

    /// <summary>The value of a word.</summary>
    /// <exception cref="KeyNotFoundException">The table lacks the word.</exception>
    public TValue this[TWord word] => values[word];

    /// <summary>Whether the table has the word.</summary>
    public bool Contains(TWord word) => values.ContainsKey(word);

    /// <summary>The value of a word; false where the table lacks it.</summary>
    public bool TryGet(TWord word, out TValue value) => values.TryGetValue(word, out value!);
}
