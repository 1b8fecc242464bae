using DeftStride.Core.Training.Running;
using DeftStride.Data.Kept;
using DeftStride.Studio.Sessions;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Safety;

namespace DeftStride.Web.Features.Sessions;

/// <summary>Between what is sent and what is kept: sessions and their taps.</summary>
internal static class SessionForms
{
    public static SentSession ToSent(this SessionRequest r)
    {
        foreach (var tap in r.Taps)
            tap.Pain?.ToCore("pain");
        return new(
            r.Id,
            r.ClientId,
            new KeptSession([.. r.Items.Select(ToKept)], r.Guard.ToKept(), [.. r.Taps.Select(ToKept)]),
            r.DeviceId,
            Text.Required("deviceName", r.DeviceName, "Say what this device is called."),
            r.Takes
        );
    }

    public static SessionItemDto ToWire(this SessionItem item) => ToWire(KeptSessionItem.Of(item));

    public static GuardDto ToWire(this SessionGuard guard) => ToWire(KeptGuard.Of(guard));

    public static GuardDto ToWire(this KeptGuard g) =>
        new(
            g.PainLimit,
            g.Barred,
            g.Refused ?? new Dictionary<string, string>(),
            g.NotLoaded ?? new Dictionary<string, string>()
        );

    public static SessionTapDto ToWire(this KeptTap t) =>
        new(
            t.Id,
            t.At,
            t.Kind,
            t.Clean,
            t.Seconds,
            t.Pain.ToWire(),
            t.Change,
            t.Score,
            t.Side,
            t.Item,
            t.Before,
            t.LoadKg,
            t.Position,
            ToWire(t.Tempo),
            t.Felt.ToWire(),
            t.Set,
            t.Each,
            t.Resets,
            t.Added is { } a ? ToWire(a) : null,
            t.Guard?.ToWire()
        );

    private static KeptTap ToKept(SessionTapDto t) =>
        new(
            t.Id,
            t.At,
            t.Kind,
            t.Clean,
            t.Seconds,
            t.Pain.ToKept(),
            t.Change,
            t.Score,
            t.Side,
            t.Item,
            t.Before,
            t.LoadKg,
            t.Position,
            ToKept(t.Tempo),
            t.Felt.ToKept(),
            t.Set,
            t.Each,
            t.Resets,
            t.Added is { } a ? ToKept(a) : null,
            t.Guard?.ToKept()
        );

    private static KeptGuard ToKept(this GuardDto g) =>
        new(
            g.PainLimit,
            g.Barred,
            g.Refused.Count == 0 ? null : g.Refused,
            g.NotLoaded.Count == 0 ? null : g.NotLoaded
        );

    private static KeptTempo? ToKept(TempoDto? t) => t is null ? null : new(t.Down, t.Pause, t.Up, t.Top);

    private static TempoDto? ToWire(KeptTempo? t) => t is null ? null : new(t.Down, t.Pause, t.Up, t.Top);

    private static KeptSessionItem ToKept(SessionItemDto i) =>
        new(
            i.Id,
            i.Place,
            i.ExerciseId,
            i.Sets,
            i.Amount,
            i.LoadKg,
            i.Position,
            i.RestSeconds,
            i.Held,
            i.Together,
            i.Alternating,
            i.ForSeconds,
            i.First,
            i.FirstWhy,
            ToKept(i.Tempo),
            i.UpFirst,
            i.Calls.Count == 0 ? null : [.. i.Calls.Select(c => new KeptCall(c.When, c.Words))],
            i.Cue,
            i.Range
        );

    private static SessionItemDto ToWire(KeptSessionItem i) =>
        new(
            i.Id,
            i.Place,
            i.ExerciseId,
            i.Sets,
            i.Amount,
            i.LoadKg,
            i.Position,
            i.RestSeconds,
            i.Held,
            i.Together,
            i.Alternating,
            i.ForSeconds,
            i.First,
            i.FirstWhy,
            ToWire(i.Tempo),
            i.UpFirst,
            [.. (i.Calls ?? []).Select(c => new CallDto(c.When, c.Words))],
            i.Cue,
            i.Range
        );
}
