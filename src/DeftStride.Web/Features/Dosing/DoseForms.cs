using DeftStride.Data.Kept;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Safety;

namespace DeftStride.Web.Features.Dosing;

/// <summary>Between what is sent and what is kept: logs and what is asked for.</summary>
internal static class DoseForms
{
    public static KeptDone? ToKept(this LogDto? l) =>
        l is null
            ? null
            : new(
                l.Sets is null
                    ? null
                    : [.. l.Sets.Select(s => new KeptSet(s.Side, s.Amount, s.Clean, s.LoadKg, s.Position, s.Resets))],
                l.Even is { } e
                    ? new KeptEvenSets(e.Sets, e.Amount, e.CleanLeft, e.CleanRight, e.LoadKg, e.Position, e.Resets)
                    : null,
                l.Effort,
                l.Pain.ToKept(),
                l.NextMorning,
                l.Felt.ToKept()
            );

    public static LogDto? ToWire(this KeptDone? l) =>
        l is null
            ? null
            : new(
                l.Sets is null
                    ? null
                    : [.. l.Sets.Select(s => new SetDto(s.Side, s.Amount, s.Clean, s.LoadKg, s.Position, s.Resets))],
                l.Even is { } e
                    ? new EvenDto(e.Sets, e.Amount, e.CleanLeft, e.CleanRight, e.LoadKg, e.Position, e.Resets)
                    : null,
                l.Effort,
                l.Pain.ToWire(),
                l.NextMorning,
                l.Felt.ToWire()
            );

    public static KeptLog ToKept(this LogRequest r) =>
        new(r.Log.ToKept()!, r.Id, r.ClientId, r.Day, r.ExerciseId, r.Supersedes);

    public static PrescriptionView ToWire(this KeptPrescription p) =>
        new(p.Phase, p.Sets, p.Amount, p.Held, p.LoadKg, p.Position, p.Text, SidesOf(p.Text), p.Rest, p.Tempo);

    /// <summary>What stood behind the amount when it was kept.</summary>
    private static string SidesOf(string text) =>
        text.Contains(" a side", StringComparison.Ordinal) ? " a side"
        : text.Contains(" each leg", StringComparison.Ordinal) ? " each leg"
        : "";
}
