using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Studio;

internal sealed record CoachView(Guid Id, string Name);

internal sealed record SchoolView(SchoolCode Code, string Name, string Belief, string Suits);

internal sealed record ExerciseView(string Id, string Name, string Task, SchoolCode UsualSchool);

internal sealed record SignView(string Id, string Text);

internal sealed record CautionsView(IReadOnlyList<string> Sentences, bool Confirmed, string BeforeCheck, string AboutPain, string WhileFlagged);

internal sealed record StudioView(
    Guid Id,
    string Name,
    string TimeZone,
    int PainLimit,
    long Version,
    IReadOnlyList<CoachView> Coaches,
    IReadOnlyList<SchoolView> Schools,
    IReadOnlyList<ExerciseView> Exercises,
    IReadOnlyList<SignView> StopSigns,
    CautionsView Cautions);

internal sealed record StudioSettingsView(string Name, string TimeZone, int PainLimit, long Version);

internal sealed record StudioChange(Guid OperationId, long Version, string Name, string TimeZone, int PainLimit);

internal sealed record CoachRequest(Guid OperationId, Guid Id, string Name);

internal sealed record CautionRequest(Guid Id);

internal static class StudioEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/studio", GetAsync).WithName("getStudio");
        api.MapPut("/studio", ChangeAsync).WithName("changeStudio");
        api.MapPost("/coaches", AddCoachAsync).WithName("addCoach");
        api.MapPost("/cautions", ConfirmAsync).WithName("confirmCautions");
    }

    private static async Task<Ok<StudioView>> GetAsync(StudioContext db, StudioScope scope, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var coaches = await db.Coaches.Where(c => c.StudioId == studio.Id).OrderBy(c => c.CreatedAt).Select(c => new CoachView(c.Id, c.Name)).ToListAsync(stop);
        var confirmed = await db.Cautions.AnyAsync(c => c.StudioId == studio.Id, stop);
        return TypedResults.Ok(new StudioView(
            studio.Id, studio.Name, studio.TimeZone, studio.PainLimit, studio.Version, coaches,
            [.. School.All.Select(s => new SchoolView(s.Code, s.Name, s.Belief, s.Suits))],
            [.. Exercise.All.Select(e => new ExerciseView(e.Id, e.Name, e.Task, e.UsualSchool))],
            [.. RedFlag.All.Select(f => new SignView(f.Id, f.Text))],
            new CautionsView(Cautions.Studio, confirmed, Cautions.BeforeCheck, Cautions.AboutPain, Cautions.WhileFlagged)));
    }

    private static async Task<Ok<StudioSettingsView>> ChangeAsync(StudioChange request, StudioScope scope, RecordChanger changer, CancellationToken stop)
    {
        var name = Text.Required("name", request.Name, "Give the studio a name.");
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(request.TimeZone, out _))
            throw Refusal.BadInput("timeZone", $"\"{request.TimeZone}\" is not a time zone. Use one like Europe/Lisbon.");
        if (request.PainLimit is < 0 or >= Pain.StopScore)
            throw Refusal.BadInput("painLimit", $"The pain limit must be from 0 to {Pain.StopScore - 1}: {Pain.StopScore} stops the exercise anyway.");
        return TypedResults.Ok(await changer.ChangeAsync(request.OperationId, request, await scope.StudioAsync(stop), request.Version,
            s => (s.Name, s.TimeZone, s.PainLimit) = (name, request.TimeZone, request.PainLimit),
            s => new StudioSettingsView(s.Name, s.TimeZone, s.PainLimit, s.Version), stop));
    }

    private static async Task<Ok<CoachView>> AddCoachAsync(CoachRequest request, RecordChanger changer, CancellationToken stop)
    {
        var name = Text.Required("name", request.Name, "Give the coach a name.");
        return TypedResults.Ok(await changer.CreateAsync(request.OperationId, request,
            () => Task.FromResult(new CoachRecord { Id = request.Id, Name = name }), c => new CoachView(c.Id, c.Name), stop));
    }

    private static async Task<NoContent> ConfirmAsync(CautionRequest request, FactWriter facts, CancellationToken stop)
    {
        if (await facts.ExistingAsync<CautionFact>(request.Id, request, stop) is null)
            await facts.AddAsync(new CautionFact { Id = request.Id, Body = Json.Write(request) }, request, stop);
        return TypedResults.NoContent();
    }
}
