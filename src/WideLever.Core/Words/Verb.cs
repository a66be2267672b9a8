
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What is done in an action. Record field <c>actions[].do</c>.</summary>
public enum Verb { Unscrew, Unclip, Unlatch, Slide, Switch, Swing, Route, Move, Unplug, Peel, Unbond, Lift, Thermal }
