namespace Rhabdon.Core.EndFaces;

/// <summary>What the ladders of polished connectors call the worst of what stands against a face.</summary>
public static class FaceSymptom
{
    public const string Dirt = "dirt";
    public const string AdhesiveLeft = "adhesive-left";
    public const string FineScratches = "fine-scratches";
    public const string HeavyScratches = "heavy-scratches";
    public const string Pit = "pit";
    public const string ChipCore = "chip-core";

    // A scratch this many times as wide as its limit was not made by the last film (common practice).
    private const double Heavy = 1.5;

    /// <summary>
    /// The sign of the worst that is there; null when nothing stands against the face. What lies on the contact zone alone is cleaned first, whatever it is
    /// (common practice).
    /// </summary>
    public static string? Of(FaceLimits profile, IReadOnlyList<Finding> findings)
    {
        var over = FaceJudge.Against(profile, findings).SelectMany(e => e.Marks).ToList();
        var lasting = over.Where(f => !f.MayComeOff).ToList();
        return over.Count == 0 ? null
            : over.Exists(f => f.IsRefused) ? ChipCore
            : lasting.Count == 0 ? Dirt
            : lasting.Exists(f => f.Kind == FindingKind.Adhesive && f.Zone < Zone.D) ? AdhesiveLeft
            : lasting.Exists(f => f.Class == FindingClass.Scratch && profile.ShareOf(f) is > Heavy and < double.PositiveInfinity) ? HeavyScratches
            : lasting.Exists(f => f.Class == FindingClass.Defect && f.Zone <= Zone.B) ? Pit
            : lasting.TrueForAll(f => f.Zone == Zone.D) ? Dirt
            : FineScratches;
    }
}
