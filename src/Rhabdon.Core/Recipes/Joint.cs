using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// Where the cable's glass meets the connector's stub. Both depths are measured inward from the connector's entry: the buffer's edge comes to rest at
/// <paramref name="Stop"/>, the stub's end stands at <paramref name="Stub"/>, and what the cleaved glass is longer than the way between them stands as a bow.
/// </summary>
/// <param name="BowLeast">Excess of glass that keeps glass pressed on glass, zero or more.</param>
/// <param name="BowMost">Excess that the connector still has room for.</param>
/// <param name="Stop">Null while it must still be taken from the maker's sheet.</param>
/// <param name="Stub">Null while it must still be taken from the maker's sheet.</param>
public sealed record Joint(Length StopTolerance, Length StubTolerance, Length BowLeast, Length BowMost, Length? Stop = null, Length? Stub = null);
