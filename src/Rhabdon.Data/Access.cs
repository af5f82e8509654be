namespace Rhabdon.Data;

/// <summary>Who asks, and therefore which jobs there are for them. Every job-scoped query takes one; what it hides does not exist.</summary>
/// <param name="Day">Crew membership is judged as of this day.</param>
public sealed record Access(Guid Person, string Role, DateOnly Day)
{
    /// <summary>SQL that is true of a job this access may see; the query's parameters must include this record's members.</summary>
    public static readonly string SeesJob = Sees("@Role", "@Person", "@Day");

    /// <summary>SQL that is true of a job that someone may see, each given as an SQL expression.</summary>
    public static string Sees(string role, string person, string day) => $"""
        ({role} = 'owner' or exists (
            select 1 from job_crew jc join crew_member cm on cm.crew_id = jc.crew_id
            where jc.job_id = job.id and cm.person_id = {person} and cm.from_day <= {day} and (cm.to_day is null or cm.to_day >= {day})))
        """;

    public bool MayPlan => Role is "owner" or "lead";

    public bool MayWork => Role is "owner" or "lead" or "installer";
}
