using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data.Kept;

namespace DeftStride.Web.Features.Measuring;

/// <summary>How long a phase lasts and how sure that is, seconds.</summary>
internal sealed record LastingDto(double Seconds, double Sd);

/// <summary>One repetition of a clip: when it goes, and how measures go on its way down; null where one was not seen.</summary>
internal sealed record RepetitionDto(
    BodySide Side,
    int Number,
    double Start,
    double Bottom,
    double End,
    LastingDto Down,
    LastingDto Pause,
    LastingDto Up,
    BottomNote Note,
    IReadOnlyDictionary<string, IReadOnlyList<double?>> Curves
);

/// <summary>Something that looks like a repetition and does not count.</summary>
internal sealed record PartialDto(double At, PartialReason Reason);

/// <summary>What moves in a clip, as the reading of it said; it goes into the look with the stills that were taken from the clip.</summary>
internal sealed record MovementDto(
    Guid ClipId,
    View View,
    double Rate,
    IReadOnlyList<RepetitionDto> Repetitions,
    IReadOnlyList<PartialDto> Partials
)
{
    public SeenMovement ToCore() => ToKept().ToCore();

    public KeptMovement ToKept() =>
        new(
            ClipId,
            View,
            Rate,
            [
                .. Repetitions.Select(r => new KeptRepetition(
                    r.Side,
                    r.Number,
                    r.Start,
                    r.Bottom,
                    r.End,
                    new(r.Down.Seconds, r.Down.Sd),
                    new(r.Pause.Seconds, r.Pause.Sd),
                    new(r.Up.Seconds, r.Up.Sd),
                    r.Note,
                    r.Curves
                )),
            ],
            [.. Partials.Select(p => new KeptPartial(p.At, p.Reason))]
        );

    public static MovementDto Of(KeptMovement m) =>
        new(
            m.ClipId,
            m.View,
            m.Rate,
            [
                .. m.Repetitions.Select(r => new RepetitionDto(
                    r.Side,
                    r.Number,
                    r.Start,
                    r.Bottom,
                    r.End,
                    Of(r.Down),
                    Of(r.Pause),
                    Of(r.Up),
                    r.Note,
                    r.Curves
                )),
            ],
            [.. m.Partials.Select(p => new PartialDto(p.At, p.Reason))]
        );

    private static LastingDto Of(KeptLasting of) => new(of.Seconds, of.Sd);
}

internal static class MovementForms
{
    /// <summary>None at all is kept as looks were before there were clips.</summary>
    public static IReadOnlyList<KeptMovement>? ToKept(this IReadOnlyList<MovementDto>? movements) =>
        movements is { Count: > 0 } ? [.. movements.Select(m => m.ToKept())] : null;
}
