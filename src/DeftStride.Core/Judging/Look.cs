using DeftStride.Core.Exercises;
using DeftStride.Core.Filming;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Judging;

/// <summary>Everything a check rests on.</summary>
/// <param name="Stills">Pictures with their points; any number, any view.</param>
/// <param name="Seen">The coach's word on any measure.</param>
/// <param name="Stated">What was weighed, timed or taped.</param>
/// <param name="Context">What has to be known besides the points.</param>
public sealed record LookInput(
    IReadOnlyList<PointSet> Stills,
    IReadOnlyList<SeenAnswer> Seen,
    IReadOnlyList<StatedNumber> Stated,
    ReadingContext Context
)
{
    /// <summary>What moves in the clips that stills of this look were taken from.</summary>
    public IReadOnlyList<SeenMovement> Movements { get; init; } = [];

    /// <summary>Pictures alone.</summary>
    /// <returns>An input without marks by eye and without what moves.</returns>
    public static LookInput Of(IReadOnlyList<PointSet> stills, ReadingContext context) => new(stills, [], [], context);
}

/// <summary>One still: what is wrong with it, or doubtful about it, or neither.</summary>
/// <param name="Points">What was placed.</param>
/// <param name="Fault">Why nothing can be read from it, or no length where only its marked length is at fault; else null.</param>
/// <param name="Doubts">What is probably a slip.</param>
/// <param name="PictureTilt">How far true vertical leans from the picture's edge; + its top leans to the right.</param>
public sealed record StillResult(
    PointSet Points,
    MeasurementFault? Fault,
    IReadOnlyList<StillDoubt> Doubts,
    Angle PictureTilt
)
{
    /// <summary>The still levelled and without its camera, as the measures were read; null where nothing was.</summary>
    public Levelled? Read { get; init; }
}

/// <summary>A must-pass check that has no answer yet.</summary>
public sealed record MissingCheck(MeasureDefinition Measure, BodySide Side);

