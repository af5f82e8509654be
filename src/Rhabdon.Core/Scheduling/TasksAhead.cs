using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Scheduling;

/// <summary>Ends of a cable that are still to be made in one room by one recipe.</summary>
/// <param name="Room">The closet's name.</param>
/// <param name="Recipe">Its id.</param>
public sealed record EndsAhead(CableEnd End, string Room, string Recipe, ConnectorType Connector, int Count);

/// <summary>What is left of a cable: ends to make, and after them links to test.</summary>
/// <param name="Untested">Strands whose readings are not all there.</param>
/// <param name="ReadingsEach">Readings that a strand takes.</param>
/// <param name="TestRoom">Where whoever tests it stands: the far closet's name.</param>
/// <param name="NotBefore">Minute of the schedule from which it is there to be worked on.</param>
public sealed record CableAhead(
    Guid Cable,
    string Name,
    CableBuild Build,
    FiberGrade Grade,
    IReadOnlyList<EndsAhead> Ends,
    int Untested,
    int ReadingsEach,
    string TestRoom,
    int NotBefore = 0
);

/// <summary>A task and what it is called.</summary>
/// <param name="Ends">Ends that are made in it; 0 for a test.</param>
public sealed record TitledTask(ScheduleTask Task, string Title, Guid Cable, int Ends);

/// <summary>
/// Makes the tasks of a schedule from what is left of cables: batches as the bench would work them, and the test of a cable once both its ends are made.
/// </summary>
/// <param name="language">Of titles.</param>
/// <param name="pace">The crew's; null for that of the recipes.</param>
public sealed class TasksAhead(RecipeBook book, Phrasebook words, string language, CrewPace? pace = null)
{
    // As many strands at once as a round of the bench; fewer where a batch would not fit between two breaks (ours).
    private const int MostLines = 12;
    private const int MostMinutes = 180;

    // A schedule is read in steps of five minutes.
    private const int Step = 5;

    // Minutes of a test: to set up and take the reference, to plug a strand at both ends, and to take a reading (ours).
    private const double Reference = 10;
    private const double Strand = 1;
    private const double Reading = 0.4;

    private const string Oven = "oven";

    /// <summary>Kinds of tools of which there is one, or a few: everything else is in every hand.</summary>
    public static IReadOnlyList<string> Scarce { get; } = [Oven, "splicer"];

    /// <exception cref="KeyNotFoundException">A recipe is not in the book.</exception>
    public IReadOnlyList<TitledTask> Of(IEnumerable<CableAhead> cables) => [.. cables.SelectMany(OfCable)];

    private IEnumerable<TitledTask> OfCable(CableAhead cable)
    {
        var batches = cable.Ends.Where(e => e.Count > 0).SelectMany(ends => Batches(cable, ends)).ToList();
        return batches.Concat(Tests(cable, [.. batches.Select(b => b.Task.Id)]));
    }

    private IEnumerable<TitledTask> Batches(CableAhead cable, EndsAhead ends)
    {
        var published = book.Latest(ends.Recipe) ?? throw new KeyNotFoundException($"Recipe {ends.Recipe} is not in the book.");
        var worked = published.On(cable.Build, null, cable.Grade, ends.Connector);
        var pieces = worked.Together ?? 1;
        var lines = (ends.Count + pieces - 1) / pieces;
        var most = Enumerable.Range(1, MostLines).Last(l => l == 1 || PlanOf(worked, l).Hands <= MostMinutes);
        var rounds = (lines + most - 1) / most;
        var left = ends.Count;
        for (var round = 0; round < rounds; round++)
        {
            // As even as can be: 13 are 7 and 6, not 12 and 1.
            var here = ((lines * (round + 1)) / rounds) - ((lines * round) / rounds);
            var count = Math.Min(left, here * pieces);
            left -= count;
            var (hands, alone) = PlanOf(worked, here);
            yield return new TitledTask(
                new ScheduleTask(
                    $"{cable.Cable:N} {JsonNames.Of(ends.End)} {ends.Recipe} {round + 1}",
                    ends.Room,
                    hands,
                    worked.Serves.Method,
                    Alone: alone,
                    Tools:
                    [
                        .. Scarce.Where(kind => worked.Steps.Any(GearKind.Of(kind)!.IsUsedAt)).Select(kind => new ToolTaken(kind, IsHeldAlone: kind == Oven)),
                    ],
                    NotBefore: cable.NotBefore
                ),
                words.Say(
                    Phrase.Of(
                        ends.End == CableEnd.Near ? PhraseKeys.Days.BatchNear : PhraseKeys.Days.BatchFar,
                        ("cable", cable.Name),
                        ("count", $"{count}"),
                        ("recipe", published.Recipe.Title.In(language))
                    )
                ),
                cable.Cable,
                count
            );
        }
    }

    private IEnumerable<TitledTask> Tests(CableAhead cable, IReadOnlyList<string> after)
    {
        var each = Strand + (Reading * cable.ReadingsEach);
        var parts = cable.Untested == 0 ? 0 : (int)Math.Ceiling(((each * cable.Untested) + Reference) / MostMinutes);
        for (var part = 0; part < parts; part++)
        {
            var strands = ((cable.Untested * (part + 1)) / parts) - ((cable.Untested * part) / parts);
            yield return new TitledTask(
                new ScheduleTask(
                    $"{cable.Cable:N} test {part + 1}",
                    cable.TestRoom,
                    Rounded(Reference + (each * strands)),
                    After: after,
                    NotBefore: cable.NotBefore
                ),
                words.Say(Phrase.Of(PhraseKeys.Days.Test, ("cable", cable.Name), ("count", $"{strands}"))),
                cable.Cable,
                0
            );
        }
    }

    // Minutes of one pair of hands, and those that the last of it then goes on by itself.
    private (int Hands, int Alone) PlanOf(Recipe worked, int lines)
    {
        var plan = WorkPlan.Best(new WorkStand(WorkBatch.Of(worked, lines)), looksAhead: false);
        var (usual, last) = (plan.Moves.Max(m => m.End) / 60, plan.Last / 60);
        // What goes on by itself does not follow the hands' pace. That pace counts by tenths: a plan does not break at every entry of the work.
        var hands = Rounded(usual * Math.Max(0.1, Math.Round((pace ?? CrewPace.Usual).Of(worked.Serves.Method).Ratio, 1)));
        return (hands, Math.Max(0, Rounded(last) - Rounded(usual)));
    }

    private static int Rounded(double minutes) => Math.Max(Step, (int)Math.Ceiling(minutes / Step) * Step);
}
