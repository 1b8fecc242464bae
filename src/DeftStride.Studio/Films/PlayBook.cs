using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Films;

/// <summary>One side of one clip of a check, to be played.</summary>
/// <param name="Trial">After which trial it was filmed; null for the first look.</param>
/// <param name="Cue">What was said or done before it, or null.</param>
/// <param name="Kept">What is kept of it.</param>
/// <param name="Mirrored">Whether its left and right are swapped.</param>
/// <param name="Film">Whether the film itself is here.</param>
/// <param name="Clip">As it is played.</param>
/// <param name="Seen">Its repetitions as they were kept with the look.</param>
internal sealed record PlayedOf(
    Guid? Trial,
    string? Cue,
    KeptClip Kept,
    bool Mirrored,
    bool Film,
    PlayedClip Clip,
    IReadOnlyList<SeenRepetition> Seen
);

/// <summary>The clips of a check as they are played: read, cut and judged again by the standard of its day.</summary>
internal sealed class PlayBook(StudioContext db, CheckBook checks, ClipRecorder clips)
{
    /// <summary>As many repetitions of a side as a look numbers.</summary>
    private const int MostRepetitions = 12;

    /// <summary>A check with all sides of all its clips, those after trials too; and a sentence for each clip that cannot be played.</summary>
    public async Task<(JudgedCheck Check, IReadOnlyList<PlayedOf> Clips, IReadOnlyList<string> Missing)> OpenAsync(
        Guid checkId,
        CancellationToken stop
    )
    {
        var check = await checks.LoadAsync(checkId, stop);
        var played = new List<PlayedOf>();
        var missing = new List<string>();
        await AddAsync(null, null, check.Request.Movements, check.Request.Stills, check.Look);
        foreach (var trial in check.Trials)
        {
            if (trial.After is { } after)
                await AddAsync(trial.Fact.Id, trial.Said.Cue, trial.Request.Movements, trial.Request.Stills, after);
        }

        return (check, played, missing);

        async Task AddAsync(
            Guid? trial,
            string? cue,
            IReadOnlyList<KeptMovement>? movements,
            IReadOnlyList<KeptStill> stills,
            Look look
        )
        {
            foreach (var movement in movements ?? [])
            {
                if (await KeptAsync(movement.ClipId, stop) is not { } kept)
                {
                    missing.Add("The points of one clip are not kept here; its pictures and numbers are on the check.");
                    continue;
                }

                var still = stills.FirstOrDefault(s => s.Clip?.ClipId == movement.ClipId);
                var body = Body(kept, movement.ClipId, still);
                if (!Movement.TryFind(body, check.Standard.Exercise, kept.Side).Is(out var found))
                {
                    missing.Add("One clip cannot be cut any more; its pictures and numbers are on the check.");
                    continue;
                }

                found = found.AtMost(MostRepetitions);
                var film = await db.StandingFilms().AnyAsync(f => f.Id == movement.ClipId, stop);
                var seen = movement.ToCore();
                // A second look is about one side; the clip may hold both.
                played.AddRange(
                    found
                        .Sides.Where(side => seen.Repetitions.Any(r => r.Side == side))
                        .Select(side => new PlayedOf(
                            trial,
                            cue,
                            kept,
                            body.Mirrored,
                            film,
                            PlayedClip.Of(found, side, look, check.Standard, check.Context),
                            [.. seen.Repetitions.Where(r => r.Side == side)]
                        ))
                );
            }
        }
    }

    private async Task<KeptClip?> KeptAsync(Guid id, CancellationToken stop)
    {
        try
        {
            return await clips.ReadAsync(id, stop);
        }
        catch (Refusal refusal) when (refusal.Kind == RefusalKind.Missing)
        {
            return null;
        }
    }

    /// <summary>The clip with what a hand has marked on its pictures, in the clip's own pixels.</summary>
    private static FilmedBody Body(KeptClip kept, Guid id, KeptStill? still)
    {
        var larger = still is null ? 1 : (double)kept.Width / still.Width;
        ImagePoint At(KeptPoint p) => new(p.X * larger, p.Y * larger);
        return new FilmedBody(
            kept.View,
            new PictureSize(kept.Width, kept.Height),
            [.. kept.Frames.Select(f => f.ToCore())],
            id.ToString()
        )
        {
            Mirrored = still?.Mirrored ?? false,
            Vertical = still?.Vertical is { } v ? new VerticalMark(At(v.One), At(v.Other)) : null,
            Scale = still?.Scale is { } s ? new ScaleMark(At(s.One), At(s.Other), s.Centimetres) : null,
            Camera = still?.Camera?.ToCore(),
        };
    }
}
