using DeftStride.Core.Bodies;

namespace DeftStride.Core.Measuring;

/// <summary>Something about a still that is probably a slip; the coach is asked and nothing is changed unasked.</summary>
public enum DoubtKind
{
    /// <summary>From the side the toes seem to point the other way.</summary>
    FacingOtherWay,

    /// <summary>From front or back the working leg is on the side where the other leg should be.</summary>
    OtherLegOrMirrored,

    /// <summary>A picture given as from the side looks like one from the front, or the other way round.</summary>
    OtherView,

    /// <summary>The points of the front leg sit on the rear leg.</summary>
    WrongLeg,

    /// <summary>The camera stood off to one side: lengths along the line of travel are seen shortened.</summary>
    OffAxis,

    /// <summary>A line on the floor tells nothing of how square the camera stood.</summary>
    FloorLine,

    /// <summary>A point lies further away than this body reaches.</summary>
    OffTheBody,

    /// <summary>The points lie to each other exactly as they did in another picture: taken over rather than put there.</summary>
    SameAsLast,
}

/// <summary>A doubt about one still, as a question.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Question">What to ask the coach, with what to do.</param>
public sealed record StillDoubt(DoubtKind Kind, string Question)
{
    private const double OffAxisMeasured = 20;
    private const double OffAxisEstimated = 32;

    // A picture shortens a part of the body and never lengthens it: so much longer than the shank allows is a slip of a point.
    private const double TooLongSide = 1.4;
    private const double TooLongFrontal = 1.7;
    private const double AtLeastPixels = 12;
    private static readonly Body Usual = Body.From(new BodyMeasures(1.72));

    /// <summary>What is doubtful about a still.</summary>
    /// <returns>Each with a sentence that says what to do; empty where nothing is.</returns>
    public static IReadOnlyList<StillDoubt> Of(PointSet still, ReadingContext context, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(still);
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(errors);
        return MeasureReader.Sound(still, errors) is { } sound ? Of(sound, context, errors) : [];
    }

    /// <summary>The same of a still that is known to have no fault.</summary>
    internal static IReadOnlyList<StillDoubt> Of(Levelled levelled, ReadingContext context, ErrorModel errors)
    {
        var margin = 3 * errors.PointSdPixels(levelled.Still.Picture);
        StillDoubt[] doubts =
            levelled.Still.View == View.Side ? [.. Side(levelled, context, margin)] : [.. Frontal(levelled, margin)];
        // Points of the wrong view or leg do not fit a body either; that is asked first.
        return doubts.Length > 0 || OffTheBody(levelled, context.Body ?? Usual) is not { } off ? doubts : [off];
    }

    /// <summary>
    /// Whether the points lie to each other exactly as in another picture, in whatever place, size and turn: two people never stand so,
    /// and no hand places so.
    /// </summary>
    /// <param name="still">This picture's points.</param>
    /// <param name="last">The other picture's, as they would lie in this one.</param>
    /// <returns>Null when they do not, or when too few points are common.</returns>
    public static StillDoubt? SameAsLast(
        IReadOnlyDictionary<Landmark, ImagePoint> still,
        IReadOnlyDictionary<Landmark, ImagePoint> last
    )
    {
        ArgumentNullException.ThrowIfNull(still);
        ArgumentNullException.ThrowIfNull(last);
        var common = still.Keys.Where(last.ContainsKey).ToArray();
        if (common.Length < 2 || common.Any(l => !still[l].IsFinite || !last[l].IsFinite))
            return null;
        // Two points fit any other two once turned and sized; of two only the same stretch says something.
        var off =
            common.Length == 2
                ? Far(
                    new(still[common[1]].X - still[common[0]].X, still[common[1]].Y - still[common[0]].Y),
                    new(last[common[1]].X - last[common[0]].X, last[common[1]].Y - last[common[0]].Y)
                )
                : PointGuess.Misfit([.. common.Select(l => last[l])], [.. common.Select(l => still[l])]);
        return off < SamePixels
            ? new(
                DoubtKind.SameAsLast,
                "These points lie to each other exactly as in the last picture. Was each put in its place here?"
            )
            : null;

        static double Far(ImagePoint a, ImagePoint b) => Math.Sqrt(Square(a.X - b.X) + Square(a.Y - b.Y));
    }

    private const double SamePixels = 0.75;

    private static double Square(double d) => d * d;

