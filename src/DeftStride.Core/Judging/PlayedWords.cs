using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using static System.FormattableString;

namespace DeftStride.Core.Judging;

/// <summary>What is said beside a clip that is played: how alike its repetitions are, whether it tires, and how it comes up again.</summary>
public static class PlayedWords
{
    private const double LeastNews = 0.5;

    /// <summary>How alike the repetitions of a measure are and whether it tires: "1° apart from one to the next, no more than measuring alone. Too few to tell whether it tires."</summary>
    /// <param name="measure">As it is played.</param>
    /// <returns>One or two sentences.</returns>
    public static string Alike(PlayedMeasure measure)
    {
        ArgumentNullException.ThrowIfNull(measure);
        if (measure.Sameness is not { } same)
            return "One repetition: nothing to compare it with.";
        var unit = measure.Result.Mean!.Value.Unit;
        string In(double value) => new Quantity(value, unit).ToString();
        var apart =
            same.News < LeastNews
                ? $"{In(same.Sd)} apart, no more than measuring alone gives."
                : $"{In(same.Sd)} apart, {In(same.News)} of it more than measuring alone.";
        var course = RepetitionCourse.Of(measure.Result);
        var tires =
            course?.Course == Course.Tired
                ? $"Only the last {(course.Outside == 1 ? "one leaves" : $"{course.Outside} leave")} the band: tired, not untaught."
            : same.Drift is { } drift
                ? drift.IsNews && Worse(drift.Slope, measure.Result)
                        ? $"{In(Math.Abs(drift.Slope))} worse each time: tired, not untaught."
                    : "Not tiring."
            : course?.Course == Course.Untaught ? "Off from the first one on: not learnt yet."
            : "Too few to tell whether it tires: five or more would.";
        return $"{apart} {tires}";
    }

    /// <summary>Where two clips in step lie furthest apart, and whether that counts: "Furthest apart 97 % down: 15°. More than 5° is a real difference."</summary>
    /// <param name="apart">The two.</param>
    /// <param name="turn">How phases are spoken of; down and up again when not given.</param>
    /// <returns>Two sentences; one where they were never seen at the same phase.</returns>
    public static string Apart(PhaseApart apart, TurnWords? turn = null)
    {
        var words = turn ?? new TurnWords(false);
        ArgumentNullException.ThrowIfNull(apart);
        if (apart.Most is not { } most)
            return "Never seen in both at the same phase.";
        var far = new Quantity(Math.Abs(most.Difference), apart.Measure.Unit);
        return far > apart.Counts
            ? $"Furthest apart {words.At(most.Phase)}: {far}. More than {apart.Counts} is a real difference."
            : $"Furthest apart {words.At(most.Phase)}: {far}. Up to {apart.Counts} counts as equal.";
    }

    /// <summary>Above this share of the higher rate two films are said to be of two rates.</summary>
    private const double OtherRate = 0.2;

    /// <summary>What of two clips cannot be compared as it stands.</summary>
    /// <param name="one">The one.</param>
    /// <param name="other">The other.</param>
    /// <returns>Sentences; none where everything can be compared.</returns>
    public static IReadOnlyList<string> Cautions(FilmedHow one, FilmedHow other)
    {
        ArgumentNullException.ThrowIfNull(one);
        ArgumentNullException.ThrowIfNull(other);
        var said = new List<string>();
        if (one.School != other.School)
            said.Add("The style changed between the two: each is held against its own band.");
        if (one.Repetitions != other.Repetitions)
            said.Add(
                $"{one.Repetitions} repetitions beside {other.Repetitions}: they go in step by phase, and the last of the shorter stays."
            );
        if (
            Math.Abs(one.FramesPerSecond - other.FramesPerSecond)
            > OtherRate * Math.Max(one.FramesPerSecond, other.FramesPerSecond)
        )
            said.Add(
                Invariant(
                    $"Filmed at {one.FramesPerSecond:0} and {other.FramesPerSecond:0} frames a second: the coarser one jumps."
                )
            );
        if (one.Mirrored != other.Mirrored)
            said.Add("One was filmed with a mirrored camera; left and right are named as they are.");
        return said;
    }

