using System.Text.Json;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Bench;

/// <summary>Fills a database with jobs by COPY: five cables of fifty strands each, planned by real events, most of them made.</summary>
internal static class Seed
{
    public const int EndsOfAJob = Cables * Strands * 2;

    private const int Cables = 5;
    private const int Strands = 50;

    private static readonly (string Phase, string Bucket)[] States =
    [
        ("verified", "verified"),
        ("verified", "verified"),
        ("verified", "verified"),
        ("verified", "verified"),
        ("verified", "verified"),
        ("doubtful", "doubtful"),
        ("planned", "planned"),
        ("prepared", "under-way"),
        ("terminated", "under-way"),
        ("planned", "planned"),
    ];

    /// <summary>Adds jobs until the database holds so many terminations.</summary>
    public static async Task GrowAsync(string database, int terminations)
    {
        await using var connection = new NpgsqlConnection($"{database};Command Timeout=0");
        await connection.OpenAsync();
        var (lead, crew, held) = (
            (Guid)(await One("select id from person where sign_in = 'lead'"))!,
            (Guid)(await One("select id from crew where name = 'Heron'"))!,
            (long)(await One("select count(*) from termination"))!
        );
        var first = (int)(held / EndsOfAJob) + 1;
        var jobs = Enumerable.Range(first, Math.Max(0, (int)((terminations - held) / EndsOfAJob))).Select(n => new Job(n)).ToList();
        await Copy(jobs, "job (id, name, customer, site, time_zone, label_pattern)", j =>
            Row(j.Id, $"Harbour renewal {j.Number}", "Saltmarsh Harbour Trust", "Workshop", "America/Halifax", "{cable}-{panel}:{port:000}")
        );
        await Copy(jobs, "job_crew (job_id, crew_id)", j => Row(j.Id, crew));
        await Copy(jobs.SelectMany(j => j.Panels), "panel (id, job_id, closet, name, ports)", p => Row(p.Id, p.Job, p.Closet, "A", Cables * Strands));
        await Copy(jobs.SelectMany(j => j.Cables), "cable (id, job_id, name, build, grade, strands, length_nm)", c =>
            Row(c.Id, c.Job.Id, c.Name, "TightBuffer900", "OM4", Strands, 118_000_000_000L)
        );
        var ends = jobs.SelectMany(j => j.Cables).SelectMany(c => c.Ends);
        await Copy(jobs.SelectMany(j => j.Cables), "stream_group (id)", c => Row(c.Id));
        await Copy(ends, "stream (id, kind, group_id, job_id)", e => Row(e.Id, "termination", e.Cable.Id, e.Cable.Job.Id));
        await Copy(ends, "termination (id, cable_id, job_id, strand, cable_end, panel_id, port, position, label)", e =>
            Row(
                e.Id,
                e.Cable.Id,
                e.Cable.Job.Id,
                e.Strand,
                e.IsNear ? "near" : "far",
                e.Cable.Job.Panels[e.IsNear ? 0 : 1].Id,
                (e.Cable.Number * Strands) + e.Strand,
                1,
                $"{e.Cable.Name}-{(e.IsNear ? "N" : "F")}:{e.Strand:000}"
            )
        );
        await Copy(
            jobs.SelectMany(j => j.Cables).SelectMany(c => c.Plans(lead)),
            "event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content)",
            e =>
                Row(
                    e.Id,
                    e.Device,
                    e.Sequence,
                    e.Clock.Milliseconds,
                    e.Clock.Count,
                    e.Actor,
                    e.Body.Kind,
                    JsonSerializer.Serialize(e, CoreJson.Default.BenchEvent)
                )
        );
        await Copy(ends, "event_stream (stream_id, event_id)", e => Row(e.Id, e.Cable.PlanIds[e.IsNear ? 0 : 1]));
        await Copy(
            ends,
            "termination_state (termination_id, phase, attempt, try, needs_a_look, fiber_used_nm, events, bucket, batch_id, in_hand, recipe, connector)",
            e =>
                Row(
                    e.Id,
                    e.State.Phase,
                    e.State.Phase == "planned" ? 0 : 1,
                    1,
                    false,
                    0L,
                    1,
                    e.State.Bucket,
                    e.Batch,
                    e.State.Bucket == "planned" ? null : lead,
                    "M4",
                    "SC"
                )
        );
        await One(
            "insert into cable_tally (cable_id, bucket, recipe, connector, ends) select t.cable_id, s.bucket, s.recipe, s.connector, count(*)::int from termination t join termination_state s on s.termination_id = t.id where not exists (select 1 from cable_tally c where c.cable_id = t.cable_id) group by 1, 2, 3, 4"
        );
        // Every strand measured; one in ten loses too much. Lists read what their events amount to, and no event is folded here.
        await One(
            """
            with begun as materialized (
                select gen_random_uuid() as id, t.cable_id, t.job_id, t.strand from termination t
                where t.cable_end = 'near' and not exists (select 1 from link_state l where l.cable_id = t.cable_id and l.strand = t.strand)
            ), streams as (insert into stream (id, kind, group_id, job_id) select id, 'link', cable_id, job_id from begun)
            insert into link_state (stream_id, job_id, cable_id, strand, parts, grade, loss, loss_limit, wavelength, from_end, taken, against, is_lit,
                needs_a_look, events)
            select id, job_id, cable_id, strand, 1, case when strand % 10 = 0 then 'fail' else 'pass' end, 400 + 30 * strand, 1850, 850, 'near', 4, '', false,
                false, 4 from begun
            """
        );
        await One("analyze");

        async Task<object?> One(string sql)
        {
            await using var command = new NpgsqlCommand(sql, connection);
            return await command.ExecuteScalarAsync();
        }

        async Task Copy<T>(IEnumerable<T> rows, string into, Func<T, object?[]> cells)
        {
            await using var copy = await connection.BeginBinaryImportAsync($"copy {into} from stdin (format binary)");
            foreach (var row in rows)
            {
                await copy.WriteRowAsync(default, cells(row));
            }

            await copy.CompleteAsync();
        }
    }

