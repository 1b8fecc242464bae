using System.Text.Json;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Decisions;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

internal static class CheckEndpoints
{
    private const int LongestDraft = 256 * 1024;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/checks", AddAsync).WithName("addCheck").InTurn();
        api.MapGet("/checks/{id:guid}", GetAsync).WithName("getCheck");
        api.MapGet("/clients/{clientId:guid}/standard", StandardAsync).WithName("getStandard");
        api.MapGet("/checks/{id:guid}/correction", CorrectionAsync).WithName("getCorrection");
        api.MapGet("/checks/{id:guid}/faults", FaultsAsync).WithName("getFaults");
        api.MapPost("/trials", TryAsync).WithName("addTrial").InTurn();
        api.MapPost("/trials/{id:guid}/withdrawal", WithdrawAsync).WithName("withdrawTrial").InTurn();
        api.MapPost("/checks/{id:guid}/recommendation", RecommendAsync).WithName("recommend");
        api.MapPost("/decisions", DecideAsync).WithName("addDecision").InTurn();
        api.MapGet("/rules", Rules).WithName("getRules");
        api.MapGet("/clients/{clientId:guid}/draft", DraftAsync).WithName("getDraft");
        api.MapPut("/drafts", KeepDraftAsync).WithName("keepDraft").InTurn();
        api.MapDelete("/drafts/{id:guid}", DropDraftAsync).WithName("dropDraft").InTurn();
    }

    private static async Task<Ok<CheckView>> AddAsync(
        CheckRequest request,
        CheckRecorder recorder,
        CheckPages pages,
        CancellationToken stop
    ) => TypedResults.Ok(await pages.ViewAsync((await recorder.KeepAsync(request.Checked(), stop)).Id, stop));

    private static async Task<Ok<CheckView>> GetAsync(Guid id, CheckPages pages, CancellationToken stop) =>
        TypedResults.Ok(await pages.ViewAsync(id, stop));

    /// <summary>What to try when the coach says which cause it is, or which fault.</summary>
    private static async Task<Results<Ok<CorrectionView>, NoContent>> CorrectionAsync(
        Guid id,
        string? cause,
        string? fault,
        CheckBook book,
        CorrectionBook corrections,
        CancellationToken stop
    )
    {
        var check = await book.LoadAsync(id, stop);
        if (cause is not null && Fault.All.All(f => f.Causes.All(c => c.Id != cause)))
            throw Refusal.BadInput("cause", "This is no cause of what was found. Reload the page.");
        if (fault is not null && Fault.All.All(f => f.Id != fault))
            throw Refusal.BadInput("fault", "This fault is not known. Reload the page.");
        return CorrectionView.Of(await corrections.CorrectionAsync(check, cause, stop, fault)) is { } correction
            ? TypedResults.Ok(correction)
            : TypedResults.NoContent();
    }

    /// <summary>Every fault that can happen in the form of a check, what it shows first.</summary>
    private static async Task<Ok<PickView[]>> FaultsAsync(
        Guid id,
        StudioScope scope,
        CheckBook book,
        CorrectionBook corrections,
        CancellationToken stop
    )
    {
        var check = await book.LoadAsync(id, stop);
        var forms = await corrections.FormsAsync(check, await scope.ClientAsync(check.Fact.ClientId, stop), stop);
        return TypedResults.Ok<PickView[]>([
            .. Fault
                .AllIn(forms)
                .Select(f => new PickView(
                    f.Id,
                    f.Name,
                    f.Region,
                    f.Detects.Any(d =>
                        check.Look.Results.Any(r =>
                            r.Measure.Id == d.MeasureId
                            && r.Where == d.Where
                            && r.Verdict == Core.Judging.Verdict.Outside
                        )
                    )
                )),
        ]);
    }

    /// <summary>By what the next check of a client would be judged, and everything it asks for.</summary>
    private static async Task<Ok<StandardView>> StandardAsync(
        Guid clientId,
        string exercise,
        string? school,
        StudioScope scope,
        CheckPages pages,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(clientId, stop);
        var looked =
            Exercise.Find(exercise) ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        SchoolCode? chosen =
            school is null ? null
            : Names.TryRead<SchoolCode>(school, out var code) ? code
            : throw Refusal.BadInput("school", "There is no such style. Reload the page.");
        return TypedResults.Ok(await pages.StandardViewAsync(client, looked, chosen, stop));
    }

    private static async Task<Ok<CheckView>> TryAsync(
        TrialRequest request,
        TrialRecorder recorder,
        CheckPages pages,
        CancellationToken stop
    ) => TypedResults.Ok(await pages.ViewAsync((await recorder.KeepAsync(request.Checked(), stop)).CheckId, stop));

    private static async Task<Ok<CheckView>> WithdrawAsync(
        Guid id,
        TrialWithdrawal request,
        TrialRecorder recorder,
        CheckPages pages,
        CancellationToken stop
    )
    {
        var fact = await recorder.WithdrawAsync(id, new KeptWithdrawal(request.Id), stop);
        return TypedResults.Ok(await pages.ViewAsync(fact.CheckId, stop));
    }

    private static async Task<Ok<RecommendationView>> RecommendAsync(
        Guid id,
        RecommendationRequest request,
        CheckBook book,
        DecisionBook decisions,
        CancellationToken stop
    )
    {
        var check = await book.LoadAsync(id, stop);
        request.Log?.ToCore();
        var session = await decisions.FactsAsync(
            check,
            request.PainAfter?.ToCore("painAfter"),
            request.Repetitions?.ToCore(),
            request.Log.ToKept(),
            stop
        );
        return TypedResults.Ok(RecommendationSaid.Of(DecisionRule.Decide(session.Facts), session).ToWire());
    }

    private static async Task<Ok<CheckView>> DecideAsync(
        DecisionRequest request,
        DecisionRecorder recorder,
        CheckPages pages,
        CancellationToken stop
    ) => TypedResults.Ok(await pages.ViewAsync((await recorder.KeepAsync(request.Checked(), stop)).CheckId, stop));

    private static Ok<RuleView[]> Rules() =>
        TypedResults.Ok(DecisionRule.InOrder.Select(r => new RuleView(r.Id, r.Name, r.Reason)).ToArray());

    private static async Task<Results<Ok<DraftView>, NoContent>> DraftAsync(
        Guid clientId,
        StudioScope scope,
        CheckBook book,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(clientId, stop);
        var draft = await book.DraftAsync(client.Id, stop);
        return draft is null ? TypedResults.NoContent() : TypedResults.Ok(View(draft));
    }

    private static async Task<Ok<DraftView>> KeepDraftAsync(
        DraftRequest request,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        await scope.ClientAsync(request.ClientId, stop);
        if (await changer.ReplayAsync<DraftView>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        if (!IsObject(request.Body))
            throw Refusal.BadInput("body", "This look cannot be kept as it is. Reload the page and go on.");
        if (request.Body.Length > LongestDraft)
            throw Refusal.BadInput("body", "This check has grown too large to keep. Finish it and start a new one.");
        if (await db.Checks.AnyAsync(c => c.Id == request.Id, stop))
            throw Refusal.Conflict("This check is already finished. Reload to see it.");
        await db
            .Drafts.Where(d => d.ClientId == request.ClientId && db.Checks.Any(c => c.Id == d.Id))
            .ExecuteDeleteAsync(stop);
        var draft = await book.DraftAsync(request.ClientId, stop);
        if (draft is not null && draft.Id != request.Id)
            throw Refusal.Conflict(
                "Another check of this client is already under way. Reload to go on with it.",
                new Dictionary<string, object?> { ["current"] = View(draft) }
            );
        if (draft is null)
            return TypedResults.Ok(
                await changer.CreateAsync(
                    request.OperationId,
                    request,
                    () =>
                        Task.FromResult(
                            new DraftRecord
                            {
                                Id = request.Id,
                                ClientId = request.ClientId,
                                Body = request.Body,
                                ChangedAt = scope.Now,
                            }
                        ),
                    View,
                    stop
                )
            );
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                draft,
                request.Version,
                d =>
                {
                    d.Body = request.Body;
                    d.ChangedAt = scope.Now;
                },
                View,
                stop
            )
        );
    }

    private static async Task<NoContent> DropDraftAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        await db.Drafts.Where(d => d.Id == id && d.StudioId == studio.Id).ExecuteDeleteAsync(stop);
        return TypedResults.NoContent();
    }

    /// <summary>What is in it is the page's own; that it is an object at all is what another page can build on.</summary>
    private static bool IsObject(string json)
    {
        try
        {
            using var parsed = JsonDocument.Parse(json);
            return parsed.RootElement.ValueKind == JsonValueKind.Object;
        }
        catch (JsonException)
        {
            return false;
        }
    }

    private static DraftView View(DraftRecord draft) => new(draft.Id, draft.ClientId, draft.Version, draft.Body);
}
