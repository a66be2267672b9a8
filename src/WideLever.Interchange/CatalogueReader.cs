using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>A spare part as a catalogue offers it.</summary>
/// <param name="Number">Its part number.</param>
/// <param name="What">What it is, in the catalogue's words; null: not said.</param>
/// <param name="Price">Its price, with a currency; null: not said.</param>
/// <param name="Source">Who sells it; null: not said.</param>
/// <param name="Paired">Whether it works only after the maker's pairing; null: not said.</param>
public sealed record Offer(string Number, string? What, Money? Price, Supply? Source, bool? Paired);

/// <summary>Reads the answers of a spare-part catalogue. <c>docs/formats/README.md</c>, <em>The spare-part catalogue</em>.</summary>
public static class CatalogueReader
{
    /// <summary>Bytes that an answer may have.</summary>
    public const int MaxBytes = 1024 * 1024;

    /// <summary>The offer for a part number, or null with the faults.</summary>
    public static Offer? ReadOffer(ReadOnlyMemory<byte> utf8, string number, List<Fault> faults)
    {
        using var document = JsonText.ParseReadable(utf8, faults);
        if (document is null)
            return null;
        var fields = new Fields(document.Root, Place.Root, faults);
        var offer = new Offer(fields.RequiredText("number"), Line(fields, "what"), Price(fields), fields.Word<Supply>("source"), fields.YesNo("paired"));
        if (faults.Count == 0 && offer.Number != number)
            fields.Add(fields.At("number"), "is another part than the one asked for");
        return faults.Count == 0 ? offer : null;
    }

    /// <summary>The modules of a list, or null with the faults.</summary>
    public static IReadOnlyList<Module>? ReadModules(ReadOnlyMemory<byte> utf8, List<Fault> faults)
    {
        using var document = JsonText.ParseReadable(utf8, faults);
        if (document is null)
            return null;
        var fields = new Fields(document.Root, Place.Root, faults);
        var modules = fields.RequiredList("modules", Module);
        return faults.Count == 0 ? modules : null;
    }

    /// <summary>One module, as a file has it, or null with the faults.</summary>
    public static Module? ReadModule(ReadOnlyMemory<byte> utf8, List<Fault> faults)
    {
        using var document = JsonText.ParseReadable(utf8, faults);
        if (document is null)
            return null;
        var module = Module(new Fields(document.Root, Place.Root, faults));
        return faults.Count == 0 ? module : null;
    }

    private static Module Module(Fields fields)
    {
        var module = new Module
        {
            Number = fields.RequiredText("number"),
            Kind = fields.RequiredWord("kind", PartKind.Memory),
            Form = Line(fields, "form"),
            Bus = Line(fields, "bus"),
            Name = Line(fields, "name"),
            LengthMm = Between(fields, "lengthMm", 500),
            Generation = Line(fields, "generation"),
            Capacity = Between(fields, "capacity", RecordLimits.Capacity),
            Sides = fields.Whole("sides"),
            ThicknessMm = Between(fields, "thicknessMm", 100),
            Price = Price(fields),
        };
        if (module.Sides is { } sides and not (1 or 2))
            fields.Add(fields.At("sides"), $"{sides} is neither 1 nor 2");
        return module;
    }

    private static Money? Price(Fields parent)
    {
        if (parent.KnownObject("price") is not { } fields)
            return null;
        var money = new Money { Amount = Between(fields, "amount", RecordLimits.Money), Currency = fields.Text("currency") };
        if (money.Currency is null || !Currencies.IsKnown(money.Currency))
            fields.Add(fields.At("currency"), "must be an ISO 4217 currency code, such as EUR");
        return money;
    }

    private static double? Between(Fields fields, string name, double most)
    {
        var number = fields.Number(name);
        if (number is < 0 || number > most)
            fields.Add(fields.At(name), FormattableString.Invariant($"must be a number from 0 to {most}"));
        return number;
    }

    private static string? Line(Fields fields, string name)
    {
        var text = fields.Text(name);
        if (text is { Length: > RecordLimits.Text } || text?.Any(char.IsControl) == true)
            fields.Add(fields.At(name), $"must be one line of at most {RecordLimits.Text} characters");
        return text;
    }
}
