using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.People;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Plans;

/// <summary>Who needs which height when, and who would stand and wait.</summary>
internal sealed class KitBook(StudioContext db, StudioScope scope)
{
    /// <summary>The clashes of some visits that are to come, in order of time; none where no kit is listed.</summary>
    public async Task<IReadOnlyList<KitClash>> ClashesAsync(IReadOnlyList<CalendarVisit> visits, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var kit = ChoicesInForce.Kit(studio).ToCore();
        CalendarVisit[] ahead = [.. visits.Where(v => v.Stands == VisitStands.Ahead && NeedsHeight(v))];
        if (!kit.HasHeights || ahead.Length < 2)
            return [];
        return KitClash.Of(await NeedsAsync(ahead, kit, stop), kit);
    }

    private static bool NeedsHeight(CalendarVisit visit) =>
        visit.Items.Any(i => i.ExerciseId is { } id && Exercise.Find(id) is { } e && Raised(e))
        || (visit.Items.Count == 0 && Exercise.Find(visit.Record.ExerciseId) is { } only && Raised(only));

    private static bool Raised(Exercise exercise) =>
        exercise.NeedsBox
        || exercise.Form is SplitForm.FrontFootRaised or SplitForm.RearFootRaised or SplitForm.RearInstep;

    private static readonly Question<(Guid ClientId, string ExerciseId, string Body)> Setups = new(
        (db, asked) =>
            db.Standing<SetupFact>()
                .AsNoTracking()
                .OfClients(asked)
                .OrderByDescending(s => s.Sequence)
                .Select(s => new ValueTuple<Guid, string, string>(s.ClientId, s.ExerciseId, s.Body))
    );

    private async Task<IReadOnlyList<KitNeed>> NeedsAsync(
        IReadOnlyList<CalendarVisit> visits,
        StudioKit kit,
        CancellationToken stop
    )
    {
        Guid[] ids = [.. visits.Select(v => v.Record.ClientId).Distinct()];
        var clients = await db.Clients.AsNoTracking().Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id, stop);
        // By their first names, as on the floor; where two share one, whole.
        var names = clients.Values.ToDictionary(
            c => c.Id,
            c => clients.Values.Count(o => First(o.Name) == First(c.Name)) > 1 ? c.Name : First(c.Name)
        );
        var ranges = (await RangeShelf.Ranges.OfAsync(db, ids, stop)).ToLookup(r => r.ClientId);
        var setups = (await Setups.OfAsync(db, ids, stop)).ToLookup(s => (s.ClientId, s.ExerciseId), s => s.Body);
        var fits = new Dictionary<(Guid, string), KitFit?>();
        var needs = new List<KitNeed>();
        foreach (var visit in visits)
        {
            var start = visit.Day.ToDateTime(visit.At);
            // A visit that stands alone has its one exercise, after the first minutes.
            IReadOnlyList<PlanItem> items =
                visit.Items.Count > 0
                    ? visit.Items
                    :
                    [
                        new PlanItem(
                            default,
                            Core.Training.Running.SessionPlace.Main,
                            null,
                            visit.Record.ExerciseId,
                            null,
                            3,
                            8
                        ),
                    ];
            var turned = visit.Planned?.Turned == true ? null : PlanTime.Turned(items);
            PlanTime[] times = [.. PlanTime.Of(items)];
            PlanTime[] otherwise = turned is null ? [] : [.. PlanTime.Of(turned)];
            foreach (var id in items.Select(i => i.ExerciseId).OfType<string>().Distinct())
            {
                if (Exercise.Find(id) is not { } exercise || !Raised(exercise) || Fit(visit, exercise) is not { } fit)
                    continue;
                var (from, to) = Span(times, id);
                needs.Add(
                    new KitNeed(visit.Record.Id, names[visit.Record.ClientId], id, fit, start + from, start + to)
                    {
                        Turned =
                            otherwise.Length > 0 && Span(otherwise, id) is var (f, t) && (f, t) != (from, to)
                                ? (start + f, start + t)
                                : null,
                    }
                );
            }
        }

        return needs;

        static string First(string name) => name.Split(' ')[0];

        static (TimeSpan From, TimeSpan To) Span(IEnumerable<PlanTime> times, string exerciseId)
        {
            PlanTime[] its = [.. times.Where(t => t.Item.ExerciseId == exerciseId)];
            return (its.Min(t => t.From), its.Max(t => t.To));
        }

        KitFit? Fit(CalendarVisit visit, Exercise exercise)
        {
            var client = visit.Record.ClientId;
            if (!fits.TryGetValue((client, exercise.Id), out var fit))
                fits[(client, exercise.Id)] = fit = Of(clients[client], exercise, visit.Day);
            // What was given for this one visit counts for it.
            var given = visit.Planned?.Heights?.LastOrDefault(h => h.ExerciseId == exercise.Id)?.Cm;
            return fit is null || given is null ? fit : fit with { Wanted = kit.Nearest(given.Value / 100) };
        }

        KitFit? Of(ClientRecord client, Exercise exercise, DateOnly day)
        {
            var body = KeptIntake.Of(client).Body() ?? Body.From(new BodyMeasures(AssumedStature));
            RangeFact[] newest = [.. ranges[client.Id].OrderByDescending(r => r.Sequence)];
            // Of the two sides the one whose hip has less decides.
            var range = new[] { BodySide.Left, BodySide.Right }
                .Select(side => TodayBook.Range(newest, side, KeptIntake.Of(client).AgeOn(day)))
                .MinBy(r => r.Of(RangeTest.HipFlexion).Most)!;
            var known = KeptIntake.Of(client).Body() is not null;
            return
                KitFit.Of(exercise, body, range, kit, Kept(setups[(client.Id, exercise.Id)].FirstOrDefault()))
                    is { } fit
                ? fit with
                {
                    Estimate =
                        !known ? $" (an estimate for {kit.Tape.Length(AssumedStature)}: nobody has measured)"
                        : body.SegmentsMeasured ? ""
                        : " (an estimate from the stature)",
                }
                : null;
        }
    }

    /// <summary>While nobody has measured the stature a box of 40 cm suits: a right angle at the knee for this one.</summary>
    private const double AssumedStature = 1.75;

    /// <summary>The height of a set-up that was kept, metres; null for none.</summary>
    private static double? Kept(string? body) =>
        body is null || !KeptSetup.Kept.TryRead(body, out var setup, out _) ? null
        : setup.Step is { BoxCm: { } box } ? box / 100
        : setup.Split is { Stance: { FrontRaiseCm: > 0 and var front } } ? front / 100
        : setup.Split is { Stance: { RearRaiseCm: > 0 and var rear } } ? rear / 100
        : null;
}
