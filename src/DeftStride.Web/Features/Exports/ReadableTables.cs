using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Exports;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Logs;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Exports;

/// <summary>The tables of an export that people read. What they hold stands in docs/export.md.</summary>
internal static class ReadableTables
{
    private static readonly string[] Whose = ["client_id", "client"];

    /// <summary>All of them, by name.</summary>
    public static IReadOnlyList<ReadableTable> All { get; } =
    [
        Of(
            "clients",
            [.. Whose, "goal", "coach", "left_ankle_deg", "right_ankle_deg", "heel_wedge_deg", "pictures_agreed_at"],
            (db, names, client) =>
                db
                    .Clients.Where(c => client == null || c.Id == client)
                    .OrderBy(c => c.CreatedAt)
                    .ThenBy(c => c.Id)
                    .AsEnumerable()
                    .Select(c =>
                        (object?[])
                            [
                                c.Id,
                                c.Name,
                                c.Goal,
                                names.Coach(c.CoachId),
                                c.LeftAnkleDegrees,
                                c.RightAnkleDegrees,
                                c.HeelWedgeDegrees,
                                c.PictureConsentAt,
                            ]
                    )
        ),
        Of(
            "looks",
            [
                "look_id",
                .. Whose,
                "day",
                "exercise_id",
                "exercise",
                "school",
                "first_fault",
                "side",
                "measure_id",
                "measure",
                "moment",
                "value",
                "unit",
                "plus_means",
                "error",
                "band_low",
                "band_high",
                "verdict",
                "must_pass",
                "source",
                "repetitions",
                "coach",
                "recorded_at",
            ],
            (db, names, client) =>
                Standing<CheckFact>(db, client)
                    .SelectMany(c =>
                        KeptLook.Kept.TryRead(c.Judged, out var look, out _)
                            ? look.Results.Select(r => Look(c, r, names))
                            : []
                    )
        ),
        Of(
            "corrections",
            [
                "trial_id",
                "look_id",
                .. Whose,
                "day",
                "fault",
                "correction_id",
                "cue",
                "outcome",
                "coach",
                "recorded_at",
            ],
            (db, names, client) =>
                Standing<TrialFact>(db, client)
                    .Where(t => t.CorrectionId != StandingFacts.Withdrawn)
                    .Select(t =>
                    {
                        var known = Fault.Find(t.CorrectionId);
                        return (object?[])
                            [
                                t.Id,
                                t.CheckId,
                                t.ClientId,
                                names.Client(t.ClientId),
                                names.Day(t.RecordedAt),
                                known?.Fault.Name,
                                t.CorrectionId,
                                known?.Correction.Cue,
                                t.Outcome,
                                names.Coach(t.CoachId),
                                t.RecordedAt,
                            ];
                    })
        ),
        Of(
            "decisions",
            [
                "decision_id",
                "look_id",
                .. Whose,
                "day",
                "rule_id",
                "rule",
                "recommended",
                "reason",
                "chosen",
                "clean",
                "last_pain",
                "coach",
                "recorded_at",
            ],
            (db, names, client) =>
                Standing<DecisionFact>(db, client)
                    .Select(d =>
                    {
                        _ = KeptRecommendation.Kept.TryRead(d.Judged, out var said, out _);
                        return (object?[])
                            [
                                d.Id,
                                d.CheckId,
                                d.ClientId,
                                names.Client(d.ClientId),
                                names.Day(d.RecordedAt),
                                d.RuleId,
                                said?.RuleName,
                                d.Recommended,
                                said?.Reason,
                                d.Chosen,
                                d.SessionClean,
                                d.LastPain,
                                names.Coach(d.CoachId),
                                d.RecordedAt,
                            ];
                    })
        ),
        new(
            "logs",
            async (db, client, to, stop) =>
            {
                var names = await NamesOf.ReadAsync(db, stop);
                await LogTable.WriteAsync(
                    to,
                    Standing<LogFact>(db, client)
                        .OrderBy(l => l.Day)
                        .ThenBy(l => l.Sequence)
                        .SelectMany(l =>
                            KeptLog.Kept.TryRead(l.Body, out var kept, out _)
                                ? LogTable.Lines(l, kept.Log, names.Client(l.ClientId), names.Coach(l.CoachId) ?? "")
                                : []
                        ),
                    stop
                );
            }
        ),
        Of(
            "sessions",
            ["session_id", .. Whose, "starts_at", "exercise_id", "exercise", "in_a_plan", "begun", "closed_at"],
            (db, names, client) =>
                db
                    .Sessions.Where(s => client == null || s.ClientId == client)
                    .OrderBy(s => s.StartsAt)
                    .ThenBy(s => s.Id)
                    .AsEnumerable()
                    .Select(s =>
                        (object?[])
                            [
                                s.Id,
                                s.ClientId,
                                names.Client(s.ClientId),
                                s.StartsAt,
                                s.ExerciseId,
                                Exercise.Find(s.ExerciseId)?.Name,
                                s.PlanId is not null,
                                s.Body is not null,
                                s.ClosedAt,
                            ]
                    )
        ),
        Of(
            "ranges",
            ["range_id", .. Whose, "day", "test", "side", "degrees", "coach", "recorded_at"],
            (db, names, client) =>
                Standing<RangeFact>(db, client)
                    .Select(r =>
                        (object?[])
                            [
                                r.Id,
                                r.ClientId,
                                names.Client(r.ClientId),
                                names.Day(r.RecordedAt),
                                RangeTestInfo.All.First(t => t.Test == r.Test).Name,
                                r.Side,
                                r.Degrees,
                                names.Coach(r.CoachId),
                                r.RecordedAt,
                            ]
                    )
        ),
        Of(
            "flags",
            ["flag_id", .. Whose, "day", "sign_id", "sign", "note", "coach", "examined_by", "examined_on", "allowed"],
            (db, names, client) =>
            {
                var cleared = Standing<FlagClearingFact>(db, client).ToLookup(c => c.FlagId);
                return Standing<FlagFact>(db, client)
                    .Where(f => f.SignId != StandingFacts.Withdrawn)
                    .Select(f =>
                    {
                        var clearing = cleared[f.Id].LastOrDefault();
                        return (object?[])
                            [
                                f.Id,
                                f.ClientId,
                                names.Client(f.ClientId),
                                names.Day(f.RecordedAt),
                                f.SignId,
                                RedFlag.Find(f.SignId)?.Text,
                                f.Note,
                                names.Coach(f.CoachId),
                                clearing?.ExaminedBy,
                                clearing?.ExaminedOn,
                                clearing?.Allowed,
                            ];
                    });
            }
        ),
        Of(
            "media",
            ["file", .. Whose, "day", "side", "view", "moment", "exercise", "agreed"],
            (db, names, client) =>
            {
                var clips = db
                    .Clips.Where(c => client == null || c.ClientId == client)
                    .Select(c => new
                    {
                        c.Id,
                        c.View,
                        c.ExerciseId,
                    })
                    .ToDictionary(c => c.Id);
                return db.StandingPictures()
                    .Where(p => client == null || p.ClientId == client)
                    .OrderBy(p => p.Sequence)
                    .AsEnumerable()
                    .Select(p =>
                        (object?[])
                            [
                                ExportedMedia.Path("pictures", p.RecordedAt, p.Hash, "webp"),
                                p.ClientId,
                                names.Client(p.ClientId),
                                names.Day(p.RecordedAt),
                                p.Side,
                                p.View,
                                p.Moment,
                                null,
                                names.Agreed(p.ClientId),
                            ]
                    )
                    .Concat(
                        db.StandingFilms()
                            .Where(f => client == null || f.ClientId == client)
                            .OrderBy(f => f.Sequence)
                            .AsEnumerable()
                            .Select(f =>
                            {
                                var clip = clips.GetValueOrDefault(f.Id);
                                return (object?[])
                                    [
                                        ExportedMedia.Path("films", f.RecordedAt, f.Hash, ExportedMedia.Ending(f.Type)),
                                        f.ClientId,
                                        names.Client(f.ClientId),
                                        names.Day(f.RecordedAt),
                                        null,
                                        clip?.View,
                                        null,
                                        clip is null ? null : Exercise.Find(clip.ExerciseId)?.Name ?? clip.ExerciseId,
                                        names.Agreed(f.ClientId),
                                    ];
                            })
                    );
            }
        ),
    ];

