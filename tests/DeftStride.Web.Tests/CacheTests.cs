using System.Data.Common;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>What is kept in memory is never older than what was answered for, and never half of a write.</summary>
public sealed class CacheTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<string[]> LaddersAsync() =>
        [
            .. (await _studio.GetAsync("/api/ladders"))["ladders"]!
                .AsArray()
                .Select(l => Text(l!["ladder"], "id"))
                .Where(id => id.StartsWith("own-", StringComparison.Ordinal)),
        ];

    private static LadderRecord Own(Guid studio, string id, string body) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            StudioId = studio,
            LadderId = id,
            Body = body,
            CreatedAt = DateTimeOffset.UtcNow,
        };

    /// <summary>A ladder of the studio's own, kept over the wire, whose body others can be made of.</summary>
    private async Task<(Guid Studio, string Body)> FirstAsync()
    {
        var ladder = (await _studio.GetAsync("/api/ladders"))["ladders"]![0]!["ladder"]!.DeepClone();
        ladder["id"] = "own-first";
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/ladders/own-first",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 0,
                ladder,
            }
        );
        await using var scope = _studio.Services.CreateAsyncScope();
        var kept = await scope.ServiceProvider.GetRequiredService<StudioContext>().Ladders.SingleAsync();
        return (kept.StudioId, kept.Body);
    }

    [Fact]
    public async Task A_read_during_a_write_sees_none_of_it_and_the_first_one_after_it_all_of_it()
    {
        var (studio, body) = await FirstAsync();
        Assert.Equal(["own-first"], await LaddersAsync());
        await using var scope = _studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        await using (var write = await db.Database.BeginTransactionAsync())
        {
            db.Add(Own(studio, "own-second", body.Replace("own-first", "own-second", StringComparison.Ordinal)));
            // The tag is cleared here already; what is read before the commit is the state before it.
            await db.SaveChangesAsync();
            Assert.Equal(["own-first"], await LaddersAsync());
            db.Add(Own(studio, "own-third", body.Replace("own-first", "own-third", StringComparison.Ordinal)));
            await db.SaveChangesAsync();
            Assert.Equal(["own-first"], await LaddersAsync());
            await write.CommitAsync();
        }

        Assert.Equal(["own-first", "own-second", "own-third"], (await LaddersAsync()).Order());
    }

    [Fact]
    public async Task A_write_that_fails_after_its_tag_was_cleared_leaves_what_was_there()
    {
        var (studio, body) = await FirstAsync();
        await using var scope = _studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        await using (await db.Database.BeginTransactionAsync())
        {
            db.Add(Own(studio, "own-second", body.Replace("own-first", "own-second", StringComparison.Ordinal)));
            await db.SaveChangesAsync();
            Assert.Equal(["own-first"], await LaddersAsync());
            // Left without a commit: rolled back.
        }

        Assert.Equal(["own-first"], await LaddersAsync());
    }

    [Fact]
    public async Task Many_who_read_while_one_writes_never_see_less_than_was_answered_for()
    {
        var (_, _) = await FirstAsync();
        var source = (await _studio.GetAsync("/api/ladders"))["ladders"]!
            .AsArray()
            .Single(l => Text(l!["ladder"], "id") == "own-first")!["ladder"]!;
        var answered = 1;
        var done = false;
        var readers = Enumerable
            .Range(0, 4)
            .Select(_ =>
                Task.Run(async () =>
                {
                    while (!Volatile.Read(ref done))
                    {
                        var least = Volatile.Read(ref answered);
                        Assert.True((await LaddersAsync()).Length >= least, $"less than {least}");
                    }
                })
            )
            .ToArray();
        for (var i = 0; i < 12; i++)
        {
            var ladder = source.DeepClone();
            ladder["id"] = $"own-{i}";
            await _studio.SendAsync(
                HttpMethod.Put,
                $"/api/ladders/own-{i}",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version = 0,
                    ladder,
                }
            );
            Interlocked.Increment(ref answered);
        }

        Volatile.Write(ref done, true);
        await Task.WhenAll(readers);
        Assert.Equal(13, (await LaddersAsync()).Length);
    }

    /// <summary>Counts how often what a library counts is asked for.</summary>
    private sealed class Counts : DbCommandInterceptor
    {
        public int Asked;

        public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
            DbCommand command,
            CommandEventData eventData,
            InterceptionResult<DbDataReader> result,
            CancellationToken cancellationToken = default
        )
        {
            if (command.CommandText.Contains("GROUP BY \"d\".\"RuleId\"", StringComparison.Ordinal))
                Interlocked.Increment(ref Asked);
            return new(result);
        }
    }

    [Fact]
    public async Task What_no_minute_changes_is_worked_out_anew_only_after_a_write()
    {
        var (clock, counts) = (new MovedClock(new(2026, 3, 2, 9, 0, 0, TimeSpan.Zero)), new Counts());
        using var studio = new StudioUnderTest(clock, database: o => o.AddInterceptors(counts));
        var cache = studio.Services.GetRequiredService<StudioCache>();
        // What is kept in the moment of a write counts as older than it.
        clock.Now += TimeSpan.FromMinutes(7);
        await studio.GetAsync("/api/library");
        var undisturbed = 0;
        for (var i = 0; i < 5; i++)
        {
            // What a start sweeps may be written meanwhile.
            var (writes, asked) = (cache.Writes, counts.Asked);
            clock.Now += TimeSpan.FromMinutes(7);
            await studio.GetAsync("/api/library");
            if (cache.Writes != writes)
                continue;
            undisturbed++;
            Assert.Equal(asked, counts.Asked);
        }

        Assert.True(undisturbed > 1, $"{undisturbed} of 5 without a write");
        var before = counts.Asked;
        await studio.ClientAsync();
        await studio.GetAsync("/api/library");
        Assert.Equal(before + 1, counts.Asked);
    }

    /// <summary>Holds the first question for ladders until it is let go or given up, and counts who asked for the studio.</summary>
    private sealed class Gate : DbCommandInterceptor
    {
        private readonly TaskCompletionSource _open = new();
        private int _asked;
        private int _held;
        public volatile bool Shut;

        public int Asked => Volatile.Read(ref _asked);

        public TaskCompletionSource Holding { get; } = new();

        public void Open() => _open.TrySetResult();

        public override async ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
            DbCommand command,
            CommandEventData eventData,
            InterceptionResult<DbDataReader> result,
            CancellationToken cancellationToken = default
        )
        {
            if (Holds(command))
                await _open.Task.WaitAsync(cancellationToken);
            return result;
        }

        public override InterceptionResult<DbDataReader> ReaderExecuting(
            DbCommand command,
            CommandEventData eventData,
            InterceptionResult<DbDataReader> result
        )
        {
            if (Holds(command))
                _open.Task.Wait(TimeSpan.FromSeconds(60));
            return result;
        }

        private bool Holds(DbCommand command)
        {
            if (!Shut)
                return false;
            if (command.CommandText.Contains("FROM \"Studios\"", StringComparison.Ordinal))
                Interlocked.Increment(ref _asked);
            if (
                !command.CommandText.Contains("FROM \"Ladders\"", StringComparison.Ordinal)
                || Interlocked.Exchange(ref _held, 1) == 1
            )
                return false;
            Holding.TrySetResult();
            return true;
        }
    }

    [Fact]
    public async Task Whoever_goes_away_while_it_is_worked_out_takes_it_from_nobody_who_waits()
    {
        var gate = new Gate();
        using var studio = new StudioUnderTest(database: o => o.AddInterceptors(gate));
        await studio.ClientAsync();
        gate.Shut = true;
        var address = new Uri("/api/ladders", UriKind.Relative);
        using var gone = new CancellationTokenSource();
        var first = studio.Http.GetAsync(address, gone.Token);
        await gate.Holding.Task.WaitAsync(TimeSpan.FromSeconds(20));
        var others = Enumerable.Range(0, 6).Select(_ => studio.Http.GetAsync(address)).ToArray();
        Assert.True(SpinWait.SpinUntil(() => gate.Asked >= 7, TimeSpan.FromSeconds(20)), $"{gate.Asked} asked");
        await gone.CancelAsync();
        gate.Open();
        await Xunit.Record.ExceptionAsync(() => first);
        foreach (var other in others)
        {
            using var answer = await other;
            Assert.True(answer.IsSuccessStatusCode, $"{answer.StatusCode}");
        }
    }
}
