using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;
using Rhabdon.Data;
using Rhabdon.Server.Jobs;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Hosting;

/// <summary>The made-up world of the demo: Saltmarsh Ferry Port. Loaded once; a second load changes nothing.</summary>
internal sealed class DemoWorld(
    PeopleStore people,
    CrewStore crews,
    JobStore jobs,
    EventStore events,
    PictureStore pictures,
    RecipeBookCache books,
    SecretHasher hasher,
    Database database
)
{
    /// <summary>Sign-in names and the password and PIN that the demo's own database gives them.</summary>
    public static readonly (string SignIn, string Name, Role Role, string Password, string Pin)[] SignIns =
    [
        ("olive", "Olive Quay", Role.Owner, "saltmarsh-owner", "440100"),
        ("lead", "Lena Tidewater", Role.Lead, "saltmarsh-lead", "440200"),
        ("heron", "Ira Maro", Role.Installer, "saltmarsh-heron", "4403"),
        ("sandpiper", "Sol Sandbar", Role.Installer, "saltmarsh-sandpiper", "4404"),
        ("viewer", "Vera Mudflat", Role.Viewer, "saltmarsh-viewer", "4405"),
    ];

    private RecipeBook? book;

    /// <param name="isFull">With the finished job and its whole history, several hundred terminations.</param>
    public async Task LoadAsync(bool isFull)
    {
        if (await people.AnyoneAsync())
        {
            return;
        }

        var ids = new Dictionary<string, Guid>();
        foreach (var (signIn, name, role, password, pin) in SignIns)
        {
            var person = new Person
            {
                Id = Guid.CreateVersion7(),
                Name = name,
                SignIn = signIn,
                Role = role,
            };
            await people.AddAsync(
                person with
                {
                    PasswordHash = await hasher.HashAsync(password, CancellationToken.None),
                    PinHash = await hasher.HashAsync(pin, CancellationToken.None),
                }
            );
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

        var lead = ids["lead"];
        if (isFull)
        {
            await LoadKiosksAsync(lead, [(ids["heron"], heron), (ids["sandpiper"], sandpiper)]);
        }

        await LoadHallsAsync(lead, ids["heron"], heron);
        await PlanTowerAsync(lead, heron);
    }

    // Finished: angled single-mode to the berth kiosks and multimode between the halls' old closets, with the rework that there was.
    private async Task LoadKiosksAsync(Guid lead, IReadOnlyList<(Guid Person, Crew Crew)> hands)
    {
        var job = Job("Saltmarsh Ferry Port, berth kiosks");
        PanelRow[] panels = [new(Guid.CreateVersion7(), "PH2", "K", 192), new(Guid.CreateVersion7(), "BK1", "K", 192)];
        await jobs.AddJobAsync(job, panels, hands.Select(h => h.Crew.Id));
        var (port, start) = (1, new DateTimeOffset(2026, 11, 2, 12, 0, 0, TimeSpan.Zero));
        foreach (
            var (name, recipe, build, grade, connector, polish, strands) in ((string, string, CableBuild, FiberGrade, ConnectorType, Polish, int)[])
                [
                    ("PH-BK-01", "S3", CableBuild.Cordage30, FiberGrade.OS2, ConnectorType.SC, Polish.APC, 24),
                    ("PH-BK-02", "S2", CableBuild.TightBuffer900, FiberGrade.OS2, ConnectorType.SC, Polish.APC, 24),
                    ("PH-BK-03", "M1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC, 48),
                    ("PH-BK-04", "A1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC, 24),
                    ("PH-BK-05", "M2", CableBuild.TightBuffer900, FiberGrade.OM4, ConnectorType.LC, Polish.UPC, 24),
                ]
        )
        {
            var plan = await PlanAsync(
                job,
                panels,
                new CableRequest(
                    name,
                    build,
                    grade,
                    strands,
                    Length.Mm(210_000),
                    End(panels[0], port, connector, polish, recipe),
                    End(panels[1], port, connector, polish, recipe)
                ),
                lead,
                start
            );
            foreach (var (person, half) in hands.Select((h, i) => (h.Person, i == 0 ? CableEnd.Near : CableEnd.Far)))
            {
                var hand = new DemoHand(port + (half == CableEnd.Near ? 0 : 1_000));
                var microscope = half == CableEnd.Near ? new DemoMicroscope(FaceProfiles.For(grade.Mode(), polish)) : null;
                await WorkAsync(
                    plan,
                    plan.Terminations.Where(t => t.End == half),
                    new DemoTablet(book!, person, start.AddHours(1)),
                    person,
                    (_, state, step) => hand.Read(state, step),
                    (_, _) => false,
                    microscope
                );
            }

            (port, start) = (port + strands, start.AddDays(2));
        }
    }

    // Under way: twelve strands between the halls, the first eight begun.
    private async Task LoadHallsAsync(Guid lead, Guid installer, Crew crew)
    {
        var job = Job("Saltmarsh Ferry Port, halls");
        PanelRow[] panels = [new(Guid.CreateVersion7(), "PH1", "A", 24), new(Guid.CreateVersion7(), "CS2", "B", 24)];
        await jobs.AddJobAsync(job, panels, [crew.Id]);
        EndRequest M4(PanelRow panel) => new(panel.Id, 1, ConnectorType.SC, Polish.UPC, "M4", Length.Mm(500), Length.Mm(300));
        var start = new DateTimeOffset(2026, 11, 23, 12, 5, 0, TimeSpan.Zero);
        var plan = await PlanAsync(
            job,
            panels,
            new CableRequest("PH-CS-01", CableBuild.TightBuffer900, FiberGrade.OM4, 12, Length.Mm(118_000), M4(panels[0]), M4(panels[1])),
            lead,
            start
        );
        var looks = new Dictionary<int, Queue<string>>
        {
            [3] = new(["light", "dimmer", "none"]),
            [5] = new(["light", "light", "light", "none"]),
            [7] = new(["faint"]),
        };
        await WorkAsync(
            plan,
            plan.Terminations.Where(t => t.End == CableEnd.Near && t.Strand <= 8),
            new DemoTablet(book!, installer, start.AddHours(1)),
            installer,
            (strand, _, step) => step.Id == "light" && looks.TryGetValue(strand, out var left) && left.TryDequeue(out var look) ? look : null,
            (strand, state) => (strand == 8 && state.Step == "strip") || (strand == 7 && state.Trouble is not null)
        );
    }

    // Still being planned: ways of putting a connector on, each on a short cable of its own, and a trunk of ribbons into a module.
    private async Task PlanTowerAsync(Guid lead, Crew crew)
    {
        var job = Job("Saltmarsh Ferry Port, tower and workshop");
        PanelRow[] panels = [new(Guid.CreateVersion7(), "CT1", "A", 48), new(Guid.CreateVersion7(), "WS1", "A", 48)];
        await jobs.AddJobAsync(job, panels, [crew.Id]);
        var (port, day) = (1, new DateTimeOffset(2026, 11, 23, 20, 0, 0, TimeSpan.Zero));
        foreach (
            var (name, recipe, build, grade, connector, polish) in ((string, string, CableBuild, FiberGrade, ConnectorType, Polish)[])
                [
                    ("CT-WS-01", "S2", CableBuild.TightBuffer900, FiberGrade.OS2, ConnectorType.SC, Polish.APC),
                    ("CT-WS-02", "M1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC),
                    ("CT-WS-03", "A1", CableBuild.Cordage30, FiberGrade.OM1, ConnectorType.ST, Polish.PC),
                    ("CT-WS-04", "H1", CableBuild.Cordage30, FiberGrade.OM4, ConnectorType.SC, Polish.UPC),
                ]
        )
        {
            await PlanAsync(
                job,
                panels,
                new CableRequest(
                    name,
                    build,
                    grade,
                    6,
                    Length.Mm(84_000),
                    End(panels[0], port, connector, polish, recipe),
                    End(panels[1], port, connector, polish, recipe)
                ),
                lead,
                day
            );
            port += 6;
        }

        var trunk = Job("Saltmarsh Ferry Port, ribbon trunk") with { LabelPattern = "{closet}-{panel}:{port:00}.{position}" };
        PanelRow[] modules = [new(Guid.CreateVersion7(), "PH1", "M", 6), new(Guid.CreateVersion7(), "CT1", "M", 6)];
        await jobs.AddJobAsync(trunk, modules, [crew.Id]);
        EndRequest Module(PanelRow panel) => End(panel, 1, ConnectorType.MPO, Polish.APC, "R1", 12);
        await PlanAsync(
            trunk,
            modules,
            new CableRequest("PH-CT-01", CableBuild.Ribbon12, FiberGrade.OS2, 36, Length.Mm(340_000), Module(modules[0]), Module(modules[1])),
            lead,
            day
        );
    }

    private static JobRow Job(string name) =>
        new(Guid.CreateVersion7(), name, "Saltmarsh Harbour Trust", "Saltmarsh Ferry Port", "America/Halifax", LabelPattern.Usual.Text, "CAD", 68, 11.5m);

    private static EndRequest End(PanelRow panel, int port, ConnectorType connector, Polish polish, string recipe, int perPort = 1) =>
        new(panel.Id, port, connector, polish, recipe, Length.Mm(800), Length.Mm(300), perPort);

    private async Task<CablePlan> PlanAsync(JobRow job, PanelRow[] panels, CableRequest request, Guid lead, DateTimeOffset at)
    {
        book ??= await books.BookAsync();
        var cable = new CableRow(
            Guid.CreateVersion7(),
            job.Id,
            request.Name,
            request.Build.ToString(),
            request.Grade.ToString(),
            request.Strands,
            request.Length.Nanometers
        );
        var ports = CablePorts.Of(job, request.Name, request.Strands, panels, []).Place(request, []);
        var plan = CablePlan.Of(cable, job.ConfirmedOnly, request, ports, panels, lead, at);
        await jobs.AddCableAsync(cable, plan.Terminations, plan.Events, book, events);
        return plan;
    }

    // Everything is made by the same desk that the bench uses.
    private async Task WorkAsync(
        CablePlan plan,
        IEnumerable<TerminationRow> terminations,
        DemoTablet tablet,
        Guid installer,
        Func<int, TerminationState, Step, string?> reads,
        Func<int, TerminationState, bool> isEnough,
        DemoMicroscope? microscope = null
    )
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        foreach (var termination in terminations)
        {
            var planned = plan.Events.First(e => e.About.Any(s => s.Id == termination.Id));
            var made = tablet.Work(
                termination.Id,
                planned,
                (state, step) => reads(termination.Strand, state, step),
                state => microscope?.Look(termination.Strand, state),
                state => isEnough(termination.Strand, state)
            );
            await events.InsertAsync(connection, transaction, made, installer);
            await EventStore.ProjectAsync(connection, transaction, [new StreamChange(null, FoldedTermination.Of(termination.Id, [planned, .. made], book!))]);
        }

        await transaction.CommitAsync();
        foreach (var (termination, picture) in microscope?.Taken ?? [])
        {
            await pictures.AddAsync(termination, picture, installer);
        }
    }
}