    private static object?[] Look(CheckFact check, KeptResult result, NamesOf names)
    {
        var measure = MeasureDefinition.Find(result.MeasureId);
        return
        [
            check.Id,
            check.ClientId,
            names.Client(check.ClientId),
            names.Day(check.RecordedAt),
            check.ExerciseId,
            Exercise.Find(check.ExerciseId)?.Name,
            School.Of(check.School).Name,
            check.FaultId,
            result.Side,
            result.MeasureId,
            measure?.Name,
            result.Moment,
            Rounded(result.Value),
            measure is null ? "" : CsvFile.Unit(measure.Unit),
            measure?.Sign,
            Rounded(result.Reach),
            result.Band?.Lower,
            result.Band?.Upper,
            result.Verdict is { } verdict ? verdict : "noted",
            result.MustPass,
            result.Source,
            result.Repetitions,
            names.Coach(check.CoachId),
            check.RecordedAt,
        ];
    }

    private static double? Rounded(double? value) => value is { } v ? Math.Round(v, 1) : null;

    /// <summary>What stands, in the order in which it was taken.</summary>
    private static IEnumerable<T> Standing<T>(StudioContext db, Guid? client)
        where T : ClientFact =>
        db.Standing<T>().Where(f => client == null || f.ClientId == client).OrderBy(f => f.Sequence).AsEnumerable();

    private static ReadableTable Of(
        string name,
        IReadOnlyList<string> heads,
        Func<StudioContext, NamesOf, Guid?, IEnumerable<object?[]>> lines
    ) =>
        new(
            name,
            async (db, client, to, stop) =>
                await CsvFile.WriteAsync(to, heads, lines(db, await NamesOf.ReadAsync(db, stop), client), stop)
        );

    /// <summary>What ids stand for, and which day an instant was on in the studio.</summary>
    private sealed record NamesOf(
        IReadOnlyDictionary<Guid, (string Name, bool Agreed)> Clients,
        IReadOnlyDictionary<Guid, string> Coaches,
        TimeZoneInfo Zone
    )
    {
        public static async Task<NamesOf> ReadAsync(StudioContext db, CancellationToken stop) =>
            new(
                await db.Clients.ToDictionaryAsync(c => c.Id, c => (c.Name, c.PictureConsentAt != null), stop),
                await db.Coaches.ToDictionaryAsync(c => c.Id, c => c.Name, stop),
                TimeZoneInfo.FindSystemTimeZoneById(await db.Studios.Select(s => s.TimeZone).FirstAsync(stop))
            );

        public string Client(Guid id) => Clients.TryGetValue(id, out var client) ? client.Name : "";

        public bool Agreed(Guid id) => Clients.TryGetValue(id, out var client) && client.Agreed;

        public string? Coach(Guid? id) => id is { } coach ? Coaches.GetValueOrDefault(coach) : null;

        public DateOnly Day(DateTimeOffset at) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, Zone).DateTime);
    }
}
