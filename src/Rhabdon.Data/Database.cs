using System.Net.Sockets;
using System.Reflection;
using Dapper;
using DbUp;
using DbUp.Engine.Output;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>The PostgreSQL database: opening connections and bringing its tables up to date.</summary>
public sealed class Database(NpgsqlDataSource source)
{
    private const long MigrationLock = 0x5248_4142;

    // A column is its member's name with underscores, unless a query says otherwise.
    static Database() => DefaultTypeMap.MatchNamesWithUnderscores = true;

    public NpgsqlDataSource Source { get; } = source;

    public async Task<NpgsqlConnection> OpenAsync(CancellationToken cancel = default) => await Source.OpenConnectionAsync(cancel);

    /// <summary>
    /// True when a fault means that the database went away or is not there yet, so that the same asked again later may well be answered: no connection,
    /// a connection cut, a server that shuts down (57P01), has crashed (57P02) or recovers (57P03), or is out of room for one more (53).
    /// </summary>
    public static bool IsAway(Exception? fault) =>
        fault switch
        {
            null => false,
            PostgresException refused => refused.IsTransient || refused.SqlState is ['5', '7', 'P', ..] or ['0', '8', ..] or ['5', '3', ..],
            NpgsqlException { IsTransient: true } or NpgsqlException { InnerException: SocketException or IOException or TimeoutException } => true,
            // A connection that broke under a batch or a transaction is found broken at its next use.
            InvalidOperationException { Source: "Npgsql" } => true,
            _ => IsAway(fault.InnerException),
        };

    /// <summary>True when there is no room left to write (53100): what is there can still be read.</summary>
    public static bool IsFull(Exception? fault) =>
        fault switch
        {
            null => false,
            PostgresException refused => refused.SqlState == PostgresErrorCodes.DiskFull,
            _ => IsFull(fault.InnerException),
        };

    /// <summary>
    /// Writes a row and takes a megabyte that it gives back, to know that rows can be written and that there is room for more: a row alone fits into what a
    /// full disk
    /// has set aside already.
    /// </summary>
    public async Task ProveAsync()
    {
        await using var connection = await OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await using var write = new NpgsqlCommand(
            """
            insert into proof_of_life (at) values (now()) on conflict (only_one) do update set at = now();
            create temp table room on commit drop as select repeat('x', 1000) as taken from generate_series(1, 1000)
            """,
            connection,
            transaction
        );
        await write.ExecuteNonQueryAsync();
        await transaction.CommitAsync();
    }

    /// <summary>Runs the migrations that have not run yet, one server at a time.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the message names it.</exception>
    public async Task MigrateAsync(CancellationToken cancel = default)
    {
        await using var guard = await OpenAsync(cancel);
        await using var take = new NpgsqlCommand($"select pg_advisory_lock({MigrationLock})", guard);
        await take.ExecuteNonQueryAsync(cancel);
        try
        {
            var result = DeployChanges
                .To.PostgresqlDatabase(Source.ConnectionString)
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
