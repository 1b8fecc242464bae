using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Correcting;

/// <summary>Under which foot heights are tried.</summary>
public enum TriedUnder
{
    /// <summary>A raised front foot: whether it helps, or moves weight, is tried and not promised.</summary>
    FrontFoot,

    /// <summary>A raised rear foot: by comfort and by the arch of the back.</summary>
    RearFoot,
}

/// <summary>How a height was to stand on.</summary>
public enum Comfort
{
    /// <summary>Could go on for a set.</summary>
    Good,

    /// <summary>Noticed, and bearable.</summary>
    Bearable,

    /// <summary>Would rather not.</summary>
    Unpleasant,
}

/// <summary>With what a shin was read while heights were tried.</summary>
public enum ShinReadBy
{
    /// <summary>By eye, ±8°.</summary>
    Eye,

    /// <summary>Off an angle gauge or sensor on the shin, ±2°: a house rule of ours.</summary>
    Gauge,
}

/// <summary>What one height was like. What was not asked is null.</summary>
/// <param name="Metres">The surface above the floor, 0 for the floor itself.</param>
public sealed record HeightTry(double Metres)
{
    /// <summary>The front shin at the bottom with the left foot in front, + knee ahead.</summary>
    public Angle? LeftShin { get; init; }

    /// <summary>The same with the right foot in front.</summary>
    public Angle? RightShin { get; init; }

    /// <summary>Whether the front heel stays down.</summary>
    public bool? HeelStays { get; init; }

    /// <summary>Whether the back arches at the bottom.</summary>
    public bool? BackArches { get; init; }

    /// <summary>How it was to stand on.</summary>
    public Comfort? Comfort { get; init; }

    /// <summary>The worst pain, 0–10.</summary>
    public int? Pain { get; init; }

    /// <summary>What two scales showed of the load on the front foot, percent.</summary>
    public double? FrontShare { get; init; }
}

/// <summary>What comes of heights that were tried.</summary>
public enum HeightOutcome
{
    /// <summary>The higher one is worth keeping.</summary>
    Keep,

    /// <summary>It goes the right way and not yet far enough: one higher.</summary>
    RaiseMore,

    /// <summary>Nothing was gained: the lower one, as before.</summary>
    Leave,

    /// <summary>The higher one asks too much: go down.</summary>
    Lower,
}

/// <summary>What the tries say, as a recommendation that a coach may overrule.</summary>
/// <param name="Outcome">What to do.</param>
/// <param name="Metres">The height to go on with; 0 for the floor.</param>
/// <param name="Sentence">It, aloud.</param>
/// <param name="Because">The facts that decided it, and those that only belong beside it.</param>
public sealed record HeightAdvice(HeightOutcome Outcome, double Metres, string Sentence, IReadOnlyList<string> Because)
{
    /// <summary>Where every outcome leads, metres, the recommended one among them. One that leads nowhere is left out: nothing higher is here, or geometry forbids it.</summary>
    public IReadOnlyDictionary<HeightOutcome, double> Ways { get; init; } = new Dictionary<HeightOutcome, double>();
}

/// <summary>
/// Two or more heights under a foot, tried one after another on the same day. Pain outranks everything, then the heel (or the
/// arch of the back), then what the shins did beyond what their reading can tell.
/// </summary>
public static class HeightTrial
{
    /// <summary>The highest that is tried under a front foot, metres.</summary>
    public const double MostFrontMetres = 0.20;

    /// <summary>The highest that is tried under a rear foot, metres.</summary>
    public const double MostRearMetres = 0.60;

    /// <summary>Shares of two scales nearer than this many points do not differ: a house rule of ours.</summary>
    public const double ShareNews = 5;

    /// <summary>From this pain on the day ends.</summary>
    public const int StopPain = 5;

    private const double Same = 0.004;

    /// <summary>By how much two readings of one shin must differ to count.</summary>
    /// <returns>Whole degrees.</returns>
    public static Angle ShinNews(ShinReadBy by) =>
        Angle.FromDegrees(Math.Round(Math.Sqrt(2) * (by == ShinReadBy.Eye ? 8 : 2), 0));

