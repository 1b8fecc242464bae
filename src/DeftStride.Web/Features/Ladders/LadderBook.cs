using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Ladders;

/// <summary>A client on a ladder: which rung is planned, where the sides stand, what is asked for there.</summary>
/// <param name="Ladder">The ladder.</param>
/// <param name="Rung">The planned rung: the weaker side's.</param>
/// <param name="Left">Where the left stands.</param>
/// <param name="Right">Where the right stands.</param>
/// <param name="Placed">Whether the client has been put on this ladder at all.</param>
/// <param name="Last">The step that put the weaker side there, or null.</param>
/// <param name="Asked">What is asked for.</param>
/// <param name="AskedWhy">Why those numbers.</param>
internal sealed record Spot(
    Ladder Ladder,
    Rung Rung,
    string Left,
    string Right,
    bool Placed,
    RungFact? Last,
    Prescription Asked,
    string AskedWhy
);

/// <summary>Reads ladders and where clients stand on them.</summary>
internal sealed class LadderBook(StudioContext db, StudioScope scope)
{
    private IReadOnlyList<Ladder>? _ladders;

    /// <summary>The ladders in force: the usual ones, changed where the studio changed them, then the studio's own.</summary>
    public async Task<IReadOnlyList<Ladder>> LaddersAsync(CancellationToken stop)
    {
        if (_ladders is { } known)
            return known;
        var studio = await scope.StudioAsync(stop);
        var own = (
            await db
                .Ladders.AsNoTracking()
                .Where(l => l.StudioId == studio.Id)
                .OrderBy(l => l.CreatedAt)
                .ToListAsync(stop)
        )
            .Select(l => KeptLadder.Kept.Read(l.Body).ToCore())
            .ToArray();
        return _ladders = [
            .. Ladder.All.Select(l => own.FirstOrDefault(o => o.Id == l.Id) ?? l),
            .. own.Where(o => Ladder.All.All(l => l.Id != o.Id)),
        ];
    }

    /// <summary>Every step of some clients that stands, oldest first: steps of a decision that was changed later do not count.</summary>
    /// <remarks>Only what places them is read: the facts behind each step only with <paramref name="why"/>, what was sent never.</remarks>
    public async Task<ILookup<Guid, RungFact>> WaysAsync(
        IReadOnlyCollection<Guid> clients,
        CancellationToken stop,
        bool why = false
    )
    {
        var standing = db.StandingSteps().AsNoTracking().Where(r => clients.Contains(r.ClientId));
        var read = why
            ? standing
                .OrderByDescending(r => r.Sequence)
                .Take(MostSteps)
                .Select(r => new RungFact
                {
                    Id = r.Id,
                    ClientId = r.ClientId,
                    CoachId = r.CoachId,
                    LadderId = r.LadderId,
                    RungId = r.RungId,
                    Side = r.Side,
                    Kind = r.Kind,
                    DecisionId = r.DecisionId,
                    RecordedAt = r.RecordedAt,
                    Sequence = r.Sequence,
                    Judged = r.Judged,
                    Body = "",
                })
            // The last step of each ladder and side says where it stands; the ones before say nothing more to a list.
            : standing
                .Where(r =>
                    !db.StandingSteps()
                        .Any(n =>
                            n.ClientId == r.ClientId
                            && n.LadderId == r.LadderId
                            && n.Side == r.Side
                            && n.Sequence > r.Sequence
                        )
                )
                .Select(r => new RungFact
                {
                    Id = r.Id,
                    ClientId = r.ClientId,
                    CoachId = r.CoachId,
                    LadderId = r.LadderId,
                    RungId = r.RungId,
                    Side = r.Side,
                    Kind = r.Kind,
                    DecisionId = r.DecisionId,
                    RecordedAt = r.RecordedAt,
                    Sequence = r.Sequence,
                    Judged = "",
                    Body = "",
                });
        return (await read.ToListAsync(stop)).OrderBy(r => r.Sequence).ToLookup(r => r.ClientId);
    }

