using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Pictures;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Clients;

internal sealed record ClientSummary(Guid Id, [property: AsWritten] string Name);

internal sealed record ClientCreation(Guid OperationId, Guid Id, string Name, string? Goal, SchoolCode? School);

internal sealed record ClientChange(
    Guid OperationId,
    long Version,
    string Name,
    string? Goal,
    SchoolCode? School,
    double? LeftAnkleDegrees,
    double? RightAnkleDegrees,
    double HeelWedgeDegrees
);

internal sealed record ClientDetails(
    Guid Id,
    [property: AsWritten] string Name,
    [property: AsWritten] string Goal,
    SchoolCode? School,
    double? LeftAnkleDegrees,
    double? RightAnkleDegrees,
    double HeelWedgeDegrees,
    bool PictureConsent,
    long Version,
    // Not in answers that were kept before clients were anybody's.
    Guid? CoachId = null
)
{
    public static ClientDetails Of(ClientRecord c) =>
        new(
            c.Id,
            c.Name,
            c.Goal,
            c.School,
            c.LeftAnkleDegrees,
            c.RightAnkleDegrees,
            c.HeelWedgeDegrees,
            c.PictureConsentAt is not null,
            c.Version,
            c.CoachId
        );
}

/// <summary>Hands a client to a coach, or to nobody in particular.</summary>
internal sealed record HandOver(Guid OperationId, long Version, Guid? CoachId);

/// <summary>How a cue has done for a client: counted, and what may be expected of it given the whole studio's trials of it.</summary>
internal sealed record CueView(
    string Id,
    string Short,
    string Cue,
    CueOwner Words,
    int Helped,
    int Tried,
    int StudioHelped,
    int StudioTried,
    double ExpectedPercent
)
{
    public static CueView Of(CorrectionRecord r, Experience? studio, CueWords words) =>
        new(
            r.Correction.Id,
            r.Correction.Short,
            words.Of(r.Correction).Text,
            words.Of(r.Correction).Owner,
            r.Helped,
            r.Tried,
            studio?.Helped ?? 0,
            studio?.Tried ?? 0,
            Math.Round(100 * r.Expected)
        );
}

internal sealed record ClearedFlagView(
    Guid Id,
    string Text,
    DateTimeOffset At,
    [property: AsWritten] string ExaminedBy,
    DateOnly ExaminedOn,
    [property: AsWritten] string Allowed,
    DateOnly? Until,
    [property: AsWritten] string No
);

/// <summary>A client: where they stand, what was done and decided, oldest check first. Of many years only the latest looks come at once.</summary>
internal sealed record ClientView(
    ClientDetails Client,
    StandardView Standard,
    IReadOnlyList<PartView> Trend,
    IReadOnlyList<FlagView> StopSigns,
    IReadOnlyList<ClearedFlagView> Cleared,
    IReadOnlyList<PastCheckView> Checks,
    int EarlierChecks,
    IReadOnlyDictionary<string, string> MeasureNames,
    IReadOnlyList<StrideView> Strides,
    IReadOnlyList<LogView> Logs,
    IReadOnlyList<CueView> Cues,
    IReadOnlyList<PropView> Props,
    IReadOnlyList<KeptView> Kept,
    IReadOnlyList<PictureView> LoosePictures,
    DraftView? Draft,
    IReadOnlyList<string> Unreadable,
    TodayView Today,
    bool Met,
    IReadOnlyList<string> Tilts
);

