using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

/// <summary>Who asks, and therefore which jobs there are for them. Every job-scoped query takes one; what it hides does not exist.</summary>
/// <param name="Now">UTC. Membership of a job's crew is judged by the day that this moment falls on at the job's site.</param>
public sealed record Access(Guid Person, Role Role, DateTime Now)
{
    /// <summary>SQL that is true of a job this access may see; the query's parameters must include this record's members.</summary>
    public static readonly string SeesJob = """
        (@IsOwner or exists (
            select 1 from job_crew jc join crew_member cm on cm.crew_id = jc.crew_id cross join site_day(@Now, job.time_zone) as day
            where jc.job_id = job.id and cm.person_id = @Person and cm.from_day <= day and (cm.to_day is null or cm.to_day >= day)))
        """;

    /// <summary>True for who sees every job.</summary>
    public bool IsOwner => Role == Role.Owner;

    /// <summary>True when the role permits it, on what this access sees.</summary>
    public bool May(Permission permission) => Role.May(permission);
}
