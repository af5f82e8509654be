using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>A cable's test run, its events made and kept as a tablet does.</summary>
internal sealed class RunOnPaper
{
    private readonly List<BenchEvent> events = [];
    private readonly Guid device = Guid.CreateVersion7();
    private readonly List<Guid> references = [];

    public RunOnPaper(int strands = 3, TestPlan? plan = null, Polish? polish = null) =>
        Cable = new RunCable(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            FiberGrade.OM4,
            Length.Mm(120_000),
            plan ?? TestPlan.Usual,
            [.. Enumerable.Range(1, strands).Select(s => new RunStrand(s, $"PH1-A:{s:00}", $"CS2-B:{s:00}"))],
            polish,
            polish
        );

    public RunCable Cable { get; }

    public Guid Actor { get; } = Guid.CreateVersion7();

    public DateTimeOffset Clock { get; set; } = new(2026, 11, 24, 8, 0, 0, TimeSpan.Zero);

    public RunKey? After { get; private set; }

    public IReadOnlyList<BenchEvent> Events => events;

    public TestRun Run => At(Clock);

    public TestRun At(DateTimeOffset now, RunKey? held = null) =>
        new(
            new RunRequest(Cable, references, now, held, After),
            id => FoldedLink.Of(id, events.Where(e => e.KnownOf(id) is not null)).State,
            id => FoldedReference.Of(id, events.Where(e => e.KnownOf(id) is not null)).State
        );

    /// <summary>The field that a deed is refused at; null when it is kept.</summary>
    public string? Do(RunDeed deed)
    {
        var fresh = Guid.CreateVersion7();
        var answer = Run.Answer(deed, fresh);
        if (answer.Fault is { } fault)
        {
            return fault.Field;
        }

        var known = events.Count(e => e.KnownOf(answer.Stream) is not null);
        var happened = new BenchEvent(
            Guid.CreateVersion7(),
            device,
            events.Count + 1,
            new HybridTime(Clock.ToUnixTimeMilliseconds(), events.Count),
            Clock,
            Actor,
            Rulebook.Version,
            [new Subject(answer.Stream, known)],
            answer.Body!
        );
        Assert.Null(EventAdmission.Malformed(happened));
        Assert.Null(EventText.Fault(EventText.Canonical(happened)));
        var streams = StreamKinds.Fold(answer.Body!.Stream()!.Value, answer.Stream, events.Where(e => e.KnownOf(answer.Stream) is not null), new RecipeBook());
        Assert.Null(EventAdmission.Judge(new Dictionary<Guid, FoldedStream> { [answer.Stream] = streams }, happened, new RecipeBook()).Refusal);
        events.Add(happened);
        if (deed is TakeReference)
        {
            references.Add(fresh);
        }

        After = deed is ReadLoss read ? read.Key : After;
        Clock += TimeSpan.FromSeconds(20);
        return null;
    }

    public string? Reference(ReferenceMethod method = ReferenceMethod.OneCord, string power = "-20.00", bool isGraded = false) =>
        Do(
            new TakeReference(
                method,
                [.. Enumerable.Range(1, LinkBudget.CordsOf(method)).Select(n => new TestCord($"TC-{n}", isGraded))],
                [new TypedPower(850, power), new TypedPower(1300, power)]
            )
        );

    public string? Read(int strand, int wavelength, string read, CableEnd from = CableEnd.Near, bool isPower = false) =>
        Do(new ReadLoss(new RunKey(strand, wavelength, from), read, isPower));

    public string? Check(string power) => Do(new CheckReference([new TypedPower(850, power)]));
}
