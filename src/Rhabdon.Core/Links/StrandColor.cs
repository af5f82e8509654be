namespace Rhabdon.Core.Links;

/// <summary>
/// The color of a strand by its number: twelve colors, then the same with a tracer. Order and names after TIA-598 (from memory).
/// </summary>
/// <param name="Key">Lower-case color name, also the phrase key's last part.</param>
/// <param name="Hex">A screen color near the standard one; the name is always shown beside it.</param>
/// <param name="HasTracer">True from strand 13 on, within every second dozen.</param>
public sealed record StrandColor(string Key, string Hex, bool HasTracer)
{
    private static readonly (string Key, string Hex)[] Dozen =
    [
        ("blue", "#2468B4"),
        ("orange", "#E07820"),
        ("green", "#3A8C46"),
        ("brown", "#7A4A28"),
        ("slate", "#7C868E"),
        ("white", "#FFFFFF"),
        ("red", "#C43434"),
        ("black", "#20262C"),
        ("yellow", "#E8C428"),
        ("violet", "#7A4CA6"),
        ("rose", "#E68CA4"),
        ("aqua", "#44B4BE"),
    ];

    /// <summary>The color of strand <paramref name="number"/>, counted from 1.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Below 1.</exception>
    public static StrandColor Of(int number)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        var (key, hex) = Dozen[(number - 1) % 12];
        return new StrandColor(key, hex, (number - 1) / 12 % 2 == 1);
    }
}
