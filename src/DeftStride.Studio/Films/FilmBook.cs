using DeftStride.Core.Exercises;
using DeftStride.Core.Keeping;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Films;

/// <summary>A film that is here, with the day on which it came and how long it is kept.</summary>
internal sealed record KeptFilmOf(FilmFact Film, ClipFact Clip, string Client, DateOnly Came, MediaKeep Keep);

/// <summary>Which films are here, and for how long: by the setting of client, exercise and studio.</summary>
internal sealed class FilmBook(StudioContext db, StudioScope scope)
{
    /// <summary>How long films of a client are kept for an exercise.</summary>
    public async Task<MediaKeep> KeepAsync(ClipFact clip, CancellationToken stop) =>
        Of(
            KeptStudioChoices.Of(await scope.StudioAsync(stop)),
            await db.Clients.AsNoTracking().FirstAsync(c => c.Id == clip.ClientId, stop),
            clip.ExerciseId
        );

    /// <summary>Every film that is here, those that go first in front.</summary>
    public async Task<IReadOnlyList<KeptFilmOf>> FilmsAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var zone = TimeZoneInfo.FindSystemTimeZoneById(studio.TimeZone);
        var all = KeptStudioChoices.Of(studio);
        var films = await (
            from film in db.StandingFilms().AsNoTracking()
            join clip in db.Clips.AsNoTracking() on film.Id equals clip.Id
            join client in db.Clients.AsNoTracking() on film.ClientId equals client.Id
            where film.StudioId == studio.Id
            select new
            {
                film,
                clip,
                client,
            }
        ).ToListAsync(stop);
        return
        [
            .. films
                .Select(f => new KeptFilmOf(
                    f.film,
                    f.clip,
                    f.client.Name,
                    DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(f.film.RecordedAt, zone).DateTime),
                    Of(all, f.client, f.clip.ExerciseId)
                ))
                .OrderBy(f => f.Keep.LastDay(f.Came) ?? DateOnly.MaxValue)
                .ThenBy(f => f.Film.Sequence),
        ];
    }

    private static MediaKeep Of(KeptStudioChoices all, ClientRecord client, string exerciseId) =>
        MediaKeep.Of(
            ChoicesInForce
                .Setting(Setting.Find(MediaKeep.Films)!, all, KeptClientChoices.Of(client), exerciseId, client.School)
                .Value.Id
        );
}
