using System.Text.Json.Serialization;

namespace Rhabdon.Core.Quality;

/// <summary>What a termination's trouble may come from.</summary>
[JsonConverter(typeof(EnumNames<SuspectKind>))]
public enum SuspectKind
{
    /// <summary>One position of a cleaver's blade, or another part that is turned or renewed.</summary>
    [JsonStringEnumMemberName("blade")]
    Blade,

    [JsonStringEnumMemberName("lot")]
    Lot,

    [JsonStringEnumMemberName("tool")]
    Tool,

    /// <summary>The person who worked.</summary>
    [JsonStringEnumMemberName("hand")]
    Hand,
}

/// <summary>Something that was the same at several terminations.</summary>
/// <param name="Id">A stream or a person.</param>
/// <param name="Turn">Of a blade: the position it stood at; 0 for what is not turned.</param>
public sealed record Suspect(SuspectKind Kind, Guid Id, int Turn = 0);

/// <summary>One attempt that is over.</summary>
/// <param name="IsTrouble">It took more than one try, or was cut off.</param>
/// <param name="With">All that it was done by and with.</param>
/// <param name="Usual">Share of attempts of its kind that have trouble when nothing is wrong, 0 to 1 without both; null for <see
/// cref="TroubleWatch.Usual"/>.</param>
public sealed record WatchedAttempt(DateTimeOffset At, bool IsTrouble, IReadOnlyList<Suspect> With, double? Usual = null);

/// <summary>That trouble is much more frequent with something than it is otherwise.</summary>
/// <param name="At">When that was seen.</param>
/// <param name="Suspects">What it may come from, the likeliest first: more than one where they were hardly ever apart.</param>
/// <param name="Troubles">Of so many of its last attempts, since it began to look wrong, <paramref name="Of"/> in all.</param>
/// <param name="Swap">The one to change first, so that the others are told apart from it; null where only one is suspected.</param>
public sealed record TroubleAlarm(DateTimeOffset At, IReadOnlyList<Suspect> Suspects, int Troubles, int Of, Suspect? Swap);

/// <summary>
/// Watches attempts as they end for a blade, lot, tool or hand with which trouble has become much more frequent: a Bernoulli CUSUM for each (Reynolds and
/// Stoumbos 1999), which sums how much better a shift explains each attempt than the usual share does, and never falls below zero. One that passes the
/// threshold is
/// held against everything else that was there at the same attempts: what explains them as well is named with it.
/// </summary>
public sealed class TroubleWatch
{
    /// <summary>Share of attempts with trouble when nothing is wrong, where nobody knows better.</summary>
    public const double Usual = 0.08;

    // The shift that is looked for: 35 % in place of 8 %, told as odds so that it fits any usual share.
    private const double OddsTimes = 0.35 / 0.65 / (Usual / (1 - Usual));

    /// <summary>The sum at which a shift is told. Run lengths at it are in docs/accuracy.md.</summary>
    public const double Threshold = 6.0;

    // Another explains the same attempts about as well: less than three times as unlikely.
    private static readonly double AlmostAsWell = Math.Log(3);

    private readonly Dictionary<Suspect, Sum> sums = [];

    /// <summary>Takes the next attempt, in the order in which they ended.</summary>
    /// <returns>The alarm that it raises; null for none. Whatever is named in one is watched anew from there on.</returns>
    public TroubleAlarm? Next(WatchedAttempt attempt)
    {
        var usual = attempt.Usual ?? Usual;
        var shifted = usual * OddsTimes / (1 - usual + (usual * OddsTimes));
        var tells = attempt.IsTrouble ? Math.Log(shifted / usual) : Math.Log((1 - shifted) / (1 - usual));
        foreach (var suspect in attempt.With)
        {
            (sums.TryGetValue(suspect, out var sum) ? sum : sums[suspect] = new Sum()).Add(tells, attempt.IsTrouble);
        }

        if (attempt.With.Where(s => sums[s].Height >= Threshold).MaxBy(s => sums[s].Height) is not { } worst)
        {
            return null;
        }

        var alarm = AlarmOf(attempt, worst);
        foreach (var named in alarm.Suspects)
        {
            sums[named] = new Sum();
        }

        return alarm;
    }

    /// <summary>Every alarm of a history, in order.</summary>
    public static IEnumerable<TroubleAlarm> Over(IEnumerable<WatchedAttempt> attempts)
    {
        var watch = new TroubleWatch();
        foreach (var attempt in attempts)
        {
            if (watch.Next(attempt) is { } alarm)
            {
                yield return alarm;
            }
        }
    }

    // What was there at this attempt and explains about as much: what was hardly ever apart cannot be told apart by what happened.
    private TroubleAlarm AlarmOf(WatchedAttempt attempt, Suspect worst)
    {
        var (height, troubles, of) = (sums[worst].Height, sums[worst].Troubles, sums[worst].Attempts);
        List<Suspect> suspects =
        [
            .. attempt.With.Where(s => sums[s].Height > height - AlmostAsWell).OrderByDescending(s => sums[s].Height).ThenBy(s => s.Kind),
        ];
        return new TroubleAlarm(attempt.At, suspects, troubles, of, suspects.Count > 1 ? suspects.MinBy(s => s.Kind) : null);
    }

    private sealed class Sum
    {
        public double Height { get; private set; }

        /// <summary>Since the sum last stood at zero.</summary>
        public int Attempts { get; private set; }

        public int Troubles { get; private set; }

        public void Add(double tells, bool isTrouble)
        {
            Height += tells;
            (Attempts, Troubles) = (Attempts + 1, Troubles + (isTrouble ? 1 : 0));
            if (Height <= 0)
            {
                (Height, Attempts, Troubles) = (0, 0, 0);
            }
        }
    }
}
