using DeftStride.Core.Ladders;
using DeftStride.Data;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Standing;

/// <summary>What a ladder has to be before it is kept.</summary>
internal sealed class LadderChecks(StudioContext db, LadderBook book)
{
    private const int LongestText = 300;

    /// <summary>Refuses a ladder that cannot be drawn or climbed, or that loses a rung on which somebody stands.</summary>
    /// <exception cref="Refusal">With what to do about it.</exception>
    public async Task RefuseAsync(Ladder next, Guid studioId, CancellationToken stop)
    {
        Text.Required("name", next.Name, "Give the ladder a name.");
        foreach (var rung in next.Rungs)
        {
            if (rung.Name.Length > 40)
                throw Refusal.BadInput(
                    "rung",
                    $"\"{rung.Name[..20]}…\" is too long for the path. Use at most 40 letters."
                );
            if (rung.Entry.Length > LongestText || rung.Reason.Length > LongestText)
                throw Refusal.BadInput(
                    "rung",
                    $"{rung.Name}: keep what it needs and why it is here under {LongestText} letters."
                );
            if (rung.Id.Length is 0 or > 60)
                throw Refusal.BadInput("rung", "A rung has no name of its own. Reload the page.");
        }

        if (next.Problem() is { } problem)
            throw Refusal.BadInput("ladder", problem);
        // A rung in use is never lost.
        var gone = (await db.StandersAsync(studioId, next.Id, stop))
            .Where(g => next.Rung(g.Key.Rung) is null)
            .SelectMany(g => g, (g, s) => (RungId: g.Key.Rung, s.Name))
            .ToArray();
        if (gone.Length > 0)
        {
            var name =
                (await book.LaddersAsync(stop)).FirstOrDefault(l => l.Id == next.Id)?.Rung(gone[0].RungId)?.Name
                ?? gone[0].RungId;
            var names = gone.Where(g => g.RungId == gone[0].RungId).Select(g => g.Name).Distinct().ToArray();
            throw Refusal.Conflict(
                $"{name} cannot be taken away: {string.Join(", ", names.Take(4))}{(names.Length > 4 ? $" and {names.Length - 4} more" : "")} {(names.Length == 1 ? "stands" : "stand")} on it. Put them on another rung first."
            );
        }
    }

    /// <summary>A ladder in a line, for its history.</summary>
    public static string Summary(Ladder ladder) => string.Join(" → ", ladder.Rungs.Select(r => $"{r.Name} ({r.Dose})"));
}
