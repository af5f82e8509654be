using System.Reflection;
using DbUp;
using DbUp.Engine.Output;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>The PostgreSQL database: opening connections and bringing its tables up to date.</summary>
public sealed class Database(NpgsqlDataSource source)
{
    private const long MigrationLock = 0x5248_4142;

    public NpgsqlDataSource Source { get; } = source;

    public async Task<NpgsqlConnection> OpenAsync(CancellationToken cancel = default) => await Source.OpenConnectionAsync(cancel);

    /// <summary>Runs the migrations that have not run yet, one server at a time.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the message names it.</exception>
    public async Task MigrateAsync(CancellationToken cancel = default)
    {
        await using var guard = await OpenAsync(cancel);
        await using var take = new NpgsqlCommand($"select pg_advisory_lock({MigrationLock})", guard);
        await take.ExecuteNonQueryAsync(cancel);
        try
        {
            var result = DeployChanges.To.PostgresqlDatabase(Source.ConnectionString)
                .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
                .WithTransactionPerScript()
                .LogTo(new NoOpUpgradeLog())
                .Build()
                .PerformUpgrade();
            if (!result.Successful)
            {
                throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);
            }
        }
        finally
        {
            await using var release = new NpgsqlCommand($"select pg_advisory_unlock({MigrationLock})", guard);
            await release.ExecuteNonQueryAsync(CancellationToken.None);
        }
    }
}
