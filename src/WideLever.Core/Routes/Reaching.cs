namespace WideLever.Core.Routes;

/// <summary>How far it has to go for a part.</summary>
public enum Reaching
{
    /// <summary>The part is out.</summary>
    Out,

    /// <summary>The part is in view.</summary>
    InView,

    /// <summary>The power is disconnected.</summary>
    PowerOff,
}
