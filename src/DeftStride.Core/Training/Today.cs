using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;

namespace DeftStride.Core.Training;

/// <summary>From where it is known what is done today.</summary>
public enum TodayFrom
{
    /// <summary>It was planned for a visit, and the client stands on no ladder with it.</summary>
    Visit,

    /// <summary>It is what the client's rung asks for.</summary>
    Rung,

    /// <summary>It stands in for what a condition forbids.</summary>
    Instead,

    /// <summary>It was looked at last.</summary>
    LastLook,

    /// <summary>It is the first choice from what was asked when the client was met.</summary>
    FirstChoice,

    /// <summary>Nothing is known: what most people are first looked at in.</summary>
    Usual,
}

/// <summary>The last finished look.</summary>
/// <param name="ExerciseId">What was looked at.</param>
/// <param name="Place">Its place in the order of everything that was recorded.</param>
/// <param name="At">When.</param>
/// <param name="Kind">What its finding came down to.</param>
/// <param name="MeasureId">The measure it named, or null.</param>
/// <param name="Side">The side it named, or null.</param>
/// <param name="Pain">The pain that was told, or null when it was not asked.</param>
/// <param name="Decided">What was decided on it, or null for nothing yet.</param>
public sealed record LastLook(
    string ExerciseId,
    long Place,
    DateTimeOffset At,
    FindingKind Kind,
    string? MeasureId,
    BodySide? Side,
    Pain? Pain,
    Decided? Decided
);

/// <summary>A set-up that was kept for an exercise; the latest of each is in force.</summary>
/// <param name="ExerciseId">For which exercise.</param>
/// <param name="Place">Its place in the order of everything that was recorded.</param>
/// <param name="Card">Its card.</param>
public sealed record KeptSetupCard(string ExerciseId, long Place, IReadOnlyList<CardLine> Card);

/// <summary>Everything about one client that says what today is like. The order of the lists does not matter: each fact carries its place.</summary>
public sealed record TodayFacts
{
    /// <summary>The present moment.</summary>
    public required DateTimeOffset Now { get; init; }

    /// <summary>The studio's own day.</summary>
    public DateOnly Day { get; init; }

    /// <summary>The ladders in force in the studio.</summary>
    public required IReadOnlyList<Ladder> Ladders { get; init; }

    /// <summary>The studio's weights.</summary>
    public required LoadRack Rack { get; init; }

    /// <summary>The highest pain that is ordinary for this client.</summary>
    public required Sourced<int> PainLimit { get; init; }

    /// <summary>Who set that limit and when, where a clinician did; null where it is the house's.</summary>
    public string? LimitBy { get; init; }

    /// <summary>What holds for this client today: a clinician's word, and what the record asks for.</summary>
    public IReadOnlyList<Condition> Conditions { get; init; } = [];

    /// <summary>The worst joint or tendon pain told today, or null while none was asked.</summary>
    public int? WorstToday { get; init; }

    /// <summary>The exercise of the next visit, or null when none is planned.</summary>
    public string? Planned { get; init; }

    /// <summary>What the plan has put on this visit and facts alone would not say: a range before or after the block, another height.</summary>
    public IReadOnlyList<Due> FromPlan { get; init; } = [];

    /// <summary>The school set for the client, or null.</summary>
    public SchoolCode? School { get; init; }

    /// <summary>How many stop signs stand.</summary>
    public int StopSigns { get; init; }

    /// <summary>Whether a look was begun and not finished.</summary>
    public bool Unfinished { get; init; }

    /// <summary>The last finished look, or null for none.</summary>
    public LastLook? Look { get; init; }

    /// <summary>What was filmed last of each exercise and from where.</summary>
    public IReadOnlyList<(string ExerciseId, View View, DateTimeOffset At)> Films { get; init; } = [];

    /// <summary>Steps on ladders that stand.</summary>
    public IReadOnlyCollection<StepTaken> Steps { get; init; } = [];

    /// <summary>Logs that stand.</summary>
    public IReadOnlyCollection<DoseLogged> Logs { get; init; } = [];

