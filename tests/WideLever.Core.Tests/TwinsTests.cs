using WideLever.Core.Records;

namespace WideLever.Core.Tests;

public sealed class TwinsTests
{
    [Theory]
    [InlineData("Orrest", "Pike 14", "OP14-2A", "Orrest", "Pike 14", "OP14-2A", TwinKind.SameCode)]
    [InlineData("Orrest", "Pike 14", "op14 2a", "Skerrow", "Fell", "OP14-2A", TwinKind.SameCode)]
    [InlineData("Orrest", "Pike 14", "OP14-2A", "Orrest", "Pike 14 plus", "OP14-3A", TwinKind.NearCode)]
    [InlineData("Orrest", "Pike 14", "OP14-2A", "Orrest", "Pike", "OP14-2AX1", TwinKind.NearCode)]
    [InlineData("Orrest", "Pike 14", "OP14-2A", "orrest", "pike-14", "XX99-77", TwinKind.SameName)]
    [InlineData("Orrest", "Pike 14", "OP14-2A", "Orrest", "Harbour", "OH11-RB", null)]
    // Short codes differ in a character or two by nature.
    [InlineData("Orrest", "Pike", "P1", "Orrest", "Perch", "P2", null)]
    [InlineData("", "", "", "", "", "", null)]
    public void Machines_that_could_be_taken_for_each_other_are_told_why(
        string maker, string model, string code, string otherMaker, string otherModel, string otherCode, TwinKind? kind)
    {
        Twins.Between((maker, model, code), (otherMaker, otherModel, otherCode)).ShouldBe(kind);
        Twins.Between((otherMaker, otherModel, otherCode), (maker, model, code)).ShouldBe(kind);
    }
}
