using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Takes the blur out of a size measured at half depth.</summary>
internal static class Deblur
{
    private const double WidthAtHalf = 2.3548;
    private const double LeastLeft = 0.3;

    // What a bell's width at a quarter of its depth is to that at three quarters.
    private const double SlopesOfBell = 2.195;

    // By how much the slopes of box and bell have to differ before they are believed rather than both taken for as likely.
    private const double Telling = 0.1;

    // A box under a bell of deviation 1, by the normal table: its width, what it shows at half depth, and its width at a quarter to that at three quarters.
    private static readonly (double Width, double Shown, double Slopes)[] Box =
    [
        (0, WidthAtHalf, SlopesOfBell),
        (0.5, 2.379, 2.195),
        (1, 2.455, 2.193),
        (1.5, 2.584, 2.187),
        (2, 2.771, 2.168),
        (2.5, 3.021, 2.131),
        (3, 3.333, 2.071),
        (3.5, 3.7, 1.99),
        (4, 4.114, 1.898),
        (5, 5.031, 1.717),
        (6, 6.007, 1.577),
        (8, 8, 1.406),
        (12, 12, 1.253),
    ];

    /// <summary>What the thinnest of lines shows at half depth.</summary>
    public static double Least(double blur) => WidthAtHalf * blur;

    /// <summary>
    /// A mark wide against the blur shows its own width at half depth, a narrow one the blur's. In between, the fourth powers add: for a box under a bell
    /// within 4 % from three deviations upward, and 15 % too wide at two (by the normal table).
    /// </summary>
    /// <param name="shown">At half depth, in the same unit as the blur.</param>
    /// <param name="blur">Standard deviation.</param>
    public static double Width(double shown, double blur)
    {
        var least = LeastLeft * shown;
        var spread = Math.Pow(WidthAtHalf * blur, 4);
        var left = Math.Pow(shown, 4) - spread;
        return left <= Math.Pow(least, 4) ? least : Math.Sqrt(Math.Sqrt(left));
    }

    /// <summary>
    /// The same of a line, whose slopes tell whether it is cut like a box or like a bell: a bell's own width is the less, for its squares add.
    /// </summary>
    /// <param name="slopes">What its width at a quarter of its depth is to that at three quarters.</param>
    public static double WidthOfLine(double shown, double slopes, double blur)
    {
        var (box, slopesOfBox) = BoxThatShows(shown / blur);
        var bell = blur * Math.Sqrt(Math.Max(0, Math.Pow(shown / blur, 2) - (WidthAtHalf * WidthAtHalf)));
        var differ = SlopesOfBell - slopesOfBox;
        var likeBell = (Math.Clamp(slopes - slopesOfBox, 0, differ) + (Telling / 2)) / (differ + Telling);
        return Math.Max(LeastLeft * shown, (likeBell * bell) + ((1 - likeBell) * box * blur));
    }

    private static (double Width, double Slopes) BoxThatShows(double shown)
    {
        var next = Array.FindIndex(Box, b => b.Shown > shown);
        if (next <= 0)
        {
            return next == 0 ? (0, SlopesOfBell) : (shown, 1 + ((Box[^1].Slopes - 1) * Box[^1].Width / shown));
        }

        var (below, above) = (Box[next - 1], Box[next]);
        var share = (shown - below.Shown) / (above.Shown - below.Shown);
        return (below.Width + (share * (above.Width - below.Width)), below.Slopes + (share * (above.Slopes - below.Slopes)));
    }
}
