using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Bench;

/// <summary>The stream of a cable's end, which follows from what it is of.</summary>
public static class CableEndId
{
    /// <summary>By job, cable and end.</summary>
    public static Guid Of(Guid job, Guid cable, CableEnd end)
    {
        Span<byte> of = stackalloc byte[33];
        job.TryWriteBytes(of, bigEndian: true, out _);
        cable.TryWriteBytes(of[16..], bigEndian: true, out _);
        of[32] = (byte)(end == CableEnd.Near ? 1 : 2);
        return HashedId.Of(of);
    }
}
