using System.Text;
using System.Text.Json.Nodes;

namespace WideLever.Interchange.Tests;

/// <summary>RFC 8785, by the examples of its text and appendix B.</summary>
public sealed class CanonicalJsonTests
{
    private static string Canonical(string json) => Encoding.UTF8.GetString(CanonicalJson.Of(JsonNode.Parse(json)));

    [Fact]
    public void The_example_of_the_standard_comes_out_as_it_says() => Canonical(
        """
        {
          "numbers": [333333333.33333329, 1E30, 4.50, 2e-3, 0.000000000000000000000000001],
          "string": "\u20ac$\u000F\u000aA'\u0042\u0022\u005c\\\"\/",
          "literals": [null, true, false]
        }
        """).ShouldBe("""{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"€$\u000f\nA'B\"\\\\\"/"}""");

    [Fact]
    public void Names_are_sorted_by_code_units() => Canonical(
        """{"\u20ac": 1, "\r": 2, "\ufb33": 3, "1": 4, "\ud83d\ude00": 5, "\u0080": 6, "\u00f6": 7}""")
        .ShouldBe("{\"\\r\":2,\"1\":4,\"\u0080\":6,\"ö\":7,\"€\":1,\"😀\":5,\"\ufb33\":3}");

    [Theory]
    [InlineData(0x0000000000000000, "0")]
    [InlineData(0x8000000000000000, "0")]
    [InlineData(0x0000000000000001, "5e-324")]
    [InlineData(0x8000000000000001, "-5e-324")]
    [InlineData(0x7fefffffffffffff, "1.7976931348623157e+308")]
    [InlineData(0x4340000000000000, "9007199254740992")]
    [InlineData(0x4430000000000000, "295147905179352830000")]
    [InlineData(0x44b52d02c7e14af5, "9.999999999999997e+22")]
    [InlineData(0x44b52d02c7e14af6, "1e+23")]
    [InlineData(0x444b1ae4d6e2ef4e, "999999999999999700000")]
    [InlineData(0x444b1ae4d6e2ef50, "1e+21")]
    [InlineData(0x3eb0c6f7a0b5ed8c, "9.999999999999997e-7")]
    [InlineData(0x3eb0c6f7a0b5ed8d, "0.000001")]
    [InlineData(0x41b3de4355555554, "333333333.33333325")]
    [InlineData(0xbecbf647612f3696, "-0.0000033333333333333333")]
    public void Numbers_are_written_as_the_standard_writes_them(ulong bits, string expected) =>
        CanonicalJson.Number(BitConverter.UInt64BitsToDouble(bits)).ShouldBe(expected);

    [Fact]
    public void The_order_of_fields_and_spaces_changes_no_digest()
    {
        CanonicalJson.Sha256(JsonNode.Parse("""{"a": 1.0, "b": [2]}""")).ShouldBe(CanonicalJson.Sha256(JsonNode.Parse("""{"b":[2],"a":1}""")));
        CanonicalJson.Sha256(JsonNode.Parse("{}")).ShouldBe("44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a");
        Should.Throw<ArgumentException>(() => CanonicalJson.Number(double.NaN));
    }
}
