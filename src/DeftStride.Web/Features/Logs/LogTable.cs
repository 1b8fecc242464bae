using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Telling;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Logs;

/// <summary>A row that is not taken, with why.</summary>
internal sealed record RefusedRow(int Line, string Why);

/// <summary>What a file of logs comes to.</summary>
/// <param name="Logs">Those that can be meant, with the line each begins on.</param>
/// <param name="Refused">Rows that cannot, with why.</param>
/// <param name="Rows">How many rows there are below the heads.</param>
/// <param name="Separator">What stands between the cells, in a word.</param>
/// <param name="Ignored">Columns that say nothing here.</param>
/// <param name="DatesRead">How dates that could be read two ways were read; empty where none could.</param>
internal sealed record LogTableRead(
    IReadOnlyList<(LogFromFile Log, int Line)> Logs,
    IReadOnlyList<RefusedRow> Refused,
    int Rows,
    string Separator,
    IReadOnlyList<string> Ignored,
    string DatesRead
);

/// <summary>
/// Logs as a table, a line a set of a side; the columns stand in docs/logs-csv.md. Written with commas, points in numbers and ISO dates; read with
/// commas, semicolons or tabs, decimal commas, and dates as the studio writes them.
/// </summary>
internal static class LogTable
{
    /// <summary>A longer file is sent in parts.</summary>
    public const int MostRows = 100_000;

    private static readonly string[] Columns =
    [
        "log_id",
        "client_id",
        "client",
        "day",
        "exercise_id",
        "exercise",
        "rung_id",
        "set",
        "side",
        "amount",
        "unit",
        "clean",
        "load_kg",
        "load_position",
        "resets",
        "effort",
        "pain",
        "pain_kind",
        "pain_leg",
        "pain_role",
        "pain_site",
        "next_morning",
        "muscles_sore",
        "felt_as_expected",
        "felt_where",
        "tempo",
        "seconds_a_repetition",
        "tired",
        "coach",
        "recorded_at",
    ];

    /// <summary>The lines of a log; the same log gives the same lines.</summary>
    public static IReadOnlyList<string[]> Lines(LogFact fact, KeptDone done, string client, string coach)
    {
        var exercise = Exercise.Find(fact.ExerciseId);
        var log = done.ToCore();
        var numbers = new Dictionary<BodySide, int>();
        return
        [
            .. log.Sets.Select(s =>
                (string[])
                    [
                        $"{fact.Id}",
                        $"{fact.ClientId}",
                        client,
                        fact.Day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                        fact.ExerciseId,
                        exercise?.Name ?? "",
                        fact.RungId ?? "",
                        $"{numbers[s.Side] = numbers.GetValueOrDefault(s.Side) + 1}",
                        Word(s.Side),
                        $"{s.Amount}",
                        exercise?.Shape.Held == true ? "seconds" : "repetitions",
                        $"{s.Clean}",
                        Number(s.Load.Kilograms),
                        Word(s.Load.Position),
                        $"{s.Resets}",
                        $"{done.Effort}",
                        $"{done.Pain?.Score}",
                        done.Pain?.Kind is { } kind ? Word(kind) : "",
                        done.Pain?.Leg is { } leg ? Word(leg) : "",
                        done.Pain?.Role is { } role ? Word(role) : "",
                        done.Pain?.Site is { } site ? Word(site) : "",
                        $"{done.NextMorning}",
                        $"{done.Soreness}",
                        done.Felt is { } felt ? (felt.AsExpected ? "yes" : "no") : "",
                        done.Felt?.Where ?? "",
                        done.Tempo?.ToCore().ToString() ?? "",
                        done.PaceSeconds is { } pace ? Number(pace) : "",
                        string.Join(" ", (done.Tired ?? []).Select(Word)),
                        coach,
                        fact.RecordedAt.ToString("yyyy-MM-ddTHH:mm:ss.fffffffZ", CultureInfo.InvariantCulture),
                    ]
            ),
        ];
    }

    /// <summary>Writes lines below their heads.</summary>
    public static Task WriteAsync(Stream to, IEnumerable<string[]> lines, CancellationToken stop) =>
        CsvFile.WriteAsync(to, Columns, lines, stop);

