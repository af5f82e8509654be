namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>A line followed across the glass.</summary>
/// <param name="Path">Steps of the grid, about one apart.</param>
/// <param name="Width">Micrometers, the blur taken out.</param>
/// <param name="Contrast">Shades against both sides; below zero for darker.</param>
/// <param name="Significance">Standard deviations of the whole line above noise.</param>
/// <param name="Waviness">How far it strays from a smooth bow, micrometers, root of the mean square.</param>
/// <param name="Turns">How often it goes from one side of that bow to the other.</param>
/// <param name="Kinks">How sharply it turns from one short stretch to the next, radians.</param>
internal sealed record Trace(IReadOnlyList<(double X, double Y)> Path, double Width, double Spread, float Contrast, double Significance, double Waviness, int Turns, double Kinks)
{
    /// <summary>Whether a place of the grid lies on it or within so many steps of its side.</summary>
    public bool Passes(double x, double y, double within) => Path.Any(p => ((p.X - x) * (p.X - x)) + ((p.Y - y) * (p.Y - y)) <= within * within);
}
