using DeftStride.Core.Deciding;
using DeftStride.Web.Features.Checks;

namespace DeftStride.Web.Features.Deciding;

internal sealed record RepetitionsDto(int Prescribed, int Done, int Clean)
{
    public Repetitions ToCore()
    {
        var reps = new Repetitions(Prescribed, Done, Clean);
        return reps.Problem() is { } problem ? throw Hosting.Refusal.BadInput("repetitions", problem) : reps;
    }
}

internal sealed record RecommendationRequest(PainDto? PainAfter, RepetitionsDto? Repetitions);

internal sealed record FactView(string Label, string Value);

internal sealed record RecommendationView(
    DecisionOutcome Outcome, string RuleId, string RuleName, string Reason, string Headline, IReadOnlyList<FactView> Facts, IReadOnlyList<string> WouldChange)
{
    public static RecommendationView Of(Recommendation said) => new(
        said.Outcome, said.RuleId, DecisionRule.InOrder.Single(r => r.Id == said.RuleId).Name, said.Reason, said.Headline,
        [.. said.Facts.Select(f => new FactView(f.Label, f.Value))], said.WouldChange);
}

/// <summary>What the coach decided. <see cref="RuleId"/> and <see cref="Recommended"/> are what the screen showed.</summary>
internal sealed record DecisionRequest(
    Guid Id, Guid CheckId, PainDto? PainAfter, RepetitionsDto? Repetitions, string RuleId, DecisionOutcome Recommended, DecisionOutcome Chosen, string? Reason, Guid? Supersedes);

internal sealed record DecisionView(
    Guid Id, Guid CheckId, DateTimeOffset At, string Coach, RecommendationView Recommendation, DecisionOutcome Chosen, string? OverruleReason, PainDto? PainAfter, RepetitionsDto? Repetitions);

internal sealed record RuleView(string Id, string Name, string Reason);
