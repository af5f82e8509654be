namespace Rhabdon.Core.Catalog;

public static class FiberGrades
{
    /// <summary>OM grades are multimode, OS grades single-mode (ISO/IEC 11801, from memory).</summary>
    public static FiberMode Mode(this FiberGrade grade) =>
        grade is FiberGrade.OS1a or FiberGrade.OS2 ? FiberMode.SingleMode : FiberMode.Multimode;
}
