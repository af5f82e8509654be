using Dapper;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;
using Rhabdon.Testing;

namespace Rhabdon.Data.Tests;

/// <summary>Jobs, their places and the projections that lists read, on a real PostgreSQL.</summary>
public sealed class JobStoreTests : IAsyncLifetime
{
    private static readonly DateOnly Today = new(2026, 11, 24);
    private static readonly DateTime Noon = new(2026, 11, 24, 16, 0, 0, DateTimeKind.Utc);
    private readonly Database database = new(NpgsqlDataSource.Create(TestDatabase.New()));
    private readonly StreamCache cache = new();
    private readonly RecipeBook book = StarterRecipes.Book();
    private readonly Guid person = Guid.CreateVersion7();
    private readonly Guid planner = Guid.CreateVersion7();
    private readonly Crew crew = new(Guid.CreateVersion7(), "Heron");

    private JobStore Jobs => new(database);

    private EventStore Events => new(database, cache);

    private Access Owner => new(person, Role.Owner, Noon);

    public async ValueTask InitializeAsync()
    {
        await database.MigrateAsync();
        await new PeopleStore(database).AddAsync(
            new Person
            {
                Id = person,
                Name = "Wim Wader",
                SignIn = "wim",
                Role = Role.Lead,
            }
        );
        await new CrewStore(database).AddCrewAsync(crew);
    }

    public async ValueTask DisposeAsync() => await database.Source.DisposeAsync();

    [Fact]
    public async Task Jobs_are_listed_newest_first_page_by_page_and_found_by_any_of_their_words()
    {
        for (var number = 1; number <= 5; number++)
        {
            await AddJobAsync($"Quay {number}", number == 3 ? "Lighthouse" : "Workshop");
        }

        Assert.Equal(["Quay 5", "Quay 4"], (await Jobs.JobsAsync(Owner, string.Empty, 0, 2)).Select(j => j.Name));
        Assert.Equal(["Quay 3", "Quay 2"], (await Jobs.JobsAsync(Owner, string.Empty, 2, 2)).Select(j => j.Name));
        Assert.Equal(["Quay 3"], (await Jobs.JobsAsync(Owner, "LIGHTH", 0, 9)).Select(j => j.Name));
        Assert.Empty(await Jobs.JobsAsync(Owner, "%", 0, 9));
    }

    [Fact]
    public async Task A_job_is_there_only_for_who_is_in_its_crew_on_that_day()
    {
        var job = await AddJobAsync("Quay", "Workshop");
        await new CrewStore(database).JoinAsync(new Membership(crew.Id, person, Today.AddDays(-3), Today.AddDays(3)));
        Assert.NotNull(await Jobs.JobAsync(new Access(person, Role.Lead, Noon), job.Id));
        Assert.NotNull(await Jobs.JobAsync(new Access(person, Role.Lead, Noon.AddDays(3)), job.Id));
        Assert.Null(await Jobs.JobAsync(new Access(person, Role.Lead, Noon.AddDays(4)), job.Id));
        Assert.Null(await Jobs.JobAsync(new Access(person, Role.Lead, Noon.AddDays(-4)), job.Id));
        Assert.Null(await Jobs.JobAsync(new Access(Guid.CreateVersion7(), Role.Lead, Noon), job.Id));
    }

    [Fact]
    public async Task A_cable_has_both_ends_of_every_strand_and_its_tally_follows_its_ends()
    {
        var (job, cable, ends) = await AddCableAsync();
        Assert.Equal(["Near 1", "Far 1", "Near 2", "Far 2"], (await Jobs.LadderAsync(cable)).Select(e => $"{e.End} {e.Strand}"));
        Assert.Equal([(EndBucket.Planned, 4)], await TallyAsync(job));
        await BeginAsync(ends[0]);
        Assert.Equal([(EndBucket.Planned, 3), (EndBucket.UnderWay, 1)], await TallyAsync(job));
        Assert.Equal("under-way", (await Jobs.LadderAsync(cable)).First(e => e.Id == ends[0]).Bucket);
    }