    /// <summary>Whether going that way leads out of the band.</summary>
    private static bool Worse(double slope, MeasureResult result) =>
        result.Judgement?.Band is { } band
        && (
            (slope > 0 && band.Upper is { } up && result.Mean!.Value.Value > Middle(band, up.Value))
            || (slope < 0 && band.Lower is { } low && result.Mean!.Value.Value < Middle(band, low.Value))
        );

    private static double Middle(Band band, double edge) =>
        band is { Lower: { } low, Upper: { } high } ? (low.Value + high.Value) / 2 : edge / 2;

    /// <summary>How the client comes up: force after the turn, which joint straightens first, where the hips go, which foot steps; each a sentence, and what the clip cannot tell said so.</summary>
    /// <param name="clip">As it is played.</param>
    /// <param name="body">The client's body, for lengths; null where no stature is known.</param>
    /// <returns>Sentences, what the clip cannot tell among them; empty where the exercise does not come up.</returns>
    public static IReadOnlyList<string> WayUp(PlayedClip clip, Body? body)
    {
        ArgumentNullException.ThrowIfNull(clip);
        return [.. new[] { Order(clip), Hips(clip, body), Force(clip, body), Steps(clip) }.OfType<string>()];
    }

    private static string? Order(PlayedClip clip)
    {
        Straightening[] all =
        [
            .. clip.Repetitions.Select(r => Straightening.Of(clip.Movement, r)).OfType<Straightening>(),
        ];
        if (all.Length == 0)
            return null;
        var lag = all.Average(s => s.Lag);
        var sd = all.Average(s => s.Sd);
        var mean = new Straightening(all.Average(s => s.HipShare), all.Average(s => s.KneeShare), lag, sd);
        var shares = Invariant(
            $"at half the rise the hip is {100 * mean.HipShare:0} % straight, the knee {100 * mean.KneeShare:0} %"
        );
        return mean.Ahead switch
        {
            Seeing.Order.First => Invariant(
                $"The hip straightens first, {lag:0.0} ±{ErrorModel.CallZ * sd:0.0} s ahead: {shares}."
            ),
            Seeing.Order.Second => Invariant(
                $"The knee straightens first, {-lag:0.0} ±{ErrorModel.CallZ * sd:0.0} s ahead: {shares}."
            ),
            _ => $"Hip and knee straighten together: {shares}.",
        };
    }

    private static string? Hips(PlayedClip clip, Body? body)
    {
        HipPath[] all = [.. clip.Repetitions.Select(r => HipPath.Of(clip.Movement, r)).OfType<HipPath>()];
        if (all.Length == 0)
            return null;
        var (down, ahead, sd) = (all.Average(h => h.Down), all.Average(h => h.Ahead), all.Average(h => h.Sd));
        var side = clip.Movement.Body.View == View.Side;
        var shank = body?.Shank;
        string In(double part) =>
            shank is { } metres
                ? new Quantity(100 * metres * part, MeasureUnit.Centimetres).ToString()
                : Invariant($"{part:0.0} shank lengths");
        var across =
            Math.Abs(ahead) < ErrorModel.CallZ * sd ? "straight"
            : side ? $"{In(Math.Abs(ahead))} {(ahead > 0 ? "forward" : "back")}"
            : $"{In(Math.Abs(ahead))} {(ahead > 0 ? "over the working leg" : "away from the working leg")}";
        var way = clip.Movement.Exercise.Shape.Box == Exercises.BoxWay.Rises ? "up" : "down";
        var give = $"an estimate, each ±{In(ErrorModel.CallZ * sd)}";
        return across == "straight"
            ? $"The hips go {In(Math.Abs(down))} straight {way}, {give}."
            : $"The hips go {In(Math.Abs(down))} {way} and {across}, {give}.";
    }

