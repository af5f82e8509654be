namespace Rhabdon.Testing;

/// <summary>The checkout that the tests were built from.</summary>
internal static class Checkout
{
    /// <summary>Its folder: the nearest above the tests that holds the solution.</summary>
    public static string Root()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "Rhabdon.slnx")))
        {
            folder = Path.GetDirectoryName(folder)!;
        }

        return folder;
    }
}
