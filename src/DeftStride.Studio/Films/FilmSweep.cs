using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Films;

/// <summary>Lets films go whose days are over, and takes away files that no record names and pieces that nobody waits for any more. Points and pictures are never touched.</summary>
internal sealed class FilmSweep(
    StudioContext db,
    FilmFolder folder,
    StudioScope scope,
    FactWriter facts,
    FilmBook book,
    ILogger<FilmSweep> log
)
{
    /// <summary>A device that has not come back for so long does not come back.</summary>
    private static readonly TimeSpan LongestAway = TimeSpan.FromDays(60);

    public async Task SweepAsync(CancellationToken stop)
    {
        await LetGoAsync(stop);
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        var named = StudioForm
            .Column(
                connection,
                "SELECT Hash FROM Films f WHERE NOT EXISTS (SELECT 1 FROM Films n WHERE n.Supersedes = f.Id)"
            )
            .ToHashSet();
        var since = (scope.Now - LongestAway).UtcTicks.ToString(CultureInfo.InvariantCulture);
        var awaited = StudioForm
            .Column(connection, $"SELECT Id FROM Clips WHERE FilmBytes IS NOT NULL AND RecordedAt > {since}")
            .Select(Guid.Parse)
            .ToHashSet();
        if (folder.Sweep(named, awaited) is > 0 and var gone)
            log.LogInformation("{Count} film files that nothing names were taken away.", gone);
    }

    /// <summary>A film whose days are over is said to be gone by a fact of its own, before its file goes.</summary>
    private async Task LetGoAsync(CancellationToken stop)
    {
        // A studio that was never opened has nobody and no films.
        if (!await db.Films.AnyAsync(stop))
            return;
        var today = await scope.TodayAsync(stop);
        foreach (var kept in (await book.FilmsAsync(stop)).Where(f => f.Keep.IsOver(f.Came, today)))
        {
            var id = Guid.CreateVersion7(scope.Now);
            await facts.AddAsync(
                new FilmFact
                {
                    Id = id,
                    ClientId = kept.Film.ClientId,
                    Hash = StandingFacts.Gone,
                    Type = kept.Film.Type,
                    Bytes = 0,
                    Supersedes = kept.Film.Id,
                },
                new KeptUpload(kept.Film.ClientId, StandingFacts.Gone),
                stop
            );
        }
    }
}
