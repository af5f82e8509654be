using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Npgsql;

namespace Rhabdon.Server.Tests;

/// <summary>The whole server with the demo world on a database of its own, and people signed in to it.</summary>
public sealed class Host : WebApplicationFactory<Program>
{
    private readonly string database = NewDatabase();

    public async Task<HttpClient> SignedIn(string name = "heron", string pin = "4403")
    {
        var client = CreateClient();
        await Renew(client);
        var answer = await client.PostAsJsonAsync("/api/v1/session", new { signIn = name, secret = pin });
        answer.EnsureSuccessStatusCode();
        await Renew(client);
        return client;
    }

    public static async Task Renew(HttpClient client)
    {
        var session = await client.GetFromJsonAsync<JsonNode>("/api/v1/session");
        client.DefaultRequestHeaders.Remove("X-Rhabdon-Forgery");
        client.DefaultRequestHeaders.Add("X-Rhabdon-Forgery", session!["forgery"]!.GetValue<string>());
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("RHABDON_DATABASE", database);
        builder.UseSetting("demo", "true");
    }

    private static string NewDatabase()
    {
        var server = Environment.GetEnvironmentVariable("RHABDON_TEST_DATABASE") ?? throw new InvalidOperationException("Run by ./rhabdon test server.");
        var name = $"server_{Guid.NewGuid():n}";
        using var connection = new NpgsqlConnection(server);
        connection.Open();
        using var create = new NpgsqlCommand($"create database {name}", connection);
        create.ExecuteNonQuery();
        return new NpgsqlConnectionStringBuilder(server) { Database = name }.ConnectionString;
    }
}
