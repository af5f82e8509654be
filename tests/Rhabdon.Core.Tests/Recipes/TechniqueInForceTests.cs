using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>The job's crew decides by which technique a person begins (docs/architecture.md).</summary>
public class TechniqueInForceTests
{
    private static readonly CrewOnJob Heron = new(Guid.CreateVersion7(), "Heron");
    private static readonly CrewOnJob Sandpiper = new(Guid.CreateVersion7(), "Sandpiper");
    private static readonly Technique Dry = new(new Dictionary<string, string> { ["cleaning"] = "dry" });
    private static readonly Technique Wet = new(new Dictionary<string, string> { ["cleaning"] = "alcohol-91" });

    [Fact]
    public void A_person_in_two_crews_begins_by_that_of_the_jobs_crew()
    {
        CrewTechnique[] chosen = [Of(Heron, Dry), Of(Sandpiper, Wet)];
        Assert.Equal(new TechniqueInForce(Wet, []), Told(TechniqueInForce.On([Sandpiper], chosen, "A1", null)));
        Assert.Equal(new TechniqueInForce(Dry, []), Told(TechniqueInForce.On([Heron], chosen, "A1", null)));
        Assert.Equal(new TechniqueInForce(null, []), Told(TechniqueInForce.On([], chosen, "A1", null)));
        Assert.Equal(new TechniqueInForce(null, []), Told(TechniqueInForce.On([Heron], chosen, "A2", null)));
    }

    [Fact]
    public void Where_two_of_their_crews_share_the_job_and_differ_they_are_asked_once()
    {
        CrewTechnique[] chosen = [Of(Heron, Dry)];
        Assert.Equal([Heron, Sandpiper], TechniqueInForce.On([Heron, Sandpiper], chosen, "A1", null).Ask);
        Assert.Equal(new TechniqueInForce(Dry, []), Told(TechniqueInForce.On([Heron, Sandpiper], chosen, "A1", Heron.Id)));
        Assert.Equal(new TechniqueInForce(null, []), Told(TechniqueInForce.On([Heron, Sandpiper], chosen, "A1", Sandpiper.Id)));
        Assert.Equal([Heron, Sandpiper], TechniqueInForce.On([Heron, Sandpiper], chosen, "A1", Guid.CreateVersion7()).Ask);
    }

    [Fact]
    public void Crews_that_work_alike_need_no_asking() =>
        Assert.Equal(new TechniqueInForce(Dry, []), Told(TechniqueInForce.On([Heron, Sandpiper], [Of(Heron, Dry), Of(Sandpiper, Dry with { })], "A1", null)));

    private static CrewTechnique Of(CrewOnJob crew, Technique technique) => new(crew.Id, crew.Name, "A1", technique);

    // Lists are compared by reference: an empty one is as good as another.
    private static TechniqueInForce Told(TechniqueInForce answer) => answer.Ask.Count == 0 ? answer with { Ask = [] } : answer;
}
