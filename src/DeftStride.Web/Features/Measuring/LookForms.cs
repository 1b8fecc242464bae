using DeftStride.Data.Kept;
using DeftStride.Web.Features.Bodies;

namespace DeftStride.Web.Features.Measuring;

/// <summary>
/// Between what is sent and what is kept: pictures with their points, answers, standards and what was found. The two may
/// part ways at any time; this is where.
/// </summary>
internal static class LookForms
{
    public static KeptStill ToKept(this StillDto s) =>
        new(
            s.Side,
            s.View,
            s.Moment,
            s.Repetition,
            s.Facing,
            s.Mirrored,
            s.PictureId,
            s.Width,
            s.Height,
            s.Points.ToDictionary(p => p.Key, p => p.Value.ToKept()),
            s.Vertical is { } v ? new KeptVertical(v.One.ToKept(), v.Other.ToKept()) : null,
            s.Scale is { } c ? new KeptScale(c.One.ToKept(), c.Other.ToKept(), c.Centimetres) : null,
            s.Guessed,
            (s.Camera ?? CameraDto.Usual).ToKept(),
            s.Line is { } l ? new KeptFloorLine(l.One.ToKept(), l.Other.ToKept(), l.Metres) : null,
            s.Clip is { } f ? new KeptFromClip(f.ClipId, f.Seconds, f.Moved, f.Sds) : null
        );

    public static StillDto ToWire(this KeptStill s) =>
        new(
            s.Side,
            s.View,
            s.Moment,
            s.Repetition,
            s.Facing,
            s.Mirrored,
            s.PictureId,
            s.Width,
            s.Height,
            s.Points.ToDictionary(p => p.Key, p => p.Value.ToWire()),
            s.Vertical is { } v ? new VerticalDto(v.One.ToWire(), v.Other.ToWire()) : null,
            s.Scale is { } c ? new ScaleDto(c.One.ToWire(), c.Other.ToWire(), c.Centimetres) : null,
            s.Guessed,
            s.Camera is { } at ? new CameraDto(at.DistanceM, at.HeightM, at.Guided) : null,
            s.Line is { } l ? new FloorLineDto(l.One.ToWire(), l.Other.ToWire(), l.Metres) : null,
            s.Clip is { } f ? new FromClipDto(f.ClipId, f.Seconds, f.Moved, f.Sds) : null
        );

    private static KeptCamera ToKept(this CameraDto c) => new(c.DistanceM, c.HeightM, c.Guided);

    private static KeptPoint ToKept(this PointDto p) => new(p.X, p.Y);

    private static PointDto ToWire(this KeptPoint p) => new(p.X, p.Y);

    public static KeptSeen ToKept(this SeenDto s) => new(s.MeasureId, s.Side, s.Where, s.Moment);

    public static KeptStated ToKept(this StatedDto s) => new(s.MeasureId, s.Side, s.Value, s.Source);

    public static StandardDto ToWire(this KeptStandard s) =>
        new(
            s.ExerciseId,
            s.School,
            s.Source,
            new AnkleDto(s.LeftAnkle.Degrees, s.LeftAnkle.Measured),
            new AnkleDto(s.RightAnkle.Degrees, s.RightAnkle.Measured),
            s.HeelWedgeDegrees,
            [
                .. s.Bands.Select(b => new StandardBandDto(
                    b.MeasureId,
                    b.LeftLow,
                    b.LeftHigh,
                    b.RightLow,
                    b.RightHigh,
                    b.MustPass,
                    b.Source,
                    b.LeftAssumed == true,
                    b.RightAssumed == true
                )),
            ],
            s.Body is { } body
                ? new BodyDto(body.StatureCm, body.MassKg, body.ShankCm, body.ThighCm, body.FootCm)
                : null,
            s.PadCm,
            s.RearRaiseCm
        );

    public static LookView ToWire(this KeptLook look) =>
        new(
            [
                .. look.Stills.Select(s => new StillView(
                    s.Side,
                    s.View,
                    s.Moment,
                    s.TiltDegrees,
                    s.Fault,
                    s.Sentence,
                    [.. s.Doubts.Select(d => new DoubtView(d.Kind, d.Question))],
                    s.Rail is { } r ? new RailView(r.Low.ToWire(), r.High.ToWire()) : null,
                    s.Square
                )),
            ],
            [.. look.Results.Select(ToWire)],
            [
                .. look.Comparisons.Select(c => new ComparisonView(
                    c.MeasureId,
                    c.Difference,
                    c.DifferenceText,
                    c.AllowedText,
                    c.Equal,
                    c.SameFacing,
                    c.Words
                )),
            ],
            [.. look.Missing.Select(ToWire)],
            [.. look.Shares.Select(s => new ShareView(s.Side, s.LeastPercent, s.MostPercent, s.Text))],
            look.Finding.ToWire(),
            [.. (look.Counts ?? []).Select(c => new CleanCountView(c.Side, c.View, c.Clean, c.Off, c.Unsure, c.Text))],
            [
                .. (look.Clips ?? []).Select(c => new ClipSaidView(
                    c.Clip,
                    c.View,
                    [.. c.Said.Select(s => new SaidView(s.Side, s.Text))]
                )),
            ]
        );

    public static PastLookView ToWire(this KeptBrief look) =>
        new([.. look.Results.Select(ToWire)], [.. look.Missing.Select(ToWire)], look.Finding.ToWire());

    public static ResultView ToWire(this KeptResult r) =>
        new(
            r.MeasureId,
            r.Side,
            r.Moment,
            r.Standing,
            r.MustPass,
            r.Source,
            r.Value,
            r.Text,
            r.Words,
            r.Reach,
            r.ReachText,
            r.Verdict,
            r.Where,
            r.MarginText,
            r.Band is { } b ? new BandView(b.Lower, b.Upper, b.Text) : null,
            r.Repetitions,
            r.Sameness,
            [.. r.Error.Select(e => new ErrorPartView(e.Name, e.Text, e.Means))],
            [.. (r.Each ?? []).Select(e => new EachView(e.Repetition, e.Value, e.Verdict))]
        );

    private static MissingView ToWire(KeptMissing m) => new(m.MeasureId, m.Side);

    private static FindingView ToWire(this KeptFinding f) =>
        new(f.Kind, f.Side, f.MeasureId, f.Where, f.Sentence.ToWire(), f.Because);

    public static IReadOnlyList<PartView> ToWire(this IReadOnlyList<KeptPart> sentence) =>
        [.. sentence.Select(p => new PartView(p.Text, p.Tone))];
}
