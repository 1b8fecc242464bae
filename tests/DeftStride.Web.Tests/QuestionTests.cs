using System.Linq.Expressions;
using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Questions that are put together once give what they would give if they were put together each time.</summary>
public sealed class QuestionTests : IDisposable
{
    private static readonly Guid Heron = new("00000000-0000-7000-8000-0000000000a1");
    private static readonly Guid Kestrel = new("00000000-0000-7000-8000-0000000000a2");
    private static readonly Guid Wren = new("00000000-0000-7000-8000-0000000000a3");
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);

    private readonly string _folder = Directory.CreateTempSubdirectory("deft-stride-questions-").FullName;
    private readonly StudioConnections _connections;

    public QuestionTests()
    {
        _connections = new(Path.Combine(_folder, StudioDatabase.FileName));
        using var db = Open();
        db.Database.Migrate();
        var studio = new StudioRecord
        {
            Id = Guid.CreateVersion7(),
            Name = "Kestrel Row",
            TimeZone = "Etc/UTC",
            CreatedAt = Start,
        };
        db.Studios.Add(studio);
        foreach (var (at, id) in new[] { Heron, Kestrel, Wren }.Index())
            db.Clients.Add(
                new ClientRecord
                {
                    Id = id,
                    StudioId = studio.Id,
                    Name = $"Client {at}",
                    Goal = "",
                    CreatedAt = Start.AddDays(at),
                }
            );
        db.SaveChanges();
    }

    public void Dispose()
    {
        _connections.Clear();
        Directory.Delete(_folder, recursive: true);
    }

    private StudioContext Open(IClientReach? reach = null, params IInterceptor[] also)
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, _connections);
        return new StudioContext(options.AddInterceptors(also).Options, reach);
    }

    [Fact]
    public async Task What_is_told_is_taken_anew_each_time_and_what_is_constant_stands()
    {
        var question = new Question<(DateTimeOffset Since, string Not), string>(
            (db, asked) =>
            {
                // A table within, as what stands is asked for.
                var all = db.Clients;
                return all.Where(c =>
                        asked.Many.Contains(c.Id)
                        && c.CreatedAt >= asked.With.Since
                        && c.Goal != StandingFacts.Withdrawn
                        && c.Name != asked.With.Not
                        && !all.Any(n => n.Id == c.Id && n.CreatedAt < asked.With.Since)
                    )
                    .OrderBy(c => c.Name)
                    .Take(2)
                    .Select(c => c.Name);
            }
        );
        Guid[] everyone = [Heron, Kestrel, Wren];
        for (var i = 0; i < 2; i++)
        {
            await using var db = Open();
            Assert.Equal(["Client 0", "Client 1"], await question.OfAsync(db, everyone, (Start, ""), default));
            Assert.Equal(["Client 0", "Client 2"], await question.OfAsync(db, everyone, (Start, "Client 1"), default));
            Assert.Equal(["Client 2"], await question.OfAsync(db, everyone, (Start.AddDays(1), "Client 1"), default));
            Assert.Equal(["Client 2"], await question.OfAsync(db, Wren, (Start, ""), default));
            Assert.Equal(["Client 0"], await question.OfAsync(db, [Heron], (Start, ""), default));
            Assert.Empty(await question.OfAsync(db, [], (Start, ""), default));
        }
    }

    [Fact]
    public async Task Whoever_asks_is_answered_within_their_own_reach()
    {
        var question = new Question<Guid>(
            (db, asked) => db.Clients.Where(c => asked.Many.Contains(c.Id)).Select(c => c.Id)
        );
        Guid[] both = [Heron, Kestrel];
        foreach (
            var (only, seen) in new (Guid? Only, Guid[] Seen)[]
            {
                (null, both),
                (Kestrel, [Kestrel]),
                (Wren, []),
                (null, both),
            }
        )
        {
            await using var db = Open(new Only(only));
            Assert.Equal(seen, (await question.OfAsync(db, both, default)).Order());
        }
    }

    [Fact]
    public async Task A_question_is_thought_through_once_about_one_and_once_about_several()
    {
        var question = new Question<string, string>(
            (db, asked) =>
                asked.Alone
                    ? db.Clients.Where(c => c.Id == asked.One && c.Name == asked.With).Select(c => c.Name)
                    : db.Clients.Where(c => asked.Many.Contains(c.Id) && c.Name == asked.With).Select(c => c.Name)
        );
        var thought = new Thoughts();
        for (var i = 0; i < 3; i++)
        {
            await using var db = Open(null, thought);
            var before = thought.Count;
            Assert.Equal(
                $"Client {i}",
                Assert.Single(await question.OfAsync(db, [Heron, Kestrel, Wren], $"Client {i}", default))
            );
            Assert.Equal("Client 1", Assert.Single(await question.OfAsync(db, Kestrel, "Client 1", default)));
            Assert.Equal(i == 0 ? 2 : 0, thought.Count - before);
        }

        // Another model is another question: the first stands beside it.
        await using var other = Open();
        Assert.Single(await question.OfAsync(other, Kestrel, "Client 1", default));
    }

    [Fact]
    public async Task What_was_asked_for_to_be_changed_is_changed()
    {
        var question = new Question<ClientRecord>((db, asked) => db.Clients.Where(c => c.Id == asked.One));
        for (var i = 0; i < 2; i++)
        {
            await using var db = Open();
            var client = Assert.Single(await question.OfAsync(db, Heron, default));
            client.Goal += "more";
            await db.SaveChangesAsync();
        }

        await using var after = Open();
        Assert.Equal("moremore", (await after.Clients.SingleAsync(c => c.Id == Heron)).Goal);
    }

    [Fact]
    public async Task A_question_that_would_keep_what_the_first_who_asked_had_told_is_refused()
    {
        await using var db = Open();
        foreach (
            var question in new Question<int, string>[]
            {
                new((all, asked) => all.Clients.Take(asked.With).Select(c => c.Name)),
                new(
                    (all, asked) =>
                    {
                        var most = asked.With;
                        return all.Clients.Where(c => c.Version < most).Select(c => c.Name);
                    }
                ),
            }
        )
            await Assert.ThrowsAsync<InvalidOperationException>(() => question.OfAsync(db, Heron, 1, default));
    }

    [Fact]
    public async Task A_question_that_is_ended_early_ends()
    {
        var question = new Question<string>((db, _) => db.Clients.Select(c => c.Name));
        await using var db = Open();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() =>
            question.OfAsync(db, Heron, new CancellationToken(canceled: true))
        );
        Assert.Equal(3, (await question.OfAsync(db, Heron, default)).Count);
    }

    private sealed record Only(Guid? OfClient) : IClientReach
    {
        public Guid? OfCoach => null;
    }

    private sealed class Thoughts : IQueryExpressionInterceptor
    {
        public int Count { get; private set; }

        public Expression QueryCompilationStarting(Expression queryExpression, QueryExpressionEventData eventData)
        {
            Count++;
            return queryExpression;
        }
    }
}
