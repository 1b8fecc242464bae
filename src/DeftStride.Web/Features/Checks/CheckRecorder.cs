using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>Turns what a coach sends into facts: checks, trials and decisions. Judging happens here once and is kept.</summary>
internal sealed class CheckRecorder(StudioContext db, StudioScope scope, FactWriter facts, CheckBook book)
{
    public async Task<CheckFact> CheckAsync(CheckRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<CheckFact>(request.Id, request, stop) is { } kept) return kept;
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise = Exercise.Find(request.ExerciseId) ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        request.Pain?.ToCore("pain");
        if (request.NextMorning is < 0 or > 10) throw Refusal.BadInput("nextMorning", "Pain goes from 0 (none) to 10. Pick a number in between.");
        await RefuseStrangePicturesAsync(request.ClientId, request.Stills, stop);

        var standard = CheckBook.StandardFor(client, exercise, request.School);
        var core = standard.ToCore();
        var shin = ShinEndpoints.Check(request.Stills, core);
        if (shin.Left is null && shin.Right is null) throw Refusal.BadInput("stills", "Nothing can be read yet. Place the ankle and the knee on at least one side.");

        // The draft ends with the check, whatever version a late keystroke has given it.
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        await db.Drafts.Where(d => d.Id == request.Id).ExecuteDeleteAsync(stop);
        var check = await facts.AddAsync(new CheckFact
        {
            Id = request.Id,
            ClientId = request.ClientId,
            ExerciseId = exercise.Id,
            School = standard.School,
            Standard = Json.Write(standard),
            Judged = Json.Write(ShinView.Of(shin, core)),
            Body = Json.Write(request),
            Supersedes = request.Supersedes,
        }, request, stop);
        await whole.CommitAsync(stop);
        return check;
    }

    public async Task<TrialFact> TrialAsync(TrialRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<TrialFact>(request.Id, request, stop) is { } kept) return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        if (Fault.Find(request.CorrectionId) is null) throw Refusal.BadInput("correction", "This correction is not known. Reload the page.");
        await RefuseStrangePicturesAsync(check.Fact.ClientId, request.Stills, stop);
        var painAfter = request.Pain?.ToCore("pain");
        var (_, after) = CheckBook.AgainOf(request, check.Standard);
        var side = after.Mean.FrontLeg;
        // Chains within a session: what helped stays in force, so the next change is measured against it.
        var helped = check.Trials.LastOrDefault(t => t.Fact.Outcome == TrialOutcome.Helped && t.After.Mean.FrontLeg == side);
        var before = helped?.After ?? check.Shin.On(side)
            ?? throw Refusal.BadInput("stills", $"There is no first look at the {Finding.Word(side)} side to compare with. Mark that side first.");
        var painBefore = (helped?.Request.Pain ?? check.Request.Pain)?.Score;
        var twin = check.Shin.Finding.Kind == FindingKind.Uneven ? check.Shin.On(side == Core.Measuring.BodySide.Left ? Core.Measuring.BodySide.Right : Core.Measuring.BodySide.Left) : null;
        var trial = twin is null
            ? Trial.Of(before, after, painBefore, painAfter?.Score)
            : Trial.TowardsTwin(before, after, twin.Mean.Value, painBefore, painAfter?.Score);

        return await facts.AddAsync(new TrialFact
        {
            Id = request.Id,
            ClientId = check.Fact.ClientId,
            CheckId = request.CheckId,
            CorrectionId = request.CorrectionId,
            Outcome = trial.Outcome,
            Judged = Json.Write(new TrialJudged(trial.Outcome, PartView.Of(trial.Sentence), trial.Because)),
            Body = Json.Write(request),
            Supersedes = request.Supersedes,
        }, request, stop);
    }

    public async Task<DecisionFact> DecisionAsync(DecisionRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<DecisionFact>(request.Id, request, stop) is { } kept) return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        var painAfter = request.PainAfter?.ToCore("painAfter");
        var said = DecisionRule.Decide(await book.FactsAsync(check, painAfter, request.Repetitions?.ToCore(), stop));
        if (said.RuleId != request.RuleId || said.Outcome != request.Recommended)
            throw Refusal.Conflict("The facts changed since this was shown. Look at the new recommendation, then decide.",
                new Dictionary<string, object?> { ["current"] = RecommendationView.Of(said) });
        if (said.Outcome == DecisionOutcome.StopAndRefer && request.Chosen != DecisionOutcome.StopAndRefer)
            throw Refusal.BadInput("chosen", "A stop sign stands. Clear it with a note before deciding anything else.");
        var reason = Text.Optional("reason", request.Reason);
        if (request.Chosen != said.Outcome && reason.Length == 0)
            throw Refusal.BadInput("reason", "Say in a few words why you decide otherwise.");
        if (request.Supersedes is null && await db.Decisions.AnyAsync(d => d.CheckId == request.CheckId, stop))
            throw Refusal.Conflict("This check already has a decision. Reload to see it.");

        return await facts.AddAsync(new DecisionFact
        {
            Id = request.Id,
            ClientId = check.Fact.ClientId,
            CheckId = request.CheckId,
            RuleId = said.RuleId,
            Recommended = said.Outcome,
            Chosen = request.Chosen,
            SessionClean = said.SessionClean,
            LastPain = painAfter?.Score ?? check.Trials.Select(t => t.Request.Pain?.Score).LastOrDefault(s => s is not null) ?? check.Request.Pain?.Score,
            Judged = Json.Write(RecommendationView.Of(said)),
            Body = Json.Write(request),
            Supersedes = request.Supersedes,
        }, request, stop);
    }

    /// <summary>Pictures must be this client's, and their sizes the kept ones: coordinates mean nothing otherwise.</summary>
    private async Task RefuseStrangePicturesAsync(Guid clientId, IReadOnlyList<StillDto> stills, CancellationToken stop)
    {
        if (stills.Count == 0) throw Refusal.BadInput("stills", "There is no picture yet. Take or choose one.");
        var ids = stills.Select(s => s.PictureId).Distinct().ToArray();
        var kept = await db.Pictures.AsNoTracking().Where(p => ids.Contains(p.Id) && p.ClientId == clientId).ToDictionaryAsync(p => p.Id, p => (p.Width, p.Height), stop);
        if (stills.Any(s => !kept.TryGetValue(s.PictureId, out var size) || size != (s.Width, s.Height)))
            throw Refusal.BadInput("stills", "A picture is not this client's, or was changed. Choose it again.");
    }
}
