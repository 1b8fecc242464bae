using DeftStride.Data;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;
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
        Assert.True(
            Types
                .InAssembly(typeof(StudioContext).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("DeftStride.Web", "Microsoft.AspNetCore")
                .GetResult()
                .IsSuccessful
        );
        Assert.Contains(typeof(Program).Assembly.GetReferencedAssemblies(), a => a.Name == "DeftStride.Data");
    }
}
