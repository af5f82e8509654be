using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Sheets that are written for a moment and given back: a grade needs dozens of them, each too large for the collector's young space.</summary>
internal static class Sheets
{
    private const int MostKept = 16;

    private static readonly Lock Turn = new();
    private static readonly List<float[]> Kept = new(MostKept);

    /// <summary>All zero, just this long.</summary>
    public static float[] Take(int length)
    {
        lock (Turn)
        {
            for (var i = Kept.Count - 1; i >= 0; i--)
            {
                if (Kept[i].Length == length)
                {
                    var sheet = Kept[i];
                    Kept.RemoveAt(i);
                    Array.Clear(sheet);
                    return sheet;
                }
            }
        }

        return new float[length];
    }

    /// <summary>Nobody may hold on to a sheet given back.</summary>
    public static void GiveBack(float[] sheet)
    {
        lock (Turn)
        {
            if (Kept.Count == MostKept)
            {
                Kept.RemoveAt(0);
            }

            Kept.Add(sheet);
        }
    }
}