    private static string? Force(PlayedClip clip, Body? body)
    {
        const string CannotTell = "Force after the turn: this clip cannot tell";
        if (body is null)
            return $"{CannotTell} without the client's height.";
        var track = clip.Movement.On(clip.Side);
        // Stickers are followed on every frame, found points on some: what is seen most often says most of a turn.
        var (one, other) =
            track.Has(Landmark.WorkingPelvis) && track.Has(Landmark.FreePelvis)
                ? (Landmark.WorkingPelvis, Landmark.FreePelvis)
                : (Landmark.Hip, Landmark.FreeHip);
        if (track.Rate < Drive.LeastRate)
            return $"{CannotTell}: bodies are found on {track.Rate:0} frames a second, and it takes {Drive.LeastRate:0}. Stickers on the pelvis are followed on all of them.";
        if (one == Landmark.Hip || Metres(clip, body) is not { } metres)
            return $"{CannotTell} without stickers on the pelvis.";
        var (y1, y2) = (track.Y(one), track.Y(other));
        double[] height = [.. y1.Zip(y2, (a, b) => -metres * (a + b) / 2)];
        if (height.Any(h => !double.IsFinite(h)))
            return $"{CannotTell}: the stickers were hidden for a while.";
        var (s1, s2) = (track.Scatter(one) ?? 1, track.Scatter(other) ?? 1);
        var scatter = metres * Math.Sqrt((s1 * s1) + (s2 * s2)) / 2;
        Drive[] all =
        [
            .. clip
                .Repetitions.Select(r =>
                    Drive.Of(height, track.Filter, scatter, Rising(clip, r.Repetition), track.Begins)
                )
                .OfType<Drive>(),
        ];
        if (all.Length == 0)
            return $"{CannotTell}: the points scatter too much.";
        var turn = TurnWords.Of(clip.Movement.Exercise.Shape).Rises ? "As the way up begins" : "Just after the turn";
        var (gain, sd) = (all.Average(d => d.Gain), all.Average(d => d.Sd));
        return all.Any(d => d.IsNumber)
            ? Invariant($"{turn} the floor carries {1 + gain:0.00} ±{sd:0.00} body weights, an estimate.")
            : Invariant($"{turn} the floor carries less than {1 + (3 * sd):0.00} body weights, an estimate.");
    }

    /// <summary>A repetition whose way up follows its turn: what steps up begins with it, so there its start is the turn.</summary>
    private static Repetition Rising(PlayedClip clip, Repetition r) =>
        clip.Movement.Exercise.Shape.Box == Exercises.BoxWay.Rises ? r with { Leaving = r.Start, End = r.Arrival } : r;

    /// <summary>Metres for a pixel, by the shank standing.</summary>
    private static double? Metres(PlayedClip clip, Body body)
    {
        if (clip.Repetitions.Count == 0)
            return null;
        var track = clip.Movement.On(clip.Side);
        var start = clip.Movement.When(clip.Repetitions[0], Moment.Start);
        return track.At(Landmark.Knee, start) is { } knee && track.At(Landmark.Ankle, start) is { } ankle
            ? body.Shank / Math.Max(1, knee.DistanceTo(ankle))
            : null;
    }

    private static string? Steps(PlayedClip clip)
    {
        var shape = clip.Movement.Exercise.Shape;
        if (!shape.FootTravels && shape.Box == Exercises.BoxWay.None)
            return null;
        var steps = Footfalls.Of(clip.Movement, clip.Side);
        return steps.Count == 0
            ? null
            : $"Steps: {string.Join(", ", steps.Take(6).Select(s => Invariant($"{(s.Working ? "working" : "free")} foot {s.Leaves:0.0}–{s.Lands:0.0} s")))}.";
    }
}
