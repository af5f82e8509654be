using Rhabdon.Demo;

namespace Rhabdon.Server.Tests;

/// <summary>The demo's data is what a user could have typed: every name stands for someone, every cable has fiber to spare and ports to go to.</summary>
public class DemoTests
{
    private static readonly DemoWorld World = DemoWorld.Saltmarsh();

    [Fact]
    public void Whoever_is_named_is_there()
    {
        var (people, crews) = (World.People.Select(p => p.SignIn).ToHashSet(), World.Crews.Select(c => c.Name).ToHashSet());
        var workers = World.Jobs.SelectMany(j => j.Cables).SelectMany(c => c.Work ?? []).Select(w => w.Person);
        Assert.Subset(people, World.Crews.SelectMany(c => c.Members).Concat(World.Jobs.Select(j => j.Planner)).Concat(workers).ToHashSet());
        Assert.Subset(crews, World.Jobs.SelectMany(j => j.Crews).ToHashSet());
    }

    [Fact]
    public void Every_cable_has_fiber_to_spare_and_fits_its_panels() => Assert.All(World.Jobs.SelectMany(j => j.Cables, (job, cable) => (job, cable)), one =>
        {
            Assert.True(one.cable.Service > one.cable.Least, $"{one.cable.Name} has nothing to cut off.");
            var ports = (one.cable.Strands + one.cable.PerPort - 1) / one.cable.PerPort;
            Assert.All(one.job.Panels, panel => Assert.InRange(one.cable.FirstPort + ports - 1, 1, panel.Ports));
        });
}
