using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Demo;

/// <summary>A strand's end of a cable that was planned, and the act that planned it.</summary>
public sealed record DemoEnd(Guid Termination, CableEnd End, int Strand, BenchEvent Planned);

/// <summary>The doors through which anything gets in, as the demo uses them: it has none of its own.</summary>
public interface IDemoDoor
{
    /// <summary>What may be worked by.</summary>
    Task<RecipeBook> BookAsync();

    /// <returns>True when there are people already: then there is nothing to do.</returns>
    Task<bool> IsTakenAsync();

    Task<Guid> AddAsync(DemoPerson person);

    Task<Guid> AddAsync(DemoCrew crew, IEnumerable<Guid> members);

    Task<Guid> AddAsync(DemoJob job, DemoCompany company, IEnumerable<Guid> crews);

    Task<IReadOnlyList<DemoEnd>> AddAsync(Guid job, DemoCable cable, Guid planner);

    /// <summary>Takes events from the person who did the work, as from their tablet, soon after the last of them.</summary>
    /// <exception cref="InvalidOperationException">One of them was not taken, or makes no sense.</exception>
    Task AppendAsync(Guid person, IReadOnlyList<BenchEvent> events);

    /// <summary>Keeps a picture of an end, under the hash that its event names.</summary>
    Task KeepAsync(Guid person, Guid termination, byte[] picture);
}
