using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Judging;

/// <summary>What a check comes down to.</summary>
public enum FindingKind
{
    /// <summary>Nothing can be read yet.</summary>
    NothingYet,

    /// <summary>One side has an answer, the other none.</summary>
    OneSide,

    /// <summary>Something is outside its band.</summary>
    Outside,

    /// <summary>A must-pass check cannot be called.</summary>
    Unsure,

    /// <summary>All in band, but left and right are not equal.</summary>
    Uneven,

    /// <summary>Nothing wrong in what was looked at.</summary>
    Clean,
}

/// <summary>The first thing to take, as one sentence and the facts under it.</summary>
/// <param name="Kind">What it comes down to.</param>
/// <param name="Side">The side to work on, or null for neither.</param>
/// <param name="MeasureId">The measure it speaks of, or null.</param>
/// <param name="Where">Which way that measure goes wrong.</param>
/// <param name="Sentence">What a coach could say aloud.</param>
/// <param name="Because">The fact that decided it.</param>
/// <param name="Deviations">Everything that is outside, first thing first.</param>
public sealed record Finding(
    FindingKind Kind,
    BodySide? Side,
    string? MeasureId,
    BandSide Where,
    Phrase Sentence,
    string Because,
    IReadOnlyList<MeasureResult> Deviations
)
{
    /// <summary>Whether the thing it names can block progress.</summary>
    public bool MustPass => Deviations is [{ MustPass: true }, ..];

    /// <summary>"left" or "right".</summary>
    /// <returns>In lower case.</returns>
    public static string Word(BodySide side) => side == BodySide.Left ? "left" : "right";

    /// <summary>"Left" or "Right".</summary>
    /// <returns>With a capital letter.</returns>
    public static string Capital(BodySide side) => side == BodySide.Left ? "Left" : "Right";

    /// <summary>The error's reach, never shown smaller than it is.</summary>
    /// <returns>Rounded up, seconds to tenths, all else to whole units: "±3°", "±2 cm".</returns>
    public static string ReachWords(Quantity reach)
    {
        var tenth = reach.Unit == MeasureUnit.Seconds ? 10.0 : 1;
        return $"±{new Quantity(Math.Max(1, Math.Ceiling(Math.Round(reach.Value * tenth, 6))) / tenth, reach.Unit)}";
    }

    /// <summary>How far outside its band something lies: "10° past the limit (−5° to 10°)".</summary>
    /// <returns>Whole units and the band in brackets.</returns>
    public static string PastWords(Judgement judgement)
    {
        ArgumentNullException.ThrowIfNull(judgement);
        return judgement.Where == BandSide.Beyond
            ? $"{judgement.Margin.Abs()} past the limit ({judgement.Band})"
            : $"{judgement.Margin.Abs()} short of the limit ({judgement.Band})";
    }

    /// <summary>The verdict on one measure of one side with its numbers.</summary>
    /// <returns>One sentence; without numbers where it was only seen, empty where it was neither seen nor read.</returns>
    public static string VerdictWords(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        var side = Capital(result.Side);
        if (result.Seen is { } seen)
            return seen.Where == BandSide.Within
                ? $"{side} {result.Measure.Short}: fine, seen by eye."
                : $"{side} {MeasureSpeech.Fault(result)}, seen by eye.";
        if (result.Mean is not { } mean)
            return "";
        var reading =
            $"{side} {MeasureSpeech.Say(result.Measure, mean.Value)} {ReachWords(mean.Error.Reach)}{SourceWords(result.Source)}";
        return result.Judgement switch
        {
            { Verdict: Verdict.InBand } j => $"{reading}, inside {j.Band}.",
            { Verdict: Verdict.Outside } j => $"{reading}, {PastWords(j)}.",
            { } j => $"{reading}, with an edge of {j.Band} inside the measuring error.",
            null => $"{reading}.",
        };
    }

    /// <summary>The side difference with the smallest one that is news.</summary>
    /// <returns>By how much they are apart, and from where on that counts.</returns>
    public static string DifferenceWords(SideComparison comparison)
    {
        ArgumentNullException.ThrowIfNull(comparison);
        return comparison.Equal
            ? $"The sides are {comparison.Difference.Abs()} apart; up to {comparison.Allowed} counts as equal."
            : $"The sides are {comparison.Difference.Abs()} apart; more than {comparison.Allowed} is a real difference.";
    }

    internal static Finding Nothing(Exercise exercise) =>
        new(
            FindingKind.NothingYet,
            null,
            null,
            BandSide.Within,
            Phrase.Of(
                new PhrasePart(
                    exercise.Points(View.Side) is [Landmark.Ankle, Landmark.Knee, ..]
                        ? "Place ankle and knee of the front leg."
                        : "Place the first point, or say what you see."
                )
            ),
            "Nothing has been read yet.",
            []
        );

    /// <summary>A pelvis that is off is said as it goes wrong: its name with its number does not make a sentence.</summary>
    private static bool Pelvic(MeasureResult told) =>
        told is { Verdict: Verdict.Outside, Measure.Region: Region.Pelvis };

    internal static Finding Half(
        MeasureResult[] outside,
        MeasureResult[] have,
        BodySide lack,
        IReadOnlyList<Onset> onsets
    )
    {
        var side = have[0].Side;
        var told =
            outside.FirstOrDefault()
            ?? have.FirstOrDefault(r => r is { Measure.Id: "front-shin", Mean: not null })
            ?? have.FirstOrDefault(r => r is { MustPass: true, Mean: not null })
            ?? have.FirstOrDefault(r => r.Mean is not null)
            ?? have[0];
        var value = told is { Mean: { } mean, Seen: null } ? MeasureSpeech.Say(told.Measure, mean.Value) : "fine";
        var said =
            outside.Length > 0 && Moved(told, outside, onsets, $" Now the {Word(lack)}.") is { } moved ? moved
            : told.Seen is { Where: not BandSide.Within } || Pelvic(told)
                ? Phrase.Of(
                    new($"{Capital(side)} "),
                    new(MeasureSpeech.Fault(told), Tone.Off),
                    new($". Now the {Word(lack)}.")
                )
            : Phrase.Of(
                new($"{Capital(side)} {told.Measure.Short} "),
                new(value, told.Verdict?.Tone() ?? Tone.Plain),
                new($". Now the {Word(lack)}.")
            );
        return new(
            FindingKind.OneSide,
            lack,
            told.Measure.Id,
            BandSide.Within,
            said,
            $"{VerdictWords(told)}{(RepetitionCourse.Of(told) is { Outside: > 0 } course ? $" {CourseWords(course)}" : "")} The sides are compared once both are looked at.",
            []
        );
    }

    internal static Finding Wrong(
        MeasureResult first,
        MeasureResult[] outside,
        IReadOnlyList<MeasureResult> results,
        IReadOnlyList<SideComparison> comparisons,
        IReadOnlyDictionary<(BodySide, View), double> descents,
        IReadOnlyList<Onset> onsets
    )
    {
        var comparison = comparisons.FirstOrDefault(c => c.Measure == first.Measure);
        var facts = new List<string> { VerdictWords(first) };
        if (comparison is not null)
            facts.Add(DifferenceWords(comparison));
        var more = outside.Length - 1 - (outside.Count(o => o != first && o.Measure == first.Measure));
        if (more > 0)
            facts.Add(
                $"Also outside: {string.Join(", ", outside.Where(o => o.Measure != first.Measure).Select(o => $"{Word(o.Side)} {o.Measure.Short}").Distinct().Take(4))}."
            );
        if (RepetitionCourse.Of(first) is { Outside: > 0 } course)
            facts.Add(CourseWords(course));
        var sentence =
            Moved(first, outside, onsets, $" {MeasureSpeech.Mend(first)}")
            ?? Leads(first, outside, results, descents)
            ?? OfShin(first, comparison)
            ?? Plain(first, outside);
        return new(
            FindingKind.Outside,
            first.Side,
            first.Measure.Id,
            first.Where,
            sentence,
            string.Join(" ", facts),
            outside
        );
    }

    /// <summary>"3 of 3 repetitions outside, from the first one on."</summary>
    private static string CourseWords(RepetitionCourse course)
    {
        var (n, off) = (course.Verdicts.Count, course.Outside);
        return course.Course switch
        {
            Course.Tired =>
                $"Only the last {(off == 1 ? "one" : off)} of {n} repetitions {(off == 1 ? "leaves" : "leave")} the band: it is learnt, and tires.",
            Course.Untaught => $"{off} of {n} repetitions outside, from the first one on: not learnt yet.",
            _ => $"{off} of {n} repetitions outside.",
        };
    }

    internal static Finding ShiftedAtRest(MeasureResult shifted, MeasureResult[] outside) =>
        new(
            FindingKind.Outside,
            shifted.Side,
            shifted.Measure.Id,
            shifted.Where,
            Phrase.Of(
                new($"{Capital(shifted.Side)} "),
                new(MeasureSpeech.Fault(shifted), Tone.Off),
                new(" before the first repetition starts. Set up again first.")
            ),
            $"{VerdictWords(shifted)} Nothing has moved yet, so no cue for the way down can mend it.",
            [shifted, .. outside.Where(o => o != shifted)]
        );

    /// <summary>What leaves its band first in a clip, how far down, and what follows; null where no clip tells when.</summary>
    private static Phrase? Moved(MeasureResult first, MeasureResult[] outside, IReadOnlyList<Onset> onsets, string last)
    {
        Onset[] own = [.. onsets.Where(o => o.Measure == first.Measure && o.Side == first.Side)];
        if (own.Length == 0 || first.Seen is not null)
            return null;
        var timed = own.Where(o => o.Left.Timed).ToArray();
        var words = new TurnWords(false);
        var when =
            2 * own.Count(o => o.Left.FromTheStart) > own.Length ? $"from the start of the way {words.Out}"
            : timed.Length * 2 > own.Length ? words.SetsIn(timed.Average(o => o.Share))
            : null;
        if (when is null)
            return null;
        var next = outside.FirstOrDefault(o =>
            o.Side == first.Side
            && o.Measure.Region != first.Measure.Region
            && o.Measure.Region != Region.Whole
            && onsets.Any(x => x.Measure == o.Measure && x.Side == o.Side)
        );
        var then =
            next is null ? (when.StartsWith("from ", StringComparison.Ordinal) ? $", {when}." : $". It begins {when}.")
            : Onsets.Leads(onsets, first.Measure.Id, next.Measure.Id, first.Side) == Seeing.Order.First
                ? $" first, {when}; the {RegionWord(next)} follows."
            : $", {when}; the {RegionWord(next)} goes with it.";
        return Phrase.Of(
            new($"{Capital(first.Side)} "),
            new(MeasureSpeech.Fault(first), Tone.Off),
            new($"{then}{last}")
        );
    }

    private static string RegionWord(MeasureResult result) =>
        result.Measure.Region switch
        {
            Region.Foot => "foot",
            Region.Pelvis => "pelvis",
            Region.Knee => "knee",
            _ => result.Measure.Id == "front-shin" ? "shin" : "trunk",
        };

    internal static Finding Unsure(MeasureResult unsure)
    {
        var narrower =
            unsure.Mean?.Readings.Any(r => r.Provenance.Vertical == VerticalSource.PictureEdge && r.Camera.Whole > 0)
            == true
                ? "Mark an upright, or one more repetition."
                : "Mark one more repetition.";
        return new(
            FindingKind.Unsure,
            unsure.Side,
            unsure.Measure.Id,
            unsure.Where,
            Phrase.Of(
                new($"{Capital(unsure.Side)} {unsure.Measure.Short} is "),
                new("too close to call", Tone.Unsure),
                new($". {narrower}")
            ),
            $"{VerdictWords(unsure)} Another repetition narrows the measuring error.",
            []
        );
    }

    internal static Finding Uneven(SideComparison uneven, MeasureResult[] standing)
    {
        var side = uneven.Larger;
        var shin = uneven.Measure.Id == "front-shin";
        // A number without a verdict is not called fine.
        var both = !standing.Any(r => Unjudged(r, uneven.Measure.Id));
        var sentence = shin
            ? Phrase.Of(
                new(both ? $"Both shins in band, but the {Word(side)} runs " : $"The {Word(side)} shin runs "),
                new($"{uneven.Difference.Abs()} further forward", Tone.Unsure),
                new(". Ask why.")
            )
            : Phrase.Of(
                new($"Left and right {uneven.Measure.Short} differ by "),
                new($"{uneven.Difference.Abs()}", Tone.Unsure),
                new($", more on the {Word(side)}. Ask why.")
            );
        return new(
            FindingKind.Uneven,
            side,
            uneven.Measure.Id,
            BandSide.Within,
            sentence,
            string.Join(" ", [$"{DifferenceWords(uneven)} Never shown, not able, or avoiding?", .. Ways(standing)]),
            []
        );
    }

    internal static Finding Clean(
        MeasureResult[] standing,
        IReadOnlyList<SideComparison> comparisons,
        IReadOnlyList<MissingCheck> missing
    )
    {
        var shin = comparisons.FirstOrDefault(c => c.Measure.Id == "front-shin");
        var only = standing.Where(r => r.Verdict is not null).Select(r => r.Measure.Id).Distinct().Take(2).ToArray();
        var all = missing.Count == 0;
        var sentence =
            all ? Phrase.Of(new("All "), new("in band", Tone.Good), new(" and equal. Nothing to change."))
            : only is ["front-shin"] && shin is not null && !standing.Any(r => Unjudged(r, "front-shin"))
                ? Phrase.Of(new("Both shins "), new("in band", Tone.Good), new(" and equal. Nothing to change."))
            : only.Length == 0
                ? Phrase.Of(
                    new PhrasePart(
                        Ways(standing) is [var way, ..]
                            ? $"Recorded, not judged yet. {way}"
                            : "Recorded. Nothing here has a band yet."
                    )
                )
            : Phrase.Of(
                new(standing.Any(r => r.WouldCount is not null) ? "What can be judged is " : "What was looked at is "),
                new("in band", Tone.Good),
                new($". {OpenWords(missing, standing)}".TrimEnd())
            );
        var because = string.Join(
            " ",
            new[]
            {
                shin is null ? "" : DifferenceWords(shin),
                all || sentence.ToString().Contains("Not looked at", StringComparison.Ordinal)
                    ? ""
                    : OpenWords(missing, standing),
                string.Join(" ", Ways(standing).Skip(only.Length == 0 ? 1 : 0)),
                EyeWords(standing),
            }.Where(s => s.Length > 0)
        );
        return new(FindingKind.Clean, null, null, BandSide.Within, sentence, because, []);
    }

    /// <summary>Whether it is a number of this measure that no band judges.</summary>
    private static bool Unjudged(MeasureResult result, string measureId) =>
        result.Measure.Id == measureId && result.Verdict is null;

    /// <summary>What would make numbers count that were measured and are not judged, each way once.</summary>
    private static IReadOnlyList<string> Ways(MeasureResult[] standing) =>
        Look.Ways(standing.Where(r => r.Verdict is null).Select(r => r.WouldCount));

    /// <summary>Which must-pass checks nobody has looked at; what was measured and is not judged is not among them.</summary>
    private static string OpenWords(IReadOnlyList<MissingCheck> missing, MeasureResult[] standing)
    {
        var names = missing
            .Where(m =>
                !standing.Any(r => r.Measure.Id == m.Measure.Id && r.Side == m.Side && r.WouldCount is not null)
            )
            .Select(m => m.Measure.Short)
            .Distinct()
            .ToArray();
        return names.Length == 0
            ? ""
            : $"Not looked at yet: {string.Join(", ", names.Take(3))}{(names.Length > 3 ? $" and {names.Length - 3} more" : "")}.";
    }

    private static string EyeWords(MeasureResult[] standing) =>
        standing.Count(r => r.Seen is not null) switch
        {
            0 => "",
            var n when n == standing.Count(r => r.Verdict is not null) => "All of it seen by eye, nothing measured.",
            _ => "Some of it seen by eye, not measured.",
        };

    /// <summary>A pelvis that goes before the knee is the reason the knee follows, and is said so.</summary>
    private static Phrase? Leads(
        MeasureResult first,
        MeasureResult[] outside,
        IReadOnlyList<MeasureResult> results,
        IReadOnlyDictionary<(BodySide, View), double> descents
    )
    {
        if (first.Measure.Region != Region.Pelvis || first.Where != BandSide.Beyond)
            return null;
        var knee = outside.FirstOrDefault(o =>
            o.Side == first.Side && (o.Measure.Id is "knee-offset" or "projection") && o.Where == BandSide.Beyond
        );
        if (knee is null)
            return null;
        // Only what was looked at at that moment can be said to come later.
        var earlier =
            first.Moment < knee.Moment
            && results.Any(r =>
                r.Side == knee.Side
                && r.Measure == knee.Measure
                && r.Moment == first.Moment
                && r.Verdict != Verdict.Outside
            );
        var when =
            first.Moment == Moment.FirstSeen
            && (
                descents.TryGetValue((first.Side, View.Front), out var share)
                || descents.TryGetValue((first.Side, View.Back), out share)
            )
                ? $" {new TurnWords(false).SetsIn(share)}"
                : "";
        return Phrase.Of(
            new($"{Capital(first.Side)} "),
            new(MeasureSpeech.Fault(first), Tone.Off),
            new(
                earlier
                    ? $"{when}, before the knee falls in. Level the pelvis first."
                    : $"{when} and the knee falls in with it. Level the pelvis first."
            )
        );
    }

    private static Phrase? OfShin(MeasureResult worst, SideComparison? comparison)
    {
        if (worst.Measure.Id != "front-shin" || worst.Seen is not null || comparison is null || comparison.Equal)
            return null;
        var beyond = worst.Where == BandSide.Beyond;
        if ((comparison.Larger == worst.Side) != beyond)
            return null;
        // A real difference is the sharper news; when both sides share the fault there is nothing to tell apart.
        var other = worst.Side == BodySide.Left ? "right" : "left";
        return Phrase.Of(
            new($"{Capital(worst.Side)} shin runs "),
            new($"{comparison.Difference.Abs()} further {(beyond ? "forward" : "back")}", Tone.Off),
            new($" than the {other}. {MeasureSpeech.Mend(worst)}")
        );
    }

    private static Phrase Plain(MeasureResult first, MeasureResult[] outside)
    {
        var twin = outside.FirstOrDefault(o =>
            o.Side != first.Side && o.Measure == first.Measure && o.Where == first.Where
        );
        if (twin is null)
            return Phrase.Of(
                new($"{Capital(first.Side)} "),
                new(MeasureSpeech.Fault(first), Tone.Off),
                new($". {MeasureSpeech.Mend(first)}")
            );
        var (shin, worse) = (first.Measure.Id == "front-shin", twin.Excess > first.Excess ? twin : first);
        return shin
            ? Phrase.Of(
                new("Both shins run "),
                new(first.Where == BandSide.Beyond ? "past the band" : "short of the band", Tone.Off),
                new($". Start with the {Word(worse.Side)}.")
            )
            : Phrase.Of(
                new("On both sides the "),
                new(MeasureSpeech.Fault(worse), Tone.Off),
                new($", more on the {Word(worse.Side)}. {MeasureSpeech.Mend(worse)}")
            );
    }

    private static string SourceWords(AnswerSource source) =>
        source switch
        {
            AnswerSource.Scales => " on scales",
            AnswerSource.Simulated => " from a simulated device",
            AnswerSource.Clock => " by the clock",
            AnswerSource.Clip => " by the clip",
            AnswerSource.Tape => " by the tape",
            AnswerSource.Guess => " as guessed",
            _ => "",
        };
}