    /// <summary>Why tries cannot be judged.</summary>
    /// <returns>A sentence that says what to do; null where they can be judged.</returns>
    public static string? Problem(TriedUnder under, IReadOnlyList<HeightTry> tries, Tape tape)
    {
        ArgumentNullException.ThrowIfNull(tries);
        if (tries.Count is < 2 or > 6)
            return "It takes two heights to compare, and six at most. Add the other one.";
        if (tries.Any(t => !double.IsFinite(t.Metres) || t.Metres < 0 || t.Metres > Most(under)))
            return under == TriedUnder.FrontFoot
                ? $"Under the front foot it goes from the floor to {tape.Length(MostFrontMetres)}. Take a height between."
                : $"Under the rear foot it goes from the floor to {tape.Length(MostRearMetres)}. Take a height between.";
        if (tries.SelectMany((a, i) => tries.Skip(i + 1).Select(b => Math.Abs(a.Metres - b.Metres))).Any(d => d < Same))
            return "The same height stands there twice. Change one of them.";
        if (tries.Any(t => t.Pain is < 0 or > 10))
            return "Pain goes from 0 to 10. Ask again.";
        if (tries.Any(t => t.FrontShare is { } share && !(share is >= 0 and <= 100)))
            return "A share goes from 0 to 100 %. Read the scales again.";
        if (
            tries.Any(t => new[] { t.LeftShin, t.RightShin }.Any(s => s is { } shin && !(Math.Abs(shin.Degrees) <= 80)))
        )
            return "A shin leans at most 80°. Read it again.";
        return tries.All(t => Told(under, t)) ? null
            : under == TriedUnder.FrontFoot
                ? "Say for each height whether the heel stays down, what hurts, or how the shins stand."
            : "Say for each height how it was to stand on, and whether the back arches.";
    }

    /// <summary>What the tries say.</summary>
    /// <param name="under">Which foot is raised.</param>
    /// <param name="tries">Two or more, in any order; see <see cref="Problem"/>.</param>
    /// <param name="school">In whose style: where the knee is taken forward, a shin further forward is a gain.</param>
    /// <param name="readBy">With what shins were read.</param>
    /// <param name="heights">What can be built, metres; empty where nothing is listed: every centimetre then.</param>
    /// <param name="highest">The highest that geometry allows, metres; null where only the form limits it.</param>
    /// <param name="tape">How lengths are said.</param>
    /// <returns>What to keep or try next, each reason by itself; heights in metres.</returns>
    /// <exception cref="ArgumentException">The tries cannot be judged.</exception>
    public static HeightAdvice Of(
        TriedUnder under,
        IReadOnlyList<HeightTry> tries,
        SchoolCode school,
        ShinReadBy readBy,
        IReadOnlyList<double> heights,
        double? highest,
        Tape tape
    )
    {
        ArgumentNullException.ThrowIfNull(heights);
        if (Problem(under, tries, tape) is { } problem)
            throw new ArgumentException(problem, nameof(tries));
        HeightTry[] sorted = [.. tries.OrderBy(t => t.Metres)];
        var words = new Words(tape, readBy);
        var next = Next(sorted[^1].Metres, heights, Math.Min(highest ?? Most(under), Most(under)));
        var front = under == TriedUnder.FrontFoot;
        var advice = front ? Front(sorted, school, readBy, next, words) : Rear(sorted, next, words);
        var ways = new Dictionary<HeightOutcome, double> { [HeightOutcome.Keep] = sorted[^1].Metres };
        if (next is { } higher)
            ways[HeightOutcome.RaiseMore] = higher;
        ways[front ? HeightOutcome.Leave : HeightOutcome.Lower] = sorted[0].Metres;
        ways[advice.Outcome] = advice.Metres;
        return advice with { Ways = ways };
    }

