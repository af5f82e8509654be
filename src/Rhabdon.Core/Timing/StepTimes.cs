using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>
/// How long a hand is taken up by each step of a recipe. A recipe gives the time of a whole termination; it is shared out among its steps by what the hand does
/// there.
/// </summary>
public static class StepTimes
{
    /// <summary>Of a step that is done once for a session's work, in seconds (ours): a tool made ready, an oven turned on, a syringe filled.</summary>
    public const double OnceSeconds = 60;

    /// <summary>One tool down and another up, when a hand turns to other work than it just did, in seconds (ours).</summary>
    public const double ChangeSeconds = 5;

    /// <summary>
    /// How much a single go differs from the usual: the standard deviation of the logarithm of its time (ours; about one go in twenty takes twice as long).
    /// </summary>
    public const double Spread = 0.4;

    // Of a step about which nothing more is told, and of a question that is answered by eye.
    private const double Plain = 6;
    private const double Asked = 6;

    /// <summary>Seconds by step, in the order of the recipe as it is worked. A time that a hand holds through is part of it.</summary>
    public static IReadOnlyList<double> Of(Recipe worked)
    {
        var held = worked.Steps.Select(HeldSeconds).ToList();
        var shares = worked.Steps.Select(s => IsShared(s) ? 0 : ShareOf(s)).ToList();
        var each = Math.Max(0, worked.Timing.HandsOnSeconds - held.Sum()) / Math.Max(1, shares.Sum());
        return [.. worked.Steps.Select((s, at) => held[at] + (IsShared(s) ? OnceSeconds : shares[at] * each))];
    }

    /// <summary>The time in twenty goes that only one exceeds, of work that usually takes so long.</summary>
    /// <param name="parts">Seconds of its parts, each of which varies by itself.</param>
    /// <returns>Seconds. The sum is taken as normal, each part as log-normal with its given time as the median.</returns>
    public static double Late(IEnumerable<double> parts)
    {
        const double Quantile = 1.645;
        var grows = Math.Exp(Spread * Spread);
        var (mean, variance) = (0.0, 0.0);
        foreach (var part in parts)
        {
            var expected = part * Math.Sqrt(grows);
            mean += expected;
            variance += expected * expected * (grows - 1);
        }

        return mean + (Quantile * Math.Sqrt(variance));
    }

    private static bool IsShared(Step step) => step.Once == Once.Session;

    private static double HeldSeconds(Step step) => step.Clock is { } clock && Catalogs.All.ClockOf(clock.Kind)?.IsAttended == true ? clock.Seconds : 0;

    private static double ShareOf(Step step) => (step.Acts is { Count: > 0 } acts ? acts.Sum(a => SecondsOf(a.Does)) : Plain) + (step.Ask is null ? 0 : Asked);

    // Seconds of a practiced hand, as far as they are to one another (ours).
    private static double SecondsOf(ActKind does) =>
        does switch
        {
            ActKind.CapOff or ActKind.CapOn or ActKind.LightOff or ActKind.Bin or ActKind.Cool or ActKind.Heat => 3,
            ActKind.LightOn or ActKind.Flick or ActKind.Tap or ActKind.TakeOff or ActKind.Prime => 4,
            ActKind.Cut or ActKind.Crimp or ActKind.ToolLoad or ActKind.ClampOn or ActKind.Sleeve => 8,
            ActKind.Wipe or ActKind.Look or ActKind.Scribe => 10,
            ActKind.Insert or ActKind.Fill or ActKind.Slit => 12,
            ActKind.Strip or ActKind.Cleave or ActKind.Splice => 20,
            ActKind.Polish => 30,
            ActKind.Route => 60,
            ActKind.Hold => 0,
            _ => Plain,
        };
}
