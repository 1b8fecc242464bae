using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.People;
using DeftStride.Studio.Safety;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Today;

/// <summary>A client's day with the facts that it was worked out from.</summary>
/// <param name="Client">Whose.</param>
/// <param name="Facts">What it was worked out from; another planned exercise gives another visit of the same day.</param>
/// <param name="Today">The day.</param>
/// <param name="Look">The last finished look, or null.</param>
/// <param name="Brief">What that look found, or null.</param>
/// <param name="Decision">What was decided on it, or null.</param>
/// <param name="LoggedToday">What was logged today without a look, or null.</param>
/// <param name="CueText">The cue to carry in the words that are in force, or null.</param>
/// <param name="Unreadable">What could not be read, in sentences.</param>
internal sealed record ClientDay(
    ClientRecord Client,
    TodayFacts Facts,
    Core.Training.Today Today,
    CheckFact? Look,
    KeptBrief? Brief,
    DecisionFact? Decision,
    LogFact? LoggedToday,
    string? CueText,
    IReadOnlyList<string> Unreadable
)
{
    /// <summary>What the settings of the house come to today.</summary>
    public required HouseStyle Style { get; init; }

    /// <summary>What the client's record asks for, and what nobody has asked yet.</summary>
    public required CareRecord Care { get; init; }

    /// <summary>Red flags that stand, the oldest first.</summary>
    public required IReadOnlyList<FlagFact> Signs { get; init; }

    /// <summary>What was tried, oldest first.</summary>
    public required IReadOnlyList<PastTrial> Tried { get; init; }

    /// <summary>Ranges of motion that stand, the newest first.</summary>
    public required IReadOnlyList<RangeFact> Ranges { get; init; }

    /// <summary>Logs that stand and still count, oldest first.</summary>
    public required IReadOnlyList<LogFact> Logs { get; init; }

    /// <summary>Whether the visit of a day is done: looked at since it began and decided, or logged.</summary>
    public bool DoneSince(DateTimeOffset dayStart) =>
        (Look is { } check && check.RecordedAt >= dayStart && Decision is not null) || LoggedToday is not null;

    /// <summary>The day with another exercise planned: a second visit has its own, all else is the same day.</summary>
    public Core.Training.Today Of(string planned) =>
        planned == Facts.Planned ? Today : Core.Training.Today.Of(Facts with { Planned = planned });
}

/// <summary>Puts today together from facts. Floor, client, check, bench card and prints all read it from here.</summary>
internal sealed class TodayBook(StudioContext db, LadderShelf ladders, PainBook pains, ConditionShelf conditions)
{
    private static readonly Question<FlagFact> StopSigns = new(
        (db, asked) => db.OpenFlags().AsNoTracking().OfClients(asked).OrderBy(f => f.Sequence)
    );

    private static readonly Question<Guid> Unfinished = new(
        (db, asked) =>
            db
                .Drafts.AsNoTracking()
                .Where(d => asked.Many.Contains(d.ClientId) && !db.Checks.Any(c => c.Id == d.Id))
                .Select(d => d.ClientId)
    );

    private static readonly Question<TrialDone> Trials = new(
        (db, asked) =>
            db.StandingTrials()
                .AsNoTracking()
                .OfClients(asked)
                .OrderBy(t => t.Sequence)
                .Select(t => new TrialDone(t.ClientId, t.CorrectionId, t.Outcome, t.Sequence))
    );

    private static readonly Question<DateTimeOffset, SessionRecord> Planned = new(
        (db, asked) =>
            db
                .Sessions.AsNoTracking()
                .Where(v => asked.Many.Contains(v.ClientId) && v.StartsAt >= asked.With)
                .OrderBy(v => v.StartsAt)
    );

    private static readonly Question<SetupCard> Setups = new(
        (db, asked) =>
            db.Standing<SetupFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Select(s => new SetupCard(s.ClientId, s.ExerciseId, s.Sequence, s.Judged))
    );

    /// <summary>The newest few films of each say what is due.</summary>
    private static readonly Question<NewestFilm> NewestFilms = new(
        (db, asked) =>
            db
                .Clips.AsNoTracking()
                .OfClients(asked)
                .Where(c => c.Supersedes == null)
                .GroupBy(c => new
                {
                    c.ClientId,
                    c.ExerciseId,
                    c.View,
                })
                .Select(g => new NewestFilm(g.Key.ClientId, g.Key.ExerciseId, g.Key.View, g.Max(c => c.RecordedAt)))
    );

