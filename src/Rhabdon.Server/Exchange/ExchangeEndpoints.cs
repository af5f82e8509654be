using System.Text;
using System.Text.Json;
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

    public static void MapExchange(this WebApplication app)
    {
        var exchange = app.MapGroup("/api/v1").Needs(Permission.See);
        exchange.MapGet("/jobs/{id:guid}/export", Export).Produces<JobFile>();
        exchange.MapGet("/jobs/{id:guid}/record.csv", Record).Produces<string>(200, "text/csv");
        exchange.MapPost("/jobs/import", Import).Needs(Permission.Own).WithMetadata(new RequestSizeLimitAttribute(LargestFile)).Accepts<JobFile>("application/json").Produces<JobRow>();
    }

    private static async Task<IResult> Export(Guid id, JobFiles files, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        if (await files.OfAsync(access, id) is not { } file)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "json");
        return Results.File(JobFile.Write(file), "application/json", "job.json");
    }

    private static async Task<IResult> Record(Guid id, JobFiles files, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        if (await files.OfAsync(access, id) is not { } file)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "csv");

        var cables = file.Cables.ToDictionary(c => c.Id, c => c.Name);
        var rows = file.Terminations.Zip(file.Connectors, (t, c) => (cables[t.Cable], t, c));
        return Results.File(RecordCsv.Write(rows, file.People.ToDictionary(p => p.Id, p => p.Name)), "text/csv; charset=utf-8", "record.csv");
    }

    private static async Task<IResult> Import(JobFiles files, RecipeBookCache shelf, HttpContext context, AuditLog audit)
    {
        var access = context.AccessOf();
        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, context.RequestAborted);
        JobFile file;
        try
        {
            file = JobFile.Read(body.GetBuffer().AsSpan(0, (int)body.Length));
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException or DecoderFallbackException)
        {
            return Problems.Field(400, (fault as JsonException)?.Path ?? "$", Phrase.Of("import.json", ("why", fault.Message)));
        }

        try
        {
            if (await files.FaultAsync(file) is { } fault)
            {
                return Problems.Field(400, fault.Field, fault.Says);
            }

            await files.TakeAsync(file, access.Person);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return Problems.Field(409, "job", Phrase.Of("import.there"));
        }
        catch (Exception fault) when (fault is KeyNotFoundException or PostgresException { SqlState: PostgresErrorCodes.ForeignKeyViolation or PostgresErrorCodes.CheckViolation or PostgresErrorCodes.UntranslatableCharacter or PostgresErrorCodes.CharacterNotInRepertoire })
        {
            return Problems.Field(400, "$", Phrase.Of("import.reference"));
        }

        audit.Imported(access.Person, file.Job.Id);
        await shelf.ForgetEverywhereAsync();
        return Results.Ok(file.Job);
    }
}
