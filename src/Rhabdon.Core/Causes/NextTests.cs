using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Causes;

/// <summary>
/// What to try next. A test is worth the wrong rework that it is expected to save and the cure that it may bring, for each minute that it takes: so cleaning,
/// which often cures, comes first where it should.
/// </summary>
internal static class NextTests
{
    // Minutes of work on the wrong thing (house figure: one connector taken off and made anew).
    private const double WrongWork = 20;

    // A test tells the groups apart this often.
    private const double Tells = 0.85;

    private static readonly Kind[] All =
    [
        new(
            NextTest.CleanAndLook,
            4,
            [
                [Cause.Dirt],
                [Cause.Cracked],
                [Cause.Polish],
            ],
            [(Cause.Dirt, 0.85)]
        ),
        new(
            NextTest.CheckReference,
            3,
            [
                [Cause.Reference],
            ],
            [(Cause.Reference, 0.6)]
        ),
        new(
            NextTest.OtherWavelength,
            1,
            [
                [Cause.Bend],
                [Cause.Offset],
            ],
            []
        ),
        new(
            NextTest.OtherDirection,
            3,
            [
                [Cause.FiberMix],
            ],
            []
        ),
        new(
            NextTest.RedLight,
            2,
            [
                [Cause.Gap, Cause.Cleave, Cause.Cracked],
                [Cause.Bend],
            ],
            []
        ),
        new(
            NextTest.Reflectance,
            3,
            [
                [Cause.Gap, Cause.ApcToUpc],
                [Cause.Dirt, Cause.Polish, Cause.Cracked],
            ],
            []
        ),
        new(
            NextTest.FollowRoute,
            5,
            [
                [Cause.Bend],
            ],
            [(Cause.Bend, 0.7)]
        ),
        new(
            NextTest.ReadThePrint,
            2,
            [
                [Cause.FiberMix],
                [Cause.ApcToUpc],
            ],
            []
        ),
    ];

    /// <summary>The tests that were not done yet and are worth something, the best first.</summary>
    public static IReadOnlyList<TestLine> Of(IReadOnlyDictionary<Cause, double> posterior, DiagnosisQuestion asked, Phrasebook words) =>
        [
            .. All.Where(t => !IsDone(t.Test, asked))
                .Select(t => new TestLine(t.Test, t.Minutes, Worth(t, posterior), words.Say(Phrase.Of($"cause.test-{JsonNames.Of(t.Test)}"))))
                .Where(t => t.Worth > 0.01)
                .OrderByDescending(t => t.Worth),
        ];

    private static double Worth(Kind test, IReadOnlyDictionary<Cause, double> posterior)
    {
        var told = test.Groups.SelectMany(g => g).ToHashSet();
        var rest = posterior.Where(p => !told.Contains(p.Key)).Max(p => p.Value);
        var after = test.Groups.Sum(g => g.Max(c => posterior[c])) + rest;
        var saved = WrongWork * Tells * (after - posterior.Values.Max());
        var cured = WrongWork * test.Cures.Sum(c => posterior[c.Cause] * c.Share);
        return (saved + cured) / (double)test.Minutes;
    }

    private static bool IsDone(NextTest test, DiagnosisQuestion asked) =>
        test switch
        {
            NextTest.CleanAndLook => IsClean(asked.Near) && IsClean(asked.Far),
            NextTest.OtherWavelength => asked.Readings.Select(r => r.Wavelength).Distinct().Skip(1).Any(),
            NextTest.OtherDirection => asked.Readings.Select(r => r.From).Distinct().Skip(1).Any(),
            NextTest.RedLight => asked.Near?.Glows is not null || asked.Far?.Glows is not null,
            NextTest.Reflectance => asked.Reflectance is not null,
            NextTest.FollowRoute => asked.BendGlows is false,
            NextTest.ReadThePrint => asked.Near?.Fiber is not null && asked.Far?.Fiber is not null,
            NextTest.CheckReference => asked is { ReferenceHours: < 1, IsReferenceInDoubt: false },
            _ => false,
        };

    private static bool IsClean(EndEvidence? end) => end?.Face is { } face && face != FaceEvidence.Dirty;

    private sealed record Kind(NextTest Test, decimal Minutes, Cause[][] Groups, (Cause Cause, double Share)[] Cures);
}
