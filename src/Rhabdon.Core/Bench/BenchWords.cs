using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>Edges and bites in words, the same at the bench and in the recipe's document.</summary>
public static class BenchWords
{
    /// <summary>The edge that a length is measured from.</summary>
    public static string From(Phrasebook words, Edge edge) =>
        words.Say(
            Phrase.Of(
                edge switch
                {
                    Edge.Tip => PhraseKeys.From.Tip,
                    Edge.SheathEdge => PhraseKeys.From.SheathEdge,
                    Edge.JacketEdge => PhraseKeys.From.JacketEdge,
                    Edge.TubeEdge => PhraseKeys.From.TubeEdge,
                    Edge.SlitEnd => PhraseKeys.From.SlitEnd,
                    Edge.BufferEdge => PhraseKeys.From.BufferEdge,
                    Edge.CoatingEdge => PhraseKeys.From.CoatingEdge,
                    Edge.ZeroMark => PhraseKeys.From.ZeroMark,
                    Edge.Entry => PhraseKeys.From.Entry,
                    _ => PhraseKeys.From.HolderEnd,
                }
            )
        );

    /// <summary>How many bites there are, and how long each is.</summary>
    public static string Bites(Phrasebook words, IReadOnlyList<Length> bites, LengthUnit unit) =>
        words.Say(
            bites.Count == 1 ? Phrase.Of(PhraseKeys.Bites.One)
            : bites[^1] == bites[0] ? Phrase.Of(PhraseKeys.Bites.Equal, ("count", Number(bites.Count)), ("bite", LengthDisplay.Small(bites[0], unit)))
            : Phrase.Of(
                bites.Count == 2 ? PhraseKeys.Bites.OneRest : PhraseKeys.Bites.Rest,
                ("count", Number(bites.Count - 1)),
                ("bite", LengthDisplay.Small(bites[0], unit)),
                ("rest", LengthDisplay.Small(bites[^1], unit))
            )
        );

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);

    /// <summary>Where a figure comes from, in words. What a lead has compared with the sheet needs no words; nor does what the recipe says nothing
    /// of.</summary>
    public static string? Standing(Phrasebook words, FigureStanding? standing, bool isConfirmed) =>
        standing is not { } from || isConfirmed
            ? null
            : words.Say(
                Phrase.Of(
                    from switch
                    {
                        FigureStanding.House => PhraseKeys.Standing.House,
                        FigureStanding.Sheet => PhraseKeys.Standing.Sheet,
                        _ => PhraseKeys.Standing.Practice,
                    }
                )
            );
}
