using Rhabdon.Core.Planning;
using Rhabdon.Core.Quality;

namespace Rhabdon.Core.Tests.Planning;

/// <summary>How many connectors to take along, and how sure a share is.</summary>
public class SparesTests
{
    // The fewest k with P(Binomial(k, yield) >= n) >= confidence: tabulated beside the handbook's figures, reckoned there by another program.
    [Theory]
    [InlineData(12, 0.90, 0.95, 16)]
    [InlineData(48, 0.92, 0.95, 56)]
    [InlineData(144, 0.95, 0.95, 157)]
    [InlineData(24, 0.85, 0.90, 31)]
    [InlineData(0, 0.85, 0.90, 0)]
    public void Enough_are_taken_that_nobody_drives_back(int needed, double yield, double confidence, int taken) =>
        Assert.Equal(taken, Spares.Take(needed, MethodYield.Exactly(yield), confidence));

    // By hand: of 2 with half good, one is good in 3 of 4 cases, and both in 1 of 4.
    [Fact]
    public void The_chance_of_a_few_is_that_of_the_coin()
    {
        Assert.Equal(0.75, MethodYield.Exactly(0.5).Enough(1, 2), 12);
        Assert.Equal(0.25, MethodYield.Exactly(0.5).Enough(2, 2), 12);
        Assert.Equal(1, MethodYield.Exactly(0.5).Enough(0, 2), 12);
    }

    // Seeded draws: a share from its beta distribution (two gamma draws of whole shape), then connectors one by one. 200,000 draws are sure to 0.4 %.
    [Theory]
    [InlineData(24, 18, 20, 30)]
    [InlineData(48, 42, 44, 54)]
    public void A_share_that_is_not_known_exactly_is_enough_as_often_as_drawn(int needed, int good, int own, int taken)
    {
        // Beside the usual 0.9, which weighs as 18 good and 2 bad ones.
        var yield = MethodYield.Of(0.9, new YieldRecord("mechanical", good, own));
        var (random, enough, draws, bad) = (new Random(7), 0, 200_000, own - good);
        for (var draw = 0; draw < draws; draw++)
        {
            var (a, b) = (Gamma(random, 18 + good), Gamma(random, 2 + bad));
            var share = a / (a + b);
            var made = 0;
            for (var one = 0; one < taken; one++)
            {
                made += random.NextDouble() < share ? 1 : 0;
            }

            enough += made >= needed ? 1 : 0;
        }

        Assert.Equal((double)enough / draws, yield.Enough(needed, taken), 0.004);

        static double Gamma(Random random, int shape) => Enumerable.Range(0, shape).Sum(_ => -Math.Log(1 - random.NextDouble()));
    }

    // Few of one's own leave the share less sure than many of the same, and a lot that is bad as a whole asks for more again.
    [Fact]
    public void Who_knows_less_takes_more()
    {
        var (few, many) = (MethodYield.Of(0.9, new YieldRecord("m", 18, 20)), MethodYield.Of(0.9, new YieldRecord("m", 1800, 2000)));
        Assert.Equal(few.Share, many.Share, 3);
        Assert.True(Spares.Take(48, few, 0.95) > Spares.Take(48, many, 0.95));
        Assert.True(Spares.Take(48, many, 0.97, hasLots: true) > Spares.Take(48, many, 0.97));
        Assert.Equal(Spares.Take(48, MethodYield.Exactly(0.9), 0.95), Spares.Take(48, many, 0.95), 1.0);
    }

    // Worked: Newcombe, Statistics in Medicine 17 (1998), method 3 (from memory).
    [Theory]
    [InlineData(81, 263, 0.2553, 0.3662)]
    [InlineData(15, 148, 0.0624, 0.1605)]
    [InlineData(0, 20, 0, 0.1611)]
    [InlineData(1, 29, 0.0061, 0.1718)]
    public void A_share_is_told_with_its_interval(int good, int of, double low, double high)
    {
        var interval = ShareInterval.Wilson(good, of);
        Assert.Equal((low, high), (Math.Round(interval.Low, 4), Math.Round(interval.High, 4)));
    }
}
