namespace Rhabdon.Core.Phrases;

/// <summary>Something to be said to a person: a key of the phrasebook and the values its places take.</summary>
public sealed record Phrase(string Key, IReadOnlyDictionary<string, string> Args)
{
    public static Phrase Of(string key, params ReadOnlySpan<(string Name, string Value)> args)
    {
        var named = new Dictionary<string, string>(args.Length, StringComparer.Ordinal);
        foreach (var (name, value) in args)
        {
            named[name] = value;
        }

        return new Phrase(key, named);
    }
}
