using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training.Running;

/// <summary>What a session may not go past, as data: a device obeys it without knowing the rules behind.</summary>
/// <param name="PainLimit">The highest pain that is ordinary for this client.</param>
public sealed record SessionGuard(int PainLimit)
{
    /// <summary>Why nothing is trained at all today, in a sentence; null where something is.</summary>
    public string? Barred { get; init; }

    /// <summary>Exercises that are not offered, each with whose word that is.</summary>
    public IReadOnlyDictionary<string, string> Refused { get; init; } = new Dictionary<string, string>();

    /// <summary>Exercises that are not offered with a load, each with whose word that is.</summary>
    public IReadOnlyDictionary<string, string> NotLoaded { get; init; } = new Dictionary<string, string>();

    /// <summary>Why an exercise is not offered so.</summary>
    /// <returns>A sentence; null where it is offered.</returns>
    public string? Against(string exerciseId, Load load)
    {
        ArgumentNullException.ThrowIfNull(load);
        return Barred
            ?? Refused.GetValueOrDefault(exerciseId)
            ?? (load.Kilograms > 0 ? NotLoaded.GetValueOrDefault(exerciseId) : null);
    }

    /// <summary>What holds of a client today, for the exercises of a session.</summary>
    /// <returns>What is refused and why, what may not be loaded, and the limit of pain.</returns>
    public static SessionGuard Of(Today today)
    {
        ArgumentNullException.ThrowIfNull(today);
        Dictionary<string, string> Where(bool loaded) =>
            Exercise
                .All.Select(e => (e.Id, No: today.Conditions.FirstOrDefault(c => c.Refuses(e, loaded))?.Line))
                .Where(e => e.No is not null)
                .ToDictionary(e => e.Id, e => e.No!);
        return new SessionGuard(today.PainLimit.Value)
        {
            Barred = today.Barred ? today.NotAllowed ?? today.Attention.Sentence : null,
            Refused = Where(loaded: false),
            NotLoaded = Where(loaded: true),
        };
    }
}

/// <summary>What a session is at.</summary>
public enum SessionPhase
{
    /// <summary>A set comes: at the very beginning, or when a rest runs.</summary>
    Before,

    /// <summary>A set is done.</summary>
    Working,

    /// <summary>Pain above the limit: one thing is changed before the next set is offered.</summary>
    ToChange,

    /// <summary>All of it is done or skipped.</summary>
    Done,

    /// <summary>Ended before its end: by the coach, by pain, or because nothing is trained today.</summary>
    Stopped,
}

/// <summary>A set that is over.</summary>
/// <param name="Step">Which.</param>
/// <param name="ExerciseId">Of what.</param>
/// <param name="Clean">Repetition by repetition, whether it was clean.</param>
/// <param name="Load">What was held.</param>
/// <param name="Resets">How often the client stood up and began anew in between.</param>
public sealed record StepDone(SessionStep Step, string ExerciseId, IReadOnlyList<bool> Clean, Load Load, int Resets)
{
    /// <summary>From its beginning to its last count, seconds by the device's clock; null where that is not known.</summary>
    public double? Seconds { get; init; }

    /// <summary>Whether everything before the last ones was clean and the last ones were not: at most a third of the set, three or more clean before.</summary>
    public bool FadedAtTheEnd
    {
        get
        {
            var clean = Clean.TakeWhile(c => c).Count();
            return Clean.Skip(clean).All(c => !c) && SetDone.TiredAtTheEnd(Clean.Count, clean);
        }
    }
}

/// <summary>A rest that runs.</summary>
/// <param name="From">The device's clock when it began.</param>
/// <param name="Seconds">How long it lasts.</param>
public sealed record SessionRest(DateTimeOffset From, int Seconds)
{
    /// <summary>What is left of it, seconds, from the clock and not from ticks. A clock that was set back leaves it as long as it is and no longer.</summary>
    /// <param name="now">The device's clock.</param>
    /// <returns>0 or more.</returns>
    public double Left(DateTimeOffset now) => Math.Clamp(Seconds - (now - From).TotalSeconds, 0, Seconds);
}

/// <summary>
/// What a session has come to. Worked out from what was asked and every tap since; the same taps give the same session on every device. A
/// tap that means nothing where it comes changes nothing.
/// </summary>
public sealed record SessionRun
{
    private SessionRun(IReadOnlyList<SessionItem> items, SessionGuard guard) => (Items, Guard) = (items, guard);

