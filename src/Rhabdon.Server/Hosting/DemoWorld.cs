using Microsoft.AspNetCore.Identity;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;
using Rhabdon.Data;
using Rhabdon.Server.Jobs;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Hosting;

/// <summary>The made-up world of the demo: Saltmarsh Ferry Port. Loaded once; a second load changes nothing.</summary>
internal sealed class DemoWorld(PeopleStore people, CrewStore crews, JobStore jobs, EventStore events, RecipeShelf shelf, IPasswordHasher<Person> hasher, Database database)
{
    /// <summary>Sign-in names and the password and PIN that the demo's own database gives them.</summary>
    public static readonly (string SignIn, string Name, string Role, string Password, string Pin)[] SignIns =
    [
        ("olive", "Olive Quay", "owner", "saltmarsh-owner", "4401"),
        ("lead", "Lena Tidewater", "lead", "saltmarsh-lead", "4402"),
        ("heron", "Ira Maro", "installer", "saltmarsh-heron", "4403"),
        ("sandpiper", "Sol Sandbar", "installer", "saltmarsh-sandpiper", "4404"),
        ("viewer", "Vera Mudflat", "viewer", "saltmarsh-viewer", "4405"),
    ];

    public async Task LoadAsync()
    {
        if (await people.AnyoneAsync())
        {
            return;
        }

        var ids = new Dictionary<string, Guid>();
        foreach (var (signIn, name, role, password, pin) in SignIns)
        {
            var person = new Person { Id = Guid.CreateVersion7(), Name = name, SignIn = signIn, Role = role };
            await people.AddAsync(person with { PasswordHash = hasher.HashPassword(person, password), PinHash = hasher.HashPassword(person, pin) });
            ids[signIn] = person.Id;
        }

        var (heron, sandpiper) = (new Crew(Guid.CreateVersion7(), "Heron"), new Crew(Guid.CreateVersion7(), "Sandpiper"));
        var from = new DateOnly(2026, 1, 1);
        foreach (var (crew, members) in ((Crew, string[])[])[(heron, ["lead", "heron", "viewer"]), (sandpiper, ["sandpiper"])])
        {
            await crews.AddCrewAsync(crew);
            foreach (var member in members)
            {
                await crews.JoinAsync(new Membership(crew.Id, ids[member], from, null));
            }
        }

        await LoadJobAsync(ids["lead"], ids["heron"], heron);
        await PlanTowerAsync(ids["lead"], heron);
    }

    private async Task LoadJobAsync(Guid lead, Guid installer, Crew crew)
    {
        var job = new JobRow(Guid.CreateVersion7(), "Saltmarsh Ferry Port, halls", "Saltmarsh Harbour Trust", "Saltmarsh Ferry Port", "America/Halifax", LabelPattern.Usual.Text, "CAD", 68, 11.5m);
        var (near, far) = (new PanelRow(Guid.CreateVersion7(), "PH1", "A", 24), new PanelRow(Guid.CreateVersion7(), "CS2", "B", 24));
        await jobs.AddJobAsync(job, [near, far], [crew.Id]);
        var (service, least) = (Length.Mm(500), Length.Mm(300));
        var request = new CableRequest(
            "PH-CS-01", CableBuild.TightBuffer900, FiberGrade.OM4, 12, Length.Mm(118_000),
            new EndRequest(near.Id, 1, ConnectorType.SC, Polish.UPC, "M4", service, least),
            new EndRequest(far.Id, 1, ConnectorType.SC, Polish.UPC, "M4", service, least));
        var cable = new CableRow(Guid.CreateVersion7(), job.Id, request.Name, request.Build.ToString(), request.Grade.ToString(), request.Strands, request.Length.Nanometers);
        var start = new DateTimeOffset(2026, 11, 23, 12, 5, 0, TimeSpan.Zero);
        var ports = CablePorts.Of(job, request.Name, request.Strands, [near, far], []).Place(request, []);
        var plan = CablePlan.Of(cable, request, ports, [near, far], lead, start);
        var book = await shelf.BookAsync();
        await jobs.AddCableAsync(cable, plan.Terminations, plan.Events, book, events);
        await WorkAsync(plan, book, installer, start.AddHours(1));
    }

    // Still being planned: each way of putting a connector on, on a short cable of its own.
    private async Task PlanTowerAsync(Guid lead, Crew crew)
    {
        var job = new JobRow(Guid.CreateVersion7(), "Saltmarsh Ferry Port, tower and workshop", "Saltmarsh Harbour Trust", "Saltmarsh Ferry Port", "America/Halifax", LabelPattern.Usual.Text, "CAD", 68, 11.5m);
        PanelRow[] panels = [new(Guid.CreateVersion7(), "CT1", "A", 48), new(Guid.CreateVersion7(), "WS1", "A", 48)];
        await jobs.AddJobAsync(job, panels, [crew.Id]);
        var book = await shelf.BookAsync();
        var port = 1;
        foreach (var (name, recipe, build, grade, connector, polish) in ((string, string, CableBuild, FiberGrade, ConnectorType, Polish)[])
            [
                ("CT-WS-01", "S2", CableBuild.TightBuffer900, FiberGrade.OS2, ConnectorType.SC, Polish.APC), ("CT-WS-02", "M1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC),
                ("CT-WS-03", "A1", CableBuild.Cordage30, FiberGrade.OM1, ConnectorType.ST, Polish.PC), ("CT-WS-04", "H1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC),
            ])
        {
            EndRequest End(PanelRow panel) => new(panel.Id, port, connector, polish, recipe, Length.Mm(600), Length.Mm(300));
            var request = new CableRequest(name, build, grade, 6, Length.Mm(84_000), End(panels[0]), End(panels[1]));
            var cable = new CableRow(Guid.CreateVersion7(), job.Id, name, build.ToString(), grade.ToString(), request.Strands, request.Length.Nanometers);
            var ports = CablePorts.Of(job, name, request.Strands, panels, []).Place(request, []);
            var plan = CablePlan.Of(cable, request, ports, panels, lead, new DateTimeOffset(2026, 11, 23, 20, 0, 0, TimeSpan.Zero));
            await jobs.AddCableAsync(cable, plan.Terminations, plan.Events, book, events);
            port += request.Strands;
        }
    }

    // What happened so far, told as readings by strand; everything is made by the same desk that the bench uses.
    private async Task WorkAsync(CablePlan plan, RecipeBook book, Guid installer, DateTimeOffset start)
    {
        var at = new DemoTablet(book, installer, start);
        foreach (var termination in plan.Terminations.Where(t => t.End == "near" && t.Strand <= 8))
        {
            var planned = plan.Events.First(e => e.Strands.Any(s => s.Termination == termination.Id));
            string[] looks = termination.Strand switch
            {
                3 => ["light", "dimmer", "none"],
                5 => ["light", "light", "light", "none"],
                7 => ["faint"],
                8 => [],
                _ => ["none"],
            };
            await using var connection = await database.OpenAsync();
            await using var transaction = await connection.BeginTransactionAsync();
            var made = at.Work(termination.Id, planned, looks, stopAt: termination.Strand switch { 8 => "strip", 7 => "light", _ => null });
            await events.InsertAsync(connection, transaction, made, installer);
            await events.ProjectAsync(connection, transaction, [TerminationFold.Fold(termination.Id, [planned, .. made], book)]);
            await transaction.CommitAsync();
        }
    }
}
