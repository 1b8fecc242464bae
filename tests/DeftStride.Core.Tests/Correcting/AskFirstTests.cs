using DeftStride.Core.Correcting;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

/// <summary>Somebody else's hand comes after the wall, the dowel, the band and the client's own.</summary>
public sealed class AskFirstTests
{
    [Fact]
    public void A_hand_that_touches_is_offered_after_every_other_touch()
    {
        var byHand = Fault.All.Where(f => f.Corrections.Any(c => c.AskFirst)).ToArray();
        Assert.NotEmpty(byHand);
        foreach (var fault in byHand)
        {
            var offered = new List<Correction>();
            while (
                CorrectionChoice.For(
                    Given.Check(3, 4).Finding,
                    new CorrectionFacts(
                        null,
                        [],
                        [.. offered.Select(c => new PastTrial(c.Id, TrialOutcome.NoDifference, default))]
                    )
                    {
                        FaultId = fault.Id,
                    }
                )
                    is { } choice
            )
                offered.Add(choice.Now);
            var touches = offered.Where(c => c.Level == CorrectionLevel.TouchOrBlock).ToArray();
            Assert.Equal(touches.OrderBy(c => c.AskFirst), touches);
        }
    }

    [Fact]
    public void Only_a_touch_is_asked_for() =>
        Assert.All(
            Fault.All.SelectMany(f => f.Corrections).Where(c => c.AskFirst),
            c => Assert.Equal(CorrectionLevel.TouchOrBlock, c.Level)
        );
}
