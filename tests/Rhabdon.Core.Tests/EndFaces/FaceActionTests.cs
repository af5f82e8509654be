using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Tests.EndFaces;

/// <summary>What is done next about a polished face, by how it is made and what was tried: common practice.</summary>
public class FaceActionTests
{
    private static readonly FaceLimits Upc = ShippedFaceLimits.Find("sm-upc")!;

    [Theory]
    [InlineData(FindingKind.Adhesive, Zone.B, 8, "", false, "polish-on")]
    [InlineData(FindingKind.LooseDirt, Zone.B, 8, "", false, "clean-face")]
    [InlineData(FindingKind.LooseDirt, Zone.B, 8, "clean-face,clean-face", false, "few-more")]
    [InlineData(FindingKind.Scratch, Zone.B, 3.5, "", false, "new-sheet")]
    [InlineData(FindingKind.Scratch, Zone.B, 3.5, "", true, "go-on")]
    [InlineData(FindingKind.Scratch, Zone.B, 3.5, "new-sheet", false, "film-back")]
    [InlineData(FindingKind.Scratch, Zone.B, 3.5, "new-sheet,film-back,film-back", false, "new-connector")]
    [InlineData(FindingKind.Scratch, Zone.B, 6, "", true, "film-back")]
    [InlineData(FindingKind.Pit, Zone.B, 7, "film-back", false, "new-connector")]
    [InlineData(FindingKind.Crack, Zone.B, 2, "", true, "new-connector")]
    [InlineData(FindingKind.Pit, Zone.B, 3, "", false, "accept")]
    public void The_cheapest_action_that_is_still_open_is_proposed(FindingKind kind, Zone zone, double size, string tried, bool isBeforeLastFilm, string action)
    {
        Finding[] marks = [new(kind, zone, size, 0, size, size, 0, 0, -0.3, 1)];
        var judged = FaceJudge.Judge(Upc, marks);
        var grade = new FaceGrading(judged.Verdict, false, new PictureQuality(0.5, 0.5, 0, 0.01, 90), marks, judged.Zones, judged.Reasons);
        Assert.All(FaceHistory.Methods, method =>
        {
            var sign = FaceSymptom.Of(Upc, marks) ?? "";
            var history = new FaceHistory(
                FaceHistory.LadderOf(method)!,
                [.. tried.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(t => new FaceTry(sign, t))],
                isBeforeLastFilm
            );
            Assert.Equal(action, FaceAction.Propose(grade, Upc, history, Phrasebook.English, "en").Action);
        });
    }

    [Fact]
    public void What_cannot_be_graded_is_looked_at_again()
    {
        var grade = new FaceGrading(FaceVerdict.CannotGrade, false, new PictureQuality(9, 0, 0, 0, 0), [], [], []);
        var action = FaceAction.Propose(grade, Upc, new FaceHistory(FaceHistory.LadderOf("epoxy")!, []), Phrasebook.English, "en");
        Assert.Equal(("look-again", (string?)null), (action.Action, action.Sign));
        Assert.Equal(["adhesive", "epoxy", "hot-melt"], FaceHistory.Methods);
    }
}