    private static readonly Question<CheckFact> Looks = new(
        (db, asked) =>
        {
            var latest = Latest(db, asked);
            return db.Checks.AsNoTracking().Where(c => latest.Contains(c.Id)).InBrief();
        }
    );

    private static readonly Question<DecisionFact> Decisions = new(
        (db, asked) =>
        {
            var latest = Latest(db, asked);
            return db.Standing<DecisionFact>().AsNoTracking().Where(d => latest.Contains(d.CheckId));
        }
    );

    /// <summary>The latest standing look of each client: one look into the index a client, however many years lie below it.</summary>
    private static IQueryable<Guid> Latest(StudioContext db, Asked<byte> asked)
    {
        var standing = db.Standing<CheckFact>();
        return db
            .Clients.Where(c => asked.Many.Contains(c.Id))
            .Select(c =>
                standing
                    .Where(k => k.ClientId == c.Id)
                    .OrderByDescending(k => k.Sequence)
                    .Select(k => k.Id)
                    .FirstOrDefault()
            );
    }

    private sealed record TrialDone(Guid ClientId, string CorrectionId, TrialOutcome Outcome, long Sequence);

    private sealed record SetupCard(Guid ClientId, string ExerciseId, long Sequence, string Judged);

    private sealed record NewestFilm(Guid ClientId, string ExerciseId, View View, DateTimeOffset At);

    /// <summary>A visit that began longer ago than this is over, when another one of the day follows.</summary>
    private static readonly TimeSpan VisitLasts = TimeSpan.FromMinutes(90);

    public async Task<ClientDay> OfAsync(
        StudioRecord studio,
        ClientRecord client,
        DateTimeOffset now,
        CancellationToken stop
    ) => (await OfAsync(studio, [client], now, stop))[client.Id];

