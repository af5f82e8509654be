using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Causes;

/// <summary>One thing that is known, and how likely it would be seen under each cause.</summary>
/// <param name="End">That it was seen at; null for the link as a whole.</param>
/// <param name="Says">It, in words.</param>
/// <param name="Given">Its likelihood where a cause acts there; null for where none does.</param>
internal sealed record EvidenceItem(CableEnd? End, Phrase Says, Func<Cause?, double> Given)
{
    /// <summary>Everything that is known beside the losses.</summary>
    /// <param name="excess">How much more than expected the link loses, in the mean, in dB.</param>
    public static IReadOnlyList<EvidenceItem> Of(DiagnosisQuestion asked, double excess) =>
        [
            .. (asked.Near is { } near ? EndSigns.Of(CableEnd.Near, near, asked.Grade) : []),
            .. (asked.Far is { } far ? EndSigns.Of(CableEnd.Far, far, asked.Grade) : []),
            .. LinkSigns.Of(asked, excess),
        ];
}