    private static object?[] Row(params object?[] cells) => cells;

    private sealed record Panel(Guid Id, Guid Job, string Closet);

    private sealed record End(Guid Id, Cable Cable, int Strand, bool IsNear)
    {
        // Only the last job's strands are on the bench; what is older is made or planned.
        public (string Phase, string Bucket) State { get; } = States[(Cable.Number + Strand) % (Cable.Job.Number % 50 == 0 ? States.Length : 6)];

        public Guid? Batch => State.Bucket == "under-way" ? Cable.BatchId : null;
    }

    private sealed class Cable
    {
        public Cable(Job job, int number)
        {
            (Job, Number, Name) = (job, number, $"PH-CS-{job.Number}-{number + 1}");
            Ends = [.. Enumerable.Range(0, Strands * 2).Select(i => new End(Guid.CreateVersion7(), this, (i / 2) + 1, i % 2 == 0))];
        }

        public Guid Id { get; } = Guid.CreateVersion7();

        public Guid BatchId { get; } = Guid.CreateVersion7();

        public Guid[] PlanIds { get; } = [Guid.CreateVersion7(), Guid.CreateVersion7()];

        public Job Job { get; }

        public int Number { get; }

        public string Name { get; }

        public IReadOnlyList<End> Ends { get; }

        public IEnumerable<BenchEvent> Plans(Guid lead)
        {
            var (device, at) = (Guid.CreateVersion7(), new DateTimeOffset(2026, 3, 2, 12, 0, 0, TimeSpan.Zero));
            for (var end = 0; end < 2; end++)
            {
                yield return new BenchEvent(
                    PlanIds[end],
                    device,
                    end + 1,
                    new HybridTime(at.ToUnixTimeMilliseconds(), 0),
                    at,
                    lead,
                    Rulebook.Version,
                    [.. Ends.Where(e => e.IsNear == (end == 0)).Select(e => new Subject(e.Id, 0))],
                    new Planned(
                        end == 0 ? CableEnd.Near : CableEnd.Far,
                        ConnectorType.SC,
                        Polish.UPC,
                        FiberGrade.OM4,
                        CableBuild.TightBuffer900,
                        "M4",
                        Length.Mm(500),
                        Length.Mm(300)
                    )
                );
            }
        }
    }

    private sealed class Job
    {
        public Job(int number)
        {
            Number = number;
            Panels = [new Panel(Guid.CreateVersion7(), Id, "PH1"), new Panel(Guid.CreateVersion7(), Id, "CS2")];
            Cables = [.. Enumerable.Range(0, Seed.Cables).Select(n => new Cable(this, n))];
        }

        public Guid Id { get; } = Guid.CreateVersion7();

        public int Number { get; }

        public Panel[] Panels { get; }

        public Cable[] Cables { get; }
    }
}
