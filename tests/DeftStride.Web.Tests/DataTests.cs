using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Today;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NetArchTest.Rules;
using SQLitePCL;
using Xunit;

namespace DeftStride.Web.Tests;

public sealed class DataTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("deft-stride-data-").FullName;
    private readonly StudioConnections _connections;

    public DataTests() => _connections = new(Path.Combine(_folder, StudioDatabase.FileName));

    public void Dispose()
    {
        _connections.Clear();
        Directory.Delete(_folder, recursive: true);
    }

    private StudioContext Open()
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, _connections);
        return new StudioContext(options.Options);
    }

    [Fact]
    public void Every_connection_keeps_its_promises()
    {
        using var db = Open();
        db.Database.Migrate();
        db.Database.OpenConnection();
        string? Read(string pragma)
        {
            using var command = db.Database.GetDbConnection().CreateCommand();
            command.CommandText = pragma;
            return command.ExecuteScalar()?.ToString();
        }

        Assert.Equal(
            ("wal", "2", "1"),
            (Read("PRAGMA journal_mode"), Read("PRAGMA synchronous"), Read("PRAGMA foreign_keys"))
        );
    }

    [Fact]
    public async Task What_is_asked_again_is_thought_through_once_whoever_asks()
    {
        await using (var db = Open())
        {
            await db.Database.MigrateAsync();
            db.Studios.Add(Studio);
            await db.SaveChangesAsync();
        }

        async Task<(object Connection, int Thought)> AskAsync()
        {
            await using var db = Open();
            // Another value, the same question: the answer is that of the value.
            Assert.Empty(await Named(db, "Heron").ToArrayAsync());
            Assert.Equal("Kestrel", Named(db, "Kestrel").Single().Name);
            // The same question while its first answer is still being read.
            using (var reading = Named(db, "Kestrel").AsEnumerable().GetEnumerator())
            {
                Assert.True(reading.MoveNext());
                Assert.Equal("Kestrel", Assert.Single(await Named(db, "Kestrel").ToArrayAsync()).Name);
                Assert.False(reading.MoveNext());
            }

            var connection = db.Database.GetDbConnection();
            return (connection, Thought(connection));
        }

        var first = await AskAsync();
        for (var i = 0; i < 5; i++)
            Assert.Equal(first, await AskAsync());
    }

    [Fact]
    public void A_connection_on_which_something_was_left_open_goes_to_nobody_else()
    {
        using (var db = Open())
            db.Database.Migrate();
        object Left(Action<StudioContext> leave)
        {
            using var db = Open();
            db.Database.OpenConnection();
            leave(db);
            return db.Database.GetDbConnection();
        }

        var whole = Left(_ => { });
        Assert.Same(whole, Left(_ => { }));
        var begun = Left(db => db.Database.ExecuteSqlRaw("BEGIN IMMEDIATE"));
        Assert.Same(whole, begun);
        // What was begun holds nobody else up.
        Left(db => db.Database.ExecuteSqlRaw("BEGIN IMMEDIATE; PRAGMA user_version = 7; COMMIT"));
        var next = Left(db =>
        {
            var command = db.Database.GetDbConnection().CreateCommand();
            command.CommandText = "SELECT name FROM sqlite_master";
            Assert.True(command.ExecuteReader().Read());
        });
        Assert.NotSame(begun, next);
        Assert.NotSame(next, Left(_ => { }));
    }

    [Fact]
    public void Once_a_file_has_given_way_to_another_nobody_reads_the_old_one()
    {
        var file = Path.Combine(_folder, StudioDatabase.FileName);
        using (var db = Open())
        {
            db.Database.Migrate();
            db.Studios.Add(Studio);
            db.SaveChanges();
        }

        using var meanwhile = Open();
        Assert.Equal(1, Named(meanwhile, "Kestrel").Count());
        _connections.Clear();
        meanwhile.Dispose();
        _connections.Clear();
        File.Delete(file);
        using var other = Open();
        other.Database.Migrate();
        Assert.Equal(0, Named(other, "Kestrel").Count());
    }

    private static StudioRecord Studio =>
        new()
        {
            Id = Guid.CreateVersion7(),
            Name = "Kestrel",
            TimeZone = "UTC",
        };

    private static IQueryable<StudioRecord> Named(StudioContext db, string name) =>
        db.Studios.AsNoTracking().Where(c => c.Name == name);

    /// <summary>How many questions a connection holds thought through.</summary>
    private static int Thought(object connection)
    {
        var handle = ((SqliteConnection)connection).Handle!;
        var count = 0;
        for (
            var next = raw.sqlite3_next_stmt(handle, null);
            next is not null;
            next = raw.sqlite3_next_stmt(handle, next)
        )
            count++;
        return count;
    }

    [Fact]
    public void The_model_has_no_change_that_lacks_a_migration()
    {
        using var db = Open();
        Assert.False(db.Database.HasPendingModelChanges());
    }

    [Fact]
    public void Dependencies_point_one_way()
    {
        (System.Reflection.Assembly Of, string[] Never)[] floors =
        [
            (
                typeof(Core.Exercises.Exercise).Assembly,
                [
                    "DeftStride.Data",
                    "DeftStride.Studio",
                    "DeftStride.Web",
                    "Microsoft.EntityFrameworkCore",
                    "Microsoft.AspNetCore",
                ]
            ),
            (typeof(StudioContext).Assembly, ["DeftStride.Studio", "DeftStride.Web", "Microsoft.AspNetCore.Http"]),
            (typeof(TodayBook).Assembly, ["DeftStride.Web", "Microsoft.AspNetCore"]),
        ];
        foreach (var (floor, never) in floors)
            Assert.True(
                Types.InAssembly(floor).ShouldNot().HaveDependencyOnAny(never).GetResult().IsSuccessful,
                floor.GetName().Name
            );
        Assert.Contains(typeof(Program).Assembly.GetReferencedAssemblies(), a => a.Name == "DeftStride.Studio");
    }
}
