using System.Globalization;
using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Browser;

/// <summary>The core's doors to the page: JSON text in, JSON text out. The strands that the page holds stay folded here between calls.</summary>
[SupportedOSPlatform("browser")]
public static partial class BenchExports
{
    internal static readonly RecipeBook Book = new();
    private static readonly Dictionary<Guid, FoldedTermination> Held = [];
    private static readonly Dictionary<Guid, FoldedCableEnd> Ends = [];
    private static List<BenchEvent> lastMade = [];
    private static (string Text, BatchRequest? Request) lastRequest = (string.Empty, null);
    private static BatchView? lastView;

    [JSExport]
    public static void AddLadder(string id, int version, string json) =>
        Book.Add(new ReworkLadderRef(id, version), () => JsonSerializer.Deserialize(json, CoreJson.Default.PublishedReworkLadder)!);

    [JSExport]
    public static void AddRecipe(string id, int version, string json) =>
        Book.Add(new RecipeRef(id, version), () => JsonSerializer.Deserialize(json, CoreJson.Default.PublishedRecipe)!);

    /// <summary>A buyer's own limits for end faces.</summary>
    [JSExport]
    public static void AddProfile(string json) => Book.Add(JsonSerializer.Deserialize(json, CoreJson.Default.FaceLimits)!);

    /// <summary>The folded state, for comparing with the same fold elsewhere.</summary>
    [JSExport]
    public static string Fold(string termination, string events)
    {
        Hold($"[\"{termination}\"]", events);
        return JsonSerializer.Serialize(StateOf(Guid.Parse(termination)), CoreJson.Default.TerminationState);
    }

    /// <summary>Holds strands with those of these events that are about them, in place of what was held of them before.</summary>
    [JSExport]
    public static void Hold(string strands, string events)
    {
        var given = JsonSerializer
            .Deserialize(events, CoreJson.Default.ListBenchEvent)!
            .SelectMany(e => e.About, (e, subject) => (subject.Id, Event: e))
            .ToLookup(e => e.Id, e => e.Event);
        foreach (var id in JsonSerializer.Deserialize(strands, CoreJson.Default.ListGuid)!)
        {
            Held[id] = FoldedTermination.Of(id, given[id], Book);
        }
    }

    /// <summary>Holds a cable's end with these events, in place of what was held of it before.</summary>
    [JSExport]
    public static void HoldEnd(string end, string events)
    {
        var id = Guid.Parse(end);
        Ends[id] = FoldedCableEnd.Of(id, JsonSerializer.Deserialize(events, CoreJson.Default.ListBenchEvent)!);
    }

    /// <summary>
    /// The work card of a cable's end that is held, as a <see cref="CableEndView"/> in JSON; <c>null</c> where the recipe leaves nothing to it.
    /// </summary>
    /// <param name="strand">One of its strands, which must be held.</param>
    [JSExport]
    public static string ViewEnd(string end, string strand, string unit) =>
        JsonSerializer.Serialize(new CableEndViewer(Book, Phrasebook.English, "en", UnitOf(unit)).View(EndAtWork(end, strand)), CoreJson.Default.CableEndView);

