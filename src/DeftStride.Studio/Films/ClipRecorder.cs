using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Films;

/// <summary>Keeps what was found in clips. What was sent twice is kept once.</summary>
internal sealed class ClipRecorder(StudioContext db, StudioScope scope, FactWriter facts)
{
    /// <summary>Keeps the points of a clip, or newer ones of a clip that is kept.</summary>
    /// <exception cref="Refusal">The exercise or the clip it replaces is not there, or the film is too large.</exception>
    public async Task<ClipFact> AddAsync(KeptClip sent, CancellationToken stop)
    {
        if (await facts.ExistingAsync<ClipFact, KeptClip>(sent.Id, sent, stop) is { } kept)
            return kept;
        var client = await scope.ClientAsync(sent.ClientId, stop);
        if (Exercise.Find(sent.ExerciseId) is null)
            throw Refusal.BadInput("exercise", "Choose one of the exercises in the list.");
        if (sent.Film is { } film && (film.Bytes is < 1 or > FilmIntake.MostBytes || !double.IsFinite(film.Offset)))
            throw Refusal.BadInput(
                "film",
                "A film of up to 300 MB is kept. Film again at 1080p and 30 frames a second, three to six repetitions."
            );
        if (sent.Supersedes is { } earlier)
        {
            var of = await db.Clips.AsNoTracking().FirstOrDefaultAsync(c => c.Id == earlier, stop);
            if (of?.ClientId != client.Id || sent.Film is not null)
                throw Refusal.BadInput("supersedes", "These points belong to another clip. Pick the clip again.");
        }

        // Asked once per client, like a first picture: the front end has just asked. No form holds it, so the version stays.
        await db.Entry(client).ReloadAsync(stop);
        client.PictureConsentAt ??= scope.Now;
        return await facts.AddAsync(
            new ClipFact
            {
                Id = sent.Id,
                ClientId = client.Id,
                ExerciseId = sent.ExerciseId,
                View = sent.View,
                FilmBytes = sent.Film?.Bytes,
                Supersedes = sent.Supersedes,
            },
            sent,
            stop
        );
    }

    /// <summary>What was found in a clip, by the newest points that are kept of it; the id is theirs.</summary>
    public async Task<KeptClip> ReadAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var first =
            await db.Clips.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This clip is not kept here. Its pictures are, where a look names them.");
        var newest = first;
        while (await db.Clips.AsNoTracking().FirstOrDefaultAsync(c => c.Supersedes == newest.Id, stop) is { } next)
            newest = next;
        var points = KeptClip.Kept.Read(newest.Body);
        return newest.Id == first.Id ? points : points with { Film = KeptClip.Kept.Read(first.Body).Film };
    }
}