    // Whoever works in two crews of a job has each end in hand once; and a crew keeps what its people did while they belonged to it.
    [Fact]
    public async Task An_end_counts_once_for_the_crew_of_that_day()
    {
        var (job, _, ends) = await AddCableAsync();
        var (crews, other) = (new CrewStore(database), new Crew(Guid.CreateVersion7(), "Dunlin"));
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into crew (id, name) values (@Id, @Name); insert into job_crew (job_id, crew_id) values (@job, @Id)",
            new
            {
                other.Id,
                other.Name,
                job,
            }
        );
        await crews.JoinAsync(new Membership(crew.Id, person, new DateOnly(2026, 11, 1), null));
        await BeginAsync(ends[0]);
        Assert.Equal([(crew.Name, "under-way", 1)], await Jobs.ByCrewAsync(job));
        await crews.JoinAsync(new Membership(other.Id, person, new DateOnly(2026, 11, 20), new DateOnly(2026, 11, 24)));
        Assert.Equal([(other.Name, "under-way", 1)], await Jobs.ByCrewAsync(job));
        await connection.ExecuteAsync("update termination_state set last_at = '2026-11-25T12:00Z' where in_hand is not null");
        Assert.Equal([(crew.Name, "under-way", 1)], await Jobs.ByCrewAsync(job));
    }

    // In the evening in America it is the next day in UTC already: whoever joins then belongs to the crew at once, and to a crew whose first job comes a minute
    // later just as well, wherever that is.
    [Fact]
    public async Task A_crews_day_is_its_sites_day_and_the_earliest_anywhere_before_it_has_one()
    {
        var (job, _, _) = await AddCableAsync();
        var crew = Guid.CreateVersion7();
        var (evening, night) = (new DateTime(2026, 11, 25, 1, 30, 0, DateTimeKind.Utc), new DateTime(2026, 11, 25, 6, 0, 0, DateTimeKind.Utc));
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("insert into crew (id, name) values (@crew, 'Whimbrel')", new { crew });
        Assert.Equal((24, 24), (await DayAsync(evening), await DayAsync(night)));
        // In Halifax it is 21:30 of the 24th, and then 02:00 of the 25th.
        await connection.ExecuteAsync("insert into job_crew (job_id, crew_id) values (@job, @crew)", new { job, crew });
        Assert.Equal((24, 25), (await DayAsync(evening), await DayAsync(night)));

        async Task<int> DayAsync(DateTime now) => (await new CrewStore(database).TodayAsync(crew, now)).Day;
    }

    [Fact]
    public async Task A_port_that_is_taken_is_known_with_its_label()
    {
        var (job, _, _) = await AddCableAsync();
        Assert.Contains((await Jobs.TakenAsync(job)), t => (t.Closet, t.Panel, t.Port, t.Position, t.Label) == ("PH1", "A", 2, 1, "Near 2"));
    }

    [Fact]
    public async Task A_projection_that_was_tampered_with_is_found_and_mended_from_the_events()
    {
        var (job, _, ends) = await AddCableAsync();
        await BeginAsync(ends[1]);
        Assert.Empty((await Events.RebuildAsync(book, write: false)).Differing);
        await using (var connection = await database.OpenAsync())
        {
            await connection.ExecuteAsync(
                "update termination_state set phase = 'verified', bucket = 'verified' where termination_id = @id",
                new { id = ends[1] }
            );
            await connection.ExecuteAsync("update cable_tally set ends = 7 where bucket = 'planned'");
        }

        var (folded, differing) = await Events.RebuildAsync(book, write: false);
        Assert.Equal((4, true, 2), (folded, differing.Contains(ends[1]), differing.Count));
        await Events.RebuildAsync(book, write: true);
        Assert.Empty((await Events.RebuildAsync(book, write: false)).Differing);
        Assert.Equal([(EndBucket.Planned, 3), (EndBucket.UnderWay, 1)], await TallyAsync(job));
    }

    [Fact]
    public async Task Work_is_kept_with_the_crew_of_its_day_and_mended_from_the_events()
    {
        var (job, _, ends) = await AddCableAsync();
        var crew = Guid.CreateVersion7();
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into crew (id, name) values (@crew, 'Dunlin of the day'); insert into job_crew (job_id, crew_id) values (@job, @crew)",
            new { crew, job }
        );
        await new CrewStore(database).JoinAsync(new Membership(crew, person, new DateOnly(2026, 11, 24), new DateOnly(2026, 11, 24)));
        var begun = await BeginAsync(ends[0]);
        Assert.Equal((begun.Id, crew, "begun", 1), await WorkAsync());
        await connection.ExecuteAsync("update work_history set kind = 'step-done' where termination_id = @end", new { end = ends[0] });
        Assert.Equal([ends[0]], (await Events.RebuildAsync(book, write: true)).Differing);
        Assert.Equal((begun.Id, crew, "begun", 1), await WorkAsync());

        Task<(Guid, Guid?, string, int)> WorkAsync() =>
            connection.QuerySingleAsync<(Guid, Guid?, string, int)>(
                "select event_id, crew_id, kind, strands from work_history where termination_id = @end",
                new { end = ends[0] }
            );
    }

    [Fact]
    public async Task What_decides_over_a_delivery_is_read_whole()
    {
        var (job, _, ends) = await AddCableAsync();
        await new CrewStore(database).JoinAsync(new Membership(crew.Id, person, Today, null));
        var begun = await BeginAsync(ends[0]);
        var stranger = Guid.CreateVersion7();
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync(TestContext.Current.CancellationToken);
        var fresh = begun with { Id = Guid.CreateVersion7(), Strands = [new Subject(ends[0], 2), new Subject(Guid.CreateVersion7(), 0)] };
        var context = await Events.ContextAsync(connection, transaction, [begun, fresh], [person, stranger], book);
        Assert.Equal([ends[0]], context.Places.Keys);
        Assert.Equal(Role.Lead, context.AccessOf(person, job, Noon)?.Role);
        Assert.Null(context.AccessOf(person, job, Noon.AddDays(-1)));
        Assert.Null(context.AccessOf(stranger, job, Noon));
        Assert.Equal([begun.Id], context.Held.Keys);
        Assert.Equal([(begun.Device, begun.Sequence)], context.Sequences);
        Assert.Equal(2, context.Streams[ends[0]].Events.Count);
    }

    // Acts never change, so each is read once; a restored backup is another lineage, and nothing from before it is remembered.
    [Fact]
    public async Task What_was_read_once_is_remembered_until_the_database_is_another()
    {
        var (_, _, ends) = await AddCableAsync();
        await BeginAsync(ends[0]);
        Assert.Equal(2, (await Events.TerminationsAsync([ends[0]], book))[ends[0]].Events.Count);
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("update event set content = 'gone' where kind = 'begun'");
        Assert.False((await Events.TerminationsAsync([ends[0]], book))[ends[0]].State.NeedsALook);
        await connection.ExecuteAsync("update lineage set id = gen_random_uuid()");
        Assert.True((await Events.TerminationsAsync([ends[0]], book))[ends[0]].State.NeedsALook);
    }

    private async Task<JobRow> AddJobAsync(string name, string site, params PanelRow[] panels)
    {
        var job = new JobRow(Guid.CreateVersion7(), name, "Saltmarsh Harbour Trust", site, "America/Halifax", "{closet}-{panel}:{port}");
        await Jobs.AddJobAsync(job, panels, [crew.Id]);
        return job;
    }

    private async Task<(Guid Job, Guid Cable, Guid[] Ends)> AddCableAsync()
    {
        PanelRow[] panels = [new(Guid.CreateVersion7(), "PH1", "A", 12), new(Guid.CreateVersion7(), "CS1", "B", 12)];
        var job = await AddJobAsync("Quay", "Workshop", panels);
        var cable = new CableRow(Guid.CreateVersion7(), job.Id, "PH-CS-01", "TightBuffer900", "OM4", 2, 90_000_000_000);
        var rows = ((CableEnd[])[CableEnd.Near, CableEnd.Far])
            .SelectMany(
                (end, side) =>
                    Enumerable
                        .Range(1, 2)
                        .Select(strand => new TerminationRow
                        {
                            Id = Guid.CreateVersion7(),
                            CableId = cable.Id,
                            Strand = strand,
                            End = end,
                            Label = $"{end} {strand}",
                            PanelId = panels[side].Id,
                            Port = strand,
                            Phase = StrandPhase.Planned,
                            Attempt = 0,
                            Try = 0,
                            NeedsALook = false,
                        })
            )
            .ToList();
        var plans = ((CableEnd[])[CableEnd.Near, CableEnd.Far]).Select(
            (end, side) =>
                Event(
                    new Planned(end, ConnectorType.SC, Polish.UPC, FiberGrade.OM4, CableBuild.TightBuffer900, "M4", Length.Mm(500), Length.Mm(300)),
                    side + 1,
                    [.. rows.Where(r => r.End == end).Select(r => new Subject(r.Id, 0))]
                )
        );
        await Jobs.AddCableAsync(cable, rows, [.. plans], book, Events);
        return (job.Id, cable.Id, [.. rows.Select(r => r.Id)]);
    }

    private async Task<BenchEvent> BeginAsync(Guid strand)
    {
        var begun = Event(new Begun(), 1, [new Subject(strand, 1)]) with
        {
            Device = Guid.CreateVersion7(),
            Clock = new HybridTime(1_800_000_000_001, 0),
            Recipe = new RecipeRef("M4", 1),
        };
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await Events.InsertAsync(connection, transaction, [begun], person);
        var kinds = new Dictionary<Guid, StreamKind> { [strand] = StreamKind.Termination };
        await EventStore.ProjectAsync(
            connection,
            transaction,
            [new StreamChange(null, (await Events.StreamsAsync(connection, transaction, kinds, book))[strand].With(begun))]
        );
        await transaction.CommitAsync();
        return begun;
    }

    private BenchEvent Event(EventBody body, int sequence, IReadOnlyList<Subject> strands) =>
        new(
            Guid.CreateVersion7(),
            planner,
            sequence,
            new HybridTime(1_800_000_000_000, 0),
            new DateTimeOffset(2026, 11, 24, 12, 0, 0, TimeSpan.Zero),
            person,
            Rulebook.Version,
            strands,
            body
        );

    private async Task<(EndBucket, int)[]> TallyAsync(Guid job) => [.. (await Jobs.TalliesAsync([job])).OrderBy(t => t.Bucket).Select(t => (t.Bucket, t.Ends))];
}