    /// <summary>A way of five years is not read to its beginning; the latest steps are what a page shows.</summary>
    private const int MostSteps = 60;

    /// <summary>The standing logs of some clients, oldest first.</summary>
    /// <remarks>What was sent is read only with <paramref name="whole"/>.</remarks>
    public async Task<ILookup<Guid, LogFact>> LogsAsync(
        IReadOnlyCollection<Guid> clients,
        DateTimeOffset from,
        CancellationToken stop,
        bool whole = false
    )
    {
        var standing = db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => clients.Contains(l.ClientId) && l.RecordedAt >= from);
        var read = whole
            ? standing.OrderByDescending(l => l.Sequence).Take(MostLogs)
            : standing.Select(l => new LogFact
            {
                Id = l.Id,
                ClientId = l.ClientId,
                CoachId = l.CoachId,
                Day = l.Day,
                ExerciseId = l.ExerciseId,
                RungId = l.RungId,
                CheckId = l.CheckId,
                NextMorning = l.NextMorning,
                Pain = l.Pain,
                RecordedAt = l.RecordedAt,
                Sequence = l.Sequence,
                Judged = l.Judged,
                Body = "",
            });
        return (await read.ToListAsync(stop)).OrderBy(l => l.Sequence).ToLookup(l => l.ClientId);
    }

    private const int MostLogs = 40;

    /// <summary>Where the sides of one client stand now.</summary>
    public static IReadOnlyList<Stand> Stands(IEnumerable<RungFact> way) =>
        [
            .. way.GroupBy(r => (r.LadderId, r.Side))
                .Select(g => g.Last())
                .Select(r => new Stand(r.LadderId, r.Side, r.RungId, r.RecordedAt)),
        ];

    /// <summary>Where a client is on the ladder of an exercise, or null when no ladder has it.</summary>
    public static Spot? SpotOf(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        RungFact[] way,
        IEnumerable<LogFact> logs,
        LoadRack rack
    )
    {
        if (Placement.Where(ladders, exerciseId, Stands(way)) is not { } at)
            return null;
        return SpotOn(at.Ladder, at.Rung, way, logs, rack);
    }

    /// <summary>The same for what was done: an exercise that is on the ladder but on none of the client's own rungs (an easier one as warm-up, say) says nothing about them.</summary>
    public static Spot? SpotFor(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        RungFact[] way,
        IEnumerable<LogFact> logs,
        LoadRack rack
    ) =>
        SpotOf(ladders, exerciseId, way, logs, rack) is { } spot && (!spot.Placed || spot.Rung.ExerciseId == exerciseId)
            ? spot
            : null;

    /// <summary>Where a client is on one ladder; the rung is the planned one once the client stands there.</summary>
    public static Spot SpotOn(Ladder ladder, Rung begin, RungFact[] way, IEnumerable<LogFact> logs, LoadRack rack)
    {
        var mine = way.Where(r => r.LadderId == ladder.Id && ladder.Rung(r.RungId) is not null).ToArray();
        string? Of(BodySide side) => mine.LastOrDefault(r => r.Side == side)?.RungId;
        if (mine.Length == 0)
            return new Spot(
                ladder,
                begin,
                begin.Id,
                begin.Id,
                false,
                null,
                First(begin, rack),
                $"Where the rung begins: {begin.Dose}."
            );
        var (left, right) = (Of(BodySide.Left) ?? mine[^1].RungId, Of(BodySide.Right) ?? mine[^1].RungId);
        // The rung that was asked about, while a side stands on it; else the planned one, which is the weaker side's.
        var rung = begin.Id == left || begin.Id == right ? begin : Stride.Planned(ladder, left, right);
        var last = mine.LastOrDefault(r => r.RungId == rung.Id);
        // What was asked for on this rung before the client last came to it counts no more.
        var since = last?.Sequence ?? 0;
        if (logs.LastOrDefault(l => l.RungId == rung.Id && l.Sequence >= since) is not { } log)
            return new Spot(
                ladder,
                rung,
                left,
                right,
                true,
                last,
                First(rung, rack),
                $"Where the rung begins: {rung.Dose}."
            );
        var judged = KeptLogResult.Kept.Read(log.Judged);
        return new Spot(ladder, rung, left, right, true, last, judged.Next.ToCore(rung.Dose), judged.Why);
    }

    private static Prescription First(Rung rung, LoadRack rack) =>
        Prescription.First(rung.Dose, Exercise.Find(rung.ExerciseId)!, rack);

    /// <summary>Whether body and kit reach a rung. Of the two sides the one with less to spare decides.</summary>
    public async Task<Func<Rung, RungReach>> ReachAsync(ClientRecord client, Ladder ladder, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var ranges = await IntakeEndpoints.RangesAsync(db, client.Id, stop);
        var (left, right) = (
            IntakeEndpoints.RangeOf(ranges, BodySide.Left),
            IntakeEndpoints.RangeOf(ranges, BodySide.Right)
        );
        var kit = BenchEndpoints.KeptKitOf(studio);
        var (core, body, gear) = (kit.ToCore(), KeptIntake.Of(client).Body(), kit.Things?.ToHashSet());
        var known = new Dictionary<string, RungReach>();
        return rung =>
        {
            if (known.TryGetValue(rung.Id, out var found))
                return found;
            var school = client.School ?? Exercise.Find(rung.ExerciseId)?.UsualSchool ?? SchoolCode.VerticalShin;
            var both = new[] { (left, right), (right, left) }
                .Select(p => RungReach.Of(ladder, rung, new ReachFacts(body, p.Item1, p.Item2, core, gear, school)))
                .ToArray();
            return known[rung.Id] =
                both.FirstOrDefault(r => !r.Reachable) ?? both.FirstOrDefault(r => r.Why.Length > 0) ?? both[0];
        };
    }

    /// <summary>The studio's weights.</summary>
    public async Task<LoadRack> RackAsync(CancellationToken stop) =>
        BenchEndpoints.KeptKitOf(await scope.StudioAsync(stop)).Rack();

    /// <summary>A setting as it stands for a client and an exercise.</summary>
    public async Task<string> SettingAsync(string id, ClientRecord client, string exerciseId, CancellationToken stop)
    {
        var all = KeptStudioChoices.Of(await scope.StudioAsync(stop));
        var school = client.School ?? Exercise.Find(exerciseId)?.UsualSchool;
        return SettingEndpoints
            .InForce(Setting.Find(id)!, all, KeptClientChoices.Of(client), exerciseId, school)
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
                PropEndpoints
                    .Of(client, today)
                    .Any(p =>
                        Core.Correcting.Fault.Find(p.CorrectionId)!
                            .Value.Correction.Needs.Contains(Core.Exercises.Gear.Support)
                    ),
                await RackAsync(stop),
                await OrderAsync(client, spot.Rung.ExerciseId, stop),
                reach
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
        string firstSide,
        LayOff? away,
        DateOnly today,
        CancellationToken stop
    )
    {
        var mine = way.Where(r => r.LadderId == ladder.Id).ToArray();
        string At(BodySide side) =>
            mine.LastOrDefault(r => r.Side == side && ladder.Rung(r.RungId) is not null)?.RungId ?? mine[^1].RungId;
        var spot = SpotOn(
            ladder,
            Stride.Planned(ladder, At(BodySide.Left), At(BodySide.Right)),
            way,
            logs,
            await RackAsync(stop)
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
            firstSide,
            [.. now.Concat(after).Select(o => View(o, ladder))],
            away is null
                ? null
                : new LayOffView(away.Weeks, away.Anew, away.Sentence, away.Why, Below()?.Id, Below()?.Name)
        );

        Rung? Below() => spot.Rung.Fallback is { } f ? ladder.Rung(f) : null;
    }
}
