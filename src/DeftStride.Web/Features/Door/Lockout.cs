using System.Collections.Concurrent;

namespace DeftStride.Web.Features.Door;

/// <summary>How long a way in is shut after wrong passphrases or numbers: five are let through, then five minutes, then twice as long with each.</summary>
internal static class Lockout
{
    /// <summary>Failures before it is shut.</summary>
    public const int MostFailures = 5;

    private static readonly TimeSpan First = TimeSpan.FromMinutes(5);
    private static readonly TimeSpan Longest = TimeSpan.FromHours(8);

    /// <summary>How long it is shut after so many failures in a row; null for not at all.</summary>
    public static TimeSpan? After(int failures)
    {
        if (failures < MostFailures)
            return null;
        var doubled = First * Math.Pow(2, Math.Min(10, failures - MostFailures));
        return doubled < Longest ? doubled : Longest;
    }
}

/// <summary>
/// Names that nobody signs in with, tried all the same. They are shut like those that are there, so that trying tells nobody
/// which names there are. A start forgets them.
/// </summary>
internal sealed class Strangers
{
    private const int MostRemembered = 10_000;

    private readonly ConcurrentDictionary<string, (int Failures, DateTimeOffset? Until)> _tried = [];

    /// <summary>Until when a name is shut at this moment; null where it is not, and then this was one more failure.</summary>
    public DateTimeOffset? Tried(string name, DateTimeOffset now)
    {
        if (_tried.GetValueOrDefault(name).Until is { } until && now < until)
            return until;
        if (_tried.Count > MostRemembered)
            _tried.Clear();
        _tried.AddOrUpdate(
            name,
            _ => (1, null),
            (_, before) => (before.Failures + 1, now + Lockout.After(before.Failures + 1))
        );
        return null;
    }
}
