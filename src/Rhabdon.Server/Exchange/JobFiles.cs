using System.Runtime.CompilerServices;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Exchange;

/// <summary>Between a job in the database and a job in a file.</summary>
public sealed class JobFiles(
    JobStore jobs,
    WholeJobStore whole,
    PictureStore pictures,
    QuarantineStore quarantine,
    PeopleStore people,
    RecipeBookCache books,
    TimeProvider time
)
{
    /// <summary>The file of a job, or null when there is none for this access.</summary>
    public async Task<JobFile?> OfAsync(Access access, Guid id)
    {
        if (await jobs.JobAsync(access, id) is not { } job)
        {
            return null;
        }

        var (crews, rows, events) = await whole.PartsAsync(id);
        var book = await books.BookAsync();
        var used = events
            .Select(e => e.Recipe)
            .OfType<RecipeRef>()
            .Distinct()
            .Select(book.Find)
            .OfType<PublishedRecipe>()
            .Select(r => r with { Confirmation = null })
            .OrderBy(r => r.Ref.Id, StringComparer.Ordinal)
            .ThenBy(r => r.Ref.Version)
            .ToList();
        var ladders = used.Select(r => r.Recipe.Ladder).Distinct().OrderBy(l => l.Id, StringComparer.Ordinal).ThenBy(l => l.Version).Select(book.LadderAt);
        var terminations = rows.Select(t => new FileTermination(t.Id, t.CableId, t.Strand, t.End, t.PanelId, t.Port, t.Position, t.Label)).ToList();
        var aside = await quarantine.OfJobAsync(id);
        var actors = events
            .Select(e => e.Actor)
            .Concat(events.SelectMany(e => e.Body.People()))
            .Concat(events.Select(e => e.Receipt?.From).OfType<Guid>())
            .Concat(aside.Select(q => q.SentBy))
            .Distinct()
            .Order()
            .ToList();
        var names = await people.NamesAsync(actors);
        return new JobFile(
            JobFile.CurrentFormat,
            new FileJob(
                job.Id,
                job.Name,
                job.Customer,
                job.Site,
                job.TimeZone,
                job.LabelPattern,
                job.Currency is null ? null : new Rates(job.Currency, job.PerHour ?? 0, job.PerConnector ?? 0),
                job.ConfirmedOnly ? true : null
            ),
            crews,
            [.. actors.Select(a => new FilePerson(a, names.GetValueOrDefault(a, "-")))],
            [
                .. (await jobs.PanelsAsync(id))
                    .OrderBy(p => p.Closet, StringComparer.Ordinal)
                    .ThenBy(p => p.Name, StringComparer.Ordinal)
                    .Select(p => new FilePanel(p.Id, p.Closet, p.Name, p.Ports)),
            ],
            [
                .. (await jobs.CablesAsync([id]))
                    .OrderBy(c => c.Name, StringComparer.Ordinal)
                    .Select(c => new FileCable(c.Id, c.Name, c.Build, c.Grade, c.Strands, new Length(c.LengthNm))),
            ],
            terminations,
            [.. ladders],
            used,
            JobFile.Connected(terminations, events, book),
            events,
            aside.Count == 0
                ? null
                : [.. aside.Select(q => new FileAside(q.Event, q.Actor, q.SentBy, new DateTimeOffset(q.SentAt), q.Reason, q.Content, q.Streams, q.Signature))]
        );
    }

    /// <summary>Writes a job's file with its pictures and the buyers' own limits that its looks were held against.</summary>
    public async Task ArchiveAsync(Stream to, JobFile file, CancellationToken cancel)
    {
        var book = await books.BookAsync();
        var held = file.Events.Select(e => (e.Body as StepDone)?.Reading?.Face).OfType<FaceSeen>().Select(f => (f.Profile, f.Version)).ToHashSet();
        await JobArchive.WriteAsync(
            to,
            file,
            [.. book.OwnProfiles.Where(p => held.Contains((p.Id, p.Version)))],
            [.. (await pictures.OfJobAsync(file.Job.Id)).Select(p => new ArchivedPicture(p.Hash, p.Media, p.Terminations))],
            pictures.FileAsync,
            cancel
        );
    }

    /// <summary>What keeps an archive from being taken beside what its job's file does: limits that are here otherwise, pictures that are none.</summary>
    public async Task<(string Field, Phrase Says)?> FaultAsync(JobArchive archive, CancellationToken cancel)
    {
        if (await FaultAsync(archive.Job) is { } fault)
        {
            return fault;
        }

        var here = await books.BookAsync();
        foreach (var limits in archive.Limits)
        {
            if (
                ShippedFaceLimits.Find(limits.Id) is not null
                || FaceLimitsCheck.Faults(limits) is not []
                || (here.Profile(limits.Id, limits.Version) is { } held && Text(held) != Text(limits))
            )
            {
                return ($"limits/{limits.Id}.{limits.Version}.json", Phrase.Of(PhraseKeys.Import.Limits));
            }
        }

        var strands = archive.Job.Terminations.Select(t => t.Id).ToHashSet();
        foreach (var picture in archive.Pictures)
        {
            var path = $"pictures/{picture.Hash}";
            if (!FaceSeen.IsHash(picture.Hash) || picture.Terminations.Count == 0 || !picture.Terminations.All(strands.Contains))
            {
                return (path, Phrase.Of(PhraseKeys.Import.Reference));
            }

            var file = await archive.FileAsync(picture, PictureReader.MostBytes, cancel);
            if (PictureHash.Of(file) != picture.Hash || PictureReader.MediaOf(file) != picture.Media || PictureReader.Read(file).Image is null)
            {
                return (path, Phrase.Of(PhraseKeys.Import.Picture));
            }
        }

        return null;
    }

    /// <summary>What keeps a file from being taken, with its place in it; null when nothing does.</summary>
    /// <exception cref="KeyNotFoundException">An event names a recipe or ladder that is not in the file.</exception>
    public async Task<(string Field, Phrase Says)?> FaultAsync(JobFile file)
    {
        if (file.FormatVersion != JobFile.CurrentFormat)
        {
            return ("formatVersion", Phrase.Of(PhraseKeys.Import.Format));
        }

        if (!TimeZoneInfo.TryFindSystemTimeZoneById(file.Job.TimeZone, out _))
        {
            return ("job.timeZone", Phrase.Of(PhraseKeys.Form.TimeZone));
        }

        var here = await books.BookAsync();
        for (var index = 0; index < file.Recipes.Count; index++)
        {
            var recipe = file.Recipes[index];
            if (here.Find(recipe.Ref) is { } held && Text(held) != Text(recipe))
            {
                return ($"recipes[{index}]", Phrase.Of(PhraseKeys.Import.Recipe, ("recipe", recipe.Ref.ToString())));
            }

            var ladder = file.Ladders.FirstOrDefault(l => l.Ref == recipe.Recipe.Ladder)?.Ladder;
            if (RecipeCheck.Faults(recipe.Recipe, ladder) is [var fault, ..])
            {
                return ($"recipes[{index}].{fault.Place}", fault.Says);
            }
        }

        var (strands, actors) = (file.Terminations.Select(t => t.Id).ToHashSet(), file.People.Select(p => p.Id).ToHashSet());
        var streams = file.Events.Where(e => e.Body.Opens()?.Job == file.Job.Id).Select(e => e.About[0].Id).Concat(strands).ToHashSet();
        for (var index = 0; index < file.Events.Count; index++)
        {
            var happened = file.Events[index];
            if (EventAdmission.MalformedInFile(happened) is { } malformed)
            {
                return ($"events[{index}].{malformed.Field}", Phrase.Of(PhraseKeys.Import.Event, ("why", Problems.Say(malformed.Says))));
            }

            if (
                happened.Body is Planned planned
                && file.Recipes.FirstOrDefault(r => r.Ref.Id == planned.RecipeId)?.Recipe is { } recipe
                && CompatibilityCheck.Faults(recipe, new Combination(planned.Connector, planned.Polish, planned.Build, planned.Grade)) is [var unfitting, ..]
            )
            {
                return ($"events[{index}].body.{unfitting.Field}", unfitting.Says);
            }

            if (!actors.Contains(happened.Actor) || !happened.About.All(s => streams.Contains(s.Id)))
            {
                return ($"events[{index}]", Phrase.Of(PhraseKeys.Import.Reference));
            }
        }

        for (var index = 0; index < file.Aside?.Count; index++)
        {
            var aside = file.Aside[index];
            if (!actors.Contains(aside.SentBy) || aside.Terminations.Count == 0 || !aside.Terminations.All(streams.Contains))
            {
                return ($"aside[{index}]", Phrase.Of(PhraseKeys.Import.Reference));
            }
        }

        var follows = JobFile.Write(file with { Connectors = JobFile.Connected(file.Terminations, file.Events, BookOf(file)) });
        return follows.AsSpan().SequenceEqual(JobFile.Write(file)) ? null : ("connectors", Phrase.Of(PhraseKeys.Import.Connectors));
    }

    /// <summary>Puts a file without fault into the database, whole or not at all; with its limits and pictures where it came in an archive.</summary>
    public async Task TakeAsync(JobFile file, Guid receivedFrom, JobArchive? archive = null, CancellationToken cancel = default)
    {
        var (job, book, told) = (file.Job, BookOf(file), ClockCheck.Settled(file.Events, time.GetUtcNow()));
        await whole.AddAsync(
            new WholeJob(
                new JobRow(
                    job.Id,
                    job.Name,
                    job.Customer,
                    job.Site,
                    job.TimeZone,
                    job.LabelPattern,
                    job.Rates?.Currency,
                    job.Rates?.PerHour,
                    job.Rates?.PerConnector,
                    job.ConfirmedOnly == true
                ),
                file.Crews,
                [.. file.People.Select(p => (p.Id, p.Name))],
                [.. file.Panels.Select(p => new PanelRow(p.Id, p.Closet, p.Name, p.Ports))],
                [.. file.Cables.Select(c => new CableRow(c.Id, job.Id, c.Name, c.Build, c.Grade, c.Strands, c.Length.Nanometers))],
                [.. file.Terminations.Select(RowOf)],
                file.Ladders,
                file.Recipes,
                told,
                [.. (file.Aside ?? []).Select(RowOf)]
            ),
            FoldedOf(file, told, book),
            receivedFrom,
            archive?.Limits ?? [],
            PicturesOf(archive, cancel)
        );
    }

    // Its terminations, with or without events, and every other stream that begins in the file.
    private static IEnumerable<FoldedStream> FoldedOf(JobFile file, IReadOnlyList<BenchEvent> told, RecipeBook book)
    {
        var events = told.SelectMany(e => e.About, (e, s) => (s.Id, Event: e)).ToLookup(p => p.Id, p => p.Event);
        var begun = told.Where(e => e.Body.Opens() is not null).Select(e => (e.About[0].Id, e.Body.Opens()!.Kind)).Distinct();
        return file
            .Terminations.Select(t => (t.Id, Kind: StreamKind.Termination))
            .Concat(begun)
            .Select(s => StreamKinds.Fold(s.Kind, s.Id, events[s.Id], book));
    }

    private static async IAsyncEnumerable<(StoredPicture Picture, Guid[] Terminations)> PicturesOf(
        JobArchive? archive,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        foreach (var picture in archive?.Pictures ?? [])
        {
            yield return (
                new StoredPicture(picture.Hash, picture.Media, await archive!.FileAsync(picture, PictureReader.MostBytes, cancel)),
                [.. picture.Terminations]
            );
        }
    }

    private static TerminationRow RowOf(FileTermination t) =>
        new()
        {
            Id = t.Id,
            CableId = t.Cable,
            Strand = t.Strand,
            End = t.End,
            Label = t.Label,
            PanelId = t.Panel,
            Port = t.Port,
            Position = t.Position,
            Phase = StrandPhase.Planned,
            Attempt = 0,
            Try = 0,
            NeedsALook = false,
        };

    private static QuarantineRow RowOf(FileAside a) =>
        new()
        {
            Event = a.Event,
            Actor = a.Actor,
            SentBy = a.SentBy,
            SentAt = a.SentAt.UtcDateTime,
            Reason = a.Reason,
            Content = a.Content,
            Signature = a.Signature,
            Streams = [.. a.Terminations],
        };

    private static RecipeBook BookOf(JobFile file)
    {
        var book = new RecipeBook();
        foreach (var ladder in file.Ladders)
        {
            book.Add(ladder);
        }

        foreach (var recipe in file.Recipes)
        {
            book.Add(recipe);
        }

        return book;
    }

    private static string Text(FaceLimits limits) => JsonSerializer.Serialize(limits, CoreJson.Default.FaceLimits);

    private static string Text(PublishedRecipe recipe) => JsonSerializer.Serialize(recipe.Recipe, CoreJson.Default.Recipe);
}
