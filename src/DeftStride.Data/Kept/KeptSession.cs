using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Running;

namespace DeftStride.Data.Kept;

/// <summary>What is called out with the tempo.</summary>
internal sealed record KeptCall(TempoCall When, string Words) : Stored;

/// <summary>Seconds down, held, up, at the top.</summary>
internal sealed record KeptTempo(int Down, int Pause, int Up, int Top) : Stored
{
    public Tempo ToCore() => new(Down, Pause, Up, Top);

    public static KeptTempo? Of(Tempo? tempo) =>
        tempo is null ? null : new(tempo.Down, tempo.Pause, tempo.Up, tempo.Top);
}

/// <summary>One exercise of a session as it was asked for when the session began.</summary>
internal sealed record KeptSessionItem(
    Guid Id,
    SessionPlace Place,
    string ExerciseId,
    int Sets,
    int Amount,
    double LoadKg,
    LoadPosition Position,
    int RestSeconds,
    bool Held = false,
    bool Together = false,
    bool Alternating = false,
    int? ForSeconds = null,
    BodySide? First = null,
    FirstSideWhy FirstWhy = FirstSideWhy.Either,
    KeptTempo? Tempo = null,
    bool UpFirst = false,
    IReadOnlyList<KeptCall>? Calls = null,
    string? Cue = null,
    RangeTest? Range = null
) : Stored
{
    public SessionItem ToCore() =>
        new(Id, Place, ExerciseId, Sets, Amount, new Load(Position, LoadKg), RestSeconds)
        {
            Held = Held,
            Together = Together,
            Alternating = Alternating,
            ForSeconds = ForSeconds,
            First = new FirstSide(First, FirstWhy),
            Tempo = Tempo?.ToCore(),
            UpFirst = UpFirst,
            Calls = [.. (Calls ?? []).Select(c => new TempoWords(c.When, c.Words))],
            Cue = Cue,
            Range = Range,
        };

    public static KeptSessionItem Of(SessionItem i) =>
        new(
            i.Id,
            i.Place,
            i.ExerciseId,
            i.Sets,
            i.Amount,
            i.Load.Kilograms,
            i.Load.Position,
            i.RestSeconds,
            i.Held,
            i.Together,
            i.Alternating,
            i.ForSeconds,
            i.First.Side,
            i.First.Why,
            KeptTempo.Of(i.Tempo),
            i.UpFirst,
            i.Calls.Count == 0 ? null : [.. i.Calls.Select(c => new KeptCall(c.When, c.Words))],
            i.Cue,
            i.Range
        );
}

/// <summary>What a tap of a session was.</summary>
internal enum TapKind
{
    Begun,
    Counted,
    TakenBack,
    Reset,
    Ended,
    RestLonger,
    Pain,
    Changed,
    Effort,
    LastOnes,
    FirstSide,
    Load,
    Tempo,
    Felt,
    Morning,
    SetTold,
    Skipped,
    Added,
    Moved,
    Stopped,
    Resumed,
    Closed,
    Guard,
    Soreness,
}

/// <summary>What a session may not go past.</summary>
internal sealed record KeptGuard(
    int PainLimit,
    string? Barred = null,
    IReadOnlyDictionary<string, string>? Refused = null,
    IReadOnlyDictionary<string, string>? NotLoaded = null
) : Stored
{
    public SessionGuard ToCore() =>
        new(PainLimit)
        {
            Barred = Barred,
            Refused = Refused ?? new Dictionary<string, string>(),
            NotLoaded = NotLoaded ?? new Dictionary<string, string>(),
        };

    public static KeptGuard Of(SessionGuard g) =>
        new(
            g.PainLimit,
            g.Barred,
            g.Refused.Count == 0 ? null : g.Refused,
            g.NotLoaded.Count == 0 ? null : g.NotLoaded
        );
}