    /// <summary>Makes the event of a step done, or taken back, at a cable's end.</summary>
    /// <param name="place">Job, cable and which end, as JSON.</param>
    /// <param name="read">What was read; empty for nothing.</param>
    /// <param name="reason">Why the step is taken back; empty where it is done.</param>
    /// <returns>As of <see cref="Act"/>.</returns>
    [JSExport]
    public static string ActEnd(string place, string strand, string unit, string step, string read, string reason, string stamp)
    {
        var at = JsonSerializer.Deserialize(place, CoreJson.Default.CableEndPlace)!;
        var end = EndAtWork(at.Id.ToString(), strand);
        var answer = reason.Length > 0 ? CableEndWork.TakenBack(at, end, step, reason) : CableEndWork.Done(at, end, Book, step, read, UnitOf(unit));
        if (answer.Fault is { } fault)
        {
            return Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)));
        }

        var act = new StreamAct(answer.Body!, end.Published(Book)!.Ref, [(at.Id, Ends[at.Id].Events.Count, Ends[at.Id].LastClock)]);
        return Stamps.Texts(Stamps.Put(stamp, [act]));
    }

    /// <summary>Adds events to the strands that they name, as far as those are held; what came before is not folded again.</summary>
    [JSExport]
    public static void Add(string events) => Add(JsonSerializer.Deserialize(events, CoreJson.Default.ListBenchEvent)!);

    /// <summary>Adds the events that the last <see cref="Act"/> or <see cref="Move"/> made, now that the tablet has kept them.</summary>
    [JSExport]
    public static void Keep()
    {
        Add(lastMade);
        GearExports.Count(lastMade);
        lastMade = [];
    }

    /// <summary>What the bench shows of a batch, as far as it is other than what this gave the last time; every strand named must be held.</summary>
    /// <param name="request">A <see cref="BatchRequest"/> as JSON, without the strand that is shown.</param>
    /// <param name="shown">The strand shown until now, or picked by hand; empty for none.</param>
    /// <param name="isAnew">All of it, since whoever asks was given nothing before.</param>
    /// <param name="person">Who asks; <paramref name="now"/> by the tablet's clock.</param>
    /// <returns>A <see cref="BatchChange"/> as JSON.</returns>
    [JSExport]
    public static string View(string request, string shown, bool isPicked, bool isAnew, string person, string now)
    {
        if (lastRequest.Text != request)
        {
            lastRequest = (request, JsonSerializer.Deserialize(request, CoreJson.Default.BatchRequest)!);
        }

        var asked = lastRequest.Request! with { Held = shown.Length == 0 ? null : Guid.Parse(shown), IsPicked = isPicked };
        var (who, at) = (Guid.Parse(person), DateTimeOffset.Parse(now, CultureInfo.InvariantCulture));
        var view = new BatchViewer(Book, Phrasebook.English, "en").View(
            asked,
            StateOf,
            id => Ends.TryGetValue(id, out var end) ? end.State : new CableEndState(id, []),
            new BenchMoment(at, who, GearExports.StandingOf(who, at))
        );
        var change = BatchChange.Since(isAnew ? null : lastView, view);
        lastView = view;
        return JsonSerializer.Serialize(change, CoreJson.Default.BatchChange);
    }

    /// <summary>Judges what is being typed: the grade and what is said beside the field; a fault says what would do.</summary>
    /// <param name="step">That asks for it, as the bench shows it.</param>
    [JSExport]
    public static string Judge(string termination, string step, string unit, string read)
    {
        var state = StateOf(Guid.Parse(termination));
        if (state.Worked is not { } recipe || StepOf(state, step) is not { Ask: not null } asked)
        {
            return "{}";
        }

        var (_, verdict, fault) = IntentHandler.Read(state, recipe, asked, read, UnitOf(unit));
        var viewer = new BenchViewer(Book, Phrasebook.English, "en", UnitOf(unit));
        return Stamps.Words(
            ("grade", verdict is null ? "none" : verdict.Grade.ToString().ToLowerInvariant()),
            ("says", fault is not null ? Phrasebook.English.Say(fault.Says) : viewer.VerdictText(verdict!, ResolvedDimension.Of(asked, recipe, state.Recleave)))
        );
    }

    /// <summary>Which of the answers that the strand's step offers a picture stands for.</summary>
    /// <param name="step">That asks for it, as the bench shows it.</param>
    /// <param name="seen">What was made of the picture, as JSON.</param>
    /// <returns>
    /// <c>{"choice": ..., "says": ...}</c>, or <c>{"says": ...}</c> when it stands for none; with <c>"unasked"</c> when it was graded and the step has no
    /// answer for it.
    /// </returns>
    [JSExport]
    public static string Propose(string termination, string step, string seen)
    {
        var state = StateOf(Guid.Parse(termination));
        var face = JsonSerializer.Deserialize(seen, CoreJson.Default.FaceSeen)!;
        if (StepOf(state, step)?.Ask is not { Reads: ReadingKind.Picture } ask)
        {
            return Stamps.Words(("says", Phrasebook.English.Say(Phrase.Of(PhraseKeys.Conflict.FaceNone))));
        }

        return face.Grade.Verdict == FaceVerdict.CannotGrade ? Stamps.Words(("says", Phrasebook.English.Say(Phrase.Of(PhraseKeys.Conflict.FaceCannot))))
            : FaceReading.Proposed(ask, face) is not { } proposed
                ? Stamps.Words(("says", Phrasebook.English.Say(Phrase.Of(PhraseKeys.Conflict.FaceUnasked))), ("unasked", "true"))
            : Stamps.Words(("choice", proposed.Value), ("says", proposed.Say.In("en")));
    }

    /// <summary>By which technique a person begins on a job.</summary>
    /// <param name="question">A <see cref="TechniqueQuestion"/> as JSON.</param>
    [JSExport]
    public static string TechniqueFor(string question)
    {
        var asked = JsonSerializer.Deserialize(question, CoreJson.Default.TechniqueQuestion)!;
        return JsonSerializer.Serialize(TechniqueInForce.On(asked.Crews, asked.Chosen, asked.Recipe, asked.Said), CoreJson.Default.TechniqueInForce);
    }

    /// <summary>Makes the events for an intent on several strands. The page gives what only it has: ids, clock, person.</summary>
    /// <param name="terminations">JSON list of the strands it is meant for; all are done or none.</param>
    /// <param name="stamp">Ids (as many as strands, parted by spaces), device, first sequence, at, actor and milliseconds now, as text by name; <c>seenMs</c>
    /// and <c>seenCount</c> are the latest clock the device has seen, and <c>waiting</c> how many of its events the server has not taken yet.</param>
    /// <returns>Each event as the text that is signed, in a JSON list; or <c>{"field": ..., "says": ...}</c>.</returns>
    [JSExport]
    public static string Act(string terminations, string unit, string intent, string stamp)
    {
        var streams = JsonSerializer.Deserialize(terminations, CoreJson.Default.ListGuid)!.ConvertAll(StreamOf);
        var stamped = JsonSerializer.Deserialize(stamp, CoreJson.Default.DictionaryStringString)!;
        var now = DateTimeOffset.Parse(stamped["at"], CultureInfo.InvariantCulture);
        return Made(BatchIntentHandler.Answer(streams, Book, JsonSerializer.Deserialize(intent, CoreJson.Default.BenchIntent)!, UnitOf(unit), now), stamp);
    }

    /// <summary>Makes the event that moves work from one strand to another; both must be held.</summary>
    [JSExport]
    public static string Move(string from, string to, string first, string reason, string stamp) =>
        Made(BatchIntentHandler.Move(StreamOf(Guid.Parse(from)), StreamOf(Guid.Parse(to)), Book, Guid.Parse(first), reason), stamp);

    private static string Made(BatchAnswer answer, string stamp)
    {
        if (answer.Fault is { } fault)
        {
            return Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)));
        }

        var inHand = GearExports.InHandOf(Stamps.ActorOf(stamp));
        return Stamps.Texts(
            lastMade = Stamps.Put(
                stamp,
                [
                    .. answer.Acts.Select(a => new StreamAct(
                        a.Body,
                        a.Recipe,
                        [.. a.Strands.Select(s => (s.Termination, s.Known, s.LastClock))],
                        GearUse.Chosen(a.Body, a.Strands[0].Worked, inHand, a.Strands[0].Plan?.Connector)
                    )),
                ]
            )
        );
    }

    private static CableEndAtWork EndAtWork(string end, string strand) => new(Ends[Guid.Parse(end)].State, StateOf(Guid.Parse(strand)));

    private static void Add(List<BenchEvent> events)
    {
        foreach (var happened in events)
        {
            foreach (var subject in happened.About)
            {
                if (Held.TryGetValue(subject.Id, out var held))
                {
                    Held[subject.Id] = held.With(happened);
                }
            }
        }
    }

    internal static TerminationState StateOf(Guid termination) => StreamOf(termination).State;

    private static Step? StepOf(TerminationState state, string step) => state.Worked?.Steps.FirstOrDefault(s => s.Id == step);

    private static FoldedTermination StreamOf(Guid termination) =>
        Held.TryGetValue(termination, out var held) ? held : throw new InvalidOperationException($"Strand {termination} is not held.");

    private static LengthUnit UnitOf(string unit) => unit == "in" ? LengthUnit.Inch : LengthUnit.Millimeter;
}
