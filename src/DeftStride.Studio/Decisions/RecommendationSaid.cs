using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Data.Kept;
using DeftStride.Studio.Ladders;

namespace DeftStride.Studio.Decisions;

/// <summary>A recommendation with everything behind it, in words, as it is kept and shown.</summary>
internal static class RecommendationSaid
{
    /// <summary>The rule and its facts, what would change it, what is missing, the ways on, which sides would move, and the numbers for next time.</summary>
    public static KeptRecommendation Of(Recommendation said, SessionFacts session)
    {
        var first = session.Facts.Options is [{ } option, ..] ? option : null;
        var next = session.Next(said.Outcome, first);
        var ladder = session.Spot?.Ladder;
        var moves = session.Moves(said.Outcome, said.Sides, first);
        // Whoever moves starts the other rung at its first dose.
        var onto = moves.Count > 0 ? ladder!.Rung(moves[0].To)! : session.Spot?.Rung;
        var numbers =
            moves.Count > 0 && moves[0].Kind == MoveKind.Back
                ? Prescription.First(onto!.Dose, Exercise.Find(onto.ExerciseId)!, session.Rack)
                : next?.Prescription;
        var goes = said.Outcome == DecisionOutcome.Progress ? first?.Tempo : null;
        return new KeptRecommendation(
            said.Outcome,
            said.RuleId,
            DecisionRule.InOrder.Single(r => r.Id == said.RuleId).Name,
            said.Reason,
            said.Headline,
            [.. said.Facts.Select(f => new KeptFact(f.Label, f.Value))],
            said.WouldChange,
            said.Missing,
            said.Outcome == DecisionOutcome.Progress && ladder is not null
                ? [.. session.Facts.Options.Select(o => WaysSaid.Of(o, ladder))]
                : null,
            [.. moves.Select(m => new KeptMove(m.Side, ladder!.Rung(m.From)!.Name, ladder.Rung(m.To)!.Name))],
            session.Placement is { } placed ? WaysSaid.Of(placed) : null,
            AskedSaid.Of(
                session.Spot?.Asked ?? Prescription.First(DoseRange.Practising, session.Facts.Exercise, session.Rack),
                session.Facts.Exercise,
                session.Spot?.Tempo
            ),
            numbers is null || onto is null
                ? null
                : AskedSaid.Of(
                    numbers,
                    Exercise.Find(onto.ExerciseId)!,
                    moves.Count > 0 ? null : goes ?? session.Spot?.Tempo
                ),
            next?.Why,
            session.Spot?.Rung.Name,
            session.Facts.Previous is not null,
            DecisionRule.Edition,
            said.Changed
        );
    }
}
