using System.Globalization;
using DeftStride.Core.Ladders;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Safety;

/// <summary>What holds for clients today: the notes that cleared red flags, and what the record asks for.</summary>
internal sealed class ConditionShelf(StudioContext db)
{
    private static readonly Question<FlagClearingFact> Clearings = new(
        (db, asked) =>
            db.Standing<FlagClearingFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Where(c => c.ExaminedOn >= StandingFacts.FirstDay)
                .OrderBy(c => c.Sequence)
    );

    /// <summary>What holds for one client on a day.</summary>
    public async Task<IReadOnlyList<Condition>> OfAsync(
        ClientRecord client,
        IEnumerable<RungFact> way,
        DateOnly day,
        CancellationToken stop
    ) => Of(client, (await ClearingsAsync([client.Id], stop))[client.Id], way, day);

    /// <summary>The notes that cleared flags, oldest first.</summary>
    public async Task<ILookup<Guid, FlagClearingFact>> ClearingsAsync(
        IReadOnlyCollection<Guid> clients,
        CancellationToken stop
    ) => (await Clearings.OfAsync(db, clients, stop)).ToLookup(c => c.ClientId);

    /// <summary>A clinician's conditions first, then the record's; those that have ended are left out.</summary>
    public static IReadOnlyList<Condition> Of(
        ClientRecord client,
        IEnumerable<FlagClearingFact> clearings,
        IEnumerable<RungFact> way,
        DateOnly day
    ) => [.. clearings.Select(Of).Where(c => c.Holds(day)), .. Care(client, way).Conditions(day)];

    /// <summary>What the record asks for.</summary>
    public static CareRecord Care(ClientRecord client, IEnumerable<RungFact> way) =>
        KeptIntake.Of(client).CareToCore(StandHolds(way));

    /// <summary>A clearing as what it leaves standing. One whose note cannot be read keeps the words of its columns.</summary>
    public static Condition Of(FlagClearingFact clearing)
    {
        var note = KeptClearing.Kept.TryRead(clearing.Body, out var read, out _) ? read : null;
        return new(
            ConditionFrom.Clinician,
            string.Create(CultureInfo.InvariantCulture, $"{clearing.ExaminedBy}, {clearing.ExaminedOn:d MMMM yyyy}"),
            clearing.Allowed,
            note?.Forbids ?? [],
            note?.Until
        );
    }

    /// <summary>Whether both sides are past the one-leg stand, on whatever ladder has it.</summary>
    private static bool StandHolds(IEnumerable<RungFact> way)
    {
        var stands = Spot.Stands(way.Select(LadderShelf.Step));
        return stands
                .Where(s => s.LadderId == "step")
                .GroupBy(s => s.Side)
                .Count(g => g.Any(s => Ladder.Find(s.RungId)?.Rung.ExerciseId is { } e && e != "one-leg-stand")) == 2;
    }
}
