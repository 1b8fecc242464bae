using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>How one side's shin went over visits.</summary>
/// <param name="First">The first visit.</param>
/// <param name="Last">The latest visit.</param>
/// <param name="Visits">How many visits have a reading of this side, at least 1.</param>
/// <param name="DetectableChange">The smallest change between two visits that is news.</param>
public sealed record SideTrend(SideResult First, SideResult Last, int Visits, Angle DetectableChange)
{
    /// <summary>Latest less first; + further forward.</summary>
    public Angle Change => Last.Mean.Value - First.Mean.Value;

    /// <summary>Whether the change is more than the error and the day explain.</summary>
    public bool Moved => Visits > 1 && Change.Abs() > DetectableChange;

    /// <summary>The trend of one side, oldest visit first; null without any.</summary>
    public static SideTrend? Of(IReadOnlyList<SideResult> visits, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(visits);
        ArgumentNullException.ThrowIfNull(errors);
        return visits.Count == 0 ? null
            : new SideTrend(visits[0], visits[^1], visits.Count, SideComparison.BetweenSessionsChange(visits[0].Mean.Error, visits[^1].Mean.Error, errors.ShinDaySd));
    }
}

/// <summary>Both shins over visits in one sentence.</summary>
public static class ShinTrend
{
    /// <summary>What a coach could say of the client's shins so far.</summary>
    public static Phrase Sentence(SideTrend? left, SideTrend? right)
    {
        if ((left ?? right) is not { } any) return Phrase.Of(new PhrasePart("Not looked at yet. Start with both shins."));
        if (left is null || right is null) return Phrase.Of(new PhrasePart($"Only the {Finding.Word(any.Last.Mean.FrontLeg)} shin has been looked at. "), Now(any), new("."));

        var (more, less) = right.Change.Abs() > left.Change.Abs() ? (right, left) : (left, right);
        if (!more.Moved) return Phrase.Of(new PhrasePart("Left shin "), Now(left), new(", right "), Now(right),
            new(left.Visits > 1 ? ". No change beyond the error." : "."));
        var rest = less.Moved ? $", {Finding.Word(less.Last.Mean.FrontLeg)} {Finding.Lean(less.First.Mean.Value)} to " : $". The {Finding.Word(less.Last.Mean.FrontLeg)} holds at ";
        var side = more.Last.Mean.FrontLeg == BodySide.Left ? "Left" : "Right";
        return Phrase.Of(
            new PhrasePart($"{side} shin from {more.First.Mean.Value} to "), Now(more),
            new($" in {more.Visits} visits{rest}"), Now(less), new("."));
    }

    private static PhrasePart Now(SideTrend trend) => new(Finding.Lean(trend.Last.Mean.Value), trend.Last.Judgement.Verdict.Tone());
}
