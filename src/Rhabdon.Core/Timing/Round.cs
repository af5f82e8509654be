using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>How long a round of ends takes.</summary>
/// <param name="Recipe">Its id, worked on this build in the usual technique.</param>
/// <param name="Ends">1 to <see cref="MostEnds"/>; ribbons for a recipe that works ribbons whole.</param>
/// <param name="Hands">People at work at once, 1 to <see cref="MostHands"/>.</param>
public sealed record RoundQuestion(string Recipe, CableBuild Build, int Ends = 12, int Hands = 1)
{
    public const int MostEnds = 48;
    public const int MostHands = 4;

    /// <summary>The field that cannot be, and the most it may be; null where all can.</summary>
    [JsonIgnore]
    public (string Field, int Most)? Fault =>
        Ends is < 1 or > MostEnds ? ("ends", MostEnds)
        : Hands is < 1 or > MostHands ? ("hands", MostHands)
        : null;
}

/// <summary>One move of a round.</summary>
/// <param name="End">Which of the ends, from 1.</param>
/// <param name="From">The first step's name; <paramref name="To"/> the last one's.</param>
/// <param name="Start">Seconds from the beginning; <paramref name="Free"/> when the hand is free again.</param>
public sealed record RoundMove(int End, int Hand, string From, string To, double Start, double Free);

/// <summary>A round by what the bench says to do now, beside the two habits.</summary>
/// <param name="Seconds">It takes.</param>
/// <param name="StageByStage">Seconds, where each stage is finished on every end before the next begins; null where that cannot be done.</param>
/// <param name="StrandByStrand">Seconds, one end after the other; null where that cannot be done.</param>
public sealed record RoundAnswer(double Seconds, double? StageByStage, double? StrandByStrand, IReadOnlyList<RoundMove> Moves)
{
    /// <param name="worked">The recipe as it is worked.</param>
    public static RoundAnswer Of(Recipe worked, RoundQuestion asked, string language)
    {
        var batch = WorkBatch.Of(worked, asked.Ends, asked.Hands);
        var plan = WorkPlan.Best(new WorkStand(batch));
        return new RoundAnswer(
            plan.Last,
            Habit(new WorkRule(WorkOrder.StageByStage)),
            Habit(new WorkRule(WorkOrder.StrandByStrand)),
            [.. plan.Moves.Select(m => new RoundMove(m.Line + 1, m.Hand + 1, NameOf(m, i => i.First), NameOf(m, i => i.Last), m.Start, m.End))]
        );

        double? Habit(WorkRule rule) => WorkPlan.By(rule, new WorkStand(batch), 0, []) is { Last: < double.MaxValue and var last } ? last : null;

        string NameOf(WorkMove move, Func<WorkItem, int> which) => worked.Steps[which(batch.Lines[move.Line].Items[move.Item])].Name.In(language);
    }
}
