using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Pictures;

namespace DeftStride.Demo;

/// <summary>What goes into a look from one drawn clip: its moments as stills, and what moves in it.</summary>
internal sealed record ReadDemoClip(
    KeptClip Clip,
    string Film,
    KeptMovement Movement,
    IReadOnlyList<(KeptStill Still, CleanPicture Picture)> Stills
);

/// <summary>The drawn clips that ship with the server, with the points that the models found in them; cut and read here as any clip is.</summary>
internal sealed class DemoClips
{
    private sealed record Track(int Width, int Height, IReadOnlyList<KeptFrame> Frames);

    private sealed record Truth(View View, double Rate);

    private static readonly JsonSerializerOptions Plain = new(Figures.Plain)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip,
    };

    /// <summary>Where the drawing tool's lens stands for a body of 1.68 m.</summary>
    private static readonly KeptCamera Place = new(5.4, 0.84, true);

    private readonly string _folder = Path.Combine(AppContext.BaseDirectory, "Clips");

    public ReadDemoClip Read(
        string name,
        Guid id,
        Guid client,
        string exercise,
        CheckStandard standard,
        ReadingContext context,
        Func<Guid> next
    )
    {
        var (track, truth) = (Of<Track>($"{name}.track.json"), Of<Truth>($"{name}.json"));
        var film = Path.Combine(_folder, $"{name}.webm");
        var body = new FilmedBody(
            truth.View,
            new PictureSize(track.Width, track.Height),
            [.. track.Frames.Select(f => f.ToCore())],
            id.ToString()
        )
        {
            Camera = Place.ToCore(),
        };
        if (!Movement.TryFind(body, standard.Exercise, null).Is(out var movement, out var fault))
            throw new InvalidDataException($"{name}: {fault}");
        var seen = SeenMovement.Of(movement, standard.Measures, context, standard.Errors);
        return new ReadDemoClip(
            new KeptClip(
                id,
                client,
                exercise,
                truth.View,
                null,
                track.Width,
                track.Height,
                truth.Rate,
                track.Frames,
                new KeptFilm(FilmType.WebM, new FileInfo(film).Length, 0)
            ),
            film,
            KeptMovement.Of(id, seen),
            [
                .. movement
                    .Stills(standard.Bands.Select(b => b.Measure))
                    .Select(s => (Still(s.Seconds, s.Still, next()), Picture(name, s.Seconds * truth.Rate, track))),
            ]
        );

        KeptStill Still(double seconds, PointSet of, Guid picture) =>
            new(
                of.FrontLeg,
                truth.View,
                of.Moment,
                of.Repetition,
                body.Facing ?? Facing.Right,
                false,
                picture,
                track.Width,
                track.Height,
                of.Points.ToDictionary(
                    p => p.Key,
                    p => new KeptPoint(Math.Round(p.Value.X, 1), Math.Round(p.Value.Y, 1))
                ),
                null,
                null,
                [],
                Place,
                null,
                new KeptFromClip(
                    id,
                    Math.Round(seconds, 3),
                    false,
                    (of.Sds ?? new Dictionary<Landmark, double>()).ToDictionary(p => p.Key, p => Math.Round(p.Value, 2))
                )
            );
    }

    /// <summary>The frame nearest to one, counted from 0, as the drawing tool took it from the film.</summary>
    private CleanPicture Picture(string name, double wanted, Track track)
    {
        var (file, off) = Directory
            .EnumerateFiles(_folder, $"{name}-*.webp")
            .Select(f =>
                (
                    File: f,
                    Off: Math.Abs(
                        int.Parse(Path.GetFileNameWithoutExtension(f)[^3..], CultureInfo.InvariantCulture) - wanted
                    )
                )
            )
            .MinBy(f => f.Off);
        return off < 2
            ? new CleanPicture(File.ReadAllBytes(file), track.Width, track.Height)
            : throw new InvalidDataException(
                $"Take frame {wanted:0} of {name} with the figure tool: the clip is read otherwise now."
            );
    }

    private T Of<T>(string file) =>
        JsonSerializer.Deserialize<T>(File.ReadAllText(Path.Combine(_folder, file)), Plain)!;
}
