using DeftStride.Core.Bodies;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.People;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Standing;

/// <summary>Reads ladders and where clients stand on them.</summary>
internal sealed class LadderBook(StudioContext db, StudioScope scope, LadderShelf shelf, ConditionShelf conditions)
{
    /// <summary>So many of the last looks say whether a rung that is meant for one fault is for this client.</summary>
    private const int LooksForARung = 8;

    private static readonly Question<string?> FaultsSeen = new(
        (db, asked) =>
            db.Standing<CheckFact>()
                .AsNoTracking()
                .OfClients(asked)
                .OrderByDescending(c => c.Sequence)
                .Take(LooksForARung)
                .Select(c => c.FaultId)
    );

    private static readonly Question<long, (string Body, string Judged)> Progressed = new(
        (db, asked) =>
            db.Standing<DecisionFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Where(d => d.Chosen == DecisionOutcome.Progress && d.Sequence >= asked.With)
                .Select(d => new ValueTuple<string, string>(d.Body, d.Judged))
    );

    /// <summary>The ladders in force.</summary>
    public async Task<IReadOnlyList<Ladder>> LaddersAsync(CancellationToken stop) =>
        await shelf.LaddersAsync((await scope.StudioAsync(stop)).Id, stop);

    /// <summary>Where a client is on the ladder of an exercise that was done, or null when none of the client's own rungs has it.</summary>
    public async Task<Spot?> SpotForAsync(ClientRecord client, string exerciseId, CancellationToken stop) =>
        Spot.For(
            await LaddersAsync(stop),
            exerciseId,
            [.. (await shelf.WaysAsync([client.Id], stop))[client.Id].Select(LadderShelf.Step)],
            LadderShelf.Logged((await shelf.LogsAsync([client.Id], scope.Now, stop))[client.Id]),
            await RackAsync(client, stop)
        );

    /// <summary>Whether body and kit reach a rung. Of the two sides the one with less to spare decides.</summary>
    public async Task<Func<Rung, RungReach>> ReachAsync(ClientRecord client, Ladder ladder, CancellationToken stop)
    {
        var holds = await conditions.OfAsync(
            client,
            (await shelf.WaysAsync([client.Id], stop))[client.Id],
            await scope.TodayAsync(stop),
            stop
        );
        return await ReachAsync(client, ladder, await db.RangesAsync(client.Id, stop), holds, stop);
    }

    /// <summary>The same from a day that is known.</summary>
    public Task<Func<Rung, RungReach>> ReachAsync(ClientDay day, Ladder ladder, CancellationToken stop) =>
        ReachAsync(day.Client, ladder, day.Ranges, day.Facts.Conditions, stop);

    private async Task<Func<Rung, RungReach>> ReachAsync(
        ClientRecord client,
        Ladder ladder,
        IReadOnlyList<RangeFact> ranges,
        IReadOnlyList<Condition> holds,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var age = KeptIntake.Of(client).AgeOn(await scope.TodayAsync(stop));
        var (left, right) = (TodayBook.Range(ranges, BodySide.Left, age), TodayBook.Range(ranges, BodySide.Right, age));
        var kit = ChoicesInForce.Kit(studio);
        var (core, body, gear) = (kit.ToCore(), KeptIntake.Of(client).Body(), kit.Things?.ToHashSet());
        // A rung that is meant for one fault is open to whom it was seen in lately.
        var seen = ladder.Rungs.Any(r => r.MeantFor is not null)
            ? (await FaultsSeen.OfAsync(db, client.Id, stop)).OfType<string>().ToHashSet()
            : null;
        (RangeOfMotion Front, RangeOfMotion Rear)[] sides = left.Same(right)
            ? [(left, right)]
            : [(left, right), (right, left)];
        var known = new Dictionary<string, RungReach>();
        return rung =>
        {
            if (known.TryGetValue(rung.Id, out var found))
                return found;
            var school = client.School ?? Exercise.Find(rung.ExerciseId)?.UsualSchool ?? SchoolCode.VerticalShin;
            var both = sides
                .Select(p =>
                    RungReach.Of(
                        ladder,
                        rung,
                        new ReachFacts(body, p.Front, p.Rear, core, gear, school) { Conditions = holds, Seen = seen }
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
        var progressed = await Progressed.OfAsync(db, clientId, since, stop);
        return progressed
            .Select(d =>
                KeptDecision.Kept.TryRead(d.Body, out var decision, out _)
                && KeptRecommendation.Kept.TryRead(d.Judged, out var said, out _)
                    ? decision.Taken(said)
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

    /// <summary>Every way on from where a client is, by what is asked for there.</summary>
    public async Task<Func<Prescription, IReadOnlyList<ProgressOption>>> OptionsAsync(
        ClientRecord client,
        Spot spot,
        Func<Rung, RungReach> reach,
        DateOnly today,
        CancellationToken stop
    )
    {
        if (spot.Left != spot.Right && Stride.Planned(spot.Ladder, spot.Left, spot.Right).Id != spot.Rung.Id)
        {
            var behind = spot.Left == spot.Rung.Id ? BodySide.Right : BodySide.Left;
            return asked => [ProgressOption.CatchUp(spot.Rung, behind, asked)];
        }

        var held = ChoicesInForce.Props(client, today).Any(p => p.Correction.Needs.Contains(Gear.Support));
        var rack = await RackAsync(client, stop);
        var order = await OrderAsync(client, spot.Rung.ExerciseId, stop);
        var taken = await TakenAsync(client.Id, spot.Rung.Id, spot.Last?.Place ?? 0, stop);
        var other =
            spot.Left == spot.Right ? null
            : spot.Rung.Id == spot.Left ? spot.Right
            : spot.Left;
        return asked =>
            ProgressOption.For(spot.Ladder, spot.Rung, asked, held, rack, order, reach, taken, other, spot.Tempo);
    }
}
