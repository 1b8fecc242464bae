using System.Text;
using DeftStride.Core.Dosing;
using DeftStride.Core.Measuring;
using DeftStride.Core.Telling;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Logs;

/// <summary>What a file of logs would bring in, or has brought in.</summary>
internal sealed record ImportView(
    bool Kept,
    int Rows,
    int New,
    int Same,
    int RefusedCount,
    IReadOnlyList<RefusedRow> Refused,
    string Separator,
    IReadOnlyList<string> Ignored,
    string DatesRead,
    DateOnly? First,
    DateOnly? Last,
    int Clients,
    string Sentence
);

/// <summary>What a side did in a session.</summary>
internal sealed record SideDoneView(int Sets, int Amount, int Clean, double LoadKg);

/// <summary>A log with the numbers that are drawn.</summary>
internal sealed record LogEntryView(
    LogView Log,
    double LoadKg,
    int AskedSets,
    int AskedAmount,
    double AskedLoadKg,
    SideDoneView? Left,
    SideDoneView? Right,
    int? PainCounted,
    bool OverLimit,
    bool? CleanEnough,
    bool Whole
);

/// <summary>The log of a client.</summary>
internal sealed record LogBookView(
    Guid ClientId,
    [property: AsWritten] string ClientName,
    int PainLimit,
    int CleanShare,
    IReadOnlyList<LogEntryView> Entries
);

/// <summary>Logs out and in as a table.</summary>
internal static class LogTableEndpoints
{
    /// <summary>No more refused rows are shown; their number is.</summary>
    private const int MostShown = 100;

