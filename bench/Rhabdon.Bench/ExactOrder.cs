using Rhabdon.Core.Timing;

namespace Rhabdon.Bench;

/// <summary>The shortest that a small batch can take: every order, also those in which a hand waits although there is something to do.</summary>
internal sealed class ExactOrder(WorkBatch batch)
{
    private readonly Dictionary<string, double> seen = [];
    private double least = double.MaxValue;

    public double Least()
    {
        Go(new WorkStand(batch), 0);
        return least;
    }

    private void Go(WorkStand stand, double at)
    {
        if (Math.Max(stand.Last, at) >= least || !IsNew(stand, at))
        {
            return;
        }

        if (stand.IsOver)
        {
            least = stand.Last;
            return;
        }

        for (var hand = 0; hand < batch.Hands; hand++)
        {
            for (var line = 0; line < batch.Lines.Count && stand.FreeFrom(hand) <= at; line++)
            {
                if (stand.MayBegin(line, at))
                {
                    var tried = stand.Copy();
                    tried.Do(line, hand, at);
                    Go(tried, at);
                }
            }
        }

        if (stand.NextMoment(at) is { } later)
        {
            Go(stand.Copy(), later);
        }
    }

    // The same stand is gone on from once, and again only if it is reached earlier.
    private bool IsNew(WorkStand stand, double at)
    {
        var lines = Enumerable.Range(0, batch.Lines.Count).Select(l => $"{stand.NextOf(l)}:{Math.Max(0, stand.ReadyFrom(l) - at)}");
        var hands = Enumerable.Range(0, batch.Hands).Select(h => $"{Math.Max(0, stand.FreeFrom(h) - at)}");
        var key = $"{string.Join(' ', lines)}|{string.Join(' ', hands)}|{stand.NextMoment(at) - at}";
        if (seen.TryGetValue(key, out var before) && before <= at)
        {
            return false;
        }

        seen[key] = at;
        return true;
    }
}
