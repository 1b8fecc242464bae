using DeftStride.Core.Judging;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using DeftStride.Data.Kept;

namespace DeftStride.Studio.Looks;

/// <summary>Everything that can be said of a look, in words, as it is kept and shown.</summary>
internal static class LookSaid
{
    /// <summary>The whole of it.</summary>
    public static KeptLook Of(Look look, CheckStandard standard, ReadingContext context) =>
        new(
            [.. look.Stills.Select(s => StillOf(s, look, standard, context))],
            [.. look.Results.Select(r => Result(r, look.On(r.Measure.Id, r.Side) == r))],
            [
                .. look.Comparisons.Select(c => new KeptComparison(
                    c.Measure.Id,
                    c.Difference.Value,
                    c.Difference.Abs().ToString(),
                    c.Allowed.ToString(),
                    c.Equal,
                    c.SameFacing,
                    Finding.DifferenceWords(c)
                )),
            ],
            [.. look.Missing.Select(m => new KeptMissing(m.Measure.Id, m.Side))],
            SharesOf(look, standard, context),
            Found(look.Finding),
            look.CleanCounts.Count == 0
                ? null
                :
                [
                    .. look.CleanCounts.Select(c => new KeptCount(
                        c.Side,
                        c.View,
                        c.Clean,
                        c.Off,
                        c.Unsure,
                        Counted(c)
                    )),
                ],
            look.Movements.Count == 0
                ? null
                :
                [
                    .. look.Movements.Select(m => new KeptClipSaid(
                        m.Clip,
                        m.View,
                        [
                            .. MovementWords
                                .Said(m, TurnWords.Of(standard.Exercise.Shape))
                                .Select(s => new KeptSaid(s.Side, s.Text)),
                        ]
                    )),
                ]
        );

    /// <summary>"2 clean, 1 too close to call": only what there is, so that nobody hears a none before what is not known.</summary>
    private static string Counted(CleanCount count) =>
        string.Join(
            ", ",
            new[] { (count.Clean, "clean"), (count.Off, "outside"), (count.Unsure, "too close to call") }
                .Where(c => c.Item1 > 0)
                .Select(c => $"{c.Item1} {c.Item2}")
        );

    private static KeptStillResult StillOf(
        StillResult still,
        Look look,
        CheckStandard standard,
        ReadingContext context
    ) =>
        new(
            still.Points.FrontLeg,
            still.Points.View,
            still.Points.Moment,
            still.PictureTilt.Degrees,
            still.Fault,
            still.Fault is { } fault ? MeasurementFaults.Sentence(fault) : null,
            [.. still.Doubts.Select(d => new KeptDoubt(d.Kind, d.Question))],
            still.Fault is null
            && standard.Of("knee-offset")?.On(still.Points.FrontLeg) is { Lower: { } low, Upper: { } high }
                ? Rail(still.Points, look, standard, context, low.Value, high.Value)
                : null,
            SquareOf(still.Points, look)
        );

    /// <summary>What is known of how square the camera stood for this still's view and side; null where it was checked and nothing speaks against it.</summary>
    private static string? SquareOf(PointSet still, Look look) =>
        look.Squares.FirstOrDefault(s => s.View == still.View && s.Side == still.FrontLeg) switch
        {
            { Tapped: { } yaw } when Math.Abs(yaw.Degrees) >= 1 =>
                $"The camera stood {yaw.Abs()} off square, taken out.",
            { Tapped: not null } => "The camera stood square.",
            { Checked: false, Matters: true } => "Square was not checked. A line on the floor would tell.",
            _ => null,
        };

    /// <summary>The band laid into the picture: how many pixels a centimetre of offset is follows from moving the knee a little.</summary>
    private static KeptRail? Rail(
        PointSet still,
        Look look,
        CheckStandard standard,
        ReadingContext context,
        double low,
        double high
    )
    {
        const double step = 8;
        Angle? Shin(BodySide side) =>
            look.On("front-shin", side)?.Mean is { } mean ? Angle.FromDegrees(mean.Value.Value) : null;
        var known = context.WithShins(Shin(BodySide.Left), Shin(BodySide.Right));
        if (
            !still.Points.TryGetValue(Landmark.Knee, out var knee)
            || !MeasureReader.TryRead("knee-offset", still, known, standard.Errors).Is(out var here)
        )
            return null;
        var moved = still with
        {
            Points = new Dictionary<Landmark, ImagePoint>(still.Points)
            {
                [Landmark.Knee] = new(knee.X + step, knee.Y),
            },
        };
        if (!MeasureReader.TryRead("knee-offset", moved, known, standard.Errors).Is(out var there))
            return null;
        var perPixel = (there.Value.Value - here.Value.Value) / step;
        KeptPoint At(double cm) => new(knee.X + ((cm - here.Value.Value) / perPixel), knee.Y);
        return new KeptRail(At(low), At(high));
    }

