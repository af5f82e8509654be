using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Causes;

/// <summary>
/// Ranks why a link loses too much: Bayes' rule over one cause, and over two that act together, with all that is known. The severity of each cause and the
/// end that it lies at are summed over.
/// </summary>
public static class LinkDiagnosis
{
    private const double NamedFrom = 0.9;
    private const double NamedOdds = 10;
    private const int MostReasons = 4;

    // Half as likely again.
    private const double WorthSaying = 0.4;
    private const double Least = 1e-30;

    // Severities tried of a cause alone, and of each of two: with fewer, two causes that fit between the severities are missed.
    private const int Fine = 36;
    private const int Coarse = 15;

    // Two causes at once, beside each alone: seldom more than in one of ten.
    private const double TwoAtOnce = 0.03;

    private static readonly Cause[] All = Enum.GetValues<Cause>();
    private static readonly CableEnd[] Ends = [CableEnd.Near, CableEnd.Far];

    /// <summary>What of a question cannot be answered, with its field; null when all can.</summary>
    public static (string Field, Phrase Says)? Fault(DiagnosisQuestion asked) =>
        asked.Readings.Count is 0 or > 16 ? ("readings", Phrase.Of(PhraseKeys.Cause.Readings))
        : asked.Readings.Any(r => r.Wavelength is < 600 or > 1700) ? ("readings.wavelength", Phrase.Of(PhraseKeys.Cause.Wavelength))
        : asked.Pairs is < 0 or > 20 ? ("pairs", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", "20")))
        : asked.Splices is < 0 or > 40 ? ("splices", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", "40")))
        : asked.Length is { } length && (length < Length.Zero || length > Length.Mm(100_000_000))
            ? ("length", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", "100000 m")))
        : asked.Neighbors is { Links: < 1 } ? ("neighbors.links", Phrase.Of(PhraseKeys.Optics.Between, ("least", "1"), ("most", "10000")))
        : asked.Priors is { } priors && (priors.Values.Any(v => v is < 0 or > 1_000_000) || All.All(c => CausePriors.Of(c, asked) == 0))
            ? ("priors", Phrase.Of(PhraseKeys.Cause.Priors))
        : null;

    /// <summary>How much more than expected a link loses, in dB: the mean over its readings.</summary>
    internal static double MeanExcess(DiagnosisQuestion asked) => new LossLikelihood(asked).Over.Average();

    /// <exception cref="ArgumentException">The question has a fault.</exception>
    public static DiagnosisAnswer Of(DiagnosisQuestion asked, Phrasebook words)
    {
        if (Fault(asked) is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var losses = new LossLikelihood(asked);
        var evidence = EvidenceItem.Of(asked, losses.Over.Average());
        var posterior = Posterior(asked, losses, evidence);
        var ranked = All.OrderByDescending(c => posterior[c]).ToList();
        var isNamed = posterior[ranked[0]] >= NamedFrom && posterior[ranked[0]] >= NamedOdds * posterior[ranked[1]];
        return new DiagnosisAnswer(
            [.. ranked.Select(c => LineOf(c, posterior, asked, losses, evidence, words))],
            isNamed ? ranked[0] : null,
            NextTests.Of(posterior, asked, words),
            Decibel.Of((decimal)ExpectedLink.Mean(asked, asked.Readings[0].Wavelength)),
            Decibel.Of((decimal)losses.Over.Max())
        );
    }

    private static Dictionary<Cause, double> Posterior(DiagnosisQuestion asked, LossLikelihood losses, IReadOnlyList<EvidenceItem> evidence)
    {
        var given = All.Select(c => new Given(c, CausePriors.Of(c, asked), Placed(c, asked, evidence), LossPattern.Of(c, asked, Coarse))).ToArray();
        var sum = given.Sum(g => g.Prior);
        var posterior = All.ToDictionary(c => c, _ => 0.0);
        foreach (var one in given)
        {
            posterior[one.Cause] += one.Prior / sum * one.Signs * losses.Of(LossPattern.Of(one.Cause, asked, Fine));
        }

        // Where two act, each has half: what is wrong is both.
        for (var first = 0; first < given.Length; first++)
        {
            for (var second = first + 1; second < given.Length; second++)
            {
                var (a, b) = (given[first], given[second]);
                if (a.Cause == Cause.OverBudget || b.Cause == Cause.OverBudget)
                {
                    continue;
                }

                var fits = losses.Of(a.Patterns, b.Patterns);
                var both = TwoAtOnce * 2 * (a.Prior / sum) * (b.Prior / sum) * Signs(a.Cause, b.Cause, asked, evidence) * fits / 2;
                posterior[a.Cause] += both;
                posterior[b.Cause] += both;
            }
        }

        var all = posterior.Values.Sum();
        // Readings that nothing explains: what was thought before stands.
        return all > 0 ? posterior.ToDictionary(p => p.Key, p => p.Value / all) : given.ToDictionary(g => g.Cause, g => g.Prior / sum);
    }

    private sealed record Given(Cause Cause, double Prior, double Signs, LossPattern[] Patterns);

    // Over both ends where a cause may lie, each as likely as the other but for how it was made.
    private static double Placed(Cause cause, DiagnosisQuestion asked, IReadOnlyList<EvidenceItem> evidence) =>
        CausePriors.IsAtAnEnd(cause) ? Ends.Sum(e => 0.5 * AtEnd(cause, e, asked, evidence)) : Signs(evidence, cause, null);

    private static double AtEnd(Cause cause, CableEnd end, DiagnosisQuestion asked, IReadOnlyList<EvidenceItem> evidence) =>
        CausePriors.At(cause, end == CableEnd.Near ? asked.Near : asked.Far) * Signs(evidence, cause, end);

    // An end's signs are those of the cause where it lies there; the link's are always.
    private static double Signs(IReadOnlyList<EvidenceItem> evidence, Cause cause, CableEnd? at) =>
        evidence.Aggregate(1.0, (product, item) => product * item.Given(item.End is null || item.End == at ? cause : null));

    // Two causes, at the same end or at both: a sign is the one's or the other's, whichever would show it.
    private static double Signs(Cause first, Cause second, DiagnosisQuestion asked, IReadOnlyList<EvidenceItem> evidence)
    {
        double sum = 0,
            ways = 0;
        foreach (var firstAt in PlacesOf(first))
        {
            foreach (var secondAt in PlacesOf(second))
            {
                var made = MadeAt(first, firstAt, asked) * MadeAt(second, secondAt, asked);
                sum += made * evidence.Aggregate(1.0, (product, item) => product * Math.Max(GivenAt(item, first, firstAt), GivenAt(item, second, secondAt)));
                ways++;
            }
        }

        return sum / ways;
    }

    private static IEnumerable<CableEnd?> PlacesOf(Cause cause) => CausePriors.IsAtAnEnd(cause) ? Ends.Cast<CableEnd?>() : [null];

    private static double MadeAt(Cause cause, CableEnd? at, DiagnosisQuestion asked) =>
        at is null ? 1 : CausePriors.At(cause, at == CableEnd.Near ? asked.Near : asked.Far);

    private static double GivenAt(EvidenceItem item, Cause cause, CableEnd? at) => item.Given(item.End is null || item.End == at ? cause : null);

    private static CauseLine LineOf(
        Cause cause,
        Dictionary<Cause, double> posterior,
        DiagnosisQuestion asked,
        LossLikelihood losses,
        IReadOnlyList<EvidenceItem> evidence,
        Phrasebook words
    )
    {
        CableEnd? end = null;
        if (CausePriors.IsAtAnEnd(cause))
        {
            var (near, far) = (AtEnd(cause, CableEnd.Near, asked, evidence), AtEnd(cause, CableEnd.Far, asked, evidence));
            end =
                near > 2 * far ? CableEnd.Near
                : far > 2 * near ? CableEnd.Far
                : null;
        }

        return new CauseLine(
            cause,
            posterior[cause],
            end,
            words.Say(Phrase.Of($"cause.is-{JsonNames.Of(cause)}")),
            [.. Reasons(cause, end, asked, losses, evidence, words).Take(MostReasons).Select(words.Say)]
        );
    }

    // What is more, or less, likely under this cause than under the others: the strongest first.
    private static IEnumerable<Phrase> Reasons(
        Cause cause,
        CableEnd? end,
        DiagnosisQuestion asked,
        LossLikelihood losses,
        IReadOnlyList<EvidenceItem> evidence,
        Phrasebook words
    )
    {
        var others = All.Where(c => c != cause).ToDictionary(c => c, c => CausePriors.Of(c, asked));
        var sum = others.Values.Sum();
        var said = evidence
            .Select(item => (item.Says, Here: item.Given(item.End is null || end is null || item.End == end ? cause : null), Elsewhere: Elsewhere(item)))
            .Append((Says: LossWords.Of(asked, losses), Here: Fits(cause), Elsewhere: others.Sum(o => o.Value / sum * Fits(o.Key))));
        return said.Select(s => (s.Says, Tells: Math.Log(Math.Max(s.Here, Least) / Math.Max(s.Elsewhere, Least))))
            .Where(s => Math.Abs(s.Tells) > WorthSaying)
            .OrderByDescending(s => Math.Abs(s.Tells))
            .Select(s => Phrase.Of(s.Tells > 0 ? PhraseKeys.Cause.For : PhraseKeys.Cause.Against, ("what", words.Say(s.Says))));

        double Fits(Cause c) => losses.Of(LossPattern.Of(c, asked, Coarse));

        double Elsewhere(EvidenceItem item) => others.Sum(o => o.Value / sum * item.Given(item.End is null ? o.Key : null));
    }
}
