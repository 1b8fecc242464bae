using System.Data.Common;
using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Exports;
using DeftStride.Data.Films;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace DeftStride.Studio.Upkeep;

/// <summary>What stands in the way of a client who comes with an export, and what is worth knowing first.</summary>
/// <param name="InTheWay">Why they cannot come; null where they can.</param>
/// <param name="Notes">What is otherwise here than where they come from.</param>
internal sealed record ArrivalOutlook(string? InTheWay, IReadOnlyList<string> Notes);

/// <summary>
/// Takes a client in who comes with their own export (unpacked, see <see cref="StudioImport"/>): every row as it was, in its own place
/// in the order, under this studio; coaches whom rows name and who are not on record here come along without a way in.
/// </summary>
internal sealed class ClientArrival(
    StudioContext db,
    StudioScope scope,
    StudioExperience experience,
    WriteOrder order,
    PictureFolder pictures,
    FilmFolder films
)
{
    /// <summary>What would come of it.</summary>
    /// <param name="database">The unpacked export's database.</param>
    /// <param name="client">The client whose it is.</param>
    /// <param name="stop">Gives it up.</param>
    public async Task<ArrivalOutlook> LookAsync(string database, Guid client, CancellationToken stop)
    {
        if (await db.Clients.IgnoreQueryFilters().AnyAsync(c => c.Id == client, stop))
            return new("They are in this studio already. To go back to what the file says, erase them here first.", []);
        return await WithAsync(
            database,
            async connection =>
            {
                var notes = new List<string>();
                foreach (var table in Tables())
                {
                    if (table.Type == typeof(CoachRecord))
                        continue;
                    var key = table.Fields[0].Column;
                    if (
                        StudioForm
                            .Column(
                                connection,
                                $"SELECT 1 FROM incoming.\"{table.Table}\" i JOIN main.\"{table.Table}\" h ON h.\"{key}\" = i.\"{key}\" LIMIT 1"
                            )
                            .Count > 0
                    )
                        return new ArrivalOutlook(
                            "Some of their records are in this studio already, as somebody else’s. The file was changed since it was taken out: ask for it again.",
                            []
                        );
                }

                var coaches = StudioForm.Column(
                    connection,
                    "SELECT Name FROM incoming.Coaches WHERE Id NOT IN (SELECT Id FROM main.Coaches) ORDER BY Name"
                );
                var name = StudioForm.Column(connection, "SELECT Name FROM incoming.Clients")[0].Trim();
                if (await db.Clients.IgnoreQueryFilters().AnyAsync(c => c.Name.Trim() == name, stop))
                    notes.Add(
                        $"Somebody called {name} is here already, with another record. Both stand side by side afterwards."
                    );
                foreach (var coach in coaches)
                    notes.Add(
                        await db.Coaches.AnyAsync(c => c.Name == coach, stop)
                            ? $"{coach} comes along as a coach on record, without a way in, beside {coach} who is here."
                            : $"{coach} comes along as a coach on record, without a way in."
                    );
                if (await db.Erased.AnyAsync(e => e.ClientId == client && e.ReturnedAt == null, stop))
                    notes.Add("They were erased here, and come back with what is in the file.");
                var known = StudioForm.Column(
                    connection,
                    "SELECT DISTINCT LadderId FROM incoming.Rungs WHERE LadderId NOT IN (SELECT LadderId FROM main.Ladders) ORDER BY 1"
                );
                var strange = known.Where(id => Core.Ladders.Ladder.All.All(l => l.Id != id)).ToArray();
                if (strange.Length > 0)
                    notes.Add(
                        $"They stand on {(strange.Length == 1 ? "a ladder" : $"{strange.Length} ladders")} that this studio does not have. Place them anew after they came."
                    );
                if (Late(connection).Count > 0)
                    notes.Add(
                        "Some of it was written by a clock that was ahead. It is placed as of now, in its own order."
                    );
                return new ArrivalOutlook(null, notes);
            },
            stop
        );
    }

    /// <summary>Takes them in. The turn to write must be had, and nobody may be sweeping media.</summary>
    /// <param name="folder">Where the export lies unpacked: its database, pictures and films.</param>
    /// <param name="client">The client whose it is.</param>
    /// <param name="by">The coach on record who takes them in.</param>
    /// <param name="device">What the device is called on which that was asked.</param>
    /// <param name="stop">Gives it up; then nothing was taken in.</param>
    public async Task TakeInAsync(string folder, Guid client, Guid by, string device, CancellationToken stop)
    {
        var database = Path.Combine(folder, StudioDatabase.FileName);
        if ((await LookAsync(database, client, stop)).InTheWay is { } why)
            throw Refusal.Conflict(why);
        var studio = await scope.StudioAsync(stop);
        // Files first: a record never names what is not there. What is left of a taking in that fails is swept away.
        using var kept = new Held();
        foreach (var file in Files(folder, "pictures"))
            kept.Add(pictures.Keep(await File.ReadAllBytesAsync(file, stop)));
        foreach (var file in Files(folder, "films"))
            kept.Add(films.Keep(Guid.NewGuid(), file));
        await WithAsync(
            database,
            async connection =>
            {
                await using var step = await db.Database.BeginTransactionAsync(stop);
                await db.Database.ExecuteSqlAsync($"PRAGMA defer_foreign_keys = ON", stop);
                var placed = PlaceLate(connection);
                foreach (var table in Tables())
                {
                    stop.ThrowIfCancellationRequested();
                    var columns = table.Fields.Select(f => $"\"{f.Column}\"").ToArray();
                    var known =
                        table.Type == typeof(CoachRecord)
                            ? "WHERE \"Id\" NOT IN (SELECT \"Id\" FROM main.\"Coaches\")"
                            : "";
                    Run(
                        connection,
                        $"INSERT INTO main.\"{table.Table}\" (\"StudioId\", {string.Join(", ", columns)}) SELECT $studio, {string.Join(", ", columns)} FROM incoming.\"{table.Table}\" {known}",
                        studio.Id
                    );
                }

                order.Past(placed);
                var now = scope.Now;
                await db
                    .Erased.Where(e => e.ClientId == client)
                    .ExecuteUpdateAsync(e => e.SetProperty(r => r.ReturnedAt, now), stop);
                db.Deeds.Add(
                    new DeedRecord
                    {
                        Id = Guid.CreateVersion7(now),
                        StudioId = studio.Id,
                        At = now,
                        Deed = Deed.BroughtIn,
                        CoachId = by,
                        ClientId = client,
                        Subject = "a client",
                        Device = device,
                    }
                );
                await db.SaveChangesAsync(stop);
                await step.CommitAsync(stop);
                order.Reached(placed);
                return true;
            },
            stop
        );
        experience.Changed(studio.Id);
    }

    /// <summary>Tables whose rows come along with a client; coaches first, for whoever reads the log.</summary>
    private IEnumerable<ExportTable> Tables() =>
        ExportShape
            .Tables(db.Model)
            .Where(t =>
                t.OfClient
                || t.Type == typeof(ClientRecord)
                || t.Type == typeof(EditFact)
                || t.Type == typeof(CoachRecord)
            )
            .OrderByDescending(t => t.Type == typeof(CoachRecord));

    private static IEnumerable<string> Files(string folder, string kind) =>
        Directory.Exists(Path.Combine(folder, kind))
            ? Directory.EnumerateFiles(Path.Combine(folder, kind), "*", SearchOption.AllDirectories)
            : [];

    private async Task<T> WithAsync<T>(string database, Func<DbConnection, Task<T>> act, CancellationToken stop)
    {
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        using (var attach = connection.CreateCommand())
        {
            attach.CommandText = "ATTACH DATABASE $file AS incoming";
            var file = attach.CreateParameter();
            (file.ParameterName, file.Value) = ("$file", database);
            attach.Parameters.Add(file);
            attach.ExecuteNonQuery();
        }

        try
        {
            return await act(connection);
        }
        finally
        {
            // The connection goes back to the pool: nobody else may find it there.
            using var detach = connection.CreateCommand();
            detach.CommandText = "DETACH DATABASE incoming";
            detach.ExecuteNonQuery();
            await db.Database.CloseConnectionAsync();
        }
    }

    /// <summary>Places that lie ahead of now, in their order: a clock elsewhere was ahead, and ours must not follow it.</summary>
    private List<long> Late(DbConnection connection)
    {
        var now = scope.Now.UtcTicks;
        return
        [
            .. Tables()
                .Where(t => typeof(IOrdered).IsAssignableFrom(t.Type))
                .SelectMany(t =>
                    StudioForm.Column(
                        connection,
                        $"SELECT \"Sequence\" FROM incoming.\"{t.Table}\" WHERE \"Sequence\" > {now.ToString(CultureInfo.InvariantCulture)}"
                    )
                )
                .Select(s => long.Parse(s, CultureInfo.InvariantCulture))
                .Distinct()
                .Order(),
        ];
    }

    /// <summary>Gives late ones the next places from now on; returns the last place of all that come.</summary>
    private long PlaceLate(DbConnection connection)
    {
        var (late, next) = (Late(connection), Math.Max(order.Last, scope.Now.UtcTicks));
        var tables = Tables().Where(t => typeof(IOrdered).IsAssignableFrom(t.Type)).ToArray();
        foreach (var place in late)
        {
            next++;
            foreach (var table in tables)
                Run(
                    connection,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"UPDATE incoming.\"{table.Table}\" SET \"Sequence\" = {-next} WHERE \"Sequence\" = {place}"
                    )
                );
        }

        foreach (var table in late.Count > 0 ? tables : [])
            Run(
                connection,
                $"UPDATE incoming.\"{table.Table}\" SET \"Sequence\" = -\"Sequence\" WHERE \"Sequence\" < 0"
            );
        return tables
            .SelectMany(t =>
                StudioForm.Column(connection, $"SELECT COALESCE(MAX(\"Sequence\"), 0) FROM incoming.\"{t.Table}\"")
            )
            .Max(s => long.Parse(s, CultureInfo.InvariantCulture));
    }

    private void Run(DbConnection connection, string sql, Guid? studio = null)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.Transaction = db.Database.CurrentTransaction?.GetDbTransaction();
        if (studio is { } id)
        {
            var parameter = command.CreateParameter();
            (parameter.ParameterName, parameter.Value) = ("$studio", id);
            command.Parameters.Add(parameter);
        }

        command.ExecuteNonQuery();
    }

    /// <summary>Files that nothing sweeps away until their records are there.</summary>
    private sealed class Held : IDisposable
    {
        private readonly List<IDisposable> _all = [];

        public void Add(IDisposable one) => _all.Add(one);

        public void Dispose() => _all.ForEach(o => o.Dispose());
    }
}
