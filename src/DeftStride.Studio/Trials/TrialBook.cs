using DeftStride.Core.Correcting;
using DeftStride.Data;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Trials;

/// <summary>What was tried, with a client and in the whole studio.</summary>
internal sealed class TrialBook(StudioContext db, StudioScope scope, StudioExperience experience)
{
    /// <summary>What was tried with a client, oldest first; up to a place in the order of writes.</summary>
    public async Task<IReadOnlyList<PastTrial>> PastTrialsAsync(
        Guid clientId,
        CancellationToken stop,
        long until = long.MaxValue
    ) =>
        [
            .. (
                await db.StandingTrials()
                    .AsNoTracking()
                    .Where(t => t.ClientId == clientId && t.Sequence <= until)
                    .OrderBy(t => t.Sequence)
                    .Select(t => new
                    {
                        t.CorrectionId,
                        t.Outcome,
                        t.Sequence,
                    })
                    .ToListAsync(stop)
            ).Select(t => new PastTrial(t.CorrectionId, t.Outcome, WriteOrder.Instant(t.Sequence))),
        ];

    /// <summary>How often each correction helped in the whole studio.</summary>
    public async Task<IReadOnlyDictionary<string, Experience>> ExperienceAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        return await experience.OfAsync(studio.Id, async () => (
                    await db.StandingTrials()
                        .AsNoTracking()
                        .Where(t => t.StudioId == studio.Id)
                        .GroupBy(t => new { t.CorrectionId, t.Outcome })
                        .Select(g => new
                        {
                            g.Key.CorrectionId,
                            g.Key.Outcome,
                            Count = g.Count(),
                        })
                        .ToListAsync(stop)
                ).GroupBy(t => t.CorrectionId).ToDictionary(g => g.Key, g => new Experience(g.Where(t => t.Outcome == TrialOutcome.Helped).Sum(t => t.Count), g.Sum(t => t.Count))));
    }
}
