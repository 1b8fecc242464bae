namespace DeftStride.Core.Seeing;

/// <summary>An instant with how sure it is, both seconds.</summary>
/// <param name="Seconds">From the start of the clip.</param>
/// <param name="Sd">A standard deviation, at least 0.</param>
public readonly record struct Instant(double Seconds, double Sd)
{
    /// <summary>The time from one to another; their errors join.</summary>
    public static Lasting operator -(Instant to, Instant from) =>
        new(to.Seconds - from.Seconds, Math.Sqrt((to.Sd * to.Sd) + (from.Sd * from.Sd)));
}

/// <summary>How long something lasts, seconds, with its standard deviation.</summary>
/// <param name="Seconds">At least 0.</param>
/// <param name="Sd">A standard deviation, at least 0.</param>
public readonly record struct Lasting(double Seconds, double Sd)
{
    /// <summary>Beyond this a phase is not timed, seconds.</summary>
    public const double LargestSd = 0.3;

    /// <summary>Whether it is sure enough to be said.</summary>
    public bool Timed => Sd <= LargestSd;
}

/// <summary>Why something that looks like a repetition does not count as one.</summary>
public enum PartialReason
{
    /// <summary>It goes less than half as deep as the others.</summary>
    Shallow,

    /// <summary>It is below half depth for under a quarter of a second.</summary>
    Brief,

    /// <summary>The clip begins or ends in it.</summary>
    CutOff,

    /// <summary>Its bottom was not seen.</summary>
    NotSeen,

    /// <summary>The film jumps in it: it was cut, or the phone was moved.</summary>
    Jumps,
}

/// <summary>Something a coach wants to know of the bottom of a repetition.</summary>
public enum BottomNote
{
    /// <summary>One bottom.</summary>
    None,

    /// <summary>A short way up and down again within eight tenths of a second.</summary>
    Bounce,

    /// <summary>Down twice before coming up.</summary>
    TwiceDown,
}

/// <summary>
/// One repetition by the depth of the hip: down to the bottom and up again. Depths are in the unit of what was given, times in
/// seconds from the start of the clip.
/// </summary>
/// <param name="Number">From 1 among those that count; 0 for a partial one.</param>
/// <param name="Start">Leaves the top.</param>
/// <param name="Arrival">Comes to the bottom.</param>
/// <param name="Bottom">Its deepest instant, or the middle of a pause of 0.3 s or more.</param>
/// <param name="Leaving">Leaves the bottom.</param>
/// <param name="End">Comes to the top.</param>
/// <param name="Depth">From the higher of the two tops beside it to the bottom.</param>
/// <param name="TopLevel">The level of the top it comes from.</param>
/// <param name="BottomLevel">The level of the bottom.</param>
public sealed record Repetition(
    int Number,
    Instant Start,
    Instant Arrival,
    double Bottom,
    Instant Leaving,
    Instant End,
    double Depth,
    double TopLevel,
    double BottomLevel
)
{
    /// <summary>Why it does not count; null for one that does.</summary>
    public PartialReason? Partial { get; init; }

    /// <summary>What happened at its bottom.</summary>
    public BottomNote Note { get; init; }

    /// <summary>Until the next one starts; null after the last.</summary>
    public Lasting? Top { get; init; }

    /// <summary>The way down.</summary>
    public Lasting Down => Arrival - Start;

    /// <summary>The stay at the bottom; nothing where it turns at once.</summary>
    public Lasting Pause => Leaving - Arrival;

    /// <summary>The way up.</summary>
    public Lasting Up => End - Leaving;

    /// <summary>An instant by the phase it lies in.</summary>
    /// <param name="seconds">From the start of the clip.</param>
    /// <returns>0 at the start, 100 at the bottom, 200 at the end; outside of them less or more.</returns>
    public double PhaseOf(double seconds) =>
        seconds <= Bottom
            ? 100 * (seconds - Start.Seconds) / (Bottom - Start.Seconds)
            : 100 + (100 * (seconds - Bottom) / (End.Seconds - Bottom));

    /// <summary>The instant of a phase, the other way round.</summary>
    /// <returns>Seconds from the start of the clip.</returns>
    public double At(double phase) =>
        phase <= 100
            ? Start.Seconds + (phase / 100 * (Bottom - Start.Seconds))
            : Bottom + ((phase - 100) / 100 * (End.Seconds - Bottom));
}

/// <summary>The repetitions of one clip.</summary>
/// <param name="Amplitude">How deep they go, in the unit of the depth; 0 where it cannot be told.</param>
/// <param name="All">Whole and partial ones in their order.</param>
public sealed record RepetitionSet(double Amplitude, IReadOnlyList<Repetition> All)
{
    /// <summary>Nothing moves enough to be told from scatter.</summary>
    public static RepetitionSet CannotTell { get; } = new(0, []);

    /// <summary>Those that count.</summary>
    public IEnumerable<Repetition> Counted => All.Where(r => r.Partial is null);
}