    /// <summary>What is asked for, in the order in which it is done now.</summary>
    public IReadOnlyList<SessionItem> Items { get; private init; }

    /// <summary>What it may not go past, as it was learnt last.</summary>
    public SessionGuard Guard { get; private init; }

    /// <summary>What it is at.</summary>
    public SessionPhase Phase { get; private init; }

    /// <summary>The set that is done or comes next; null when none does.</summary>
    public SessionStep? Step { get; private init; }

    /// <summary>The set that is being done: repetition by repetition, whether it was clean.</summary>
    public IReadOnlyList<bool> Count { get; private init; } = [];

    /// <summary>How often it was begun anew.</summary>
    public int Resets { get; private init; }

    /// <summary>When it began, by the device's clock; null while none is done.</summary>
    public DateTimeOffset? Begun { get; private init; }

    /// <summary>When the last one of it was counted.</summary>
    private DateTimeOffset? Counted_ { get; init; }

    /// <summary>The sets that are over, in their order.</summary>
    public IReadOnlyList<StepDone> Over { get; private init; } = [];

    /// <summary>The rest that runs, or null.</summary>
    public SessionRest? Rest { get; private init; }

    /// <summary>Every pain that was told, with the set after which it was.</summary>
    public IReadOnlyList<(SessionStep? After, Pain Pain)> Pains { get; private init; } = [];

    /// <summary>Efforts that were told, by item; the last one counts.</summary>
    public IReadOnlyDictionary<Guid, int> Efforts { get; private init; } = new Dictionary<Guid, int>();

    /// <summary>Where it was felt, by item; the last word counts.</summary>
    public IReadOnlyDictionary<Guid, FeltTold> Felts { get; private init; } = new Dictionary<Guid, FeltTold>();

    /// <summary>Pain on the morning after last time, 0–10; null where nobody asked.</summary>
    public int? Morning { get; private init; }

    /// <summary>Soreness of the muscles after last time, 0–10; null where nobody asked.</summary>
    public int? Soreness { get; private init; }

    /// <summary>Whether it was put away.</summary>
    public bool Closed { get; private init; }

    /// <summary>What was changed because of pain, in order.</summary>
    public IReadOnlyList<string> Changes { get; private init; } = [];

    /// <summary>Sides of which the coach said that they were only tired.</summary>
    public IReadOnlyList<BodySide> Tired { get; private init; } = [];

    /// <summary>Why it stopped, in a sentence; null while it goes on.</summary>
    public string? Why { get; private init; }

    private HashSet<Guid> Skipped { get; init; } = new HashSet<Guid>();

    /// <summary>What a session has come to after some taps.</summary>
    /// <param name="items">What was asked for.</param>
    /// <param name="guard">What it may not go past, as it was known when it began; what came to be known while it ran is a tap (<see cref="GuardLearnt"/>).</param>
    /// <param name="taps">In their order.</param>
    /// <returns>What is done, what comes next and what was told; the same taps give the same.</returns>
    public static SessionRun Of(IReadOnlyList<SessionItem> items, SessionGuard guard, IEnumerable<SessionTap> taps)
    {
        ArgumentNullException.ThrowIfNull(items);
        ArgumentNullException.ThrowIfNull(guard);
        ArgumentNullException.ThrowIfNull(taps);
        return taps.Aggregate(new SessionRun(items, guard).Next(), (run, tap) => run.After(tap));
    }

    /// <summary>The item of the set that is done or comes next.</summary>
    public SessionItem? Item => Step is { } step ? Items.FirstOrDefault(i => i.Id == step.Item) : null;

    /// <summary>
    /// The set that is just over, where only its last ones were not clean and everything of the exercise before it was, on both
    /// sides: that side is tired and not untaught. Null otherwise.
    /// </summary>
    public StepDone? Faded =>
        Over is [.., var last]
        && last.FadedAtTheEnd
        && Over.Where(o => o != last && o.Step.Item == last.Step.Item).All(o => o.Clean.All(c => c))
            ? last
            : null;

    /// <summary>How many are asked of the set that is done or comes next: the second side matches what the first did when that was fewer.</summary>
    public int Asked =>
        Item is not { } item ? 0
        : Over.LastOrDefault(o => o.Step.Item == item.Id && o.Step.Set == Step!.Set) is { Clean.Count: > 0 } first
        && first.Step.Side != Step!.Side
            ? Math.Min(item.Whole, first.Clean.Count)
        : item.Whole;

