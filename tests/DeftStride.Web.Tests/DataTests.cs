using DeftStride.Data;
using DeftStride.Studio.Today;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NetArchTest.Rules;
using Xunit;

namespace DeftStride.Web.Tests;

public sealed class DataTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("deft-stride-data-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private StudioContext Open()
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, Path.Combine(_folder, StudioDatabase.FileName));
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
