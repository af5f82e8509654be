using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Live;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Bench;

/// <summary>The answer to one event of a delivery.</summary>
/// <param name="Status">200 taken or already held; 202 taken, needs a look; 400, 403, 404, 409, 422 refused.</param>
public sealed record EventAnswer(Guid? Id, int Status, string? Field, string? Says);

/// <summary>
/// The one way events get in: lock their streams, fold, append, write the projections, in one transaction for a delivery. Each event has its own answer,
/// and a refused one does not keep the others out.
/// </summary>
public sealed class AppendEvents(Database database, EventStore events, RecipeShelf shelf, LiveTeller live, IOptions<JsonOptions> json, TimeProvider time)
{
    /// <summary>Takes the events one after another. An event already held answers as it did the first time.</summary>
    public async Task<IReadOnlyList<EventAnswer>> TakeAsync(IReadOnlyList<JsonElement> delivery, Access sender)
    {
        var read = delivery.Select(Read).ToList();
        var wellFormed = read.Select(r => r.Event).OfType<BenchEvent>().ToList();
        var answers = wellFormed.Count == 0 ? [] : new Queue<EventAnswer>(await TakeAsync(wellFormed, sender));
        return [.. read.Select(r => r.Refused ?? answers.Dequeue())];
    }

    private static EventAnswer Refused(BenchEvent happened, int status, string field, Phrase says) => new(happened.Id, status, field, Problems.Say(says));

    private static DateOnly DayOf(BenchEvent happened) => DateOnly.FromDateTime(happened.At.UtcDateTime);

    private static Guid? IdOf(JsonElement delivered) =>
        delivered.ValueKind == JsonValueKind.Object && delivered.TryGetProperty("id", out var id) && id.ValueKind == JsonValueKind.String && id.TryGetGuid(out var guid) ? guid : null;

    private (BenchEvent? Event, EventAnswer? Refused) Read(JsonElement delivered)
    {
        BenchEvent happened;
        try
        {
            happened = delivered.Deserialize<BenchEvent>(json.Value.SerializerOptions) ?? throw new JsonException("null");
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException)
        {
            return (null, new EventAnswer(IdOf(delivered), 400, (fault as JsonException)?.Path, Problems.Say(Phrase.Of("event.json", ("why", fault.Message)))));
        }

        return Admissions.Malformed(happened, time.GetUtcNow().ToUnixTimeMilliseconds()) is { } malformed
            ? (null, Refused(happened, 400, malformed.Field, malformed.Says))
            : (happened, null);
    }

    private async Task<List<EventAnswer>> TakeAsync(List<BenchEvent> delivered, Access sender)
    {
        try
        {
            return await InOneTransactionAsync(delivered, sender);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation && delivered.Count == 1)
        {
            // Another stream took the same id or sequence at the same moment.
            return [Refused(delivered[0], 409, "id", Phrase.Of("event.id-taken"))];
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            var answers = new List<EventAnswer>(delivered.Count);
            foreach (var happened in delivered)
            {
                answers.AddRange(await TakeAsync([happened], sender));
            }

            return answers;
        }
    }

    private async Task<List<EventAnswer>> InOneTransactionAsync(List<BenchEvent> delivered, Access sender)
    {
        var book = await shelf.BookAsync();
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var who = delivered.Select(e => (e.Actor, DayOf(e))).Append((sender.Person, sender.Day)).ToHashSet();
        var ground = await events.GroundAsync(connection, transaction, delivered, who);
        var (taken, states) = (new List<BenchEvent>(), new Dictionary<Guid, TerminationState>());
        var answers = delivered.Select(e => Answer(e, sender, ground, book, taken, states)).ToList();
        if (taken.Count > 0)
        {
            await events.InsertAsync(connection, transaction, taken, sender.Person);
            await events.ProjectAsync(connection, transaction, states.Values);
            await transaction.CommitAsync();
            live.Tell(states.Keys.Select(t => ground.Places[t]));
        }

        return answers;
    }

    // An event that is taken joins the ground that the next one is judged on.
    private static EventAnswer Answer(BenchEvent happened, Access sender, AppendGround ground, RecipeBook book, List<BenchEvent> taken, Dictionary<Guid, TerminationState> states)
    {
        if (Hindrance(happened, sender, ground) is { } hindrance)
        {
            return hindrance;
        }

        var content = EventStore.Canonical(happened);
        if (ground.Held.TryGetValue(happened.Id, out var held))
        {
            return held == content ? new EventAnswer(happened.Id, 200, null, null) : Refused(happened, 409, "id", Phrase.Of("event.id-taken"));
        }

        if (ground.Sequences.Contains((happened.Device, happened.Sequence)))
        {
            return Refused(happened, 409, "sequence", Phrase.Of("event.sequence-taken"));
        }

        var named = happened.Strands.ToDictionary(s => s.Termination, s => (IReadOnlyList<BenchEvent>)ground.Streams[s.Termination]);
        var admission = Admissions.Judge(named, happened, book);
        if (admission.Refusal is { } refusal)
        {
            return Refused(happened, 422, refusal.Field, refusal.Says);
        }

        taken.Add(happened);
        ground.Held[happened.Id] = content;
        ground.Sequences.Add((happened.Device, happened.Sequence));
        foreach (var (termination, state) in admission.States)
        {
            ground.Streams[termination].Add(happened);
            states[termination] = state;
        }

        return new EventAnswer(happened.Id, admission.States.Values.Any(s => s.NeedsALook) ? 202 : 200, null, null);
    }

    // The right to work is the actor's, as of the event's own day; on a shared tablet another person may be the one who sends it.
    private static EventAnswer? Hindrance(BenchEvent happened, Access sender, AppendGround ground)
    {
        var jobs = happened.Strands.Select(s => ground.Places.GetValueOrDefault(s.Termination)?.Job).Distinct().ToList();
        if (!jobs.All(job => job is { } id && ground.Rights.ContainsKey((sender.Person, sender.Day, id))))
        {
            return Refused(happened, 404, "strands", Phrase.Of("problem.no-strand"));
        }

        var actors = jobs.Select(job => ground.Rights.TryGetValue((happened.Actor, DayOf(happened), job!.Value), out var role) ? new Access(happened.Actor, role, DayOf(happened)) : null);
        return !actors.All(actor => actor is { MayWork: true }) ? Refused(happened, 403, "actor", Phrase.Of("problem.actor"))
            : happened.Body is Resolved && !actors.All(actor => actor!.MayPlan) ? Refused(happened, 403, "actor", Phrase.Of("problem.lead"))
            : null;
    }
}
