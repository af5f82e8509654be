namespace Rhabdon.Core.Catalog;

public static class FiberGrades
{
    /// <summary>OM grades are multimode, OS grades single-mode (ISO/IEC 11801, from memory).</summary>
    public static FiberMode Mode(this FiberGrade grade) => grade.Core().Mode();

    public static FiberMode Mode(this FiberCore core) => core == FiberCore.SingleMode ? FiberMode.SingleMode : FiberMode.Multimode;

    /// <summary>OM1 has a core of 62.5 µm, OM2 to OM5 of 50 (ISO/IEC 11801, from memory).</summary>
    public static FiberCore Core(this FiberGrade grade) =>
        grade switch
        {
            FiberGrade.OS1a or FiberGrade.OS2 => FiberCore.SingleMode,
            FiberGrade.OM1 => FiberCore.Core62,
            _ => FiberCore.Core50,
        };
}
