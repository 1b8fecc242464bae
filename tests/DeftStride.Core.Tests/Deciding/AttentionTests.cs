using DeftStride.Core.Deciding;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Deciding;

public sealed class AttentionTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 24, 9, 0, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(1, true, -1, null, null, AttentionKind.StopSign)]
    [InlineData(0, true, -1, null, null, AttentionKind.Unfinished)]
    [InlineData(0, false, null, null, null, AttentionKind.FirstLook)]
    [InlineData(0, false, -1, null, null, AttentionKind.Undecided)]
    [InlineData(0, false, -1, DecisionOutcome.Hold, 3, AttentionKind.AskPain)]
    [InlineData(0, false, -1, DecisionOutcome.Correct, 0, AttentionKind.LookAgain)]
    [InlineData(0, false, -15, DecisionOutcome.Hold, 2, AttentionKind.Due)]
    [InlineData(0, false, -14, DecisionOutcome.Hold, 2, AttentionKind.CarryOn)]
    public void The_most_important_thing_comes_first(
        int signs,
        bool unfinished,
        int? lookDays,
        DecisionOutcome? decided,
        int? pain,
        AttentionKind kind
    )
    {
        var attention = Attention.Of(
            new AttentionFacts(Now, 2)
            {
                StopSigns = signs,
                Unfinished = unfinished,
                LastLook = lookDays is { } d ? Now.AddDays(d) : null,
                LastDecision = decided,
                LastPain = pain,
                Cue = "Gatepost",
            }
        );
        Assert.NotEmpty(attention.Why);
        Assert.Equal(kind, attention.Kind);
        Assert.EndsWith(".", attention.Sentence);
    }

    [Fact]
    public void A_borrowed_prop_that_is_due_is_tried_without_before_a_routine_look_but_after_pain_and_corrections()
    {
        Attention Of(DecisionOutcome decided, int pain, string? prop) =>
            Attention.Of(
                new AttentionFacts(Now, 2)
                {
                    LastLook = Now.AddDays(-20),
                    LastDecision = decided,
                    LastPain = pain,
                    DueProp = prop,
                }
            );
        Assert.Equal(AttentionKind.TryWithout, Of(DecisionOutcome.Hold, 0, "Heel wedge").Kind);
        Assert.Equal("Try without today: heel wedge.", Of(DecisionOutcome.Hold, 0, "Heel wedge").Sentence);
        Assert.Equal(AttentionKind.Due, Of(DecisionOutcome.Hold, 0, null).Kind);
        Assert.Equal(AttentionKind.AskPain, Of(DecisionOutcome.Hold, 4, "Heel wedge").Kind);
        Assert.Equal(AttentionKind.LookAgain, Of(DecisionOutcome.Correct, 0, "Heel wedge").Kind);
    }

    [Theory]
    [InlineData(0, "Only 0 is ordinary. 1–4: change one thing and ask again. 5 or more")]
    [InlineData(2, "0–2 is ordinary. 3–4: change one thing and ask again. 5 or more")]
    [InlineData(3, "0–3 is ordinary. 4: change one thing and ask again. 5 or more")]
    [InlineData(4, "0–4 is ordinary. 5 or more")]
    public void What_a_score_means_is_said_by_the_limit_in_force(int limit, string says) =>
        Assert.StartsWith(says, Cautions.AboutPain(limit), StringComparison.Ordinal);

    [Fact]
    public void Pain_whose_kind_nobody_asked_is_asked_about_at_the_next_check()
    {
        var now = new DateTimeOffset(2026, 5, 4, 9, 0, 0, TimeSpan.Zero);
        var facts = new AttentionFacts(now, 2)
        {
            LastLook = now.AddDays(-3),
            LastDecision = DecisionOutcome.Hold,
            LastPain = 3,
        };
        Assert.DoesNotContain("kind", Attention.Of(facts).Sentence, StringComparison.Ordinal);
        Assert.Contains(
            "Its kind was not asked",
            Attention.Of(facts with { LastPainKindOpen = true }).Sentence,
            StringComparison.Ordinal
        );
    }
}