    /// <summary>Set-ups that stand.</summary>
    public IReadOnlyCollection<KeptSetupCard> Setups { get; init; } = [];

    /// <summary>The card of the set-up in force for an exercise.</summary>
    /// <returns>Empty where none was kept.</returns>
    public IReadOnlyList<CardLine> Card(string exerciseId) =>
        Setups.Where(s => s.ExerciseId == exerciseId).MaxBy(s => s.Place)?.Card ?? [];

    /// <summary>Changes that became part of the set-up, in words, the oldest first.</summary>
    public IReadOnlyList<string> Kept { get; init; } = [];

    /// <summary>The cue that has helped this client most, in a few words, or null.</summary>
    public string? Cue { get; init; }

    /// <summary>Whether the morning after last time was asked about today.</summary>
    public bool MorningAsked { get; init; }

    /// <summary>Whether both ankles were measured.</summary>
    public bool AnklesMeasured { get; init; }

    /// <summary>Ranges of which both sides were measured today.</summary>
    public IReadOnlyCollection<RangeTest> MeasuredToday { get; init; } = [];

    /// <summary>Something borrowed that is to be tried without today, in a few words, or null.</summary>
    public string? DueProp { get; init; }

    /// <summary>What to start with, worked out only where nothing else says it.</summary>
    public Func<FirstChoice>? Choice { get; init; }
}