/// <summary>What a check found.</summary>
/// <param name="Stills">Every still that was given, in the order given.</param>
/// <param name="Results">Every measure that has an answer, by side and moment.</param>
/// <param name="Comparisons">Left against right for every number that both sides have at the bottom.</param>
/// <param name="Missing">Must-pass checks without an answer.</param>
/// <param name="Finding">What to take first.</param>
public sealed record Look(
    IReadOnlyList<StillResult> Stills,
    IReadOnlyList<MeasureResult> Results,
    IReadOnlyList<SideComparison> Comparisons,
    IReadOnlyList<MissingCheck> Missing,
    Finding Finding
)
{
    /// <summary>
    /// The answer that stands for a measure on a side: what is outside before what is too close to call, the earliest
    /// moment first; else the bottom's.
    /// </summary>
    /// <returns>Null where the look has none.</returns>
    public MeasureResult? On(string measureId, BodySide side) => Standing(Results, measureId, side);

    /// <summary>How square the camera stood, for each side of each view.</summary>
    public IReadOnlyList<Square> Squares { get; init; } = [];

    /// <summary>When what is outside left its band, repetition by repetition; empty without a clip.</summary>
    public IReadOnlyList<Onset> Onsets { get; init; } = [];

    /// <summary>What moves in the clips.</summary>
    public IReadOnlyList<SeenMovement> Movements { get; init; } = [];

    /// <summary>How many repetitions were clean, for each side that has at least two.</summary>
    public IReadOnlyList<CleanCount> CleanCounts { get; init; } = [];

    /// <summary>What would make a must-pass check count that was measured and is not judged, each way once.</summary>
    public IReadOnlyList<string> WouldCount => Ways(Missing.Select(m => On(m.Measure.Id, m.Side)?.WouldCount));

    /// <summary>What would make numbers count, each way once, both ankles in one breath.</summary>
    internal static IReadOnlyList<string> Ways(IEnumerable<string?> each)
    {
        string[] ways = [.. each.OfType<string>().Distinct()];
        string[] ankles = [Ankle(BodySide.Left), Ankle(BodySide.Right)];
        return ankles.Except(ways).Any() ? ways : ["Measure both ankles, and it counts.", .. ways.Except(ankles)];
    }

    private static string Ankle(BodySide side) =>
        $"Measure the {(side == BodySide.Left ? "left" : "right")} ankle, and it counts.";

    /// <summary>Whether a side has any answer.</summary>
    /// <returns>False for a side that was not looked at.</returns>
    public bool Has(BodySide side) => Results.Any(r => r.Side == side);

    /// <summary>Left against right for one measure.</summary>
    /// <returns>Null where a side has no number.</returns>
    public SideComparison? Compared(string measureId) => Comparisons.FirstOrDefault(c => c.Measure.Id == measureId);

    /// <summary>Every must-pass answer that stands, one for each measure and side.</summary>
    public IEnumerable<MeasureResult> MustPass =>
        Results
            .Where(r => r.MustPass && r.Verdict is not null)
            .Select(r => (r.Measure.Id, r.Side))
            .Distinct()
            .Select(k => On(k.Id, k.Side)!);

    /// <summary>Reads, averages, judges and sorts. Stills that give no number are reported, not thrown.</summary>
    /// <returns>Every result, comparison and finding; what gives no number stands among what is missing.</returns>
    public static Look Of(LookInput input, CheckStandard standard)
    {
        ArgumentNullException.ThrowIfNull(input);
        ArgumentNullException.ThrowIfNull(standard);
        var (faults, levelled) = (new MeasurementFault?[input.Stills.Count], new Levelled?[input.Stills.Count]);
        for (var i = 0; i < levelled.Length; i++)
        {
            faults[i] = MeasureReader.FaultOf(input.Stills[i], standard.Errors);
            levelled[i] = MeasureReader.Sound(input.Stills[i], standard.Errors);
        }

        var footage = Footage.Of(
            [.. levelled.OfType<Levelled>()],
            standard.Exercise,
            standard.School.Value.Code,
            input.Context
        );
        Levelled[] sound = [.. footage.Stills];
        var means = Means(footage, sound, input.Context, standard, out var context);
        var descents = Descents(sound);
        var results = Results_(input, standard, means, descents);
        var comparisons = Compare(results);
        var onsets = Judging.Onsets.Of(input.Movements, results);
        var answered = results
            .Where(r =>
                r is { Verdict: not null, WouldCount: null }
                || (r.Measure is { JudgedBySides: true, IsRead: false } && r.Mean is not null)
            )
            .Select(r => (r.Measure.Id, r.Side))
            .ToHashSet();
        var missing = standard
            .MustPass.Where(b => b.Judged)
            .SelectMany(b => Sides.Select(s => new MissingCheck(b.Measure, s)))
            .Where(m => !answered.Contains((m.Measure.Id, m.Side)))
            .ToArray();
        var stills = input
            .Stills.Select(
                (s, i) =>
                    levelled[i] is { } f
                        ? new StillResult(
                            s,
                            faults[i],
                            [.. StillDoubt.Of(f, context, standard.Errors), .. footage.DoubtsOf(s)],
                            f.PictureTilt
                        )
                        {
                            Read = footage.Of(s),
                        }
                        : new StillResult(s, faults[i], [], Angle.Zero)
            )
            .ToArray();
        return new Look(
            stills,
            results,
            comparisons,
            missing,
            FirstThing.Of(results, comparisons, missing, descents, standard, onsets)
        )
        {
            Squares = footage.Squares,
            Onsets = onsets,
            Movements = input.Movements,
            CleanCounts = CleanCount.Of(results),
        };
    }

    internal static MeasureResult? Standing(IReadOnlyList<MeasureResult> results, string measureId, BodySide side)
    {
        MeasureResult? best = null;
        foreach (var r in results)
        {
            if (r.Side != side || r.Measure.Id != measureId)
                continue;
            if (
                best is null
                || Weight(r) > Weight(best)
                || (Weight(r) == Weight(best) && Weight(r) >= 3 && r.Moment < best.Moment)
            )
                best = r;
        }

        return best;

        // What only would count under another camera stands where nothing else does.
        static int Weight(MeasureResult r) =>
            r.WouldCount is not null
                ? (r.Moment == Moment.Bottom ? 0 : -1)
                : r.Verdict switch
                {
                    Verdict.Outside => 5,
                    Verdict.TooCloseToCall => 4,
                    Verdict.InBand => r.Moment == Moment.Bottom ? 3 : 2,
                    _ => r.Moment == Moment.Bottom ? 1 : 0,
                };
    }

    private static readonly BodySide[] Sides = [BodySide.Left, BodySide.Right];

    private static MeasureMean[] Means(
        Footage footage,
        Levelled[] sound,
        ReadingContext given,
        CheckStandard standard,
        out ReadingContext context
    )
    {
        // The side view first: how far the shin leans tells how far over the foot the knee is seen from the front.
        var lean = Mean(
            MeasureReader.ReadSound(
                sound.Where(s => s.Still is { View: View.Side, Moment: Moment.Bottom }),
                FrontShin,
                given,
                standard.Errors,
                footage.Part
            ),
            standard.Errors
        );
        Angle? Shin(BodySide side) =>
            lean.FirstOrDefault(m => m.FrontLeg == side) is { } m ? Angle.FromDegrees(m.Value.Value) : null;
        // Without a side view the shin is taken to lean as it does when the exercise goes well.
        Angle? assumed = sound.Any(s => s.Camera is not null && s.Still.View != View.Side)
            ? Angle.FromDegrees(
                Footage
                    .CleanPose(
                        standard.Exercise,
                        standard.School.Value.Code,
                        Moment.Bottom,
                        given.Body ?? Footage.Usual
                    )
                    .Shin
            )
            : null;
        context = given.WithShins(Shin(BodySide.Left) ?? assumed, Shin(BodySide.Right) ?? assumed);
        return Mean(
            MeasureReader.ReadSound(sound, standard.Measures, context, standard.Errors, footage.Part),
            standard.Errors
        );
    }

    private static readonly HashSet<string> FrontShin = ["front-shin"];

    private static MeasureMean[] Mean(IReadOnlyList<(Reading Reading, Facing? Facing)> readings, ErrorModel errors) =>
        [
            .. readings
                .GroupBy(r => (r.Reading.Measure.Id, r.Reading.Provenance.FrontLeg, r.Reading.Provenance.Moment))
                .Select(g => MeasureMean.Of([.. g], errors)),
        ];

    private static List<MeasureResult> Results_(
        LookInput input,
        CheckStandard standard,
        MeasureMean[] means,
        IReadOnlyDictionary<(BodySide, View), double> descents
    )
    {
        var results = new List<MeasureResult>();
        var read = means.ToLookup(m => (m.Measure.Id, m.FrontLeg));
        foreach (var band in standard.Bands)
        {
            foreach (var side in Sides)
            {
                var seen = input.Seen.LastOrDefault(s => s.MeasureId == band.Measure.Id && s.Side == side);
                var any = false;
                foreach (var mean in read[(band.Measure.Id, side)])
                {
                    var counts = band.On(side) is not null && Counts(standard.Exercise, mean, side, descents);
                    var judged = counts && !band.AssumedOn(side) ? Judgement.Of(mean, band.On(side)!) : null;
                    // A number whose error takes half the band is noted, and what would make it count is said.
                    var unsure =
                        counts && band.AssumedOn(side) ? Ankle(side)
                        : band.MustPass
                        && judged is not null
                        && !(mean.Measure.OnlyOutside && judged.Verdict == Verdict.Outside)
                            ? HalfBand.WouldCount(mean, judged.Band, standard.Exercise, standard.School.Value.Code)
                        : null;
                    // The coach's word on a measure stands for the moment it names, or for all of them.
                    var word = seen is not null && (seen.Moment is null || seen.Moment == mean.Moment) ? seen : null;
                    results.Add(
                        new MeasureResult(
                            band.Measure,
                            side,
                            mean.Moment,
                            mean,
                            word is null ? AnswerSource.Pictures : AnswerSource.Eye,
                            band.MustPass && (word is not null || unsure is null),
                            judged,
                            word
                        )
                        {
                            WouldCount = word is null ? unsure : null,
                        }
                    );
                    any |= word is not null;
                }

                if (seen is not null && !any)
                    results.Add(
                        new MeasureResult(
                            band.Measure,
                            side,
                            seen.Moment ?? Moment.Bottom,
                            null,
                            AnswerSource.Eye,
                            band.MustPass,
                            null,
                            seen
                        )
                    );

                StatedNumber[] stated = [.. input.Stated.Where(s => s.MeasureId == band.Measure.Id && s.Side == side)];
                results.AddRange(stated.Select(s => Weighed(s, band, standard.Errors)));
                // What the coach timed or saw stands above what the clip's own times say.
                if (
                    band.Measure.TimedByClip
                    && stated.Length == 0
                    && seen is null
                    && Timed(input.Movements, side, TurnWords.Of(standard.Exercise.Shape).Rises) is { } lowered
                )
                    results.Add(Filmed(lowered, band, side, standard.Errors));
            }
        }

        return results;
    }

    /// <summary>How long a side lowers in its clips, by the repetitions that could be timed: the mean, the edges' own error, how many; null where fewer than half could be.</summary>
    private static (Lasting Mean, int Repetitions)? Timed(
        IReadOnlyList<SeenMovement> movements,
        BodySide side,
        bool rises
    )
    {
        Lasting[] all =
        [
            .. movements.SelectMany(m => m.Repetitions).Where(r => r.Side == side).Select(r => r.Lowering(rises)),
        ];
        Lasting[] timed = [.. all.Where(l => l.Timed)];
        return timed.Length * 2 <= all.Length
            ? null
            : (new Lasting(timed.Average(l => l.Seconds), timed.Average(l => l.Sd)), timed.Length);
    }

    private static MeasureResult Filmed(
        (Lasting Mean, int Repetitions) lowered,
        StandardBand band,
        BodySide side,
        ErrorModel errors
    )
    {
        Quantity In(double v) => new(v, band.Measure.Unit);
        var mean = new MeasureMean(
            band.Measure,
            side,
            Moment.Bottom,
            In(lowered.Mean.Seconds),
            // What an edge is off by is much alike from one repetition to the next: it does not shrink with them.
            new ErrorBudget(In(0), In(errors.Of(band.Measure).Repetition), In(lowered.Mean.Sd), lowered.Repetitions),
            null,
            []
        );
        return new MeasureResult(
            band.Measure,
            side,
            Moment.Bottom,
            mean,
            AnswerSource.Clip,
            band.MustPass,
            band.On(side) is { } b ? Judgement.Of(mean.Value, b, mean.Error.Reach) : null,
            null
        );
    }

    private static MeasureResult Weighed(StatedNumber stated, StandardBand band, ErrorModel errors)
    {
        Quantity In(double v) => new(v, band.Measure.Unit);
        var spread = errors.Of(band.Measure);
        var mean = new MeasureMean(
            band.Measure,
            stated.Side,
            Moment.Bottom,
            In(stated.Value),
            new ErrorBudget(In(0), In(spread.Repetition), In(spread.CameraMarked), 1),
            null,
            []
        );
        var judged =
            stated.Source != AnswerSource.Guess && band.On(stated.Side) is { } b
                ? Judgement.Of(mean.Value, b, mean.Error.Reach)
                : null;
        return new MeasureResult(
            band.Measure,
            stated.Side,
            Moment.Bottom,
            mean,
            stated.Source,
            band.MustPass,
            judged,
            null
        );
    }

    /// <summary>Whether a measure is judged at a moment, or only recorded there.</summary>
    private static bool Counts(
        Exercise exercise,
        MeasureMean mean,
        BodySide side,
        IReadOnlyDictionary<(BodySide, View), double> descents
    ) =>
        (mean.Measure.TiltedByABox, exercise.Shape.Box) switch
        {
            // Lowering from a box the low half will drop: what counts is the first half, and the change.
            (true, BoxWay.Lowers) => mean.Moment == Moment.Start
                || (
                    mean.Moment == Moment.FirstSeen
                    && mean.Readings.All(r => descents.GetValueOrDefault((side, r.Provenance.View), 0.5) <= 0.55)
                ),
            // A high box tilts the pelvis at the start: recorded. Nothing may drop near the top.
            (true, BoxWay.Rises) => mean.Moment == Moment.Top,
            _ => true,
        };

    /// <summary>How far down the "first seen" stills are, 0 at the start and 1 at the bottom, where start and bottom of the same repetition are there to tell.</summary>
    private static Dictionary<(BodySide, View), double> Descents(Levelled[] sound)
    {
        var found = new Dictionary<(BodySide, View), double>();
        foreach (
            var group in sound
                .Where(s => s.Still.Moment is Moment.Start or Moment.FirstSeen or Moment.Bottom)
                .GroupBy(s => (s.Still.FrontLeg, s.Still.View))
        )
        {
            var shares = group
                .GroupBy(s => s.Still.Repetition)
                .Select(rep =>
                {
                    double? Height(Moment moment) =>
                        rep.LastOrDefault(s => s.Still.Moment == moment) is { } still ? HipHeight(still) : null;
                    return
                        (Height(Moment.Start), Height(Moment.FirstSeen), Height(Moment.Bottom))
                            is ({ } top, { } seen, { } low)
                        && top - low > 1
                        ? (top - seen) / (top - low)
                        : (double?)null;
                })
                .OfType<double>()
                .ToArray();
            if (shares.Length > 0)
                found[group.Key] = Math.Clamp(shares.Average(), 0, 1);
        }

        return found;
    }

    private static double? HipHeight(Levelled f) =>
        !f.Has(Landmark.Ankle) ? null
        : f.Has(Landmark.WorkingPelvis) && f.Has(Landmark.FreePelvis)
            ? ((f.Up(Landmark.WorkingPelvis) + f.Up(Landmark.FreePelvis)) / 2) - f.Up(Landmark.Ankle)
        : f.Has(Landmark.Hip) ? f.Up(Landmark.Hip) - f.Up(Landmark.Ankle)
        : null;

    /// <summary>Left against right wherever both sides have a number that stands: not a guess, and not one that the coach's eye overruled.</summary>
    private static SideComparison[] Compare(IReadOnlyList<MeasureResult> results)
    {
        static bool Stands(MeasureResult r) => r is { Mean: not null, Seen: null } && r.Source != AnswerSource.Guess;
        var right = results.Where(r => r.Side == BodySide.Right && Stands(r)).ToLookup(r => (r.Measure.Id, r.Moment));
        return
        [
            .. results
                .Where(r => r.Side == BodySide.Left && Stands(r))
                .Select(l => (Left: l, Right: right[(l.Measure.Id, l.Moment)].FirstOrDefault()))
                .Where(p => p.Right is not null)
                .GroupBy(p => p.Left.Measure.Id)
                .Select(g => g.OrderByDescending(p => p.Left.Moment == Moment.Bottom).First())
                .Select(p => SideComparison.Of(p.Left.Mean!, p.Right!.Mean!)),
        ];
    }
}
