using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.People;

/// <summary>Keeps how far a joint goes.</summary>
internal sealed class RangeRecorder(StudioScope scope, FactWriter facts)
{
    /// <summary>Keeps a range that was measured. The same sent twice is kept once.</summary>
    /// <returns>Whose it is.</returns>
    /// <exception cref="Refusal">It cannot be meant, or a gap to the wall without a stature.</exception>
    public async Task<ClientRecord> AddAsync(KeptRange sent, CancellationToken stop)
    {
        var client = await scope.ClientAsync(sent.ClientId, stop);
        if (await facts.ExistingAsync<RangeFact, KeptRange>(sent.Id, sent, stop) is null)
        {
            var degrees = DegreesOf(sent, KeptIntake.Of(client));
            if (sent.Test == RangeTest.AnkleBend)
            {
                // Every check is judged by the ankle: the newest is kept with the client too, in the same write.
                if (sent.Side == BodySide.Left)
                    client.LeftAnkleDegrees = degrees;
                else
                    client.RightAnkleDegrees = degrees;
                client.Version++;
            }

            await facts.AddAsync(
                new RangeFact
                {
                    Id = sent.Id,
                    ClientId = client.Id,
                    Test = sent.Test,
                    Side = sent.Side,
                    Degrees = degrees,
                    Supersedes = sent.Supersedes,
                },
                sent,
                stop
            );
        }

        return client;
    }

    private static double DegreesOf(KeptRange request, KeptIntake intake)
    {
        var info = RangeTestInfo.Of(request.Test);
        double degrees;
        if (request.GapCm is { } gap)
        {
            if (request.Test != RangeTest.AnkleBend)
                throw Refusal.BadInput(
                    "gap",
                    "Only the knee-to-wall test is read as a gap. Give the others in degrees."
                );
            var body =
                intake.Body()
                ?? throw Refusal.BadInput(
                    "stature",
                    "Give the stature first: the gap alone does not say how far the shin leans."
                );
            Refusal.Unless(FieldRange.ToeToWall, "gap", gap);
            degrees =
                KneeToWall.ShinLean(gap / 100, body)?.Degrees
                ?? throw Refusal.BadInput(
                    "gap",
                    "A shin that short does not reach a wall that far away. Measure again."
                );
        }
        else
            degrees =
                request.Degrees
                ?? throw Refusal.BadInput("degrees", $"{info.Name}: give the angle as a number of degrees.");

        return info.Problem(degrees) is { } problem
            ? throw Refusal.BadInput("degrees", problem)
            : Math.Round(degrees, 1);
    }
}
