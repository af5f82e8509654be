using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Proof;

/// <param name="Link">What was measured on it; null before anything was.</param>
public sealed record StrandRow(int Strand, StrandColor Color, StrandGroup Group, StrandEnd Near, StrandEnd Far, StrandLink? Link);

/// <summary>A strand's loss in a line: of its readings, the one that is worst.</summary>
/// <param name="Taken">How many readings; <paramref name="Of"/> are to be taken.</param>
/// <param name="IsInDoubt">One of them was measured against a reference that no longer holds.</param>
public sealed record StrandLink(LossGrade Grade, Decibel Loss, Decibel Limit, int Wavelength, int Taken, int Of, bool IsInDoubt);

/// <param name="Near">The closets at its near end; one, but where a list of ports parts them.</param>
/// <param name="Ends">Those of its ends at which the recipe leaves something to do once.</param>
public sealed record CableStrands(
    Guid Cable,
    Guid Job,
    string JobName,
    string Name,
    string Grade,
    Length Length,
    StrandGrouping Grouping,
    IReadOnlyList<string> Near,
    IReadOnlyList<string> Far,
    IReadOnlyList<StrandRow> Rows,
    IReadOnlyList<EndOfCable> Ends
);

/// <summary>What is done once at a cable's end, in a line.</summary>
/// <param name="Strand">The strand by which its work card is opened.</param>
public sealed record EndOfCable(CableEnd End, Guid Strand, CableEndLine Line);

/// <param name="TimeZone">IANA zone of the site, in which the times are read.</param>
/// <param name="Aside">What was sent about this strand and could not be verified: it does not count.</param>
/// <param name="People">The names of those who appear in it.</param>
public sealed record StoryView(
    Guid Termination,
    Guid Cable,
    string TimeZone,
    string Label,
    int Strand,
    StrandColor Color,
    CableEnd End,
    TerminationState State,
    IReadOnlyList<StoryLine> Lines,
    IReadOnlyList<AsideLine> Aside,
    IReadOnlyList<SecondGradingLine> SecondGradings,
    IReadOnlyDictionary<Guid, string> People
);

/// <summary>What the server made of a picture itself, beside what the tablet had made of it.</summary>
public sealed record SecondGradingLine(Guid Event, bool Agrees, string Says);

/// <summary>An event that was sent in someone's name and could not be verified.</summary>
/// <param name="Actor">In whose name.</param>
public sealed record AsideLine(Guid Event, Guid Actor, Guid SentBy, DateTimeOffset SentAt, string Reason);

/// <summary>A strand that needs a look: what both tablets knew, and each one's story since.</summary>
/// <param name="GlassWasCut">True when one of the stories cut glass: the lead must say whether it was truly cut.</param>
public sealed record StoriesView(
    Guid Termination,
    string TimeZone,
    string Label,
    IReadOnlyList<StoryLine> Common,
    IReadOnlyList<StoryLine> First,
    IReadOnlyList<StoryLine> Second,
    bool GlassWasCut,
    IReadOnlyDictionary<Guid, string> People
);

/// <summary>The proof: the strand ladder, a strand's story, and the two stories of one that needs a look.</summary>
public static class ProofEndpoints
{
    public static void MapProof(this WebApplication app)
    {
        var proof = app.MapGroup("/api/v1").Needs(Permission.See);
        proof.MapGet("/cables/{id:guid}/ladder", Ladder);
        proof.MapGet("/terminations/{id:guid}/story", Story);
        proof.MapGet("/terminations/{id:guid}/stories", Stories);
        proof.MapGet("/looks", (JobStore jobs, HttpContext context) => jobs.LooksAsync(context.AccessOf()));
    }

