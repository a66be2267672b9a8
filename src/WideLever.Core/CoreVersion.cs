namespace WideLever.Core;

/// <summary>Which core computed a result.</summary>
public static class CoreVersion
{
    /// <summary>Changes with every change of the core's code, so that a result cached under it is one that this core would compute.</summary>
    public static string Current { get; } = typeof(CoreVersion).Module.ModuleVersionId.ToString("N");
}
