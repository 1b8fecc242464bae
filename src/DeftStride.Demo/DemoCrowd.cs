using System.Globalization;
using DeftStride.Data;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Demo;

/// <summary>
/// A large studio for measuring: the demo's own people copied many times over with their looks, trials, decisions, sets and
/// steps, moved back through the years. One in twenty trains for all five years, the others for up to eighteen months.
/// The copies are made inside the database; they are good for being read, not for being read closely.
/// </summary>
internal sealed class DemoCrowd(StudioContext db, StudioScope scope, TimeProvider clock)
{
    private const int Years = 5;
    private const int Span = 70;
    private const int VisitsToday = 40;
    private static readonly string[] First =
    [
        "Alva",
        "Birk",
        "Cato",
        "Disa",
        "Edda",
        "Finn",
        "Gro",
        "Hale",
        "Idun",
        "Jory",
        "Kit",
        "Liv",
        "Moss",
        "Nils",
        "Oda",
        "Per",
        "Quill",
        "Rune",
        "Siv",
        "Tove",
    ];
    private static readonly string[] Second =
    [
        "Ashby",
        "Brook",
        "Crag",
        "Dale",
        "Elms",
        "Firth",
        "Garth",
        "Heath",
        "Isle",
        "Keld",
        "Leigh",
        "Moor",
        "Nook",
        "Orme",
        "Pike",
        "Quay",
        "Rigg",
        "Stead",
        "Thorn",
        "Wick",
    ];

    /// <summary>Adds so many clients; does nothing when there is a crowd already.</summary>
    public async Task GatherAsync(int clients, CancellationToken stop)
    {
        if (await db.Clients.CountAsync(stop) > 100)
            return;
        var studio = await scope.StudioAsync(stop);
        var template = await db
            .Clients.AsNoTracking()
            .OrderBy(c => c.CreatedAt)
            .ThenBy(c => c.Id)
            .Select(c => c.Id)
            .ToListAsync(stop);
        var (now, copy) = (clock.GetUtcNow(), 0);
        await db.Database.OpenConnectionAsync(stop);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        for (var i = 0; i < clients; i++)
        {
            var from = template[i % template.Count];
            var id = Guid.CreateVersion7();
            await CopyAsync(
                "Clients",
                $"Id = '{Key(from)}'",
                new() { ["Id"] = $"'{Key(id)}'", ["Name"] = $"'{First[i % 20]} {Second[i / 20 % 20]} {i / 400 + 1}'" },
                stop
            );
            var stays = i % 20 == 0 ? Years * 365 / Span : 1 + (i % 8);
            // Some train now, most have gone.
            var since = i % 20 == 0 ? 0 : i * 37 % (Years * 365 - (stays * Span));
            for (var stay = 0; stay < stays; stay++)
            {
                var (n, back) = (++copy, (since + (stay * Span)) * TimeSpan.TicksPerDay);
                string Renamed(string column) =>
                    $"CASE WHEN {column} IS NULL THEN NULL ELSE printf('%08X', {n}) || substr({column}, 9) END";
                foreach (var table in new[] { "Checks", "Trials", "Decisions", "Logs", "Rungs" })
                {
                    var with = new Dictionary<string, string>
                    {
                        ["Id"] = Renamed("Id"),
                        ["ClientId"] = $"'{Key(id)}'",
                        ["RecordedAt"] = $"RecordedAt - {back}",
                        ["Sequence"] = $"Sequence - {back}",
                        ["Supersedes"] = Renamed("Supersedes"),
                    };
                    if (table is not ("Checks" or "Rungs"))
                        with["CheckId"] = Renamed("CheckId");
                    if (table == "Rungs")
                        with["DecisionId"] = Renamed("DecisionId");
                    await CopyAsync(table, $"ClientId = '{Key(from)}'", with, stop);
                }
            }

            if (i % (clients / VisitsToday) == 0)
                await db.Database.ExecuteSqlRawAsync(
                    "INSERT INTO Sessions (Id, StudioId, Version, CreatedAt, ClientId, StartsAt, ExerciseId) VALUES ({0}, {1}, 1, {2}, {3}, {4}, 'split-squat-to-pad')",
                    [
                        Key(Guid.CreateVersion7()),
                        Key(studio.Id),
                        now.UtcTicks,
                        Key(id),
                        now.AddMinutes(i % 300).UtcTicks,
                    ],
                    stop
                );
        }

        await whole.CommitAsync(stop);
        await db.Database.ExecuteSqlRawAsync("ANALYZE", stop);
    }

    private static string Key(Guid id) => id.ToString().ToUpperInvariant();

    /// <summary>Copies rows of a table with some columns replaced by an expression.</summary>
    private async Task CopyAsync(string table, string where, Dictionary<string, string> with, CancellationToken stop)
    {
        var columns = await ColumnsAsync(table, stop);
        var to = string.Join(", ", columns.Select(c => $"\"{c}\""));
        var values = string.Join(", ", columns.Select(c => with.GetValueOrDefault(c) ?? $"\"{c}\""));
#pragma warning disable EF1002 // Table and column names come from the model, values are numbers and ids made here.
        await db.Database.ExecuteSqlRawAsync(
            string.Create(
                CultureInfo.InvariantCulture,
                $"INSERT INTO \"{table}\" ({to}) SELECT {values} FROM \"{table}\" WHERE {where}"
            ),
            stop
        );
#pragma warning restore EF1002
    }

    private readonly Dictionary<string, List<string>> _columns = [];

    private async Task<List<string>> ColumnsAsync(string table, CancellationToken stop) =>
        _columns.TryGetValue(table, out var known)
            ? known
            : _columns[table] = await db
                .Database.SqlQuery<string>($"SELECT name AS Value FROM pragma_table_info({table})")
                .ToListAsync(stop);
}