    private static StillDoubt? OffTheBody(Levelled f, Body body)
    {
        if (!f.Has(Landmark.Ankle) || !f.Has(Landmark.Knee))
            return null;
        var shank = f.Distance(Landmark.Ankle, Landmark.Knee);
        if (shank < AtLeastPixels)
            return new(
                DoubtKind.OffTheBody,
                "Ankle and knee lie almost on each other. Put each in the middle of its joint."
            );
        var (side, tooLong) = (f.Still.View == View.Side, f.Still.View == View.Side ? TooLongSide : TooLongFrontal);
        (Landmark From, Landmark To, double Metres, string Lies)[] parts =
        [
            (Landmark.Knee, Landmark.Hip, body.Thigh, "The hip lies"),
            (Landmark.Hip, Landmark.Shoulder, body.Trunk, "The shoulder lies"),
            (Landmark.Shoulder, Landmark.Ear, 0.16 * body.Stature, "The ear lies"),
            (Landmark.Hip, Landmark.RearKnee, body.Thigh, "The rear knee lies"),
            (Landmark.RearKnee, Landmark.RearAnkle, body.Shank, "The rear ankle lies"),
            (Landmark.Ankle, Landmark.Toe, side ? 0.9 * body.Foot : body.Foot, "The toe lies"),
            (Landmark.Ankle, Landmark.Heel, 0.5 * body.Foot, "The heel lies"),
            (Landmark.WorkingPelvis, Landmark.FreePelvis, body.HipBoneWidth, "One point of the pelvis lies"),
            (Landmark.WorkingShoulder, Landmark.FreeShoulder, 0.26 * body.Stature, "One of the shoulders lies"),
        ];
        var far = parts
            .Where(p =>
                f.Has(p.From) && f.Has(p.To) && f.Distance(p.From, p.To) > tooLong * shank * p.Metres / body.Shank
            )
            .ToArray();
        if (far.Length == 0)
            return null;
        // What all the parts that are too long have in common is the point that was put elsewhere.
        var lies =
            far.Length == 1
                ? far[0].Lies
                : new[]
                {
                    (Landmark.Hip, "The hip lies"),
                    (Landmark.Shoulder, "The shoulder lies"),
                    (Landmark.RearKnee, "The rear knee lies"),
                }
                    .FirstOrDefault(l => far.All(p => p.From == l.Item1 || p.To == l.Item1))
                    .Item2;
        return new(
            DoubtKind.OffTheBody,
            lies is null
                ? "The shank is much shorter than the rest of this body. Look again where ankle and knee are put."
                : $"{lies} further away than this body reaches. Look again at that point."
        );
    }

    private static IEnumerable<StillDoubt> Side(Levelled f, ReadingContext context, double margin)
    {
        var leg = f.Still.FrontLeg == BodySide.Left ? "left" : "right";
        if (f.Has(Landmark.Heel) && f.Has(Landmark.Toe) && f.X(Landmark.Heel) - f.X(Landmark.Toe) > margin)
            yield return new(
                DoubtKind.FacingOtherWay,
                "The toes point the other way here. Turn the picture's direction round?"
            );
        if (
            f.Has(Landmark.Heel)
            && f.Has(Landmark.Toe)
            && f.Has(Landmark.Ankle)
            && f.Has(Landmark.Knee)
            && Math.Abs(f.X(Landmark.Heel) - f.X(Landmark.Toe)) < 0.25 * f.Distance(Landmark.Ankle, Landmark.Knee)
        )
        {
            yield return new(
                DoubtKind.OtherView,
                "The foot shows hardly any length: this looks like a picture from the front. Move it to the front view?"
            );
            yield break;
        }
        // Without heel and toe the rear foot tells: in a stance it lies behind the front one.
        else if (
            context.BothFeetPlanted
            && !(f.Has(Landmark.Heel) && f.Has(Landmark.Toe))
            && f.Has(Landmark.Ankle)
            && f.Has(Landmark.RearToe)
            && f.X(Landmark.RearToe) - f.X(Landmark.Ankle) > margin
        )
        {
            yield return new(
                DoubtKind.FacingOtherWay,
                "The rear foot lies ahead of the front one. Turn the picture's direction round, or are these points of the other leg?"
            );
            yield break;
        }

        // In a stance the rear knee is behind the hip or under it, and the front ankle ahead of both.
        if (
            context.BothFeetPlanted
            && f.Has(Landmark.Ankle)
            && f.Has(Landmark.RearKnee)
            && f.Has(Landmark.Hip)
            && f.X(Landmark.RearKnee) - f.X(Landmark.Hip) > margin
            && f.X(Landmark.Hip) - f.X(Landmark.Ankle) > margin
        )
            yield return new(
                DoubtKind.WrongLeg,
                $"The front ankle lies behind the rear knee. Are the points of the {leg} leg on the other leg?"
            );
        // Pictures on record from before cameras were undone keep the question of their day.
        else if (f.Still.Camera is null && OffAxis(f, context.Body) is { } degrees)
            yield return new(
                DoubtKind.OffAxis,
                FormattableString.Invariant(
                    $"The thigh looks short for this client: the camera stood about {Math.Round(degrees / 5) * 5:0}° off to one side. Angles read too small; film square from the side."
                )
            );
    }

