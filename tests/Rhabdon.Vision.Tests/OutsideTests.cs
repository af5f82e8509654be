using System.Globalization;
using Rhabdon.Core.EndFaces;
using Rhabdon.Testing;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Vision.Tests;

/// <summary>
/// The fiber's circle against OpenCV's, found by other means in the same made-up pictures. Script and figures: tests/outside/opencv_faces.py and geometry.csv,
/// OpenCV 4.6.0 of Debian 12.
/// </summary>
public class OutsideTests
{
    // The steepest change, which OpenCV's edge is, lies off the glass's own edge where a thin ring and the lens's blur run into each other: most so in soft
    // pictures.
    private const double MostOff = 0.025;
    private const double UsuallyOff = 0.01;
    private const double CenterOff = 0.15;

    public static TheoryData<string, double, double, double> Circles
    {
        get
        {
            var circles = new TheoryData<string, double, double, double>();
            foreach (var row in File.ReadLines(Path.Combine(Checkout.Root(), "tests/outside/geometry.csv")).Skip(1))
            {
                var cells = row.Split(',');
                circles.Add(cells[0], Number(cells[1]), Number(cells[2]), Number(cells[3]));
            }

            return circles;
        }
    }

    [Theory]
    [MemberData(nameof(Circles))]
    public void OpenCv_finds_the_same_circle(string face, double x, double y, double diameter)
    {
        var place = Place(face);
        Assert.InRange(Math.Sqrt(Math.Pow(place.CenterX - x, 2) + Math.Pow(place.CenterY - y, 2)) * place.Scale, 0, CenterOff);
        Assert.Equal(1, place.CladdingDiameter / diameter, MostOff);
    }

    [Fact]
    public void In_most_pictures_it_is_as_large_within_a_hundredth() =>
        Assert.InRange(Circles.Count(c => Math.Abs((Place(c.Data.Item1).CladdingDiameter / c.Data.Item4) - 1) < UsuallyOff), 16, 20);

    // Turned by any angle, shifted by parts of a pixel and shrunk, a picture shows the same face.
    [Theory]
    [InlineData("bench_sm-upc_Clean_501", 17, 3.3, 1)]
    [InlineData("probe_sm-upc_HeavyScratches_501", 41, -2.6, 1)]
    [InlineData("probe_mm_Pits_502", 73, 1.4, 1)]
    [InlineData("thick-ring_sm-upc_Crack_501", 28, 0.5, 1.25)]
    [InlineData("lit_sm-upc_Dirt_501", 200, 0.7, 1.1)]
    public void Turning_shifting_and_shrinking_keep_the_verdict(string name, double degrees, double shift, double shrunk)
    {
        var (face, profile) = FaceOf(name);
        var image = FaceRenderer.Draw(face);
        Assert.Equal(
            FaceGrader.Grade(image, profile, face.Look.Fiber).Verdict,
            FaceGrader.Grade(Moved(image, face.CenterX, face.CenterY, degrees, shift, shrunk), profile, face.Look.Fiber).Verdict
        );
    }

    private static FiberCircle Place(string name)
    {
        var (face, profile) = FaceOf(name);
        return FaceGrader.Grade(FaceRenderer.Draw(face), profile, face.Look.Fiber).Place!;
    }

    private static (MadeFace Face, FaceLimits Profile) FaceOf(string name)
    {
        var parts = name.Split('_');
        var profile = ShippedFaceLimits.Find(parts[1])!;
        return (
            MadeFaces.Make(
                FaceStyle.All.Single(s => s.Name == parts[0]),
                profile,
                Enum.Parse<FaceCondition>(parts[2]),
                int.Parse(parts[3], CultureInfo.InvariantCulture)
            ),
            profile
        );
    }

    private static GrayImage Moved(GrayImage image, double x, double y, double degrees, double shift, double shrunk)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        var pixels = new byte[image.Width * image.Height];
        for (var row = 0; row < image.Height; row++)
        {
            for (var column = 0; column < image.Width; column++)
            {
                var (dx, dy) = ((column - (image.Width / 2.0) - shift) * shrunk, (row - (image.Height / 2.0) + shift) * shrunk);
                pixels[(row * image.Width) + column] = (byte)Math.Round(image.At(x + (dx * cos) - (dy * sin), y + (dx * sin) + (dy * cos)));
            }
        }

        return new GrayImage(image.Width, image.Height, pixels);
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
