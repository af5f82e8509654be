using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Bench;

/// <summary>
/// The events of one delivery, judged one after another by what was read under their lock. One that is taken counts for the next.
/// </summary>
internal sealed class Delivery(Access sender, DateTimeOffset received, AppendContext context, RecipeBook book)
{
    /// <summary>Those that are to be stored, with their receipts.</summary>
    public List<BenchEvent> Taken { get; } = [];

    /// <summary>Those that could not be verified.</summary>
    public List<Quarantined> Aside { get; } = [];

    /// <summary>The streams that hold something new, as they were before the delivery and as they are.</summary>
    public IReadOnlyCollection<StreamChange> Changes => changes.Values;

    private readonly Dictionary<Guid, StreamChange> changes = [];

    public EventAnswer Answer(BenchEvent happened)
    {
        var places = happened.About.Select(s => context.Places.GetValueOrDefault(s.Id)).ToList();
        var jobs = places.Select(p => p?.Job).Distinct().ToList();
        if (places.Contains(null) || !jobs.TrueForAll(job => context.AccessOf(sender.Person, job, received) is not null))
        {
            return Refused(happened, 404, "subjects", Phrase.Of(PhraseKeys.Problem.NoStrand));
        }

        var content = EventText.Canonical(happened);
        if (context.Held.TryGetValue(happened.Id, out var held))
        {
            return held == content ? new EventAnswer(happened.Id, 200, null, null) : Refused(happened, 409, "id", Phrase.Of(PhraseKeys.Event.IdTaken));
        }

        if (context.Sequences.Contains((happened.Device, happened.Sequence)))
        {
            return Refused(happened, 409, "sequence", Phrase.Of(PhraseKeys.Event.SequenceTaken));
        }

        var named = happened.About.ToDictionary(s => s.Id, s => context.Streams[s.Id]);
        var dated = Dated(happened, named.Values);
        if (Unverified(dated, content) is { } aside)
        {
            return aside;
        }

        if (Unentitled(dated, jobs, named.Values) is { } refused)
        {
            return refused;
        }

        var admission = EventAdmission.Judge(named, dated, book);
        return admission.Refusal is { } refusal ? Refused(happened, 422, refusal.Field, refusal.Says) : Take(dated, content, admission);
    }

    private static EventAnswer Refused(BenchEvent happened, int status, string field, Phrase says) => new(happened.Id, status, field, Problems.Say(says));

    // With what is to be noted about it.
    private BenchEvent Dated(BenchEvent happened, IReadOnlyCollection<FoldedStream> streams)
    {
        var before = context.DeviceBefore.TryGetValue(happened.Device, out var at) ? at : (DateTimeOffset?)null;
        var (clock, moment) = ClockCheck.Of(happened, streams, before, received);
        return happened with { Receipt = Receipt.Of(happened.Actor == sender.Person ? null : sender.Person, clock, moment) };
    }

    // The sender is who signed in. What others did on a shared tablet carries their signature.
    private EventAnswer? Unverified(BenchEvent happened, string content)
    {
        if (happened.Actor == sender.Person || EventSignature.Fault(happened, content, context.Keys) is not { } fault)
        {
            return null;
        }

        Aside.Add(new Quarantined(happened.Id, happened.Actor, content, happened.Signature, Problems.Say(fault), [.. happened.About.Select(s => s.Id)]));
        return Refused(happened, 403, "signature", Phrase.Of(PhraseKeys.Quarantine.Kept, ("why", Problems.Say(fault))));
    }

    // The right is the actor's, as of the moment at which it happened.
    private EventAnswer? Unentitled(BenchEvent happened, IReadOnlyList<Guid?> jobs, IEnumerable<FoldedStream> streams)
    {
        var named = happened.Body.Names().ToHashSet();
        var needs = happened.Body.Needs(streams.SelectMany(s => s.Events.Where(e => named.Contains(e.Id))));
        var access = jobs.Select(job => context.AccessOf(happened.Actor, job, happened.When)).ToList();
        return !access.TrueForAll(a => a?.May(Permission.Work) == true) ? Refused(happened, 403, "actor", Phrase.Of(PhraseKeys.Problem.Actor))
            : !access.TrueForAll(a => a!.May(needs)) ? Refused(happened, 403, "actor", Phrase.Of(PhraseKeys.Problem.Lead))
            : happened.Body.People().Any(p => jobs.Any(job => context.AccessOf(p, job, happened.When)?.May(Permission.Work) != true))
                ? Refused(happened, 422, "body.to", Phrase.Of(PhraseKeys.Event.HandTo))
            : null;
    }

    private EventAnswer Take(BenchEvent happened, string content, AdmissionResult admission)
    {
        Taken.Add(happened);
        context.Held[happened.Id] = content;
        context.Sequences.Add((happened.Device, happened.Sequence));
        if (happened.Receipt is not ({ Clock: not null } or { At: not null }))
        {
            context.DeviceBefore[happened.Device] = happened.At;
        }

        foreach (var (termination, stream) in admission.Streams)
        {
            changes[termination] = new StreamChange(changes.GetValueOrDefault(termination)?.Before ?? context.Streams[termination], stream);
            context.Streams[termination] = stream;
        }

        return new EventAnswer(happened.Id, admission.Streams.Values.Any(s => s.NeedsALook) ? 202 : 200, null, null, happened.Receipt);
    }
}
