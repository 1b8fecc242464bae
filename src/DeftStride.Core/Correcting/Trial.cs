using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

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

/// <summary>What a client says of a change besides pain.</summary>
public enum TrialFeel
{
    /// <summary>It was easier.</summary>
    Easier,

    /// <summary>It was steadier.</summary>
    Steadier,

    /// <summary>It was felt where it should be.</summary>
    FeltRight,
}

/// <summary>What a trial is about: which measure, on which side.</summary>
/// <param name="MeasureId">The measure that the change was for.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Twin">The other side's value, when the change was meant to make the sides alike; else null.</param>
public sealed record TrialTarget(string MeasureId, BodySide Side, Quantity? Twin = null);

/// <summary>One change tried against a baseline, on the same side and view.</summary>
/// <param name="Outcome">What it did.</param>
/// <param name="Change">Retest less baseline, or null when one of them was only seen.</param>
/// <param name="DetectableChange">The smallest change that is news from the same camera place, or null.</param>
/// <param name="Sentence">What a coach could say of it aloud.</param>
/// <param name="Because">The facts that decided it.</param>
public sealed record Trial(
    TrialOutcome Outcome,
    Quantity? Change,
    Quantity? DetectableChange,
    Phrase Sentence,
    string Because
)
{
    /// <summary>Pain this many points down (or gone) counts as helped, up as worse.</summary>
    public const int PainStep = 2;

    /// <summary>
    /// Judges a trial. Pain outranks the measure. The measure helps when it moves towards its band by more than the smallest
    /// change that is news and no other must-pass check leaves its band; worse is the same with baseline and retest
    /// swapped. Two values that are both inside the band do not differ.
    /// </summary>
    /// <param name="before">The baseline look.</param>
    /// <param name="after">The retest.</param>
    /// <param name="target">What the change was for.</param>
    /// <param name="painBefore">0–10, or null when not asked.</param>
    /// <param name="painAfter">0–10, or null when not asked.</param>
    /// <returns>Helped, not, or worse, with both values, their errors and the smallest change that is news.</returns>
    /// <exception cref="ArgumentException">Baseline or retest has no answer for the target.</exception>
    public static Trial Of(Look before, Look after, TrialTarget target, int? painBefore, int? painAfter)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        ArgumentNullException.ThrowIfNull(target);
        var (then, now) = (Answer(before, target, nameof(before)), Answer(after, target, nameof(after)));
        var (pain, painWords) = Pain(painBefore, painAfter);
        var left = Leaving(before, after, target);
        // A pelvis that changes less on the way down is better before it is level.
        var moved = Moved(then, now, target);
        var (soon, sooner) = moved == 0 ? Sooner(before, after, target) : (0, "");
        var measured = (moved == 0 ? soon : moved) switch
        {
            > 0 => left.Length == 0 && !Past(then, now) ? TrialOutcome.Helped : TrialOutcome.NoDifference,
            < 0 => Leaving(after, before, target).Length == 0 && !Past(now, then)
                ? TrialOutcome.Worse
                : TrialOutcome.NoDifference,
            _ => TrialOutcome.NoDifference,
        };
        var outcome = pain != TrialOutcome.NoDifference ? pain : measured;
        var leftWords =
            left.Length == 0 ? "" : $" But {string.Join(" and ", left.Select(m => m.Measure.Short))} left its band.";
        return new Trial(
            outcome,
            Difference(then, now),
            News(then, now),
            Say(outcome, then, now),
            $"{Words(then, now)}{sooner}{leftWords}{painWords}"
        );
    }

    /// <summary>A trial that the coach judged by eye, in one tap. Pain outranks the eye too.</summary>
    /// <param name="seen">What it did.</param>
    /// <param name="target">What the change was for.</param>
    /// <param name="painBefore">0–10, or null when not asked.</param>
    /// <param name="painAfter">0–10, or null when not asked.</param>
    /// <param name="fault">The name of the fault, where no measure shows it; else null.</param>
    /// <returns>The outcome without numbers; worse where pain rose.</returns>
    /// <exception cref="ArgumentException">There is no such measure.</exception>
    public static Trial ByEye(
        TrialOutcome seen,
        TrialTarget target,
        int? painBefore,
        int? painAfter,
        string? fault = null
    )
    {
        ArgumentNullException.ThrowIfNull(target);
        var (pain, painWords) = Pain(painBefore, painAfter);
        var outcome = pain != TrialOutcome.NoDifference ? pain : seen;
        var name = fault is { Length: > 0 }
            ? $"{char.ToLowerInvariant(fault[0])}{fault[1..]}"
            : (
                MeasureDefinition.Find(target.MeasureId)
                ?? throw new ArgumentException("There is no such measure.", nameof(target))
            ).Short;
        return new Trial(
            outcome,
            null,
            null,
            Phrase.Of(
                new PhrasePart($"{Finding.Capital(target.Side)} {name}, seen by eye: "),
                outcome switch
                {
                    TrialOutcome.Helped => new("that helped", Tone.Good),
                    TrialOutcome.Worse => new("that made it worse", Tone.Off),
                    _ => new("no difference"),
                },
                new(".")
            ),
            $"Seen, not measured.{painWords}"
        );
    }

    private static MeasureResult Answer(Look look, TrialTarget target, string name) =>
        look.On(target.MeasureId, target.Side)
        ?? throw new ArgumentException(
            $"There is no answer for {target.MeasureId} on the {Finding.Word(target.Side)}.",
            name
        );

    /// <summary>+1 towards the band (or the twin), −1 away from it, 0 neither.</summary>
    private static int Moved(MeasureResult then, MeasureResult now, TrialTarget target)
    {
        if (then.Seen is not null || now.Seen is not null || then.Mean is null || now.Mean is null)
            return (then.Verdict, now.Verdict) switch
            {
                (Verdict.Outside, Verdict.InBand) => 1,
                (Verdict.InBand, Verdict.Outside) => -1,
                _ => 0,
            };
        var mdc = SideComparison.SameSessionChange(then.Mean.Error, now.Mean.Error);
        if (target.Twin is { } twin)
            return Sign((then.Mean.Value - twin).Abs() - (now.Mean.Value - twin).Abs(), mdc);
        return
            then.Judgement is not { } was
            || now.Judgement is not { } isNow
            || (was.Where == BandSide.Within && isNow.Where == BandSide.Within)
            ? 0
            : Sign(isNow.Margin - was.Margin, mdc);
    }

    /// <summary>Whether the pelvis changes less on the way down, or more, where its level is the target; with the words for it.</summary>
    private static (int Better, string Words) Sooner(Look before, Look after, TrialTarget target)
    {
        const string change = "pelvic-change";
        if (
            target.MeasureId != "pelvic-level"
            || before.On(change, target.Side) is not { Mean: { } was, Seen: null }
            || after.On(change, target.Side) is not { Mean: { } now, Seen: null }
        )
            return (0, "");
        var mdc = SideComparison.SameSessionChange(was.Error, now.Error);
        var better = Sign(was.Value.Abs() - now.Value.Abs(), mdc);
        return (
            better,
            better == 0
                ? ""
                : $" On the way down it changes {(better > 0 ? "less" : "more")}: {was.Value} before, {now.Value} now, beyond the {mdc} that counts."
        );
    }

    /// <summary>Whether it went past the band and out on its other side: another fault, and no help.</summary>
    private static bool Past(MeasureResult then, MeasureResult now) =>
        now is { Verdict: Verdict.Outside, Judgement: { } over }
        && then.Judgement is { } off
        && off.Where != BandSide.Within
        && over.Where != BandSide.Within
        && over.Where != off.Where;

    private static int Sign(Quantity better, Quantity mdc) =>
        better > mdc ? 1
        : better < -mdc ? -1
        : 0;

    private static MeasureResult[] Leaving(Look from, Look to, TrialTarget target) =>
        [
            .. to.MustPass.Where(r =>
                r.Side == target.Side
                && r.Measure.Id != target.MeasureId
                && r.Verdict == Verdict.Outside
                && from.On(r.Measure.Id, r.Side)?.Verdict == Verdict.InBand
            ),
        ];

    private static Quantity? Difference(MeasureResult then, MeasureResult now) =>
        then.Mean is { } a && now.Mean is { } b ? b.Value - a.Value : null;

    private static Quantity? News(MeasureResult then, MeasureResult now) =>
        then.Mean is { } a && now.Mean is { } b ? SideComparison.SameSessionChange(a.Error, b.Error) : null;

    private static (TrialOutcome Outcome, string Words) Pain(int? before, int? after)
    {
        if (before is not { } b || after is not { } a)
            return (TrialOutcome.NoDifference, "");
        var words = a == b ? $" Pain stayed at {a}." : $" Pain went from {b} to {a}.";
        if (b - a >= PainStep || (b > 0 && a == 0))
            return (TrialOutcome.Helped, words);
        if (a - b >= PainStep || (a > 0 && b == 0))
            return (TrialOutcome.Worse, words);
        return (TrialOutcome.NoDifference, words);
    }

    private static Phrase Say(TrialOutcome outcome, MeasureResult then, MeasureResult now)
    {
        PhrasePart end = outcome switch
        {
            TrialOutcome.Helped => new(". That helped."),
            TrialOutcome.Worse => new(". That made it worse."),
            _ => new(". No difference."),
        };
        var what = $"{Finding.Capital(now.Side)} {now.Measure.Short}";
        return then.Mean is { } a && now.Mean is { } b && now.Seen is null
            ? Phrase.Of(
                new PhrasePart($"{what} from {Plain(a)} to "),
                new(MeasureSpeech.Say(b.Measure, b.Value), now.Verdict?.Tone() ?? Tone.Plain),
                end
            )
            : Phrase.Of(
                new PhrasePart($"{what} now "),
                new(
                    now.Verdict == Verdict.InBand ? "fine" : MeasureSpeech.Fault(now),
                    now.Verdict?.Tone() ?? Tone.Plain
                ),
                end
            );
    }

    /// <summary>The shin's angle needs no word before "to"; what changes its word with its sign does.</summary>
    private static string Plain(MeasureMean mean) =>
        mean.Measure.Id == "front-shin" ? mean.Value.ToString() : MeasureSpeech.Say(mean.Measure, mean.Value);

    private static string Words(MeasureResult then, MeasureResult now)
    {
        var name = now.Measure.Short;
        var what = char.ToUpperInvariant(name[0]) + name[1..];
        if (then.Mean is not { } a || now.Mean is not { } b)
            return $"{what}: {(now.Verdict == Verdict.InBand ? "fine" : "still wrong")}, seen by eye.";
        var (moved, mdc) = ((b.Value - a.Value).Abs(), SideComparison.SameSessionChange(a.Error, b.Error));
        var against = moved > mdc ? $"more than the {mdc} that counts" : $"not more than the {mdc} that counts";
        return $"{what} from {MeasureSpeech.Say(a.Measure, a.Value)} to {MeasureSpeech.Say(b.Measure, b.Value)}: {moved}, {against}.";
    }
}