internal static class ClientEndpoints
{
    public static void MapRecords(IEndpointRouteBuilder api)
    {
        api.MapPost("/clients", AddAsync).WithName("addClient").InTurn();
        api.MapGet("/clients/{id:guid}", GetAsync).WithName("getClient").InPageTurn();
        api.MapPut("/clients/{id:guid}", ChangeAsync).WithName("changeClient").InTurn();
        api.MapPut("/clients/{id:guid}/coach", HandOverAsync).WithName("handOverClient").InTurn();
    }

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients", ListAsync).WithName("listClients");
    }

    private static async Task<Ok<List<ClientSummary>>> ListAsync(
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        return TypedResults.Ok(
            await db
                .Clients.AsNoTracking()
                .Where(c => c.StudioId == studio.Id)
                .OrderBy(c => c.Name)
                .Select(c => new ClientSummary(c.Id, c.Name))
                .ToListAsync(stop)
        );
    }

    /// <summary>Whoever sees all clients says whose one is; whoever sees only their own gives none away.</summary>
    private static async Task<Ok<ClientDetails>> HandOverAsync(
        Guid id,
        HandOver request,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if (Visitor.Of(http) is not { OnlyOwn: false })
            throw new HttpRefusal(
                StatusCodes.Status403Forbidden,
                "Whoever coaches only their own clients hands none over. Ask the owner."
            );
        var client = await scope.ClientAsync(id, stop);
        if (
            request.CoachId is { } coach
            && !await db.Coaches.AnyAsync(c => c.Id == coach && c.StudioId == client.StudioId, stop)
        )
            throw Refusal.BadInput("coachId", "This coach is not on record. Reload the page and choose again.");
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                client,
                request.Version,
                c => c.CoachId = request.CoachId,
                ClientDetails.Of,
                stop
            )
        );
    }

    private static async Task<Ok<ClientDetails>> AddAsync(
        ClientCreation request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var coach = await scope.CoachIdAsync(stop);
        var name = Text.Required("name", request.Name, "Give the client a name.");
        var goal = Text.Optional("goal", request.Goal);
        return TypedResults.Ok(
            await changer.CreateAsync(
                request.OperationId,
                request,
                () =>
                    Task.FromResult(
                        new ClientRecord
                        {
                            Id = request.Id,
                            Name = name,
                            Goal = goal,
                            School = request.School,
                            // Whose client it is: whoever met them.
                            CoachId = coach,
                        }
                    ),
                ClientDetails.Of,
                stop
            )
        );
    }

    private static async Task<Ok<ClientDetails>> ChangeAsync(
        Guid id,
        ClientChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var name = Text.Required("name", request.Name, "Give the client a name.");
        var goal = Text.Optional("goal", request.Goal);
        Refusal.Unless(FieldRange.AnkleBend, "leftAnkleDegrees", request.LeftAnkleDegrees);
        Refusal.Unless(FieldRange.AnkleBend, "rightAnkleDegrees", request.RightAnkleDegrees);
        Refusal.Unless(FieldRange.HeelWedge, "heelWedgeDegrees", request.HeelWedgeDegrees);
        var client = await scope.ClientAsync(id, stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                client,
                request.Version,
                c =>
                {
                    (c.Name, c.Goal, c.School) = (name, goal, request.School);
                    (c.LeftAnkleDegrees, c.RightAnkleDegrees, c.HeelWedgeDegrees) = (
                        request.LeftAnkleDegrees,
                        request.RightAnkleDegrees,
                        request.HeelWedgeDegrees
                    );
                },
                ClientDetails.Of,
                stop
            )
        );
    }

    /// <summary>Looks that come at once; the rest on demand.</summary>
    private const int LatestLooks = 8;

    private static readonly Question<CoachRecord> Coaches = new(
        (db, asked) => db.Coaches.AsNoTracking().Where(c => c.StudioId == asked.One)
    );

    /// <summary>Every look, the newest first.</summary>
    private static readonly Question<CheckFact> Looks = new((db, asked) => NewestFirst(db, asked).InBrief());

    private static readonly Question<CheckFact> Latest = new(
        (db, asked) => NewestFirst(db, asked).Take(LatestLooks).InBrief()
    );

    private static IOrderedQueryable<CheckFact> NewestFirst(StudioContext db, Asked<byte> asked) =>
        db.Standing<CheckFact>().AsNoTracking().OfClients(asked).OrderByDescending(c => c.Sequence);

    /// <summary>How often a client was looked at.</summary>
    private static readonly Question<int> Looked = new(
        (db, asked) => db.Standing<CheckFact>().OfClients(asked).GroupBy(c => c.ClientId).Select(g => g.Count())
    );

    private static readonly Question<long, TrialFact> Trials = new(
        (db, asked) =>
            db.StandingTrials()
                .AsNoTracking()
                .OfClients(asked)
                .Where(t => t.Sequence >= asked.With)
                .OrderBy(t => t.Sequence)
    );

    private static readonly Question<long, DecisionFact> Decisions = new(
        (db, asked) =>
            db.Standing<DecisionFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Where(d => d.Sequence >= asked.With)
                .OrderBy(d => d.Sequence)
    );

    private static readonly Question<ClearedFlag> Cleared = new(
        (db, asked) =>
            from flag in db.Flags.AsNoTracking().OfClients(asked)
            join clearing in db.FlagClearings.AsNoTracking() on flag.Id equals clearing.FlagId
            orderby clearing.Sequence
            select new ClearedFlag(flag, clearing)
    );

    private sealed record ClearedFlag(FlagFact Flag, FlagClearingFact Clearing);

    private static readonly Question<long, PictureFact> Pictures = new(
        (db, asked) =>
            db
                .Pictures.AsNoTracking()
                .OfClients(asked)
                .Where(p =>
                    p.Sequence >= asked.With
                    && p.Supersedes == null
                    && !db.Pictures.Any(n => n.Supersedes == p.Id && n.Hash == StandingFacts.Gone)
                )
                .OrderBy(p => p.Sequence)
    );

    private static readonly Dictionary<string, string> MeasureNames = MeasureDefinition.All.ToDictionary(
        m => m.Id,
        m => m.Name
    );

    private static async Task<Ok<ClientView>> GetAsync(
        Guid id,
        bool? all,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        TrialBook tried,
        CheckPages pages,
        StridePages path,
        LadderShelf shelf,
        TodayBook days,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var day = await days.OfAsync(await scope.StudioAsync(stop), client, scope.Now, stop);
        var coaches = (await Coaches.OfAsync(db, client.StudioId, stop)).ToDictionary(c => c.Id, c => c.Name);
        var facts = await (all == true ? Looks : Latest).OfAsync(db, id, stop);
        facts.Reverse();
        var earlier =
            facts.Count < LatestLooks || all == true ? 0 : (await Looked.OfAsync(db, id, stop)).Single() - facts.Count;
        // What was tried and decided on a look, and its pictures, came after it; what is older belongs to looks that are not shown.
        var since = earlier > 0 ? facts[0].Sequence : 0;
        var trials = (await Trials.OfAsync(db, id, since, stop)).ToLookup(t => t.CheckId);
        var decisions = (await Decisions.OfAsync(db, id, since, stop)).ToLookup(d => d.CheckId);
        var (checks, unreadable) = (new List<JudgedCheck>(), new List<string>());
        var standards = new StandardsRead();
        foreach (var fact in facts)
        {
            // One look that cannot be read is said, and takes nothing else with it.
            if (LookReading.TryJudge(fact, trials[fact.Id], standards, out var judged, out var problem))
                checks.Add(judged);
            else
                unreadable.Add($"{fact.RecordedAt.ToString("d MMMM", CultureInfo.InvariantCulture)}: {problem}");
        }

        var cleared = await Cleared.OfAsync(db, id, stop);
        var draft = day.Facts.Unfinished ? await book.DraftAsync(id, stop) : null;
        var today = await scope.TodayAsync(stop);
        var (dayStart, _, _) = await scope.DayAsync(stop);
        var words = ChoicesInForce.Words(await scope.StudioAsync(stop), client, day.Today.Exercise.Id);
        var experience = await tried.ExperienceAsync(stop);
        var used = checks
            .SelectMany(c => c.Request.Stills.Concat(c.Trials.SelectMany(t => t.Request.Stills)))
            .Select(s => s.PictureId)
            .ToHashSet();
        var pictures = await Pictures.OfAsync(db, id, since, stop);

        var way = (await shelf.WaysAsync([id], stop, why: true))[id].ToArray();
        var strides = await path.StridesAsync(day, way, coaches, stop);

        var met = KeptIntake.Of(client).Met();
        return TypedResults.Ok(
            new ClientView(
                ClientDetails.Of(client),
                await pages.StandardViewAsync(
                    client,
                    day.Today.Exercise,
                    null,
                    stop,
                    [.. day.Facts.Card(day.Today.Exercise.Id).Select(CardLineView.Of)]
                ),
                checks.Count == 0 ? PartView.Of(ShinTrend.BeforeAnyLook(client.Name.Split(' ')[0], met)) : Said(checks),
                [
                    .. day.Signs.Select(f =>
                        FlagView.Of(
                            f,
                            coaches,
                            dayStart,
                            Questions.Of(cleared.LastOrDefault(c => c.Flag.Id == f.Id)?.Clearing)
                        )
                    ),
                ],
                [
                    .. cleared
                        .Where(c => Questions.Of(c.Clearing) is null)
                        .Select(c => new ClearedFlagView(
                            c.Flag.Id,
                            Sign(c.Flag),
                            c.Clearing.RecordedAt,
                            c.Clearing.ExaminedBy,
                            c.Clearing.ExaminedOn,
                            c.Clearing.Allowed,
                            ConditionShelf.Of(c.Clearing).Until,
                            ConditionShelf.Of(c.Clearing).No
                        )),
                ],
                [.. checks.Select(c => CheckPages.Past(c, coaches, decisions[c.Fact.Id].LastOrDefault()))],
                earlier,
                MeasureNames,
                // Today's comes first, then what was trained last.
                [
                    .. strides
                        .OrderByDescending(s => s.LadderId == day.Today.Spot?.Ladder.Id)
                        .ThenByDescending(s => s.Way.Max(w => w.At)),
                ],
                [
                    .. day
                        .Logs.Reverse()
                        .Take(14)
                        .Select(l => LogEndpoints.View(l, coaches, day.Facts.Ladders))
                        .Where(l => l.Did.Length > 0)
                        .Take(12),
                ],
                [
                    .. CorrectionChoice
                        .Rank(day.Tried, experience)
                        .Where(r => words.Of(r.Correction).Text.Length > 0)
                        .Select(r => CueView.Of(r, experience.GetValueOrDefault(r.Correction.Id), words)),
                ],
                PropEndpoints.Of(client, today),
                PropEndpoints.KeptOf(client),
                [.. pictures.Where(p => !used.Contains(p.Id)).TakeLast(12).Select(p => PictureView.Of(p, dayStart))],
                draft is null ? null : new DraftView(draft.Id, draft.ClientId, draft.Version, draft.Body),
                unreadable,
                TodayView.Of(day),
                met,
                Tilts(checks)
            )
        );
    }

    /// <summary>What the client's page leads with: what was wrong last when it was not the shin, how the shins went, or what was seen where none was measured.</summary>
    private static IReadOnlyList<PartView> Said(IReadOnlyList<JudgedCheck> checks)
    {
        if (checks[^1].Look.Finding is { Kind: FindingKind.Outside, MeasureId: not "front-shin" } wrong)
            return PartView.Of(wrong.Sentence);
        var (left, right) = (Trend(checks, BodySide.Left), Trend(checks, BodySide.Right));
        return PartView.Of(
            left is null && right is null ? checks[^1].Look.Finding.Sentence : ShinTrend.Sentence(left, right)
        );
    }

    /// <summary>How the tilt that a high box makes at the start went over the looks at each step-up.</summary>
    private static string[] Tilts(IReadOnlyList<JudgedCheck> checks) =>
        [
            .. checks
                .Where(c => StartTilt.Belongs(c.Standard.Exercise))
                .GroupBy(c => c.Standard.Exercise)
                .Select(g => StartTilt.Sentence(g.Key, [.. g.Select(c => c.Look)], ErrorModel.Default))
                .OfType<string>(),
        ];

    /// <summary>What was kept says which visits have a number; only the first and the last of them are judged again, for their errors.</summary>
    private static SideTrend? Trend(IEnumerable<JudgedCheck> checks, BodySide side)
    {
        MeasureResult? Shin(JudgedCheck check) =>
            check.Look.On("front-shin", side) is { Mean: not null } shin ? shin : null;
        var read = checks
            .Where(c => c.Brief.Results.Any(r => r.MeasureId == "front-shin" && r.Side == side && r.Value is not null))
            .ToArray();
        return SideTrend.Of(
            read.Select(Shin).FirstOrDefault(s => s is not null),
            read.Reverse().Select(Shin).FirstOrDefault(s => s is not null),
            read.Length,
            ErrorModel.Default
        );
    }

    private static string Sign(FlagFact flag) => Core.Practice.RedFlag.Find(flag.SignId)?.Text ?? flag.SignId;
}
