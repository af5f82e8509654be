using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Causes;

/// <summary>Each cause by the signs that the trade knows it by (common practice), and the rules for naming one.</summary>
public class LinkDiagnosisTests
{
    // Losses of a 100 m link, two pairs: about 0.7 dB multimode and 0.53 dB single-mode when nothing is wrong.
    public static TheoryData<Cause, DiagnosisQuestion> Signatures =>
        new()
        {
            { Cause.Dirt, Multi((1.4, 1.2), (1.35, 1.15)) with { Near = new EndEvidence(Face: FaceEvidence.Dirty) } },
            {
                Cause.Gap,
                Single((1.1, 1.05), (1.12, 1.06)) with
                {
                    Near = new EndEvidence(EndMethod.Mechanical, Glows: true, Face: FaceEvidence.Clean, SeatMark: Length.Mm(2)),
                    Far = new EndEvidence(EndMethod.Mechanical, Glows: false, Face: FaceEvidence.Clean),
                    Reflectance = Decibel.Of(-19),
                }
            },
            {
                Cause.Cleave,
                Single((1.4, 1.3), (1.42, 1.31)) with
                {
                    Near = new EndEvidence(EndMethod.Mechanical, Glows: true, Face: FaceEvidence.Clean, CleaveAngle: Degrees(3)),
                    Far = new EndEvidence(EndMethod.Mechanical, Glows: false, Face: FaceEvidence.Clean, CleaveAngle: Degrees(0.5m)),
                }
            },
            // 1310 worse than 1550 by the square of the mode fields' ratio, 1.28; reflectance fine.
            {
                Cause.Offset,
                Single((2.1, 1.73), (2.1, 1.74)) with
                {
                    Near = new EndEvidence(EndMethod.Mechanical, Face: FaceEvidence.Clean, Glows: false, CleaveAngle: Degrees(0.4m)),
                    Far = new EndEvidence(EndMethod.Mechanical, Face: FaceEvidence.Clean, Glows: false, CleaveAngle: Degrees(0.4m)),
                    Reflectance = Decibel.Of(-51),
                }
            },
            { Cause.Bend, Single((0.9, 2.4), (0.88, 2.5)) },
            {
                Cause.FiberMix,
                Multi((4.1, 3.7), (0.85, 0.6)) with
                {
                    Near = new EndEvidence(Face: FaceEvidence.Clean),
                    Far = new EndEvidence(Face: FaceEvidence.Clean),
                }
            },
            { Cause.Cracked, Multi((4.5, 2.2), (3.1, 5.2)) with { Far = new EndEvidence(Face: FaceEvidence.Cracked), IsUnstable = true } },
            {
                Cause.Polish,
                Multi((1.3, 1.1), (1.25, 1.1)) with
                {
                    Near = new EndEvidence(EndMethod.Polished, Face: FaceEvidence.Scratched),
                    Far = new EndEvidence(EndMethod.Polished, Face: FaceEvidence.Clean),
                }
            },
            // Every link off by the same amount.
            { Cause.Reference, Multi((1.3, 1.1), (1.3, 1.1)) with { Neighbors = new NeighborEvidence(11, Decibel.Of(0.6m)) } },
            { Cause.Reference, Multi((-0.4, -0.4), (-0.35, -0.4)) },
            {
                Cause.ApcToUpc,
                Single((3.2, 3.1), (3.3, 3.2)) with
                {
                    Near = new EndEvidence(Polish: Polish.APC, Face: FaceEvidence.Clean),
                    Far = new EndEvidence(Polish: Polish.UPC, Face: FaceEvidence.Clean),
                    Reflectance = Decibel.Of(-15),
                }
            },
            // 18 km of single-mode for 100GBASE-LR4, which takes 6.3 dB (IEEE 802.3, from memory): the loss is that of its length.
            {
                Cause.OverBudget,
                Single((6.7, 4.2), null) with
                {
                    Length = Length.Mm(18_000_000),
                    Readings =
                    [
                        new LossEvidence(1310, CableEnd.Near, Decibel.Of(6.7m), Decibel.Of(6.3m)),
                        new LossEvidence(1310, CableEnd.Far, Decibel.Of(6.65m), Decibel.Of(6.3m)),
                    ],
                    Near = new EndEvidence(Face: FaceEvidence.Clean),
                    Far = new EndEvidence(Face: FaceEvidence.Clean),
                }
            },
        };

    [Theory]
    [MemberData(nameof(Signatures))]
    public void A_cause_is_known_by_its_signs(Cause cause, DiagnosisQuestion asked)
    {
        var answer = LinkDiagnosis.Of(asked, Phrasebook.English);
        Assert.Equal(cause, answer.Causes[0].Cause);
        Assert.Equal(1, answer.Causes.Sum(c => c.Probability), 9);
        Assert.Equal(Enum.GetValues<Cause>().Length, answer.Causes.Count);
    }

    // Dirt is the most common by far, and cleaning, which may also cure, is what to try first.
    [Fact]
    public void With_nothing_known_but_a_high_loss_it_is_dirt_and_cleaning_comes_first()
    {
        var answer = LinkDiagnosis.Of(Multi((1.3, 1.15), null), Phrasebook.English);
        Assert.Equal((Cause.Dirt, NextTest.CleanAndLook), (answer.Causes[0].Cause, answer.Tests[0].Test));
        Assert.Null(answer.Named);
    }

    [Fact]
    public void One_cause_is_named_only_when_it_is_as_good_as_certain()
    {
        foreach (var (_, asked) in Signatures.Select(s => s.Data))
        {
            var answer = LinkDiagnosis.Of(asked, Phrasebook.English);
            var (first, second) = (answer.Causes[0], answer.Causes[1]);
            Assert.Equal(first.Probability >= 0.9 && first.Probability >= 10 * second.Probability ? first.Cause : null, answer.Named);
        }

        Assert.Equal(Cause.Bend, LinkDiagnosis.Of(Single((0.6, 3.4), (0.6, 3.5)) with { BendGlows = true }, Phrasebook.English).Named);
    }

