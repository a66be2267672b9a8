namespace WideLever.Core.Records;

/// <summary>How often an action is done: a whole number, or a span in which it lies. Method, <em>Effort of an action</em>.</summary>
/// <param name="Least">The least it may be, 1 or more.</param>
/// <param name="Most">The greatest it may be, at least the least.</param>
public readonly record struct Count(int Least, int Most)
{
    /// <summary>Counted once.</summary>
    public static readonly Count One = 1;

    /// <summary>The number where it was counted; null: a span.</summary>
    public int? Exact => Least == Most ? Least : null;

    /// <summary>Middle of the span.</summary>
    public double Middle => (Least + Most) / 2.0;

    /// <summary>A number that was counted.</summary>
    public static implicit operator Count(int exact) => new(exact, exact);

    /// <summary>Both together.</summary>
    public static Count operator +(Count a, Count b) => new(a.Least + b.Least, a.Most + b.Most);

    /// <summary>As people say it: <c>9</c> or <c>9 to 11</c>.</summary>
    public override string ToString() => Exact is { } exact
        ? exact.ToString(System.Globalization.CultureInfo.InvariantCulture)
        : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{Least} to {Most}");
}
