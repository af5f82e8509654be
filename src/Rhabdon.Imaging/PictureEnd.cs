using System.Buffers.Binary;

namespace Rhabdon.Imaging;

/// <summary>Where a picture's file ends. What follows it no eye sees: it could be anything.</summary>
public static class PictureEnd
{
    private const int PngHead = 8;
    private const int PngChunk = 12;

    /// <summary>True when the file is a picture up to its last byte: PNG to its IEND chunk, JPEG to its EOI marker, BMP to the length in its header.</summary>
    public static bool IsLast(ReadOnlySpan<byte> file) =>
        PictureReader.MediaOf(file) switch
        {
            "image/png" => EndOfPng(file) == file.Length,
            "image/jpeg" => EndOfJpeg(file) == file.Length,
            "image/bmp" => file.Length >= 6 && BinaryPrimitives.ReadUInt32LittleEndian(file[2..]) == file.Length,
            _ => false,
        };

    // Chunks of a length, a name, that many bytes and a check sum (ISO/IEC 15948).
    private static long EndOfPng(ReadOnlySpan<byte> file)
    {
        long at = PngHead;
        while (at + PngChunk <= file.Length)
        {
            var chunk = file[(int)at..];
            at += PngChunk + BinaryPrimitives.ReadUInt32BigEndian(chunk);
            if (chunk[4..8].SequenceEqual("IEND"u8))
            {
                return at;
            }
        }

        return -1;
    }

    // Segments up to the scan, then coded data in which FF stands only before 00 or a restart marker (ISO/IEC 10918-1); progressive files have several scans.
    private static long EndOfJpeg(ReadOnlySpan<byte> file)
    {
        var at = 2;
        while (at + 1 < file.Length)
        {
            if (file[at] != 0xFF)
            {
                at++;
                continue;
            }

            var marker = file[at + 1];
            if (marker == 0xD9)
            {
                return at + 2;
            }

            var standsAlone = marker is 0x00 or 0x01 or 0xFF or (>= 0xD0 and <= 0xD8);
            at +=
                standsAlone ? (marker == 0xFF ? 1 : 2)
                : at + 3 < file.Length ? 2 + BinaryPrimitives.ReadUInt16BigEndian(file[(at + 2)..])
                : file.Length;
        }

        return -1;
    }
}
