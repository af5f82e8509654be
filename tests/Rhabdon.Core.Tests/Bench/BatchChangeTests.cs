using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>A page that holds the last view and is given only what changed comes to the same view.</summary>
public class BatchChangeTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Fact]
    public void What_changed_put_into_what_was_there_is_the_view_after_every_step()
    {
        var strands = Enumerable.Range(1, 3).Select(n => new Story(strand: n).Begin()).ToList();
        BatchView? before = null;
        var (rows, line) = (new Dictionary<Guid, BatchQueueView>(), (object?)null);
        for (var step = 0; step < 9; step++)
        {
            var view = View(strands);
            var change = BatchChange.Since(before, view);
            foreach (var row in change.Rows)
            {
                rows[row.Termination] = row;
            }

            line = change.IsSameLine ? line : change.Bench?.Line;
            Assert.Equal(view.Queue, change.Queue.Select(id => rows[id]));
            Assert.Same(view.Bench?.Line, line);
            Assert.Equal(view.Focus, change.Focus);
            before = view;
            strands[step % 3].Step();
        }
    }

    [Fact]
    public void A_view_that_is_the_same_gives_no_row_and_no_line()
    {
        var strands = Enumerable.Range(1, 3).Select(n => new Story(strand: n).Begin().Step()).ToList();
        var change = BatchChange.Since(View(strands), View(strands));
        Assert.Empty(change.Rows);
        Assert.True(change.IsSameLine);
        Assert.Null(change.Bench!.Line);
    }

    private static BatchView View(List<Story> strands) =>
        new BatchViewer(Book, Phrasebook.English, "en").View(
            new BatchRequest(
                [.. strands.Select((s, index) => new BatchSlot(s.Id, index + 1, $"WS1-A:{index + 1:00}"))],
                Pace.StageByStage,
                LengthUnit.Millimeter
            ),
            id => TerminationFold.Fold(id, strands.First(s => s.Id == id).Events, Book)
        );
}
