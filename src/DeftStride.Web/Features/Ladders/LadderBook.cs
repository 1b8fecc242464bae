using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Ladders;

/// <summary>Reads ladders and where clients stand on them.</summary>
internal sealed class LadderBook(StudioContext db, StudioScope scope, LadderShelf shelf, ConditionShelf conditions)
{
    /// <summary>So many of the last looks say whether a rung that is meant for one fault is for this client.</summary>
    private const int LooksForARung = 8;

    /// <summary>The ladders in force.</summary>
    public async Task<IReadOnlyList<Ladder>> LaddersAsync(CancellationToken stop) =>
        await shelf.LaddersAsync((await scope.StudioAsync(stop)).Id, stop);

    /// <summary>Where a client is on the ladder of an exercise that was done, or null when none of the client's own rungs has it.</summary>
    public async Task<Spot?> SpotForAsync(
        ClientRecord client,
        string exerciseId,
        DateTimeOffset from,
        CancellationToken stop
    ) =>
        Spot.For(
            await LaddersAsync(stop),
            exerciseId,
            [.. (await shelf.WaysAsync([client.Id], stop))[client.Id].Select(LadderShelf.Step)],
            LadderShelf.Logged((await shelf.LogsAsync([client.Id], from, stop))[client.Id]),
            await RackAsync(client, stop)
        );

    /// <summary>Whether body and kit reach a rung. Of the two sides the one with less to spare decides.</summary>
    public async Task<Func<Rung, RungReach>> ReachAsync(ClientRecord client, Ladder ladder, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var ranges = await IntakeEndpoints.RangesAsync(db, client.Id, stop);
        var (left, right) = (TodayBook.Range(ranges, BodySide.Left), TodayBook.Range(ranges, BodySide.Right));
        var kit = ChoicesInForce.Kit(studio);
        var (core, body, gear) = (kit.ToCore(), KeptIntake.Of(client).Body(), kit.Things?.ToHashSet());
        var holds = await conditions.OfAsync(
            client,
            (await shelf.WaysAsync([client.Id], stop))[client.Id],
            await scope.TodayAsync(stop),
            stop
        );
        // A rung that is meant for one fault is open to whom it was seen in lately.
        var seen = ladder.Rungs.Any(r => r.MeantFor is not null)
            ? (
                await db.Standing<CheckFact>()
                    .AsNoTracking()
                    .Where(c => c.ClientId == client.Id)
                    .OrderByDescending(c => c.Sequence)
                    .Take(LooksForARung)
                    .Select(c => c.FaultId)
                    .ToListAsync(stop)
            )
                .OfType<string>()
                .ToHashSet()
            : null;
        var known = new Dictionary<string, RungReach>();
        return rung =>
        {
            if (known.TryGetValue(rung.Id, out var found))
                return found;
            var school = client.School ?? Exercise.Find(rung.ExerciseId)?.UsualSchool ?? SchoolCode.VerticalShin;
            var both = new[] { (left, right), (right, left) }
                .Select(p =>
                    RungReach.Of(
                        ladder,
                        rung,
                        new ReachFacts(body, p.Item1, p.Item2, core, gear, school) { Conditions = holds, Seen = seen }
                    )
                )
                .ToArray();
            return known[rung.Id] =
                both.FirstOrDefault(r => !r.Reachable) ?? both.FirstOrDefault(r => r.Why.Length > 0) ?? both[0];
        };
    }

    /// <summary>The studio's weights, for a client.</summary>
    public async Task<LoadRack> RackAsync(ClientRecord client, CancellationToken stop) =>
        ChoicesInForce.Rack(await scope.StudioAsync(stop), client, await scope.TodayAsync(stop));

    /// <summary>Ways that a client took on a rung since a place in the order of writes.</summary>
    public async Task<IReadOnlySet<ProgressKind>> TakenAsync(
        Guid clientId,
        string rungId,
        long since,
        CancellationToken stop
    )
    {
        var progressed = await db.Standing<DecisionFact>()
            .AsNoTracking()
            .Where(d => d.ClientId == clientId && d.Chosen == DecisionOutcome.Progress && d.Sequence >= since)
            .Select(d => new { d.Body, d.Judged })
            .ToListAsync(stop);
        return progressed
            .Select(d =>
                KeptDecision.Kept.TryRead(d.Body, out var decision, out _)
                && KeptRecommendation.Kept.TryRead(d.Judged, out var said, out _)
                && said.Ways is { Count: > 0 } ways
                    ? ways[Math.Clamp(decision.Way ?? 0, 0, ways.Count - 1)]
                    : null
            )
            .OfType<KeptWay>()
            .Where(w => w.RungId == rungId)
            .Select(w => w.Kind)
            .ToHashSet();
    }

    /// <summary>A setting as it stands for a client and an exercise.</summary>
    public async Task<string> SettingAsync(string id, ClientRecord client, string exerciseId, CancellationToken stop)
    {
        var all = KeptStudioChoices.Of(await scope.StudioAsync(stop));
        var school = client.School ?? Exercise.Find(exerciseId)?.UsualSchool;
        return ChoicesInForce
            .Setting(Setting.Find(id)!, all, KeptClientChoices.Of(client), exerciseId, school)
            .Value.Id;
    }

    /// <summary>How branches are taken for a client.</summary>
    public async Task<BranchOrder> OrderAsync(ClientRecord client, string exerciseId, CancellationToken stop) =>
        new(
            await SettingAsync("after-loaded", client, exerciseId, stop) == "series",
            await SettingAsync("first-lunge", client, exerciseId, stop) == "forward"
        );

