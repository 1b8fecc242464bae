using DeftStride.Data;
using DeftStride.Data.Pictures;
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

        Assert.Equal(("wal", "2", "1"), (Read("PRAGMA journal_mode"), Read("PRAGMA synchronous"), Read("PRAGMA foreign_keys")));
    }

    [Fact]
    public void An_upgrade_copies_data_that_is_only_in_the_log_first()
    {
        using var db = Open();
        var last = db.Database.GetMigrations().Last();
        db.Database.Migrate();
        db.Database.ExecuteSqlRaw("CREATE TABLE Keepsake (Word TEXT); INSERT INTO Keepsake VALUES ('still here');");
        Assert.Null(StudioDatabase.Upgrade(db, _folder, DateTimeOffset.UnixEpoch));

        // As if this build's newest migration had not been applied yet, beside one that was.
        db.Database.ExecuteSqlRaw("INSERT INTO __EFMigrationsHistory VALUES ('20000101000000_Earlier', '10.0.0');");
        db.Database.ExecuteSqlRaw("DELETE FROM __EFMigrationsHistory WHERE MigrationId = {0}", last);
        var copied = Assert.ThrowsAny<Exception>(() => StudioDatabase.Upgrade(db, _folder, DateTimeOffset.UnixEpoch));
        Assert.IsType<SqliteException>(copied);
        var copy = Assert.Single(Directory.GetFiles(Path.Combine(_folder, "backups")));
        using var kept = new SqliteConnection($"Data Source={copy};Pooling=False");
        kept.Open();
        using var read = kept.CreateCommand();
        read.CommandText = "SELECT Word FROM Keepsake";
        Assert.Equal("still here", read.ExecuteScalar());
    }

    [Fact]
    public void The_model_has_no_change_that_lacks_a_migration()
    {
        using var db = Open();
        Assert.False(db.Database.HasPendingModelChanges());
    }

    [Fact]
    public void A_picture_is_there_whole_or_not_at_all_and_once()
    {
        var shelf = new PictureFolder(Path.Combine(_folder, "pictures"));
        var (one, again) = (shelf.Keep([1, 2, 3]), shelf.Keep([1, 2, 3]));
        Assert.Equal(one, again);
        Assert.Equal([1, 2, 3], File.ReadAllBytes(shelf.PathOf(one)));
        Assert.DoesNotContain(Directory.GetFiles(_folder, "*", SearchOption.AllDirectories), f => f.EndsWith(".part", StringComparison.Ordinal));
    }

    [Fact]
    public void Dependencies_point_one_way()
    {
        Assert.True(Types.InAssembly(typeof(StudioContext).Assembly).ShouldNot().HaveDependencyOnAny("DeftStride.Web", "Microsoft.AspNetCore").GetResult().IsSuccessful);
        Assert.Contains(typeof(Program).Assembly.GetReferencedAssemblies(), a => a.Name == "DeftStride.Data");
    }
}
