namespace WideLever.Core.Records;

/// <summary>One elementary manipulation with a standard time. A null word or number is unknown. What every action is called, takes and prints as stands in its <see cref="ActionRow"/>.</summary>
public abstract record TeardownAction
{
    private protected TeardownAction(Verb verb) => Verb = verb;

    /// <summary>What is done.</summary>
    public Verb Verb { get; }

    /// <summary>How often, 1 to 999, or a span; null: unknown.</summary>
    public Count? Count { get; init; } = Records.Count.One;

    /// <summary>The tool recorded; null: the one that the kind of action implies.</summary>
    public Tool? Tool { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }

    /// <summary>The tool in hand, or null where it is unknown. Method, <em>Effort of an action</em>.</summary>
    public Tool? ToolInHand() => Tool ?? ImpliedTool();

    /// <summary>The row that it is an action of.</summary>
    public ActionRow Row() => ActionRow.Of(Verb);

    /// <summary>Position of the word that tells its kind (<see cref="ActionRow.Word"/>) among its enumeration's; null: unknown, or it has none.</summary>
    internal virtual int? WordAt => null;

    /// <summary>The tool that the kind of action implies, or null where it is unknown.</summary>
    private protected virtual Tool? ImpliedTool() => Row().Tool;
}

/// <summary>Turn screws out.</summary>
public sealed record Unscrew() : TeardownAction(Verb.Unscrew)
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
    public Cover? Cover { get; init; } = Words.Cover.None;

    /// <summary>How many covers come off, 1 to the greatest count; null: one a screw.</summary>
    public int? Covers { get; init; }

    private protected override Tool? ImpliedTool() => Drive?.Tool();
}

/// <summary>Open clips.</summary>
public sealed record Unclip() : TeardownAction(Verb.Unclip);

/// <summary>Open latches.</summary>
public sealed record Unlatch() : TeardownAction(Verb.Unlatch);

/// <summary>Slide something along its guide.</summary>
public sealed record Slide() : TeardownAction(Verb.Slide);

/// <summary>Throw a switch.</summary>
public sealed record Switch() : TeardownAction(Verb.Switch);

/// <summary>Swing something on its hinge.</summary>
public sealed record Swing() : TeardownAction(Verb.Swing);

/// <summary>Take a cable out of its channel.</summary>
public sealed record Route() : TeardownAction(Verb.Route);

/// <summary>Move something out of the way.</summary>
public sealed record Move() : TeardownAction(Verb.Move);

/// <summary>Take a connection apart.</summary>
public sealed record Unplug() : TeardownAction(Verb.Unplug)
{
    /// <summary>Kind of the connection.</summary>
    public Connector? Connector { get; init; }

    internal override int? WordAt => (int?)Connector;
}

/// <summary>Peel something off.</summary>
public sealed record Peel() : TeardownAction(Verb.Peel)
{
    /// <summary>What.</summary>
    public PeelWhat? What { get; init; }

    internal override int? WordAt => (int?)What;
}

/// <summary>Part two surfaces.</summary>
public sealed record Unbond() : TeardownAction(Verb.Unbond)
{
    /// <summary>What holds them.</summary>
    public Bond? Bond { get; init; }

    internal override int? WordAt => (int?)Bond;

    /// <summary>Length of each bond in mm, 1 to 5,000; none for a release tab.</summary>
    public double? LengthMm { get; init; }
}

/// <summary>Lift something out.</summary>
public sealed record Lift() : TeardownAction(Verb.Lift)
{
    /// <summary>What.</summary>
    public LiftWhat? What { get; init; }

    internal override int? WordAt => (int?)What;
}

/// <summary>Part a heat source from its sink, and make the joint again on the way back.</summary>
public sealed record Thermal() : TeardownAction(Verb.Thermal)
{
    /// <summary>What lies between.</summary>
    public ThermalWhat? What { get; init; }

    internal override int? WordAt => (int?)What;
}