    private static async Task<Results<Ok<CableStrands>, ProblemHttpResult>> Ladder(
        Guid id,
        JobStore jobs,
        EventStore events,
        LinkStore links,
        RecipeBookCache books,
        HttpContext context
    )
    {
        var access = context.AccessOf();
        if (await jobs.CableAsync(access, id) is not { } cable || await jobs.JobAsync(access, cable.JobId) is not { } job)
        {
            return Problems.Missing();
        }

        // Every strand has both its ends, the near one first.
        var strands = (await jobs.LadderAsync(id)).Chunk(2).ToList();
        var remade = strands.ToDictionary(ends => ends[0].Strand, ends => ends.Max(e => (DateTimeOffset?)e.RemadeAt));
        var measured = await MeasuredAsync(cable, remade, links, await books.BookAsync());
        var ladder = strands.Select(ends => RowOf(ends[0].Strand, ends, measured.GetValueOrDefault(ends[0].Strand))).ToList();
        var places = (await jobs.PlacesAsync(cable.JobId, id)).ToLookup(p => p.End, p => p.Closet);
        return TypedResults.Ok(
            new CableStrands(
                cable.Id,
                cable.JobId,
                job.Name,
                cable.Name,
                cable.Grade,
                new Length(cable.LengthNm),
                StrandGroup.In(Enum.Parse<CableBuild>(cable.Build), cable.Strands),
                [.. places[CableEnd.Near]],
                [.. places[CableEnd.Far]],
                ladder,
                await EndsAsync(cable, ladder, events, await books.BookAsync())
            )
        );
    }

    private static async Task<IReadOnlyList<EndOfCable>> EndsAsync(CableRow cable, List<StrandRow> ladder, EventStore events, RecipeBook book)
    {
        if (ladder.Count == 0)
        {
            return [];
        }

        // An end is opened by a strand that is not done while there is one: it is closed after them all.
        var opened = new[] { (End: CableEnd.Near, Strand: Open(r => r.Near)), (End: CableEnd.Far, Strand: Open(r => r.Far)) };
        var ends = await events.CableEndsAsync(opened.Select(o => IdOf(o.End)), book);
        var strands = await events.TerminationsAsync([.. opened.Select(o => o.Strand)], book);
        var viewer = new CableEndViewer(book, Phrasebook.English, "en", LengthUnit.Millimeter);
        return
        [
            .. opened
                .Select(o => (o.End, o.Strand, Line: viewer.Line(new CableEndAtWork(ends[IdOf(o.End)].State, strands[o.Strand].State))))
                .Where(o => o.Line is not null)
                .Select(o => new EndOfCable(o.End, o.Strand, o.Line!)),
        ];

        Guid IdOf(CableEnd end) => CableEndId.Of(cable.JobId, cable.Id, end);

        Guid Open(Func<StrandRow, StrandEnd> of) =>
            (ladder.Select(of).FirstOrDefault(e => e.Phase is not (StrandPhase.Verified or StrandPhase.Doubtful or StrandPhase.Rejected)) ?? of(ladder[0])).Id;
    }

    private static StrandRow RowOf(int strand, StrandEnd[] ends, StrandLink? link) =>
        new(strand, StrandColor.Of(strand), StrandGroup.Of(strand), ends[0], ends[1], link);

    private static async Task<Dictionary<int, StrandLink>> MeasuredAsync(
        CableRow cable,
        IReadOnlyDictionary<int, DateTimeOffset?> remade,
        LinkStore links,
        RecipeBook book
    )
    {
        var rows = (await links.OfCableAsync(cable.Id)).Where(r => r.Grade is not null).ToList();
        var references = await links.ReferencesAsync(rows.SelectMany(r => r.Against.Select(a => a.Reference)), book);
        var plan = await links.PlanAsync(cable.JobId);
        var of = plan.At(Enum.Parse<FiberGrade>(cable.Grade)).Count * plan.From.Count;
        return rows.ToDictionary(
            r => r.Strand,
            r => new StrandLink(
                r.Grade!.Value,
                r.Loss!.Value,
                r.Limit!.Value,
                r.Wavelength!.Value,
                r.Taken,
                of,
                r.Against.Any(a => a.At < remade.GetValueOrDefault(r.Strand) || references[a.Reference].IsInDoubt(a.At))
            )
        );
    }

