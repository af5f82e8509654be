namespace Rhabdon.Core.Scheduling;

/// <summary>A day on which a crew made ends by a method.</summary>
/// <param name="Worked">Seconds of hands, rework included, pauses left out.</param>
/// <param name="Expected">Seconds of hands that the recipes tell for the ends that were accepted; above 0.</param>
public sealed record PaceDay(string Method, double Worked, double Expected);

/// <summary>How long a crew takes by a method, beside what its recipes tell.</summary>
/// <param name="Ratio">1 as the recipes tell; above 1 slower.</param>
/// <param name="Spread">Standard deviation of a day's ratio.</param>
/// <param name="Days">Of the crew's own record.</param>
public sealed record MethodPace(double Ratio, double Spread, int Days)
{
    // The recipes weigh as much as so many hours of the crew's own record, and as so many of its days (ours).
    private const double UsualSeconds = 20 * 3600;
    private const int UsualDays = 5;

    // A day's ratio spreads so much before a crew has a record (ours).
    private const double UsualSpread = 0.3;

    public static MethodPace Usual { get; } = new(1, UsualSpread, 0);

    /// <param name="record">Of one method.</param>
    public static MethodPace Of(IReadOnlyCollection<PaceDay> record)
    {
        var ratio = (UsualSeconds + record.Sum(d => d.Worked)) / (UsualSeconds + record.Sum(d => d.Expected));
        var squares = record.Sum(d => Math.Pow((d.Worked / d.Expected) - ratio, 2));
        return new MethodPace(ratio, Math.Sqrt(((UsualDays * UsualSpread * UsualSpread) + squares) / (UsualDays + record.Count)), record.Count);
    }

    /// <summary>Square of the standard deviation of the ratio over work of so many days: each day differs, and the mean is not known exactly.</summary>
    internal double VarianceOver(double days) => Spread * Spread * ((1 / Math.Max(1, days)) + (1.0 / (UsualDays + Days)));
}

/// <summary>A crew's pace by method.</summary>
public sealed class CrewPace
{
    private readonly Dictionary<string, MethodPace> byMethod;

    public CrewPace(IEnumerable<PaceDay> record) => byMethod = record.GroupBy(d => d.Method).ToDictionary(m => m.Key, m => MethodPace.Of([.. m]));

    /// <summary>As the recipes tell.</summary>
    public static CrewPace Usual { get; } = new([]);

    /// <param name="method">Null for what is no method's, as a test is.</param>
    public MethodPace Of(string? method) => method is null ? MethodPace.Usual : byMethod.GetValueOrDefault(method) ?? MethodPace.Usual;
}

/// <summary>Hours of hands that are left, by the crew's own pace.</summary>
/// <param name="Mean">Hours.</param>
/// <param name="Low">In one of ten cases it takes less.</param>
/// <param name="High">In one of ten cases it takes more.</param>
/// <param name="Days">Of the crew's record that it is told by; 0 where it is told by the recipes alone.</param>
public sealed record HoursLeft(double Mean, double Low, double High, int Days)
{
    // The standard normal's 90 % point (any table of it).
    private const double Tenth = 1.2816;

    // As many hours of hands as a day has (ours).
    private const double DayHours = 7;

    /// <param name="tasks">Their minutes are those of the pace.</param>
    public static HoursLeft Of(IEnumerable<ScheduleTask> tasks, CrewPace pace)
    {
        var (mean, variance, days) = (0.0, 0.0, 0);
        foreach (var method in tasks.GroupBy(t => t.Skill))
        {
            var hours = method.Sum(t => t.Minutes) / 60.0;
            var own = pace.Of(method.Key);
            mean += hours;
            variance += Math.Pow(hours / own.Ratio, 2) * own.VarianceOver(hours / DayHours);
            days = Math.Max(days, own.Days);
        }

        var wide = Tenth * Math.Sqrt(variance);
        return new HoursLeft(Math.Round(mean, 1), Math.Round(Math.Max(0, mean - wide), 1), Math.Round(mean + wide, 1), days);
    }
}
