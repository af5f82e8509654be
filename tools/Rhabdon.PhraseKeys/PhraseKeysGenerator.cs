using System;
using System.Collections.Generic;
using System.Collections.Immutable;
using System.Globalization;
using System.Linq;
using System.Text;
using System.Text.RegularExpressions;
using System.Threading;
using Microsoft.CodeAnalysis;

namespace Rhabdon.PhraseKeys;

/// <summary>
/// Makes a constant of every key in the phrasebook's files: <c>bench.choice-wanted</c> is <c>PhraseKeys.Bench.ChoiceWanted</c>, so that code which names a
/// phrase that is not there does not build.
/// </summary>
[Generator]
public sealed class PhraseKeysGenerator : IIncrementalGenerator
{
    // The files are flat, one phrase a line.
    private static readonly Regex KeyOfLine = new("^\\s*\"(?<key>[^\"]+)\"\\s*:", RegexOptions.Multiline);

    /// <inheritdoc/>
    public void Initialize(IncrementalGeneratorInitializationContext context)
    {
        var keys = context
            .AdditionalTextsProvider.Where(file => file.Path.EndsWith(".json", StringComparison.Ordinal))
            .SelectMany((file, cancel) => KeysIn(file, cancel))
            .Collect();
        context.RegisterSourceOutput(keys, Write);
    }

    private static IEnumerable<string> KeysIn(AdditionalText file, CancellationToken cancel) =>
        KeyOfLine.Matches(file.GetText(cancel)?.ToString() ?? "").Cast<Match>().Select(m => m.Groups["key"].Value);

    private static void Write(SourceProductionContext context, ImmutableArray<string> keys)
    {
        var code = new StringBuilder(
            "namespace Rhabdon.Core.Phrases;\n\n/// <summary>The keys of the phrasebook.</summary>\npublic static class PhraseKeys\n{\n"
        );
        foreach (var room in keys.GroupBy(k => k.Split('.')[0]).OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            code.Append("    public static class ").Append(NameOf(room.Key)).Append("\n    {\n");
            // Two keys of one name do not compile, which is what two of the same key should do.
            foreach (var key in room.OrderBy(k => k, StringComparer.Ordinal))
            {
                code.Append("        public const string ").Append(NameOf(key.Substring(room.Key.Length))).Append(" = \"").Append(key).Append("\";\n");
            }

            code.Append("    }\n");
        }

        context.AddSource("PhraseKeys.g.cs", code.Append("}\n").ToString());
    }

    // choice-wanted -> ChoiceWanted; 62.5 -> N625, as a name begins with a letter.
    private static string NameOf(string key)
    {
        var name = string.Concat(
            key.Split(['.', '-'], StringSplitOptions.RemoveEmptyEntries).Select(w => char.ToUpper(w[0], CultureInfo.InvariantCulture) + w.Substring(1))
        );
        return char.IsDigit(name[0]) ? "N" + name : name;
    }
}