    private static KeptShare[] SharesOf(Look look, CheckStandard standard, ReadingContext context) =>
        context.Body is not { } body || !context.BothFeetPlanted || standard.Of("load-share") is null
            ? []
            :
            [
                .. look
                    .Stills.Where(s => s.Points.Moment == Moment.Bottom)
                    .Select(s => s.Read is { } read ? PostureShare.TryOf(read, body) : null)
                    .OfType<PostureShare>()
                    .GroupBy(s => s.Side)
                    .Select(g => new KeptShare(
                        g.Key,
                        g.Min(s => s.LeastPercent),
                        g.Max(s => s.MostPercent),
                        FormattableString.Invariant(
                            $"{Math.Round(g.Min(s => s.LeastPercent) / 5) * 5:0}–{Math.Round(g.Max(s => s.MostPercent) / 5) * 5:0} % in front, estimated from the posture"
                        )
                    )),
            ];

    private static KeptFinding Found(Finding finding) =>
        new(
            finding.Kind,
            finding.Side,
            finding.MeasureId,
            finding.Where,
            KeptPart.Of(finding.Sentence),
            finding.Because
        );

    /// <summary>One measure of one side at one moment.</summary>
    /// <param name="result">The measure.</param>
    /// <param name="standing">Whether it is the one that stands for the measure on that side.</param>
    public static KeptResult Result(MeasureResult result, bool standing)
    {
        var (mean, measured) = (result.Mean, result.Mean is not null && result.Seen is null);
        return new KeptResult(
            result.Measure.Id,
            result.Side,
            result.Moment,
            standing,
            result.MustPass,
            result.Source,
            measured ? mean!.Value.Value : null,
            measured ? mean!.Value.ToString() : null,
            result.Seen is { } seen
                ? seen.Where == BandSide.Within
                    ? "fine"
                    : MeasureSpeech.Fault(result)
                : mean is null
                    ? ""
                    : MeasureSpeech.Say(result.Measure, mean.Value),
            measured ? mean!.Error.Reach.Value : null,
            measured ? Finding.ReachWords(mean!.Error.Reach) : null,
            result.Verdict,
            result.Where,
            Margin(result),
            result.Judgement?.Band is { } band
                ? new KeptEdges(band.Lower?.Value, band.Upper?.Value, band.ToString())
                : null,
            mean?.Error.Repetitions ?? 0,
            mean?.Sameness is { } spread ? $"repetitions differ by {spread}" : null,
            measured ? Parts(result) : [],
            RepetitionCourse.Of(result) is not null
                ?
                [
                    .. Judgement
                        .Each(mean!, result.Judgement!.Band)
                        .Select(e => new KeptEach(e.Repetition, e.Value.Value, e.Judgement.Verdict)),
                ]
                : null
        );
    }

    private static string Margin(MeasureResult result) =>
        result switch
        {
            { Seen: not null } => "seen, not measured",
            { Judgement: null, Source: AnswerSource.Guess } => "a guess, not judged",
            { WouldCount: { } how } => how,
            { Judgement: null } => "noted, no verdict",
            { Judgement: { Verdict: Verdict.InBand } j } => $"{j.Band}",
            { Judgement: { Verdict: Verdict.Outside } j } => $"{Finding.PastWords(j)}{Of(j, result)}",
            _ => "an edge lies within the measuring error",
        };

    /// <summary>In how many of the repetitions, where that is not all of them.</summary>
    private static string Of(Judgement judged, MeasureResult result) =>
        judged.RepetitionsOutside is { } outside && result.Mean?.Error.Repetitions is { } all && outside < all
            ? $", in {outside} of {all}"
            : "";

    private static KeptErrorPart[] Parts(MeasureResult result)
    {
        var error = result.Mean!.Error;
        var found = result.Mean.Readings.Any(r => r.Provenance.Placer == PointPlacer.Found);
        var often = $"{error.Repetitions} {(error.Repetitions == 1 ? "repetition" : "repetitions")}";
        return
        [
            .. result.Source == AnswerSource.Pictures
                ? new[]
                {
                    new KeptErrorPart(
                        "Placing",
                        Sd(error.Placing),
                        found
                            ? "how far the points that were found scatter in this clip"
                            : "how far hand-placed points scatter in a picture this large"
                    ),
                }
                : [],
            new(
                "Repetition",
                Sd(error.Repetition),
                found && error.Repetitions >= RepetitionCourse.LeastRepetitions
                    ? "how much one repetition differs from the next, measured in this clip"
                    : "how much one repetition differs from the next (assumed until measured)"
            ),
            .. error.Camera.Value > 0
                ? new[]
                {
                    new KeptErrorPart(
                        found ? "Camera and model"
                            : result.Source == AnswerSource.Pictures ? "Camera"
                            : result.Source == AnswerSource.Clip ? "Edges of the way down"
                            : "Device",
                        Sd(error.Camera),
                        found
                            ? "systematic, with what found points are off by together; it does not shrink with more repetitions"
                            : "systematic; it does not shrink with more repetitions"
                    ),
                }
                : [],
            new(
                "Together",
                Sd(error.StandardError),
                $"standard error over {often}; the ± shown is 1.28 of it, so the truth lies within about four times in five"
            ),
        ];
    }

    private static string Sd(Quantity sd) =>
        FormattableString.Invariant(
            $"{sd.Value:0.0}{sd.Unit switch { MeasureUnit.Degrees => "°", MeasureUnit.Centimetres => " cm", MeasureUnit.Seconds => " s", _ => " %" }}"
        );
}
