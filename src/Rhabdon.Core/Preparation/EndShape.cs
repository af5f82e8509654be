using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>The cable end at one moment of the work: its edges as far as they are cut, and what has been put on it.</summary>
internal sealed class EndShape
{
    private const decimal BootLength = 14;

    // Outermost first, with the edge at which each ends.
    private static readonly (Layer Layer, Edge Edge)[] Layers =
    [
        (Layer.Sheath, Edge.SheathEdge),
        (Layer.Jacket, Edge.JacketEdge),
        (Layer.Tube, Edge.TubeEdge),
        (Layer.Buffer, Edge.BufferEdge),
        (Layer.Coating, Edge.CoatingEdge),
    ];

    private readonly Recipe recipe;
    private readonly EdgeWalk edges = new();
    private Length tip;
    private bool isCoated;
    private bool hasParts;
    private bool hasConnector;
    private bool hasBootHome;

    private EndShape(Recipe recipe) => this.recipe = recipe;

    /// <summary>After the first <paramref name="steps"/> steps.</summary>
    public static EndShape Before(Recipe recipe, StripPlan plan, int steps)
    {
        var shape = new EndShape(recipe);
        foreach (var done in recipe.Steps.Take(steps))
        {
            shape.Do(done, plan);
        }

        return shape;
    }

    public List<Segment> Segments(decimal to, Span? holder)
    {
        var segments = new List<Segment>();
        var outer = to;
        foreach (var (layer, edge) in Layers.Where(l => IsSeen(l.Layer)))
        {
            var begins = (edges.Find(edge) ?? tip).Millimeters;
            var aramid = (edges.AramidEnd ?? tip).Millimeters;
            if (layer == Layer.Buffer && HasAramid && aramid < outer && outer < to)
            {
                segments.Add(new Segment("aramid", aramid, outer));
            }

            if (begins < outer)
            {
                segments.Add(new Segment(layer == Layer.Coating && IsRibbon ? "ribbon" : Name(layer), begins, outer));
                outer = begins;
            }
        }

        if (outer > tip.Millimeters)
        {
            segments.Add(new Segment(isCoated ? "coating" : "glass", tip.Millimeters, outer));
        }

        AddParts(segments, outer, to);
        if (holder is not null && holder.Zero > outer)
        {
            segments.Add(new Segment("holder", holder.Zero, to));
        }

        return segments;
    }

    // Twelve coatings side by side are seen as their ribbon.
    private bool IsRibbon => recipe.Cuts.Any(c => c.Layers.Contains(Layer.Ribbon));

    private bool HasAramid => recipe.Cuts.Any(c => c.Layers.Contains(Layer.Aramid));

    private static string Name(Layer layer) => layer.ToString().ToLowerInvariant();

    // A coating that comes off together with its buffer is never seen by itself.
    private bool IsSeen(Layer layer) =>
        layer == Layer.Coating ? recipe.Cuts.Any(c => c.Makes == Edge.CoatingEdge) : recipe.Cuts.Any(c => c.Layers.Contains(layer) && c.From != Edge.Entry);

    private static Act? StripIn(Step step) => step.Acts?.FirstOrDefault(a => a.Does == ActKind.Strip);

    private void Do(Step done, StripPlan plan)
    {
        // Where the coating has a pass of its own, what the buffer's blades leave is still coated; heat takes both.
        isCoated = StripIn(done) switch
        {
            null => isCoated,
            { Of: "buffer", How: not "thermal" } => recipe.Steps.Any(s => StripIn(s)?.Of == "coating"),
            _ => false,
        };
        switch (done.Work)
        {
            case StepWork.LoadParts:
                hasParts = true;
                break;
            case StepWork.Strip when plan.MarkOf(done.Cut ?? string.Empty)?.Cut is { } cut:
                edges.Make(cut);
                break;
            case StepWork.Cleave:
                tip = edges.Bare - plan.Glass;
                break;
            case StepWork.Insert:
                hasConnector = true;
                break;
            case StepWork.Boot:
                hasBootHome = true;
                break;
            default:
                break;
        }
    }

    private void AddParts(List<Segment> segments, decimal edge, decimal to)
    {
        var back = edge + recipe.Body.BackOfBufferEdge.Millimeters;
        if (hasConnector)
        {
            segments.Add(new Segment("connector", tip.Millimeters - recipe.Body.FrontOfTip.Millimeters, back));
        }

        if (hasParts)
        {
            segments.Add(hasBootHome ? new Segment("boot", back, Math.Min(back + BootLength, to)) : new Segment("boot", to - BootLength, to));
        }
    }
}