    private static double Most(TriedUnder under) => under == TriedUnder.FrontFoot ? MostFrontMetres : MostRearMetres;

    private static bool Told(TriedUnder under, HeightTry t) =>
        under == TriedUnder.FrontFoot
            ? t.HeelStays is not null || t.Pain is not null || t.LeftShin is not null || t.RightShin is not null
            : t.Comfort is not null || t.BackArches is not null || t.Pain is not null;

    /// <summary>The next height above one, up to what is allowed; null where there is none. Without a list of kit five centimetres more.</summary>
    private static double? Next(double above, IReadOnlyList<double> heights, double most)
    {
        double[] built = heights.Count > 0 ? [.. heights] : [above + 0.05];
        return built.Where(h => h > above + Same && h <= most + 0.005).Order().Select(h => (double?)h).FirstOrDefault();
    }

    private static HeightAdvice Front(
        HeightTry[] tries,
        SchoolCode school,
        ShinReadBy readBy,
        double? next,
        Words words
    )
    {
        var (low, high) = (tries[0], tries[^1]);
        var because = new List<string>();
        var gains = 0;
        if (low.Pain is { } was && high.Pain is { } now)
        {
            because.Add(words.Pain(low, high));
            if (Worse(was, now))
                return words.Said(HeightOutcome.Leave, low, because, now, hurts: true);
            if (was - now >= Trial.PainStep || (was > 0 && now == 0))
                gains++;
        }

        if (high.Pain >= StopPain)
            return words.Said(HeightOutcome.Leave, low, because, high.Pain);
        if (low.HeelStays is not null && high.HeelStays is not null)
            because.Add(words.Heel(low, high));
        if (high.HeelStays == false)
        {
            if (low.HeelStays == true)
                return words.Said(HeightOutcome.Leave, low, because);
            if (next is { } more)
                return words.Said(HeightOutcome.RaiseMore, new HeightTry(more), because);
            because.Add("No higher one is here: a heel wedge, or ankle work.");
            return words.Said(HeightOutcome.Leave, low, because);
        }

        if (high.HeelStays == true && low.HeelStays == false)
            gains++;
        var news = ShinNews(readBy);
        foreach (
            var (side, before, after) in new[]
            {
                ("left", low.LeftShin, high.LeftShin),
                ("right", low.RightShin, high.RightShin),
            }
        )
        {
            if (before is not { } a || after is not { } b)
                continue;
            because.Add(words.Shin(side, a, b, news));
            if (school != SchoolCode.VerticalShin && b - a > news)
                gains++;
        }

        if (low is { LeftShin: { } l0, RightShin: { } r0 } && high is { LeftShin: { } l1, RightShin: { } r1 })
        {
            // Four readings stand behind a difference of differences.
            var closer = (l0 - r0).Abs() - (l1 - r1).Abs();
            var counts = Math.Sqrt(2) * news;
            if (closer > counts)
            {
                gains++;
                because.Add(
                    $"The two shins are {closer} more alike on the higher one, more than the {counts} that counts."
                );
            }
        }

        because.AddRange(words.Share(low, high));
        return words.Said(gains > 0 ? HeightOutcome.Keep : HeightOutcome.Leave, gains > 0 ? high : low, because);
    }

    private static HeightAdvice Rear(HeightTry[] tries, double? next, Words words)
    {
        var because = tries.Select(words.Stood).ToList();
        bool TooMuch(HeightTry t) =>
            t.BackArches == true
            || t.Comfort == Comfort.Unpleasant
            || t.Pain >= StopPain
            || (t != tries[0] && tries[0].Pain is { } was && t.Pain is { } now && Worse(was, now));
        var most = tries.TakeWhile(t => !TooMuch(t)).LastOrDefault();
        if (most is null)
            return words.Said(HeightOutcome.Lower, null, because, tries.Max(t => t.Pain));
        if (most != tries[^1])
            return words.Said(HeightOutcome.Lower, most, because, tries.Max(t => t.Pain));
        return most.Comfort == Comfort.Good && most.BackArches == false && next is { } more
            ? words.Said(HeightOutcome.RaiseMore, new HeightTry(more), because)
            : words.Said(HeightOutcome.Keep, most, because);
    }

