using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Sessions;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Sessions;

/// <summary>Puts a session together with everything that a device needs to run it without a signal.</summary>
internal sealed class SessionPages(StudioContext db, StudioScope scope, LadderShelf ladders)
{
    public async Task<IReadOnlyList<SessionView>> OfAsync(IReadOnlyList<SessionOfDay> sessions, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        Guid?[] ids = [.. sessions.Select(s => (Guid?)s.Record.Id)];
        var logs = (
            await db.Standing<LogFact>()
                .AsNoTracking()
                .Where(l => ids.Contains(l.SessionId))
                .OrderBy(l => l.Sequence)
                .ToListAsync(stop)
        ).ToLookup(l => l.SessionId!.Value);
        var inForce = await ladders.LaddersAsync(studio.Id, stop);
        return
        [
            .. sessions.Select(s =>
                View(
                    studio,
                    s,
                    zone,
                    coaches,
                    [.. logs[s.Record.Id].Select(l => LogEndpoints.View(l, coaches, inForce))]
                )
            ),
        ];
    }

    /// <summary>What may be put into any session of this studio, by its name.</summary>
    public static IReadOnlyList<SessionExtraView> Extras(StudioRecord studio) =>
        [
            .. Exercise
                .All.OrderBy(e => e.Name, StringComparer.Ordinal)
                .Select(e => new SessionExtraView(
                    e.Name,
                    SessionPlan.Extra(e, ChoicesInForce.Style(studio, null, e.Id), longRests: false).ToWire()
                )),
        ];

    private SessionView View(
        StudioRecord studio,
        SessionOfDay session,
        TimeZoneInfo zone,
        Dictionary<Guid, string> coaches,
        IReadOnlyList<LogView> logs
    )
    {
        var (record, day, today) = (session.Record, session.Day, session.Today);
        var items = session.Items;
        var asked = (session.Kept?.ToTaps() ?? []).OfType<ItemAdded>().Select(a => a.Item).Concat(items).ToArray();
        var local = TimeZoneInfo.ConvertTime(record.StartsAt, zone);
        var now = TimeZoneInfo.ConvertTime(scope.Now, zone);
        return new SessionView(
            record.Id,
            record.ClientId,
            day.Client.Name,
            record.StartsAt,
            local.ToString("HH:mm", CultureInfo.InvariantCulture),
            local.Date < now.Date ? local.ToString("dddd d MMMM", CultureInfo.InvariantCulture) : null,
            [.. items.Select(i => i.ToWire())],
            session.Kept?.Guard.ToWire() ?? session.Guard.ToWire(),
            session.Guard.ToWire(),
            [.. (session.Kept?.Taps ?? []).Select(t => t.ToWire())],
            record is { DeviceId: { } device, RunSince: { } since }
                ? new RunByView(
                    device,
                    record.DeviceName ?? "",
                    record.ChangedBy is { } by ? coaches.GetValueOrDefault(by, "") : "",
                    since
                )
                : null,
            record.ClosedAt is not null,
            asked
                .Select(i => i.ExerciseId)
                .Distinct()
                .Select(Exercise.Find)
                .OfType<Exercise>()
                .ToDictionary(e => e.Id, e => About(studio, session, e, asked)),
            asked
                .Select(i => i.Range)
                .OfType<RangeTest>()
                .Distinct()
                .ToDictionary(
                    t => t,
                    t =>
                        Measured(
                            RangeTestInfo.Of(t),
                            KeptIntake.Of(day.Client).StatureCm,
                            ChoicesInForce.Kit(studio).Tape
                        )
                ),
            today.First.Sentence,
            today.AskedWhy,
            (int)Math.Ceiling(items.Sum(i => i.AboutSeconds) / 60.0),
            Cautions.AboutPain(today.PainLimit.Value),
            today.Sore is { } sore ? new PainDto(sore.Score, sore.Leg, sore.Role, sore.Site, sore.Kind) : null,
            // What was done last is not long ago: the muscles may still tell.
            day.Logs.Any(l =>
                l.Day < DateOnly.FromDateTime(now.Date)
                && l.Day >= DateOnly.FromDateTime(now.Date).AddDays(-Due.MorningDays)
            ),
            day.Care.AskEachSet,
            today.Asked?.Range.Phase == Phase.Learning,
            [.. today.Due.Select(DueView.Of)],
            [.. today.Conditions.Select(ConditionView.Of)],
            session.Plan.Technique()?.ToWire(),
            logs
        );
    }

