using System.CommandLine;
using System.Reflection;
using WideLever.Web.Commands;
using WideLever.Web.Hosting;

// The build reads the application's description by running it without a store.
if (Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider")
{
    await WebHost.Build(0, null).RunAsync();
    return 0;
}

var root = new RootCommand("Wide Lever scores the repairability and upgradeability of notebooks from their teardown records.")
{
    ServeCommand.CreateDemo(), ServeCommand.CreateRun(), ScoreCommand.Create(), StepCommand.Create(), PlanCommands.CreatePlan(), PlanCommands.CreateFit(), CatalogueCommand.Create(), CheckCommand.Create(), BackupCommands.CreateBackup(), BackupCommands.CreateRestore(), SchemaCommand.Create(),
};
// A line may begin with @, which is no file of arguments here.
// Who asks it to stop waits for it to do so, in order and with exit code 0.
return await root.Parse(args, new ParserConfiguration { ResponseFileTokenReplacer = null }).InvokeAsync(new() { ProcessTerminationTimeout = TimeSpan.FromMinutes(1) });
