using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.People;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
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
        PersonRules rules,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var goal = Text.Optional("goal", request.Goal);
        var intake = request.Intake with
        {
            Guardian = Text.Optional("guardian", request.Intake.Guardian),
            Bothers = request.Intake.Bothers is { } words ? Text.Optional("bothers", words) : null,
        };
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

        var before = KeptIntake.Of(client);
        await rules.RefuseAsync(intake.BirthYear, intake.Care, before, stop);
        if (intake.Overruled is { } overruled)
            intake = intake with
            {
                Overruled =
                [
                    .. (
                        await rules.SignedAsync(overruled.Select(o => (o.FieldId, o.Forbids, o.Reason)), before, stop)
                    ).Select(o => new OverruleDto(o.FieldId, o.Forbids, o.Reason, o.By, o.On)),
                ],
            };
        if (intake.Limit is { Score: { } score } said)
        {
            var limit = await rules.LimitAsync(score, said.By, said.On, stop);
            intake = intake with { Limit = new PainLimitDto(limit.Score, limit.By, limit.On) };
        }

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

    private static async Task<Ok<IntakeView>> MeasureAsync(
        RangeRequest request,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        LadderShelf shelf,
        ConditionShelf conditions,
        RangeRecorder recorder,
        CancellationToken stop
    )
    {
        var client = await recorder.AddAsync(Kept(request), stop);
        return TypedResults.Ok(await ViewAsync(client, db, scope, book, shelf, conditions, stop));
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
            (await db.UnclearedAsync(client.Id, stop)).Count,
            holds,
            today
        );
        return new IntakeView(
            client.Id,
            client.Name,
            client.Goal,
            client.Version,
            intake,
            [
                .. RangeTestInfo.All.Select(t => new RangeTestView(
                    t.Test,
                    t.Name,
                    t.How,
                    t.AssumedAt(KeptIntake.Of(client).AgeOn(today))
                )),
            ],
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
