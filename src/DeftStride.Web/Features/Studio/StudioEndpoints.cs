using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Core.Telling;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Studio;

internal sealed record CoachView(Guid Id, [property: AsWritten] string Name);

internal sealed record SchoolView(SchoolCode Code, string Name, string Belief, string Suits);

/// <summary>An exercise in short. The bench sets up those with a form or a box.</summary>
internal sealed record ExerciseView(
    string Id,
    string Name,
    string Plain,
    ExerciseFamily Family,
    string Task,
    SchoolCode? UsualSchool,
    SplitForm? Form,
    bool NeedsBox,
    ReachWay Reach,
    double? StartBoxCm,
    string SetUp,
    IReadOnlyList<string> LookFor,
    IReadOnlyList<string> Felt,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<StyleLineView> Style,
    SeatWay Seat,
    double SeatKneeDegrees,
    bool Banded,
    bool OnThePlanner,
    IReadOnlyList<WrongView> Wrong
)
{
    /// <summary>An exercise in a house's words.</summary>
    public static ExerciseView Of(Exercise e, HouseStyle style, CueWords words) =>
        new(
            e.Id,
            e.Name,
            e.Plain,
            e.Family,
            e.Task,
            e.UsualSchool,
            e.Form,
            e.NeedsBox,
            e.Shape.Reach,
            100 * e.StartBoxMetres,
            e.SetUp,
            e.LookFor,
            e.Felt,
            e.Cautions,
            StyleLineView.Of(style.Lines(e, e.UsualSchool ?? SchoolCode.VerticalShin)),
            e.Shape.Seat,
            e.SeatKneeDegrees,
            e.Banded,
            e.OnThePlanner,
            WrongView.Of(e, e.UsualSchool ?? SchoolCode.VerticalShin, style, Load.None, words)
        );
}

internal sealed record SignView(string Id, FlagTier Tier, string Text);

/// <summary>A tier of red flags: its button, what to do, whom to see.</summary>
internal sealed record TierView(FlagTier Tier, string Name, string WhatToDo, string WhomToSee);

/// <summary>A kind of work that a clinician can forbid, and the exercises it takes with it.</summary>
internal sealed record ForbiddenView(string Id, string Name, IReadOnlyList<string> Exercises);

internal sealed record CautionsView(
    IReadOnlyList<string> Sentences,
    bool Confirmed,
    string BeforeCheck,
    string AboutPain,
    string WhileFlagged,
    int StopScore,
    IReadOnlyList<PainSite> NoMuscle
);

internal sealed record StudioView(
    Guid Id,
    [property: AsWritten] string Name,
    [property: AsWritten] string TimeZone,
    int PainLimit,
    long Version,
    Tape Tape,
    DayOrder Days,
    WallClock WallClock,
    IReadOnlyList<CoachView> Coaches,
    IReadOnlyList<SchoolView> Schools,
    IReadOnlyList<ExerciseView> Exercises,
    IReadOnlyList<SignView> StopSigns,
    IReadOnlyList<TierView> Tiers,
    IReadOnlyList<ForbiddenView> Forbids,
    [property: AsWritten] string Emergency,
    CautionsView Cautions,
    ClockQuestionView? Clock
);

internal sealed record StudioSettingsView(
    [property: AsWritten] string Name,
    [property: AsWritten] string TimeZone,
    int PainLimit,
    [property: AsWritten] string Emergency,
    long Version
);

internal sealed record StudioChange(
    Guid OperationId,
    long Version,
    string Name,
    string TimeZone,
    int PainLimit,
    string? Emergency = null,
    DayOrder? Days = null,
    WallClock? WallClock = null
);

internal sealed record CoachRequest(Guid OperationId, Guid Id, string Name);

internal sealed record CautionRequest(Guid Id);

internal sealed record KitChange(Guid OperationId, long Version, KitDto Kit);

internal sealed record KitView(KitDto Kit, long Version, IReadOnlyList<HeightView> Heights);

/// <summary>A height that can be built, and from what.</summary>
internal sealed record HeightView(double Cm, string Text, string Parts);

