using System.Security.Cryptography;

namespace Rhabdon.Imaging;

/// <summary>What a picture is named by.</summary>
public static class PictureHash
{
    /// <summary>SHA-256 of the file, 64 lowercase hexadecimal digits.</summary>
    public static string Of(ReadOnlySpan<byte> file) => Convert.ToHexStringLower(SHA256.HashData(file));
}
