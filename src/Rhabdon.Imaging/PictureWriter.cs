using System.Runtime.InteropServices;
using Rhabdon.Core.EndFaces;
using Rhabdon.Vision;
using SkiaSharp;

namespace Rhabdon.Imaging;

/// <summary>Writes shades of gray as PNG or JPEG.</summary>
public static class PictureWriter
{
    public static byte[] Png(GrayImage image) => Encode(image, SKEncodedImageFormat.Png, 100);

    /// <param name="quality">1 to 100.</param>
    public static byte[] Jpeg(GrayImage image, int quality) => Encode(image, SKEncodedImageFormat.Jpeg, quality);

    private static byte[] Encode(GrayImage image, SKEncodedImageFormat format, int quality)
    {
        var info = new SKImageInfo(image.Width, image.Height, SKColorType.Gray8, SKAlphaType.Opaque);
        using var pixmap = new SKBitmap(info);
        image.Pixels.CopyTo(MemoryMarshal.CreateSpan(ref MemoryMarshal.GetReference(pixmap.GetPixelSpan()), image.Pixels.Length));
        using var data = pixmap.Encode(format, quality);
        return data.ToArray();
    }
}
