using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using ArchUnitNET.xUnitV3;
using WideLever.Core;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Hosting;
using static ArchUnitNET.Fluent.ArchRuleDefinition;

namespace WideLever.Web.Tests;

/// <summary>The walls of the house.</summary>
public sealed class WallsTests
{
    private static readonly System.Reflection.Assembly Core = typeof(CoreVersion).Assembly, Interchange = typeof(RecordReader).Assembly, Storage = typeof(Store).Assembly,
        House = typeof(Desk).Assembly, Web = typeof(WebHost).Assembly;

    private static readonly Architecture All = new ArchLoader().LoadAssemblies(Core, Interchange, Storage, House, Web).Build();

    /// <summary>The stages are the folders of the web layer that have endpoints.</summary>
    public static TheoryData<string> Stages => [.. Web.GetTypes().Where(type => type.Name.EndsWith("Endpoints", StringComparison.Ordinal)).Select(type => type.Namespace!).Distinct().Order()];

    private static void Keeps(System.Reflection.Assembly assembly, string awayFrom) =>
        Types().That().ResideInAssembly(assembly).Should().NotDependOnAny(Types(includeReferenced: true).That().ResideInNamespaceMatching($"^{awayFrom.Replace(".", "\\.", StringComparison.Ordinal)}($|\\.)"))
            .WithoutRequiringPositiveResults().Check(All);

    [Fact]
    public void The_folders_of_the_core_form_no_circle()
    {
        static string? Folder(IType type) => type.FullName.StartsWith("WideLever.Core.", StringComparison.Ordinal) && type.FullName.Split('.') is { Length: > 3 } names ? names[2] : null;
        var needs = All.Types.Select(type => (Folder: Folder(type), Types: type.Dependencies.Select(dependency => Folder(dependency.Target)))).Where(pair => pair.Folder is not null)
            .GroupBy(pair => pair.Folder!).ToDictionary(group => group.Key, group => group.SelectMany(pair => pair.Types).OfType<string>().Where(other => other != group.Key).ToHashSet());
        needs.Count.ShouldBeGreaterThan(8, "else nothing is looked at");
        // Whatever needs none of those that are left can go; a circle stays.
        while (needs.FirstOrDefault(folder => !folder.Value.Overlaps(needs.Keys)).Key is { } free)
            needs.Remove(free);
        needs.Select(folder => $"{folder.Key} needs {string.Join(", ", folder.Value.Where(needs.ContainsKey))}").ShouldBeEmpty();
    }

    [Theory]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Dapper")]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("WideLever.Storage")]
    [InlineData("WideLever.Interchange")]
    [InlineData("WideLever.House")]
    [InlineData("System.Net")]
    [InlineData("System.IO")]
    public void The_core_knows_neither_the_web_nor_a_database_nor_a_file(string wall) => Keeps(Core, wall);

    [Theory]
    [InlineData("WideLever.Core")]
    [InlineData("WideLever.House")]
    [InlineData("Microsoft.AspNetCore")]
    public void The_store_knows_no_rule_of_the_job(string wall) => Keeps(Storage, wall);

    [Theory]
    [InlineData("Dapper")]
    [InlineData("WideLever.Storage")]
    [InlineData("WideLever.House")]
    [InlineData("Microsoft.AspNetCore")]
    public void The_interchange_knows_no_database(string wall) => Keeps(Interchange, wall);

    [Theory]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Microsoft.Extensions.Hosting")]
    [InlineData("Dapper")]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("WideLever.Web")]
    public void The_house_knows_neither_the_web_nor_SQL(string wall) => Keeps(House, wall);

    [Fact]
    public void The_web_edits_nothing_and_opens_no_connection()
    {
        Keeps(Web, "Dapper");
        foreach (var forbidden in new[] { typeof(Acts), typeof(PutDocument), typeof(PutStanding), typeof(Storage.Sign), typeof(KeepRubric), typeof(UseRubric), typeof(PutSetting) })
        {
            Types().That().ResideInAssembly(Web).And().DoNotResideInNamespace("WideLever.Web.Commands").Should()
                .NotDependOnAny(Types(includeReferenced: true).That().HaveFullName(forbidden.FullName!)).Because("every durable act goes through the desk").Check(All);
        }
    }

    [Fact]
    public void The_core_asks_no_clock_and_no_chance() =>
        Types().That().ResideInAssembly(Core).Should().NotDependOnAny(typeof(TimeProvider), typeof(Random), typeof(DateTime), typeof(DateTimeOffset))
            .WithoutRequiringPositiveResults().Check(All);

    [Theory]
    [MemberData(nameof(Stages))]
    public void No_stage_names_the_endpoints_of_another(string stage)
    {
        foreach (var other in Stages.Select(row => row.Data).Where(other => other != stage))
        {
            Types().That().ResideInNamespace(stage).Should().NotDependOnAny(Types().That().ResideInNamespace(other).And().HaveNameEndingWith("Endpoints"))
                .WithoutRequiringPositiveResults().Check(All);
        }
    }
}