    private static bool Worse(int was, int now) => now - was >= Trial.PainStep || (was == 0 && now > 0);

    /// <summary>How it is said.</summary>
    private sealed record Words(Tape Tape, ShinReadBy ReadBy)
    {
        private string At(HeightTry t) => t.Metres < 0.005 ? "the floor" : Tape.Length(t.Metres);

        private string Stays(HeightTry t) => t.Metres < 0.005 ? "on the floor" : $"at {Tape.Length(t.Metres)}";

        public HeightAdvice Said(
            HeightOutcome outcome,
            HeightTry? on,
            List<string> because,
            int? pain = null,
            bool hurts = false
        )
        {
            if (pain >= StopPain)
                because.Add(string.Create(CultureInfo.InvariantCulture, $"Pain of {pain}: stop for today."));
            var sentence = outcome switch
            {
                HeightOutcome.Keep => $"Keep {At(on!)}.",
                HeightOutcome.RaiseMore => $"Raise more: try {At(on!)}.",
                HeightOutcome.Lower when on is null => "Lower than both, or back to the floor.",
                HeightOutcome.Lower => $"Lower: {At(on!)}.",
                _ when hurts => $"Leave it {Stays(on!)}: it hurts more higher up.",
                _ => $"Leave it {Stays(on!)}: nothing gained higher up.",
            };
            return new HeightAdvice(outcome, on?.Metres ?? 0, sentence, because);
        }

        public string Pain(HeightTry low, HeightTry high) =>
            low.Pain == high.Pain
                ? $"Pain stays at {low.Pain}."
                : $"Pain {low.Pain} on {At(low)}, {high.Pain} on {At(high)}.";

        public string Heel(HeightTry low, HeightTry high) =>
            (low.HeelStays, high.HeelStays) switch
            {
                (true, true) => "The heel stays down on both.",
                (false, false) => $"The heel lifts on {At(low)} and still on {At(high)}.",
                (false, true) => $"The heel lifts on {At(low)} and stays down on {At(high)}.",
                _ => $"The heel stays down on {At(low)} and lifts on {At(high)}.",
            };

        public string Shin(string side, Angle before, Angle after, Angle news)
        {
            var by = ReadBy == ShinReadBy.Eye ? "by eye" : "off the gauge";
            var moved = (after - before).Abs();
            return $"{(side == "left" ? "Left" : "Right")} shin {MeasureSpeech(before)} to {MeasureSpeech(after)}, {by}: {moved}, "
                + (moved > news ? $"more than the {news} that counts." : $"not more than the {news} that counts.");
        }

        public IEnumerable<string> Share(HeightTry low, HeightTry high)
        {
            if (low.FrontShare is not { } a || high.FrontShare is not { } b)
                yield break;
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"On the scales {a:0} % in front on {At(low)}, {b:0} % on {At(high)}: "
            )
                + (
                    Math.Abs(b - a) < ShareNews
                        ? $"no difference that counts ({ShareNews:0} points)."
                        : $"{(b < a ? "less" : "more")} on the front foot."
                );
        }

        public string Stood(HeightTry t)
        {
            string?[] parts =
            [
                t.Comfort switch
                {
                    Comfort.Good => "good to stand on",
                    Comfort.Bearable => "bearable",
                    Comfort.Unpleasant => "unpleasant",
                    _ => null,
                },
                t.BackArches switch
                {
                    true => "the back arches",
                    false => "no arch in the back",
                    _ => null,
                },
                t.Pain is { } pain ? $"pain {pain}" : null,
            ];
            var at = At(t);
            return $"{char.ToUpperInvariant(at[0])}{at[1..]}: {string.Join(", ", parts.OfType<string>())}.";
        }

        private static string MeasureSpeech(Angle shin) => Judging.MeasureSpeech.Shin(shin);
    }
}
