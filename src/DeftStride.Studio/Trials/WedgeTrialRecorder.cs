using DeftStride.Core.Correcting;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Trials;

/// <summary>Judges and keeps what was tried under a foot.</summary>
internal sealed class WedgeTrialRecorder(StudioContext db, StudioScope scope, FactWriter facts, PropLender lender)
{
    /// <summary>Keeps a foot's exploration with what came of it; the same one again is answered as the first time.</summary>
    public async Task<WedgeTrialFact> KeepAsync(KeptWedgeTrial request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<WedgeTrialFact, KeptWedgeTrial>(request.Id, request, stop) is { } kept)
            return kept;
        var client = await scope.ClientAsync(request.ClientId, stop);
        if ((await db.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands. Clear it with a note before anything is tried under a foot.");
        var tried = request.ToCore();
        if (WedgeExploration.Problem(tried) is { } problem)
            throw Refusal.BadInput("tries", problem);
        if (tried.Tries.Count == 0)
            throw Refusal.BadInput("tries", "Nothing was tried yet. Try the first one.");
        var step = WedgeExploration.Next(tried);
        if (request.Without is not null && !step.Borrows)
            throw Refusal.BadInput("without", "Nothing is kept under this foot that could be left away.");
        var (giveBack, say) = request.Without is { } without ? WedgeExploration.AfterSet(without) : (false, step.Say);
        // A wedge that is kept is borrowed from now on, and one that is as good left away is given back: with the fact, or not at all.
        if (step.Keep is { } under && WedgeExploration.CorrectionId(under) is { } wedge)
            await lender.StageAsync(client, wedge, lent: !giveBack, null, stop);
        return await facts.AddAsync(
            new WedgeTrialFact
            {
                Id = request.Id,
                ClientId = client.Id,
                Judged = KeptWedgeAdvice.Kept.Write(
                    new KeptWedgeAdvice(
                        step.Keep,
                        giveBack,
                        say,
                        [.. tried.Tries.Select(t => WedgeExploration.Judge(tried, t).Because)]
                    )
                ),
                Supersedes = request.Supersedes,
            },
            request,
            stop
        );
    }
}
