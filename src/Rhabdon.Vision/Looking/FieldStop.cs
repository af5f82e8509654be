using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.FieldStop;

namespace Rhabdon.Vision.Looking;

/// <summary>The round edge of what a lens sees, which many microscopes show: beyond it the picture is black.</summary>
internal static class FieldStop
{
    private const int Sampled = 7;

    // Steps of a grid.
    private const int Margin = 4;

    /// <summary>The places that are judged, without those that lie beyond the stop and close to its rim.</summary>
    /// <param name="grid">The fiber is in its middle.</param>
    /// <param name="outer">How far out what is judged has to end for what is black there to be the stop, steps: at the fiber a mark may be black too.</param>
    public static bool[] Within(bool[] isJudged, Plane grid, double outer)
    {
        var judged = new List<float>();
        for (var at = 0; at < isJudged.Length; at += Sampled)
        {
            if (isJudged[at])
            {
                judged.Add(grid.Values[at]);
            }
        }

        var black = BlackShare * RobustStatistics.Quantile(judged.ToArray(), NearlyAll);
        int[] beside = [-1, 1, -grid.Width, grid.Width];
        var (open, stop) = (new Stack<int>(), new HashSet<int>());
        for (var at = 0; at < isJudged.Length; at++)
        {
            if (IsBlack(at) && FromMiddle(at) > outer && Array.Exists(beside, way => !isJudged[at + way]) && stop.Add(at))
            {
                open.Push(at);
            }
        }

        while (open.TryPop(out var at))
        {
            foreach (var next in beside.Select(way => at + way).Where(next => IsBlack(next) && stop.Add(next)))
            {
                open.Push(next);
            }
        }

        var within = (bool[])isJudged.Clone();
        foreach (var at in stop.Count < LeastOfJudged * Sampled * judged.Count ? [] : stop)
        {
            SummedSquares.Fill(within, grid.Width, at % grid.Width, at / grid.Width, Margin, false);
        }

        return within;

        bool IsBlack(int at) => isJudged[at] && grid.Values[at] < black;

        double FromMiddle(int at) => Distance(grid, at, grid.Width / 2, grid.Height / 2);
    }

    /// <returns>The picture without a circle's rim and what lies beyond, as if what lies within went on; null where that is not black all over.</returns>
    public static Plane? Within(Plane picture, Circle circle)
    {
        var (beyond, rim) = (new List<float>(), new List<float>());
        for (var at = 0; at < picture.Count; at += Sampled)
        {
            var share = ShareOf(at);
            if (share > Beyond)
            {
                beyond.Add(picture.Values[at]);
            }
            else if (share is > RimFrom and < Rim)
            {
                rim.Add(picture.Values[at]);
            }
        }

        var shade = RobustStatistics.Median(rim.ToArray());
        if (
            beyond.Count < LeastBeyond * picture.Count / Sampled
            || RobustStatistics.Quantile(beyond.ToArray(), 0.5) > BlackShare * shade
            || RobustStatistics.Quantile(beyond.ToArray(), NearlyAll) > BlackestShare * shade
        )
        {
            return null;
        }

        var within = new Plane(picture.Width, picture.Height);
        for (var at = 0; at < within.Count; at++)
        {
            within.Values[at] = ShareOf(at) > Rim ? shade : picture.Values[at];
        }

        return within;

        double ShareOf(int at) => Distance(picture, at, circle.X, circle.Y) / circle.Radius;
    }

    private static double Distance(Plane plane, int at, double x, double y) =>
        Math.Sqrt(Math.Pow((at % plane.Width) - x, 2) + Math.Pow((at / plane.Width) - y, 2));
}
