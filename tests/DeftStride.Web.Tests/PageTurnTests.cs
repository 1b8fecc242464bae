using System.Threading.RateLimiting;
using DeftStride.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Pages that read much take turns; nobody else waits for them.</summary>
public sealed class PageTurnTests : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private PageTurns Turns => _studio.Services.GetRequiredService<PageTurns>();

    private async Task WaitingAsync(long many)
    {
        using var patience = new CancellationTokenSource(Patience);
        while (Turns.Waiting != many)
        {
            Assert.False(patience.IsCancellationRequested, $"{Turns.Waiting} wait, not {many}");
            // Asked of the server as anybody would; each answer is a while.
            await _studio.GetAsync("/api/ladders");
        }
    }

    [Fact]
    public async Task A_page_waits_for_a_turn_and_what_reads_little_does_not()
    {
        var client = await _studio.ClientAsync();
        var page = new Uri($"/api/clients/{client}", UriKind.Relative);
        var taken = new List<RateLimitLease>();
        for (var i = 0; i < PageTurns.Most; i++)
            taken.Add(await Turns.TakeAsync(CancellationToken.None));
        Assert.All(taken, t => Assert.True(t.IsAcquired));

        using var gone = new CancellationTokenSource();
        var (waits, goes) = (_studio.Http.GetStringAsync(page), _studio.Http.GetStringAsync(page, gone.Token));
        await WaitingAsync(2);
        Assert.False(waits.IsCompleted || goes.IsCompleted);
        // Whoever goes away gives the place in the line back.
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => goes);
        await WaitingAsync(1);

        taken[0].Dispose();
        Assert.Contains(client.ToString(), await waits.WaitAsync(Patience), StringComparison.Ordinal);
        foreach (var turn in taken.Skip(1))
            turn.Dispose();
        // Every turn came back: as many as there are can be had at once.
        for (var i = 0; i < PageTurns.Most; i++)
            Assert.True((await Turns.TakeAsync(CancellationToken.None).AsTask().WaitAsync(Patience)).IsAcquired);
    }
}