    /// <summary>Every way on from where a client is.</summary>
    public async Task<IReadOnlyList<ProgressOption>> OptionsAsync(
        ClientRecord client,
        Spot spot,
        Func<Rung, RungReach> reach,
        DateOnly today,
        CancellationToken stop
    ) =>
        spot.Left != spot.Right && Stride.Planned(spot.Ladder, spot.Left, spot.Right).Id != spot.Rung.Id
            ?
            [
                ProgressOption.CatchUp(
                    spot.Rung,
                    spot.Left == spot.Rung.Id ? BodySide.Right : BodySide.Left,
                    spot.Asked
                ),
            ]
            : ProgressOption.For(
                spot.Ladder,
                spot.Rung,
                spot.Asked,
                ChoicesInForce.Props(client, today).Any(p => p.Correction.Needs.Contains(Gear.Support)),
                await RackAsync(client, stop),
                await OrderAsync(client, spot.Rung.ExerciseId, stop),
                reach,
                await TakenAsync(client.Id, spot.Rung.Id, spot.Last?.Place ?? 0, stop),
                spot.Left == spot.Right ? null
                    : spot.Rung.Id == spot.Left ? spot.Right
                    : spot.Left
            );

    /// <summary>A way on as the screen shows it.</summary>
    public static WayView View(ProgressOption option, Ladder ladder) =>
        new(
            option.Kind,
            option.Text,
            option.Why,
            option.RungId,
            option.Open,
            PrescriptionView.Of(option.Dose, Exercise.Find(ladder.Rung(option.RungId)!.ExerciseId)!)
        );

    /// <summary>Where a client starts, as the screen shows it.</summary>
    public static PlacementView View(Placement placement)
    {
        PlacedView Side(PlacedSide s) => new(s.Side, s.Rung.Id, s.Rung.Name, s.Why, s.WhyNotNext);
        return new(placement.Ladder.Id, placement.Ladder.Name, Side(placement.Left), Side(placement.Right));
    }

    /// <summary>Everything a client's page says of one ladder.</summary>
    public async Task<StrideView> StrideAsync(
        ClientRecord client,
        Ladder ladder,
        RungFact[] way,
        IReadOnlyList<LogFact> logs,
        IReadOnlyDictionary<Guid, string> coaches,
        Core.Training.Today day,
        DateOnly today,
        CancellationToken stop
    )
    {
        var mine = way.Where(r => r.LadderId == ladder.Id).ToArray();
        string At(BodySide side) =>
            mine.LastOrDefault(r => r.Side == side && ladder.Rung(r.RungId) is not null)?.RungId ?? mine[^1].RungId;
        var spot = Spot.On(
            ladder,
            Stride.Planned(ladder, At(BodySide.Left), At(BodySide.Right)),
            [.. way.Select(LadderShelf.Step)],
            LadderShelf.Logged(logs),
            await RackAsync(client, stop)
        );
        var reach = await ReachAsync(client, ladder, stop);
        var order = await OrderAsync(client, spot.Rung.ExerciseId, stop);
        DateTimeOffset? Came(BodySide side, string rung) =>
            mine.LastOrDefault(r => r.Side == side && r.RungId == rung)?.RecordedAt;
        var decisions = mine.Select(r => r.DecisionId).OfType<Guid>().ToArray();
        var checks =
            decisions.Length == 0
                ? []
                : await db
                    .Decisions.AsNoTracking()
                    .Where(d => decisions.Contains(d.Id))
                    .ToDictionaryAsync(d => d.Id, d => d.CheckId, stop);
        // What comes after the dose is filled is worth seeing before it is.
        var full = spot.Asked with
        {
            Sets = spot.Rung.Dose.SetsHigh,
            Amount = spot.Rung.Dose.High,
        };
        var now = await OptionsAsync(client, spot, reach, today, stop);
        var after = spot.Asked.Full
            ? []
            : (await OptionsAsync(client, spot with { Asked = full }, reach, today, stop)).Where(o =>
                o.Kind == ProgressKind.Rung
            );
        return new StrideView(
            ladder.Id,
            ladder.Name,
            [
                .. Stride
                    .Path(ladder, spot.Left, spot.Right, order)
                    .Select(r => new StrideRungView(
                        r.Id,
                        r.Name,
                        r.ExerciseId,
                        Exercise.Find(r.ExerciseId)!.Name,
                        r.Entry,
                        r.Dose.ToString(),
                        r.Reason,
                        Came(BodySide.Left, r.Id),
                        Came(BodySide.Right, r.Id)
                    )),
            ],
            spot.Left,
            spot.Right,
            spot.Rung.Id,
            [
                .. mine.Select(r => new StrideStepView(
                    r.Side,
                    r.RungId,
                    ladder.Rung(r.RungId)?.Name ?? r.RungId,
                    r.RecordedAt,
                    coaches[r.CoachId],
                    r.Kind,
                    StepWhyView.Of(KeptStep.Kept.Read(r.Judged)),
                    r.DecisionId is { } d ? checks.GetValueOrDefault(d) : null
                )),
            ],
            PrescriptionView.Of(spot.Asked, Exercise.Find(spot.Rung.ExerciseId)!),
            spot.AskedWhy,
            day.First.Sentence,
            [.. now.Concat(after).Select(o => View(o, ladder))],
            day.Away is not { } away
                ? null
                : new LayOffView(away.Weeks, away.Anew, away.Sentence, away.Why, Below()?.Id, Below()?.Name)
        );

        Rung? Below() => spot.Rung.Fallback is { } f ? ladder.Rung(f) : null;
    }
}
