using System.Collections;
using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Records;

namespace WideLever.Interchange.Tests;

/// <summary>Records to test with.</summary>
internal static class Sample
{
    public static byte[] File(string name) => System.IO.File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "examples", $"{name}.json"));

    public static TeardownRecord Read(string name) => Check(File(name));

    public static TeardownRecord Check(byte[] file)
    {
        var check = RecordReader.Read(file, RubricReader.House);
        check.Faults.ShouldBeEmpty();
        return check.Checked!.Record;
    }

    /// <summary>Every property of a record, however deep, by reflection: a twin of the writer that shares nothing with it.</summary>
    public static string Text(object? value)
    {
        var text = new StringBuilder();
        Append(text, "", value);
        return text.ToString();
    }

    private static void Append(StringBuilder text, string at, object? value)
    {
        switch (value)
        {
            case null or string or ValueType:
                text.AppendLine(CultureInfo.InvariantCulture, $"{at} = {value ?? "null"}");
                break;
            case IEnumerable list:
                var i = 0;
                foreach (var item in list)
                    Append(text, $"{at}[{i++}]", item);
                break;
            default:
                text.AppendLine(CultureInfo.InvariantCulture, $"{at} : {value.GetType().Name}");
                foreach (var property in value.GetType().GetProperties())
                    Append(text, $"{at}.{property.Name}", property.GetValue(value));
                break;
        }
    }

    /// <summary>A small valid record as JSON, to be spoiled.</summary>
    public static JsonObject Small() => JsonNode.Parse(
        """
        {
          "format": "wide-lever/teardown", "version": 1,
          "unit": {"maker": "Orrest", "model": "Pike 14", "modelCode": "OP14"},
          "teardown": {"date": "2026-10-03", "bench": "Bench 1"},
          "layers": ["outside", "inside"],
          "steps": [
            {"id": "cover", "title": "Open the base", "layer": "outside", "opens": "inside", "actions": [{"do": "unscrew", "count": 4}]},
            {"id": "power", "title": "Disconnect the battery", "layer": "inside", "disconnectsPower": true, "actions": [{"do": "unplug"}]},
            {"id": "battery", "title": "Take the battery out", "layer": "inside", "after": ["power"], "frees": ["battery"], "actions": [{"do": "lift", "what": "part"}]}
          ],
          "parts": [{"id": "battery", "kind": "battery", "mounting": "screwed"}]
        }
        """)!.AsObject();

    /// <summary>A record that has every field of the format with a value that is not its default.</summary>
    public static JsonObject Everything() => JsonNode.Parse(
        """
        {
          "format": "wide-lever/teardown", "version": 1,
          "unit": {"maker": "Orrest", "model": "Pike 14", "modelCode": "OP14", "codeFoundAt": "base label", "class": "rugged", "year": 2026,
            "price": {"amount": 1234.5, "currency": "GBP", "rate": 1.15, "rateDate": "2026-10-01", "notes": "with tax"},
            "ceilings": {"memory": {"maker": 32, "bench": 48, "platform": 64, "notes": "a"}, "storage": {"maker": 1000, "bench": 2000, "platform": 4000}, "battery": {"maker": 60}, "notes": "b"},
            "covers": ["OP14-B", "OP14-C"],
            "ports": [{"kind": "usbC", "count": 2, "side": "left", "on": "base", "notes": "p"}],
            "claims": [{"source": "system", "from": "lshw", "date": "2026-10-02", "about": "memory", "fact": "places", "number": 2, "answer": "one is soldered", "notes": "v"},
              {"source": "maker", "about": "storage", "fact": "name", "text": "Cobble 512"}], "advice": [{"kind": "tip", "text": "start at the hinge", "notes": "r"}], "embargo": "2026-11-01",
            "loan": {"owner": "Saltmarsh Lending", "due": "2026-12-01", "arrived": "2026-09-20", "arrivalState": "sealed", "returned": "2026-11-20", "returnState": "as new", "notes": "q"},
            "notes": "first line\nsecond line"},
          "teardown": {"date": "2026-10-03", "bench": "Bench 1", "driver": "powered", "condition": "opened", "damage": [{"kind": "cracked", "text": "corner of the lid", "notes": "s"}, {"kind": "other"}], "sample": "early", "seal": true, "notes": "c"},
          "layers": ["outside", "inside"],
          "absent": ["opticalDrive", "camera"],
          "guidance": {"manual": true, "labels": false, "partNumbers": true, "order": false, "notes": "d"},
          "steps": [
            {"id": "cover", "title": "Open the base", "layer": "outside", "opens": "inside", "frees": ["base", "memory"], "together": true,
              "disconnectsPower": true, "powerOn": true, "needsNoOther": true, "observedSeconds": 41.5, "tightening": ["1 3 2 4"],
              "surprises": [{"kind": "foundLate", "text": "one under the label", "seconds": 40, "notes": "e"}, {"kind": "gaveUp", "text": "stuck all round"}],
              "advice": [{"kind": "warning", "text": "the ribbon is short"}, {"kind": "symptom", "text": "no charge light"}],
              "actions": [
                {"do": "unscrew", "drive": "sixLobe", "size": "T5", "thread": "M2", "length": 3.5, "captive": true, "cover": "foot", "covers": 2, "count": 4, "tool": "hex", "notes": "f"},
                {"do": "unscrew", "captive": false, "cover": null},
                {"do": "unclip", "count": [3, 5]}, {"do": "unlatch", "count": null}, {"do": "slide"}, {"do": "switch"}, {"do": "swing"}, {"do": "route"}, {"do": "move", "tool": "puller"},
                {"do": "unplug", "connector": "latchedModule"}, {"do": "peel", "what": "film"}, {"do": "unbond", "bond": "tape", "lengthMm": 120},
                {"do": "lift", "what": "cover"}, {"do": "thermal", "what": "liquidMetal"}],
              "notes": "g"},
            {"id": "next", "title": "Go on", "layer": "inside", "after": ["cover"], "actions": [{"do": "unclip"}]}
          ],
          "parts": [
            {"id": "base", "kind": "baseCover", "mounting": "clipped"},
            {"id": "memory", "kind": "memory", "mounting": "soldered", "within": "base", "layer": "inside", "excludes": ["drive"],
              "capacity": {"fitted": 8, "max": {"maker": 16, "bench": 24, "platform": 32}, "notes": "h"},
              "interface": {"standard": "restricted", "name": "DDR5", "form": "so", "bus": "x4", "generation": "5", "maxLengthMm": 80, "maxThicknessMm": 3.8, "sides": 1, "limits": ["single-sided only"], "notes": "i"},
              "spare": {"number": "X-1", "price": {"amount": 10}, "source": "salvage", "paired": false, "seen": "2026-10-04", "notes": "j"},
              "advice": [{"kind": "tip", "text": "ask for the longer screw"}], "notes": "k"},
            {"id": "drive", "kind": "storage", "fitted": false}
          ],
          "photos": [
            {"id": "photo-1", "sha256": "0123456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef", "type": "png", "widthPx": 640, "heightPx": 480,
              "step": "cover", "part": "memory", "label": true, "occasion": "arrival", "caption": "base from below",
              "marks": [{"x": 0.25, "y": 0.5, "step": "cover", "group": 1, "notes": "m"}], "notes": "n"}],
          "notes": "l"
        }
        """)!.AsObject();
}
