using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>How one measure of one side went over visits.</summary>
/// <param name="First">The first visit.</param>
/// <param name="Last">The latest visit.</param>
/// <param name="Visits">How many visits have a number for it, at least 1.</param>
/// <param name="DetectableChange">The smallest change between two visits that is news.</param>
public sealed record SideTrend(MeasureResult First, MeasureResult Last, int Visits, Quantity DetectableChange)
{
    /// <summary>Latest less first.</summary>
    public Quantity Change => Last.Mean!.Value - First.Mean!.Value;

    /// <summary>Whether the change is more than the error and the day explain.</summary>
    public bool Moved => Visits > 1 && Change.Abs() > DetectableChange;

    /// <summary>The trend of one side, oldest visit first; visits without a number are passed over.</summary>
    /// <returns>Null without any number.</returns>
    public static SideTrend? Of(IEnumerable<MeasureResult?> visits, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(visits);
        ArgumentNullException.ThrowIfNull(errors);
        var read = visits.Where(v => v?.Mean is not null).Select(v => v!).ToArray();
        return read.Length == 0 ? null : Of(read[0], read[^1], read.Length, errors);
    }

    /// <summary>The same from the first and the last visit with a number.</summary>
    /// <param name="first">The first; null, or without a number, gives null.</param>
    /// <param name="last">The last, as <paramref name="first"/>.</param>
    /// <param name="visits">How many had a number, these two counted.</param>
    /// <param name="errors">The spreads.</param>
    /// <returns>Null where one of the two has no number.</returns>
    public static SideTrend? Of(MeasureResult? first, MeasureResult? last, int visits, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(errors);
        return first?.Mean is not { } then || last?.Mean is not { } now
            ? null
            : new SideTrend(
                first,
                last,
                visits,
                SideComparison.BetweenSessionsChange(then.Error, now.Error, errors.Of(first.Measure).Day)
            );
    }
}

/// <summary>Both shins over visits in one sentence.</summary>
public static class ShinTrend
{
    /// <summary>What comes first with a client whom nobody has looked at.</summary>
    /// <param name="name">What they are called.</param>
    /// <param name="met">Whether enough was asked for a first choice to rest on.</param>
    /// <returns>Sentences with the name.</returns>
    public static Phrase BeforeAnyLook(string name, bool met) =>
        Phrase.Of(
            new PhrasePart(
                met
                    ? $"Next: one look at {name}, without a cue."
                    : $"Meet {name} first. Two numbers are enough to begin."
            )
        );

    /// <summary>What a coach could say of the client's shins so far.</summary>
    /// <returns>Sentences; that nothing is measured yet where neither side has a trend.</returns>
    public static Phrase Sentence(SideTrend? left, SideTrend? right)
    {
        if ((left ?? right) is not { } any)
            return Phrase.Of(new PhrasePart("Not measured yet. Start with both shins."));
        if (left is null || right is null)
            return Phrase.Of(
                new PhrasePart($"Only the {Finding.Word(any.Last.Side)} shin has been measured. "),
                Now(any),
                new(".")
            );

        var (more, less) = right.Change.Abs() > left.Change.Abs() ? (right, left) : (left, right);
        if (!more.Moved)
            return Phrase.Of(
                new PhrasePart("Left shin "),
                Now(left),
                new(", right "),
                Now(right),
                new(left.Visits > 1 ? ". No change beyond the measuring error." : ".")
            );
        var rest = less.Moved
            ? $", {Finding.Word(less.Last.Side)} {Say(less.First)} to "
            : $". The {Finding.Word(less.Last.Side)} holds at ";
        return Phrase.Of(
            new PhrasePart($"{Finding.Capital(more.Last.Side)} shin from {more.First.Mean!.Value} to "),
            Now(more),
            new($" in {more.Visits} visits{rest}"),
            Now(less),
            new(".")
        );
    }

    private static string Say(MeasureResult result) => MeasureSpeech.Say(result.Measure, result.Mean!.Value);

    private static PhrasePart Now(SideTrend trend) => new(Say(trend.Last), trend.Last.Verdict?.Tone() ?? Tone.Plain);
}
