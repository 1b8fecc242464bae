using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Training;

/// <summary>A side came to a rung.</summary>
/// <param name="LadderId">On which ladder.</param>
/// <param name="RungId">Which rung.</param>
/// <param name="Side">The client's own side.</param>
/// <param name="Kind">Why.</param>
/// <param name="Place">Its place in the order of everything that was recorded.</param>
/// <param name="At">When.</param>
/// <param name="DecisionId">The decision that moved it, or null when the coach placed it.</param>
public sealed record StepTaken(
    string LadderId,
    string RungId,
    BodySide Side,
    MoveKind Kind,
    long Place,
    DateTimeOffset At,
    Guid? DecisionId
);

/// <summary>The numbers that a log led to.</summary>
/// <param name="Sets">Sets.</param>
/// <param name="Amount">Repetitions a side, or seconds.</param>
/// <param name="Load">The load and where it is held.</param>
/// <param name="Why">Why these.</param>
public sealed record NextAsked(int Sets, int Amount, Load Load, string Why)
{
    /// <summary>The tempo that was decided on with them; null where nothing was decided about it.</summary>
    public Tempo? Tempo { get; init; }

    /// <summary>Within the range that a rung has now; it may have been changed since.</summary>
    /// <returns>No more sets and repetitions than the range has.</returns>
    public Prescription Within(DoseRange range)
    {
        ArgumentNullException.ThrowIfNull(range);
        return new(range, Math.Clamp(Sets, 1, Math.Max(range.SetsHigh, 1)), Math.Clamp(Amount, 1, range.High), Load);
    }
}

/// <summary>Something was done and logged.</summary>
/// <param name="ExerciseId">What.</param>
/// <param name="RungId">On which rung, or null for an exercise off the ladders.</param>
/// <param name="Day">The studio's own day.</param>
/// <param name="Place">Its place in the order of everything that was recorded.</param>
/// <param name="At">When it was recorded.</param>
/// <param name="WithLook">Whether it came with a look.</param>
/// <param name="Done">What was done, set by set.</param>
/// <param name="Next">What it led to.</param>
public sealed record DoseLogged(
    string ExerciseId,
    string? RungId,
    DateOnly Day,
    long Place,
    DateTimeOffset At,
    bool WithLook,
    SessionLog Done,
    NextAsked Next
)
{
    /// <summary>The tempo that was asked for, where it was another than usual or is known; null for the usual one.</summary>
    public Tempo? Tempo { get; init; }

    /// <summary>
    /// The tempo that was decided on or asked for last. A log that names none, a tap or a decision about something else, takes none away.
    /// </summary>
    /// <returns>Null where none was ever named.</returns>
    public static Tempo? LastTempo(IEnumerable<DoseLogged> logs)
    {
        ArgumentNullException.ThrowIfNull(logs);
        return logs.Where(l => (l.Next.Tempo ?? l.Tempo) is not null).MaxBy(l => l.Place) is { } last
            ? last.Next.Tempo ?? last.Tempo
            : null;
    }

    /// <summary>
    /// The tempo that a look is timed by: what the hour of its day ran at, else what was named last before it on the rung that was
    /// trained then. What a decision on that very look asks for is for the next time.
    /// </summary>
    /// <param name="logs">Of one exercise, in any order.</param>
    /// <param name="day">The look's day.</param>
    /// <param name="place">The look's place in the order of everything that was recorded.</param>
    /// <returns>Null where none was named.</returns>
    public static Tempo? TempoOn(IReadOnlyCollection<DoseLogged> logs, DateOnly day, long place)
    {
        ArgumentNullException.ThrowIfNull(logs);
        if (logs.Where(l => l.Day == day && l.Tempo is not null).MaxBy(l => l.Place) is { } ran)
            return ran.Tempo;
        DoseLogged[] before = [.. logs.Where(l => l.Place < place)];
        var rung = before.MaxBy(l => l.Place)?.RungId;
        return LastTempo(before.Where(l => l.RungId == rung));
    }
}

