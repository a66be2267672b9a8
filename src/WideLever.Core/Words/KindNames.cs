namespace WideLever.Core.Words;

/// <summary>Kinds of parts as people call them.</summary>
public static class KindNames
{
    /// <summary>What people call a kind.</summary>
    public static string Name(this PartKind kind) => kind switch
    {
        PartKind.Storage => "drive",
        PartKind.Wireless => "wireless card",
        PartKind.Thermal => "heatsink",
        PartKind.Mainboard => "main board",
        _ => WordList.Apart(kind.Word()),
    };
}
