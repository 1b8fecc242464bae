using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>Where the hips go from the start of a repetition to its bottom, in shank lengths of the client; an estimate.</summary>
/// <param name="Down">How far they go down.</param>
/// <param name="Ahead">How far forward, from the side; from front and back how far toward the working leg. Below 0 back, or toward the free leg.</param>
/// <param name="Sd">What each is unsure by: the points' scatter and what the model leaves of it.</param>
public sealed record HipPath(double Down, double Ahead, double Sd)
{
    /// <summary>What a model leaves in the way of the hips, a share of the shank.</summary>
    private const double ModelSd = 0.04;

    /// <summary>The path of one repetition.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="repetition">One that counts.</param>
    /// <returns>Centimetres ahead and up, from where the repetition begins; null where hips or shank were not seen.</returns>
    public static HipPath? Of(Movement movement, SidedRepetition repetition)
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(repetition);
        var track = movement.On(repetition.Side);
        var (start, bottom) = (movement.When(repetition, Moment.Start), repetition.Repetition.Bottom);
        if (
            Hips(track, start) is not { } from
            || Hips(track, bottom) is not { } to
            || track.At(Landmark.Knee, start) is not { } knee
            || track.At(Landmark.Ankle, start) is not { } ankle
        )
            return null;
        var shank = Math.Max(1, knee.DistanceTo(ankle));
        var up = track.Track.Vertical is { } mark ? Levelled.Upright(mark) : (X: 0, Y: -1);
        var (dx, dy) = (to.X - from.X, to.Y - from.Y);
        var across = (X: -up.Y, Y: up.X);
        var right = (dx * across.X) + (dy * across.Y);
        var ahead =
            movement.Body.View == View.Side
                ? (track.Track.Facing == Facing.Left ? -right : right)
                : right * Math.Sign(Toward(track, bottom) is 0 ? 1 : Toward(track, bottom));
        var scatter = (track.Scatter(Landmark.Hip) ?? (1.5 * track.Track.Picture.Height / 1080)) / shank;
        var down = -((dx * up.X) + (dy * up.Y));
        return new HipPath(
            down / shank,
            ahead / shank,
            Math.Sqrt((ModelSd * ModelSd) + (scatter * scatter * Math.Pow(track.Filter.GainOfMean(3), 2)))
        );
    }

    /// <summary>On which side of the free foot the working foot lies in the picture.</summary>
    private static int Toward(CleanTrack track, double seconds) =>
        track.At(Landmark.Ankle, seconds) is { } working && track.At(Landmark.RearAnkle, seconds) is { } free
            ? Math.Sign(working.X - free.X)
            : 0;

    private static ImagePoint? Hips(CleanTrack track, double seconds) =>
        track.At(Landmark.Hip, seconds) is { } one && track.At(Landmark.FreeHip, seconds) is { } other
            ? new ImagePoint((one.X + other.X) / 2, (one.Y + other.Y) / 2)
            : null;
}
