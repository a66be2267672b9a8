using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>From what a machine does to the parts to look at.</summary>
public sealed class SymptomsTests
{
    private static readonly Symptom click = new("touchpad does not click", [new(PartKind.Touchpad, "its lead"), new(PartKind.Battery, "a swollen pack", "stop"), new(PartKind.Camera, "none")]);

    [Fact]
    public void What_may_stop_everything_comes_first_then_the_least_effort_and_what_has_no_way_last()
    {
        var record = Build.Sealed() with { Absent = [PartKind.Camera] };
        var loud = new Symptom("loud", [new(PartKind.Mainboard, "board"), new(PartKind.Fan, "fan"), new(PartKind.Speakers, "speakers"), new(PartKind.Battery, "battery")]);
        record = record with { Parts = [.. record.Parts, Build.Part("touchpad", PartKind.Touchpad), Build.Part("fan 2", PartKind.Fan)] };
        var found = Symptoms.Of(record.Checked(), Examples.House, [click, loud]);
        found[0].Parts.Select(look => $"{look.Part.Id} {look.Stop} {look.Effort is not null}").ShouldBe(["battery stop True", "touchpad  False"]);
        found[0].NotSeen.ShouldBeEmpty("the machine is known to have no camera");
        found[1].Parts.Select(look => look.Part.Id).ShouldBe(["board", "fan", "battery", "fan 2"]);
        found[1].Parts.Take(3).Select(look => look.Effort!.Value.Value).ShouldBeInOrder();
        found[1].NotSeen.ShouldBe([PartKind.Speakers]);
    }

    [Fact]
    public void What_was_noted_on_the_machine_leads_to_where_it_was_noted()
    {
        static Advice Noted(string text, AdviceKind kind = AdviceKind.Symptom) => new() { Kind = kind, Text = text };
        var record = Build.Sealed();
        record = record with
        {
            Unit = record.Unit with { Advice = [Noted("creaks")] },
            Steps = [.. record.Steps.Select(step => step.Id == "board" ? step with { Advice = [Noted("no light"), Noted("be slow", AdviceKind.Tip)] } : step)],
            Parts = [.. record.Parts.Select(part => part.Id == "fan" ? part with { Advice = [Noted("rattles")] } : part)],
        };
        Symptoms.Of(record.Checked(), Examples.House, []).Select(one => $"{one.Text}: {string.Join(" ", one.Parts.Select(look => look.Part.Id))}").ShouldBe(["creaks: ", "no light: board", "rattles: fan"]);
    }

    [Fact]
    public void A_list_is_refused_fault_by_fault()
    {
        Symptoms.Faults([click, new("", [new(PartKind.Fan, "", new('x', 501))]), click, new("none", []), null!]).Select(fault => fault.At)
            .ShouldBe(["symptoms[1].text", "symptoms[1].looks[0].why", "symptoms[1].looks[0].stop", "symptoms[2].text", "symptoms[3].looks", "symptoms[4]"]);
        Symptoms.Faults([.. Enumerable.Range(0, 201).Select(i => click with { Text = $"s{i}" })]).ShouldHaveSingleItem().Message.ShouldContain("200");
    }
}