    /// <summary>How a range is measured in the hour: the ankle by the gap to the wall where the stature tells what it comes to.</summary>
    private static SessionRangeView Measured(RangeTestInfo test, double? statureCm, Tape tape) =>
        test.Test == RangeTest.AnkleBend && statureCm is not null
            ? new(
                test.Name,
                test.How,
                true,
                FieldRange.ToeToWall.Least,
                FieldRange.ToeToWall.Most,
                RangeChange.RealWords(byGap: true, tape)
            )
            : new(
                test.Name,
                test.How,
                false,
                test.LeastDegrees,
                test.MostDegrees,
                RangeChange.RealWords(byGap: false, tape)
            );

    private static SessionExerciseView About(
        StudioRecord studio,
        SessionOfDay session,
        Exercise exercise,
        IEnumerable<SessionItem> items
    )
    {
        var (client, today) = (session.Day.Client, session.Today);
        var mine = exercise.Id == today.Exercise.Id;
        var school = mine ? today.School : client.School ?? exercise.UsualSchool ?? SchoolCode.VerticalShin;
        var style = ChoicesInForce.Style(studio, client, exercise.Id, school);
        var load = items.First(i => i.ExerciseId == exercise.Id).Load;
        var card = mine
            ? today.Card
            : session.Day.Facts.Setups.Where(s => s.ExerciseId == exercise.Id).MaxBy(s => s.Place)?.Card ?? [];
        var said = style.On(exercise);
        return new SessionExerciseView(
            exercise.Name,
            exercise.Plain,
            mine ? session.Day.CueText : null,
            said.Felt,
            said.LookFor,
            WrongView.Of(exercise, school, style, load, ChoicesInForce.Words(studio, client, exercise.Id)),
            [
                .. SetupSteps
                    .Of(exercise, school, style, card, load, session.Day.Care.KeepsShoes)
                    .Select(s => new SetupStepView(s.Name, s.Say, s.Value)),
            ],
            GateView.For(exercise, school),
            Sore(
                ChoicesInForce.Words(studio, client, exercise.Id),
                style.FormsOf(exercise, school, load.Kilograms > 0)
            ),
            exercise.StepBack,
            exercise
                .Loads.Select(l => (l, Totals: session.Day.Facts.Rack.Totals(l)))
                .Where(l => l.Totals.Count > 0)
                .ToDictionary(l => l.l, l => l.Totals),
            Tempos(
                items.Where(i => i.ExerciseId == exercise.Id).Select(i => i.Tempo).FirstOrDefault(t => t is not null),
                exercise
            ),
            exercise.Cautions
        );
    }

    /// <summary>The usual tempo of an exercise and the slower ones, each one step on; none where it is held.</summary>
    private static List<TempoDto> Tempos(Tempo? asked, Exercise exercise)
    {
        var all = new List<TempoDto>();
        if (asked is not null)
        {
            for (var t = DoseRange.Practising.TempoFor(exercise); t is not null; t = t.Slower())
                all.Add(new(t.Down, t.Pause, t.Up, t.Top));
        }

        return all;
    }

    /// <summary>What to change for each place where it may hurt; places with the same answer together.</summary>
    private static IReadOnlyList<SoreAnswerView> Sore(CueWords words, Forms forms)
    {
        SoreRoundView[] Rounds(PainSite site, LegRole role) =>
            [
                .. SoreAnswer
                    .Of(site, role, forms)
                    .Select(r => new SoreRoundView(
                        r.Why,
                        [.. r.Steps.Select(c => new SoreStepView(c.Id, words.Of(c).Text))]
                    )),
            ];
        return
        [
            .. Enum.GetValues<LegRole>()
                .SelectMany(role =>
                    Enum.GetValues<PainSite>()
                        .Select(site => (Site: site, Rounds: Rounds(site, role)))
                        .GroupBy(a =>
                            string.Join('|', a.Rounds.Select(r => r.Why + string.Join(',', r.Steps.Select(s => s.Id))))
                        )
                        .Select(g => new SoreAnswerView([.. g.Select(a => a.Site)], role, g.First().Rounds))
                ),
        ];
    }
}
