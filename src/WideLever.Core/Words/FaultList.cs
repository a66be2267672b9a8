namespace WideLever.Core.Words;

/// <summary>How much is said of a document that has much wrong: nobody reads more, and a hostile one would have no end.</summary>
public static class FaultList
{
    /// <summary>Faults that are told.</summary>
    public const int Told = 200;

    /// <summary>Faults among which the nearest word is looked for.</summary>
    public const int Suggested = 20;

    /// <summary>Whether nothing more is told.</summary>
    public static bool IsFull(this List<Fault> faults) => faults.Count > Told;

    /// <summary>Adds a fault, or, past the limit, once that there are more.</summary>
    public static void Tell(this List<Fault> faults, Place at, string message)
    {
        if (faults.Count < Told)
            faults.Add(new Fault(at.ToString(), message));
        else if (faults.Count == Told)
            faults.Add(new Fault("", $"has more faults than the {Told} that are told here"));
    }

    /// <summary>Adds a fault about an unrecognised word or name, with what it most likely stands for as long as few are told.</summary>
    public static void TellUnknown(this List<Fault> faults, Place at, string message, string word, IEnumerable<string> known)
    {
        if (!faults.IsFull())
            faults.Tell(at, message + (faults.Count < Suggested ? NearestWord.Clause(word, known) : ""));
    }
}