/// <summary>
/// What is true of one client today, once: every screen and every print reads it from here, and none works out its own. It
/// follows from the coach's choices, never from what was only recommended.
/// </summary>
/// <param name="Exercise">What is done.</param>
/// <param name="From">From where that is known.</param>
/// <param name="School">The school in force for it.</param>
/// <param name="SchoolSource">From where that school was taken.</param>
/// <param name="Spot">Where the client is on its ladder, or null when no ladder has it.</param>
/// <param name="Asked">What is asked for; null while a red flag stands or pain has stopped the day: nothing is trained then.</param>
/// <param name="AskedWhy">Why those numbers; empty with none.</param>
/// <param name="First">Which side begins.</param>
/// <param name="Look">The last finished look, whatever was looked at, or null.</param>
/// <param name="What">What to look at first.</param>
/// <param name="Away">A break that is over, or null.</param>
/// <param name="Attention">The one thing to know before the session.</param>
/// <param name="Card">The card in force for the exercise with what belongs to the set-up; empty while a red flag stands or when none was kept.</param>
/// <param name="Cue">The cue to carry, or null.</param>
/// <param name="PainLimit">The highest pain that is ordinary.</param>
/// <param name="LimitBy">Who set that limit and when, where a clinician did; else null.</param>
/// <param name="StoppedByPain">The pain that ended training for today, or null.</param>
/// <param name="Conditions">What holds for this client today.</param>
/// <param name="NotAllowed">Why what was planned or trained is not offered, with whose word that is; null where it is.</param>
public sealed record Today(
    Exercise Exercise,
    TodayFrom From,
    SchoolCode School,
    SettingSource SchoolSource,
    Spot? Spot,
    Prescription? Asked,
    string AskedWhy,
    FirstSide First,
    LastLook? Look,
    MeasureDefinition? What,
    LayOff? Away,
    Attention Attention,
    IReadOnlyList<CardLine> Card,
    string? Cue,
    Sourced<int> PainLimit,
    string? LimitBy,
    int? StoppedByPain,
    IReadOnlyList<Condition> Conditions,
    string? NotAllowed
)
{
    /// <summary>What is due beside the work, the quickest to do first.</summary>
    public IReadOnlyList<Due> Due { get; init; } = [];

    /// <summary>The tempo asked for: the one chosen last for this exercise where it stands, else the usual one; null for holds and where nothing is trained.</summary>
    public Tempo? Tempo { get; init; }

    /// <summary>What rose lately (sets, steps in load), to be looked at before the technique is blamed; null where the week is like those before.</summary>
    public string? Risen { get; init; }

    /// <summary>What hurt the last time that this was done or looked at, or null: it is asked about after each set.</summary>
    public Pain? Sore { get; init; }

    /// <summary>Whether nothing is trained today: a red flag, pain that ended the day, or nothing that stands in for what is forbidden.</summary>
    public bool Barred => Asked is null;

    /// <summary>Works it out. Pure: the same facts in any order give the same day.</summary>
    /// <returns>The exercise, rung, dose, what is due and what forbids, each with its reason.</returns>
    public static Today Of(TodayFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        var pain = facts.WorstToday >= Pain.StopScore ? facts.WorstToday : null;
        var (exercise, from, spot, taught, refused) = Allowed(facts);
        var stopped = facts.StopSigns > 0 || pain is not null || (refused is not null && from != TodayFrom.Instead);
        var (school, source) = facts.School is { } own
            ? (own, SettingSource.Client)
            : (taught ?? exercise.UsualSchool ?? SchoolCode.VerticalShin, SettingSource.Exercise);
        var asked = stopped ? null : spot?.Asked ?? Prescription.First(DoseRange.Practising, exercise, facts.Rack);
        var noLoad = facts.Conditions.FirstOrDefault(c => c.Refuses(exercise, loaded: true));
        if (noLoad is not null && asked is { Load.Kilograms: > 0 } heavy)
            asked = heavy with { Load = Load.None };
        else
            noLoad = null;
        var away = AwaySince(
            facts.Steps,
            facts.Logs,
            facts.Look is { } looked ? (looked.Place, looked.At) : null,
            facts.Now,
            spot?.Rung.Dose.Phase == Phase.Learning
        );
        var back = asked is not null && away is { Way: LayOffWay.Lighter } ? away : null;
        if (back is not null)
            asked = back.First(asked!, facts.Rack);
        var what = Named(facts.Look, exercise);
        return new Today(
            exercise,
            from,
            school,
            source,
            spot,
            asked,
            stopped ? ""
                : noLoad is not null ? $"Without a load. {noLoad.Line}"
                : back is not null ? $"{back.Sentence} {back.Why}"
                : spot?.AskedWhy ?? $"Where practice begins: {DoseRange.Practising}.",
            FirstSide.Of(
                facts.Look?.Pain,
                facts.Logs.Where(l => l.ExerciseId == exercise.Id).MaxBy(l => l.Place)?.Done
            ),
            facts.Look,
            what,
            away,
            Attention.Of(
                new AttentionFacts(facts.Now, facts.PainLimit.Value)
                {
                    StopSigns = facts.StopSigns,
                    StoppedByPain = pain,
                    NotAllowed = refused,
                    Instead = from == TodayFrom.Instead ? exercise.Name : null,
                    NextVisit = exercise.Name,
                    LastPainKindOpen = facts.Look?.Pain?.KindOpen == true,
                    Unfinished = facts.Unfinished,
                    LastLook = facts.Look?.At,
                    LastDecision = facts.Look?.Decided?.Chosen,
                    LastPain = facts.Look?.Decided?.LastPain,
                    Cue = facts.Cue,
                    DueProp = facts.DueProp,
                    Away = away,
                    What = Words(what),
                    LastFilm = LastFilm(facts, exercise),
                }
            ),
            stopped
                ? []
                :
                [
                    .. facts.Card(exercise.Id),
                    .. facts.Kept.Select(k => new CardLine("kept", "Kept", k, "It helped in a trial.")),
                ],
            facts.Cue,
            facts.PainLimit,
            facts.LimitBy,
            pain,
            facts.Conditions,
            refused
        )
        {
            Due = Training.Due.Of(facts, exercise, school, asked is null),
            Sore = Sore_(facts, exercise),
            Risen = WeekWork.Warning(WeekWork.Of(facts.Logs), MissedVisits.Monday(facts.Day)),
            Tempo = asked?.Range.TempoFor(exercise) is not { } usual
                ? null
                : (
                    spot?.Rung.ExerciseId == exercise.Id
                        ? spot.NamedTempo
                        : DoseLogged.LastTempo(facts.Logs.Where(l => l.ExerciseId == exercise.Id && l.RungId is null))
                ) ?? usual,
        };
    }

    private static Pain? Sore_(TodayFacts facts, Exercise exercise)
    {
        var log = facts.Logs.Where(l => l.ExerciseId == exercise.Id).MaxBy(l => l.Place);
        var last = log?.Place > (facts.Look?.Place ?? 0) ? log.Done.Pain ?? facts.Look?.Pain : facts.Look?.Pain;
        return last is { Counted: > 0 } ? last : null;
    }

    /// <summary>When an exercise was filmed last, and from everywhere it was on that day: "from the side and the front".</summary>
    private static (DateTimeOffset, string)? LastFilm(TodayFacts facts, Exercise exercise)
    {
        var films = facts.Films.Where(f => f.ExerciseId == exercise.Id).ToArray();
        if (films.Length == 0)
            return null;
        var last = films.Max(f => f.At);
        var views = films.Where(f => last - f.At < TimeSpan.FromHours(12)).Select(f => f.View).Distinct().Order();
        return (last, $"from {string.Join(" and ", views.Select(v => v.Place()))}");
    }

    /// <summary>Where a set-up that was just kept is to be seen, in a sentence.</summary>
    /// <returns>One sentence.</returns>
    public string KeptFor(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return Attention.Kind == AttentionKind.StopSign
                ? $"Kept for the {Lower(exercise.Id)}. No card is shown while a red flag stands."
            : StoppedByPain is not null
                ? $"Kept for the {Lower(exercise.Id)}, from the next visit. Nothing more is trained today."
            : exercise.Id == Exercise.Id ? "Kept. It is on today’s card."
            : $"Kept for the {Lower(exercise.Id)}. Today’s card is for the {Lower(Exercise.Id)}.";
    }

    /// <summary>
    /// What is done, or where a condition forbids that the nearest that none forbids: down the ladder, then beside it, then what
    /// is easiest to begin with; with why. Where everything is forbidden what was planned stays named, and nothing is asked for.
    /// </summary>
    private static (Exercise, TodayFrom, Spot?, SchoolCode?, string?) Allowed(TodayFacts facts)
    {
        var (exercise, from, spot, taught) = What_(facts);
        bool Free(Exercise e) => Condition.Refusing(facts.Conditions, e) is null;
        if (Condition.Refusing(facts.Conditions, exercise) is not { } no)
            return (exercise, from, spot, taught, null);
        var rungs = spot is null ? [] : Lower_(spot.Ladder, spot.Rung);
        var instead = rungs
            .Select(r => Exercise.Find(r.ExerciseId)!)
            .Concat(Easiest.Select(id => Exercise.Find(id)!))
            .FirstOrDefault(e => e != exercise && Free(e));
        return instead is null
            ? (exercise, from, spot, taught, no.Refusal(exercise))
            : (
                instead,
                TodayFrom.Instead,
                Spot.Of(facts.Ladders, instead.Id, facts.Steps, facts.Logs, facts.Rack),
                null,
                no.Refusal(exercise)
            );
    }

    /// <summary>What is easiest to begin with, where a ladder offers nothing.</summary>
    private static readonly string[] Easiest = ["split-squat-to-pad", "two-leg-squat", "one-leg-stand", "foot-tripod"];

    private static IEnumerable<Rung> Lower_(Ladder ladder, Rung rung)
    {
        var seen = new HashSet<string> { rung.Id };
        for (var at = rung; at.Fallback is { } down && ladder.Rung(down) is { } lower && seen.Add(down); at = lower)
            yield return lower;
        foreach (var beside in ladder.Rungs.Where(r => r.Next.Contains(rung.Id)).SelectMany(r => r.Next))
        {
            if (seen.Add(beside) && ladder.Rung(beside) is { } other)
                yield return other;
        }
    }

    /// <summary>What is done: what the rung asks for on the ladder of what was planned or trained last, else what was planned, looked at or chosen.</summary>
    private static (Exercise, TodayFrom, Spot?, SchoolCode?) What_(TodayFacts facts)
    {
        Spot? On(string exerciseId) => Spot.Planned(facts.Ladders, exerciseId, facts.Steps, facts.Logs, facts.Rack);
        if (Exercise.Find(facts.Planned ?? "") is { } planned)
            return From(planned, TodayFrom.Visit);
        if (
            facts.Steps.MaxBy(s => s.Place) is { } last
            && facts.Ladders.FirstOrDefault(l => l.Id == last.LadderId) is { } ladder
        )
        {
            var begin = ladder.Rung(last.RungId) ?? ladder.Rungs[0];
            return From(Exercise.Find(begin.ExerciseId)!, TodayFrom.Rung);
        }

        if (Exercise.Find(facts.Look?.ExerciseId ?? "") is { } looked)
            return From(looked, TodayFrom.LastLook);
        if (facts.Choice?.Invoke().Start is { } start)
        {
            var (exercise, _, spot, _) = From(start.Exercise, TodayFrom.FirstChoice);
            return (exercise, TodayFrom.FirstChoice, spot, start.School);
        }

        return From(Exercise.SplitSquatToPad, TodayFrom.Usual);

        (Exercise, TodayFrom, Spot?, SchoolCode?) From(Exercise exercise, TodayFrom why) =>
            On(exercise.Id) is { Placed: true } spot
                ? (Exercise.Find(spot.Rung.ExerciseId)!, TodayFrom.Rung, spot, null)
                : (exercise, why, On(exercise.Id), null);
    }

    /// <summary>
    /// A break that is over: of training altogether, on whatever ladder. One that was answered is none any more. A look of the same
    /// day does not end it: it is how somebody comes back.
    /// </summary>
    /// <param name="steps">Steps on ladders that stand.</param>
    /// <param name="logs">Logs that stand.</param>
    /// <param name="look">Place and time of the last look, or null.</param>
    /// <param name="now">The present moment.</param>
    /// <param name="learning">Whether the form that is trained is still being learnt.</param>
    /// <returns>The break and what it asks for; null where there is none.</returns>
    public static LayOff? AwaySince(
        IReadOnlyCollection<StepTaken> steps,
        IReadOnlyCollection<DoseLogged> logs,
        (long Place, DateTimeOffset At)? look,
        DateTimeOffset now,
        bool learning
    )
    {
        ArgumentNullException.ThrowIfNull(steps);
        ArgumentNullException.ThrowIfNull(logs);
        var log = logs.MaxBy(l => l.Place);
        if (look is { } today && now - today.At < SameDay && log is not null)
            look = null;
        var place = Math.Max(look?.Place ?? 0, log?.Place ?? 0);
        return steps.Any(s => s.Kind == MoveKind.AfterBreak && s.Place > place)
            ? null
            : LayOff.Of(new[] { look?.At, log?.At }.Max(), now, learning);
    }

    /// <summary>A look that is no older is part of coming back.</summary>
    private static readonly TimeSpan SameDay = TimeSpan.FromHours(20);

    /// <summary>What the last look named, where this exercise is looked at for it too, else what it is first of all looked at for.</summary>
    private static MeasureDefinition? Named(LastLook? look, Exercise exercise) =>
        look is { MeasureId: { } id, Kind: FindingKind.Outside or FindingKind.Unsure or FindingKind.Uneven }
        && exercise.Checks.Any(c => c.MeasureId == id)
            ? MeasureDefinition.Find(id)
            : exercise
                .Checks.Select(c => (Check: c, c.Measure.QuickRank))
                .OrderBy(c => c.QuickRank is null)
                .ThenBy(c => !c.Check.MustPass)
                .ThenBy(c => c.QuickRank)
                .Select(c => c.Check.Measure)
                .FirstOrDefault();

    private static string Words(MeasureDefinition? what) =>
        what is null ? "both sides"
        : what.Id == "front-shin" ? "both shins"
        : $"the {what.Short}, both sides";

    private static string Lower(string exerciseId)
    {
        var name = Exercise.Find(exerciseId)?.Name ?? exerciseId;
        return char.ToLowerInvariant(name[0]) + name[1..];
    }
}
