using System.Globalization;

namespace WideLever.Core.Words;

/// <summary>
/// A place in a document, such as <c>steps[3].after[0]</c>. It is spelt out only where there is something to say of it: reading a
/// record passes hundreds of places and names none.
/// </summary>
public readonly struct Place
{
    private readonly Node? parent;
    private readonly string name;
    private readonly int index;

    private Place(Node? parent, string name, int index)
    {
        this.parent = parent;
        this.name = name;
        this.index = index;
    }

    /// <summary>The document as a whole.</summary>
    public static Place Root { get; } = new(null, "", -1);

    /// <summary>A place that is spelt out already.</summary>
    public static Place Named(string place) => new(null, place, -1);

    /// <summary>This place as one to start others from: worth keeping where several are named from it.</summary>
    public Node Open() => new(this);

    /// <inheritdoc/>
    public override string ToString()
    {
        var outer = parent?.Place.ToString() ?? "";
        var inner = index < 0 ? name : string.Create(CultureInfo.InvariantCulture, $"{name}[{index}]");
        return outer.Length == 0 ? inner : inner.Length == 0 ? outer : $"{outer}.{inner}";
    }

    /// <summary>A place that others are inside of.</summary>
    public sealed class Node
    {
        internal Node(Place place) => Place = place;

        internal Place Place { get; }

        /// <summary>The place of a field in it.</summary>
        public Place this[string field] => new(this, field, -1);

        /// <summary>The place of an item of a list in it.</summary>
        public Place this[string list, int index] => new(this, list, index);

        /// <inheritdoc/>
        public override string ToString() => Place.ToString();
    }
}
