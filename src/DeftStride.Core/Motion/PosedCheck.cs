using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Motion;

/// <summary>A fault to put into a posed check.</summary>
/// <param name="MeasureId">Which measure goes wrong.</param>
/// <param name="Where">Which way.</param>
/// <param name="Side">On which working side.</param>
public sealed record PosedFault(string MeasureId, BandSide Where, BodySide Side);

/// <summary>
/// A whole check of an exercise as a posed figure would give it: the stills of the plan with their points, and the coach's
/// word on what no picture shows. Its truth is known, so that the demo, the practice and the tests can hold the product to it.
/// </summary>
public static class PosedCheck
{
    /// <summary>Pictures of posed figures, about 5 pixels a centimetre.</summary>
    public static readonly PictureSize Picture = new(1600, 1080);

    /// <summary>Pixels a metre for a client of 1.75 m, who then fits in; a taller one is filmed from as far with a wider lens.</summary>
    private static double PixelsPerMetre(View view) => view == View.Side ? 460 : 500;

    /// <summary>Put up by the guide: knee high from the side, a little higher from front and back.</summary>
    private static FigureCamera ByGuide(View view, Body body) =>
        FigureCamera.At(
            CameraPlace.ByGuide with
            {
                HeightMetres = LookPlan.PhoneHeight(view),
            },
            PixelsPerMetre(view) * Math.Min(1, 1.75 / body.Stature),
            Picture
        );

    private static readonly CameraPlace FromVeryFar = CameraPlace.ByGuide with { DistanceMetres = 100 };

    /// <summary>The check, clean but for the faults put into it.</summary>
    /// <param name="standard">The standard whose plan and must-pass checks are followed.</param>
    /// <param name="body">Whose body.</param>
    /// <param name="repetitions">How many repetitions a side, at least 1.</param>
    /// <param name="hand">Scatters the points as a hand would; null for none.</param>
    /// <param name="faults">What goes wrong.</param>
    /// <returns>Stills with every planned point, pixels, both sides.</returns>
    public static LookInput Of(
        CheckStandard standard,
        Body body,
        int repetitions,
        Random? hand,
        params PosedFault[] faults
    )
    {
        ArgumentNullException.ThrowIfNull(standard);
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(faults);
        var plan = LookPlan
            .For(standard)
            .Where(p => p.Essential || p.Moment is Moment.Start or Moment.Bottom)
            .ToArray();
        var stills = new List<PointSet>();
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
        {
            foreach (var planned in plan)
            {
                var pose = faults
                    .Where(f => f.Side == side)
                    .Aggregate(
                        PoseLibrary.Clean(standard.Exercise, planned.Moment, body, standard.School.Value.Code),
                        (p, f) => Spoiled(p, f, planned.Moment, body)
                    );
                for (var n = 1; n <= repetitions; n++)
                    // The client turns round, so that the leg that is judged is the nearer one.
                    stills.Add(
                        Still(
                            new PosedFigure(body, pose),
                            planned,
                            side,
                            n,
                            hand,
                            ByGuide(planned.View, body) with
                            {
                                Facing =
                                    (side == BodySide.Right) == LookPlan.WorkingLegNear(standard)
                                        ? Facing.Right
                                        : Facing.Left,
                            }
                        )
                    );
            }
        }

        var seen = standard
            .MustPass.Where(b => (!b.Measure.IsRead || b.Measure.OnlyOutside) && b.Measure.CleanNumber is null)
            .SelectMany(b =>
                Sides.Select(s => new SeenAnswer(
                    b.Measure.Id,
                    s,
                    faults.Any(f => f.MeasureId == b.Measure.Id && f.Side == s) ? BandSide.Beyond : BandSide.Within
                ))
            );
        var stated = standard
            .MustPass.Where(b => b.Measure.CleanNumber is not null)
            .SelectMany(b =>
                Sides.Select(s => new StatedNumber(
                    b.Measure.Id,
                    s,
                    b.Measure.CleanNumber!.Value
                        * (faults.Any(f => f.MeasureId == b.Measure.Id && f.Side == s) ? 0.4 : 1),
                    b.Measure.Unit == MeasureUnit.Seconds ? AnswerSource.Clock : AnswerSource.Tape
                ))
            );
        return new LookInput(
            stills,
            [.. seen],
            [.. stated],
            ReadingContext.Default with
            {
                Body = body,
                BothFeetPlanted = standard.Exercise.Shape.BothFeetPlanted,
                RearRaiseMetres = new PosedFigure(
                    body,
                    PoseLibrary.Clean(standard.Exercise, Moment.Bottom, body, standard.School.Value.Code)
                )
                    .At(Landmark.RearToe)
                    .Y,
            }
        );
    }

