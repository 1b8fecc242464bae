using System.Data.Common;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace DeftStride.Data.Opening;

/// <summary>What a database says of itself when it is only read.</summary>
/// <param name="Applied">The changes of form it has been through, oldest first.</param>
/// <param name="Ordered">Whether its writes have places in an order; earlier forms had none.</param>
/// <param name="Last">The place of its last write; 0 for none.</param>
/// <param name="Damage">What SQLite's own check found wrong, or null.</param>
internal sealed record StudioForm(IReadOnlyList<string> Applied, bool Ordered, long Last, string? Damage)
{
    /// <summary>A studio that does not exist yet.</summary>
    public static StudioForm None { get; } = new([], false, 0, null);

    /// <summary>Reads a database and, unless told not to, checks every page of it, writing neither to it nor to its log.</summary>
    public static StudioForm Read(string file, bool check = true)
    {
        // Without a log nothing but the file is to be read; a reader that may expect one would make an empty one.
        var source = File.Exists(file + "-wal") ? file : new Uri(file).AbsoluteUri + "?immutable=1";
        using var connection = new SqliteConnection(StudioDatabase.Reading(source));
        connection.Open();
        LeaveLog(connection);
        var found = check ? Column(connection, "PRAGMA integrity_check(1)") : ["ok"];
        if (found is not ["ok"])
            return None with
            {
                Damage = found is [var said, ..] ? said.ReplaceLineEndings(" ") : "it could not be checked",
            };
        if (Column(connection, "SELECT name FROM sqlite_master WHERE name = '__EFMigrationsHistory'").Count == 0)
            return None;
        var applied = Column(connection, "SELECT MigrationId FROM \"__EFMigrationsHistory\" ORDER BY MigrationId");
        var tables = Column(
            connection,
            "SELECT m.name FROM sqlite_master m JOIN pragma_table_info(m.name) c WHERE m.type = 'table' AND c.name = 'Sequence'"
        );
        var last = tables
            .SelectMany(t => Column(connection, $"SELECT COALESCE(MAX(Sequence), 0) FROM \"{t}\""))
            .Select(long.Parse)
            .DefaultIfEmpty()
            .Max();
        return new StudioForm(applied, tables.Count > 0, last, null);
    }

    /// <summary>Closing the last connection would fold the log into the file: not while it is only looked at.</summary>
    public static void LeaveLog(SqliteConnection connection) =>
        raw.sqlite3_db_config(connection.Handle, raw.SQLITE_DBCONFIG_NO_CKPT_ON_CLOSE, 1, out _);

    /// <summary>The first column of an answer as text.</summary>
    public static List<string> Column(DbConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        var found = new List<string>();
        while (reader.Read())
            found.Add(reader.GetValue(0).ToString() ?? "");
        return found;
    }
}
