using System.Collections.Concurrent;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Door;

/// <summary>
/// How often something was tried lately, by the clock given. Whoever tries too often hears how long to wait; nothing of it is
/// kept, so that a start forgets it.
/// </summary>
internal sealed class Tries(TimeProvider clock)
{
    /// <summary>So many are remembered; beyond that those are forgotten that were let through again long since.</summary>
    private const int MostRemembered = 20_000;

    private sealed record Bucket(double Left, DateTimeOffset At, TimeSpan Refill);

    private readonly ConcurrentDictionary<string, Bucket> _left = [];

    /// <summary>Counts one try, or refuses it.</summary>
    /// <param name="key">What is tried by whom.</param>
    /// <param name="most">So many at once.</param>
    /// <param name="refill">In this time as many are free again.</param>
    /// <param name="sentence">What whoever tries too often is told; how long to wait is put behind it.</param>
    /// <exception cref="HttpRefusal">Too often (429).</exception>
    public void Count(string key, int most, TimeSpan refill, string sentence)
    {
        if (_left.Count > MostRemembered)
            Forget();
        var now = clock.GetUtcNow();
        var taken = false;
        var bucket = _left.AddOrUpdate(
            key,
            _ =>
            {
                taken = true;
                return new Bucket(most - 1, now, refill);
            },
            (_, before) =>
            {
                // A clock that was set back gives nothing and takes nothing.
                var passed = Math.Max(0, (now - before.At) / refill);
                var left = Math.Min(most, before.Left + (most * passed));
                taken = left >= 1;
                return new Bucket(taken ? left - 1 : left, now, refill);
            }
        );
        if (taken)
            return;
        var wait = TimeSpan.FromSeconds(Math.Ceiling((1 - bucket.Left) / most * refill.TotalSeconds));
        throw new HttpRefusal(
            StatusCodes.Status429TooManyRequests,
            $"{sentence} Wait {Words(wait)}.",
            null,
            new Dictionary<string, object?> { ["again"] = true }
        );
    }

    /// <summary>A wait as it is said.</summary>
    public static string Words(TimeSpan wait) =>
        wait.TotalSeconds switch
        {
            <= 1 => "a second",
            < 90 => FormattableString.Invariant($"{Math.Ceiling(wait.TotalSeconds):0} seconds"),
            < 5400 => FormattableString.Invariant($"{Math.Ceiling(wait.TotalMinutes):0} minutes"),
            _ => FormattableString.Invariant($"{Math.Ceiling(wait.TotalHours):0} hours"),
        };

    /// <summary>What is full again is as good as never tried.</summary>
    private void Forget()
    {
        var now = clock.GetUtcNow();
        foreach (var (key, bucket) in _left)
        {
            if (bucket.At + bucket.Refill < now)
                _left.TryRemove(key, out _);
        }
    }
}
