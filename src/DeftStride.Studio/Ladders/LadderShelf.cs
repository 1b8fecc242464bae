using DeftStride.Core.Dosing;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Ladders;

/// <summary>Reads ladders, the steps that clients took on them and what was logged there.</summary>
internal sealed class LadderShelf(StudioContext db)
{
    private static readonly Question<LadderRecord> Own = new(
        (db, asked) => db.Ladders.AsNoTracking().Where(l => l.StudioId == asked.One).OrderBy(l => l.CreatedAt)
    );

    private IReadOnlyList<Ladder>? _ladders;

    /// <summary>The ladders in force: the usual ones, changed where the studio changed them, then the studio's own.</summary>
    public async Task<IReadOnlyList<Ladder>> LaddersAsync(Guid studioId, CancellationToken stop)
    {
        if (_ladders is { } known)
            return known;
        var own = (await Own.OfAsync(db, studioId, stop)).Select(l => KeptLadder.Kept.Read(l.Body).ToCore()).ToArray();
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
        return (await (why ? Steps : Places).OfAsync(db, clients, stop))
            .OrderBy(r => r.Sequence)
            .ToLookup(r => r.ClientId);
    }

    /// <summary>The latest steps with the facts behind each.</summary>
    private static readonly Question<RungFact> Steps = new(
        (db, asked) =>
            db.StandingSteps()
                .AsNoTracking()
                .OfClients(asked)
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
    );

    /// <summary>The last step of each ladder and side, which says where it stands; the ones before say nothing more to a list.</summary>
    private static readonly Question<RungFact> Places = new(
        (db, asked) =>
        {
            var steps = db.StandingSteps();
            return steps
                .AsNoTracking()
                .OfClients(asked)
                .Where(r =>
                    !steps.Any(n =>
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
        }
    );

    /// <summary>A way of five years is not read to its beginning; the latest steps are what a page shows.</summary>
    private const int MostSteps = 60;

    /// <summary>The standing logs of some clients from the last <see cref="LogDays"/> days, oldest first.</summary>
    public async Task<ILookup<Guid, LogFact>> LogsAsync(
        IReadOnlyCollection<Guid> clients,
        DateTimeOffset now,
        CancellationToken stop
    )
    {
        return (await Logs.OfAsync(db, clients, now.AddDays(-LogDays), stop)).ToLookup(l => l.ClientId);
    }

    private static readonly Question<DateTimeOffset, LogFact> Logs = new(
        (db, asked) =>
            db.Standing<LogFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Where(l => l.RecordedAt >= asked.With)
                .OrderBy(l => l.Sequence)
    );

    /// <summary>Logs further back than this are not read: what was asked for then counts no more.</summary>
    private const int LogDays = 190;

    /// <summary>A step as the core reads it.</summary>
    public static StepTaken Step(RungFact r) =>
        new(r.LadderId, r.RungId, r.Side, r.Kind, r.Sequence, r.RecordedAt, r.DecisionId);

    /// <summary>What a log says was done when that cannot be read: nothing, so that no side is named by it.</summary>
    private static readonly SessionLog Untold = new([], null, null);

    /// <summary>Logs as the core reads them. One whose result cannot be read asks for nothing.</summary>
    public static IReadOnlyList<DoseLogged> Logged(IEnumerable<LogFact> logs) =>
        [.. logs.Select(Logged).OfType<DoseLogged>()];

    private static DoseLogged? Logged(LogFact fact)
    {
        if (!KeptLogResult.Kept.TryRead(fact.Judged, out var result, out _))
            return null;
        var log = KeptLog.Kept.TryRead(fact.Body, out var read, out _) ? read.Log : null;
        return new DoseLogged(
            fact.ExerciseId,
            fact.RungId,
            fact.Day,
            fact.Sequence,
            fact.RecordedAt,
            fact.CheckId is not null,
            log?.ToCore() ?? Untold,
            new NextAsked(
                result.Next.Sets,
                result.Next.Amount,
                new Load(result.Next.Position, result.Next.LoadKg),
                result.Why
            )
            {
                Tempo = result.NextTempo?.ToCore(),
            }
        )
        {
            Tempo = log?.Tempo?.ToCore(),
        };
    }
}
