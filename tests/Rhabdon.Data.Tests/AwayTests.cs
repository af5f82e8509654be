using System.Net.Sockets;
using Npgsql;
using Rhabdon.Data;

namespace Rhabdon.Data.Tests;

/// <summary>Which faults mean that the database is away. The codes: PostgreSQL documentation, appendix A, Error Codes.</summary>
public sealed class AwayTests
{
    [Theory]
    [InlineData("57P01", true)] // admin_shutdown
    [InlineData("57P02", true)] // crash_shutdown
    [InlineData("57P03", true)] // cannot_connect_now
    [InlineData("08006", true)] // connection_failure
    [InlineData("53300", true)] // too_many_connections
    [InlineData("23505", false)] // unique_violation
    [InlineData("57014", false)] // query_canceled
    [InlineData("42P01", false)] // undefined_table
    public void A_servers_refusal_is_told_by_its_code(string code, bool isAway) =>
        Assert.Equal(isAway, Database.IsAway(new PostgresException("as it says", "FATAL", "FATAL", code)));

    // 53100, disk_full: writing waits, reading goes on.
    [Fact]
    public void A_disk_without_room_is_said_as_such()
    {
        var full = new PostgresException("could not extend file", "ERROR", "ERROR", "53100");
        Assert.True(Database.IsFull(new AggregateException(full)));
        Assert.True(Database.IsAway(full));
        Assert.False(Database.IsFull(new PostgresException("as it says", "FATAL", "FATAL", "53300")));
    }

    [Fact]
    public void So_is_a_connection_that_breaks_and_one_that_is_never_made()
    {
        Assert.True(Database.IsAway(new NpgsqlException("reading", new EndOfStreamException())));
        Assert.True(Database.IsAway(new NpgsqlException("connecting", new SocketException(111))));
        Assert.True(Database.IsAway(new AggregateException(new NpgsqlException("writing", new IOException()))));
        Assert.True(Database.IsAway(new InvalidOperationException("Connection is not open") { Source = "Npgsql" }));
        Assert.False(Database.IsAway(new InvalidOperationException("ours")));
        Assert.False(Database.IsAway(null));
    }
}
