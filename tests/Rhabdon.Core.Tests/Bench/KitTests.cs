using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>What is laid out before a batch begins (common practice: count the parts, set the tools, put aside what is not for this cable).</summary>
public class KitTests
{
    private readonly RecipeBook book = Story.StarterBook();

    // Three connectors want three boots and nine wipes, and still one cleaver and one bottle.
    [Theory]
    [InlineData("boot for 900 µm", 3)]
    [InlineData("lint-free wipes", 9)]
    [InlineData("cleaver", 1)]
    [InlineData("isopropyl alcohol, 91 % or better", 1)]
    public void Parts_and_wipes_are_for_every_strand_tools_and_bottles_for_all(string title, int count) =>
        Assert.Equal(count, Kit(3)!.Single(line => line.Title == title).Count);

    [Fact]
    public void Once_a_strand_has_begun_nothing_is_laid_out_any_more()
    {
        var story = new Story(book);
        Assert.NotNull(View(story).Kit);
        Assert.Null(View(story.Begin()).Kit);
    }

    // With no light chosen there is no lamp to lay out; where 3 dB are taken off, there is.
    [Fact]
    public void The_kit_is_that_of_the_technique()
    {
        var m4 = book.Latest("M4")!.Recipe;
        var build = m4.Serves.Builds[0];
        var (usual, dark) = (m4.For(build, Technique.Usual), m4.For(build, new Technique(new Dictionary<string, string> { ["light"] = "no-light" })));
        Assert.Contains(usual.Kit!, k => k.Title.In("en") == "red light with 3 dB off");
        Assert.DoesNotContain(dark.Kit!, k => k.Title.In("en").StartsWith("red light", StringComparison.Ordinal));
    }

    [Fact]
    public void A_figure_of_the_house_says_so_until_a_lead_has_confirmed_the_recipe()
    {
        var story = new Story(book).Begin().Until("cleave");
        Assert.Equal("house figure: check the sheet", View(story).Step!.Figure!.Standing);
        var latest = book.Latest("M4")!;
        book.Add(latest with { Confirmation = new Confirmation(Story.Person, DateTimeOffset.UnixEpoch, "issue 3") });
        Assert.Null(View(story).Step!.Figure!.Standing);
    }

    // Without a cleaver everything up to the cleave can be done; without a boot nothing can, for it goes on first (common practice).
    [Theory]
    [InlineData("cleaver", "cleave")]
    [InlineData("boot for 900 µm", "parts")]
    [InlineData("fiber holder", "holder")]
    public void What_is_missing_stops_only_the_step_that_needs_it(string thing, string step)
    {
        var story = new Story(book).Begin();
        while (story.State.Step is { } now && now != step)
        {
            Assert.Empty(View(story, thing).Step!.Missing!);
            story.Step();
        }

        Assert.Equal([thing], View(story, thing).Step!.Missing!);
        Assert.Empty(View(story).Step!.Missing!);
    }

    [Fact]
    public void A_card_of_the_practiced_ends_before_the_step_that_something_is_missing_for()
    {
        var story = new Story(book).Begin();
        var whole = new BenchViewer(book, Phrasebook.English, "en", LengthUnit.Millimeter, guidance: Guidance.Checkpoints).View(story.State).Step!;
        var torn = new BenchViewer(book, Phrasebook.English, "en", LengthUnit.Millimeter, guidance: Guidance.Checkpoints, missing: ["marker"])
            .View(story.State)
            .Step!;
        Assert.Equal(("mark", "parts"), (whole.Id, torn.Id));
        Assert.Empty(torn.Missing!);
    }

    // Makers color their films differently: the grit is the recipe's, the color the crew's own (common practice).
    [Fact]
    public void A_film_is_named_by_its_grit_and_by_the_crews_color()
    {
        var strand = new StrandAtWork("A1", null);
        while (strand.State.StepToDo!.Film != 3)
        {
            strand.StepWell();
        }

        Assert.Equal("3 µm film", Film());
        Assert.Equal("3 µm film, pink", Film(new FilmColor(3, "pink"), new FilmColor(0.3m, "white")));
        Assert.Null(new BenchViewer(StarterRecipes.Book(), Phrasebook.English, "en", LengthUnit.Millimeter).View(new Story(book).Begin().State).Step!.Film);

        string? Film(params FilmColor[] films) =>
            new BenchViewer(StarterRecipes.Book(), Phrasebook.English, "en", LengthUnit.Millimeter, films: films).View(strand.State).Step!.Film;
    }

    // Every part has its picture, and a boot for 3 mm is drawn wider than one for 900 µm.
    [Fact]
    public void Every_thing_of_every_kit_has_a_shape()
    {
        Assert.All(book.Recipes.SelectMany(r => r.Recipe.Kit!), k => Assert.NotNull(k.Shape));
        var boots = book.Latest("M5")!
            .Recipe.Kit!.Where(k => k.Shape == KitShape.Boot && k.Bore is not null)
            .DistinctBy(k => k.Title.In("en"))
            .ToDictionary(k => k.Title.In("en"), k => k.Bore);
        Assert.Equal(Length.Mm(3), boots["boot for 3.0 mm"]);
        Assert.Equal(Length.Mm(2), boots["boot for 2.0 mm"]);
    }

    // The buffer's notch leaves the coating on, and the smallest takes it off; a thermal stripper takes both (common practice).
    [Fact]
    public void The_line_shows_the_coating_until_its_own_pass()
    {
        var story = new Story(book).Begin().Until("coating");
        Assert.Equal(("coating", "glass"), (Tip(View(story).Line!.Now), Tip(View(story).Line!.After)));
        var thermal = new Technique(new Dictionary<string, string> { ["strip"] = "thermal" });
        var warm = new Story(book).Do(new BeginWork(thermal)).Until("strip-thermal");
        Assert.Equal(("buffer", "glass"), (Tip(View(warm).Line!.Now), Tip(View(warm).Line!.After)));

        static string Tip(IReadOnlyList<Segment> segments) => segments.Where(s => s.What != "boot").MinBy(s => s.From)!.What;
    }

    private BenchView View(Story story, params string[] missing) =>
        new BenchViewer(book, Phrasebook.English, "en", LengthUnit.Millimeter, missing: missing).View(story.State);

    private IReadOnlyList<KitLine>? Kit(int strands)
    {
        var batch = Enumerable.Range(1, strands).Select(strand => new Story(book, strand: strand)).ToList();
        return new BatchViewer(book, Phrasebook.English, "en")
            .View(
                new BatchRequest([.. batch.Select((s, i) => new BatchSlot(s.Id, i + 1, $"PH1-A:{i + 1:00}"))], Pace.StageByStage, LengthUnit.Millimeter),
                id => batch.First(s => s.Id == id).State
            )
            .Bench!.Kit;
    }
}
