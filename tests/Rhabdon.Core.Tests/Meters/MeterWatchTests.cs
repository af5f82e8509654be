using Rhabdon.Core.Meters;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Tests.Meters;

/// <summary>
/// When a meter has settled: one second within 0.02 dB, above its floor, at the expected wavelength (the product's own rule), and what is told at once.
/// </summary>
public class MeterWatchTests
{
    private static readonly DateTimeOffset Start = new(2026, 11, 29, 9, 0, 0, TimeSpan.Zero);

    [Theory]
    // Five samples a second: 1.0 s of stillness is six of them.
    [InlineData(new[] { -20.41, -20.42, -20.41, -20.40, -20.41, -20.42 }, MeterStanding.Settled, "-20.41")]
    [InlineData(new[] { -20.41, -20.42, -20.41, -20.40, -20.41 }, MeterStanding.Settling, null)]
    [InlineData(new[] { -20.41, -20.42, -20.41, -20.40, -20.41, -20.431 }, MeterStanding.Settling, null)]
    [InlineData(new[] { -25.0, -22.0, -20.42, -20.42, -20.42, -20.42, -20.42, -20.42 }, MeterStanding.Settled, "-20.42")]
    public void A_second_within_two_hundredths_is_settled(double[] shown, MeterStanding standing, string? reading)
    {
        var says = Of([.. shown.Select((a, i) => At(i, a))]);
        Assert.Equal((standing, reading), (says.Standing, says.Settled));
    }

    [Fact]
    public void One_that_moves_for_longer_than_a_connector_takes_is_told()
    {
        var says = Of([.. Enumerable.Range(0, 40).Select(i => At(i, -20 - (0.1 * (i % 2))))]);
        Assert.Equal(MeterStanding.Unstable, says.Standing);
        Assert.Equal("-20.10 dBm", says.Shows);
    }

    [Fact]
    public void The_dark_between_two_connectors_begins_the_second_anew()
    {
        MeterSample[] still = [.. Enumerable.Range(0, 6).Select(i => At(i, -20.4))];
        var dark = new MeterSample(Start.AddSeconds(1.2), MeterState.Dark, 1310);
        Assert.Equal(MeterStanding.Dark, Of([.. still, dark]).Standing);
        MeterSample[] again = [.. Enumerable.Range(7, 6).Select(i => At(i, -20.9))];
        Assert.Equal(MeterStanding.Settling, Of([.. still, dark, .. again[..^1]]).Standing);
        Assert.Equal("-20.90", Of([.. still, dark, .. again], taken: Start.AddSeconds(1)).Settled);
    }

    // What was kept lies in the meter until the next connector: the same light is not the next strand's.
    [Fact]
    public void The_light_that_was_kept_is_not_kept_again()
    {
        MeterSample[] still = [.. Enumerable.Range(0, 16).Select(i => At(i, -20.4))];
        Assert.Equal(MeterStanding.Kept, Of(still, taken: Start.AddSeconds(1)).Standing);
        MeterSample[] other = [.. Enumerable.Range(16, 6).Select(i => At(i, -20.2) with { Wavelength = 1550 })];
        Assert.Equal("-20.20", Of([.. still, .. other], taken: Start.AddSeconds(1), wavelength: 1550).Settled);
    }

    // The source turns back to the first wavelength for the next strand: what still lies in the meter is the strand before.
    [Fact]
    public void Another_link_is_read_only_when_the_light_was_gone_in_between()
    {
        MeterSample[] still = [.. Enumerable.Range(0, 6).Select(i => At(i, -20.4))];
        MeterSample[] back = [.. Enumerable.Range(6, 6).Select(i => At(i, -20.2) with { Wavelength = 1550 })];
        Assert.Equal(MeterStanding.Kept, Of([.. still, .. back], taken: Start.AddSeconds(1), wavelength: 1550, isOtherLink: true).Standing);
        var dark = new MeterSample(Start.AddSeconds(2.4), MeterState.Dark, 1550);
        MeterSample[] next = [.. Enumerable.Range(13, 6).Select(i => At(i, -20.6) with { Wavelength = 1550 })];
        Assert.Equal("-20.60", Of([.. still, .. back, dark, .. next], taken: Start.AddSeconds(1), wavelength: 1550, isOtherLink: true).Settled);
    }

    [Theory]
    [InlineData(MeterState.Silent, MeterStanding.Silent)]
    [InlineData(MeterState.Slow, MeterStanding.Slow)]
    [InlineData(MeterState.Garbage, MeterStanding.Garbage)]
    [InlineData(MeterState.Over, MeterStanding.Over)]
    public void A_fault_is_told_at_once_and_says_what_would_do(MeterState state, MeterStanding standing)
    {
        var says = Of([At(0, -20.4), new MeterSample(Start.AddSeconds(0.2), state)]);
        Assert.Equal((standing, null), (says.Standing, says.Settled));
        Assert.EndsWith(".", says.Says);
    }

    [Fact]
    public void Another_wavelength_or_unit_never_settles_and_both_are_named()
    {
        var still = Enumerable.Range(0, 8).Select(i => At(i, -20.4)).ToArray();
        var wavelength = Of(still, wavelength: 1550);
        Assert.Equal((MeterStanding.Wavelength, null), (wavelength.Standing, wavelength.Settled));
        Assert.Contains("1310 nm", wavelength.Says);
        Assert.Contains("1550 nm", wavelength.Says);
        var unit = Of([.. still.Select(s => s with { Amount = 0.4m, IsPower = false })]);
        Assert.Equal((MeterStanding.Unit, null), (unit.Standing, unit.Settled));
        Assert.Contains("dBm", unit.Says);
    }

    [Fact]
    public void Nothing_yet_is_silence() => Assert.Equal(MeterStanding.Silent, Of([]).Standing);

    private static MeterSample At(int fifth, double amount) => new(Start.AddSeconds(fifth / 5.0), MeterState.Reading, 1310, (decimal)amount);

    private static MeterSays Of(MeterSample[] samples, DateTimeOffset? taken = null, int wavelength = 1310, bool isOtherLink = false) =>
        MeterWatch.Of(new MeterQuestion(wavelength, IsPower: true, samples, taken, isOtherLink), Phrasebook.English);
}
