using Rhabdon.Server.Bench;
using Rhabdon.Server.Calc;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Jobs;
using Rhabdon.Server.People;
using Rhabdon.Server.Proof;
using Rhabdon.Server.Recipes;

var builder = WebApplication.CreateBuilder(args);
builder.AddRhabdon();

var app = builder.Build();
if (await Commands.RunAsync(app, args) is { } exitCode)
{
    return exitCode;
}

app.UseRhabdon();
app.MapHealth();
app.MapSession();
app.MapJobs();
app.MapRecipes();
app.MapBench();
app.MapProof();
app.MapCalc();
app.MapInterface();
await app.RunAsync();
return 0;

/// <summary>Named so that tests can host it.</summary>
public partial class Program;
