using Npgsql;

namespace Rhabdon.Testing;

/// <summary>A database of one's own on the PostgreSQL that <c>./rhabdon test</c> starts.</summary>
internal static class TestDatabase
{
    private static readonly Lock Copying = new();

    /// <returns>Its connection string.</returns>
    public static string New() => NewOn("RHABDON_TEST_DATABASE");

    /// <summary>A copy of another test's database, which nobody uses any more: who is still connected to it is cut off.</summary>
    /// <returns>Its connection string.</returns>
    public static string CopyOf(string database) => NewOn("RHABDON_TEST_DATABASE", new NpgsqlConnectionStringBuilder(database).Database);

    /// <summary>On a PostgreSQL of its own, that a test may kill.</summary>
    public static string NewMortal() => NewOn("RHABDON_TEST_MORTAL_DATABASE");

    /// <summary>
    /// Kills one of its processes as a machine kills; PostgreSQL then drops every connection and recovers from its log. Returns when it is there again.
    /// </summary>
    public static async Task CrashAsync(string database)
    {
        var alone = new NpgsqlConnectionStringBuilder(database) { Pooling = false }.ConnectionString;
        await using (var doomed = new NpgsqlConnection(alone))
        {
            await doomed.OpenAsync();
            using var process = System.Diagnostics.Process.GetProcessById(doomed.ProcessID);
            process.Kill();
            await process.WaitForExitAsync();
        }

        for (var wait = 0; ; wait++)
        {
            try
            {
                await using var again = new NpgsqlConnection(alone);
                await again.OpenAsync();
                return;
            }
            catch (NpgsqlException) when (wait < 300)
            {
                await Task.Delay(50);
            }
        }
    }

    private static string NewOn(string variable, string? template = null)
    {
        var server = Environment.GetEnvironmentVariable(variable) ?? throw new InvalidOperationException("Run by ./rhabdon test.");
        var name = $"test_{Guid.NewGuid():n}";
        using var connection = new NpgsqlConnection(server);
        connection.Open();
        // Two copies of one template follow each other: PostgreSQL refuses to copy what another copies.
        lock (Copying)
        {
            using var cut = new NpgsqlCommand("select pg_terminate_backend(pid) from pg_stat_activity where datname = $1", connection);
            cut.Parameters.AddWithValue(template ?? "");
            cut.ExecuteNonQuery();
            using var create = new NpgsqlCommand($"create database {name} template {template ?? "template1"}", connection);
            create.ExecuteNonQuery();
        }

        return new NpgsqlConnectionStringBuilder(server) { Database = name, PersistSecurityInfo = true }.ConnectionString;
    }
}
