using System.Text;
using WideLever.Core.Comparing;

namespace WideLever.Interchange.Tests;

/// <summary><c>docs/formats</c>, <em>What-if</em>.</summary>
public sealed class ChangeTemplatesTests
{
    private static IReadOnlyList<string> Faults(string changes) =>
        [.. ChangeTemplatesReader.Read(Encoding.UTF8.GetBytes($$"""{"format": "wide-lever/what-if", "version": 1, "changes": {{changes}}}""")).Faults.Select(fault => $"{fault.At}: {fault.Message}")];

    [Fact]
    public void A_change_says_which_parts_and_what_is_edited()
    {
        var (templates, faults) = ChangeTemplatesReader.Read(ChangeTemplatesReader.ShippedBytes);
        faults.ShouldBeEmpty();
        var turned = templates!.Single(template => template.Name == "boardTurned");
        turned.Of!.Kinds.ShouldBe([PartKind.Fan, PartKind.Thermal]);
        turned.Of.Behind.ShouldBe(PartKind.Mainboard);
        turned.Edits.ShouldBe([new MoveSteps { Layer = ChangeLayer.Mainboard }]);
    }

    [Theory]
    [InlineData("""[{"title": "t", "edits": []}]""", "changes[0].name: is required")]
    [InlineData("""[{"name": "a", "title": "t", "edits": [{"edit": "setPart"}]}]""", "changes[0].of: is required where an edit is about parts")]
    [InlineData("""[{"name": "a", "title": "t", "of": {"kinds": []}, "edits": []}]""", "changes[0].of.kinds: must name at least one kind")]
    [InlineData("""[{"name": "a", "title": "t", "of": null, "edits": []}]""", "changes[0].of: must be an object, not null")]
    [InlineData("""[{"name": "a", "title": "t", "edits": [{"edit": "setScrew", "steps": "all"}]}]""", "changes[0].edits[0].edit: unrecognised word \"setScrew\"; did you mean \"setScrews\"?")]
    [InlineData("""[{"name": "a", "title": "t", "edits": [{"edit": "addStep", "layer": "outside", "title": "t", "actions": []}]}]""", "changes[0].edits[0].actions: must have at least one action")]
    [InlineData("""[{"name": "a", "title": "t", "edits": [{"edit": "setGuidance", "marks": ["manuals"]}]}]""", "changes[0].edits[0].marks: unrecognised word \"manuals\"; did you mean \"manual\"?")]
    [InlineData("""[{"name": "a", "title": "t", "edits": [{"edit": "setScrews", "steps": "all", "colour": 1}]}]""", "changes[0].edits[0].colour: unrecognised field")]
    [InlineData("""[{"name": "a", "title": "t", "of": {"kinds": ["fan"]}, "edits": [{"edit": "setPart", "priceShare": 2}]}]""", "changes[0].edits[0].priceShare: must be 0 to 1")]
    [InlineData("""[{"name": "a", "title": "t", "edits": []}, {"name": "a", "title": "t", "edits": []}]""", "changes: has two changes named \"a\"")]
    [InlineData("""{}""", "changes: must be a list, not an object")]
    public void Faults_are_told_with_their_places(string changes, string fault) => Faults(changes).ShouldContain(fault);

    [Fact]
    public void A_file_of_another_format_is_refused() =>
        ChangeTemplatesReader.Read("""{"format": "wide-lever/teardown", "version": 1}"""u8.ToArray()).Faults.Single().At.ShouldBe("format");
}
