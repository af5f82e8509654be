using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Tests;

internal static class Fibers
{
    /// <summary>Of the usual fiber that a profile's limits are for.</summary>
    public static FiberCore CoreOf(FaceLimits profile) => profile.Cores[0];
}
