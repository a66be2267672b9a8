using WideLever.Core.Records;

namespace WideLever.Core.Rubrics;

/// <summary>A value for every action of the format, and for every word where a word tells its kind: seconds and chances of a rubric. Equal tables hold equal values.</summary>
/// <typeparam name="TValue">What each is given.</typeparam>
public sealed class ActionTable<TValue> : IEquatable<ActionTable<TValue>>
{
    private readonly TValue[][] values;

    /// <summary>A table with the values that <paramref name="valuesOf"/> gives to each action: as many as it has words, or one.</summary>
    /// <exception cref="ArgumentException">An action is given more or fewer.</exception>
    public ActionTable(Func<ActionRow, IEnumerable<TValue>> valuesOf)
    {
        values = [.. WordList.Members<Verb>().Select(ActionRow.Of).Select(row => Fitting(row, [.. valuesOf(row)]))];
    }

    private ActionTable(TValue[][] values) => this.values = values;

    /// <summary>The values of an action, in the order of its words.</summary>
    public ReadOnlySpan<TValue> this[Verb verb] => values[(int)verb];

    /// <summary>The same table but for one action.</summary>
    /// <exception cref="ArgumentException">There are more or fewer than it has words.</exception>
    public ActionTable<TValue> With(Verb verb, params TValue[] changed) => new([.. values.Select((old, i) => i == (int)verb ? Fitting(ActionRow.Of(verb), changed) : old)]);

    /// <inheritdoc/>
    public bool Equals(ActionTable<TValue>? other) => other is not null && values.Zip(other.values).All(pair => pair.First.AsSpan().SequenceEqual(pair.Second));

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as ActionTable<TValue>);

    /// <inheritdoc/>
    public override int GetHashCode() => values.Length;

    private static TValue[] Fitting(ActionRow row, TValue[] given) => given.Length == (row.Word?.Words.Count ?? 1)
        ? given
        : throw new ArgumentException($"{given.Length} values for {row.Verb.Word()}");
}
