namespace DeftStride.Core.Ladders;

/// <summary>A break long enough to start again lower.</summary>
/// <param name="Weeks">How long, whole weeks.</param>
/// <param name="Anew">Whether it is so long that a first look comes before anything.</param>
/// <param name="Sentence">What is proposed.</param>
/// <param name="Why">Why.</param>
public sealed record LayOff(int Weeks, bool Anew, string Sentence, string Why)
{
    /// <summary>A block: after so many weeks without training one rung back is proposed.</summary>
    public const int RungBackWeeks = 4;

    /// <summary>Three blocks: after so many weeks the client is placed anew.</summary>
    public const int AnewWeeks = 12;

    /// <summary>What a break asks for, or null when it was short or nothing was done before.</summary>
    /// <param name="lastDone">When it was last trained or looked at.</param>
    /// <param name="now">The present moment.</param>
    public static LayOff? Of(DateTimeOffset? lastDone, DateTimeOffset now)
    {
        if (lastDone is not { } last || now - last < TimeSpan.FromDays(7 * RungBackWeeks))
            return null;
        var weeks = (int)((now - last).TotalDays / 7);
        return weeks >= AnewWeeks
            ? new(
                weeks,
                true,
                $"{weeks} weeks away: look first and place again.",
                $"After {AnewWeeks} weeks what was clean says little. A first look without cues tells where to begin; it costs one set."
            )
            : new(
                weeks,
                false,
                $"{weeks} weeks away: one rung back, at its first dose.",
                $"After {RungBackWeeks} weeks strength and tissue have gone back further than skill. One rung lower is clean from the first set, and two good sessions lead up again."
            );
    }
}