    /// <summary>It after one more tap.</summary>
    /// <returns>A run of its own; this one stays as it is.</returns>
    public SessionRun After(SessionTap tap)
    {
        ArgumentNullException.ThrowIfNull(tap);
        return tap switch
        {
            // A range is measured and not counted: it is told, as a set that was counted elsewhere is.
            SetBegun when Phase == SessionPhase.Before && Item is { Range: null } => this with
            {
                Phase = SessionPhase.Working,
                Rest = null,
                Begun = tap.At,
                Counted_ = null,
            },
            // Whoever counts without having said that it begins has begun.
            Counted count when Phase == SessionPhase.Before && Item is { Range: null } => After(new SetBegun(tap.At))
                .After(count),
            // By the clock nothing clean is counted.
            Counted { Clean: true } when Phase == SessionPhase.Working && Item?.Timed == true => this,
            Counted count when Phase == SessionPhase.Working && Count.Count < Repetitions.Most => this with
            {
                Count = [.. Count, count.Clean],
                Counted_ = tap.At,
            },
            TakenBack when Phase == SessionPhase.Working && Count.Count > 0 => this with
            {
                Count = [.. Count.SkipLast(1)],
            },
            SetReset when Phase == SessionPhase.Working && Resets < Repetitions.Most => this with
            {
                Resets = Resets + 1,
            },
            SetEnded when Phase == SessionPhase.Working => Ended(tap.At),
            RestLengthened longer when Rest is { } rest && longer.Seconds > 0 => this with
            {
                Rest = rest with { Seconds = Math.Min(rest.Seconds + longer.Seconds, SessionItem.LongestRest) },
            },
            PainTold told when told.Pain.Problem() is null => Hurt(told.Pain, tap.At),
            OneThingChanged change when Phase == SessionPhase.ToChange => this with
            {
                Phase = SessionPhase.Before,
                Changes = [.. Changes, change.ChangeId],
            },
            EffortTold told when told.Effort is >= 0 and <= 10 && LastItem is { } item => this with
            {
                Efforts = new Dictionary<Guid, int>(Efforts) { [item] = told.Effort },
            },
            FeltTold told when LastItem is { } item => this with
            {
                Felts = new Dictionary<Guid, FeltTold>(Felts) { [item] = told },
            },
            MorningTold told when told.Score is >= 0 and <= 10 => this with { Morning = told.Score },
            SorenessTold told when told.Score is >= 0 and <= 10 => this with { Soreness = told.Score },
            GuardLearnt learnt => (this with { Guard = learnt.Guard }).Next(),
            SetTold told => Told(told),
            LastOnesOnly last => this with { Tired = [.. Tired.Append(last.Side).Distinct()] },
            FirstSideChosen chosen => With(chosen.Item, i => i with { First = i.First with { Side = chosen.Side } }),
            LoadChosen chosen => With(chosen.Item, i => i with { Load = chosen.Load }),
            TempoChosen chosen => With(chosen.Item, i => i.Tempo is null ? i : i with { Tempo = chosen.Tempo }),
            ItemSkipped skipped when Items.Any(i => i.Id == skipped.Item) && Going => Skip(skipped.Item, tap.At),
            ItemAdded added when Going && Items.All(i => i.Id != added.Item.Id) && added.Item.Problem() is null => (
                this with
                {
                    Items = Put([.. Items], added.Item, added.Before),
                }
            ).Next(),
            ItemMoved moved when Going && Items.FirstOrDefault(i => i.Id == moved.Item) is { } item => (
                this with
                {
                    Items = Put([.. Items.Where(i => i != item)], item, moved.Before),
                }
            ).Next(),
            SessionStopped when Phase != SessionPhase.Stopped => Halted(tap.At),
            SessionClosed when Phase is SessionPhase.Stopped or SessionPhase.Done => this with { Closed = true },
            SessionClosed => Halted(tap.At) with { Closed = true },
            // Pain and what a condition forbids are not talked away.
            SessionResumed when Phase == SessionPhase.Stopped && !Closed && MayGoOn => (
                this with
                {
                    Phase = SessionPhase.Before,
                    Why = null,
                }
            ).Next(),
            _ => this,
        };
    }

