using Rhabdon.Server.Bench;
using Rhabdon.Server.Calc;
using Rhabdon.Server.Exchange;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Instruments;
using Rhabdon.Server.Jobs;
using Rhabdon.Server.Links;
using Rhabdon.Server.Live;
using Rhabdon.Server.People;
using Rhabdon.Server.Pictures;
using Rhabdon.Server.Planning;
using Rhabdon.Server.Proof;
using Rhabdon.Server.Recipes;
using Rhabdon.Server.Timing;
using Rhabdon.Server.Tools;

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
app.MapFirstOwner();
app.MapCrew();
app.MapJobs();
app.MapRecipes();
app.MapTemplates();
app.MapWorkshop();
app.MapBench();
app.MapProof();
app.MapLinks();
app.MapBudgets();
app.MapGear();
app.MapPlan();
app.MapDays();
JobMoney.Map(app);
app.MapClocks();
app.MapChains();
app.MapLive();
app.MapExchange();
app.MapCalc();
app.MapOptics();
app.MapGearCalc();
app.MapTimingCalc();
app.MapPlanningCalc();
app.MapEndFaces();
app.MapPictures();
app.MapProfiles();
app.MapInstruments();
app.MapMeters();
app.MapInterface();
return await app.ServeAsync();

/// <summary>Named so that tests can host it.</summary>
public partial class Program;
