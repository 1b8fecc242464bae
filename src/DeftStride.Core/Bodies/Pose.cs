namespace DeftStride.Core.Bodies;

/// <summary>
/// A posture in numbers, degrees and centimetres, signs as in the measures of the same name. The working leg stands at the
/// origin; everything follows from it upward and then down the other leg.
/// </summary>
/// <param name="Shin">Front shin from vertical, + knee ahead.</param>
/// <param name="Knee">Bend of the working knee.</param>
/// <param name="Trunk">Lean of the trunk, + forward.</param>
/// <param name="RearThigh">Thigh of the other leg from vertical, + knee behind the hip.</param>
/// <param name="RearShank">Shank of the other leg from vertical, + ankle behind the knee.</param>
public sealed record Pose(double Shin, double Knee, double Trunk, double RearThigh, double RearShank)
{
    /// <summary>How far the working knee is inward of the line of its foot, cm.</summary>
    public double KneeIn { get; init; }

    /// <summary>How far the free side of the pelvis is lower, degrees.</summary>
    public double PelvisDrop { get; init; }

    /// <summary>How far the pelvis is shifted toward the working side, cm.</summary>
    public double PelvisShift { get; init; }

    /// <summary>How far the trunk leans toward the working side, degrees.</summary>
    public double SideLean { get; init; }

    /// <summary>How far the working heel is off the floor, cm.</summary>
    public double HeelRise { get; init; }

    /// <summary>How far the working foot is turned out, degrees.</summary>
    public double TurnOut { get; init; }

    /// <summary>How far beside the working foot's track the other foot has its own, as a share of stature.</summary>
    public double Track { get; init; } = 0.10;

    /// <summary>How far the other leg reaches out to its side, degrees.</summary>
    public double FreeLegOut { get; init; }

    /// <summary>How far the other knee bends while it reaches out to its side, degrees.</summary>
    public double FreeKneeBend { get; init; }

    /// <summary>How far the head is carried ahead of where the trunk would have it, cm.</summary>
    public double HeadAhead { get; init; }

    /// <summary>The hips further back than the legs' bends say, cm: for what the planted-foot path is held against.</summary>
    public double HipsBack { get; init; }
}
