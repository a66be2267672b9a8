using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Interchange.Tests;

public sealed partial class TrayStripTests
{
    private static readonly XNamespace svg = "http://www.w3.org/2000/svg";

    [GeneratedRegex(@"^M(\S+) (\S+)v36q0 10 10 10h(\S+?)q")]
    private static partial Regex WellShape();

    private static List<TrayWell> Wells(params (string Layer, Count? Count)[] groups) => [.. groups.Select((group, i) =>
        new TrayWell(i + 1, $"s{i}", $"Step <{i}>", group.Layer, 0, new Unscrew { Count = group.Count, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4 }, LengthDifference.None))];

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    [Fact]
    public void Wells_stand_in_the_order_of_opening_each_in_the_lane_of_its_layer_and_none_touches_another()
    {
        var wells = Wells([("outside", 8), ("outside", 2), .. Enumerable.Range(1, 9).Select(i => (i % 3 == 0 ? "under the board" : "inside", (Count?)i)), ("outside", null), ("inside", 60)]);
        var drawing = XDocument.Parse(TrayStrip.Svg(wells)).Root!;
        var height = Number(drawing.Attribute("viewBox")!.Value.Split(' ')[3]);
        var drawn = drawing.Elements(svg + "path").Select(path => WellShape().Match(path.Attribute("d")!.Value)).Where(shape => shape.Success)
            .Select(shape => (X: Number(shape.Groups[1].Value), Y: Number(shape.Groups[2].Value), Width: Number(shape.Groups[3].Value) + 20)).ToList();
        drawn.Count.ShouldBe(wells.Count);
        for (var i = 0; i < drawn.Count; i++)
        {
            drawn[i].X.ShouldBeGreaterThan(100);
            (drawn[i].X + drawn[i].Width).ShouldBeLessThan(TrayStrip.Width);
            drawn[i].Y.ShouldBeLessThan(height);
            if (i > 0)
                (drawn[i].X >= drawn[i - 1].X + drawn[i - 1].Width || drawn[i].Y > drawn[i - 1].Y).ShouldBeTrue($"well {i + 1} comes after the one before");
        }
        drawn.Distinct().Count().ShouldBe(drawn.Count);
        // What holds more is wider.
        drawn[0].Width.ShouldBeGreaterThan(drawn[1].Width);
        // Names of layers, once a strip.
        var texts = drawing.Elements(svg + "text").Select(text => text.Value).ToList();
        texts.ShouldContain("1: 8 × PH0");
        texts.ShouldContain("12: ? × PH0");
        texts.Count(text => text == "outside").ShouldBeInRange(1, 3);
        texts.ShouldContain(text => text.StartsWith("Step <0>", StringComparison.Ordinal));
    }

    [Fact]
    public void A_count_that_is_not_certain_is_drawn_in_outline_and_an_empty_tray_not_at_all()
    {
        var drawing = XDocument.Parse(TrayStrip.Svg(Wells(("outside", new Count(9, 11)), ("outside", null)))).Root!;
        var screws = drawing.Elements(svg + "path").Where(path => path.Attribute("d")!.Value.Contains("h12l-3.5 4h-5z", StringComparison.Ordinal)).ToList();
        screws.Count.ShouldBe(12);
        screws.Count(screw => screw.Attribute("stroke-dasharray") is not null).ShouldBe(3);
        TrayStrip.Svg([]).ShouldBeEmpty();
    }
}
