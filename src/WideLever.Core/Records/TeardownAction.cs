namespace WideLever.Core.Records;

/// <summary>One elementary manipulation with a standard time. A null word or number is unknown.</summary>
public abstract record TeardownAction
{
    private protected TeardownAction() { }

    /// <summary>How often, 1 to 999.</summary>
    public int Count { get; init; } = 1;

    /// <summary>The tool recorded; null: the one that the kind of action implies.</summary>
    public Tool? Tool { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }

    /// <summary>Its word in the record, such as <c>unscrew</c>.</summary>
    public string Verb() => char.ToLowerInvariant(GetType().Name[0]) + GetType().Name[1..];

    /// <summary>The tool in hand, or null where it is unknown. Method, <em>Effort of an action</em>.</summary>
    public Tool? ToolInHand() => Tool ?? ImpliedTool();

    /// <summary>The tool that the kind of action implies, or null where it is unknown.</summary>
    private protected virtual Tool? ImpliedTool() => Records.Tool.Hand;
}

/// <summary>Turn screws out.</summary>
public sealed record Unscrew : TeardownAction
{
    /// <summary>Recess of the heads.</summary>
    public Drive? Drive { get; init; }

    /// <summary>Size of the driver, such as <c>PH0</c>.</summary>
    public string? Size { get; init; }

    /// <summary>Thread, such as <c>M2</c>.</summary>
    public string? Thread { get; init; }

    /// <summary>Length in mm, 0.5 to 100.</summary>
    public double? Length { get; init; }

    /// <summary>Whether they stay in their part.</summary>
    public bool? Captive { get; init; }

    /// <summary>What hides them; null: unknown.</summary>
    public Cover? Cover { get; init; } = Records.Cover.None;

    /// <summary>How many covers come off, 1 to the count; null: one a screw.</summary>
    public int? Covers { get; init; }

    private protected override Tool? ImpliedTool() => Drive?.Tool();
}

/// <summary>Open clips.</summary>
public sealed record Unclip : TeardownAction
{
    private protected override Tool? ImpliedTool() => Records.Tool.PryTool;
}

/// <summary>Open latches.</summary>
public sealed record Unlatch : TeardownAction;

/// <summary>Slide something along its guide.</summary>
public sealed record Slide : TeardownAction;

/// <summary>Throw a switch.</summary>
public sealed record Switch : TeardownAction;

/// <summary>Swing something on its hinge.</summary>
public sealed record Swing : TeardownAction;

/// <summary>Take a cable out of its channel.</summary>
public sealed record Route : TeardownAction;

/// <summary>Move something out of the way.</summary>
public sealed record Move : TeardownAction;

/// <summary>Take a connection apart.</summary>
public sealed record Unplug : TeardownAction
{
    /// <summary>Kind of the connection.</summary>
    public Connector? Connector { get; init; }
}

/// <summary>Peel something off.</summary>
public sealed record Peel : TeardownAction
{
    /// <summary>What.</summary>
    public PeelWhat? What { get; init; }
}

/// <summary>Part two surfaces.</summary>
public sealed record Unbond : TeardownAction
{
    /// <summary>What holds them.</summary>
    public Bond? Bond { get; init; }

    /// <summary>Length of each bond in mm, 1 to 5,000; none for a release tab.</summary>
    public double? LengthMm { get; init; }
}

/// <summary>Lift something out.</summary>
public sealed record Lift : TeardownAction
{
    /// <summary>What.</summary>
    public LiftWhat? What { get; init; }
}

/// <summary>Part a heat source from its sink, and make the joint again on the way back.</summary>
public sealed record Thermal : TeardownAction
{
    /// <summary>What lies between.</summary>
    public ThermalWhat? What { get; init; }
}