    public async Task<IReadOnlyDictionary<Guid, ClientDay>> OfAsync(
        StudioRecord studio,
        IReadOnlyCollection<ClientRecord> clients,
        DateTimeOffset now,
        CancellationToken stop
    )
    {
        Guid[] ids = [.. clients.Select(c => c.Id)];
        var zone = TimeZoneInfo.FindSystemTimeZoneById(studio.TimeZone);
        var local = TimeZoneInfo.ConvertTime(now, zone);
        var today = DateOnly.FromDateTime(local.Date);
        var dayStart = new DateTimeOffset(local.Date, zone.GetUtcOffset(local.Date)).ToUniversalTime();

        var signs = (await StopSigns.OfAsync(db, ids, stop)).ToLookup(f => f.ClientId);
        var unfinished = (await Unfinished.OfAsync(db, ids, stop)).ToHashSet();
        var trials = (await Trials.OfAsync(db, ids, stop)).ToLookup(
            t => t.ClientId,
            t => new PastTrial(t.CorrectionId, t.Outcome, WriteOrder.Instant(t.Sequence))
        );
        var planned = (await Planned.OfAsync(db, ids, dayStart, stop)).ToLookup(v => v.ClientId);
        var (looks, decisions) = await LooksAsync(ids, stop);
        var (inForce, ways) = (await ladders.LaddersAsync(studio.Id, stop), await ladders.WaysAsync(ids, stop));
        var logs = await ladders.LogsAsync(ids, now, stop);
        var setups = (await Setups.OfAsync(db, ids, stop)).ToLookup(s => s.ClientId);
        var films = (await NewestFilms.OfAsync(db, ids, stop)).ToLookup(
            f => f.ClientId,
            f => (f.ExerciseId, f.View, f.At)
        );
        var ranges = (await RangeShelf.Ranges.OfAsync(db, ids, stop)).ToLookup(r => r.ClientId);
        var clearings = await conditions.ClearingsAsync(ids, stop);
        var hurt = await pains.DaysAsync(ids, dayStart, zone, stop);

        return clients.ToDictionary(
            c => c.Id,
            client =>
            {
                var unreadable = new List<string>();
                var (limit, limitBy) = ChoicesInForce.PainLimit(studio, client);
                var holds = ConditionShelf.Of(client, clearings[client.Id], ways[client.Id], today);
                var (fact, decision) = (looks.GetValueOrDefault(client.Id), (DecisionFact?)null);
                if (fact is not null)
                    decision = decisions.GetValueOrDefault(fact.Id);
                var (look, brief) = fact is null ? (null, null) : Look(fact, decision, unreadable);
                var best = CorrectionChoice
                    .Rank([.. trials[client.Id]], null)
                    .FirstOrDefault(r => r.Helped > 0)
                    ?.Correction;
                var words = ChoicesInForce.Words(studio, client);
                var said = best is null ? null : words.Of(best).Text;
                var visits = planned[client.Id].ToArray();
                var visit = visits.FirstOrDefault(v => v.StartsAt >= now - VisitLasts) ?? visits.FirstOrDefault();
                var facts = new TodayFacts
                {
                    Now = now,
                    Day = today,
                    Ladders = inForce,
                    Rack = ChoicesInForce.Rack(studio, client, today),
                    PainLimit = limit,
                    LimitBy = limitBy,
                    Conditions = holds,
                    WorstToday = hurt[client.Id].Select(p => (int?)p.Worst).Max(),
                    Planned = visit?.ExerciseId,
                    FromPlan = visit?.Planned is { } kept ? FromPlan(kept, unreadable) : [],
                    School = client.School,
                    StopSigns = signs[client.Id].Count(),
                    Unfinished = unfinished.Contains(client.Id),
                    Look = look,
                    Films = [.. films[client.Id]],
                    Steps = [.. ways[client.Id].Select(LadderShelf.Step)],
                    Logs = LadderShelf.Logged(logs[client.Id]),
                    Setups =
                    [
                        .. setups[client.Id]
                            .Select(s => Card(s.ExerciseId, s.Sequence, s.Judged, unreadable))
                            .OfType<KeptSetupCard>(),
                    ],
                    Kept = [.. ChoicesInForce.KeptChanges(client).Select(k => words.Of(k.Correction).Text)],
                    MorningAsked = logs[client.Id].Any(l => l.Day == today && l.NextMorning is not null),
                    MeasuredToday =
                    [
                        .. ranges[client.Id]
                            .Where(r => r.RecordedAt >= dayStart)
                            .GroupBy(r => r.Test)
                            .Where(g => g.Select(r => r.Side).Distinct().Count() == 2)
                            .Select(g => g.Key),
                    ],
                    AnklesMeasured = client is { LeftAnkleDegrees: not null, RightAnkleDegrees: not null },
                    Cue = best?.Short,
                    DueProp = ChoicesInForce.Props(client, today).FirstOrDefault(p => p.Due)?.Correction.Short,
                    Choice = KeptIntake.Of(client).Met()
                        ? () =>
                            Choice(
                                studio,
                                client,
                                ranges[client.Id],
                                ways[client.Id],
                                signs[client.Id].Count(),
                                holds,
                                today
                            )
                        : null,
                };
                var day = Core.Training.Today.Of(facts);
                return new ClientDay(
                    client,
                    facts,
                    day,
                    fact,
                    brief,
                    decision,
                    logs[client.Id].LastOrDefault(l => l.Day == today && l.CheckId is null),
                    string.IsNullOrEmpty(said) ? null : said,
                    unreadable
                )
                {
                    Style = ChoicesInForce.Style(studio, client, day.Exercise.Id, day.School),
                    Care = ConditionShelf.Care(client, ways[client.Id]),
                    Signs = [.. signs[client.Id]],
                    Tried = [.. trials[client.Id]],
                    Ranges = [.. ranges[client.Id]],
                    Logs = [.. logs[client.Id]],
                };
            }
        );
    }

    /// <summary>What to start with, from what was asked when the client was met.</summary>
    public static FirstChoice Choice(
        StudioRecord studio,
        ClientRecord client,
        IEnumerable<RangeFact> ranges,
        IEnumerable<RungFact> way,
        int stopSigns,
        IReadOnlyList<Condition> conditions,
        DateOnly today
    )
    {
        var intake = KeptIntake.Of(client);
        var care = ConditionShelf.Care(client, way);
        var newest = ranges.OrderByDescending(r => r.Sequence).ToArray();
        return FirstChoice.Of(
            new ChoiceFacts(
                intake.Goals,
                intake.TrainingAge,
                [.. intake.Pains.Select(p => p.ToCore())],
                Range(newest, BodySide.Left, care.AgeOn(today)),
                Range(newest, BodySide.Right, care.AgeOn(today)),
                [.. Spot.Stands(way.Select(LadderShelf.Step)).Select(s => s.RungId).Distinct()],
                stopSigns
            )
            {
                Age = care.AgeOn(today),
                UnderAge = care.UnderAge(today),
                Style = client.School,
                BeginnersRaised =
                    ChoicesInForce
                        .Setting(
                            Setting.Find("beginners")!,
                            KeptStudioChoices.Of(studio),
                            KeptClientChoices.Of(client),
                            null,
                            client.School
                        )
                        .Value.Id == "raised",
                PainLimit = ChoicesInForce.PainLimit(studio, client).Limit.Value,
                Conditions = conditions,
                Build = intake.Build(),
                Things = ChoicesInForce.Kit(studio).Things?.ToHashSet(),
            }
        );
    }