/// <summary>One tap of a session, with what belongs to its kind and nothing else.</summary>
internal sealed record KeptTap(
    Guid Id,
    DateTimeOffset At,
    TapKind Kind,
    bool? Clean = null,
    int? Seconds = null,
    KeptPain? Pain = null,
    string? Change = null,
    int? Score = null,
    BodySide? Side = null,
    Guid? Item = null,
    Guid? Before = null,
    double? LoadKg = null,
    LoadPosition? Position = null,
    KeptTempo? Tempo = null,
    KeptFelt? Felt = null,
    int? Set = null,
    IReadOnlyList<bool>? Each = null,
    int? Resets = null,
    KeptSessionItem? Added = null,
    KeptGuard? Guard = null
) : Stored
{
    /// <summary>The tap as the rules read it.</summary>
    /// <exception cref="ArgumentException">What belongs to its kind is missing.</exception>
    public SessionTap ToCore()
    {
        SessionTap tap = Kind switch
        {
            TapKind.Begun => new SetBegun(At),
            TapKind.Counted => new Counted(At, Need(Clean)),
            TapKind.TakenBack => new TakenBack(At),
            TapKind.Reset => new SetReset(At),
            TapKind.Ended => new SetEnded(At),
            TapKind.RestLonger => new RestLengthened(At, Need(Seconds)),
            TapKind.Pain => new PainTold(At, (Pain ?? throw Missing()).ToCore()),
            TapKind.Changed => new OneThingChanged(At, Change ?? throw Missing()),
            TapKind.Effort => new EffortTold(At, Need(Score)),
            TapKind.LastOnes => new LastOnesOnly(At, Need(Side)),
            TapKind.FirstSide => new FirstSideChosen(At, Need(Item), Need(Side)),
            TapKind.Load => new LoadChosen(At, Need(Item), Held()),
            TapKind.Tempo => new TempoChosen(At, Need(Item), (Tempo ?? throw Missing()).ToCore()),
            TapKind.Felt => new FeltTold(At, (Felt ?? throw Missing()).AsExpected, Felt.Where),
            TapKind.Morning => new MorningTold(At, Need(Score)),
            TapKind.Soreness => new SorenessTold(At, Need(Score)),
            TapKind.SetTold => new SetTold(
                At,
                new SessionStep(Need(Item), Need(Set), Side),
                Each ?? throw Missing(),
                Held(),
                Resets ?? 0
            ),
            TapKind.Skipped => new ItemSkipped(At, Need(Item)),
            TapKind.Added => new ItemAdded(At, (Added ?? throw Missing()).ToCore(), Before),
            TapKind.Moved => new ItemMoved(At, Need(Item), Before),
            TapKind.Stopped => new SessionStopped(At),
            TapKind.Resumed => new SessionResumed(At),
            TapKind.Guard => new GuardLearnt(At, (Guard ?? throw Missing()).ToCore()),
            _ => new SessionClosed(At),
        };
        return tap with { Id = Id };
    }

    /// <summary>A tap as it is kept.</summary>
    public static KeptTap Of(SessionTap tap) =>
        tap switch
        {
            SetBegun => Plain(tap, TapKind.Begun),
            Counted t => Plain(tap, TapKind.Counted) with { Clean = t.Clean },
            TakenBack => Plain(tap, TapKind.TakenBack),
            SetReset => Plain(tap, TapKind.Reset),
            SetEnded => Plain(tap, TapKind.Ended),
            RestLengthened t => Plain(tap, TapKind.RestLonger) with { Seconds = t.Seconds },
            PainTold t => Plain(tap, TapKind.Pain) with
            {
                Pain = new(t.Pain.Score, t.Pain.Leg, t.Pain.Role, t.Pain.Site, t.Pain.Kind),
            },
            OneThingChanged t => Plain(tap, TapKind.Changed) with { Change = t.ChangeId },
            EffortTold t => Plain(tap, TapKind.Effort) with { Score = t.Effort },
            LastOnesOnly t => Plain(tap, TapKind.LastOnes) with { Side = t.Side },
            FirstSideChosen t => Plain(tap, TapKind.FirstSide) with { Item = t.Item, Side = t.Side },
            LoadChosen t => Plain(tap, TapKind.Load) with
            {
                Item = t.Item,
                LoadKg = t.Load.Kilograms,
                Position = t.Load.Position,
            },
            TempoChosen t => Plain(tap, TapKind.Tempo) with { Item = t.Item, Tempo = KeptTempo.Of(t.Tempo) },
            FeltTold t => Plain(tap, TapKind.Felt) with { Felt = new(t.AsExpected, t.Where) },
            MorningTold t => Plain(tap, TapKind.Morning) with { Score = t.Score },
            SorenessTold t => Plain(tap, TapKind.Soreness) with { Score = t.Score },
            SetTold t => Plain(tap, TapKind.SetTold) with
            {
                Item = t.Step.Item,
                Set = t.Step.Set,
                Side = t.Step.Side,
                Each = t.Clean,
                LoadKg = t.Load.Kilograms,
                Position = t.Load.Position,
                Resets = t.Resets,
            },
            ItemSkipped t => Plain(tap, TapKind.Skipped) with { Item = t.Item },
            ItemAdded t => Plain(tap, TapKind.Added) with { Added = KeptSessionItem.Of(t.Item), Before = t.Before },
            ItemMoved t => Plain(tap, TapKind.Moved) with { Item = t.Item, Before = t.Before },
            SessionStopped => Plain(tap, TapKind.Stopped),
            SessionResumed => Plain(tap, TapKind.Resumed),
            SessionClosed => Plain(tap, TapKind.Closed),
            GuardLearnt t => Plain(tap, TapKind.Guard) with { Guard = KeptGuard.Of(t.Guard) },
            _ => throw new ArgumentException($"{tap.GetType().Name} has no form.", nameof(tap)),
        };

    private static KeptTap Plain(SessionTap tap, TapKind kind) => new(tap.Id, tap.At, kind);

    private Load Held() => new(Position ?? LoadPosition.None, Need(LoadKg));

    private T Need<T>(T? value)
        where T : struct => value ?? throw Missing();

    private ArgumentException Missing() => new($"A tap of the kind {Kind} lacks what belongs to it.");
}

/// <summary>A session that was begun: what was asked for when it began, and every tap since.</summary>
internal sealed record KeptSession(IReadOnlyList<KeptSessionItem> Items, KeptGuard Guard, IReadOnlyList<KeptTap> Taps)
    : StoredDocument,
        IKept<KeptSession>
{
    public static StoredForm<KeptSession> Kept { get; } = new("session", "a session");

    /// <summary>What was asked for, as the rules read it.</summary>
    public IReadOnlyList<SessionItem> ToItems() => [.. Items.Select(i => i.ToCore())];

    /// <summary>The taps, as the rules read them.</summary>
    public IReadOnlyList<SessionTap> ToTaps() => [.. Taps.Select(t => t.ToCore())];
}
