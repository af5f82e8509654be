using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>From a link that does not pass back to the bench: with the ladder's first action, and on to acceptance again.</summary>
public sealed class LinkReworkTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private static readonly Guid Reading = new("01900000-0000-7000-8000-0000000000ee");

    public static TheoryData<string, Cause> Ways
    {
        get
        {
            var ways = new TheoryData<string, Cause>();
            foreach (var recipe in Book.Recipes.Select(r => r.Recipe.Id))
            {
                foreach (var cause in (Cause[])[Cause.Gap, Cause.Cracked])
                {
                    ways.Add(recipe, cause);
                }
            }

            return ways;
        }
    }

    // Common practice: what is suspected inside a connector is put right where it was made, whatever the family.
    [Theory]
    [MemberData(nameof(Ways))]
    public void Every_recipe_has_a_first_action_for_a_fault_inside_its_connector_and_is_accepted_after_it(string recipe, Cause cause)
    {
        var strand = Accepted(recipe);
        var attempt = strand.State.Attempt;
        var way = LinkRework.Of([cause], Reading, CableEnd.Near, strand.State, Book, "en");
        Assert.NotNull(way);
        strand.Do(new Reopen(way.Sign, way.Reading));
        Assert.Equal((way.Sign, false), (strand.State.Trouble!.Sign, strand.State.IsOver));
        var offered = new BenchViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(strand.State).Trouble!.Offers;
        Assert.Equal(way.Action, offered[0].Title);
        strand.Do(new ChooseAction(offered[0].Action));
        while (!strand.State.IsOver)
        {
            strand.StepWell();
        }

        // Every attempt once, with every try of it; nothing that was done is lost.
        Assert.Equal(StrandPhase.Verified, strand.State.Phase);
        Assert.Equal(Enumerable.Range(1, strand.State.Attempt), strand.State.Attempts.Select(a => a.Number));
        Assert.Equal(2, strand.State.Attempts.Sum(a => a.Tries.Count));
        Assert.Equal(way.Sign, strand.State.Attempts.Single(a => a.Number == attempt).Tries[0].Sign);
    }

    // A cleave that was seen to be bad is cleaved again; where glass is glued through to the face, there is none to blame (common practice).
    [Theory]
    [InlineData("M4", "re-cleave")]
    [InlineData("S1", "re-cleave")]
    [InlineData("A1", null)]
    public void A_bad_cleave_is_cleaved_again_where_one_meets_a_stub(string recipe, string? action)
    {
        var strand = Accepted(recipe);
        if (LinkRework.Of([Cause.Cleave], Reading, CableEnd.Far, strand.State, Book, "en") is not { } way)
        {
            Assert.Null(action);
            return;
        }

        strand.Do(new Reopen(way.Sign, way.Reading));
        strand.Do(new ChooseAction(action!));
        Assert.False(strand.State.IsOver);
    }

    [Fact]
    public void Dirt_on_a_face_of_the_factorys_and_a_bend_are_no_work_for_the_bench()
    {
        var strand = Accepted("M4");
        Assert.Null(LinkRework.Of([Cause.Dirt, Cause.Bend, Cause.Reference, Cause.OverBudget], Reading, CableEnd.Near, strand.State, Book, "en"));
        Assert.Equal(Cause.Gap, LinkRework.Of([Cause.Dirt, Cause.Gap], Reading, CableEnd.Near, strand.State, Book, "en")!.Cause);
    }

    [Fact]
    public void Only_an_accepted_end_goes_back_and_only_with_a_sign_of_its_ladder()
    {
        var strand = new StrandAtWork("M4", null);
        Assert.Equal(PhraseKeys.Conflict.NotAccepted, strand.Fault(new Reopen("not-dimmer", Reading))!.Says.Key);
        Assert.Null(LinkRework.Of([Cause.Gap], Reading, CableEnd.Near, strand.State, Book, "en"));
        Assert.Equal(PhraseKeys.Conflict.Sign, Accepted("M4").Fault(new Reopen("unheard", Reading))!.Says.Key);
    }

    [Fact]
    public void Taken_back_it_is_accepted_as_it_was()
    {
        var strand = Accepted("M4");
        var before = strand.State;
        strand.Do(new Reopen("not-dimmer", Reading));
        strand.Do(new Undo(strand.Events[^1].Id, "It was the cord.", GlassWasCut: false));
        Assert.Equal((before.Phase, before.Attempts.Count), (strand.State.Phase, strand.State.Attempts.Count));
        Assert.Null(strand.State.Trouble);
    }

    private static StrandAtWork Accepted(string recipe)
    {
        var strand = new StrandAtWork(recipe, null);
        while (!strand.State.IsOver)
        {
            strand.StepWell();
        }

        return strand;
    }
}
