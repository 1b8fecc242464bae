using DeftStride.Data.Records;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace DeftStride.Data;

/// <summary>Opens the studio's SQLite file the one way it may be opened: write-ahead log, foreign keys on, every commit synced to the disk.</summary>
internal static class StudioDatabase
{
    public const string FileName = "studio.db";

    /// <summary>The studio of a folder, which every request asks for first.</summary>
    public static readonly Question<StudioRecord> Studio = new((db, _) => db.Studios.OrderBy(s => s.CreatedAt).Take(1));

    /// <summary>A context of the studio over connections that stay open.</summary>
    public static void Configure(DbContextOptionsBuilder options, StudioConnections connections) =>
        options
            .UseSqlite(
                Writing(connections.File),
                // One text for a question however many are asked for: it is thought through once.
                sqlite => sqlite.UseParameterizedCollectionMode(ParameterTranslationMode.Parameter)
            )
            .AddInterceptors(connections);

    /// <summary>
    /// Thinks the model of the database through, and what a question is made of, for every context of this process that is
    /// configured as above: whoever asks for the model meanwhile waits for it, and nobody does so a second time. No database is
    /// opened.
    /// </summary>
    public static void Ponder()
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        Configure(options, new StudioConnections(":memory:"));
        // What is needed for every context is compiled with the second one.
        for (var context = 0; context < 2; context++)
        {
            using var db = new StudioContext(options.Options);
            Studio.Ponder(db, 0);
        }
    }

    /// <summary>How the studio's own database is asked for; what stays open is kept by <see cref="StudioConnections"/> and not by the provider.</summary>
    public static string Writing(string file) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = file,
            ForeignKeys = true,
            DefaultTimeout = 10,
            Pooling = false,
        }.ToString();

    /// <summary>How a database is asked for that is only read, by nobody else's connection.</summary>
    public static string Reading(string file) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = file,
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false,
        }.ToString();
}

/// <summary>Lets the migrations tool make a context without starting the server.</summary>
internal sealed class StudioContextFactory : IDesignTimeDbContextFactory<StudioContext>
{
    public StudioContext CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, new StudioConnections(":memory:"));
        return new StudioContext(options.Options);
    }
}
