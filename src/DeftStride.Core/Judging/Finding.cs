using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>What a check comes down to.</summary>
public enum FindingKind
{
    /// <summary>Nothing can be read yet.</summary>
    NothingYet,

    /// <summary>One side can be read, the other not.</summary>
    OneSide,

    /// <summary>A shin runs past its band.</summary>
    Beyond,

    /// <summary>A shin stays short of its band.</summary>
    Short,

    /// <summary>A side cannot be called.</summary>
    Unsure,

    /// <summary>Both in band, but not equal.</summary>
    Uneven,

    /// <summary>Both in band and equal.</summary>
    Clean,
}

/// <summary>The first thing to take, as one sentence and the fact under it.</summary>
/// <param name="Kind">What it comes down to.</param>
/// <param name="Side">The side to work on, or null for neither.</param>
/// <param name="Sentence">What a coach could say aloud.</param>
/// <param name="Because">The fact that decided it.</param>
public sealed record Finding(FindingKind Kind, BodySide? Side, Phrase Sentence, string Because)
{
    /// <summary>
    /// Picks the first thing: a side outside (the further one) before a side that cannot be called, before unequal
    /// sides. A single side is only ever a half-way finding, since the comparison is the point of looking.
    /// </summary>
    public static Finding Of(SideResult? left, SideResult? right, SideComparison? comparison) => (left, right) switch
    {
        (null, null) => new(FindingKind.NothingYet, null,
            Phrase.Of(new PhrasePart("Place ankle and knee of the front leg.")), "Nothing has been read yet."),
        ({ } one, null) => Half(one, BodySide.Right),
        (null, { } one) => Half(one, BodySide.Left),
        ({ } l, { } r) => Both(l, r, comparison ?? SideComparison.Of(l.Mean, r.Mean)),
    };

    /// <summary>"left" or "right".</summary>
    public static string Word(BodySide side) => side == BodySide.Left ? "left" : "right";

    private static string Capital(BodySide side) => side == BodySide.Left ? "Left" : "Right";

    private static Finding Half(SideResult one, BodySide missing)
    {
        var side = one.Mean.FrontLeg;
        return new(FindingKind.OneSide, missing,
            Phrase.Of(new($"{Capital(side)} shin "), new(Lean(one.Mean.Value), one.Judgement.Verdict.Tone()), new($". Now the {Word(missing)}.")),
            $"{VerdictWords(one)} The sides are compared once both are marked.");
    }

    private static Finding Both(SideResult left, SideResult right, SideComparison comparison)
    {
        SideResult[] sides = [left, right];
        if (sides.Where(s => s.Judgement.Verdict == Verdict.Outside).OrderBy(s => s.Judgement.Margin).FirstOrDefault() is { } worst)
            return Outside(worst, worst == left ? right : left, comparison);

        if (sides.Where(s => s.Judgement.Verdict == Verdict.TooCloseToCall).OrderBy(s => s.Judgement.Margin).FirstOrDefault() is { } unsure)
            return new(FindingKind.Unsure, unsure.Mean.FrontLeg,
                Phrase.Of(new($"{Capital(unsure.Mean.FrontLeg)} shin is "), new("too close to call", Tone.Unsure), new(". Mark one more repetition.")),
                $"{VerdictWords(unsure)} Another repetition narrows the error.");

        if (!comparison.Equal)
        {
            var side = comparison.FurtherForward;
            return new(FindingKind.Uneven, side,
                Phrase.Of(new($"Both shins in band, but the {Word(side)} runs "), new(Further(comparison), Tone.Unsure), new(". Ask why.")),
                $"{DifferenceWords(comparison)} Never shown, not able, or avoiding?");
        }

        return new(FindingKind.Clean, null,
            Phrase.Of(new("Both shins "), new("in band", Tone.Good), new(" and equal. Leave them be.")), DifferenceWords(comparison));
    }

    private static Finding Outside(SideResult worst, SideResult other, SideComparison comparison)
    {
        var side = worst.Mean.FrontLeg;
        var beyond = worst.Judgement.Where == BandSide.Beyond;
        var kind = beyond ? FindingKind.Beyond : FindingKind.Short;
        var because = $"{VerdictWords(worst)} {DifferenceWords(comparison)}";
        var settle = beyond ? $"Settle the {Word(side)} shin first." : $"Bring the {Word(side)} shin forward first.";

        // A real difference is the sharper news; when both sides share the fault there is nothing to tell apart.
        if (!comparison.Equal && (comparison.FurtherForward == side) == beyond)
        {
            var how = beyond ? Further(comparison) : $"{comparison.Difference.Abs()} further back";
            return new(kind, side,
                Phrase.Of(new($"{Capital(side)} shin runs "), new(how, Tone.Off), new($" than the {Word(other.Mean.FrontLeg)}. {settle}")), because);
        }

        var past = $"{worst.Judgement.Margin.Abs()} {(beyond ? "past" : "short of")} the band";
        if (other.Judgement.Verdict == Verdict.Outside && other.Judgement.Where == worst.Judgement.Where)
            return new(kind, side, Phrase.Of(new("Both shins run "), new(beyond ? "past the band" : "short of the band", Tone.Off), new($". Start with the {Word(side)}.")), because);
        return new(kind, side, Phrase.Of(new($"{Capital(side)} shin is "), new(past, Tone.Off), new($". {settle}")), because);
    }

    /// <summary>A shin angle in words: "24° forward", "3° back", "upright".</summary>
    public static string Lean(Angle value) => Math.Round(value.Degrees, MidpointRounding.AwayFromZero) switch
    {
        0 => "upright",
        > 0 => $"{value} forward",
        _ => $"{value.Abs()} back",
    };

    /// <summary>The error's reach in whole degrees, never shown smaller than it is: "±3°".</summary>
    public static string ReachWords(Angle reach) => $"±{Math.Max(1, Math.Ceiling(Math.Round(reach.Degrees, 6))):0}°";

    private static string Further(SideComparison comparison) => $"{comparison.Difference.Abs()} further forward";

    /// <summary>The verdict on one side with its numbers.</summary>
    public static string VerdictWords(SideResult side)
    {
        ArgumentNullException.ThrowIfNull(side);
        var (mean, judgement) = (side.Mean, side.Judgement);
        var reading = $"{Capital(mean.FrontLeg)} {Lean(mean.Value)} {ReachWords(mean.Error.Reach)}";
        return judgement.Verdict switch
        {
            Verdict.InBand => $"{reading}, inside {judgement.Band}.",
            Verdict.Outside => $"{reading}, {judgement.Margin.Abs()} {(judgement.Where == BandSide.Beyond ? "beyond" : "short of")} {judgement.Band}.",
            _ => $"{reading}, with an edge of {judgement.Band} inside that error.",
        };
    }

    /// <summary>The side difference with the smallest one that is news.</summary>
    public static string DifferenceWords(SideComparison comparison)
    {
        ArgumentNullException.ThrowIfNull(comparison);
        return comparison.Equal
            ? $"The sides are {comparison.Difference.Abs()} apart; up to {comparison.Allowed} counts as equal."
            : $"The sides are {comparison.Difference.Abs()} apart; more than {comparison.Allowed} is a real difference.";
    }
}