    /// <summary>How far off the side view the camera seems to have stood, degrees, from how much the thigh's level part is shortened against the shank; null when it is not telling.</summary>
    private static double? OffAxis(Levelled f, Body? body)
    {
        if (body is null || f.Still.Moment is not (Moment.Bottom or Moment.FirstSeen))
            return null;
        if (!f.Has(Landmark.Ankle) || !f.Has(Landmark.Knee) || !f.Has(Landmark.Hip))
            return null;
        // The shank is about upright, so its height tells the scale whatever the camera's place.
        var scale = f.HasScaleMark ? f.Scale(body, 0) : 100 * body.Shank / f.Distance(Landmark.Ankle, Landmark.Knee);
        var up = (f.Up(Landmark.Hip) - f.Up(Landmark.Knee)) * scale;
        var thigh = 100 * body.Thigh;
        // A steep thigh has little level part to be shortened.
        if (Math.Abs(up) > 0.55 * thigh)
            return null;
        var cosine = Math.Abs(f.X(Landmark.Hip) - f.X(Landmark.Knee)) * scale / Math.Sqrt((thigh * thigh) - (up * up));
        if (cosine >= 1)
            return null;
        var degrees = Math.Acos(cosine) * 180 / Math.PI;
        return degrees > (body.SegmentsMeasured ? OffAxisMeasured : OffAxisEstimated) ? degrees : null;
    }

    private static IEnumerable<StillDoubt> Frontal(Levelled f, double margin)
    {
        var right = f.Still.FrontLeg == BodySide.Right;
        var (leg, from) = (right ? "right" : "left", f.Still.View.From());
        if (
            f.Has(Landmark.Heel)
            && f.Has(Landmark.Toe)
            && f.Has(Landmark.Ankle)
            && f.Has(Landmark.Knee)
            && Math.Abs(f.X(Landmark.Heel) - f.X(Landmark.Toe)) > 0.45 * f.Distance(Landmark.Ankle, Landmark.Knee)
            && Math.Abs(f.X(Landmark.Heel) - f.X(Landmark.Toe)) > 3 * Math.Abs(f.Up(Landmark.Heel) - f.Up(Landmark.Toe))
        )
        {
            yield return new(
                DoubtKind.OtherView,
                $"The whole length of the foot shows: this looks like a picture from the side, not {from}. Move it to the side view?"
            );
            yield break;
        }

        if (f.Has(Landmark.WorkingPelvis) && f.Has(Landmark.FreePelvis))
        {
            var apart = f.X(Landmark.FreePelvis) - f.X(Landmark.WorkingPelvis);
            // A pelvis seen from the front is about two thirds of a shank wide.
            var tall = f.Has(Landmark.Ankle) && f.Has(Landmark.Knee) ? f.Distance(Landmark.Ankle, Landmark.Knee) : 0;
            if (Math.Abs(apart) < Math.Max(0.12 * tall, 2 * margin))
            {
                yield return new(
                    DoubtKind.OtherView,
                    $"The two points of the pelvis lie over each other: this looks like a picture from the side, not {from}. Move it to the side view?"
                );
                yield break;
            }

            if (apart < 0)
            {
                var where = (f.Still.View == View.Front) == right ? "left" : "right";
                yield return new(
                    DoubtKind.OtherLegOrMirrored,
                    $"Seen {from} the {leg} leg should be on the picture's {where}. Is the picture mirrored, or is it the other leg?"
                );
            }
        }
    }
}
