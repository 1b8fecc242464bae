using DeftStride.Core.Dosing;

namespace DeftStride.Core.Training.Running;

/// <summary>What the tempo asks for at an instant.</summary>
public enum TempoCall
{
    /// <summary>Go down.</summary>
    Lower,

    /// <summary>Stay at the bottom.</summary>
    Pause,

    /// <summary>Come up.</summary>
    Up,

    /// <summary>Stay at the top.</summary>
    Top,
}

/// <summary>What is called out while the tempo asks for something.</summary>
/// <param name="When">For what.</param>
/// <param name="Words">"{side}" and "{other}" stand for the side that leads and the other one.</param>
public sealed record TempoWords(TempoCall When, string Words);

/// <summary>Where in the tempo an instant is.</summary>
/// <param name="Repetition">From 1.</param>
/// <param name="Call">What is asked for.</param>
/// <param name="Left">Whole seconds of it that are left, as they are counted aloud: 3, 2, 1.</param>
/// <param name="Depth">How deep, 0 at the top and 1 at the bottom, evenly.</param>
public sealed record TempoAt(int Repetition, TempoCall Call, int Left, double Depth);

/// <summary>Tells from the clock, never from ticks, where in the tempo an instant is: a late frame is late and not behind.</summary>
public static class TempoClock
{
    /// <summary>Where an instant is.</summary>
    /// <param name="tempo">The tempo; it lasts at least a second.</param>
    /// <param name="seconds">Since the set began; before it counts as its start.</param>
    /// <param name="upFirst">Whether a repetition begins with the way up, as it does onto a box.</param>
    /// <returns>The repetition, what is called, the seconds of it that are left, and how deep.</returns>
    /// <exception cref="ArgumentException">The tempo lasts less than a second.</exception>
    public static TempoAt At(Tempo tempo, double seconds, bool upFirst = false)
    {
        ArgumentNullException.ThrowIfNull(tempo);
        var whole = tempo.Seconds;
        if (whole < 1)
            throw new ArgumentException("A tempo lasts at least a second.", nameof(tempo));
        var at = Math.Max(0, seconds);
        var repetition = (int)(at / whole);
        var into = at - (repetition * whole);
        (TempoCall, int)[] down = [(TempoCall.Lower, tempo.Down), (TempoCall.Pause, tempo.Pause)];
        (TempoCall, int)[] up = [(TempoCall.Up, tempo.Up), (TempoCall.Top, tempo.Top)];
        foreach (var (call, lasts) in upFirst ? up.Concat(down) : down.Concat(up))
        {
            if (into < lasts)
                return new TempoAt(
                    repetition + 1,
                    call,
                    lasts - (int)into,
                    call switch
                    {
                        TempoCall.Lower => into / lasts,
                        TempoCall.Pause => 1,
                        TempoCall.Up => 1 - (into / lasts),
                        _ => 0,
                    }
                );
            into -= lasts;
        }

        // Only what rounding leaves over comes here: the next one begins.
        return upFirst
            ? new TempoAt(repetition + 2, TempoCall.Up, tempo.Up, 1)
            : new TempoAt(repetition + 2, TempoCall.Lower, tempo.Down, 0);
    }
}
