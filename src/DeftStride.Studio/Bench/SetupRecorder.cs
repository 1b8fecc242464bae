using DeftStride.Core.Bodies;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Bench;

/// <summary>Keeps set-ups with their cards.</summary>
internal static class SetupRecorder
{
    /// <summary>Works a set-up out once more and keeps its card with what it was worked out from.</summary>
    public static Task<SetupFact> KeepAsync(FactWriter facts, KeptSetup request, CancellationToken stop) =>
        facts.AddAsync(
            new SetupFact
            {
                Id = request.Id,
                ClientId = request.ClientId,
                ExerciseId = request.ExerciseId,
                Judged = KeptCard.Kept.Write(
                    Banded(
                        request.Band?.ToCore(),
                        request switch
                        {
                            { Split: { } split, Step: null, Reach: null, Seat: null } => Of(split),
                            { Step: { } step, Split: null, Reach: null, Seat: null } => Of(step),
                            { Reach: { } reach, Split: null, Step: null, Seat: null } => Of(reach),
                            { Seat: { } seat, Split: null, Step: null, Reach: null } => Of(seat),
                            _ => throw Refusal.BadInput("setup", "There is no set-up to keep. Go back to the planner."),
                        }
                    )
                ),
                Supersedes = request.Supersedes,
            },
            request,
            stop
        );

    private static KeptCard Of(KeptSplit used)
    {
        var (body, front, rear, kit) = (
            Sizes(used.Body),
            KeptRangeUsed.ToCore(used.FrontRanges),
            KeptRangeUsed.ToCore(used.RearRanges),
            used.Kit.ToCore()
        );
        var stance = used.Stance.ToCore(rear);
        var solved = used.StanceCm is { } length
            ? SplitLinkage.TryFromStanceLength(body, length / 100, stance)
            : SplitLinkage.TrySolve(body, stance);
        var posture = solved.Or(fault => throw Refusal.BadInput("setup", LinkageFaults.Sentence(fault)));
        var plan = SetupPlanner.Plan(body, posture.Stance, front, rear, kit);
        return new KeptCard(Lines(plan.Card), plan.Estimated, KeptStance.Of(posture.Stance));
    }

    private static KeptCard Of(KeptStepUsed used)
    {
        var plan = StepPlan.Of(
            Sizes(used.Body),
            KeptRangeUsed.ToCore(used.Ranges),
            used.Kit.ToCore(),
            used.BoxCm / 100,
            Degrees(used.KneeDegrees),
            Degrees(used.ShinDegrees),
            Angle.FromDegrees(used.TrunkDegrees)
        );
        return new KeptCard(Lines(plan.Card), plan.Estimated);
    }

    private static KeptCard Of(KeptReachUsed used)
    {
        if (ReachForm.Of(used.Way) is not { } form)
            throw Refusal.BadInput("reach", "No mark on the floor decides this exercise. Go back to the planner.");
        var plan = ReachPlan
            .TryOf(
                Sizes(used.Body),
                form,
                Degrees(used.KneeDegrees),
                used.TapeCm / 100,
                Degrees(used.DirectionDegrees),
                used.Diagonal,
                used.Tape
            )
            .Or(problem => throw Refusal.BadInput("reach", problem));
        return new KeptCard(Lines(plan.Card), plan.Estimated);
    }

    private static KeptCard Of(KeptSeatUsed used)
    {
        var facts = new SeatFacts(
            Sizes(used.Body),
            KeptRangeUsed.ToCore(used.Ranges),
            used.Kit.ToCore(),
            used.Kit.WeightsKg ?? []
        );
        var plan = SeatPlan
            .TryOf(facts, used.Way, used.Choice, Angle.FromDegrees(used.KneeDegrees), used.SeatCm / 100)
            .Or(problem => throw Refusal.BadInput("seat", problem));
        return new KeptCard(Lines(plan.Card), !facts.Body.SegmentsMeasured);
    }

    private static KeptCard Banded(BandSetup? band, KeptCard card) =>
        band is null ? card : card with { Card = [.. card.Card, .. Lines(band.Card)] };

    private static Angle? Degrees(double? degrees) => degrees is { } d ? Angle.FromDegrees(d) : null;

    private static Body Sizes(KeptBody body) =>
        body.ToCore() ?? throw Refusal.BadInput("body", "These lengths do not make a body. Measure them again.");

    private static KeptCardLine[] Lines(IReadOnlyList<CardLine> card) =>
        [.. card.Select(l => new KeptCardLine(l.Id, l.Name, l.Value, l.Note))];
}
