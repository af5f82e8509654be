using System.Diagnostics;
using System.Net.Sockets;
using System.Text;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Units;
using Rhabdon.Instruments;
using Rhabdon.Instruments.Lines;
using Rhabdon.Instruments.Settings;
using Rhabdon.Instruments.StandIns;

namespace Rhabdon.Server.Tests;

/// <summary>Instruments that speak lines over TCP, and the stand-ins for them. The lines are those of docs/instruments.md.</summary>
public sealed class InstrumentTests : IAsyncDisposable
{
    private readonly SetTime time = new();
    private readonly StandInBench bench;
    private readonly CancellationTokenSource stop = new();
    private readonly Task running;
    private readonly InstrumentRack rack;
    private readonly string settings = Path.GetTempFileName();

    public InstrumentTests()
    {
        bench = new StandInBench(time);
        bench.Start();
        running = bench.RunAsync(stop.Token);
        File.WriteAllText(settings, bench.Settings());
        rack = InstrumentSettings.Read(settings, time);
    }

    private IPowerMeter Meter => rack.First<IPowerMeter>()!;

    [Fact]
    public async Task The_meter_shows_the_sources_light_less_what_lies_between()
    {
        Assert.True((await Meter.SaysAsync(default)).Value?.IsStandIn);
        await rack.First<ILightSource>()!.LightAsync(1310, default);
        time.Now += TimeSpan.FromMinutes(5);
        await PlugAsync("1310=0.000 1550=0.000");
        var before = await Meter.ReadAsync(1310, default);
        await PlugAsync("1310=0.420 1550=0.300");
        var after = await Meter.ReadAsync(1310, default);
        Assert.Equal((MeterState.Reading, 1310, true), (after.State, after.Wavelength, after.IsPower));
        Assert.InRange((double)(before.Amount - after.Amount)!, 0.40, 0.44);
    }

    // A laser that was just turned on gives less: that is why it warms up before a reference is taken (common practice).
    [Fact]
    public async Task A_cold_source_drifts_by_more_than_a_reading_may_and_a_warm_one_does_not()
    {
        var source = rack.First<ILightSource>()!;
        Assert.False((await source.LightAsync(1310, default)).Value!.IsWarm);
        await PlugAsync("1310=0");
        var cold = (await Meter.ReadAsync(1310, default)).Amount!.Value;
        time.Now += TimeSpan.FromMinutes(5);
        Assert.True((await source.LightAsync(1310, default)).Value!.IsWarm);
        var warm = (await Meter.ReadAsync(1310, default)).Amount!.Value;
        time.Now += TimeSpan.FromMinutes(5);
        Assert.True(warm - cold > 0.1m, $"{warm} - {cold}");
        Assert.InRange(Math.Abs((await Meter.ReadAsync(1310, default)).Amount!.Value - warm), 0, 0.03m);
    }

    [Fact]
    public async Task Nothing_plugged_in_and_a_source_at_another_wavelength_are_dark()
    {
        Assert.Equal(MeterState.Dark, (await Meter.ReadAsync(1310, default)).State);
        await PlugAsync("1310=0.4");
        await rack.First<ILightSource>()!.LightAsync(1550, default);
        Assert.Equal(MeterState.Dark, (await Meter.ReadAsync(1550, default)).State);
    }

    [Theory]
    [InlineData("Over", MeterState.Over)]
    [InlineData("Garbage", MeterState.Garbage)]
    [InlineData("Dead", MeterState.Slow)]
    [InlineData("Slow", MeterState.Slow)]
    public async Task A_sick_meter_is_told_of_within_its_patience_and_well_again_it_reads(string malady, MeterState state)
    {
        await PlugAsync("1310=0.4");
        Assert.Null((await Meter.LendAsync($"FAULT {malady}", default)).Fault);
        var clock = Stopwatch.StartNew();
        Assert.Equal(state, (await Meter.ReadAsync(1310, default)).State);
        // Twice: once to set the wavelength, once to read; the rest is a busy machine's.
        Assert.InRange(clock.Elapsed, TimeSpan.Zero, (2 * LinePort.Patience) + TimeSpan.FromSeconds(5));
        Assert.Null((await Meter.LendAsync("FAULT None", default)).Fault);
        Assert.Equal(MeterState.Reading, (await Meter.ReadAsync(1310, default)).State);
    }

