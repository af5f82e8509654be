using System.Security.Cryptography;

namespace Rhabdon.Core;

/// <summary>Ids of streams that follow from what they are of, so that two tablets that begin one with no network begin the same.</summary>
public static class HashedId
{
    /// <summary>A UUID of version 8 (RFC 9562): the first bits of the SHA-256 of what it is of.</summary>
    public static Guid Of(ReadOnlySpan<byte> what)
    {
        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData(what, hash);
        hash[6] = (byte)((hash[6] & 0x0f) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3f) | 0x80);
        return new Guid(hash[..16], bigEndian: true);
    }
}
