using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Training.Running;

/// <summary>Where in the hour an exercise is done.</summary>
public enum SessionPlace
{
    /// <summary>To wake, not to tire.</summary>
    WarmUp,

    /// <summary>What the hour is for.</summary>
    Main,

    /// <summary>After the main work.</summary>
    Accessory,

    /// <summary>Two minutes of identical easy repetitions.</summary>
    Technique,

    /// <summary>A range that is measured, before anything wakes or tires.</summary>
    RangeTest,
}

/// <summary>One exercise of a session as it is asked for.</summary>
/// <param name="Id">Its own id in the session.</param>
/// <param name="Place">Where in the hour.</param>
/// <param name="ExerciseId">What.</param>
/// <param name="Sets">Sets a side.</param>
/// <param name="Amount">Repetitions a side, or seconds where it is held.</param>
/// <param name="Load">What is held, and where.</param>
/// <param name="RestSeconds">After every set of a side, 0 or more.</param>
public sealed record SessionItem(
    Guid Id,
    SessionPlace Place,
    string ExerciseId,
    int Sets,
    int Amount,
    Load Load,
    int RestSeconds
)
{
    /// <summary>A longer rest than this is another session.</summary>
    public const int LongestRest = 900;

    /// <summary>A block of the same easy repetitions is no shorter than this, seconds.</summary>
    public const int ShortestBlock = 30;

    /// <summary>Nor longer than this, seconds.</summary>
    public const int LongestBlock = 600;

    /// <summary>A technique set, seconds.</summary>
    public const int TechniqueBlock = 120;

    /// <summary>Which range is measured, a side after the other; nothing is counted in it and it makes no log. Null for all exercises.</summary>
    public RangeTest? Range { get; init; }

    /// <summary>Whether seconds are counted and not repetitions.</summary>
    public bool Held { get; init; }

    /// <summary>Whether both legs do it at once: its sets have no side.</summary>
    public bool Together { get; init; }

    /// <summary>Which side begins and why; the other matches it. While none is named the left does, until the coach chooses.</summary>
    public FirstSide First { get; init; } = new(null, FirstSideWhy.Either);

    /// <summary>Whether the sides take turns from one repetition to the next: a set is of both, and twice the amount is counted in it.</summary>
    public bool Alternating { get; init; }

    /// <summary>How long a block lasts, seconds; null where repetitions are asked for. Its repetitions follow from the tempo.</summary>
    public int? ForSeconds { get; init; }

    /// <summary>Seconds down, held, up, at the top; null for holds.</summary>
    public Tempo? Tempo { get; init; }

    /// <summary>Whether a repetition begins with the way up, as it does onto a box.</summary>
    public bool UpFirst { get; init; }

    /// <summary>What is called out with the tempo, in the order of a repetition; "{side}" and "{other}" stand for the sides. Empty for nothing.</summary>
    public IReadOnlyList<TempoWords> Calls { get; init; } = [];

    /// <summary>The one cue, or null.</summary>
    public string? Cue { get; init; }

    /// <summary>Whether its sets go by the clock and not by what is counted.</summary>
    public bool Timed => Held || ForSeconds is not null;

    /// <summary>How long a set of it lasts, seconds; null where repetitions end it.</summary>
    public int? Lasts => ForSeconds ?? (Held ? Amount : (int?)null);

    /// <summary>How many are counted in one set: repetitions of both sides where they take turns, those that the tempo leaves room for in a block.</summary>
    public int Whole =>
        ForSeconds is { } seconds ? Math.Max(1, seconds / Pace)
        : Alternating ? 2 * Amount
        : Amount;

    /// <summary>About how long all of it takes with its rests, seconds: an estimate from the tempo, or from forty seconds a set where there is none.</summary>
    public int AboutSeconds =>
        Steps().Count()
        * ((Range is not null ? SideOfRange : Lasts ?? (Tempo is null ? SetWithoutTempo : Whole * Pace)) + RestSeconds);

    private const int SetWithoutTempo = 40;

    /// <summary>To get down to a wall, read one side and tell it.</summary>
    private const int SideOfRange = 45;

    /// <summary>How long one repetition is asked to last, seconds, at least 1.</summary>
    internal int Pace => Math.Max(1, Tempo?.Seconds ?? 1);

    /// <summary>What is wrong with it.</summary>
    /// <returns>A sentence that says what to do; null where nothing is.</returns>
    public string? Problem() =>
        Exercise.Find(ExerciseId) is null ? "Choose one of the exercises in the list."
        : (Place == SessionPlace.RangeTest) != (Range is not null)
            ? "A range test has to say which range it measures. Reload the page and begin the session again."
        : Sets is < 1 or > SessionLog.MostSets
            ? $"{Sets} sets a side are not asked of anyone. Enter 1 to {SessionLog.MostSets}."
        : Amount is < 1 or > Repetitions.Most
            ? $"A set has from 1 to {Repetitions.Most} {(Held ? "seconds" : "repetitions")}, not {Amount}."
        : ForSeconds is < ShortestBlock or > LongestBlock
            ? $"A block lasts from {ShortestBlock} to {LongestBlock} seconds, not {ForSeconds}."
        : Tempo?.Problem() is { } tempo ? tempo
        : RestSeconds is < 0 or > LongestRest ? $"A rest lasts from 0 to {LongestRest} seconds, not {RestSeconds}."
        : FieldRange.Load.Problem(Load.Kilograms);

    /// <summary>Its sets in the order in which they are done: the side that begins, then the other to match it.</summary>
    internal IEnumerable<SessionStep> Steps()
    {
        var first = First.Side ?? BodySide.Left;
        var other = first == BodySide.Left ? BodySide.Right : BodySide.Left;
        BodySide?[] sides = Together || Alternating ? [null] : [first, other];
        return Enumerable.Range(1, Sets).SelectMany(set => sides.Select(side => new SessionStep(Id, set, side)));
    }
}

/// <summary>One set of one side.</summary>
/// <param name="Item">Of which item.</param>
/// <param name="Set">From 1.</param>
/// <param name="Side">The client's own working side; null where both legs do it at once or take turns.</param>
public sealed record SessionStep(Guid Item, int Set, BodySide? Side);
