using Rhabdon.Documents;
using Rhabdon.Testing;

namespace Rhabdon.Server.Tests;

public class SchemaTests
{
    [Fact]
    public void The_schemas_in_docs_are_those_of_the_types_that_read_and_write_the_files()
    {
        var folder = Path.Combine(Checkout.Root(), "docs", "schemas");
        Assert.Equal(FileSchemas.All.Keys.Order(), Directory.GetFiles(folder).Select(Path.GetFileName).Order());
        Assert.All(FileSchemas.All, schema => Assert.True(File.ReadAllText(Path.Combine(folder, schema.Key)) == schema.Value, $"{schema.Key} is stale: run ./rhabdon schemas."));
    }
}
