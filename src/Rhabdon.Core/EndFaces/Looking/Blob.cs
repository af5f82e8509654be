namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>A patch that differs from what lies round it. Lengths in micrometers, places in micrometers from the fiber's center.</summary>
/// <param name="Size">Equivalent diameter where it is half as deep as its depth, the blur taken out.</param>
/// <param name="Contrast">Shades; below zero for darker.</param>
/// <param name="Roughness">How much longer its outline's moments make it than its area: 1 for any ellipse.</param>
/// <param name="Nearest">How near it comes to the center; <paramref name="Farthest"/> how far from it.</param>
/// <param name="EdgeWidth">From where it is a quarter as deep to where it is three quarters.</param>
/// <param name="Halo">The depth of a rim of the other sign, as a share of its own.</param>
internal sealed record Blob(
    double X, double Y, double Size, double Width, double Length, float Contrast, double Roughness, double Nearest, double Farthest, double EdgeWidth, double Halo, double Significance);
