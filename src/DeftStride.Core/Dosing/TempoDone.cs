using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using static System.FormattableString;

namespace DeftStride.Core.Dosing;

/// <summary>A part of a repetition that a tempo asks for.</summary>
public enum TempoPart
{
    /// <summary>The way down.</summary>
    Down,

    /// <summary>The stay at the bottom.</summary>
    Pause,

    /// <summary>The way up.</summary>
    Up,

    /// <summary>The stay at the top.</summary>
    Top,
}

/// <summary>How a part was kept.</summary>
public enum TempoVerdict
{
    /// <summary>As asked, as far as it can be timed.</summary>
    Kept,

    /// <summary>Shorter than asked.</summary>
    Short,

    /// <summary>Longer than asked.</summary>
    Long,

    /// <summary>Too unsure to be said.</summary>
    NotTimed,
}

/// <summary>The tempo of a clip, part by part, against what is asked.</summary>
/// <param name="Part">Which part.</param>
/// <param name="Asked">Seconds; null where nothing is asked.</param>
/// <param name="Done">The mean of the repetitions that could be timed, seconds, with its error.</param>
/// <param name="Verdict">How it was kept; null where nothing is asked.</param>
public sealed record TempoDone(TempoPart Part, int? Asked, Lasting Done, TempoVerdict? Verdict)
{
    /// <summary>An edge of a smooth movement reads a tenth late or early by itself.</summary>
    private const double Smooth = 0.1;

    /// <summary>How far the error of <see cref="Done"/> reaches, seconds.</summary>
    public double Reach => ErrorModel.CallZ * Done.Sd;

    /// <summary>The tempo of repetitions of one side.</summary>
    /// <param name="repetitions">Of one side, at least one.</param>
    /// <param name="asked">The tempo that is asked, or null.</param>
    /// <param name="rises">Whether they go up first, onto a box: the stay between the two ways is then the top's.</param>
    /// <returns>The way down, the pause and the way up, seconds, each with what was asked where it was.</returns>
    public static IReadOnlyList<TempoDone> Of(
        IReadOnlyList<SeenRepetition> repetitions,
        Tempo? asked,
        bool rises = false
    )
    {
        ArgumentNullException.ThrowIfNull(repetitions);
        return
        [
            Of(TempoPart.Down, repetitions.Select(r => r.Lowering(rises)), asked?.Down),
            rises
                ? Of(TempoPart.Top, repetitions.Select(r => r.Pause), asked?.Top)
                : Of(TempoPart.Pause, repetitions.Select(r => r.Pause), asked?.Pause),
            Of(TempoPart.Up, repetitions.Select(r => r.Rising(rises)), asked?.Up),
        ];
    }

    private static TempoDone Of(TempoPart part, IEnumerable<Lasting> each, int? asked)
    {
        Lasting[] all = [.. each];
        Lasting[] timed = [.. all.Where(l => l.Timed)];
        if (timed.Length * 2 <= all.Length)
            return new(part, asked, new(0, double.PositiveInfinity), asked is null ? null : TempoVerdict.NotTimed);
        // What an edge is off by is much alike from one repetition to the next: it is not averaged away.
        var done = new Lasting(timed.Average(l => l.Seconds), timed.Average(l => l.Sd));
        var allowed = (ErrorModel.CallZ * done.Sd) + (Smooth * (asked ?? 0));
        return new(
            part,
            asked,
            done,
            asked is not { } wanted ? null
                : done.Seconds < wanted - allowed ? TempoVerdict.Short
                : done.Seconds > wanted + allowed ? TempoVerdict.Long
                : TempoVerdict.Kept
        );
    }

    /// <summary>What is missed most, in a sentence: "Lowered in 1.4 s where 3 are asked: too fast."; null where the tempo was kept or none is asked.</summary>
    /// <param name="done">The parts of one side.</param>
    /// <returns>A sentence; null where the tempo was kept or none is asked.</returns>
    public static string? Missed(IReadOnlyList<TempoDone> done)
    {
        ArgumentNullException.ThrowIfNull(done);
        var worst = done.Where(d => d.Verdict is TempoVerdict.Short or TempoVerdict.Long)
            .MaxBy(d => Math.Abs(d.Done.Seconds - d.Asked!.Value));
        if (worst is null)
            return null;
        var (seconds, asked, reach) = (worst.Done.Seconds, worst.Asked, worst.Reach);
        var quick = worst.Verdict == TempoVerdict.Short;
        return worst.Part switch
        {
            TempoPart.Down => Invariant(
                $"Lowered in {seconds:0.0} ±{reach:0.0} s where {asked} are asked: too {(quick ? "fast" : "slow")}."
            ),
            TempoPart.Pause or TempoPart.Top => Invariant(
                $"Held {seconds:0.0} ±{reach:0.0} s at the {(worst.Part == TempoPart.Top ? "top" : "bottom")} where {asked} is asked: too {(quick ? "short" : "long")}."
            ),
            _ => Invariant(
                $"Up in {seconds:0.0} ±{reach:0.0} s where {asked} is asked: too {(quick ? "fast" : "slow")}."
            ),
        };
    }
}
