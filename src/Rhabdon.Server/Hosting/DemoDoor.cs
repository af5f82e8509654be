using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Demo;
using Rhabdon.Imaging;
using Rhabdon.Server.Bench;
using Rhabdon.Server.Jobs;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Hosting;

/// <summary>The demo's way in: the stores that the endpoints write to and, for events, the same append.</summary>
internal sealed class DemoDoor(
    PeopleStore people,
    CrewStore crews,
    JobStore jobs,
    EventStore events,
    PictureStore pictures,
    RecipeBookCache books,
    SecretHasher hasher,
    IOptions<JsonOptions> json,
    IServiceProvider services
) : IDemoDoor
{
    private readonly Dictionary<Guid, (JobRow Job, PanelRow[] Panels)> planned = [];
    private readonly Dictionary<Guid, Role> roles = [];

    public Task<RecipeBook> BookAsync() => books.BookAsync();

    public Task<bool> IsTakenAsync() => people.AnyoneAsync();

    public async Task<Guid> AddAsync(DemoPerson person)
    {
        var row = new Person
        {
            Id = Guid.CreateVersion7(),
            Name = person.Name,
            SignIn = person.SignIn,
            Role = person.Role,
            PasswordHash = await hasher.HashAsync(person.Password, CancellationToken.None),
            PinHash = await hasher.HashAsync(person.Pin, CancellationToken.None),
        };
        await people.AddAsync(row);
        roles[row.Id] = row.Role;
        return row.Id;
    }

    public async Task<Guid> AddAsync(DemoCrew crew, IEnumerable<Guid> members)
    {
        var row = new Crew(Guid.CreateVersion7(), crew.Name);
        await crews.AddCrewAsync(row);
        foreach (var member in members)
        {
            await crews.JoinAsync(new Membership(row.Id, member, crew.From, null));
        }

        return row.Id;
    }

    public async Task<Guid> AddAsync(DemoJob job, DemoCompany company, IEnumerable<Guid> crews)
    {
        var row = new JobRow(
            Guid.CreateVersion7(),
            job.Name,
            company.Customer,
            company.Site,
            company.TimeZone,
            job.LabelPattern,
            company.Rates.Currency,
            company.Rates.PerHour,
            company.Rates.PerConnector
        );
        PanelRow[] panels = [.. job.Panels.Select(p => new PanelRow(Guid.CreateVersion7(), p.Closet, p.Name, p.Ports))];
        await jobs.AddJobAsync(row, panels, crews);
        planned[row.Id] = (row, panels);
        return row.Id;
    }

    public async Task<IReadOnlyList<DemoEnd>> AddAsync(Guid job, DemoCable cable, Guid planner)
    {
        var (row, panels) = planned[job];
        EndRequest End(PanelRow panel) =>
            new(panel.Id, cable.FirstPort, cable.Connector, cable.Polish, cable.Recipe, cable.Service, cable.Least, cable.PerPort);
        var request = new CableRequest(cable.Name, cable.Build, cable.Grade, cable.Strands, cable.Length, End(panels[0]), End(panels[1]));
        var ports = CablePorts.Of(row, request.Name, request.Strands, panels, await jobs.TakenAsync(job)).Place(request).Rows;
        var id = new CableRow(
            Guid.CreateVersion7(),
            job,
            request.Name,
            request.Build.ToString(),
            request.Grade.ToString(),
            request.Strands,
            request.Length.Nanometers
        );
        var plan = CablePlan.Of(id, row.ConfirmedOnly, request, ports, panels, planner, cable.Planned);
        await jobs.AddCableAsync(id, plan.Terminations, plan.Events, await books.BookAsync(), events);
        return [.. plan.Terminations.Select(t => new DemoEnd(t.Id, t.End, t.Strand, plan.Events.First(e => e.About.Any(s => s.Id == t.Id))))];
    }

    public async Task AppendAsync(Guid person, IReadOnlyList<BenchEvent> events)
    {
        var sent = new SentAt(events.Max(e => e.At).AddMinutes(1));
        var append = ActivatorUtilities.CreateInstance<AppendEvents>(services, sent);
        var delivery = events.Select(e => JsonSerializer.SerializeToElement(e, json.Value.SerializerOptions)).ToList();
        var answers = await append.TakeAsync(delivery, new Access(person, roles[person], sent.GetUtcNow().UtcDateTime));
        if (answers.FirstOrDefault(a => a.Status != StatusCodes.Status200OK) is { } refused)
        {
            throw new InvalidOperationException($"The demo's event {refused.Id} is answered {refused.Status}: {refused.Field} {refused.Says}");
        }
    }

    public Task KeepAsync(Guid person, Guid termination, byte[] picture) =>
        pictures.AddAsync(termination, new StoredPicture(PictureHash.Of(picture), PictureReader.MediaOf(picture)!, picture), person);

    // What was worked weeks ago was sent weeks ago.
    private sealed class SentAt(DateTimeOffset moment) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => moment;
    }
}
