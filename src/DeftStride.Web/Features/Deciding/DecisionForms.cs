using DeftStride.Core.Ladders;
using DeftStride.Data.Kept;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Safety;

namespace DeftStride.Web.Features.Deciding;

/// <summary>Between what is sent and what is kept: decisions and recommendations.</summary>
internal static class DecisionForms
{
    public static KeptDecision ToKept(this DecisionRequest r) =>
        new(
            r.Id,
            r.CheckId,
            r.PainAfter.ToKept(),
            r.Repetitions is { } n ? new KeptRepetitions(n.Prescribed, n.Done, n.Clean) : null,
            r.RuleId,
            r.Recommended,
            r.Chosen,
            r.Reason,
            r.Supersedes,
            r.Log.ToKept(),
            r.Way
        );

    public static RepetitionsDto? ToWire(this KeptRepetitions? n) =>
        n is null ? null : new(n.Prescribed, n.Done, n.Clean);

    public static RecommendationView ToWire(this KeptRecommendation k) =>
        new(
            k.Outcome,
            k.RuleId,
            k.RuleName,
            k.Reason,
            k.Headline,
            k.Facts.ToWire(),
            k.WouldChange,
            k.Missing,
            k.Ways is null ? null : [.. k.Ways.Select(w => w.ToWire())],
            k.Moves is null ? null : [.. k.Moves.Select(m => new MoveView(m.Side, m.From, m.To))],
            k.Placement?.ToWire(),
            k.Asked?.ToWire(),
            k.Next?.ToWire(),
            k.NextWhy,
            k.RungName,
            k.AskMorning,
            k.Edition,
            k.Changed
        );

    public static IReadOnlyList<KeptFact> ToKept(this IReadOnlyList<FactView> facts) =>
        [.. facts.Select(f => new KeptFact(f.Label, f.Value))];

    public static IReadOnlyList<FactView> ToWire(this IReadOnlyList<KeptFact> facts) =>
        [.. facts.Select(f => new FactView(f.Label, f.Value))];

    public static WayView ToWire(this KeptWay w) =>
        new(
            w.Kind,
            w.Text,
            w.Why,
            w.RungId,
            w.Open,
            w.Dose.ToWire(),
            w.Kind == ProgressKind.Slower ? w.Dose.Slower() : w.Dose.Text
        );

    public static PlacementView ToWire(this KeptPlacement p) =>
        new(p.LadderId, p.LadderName, ToWire(p.Left), ToWire(p.Right));

    private static PlacedView ToWire(KeptPlaced p) => new(p.Side, p.RungId, p.RungName, p.Why, p.WhyNotNext);
}
