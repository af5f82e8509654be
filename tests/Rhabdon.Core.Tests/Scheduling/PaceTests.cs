using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>A crew's own pace, and the hours that are left by it.</summary>
public sealed class PaceTests
{
    private const double Hour = 3600;

    [Fact]
    public void Without_a_record_the_recipes_are_believed()
    {
        Assert.Equal(MethodPace.Usual, CrewPace.Usual.Of("mechanical"));
        Assert.Equal(1, new CrewPace([new PaceDay("fusion", Hour, Hour)]).Of("mechanical").Ratio);
    }

    // By hand: four days of 5 h each where the recipes tell 4: (20 + 20) / (20 + 16) hours. Each day is 1.25, 0.1389 over the ratio of 1.1111; with the five
    // usual days of 0.3: sqrt((5 * 0.09 + 4 * 0.01929) / 9) = 0.2420.
    [Fact]
    public void A_record_weighs_the_more_the_longer_it_is()
    {
        var pace = MethodPace.Of([.. Enumerable.Repeat(new PaceDay("mechanical", 5 * Hour, 4 * Hour), 4)]);
        Assert.Equal(1.1111, pace.Ratio, 0.0001);
        Assert.Equal(0.2420, pace.Spread, 0.0001);
        Assert.Equal(1.25, MethodPace.Of([.. Enumerable.Repeat(new PaceDay("mechanical", 5 * Hour, 4 * Hour), 4000)]).Ratio, 0.001);
    }

    // By hand: 14 h by the recipes alone are two days of 7: 14 * 0.3 * sqrt(1 / 2 + 1 / 5) = 3.514; the normal's 90 % point is 1.2816.
    [Fact]
    public void Hours_left_are_told_with_their_range()
    {
        var left = HoursLeft.Of([new ScheduleTask("a", "r", 14 * 60, "mechanical")], CrewPace.Usual);
        Assert.Equal(new HoursLeft(14, 9.5, 18.5, 0), left);
        Assert.Equal(new HoursLeft(0, 0, 0, 0), HoursLeft.Of([], CrewPace.Usual));
    }

    // Crews whose pace is drawn as the usual one is thought to spread: their work of the next ten days lies in the range in eight of ten cases, give or take
    // what a thousand draws and the prior allow.
    [Fact]
    public void The_range_holds_eight_of_ten_of_what_then_happens()
    {
        var random = new Random(7);
        var within = 0;
        const int Crews = 1_000;
        for (var crew = 0; crew < Crews; crew++)
        {
            var own = 1 + (0.13 * Normal(random));
            var record = Enumerable.Range(0, 10).Select(_ => new PaceDay("m", 7 * Hour * Day(own), 7 * Hour)).ToList();
            var pace = new CrewPace(record);
            var left = HoursLeft.Of([new ScheduleTask("a", "r", (int)Math.Round(70 * 60 * pace.Of("m").Ratio), "m")], pace);
            var took = Enumerable.Range(0, 10).Sum(_ => 7 * Day(own));
            within += took >= left.Low && took <= left.High ? 1 : 0;
        }

        Assert.InRange(within / (double)Crews, 0.75, 0.9);

        double Day(double own) => Math.Max(0.2, own + (0.3 * Normal(random)));
    }

    private static double Normal(Random random) => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
