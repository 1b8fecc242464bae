using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>Where an answer to a check comes from. Whatever is not measured is labelled so everywhere.</summary>
public enum AnswerSource
{
    /// <summary>Read from pictures, with an error.</summary>
    Pictures,

    /// <summary>The coach's eye: seen, not measured, without an error.</summary>
    Eye,

    /// <summary>Two scales.</summary>
    Scales,

    /// <summary>A simulated device that ships with the app.</summary>
    Simulated,

    /// <summary>A clock.</summary>
    Clock,

    /// <summary>A tape on the floor.</summary>
    Tape,

    /// <summary>The client's own guess: recorded, never judged.</summary>
    Guess,

    /// <summary>The times of a clip's repetitions, with an error.</summary>
    Clip,
}

/// <summary>The coach's word on one measure.</summary>
/// <param name="MeasureId">Which.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Where">Within: it looks fine. Otherwise which way it goes wrong.</param>
/// <param name="Moment">When in the repetition, or null when not said.</param>
public sealed record SeenAnswer(string MeasureId, BodySide Side, BandSide Where, Moment? Moment = null);

/// <summary>A number that was weighed, timed, taped or guessed.</summary>
/// <param name="MeasureId">Which.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Value">In the measure's unit.</param>
/// <param name="Source">By what.</param>
public sealed record StatedNumber(string MeasureId, BodySide Side, double Value, AnswerSource Source);

/// <summary>One measure of one side at one moment, with the verdict on it.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Moment">At which moment.</param>
/// <param name="Mean">The number, or null when it was only seen.</param>
/// <param name="Source">Where the verdict comes from.</param>
/// <param name="MustPass">Whether it can block progress.</param>
/// <param name="Judgement">The number against its band, or null where there is no band or it does not count at this moment.</param>
/// <param name="Seen">The coach's word, which outranks the number, or null.</param>
public sealed record MeasureResult(
    MeasureDefinition Measure,
    BodySide Side,
    Moment Moment,
    MeasureMean? Mean,
    AnswerSource Source,
    bool MustPass,
    Judgement? Judgement,
    SeenAnswer? Seen
)
{
    /// <summary>What would make the number count where it is only noted, in a sentence; null where it counts or is noted by choice.</summary>
    public string? WouldCount { get; init; }

    /// <summary>The verdict, or null when it is only recorded. A number that does not count is never called fine: it can be outside, or is recorded.</summary>
    public Verdict? Verdict =>
        Seen is { } seen
            ? seen.Where == BandSide.Within
                ? Judging.Verdict.InBand
                : Judging.Verdict.Outside
            : WouldCount is not null && Judgement?.Verdict != Judging.Verdict.Outside
                ? null
                : Judgement?.Verdict;

    /// <summary>On which side of the band it lies.</summary>
    public BandSide Where => Seen?.Where ?? Judgement?.Where ?? BandSide.Within;

    /// <summary>
    /// How far outside, in widths of the band (half the way from 0 to the edge where it has one edge only, and one where
    /// that is nothing); 0 inside. For what was seen, one half.
    /// </summary>
    public double Excess
    {
        get
        {
            if (Verdict != Judging.Verdict.Outside)
                return 0;
            if (Seen is not null || Judgement is not { } judged)
                return 0.5;
            var width = judged.Band is { Lower: { } low, Upper: { } high }
                ? (high - low).Value
                : Math.Abs((judged.Band.Lower ?? judged.Band.Upper)!.Value.Value);
            return width == 0 ? 1 : -judged.Margin.Value / width;
        }
    }
}
