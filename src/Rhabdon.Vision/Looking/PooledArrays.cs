using System.Buffers;

namespace Rhabdon.Vision.Looking;

/// <summary>Arrays that are written for a moment and given back: a grade needs dozens of them, each too large for the collector's young space.</summary>
internal static class PooledArrays
{
    private static readonly ArrayPool<float> Pool = ArrayPool<float>.Create();

    /// <summary>At least so long, and zero as far as that.</summary>
    public static float[] Rent(int length)
    {
        var array = Pool.Rent(length);
        Array.Clear(array, 0, length);
        return array;
    }

    /// <summary>Nobody may hold on to an array given back.</summary>
    public static void Return(float[] array) => Pool.Return(array);
}
