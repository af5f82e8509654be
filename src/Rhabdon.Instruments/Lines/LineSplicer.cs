using Rhabdon.Core.Units;

namespace Rhabdon.Instruments.Lines;

/// <summary>A splicer: <c>LAST?</c> answers <c>SPLICE 12 left 0.4 right 0.6 estimate 0.02 arcs 1284 temperature 21.5</c>.</summary>
public sealed class LineSplicer(LinePort port) : LineInstrument(port), ISplicer
{
    private const decimal MostAngle = 45;
    private const decimal MostEstimate = 60;

    public override InstrumentKind Kind => InstrumentKind.Splicer;

    public Task<InstrumentAnswer<SpliceReport>> LastSpliceAsync(CancellationToken cancel) => AskAsync("LAST?", ReportOf, cancel);

    private static SpliceReport? ReportOf(string[] words) =>
        words is ["SPLICE", var number, "left", var left, "right", var right, "estimate", var estimate, "arcs", var arcs, "temperature", var temperature]
        && (Whole(number), Whole(arcs)) is ({ } counted, { } burned)
        && (Within(left, 0, MostAngle), Within(right, 0, MostAngle), Within(estimate, 0, MostEstimate), Within(temperature, -60, 80))
            is ({ } leftAngle, { } rightAngle, { } loss, { } air)
            ? new SpliceReport(counted, Angle.Of(leftAngle), Angle.Of(rightAngle), Decibel.Of(loss), burned, Temperature.Of(air))
            : null;

    private static decimal? Within(string word, decimal least, decimal most) => Figure(word) is { } figure && figure >= least && figure <= most ? figure : null;
}