/// <summary>A client on a ladder: which rung is trained, where the sides stand, what is asked for there.</summary>
/// <param name="Ladder">The ladder.</param>
/// <param name="Rung">The rung.</param>
/// <param name="Left">Where the left stands.</param>
/// <param name="Right">Where the right stands.</param>
/// <param name="Placed">Whether the client has been put on this ladder at all.</param>
/// <param name="Last">The step that put a side there, or null.</param>
/// <param name="Asked">What is asked for.</param>
/// <param name="AskedWhy">Why those numbers.</param>
public sealed record Spot(
    Ladder Ladder,
    Rung Rung,
    string Left,
    string Right,
    bool Placed,
    StepTaken? Last,
    Prescription Asked,
    string AskedWhy
)
{
    /// <summary>How fast it is asked for since the client came to the rung, where another tempo than the usual was named.</summary>
    public Tempo? NamedTempo { get; private init; }

    /// <summary>How fast it is asked for; null where it is held.</summary>
    public Tempo? Tempo =>
        Rung.Dose.TempoFor(Exercise.Find(Rung.ExerciseId)!) is { } usual ? NamedTempo ?? usual : null;

    /// <summary>Where the sides of one client stand now: the last step of each ladder and side.</summary>
    /// <returns>One for each ladder and side that has any, the oldest first.</returns>
    public static IReadOnlyList<Stand> Stands(IEnumerable<StepTaken> steps) =>
        [
            .. steps
                .GroupBy(s => (s.LadderId, s.Side))
                .Select(g => g.MaxBy(s => s.Place)!)
                .OrderBy(s => s.Place)
                .Select(s => new Stand(s.LadderId, s.Side, s.RungId, s.At)),
        ];

    /// <summary>Where a client is on the ladder of an exercise that is looked at or logged.</summary>
    /// <returns>Null when no ladder has it.</returns>
    public static Spot? Of(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        IReadOnlyCollection<StepTaken> steps,
        IReadOnlyCollection<DoseLogged> logs,
        LoadRack rack
    ) =>
        Placement.Where(ladders, exerciseId, Stands(steps)) is { } at
            ? On(at.Ladder, at.Rung, steps, logs, rack)
            : null;

    /// <summary>The same for what was done.</summary>
    /// <returns>Null for an exercise that is on the ladder but on none of the client's own rungs (an easier one as warm-up, say): it says nothing about them.</returns>
    public static Spot? For(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        IReadOnlyCollection<StepTaken> steps,
        IReadOnlyCollection<DoseLogged> logs,
        LoadRack rack
    ) =>
        Of(ladders, exerciseId, steps, logs, rack) is { } spot && (!spot.Placed || spot.Rung.ExerciseId == exerciseId)
            ? spot
            : null;

    /// <summary>What is planned on the ladder of an exercise: the weaker side's rung once the client stands on that ladder.</summary>
    /// <returns>Null when no ladder has it.</returns>
    public static Spot? Planned(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        IReadOnlyCollection<StepTaken> steps,
        IReadOnlyCollection<DoseLogged> logs,
        LoadRack rack
    ) =>
        Of(ladders, exerciseId, steps, logs, rack) is { } spot
            ? spot.Placed
                ? On(spot.Ladder, Stride.Planned(spot.Ladder, spot.Left, spot.Right), steps, logs, rack)
                : spot
            : null;

    /// <summary>Where a client is on one ladder; the rung is the one that was asked about while a side stands on it, else the planned one.</summary>
    /// <returns>The rung, what is asked for there, and where each side stands.</returns>
    public static Spot On(
        Ladder ladder,
        Rung begin,
        IReadOnlyCollection<StepTaken> steps,
        IReadOnlyCollection<DoseLogged> logs,
        LoadRack rack
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(begin);
        var mine = steps
            .Where(s => s.LadderId == ladder.Id && ladder.Rung(s.RungId) is not null)
            .OrderBy(s => s.Place)
            .ToArray();
        string? Of(BodySide side) => mine.LastOrDefault(s => s.Side == side)?.RungId;
        if (mine.Length == 0)
            return new(ladder, begin, begin.Id, begin.Id, false, null, First(begin), Begins(begin))
            {
                NamedTempo = DoseLogged.LastTempo(logs.Where(l => l.RungId == begin.Id)),
            };
        var (left, right) = (Of(BodySide.Left) ?? mine[^1].RungId, Of(BodySide.Right) ?? mine[^1].RungId);
        var rung = begin.Id == left || begin.Id == right ? begin : Stride.Planned(ladder, left, right);
        var last = mine.LastOrDefault(s => s.RungId == rung.Id);
        // What was asked for on this rung before the client last came to it counts no more.
        var since = last?.Place ?? 0;
        DoseLogged[] there = [.. logs.Where(l => l.RungId == rung.Id && l.Place >= since)];
        var (asked, why) = there.MaxBy(l => l.Place) is { } log
            ? (log.Next.Within(rung.Dose), log.Next.Why)
            : (First(rung), Begins(rung));
        return new(ladder, rung, left, right, true, last, asked, why) { NamedTempo = DoseLogged.LastTempo(there) };

        // What was held last on this ladder goes along; nobody begins again with the lightest.
        CarriedLoad? Carried() =>
            logs.Where(l => l.RungId is { } on && ladder.Rung(on) is not null && l.Next.Load.Kilograms > 0)
                .MaxBy(l => l.Place)
                is { } held
            && Exercise.Find(held.ExerciseId) is { } from
                ? new(from, held.Next.Load.Kilograms)
                : null;
        Prescription First(Rung rung) =>
            Prescription.First(rung.Dose, Exercise.Find(rung.ExerciseId)!, rack, rung.Load, Carried());
        string Begins(Rung rung)
        {
            if (!rung.Dose.Loaded)
                return $"Where the rung begins: {rung.Dose}.";
            var exercise = Exercise.Find(rung.ExerciseId)!;
            return $"Where the rung begins: {rung.Dose}. {rack.Client.For(exercise, Prescription.Position(exercise, rung.Load, rack), rack, Carried()).Why}";
        }
    }

    /// <summary>Where the sides stand apart, in words; null when they stand together.</summary>
    public string? Apart =>
        Placed && Left != Right
            ? $"Left stands on “{Ladder.Rung(Left)!.Name}”, right on “{Ladder.Rung(Right)!.Name}”; the plan matches the one further down."
            : null;
}
