using System.Data;
using System.Data.Common;
using System.Runtime.CompilerServices;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Infrastructure;
using SQLitePCL;

namespace DeftStride.Data;

/// <summary>
/// The open connections of a studio's database, each with the questions that were asked over it. A page asks some thirty, always
/// the same: who comes next takes a connection on which they are thought through already. Each is set up once: write-ahead log,
/// every commit synced to the disk. One of these stands for one file.
/// </summary>
/// <remarks>Only what reads is kept, and only on connections that come back whole: nothing begun on them, no answer half read.</remarks>
internal sealed class StudioConnections(string file) : DbConnectionInterceptor, IDbCommandInterceptor
{
    /// <summary>More than stand idle at once in a studio; what is over is closed.</summary>
    private const int MostIdle = 8;

    /// <summary>Far more than pages ask; a question that is made up of parts cannot fill the memory.</summary>
    private const int MostAsked = 200;

    private const string Pragmas = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;";

    private readonly Lock _lock = new();
    private readonly Stack<OpenConnection> _idle = [];
    private readonly ConditionalWeakTable<DbConnection, Asked> _asked = [];
    private int _era;

    /// <summary>The database.</summary>
    public string File { get; } = file;

    /// <summary>Closes what stands idle, and later what is out now: before the file gives way to another.</summary>
    public void Clear()
    {
        OpenConnection[] idle;
        lock (_lock)
        {
            _era++;
            idle = [.. _idle];
            _idle.Clear();
        }

        foreach (var connection in idle)
            connection.Dispose();
    }

    public override InterceptionResult<DbConnection> ConnectionCreating(
        ConnectionCreatingEventData eventData,
        InterceptionResult<DbConnection> result
    )
    {
        if (result.HasResult || eventData.Context is not StudioContext context)
            return result;
        lock (_lock)
        {
            if (_idle.TryPop(out var idle))
                return InterceptionResult<DbConnection>.SuppressWithResult(idle);
        }

        return InterceptionResult<DbConnection>.SuppressWithResult(Opened(context));
    }

    public override InterceptionResult ConnectionDisposing(
        DbConnection connection,
        ConnectionEventData eventData,
        InterceptionResult result
    ) => Back(connection) ? InterceptionResult.Suppress() : result;

    public override ValueTask<InterceptionResult> ConnectionDisposingAsync(
        DbConnection connection,
        ConnectionEventData eventData,
        InterceptionResult result
    ) => new(Back(connection) ? InterceptionResult.Suppress() : result);

    public InterceptionResult<DbDataReader> ReaderExecuting(
        DbCommand command,
        CommandEventData eventData,
        InterceptionResult<DbDataReader> result
    ) => Again(command, result);

    public ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(
        DbCommand command,
        CommandEventData eventData,
        InterceptionResult<DbDataReader> result,
        CancellationToken cancellationToken = default
    )
    {
        cancellationToken.ThrowIfCancellationRequested();
        return new(Again(command, result));
    }

    public InterceptionResult DataReaderDisposing(
        DbCommand command,
        DataReaderDisposingEventData eventData,
        InterceptionResult result
    )
    {
        if (command.Connection is { } connection && _asked.TryGetValue(connection, out var asked))
            asked.Read.Remove(eventData.DataReader);
        return result;
    }

    private InterceptionResult<DbDataReader> Again(DbCommand command, InterceptionResult<DbDataReader> result)
    {
        if (
            result.HasResult
            || command is not SqliteCommand { Connection: { } connection } asking
            || !asking.CommandText.StartsWith("SELECT", StringComparison.Ordinal)
            || !_asked.TryGetValue(connection, out var asked)
        )
            return result;
        if (!asked.Questions.TryGetValue(asking.CommandText, out var known))
        {
            if (asked.Questions.Count >= MostAsked)
                return result;
            known = connection.CreateCommand();
            known.CommandText = asking.CommandText;
            asked.Questions.Add(asking.CommandText, known);
        }
        else if (asked.Read.ContainsValue(known))
            // Its last answer is still being read.
            return result;

        known.Parameters.Clear();
        foreach (SqliteParameter parameter in asking.Parameters)
            known.Parameters.Add(parameter);
        known.Transaction = asking.Transaction;
        known.CommandTimeout = asking.CommandTimeout;
        known.Prepare();
        var reader = known.ExecuteReader();
        asked.Read.Add(reader, known);
        return InterceptionResult<DbDataReader>.SuppressWithResult(reader);
    }

    private OpenConnection Opened(StudioContext context)
    {
        var connection = new OpenConnection(File);
        try
        {
            connection.Open();
            connection.Handle!.enable_sqlite3_next_stmt(true);
            using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            command.ExecuteNonQuery();
            // The database layer brings its own functions to a connection that it is given: once, since each time it does so
            // everything is thought through anew.
            using var given = new StudioContext(
                new DbContextOptionsBuilder<StudioContext>(
                    (DbContextOptions<StudioContext>)context.GetService<IDbContextOptions>()
                )
                    .UseSqlite(connection)
                    .Options
            );
            given.Database.GetDbConnection();
        }
        catch
        {
            connection.Dispose();
            throw;
        }

        lock (_lock)
            _asked.Add(connection, new Asked(_era));
        return connection;
    }

    private bool Back(DbConnection connection)
    {
        if (
            connection is not OpenConnection { State: ConnectionState.Open } open
            || !_asked.TryGetValue(connection, out var asked)
            || !Whole(open)
        )
            return false;
        asked.Read.Clear();
        lock (_lock)
        {
            if (asked.Era != _era || _idle.Count >= MostIdle)
                return false;
            _idle.Push(open);
            return true;
        }
    }

    /// <summary>Nothing begun, and no answer half read: either would hold the file as it was then.</summary>
    private static bool Whole(SqliteConnection connection)
    {
        var handle = connection.Handle;
        if (handle is null || raw.sqlite3_get_autocommit(handle) == 0)
            return false;
        for (
            var next = raw.sqlite3_next_stmt(handle, null);
            next is not null;
            next = raw.sqlite3_next_stmt(handle, next)
        )
        {
            if (raw.sqlite3_stmt_busy(next) != 0)
                return false;
        }

        return true;
    }

    /// <summary>Stays open until it is disposed of, whoever closes it.</summary>
    private sealed class OpenConnection(string file) : SqliteConnection(StudioDatabase.Writing(file))
    {
        private bool _over;

        public override void Close()
        {
            if (_over)
                base.Close();
        }

        protected override void Dispose(bool disposing)
        {
            _over = true;
            base.Dispose(disposing);
        }
    }

    /// <summary>What was asked over one connection, and which answers are being read.</summary>
    /// <param name="era">When it was opened, counted in files.</param>
    private sealed class Asked(int era)
    {
        public int Era { get; } = era;

        public Dictionary<string, SqliteCommand> Questions { get; } = new(StringComparer.Ordinal);

        public Dictionary<DbDataReader, SqliteCommand> Read { get; } = [];
    }
}
