using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision;

/// <summary>A picture in shades of gray, row by row from the top left; 0 is black, 255 white.</summary>
public sealed class GrayImage
{
    /// <summary>The brightest shade.</summary>
    public const double White = 255;

    private readonly byte[] _pixels;

    /// <param name="width">In pixels, above zero.</param>
    /// <param name="height">In pixels, above zero.</param>
    /// <param name="pixels">Width times height of them; kept, not copied.</param>
    /// <exception cref="ArgumentException">When there are not as many pixels as the sides ask for.</exception>
    public GrayImage(int width, int height, byte[] pixels)
    {
        if (width < 1 || height < 1 || pixels.LongLength != (long)width * height)
        {
            throw new ArgumentException($"A picture of {width} by {height} pixels cannot hold {pixels.LongLength}.", nameof(pixels));
        }

        (Width, Height, _pixels) = (width, height, pixels);
    }

    /// <summary>From colors, four bytes a pixel: red, green, blue and one that is not looked at. Luma of ITU-R BT.601, in 256ths.</summary>
    /// <exception cref="ArgumentException">When there are not as many pixels as the sides ask for.</exception>
    public static GrayImage OfColors(int width, int height, ReadOnlySpan<byte> colors)
    {
        var shades = new byte[colors.Length / 4];
        for (var i = 0; i < shades.Length; i++)
        {
            var pixel = colors.Slice(i * 4, 4);
            shades[i] = (byte)(((77 * pixel[0]) + (150 * pixel[1]) + (29 * pixel[2]) + 128) >> 8);
        }

        return new GrayImage(width, height, shades);
    }

    public int Width { get; }

    public int Height { get; }

    public ReadOnlySpan<byte> Pixels => _pixels;

    public ReadOnlySpan<byte> Row(int y) => _pixels.AsSpan(y * Width, Width);

    public byte this[int x, int y] => _pixels[(y * Width) + x];

    /// <summary>The shade between pixels, by the four around; pixel centers stand on whole numbers. Outside the picture, its nearest edge.</summary>
    public float At(double x, double y)
    {
        x = Math.Clamp(x, 0, Width - 1);
        y = Math.Clamp(y, 0, Height - 1);
        var (left, top) = (
            Math.Min(double.ConvertToIntegerNative<int>(x), Math.Max(0, Width - 2)),
            Math.Min(double.ConvertToIntegerNative<int>(y), Math.Max(0, Height - 2))
        );
        var (right, bottom) = (Math.Min(left + 1, Width - 1), Math.Min(top + 1, Height - 1));
        var (fx, fy) = ((float)(x - left), (float)(y - top));
        var upper = (_pixels[(top * Width) + left] * (1 - fx)) + (_pixels[(top * Width) + right] * fx);
        var lower = (_pixels[(bottom * Width) + left] * (1 - fx)) + (_pixels[(bottom * Width) + right] * fx);
        return (upper * (1 - fy)) + (lower * fy);
    }

    /// <summary>What of the picture lies in a rectangle, copied; null when less than a pixel does.</summary>
    public GrayImage? Part(int left, int top, int right, int bottom)
    {
        (left, top, right, bottom) = (Math.Max(0, left), Math.Max(0, top), Math.Min(Width, right), Math.Min(Height, bottom));
        if (right <= left || bottom <= top)
        {
            return null;
        }

        var pixels = new byte[(right - left) * (bottom - top)];
        for (var y = top; y < bottom; y++)
        {
            Row(y)[left..right].CopyTo(pixels.AsSpan((y - top) * (right - left)));
        }

        return new GrayImage(right - left, bottom - top, pixels);
    }
}
