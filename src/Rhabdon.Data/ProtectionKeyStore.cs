using Dapper;

namespace Rhabdon.Data;

/// <summary>The keys that sign session cookies, kept where every server instance finds them.</summary>
public sealed class ProtectionKeyStore(Database database)
{
    public IReadOnlyList<string> All()
    {
        using var connection = database.Source.OpenConnection();
        return connection.Query<string>("select content from protection_key order by name").AsList();
    }

    public void Add(string name, string content)
    {
        using var connection = database.Source.OpenConnection();
        connection.Execute("insert into protection_key (name, content) values (@name, @content)", new { name, content });
    }
}
