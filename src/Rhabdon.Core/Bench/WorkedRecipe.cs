using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>A published recipe as it is worked on one strand: by the strand's cable build, in the technique its crew followed when it began.</summary>
public static class WorkedRecipe
{
    private static readonly ConditionalWeakTable<PublishedRecipe, ConcurrentDictionary<(CableBuild, FiberGrade?, ConnectorType?, int?, string), Recipe>> Made =
    [];

    /// <param name="grade">Null while nobody knows what fiber it will be.</param>
    /// <param name="connector">Null while nobody knows which it will be.</param>
    /// <param name="positions">Fibers in its port; null while nobody knows.</param>
    public static Recipe On(
        this PublishedRecipe published,
        CableBuild build,
        Technique? technique,
        FiberGrade? grade = null,
        ConnectorType? connector = null,
        int? positions = null
    )
    {
        var followed = technique ?? Technique.Usual;
        return Made.GetOrCreateValue(published)
            .GetOrAdd((build, grade, connector, positions, followed.Key), _ =>
                Measuring.Worked(published.Recipe, build, followed, grade, connector, positions)
            );
    }

    /// <summary>As it is worked on a strand that is planned so.</summary>
    public static Recipe On(this PublishedRecipe published, Planned plan, Technique? technique) =>
        published.On(plan.Build, technique, plan.Grade, plan.Connector, plan.Positions);
}
