using DeftStride.Core.Dosing;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Deciding;

/// <summary>What follows from a decision: which sides go where, and the numbers for next time.</summary>
public static class Following
{
    /// <summary>The sides that move. Only a step back and a way on that leads to a rung move anyone.</summary>
    /// <param name="ladder">The ladder.</param>
    /// <param name="on">The rung that was trained.</param>
    /// <param name="left">Where the left stands.</param>
    /// <param name="right">Where the right stands.</param>
    /// <param name="chosen">What was decided.</param>
    /// <param name="sides">The sides that gave the reason.</param>
    /// <param name="way">The way on that was chosen, or null.</param>
    /// <returns>From where to where, one for each side that moves; empty where nobody does.</returns>
    public static IReadOnlyList<Move> Moves(
        Ladder ladder,
        string on,
        string left,
        string right,
        DecisionOutcome chosen,
        IReadOnlyCollection<BodySide> sides,
        ProgressOption? way
    ) =>
        chosen switch
        {
            DecisionOutcome.StepBack => Stride.Back(ladder, left, right, sides, on),
            DecisionOutcome.Progress when way is { Kind: ProgressKind.Rung } => Stride.Up(
                ladder,
                left,
                right,
                way.RungId
            ),
            _ => [],
        };

    /// <summary>The numbers for next time on the same rung. Only a decision to progress adds anything; what was done speaks where it asks for less.</summary>
    /// <returns>What is asked for next and in a sentence why.</returns>
    public static NextDose Next(
        Prescription asked,
        string askedWhy,
        SessionLog? log,
        DecisionOutcome chosen,
        ProgressOption? way,
        int painLimit,
        LoadRack rack
    ) =>
        chosen == DecisionOutcome.Progress
            ? way is null
                ? NextDose.Grow(asked, true, rack)
                : new NextDose(way.Dose, DoseStep.Same, way.Why)
            : log is null
                ? new NextDose(asked, DoseStep.Same, askedWhy)
                : NextDose.After(asked, log, painLimit, false, false, rack);
}
