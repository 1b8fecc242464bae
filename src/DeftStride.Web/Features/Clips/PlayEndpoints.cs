using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using DeftStride.Studio.Films;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Clips;

/// <summary>When a repetition goes, seconds from the start of the clip, and its depth by phase: 0 standing, 1 at the bottom.</summary>
internal sealed record PlayedRepetitionView(
    int Number,
    double Start,
    double Arrival,
    double Bottom,
    double Leaving,
    double End,
    IReadOnlyList<double> Stroke
);

/// <summary>
/// One measure all through a clip. <see cref="Values"/> and <see cref="Verdicts"/> go along the series; <see cref="Said"/> holds every
/// text that a value has and <see cref="SaidAt"/> which of them it is, −1 where nothing is read. <see cref="Mean"/> and <see cref="Sd"/>
/// go by phase; <see cref="Leaves"/> is the phase at which it leaves its band, over the repetitions.
/// </summary>
internal sealed record PlayedMeasureView(
    string MeasureId,
    string Name,
    bool MustPass,
    double? Lower,
    double? Upper,
    double Reach,
    string ReachText,
    IReadOnlyList<double?> Values,
    IReadOnlyList<Verdict?> Verdicts,
    IReadOnlyList<string> Said,
    IReadOnlyList<int> SaidAt,
    IReadOnlyList<double?> Mean,
    IReadOnlyList<double?> Sd,
    string Alike,
    Verdict? Verdict,
    double? Leaves
);

/// <summary>Something left its band there.</summary>
internal sealed record NickView(string MeasureId, string Name, int Repetition, double Seconds, double Phase, bool Sure);

/// <summary>A part of the tempo, done against asked, and how far its error reaches; seconds.</summary>
internal sealed record TempoView(TempoPart Part, int? Asked, double? Done, double? Reach, TempoVerdict? Verdict);

/// <summary>
/// One side of one clip as it is played. <see cref="Paths"/> hold x and y of each point in turn along the series, mended and smoothed,
/// pixels of the upright frame; null where it was not seen.
/// </summary>
internal sealed record PlayedClipView(
    Guid CheckId,
    bool Posture,
    Guid ClipId,
    Guid? TrialId,
    string? Cue,
    View View,
    BodySide Side,
    bool Mirrored,
    int Width,
    int Height,
    double FilmRate,
    bool Film,
    double Offset,
    double Begins,
    double Rate,
    IReadOnlyList<PlayedRepetitionView> Repetitions,
    IReadOnlyList<PlayedMeasureView> Measures,
    IReadOnlyList<NickView> Nicks,
    IReadOnlyList<TempoView> Tempo,
    string? TempoMissed,
    IReadOnlyList<string> WayUp,
    IReadOnlyDictionary<Landmark, IReadOnlyList<double?>> Paths,
    bool Rises
);

/// <summary>One measure of two clips in step: whether they really differ, by phase as the curves go, and in words.</summary>
internal sealed record ApartView(string MeasureId, IReadOnlyList<bool> News, string Words);

/// <summary>Two clips that stand beside each other: how far they lie apart, and what of them cannot be compared as it stands.</summary>
internal sealed record BesideView(
    Guid One,
    BodySide OneSide,
    Guid Other,
    BodySide OtherSide,
    IReadOnlyList<ApartView> Apart,
    IReadOnlyList<string> Cautions
);

/// <summary>A check with its clips, to be played; <see cref="Missing"/> says in sentences what cannot be.</summary>
internal sealed record PlayView(
    Guid CheckId,
    Guid ClientId,
    string ExerciseId,
    SchoolCode School,
    DateTimeOffset At,
    IReadOnlyList<PartView> Sentence,
    BodySide? Side,
    string? MeasureId,
    string? AskedTempo,
    string? TempoByTaps,
    IReadOnlyList<PlayedClipView> Clips,
    IReadOnlyList<BesideView> Beside,
    IReadOnlyList<string> Missing
);

