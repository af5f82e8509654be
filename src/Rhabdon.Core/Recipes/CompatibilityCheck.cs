using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>What is to go together at one end of a cable; what nobody has said yet is null, and then not judged.</summary>
/// <param name="Positions">Fibers in one port: 1, 2 for duplex, 12 for MPO.</param>
/// <param name="Strands">Of the cable.</param>
/// <param name="Stub">Core of the connector's factory fiber.</param>
/// <param name="Boot">The build that the boot is made for.</param>
/// <param name="ProofTest">Whether the splicer pulls on the joint it has made.</param>
/// <param name="Technique">What the crew has chosen where installers disagree.</param>
public sealed record Combination(
    ConnectorType Connector,
    Polish Polish,
    CableBuild Build,
    FiberGrade Grade,
    int? Positions = null,
    int? Strands = null,
    FiberCore? Stub = null,
    CableBuild? Boot = null,
    bool? ProofTest = null,
    Technique? Technique = null
);

/// <summary>Which connector, polish, fiber, cable build, positions and method go together, and why not when they don't (common practice).</summary>
public static class CompatibilityCheck
{
    /// <summary>Every reason against, each with the field it lies in, named as in <see cref="Combination"/>; empty when it fits.</summary>
    public static IReadOnlyList<(string Field, Phrase Says)> Faults(Recipe recipe, Combination wanted) =>
        [.. OfConnector(recipe, wanted), .. OfCable(recipe, wanted), .. OfCounts(recipe, wanted), .. OfParts(recipe, wanted)];

    private static IEnumerable<(string, Phrase)> OfConnector(Recipe recipe, Combination wanted)
    {
        if (!recipe.Serves.Connectors.Contains(wanted.Connector))
        {
            yield return ("connector", Phrase.Of(PhraseKeys.Fit.Makes, ("recipe", recipe.Id), ("what", string.Join(", ", recipe.Serves.Connectors))));
        }

        if (!recipe.Serves.Polishes.Contains(wanted.Polish))
        {
            yield return (
                "polish",
                wanted.Polish == Polish.APC && recipe.Serves.Method is "adhesive" or "hot-melt"
                    ? Phrase.Of(PhraseKeys.Fit.ApcByHand)
                    : Phrase.Of(PhraseKeys.Fit.Makes, ("recipe", recipe.Id), ("what", string.Join(", ", recipe.Serves.Polishes)))
            );
        }
    }

    private static IEnumerable<(string, Phrase)> OfCable(Recipe recipe, Combination wanted)
    {
        if (!recipe.Serves.Builds.Contains(wanted.Build))
        {
            yield return ("build", Phrase.Of(PhraseKeys.Fit.Build, ("recipe", recipe.Id)));
        }

        if (!recipe.Serves.Modes.Contains(wanted.Grade.Mode()))
        {
            yield return ("grade", Phrase.Of(PhraseKeys.Fit.Mode, ("recipe", recipe.Id)));
        }

        if (wanted.Technique?.Unfit(recipe, wanted.Grade.Mode()) is { } unfit)
        {
            yield return ("technique", Phrase.Of(PhraseKeys.Conflict.TechniqueMode, ("option", unfit.Id)));
        }
    }

    private static IEnumerable<(string, Phrase)> OfCounts(Recipe recipe, Combination wanted)
    {
        var allowed = wanted.Connector switch
        {
            ConnectorType.MPO => [12],
            ConnectorType.ST or ConnectorType.FC => [1],
            _ => (int[])[1, 2],
        };
        if (wanted.Positions is { } positions && !allowed.Contains(positions))
        {
            yield return (
                "positions",
                Phrase.Of(PhraseKeys.Fit.Positions, ("connector", wanted.Connector.ToString()), ("positions", string.Join(" or ", allowed)))
            );
        }

        if (recipe.Together is { } together && wanted.Strands is { } strands && strands % together != 0)
        {
            yield return ("strands", Phrase.Of(PhraseKeys.Fit.Together, ("recipe", recipe.Id), ("count", together.ToString(CultureInfo.InvariantCulture))));
        }
    }

    private static IEnumerable<(string, Phrase)> OfParts(Recipe recipe, Combination wanted)
    {
        if (wanted.Stub is { } stub && recipe.Serves.Method is "mechanical" or "splice-on" && stub != wanted.Grade.Core())
        {
            yield return ("stub", Phrase.Of(PhraseKeys.Fit.Stub, ("grade", wanted.Grade.ToString())));
        }

        if (wanted.Boot is { } boot && boot != wanted.Build)
        {
            yield return ("boot", Phrase.Of(PhraseKeys.Fit.Boot));
        }

        if (wanted.ProofTest == true && recipe.Serves.Method == "splice-on")
        {
            yield return ("proofTest", Phrase.Of(PhraseKeys.Fit.ProofTest));
        }
    }
}