    [Fact]
    public void The_end_that_shows_the_sign_is_the_end_that_is_told()
    {
        var answer = LinkDiagnosis.Of(
            Multi((1.4, 1.2), (1.35, 1.15)) with
            {
                Near = new EndEvidence(Face: FaceEvidence.Clean),
                Far = new EndEvidence(Face: FaceEvidence.Dirty),
            },
            Phrasebook.English
        );
        Assert.Equal((Cause.Dirt, CableEnd.Far), (answer.Causes[0].Cause, answer.Causes[0].End));
        Assert.Contains(answer.Causes[0].Reasons, r => r.Contains("far end was dirty", StringComparison.Ordinal));
    }

    // Nobody polishes a stub, and nothing cleaved meets anything in a polished connector.
    [Fact]
    public void What_the_method_cannot_cause_falls_away()
    {
        var loss = Multi((1.6, 1.5), (1.6, 1.5));
        double Share(EndMethod method, Cause cause) =>
            LinkDiagnosis
                .Of(loss with { Near = new EndEvidence(method), Far = new EndEvidence(method) }, Phrasebook.English)
                .Causes.Single(c => c.Cause == cause)
                .Probability;
        Assert.True(Share(EndMethod.Mechanical, Cause.Polish) < 0.01);
        Assert.True(Share(EndMethod.Polished, Cause.Cleave) < 0.01);
        Assert.True(Share(EndMethod.Polished, Cause.Polish) > 5 * Share(EndMethod.Mechanical, Cause.Polish));
    }

    [Fact]
    public void A_crews_own_shares_take_the_place_of_the_start_figures()
    {
        var asked = Multi((1.3, 1.15), (1.3, 1.15));
        var own = asked with
        {
            Priors = new Dictionary<Cause, decimal> { [Cause.Dirt] = 0, [Cause.Gap] = 60 },
        };
        Assert.Equal(0, LinkDiagnosis.Of(own, Phrasebook.English).Causes.Single(c => c.Cause == Cause.Dirt).Probability);
        Assert.Equal(Cause.Gap, LinkDiagnosis.Of(own, Phrasebook.English).Causes[0].Cause);
    }

    [Fact]
    public void Two_causes_at_once_are_both_among_the_first_three()
    {
        // A dirty face takes both wavelengths alike, a bend the longer one more.
        var asked = Single((1.6, 3.1), (1.65, 3.2)) with { Near = new EndEvidence(Face: FaceEvidence.Dirty), BendGlows = true };
        var first = LinkDiagnosis.Of(asked, Phrasebook.English).Causes.Take(3).Select(c => c.Cause).ToList();
        Assert.Contains(Cause.Dirt, first);
        Assert.Contains(Cause.Bend, first);
    }

    [Fact]
    public void A_test_that_was_done_is_not_offered_again()
    {
        var all = Single((1.6, 1.5), (1.6, 1.5)) with { Near = new EndEvidence(Glows: false), Reflectance = Decibel.Of(-50), ReferenceHours = 0.5m };
        var offered = LinkDiagnosis.Of(all, Phrasebook.English).Tests.Select(t => t.Test).ToList();
        Assert.DoesNotContain(NextTest.OtherWavelength, offered);
        Assert.DoesNotContain(NextTest.OtherDirection, offered);
        Assert.DoesNotContain(NextTest.RedLight, offered);
        Assert.DoesNotContain(NextTest.Reflectance, offered);
        Assert.DoesNotContain(NextTest.CheckReference, offered);
    }

    [Fact]
    public void A_question_that_cannot_be_answered_says_where()
    {
        Assert.Equal("readings", Field(Multi((1, 1), null) with { Readings = [] }));
        Assert.Equal("pairs", Field(Multi((1, 1), null) with { Pairs = 21 }));
        Assert.Equal("neighbors.links", Field(Multi((1, 1), null) with { Neighbors = new NeighborEvidence(0, default) }));
        Assert.Equal("priors", Field(Multi((1, 1), null) with { Priors = new Dictionary<Cause, decimal> { [Cause.Dirt] = -1 } }));
        Assert.Equal("readings.wavelength", Field(new DiagnosisQuestion(FiberGrade.OM4, [new LossEvidence(85, CableEnd.Near, default)])));

        static string? Field(DiagnosisQuestion asked) => LinkDiagnosis.Fault(asked)?.Field;
    }

    private static Angle Degrees(decimal degrees) => Angle.Of(degrees);

    private static DiagnosisQuestion Multi((double Short, double Long) near, (double Short, double Long)? far) => Asked(FiberGrade.OM4, 850, 1300, near, far);

    private static DiagnosisQuestion Single((double Short, double Long) near, (double Short, double Long)? far) => Asked(FiberGrade.OS2, 1310, 1550, near, far);

    private static DiagnosisQuestion Asked(FiberGrade grade, int shorter, int longer, (double Short, double Long) near, (double Short, double Long)? far)
    {
        var readings = new List<LossEvidence> { Read(shorter, CableEnd.Near, near.Short), Read(longer, CableEnd.Near, near.Long) };
        if (far is { } back)
        {
            readings.AddRange([Read(shorter, CableEnd.Far, back.Short), Read(longer, CableEnd.Far, back.Long)]);
        }

        return new DiagnosisQuestion(grade, readings, Length.Mm(100_000));

        static LossEvidence Read(int wavelength, CableEnd from, double loss) => new(wavelength, from, Decibel.Of((decimal)loss));
    }
}
