using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Measuring;

/// <summary>What has to be known besides the points to read some of the measures.</summary>
/// <param name="Body">The client's body, for lengths; null while no stature is known, and lengths then need a marked one.</param>
/// <param name="BothFeetPlanted">Whether both feet are on the floor, so that the pelvis is held against the middle between them; otherwise against where it began.</param>
/// <param name="LeftShinAssumed">How far forward the left shin leans at the bottom while no side view has said.</param>
/// <param name="RightShinAssumed">The same for the right.</param>
/// <param name="PadMetres">Thickness of the pad or other target under the rear knee; 0 for the floor.</param>
/// <param name="RearRaiseMetres">How far the rear foot is raised.</param>
public sealed record ReadingContext(
    Body? Body,
    bool BothFeetPlanted,
    Angle LeftShinAssumed,
    Angle RightShinAssumed,
    double PadMetres,
    double RearRaiseMetres
)
{
    /// <summary>A split stance on a 2 cm pad, nothing known of the body, shins about upright.</summary>
    public static ReadingContext Default { get; } =
        new(null, true, Angle.FromDegrees(5), Angle.FromDegrees(5), 0.02, 0);

    /// <summary>The shin's lean at the bottom on one side.</summary>
    /// <returns>Forward positive.</returns>
    public Angle Shin(BodySide side) => side == BodySide.Left ? LeftShinAssumed : RightShinAssumed;

    /// <summary>The same context with the shins as they were read from the side.</summary>
    /// <returns>All else as it was, a side that is null too.</returns>
    public ReadingContext WithShins(Angle? left, Angle? right) =>
        this with
        {
            LeftShinAssumed = left ?? LeftShinAssumed,
            RightShinAssumed = right ?? RightShinAssumed,
        };
}
