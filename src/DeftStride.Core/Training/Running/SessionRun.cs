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

    /// <summary>Why an exercise is not offered so, or null where it is.</summary>
    public string? Against(string exerciseId, Load load)
    {
        ArgumentNullException.ThrowIfNull(load);
        return Barred
            ?? Refused.GetValueOrDefault(exerciseId)
            ?? (load.Kilograms > 0 ? NotLoaded.GetValueOrDefault(exerciseId) : null);
    }

    /// <summary>What holds of a client today, for the exercises of a session.</summary>
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
    /// <summary>Whether everything before the last ones was clean and the last ones were not: at most a third of the set, three or more clean before.</summary>
    public bool FadedAtTheEnd
    {
        get
        {
            var clean = Clean.TakeWhile(c => c).Count();
            return clean >= 3 && clean < Clean.Count && Clean.Skip(clean).All(c => !c) && 3 * clean >= 2 * Clean.Count;
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

    /// <summary>What it may not go past.</summary>
    public SessionGuard Guard { get; }

    /// <summary>What it is at.</summary>
    public SessionPhase Phase { get; private init; }

    /// <summary>The set that is done or comes next; null when none does.</summary>
    public SessionStep? Step { get; private init; }

    /// <summary>The set that is being done: repetition by repetition, whether it was clean.</summary>
    public IReadOnlyList<bool> Count { get; private init; } = [];

    /// <summary>How often it was begun anew.</summary>
    public int Resets { get; private init; }

    /// <summary>The sets that are over, in their order.</summary>
    public IReadOnlyList<StepDone> Over { get; private init; } = [];

    /// <summary>The rest that runs, or null.</summary>
    public SessionRest? Rest { get; private init; }

    /// <summary>Every pain that was told, with the set after which it was.</summary>
    public IReadOnlyList<(SessionStep? After, Pain Pain)> Pains { get; private init; } = [];

    /// <summary>Efforts that were told, by item; the last one counts.</summary>
    public IReadOnlyDictionary<Guid, int> Efforts { get; private init; } = new Dictionary<Guid, int>();

    /// <summary>What was changed because of pain, in order.</summary>
    public IReadOnlyList<string> Changes { get; private init; } = [];

    /// <summary>Sides of which the coach said that they were only tired.</summary>
    public IReadOnlyList<BodySide> Tired { get; private init; } = [];

    /// <summary>Why it stopped, in a sentence; null while it goes on.</summary>
    public string? Why { get; private init; }

    private HashSet<Guid> Skipped { get; init; } = new HashSet<Guid>();

    /// <summary>What a session has come to after some taps.</summary>
    /// <param name="items">What was asked for.</param>
    /// <param name="guard">What it may not go past, as it is known now: what came to be known while it ran counts from the start.</param>
    /// <param name="taps">In their order.</param>
    public static SessionRun Of(IReadOnlyList<SessionItem> items, SessionGuard guard, IEnumerable<SessionTap> taps)
    {
        ArgumentNullException.ThrowIfNull(items);
        ArgumentNullException.ThrowIfNull(guard);
        ArgumentNullException.ThrowIfNull(taps);
        return taps.Aggregate(new SessionRun(items, guard).Next(), (run, tap) => run.After(tap));
    }

    /// <summary>The item of the set that is done or comes next.</summary>
    public SessionItem? Item => Step is { } step ? Items.FirstOrDefault(i => i.Id == step.Item) : null;

    /// <summary>How many are asked of the set that is done or comes next: the second side matches what the first did when that was fewer.</summary>
    public int Asked =>
        Item is not { } item ? 0
        : Over.LastOrDefault(o => o.Step.Item == item.Id && o.Step.Set == Step!.Set) is { Clean.Count: > 0 } first
        && first.Step.Side != Step!.Side
            ? Math.Min(item.Amount, first.Clean.Count)
        : item.Amount;

    /// <summary>It after one more tap.</summary>
    public SessionRun After(SessionTap tap)
    {
        ArgumentNullException.ThrowIfNull(tap);
        return tap switch
        {
            SetBegun when Phase == SessionPhase.Before && Step is not null => this with
            {
                Phase = SessionPhase.Working,
                Rest = null,
            },
            // Whoever counts without having said that it begins has begun.
            Counted count when Phase == SessionPhase.Before && Step is not null => After(new SetBegun(tap.At))
                .After(count),
            Counted count when Phase == SessionPhase.Working && Count.Count < Repetitions.Most => this with
            {
                Count = [.. Count, count.Clean],
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
            LastOnesOnly last => this with { Tired = [.. Tired.Append(last.Side).Distinct()] },
            FirstSideChosen chosen => With(chosen.Item, i => i with { First = i.First with { Side = chosen.Side } }),
            LoadChosen chosen => With(chosen.Item, i => i with { Load = chosen.Load }),
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
            SessionStopped when Phase != SessionPhase.Stopped => Kept() with
            {
                Phase = SessionPhase.Stopped,
                Rest = null,
                Why = "Stopped by the coach.",
            },
            // Pain and what a condition forbids are not talked away.
            SessionResumed when Phase == SessionPhase.Stopped && MayGoOn => (
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
    public IReadOnlyList<(SessionItem Item, SessionLog Done)> Logs()
    {
        var over = Kept().Over;
        return
        [
            .. Items
                .Select(item =>
                    (
                        item,
                        new SessionLog(
                            [
                                .. over.Where(o => o.Step.Item == item.Id && o.Clean.Count > 0)
                                    .SelectMany(o =>
                                        (
                                            o.Step.Side is { } side ? [side] : new[] { BodySide.Left, BodySide.Right }
                                        ).Select(side => new SetDone(
                                            side,
                                            o.Clean.Count,
                                            o.Clean.Count(c => c),
                                            o.Load,
                                            o.Resets
                                        ))
                                    ),
                            ],
                            Efforts.TryGetValue(item.Id, out var effort) ? effort : null,
                            Pains.Where(p => p.After?.Item == item.Id).Select(p => p.Pain).MaxBy(p => p.Counted)
                        )
                    )
                )
                .Where(l => l.Item2.Sets.Count > 0),
        ];
    }

    private bool Going => Phase != SessionPhase.Stopped;

    private int Worst => Pains.Select(p => p.Pain.Counted).DefaultIfEmpty(0).Max();

    private bool MayGoOn => Guard.Barred is null && Worst < Pain.StopScore;

    private SessionStep? LastOver => Over.Count == 0 ? null : Over[^1].Step;

    private Guid? LastItem => Phase == SessionPhase.Working ? Step?.Item : LastOver?.Item ?? Step?.Item;

    /// <summary>What is being counted goes with the sets that are over: nothing that was counted is lost.</summary>
    private SessionRun Kept() =>
        Step is { } step && Item is { } item && (Count.Count > 0 || Phase == SessionPhase.Working)
            ? this with
            {
                Over = [.. Over, new StepDone(step, item.ExerciseId, Count, item.Load, Resets)],
                Count = [],
                Resets = 0,
                Phase = SessionPhase.Before,
                Step = null,
            }
            : this;

    private SessionRun Ended(DateTimeOffset at)
    {
        var rest = Item!.RestSeconds;
        var next = Kept().Next();
        return next.Step is null || rest == 0 ? next : next with { Rest = new SessionRest(at, rest) };
    }

    private SessionRun Hurt(Pain pain, DateTimeOffset at)
    {
        var after = Phase == SessionPhase.Working ? Step : LastOver;
        var told = this with { Pains = [.. Pains, (after, pain)] };
        if (pain.Counted >= Pain.StopScore)
            return told.Kept() with
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
        if (Phase is SessionPhase.Working or SessionPhase.Stopped)
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
