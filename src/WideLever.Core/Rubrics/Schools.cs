namespace WideLever.Core.Rubrics;

// The members are the words of the table of schools.
#pragma warning disable CS1591

/// <summary>Whether the battery is disconnected before inside work.</summary>
public enum PowerFirst { Always, WhereBlocking }

/// <summary>Whether swapping a whole assembly counts as repair.</summary>
public enum Assemblies { AsAssembly, NotReplaceable }

/// <summary>Which ceiling counts: the proved, the stated or the allowed one.</summary>
public enum CeilingSource { Bench, Maker, Platform }

/// <summary>How effort is counted.</summary>
public enum EffortSchool { StandardTime, Steps, Observed }

#pragma warning restore CS1591

/// <summary>The answers to what practitioners differ on. Method, <em>Schools: where practitioners differ</em>.</summary>
public sealed record Schools
{
    /// <summary>Default <c>always</c>.</summary>
    public PowerFirst PowerFirst { get; init; }

    /// <summary>Default <c>asAssembly</c>.</summary>
    public Assemblies Assemblies { get; init; }

    /// <summary>Default <c>bench</c>.</summary>
    public CeilingSource Ceiling { get; init; }

    /// <summary>Default <c>standardTime</c>.</summary>
    public EffortSchool Effort { get; init; }

    /// <summary>Exponent of the mean inside a part and a kind: 1, 0 or −1; default 0.</summary>
    public int InsideMean { get; init; }

    /// <summary>Exponent of the mean across kinds: 1, 0 or −1; default 1.</summary>
    public int AcrossMean { get; init; } = 1;
}
