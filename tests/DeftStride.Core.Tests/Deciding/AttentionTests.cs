using DeftStride.Core.Deciding;
using DeftStride.Core.Practice;
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
    public void The_most_important_thing_comes_first(int signs, bool unfinished, int? lookDays, DecisionOutcome? decided, int? pain, AttentionKind kind)
    {
        var attention = Attention.Of(signs, unfinished, lookDays is { } d ? Now.AddDays(d) : null, decided, pain, "Gatepost", Now);
        Assert.Equal(kind, attention.Kind);
        Assert.EndsWith(".", attention.Sentence);
    }
}
