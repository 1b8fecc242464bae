using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>A joint that a set-up asks something of.</summary>
public enum DemandedJoint
{
    /// <summary>Front ankle bend, heel down; a wedge is taken off.</summary>
    FrontAnkle,

    /// <summary>Front knee bend.</summary>
    FrontKnee,

    /// <summary>Front hip flexion against the trunk.</summary>
    FrontHip,

    /// <summary>Rear hip extension against the trunk.</summary>
    RearHip,

    /// <summary>Rear knee bend.</summary>
    RearKnee,

    /// <summary>Rear ankle bend on the ball.</summary>
    RearAnkle,

    /// <summary>Big-toe extension of the rear foot.</summary>
    BigToe,
}

/// <summary>What a posture asks of one joint, against what it has.</summary>
/// <param name="Joint">Which.</param>
/// <param name="Used">What is asked; may be negative where the joint goes the other way.</param>
/// <param name="Limit">What there is, and whether it was measured.</param>
public sealed record Demand(DemandedJoint Joint, Angle Used, Limit Limit)
{
    private static readonly Angle Tolerance = Angle.FromDegrees(0.05);

    /// <summary>What is left; negative when more is asked than there is.</summary>
    public Angle Spare => Limit.Most - Used;

    /// <summary>Whether more is asked than there is, beyond a twentieth of a degree.</summary>
    public bool Exceeds => Used > Limit.Most + Tolerance;

    /// <summary>Used of available, 0 or more.</summary>
    public double Share => Math.Max(0, Used.Radians / Math.Max(Limit.Most.Radians, 1e-9));

    /// <summary>What is asked, in words: whole degrees, or that nothing is.</summary>
    public string UsedText => Used.Degrees < 0.5 ? "nothing" : Used.ToString();

    /// <summary>The joint in words: "front ankle", "big toe".</summary>
    public string Name => NameOf(Joint);

    /// <summary>A joint in words.</summary>
    /// <returns>In lower case.</returns>
    public static string NameOf(DemandedJoint joint) =>
        joint switch
        {
            DemandedJoint.FrontAnkle => "front ankle",
            DemandedJoint.FrontKnee => "front knee",
            DemandedJoint.FrontHip => "front hip",
            DemandedJoint.RearHip => "rear hip",
            DemandedJoint.RearKnee => "rear knee",
            DemandedJoint.RearAnkle => "rear ankle",
            DemandedJoint.BigToe => "big toe of the rear foot",
            _ => throw new ArgumentOutOfRangeException(nameof(joint), joint, null),
        };

    /// <summary>Everything a split stance asks.</summary>
    /// <param name="posture">The posture.</param>
    /// <param name="front">Ranges of the front leg's side.</param>
    /// <param name="rear">Ranges of the rear leg's side.</param>
    /// <returns>Each with what is asked, what there is and what is spare, degrees; front to rear.</returns>
    public static IReadOnlyList<Demand> Of(SplitPosture posture, RangeOfMotion front, RangeOfMotion rear)
    {
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(front);
        ArgumentNullException.ThrowIfNull(rear);
        var bent = posture.RearKnee > Angle.FromDegrees(90);
        var hip = rear.Of(RangeTest.HipExtension);
        var demands = new List<Demand>
        {
            new(DemandedJoint.FrontAnkle, posture.FrontAnkle, front.Of(RangeTest.AnkleBend)),
            new(DemandedJoint.FrontKnee, posture.FrontKnee, new Limit(RangeOfMotion.FrontKneeBend, false)),
            new(DemandedJoint.FrontHip, posture.FrontHip, front.Of(RangeTest.HipFlexion)),
            // The front of the thigh crosses hip and knee: with the knee bent past a right angle the hip has less.
            new(
                DemandedJoint.RearHip,
                posture.RearHip,
                bent ? hip : new Limit(Angle.Max(hip.Most, RangeOfMotion.HipExtensionKneeOpen), hip.Measured)
            ),
            new(DemandedJoint.RearKnee, posture.RearKnee, rear.Of(RangeTest.RearKnee)),
        };
        if (posture.RearAnkle is { } ankle)
        {
            demands.Add(new(DemandedJoint.RearAnkle, ankle, rear.Of(RangeTest.RearAnkle)));
            demands.Add(new(DemandedJoint.BigToe, posture.BigToe, rear.Of(RangeTest.BigToe)));
        }

        return demands;
    }

    /// <summary>The one that runs out first: the least spare.</summary>
    /// <returns>One of those given.</returns>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static Demand Binding(IReadOnlyList<Demand> demands)
    {
        ArgumentNullException.ThrowIfNull(demands);
        return demands.MinBy(d => d.Spare.Radians)
            ?? throw new ArgumentException("There is nothing to compare.", nameof(demands));
    }
}
