using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Npgsql;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Exchange;

/// <summary>Jobs out and in: the whole job as JSON, its record as CSV (docs/formats.md).</summary>
public static class ExchangeEndpoints
{
    private const int LargestFile = 64 * 1024 * 1024;

    // The most pictures that a job may have, and its file.
    private const long LargestArchive = (4L * 1024 * 1024 * 1024) + LargestFile;
    private const string Zip = "application/zip";

    public static void MapExchange(this WebApplication app)
    {
        var exchange = app.MapGroup("/api/v1").Needs(Permission.See);
        exchange.MapGet("/jobs/{id:guid}/export", Export).Produces<JobFile>();
        exchange.MapGet("/jobs/{id:guid}/export.zip", Archive).Produces<byte[]>(200, Zip);
        exchange.MapGet("/jobs/{id:guid}/record.csv", Record).Produces<string>(200, "text/csv");
        exchange
            .MapPost("/jobs/import", Import)
            .Needs(Permission.Own)
            .WithMetadata(new RequestSizeLimitAttribute(LargestArchive))
            .Accepts<JobFile>("application/json", Zip);
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Export(Guid id, JobFiles files, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        if (await files.OfAsync(access, id) is not { } file)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "json");
        return TypedResults.File(JobFile.Write(file), "application/json", "job.json");
    }

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> Archive(Guid id, JobFiles files, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        if (await files.OfAsync(access, id) is not { } file)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "zip");
        var archive = Spool();
        await files.ArchiveAsync(archive, file, context.RequestAborted);
        archive.Position = 0;
        return TypedResults.Stream(archive, Zip, "job.zip");
    }

    // A file that is gone when it is closed: an archive may be larger than memory.
    private static FileStream Spool() =>
        new(Path.GetTempFileName(), FileMode.Open, FileAccess.ReadWrite, FileShare.None, 81_920, FileOptions.Asynchronous | FileOptions.DeleteOnClose);

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Record(Guid id, JobFiles files, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        if (await files.OfAsync(access, id) is not { } file)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "csv");

        var cables = file.Cables.ToDictionary(c => c.Id, c => c.Name);
        var rows = file.Terminations.Zip(file.Connectors, (t, c) => (cables[t.Cable], t, c));
        return TypedResults.File(RecordCsv.Write(rows, file.People.ToDictionary(p => p.Id, p => p.Name)), "text/csv; charset=utf-8", "record.csv");
    }

    private static async Task<Results<Ok<FileJob>, ProblemHttpResult>> Import(JobFiles files, RecipeBookCache books, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        JobFile file;
        JobArchive? archive = null;
        try
        {
            if (context.Request.ContentType?.StartsWith(Zip, StringComparison.OrdinalIgnoreCase) == true)
            {
                var spool = Spool();
                await context.Request.Body.CopyToAsync(spool, context.RequestAborted);
                spool.Position = 0;
                archive = await JobArchive.ReadAsync(spool, LargestFile, context.RequestAborted);
                file = archive.Job;
            }
            else
            {
                file = JobFile.Read(await BodyAsync(context));
            }
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException or DecoderFallbackException or InvalidDataException)
        {
            return Problems.Field(400, (fault as JsonException)?.Path ?? "$", Phrase.Of(PhraseKeys.Import.Json, ("why", fault.Message)));
        }

        using (archive)
        {
            return await TakeAsync(file, archive, files, access, context.RequestAborted) is { } refused ? refused : await TakenAsync();
        }

        async Task<Ok<FileJob>> TakenAsync()
        {
            audit.Imported(access.Person, file.Job.Id);
            await books.ForgetEverywhereAsync();
            return TypedResults.Ok(file.Job);
        }
    }

    private static async Task<byte[]> BodyAsync(HttpContext context)
    {
        if (context.Request.ContentLength > LargestFile)
        {
            throw new InvalidDataException($"A job's file has at most {LargestFile / 1024 / 1024} MB.");
        }

        using var body = new MemoryStream();
        var piece = new byte[81_920];
        for (int read; (read = await context.Request.Body.ReadAsync(piece, context.RequestAborted)) > 0; )
        {
            body.Write(piece, 0, read);
            if (body.Length > LargestFile)
            {
                throw new InvalidDataException($"A job's file has at most {LargestFile / 1024 / 1024} MB.");
            }
        }

        return body.ToArray();
    }

    // Why it is not taken; null when it was.
    private static async Task<ProblemHttpResult?> TakeAsync(JobFile file, JobArchive? archive, JobFiles files, Access access, CancellationToken cancel)
    {
        try
        {
            if ((archive is null ? await files.FaultAsync(file) : await files.FaultAsync(archive, cancel)) is { } fault)
            {
                return Problems.Field(400, fault.Field, fault.Says);
            }

            await files.TakeAsync(file, access.Person, archive, cancel);
            return null;
        }
        catch (InvalidDataException fault)
        {
            return Problems.Field(400, "$", Phrase.Of(PhraseKeys.Import.Json, ("why", fault.Message)));
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return Problems.Field(409, "job", Phrase.Of(PhraseKeys.Import.There));
        }
        catch (Exception fault)
            when (fault
                    is KeyNotFoundException
                        or PostgresException
                        {
                            SqlState: PostgresErrorCodes.ForeignKeyViolation
                                or PostgresErrorCodes.CheckViolation
                                or PostgresErrorCodes.UntranslatableCharacter
                                or PostgresErrorCodes.CharacterNotInRepertoire
                        }
            )
        {
            return Problems.Field(400, "$", Phrase.Of(PhraseKeys.Import.Reference));
        }
    }
}