/// <summary>The clips of a check, every instant of them read and judged.</summary>
internal static class PlayEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/checks/{id:guid}/play", GetAsync).WithName("getPlay");
        api.MapGet("/checks/{id:guid}/beside/{earlier:guid}", BesideAsync).WithName("getBeside");
    }

    /// <summary>The sides of a check beside those of an earlier one of the same client.</summary>
    private static async Task<Ok<IReadOnlyList<BesideView>>> BesideAsync(
        Guid id,
        Guid earlier,
        PlayBook book,
        CancellationToken stop
    )
    {
        var (now, before) = (await book.OpenAsync(id, stop), await book.OpenAsync(earlier, stop));
        if (now.Check.Fact.ClientId != before.Check.Fact.ClientId)
            throw Refusal.BadInput("earlier", "These two checks are of two clients. Pick both from one client's page.");
        return TypedResults.Ok<IReadOnlyList<BesideView>>([
            .. before.Clips.SelectMany(one =>
                now.Clips.Where(other => one.Clip.Side == other.Clip.Side && one.Kept.View == other.Kept.View)
                    .Select(other =>
                        Of(
                            one,
                            before.Check,
                            other,
                            now.Check,
                            (a, b) => PhaseApart.Visits(a, b, now.Check.Standard.Errors)
                        )
                    )
            ),
        ]);
    }

    private static BesideView Of(
        PlayedOf one,
        JudgedCheck ones,
        PlayedOf other,
        JudgedCheck others,
        Func<PlayedMeasure, PlayedMeasure, PhaseApart> apart
    ) =>
        new(
            Guid.Parse(one.Clip.Movement.Body.Clip),
            one.Clip.Side,
            Guid.Parse(other.Clip.Movement.Body.Clip),
            other.Clip.Side,
            [
                .. one
                    .Clip.Measures.Join(other.Clip.Measures, m => m.Result.Measure.Id, m => m.Result.Measure.Id, apart)
                    .Select(a => new ApartView(
                        a.Measure.Id,
                        a.News,
                        PlayedWords.Apart(a, TurnWords.Of(one.Clip.Movement.Exercise.Shape))
                    )),
            ],
            PlayedWords.Cautions(How(one, ones), How(other, others))
        );

    private static FilmedHow How(PlayedOf of, JudgedCheck check) =>
        new(check.Fact.School, of.Clip.Repetitions.Count, of.Kept.Rate, of.Mirrored);

    /// <summary>Left beside right of the first look, and what a trial changed on its side.</summary>
    private static bool Beside(PlayedOf one, PlayedOf other) =>
        one.Kept.View == other.Kept.View
        && one.Trial is null
        && (
            other.Trial is null
                ? (one.Clip.Side, other.Clip.Side) == (BodySide.Left, BodySide.Right)
                : one.Clip.Side == other.Clip.Side
        );

    private static async Task<Ok<PlayView>> GetAsync(Guid id, PlayBook book, TempoBook tempos, CancellationToken stop)
    {
        var (check, clips, missing) = await book.OpenAsync(id, stop);
        var exercise = check.Standard.Exercise;
        var (asked, taps) = await tempos.OfAsync(check.Fact, exercise, stop);
        var finding = check.Look.Finding;
        return TypedResults.Ok(
            new PlayView(
                check.Fact.Id,
                check.Fact.ClientId,
                exercise.Id,
                check.Fact.School,
                check.Fact.RecordedAt,
                PartView.Of(finding.Sentence),
                finding.Side,
                finding.MeasureId,
                asked?.Words,
                taps,
                [.. clips.Select(c => Of(c, asked, check))],
                [
                    .. clips.SelectMany(one =>
                        clips
                            .Where(other => Beside(one, other))
                            .Select(other =>
                                Of(one, check, other, check, other.Trial is null ? PhaseApart.Sides : PhaseApart.Retest)
                            )
                    ),
                ],
                missing
            )
        );
    }

    private static PlayedClipView Of(PlayedOf played, Tempo? asked, JudgedCheck check)
    {
        var (clip, kept) = (played.Clip, played.Kept);
        var tempo = TempoDone.Of(played.Seen, asked, TurnWords.Of(clip.Movement.Exercise.Shape).Rises);
        return new PlayedClipView(
            check.Fact.Id,
            // Its instants can be read as postures: a stance on two legs, seen from the side.
            kept.View == View.Side
                && clip.Movement.Exercise.Form is not null,
            Guid.Parse(clip.Movement.Body.Clip),
            played.Trial,
            played.Cue,
            kept.View,
            clip.Side,
            played.Mirrored,
            kept.Width,
            kept.Height,
            kept.Rate,
            played.Film,
            kept.Film?.Offset ?? 0,
            Math.Round(clip.Series.Begins, 4),
            Math.Round(clip.Series.Rate, 4),
            [
                .. clip.Repetitions.Zip(
                    clip.Strokes,
                    (r, stroke) =>
                        new PlayedRepetitionView(
                            r.Number,
                            Math.Round(r.Repetition.Start.Seconds, 3),
                            Math.Round(r.Repetition.Arrival.Seconds, 3),
                            Math.Round(r.Repetition.Bottom, 3),
                            Math.Round(r.Repetition.Leaving.Seconds, 3),
                            Math.Round(r.Repetition.End.Seconds, 3),
                            [.. stroke.Select(d => double.IsFinite(d) ? Math.Round(d, 3) : 0)]
                        )
                ),
            ],
            [.. clip.Measures.Select(m => Of(m, clip.Leaves(m.Result.Measure.Id)))],
            [
                .. clip.Nicks.Select(n => new NickView(
                    n.Measure.Id,
                    n.Measure.Short,
                    n.Repetition,
                    Math.Round(n.Seconds, 3),
                    Math.Round(n.Phase, 1),
                    n.Sure
                )),
            ],
            [
                .. tempo.Select(t => new TempoView(
                    t.Part,
                    t.Asked,
                    t.Done.Timed ? Math.Round(t.Done.Seconds, 2) : null,
                    t.Done.Timed ? Math.Round(t.Reach, 2) : null,
                    t.Verdict
                )),
            ],
            TempoDone.Missed(tempo),
            PlayedWords.WayUp(clip, check.Context.Body),
            Paths(clip),
            TurnWords.Of(clip.Movement.Exercise.Shape).Rises
        );
    }

    private static readonly Landmark[] Drawn =
    [
        Landmark.Ear,
        Landmark.Shoulder,
        Landmark.WorkingShoulder,
        Landmark.FreeShoulder,
        Landmark.Hip,
        Landmark.FreeHip,
        Landmark.Knee,
        Landmark.RearKnee,
        Landmark.Ankle,
        Landmark.RearAnkle,
        Landmark.Heel,
        Landmark.Toe,
        Landmark.WorkingPelvis,
        Landmark.FreePelvis,
    ];

    private static Dictionary<Landmark, IReadOnlyList<double?>> Paths(PlayedClip clip)
    {
        var (track, series) = (clip.Movement.On(clip.Side), clip.Series);
        return Drawn
            .Where(track.Has)
            .ToDictionary(
                l => l,
                l =>
                    (IReadOnlyList<double?>)
                        [
                            .. Enumerable
                                .Range(0, series.Depth.Count)
                                .Select(i => track.At(l, series.Begins + (i / series.Rate)))
                                .SelectMany(p =>
                                    new[] { p?.X, p?.Y }.Select(c => c is { } px ? Math.Round(px, 1) : (double?)null)
                                ),
                        ]
            );
    }

    private static PlayedMeasureView Of(PlayedMeasure m, double? leaves)
    {
        var (measure, unit) = (m.Result.Measure, m.Result.Mean!.Value.Unit);
        var said = new List<string>();
        var at = m
            .Values.Select(v =>
            {
                if (!double.IsFinite(v))
                    return -1;
                var text = MeasureSpeech.Say(measure, new Quantity(v, unit));
                var known = said.IndexOf(text);
                if (known >= 0)
                    return known;
                said.Add(text);
                return said.Count - 1;
            })
            .ToArray();
        var band = m.Result.Judgement?.Band;
        return new PlayedMeasureView(
            measure.Id,
            measure.Name,
            m.Result.MustPass,
            band?.Lower?.Value,
            band?.Upper?.Value,
            Math.Round(m.Reach, 2),
            $"±{new Quantity(m.Reach, unit)}",
            Rounded(m.Values),
            m.Verdicts,
            said,
            at,
            Rounded(m.Curve.Mean),
            Rounded(m.Curve.Sd),
            PlayedWords.Alike(m),
            m.Result.Verdict,
            leaves is { } phase ? Math.Round(phase, 1) : null
        );
    }

    private static double?[] Rounded(IReadOnlyList<double> values) =>
        [.. values.Select(v => double.IsFinite(v) ? Math.Round(v, 2) : (double?)null)];
}
