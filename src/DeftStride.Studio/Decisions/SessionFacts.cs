using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Training;

namespace DeftStride.Studio.Decisions;

/// <summary>What the rules look at, where the client is on the ladder of the exercise, where a first look places them, and what was done.</summary>
internal sealed record SessionFacts(
    DecisionFacts Facts,
    Spot? Spot,
    Placement? Placement,
    SessionLog? Log,
    LoadRack Rack
)
{
    /// <summary>What moves when an outcome is chosen.</summary>
    public IReadOnlyList<Move> Moves(DecisionOutcome chosen, IReadOnlyList<BodySide> sides, ProgressOption? way) =>
        Spot is { Placed: true } at
            ? Following.Moves(at.Ladder, at.Rung.Id, at.Left, at.Right, chosen, sides, way)
            : [];

    /// <summary>The numbers for next time when an outcome is chosen; what was done speaks only where it asks for less.</summary>
    public NextDose? Next(DecisionOutcome chosen, ProgressOption? way) =>
        Spot is { } at ? Following.Next(at.Asked, at.AskedWhy, Log, chosen, way, Facts.PainLimit.Value, Rack) : null;
}