    /// <summary>What was done of each exercise, as a log has it; exercises of which nothing was counted are left out.</summary>
    /// <returns>In the order of the items.</returns>
    public IReadOnlyList<(SessionItem Item, SessionLog Done)> Logs()
    {
        var over = Kept().Over;
        return
        [
            .. Items
                .Where(item => item.Range is null)
                .Select(item =>
                    (
                        item,
                        new SessionLog(
                            [.. over.Where(o => o.Step.Item == item.Id).SelectMany(o => Sets(item, o))],
                            Efforts.TryGetValue(item.Id, out var effort) ? effort : null,
                            Pains.Where(p => p.After?.Item == item.Id).Select(p => p.Pain).MaxBy(p => p.Counted)
                        )
                    )
                )
                .Where(l => l.Item2.Sets.Count > 0),
        ];
    }

    /// <summary>A set that is over as a log has it: of one side, of both at once, or of both in turn.</summary>
    private static IEnumerable<SetDone> Sets(SessionItem item, StepDone done)
    {
        SetDone Of(BodySide side, IReadOnlyCollection<bool> clean, int resets) =>
            new(side, clean.Count, clean.Count(c => c), done.Load, resets);
        if (done.Clean.Count == 0)
            return [];
        if (done.Step.Side is { } one)
            return [Of(one, [.. done.Clean], done.Resets)];
        var first = item.First.Side ?? BodySide.Left;
        var other = first == BodySide.Left ? BodySide.Right : BodySide.Left;
        return item.Alternating
            ?
            [
                Of(first, [.. done.Clean.Where((_, i) => i % 2 == 0)], done.Resets),
                Of(other, [.. done.Clean.Where((_, i) => i % 2 == 1)], 0),
            ]
            : [Of(BodySide.Left, [.. done.Clean], done.Resets), Of(BodySide.Right, [.. done.Clean], done.Resets)];
    }

    /// <summary>
    /// The worst pain that was told about an exercise, whether it was in the work itself or in what woke or rehearsed it; one that was
    /// told before any set counts to the main work.
    /// </summary>
    /// <returns>Null where none was told.</returns>
    public Pain? WorstOf(string exerciseId)
    {
        var main = Items.FirstOrDefault(i => i.Place == SessionPlace.Main)?.ExerciseId;
        return Pains
            .Where(p => (p.After is { } after ? Items.First(i => i.Id == after.Item).ExerciseId : main) == exerciseId)
            .Select(p => p.Pain)
            .MaxBy(p => p.Counted);
    }

    /// <summary>How long one repetition took of what is over of an item.</summary>
    /// <returns>Seconds, by when it was tapped; null where nobody knows.</returns>
    public double? Pace(Guid item)
    {
        var timed = Over.Where(o => o.Step.Item == item && o is { Seconds: > 0, Clean.Count: > 1 }).ToArray();
        return timed.Length == 0 ? null : timed.Sum(o => o.Seconds!.Value) / timed.Sum(o => o.Clean.Count);
    }

    private bool Going => Phase != SessionPhase.Stopped && !Closed;

    private int Worst => Pains.Select(p => p.Pain.Counted).DefaultIfEmpty(0).Max();

    private bool MayGoOn => Guard.Barred is null && Worst < Pain.StopScore;

    private SessionStep? LastOver => Over.Count == 0 ? null : Over[^1].Step;

    private Guid? LastItem => Phase == SessionPhase.Working ? Step?.Item : LastOver?.Item ?? Step?.Item;

    /// <summary>What is being counted goes with the sets that are over: nothing that was counted is lost.</summary>
    /// <param name="at">Until when a set lasted that goes by the clock; null counts what was marked.</param>
    internal SessionRun Kept(DateTimeOffset? at = null)
    {
        if (Step is not { } step || Item is not { } item || (Count.Count == 0 && Phase != SessionPhase.Working))
            return this;
        var lasted = Begun is { } begun && (at ?? Counted_) is { } end ? (end - begun).TotalSeconds : 0;
        var count = item.Timed && at is not null ? ByTheClock(item, lasted) : Count;
        var timed = !item.Timed && Begun is { } from && Counted_ is { } last ? (last - from).TotalSeconds : 0;
        return this with
        {
            Over =
            [
                .. Over,
                new StepDone(step, item.ExerciseId, count, item.Load, Resets) { Seconds = timed > 0 ? timed : null },
            ],
            Count = [],
            Resets = 0,
            Phase = SessionPhase.Before,
            Step = null,
            Begun = null,
            Counted_ = null,
        };
    }

