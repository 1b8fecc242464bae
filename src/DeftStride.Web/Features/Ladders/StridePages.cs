using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;

namespace DeftStride.Web.Features.Ladders;

/// <summary>Where a client stands, as the client's page draws it.</summary>
internal sealed class StridePages(StudioContext db, LadderBook ladders)
{
    /// <summary>The looks that steps were decided on, since a place in the order of writes.</summary>
    private static readonly Question<long, (Guid DecisionId, Guid CheckId)> DecidedOn = new(
        (db, asked) =>
            (
                from step in db.Rungs.OfClients(asked)
                where step.Sequence >= asked.With
                join decision in db.Decisions on step.DecisionId equals decision.Id
                select new ValueTuple<Guid, Guid>(decision.Id, decision.CheckId)
            ).Distinct()
    );

    /// <summary>Everything a client's page says of the ladders that a way was taken on.</summary>
    public async Task<IReadOnlyList<StrideView>> StridesAsync(
        ClientDay known,
        RungFact[] way,
        IReadOnlyDictionary<Guid, string> coaches,
        CancellationToken stop
    )
    {
        var decided = way.FirstOrDefault(r => r.DecisionId is not null);
        var checks = decided is null
            ? []
            : (await DecidedOn.OfAsync(db, known.Client.Id, decided.Sequence, stop)).ToDictionary(
                d => d.DecisionId,
                d => d.CheckId
            );
        var strides = new List<StrideView>();
        foreach (var ladder in known.Facts.Ladders.Where(l => way.Any(w => w.LadderId == l.Id)))
            strides.Add(await StrideAsync(known, ladder, way, checks, coaches, stop));
        return strides;
    }

    private async Task<StrideView> StrideAsync(
        ClientDay known,
        Ladder ladder,
        RungFact[] way,
        IReadOnlyDictionary<Guid, Guid> checks,
        IReadOnlyDictionary<Guid, string> coaches,
        CancellationToken stop
    )
    {
        var (client, day) = (known.Client, known.Today);
        var mine = way.Where(r => r.LadderId == ladder.Id).ToArray();
        string At(BodySide side) =>
            mine.LastOrDefault(r => r.Side == side && ladder.Rung(r.RungId) is not null)?.RungId ?? mine[^1].RungId;
        var spot = Spot.On(
            ladder,
            Stride.Planned(ladder, At(BodySide.Left), At(BodySide.Right)),
            [.. way.Select(LadderShelf.Step)],
            known.Facts.Logs,
            await ladders.RackAsync(client, stop)
        );
        var reach = await ladders.ReachAsync(known, ladder, stop);
        var order = await ladders.OrderAsync(client, spot.Rung.ExerciseId, stop);
        DateTimeOffset? Came(BodySide side, string rung) =>
            mine.LastOrDefault(r => r.Side == side && r.RungId == rung)?.RecordedAt;
        // What comes after the dose is filled is worth seeing before it is.
        var full = spot.Asked with
        {
            Sets = spot.Rung.Dose.SetsHigh,
            Amount = spot.Rung.Dose.High,
        };
        var reasons = mine.Select(r => r.Judged).Distinct().ToArray();
        var ways = await ladders.OptionsAsync(client, spot, reach, known.Facts.Day, stop);
        var after = spot.Asked.Full ? [] : ways(full).Where(o => o.Kind == ProgressKind.Rung);
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
                    Array.IndexOf(reasons, r.Judged),
                    r.DecisionId is { } d ? checks.GetValueOrDefault(d) : null
                )),
            ],
            [.. reasons.Select(r => StepWhyView.Of(KeptStep.Kept.Read(r)))],
            AskedSaid.Of(spot.Asked, Exercise.Find(spot.Rung.ExerciseId)!, spot.Tempo).ToWire(),
            spot.AskedWhy,
            day.First.Sentence,
            [.. ways(spot.Asked).Concat(after).Select(o => WaysSaid.Of(o, ladder).ToWire())],
            day.Away is not { } away ? null : Broken(away)
        );

        LayOffView Broken(LayOff away)
        {
            var below =
                away.Way == LayOffWay.RungBack && spot.Rung.Fallback is { } fallback ? ladder.Rung(fallback) : null;
            return new(away.Weeks, away.Anew, away.Sentence, away.Why, below?.Id, below?.Name);
        }
    }
}
