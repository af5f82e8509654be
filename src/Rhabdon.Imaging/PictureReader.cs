using Rhabdon.Core.EndFaces;
using Rhabdon.Vision;
using SkiaSharp;

namespace Rhabdon.Imaging;

/// <summary>Why a file is not taken as a picture.</summary>
public enum PictureFault
{
    /// <summary>Neither PNG nor JPEG nor BMP, whatever its name says.</summary>
    NotAPicture,

    /// <summary>More bytes or more pixels than are taken.</summary>
    TooLarge,

    /// <summary>It begins well and ends too early, or is broken inside.</summary>
    Broken,
}

/// <summary>A file as a picture, or why not.</summary>
public readonly record struct PictureReading(GrayImage? Image, PictureFault Fault);

/// <summary>Reads PNG, JPEG and BMP into shades of gray. The sides are read and judged before any pixel is, so a hostile header costs nothing.</summary>
public static class PictureReader
{
    public const int MostBytes = 32 * 1024 * 1024;

    public const int MostPixels = 12_000_000;

    private const int FewestSide = 16;

    private static readonly SKEncodedImageFormat[] Taken = [SKEncodedImageFormat.Png, SKEncodedImageFormat.Jpeg, SKEncodedImageFormat.Bmp];

    /// <summary>
    /// What kind of picture a file begins as, or null for none: <c>image/png</c>, <c>image/jpeg</c> or <c>image/bmp</c>. Reads the first bytes only.
    /// </summary>
    public static string? MediaOf(ReadOnlySpan<byte> file) =>
        file.StartsWith((ReadOnlySpan<byte>)[0x89, (byte)'P', (byte)'N', (byte)'G']) ? "image/png"
        : file.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? "image/jpeg"
        : file.StartsWith("BM"u8) ? "image/bmp"
        : null;

    /// <summary>Never throws for what is in the file.</summary>
    public static PictureReading Read(ReadOnlySpan<byte> file)
    {
        if (file.Length > MostBytes)
        {
            return new(null, PictureFault.TooLarge);
        }

        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (codec is null || !Taken.Contains(codec.EncodedFormat))
        {
            return new(null, PictureFault.NotAPicture);
        }

        var (width, height) = (codec.Info.Width, codec.Info.Height);
        return width < FewestSide || height < FewestSide ? new(null, PictureFault.NotAPicture)
            : (long)width * height > MostPixels ? new(null, PictureFault.TooLarge)
            : Decode(codec, width, height);
    }

    private static PictureReading Decode(SKCodec codec, int width, int height)
    {
        var shades = new byte[width * height];
        unsafe
        {
            fixed (byte* to = shades)
            {
                var result = codec.GetPixels(new SKImageInfo(width, height, SKColorType.Gray8, SKAlphaType.Opaque), (nint)to, width, SKCodecOptions.Default);
                if (result == SKCodecResult.Success)
                {
                    return new(new GrayImage(width, height, shades), default);
                }
            }
        }

        // A colored or transparent picture has to pass through its colors.
        using var bitmap = new SKBitmap();
        if (
            !bitmap.TryAllocPixels(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul))
            || codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success
        )
        {
            return new(null, PictureFault.Broken);
        }

        return new(GrayImage.OfColors(width, height, bitmap.GetPixelSpan()), default);
    }
}
