namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>A line followed across the glass.</summary>
/// <param name="Path">Steps of the grid, about one apart.</param>
/// <param name="Width">Micrometers, the blur taken out.</param>
/// <param name="Contrast">Shades against both sides; below zero for darker.</param>
/// <param name="Significance">Standard deviations of the whole line above noise.</param>
/// <param name="Waviness">How far it strays from a smooth bow, micrometers, root of the mean square.</param>
internal sealed record Trace(IReadOnlyList<(double X, double Y)> Path, double Width, double Spread, float Contrast, double Significance, double Waviness);
