using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Puts a strand's state into what the bench shows, in the reader's language and unit.</summary>
public sealed class BenchViewer(
    RecipeBook book,
    Phrasebook words,
    string language,
    LengthUnit unit,
    Rates? rates = null,
    Guidance guidance = Guidance.EveryStep,
    IReadOnlyCollection<string>? missing = null,
    IReadOnlyList<FilmColor>? films = null,
    SessionSteps? standing = null
)
{
    /// <summary>The check that asks which fiber a connector's stub is.</summary>
    private const string StubCheck = "stub-core";

    /// <exception cref="KeyNotFoundException">No version of the strand's recipe is in the book.</exception>
    public BenchView View(TerminationState state)
    {
        var published = book.Find(state.Recipe)
            ?? book.Latest(state.Plan?.RecipeId ?? string.Empty)
            ?? throw new KeyNotFoundException($"Recipe {state.Plan?.RecipeId} is not in the book.");
        var recipe = state.Worked ?? published.On(state.Plan!, state.Technique);
        var ladder = book.LadderOf(recipe);
        var index = state.Step is null ? -1 : recipe.IndexOf(state.Step);
        var card = Stretch.From(recipe, index, guidance, standing);
        // A card ends before the step that something is missing for: what can be done is done.
        if (!card.IsOneStep && card.Of(recipe).Any(s => MissingAt(recipe, s).Any()))
        {
            card = Stretch.From(recipe, index, Guidance.EveryStep, standing);
        }

        return new BenchView(
            state.Phase,
            state.Attempt,
            state.Try,
            state.NeedsALook,
            published.Ref.ToString(),
            published.Ref.Id,
            published.Confirmation is not null,
            Stages(state, recipe, index),
            Fiber(state, recipe),
            index < 0 || state.Trouble is not null ? [] : [.. Reports(recipe, ladder, card)],
            Says(state),
            index < 0 || state.Trouble is not null ? null : StepOf(state, recipe, card, published.Confirmation is not null),
            TroubleOf(state, recipe, ladder),
            index < 0 ? null : LineDrawing.For(recipe, card.Last, state.Recleave, unit, card.First),
            UndoOf(state, recipe),
            state.Recipe is null && recipe.Kit is { } kit ? [.. kit.Select(k => KitOf(k, language))] : null
        );
    }

    /// <summary>A reading in words: <c>29.8 mm</c>, or the choice as it was offered.</summary>
    public string ReadingText(Recipe recipe, string step, Reading? reading)
    {
        var ask = recipe.Steps.FirstOrDefault(s => s.Id == step)?.Ask;
        return reading?.Count is { } count ? words.Say(Phrase.Of(PhraseKeys.Count.Read, ("count", Count(count))))
            : reading?.Length is { } length ? LengthDisplay.WithUnit(length, unit)
            : ask?.Choices.FirstOrDefault(c => c.Value == reading?.Choice)?.Say.In(language) ?? reading?.Choice ?? string.Empty;
    }

    /// <summary>What is said beside the field as a reading is typed: its grade and the range it is held against.</summary>
    public string VerdictText(Verdict verdict, ResolvedDimension? dimension) =>
        dimension is null
            ? words.Say(Phrase.Of($"grade.{verdict.Grade.ToString().ToLowerInvariant()}"))
            : words.Say(Phrase.Of($"length.{verdict.Grade.ToString().ToLowerInvariant()}", ("range", Range(dimension))));

    internal static KitLine KitOf(KitItem item, string language) =>
        new(
            item.Title.In(language),
            item.Kind,
            item.Count,
            item.Setting?.In(language),
            item.IsSetAside,
            item.Shape,
            item.Bore?.Millimeters,
            item.Length?.Millimeters,
            item.Among
        );

    private IEnumerable<string> MissingAt(Recipe recipe, Step step) =>
        missing is null ? [] : (recipe.Kit ?? []).Where(k => !k.IsSetAside && k.IsNeededAt(step)).Select(k => k.Title.In(language)).Where(missing.Contains);

    private static List<StageView> StagesUpTo(Recipe recipe, string language, int now)
    {
        var stages = new List<StageView>(recipe.Stages.Count);
        for (var index = 0; index < recipe.Stages.Count; index++)
        {
            var progress =
                index < now ? StageProgress.Done
                : index == now ? StageProgress.Now
                : StageProgress.Next;
            stages.Add(new StageView(recipe.Stages[index].Id, recipe.Stages[index].Title.In(language), progress));
        }

        return stages;
    }

    private List<StageView> Stages(TerminationState state, Recipe recipe, int index)
    {
        var now =
            index >= 0 ? recipe.Stages.ToList().FindIndex(s => s.Id == recipe.Steps[index].Stage)
            : state.Phase is StrandPhase.Verified or StrandPhase.Doubtful ? recipe.Stages.Count
            : -1;
        return StagesUpTo(recipe, language, now);
    }

    // Each trouble once, at the first step of the card where it may be reported.
    private IEnumerable<SymptomView> Reports(Recipe recipe, ReworkLadder ladder, Stretch card) =>
        card.Of(recipe)
            .SelectMany(
                step => ReportableSymptoms.Reportable(recipe, ladder, step.Id),
                (step, sign) => new SymptomView(sign.Id, sign.Title.In(language), step.Id)
            )
            .DistinctBy(s => s.Id);

    private PassedStep PassedOf(TerminationState state, Recipe recipe, int index, bool isConfirmed)
    {
        var step = recipe.Steps[index];
        var dimension = ResolvedDimension.Of(step, recipe, state.Recleave);
        return new PassedStep(
            step.Id,
            index + 1,
            TitleOf(state, recipe, step, dimension),
            dimension is null ? null : Figure(dimension, isConfirmed),
            step.Acts
        );
    }

    // The ladder's own words where an action led back to the step.
    private string TitleOf(TerminationState state, Recipe recipe, Step step, ResolvedDimension? dimension) =>
        Phrasebook.Fill((step.Id == state.Step ? state.Heading ?? step.Title : step.Title).In(language), Places(state, recipe, step, dimension));

    // A card that shows one step, and passes over what stands, reads as that step.
    private bool OnlyStands(Recipe recipe, Stretch card) => standing is not null && card.Of(recipe).SkipLast(1).All(s => standing.Stands(recipe, s));

    private string CardOf(Recipe recipe, Stretch card) =>
        string.Join(" · ", card.Of(recipe).Select(s => recipe.Stages.First(stage => stage.Id == s.Stage).Title.In(language)).Distinct());

    private StepView StepOf(TerminationState state, Recipe recipe, Stretch card, bool isConfirmed)
    {
        var index = card.Last;
        var step = recipe.Steps[index];
        var dimension = ResolvedDimension.Of(step, recipe, state.Recleave);
        var args = Places(state, recipe, step, dimension);
        return new StepView(
            step.Id,
            index + 1,
            recipe.Steps.Count,
            step.Name.In(language),
            TitleOf(state, recipe, step, dimension),
            Phrasebook.Fill(step.How.In(language), args),
            step.Why?.In(language) ?? string.Empty,
            index + 1 < recipe.Steps.Count ? recipe.Steps[index + 1].Name.In(language) : string.Empty,
            [.. card.Of(recipe).SelectMany(s => s.Cautions).Distinct().Select(c => words.Say(Phrase.Of($"caution.{c}")))],
            step.Work,
            dimension is null ? null : Figure(dimension, isConfirmed),
            step.Ask is null ? null : AskOf(state, step, dimension),
            step.Clock is null
                ? null
                : new ClockView(
                    words.Say(Phrase.Of($"clock.{step.Clock.Kind}")),
                    step.Clock.Seconds,
                    step.Clock.AtMost,
                    state.Clock?.Since,
                    step.Clock.Tells?.In(language)
                ),
            step.Count is null ? null : new CountView(step.Count.Low, step.Count.High, (int)(2000 / (step.Count.PaceLow + step.Count.PaceHigh))),
            step.Acts,
            step.Once,
            [.. Enumerable.Range(card.First, card.Last - card.First).Select(i => PassedOf(state, recipe, i, isConfirmed))],
            card.IsOneStep || OnlyStands(recipe, card) ? null : CardOf(recipe, card),
            [.. MissingAt(recipe, step)],
            string.Join(", ", card.Of(recipe).Select(s => s.Film).OfType<decimal>().Distinct().Select(FilmOf)) is { Length: > 0 } film ? film : null,
            [.. card.Of(recipe).Where(s => SessionSteps.IsTold(recipe, s) && standing?.Stands(recipe, s) != true).Select(s => SessionSteps.ItemOf(recipe, s))]
        );
    }

    private string FilmOf(decimal grit)
    {
        var size = ("grit", grit.ToString(CultureInfo.InvariantCulture));
        return films?.FirstOrDefault(f => f.Grit == grit)?.Color is { } color
            ? words.Say(Phrase.Of(PhraseKeys.Film.Colored, size, ("color", color)))
            : words.Say(Phrase.Of(PhraseKeys.Film.Plain, size));
    }

    private Dictionary<string, string> Places(TerminationState state, Recipe recipe, Step step, ResolvedDimension? dimension)
    {
        var args = new Dictionary<string, string> { ["shards"] = words.Say(Phrase.Of(PhraseKeys.Shards.Many, ("count", Count(state.Shards)))) };
        if (dimension is not null)
        {
            args["length"] = LengthDisplay.WithUnit(dimension.Target, unit);
            args["tolerance"] = LengthDisplay.Small(dimension.Tolerance, unit);
        }

        if (step.Cut is { } cut && StripPlan.For(recipe, state.Recleave).MarkOf(cut) is { Bites.Count: > 0 } mark)
        {
            args["bites"] = BenchWords.Bites(words, mark.Bites, unit);
        }

        return args;
    }

    internal FigureView Figure(ResolvedDimension dimension, bool isConfirmed)
    {
        var exact = dimension.AtLeast
            ? words.Say(Phrase.Of(PhraseKeys.Length.AtLeast, ("length", LengthDisplay.Small(dimension.Target, unit))))
            : $"±{LengthDisplay.Small(dimension.Tolerance, unit)}";
        return new FigureView(
            LengthDisplay.Figure(dimension.Target, unit),
            LengthDisplay.Symbol(unit),
            $"{BenchWords.From(words, dimension.From)} · {exact}",
            LengthDisplay.Other(dimension.Target, unit),
            BenchWords.Standing(words, dimension.Standing, isConfirmed)
        );
    }

    internal AskView AskOf(TerminationState state, Step step, ResolvedDimension? dimension)
    {
        var ask = step.Ask!;
        var plan = ask.Reads == ReadingKind.Picture ? state.Plan : null;
        return new AskView(
            ask.Question.In(language),
            ask.Reads,
            UnitOf(ask.Reads),
            ask.IsLength && dimension is not null ? Range(dimension)
                : ask.Limits is { } limits ? Range(limits, UnitOf(ask.Reads))
                : step.Count is { } count ? CountText(count)
                : string.Empty,
            [.. IntentHandler.OpenChoices(state, ask).Select(c => new ChoiceView(c.Value, c.Say.In(language)))],
            plan is null ? null : book.ProfileFor(plan.Grade.Mode(), plan.Polish).Id,
            plan?.Grade.Core(),
            ask.Check == StubCheck && state.Plan is { } strand ? HeldAgainst(strand.Grade) : null
        );
    }

    private string HeldAgainst(FiberGrade grade)
    {
        var core = grade.Core() switch
        {
            FiberCore.SingleMode => PhraseKeys.Bench.CoreSingle,
            FiberCore.Core62 => PhraseKeys.Bench.Core62,
            _ => PhraseKeys.Bench.Core50,
        };
        return words.Say(Phrase.Of(PhraseKeys.Bench.StrandHas, ("grade", grade.ToString()), ("core", words.Say(Phrase.Of(core)))));
    }

    private string UnitOf(ReadingKind kind) =>
        kind switch
        {
            ReadingKind.Length => LengthDisplay.Symbol(unit),
            ReadingKind.Angle or ReadingKind.Angles => Angle.Unit,
            ReadingKind.Loss or ReadingKind.Reflectance => Decibel.Unit,
            ReadingKind.Power => DecibelMilliwatt.Unit,
            ReadingKind.Temperature => Temperature.Unit,
            ReadingKind.Duration => "s",
            _ => string.Empty,
        };

    private string Range(ReadingLimits limits, string symbol)
    {
        var (least, most) = (Said(limits.GoodLeast ?? limits.Least), Said(limits.GoodMost ?? limits.Most));
        return (least, most) switch
        {
            (null, null) => string.Empty,
            ({ } low, null) => words.Say(Phrase.Of(PhraseKeys.Limits.Least, ("least", low))),
            (null, { } high) => words.Say(Phrase.Of(PhraseKeys.Limits.Most, ("most", high))),
            ({ } low, { } high) => words.Say(Phrase.Of(PhraseKeys.Limits.Between, ("least", low), ("most", high))),
        };

        string? Said(decimal? figure) => figure is { } given ? string.Create(CultureInfo.InvariantCulture, $"{given:0.###} {symbol}") : null;
    }

    private string CountText(Count count) => words.Say(Phrase.Of(PhraseKeys.Count.Range, ("low", Count(count.Low)), ("high", Count(count.High))));

    private string Range(ResolvedDimension dimension) =>
        dimension.AtLeast
            ? words.Say(Phrase.Of(PhraseKeys.Length.AtLeast, ("length", LengthDisplay.Small(dimension.Target, unit))))
            : words.Say(
                Phrase.Of(
                    PhraseKeys.Length.Range,
                    ("low", LengthDisplay.Small(dimension.Target - dimension.Tolerance, unit)),
                    ("high", LengthDisplay.Small(dimension.Target + dimension.Tolerance, unit))
                )
            );

    private TroubleView? TroubleOf(TerminationState state, Recipe recipe, ReworkLadder ladder)
    {
        if (state.Trouble is not { } trouble || ladder.Find(trouble.Sign) is not { } sign)
        {
            return null;
        }

        return new TroubleView(
            sign.Id,
            sign.Title.In(language),
            recipe.Steps[recipe.IndexOf(trouble.Step)].Name.In(language),
            ReadingText(recipe, trouble.Step, trouble.Reading),
            [.. ActionOffers.For(state, recipe, ladder).Select(o => OfferOf(o, recipe, recipe.IndexOf(trouble.Step)))]
        );
    }

    private OfferView OfferOf(ActionOffer offer, Recipe recipe, int troubled)
    {
        var action = offer.CorrectiveAction;
        var target = action.TargetIn(recipe, troubled);
        var goes = target < 0 ? string.Empty : words.Say(Phrase.Of(PhraseKeys.Ladder.Goes, ("step", recipe.Steps[target].Name.In(language))));
        return new OfferView(
            action.Id,
            action.Title.In(language),
            action.Why.In(language),
            Cost(offer),
            goes,
            offer.IsProposed,
            offer.NeedsReason,
            offer.Barred is null ? string.Empty : words.Say(offer.Barred)
        );
    }

    private string Cost(ActionOffer offer)
    {
        List<string> costs = [];
        if (offer.CorrectiveAction.Minutes > 0)
        {
            costs.Add(words.Say(Phrase.Of(PhraseKeys.Cost.Minutes, ("minutes", offer.CorrectiveAction.Minutes.ToString("0.#", CultureInfo.InvariantCulture)))));
        }

        if (offer.CorrectiveAction.NewConnector)
        {
            costs.Add(words.Say(Phrase.Of(PhraseKeys.Cost.Connector)));
        }

        costs.Add(
            offer.Uses == Length.Zero
                ? words.Say(Phrase.Of(PhraseKeys.Cost.NoFiber))
                : words.Say(Phrase.Of(PhraseKeys.Cost.Fiber, ("length", LengthDisplay.WithUnit(offer.Uses, unit))))
        );
        if (rates is not null && (offer.CorrectiveAction.Minutes > 0 || offer.CorrectiveAction.NewConnector))
        {
            costs.Add(
                words.Say(
                    Phrase.Of(
                        PhraseKeys.Cost.Money,
                        ("amount", ActionOffers.Money(offer.CorrectiveAction, rates).ToString("0.00", CultureInfo.InvariantCulture)),
                        ("currency", rates.Currency)
                    )
                )
            );
        }

        return string.Join(" · ", costs);
    }

    private FiberView Fiber(TerminationState state, Recipe recipe)
    {
        var left = state.FiberLeft;
        List<TriesView> tries = [];
        foreach (
            var use in recipe.FromTheSheet.Count > 0 ? (FiberUse[])[]
            : recipe.Cleave is null ? [FiberUse.CutOff]
            : [FiberUse.CutOff, FiberUse.Recleave]
        )
        {
            var uses = FiberLeft.Use(use, recipe);
            var fix = words.Say(Phrase.Of(use == FiberUse.CutOff ? PhraseKeys.Fix.CutOff : PhraseKeys.Fix.ReCleave));
            tries.Add(new TriesView(fix, left.TriesLeft(uses), LengthDisplay.WithUnit(uses, unit)));
        }

        var level =
            state.IsOver || tries.Count == 0
                ? "plenty"
                : tries[0].Count switch
                {
                    0 => "none",
                    1 => "last",
                    _ => "plenty",
                };
        var whole = left.Service - left.Least;
        return new FiberView(
            LengthDisplay.WithUnit(left.Left > Length.Zero ? left.Left : Length.Zero, unit),
            LengthDisplay.WithUnit(left.Spare, unit),
            whole > Length.Zero ? Math.Round((decimal)left.Spare.Nanometers / whole.Nanometers, 4) : 0,
            tries,
            level == "plenty" ? string.Empty : words.Say(Phrase.Of($"fiber.{level}")),
            level
        );
    }

    private UndoView? UndoOf(TerminationState state, Recipe recipe)
    {
        var last = state.History.LastOrDefault(h => h.Effect == EntryEffect.Counts && h.Event.Body.IsWork());
        if (last is null)
        {
            return null;
        }

        return new UndoView(
            last.Event.Id,
            new StrandStory(book, words, language, unit).What(last.Event, recipe, state.Termination),
            ActionOffers.CutsGlass(last.Event, book),
            [.. last.Event.About.Select(s => s.Id)]
        );
    }

    private string Says(TerminationState state) =>
        words.Say(
            Phrase.Of(
                state.Phase switch
                {
                    StrandPhase.Verified => PhraseKeys.Bench.Accepted,
                    StrandPhase.Doubtful => PhraseKeys.Bench.AcceptedDoubtful,
                    StrandPhase.Rejected => PhraseKeys.Bench.Stopped,
                    _ => state.Recipe is null ? PhraseKeys.Bench.NotBegun : PhraseKeys.Bench.UnderWay,
                }
            )
        );

    private static string Count(int number) => number.ToString(CultureInfo.InvariantCulture);
}
