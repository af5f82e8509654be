using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>How much one card tells.</summary>
[JsonConverter(typeof(EnumNames<Guidance>))]
public enum Guidance
{
    /// <summary>Each step by itself.</summary>
    [JsonStringEnumMemberName("every-step")]
    EveryStep,

    /// <summary>For the practiced: one card up to the next checkpoint, which is a reading, a question or a clock.</summary>
    [JsonStringEnumMemberName("checkpoints")]
    Checkpoints,
}

/// <summary>The steps that one card shows and one tap does. All but the last ask nothing and run no clock, or stand for the session.</summary>
/// <param name="First">Index of the step to do.</param>
/// <param name="Last">Index of the step that the tap is about: the checkpoint, where there is one.</param>
public readonly record struct Stretch(int First, int Last)
{
    /// <summary>A card takes in a further stage only while it holds no more steps than this: what a hand keeps in mind between two looks.</summary>
    private const int MostSteps = 8;

    public bool IsOneStep => First == Last;

    /// <summary>
    /// From a step on: to the next checkpoint of its stage or to the stage's end, and through the stages after it that have no checkpoint at all.
    /// </summary>
    /// <param name="standing">What is done once for a session's work and stands is passed over, whatever the guidance; null where nobody knows.</param>
    public static Stretch From(Recipe worked, int first, Guidance guidance, SessionSteps? standing = null)
    {
        var begin = first;
        while (begin >= 0 && begin + 1 < worked.Steps.Count && standing?.Stands(worked, worked.Steps[begin]) == true)
        {
            begin++;
        }

        if (guidance == Guidance.EveryStep || first < 0)
        {
            return new Stretch(first, begin);
        }

        var last = EndOfStage(worked, begin);
        while (!IsCheckpoint(worked.Steps[last]) && last + 1 < worked.Steps.Count)
        {
            var next = EndOfStage(worked, last + 1);
            if (IsCheckpoint(worked.Steps[next]) || worked.Steps[last + 1].Once == Once.Pair || next - first >= MostSteps)
            {
                break;
            }

            last = next;
        }

        return new Stretch(first, last);
    }

    /// <summary>A step that may be done with the card it stands on, without a word of its own: one that is no checkpoint, or stands for the session.</summary>
    public static bool MayBePassed(Step step) => step.Once == Once.Session || !IsCheckpoint(step);

    /// <summary>A step that cannot be passed over: something is read, asked or timed.</summary>
    public static bool IsCheckpoint(Step step) => step.Ask is not null || step.Clock is not null;

    public IEnumerable<Step> Of(Recipe worked) => worked.Steps.Skip(First).Take(Last - First + 1);

    // The first checkpoint of the stage from here on, or the stage's last step; what waits for the other fiber of a pair begins a card of its own.
    private static int EndOfStage(Recipe worked, int from)
    {
        var at = from;
        while (
            !IsCheckpoint(worked.Steps[at])
            && at + 1 < worked.Steps.Count
            && worked.Steps[at + 1].Stage == worked.Steps[at].Stage
            && worked.Steps[at + 1].Once != Once.Pair
        )
        {
            at++;
        }

        return at;
    }
}
