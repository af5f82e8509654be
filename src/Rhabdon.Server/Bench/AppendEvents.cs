using System.Text.Json;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Bench;

/// <summary>The answer to one event of a delivery.</summary>
/// <param name="Status">200 taken or already held; 202 taken, needs a look; 400, 403, 404, 409, 422 refused.</param>
public sealed record EventAnswer(Guid? Id, int Status, string? Field, string? Says);

/// <summary>The one way an event gets in: lock the streams, fold, append, write the projection, in one transaction.</summary>
public sealed class AppendEvents(Database database, EventStore events, PeopleStore people, RecipeShelf shelf, TimeProvider time)
{
    /// <summary>Takes one event, or says why not. An event already held answers as it did the first time.</summary>
    public async Task<EventAnswer> TakeAsync(JsonElement delivered, Access sender)
    {
        BenchEvent happened;
        try
        {
            happened = delivered.Deserialize(CoreJson.Default.BenchEvent) ?? throw new JsonException("null");
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException)
        {
            return new EventAnswer(IdOf(delivered), 400, (fault as JsonException)?.Path, Say(Phrase.Of("event.json", ("why", fault.Message))));
        }

        if (Admissions.Malformed(happened, time.GetUtcNow().ToUnixTimeMilliseconds()) is { } malformed)
        {
            return new EventAnswer(happened.Id, 400, malformed.Field, Say(malformed.Says));
        }

        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        try
        {
            return await TakeAsync(connection, transaction, happened, sender);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            // Another stream took the same id or sequence at the same moment.
            return new EventAnswer(happened.Id, 409, "id", Say(Phrase.Of("event.id-taken")));
        }
    }

    private async Task<EventAnswer> TakeAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, BenchEvent happened, Access sender)
    {
        var streams = happened.Strands.Select(s => s.Termination).ToArray();
        if (!await events.LockAsync(connection, transaction, streams) || !await events.MayAsync(connection, transaction, sender, streams))
        {
            return new EventAnswer(happened.Id, 404, "strands", "There is no such strand, or it is not yours to see.");
        }

        if (await ActorFault(connection, transaction, happened, sender, streams) is { } fault)
        {
            return fault;
        }

        if (await events.HeldAsync(connection, transaction, happened.Id) is { } held)
        {
            return held == EventStore.Canonical(happened)
                ? new EventAnswer(happened.Id, 200, null, null)
                : new EventAnswer(happened.Id, 409, "id", Say(Phrase.Of("event.id-taken")));
        }

        if (await events.SequenceTakenAsync(connection, transaction, happened))
        {
            return new EventAnswer(happened.Id, 409, "sequence", Say(Phrase.Of("event.sequence-taken")));
        }

        var book = await shelf.BookAsync();
        var admission = Admissions.Judge(await events.StreamsAsync(connection, transaction, streams), happened, book);
        if (admission.Refusal is { } refusal)
        {
            return new EventAnswer(happened.Id, 422, refusal.Field, Say(refusal.Says));
        }

        await events.InsertAsync(connection, transaction, happened, sender.Person);
        foreach (var state in admission.States.Values)
        {
            await events.ProjectAsync(connection, transaction, state);
        }

        await transaction.CommitAsync();
        return new EventAnswer(happened.Id, admission.States.Values.Any(s => s.NeedsALook) ? 202 : 200, null, null);
    }

    // The right to work is the actor's, as of the event's own day; on a shared tablet another person may be the one who sends it.
    private async Task<EventAnswer?> ActorFault(NpgsqlConnection connection, NpgsqlTransaction transaction, BenchEvent happened, Access sender, Guid[] streams)
    {
        var actor = happened.Actor == sender.Person ? sender with { Day = DayOf(happened) }
            : await people.FindAsync(happened.Actor) is { } person ? new Access(person.Id, person.Role, DayOf(happened))
            : null;
        return actor is null || !actor.MayWork || !await events.MayAsync(connection, transaction, actor, streams)
            ? new EventAnswer(happened.Id, 403, "actor", "The person named was not allowed to work on this strand on that day.")
            : null;
    }

    private static DateOnly DayOf(BenchEvent happened) => DateOnly.FromDateTime(happened.At.UtcDateTime);

    private static Guid? IdOf(JsonElement delivered) =>
        delivered.ValueKind == JsonValueKind.Object && delivered.TryGetProperty("id", out var id) && id.ValueKind == JsonValueKind.String && id.TryGetGuid(out var guid) ? guid : null;

    private static string Say(Phrase phrase) => Phrasebook.English.Say(phrase);
}
