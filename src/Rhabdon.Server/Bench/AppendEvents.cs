using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Live;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Bench;

/// <summary>The answer to one event of a delivery.</summary>
/// <param name="Status">
/// 200 taken or already held; 202 taken, needs a look; 400, 403, 404, 409, 422 refused. One that could not be verified (403) is kept aside.
/// </param>
/// <param name="Receipt">What was noted about it, when it was taken.</param>
public sealed record EventAnswer(Guid? Id, int Status, string? Field, string? Says, Receipt? Receipt = null);

/// <summary>
/// The one way events get in: lock their streams, fold, append, write the projections, in one transaction for a delivery. Each event has its own answer,
/// and a refused one does not keep the others out.
/// </summary>
public sealed class AppendEvents(
    Database database,
    EventStore events,
    QuarantineStore quarantine,
    RecipeBookCache books,
    ChangePublisher live,
    IOptions<JsonOptions> json,
    TimeProvider time,
    AuditLog audit
)
{
    // The longest text in an event is a reason.
    private const int MostText = BenchEvent.MostReason;

    /// <summary>Takes the events one after another. An event already held answers as it did the first time.</summary>
    public async Task<IReadOnlyList<EventAnswer>> TakeAsync(IReadOnlyList<JsonElement> delivery, Access sender)
    {
        var read = delivery.Select(Read).ToList();
        var wellFormed = read.Select(r => r.Event).OfType<BenchEvent>().ToList();
        var answers = wellFormed.Count == 0 ? [] : new Queue<EventAnswer>(await TakeAsync(wellFormed, sender));
        return [.. read.Select(r => r.Refused ?? answers.Dequeue())];
    }

    private static EventAnswer Refused(BenchEvent happened, int status, string field, Phrase says) => new(happened.Id, status, field, Problems.Say(says));

    private static Guid? IdOf(JsonElement delivered)
    {
        try
        {
            return
                delivered.ValueKind == JsonValueKind.Object
                && delivered.TryGetProperty("id", out var id)
                && id.ValueKind == JsonValueKind.String
                && id.TryGetGuid(out var guid)
                ? guid
                : null;
        }
        catch (InvalidOperationException)
        {
            // Half a surrogate pair.
            return null;
        }
    }

    private (BenchEvent? Event, EventAnswer? Refused) Read(JsonElement delivered)
    {
        if (JsonText.Fault(Encoding.UTF8.GetBytes(delivered.GetRawText()), MostText) is { } unfit)
        {
            return (null, new EventAnswer(IdOf(delivered), 400, "$", Problems.Say(unfit)));
        }

        BenchEvent happened;
        try
        {
            happened = delivered.Deserialize<BenchEvent>(json.Value.SerializerOptions) ?? throw new JsonException("null");
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException or InvalidOperationException)
        {
            return (
                null,
                new EventAnswer(IdOf(delivered), 400, (fault as JsonException)?.Path, Problems.Say(Phrase.Of(PhraseKeys.Event.Json, ("why", fault.Message))))
            );
        }

        return EventAdmission.Malformed(happened) is { } malformed ? (null, Refused(happened, 400, malformed.Field, malformed.Says))
            : EventText.Fault(EventText.Canonical(happened)) is { } lost
                ? (null, Refused(happened, 400, "$", Phrase.Of(PhraseKeys.Event.RoundTrip, ("why", lost))))
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
            return [Refused(delivered[0], 409, "id", Phrase.Of(PhraseKeys.Event.IdTaken))];
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
        var book = await books.BookAsync();
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var people = delivered.Select(e => e.Actor).Concat(delivered.SelectMany(e => e.Body.People())).Append(sender.Person).ToHashSet();
        var context = await events.ContextAsync(connection, transaction, delivered, people, book);
        var delivery = new Delivery(sender, time.GetUtcNow(), context, book);
        var answers = delivered.Select(delivery.Answer).ToList();
        if (delivery.Taken.Count + delivery.Aside.Count > 0)
        {
            await events.InsertAsync(connection, transaction, delivery.Taken, sender.Person);
            await EventStore.ProjectAsync(connection, transaction, delivery.Changes);
            await quarantine.AddAsync(connection, transaction, delivery.Aside, sender.Person);
            await transaction.CommitAsync();
            events.Remember(delivery.Changes.Select(c => c.After));
            if (delivery.Aside.Count > 0)
            {
                audit.SetAside(sender.Person, delivery.Aside.Count);
            }

            Guid? device = delivery.Taken.Select(e => e.Device).Distinct().ToList() is [var only] ? only : null;
            live.Tell(delivery.Changes.Select(c => new ChangedStream(context.Places[c.After.Id], device)));
        }

        return answers;
    }
}
