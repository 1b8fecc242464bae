using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>
/// The postures that one stance length and one depth leave: with the feet where they are and the rear knee as high as it is
/// the hips can still go forward or back, and front shin, rear thigh and the height of the hips with them. The ends are where a
/// joint runs out, where no posture goes on, or where the style ends.
/// </summary>
/// <param name="ShinLeast">The front shin with the hips furthest back; + ahead of the ankle.</param>
/// <param name="ShinMost">With the hips furthest forward.</param>
/// <param name="HipsLowMetres">The lower of the two heights between which the hips lie, metres above the floor.</param>
/// <param name="HipsHighMetres">The higher of them.</param>
/// <param name="TravelMetres">How far forward of one end the other is, metres.</param>
public sealed record StanceFamily(
    Angle ShinLeast,
    Angle ShinMost,
    double HipsLowMetres,
    double HipsHighMetres,
    double TravelMetres
)
{
    private const double StepDegrees = 1;
    private const int MostSteps = 90;

    /// <summary>The family of a posture whose joints have what it asks.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="posture">One of the family: its length, depth, heights and trunk are kept.</param>
    /// <param name="front">Ranges of the front side.</param>
    /// <param name="rear">Ranges of the rear side.</param>
    /// <param name="nature">The form in its style.</param>
    /// <returns>Null where its joints do not have it, or where none of it is in the style.</returns>
    public static StanceFamily? Of(
        Body body,
        SplitPosture posture,
        RangeOfMotion front,
        RangeOfMotion rear,
        SetupNature nature
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(front);
        ArgumentNullException.ThrowIfNull(rear);
        ArgumentNullException.ThrowIfNull(nature);
        bool Stands(SplitPosture at) => !Demand.Of(at, front, rear).Any(d => d.Exceeds);
        if (!Stands(posture))
            return null;
        SplitPosture? At(double rearThigh) =>
            SplitLinkage
                .TryFromStanceLength(
                    body,
                    posture.StanceMetres,
                    posture.Stance with
                    {
                        RearThigh = Angle.FromDegrees(rearThigh),
                    }
                )
                .Is(out var found) && Stands(found)
                ? found
                : null;
        bool InStyle(SplitPosture at) => nature.Leaves(posture.Stance, SetupLever.Hips, at.Stance) is null;
        var all = new List<SplitPosture>();
        if (InStyle(posture))
            all.Add(posture);
        foreach (var way in new[] { StepDegrees, -StepDegrees })
        {
            var (thigh, inside) = (posture.Stance.RearThigh.Degrees, InStyle(posture));
            for (var i = 0; i < MostSteps && At(thigh + way) is { } next; i++)
            {
                // Past the style there is nothing more of it; short of it there may be.
                if (!InStyle(next) && inside)
                    break;
                if (InStyle(next))
                {
                    all.Add(next);
                    inside = true;
                }

                thigh += way;
            }

            // The end itself lies within the last step.
            for (var half = way / 2; inside && Math.Abs(half) > 0.02; half /= 2)
            {
                if (At(thigh + half) is not { } nearer || !InStyle(nearer))
                    continue;
                all.Add(nearer);
                thigh += half;
            }
        }

        if (all.Count == 0)
            return null;
        return new StanceFamily(
            all.Min(p => p.Stance.FrontShin),
            all.Max(p => p.Stance.FrontShin),
            all.Min(p => p.Points.Hip.Y),
            all.Max(p => p.Points.Hip.Y),
            all.Max(p => p.Points.Hip.X) - all.Min(p => p.Points.Hip.X)
        );
    }

    /// <summary>Less than this is no room, degrees of shin.</summary>
    private const double NoRoomDegrees = 1;

    /// <summary>The range in a sentence.</summary>
    /// <returns>One sentence with both ends.</returns>
    public string Sentence(Tape tape)
    {
        var (low, high) = (tape.Length(HipsLowMetres), tape.Length(HipsHighMetres));
        const string still = "With the feet and the rear knee’s height as they are,";
        return ShinMost.Degrees - ShinLeast.Degrees < NoRoomDegrees
            ? $"{still} the hips have no room forward or back."
            : $"{still} the front shin can be {ShinLeast} to {ShinMost} in this style. The hips then move {tape.Length(TravelMetres)} forward or back, {(low == high ? low : $"{low} to {high}")} above the floor.";
    }
}
