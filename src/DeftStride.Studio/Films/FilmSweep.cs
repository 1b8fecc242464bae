using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Films;
using DeftStride.Data.Opening;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Films;

/// <summary>Takes away films that no record names, and pieces of films that nobody waits for any more.</summary>
internal sealed class FilmSweep(StudioContext db, FilmFolder folder, StudioScope scope, ILogger<FilmSweep> log)
{
    /// <summary>A device that has not come back for so long does not come back.</summary>
    private static readonly TimeSpan LongestAway = TimeSpan.FromDays(60);

    public async Task SweepAsync(CancellationToken stop)
    {
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        var named = StudioForm.Column(connection, "SELECT Hash FROM Films").ToHashSet();
        var since = (scope.Now - LongestAway).UtcTicks.ToString(CultureInfo.InvariantCulture);
        var awaited = StudioForm
            .Column(connection, $"SELECT Id FROM Clips WHERE FilmBytes IS NOT NULL AND RecordedAt > {since}")
            .Select(Guid.Parse)
            .ToHashSet();
        if (folder.Sweep(named, awaited) is > 0 and var gone)
            log.LogInformation("{Count} film files that nothing names were taken away.", gone);
    }
}
