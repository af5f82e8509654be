using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>Where the edges of a cable end stand as cut after cut moves them: positions from T0 toward the closet.</summary>
internal sealed class EdgeWalk
{
    /// <summary>The edges that cuts make, outermost first.</summary>
    public static readonly Edge[] Inward = [Edge.SheathEdge, Edge.JacketEdge, Edge.TubeEdge, Edge.BufferEdge, Edge.CoatingEdge];

    private readonly Dictionary<Edge, Length> at = new() { [Edge.Tip] = Length.Zero, [Edge.Entry] = Length.Zero };

    /// <summary>The furthest any cut reaches.</summary>
    public Length Innermost { get; private set; }

    /// <summary>Bare glass from T0.</summary>
    public Length Bare { get; private set; }

    /// <summary>Null while no aramid has been trimmed.</summary>
    public Length? AramidEnd { get; private set; }

    public Length? Find(Edge edge) => at.TryGetValue(edge, out var position) ? position : null;

    /// <summary>The nearest edge outside the one made, as far as it has been cut.</summary>
    public Edge? Outside(Edge made) =>
        made == Edge.SlitEnd ? null : Inward.TakeWhile(e => e != made).Where(at.ContainsKey).Select(e => (Edge?)e).LastOrDefault();

    /// <summary>Which way a cut's length runs.</summary>
    public static Toward TowardOf(Cut cut) => cut.Toward ?? (cut.From == Edge.Tip ? Toward.Closet : Toward.Tip);

    /// <summary>Makes the cut and says where its edge stands; from the entry, which is not on the line, how far it is from there.</summary>
    /// <exception cref="KeyNotFoundException">The edge it is measured from has not been made.</exception>
    /// <exception cref="InvalidOperationException">Its length must still be taken from the maker's sheet.</exception>
    public Length Make(Cut cut)
    {
        var length = cut.Length ?? throw new InvalidOperationException($"The length of {cut.Id} must be taken from the maker's sheet first.");
        if (cut.Layers.Contains(Layer.Ribbon))
        {
            // Cutting the ribbon to length makes the tip; the mark it was measured from then lies that far back.
            at[cut.From] = length;
            return Length.Zero;
        }

        if (cut.From == Edge.Entry)
        {
            return length;
        }

        var position = Place(cut.From, TowardOf(cut), length);
        Move(cut, position);
        return position;
    }

    /// <exception cref="KeyNotFoundException">The edge it is measured from has not been made.</exception>
    public Length Place(Edge from, Toward toward, Length length) => toward == Toward.Closet ? at[from] + length : at[from] - length;

    private void Move(Cut cut, Length position)
    {
        if (cut.Layers.Contains(Layer.Aramid))
        {
            AramidEnd = position;
        }

        if (cut.Makes is { } edge)
        {
            at[edge] = position;
            // A slit takes nothing off: no fiber is used by it.
            Innermost = position > Innermost && edge != Edge.SlitEnd ? position : Innermost;
        }

        if (cut.BaresGlass)
        {
            Bare = position;
        }
    }
}
