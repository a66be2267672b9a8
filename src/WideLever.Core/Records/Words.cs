using System.Runtime.CompilerServices;

namespace WideLever.Core.Records;

// The members are the words themselves; the table or field that uses them says what they mean.
#pragma warning disable CS1591

/// <summary>What a machine is sold as. Record field <c>unit.class</c>.</summary>
public enum MachineClass { Thin, Mainstream, Convertible, Performance, Workstation, Rugged, Desktop }

/// <summary>The driver that the bench used; shown, never scored. Record field <c>teardown.driver</c>.</summary>
public enum BenchDriver { Hand, Powered }

/// <summary>The state in which the machine came to the bench. Record field <c>teardown.condition</c>.</summary>
public enum Condition { New, Used, Opened, Damaged }

/// <summary>Whether the machine is one that a buyer gets. Record field <c>teardown.sample</c>.</summary>
public enum Sample { Retail, Early }

/// <summary>What went otherwise than planned in a step. Record field <c>surprises[].kind</c>.</summary>
public enum SurpriseKind { FoundLate, Damage, PartCameAlong, Hard, Fragile, GaveUp, Missing }

/// <summary>Recess of a screw head, by its standard term. Every drive is also a <see cref="Tool"/>.</summary>
public enum Drive { Cross, Slotted, CrossJis, SixLobe, Hex, Nut, SixLobePin, FiveLobe, TriLobe, Spanner }

/// <summary>What is held in the hand for an action. The words of the rubric's table <c>tools</c>.</summary>
public enum Tool
{
    Hand, PryTool, Cross, Slotted, CrossJis, SixLobe, Hex, Nut, SixLobePin, FiveLobe, TriLobe, Spanner, Puller, Solvent, Heat, Rework,
}

/// <summary>What is done in an action. Record field <c>actions[].do</c>.</summary>
public enum Verb { Unscrew, Unclip, Unlatch, Slide, Switch, Swing, Route, Move, Unplug, Peel, Unbond, Lift, Thermal }

/// <summary>What hides a screw.</summary>
public enum Cover { None, Foot, Label, Seal, Plug, Tape, Shield }

/// <summary>Kind of an electrical connection, by the way it comes apart.</summary>
public enum Connector
{
    WirePlug, TightWirePlug, FlipLock, SlideLock, PushFit, PressFit, BarLock, Coax, LatchedModule, SlideCard, Blade, SpringContact,
}

/// <summary>What is peeled off.</summary>
public enum PeelWhat { Foot, Label, Seal, Tape, Shield, Film }

/// <summary>What is lifted out.</summary>
public enum LiftWhat { Cover, Part, Assembly, Board, Display }

/// <summary>What lies between a heat source and its sink.</summary>
public enum ThermalWhat { Pad, Paste, LiquidMetal }

/// <summary>What holds two surfaces together along a length.</summary>
public enum Bond { ReleaseTab, Tape, Foam, Gasket, SoftGlue, RigidGlue }

/// <summary>How a part is held.</summary>
public enum Mounting { Socketed, Slid, Magnetic, Plugged, Screwed, Clipped, Taped, Glued, Riveted, Laminated, Soldered }

/// <summary>How open an interface is to parts of others.</summary>
public enum Standard { Open, Restricted, Maker, None }

/// <summary>Who sells the spare.</summary>
public enum Supply { Maker, ThirdParty, Salvage, None }

/// <summary>What a part is. The first twenty-one have thresholds in the rubric's table <c>reach</c>; the rest are recorded only.</summary>
public enum PartKind
{
    Battery, Storage, Memory, Wireless, Fan, Thermal, Keyboard, Touchpad, DisplayPanel, ChargePort, PortsBoard, Speakers, ClockCell, Hinge,
    Camera, PowerButton, OpticalDrive, Mainboard, Processor, Graphics, PortModules,
    BaseCover, TopCase, Bezel, DisplayAssembly, Frame, Other,
}

#pragma warning restore CS1591

/// <summary>
/// The words of the record format, fixed here once: each enumeration travels as the name of its member with a small first letter.
/// </summary>
public static class Words
{
    /// <summary>The word of the format for a member, such as <c>crossJis</c>.</summary>
    public static string Word<T>(this T member) where T : struct, Enum => Table<T>.Words[Unsafe.As<T, int>(ref member)];

    /// <summary>All words of an enumeration, in its order.</summary>
    public static IReadOnlyList<string> Of<T>() where T : struct, Enum => Table<T>.Words;

    /// <summary>All members of an enumeration, in its order.</summary>
    public static IReadOnlyList<T> Members<T>() where T : struct, Enum => Table<T>.Members;

    /// <summary>The member for a word of the format; false where the format lacks the word.</summary>
    public static bool TryParse<T>(string word, out T member) where T : struct, Enum
    {
        var known = Table<T>.Positions.TryGetValue(word, out var position);
        member = known ? Table<T>.Members[position] : default;
        return known;
    }

    /// <summary>The member for a word of the format in UTF-8; false where the format lacks the word.</summary>
    public static bool TryParse<T>(ReadOnlySpan<byte> word, out T member) where T : struct, Enum
    {
        var words = Table<T>.Utf8;
        for (var i = 0; i < words.Length; i++)
        {
            if (word.SequenceEqual(words[i]))
            {
                member = Table<T>.Members[i];
                return true;
            }
        }
        member = default;
        return false;
    }

    /// <summary>Whether parts of a kind are places with a capacity: memory, storage and battery.</summary>
    public static bool IsPlace(this PartKind kind) => kind is PartKind.Memory or PartKind.Storage or PartKind.Battery;

    /// <summary>The tool that turns a drive.</summary>
    public static Tool Tool(this Drive drive) => DriveTools[(int)drive];

    private static readonly Tool[] DriveTools = [.. Members<Drive>().Select(drive => Enum.Parse<Tool>(drive.ToString()))];

    // Positions rather than members in the dictionary: one instantiation serves every enumeration, which the start-up time feels.
    private static class Table<T> where T : struct, Enum
    {
        public static readonly T[] Members = Enum.GetValues<T>();

        public static readonly string[] Words = [.. Enum.GetNames<T>().Select(name => char.ToLowerInvariant(name[0]) + name[1..])];

        public static readonly byte[][] Utf8 = [.. Words.Select(System.Text.Encoding.UTF8.GetBytes)];

        public static readonly Dictionary<string, int> Positions =
            Words.Select((word, position) => (word, position)).ToDictionary(pair => pair.word, pair => pair.position, StringComparer.Ordinal);
    }
}
