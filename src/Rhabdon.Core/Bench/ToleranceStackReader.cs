using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>The fit of a mechanical joint, to be read.</summary>
/// <param name="Axis">The same to be drawn, in millimeters of bow.</param>
/// <param name="Tighten">Which dimension to hold tighter, and how much it helps.</param>
public sealed record ToleranceStackView(string Chance, string Detail, bool IsSure, ToleranceAxis Axis, string Tighten, IReadOnlyList<TolerancePartView> Parts);

/// <summary>Positions along the axis of bow, in millimeters.</summary>
/// <param name="Ticks">Least, bow and most, with their figures in the reader's unit.</param>
public sealed record ToleranceAxis(
    decimal From,
    decimal To,
    decimal Least,
    decimal Most,
    decimal Bow,
    decimal WorstLeast,
    decimal WorstMost,
    IReadOnlyList<Tick> Ticks
);

/// <param name="Share">Of the spread.</param>
public sealed record TolerancePartView(string Name, string Tolerance, string Share, string IfHalved);

/// <summary>Puts the fit window into words, in the reader's unit.</summary>
internal sealed class ToleranceStackReader(Phrasebook words, LengthUnit unit)
{
    public ToleranceStackView? Read(Recipe recipe) =>
        ToleranceStack.Of(recipe) is not { } fit
            ? null
            : new ToleranceStackView(
                Percent(fit.Chance),
                words.Say(
                    Phrase.Of(
                        PhraseKeys.Fit.Detail,
                        ("bow", Small(fit.Bow)),
                        ("least", Small(fit.Least)),
                        ("most", Small(fit.Most)),
                        ("worstLeast", Small(fit.WorstLeast)),
                        ("worstMost", Small(fit.WorstMost)),
                        ("spread", Small(fit.Spread)),
                        ("fits", Math.Round(fit.Simulated * ToleranceStack.Draws).ToString("#,0", CultureInfo.InvariantCulture)),
                        ("draws", ToleranceStack.Draws.ToString("#,0", CultureInfo.InvariantCulture))
                    )
                ),
                fit.IsSure,
                AxisOf(fit),
                TightenOf(fit),
                [
                    .. fit.Parts.Select(p => new TolerancePartView(
                        NameOf(p),
                        $"±{Small(p.Tolerance)}",
                        string.Create(CultureInfo.InvariantCulture, $"{p.Share * 100:0} %"),
                        Percent(p.ChanceIfHalved)
                    )),
                ]
            );

    private ToleranceAxis AxisOf(ToleranceStack fit)
    {
        var (from, to) = (Math.Min(fit.WorstLeast.Millimeters, fit.Least.Millimeters), Math.Max(fit.WorstMost.Millimeters, fit.Most.Millimeters));
        var margin = (to - from) / 10;
        return new ToleranceAxis(
            from - margin,
            to + margin,
            fit.Least.Millimeters,
            fit.Most.Millimeters,
            fit.Bow.Millimeters,
            fit.WorstLeast.Millimeters,
            fit.WorstMost.Millimeters,
            [.. ((Length[])[fit.Least, fit.Bow, fit.Most]).Select(at => new Tick(at.Millimeters, 1, Small(at)))]
        );
    }

    private string TightenOf(ToleranceStack fit) =>
        fit.IsSure
            ? words.Say(Phrase.Of(PhraseKeys.Fit.Sure))
            : words.Say(
                Phrase.Of(
                    PhraseKeys.Fit.Tighten,
                    ("part", NameOf(fit.Parts[0])),
                    ("tolerance", $"±{Small(fit.Parts[0].Tolerance)}"),
                    ("from", Percent(fit.Chance)),
                    ("to", Percent(fit.Parts[0].ChanceIfHalved))
                )
            );

    private string NameOf(TolerancePart part) => words.Say(Phrase.Of($"fit.part.{part.Id}"));

    private string Small(Length length) => LengthDisplay.Small(length, unit).Replace('-', '\u2212');

    // Told as finely as the misses are rare, to the fifth decimal, and never rounded up to certainty.
    private static string Percent(double chance)
    {
        var decimals = chance >= 1 ? 5 : Math.Clamp((int)Math.Ceiling(-Math.Log10((1 - chance) * 100)) + 1, 1, 5);
        var fine = Math.Pow(10, decimals);
        return $"{(Math.Floor(Math.Min(chance * 100, 99.99999) * fine) / fine).ToString($"F{decimals}", CultureInfo.InvariantCulture)} %";
    }
}
