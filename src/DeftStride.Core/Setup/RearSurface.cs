using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>How a raised rear foot meets what it lies on.</summary>
public enum RearContact
{
    /// <summary>On the ball, toes ahead.</summary>
    Ball,

    /// <summary>The instep over a roll: the toes hang behind it.</summary>
    Roll,

    /// <summary>The instep on a top that falls away behind.</summary>
    Sloped,

    /// <summary>The instep on a flat top.</summary>
    Flat,
}

/// <summary>A height in the studio, against what a rear leg follows.</summary>
/// <param name="Height">What it is built from.</param>
/// <param name="Fits">Whether the rear leg follows it down to the same depth.</param>
/// <param name="StopsHigherMetres">On one that is too high: how much higher the knee has to stop, rounded up to the centimetre; null where it fits, or where stopping higher does not help.</param>
public sealed record RearHeight(KitHeight Height, bool Fits, double? StopsHigherMetres);

/// <summary>
/// How high one client's rear foot may stand or lie, at one depth: from the leg's own lengths and from what big toe, rear ankle
/// and the front of the thigh have. An upper bound from geometry; a back that arches asks for less.
/// </summary>
/// <param name="Contact">How the foot meets it.</param>
/// <param name="HighestMetres">The highest surface above the floor that is advised, 0 or more: what the joints follow, mid-shin, and 0.19 of stature, whichever is lowest.</param>
/// <param name="Stops">The joint that runs out there; null where the shin's middle or the share of stature comes first.</param>
/// <param name="ComfortableMetres">On the ball: the highest at which toe and ankle stay within what is comfortable; on the instep the highest.</param>
/// <param name="MidShinMetres">The middle of the client's own shin above the floor.</param>
/// <param name="Pointing">By how much the ankle points with the foot along the surface that is set, or the highest where none is; null on the ball and over a roll, where the toes hang.</param>
/// <param name="Heights">What the studio can build, lowest first, without the floor; empty where no kit is listed.</param>
/// <param name="Estimated">Whether a length or the range that stops it is assumed.</param>
public sealed record RearSurface(
    RearContact Contact,
    double HighestMetres,
    DemandedJoint? Stops,
    double ComfortableMetres,
    double MidShinMetres,
    Angle? Pointing,
    IReadOnlyList<RearHeight> Heights,
    bool Estimated
)
{
    /// <summary>How far an ankle is taken to point while nobody has measured it: a house rule of ours.</summary>
    public static readonly Angle AssumedPointing = Angle.FromDegrees(50);

    /// <summary>How far the top of a sloped bench falls away behind: a house rule of ours.</summary>
    public static readonly Angle Slope = Angle.FromDegrees(20);

    /// <summary>The usual distance from the surface to the front heel, in the client's own foot lengths.</summary>
    public const double UsualFeet = 2.5;

    /// <summary>Closer than this many foot lengths the front shin is pushed forward.</summary>
    public const double LeastFeet = 2;

    /// <summary>Further than this many foot lengths the hips are pulled back.</summary>
    public const double MostFeet = 3;

    private const double Fine = 0.001;

    // Millimetres in the first, wide step.
    private const int Coarse = 10;

    // A knee that stops higher than this is another exercise.
    private const int MostHigherCentimetres = 30;

    // A tape is read to half a centimetre: a surface that much over still counts.
    private const double TapeMetres = 0.005;

    /// <summary>The rear foot's rule for a contact and a client.</summary>
    /// <returns>The shared one for a foot on its ball, that of an instep else.</returns>
    public static RearFoot FootOf(RearContact contact, RangeOfMotion rear) =>
        contact == RearContact.Ball ? RearFoot.For(rear) : new RearFoot.Instep(Contact: contact);

    /// <summary>How a rear foot meets what it lies on.</summary>
    /// <returns>On its ball where nobody chose.</returns>
    public static RearContact Of(RearFoot? foot) => foot is RearFoot.Instep instep ? instep.Contact : RearContact.Ball;

    /// <summary>From the surface's near edge to the front heel, metres.</summary>
    /// <returns>The edge is under the toe tip, or under the ankle of a foot on its instep.</returns>
    public static double ToFrontHeel(SplitPosture posture)
    {
        ArgumentNullException.ThrowIfNull(posture);
        return posture.Points.FrontHeel.X
            - (posture.RearAnkle is null ? posture.Points.RearAnkle.X : posture.Points.RearToe.X);
    }

    /// <summary>The length of a stance, heel to rear toe tip, that puts the front heel so many foot lengths from the surface.</summary>
    /// <returns>Metres.</returns>
    public static double StanceFor(Body body, RearContact contact, double feet)
    {
        ArgumentNullException.ThrowIfNull(body);
        return body.Foot * (feet + (contact == RearContact.Ball ? 0 : Proportions.AnkleToToe));
    }

    /// <summary>The highest surface for a client.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="stance">Depth and rear thigh are taken from it, and the surface that is set, 0 for none.</param>
    /// <param name="contact">How the foot meets the surface.</param>
    /// <param name="rear">Ranges of the rear leg's side.</param>
    /// <param name="kit">What there is.</param>
    /// <returns>Heights in metres, with what stops them.</returns>
    public static RearSurface For(Body body, SplitStance stance, RearContact contact, RangeOfMotion rear, StudioKit kit)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(stance);
        ArgumentNullException.ThrowIfNull(rear);
        ArgumentNullException.ThrowIfNull(kit);
        var (highest, stops) = Highest(body, stance, contact, rear);
        var mid = body.AnkleHeight + (body.Shank / 2);
        // A lower top asks the ankle to point more: what counts is the one that is set.
        var top = stance.RearRaiseMetres > 0 ? stance.RearRaiseMetres : highest;
        var comfortable =
            contact == RearContact.Ball
                ? Math.Min(highest, Reaches(e => Follows(body, stance, RearFoot.For(rear), e, rear) is null, highest))
                : highest;
        return new RearSurface(
            contact,
            highest,
            stops,
            comfortable,
            mid,
            contact switch
            {
                RearContact.Flat => Pointed(body, stance, top, Angle.Zero),
                RearContact.Sloped => Pointed(body, stance, top, Slope),
                _ => null,
            },
            kit.HasHeights || kit.RollMetres is not null
                ? [.. Against(body, stance, contact, rear, Here(kit, contact), highest)]
                : [],
            !body.SegmentsMeasured || (stops is { } joint && !rear.Of(TestOf(joint)).Measured)
        );
    }

    /// <summary>The highest thing in the studio that the leg follows in comfort; failing that the highest it follows at all; null where everything is too high, or no kit is listed.</summary>
    public KitHeight? Best =>
        (
            Heights.LastOrDefault(h => h.Fits && h.Height.Metres <= ComfortableMetres + TapeMetres)
            ?? Heights.LastOrDefault(h => h.Fits)
        )?.Height;

    /// <summary>What a coach could say of it aloud.</summary>
    /// <param name="tape">How the studio reads lengths.</param>
    /// <param name="now">The height that is set, metres; 0 for none.</param>
    /// <returns>One or two sentences.</returns>
    public string Sentence(Tape tape, double now = 0)
    {
        var why = Stops switch
        {
            DemandedJoint.RearKnee => "the front of the thigh runs out",
            DemandedJoint.RearAnkle => "the rear ankle runs out",
            DemandedJoint.BigToe => "the big toe runs out",
            _ => "mid-shin is the top",
        };
        var most = $"{tape.Length(HighestMetres)} is the highest for this leg: {why}.";
        if (HighestMetres < 0.01)
            return $"Nothing under the rear foot at this depth: {why}. Stop higher, or keep the foot on the floor.";
        var onto =
            Best is not { } best ? ""
            : best.Parts.Contains(tape.Length(best.Metres), StringComparison.Ordinal) ? $" Use {best.Parts}."
            : $" Use {best.Parts}, {tape.Length(best.Metres)}.";
        if (now > HighestMetres + TapeMetres)
        {
            var higher = Heights.FirstOrDefault(h => Math.Abs(h.Height.Metres - now) < Fine)?.StopsHigherMetres;
            return $"{tape.Length(now)} is too high for this leg. {most}{onto}"
                + (higher is { } by ? $" On it the knee has to stop {tape.Length(by)} higher." : "");
        }

        if (Heights.Count > 0 && Best is null)
            return $"{most} The lowest here is {tape.Length(Heights[0].Height.Metres)}: {(Contact == RearContact.Ball ? "list a plate or a low step" : "list a roll or a lower box")}.";
        if (Pointing is { } points && points > AssumedPointing)
            return $"{most} With the foot along it the ankle has to point by {points}, more than the {AssumedPointing} that is assumed: take a roll.";
        return Contact == RearContact.Ball && ComfortableMetres < HighestMetres - TapeMetres
            ? $"{most} Up to {tape.Length(ComfortableMetres)} it is comfortable.{onto}"
            : most + onto;
    }

    /// <summary>What the studio has for a contact, lowest first: for a roll the roll itself before any height with an edge.</summary>
    private static IEnumerable<KitHeight> Here(StudioKit kit, RearContact contact)
    {
        var heights = kit.HasHeights ? kit.Heights().Where(h => h.Metres > 0.01) : [];
        return contact == RearContact.Roll && kit.RollMetres is { } roll
            ? heights.Append(new KitHeight(roll, "the roll")).OrderBy(h => h.Metres)
            : heights;
    }

    /// <summary>The heights that are here against one leg. How far it follows when the knee stops so much higher does not depend on the height, so it is found once for all of them.</summary>
    private static IEnumerable<RearHeight> Against(
        Body body,
        SplitStance stance,
        RearContact contact,
        RangeOfMotion rear,
        IEnumerable<KitHeight> heights,
        double highest
    )
    {
        var reaches = new List<double>();
        double ReachAt(int centimetres)
        {
            for (var next = reaches.Count + 1; next <= centimetres; next++)
            {
                var shallower = stance with { RearKneeMetres = stance.RearKneeMetres + (next / 100.0) };
                reaches.Add(Joints(body, shallower, contact, rear).Metres);
            }

            return reaches[centimetres - 1];
        }

        foreach (var height in heights)
        {
            if (height.Metres <= highest + TapeMetres)
            {
                yield return new(height, true, null);
                continue;
            }

            int? up = Enumerable
                .Range(1, MostHigherCentimetres)
                .Cast<int?>()
                .FirstOrDefault(cm => height.Metres <= ReachAt(cm!.Value) + TapeMetres);
            yield return new(height, false, up / 100.0);
        }
    }

    private static (double Metres, DemandedJoint? Stops) Highest(
        Body body,
        SplitStance stance,
        RearContact contact,
        RangeOfMotion rear
    )
    {
        var (joints, stops) = Joints(body, stance, contact, rear);
        var top = Math.Min(body.AnkleHeight + (body.Shank / 2), SetupPlanner.RearInstepMost * body.Stature);
        return joints <= top ? (joints, stops) : (top, null);
    }

    /// <summary>The highest that the rear leg's joints follow, with the one that runs out just above it.</summary>
    private static (double Metres, DemandedJoint? Stops) Joints(
        Body body,
        SplitStance stance,
        RearContact contact,
        RangeOfMotion rear
    )
    {
        // On the ball toe and ankle both go to their ends; what comfort leaves of that is told beside it.
        RearFoot foot =
            contact == RearContact.Ball ? new RearFoot.BigToe(rear.Of(RangeTest.BigToe).Most) : FootOf(contact, rear);
        const double most = 0.6;
        var reach = Reaches(e => Follows(body, stance, foot, e, rear) is null, most);
        return (reach, reach >= most ? null : Follows(body, stance, foot, reach + (2 * Fine), rear));
    }

    /// <summary>The first rear joint that asks more than there is on a surface; null where all follow. A foot that cannot be reached counts as the ankle.</summary>
    private static DemandedJoint? Follows(
        Body body,
        SplitStance stance,
        RearFoot foot,
        double surface,
        RangeOfMotion rear
    )
    {
        var raised = stance with { RearRaiseMetres = surface, RearFoot = foot };
        if (!SplitLinkage.TrySolve(body, raised).Is(out var posture))
            return DemandedJoint.RearAnkle;
        return Demand
            .Of(posture, RangeOfMotion.Assumed, rear)
            .Where(d =>
                d.Exceeds && d.Joint is DemandedJoint.RearKnee or DemandedJoint.RearAnkle or DemandedJoint.BigToe
            )
            .OrderBy(d => d.Spare.Radians)
            .Select(d => (DemandedJoint?)d.Joint)
            .FirstOrDefault();
    }

    /// <summary>The highest surface in steps of a millimetre up to which all is well: by centimetres first, then within the one where it ends.</summary>
    private static double Reaches(Func<double, bool> well, double most)
    {
        var steps = (int)Math.Round(most / Fine);
        for (var far = 0; ; far = Math.Min(steps, far + Coarse))
        {
            if (!well(far * Fine))
            {
                var first = Math.Max(0, far - Coarse);
                while (well(first * Fine))
                    first++;
                return Math.Max(0, (first - 1) * Fine);
            }

            if (far == steps)
                return most;
        }
    }

    /// <summary>How far the ankle points with the foot along a top: 180° less the shank's angle from vertical, less the slope.</summary>
    private static Angle? Pointed(Body body, SplitStance stance, double surface, Angle slope) =>
        SplitLinkage
            .TrySolve(body, stance with { RearRaiseMetres = surface, RearFoot = new RearFoot.Instep() })
            .Is(out var posture)
            ? Angle.FromDegrees(180) - posture.RearShank - slope
            : null;

    private static RangeTest TestOf(DemandedJoint joint) =>
        joint switch
        {
            DemandedJoint.RearKnee => RangeTest.RearKnee,
            DemandedJoint.BigToe => RangeTest.BigToe,
            _ => RangeTest.RearAnkle,
        };
}
