using DeftStride.Data.Kept;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;

namespace DeftStride.Web.Features.Checks;

/// <summary>Between what is sent and what is kept: checks and trials.</summary>
internal static class CheckForms
{
    public static KeptCheck ToKept(this CheckRequest r) =>
        new(
            r.Id,
            r.ClientId,
            r.ExerciseId,
            r.School,
            [.. r.Stills.Select(s => s.ToKept())],
            [.. r.Seen.Select(s => s.ToKept())],
            [.. r.Stated.Select(s => s.ToKept())],
            r.Felt.ToKept(),
            r.Effort,
            r.Pain.ToKept(),
            r.NextMorning,
            r.Supersedes,
            r.Soreness,
            string.IsNullOrWhiteSpace(r.Remark) ? null : r.Remark.Trim(),
            r.Movements.ToKept()
        );

    public static KeptTrial ToKept(this TrialRequest r) =>
        new(
            r.Id,
            r.CheckId,
            r.CorrectionId,
            r.Side,
            [.. r.Stills.Select(s => s.ToKept())],
            [.. r.Seen.Select(s => s.ToKept())],
            r.ByEye,
            r.Pain.ToKept(),
            r.Supersedes,
            r.Feels,
            r.Movements.ToKept()
        );
}
