using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace DeftStride.Data;

/// <summary>Opens the studio's SQLite file the one way it may be opened: write-ahead log, foreign keys on, every commit synced to the disk.</summary>
internal static class StudioDatabase
{
    public const string FileName = "studio.db";

    public static void Configure(DbContextOptionsBuilder options, string file) =>
        options
            .UseSqlite(
                new SqliteConnectionStringBuilder
                {
                    DataSource = file,
                    ForeignKeys = true,
                    DefaultTimeout = 10,
                }.ToString(),
                // One text for a question however many are asked for: it is thought through once.
                sqlite => sqlite.UseParameterizedCollectionMode(ParameterTranslationMode.Parameter)
            )
            .AddInterceptors(new Durable());

    /// <summary>How a database is asked for that is only read, by nobody else's connection.</summary>
    public static string Reading(string file) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = file,
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false,
        }.ToString();

    private sealed class Durable : DbConnectionInterceptor
    {
        private const string Pragmas = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) =>
            Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            Set(connection);
            return Task.CompletedTask;
        }

        // Opened once for each context and not for each question; disposing of the context gives it back.
        public override InterceptionResult ConnectionClosing(
            DbConnection connection,
            ConnectionEventData eventData,
            InterceptionResult result
        ) => InterceptionResult.Suppress();

        public override ValueTask<InterceptionResult> ConnectionClosingAsync(
            DbConnection connection,
            ConnectionEventData eventData,
            InterceptionResult result
        ) => new(InterceptionResult.Suppress());

        private static void Set(DbConnection connection)
        {
            using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            command.ExecuteNonQuery();
        }
    }
}

/// <summary>Lets the migrations tool make a context without starting the server.</summary>
internal sealed class StudioContextFactory : IDesignTimeDbContextFactory<StudioContext>
{
    public StudioContext CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, ":memory:");
        return new StudioContext(options.Options);
    }
}