    private static readonly BodySide[] Sides = [BodySide.Left, BodySide.Right];

    /// <summary>One still of a figure, with every point that the plan asks for.</summary>
    /// <returns>Its points in pixels.</returns>
    public static PointSet Still(
        PosedFigure figure,
        PlannedStill planned,
        BodySide side,
        int repetition,
        Random? hand,
        FigureCamera? camera = null
    )
    {
        ArgumentNullException.ThrowIfNull(figure);
        ArgumentNullException.ThrowIfNull(planned);
        var lens = camera ?? ByGuide(planned.View, figure.Body);
        ImagePoint Near(ImagePoint p) => hand is null ? p : new(p.X + Scatter(hand), p.Y + Scatter(hand));
        var roll = lens.RollDegrees * Math.PI / 180;
        // Something upright 0.6 m ahead of the client, or beside them.
        var ahead = planned.View == View.Side && lens.Facing == Facing.Left ? -1 : 1;
        var post = new ImagePoint((Picture.Width / 2.0) + (ahead * 0.6 * lens.PixelsPerMetre), 900);
        return new PointSet(
            planned.View,
            side,
            lens.Facing,
            Picture,
            figure
                .Seen(planned.View, side, lens, [.. planned.Points, .. planned.MorePoints])
                .ToDictionary(p => p.Key, p => Near(p.Value)),
            new VerticalMark(post, new ImagePoint(post.X + (600 * Math.Sin(roll)), post.Y - (600 * Math.Cos(roll)))),
            PointPlacer.Hand,
            $"{planned.View}-{planned.Moment}-{side}-{repetition}"
        )
        {
            Moment = planned.Moment,
            Repetition = repetition,
            Mirrored = lens.Mirrored,
            Camera = lens.Place ?? FromVeryFar,
        };
    }

    /// <summary>A posture with one thing wrong in it, by clearly more than any band allows.</summary>
    /// <returns>The posture itself where the fault does not show at the moment.</returns>
    public static Pose Spoiled(Pose pose, PosedFault fault, Moment moment, Body body)
    {
        ArgumentNullException.ThrowIfNull(pose);
        ArgumentNullException.ThrowIfNull(fault);
        if (MeasureDefinition.Find(fault.MeasureId)?.Spoiling is not { } spoiling || !spoiling.At(moment))
            return pose;
        var sign = fault.Where == BandSide.Short && !spoiling.OneWay ? -1 : 1;
        var spoiled = spoiling.Parts.Aggregate(
            pose,
            (p, part) => With(p, part.Part, sign * part.By, spoiling.Sets, body)
        );
        return spoiling.KeepsDepth ? Level(pose, spoiled, body) : spoiled;
    }

    private static Pose With(Pose pose, PosePart part, double by, bool set, Body body)
    {
        double To(double was) => set ? by : was + by;
        return part switch
        {
            PosePart.Shin => pose with { Shin = To(pose.Shin) },
            PosePart.Knee => pose with { Knee = To(pose.Knee) },
            PosePart.Trunk => pose with { Trunk = To(pose.Trunk) },
            PosePart.RearThigh => pose with { RearThigh = To(pose.RearThigh) },
            PosePart.RearKneeHeight => PoseLibrary.ToDepth(
                pose,
                body,
                (set ? 0 : new PosedFigure(body, pose).At(Landmark.RearKnee).Y) + (by / 100)
            ),
            PosePart.HeelRise => pose with { HeelRise = To(pose.HeelRise) },
            PosePart.KneeIn => pose with { KneeIn = To(pose.KneeIn) },
            PosePart.PelvisDrop => pose with { PelvisDrop = To(pose.PelvisDrop) },
            PosePart.PelvisShift => pose with { PelvisShift = To(pose.PelvisShift) },
            PosePart.SideLean => pose with { SideLean = To(pose.SideLean) },
            PosePart.HipsBack => pose with { HipsBack = To(pose.HipsBack) },
            PosePart.FreeKneeBend => pose with { FreeKneeBend = To(pose.FreeKneeBend) },
            PosePart.TurnOut => pose with { TurnOut = To(pose.TurnOut) },
            _ => throw new ArgumentOutOfRangeException(nameof(part), part, null),
        };
    }

    /// <summary>The changed posture sunk until its rear knee is as high as before.</summary>
    private static Pose Level(Pose before, Pose after, Body body) =>
        PoseLibrary.ToDepth(after, body, new PosedFigure(body, before).At(Landmark.RearKnee).Y);

    private static double Scatter(Random hand) => Gaussian.Sample(hand, 4);
}