    public static void MapImport(IEndpointRouteBuilder api) =>
        api.MapPost("/logs/import", InAsync).WithName("importLogs").InTurn();

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients/{clientId:guid}/logs", BookAsync).WithName("getLogs");
        api.MapGet("/logs.csv", OutAsync)
            .WithName("exportLogs")
            .Noted(Deed.Exported, "the log")
            .ExcludeFromDescription();
    }

    /// <summary>The log of a client, newest day first.</summary>
    private static async Task<Ok<LogBookView>> BookAsync(
        Guid clientId,
        StudioContext db,
        StudioScope scope,
        LadderBook ladders,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(clientId, stop);
        var studio = await scope.StudioAsync(stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var inForce = await ladders.LaddersAsync(stop);
        var facts = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => l.ClientId == client.Id)
            .OrderByDescending(l => l.Day)
            .ThenByDescending(l => l.Sequence)
            .Take(MostInABook)
            .ToListAsync(stop);
        var limit = ChoicesInForce.PainLimit(studio, client).Limit.Value;
        return TypedResults.Ok(
            new LogBookView(
                client.Id,
                client.Name,
                limit,
                (int)(100 * Core.Deciding.DecisionFacts.CleanShare),
                [
                    .. facts
                        .Where(f =>
                            KeptLog.Kept.TryRead(f.Body, out _, out _)
                            && KeptLogResult.Kept.TryRead(f.Judged, out _, out _)
                        )
                        .Select(f => Entry(f, coaches, inForce, limit)),
                ]
            )
        );
    }

    /// <summary>A client’s page of the log shows no more; a table holds all.</summary>
    private const int MostInABook = 600;

    private static LogEntryView Entry(
        LogFact fact,
        Dictionary<Guid, string> coaches,
        IReadOnlyList<Core.Ladders.Ladder> ladders,
        int limit
    )
    {
        var done = KeptLog.Kept.Read(fact.Body).Log;
        var did = done.ToCore();
        var asked = KeptLogResult.Kept.Read(fact.Judged).Asked;
        SetDone[] Of(BodySide side) => [.. did.Sets.Where(s => s.Side == side)];
        static SideDoneView? Side(SetDone[] sets) =>
            sets.Length == 0
                ? null
                : new(sets.Length, sets.Sum(s => s.Amount), sets.Sum(s => s.Clean), sets.Max(s => s.Load.Kilograms));
        return new(
            LogEndpoints.View(fact, coaches, ladders),
            did.Sets.Count == 0 ? 0 : did.Sets.Max(s => s.Load.Kilograms),
            asked.Sets,
            asked.Amount,
            asked.LoadKg,
            Side(Of(BodySide.Left)),
            Side(Of(BodySide.Right)),
            did.Pain?.Counted,
            did.Pain?.Counted > limit,
            did.CleanEnough,
            did.Whole(asked.Sets * asked.Amount)
        );
    }

    private static async Task<FileContentHttpResult> OutAsync(
        StudioContext db,
        StudioScope scope,
        CancellationToken stop,
        Guid? client = null
    )
    {
        var lines = (await AllAsync(db, scope, client, stop)).SelectMany(l => l.Lines);
        using var memory = new MemoryStream();
        await LogTable.WriteAsync(memory, lines, stop);
        return TypedResults.File(memory.ToArray(), "text/csv", "logs.csv");
    }

    /// <summary>A file of logs: what it would bring in, or, with <paramref name="keep"/>, brought in. Rows that cannot be meant are left out and said.</summary>
    private static async Task<Ok<ImportView>> InAsync(
        HttpRequest request,
        StudioContext db,
        StudioScope scope,
        LogImporter importer,
        CancellationToken stop,
        bool keep = false
    )
    {
        var text = await TextAsync(request, stop);
        var studio = await scope.StudioAsync(stop);
        var clients = await db
            .Clients.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var coaches = (await db.Coaches.AsNoTracking().Where(c => c.StudioId == studio.Id).ToListAsync(stop)).ToLookup(
            c => c.Name,
            c => c.Id,
            StringComparer.OrdinalIgnoreCase
        );
        var read = LogTable.Read(
            text,
            clients,
            coaches,
            KeptStudioChoices.Of(studio).Days ?? DayOrder.DayFirst,
            await scope.TodayAsync(stop)
        );
        var there = (await AllAsync(db, scope, null, stop)).ToDictionary(l => l.Fact.Id);
        var replaced = (
            await db
                .Logs.AsNoTracking()
                .Where(l => l.Supersedes != null)
                .Select(l => l.Supersedes!.Value)
                .ToListAsync(stop)
        ).ToHashSet();
        var (fresh, same, refused) = (new List<LogFromFile>(), 0, read.Refused.ToList());
        foreach (var (log, line) in read.Logs)
        {
            var id = log.Log.Id!.Value;
            if (replaced.Contains(id))
                refused.Add(new(line, "This log was corrected here since; the newer entry stands."));
            else if (!there.TryGetValue(id, out var known))
                fresh.Add(log);
            else if (Says(known, log))
                same++;
            else
                refused.Add(
                    new(
                        line,
                        "This log is here already and says something else. What is here stands; correct it on the client’s page."
                    )
                );
        }

        if (keep && fresh.Count > 0)
            await importer.KeepAsync(fresh, stop);
        return TypedResults.Ok(
            new ImportView(
                keep,
                read.Rows,
                fresh.Count,
                same,
                refused.Count,
                [.. refused.OrderBy(r => r.Line).Take(MostShown)],
                read.Separator,
                read.Ignored,
                read.DatesRead,
                fresh.Count == 0 ? null : fresh.Min(l => l.Log.Day),
                fresh.Count == 0 ? null : fresh.Max(l => l.Log.Day),
                fresh.Select(l => l.Log.ClientId).Distinct().Count(),
                Sentence(keep, fresh.Count, same, refused.Count)
            )
        );
    }

    private static string Sentence(bool kept, int fresh, int same, int refused)
    {
        static string Logs(int n) => n == 1 ? "1 log" : $"{n} logs";
        var news =
            fresh == 0 ? "Nothing new in this file."
            : kept ? $"{Logs(fresh)} came in."
            : $"{Logs(fresh)} would come in.";
        return string.Join(
            " ",
            new[]
            {
                news,
                same > 0 ? $"{Logs(same)} {(same == 1 ? "is" : "are")} here already." : "",
                refused > 0 ? $"{refused} {(refused == 1 ? "row is" : "rows are")} not taken; see why below." : "",
            }.Where(s => s.Length > 0)
        );
    }

    private sealed record Known(LogFact Fact, KeptDone Done, IReadOnlyList<string[]> Lines);

    /// <summary>Whether a log here and one in a file say the same: by their lines, but for who and when.</summary>
    private static bool Says(Known known, LogFromFile other)
    {
        var fact = new LogFact
        {
            Id = known.Fact.Id,
            ClientId = other.Log.ClientId!.Value,
            Day = other.Log.Day!.Value,
            ExerciseId = other.Log.ExerciseId!,
            RungId = known.Fact.RungId,
            RecordedAt = known.Fact.RecordedAt,
            Judged = "",
        };
        return known
            .Lines.Select(l => string.Join('\u001f', l))
            .Order(StringComparer.Ordinal)
            .SequenceEqual(
                LogTable
                    .Lines(fact, other.Log.Log, known.Lines[0][2], known.Lines[0][^2])
                    .Select(l => string.Join('\u001f', l))
                    .Order(StringComparer.Ordinal)
            );
    }

    /// <summary>Every log that stands and can be read, oldest day first.</summary>
    private static async Task<IReadOnlyList<Known>> AllAsync(
        StudioContext db,
        StudioScope scope,
        Guid? client,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        if (client is { } one)
            await scope.ClientAsync(one, stop);
        var names = await db
            .Clients.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var facts = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => l.StudioId == studio.Id && (client == null || l.ClientId == client))
            .OrderBy(l => l.Day)
            .ThenBy(l => l.RecordedAt)
            .ThenBy(l => l.Id)
            .ToListAsync(stop);
        return
        [
            .. facts
                .Select(f => (Fact: f, Done: KeptLog.Kept.TryRead(f.Body, out var log, out _) ? log.Log : null))
                .Where(p => p.Done is not null && p.Done.ToCore().Sets.Count > 0)
                .Select(p => new Known(
                    p.Fact,
                    p.Done!,
                    LogTable.Lines(
                        p.Fact,
                        p.Done!,
                        names[p.Fact.ClientId],
                        coaches.GetValueOrDefault(p.Fact.CoachId, "")
                    )
                )),
        ];
    }

    private static async Task<string> TextAsync(HttpRequest request, CancellationToken stop)
    {
        using var memory = new MemoryStream();
        await request.Body.CopyToAsync(memory, stop);
        if (memory.Length == 0)
            throw Refusal.BadInput(
                "file",
                "The file is empty. Choose one that was exported, or fill the columns first."
            );
        try
        {
            return new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(memory.ToArray());
        }
        catch (ArgumentException)
        {
            throw Refusal.BadInput("file", "This is no table in UTF-8. Save it as “CSV UTF-8” and choose it again.");
        }
    }
}
