namespace WideLever.Core.Words;

/// <summary>Tools and drives by their standard terms.</summary>
public static class ToolNames
{
    /// <summary>What people call a tool.</summary>
    public static string Name(this Tool tool) => tool switch
    {
        Tool.CrossJis => "cross, JIS",
        Tool.SixLobe => "six-lobe",
        Tool.SixLobePin => "six-lobe with pin",
        Tool.FiveLobe => "five-lobe",
        Tool.TriLobe => "tri-lobe",
        _ => WordList.Apart(tool.Word()),
    };

    /// <summary>What people call a drive: as the tool that turns it.</summary>
    public static string Name(this Drive drive) => WordList.TryParse<Tool>(drive.Word(), out var tool) ? tool.Name() : WordList.Apart(drive.Word());
}