internal static class StudioEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/studio", GetAsync).WithName("getStudio");
        api.MapPost("/cautions", ConfirmAsync).WithName("confirmCautions").InTurn();
    }

    public static void MapKit(IEndpointRouteBuilder api)
    {
        api.MapPost("/clock-answers", ClockQuestion.AnswerAsync).WithName("answerClock").InTurn();
        api.MapGet("/kit", GetKitAsync).WithName("getKit");
    }

    public static void MapOwner(IEndpointRouteBuilder api)
    {
        api.MapPut("/studio", ChangeAsync).WithName("changeStudio").InTurn();
        api.MapPost("/coaches", AddCoachAsync).WithName("addCoach").InTurn();
        api.MapPut("/kit", ChangeKitAsync).WithName("changeKit").InTurn();
    }

    private static async Task<Ok<StudioView>> GetAsync(
        StudioContext db,
        StudioScope scope,
        WriteOrder order,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var manner = Telling.Of(studio);
        var coaches = await db
            .Coaches.Where(c => c.StudioId == studio.Id)
            .OrderBy(c => c.CreatedAt)
            .Select(c => new CoachView(c.Id, c.Name))
            .ToListAsync(stop);
        var confirmed = await db.Cautions.AnyAsync(c => c.StudioId == studio.Id, stop);
        return TypedResults.Ok(
            new StudioView(
                studio.Id,
                studio.Name,
                studio.TimeZone,
                studio.PainLimit,
                studio.Version,
                manner.Tape,
                manner.Days,
                manner.Clock,
                coaches,
                [.. School.All.Select(s => new SchoolView(s.Code, s.Name, s.Belief, s.Suits))],
                [
                    .. Exercise
                        .All.Select(e => (Style: ChoicesInForce.Style(studio, null, e.Id), Exercise: e))
                        .Select(e =>
                            ExerciseView.Of(
                                e.Style.On(e.Exercise),
                                e.Style,
                                ChoicesInForce.Words(studio, null, e.Exercise.Id)
                            )
                        ),
                ],
                [.. RedFlag.All.Select(f => new SignView(f.Id, f.Tier, f.Text))],
                [
                    .. Enum.GetValues<FlagTier>()
                        .Select(t => new TierView(t, RedFlag.Word(t), RedFlag.WhatToDo(t), RedFlag.WhomToSee(t))),
                ],
                [
                    .. Forbidden.All.Select(f => new ForbiddenView(
                        f.Id,
                        f.Name,
                        [.. Exercise.All.Where(f.Covers).Select(e => e.Id)]
                    )),
                ],
                KeptStudioChoices.Of(studio).Emergency ?? "",
                new CautionsView(
                    Cautions.Studio,
                    confirmed,
                    Cautions.BeforeCheck,
                    Cautions.AboutPain(studio.PainLimit),
                    Cautions.WhileFlagged,
                    Pain.StopScore,
                    [.. Enum.GetValues<PainSite>().Where(Pain.NoMuscle)]
                ),
                await ClockQuestion.OfAsync(db, order, studio, scope.Now, stop)
            )
        );
    }

    private static async Task<Ok<StudioSettingsView>> ChangeAsync(
        StudioChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var name = Text.Required("name", request.Name, "Give the studio a name.");
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(request.TimeZone, out _))
            throw Refusal.BadInput(
                "timeZone",
                $"\"{request.TimeZone}\" is not a time zone. Use one like Europe/Lisbon."
            );
        if (!FieldRange.PainLimit.Has(request.PainLimit))
            throw Refusal.BadInput(
                "painLimit",
                $"The pain limit must be from 0 to {Pain.MostLimit}: {Pain.StopScore} stops the day anyway."
            );
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                await scope.StudioAsync(stop),
                request.Version,
                s =>
                {
                    var before = s.PainLimit;
                    (s.Name, s.TimeZone, s.PainLimit) = (name, request.TimeZone, request.PainLimit);
                    // A page that does not know it does not take it away.
                    var kept = KeptStudioChoices.Of(s);
                    var chosen = kept with
                    {
                        Emergency = request.Emergency is { } number
                            ? Text.Optional("emergency", number)
                            : kept.Emergency,
                        Days = request.Days ?? kept.Days,
                        Clock = request.WallClock ?? kept.Clock,
                    };
                    if (chosen != kept)
                        s.Settings = KeptStudioChoices.Kept.Write(chosen);
                    return new Edit("setting", "pain-limit", "", $"{before}", $"{request.PainLimit}");
                },
                s => new StudioSettingsView(
                    s.Name,
                    s.TimeZone,
                    s.PainLimit,
                    KeptStudioChoices.Of(s).Emergency ?? "",
                    s.Version
                ),
                stop
            )
        );
    }

    private static async Task<Ok<CoachView>> AddCoachAsync(
        CoachRequest request,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var name = Text.Required("name", request.Name, "Give the coach a name.");
        return TypedResults.Ok(
            await changer.CreateAsync(
                request.OperationId,
                request,
                () => Task.FromResult(new CoachRecord { Id = request.Id, Name = name }),
                c => new CoachView(c.Id, c.Name),
                stop
            )
        );
    }

    private static async Task<Ok<KitView>> GetKitAsync(StudioScope scope, CancellationToken stop) =>
        TypedResults.Ok(View(await scope.StudioAsync(stop)));

    private static async Task<Ok<KitView>> ChangeKitAsync(
        KitChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        request.Kit.ToCore();
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                await scope.StudioAsync(stop),
                request.Version,
                s => s.Kit = KeptKit.Kept.Write(request.Kit.ToKept(ChoicesInForce.Kit(s))),
                View,
                stop
            )
        );
    }

    private static KitView View(StudioRecord studio)
    {
        var kit = BenchEndpoints.KitOf(studio);
        var core = kit.ToCore();
        return new KitView(
            kit,
            studio.Version,
            core.HasHeights
                ? [.. core.Heights().Select(h => new HeightView(100 * h.Metres, core.Tape.Length(h.Metres), h.Parts))]
                : []
        );
    }

    private static async Task<NoContent> ConfirmAsync(CautionRequest request, FactWriter facts, CancellationToken stop)
    {
        var kept = new KeptAnswer(request.Id);
        if (await facts.ExistingAsync<CautionFact, KeptAnswer>(request.Id, kept, stop) is null)
            await facts.AddAsync(new CautionFact { Id = request.Id }, kept, stop);
        return TypedResults.NoContent();
    }
}
