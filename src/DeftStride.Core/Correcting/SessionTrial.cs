using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Correcting;

/// <summary>A trial made in this session.</summary>
/// <param name="CorrectionId">What was tried.</param>
/// <param name="Outcome">What it did.</param>
/// <param name="Side">The client's own side.</param>
/// <param name="After">What the retest showed, or null when it was judged by eye alone.</param>
public sealed record SessionTrial(string CorrectionId, TrialOutcome Outcome, BodySide Side, Look? After)
{
    /// <summary>Whether a measured retest was outside still. One that helped and left it outside counts as tried.</summary>
    public bool LeftOutside { get; init; }
}
