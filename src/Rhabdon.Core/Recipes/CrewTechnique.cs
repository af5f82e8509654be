namespace Rhabdon.Core.Recipes;

/// <summary>What a crew has chosen in a recipe.</summary>
public sealed record CrewTechnique(Guid Crew, string CrewName, string Recipe, Technique Technique);

/// <summary>A crew that works on a job.</summary>
/// <param name="Films">The colors of its own films, as far as it has entered them.</param>
public sealed record CrewOnJob(Guid Id, string Name, IReadOnlyList<FilmColor>? Films = null);

/// <summary>The color by which a crew knows a polishing film: makers color them differently.</summary>
/// <param name="Grit">Micrometers.</param>
public sealed record FilmColor(decimal Grit, string Color)
{
    public const int MostText = 30;
}

/// <summary>By which technique a person begins on a job, or whom to ask about.</summary>
/// <param name="Technique">Null for the usual.</param>
/// <param name="Ask">The crews of which the person must say one, since they work differently; empty when nothing is to be asked.</param>
public sealed record TechniqueInForce(Technique? Technique, IReadOnlyList<CrewOnJob> Ask)
{
    /// <summary>The job's crew decides. Where several of a person's crews are on the job and work differently, the person says once which.</summary>
    /// <param name="crews">Of the job and the person both.</param>
    /// <param name="chosen">What crews have chosen; that of others does not matter.</param>
    /// <param name="said">The crew that the person named for this job.</param>
    public static TechniqueInForce On(IReadOnlyList<CrewOnJob> crews, IReadOnlyList<CrewTechnique> chosen, string recipe, Guid? said)
    {
        var by = crews.ToDictionary(c => c.Id, c => chosen.FirstOrDefault(t => t.Crew == c.Id && t.Recipe == recipe)?.Technique);
        return by.Values.Distinct().ToList() is [var same] ? new TechniqueInForce(same, [])
            : said is { } crew && by.TryGetValue(crew, out var named) ? new TechniqueInForce(named, [])
            : new TechniqueInForce(null, crews);
    }
}

/// <summary>What decides it, as a page asks.</summary>
public sealed record TechniqueQuestion(IReadOnlyList<CrewOnJob> Crews, IReadOnlyList<CrewTechnique> Chosen, string Recipe, Guid? Said = null);
