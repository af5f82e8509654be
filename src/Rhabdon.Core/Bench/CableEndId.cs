using System.Security.Cryptography;
using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Bench;

/// <summary>
/// The stream of a cable's end. It follows from what it is of, so that two tablets that begin it with no network begin the same one.
/// </summary>
public static class CableEndId
{
    /// <summary>A UUID of version 8 (RFC 9562): the first bits of the SHA-256 of job, cable and end.</summary>
    public static Guid Of(Guid job, Guid cable, CableEnd end)
    {
        Span<byte> of = stackalloc byte[33];
        job.TryWriteBytes(of, bigEndian: true, out _);
        cable.TryWriteBytes(of[16..], bigEndian: true, out _);
        of[32] = (byte)(end == CableEnd.Near ? 1 : 2);
        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData(of, hash);
        hash[6] = (byte)((hash[6] & 0x0f) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3f) | 0x80);
        return new Guid(hash[..16], bigEndian: true);
    }
}
