using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Correcting;

/// <summary>What one change did.</summary>
public enum TrialOutcome
{
    /// <summary>It moved the measure towards its band by more than the error explains, or eased the pain.</summary>
    Helped,

    /// <summary>Nothing beyond the error.</summary>
    NoDifference,

    /// <summary>The opposite of helped.</summary>
    Worse,
}

/// <summary>One change tried against a baseline, on the same side and view.</summary>
/// <param name="Outcome">What it did.</param>
/// <param name="Change">Retest less baseline; + the shin came forward.</param>
/// <param name="DetectableChange">The smallest change that is news from the same camera place.</param>
/// <param name="Sentence">What a coach could say of it aloud.</param>
/// <param name="Because">The facts that decided it.</param>
public sealed record Trial(TrialOutcome Outcome, Angle Change, Angle DetectableChange, Phrase Sentence, string Because)
{
    /// <summary>Pain this many points down (or gone) counts as helped, up as worse.</summary>
    public const int PainStep = 2;

    /// <summary>
    /// Judges a trial. Pain outranks the angle, so that swapping baseline and retest always swaps helped and worse.
    /// Towards the band means a larger margin to its nearer edge; two values that are both inside it do not differ.
    /// </summary>
    /// <param name="before">The baseline.</param>
    /// <param name="after">The retest.</param>
    /// <param name="painBefore">0–10, or null when not asked.</param>
    /// <param name="painAfter">0–10, or null when not asked.</param>
    public static Trial Of(SideResult before, SideResult after, int? painBefore, int? painAfter)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        if (before.Mean.FrontLeg != after.Mean.FrontLeg) throw new ArgumentException("A retest must be of the same side.", nameof(after));

        var mdc = SideComparison.SameSessionChange(before.Mean.Error, after.Mean.Error);
        var change = after.Mean.Value - before.Mean.Value;
        var (pain, painWords) = Pain(painBefore, painAfter);
        var angle = AngleOutcome(before.Judgement, after.Judgement, mdc);
        var outcome = pain != TrialOutcome.NoDifference ? pain : angle;
        return new Trial(outcome, change, mdc, Say(outcome, before, after), $"{AngleWords(before, after, mdc)}{painWords}");
    }

    /// <summary>
    /// Judges a trial meant to make one side like the other, both in band: the gap to the other side must shrink or grow
    /// by more than the smallest change that is news.
    /// </summary>
    public static Trial TowardsTwin(SideResult before, SideResult after, Angle twin, int? painBefore, int? painAfter)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var mdc = SideComparison.SameSessionChange(before.Mean.Error, after.Mean.Error);
        var closer = (before.Mean.Value - twin).Abs() - (after.Mean.Value - twin).Abs();
        var (pain, painWords) = Pain(painBefore, painAfter);
        var outcome = pain != TrialOutcome.NoDifference ? pain : Sign(closer, mdc);
        return new Trial(outcome, after.Mean.Value - before.Mean.Value, mdc, Say(outcome, before, after), $"{AngleWords(before, after, mdc)}{painWords}");
    }

    private static TrialOutcome AngleOutcome(Judgement before, Judgement after, Angle mdc) =>
        before.Where == BandSide.Within && after.Where == BandSide.Within ? TrialOutcome.NoDifference : Sign(after.Margin - before.Margin, mdc);

    private static TrialOutcome Sign(Angle better, Angle mdc) =>
        better > mdc ? TrialOutcome.Helped : better < -mdc ? TrialOutcome.Worse : TrialOutcome.NoDifference;

    private static (TrialOutcome Outcome, string Words) Pain(int? before, int? after)
    {
        if (before is not { } b || after is not { } a) return (TrialOutcome.NoDifference, "");
        var words = a == b ? $" Pain stayed at {a}." : $" Pain went from {b} to {a}.";
        if (b - a >= PainStep || (b > 0 && a == 0)) return (TrialOutcome.Helped, words);
        if (a - b >= PainStep || (a > 0 && b == 0)) return (TrialOutcome.Worse, words);
        return (TrialOutcome.NoDifference, words);
    }

    private static Phrase Say(TrialOutcome outcome, SideResult before, SideResult after)
    {
        var side = after.Mean.FrontLeg == BodySide.Left ? "Left" : "Right";
        return Phrase.Of(
            new PhrasePart($"{side} shin from {before.Mean.Value} to "), new(Finding.Lean(after.Mean.Value), after.Judgement.Verdict.Tone()),
            outcome switch
            {
                TrialOutcome.Helped => new(". That helped."),
                TrialOutcome.Worse => new(". That made it worse."),
                _ => new(". No difference worth having."),
            });
    }

    private static string AngleWords(SideResult before, SideResult after, Angle mdc)
    {
        var moved = (after.Mean.Value - before.Mean.Value).Abs();
        var against = moved > mdc ? $"more than the {mdc} that counts" : $"not more than the {mdc} that counts";
        return $"Shin from {Finding.Lean(before.Mean.Value)} to {Finding.Lean(after.Mean.Value)}: {moved}, {against}.";
    }
}
