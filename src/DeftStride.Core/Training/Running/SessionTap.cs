using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training.Running;

/// <summary>
/// Something the coach did while a session ran. Taps are kept in their order and never altered; a session is what they come to.
/// Their times are the device's and may run backward: order is told by the list, not by the clock.
/// </summary>
/// <param name="At">The device's clock.</param>
public abstract record SessionTap(DateTimeOffset At)
{
    /// <summary>Made by the device: the same tap sent twice is one.</summary>
    public Guid Id { get; init; }
}

/// <summary>The set that comes next begins; a rest ends with it.</summary>
public sealed record SetBegun(DateTimeOffset At) : SessionTap(At);

/// <summary>A repetition. Where a set goes by the clock only what was not clean is marked: one second, or one repetition of a block.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Clean">Whether it was clean.</param>
public sealed record Counted(DateTimeOffset At, bool Clean) : SessionTap(At);

/// <summary>The last count of this set was a slip.</summary>
public sealed record TakenBack(DateTimeOffset At) : SessionTap(At);

/// <summary>The client stood up and begins anew within the set.</summary>
public sealed record SetReset(DateTimeOffset At) : SessionTap(At);

/// <summary>The set is over, whatever was counted; the rest begins.</summary>
public sealed record SetEnded(DateTimeOffset At) : SessionTap(At);

/// <summary>The rest lasts longer.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Seconds">By how much.</param>
public sealed record RestLengthened(DateTimeOffset At, int Seconds) : SessionTap(At);

/// <summary>What hurts, as the client says it after a set.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Pain">Zero where nothing does.</param>
public sealed record PainTold(DateTimeOffset At, Pain Pain) : SessionTap(At);

/// <summary>One thing was changed because of pain above the limit: the next set may be tried.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="ChangeId">Which change.</param>
public sealed record OneThingChanged(DateTimeOffset At, string ChangeId) : SessionTap(At);

/// <summary>How hard the exercise was, 0–10.</summary>
public sealed record EffortTold(DateTimeOffset At, int Effort) : SessionTap(At);

/// <summary>Only the last ones of the set were not clean: that side is tired, not untaught.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Side">The client's own.</param>
public sealed record LastOnesOnly(DateTimeOffset At, BodySide Side) : SessionTap(At);

/// <summary>The other side begins, from the next set on that has not begun.</summary>
public sealed record FirstSideChosen(DateTimeOffset At, Guid Item, BodySide Side) : SessionTap(At);

/// <summary>Another load, from the next set on that is not over.</summary>
public sealed record LoadChosen(DateTimeOffset At, Guid Item, Load Load) : SessionTap(At);

/// <summary>Another tempo, from the next set on that is not over.</summary>
public sealed record TempoChosen(DateTimeOffset At, Guid Item, Tempo Tempo) : SessionTap(At);

/// <summary>Where an exercise was felt, asked at its end.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="AsExpected">Whether it was where it should be.</param>
/// <param name="Where">Where instead; empty where it was.</param>
public sealed record FeltTold(DateTimeOffset At, bool AsExpected, string Where) : SessionTap(At);

/// <summary>How the morning after last time was.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Score">Pain, 0–10.</param>
public sealed record MorningTold(DateTimeOffset At, int Score) : SessionTap(At);

/// <summary>How sore the muscles were after last time: another question than pain, and nobody is held back for it.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Score">0–10.</param>
public sealed record SorenessTold(DateTimeOffset At, int Score) : SessionTap(At);

/// <summary>A set that was counted elsewhere, on another device. One that is over already stays as it was.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Step">Which.</param>
/// <param name="Clean">Repetition by repetition, whether it was clean.</param>
/// <param name="Load">What was held.</param>
/// <param name="Resets">How often it was begun anew.</param>
public sealed record SetTold(DateTimeOffset At, SessionStep Step, IReadOnlyList<bool> Clean, Load Load, int Resets)
    : SessionTap(At);

/// <summary>What is left of an exercise is not done.</summary>
public sealed record ItemSkipped(DateTimeOffset At, Guid Item) : SessionTap(At);

/// <summary>An exercise more, before the one that is named, or at the end. In place of another: that one is skipped as well.</summary>
/// <param name="At">The device's clock.</param>
/// <param name="Item">What.</param>
/// <param name="Before">Before which; null for the end.</param>
public sealed record ItemAdded(DateTimeOffset At, SessionItem Item, Guid? Before) : SessionTap(At);

/// <summary>An exercise goes to another place in the order.</summary>
public sealed record ItemMoved(DateTimeOffset At, Guid Item, Guid? Before) : SessionTap(At);

/// <summary>The session is over before its end.</summary>
public sealed record SessionStopped(DateTimeOffset At) : SessionTap(At);

/// <summary>It was stopped by a slip and goes on.</summary>
public sealed record SessionResumed(DateTimeOffset At) : SessionTap(At);

/// <summary>The session is put away: what was done is logged, and nothing is added to it here any more.</summary>
public sealed record SessionClosed(DateTimeOffset At) : SessionTap(At);

/// <summary>The device learnt that other things hold now: a flag, a condition, a limit. They hold from here on; what was counted before stays.</summary>
public sealed record GuardLearnt(DateTimeOffset At, SessionGuard Guard) : SessionTap(At);