    /// <summary>Reads a file.</summary>
    /// <param name="text">What stands in it.</param>
    /// <param name="clients">The studio's clients by id.</param>
    /// <param name="coaches">Its coaches by name.</param>
    /// <param name="days">In which order the studio writes day and month.</param>
    /// <param name="today">The studio's own day.</param>
    public static LogTableRead Read(
        string text,
        IReadOnlyDictionary<Guid, string> clients,
        ILookup<string, Guid> coaches,
        DayOrder days,
        DateOnly today
    )
    {
        var separator = Separator(text);
        using var csv = new CsvReader(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = $"{separator}",
                BadDataFound = null,
                MissingFieldFound = null,
                IgnoreBlankLines = true,
            }
        );
        var refused = new List<RefusedRow>();
        var rows = new List<Row>();
        var byName = clients.ToLookup(c => c.Value.Trim(), c => c.Key, StringComparer.OrdinalIgnoreCase);
        string[] heads = csv.Read()
            ? [.. (csv.Parser.Record ?? []).Select(h => h.Trim().Trim('﻿').ToLowerInvariant())]
            : [];
        var ambiguous = false;
        var count = 0;
        if (Needed(heads) is { } missing)
            return new([], [new(1, missing)], 0, Name(separator), [], "");
        while (csv.Read())
        {
            if (++count > MostRows)
                return new(
                    [],
                    [new(csv.Parser.RawRow, $"The file has more than {MostRows} rows. Send it in parts, a year each.")],
                    count,
                    Name(separator),
                    [],
                    ""
                );
            var line = csv.Parser.RawRow;
            var cells = csv.Parser.Record ?? [];
            string Cell(string head)
            {
                var i = Array.IndexOf(heads, head);
                return i < 0 || i >= cells.Length ? "" : CsvFile.Plain(cells[i].Trim());
            }

            try
            {
                if (cells.Length != heads.Length)
                    throw new FormatException(
                        $"There are {cells.Length} cells below {heads.Length} heads. Look for a missing quote."
                    );
                rows.Add(Of(Cell, line));
            }
            catch (FormatException e)
            {
                refused.Add(new(line, e.Message));
            }
        }

        var logs = new List<(LogFromFile, int)>();
        foreach (var group in rows.GroupBy(r => r.Key))
        {
            var sets = group.ToArray();
            try
            {
                logs.Add((Log(sets), sets[0].Line));
            }
            catch (FormatException e)
            {
                refused.Add(new(sets[0].Line, e.Message));
            }
        }

        return new(
            logs,
            [.. refused.OrderBy(r => r.Line)],
            count,
            Name(separator),
            [.. heads.Where(h => h.Length > 0 && !Columns.Contains(h))],
            ambiguous
                ? days == DayOrder.DayFirst
                    ? "Dates like 03/04/2026 are read with the day first, as the studio writes them."
                    : "Dates like 03/04/2026 are read with the month first, as the studio writes them."
                : ""
        );