    private static async Task<Results<Ok<StoryView>, ProblemHttpResult>> Story(
        Guid id,
        JobStore jobs,
        EventStore events,
        QuarantineStore quarantine,
        SecondGradingStore seconds,
        PeopleStore people,
        RecipeBookCache books,
        HttpContext context,
        string unit = "mm"
    )
    {
        if (await jobs.AtBenchAsync(context.AccessOf(), [id]) is not [var (row, _, job)])
        {
            return Problems.Missing();
        }

        var book = await books.BookAsync();
        var state = (await events.TerminationsAsync([id], book))[id].State;
        var lines = Teller(book, unit).Tell(state);
        var aside = (await quarantine.OfStreamAsync(id)).Select(q => new AsideLine(q.Event, q.Actor, q.SentBy, q.SentAt, q.Reason)).ToList();
        var gradings = (await seconds.OfStrandAsync(id)).Where(l => l.OwnVerdict is not null).Select(Line).ToList();
        var names = await people.NamesAsync(PeopleIn(lines).Concat(aside.SelectMany(a => (Guid[])[a.Actor, a.SentBy])));
        return TypedResults.Ok(
            new StoryView(id, row.CableId, job.TimeZone, row.Label, row.Strand, StrandColor.Of(row.Strand), row.End, state, lines, aside, gradings, names)
        );
    }

    private static async Task<Results<Ok<StoriesView>, ProblemHttpResult>> Stories(
        Guid id,
        JobStore jobs,
        EventStore events,
        PeopleStore people,
        RecipeBookCache books,
        HttpContext context,
        string unit = "mm"
    )
    {
        if (await jobs.AtBenchAsync(context.AccessOf(), [id]) is not [var (row, _, job)])
        {
            return Problems.Missing();
        }

        var book = await books.BookAsync();
        var state = (await events.TerminationsAsync([id], book))[id].State;
        var lines = Teller(book, unit).Tell(state).ToDictionary(l => l.Event);
        var stories = ConflictingHistories.Of(state) ?? new ConflictingHistories(state.History, [], [], Guid.Empty);
        return TypedResults.Ok(
            new StoriesView(
                id,
                job.TimeZone,
                row.Label,
                Lines(stories.Common),
                Lines(stories.First),
                Lines(stories.Second),
                stories.First.Concat(stories.Second).Any(h => ActionOffers.CutsGlass(h.Event, book)),
                await people.NamesAsync(PeopleIn(lines.Values))
            )
        );

        List<StoryLine> Lines(IEnumerable<HistoryEntry> entries) => [.. entries.Select(e => lines[e.Event.Id])];
    }

    private static SecondGradingLine Line(SecondGrading grading) =>
        grading.OwnVerdict == grading.Verdict && grading.OwnSign == grading.Sign
            ? new SecondGradingLine(grading.Event, true, Problems.Say(PhraseKeys.Grading.Agrees))
            : new SecondGradingLine(
                grading.Event,
                false,
                Problems.Say(
                    Phrase.Of(
                        PhraseKeys.Grading.Differs,
                        ("own", Problems.Say($"grading.verdict.{grading.OwnVerdict}")),
                        ("told", Problems.Say($"grading.verdict.{grading.Verdict}"))
                    )
                )
            );

    private static IEnumerable<Guid> PeopleIn(IEnumerable<StoryLine> lines) => lines.SelectMany(l => ((Guid?[])[l.Actor, l.To, l.SentBy]).OfType<Guid>());

    private static StrandStory Teller(RecipeBook book, string unit) =>
        new(book, Phrasebook.English, "en", unit == "in" ? LengthUnit.Inch : LengthUnit.Millimeter);
}
