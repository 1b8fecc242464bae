using DeftStride.Core.Dosing;

namespace DeftStride.Core.Ladders;

/// <summary>What a break asks for.</summary>
public enum LayOffWay
{
    /// <summary>One set and about a fifth of the load less, on the same rung.</summary>
    Lighter,

    /// <summary>One rung back: the form was still being learnt.</summary>
    RungBack,

    /// <summary>A first look, and placed again.</summary>
    Anew,
}

/// <summary>A break long enough to start again lower. A rule of this house.</summary>
/// <param name="Weeks">How long, whole weeks.</param>
/// <param name="Way">What it asks for.</param>
/// <param name="Sentence">What is proposed.</param>
/// <param name="Why">Why.</param>
public sealed record LayOff(int Weeks, LayOffWay Way, string Sentence, string Why)
{
    /// <summary>After so many weeks without training something is taken off.</summary>
    public const int LighterWeeks = 3;

    /// <summary>Three blocks: after so many weeks the client is placed anew.</summary>
    public const int AnewWeeks = 12;

    /// <summary>About so much of the load stays on.</summary>
    public const double LoadKept = 0.8;

    /// <summary>Whether it is so long that a first look comes before anything.</summary>
    public bool Anew => Way == LayOffWay.Anew;

    /// <summary>What a break asks for.</summary>
    /// <param name="lastDone">When it was last trained or looked at.</param>
    /// <param name="now">The present moment.</param>
    /// <param name="learning">Whether the form that is trained was still being learnt.</param>
    /// <returns>Null when it was short or nothing was done before.</returns>
    public static LayOff? Of(DateTimeOffset? lastDone, DateTimeOffset now, bool learning)
    {
        if (lastDone is not { } last || now - last < TimeSpan.FromDays(7 * LighterWeeks))
            return null;
        var weeks = (int)((now - last).TotalDays / 7);
        return weeks >= AnewWeeks
                ? new(
                    weeks,
                    LayOffWay.Anew,
                    $"{weeks} weeks away: look first and place again.",
                    $"After {AnewWeeks} weeks what was clean says little. A first look without cues tells where to begin; it costs one set."
                )
            : learning
                ? new(
                    weeks,
                    LayOffWay.RungBack,
                    $"{weeks} weeks away: one rung back, at its first dose.",
                    $"After {LighterWeeks} weeks a form that was still being learnt begins a rung lower, where it is clean from the first set. Two good sessions lead up again."
                )
            : new(
                weeks,
                LayOffWay.Lighter,
                $"{weeks} weeks away: one set and about a fifth of the load less.",
                $"After {LighterWeeks} weeks strength and tissue have gone back further than skill. The form was no longer being learnt, so the rung stays; what is done today says how it goes on."
            );
    }

    /// <summary>What is asked for on the first day back: nothing changes where another rung or a look comes first.</summary>
    /// <param name="asked">What would be asked for without the break.</param>
    /// <param name="rack">The weights that are there; the load is rounded down to them.</param>
    /// <returns>One set less and a load that is on the rack, or none; the same where another rung or a look comes first.</returns>
    public Prescription First(Prescription asked, LoadRack rack)
    {
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(rack);
        return Way != LayOffWay.Lighter
            ? asked
            : asked with
            {
                Sets = Math.Max(1, asked.Sets - 1),
                Load = asked.Load with { Kilograms = Less(asked.Load.Kilograms) },
            };

        // Where the lightest there is already weighs more than four fifths, nothing is held the first day.
        double Less(double kilograms) =>
            kilograms <= 0 ? 0
            : rack.AtMost(asked.Load.Position, LoadKept * kilograms) is var kept && kept < kilograms - 1e-6 ? kept
            : 0;
    }

    /// <summary>
    /// What follows the first day back: where it was good the sets are whole again, and the load that was held stays until two good
    /// sessions lead on. Nothing from before the break counts as the first of the two.
    /// </summary>
    /// <param name="before">What was asked for before the break.</param>
    /// <param name="asked">What was asked for on the day.</param>
    /// <param name="log">What was done.</param>
    /// <param name="painLimit">The highest pain that is ordinary.</param>
    /// <param name="rack">The weights that are there.</param>
    /// <returns>What is asked for next and in a sentence why.</returns>
    public NextDose After(Prescription before, Prescription asked, SessionLog log, int painLimit, LoadRack rack)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(log);
        var next = NextDose.After(asked, log, painLimit, twoGood: false, addsLoad: false, rack);
        return next.Step == DoseStep.Same && before.Sets > asked.Sets && log.Good(asked, painLimit)
            ? new(
                next.Prescription with
                {
                    Sets = before.Sets,
                },
                DoseStep.Sets,
                $"A good first day after {Weeks} weeks away: all {before.Sets} sets again. Two good sessions, and one thing is added."
            )
            : next;
    }
}
