using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>Why an instant of a clip gives no posture.</summary>
public enum FilmedPostureFault
{
    /// <summary>It was not filmed from the side, where shin and trunk are seen.</summary>
    NotFromTheSide,

    /// <summary>It is not a stance on two legs: a step or one leg has other freedoms.</summary>
    NotAStance,

    /// <summary>Ankle, knee, hip or shoulder was not seen at that instant, or the instant is outside the clip.</summary>
    NotSeen,

    /// <summary>The points make no posture of this body: a hand's breadth of error can do that near the top.</summary>
    NoPosture,
}

/// <summary>
/// The posture of a split stance at one instant of a clip, read off its points: the four freedoms of the linkage, so that what it
/// does to the joints can be worked out. As good as the clip's points, about 2° in each angle and 3 cm in depth; nothing about it
/// is judged.
/// </summary>
/// <param name="Seconds">From the start of the clip.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Stance">Shin, rear thigh, trunk, and the depth that follows from them and the front thigh.</param>
/// <param name="RearThighSeen">Whether the rear knee was seen; where not, its thigh is taken to hang straight down.</param>
public sealed record FilmedPosture(double Seconds, BodySide Side, SplitStance Stance, bool RearThighSeen)
{
    /// <summary>Sentences for what gives no posture, each with what to do.</summary>
    /// <returns>One or two sentences, with what to do.</returns>
    public static string Sentence(FilmedPostureFault fault) =>
        fault switch
        {
            FilmedPostureFault.NotFromTheSide =>
                "A posture is read from the side. Play the clip that was filmed from there.",
            FilmedPostureFault.NotAStance => "Only instants of split stances and lunges can be compared as positions.",
            FilmedPostureFault.NotSeen => "Shin, hip and shoulder are not all seen there. Take an instant nearby.",
            FilmedPostureFault.NoPosture =>
                "The points of that instant make no stance of this body. Take an instant nearer the bottom.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, null),
        };

    /// <summary>The posture at an instant.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="side">The client's own working side.</param>
    /// <param name="seconds">From the start of the clip.</param>
    /// <param name="body">Whose.</param>
    /// <param name="raised">What the feet stood on, from the set-up of that day: heights and wedge are taken from it.</param>
    /// <param name="rear">Ranges of the rear leg's side, for its foot.</param>
    /// <param name="errors">The spreads, which tell what is too short to be read.</param>
    /// <param name="fault">Why there is none.</param>
    /// <returns>Null where there is none; then <paramref name="fault"/> is set.</returns>
    public static FilmedPosture? TryAt(
        Movement movement,
        BodySide side,
        double seconds,
        Body body,
        SplitStance? raised,
        RangeOfMotion rear,
        ErrorModel errors,
        out FilmedPostureFault? fault
    )
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(body);
        fault =
            movement.Exercise.Form is null ? FilmedPostureFault.NotAStance
            : movement.Body.View != View.Side ? FilmedPostureFault.NotFromTheSide
            : null;
        if (fault is not null)
            return null;
        var at = movement
            .Counted.Where(r => r.Side == side)
            .MinBy(r => Math.Abs(Math.Clamp(seconds, r.Repetition.Start.Seconds, r.Repetition.End.Seconds) - seconds));
        if (
            at is null
            || !double.IsFinite(seconds)
            || MeasureReader.Sound(movement.At(at, seconds, Moment.Bottom), errors) is not { } f
            || !new[] { Landmark.Ankle, Landmark.Knee, Landmark.Hip, Landmark.Shoulder }.All(f.Has)
        )
        {
            fault = FilmedPostureFault.NotSeen;
            return null;
        }

        double Toward(Landmark from, Landmark to) =>
            MeasureGeometry.Direction(f.X(to) - f.X(from), f.Up(to) - f.Up(from));
        var shin = Angle.FromDegrees(Toward(Landmark.Ankle, Landmark.Knee));
        // From the knee back to the hip: against horizontal, + hip higher.
        var thigh = Angle.FromDegrees(90 + Toward(Landmark.Knee, Landmark.Hip));
        var seen = f.Has(Landmark.RearKnee);
        var rearThigh = seen ? Angle.FromDegrees(MeasureGeometry.RearThigh(f)) : Angle.Zero;
        var stood = raised ?? new SplitStance(Angle.Zero, Angle.Zero, SplitStance.OnPadMetres, Angle.Zero);
        var ankle =
            stood.FrontRaiseMetres + (body.AnkleBallRadius * Math.Sin(body.AnkleBallAngle + stood.HeelWedge.Radians));
        var hip = ankle + (body.Shank * Math.Cos(shin.Radians)) + (body.Thigh * Math.Sin(thigh.Radians));
        var stance = stood with
        {
            FrontShin = shin,
            RearThigh = rearThigh,
            RearKneeMetres = Math.Max(SplitStance.KneeRadiusMetres, hip - (body.Thigh * Math.Cos(rearThigh.Radians))),
            TrunkLean = Angle.FromDegrees(MeasureGeometry.TrunkLean(f)),
            RearFoot = stood.RearFoot ?? RearFoot.For(rear),
        };
        if (!SplitLinkage.TrySolve(body, stance).Is(out _))
        {
            fault = FilmedPostureFault.NoPosture;
            return null;
        }

        return new FilmedPosture(seconds, side, stance, seen);
    }
}
