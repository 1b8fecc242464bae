using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.People;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Bodies;

/// <summary>Meeting the client: what was asked, what was measured, and what to start with.</summary>
internal static class IntakeEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients/{id:guid}/intake", GetAsync).WithName("getIntake");
        api.MapPut("/clients/{id:guid}/intake", ChangeAsync).WithName("changeIntake").InTurn();
        api.MapPost("/ranges", MeasureAsync).WithName("addRange").InTurn();
    }

    public static IntakeDto Of(ClientRecord client) => KeptIntake.Of(client).ToWire();

    internal static KeptRange Kept(RangeRequest r) =>
        new(r.Id, r.ClientId, r.Test, r.Side, r.Degrees, r.GapCm, r.Supersedes);

    private static async Task<Ok<IntakeView>> GetAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        LadderShelf shelf,
        ConditionShelf conditions,
        CancellationToken stop
    ) => TypedResults.Ok(await ViewAsync(await scope.ClientAsync(id, stop), db, scope, book, shelf, conditions, stop));

    private static async Task<Ok<IntakeView>> ChangeAsync(
        Guid id,
        IntakeChange request,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        LadderShelf shelf,
        ConditionShelf conditions,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var goal = Text.Optional("goal", request.Goal);
        var intake = request.Intake with { Guardian = Text.Optional("guardian", request.Intake.Guardian) };
        if (intake.Minor && intake.Guardian.Length == 0)
            throw Refusal.BadInput("guardian", "A minor needs a guardian's name before anything is kept.");
        if (intake.StatureCm is null && (intake.ShankCm ?? intake.ThighCm ?? intake.FootCm) is not null)
            throw Refusal.BadInput("stature", "Give the stature too: the other lengths are checked against it.");
        if (intake.StatureCm is null)
            Refusal.Unless(FieldRange.Mass, "mass", intake.MassKg);
        intake.Body();
        foreach (var pain in intake.Pains)
            pain.ToCore();
        if (intake.Pains.GroupBy(p => (p.Leg, p.Role, p.Site)).Any(g => g.Count() > 1))
            throw Refusal.BadInput("pains", "One place is marked twice. Keep one of the marks.");

        intake = await CareAsync(intake, KeptIntake.Of(client), db, scope, stop);
        if (intake.Limit is { Score: { } limit } set)
            intake = intake with { Limit = await LimitAsync(set, limit, scope, stop) };

        await changer.ChangeAsync(
            request.OperationId,
            request,
            client,
            request.Version,
            c => (c.Goal, c.Intake) = (goal, KeptIntake.Kept.Write(intake.ToKept(KeptIntake.Of(c)))),
            c => new { c.Version },
            stop
        );
        return TypedResults.Ok(
            await ViewAsync(await scope.ClientAsync(id, stop), db, scope, book, shelf, conditions, stop)
        );
    }

    /// <summary>Answers of the record that exist, a year that can be; what is overruled now is signed with coach and day.</summary>
    private static async Task<IntakeDto> CareAsync(
        IntakeDto intake,
        KeptIntake before,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var today = await scope.TodayAsync(stop);
        if (intake.BirthYear is { } born)
        {
            if (born > today.Year)
                throw Refusal.BadInput(
                    "birthYear",
                    $"{born} has not come yet. Give the year of birth with four digits."
                );
            Refusal.Unless(FieldRange.BirthYear, "birthYear", born);
        }

        foreach (var (field, answer) in intake.Care ?? new Dictionary<string, string>())
        {
            if (
                CareField.Find(field)?.Answers.Any(a => a.Id == answer) != true
                && before.Care?.GetValueOrDefault(field) != answer
            )
                throw Refusal.BadInput("care", "This answer of the record is not known. Reload the page.");
        }

        if (intake.Overruled is not { } overruled)
            return intake;
        var coach = await scope.CoachIdAsync(stop);
        var name = await db.Coaches.Where(c => c.Id == coach).Select(c => c.Name).FirstAsync(stop);
        return intake with
        {
            Overruled =
            [
                .. overruled.Select(o =>
                    (before.Overruled ?? []).FirstOrDefault(k =>
                        k.FieldId == o.FieldId && k.Forbids == o.Forbids && k.Reason == o.Reason
                    )
                        is { } known
                        ? o with
                        {
                            By = known.By,
                            On = known.On,
                        }
                        : o with
                        {
                            Reason = Text.Required("reason", o.Reason, "Your call, because… say why in a few words."),
                            By = name,
                            On = today,
                        }
                ),
            ],
        };
    }

    /// <summary>A limit needs the clinician's name and the day; it is never above what stops a set.</summary>
    private static async Task<PainLimitDto> LimitAsync(
        PainLimitDto set,
        int limit,
        StudioScope scope,
        CancellationToken stop
    )
    {
        if (!FieldRange.PainLimit.Has(limit))
            throw Refusal.BadInput(
                "limit",
                $"A pain limit is from 0 to {Pain.MostLimit}. {Pain.StopScore} stops a set whatever was set; work above that belongs in the clinician's own programme."
            );
        var by = Text.Required("limitBy", set.By, "Say which clinician set the limit: name and profession.");
        var on = set.On ?? throw Refusal.BadInput("limitOn", "Say on which day the clinician set the limit.");
        if (on > await scope.TodayAsync(stop))
            throw Refusal.BadInput("limitOn", "The limit cannot be from a day that has not come yet.");
        return new(limit, by, on);
    }

    private static async Task<Ok<IntakeView>> MeasureAsync(
        RangeRequest request,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        LadderShelf shelf,
        ConditionShelf conditions,
        FactWriter facts,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        if (await facts.ExistingAsync<RangeFact, KeptRange>(request.Id, Kept(request), stop) is null)
        {
            var degrees = DegreesOf(request, Of(client));
            if (request.Test == RangeTest.AnkleBend)
            {
                // Every check is judged by the ankle: the newest is kept with the client too, in the same write.
                if (request.Side == BodySide.Left)
                    client.LeftAnkleDegrees = degrees;
                else
                    client.RightAnkleDegrees = degrees;
                client.Version++;
            }

            await facts.AddAsync(
                new RangeFact
                {
                    Id = request.Id,
                    ClientId = client.Id,
                    Test = request.Test,
                    Side = request.Side,
                    Degrees = degrees,
                    Supersedes = request.Supersedes,
                },
                Kept(request),
                stop
            );
        }

        return TypedResults.Ok(await ViewAsync(client, db, scope, book, shelf, conditions, stop));
    }

    private static double DegreesOf(RangeRequest request, IntakeDto intake)
    {
        var info = RangeTestInfo.Of(request.Test);
        double degrees;
        if (request.GapCm is { } gap)
        {
            if (request.Test != RangeTest.AnkleBend)
                throw Refusal.BadInput(
                    "gap",
                    "Only the knee-to-wall test is read as a gap. Give the others in degrees."
                );
            var body =
                intake.Body()
                ?? throw Refusal.BadInput(
                    "stature",
                    "Give the stature first: the gap alone does not say how far the shin leans."
                );
            Refusal.Unless(FieldRange.ToeToWall, "gap", gap);
            degrees =
                KneeToWall.ShinLean(gap / 100, body)?.Degrees
                ?? throw Refusal.BadInput(
                    "gap",
                    "A shin that short does not reach a wall that far away. Measure again."
                );
        }
        else
            degrees =
                request.Degrees
                ?? throw Refusal.BadInput("degrees", $"{info.Name}: give the angle as a number of degrees.");

        return info.Problem(degrees) is { } problem
            ? throw Refusal.BadInput("degrees", problem)
            : Math.Round(degrees, 1);
    }

    private static async Task<IntakeView> ViewAsync(
        ClientRecord client,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        LadderShelf shelf,
        ConditionShelf conditions,
        CancellationToken stop
    )
    {
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == client.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var ranges = await db.RangesAsync(client.Id, stop);
        var intake = Of(client);
        var (studio, today) = (await scope.StudioAsync(stop), await scope.TodayAsync(stop));
        var way = (await shelf.WaysAsync([client.Id], stop))[client.Id].ToArray();
        var holds = await conditions.OfAsync(client, way, today, stop);
        var choice = TodayBook.Choice(
            studio,
            client,
            ranges,
            way,
            (await book.UnclearedAsync(client.Id, stop)).Count,
            holds,
            today
        );
        return new IntakeView(
            client.Id,
            client.Name,
            client.Goal,
            client.Version,
            intake,
            [.. RangeTestInfo.All.Select(t => new RangeTestView(t.Test, t.Name, t.How, t.Assumed))],
            [.. ranges.Select(r => new RangeView(r.Id, r.Test, r.Side, r.Degrees, r.RecordedAt, coaches[r.CoachId]))],
            ChoiceView.Of(choice),
            KeptIntake.Of(client).Met(),
            Estimate(intake.Body()),
            client.PictureConsentAt is not null,
            Usual(intake),
            CareFieldView.All,
            [.. holds.Select(ConditionView.Of)]
        );
    }

    private static UsualLengths? Usual(IntakeDto intake) =>
        (intake with { ShankCm = null, ThighCm = null, FootCm = null }).Body() is { } body
            ? new(100 * body.Shank, 100 * body.Thigh, 100 * body.Foot)
            : null;

    private static string Estimate(Body? body) =>
        body is null ? "Nothing can be worked out without a stature."
        : body.SegmentsMeasured
            ? FormattableString.Invariant($"Shank {100 * body.Shank:0} cm and thigh {100 * body.Thigh:0} cm, measured.")
        : FormattableString.Invariant(
            $"Shank {100 * body.Shank:0} cm and thigh {100 * body.Thigh:0} cm are estimated from the stature until they are measured."
        );
}