    /// <summary>What a plan has put on a visit beside its exercises.</summary>
    private static Due[] FromPlan(string kept, List<string> unreadable)
    {
        if (!KeptPlanned.Kept.TryRead(kept, out var planned, out var problem))
        {
            unreadable.Add(problem);
            return [];
        }

        return
        [
            .. (planned.Heights ?? []).Select(h => new Due(
                DueKind.Kit,
                FormattableString.Invariant($"{h.Cm:0.#} cm today"),
                h.Sentence
            )),
            .. planned
                .Due.Where(d => d.Kind is PlanDueKind.RangeBefore or PlanDueKind.RangeAfter)
                .Select(d => new Due(DueKind.Range, d.Short, d.Sentence)
                {
                    Test = Enum.TryParse<RangeTest>(d.Subject, out var test) ? test : null,
                }),
        ];
    }

    /// <summary>The newest measured range of each test on a side; what nobody measured is assumed as at an age.</summary>
    public static RangeOfMotion Range(IEnumerable<RangeFact> newestFirst, BodySide side, int? age) =>
        new(
            newestFirst
                .Where(r => r.Side == side)
                .GroupBy(r => r.Test)
                .ToDictionary(g => g.Key, g => Angle.FromDegrees(g.First().Degrees)),
            RangeOfMotion.AssumedAnkle(age)
        );

    private async Task<(Dictionary<Guid, CheckFact>, Dictionary<Guid, DecisionFact>)> LooksAsync(
        Guid[] ids,
        CancellationToken stop
    ) =>
        (
            (await Looks.OfAsync(db, ids, stop)).ToDictionary(c => c.ClientId),
            (await Decisions.OfAsync(db, ids, stop))
                .GroupBy(d => d.CheckId)
                .ToDictionary(g => g.Key, g => g.MaxBy(d => d.Sequence)!)
        );

    private static (LastLook? Look, KeptBrief? Brief) Look(
        CheckFact fact,
        DecisionFact? decision,
        List<string> unreadable
    )
    {
        try
        {
            var (brief, body) = (KeptBrief.Of(fact), KeptCheck.Kept.Read(fact.Body));
            var found = brief.Finding;
            return (
                new LastLook(
                    fact.ExerciseId,
                    fact.Sequence,
                    fact.RecordedAt,
                    found.Kind,
                    found.MeasureId,
                    found.Side,
                    body.Pain?.ToCore(),
                    decision is null ? null : Decided(decision)
                ),
                brief
            );
        }
        catch (UnreadableFormException e)
        {
            unreadable.Add(e.Message);
            return (null, null);
        }
    }

    /// <summary>What was decided, with the coach's reason where they decided otherwise.</summary>
    /// <exception cref="UnreadableFormException">It is damaged, or of a newer form.</exception>
    public static Decided Decided(DecisionFact fact) =>
        Decided(fact, KeptDecision.Kept.Read(fact.Body), KeptRecommendation.Kept.Read(fact.Judged));

    /// <summary>The same of what was read already.</summary>
    public static Decided Decided(DecisionFact fact, KeptDecision decision, KeptRecommendation said) =>
        new(fact.Recommended, fact.Chosen, said.Headline, decision.Reason ?? "", fact.LastPain)
        {
            OtherWay = decision.Way is > 0 ? decision.Taken(said)?.Text : null,
        };

    private static KeptSetupCard? Card(string exerciseId, long place, string judged, List<string> unreadable)
    {
        if (KeptCard.Kept.TryRead(judged, out var card, out var problem))
            return new(exerciseId, place, [.. card.Card.Select(l => new CardLine(l.Id, l.Name, l.Value, l.Note))]);
        unreadable.Add(problem);
        return null;
    }
}
