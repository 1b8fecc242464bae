using System.Globalization;
using System.Text;
using CsvHelper;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Films;
using DeftStride.Web.Features.Door;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Clips;

/// <summary>What was found in a clip, to take away. Points are pixels of the upright frame, x right, y down; confidence 0 to 1; times seconds from the start of the clip as it was picked.</summary>
internal sealed record TrackExportView(
    string Format,
    string Exercise,
    View View,
    int WidthPixels,
    int HeightPixels,
    double FramesPerSecond,
    double? FilmBeginsAtSeconds,
    IReadOnlyList<string> Points,
    IReadOnlyList<FrameDto> Frames
);

/// <summary>Tracks in open formats: as found, nothing smoothed.</summary>
internal static class TrackExport
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clips/{id:guid}/track.csv", CsvAsync)
            .WithName("getTrackCsv")
            .Noted(Deed.Exported, "a clip's track", Watched.Of<ClipFact>())
            .ExcludeFromDescription();
        api.MapGet("/clips/{id:guid}/track.json", JsonAsync)
            .WithName("getTrackJson")
            .Noted(Deed.Exported, "a clip's track", Watched.Of<ClipFact>());
    }

    /// <summary>The points in their order, as the JSON names them: "leftKnee".</summary>
    private static string[] Names { get; } =
    [.. Enum.GetNames<BodyPoint>().Select(n => char.ToLowerInvariant(n[0]) + n[1..])];

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, ClipRecorder clips, CancellationToken stop)
    {
        var kept = await clips.ReadAsync(id, stop);
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        await using (var csv = new CsvWriter(text, CultureInfo.InvariantCulture))
        {
            csv.WriteField("seconds");
            foreach (var name in Names)
            {
                csv.WriteField($"{name}_x_px");
                csv.WriteField($"{name}_y_px");
                csv.WriteField($"{name}_confidence");
            }

            await csv.NextRecordAsync();
            foreach (var frame in kept.Frames)
            {
                csv.WriteField(frame.Seconds);
                for (var i = 0; i < 3 * Names.Length; i++)
                    csv.WriteField<double?>(i < frame.Points.Count ? frame.Points[i] : null);
                await csv.NextRecordAsync();
            }
        }

        return TypedResults.File(
            Encoding.UTF8.GetBytes(text.ToString()),
            "text/csv; charset=utf-8",
            $"{Name(kept)}.csv"
        );
    }

    private static async Task<Ok<TrackExportView>> JsonAsync(
        Guid id,
        ClipRecorder clips,
        HttpResponse response,
        CancellationToken stop
    )
    {
        var kept = await clips.ReadAsync(id, stop);
        response.Headers.ContentDisposition = $"attachment; filename=\"{Name(kept)}.json\"";
        return TypedResults.Ok(
            new TrackExportView(
                "deft-stride-track-1",
                kept.ExerciseId,
                kept.View,
                kept.Width,
                kept.Height,
                kept.Rate,
                kept.Film?.Offset,
                Names,
                [.. kept.Frames.Select(f => new FrameDto(f.Seconds, f.Points))]
            )
        );
    }

    private static string Name(KeptClip kept) => $"track-{kept.ExerciseId}-{kept.View.ToString().ToLowerInvariant()}";
}
