using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using static DeftStride.Core.Measuring.MeasureGeometry;

namespace DeftStride.Core.Filming;

/// <summary>Poses a figure anew by what the stills of one moment say, each view what it sees.</summary>
internal static class Posing
{
    private static readonly Landmark[] Shin = [Landmark.Ankle, Landmark.Knee];
    private static readonly Landmark[] Leg = [Landmark.Ankle, Landmark.Knee, Landmark.Hip];
    private static readonly Landmark[] Trunk = [Landmark.Hip, Landmark.Shoulder];
    private static readonly Landmark[] RearThighEnds = [Landmark.Hip, Landmark.RearKnee];
    private static readonly Landmark[] RearShankEnds = [Landmark.RearKnee, Landmark.RearAnkle];
    private static readonly Landmark[] Tracking = [Landmark.Ankle, Landmark.Toe, Landmark.Knee];
    private static readonly Landmark[] Pelvis = [Landmark.WorkingPelvis, Landmark.FreePelvis];
    private static readonly Landmark[] Shift = [Landmark.Ankle, Landmark.WorkingPelvis, Landmark.FreePelvis];
    private static readonly Landmark[] Lean = [.. Pelvis, Landmark.WorkingShoulder, Landmark.FreeShoulder];
    private static readonly Landmark[] Feet = [Landmark.Ankle, Landmark.RearAnkle];

    /// <summary>The pose as the stills have it; what none of them shows, or shows as no body has it, stays.</summary>
    /// <param name="pose">The pose so far.</param>
    /// <param name="stills">Stills of one side and moment, their cameras undone.</param>
    /// <param name="body">Whose body.</param>
    /// <param name="tapped">Whether a line has told how square the front view was; only then is the foot's direction taken from it.</param>
    public static Pose By(Pose pose, IReadOnlyList<Levelled> stills, Body body, bool tapped)
    {
        double Read(View view, Landmark[] points, double was, double most, Func<Levelled, double> read)
        {
            var (sum, count) = (0.0, 0);
            foreach (var f in stills)
            {
                if (f.Still.View == view && f.HasAll(points))
                    (sum, count) = (sum + read(f), count + 1);
            }

            var value = sum / count;
            return count > 0 && Math.Abs(value) <= most ? value : was;
        }

        // From behind the pelvis and the trunk are seen as well; the front counts where it is there.
        var frontal = stills.Any(f => f.Still.View == View.Front) ? View.Front : View.Back;
        var shin = Read(
            View.Side,
            Shin,
            pose.Shin,
            60,
            f => Direction(f.X(Landmark.Knee) - f.X(Landmark.Ankle), f.Up(Landmark.Knee) - f.Up(Landmark.Ankle))
        );
        var context = ReadingContext.Default with
        {
            Body = body,
            LeftShinAssumed = Angle.FromDegrees(shin),
            RightShinAssumed = Angle.FromDegrees(shin),
        };
        double Centimetres(Levelled f) => Scale(f, context);
        var half = 50 * body.HipJointWidth;
        return pose with
        {
            Shin = shin,
            Knee = Read(View.Side, Leg, pose.Knee, 150, f => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
            Trunk = Read(View.Side, Trunk, pose.Trunk, 80, TrunkLean),
            RearThigh = Read(View.Side, RearThighEnds, pose.RearThigh, 90, RearThigh),
            RearShank = Read(
                View.Side,
                RearShankEnds,
                pose.RearShank,
                150,
                f =>
                    Direction(
                        f.X(Landmark.RearKnee) - f.X(Landmark.RearAnkle),
                        f.Up(Landmark.RearKnee) - f.Up(Landmark.RearAnkle)
                    )
            ),
            KneeIn = Read(View.Front, Tracking, pose.KneeIn, 15, f => KneeOffset(f, context)),
            PelvisDrop = Read(frontal, Pelvis, pose.PelvisDrop, 25, PelvicLevel),
            PelvisShift = Read(
                View.Front,
                Shift,
                pose.PelvisShift,
                15,
                f =>
                    half
                    - ((Middle(f, Landmark.WorkingPelvis, Landmark.FreePelvis) - f.X(Landmark.Ankle)) * Centimetres(f))
            ),
            SideLean = Read(frontal, Lean, pose.SideLean, 30, SideLean),
            TurnOut = tapped ? Read(View.Front, Tracking, pose.TurnOut, 45, f => FootAhead(f, context)) : pose.TurnOut,
            Track = tapped
                ? Read(
                    View.Front,
                    Feet,
                    pose.Track,
                    0.5,
                    f => (f.X(Landmark.RearAnkle) - f.X(Landmark.Ankle)) * Centimetres(f) / (100 * body.Stature)
                )
                : pose.Track,
        };
    }
}
