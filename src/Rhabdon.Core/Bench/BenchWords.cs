using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>Edges and bites in words, the same at the bench and on the sheet.</summary>
internal static class BenchWords
{
    public static string From(Phrasebook words, Edge edge) =>
        words.Say(
            Phrase.Of(
                edge switch
                {
                    Edge.Tip => "from.tip",
                    Edge.SheathEdge => "from.sheath-edge",
                    Edge.JacketEdge => "from.jacket-edge",
                    Edge.TubeEdge => "from.tube-edge",
                    Edge.BufferEdge => "from.buffer-edge",
                    Edge.CoatingEdge => "from.coating-edge",
                    Edge.ZeroMark => "from.zero-mark",
                    Edge.Entry => "from.entry",
                    _ => "from.holder-end",
                }
            )
        );

    public static string Bites(Phrasebook words, IReadOnlyList<Length> bites, LengthUnit unit) =>
        words.Say(
            bites.Count == 1 ? Phrase.Of("bites.one")
            : bites[^1] == bites[0] ? Phrase.Of("bites.equal", ("count", Number(bites.Count)), ("bite", LengthDisplay.Small(bites[0], unit)))
            : Phrase.Of(
                bites.Count == 2 ? "bites.one-rest" : "bites.rest",
                ("count", Number(bites.Count - 1)),
                ("bite", LengthDisplay.Small(bites[0], unit)),
                ("rest", LengthDisplay.Small(bites[^1], unit))
            )
        );

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
