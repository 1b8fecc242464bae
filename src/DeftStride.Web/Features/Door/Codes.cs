using System.Security.Cryptography;
using System.Text;

namespace DeftStride.Web.Features.Door;

/// <summary>Long codes that open once: twenty signs of thirty-two, a hundred bits, in groups that can be read out over a telephone.</summary>
internal static class Codes
{
    /// <summary>No I, L, O or U: nothing is taken for a number or read as a word.</summary>
    private const string Signs = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    private const int Length = 20;
    private const int Group = 5;

    /// <summary>A new code, in groups.</summary>
    public static string New() =>
        string.Join(
            '-',
            Enumerable.Range(0, Length / Group).Select(_ => RandomNumberGenerator.GetString(Signs, Group))
        );

    /// <summary>What is kept of a code; null where it can be none. Signs that look alike count as the one that is meant.</summary>
    public static string? Hash(string given)
    {
        var plain = new StringBuilder(Length);
        foreach (var sign in given.ToUpperInvariant())
        {
            if (sign is ' ' or '-' or '–' or '.')
                continue;
            var meant = sign switch
            {
                'O' => '0',
                'I' or 'L' => '1',
                _ => sign,
            };
            if (!Signs.Contains(meant, StringComparison.Ordinal) || plain.Length == Length)
                return null;
            plain.Append(meant);
        }

        return plain.Length == Length
            ? Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(plain.ToString())))
            : null;
    }
}
