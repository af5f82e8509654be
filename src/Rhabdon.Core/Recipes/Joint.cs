using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// Where the cable's glass meets the connector's stub. Both depths are measured inward from the connector's entry: the buffer's edge comes to rest at
/// <paramref name="Stop"/>, the stub's end stands at <paramref name="Stub"/>, and what the cleaved glass is longer than the way between them stands as a bow.
/// </summary>
/// <param name="Stop">Null while it must still be taken from the maker's sheet.</param>
/// <param name="Stub">Null while it must still be taken from the maker's sheet.</param>
/// <param name="BowLeast">Excess of glass that keeps glass pressed on glass, zero or more.</param>
/// <param name="BowMost">Excess that the connector still has room for.</param>
public sealed record Joint(Length? Stop, Length StopTolerance, Length? Stub, Length StubTolerance, Length BowLeast, Length BowMost);
