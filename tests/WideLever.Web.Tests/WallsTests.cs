using NetArchTest.Rules;
using WideLever.Core;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Tests;

/// <summary>The walls of the house.</summary>
public sealed class WallsTests
{
    [Theory]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Dapper")]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("WideLever.Storage")]
    [InlineData("WideLever.Interchange")]
    [InlineData("System.Net")]
    [InlineData("System.IO.File")]
    public void The_core_knows_neither_the_web_nor_a_database_nor_a_file(string dependency) =>
        Types.InAssembly(typeof(CoreVersion).Assembly).ShouldNot().HaveDependencyOn(dependency).GetResult().IsSuccessful.ShouldBeTrue();

    [Theory]
    [InlineData("WideLever.Core")]
    [InlineData("Microsoft.AspNetCore")]
    public void The_store_knows_no_rule_of_the_job(string dependency) =>
        Types.InAssembly(typeof(Store).Assembly).ShouldNot().HaveDependencyOn(dependency).GetResult().IsSuccessful.ShouldBeTrue();

    [Theory]
    [InlineData("Dapper")]
    [InlineData("WideLever.Storage")]
    [InlineData("Microsoft.AspNetCore")]
    public void The_interchange_knows_no_database(string dependency) =>
        Types.InAssembly(typeof(RecordReader).Assembly).ShouldNot().HaveDependencyOn(dependency).GetResult().IsSuccessful.ShouldBeTrue();

    [Fact]
    public void The_core_asks_no_clock_and_no_chance() =>
        Types.InAssembly(typeof(CoreVersion).Assembly).ShouldNot().HaveDependencyOnAny("System.TimeProvider", "System.Random", "System.DateTime", "System.DateTimeOffset")
            .GetResult().IsSuccessful.ShouldBeTrue();
}