    [Fact]
    public async Task A_meter_that_shows_decibels_says_so()
    {
        await PlugAsync("1310=0.4");
        await Meter.LendAsync("FAULT Unit", default);
        Assert.False((await Meter.ReadAsync(1310, default)).IsPower);
    }

    [Theory]
    [InlineData("POWER -20.42 dBm 1310", -20.42)]
    [InlineData("POWER -20.42 W 1310", null)]
    [InlineData("POWER twenty dBm 1310", null)]
    [InlineData("POWER -20.42 dBm", null)]
    [InlineData("", null)]
    public async Task Only_a_line_of_the_protocol_is_a_reading(string line, double? amount)
    {
        using var listener = new TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        var port = ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
        var answering = Task.Run(async () =>
        {
            using var client = await listener.AcceptTcpClientAsync();
            using var reader = new StreamReader(client.GetStream(), Encoding.ASCII);
            while (await reader.ReadLineAsync() is { } asked)
            {
                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes((asked == "POWER?" ? line : "OK") + "\n"));
            }
        });
        using (var line1 = new LinePort("127.0.0.1", port))
        {
            var sample = await new LineMeter(line1, time).ReadAsync(1310, default);
            Assert.Equal((amount is null ? MeterState.Garbage : MeterState.Reading, (decimal?)amount), (sample.State, sample.Amount));
        }

        await answering;
    }

    [Fact]
    public async Task The_splicer_gives_its_last_splice_and_the_light_tool_its_lamp()
    {
        var splicer = rack.First<ISplicer>()!;
        Assert.Equal(0, (await splicer.LastSpliceAsync(default)).Value!.Number);
        await splicer.LendAsync("SPLICE 0.4 0.9 0.03", default);
        var splice = (await splicer.LastSpliceAsync(default)).Value!;
        Assert.Equal((1, Angle.Of(0.4m), Angle.Of(0.9m), Decibel.Of(0.03m), 1281), (splice.Number, splice.Left, splice.Right, splice.Estimate, splice.Arcs));
        var tool = rack.First<ILightTool>()!;
        Assert.Equal(LightSignal.Ready, (await tool.SeenAsync(default)).Value!.Seen);
        await tool.LendAsync("GLOW red", default);
        Assert.Equal(LightSignal.Red, (await tool.SeenAsync(default)).Value!.Seen);
    }

    [Theory]
    [InlineData("not json", "cannot be read")]
    [InlineData("""[{"kind":"power-meter","adapter":"carrier pigeon","address":"127.0.0.1:5300"}]""", "carrier pigeon")]
    [InlineData("""[{"kind":"power-meter","adapter":"line","address":"somewhere"}]""", "host:port")]
    public void Settings_that_cannot_be_used_say_what_is_wrong(string text, string says)
    {
        File.WriteAllText(settings, text);
        Assert.Contains(says, Assert.Throws<InvalidDataException>(() => InstrumentSettings.Read(settings, time)).Message);
    }

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        await running;
        bench.Dispose();
        stop.Dispose();
        File.Delete(settings);
    }

    // Plugged in and at rest. However late it is asked, the meter has shown no light once: it is another connector.
    private async Task PlugAsync(string path)
    {
        Assert.Null((await Meter.LendAsync($"PATH {path}", default)).Fault);
        time.Now += TimeSpan.FromSeconds(5);
        Assert.Equal(MeterState.Dark, (await Meter.ReadAsync(1310, default)).State);
    }

    private sealed class SetTime : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 11, 29, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
