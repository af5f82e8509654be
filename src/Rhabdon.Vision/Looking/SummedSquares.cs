using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>What lies round a place of a sheet.</summary>
internal static class SummedSquares
{
    /// <summary>Sets a place and all that lie no farther than a reach from it, across and down, as far as the sheet goes.</summary>
    /// <param name="width">Of the sheet, whose values go row by row.</param>
    public static void Fill<T>(Span<T> sheet, int width, int x, int y, int reach, T value)
    {
        var (left, right) = (Math.Max(0, x - reach), Math.Min(width - 1, x + reach));
        for (var row = Math.Max(0, y - reach); row <= Math.Min((sheet.Length / width) - 1, y + reach); row++)
        {
            sheet.Slice((row * width) + left, right - left + 1).Fill(value);
        }
    }
}
