using System.Diagnostics;
using System.Globalization;

namespace DeftStride.Bench;

/// <summary>How far the machine itself is to be trusted: by how much a timer of 1 ms comes late with nothing of ours beside it, and the load.</summary>
/// <param name="Milliseconds">The 95th percentile, in ms.</param>
/// <param name="Load">How many processes wanted a core in the last minute, on average.</param>
internal readonly record struct Lateness(double Milliseconds, double Load)
{
    /// <summary>Figures of a machine on which a timer comes later than this do not count by themselves, ms.</summary>
    public const double Most = 3;

    private const int Ticks = 1500;

    /// <summary>Listens for two seconds.</summary>
    public static Lateness Now()
    {
        // Read first: what follows is load of our own.
        var load = double.Parse(File.ReadAllText("/proc/loadavg").Split(' ')[0], CultureInfo.InvariantCulture);
        var late = new double[Ticks];
        for (var i = 0; i < Ticks; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            Thread.Sleep(1);
            late[i] = Stopwatch.GetElapsedTime(begun).TotalMilliseconds - 1;
        }

        Array.Sort(late);
        return new(late[(int)(0.95 * Ticks)], load);
    }

    /// <summary>What a run's figures are worth, by what was heard before and after it.</summary>
    public static string Said(Lateness before, Lateness after) =>
        FormattableString.Invariant(
            $"this machine: a timer of 1 ms comes {before.Milliseconds:0.0} ms late before and {after.Milliseconds:0.0} ms after (95th percentile), load {before.Load:0.0} before: "
        )
        + (
            Math.Max(before.Milliseconds, after.Milliseconds) < Most
                ? "the figures count."
                : "too busy for the figures to count. Read them only beside others of the same run."
        );
}
