
namespace WideLever.Core.Benching;

/// <summary>What can be done with both hands in the machine.</summary>
public enum BenchCommand
{
    /// <summary>Begins the next step's time, or goes on with the work.</summary>
    Lap,

    /// <summary>Commits the line.</summary>
    Commit,

    /// <summary>Takes a frame from the bench camera.</summary>
    Photo,

    /// <summary>Notes a screw found late.</summary>
    Surprise,

    /// <summary>Notes that something broke.</summary>
    Damage,

    /// <summary>Takes the last change back.</summary>
    Undo,
}

/// <summary>How long a key is held.</summary>
public enum KeyPress
{
    /// <summary>Less than half a second.</summary>
    Short,

    /// <summary>Half a second or more.</summary>
    Long,
}

/// <summary>A key that gives a command.</summary>
/// <param name="Command">The command.</param>
/// <param name="Key">The key as the browser names it, with <c>Ctrl+</c> in front where that is held; <c>Pedal1</c> to <c>Pedal3</c> for a pedal's buttons.</param>
/// <param name="Press">How long it is held.</param>
public sealed record KeyBinding(BenchCommand Command, string Key, KeyPress Press);

/// <summary>The keys of the six commands. A pedal is a keyboard: it needs only its keys here.</summary>
public static class KeyMap
{
    /// <summary>Most bindings of a map.</summary>
    public const int Most = 60;

    /// <summary>The keys of a new house, for a keyboard and for a pedal of three buttons.</summary>
    public static IReadOnlyList<KeyBinding> Default { get; } =
    [
        new(BenchCommand.Lap, "F2", KeyPress.Short),
        new(BenchCommand.Commit, "Enter", KeyPress.Short),
        new(BenchCommand.Photo, "F4", KeyPress.Short),
        new(BenchCommand.Surprise, "F8", KeyPress.Short),
        new(BenchCommand.Damage, "F9", KeyPress.Short),
        new(BenchCommand.Undo, "Ctrl+z", KeyPress.Short),
        new(BenchCommand.Lap, "Pedal1", KeyPress.Short),
        new(BenchCommand.Photo, "Pedal1", KeyPress.Long),
        new(BenchCommand.Commit, "Pedal2", KeyPress.Short),
        new(BenchCommand.Surprise, "Pedal2", KeyPress.Long),
        new(BenchCommand.Undo, "Pedal3", KeyPress.Short),
        new(BenchCommand.Damage, "Pedal3", KeyPress.Long),
    ];

    /// <summary>What is wrong with a map, each with its place.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyList<KeyBinding> bindings)
    {
        var faults = new List<Fault>();
        if (bindings.Count > Most)
            faults.Add(new("", $"has {bindings.Count} keys; the limit is {Most}"));
        for (var i = 0; i < bindings.Count; i++)
        {
            var key = bindings[i].Key;
            if (string.IsNullOrEmpty(key) || key.Length > 40 || key.Any(char.IsControl))
                faults.Add(new($"[{i}].key", "must name a key, such as F2 or Ctrl+z"));
            // A letter or digit on its own is typed into the line.
            else if (key.EnumerateRunes().Count() == 1)
                faults.Add(new($"[{i}].key", $"\"{key}\" is typed into the line: take a function key, or one with Ctrl"));
            else if (bindings.Take(i).Any(other => other.Key == key && other.Press == bindings[i].Press))
                faults.Add(new($"[{i}].key", $"{key}, {bindings[i].Press.Word()}, has a command already"));
        }
        foreach (var command in WordList.Members<BenchCommand>().Where(command => bindings.All(binding => binding.Command != command)))
            faults.Add(new("", $"{command.Word()} has no key"));
        return faults;
    }
}