    /// <summary>Seconds of a hold, or repetitions of a block by its tempo; those that were marked as not clean come last. A clock that was set back leaves what was marked.</summary>
    private IReadOnlyList<bool> ByTheClock(SessionItem item, double seconds)
    {
        var all = Math.Min(item.Whole, (int)(Math.Max(0, seconds) / (item.Held ? 1 : item.Pace)));
        var not = Count.Count(c => !c);
        return [.. Enumerable.Repeat(true, Math.Max(0, all - not)), .. Enumerable.Repeat(false, not)];
    }

    private SessionRun Ended(DateTimeOffset at)
    {
        var rest = Item!.RestSeconds;
        var next = Kept(at).Next();
        return next.Step is null || rest == 0 ? next : next with { Rest = new SessionRest(at, rest) };
    }

    private SessionRun Halted(DateTimeOffset at) =>
        Kept(at) with
        {
            Phase = SessionPhase.Stopped,
            Step = null,
            Rest = null,
            Why = "Stopped by the coach.",
        };

    private SessionRun Told(SetTold told)
    {
        if (
            Items.FirstOrDefault(i => i.Id == told.Step.Item) is not { } item
            || !item.Steps().Contains(told.Step)
            || Over.Any(o => o.Step == told.Step)
            || (Phase == SessionPhase.Working && Step == told.Step)
            || told.Clean.Count is 0 or > Repetitions.Most
        )
            return this;
        var done = new StepDone(told.Step, item.ExerciseId, told.Clean, told.Load, told.Resets);
        return (this with { Over = [.. Over, done] }).Next();
    }

    private SessionRun Hurt(Pain pain, DateTimeOffset at)
    {
        var after = Phase == SessionPhase.Working ? Step : LastOver;
        var told = this with { Pains = [.. Pains, (after, pain)] };
        if (pain.Counted >= Pain.StopScore)
            return told.Kept(at) with
            {
                Phase = SessionPhase.Stopped,
                Step = null,
                Rest = null,
                Why = $"{Upper(pain.ToString())}: stop for today. Ask tomorrow how the morning was.",
            };
        if (pain.Counted <= Guard.PainLimit || Phase is SessionPhase.Stopped or SessionPhase.Done)
            // Asked again and fine: nothing is left to change.
            return told.Phase == SessionPhase.ToChange ? told with { Phase = SessionPhase.Before } : told;
        var ended = Phase == SessionPhase.Working ? told.Ended(at) : told;
        return ended.Phase == SessionPhase.Before ? ended with { Phase = SessionPhase.ToChange } : ended;
    }

    private SessionRun With(Guid id, Func<SessionItem, SessionItem> change)
    {
        if (!Going || Items.FirstOrDefault(i => i.Id == id) is not { } item || change(item) is not { } changed)
            return this;
        return changed.Problem() is null
            ? (this with { Items = [.. Items.Select(i => i == item ? changed : i)] }).Next()
            : this;
    }

    private SessionRun Skip(Guid id, DateTimeOffset at)
    {
        var kept = Step?.Item == id && Phase == SessionPhase.Working ? Ended(at) : this;
        // To leave what hurt for today is the one thing changed.
        if (kept.Phase == SessionPhase.ToChange && kept.LastOver?.Item == id)
            kept = kept with { Phase = SessionPhase.Before };
        return (kept with { Skipped = new HashSet<Guid>(kept.Skipped) { id } }).Next();
    }

    /// <summary>Which set comes next, unless one is being done: the first that is not over, not skipped and not forbidden.</summary>
    private SessionRun Next()
    {
        if (Guard.Barred is { } barred)
            return Kept() with { Phase = SessionPhase.Stopped, Step = null, Rest = null, Why = barred };
        if (Phase is SessionPhase.Working or SessionPhase.Stopped || Closed)
            return this;
        var next = Items
            .Where(i => !Skipped.Contains(i.Id) && Guard.Against(i.ExerciseId, i.Load) is null)
            .SelectMany(i => i.Steps())
            .FirstOrDefault(s => !Over.Any(o => o.Step == s));
        return next is null
            ? this with
            {
                Phase = SessionPhase.Done,
                Step = null,
                Rest = null,
            }
            : this with
            {
                Phase = Phase == SessionPhase.ToChange ? SessionPhase.ToChange : SessionPhase.Before,
                Step = next,
            };
    }

    private static List<SessionItem> Put(List<SessionItem> items, SessionItem item, Guid? before)
    {
        var at = items.FindIndex(i => i.Id == before);
        items.Insert(at < 0 ? items.Count : at, item);
        return items;
    }

    private static string Upper(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
