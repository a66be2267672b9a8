namespace WideLever.Core;

/// <summary>Which core computed a result.</summary>
public static class CoreVersion
{
    /// <summary>Version of the method, <c>docs/method.md</c>: changes where the same record could get another result under the same rubric.</summary>
    public const int Method = 2;

    /// <summary>Changes with every change of the core's code, so that a result cached under it is one that this core would compute.</summary>
    public static string Current { get; } = typeof(CoreVersion).Module.ModuleVersionId.ToString("N");
}
