namespace Rhabdon.Core.Links;

/// <summary>
/// The color of a strand by its number: twelve colors, then the same with a tracer. Order after TIA-598 (from memory).
/// </summary>
/// <param name="Name">Also the last part of its phrase's key.</param>
/// <param name="Hex">A screen color near the standard one; the name is always shown beside it.</param>
/// <param name="HasTracer">True from strand 13 on, within every second dozen.</param>
public sealed record StrandColor(ColorName Name, string Hex, bool HasTracer)
{
    private static readonly (ColorName Name, string Hex)[] Dozen =
    [
        (ColorName.Blue, "#2468B4"),
        (ColorName.Orange, "#E07820"),
        (ColorName.Green, "#3A8C46"),
        (ColorName.Brown, "#7A4A28"),
        (ColorName.Slate, "#7C868E"),
        (ColorName.White, "#FFFFFF"),
        (ColorName.Red, "#C43434"),
        (ColorName.Black, "#20262C"),
        (ColorName.Yellow, "#E8C428"),
        (ColorName.Violet, "#7A4CA6"),
        (ColorName.Rose, "#E68CA4"),
        (ColorName.Aqua, "#44B4BE"),
    ];

    /// <summary>The color of strand <paramref name="number"/>, counted from 1.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Below 1.</exception>
    public static StrandColor Of(int number)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        var (name, hex) = Dozen[(number - 1) % 12];
        return new StrandColor(name, hex, (number - 1) / 12 % 2 == 1);
    }
}
