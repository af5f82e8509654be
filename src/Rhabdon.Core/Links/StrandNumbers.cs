using System.Globalization;
using System.Text;

namespace Rhabdon.Core.Links;

/// <summary>Strand numbers as people say them.</summary>
public static class StrandNumbers
{
    /// <summary>Numbers in order with runs drawn together: 1, 2, 3, 5 is <c>1–3, 5</c>. Empty for none; a number twice counts once.</summary>
    public static string Say(IEnumerable<int> numbers)
    {
        var said = new StringBuilder();
        var ordered = numbers.Distinct().Order().ToList();
        for (var index = 0; index < ordered.Count; )
        {
            var last = index;
            while (last + 1 < ordered.Count && ordered[last + 1] == ordered[last] + 1)
            {
                last++;
            }

            said.Append(said.Length > 0 ? ", " : string.Empty).Append(CultureInfo.InvariantCulture, $"{ordered[index]}");
            if (last > index)
            {
                said.Append(CultureInfo.InvariantCulture, $"{(last == index + 1 ? ", " : "–")}{ordered[last]}");
            }

            index = last + 1;
        }

        return said.ToString();
    }
}
