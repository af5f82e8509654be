using Rhabdon.Core.Bench;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Tools;

/// <summary>A tool or lot, its events made and admitted as a server does.</summary>
internal sealed class GearOnPaper
{
    private readonly List<BenchEvent> events = [];
    private readonly Guid device = Guid.CreateVersion7();

    public GearOnPaper(string gear, DateOnly? expires = null, int? life = null, string? setting = null, decimal? amount = null) =>
        Assert.Null(
            Do(new GearTakenIn(new GearCard(gear, $"The {gear}", "T1", Guid.CreateVersion7(), Expires: expires, Life: life, Setting: setting), amount))
        );

    public Guid Id { get; } = Guid.CreateVersion7();

    public DateTimeOffset Clock { get; set; } = new(2026, 11, 30, 8, 0, 0, TimeSpan.Zero);

    public FoldedGear Stream => FoldedGear.Of(Id, events);

    /// <summary>The field that it is refused at; null when it is kept.</summary>
    public string? Do(GearEvent body)
    {
        Clock += TimeSpan.FromMinutes(1);
        var happened = new BenchEvent(
            Guid.CreateVersion7(),
            device,
            events.Count + 1,
            new HybridTime(Clock.ToUnixTimeMilliseconds(), 0),
            Clock,
            Guid.CreateVersion7(),
            Rulebook.Version,
            [new Subject(Id, events.Count)],
            body
        );
        Assert.Null(EventText.Fault(EventText.Canonical(happened)));
        var refusal = EventAdmission.Malformed(happened)
            ?? EventAdmission.Judge(new Dictionary<Guid, FoldedStream> { [Id] = Stream }, happened, new Core.Recipes.RecipeBook()).Refusal;
        if (refusal is null)
        {
            events.Add(happened);
        }

        return refusal?.Field;
    }
}