        Row Of(Func<string, string> cell, int line)
        {
            var client = Client(cell("client_id"), cell("client"), byName, clients);
            var exercise =
                Exercise.Find(cell("exercise_id"))
                ?? Exercise.All.FirstOrDefault(e =>
                    string.Equals(e.Name, cell("exercise"), StringComparison.OrdinalIgnoreCase)
                )
                ?? throw new FormatException(
                    $"“{(cell("exercise_id").Length > 0 ? cell("exercise_id") : cell("exercise"))}” is no exercise of the catalogue. Use its id or its name from the library."
                );
            var (day, twoWays) = Day(cell("day"), days);
            ambiguous |= twoWays;
            if (day > today)
                throw new FormatException($"{cell("day")} has not come yet.");
            var amount =
                Whole(cell("amount"), "amount")
                ?? throw new FormatException("“amount” is empty: how many repetitions, or seconds?");
            return new Row(
                line,
                cell("log_id") is { Length: > 0 } own
                    ? Guid.TryParse(own, out var id)
                        ? id
                        : throw new FormatException($"“{own}” is no log_id. Leave it empty, and one is made.")
                    : null,
                client,
                exercise,
                day,
                cell("rung_id"),
                new KeptSet(
                    One<BodySide>(cell("side"), "side") ?? throw new FormatException("“side” is left or right."),
                    amount,
                    Whole(cell("clean"), "clean") ?? amount,
                    Decimal(cell("load_kg"), "load_kg") ?? 0,
                    One<LoadPosition>(cell("load_position"), "load_position") ?? LoadPosition.None,
                    Whole(cell("resets"), "resets") ?? 0
                ),
                Whole(cell("effort"), "effort"),
                Whole(cell("pain"), "pain") is { } score
                    ? new KeptPain(
                        score,
                        One<BodySide>(cell("pain_leg"), "pain_leg"),
                        One<LegRole>(cell("pain_role"), "pain_role"),
                        One<PainSite>(cell("pain_site"), "pain_site"),
                        One<PainKind>(cell("pain_kind"), "pain_kind")
                    )
                    : null,
                Whole(cell("next_morning"), "next_morning"),
                Whole(cell("muscles_sore"), "muscles_sore"),
                cell("felt_as_expected").ToLowerInvariant() switch
                {
                    "" => null,
                    "yes" or "true" => new KeptFelt(true, cell("felt_where")),
                    "no" or "false" => new KeptFelt(false, cell("felt_where")),
                    var other => throw new FormatException($"“felt_as_expected” is yes or no, not “{other}”."),
                },
                Tempo_(cell("tempo")),
                Decimal(cell("seconds_a_repetition"), "seconds_a_repetition"),
                [
                    .. cell("tired")
                        .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                        .Select(s => One<BodySide>(s, "tired")!.Value),
                ],
                coaches[cell("coach")].Cast<Guid?>().FirstOrDefault(),
                cell("recorded_at") is { Length: > 0 } at
                    ? DateTimeOffset.TryParse(
                        at,
                        CultureInfo.InvariantCulture,
                        DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
                        out var instant
                    )
                        ? instant
                        : throw new FormatException(
                            $"“{at}” is no time. Leave recorded_at empty, and noon of the day is taken."
                        )
                    : null
            );
        }
    }

    private sealed record Row(
        int Line,
        Guid? Id,
        Guid Client,
        Exercise Exercise,
        DateOnly Day,
        string Rung,
        KeptSet Set,
        int? Effort,
        KeptPain? Pain,
        int? Morning,
        int? Soreness,
        KeptFelt? Felt,
        KeptTempo? Tempo,
        double? Pace,
        BodySide[] Tired,
        Guid? Coach,
        DateTimeOffset? At
    )
    {
        /// <summary>Rows of one log: by its id, else by who did what when.</summary>
        public string Key => Id is { } id ? $"{id}" : $"{Client} {Day:yyyyMMdd} {Exercise.Id}";
    }

    private static LogFromFile Log(Row[] rows)
    {
        var first = rows[0];
        if (rows.Any(r => (r.Client, r.Day, r.Exercise) != (first.Client, first.Day, first.Exercise)))
            throw new FormatException("Rows of one log_id name different clients, days or exercises.");
        var done = new KeptDone(
            [.. rows.Select(r => r.Set)],
            null,
            first.Effort,
            first.Pain,
            first.Morning,
            first.Felt,
            first.Tempo,
            first.Pace,
            first.Tired.Length == 0 ? null : first.Tired,
            first.Soreness
        );
        var log = done.ToCore();
        if (log.Problem() is { } problem)
            throw new FormatException(problem);
        if (log.Pain is { } pain && (pain.Problem() ?? Core.Quantities.FieldRange.Pain.Problem(pain.Score)) is { } sore)
            throw new FormatException(sore);
        foreach (var score in new[] { first.Morning, first.Soreness })
        {
            if (Core.Quantities.FieldRange.Pain.Problem(score) is { } problemOfScore)
                throw new FormatException(problemOfScore);
        }

        var id = first.Id ?? Made(first, done);
        return new(
            new KeptLog(done, id, first.Client, first.Day, first.Exercise.Id),
            first.Rung.Length > 0 ? first.Rung : null,
            first.At,
            first.Coach
        );
    }

    /// <summary>Without an id of its own a log is known by what it says: the same file twice makes none twice.</summary>
    private static Guid Made(Row first, KeptDone done) =>
        new(
            SHA256
                .HashData(
                    Encoding.UTF8.GetBytes(
                        FormattableString.Invariant(
                            $"{first.Client} {first.Day:yyyy-MM-dd} {first.Exercise.Id} {KeptLog.Kept.Write(new KeptLog(done))}"
                        )
                    )
                )
                .AsSpan(0, 16)
        );

    private static Guid Client(
        string id,
        string name,
        ILookup<string, Guid> byName,
        IReadOnlyDictionary<Guid, string> all
    )
    {
        if (Guid.TryParse(id, out var known) && all.ContainsKey(known))
            return known;
        Guid[] named = [.. byName[name.Trim()]];
        return named.Length switch
        {
            1 => named[0],
            0 => throw new FormatException(
                $"“{(name.Length > 0 ? name : id)}” is no client of this studio. Add the client first, under the same name."
            ),
            _ => throw new FormatException($"{named.Length} clients are called “{name}”. Give the client_id."),
        };
    }

    private static (DateOnly, bool TwoWays) Day(string cell, DayOrder order)
    {
        if (DateOnly.TryParseExact(cell, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var iso))
            return (iso, false);
        if (
            DateOnly.TryParseExact(
                cell,
                ["d.M.yyyy", "dd.MM.yyyy"],
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var dots
            )
        )
            return (dots, false);
        var (mine, other) = order == DayOrder.DayFirst ? ("d/M/yyyy", "M/d/yyyy") : ("M/d/yyyy", "d/M/yyyy");
        var as1 = DateOnly.TryParseExact(cell, mine, CultureInfo.InvariantCulture, DateTimeStyles.None, out var first);
        var as2 = DateOnly.TryParseExact(
            cell,
            other,
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var second
        );
        return as1 ? (first, as2 && first != second)
            : as2
                ? throw new FormatException(
                    $"“{cell}” has {(order == DayOrder.DayFirst ? "the month" : "the day")} first; this studio writes {(order == DayOrder.DayFirst ? "the day" : "the month")} first. Write it as {second:yyyy-MM-dd}."
                )
            : throw new FormatException(
                cell.Length == 0 ? "“day” is empty." : $"“{cell}” is no day. Write it like 2026-11-24."
            );
    }

    private static int? Whole(string cell, string head) =>
        cell.Length == 0 ? null
        : int.TryParse(cell, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var n) ? n
        : throw new FormatException($"“{Short(cell)}” below “{head}” is no whole number.");

    private static double? Decimal(string cell, string head) =>
        cell.Length == 0 ? null
        : double.TryParse(
            cell.Count(c => c is ',' or '.') == 1 ? cell.Replace(',', '.') : cell,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
            CultureInfo.InvariantCulture,
            out var n
        ) && double.IsFinite(n)
            ? n
        : throw new FormatException($"“{Short(cell)}” below “{head}” is no number. Write 12.5 or 12,5.");

    private static KeptTempo? Tempo_(string cell)
    {
        if (cell.Length == 0)
            return null;
        var parts = cell.Split('-')
            .Select(p => int.TryParse(p, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : -1)
            .ToArray();
        return parts is [var down, var pause, var up, var top] && new Tempo(down, pause, up, top).Problem() is null
            ? new(down, pause, up, top)
            : throw new FormatException($"“{Short(cell)}” is no tempo. Write four counts, like 3-1-1-0.");
    }

    private static T? One<T>(string cell, string head)
        where T : struct, Enum =>
        cell.Length == 0 ? null
        : Names.TryRead<T>(cell, out var value) ? value
        : throw new FormatException(
            $"“{Short(cell)}” below “{head}” is none of {string.Join(", ", Enum.GetValues<T>().Select(v => Word(v)))}."
        );

    private static string Word<T>(T value)
        where T : struct, Enum => $"{value}" is var name ? char.ToLowerInvariant(name[0]) + name[1..] : "";

    private static string Number(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    private static string Short(string cell) => cell.Length > 40 ? cell[..40] + "…" : cell;

    private static readonly char[] Separators = [',', ';', '\t'];

    private static readonly string[] Always = ["day", "side", "amount"];

    /// <summary>What stands between the heads most often.</summary>
    private static char Separator(string text)
    {
        var end = text.IndexOfAny(['\r', '\n']);
        var heads = end < 0 ? text : text[..end];
        return Separators.MaxBy(s => heads.Count(c => c == s));
    }

    private static string Name(char separator) =>
        separator switch
        {
            ';' => "semicolons",
            '\t' => "tabs",
            _ => "commas",
        };

    private static string? Needed(string[] heads)
    {
        string[] missing =
        [
            .. Always.Where(h => !heads.Contains(h)),
            .. heads.Contains("client_id") || heads.Contains("client") ? Array.Empty<string>() : ["client"],
            .. heads.Contains("exercise_id") || heads.Contains("exercise") ? Array.Empty<string>() : ["exercise_id"],
        ];
        return missing.Length == 0
            ? null
            : $"The first line names the columns, and {string.Join(", ", missing.Select(m => $"“{m}”"))} {(missing.Length == 1 ? "is" : "are")} not among them. Begin from a file that was exported here.";
    }
}
