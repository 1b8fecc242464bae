using System.Collections.Frozen;
using System.Text;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Features.Door;

/// <summary>Which passphrases and numbers are taken. Length is what counts; what everybody uses is on a list that ships with the app.</summary>
internal static class Passphrases
{
    /// <summary>Signs that a passphrase has at least.</summary>
    public const int Shortest = 12;

    /// <summary>And at most: hashing takes time with every sign.</summary>
    public const int Longest = 200;

    private const int FewestKinds = 5;
    private const int ShortestPin = 4;
    private const int LongestPin = 8;

    private static readonly FrozenSet<string> Common = Read();

    /// <summary>Words of the list, plain.</summary>
    public static IReadOnlyCollection<string> List => Common;

    /// <summary>Refuses a passphrase that somebody else would think of too.</summary>
    public static void Check(string given, string name)
    {
        if (given.Length < Shortest)
            throw Refusal.BadInput(
                "passphrase",
                $"Make the passphrase at least {Shortest} characters long. Three or four words that do not belong together are easy to keep in mind."
            );
        if (given.Length > Longest)
            throw Refusal.BadInput("passphrase", $"Make the passphrase at most {Longest} characters long.");
        if (given.Distinct().Count() < FewestKinds)
            throw Refusal.BadInput(
                "passphrase",
                "This repeats the same few characters. Take three or four words that do not belong together."
            );
        var plain = Plain(given);
        if (Common.Contains(plain) || Common.Contains(Letters(plain)) || Repeats(plain) || Letters(plain).Length == 0)
            throw Refusal.BadInput(
                "passphrase",
                "Many people use this one, so it is tried first. Take three or four words that do not belong together."
            );
        if (
            Plain(name) is { Length: > 3 } own
            && Letters(plain).Replace(Letters(own), "", StringComparison.Ordinal).Length < 4
        )
            throw Refusal.BadInput("passphrase", "This is your name. Take words that have nothing to do with you.");
    }

    /// <summary>Refuses a short number that is no number or that everybody tries first.</summary>
    public static void CheckPin(string pin)
    {
        if (pin.Length is < ShortestPin or > LongestPin || !pin.All(char.IsAsciiDigit))
            throw Refusal.BadInput("pin", $"The number has {ShortestPin} to {LongestPin} digits.");
        var steps = pin.Zip(pin.Skip(1), (a, b) => b - a).Distinct().ToArray();
        if (steps is [0 or 1 or -1] || pin is "2580" or "1212" or "6969" or "1122" or "1004" or "2000" or "2001")
            throw Refusal.BadInput("pin", "Everybody tries this number first. Take another one.");
    }

    /// <summary>Small letters, with signs that stand for letters read as them.</summary>
    private static string Plain(string given)
    {
        var plain = new StringBuilder(given.Length);
        foreach (var sign in given.ToLowerInvariant())
        {
            plain.Append(
                sign switch
                {
                    '@' => 'a',
                    '$' => 's',
                    _ => sign,
                }
            );
        }

        return plain.Replace(" ", "").Replace("-", "").Replace("_", "").Replace(".", "").Replace("!", "").ToString();
    }

    /// <summary>Its letters alone: digits and signs behind a common word change nothing.</summary>
    private static string Letters(string plain)
    {
        var asWritten = new string([.. plain.Where(char.IsLetter)]);
        if (Common.Contains(asWritten))
            return asWritten;
        var read = new string([
            .. plain
                .TrimEnd([.. "0123456789"])
                .Select(c =>
                    c switch
                    {
                        '0' => 'o',
                        '1' => 'i',
                        '3' => 'e',
                        '4' => 'a',
                        '5' => 's',
                        '7' => 't',
                        _ => c,
                    }
                )
                .Where(char.IsLetter),
        ]);
        return Common.Contains(read) ? read : asWritten;
    }

    /// <summary>The same piece again and again.</summary>
    private static bool Repeats(string plain)
    {
        for (var piece = 1; piece <= plain.Length / 2; piece++)
        {
            if (plain.Length % piece == 0 && Enumerable.Range(0, plain.Length).All(i => plain[i] == plain[i % piece]))
                return true;
        }

        return false;
    }

    private static FrozenSet<string> Read()
    {
        using var file = typeof(Passphrases).Assembly.GetManifestResourceStream("common-passphrases.txt")!;
        using var reader = new StreamReader(file);
        return reader
            .ReadToEnd()
            .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Where(line => line[0] != '#')
            .Select(Plain)
            .ToFrozenSet(StringComparer.Ordinal);
    }
}
