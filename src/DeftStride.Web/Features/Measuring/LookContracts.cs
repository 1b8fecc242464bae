using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Web.Features.Measuring;

/// <summary>Guess the points that are missing on one still: from a picture known to be like it, or else from a posed figure.</summary>
internal sealed record GuessRequest(int Still, StillDto? Pattern);

internal sealed record LookRequest(
    StandardDto Standard,
    IReadOnlyList<StillDto> Stills,
    IReadOnlyList<SeenDto> Seen,
    IReadOnlyList<StatedDto> Stated,
    GuessRequest? Guess,
    IReadOnlyList<MovementDto>? Movements = null
);

internal sealed record BandView(double? Lower, double? Upper, string Text);

internal sealed record ErrorPartView(string Name, string Text, string Means);

internal sealed record DoubtView(DoubtKind Kind, string Question);

/// <summary>Where in the picture the knee is accepted: the edges of its band at the height of the knee.</summary>
internal sealed record RailView(PointDto Low, PointDto High);

internal sealed record StillView(
    BodySide Side,
    View View,
    Moment Moment,
    double TiltDegrees,
    MeasurementFault? Fault,
    string? Sentence,
    IReadOnlyList<DoubtView> Doubts,
    RailView? Rail,
    string? Square = null
);

/// <summary>One measure of one side at one moment. <see cref="Standing"/> marks the one that stands for the measure on that side.</summary>
internal sealed record ResultView(
    string MeasureId,
    BodySide Side,
    Moment Moment,
    bool Standing,
    bool MustPass,
    AnswerSource Source,
    double? Value,
    string? Text,
    string Words,
    double? Reach,
    string? ReachText,
    Verdict? Verdict,
    BandSide Where,
    string MarginText,
    BandView? Band,
    int Repetitions,
    string? Sameness,
    IReadOnlyList<ErrorPartView> Error,
    IReadOnlyList<EachView> Each
);

/// <summary>One repetition of a measure, judged by itself.</summary>
internal sealed record EachView(int Repetition, double Value, Verdict Verdict);

/// <summary>How many repetitions of a side were clean, off, and too close to call.</summary>
internal sealed record CleanCountView(BodySide Side, View View, int Clean, int Off, int Unsure, string Text);

internal sealed record ComparisonView(
    string MeasureId,
    double Difference,
    string DifferenceText,
    string AllowedText,
    bool Equal,
    bool SameFacing,
    string Words
);

internal sealed record MissingView(string MeasureId, BodySide Side);

internal sealed record PartView(string Text, Tone Tone)
{
    public static IReadOnlyList<PartView> Of(Phrase phrase) =>
        [.. phrase.Parts.Select(p => new PartView(p.Text, p.Tone))];
}

internal sealed record FindingView(
    FindingKind Kind,
    BodySide? Side,
    string? MeasureId,
    BandSide Where,
    IReadOnlyList<PartView> Sentence,
    string Because
);

/// <summary>The front foot's share as a still posture has it; an estimate.</summary>
internal sealed record ShareView(BodySide Side, double LeastPercent, double MostPercent, string Text);

/// <summary>Everything that can be said of a look so far.</summary>
internal sealed record LookView(
    IReadOnlyList<StillView> Stills,
    IReadOnlyList<ResultView> Results,
    IReadOnlyList<ComparisonView> Comparisons,
    IReadOnlyList<MissingView> Missing,
    IReadOnlyList<ShareView> Shares,
    FindingView Finding,
    IReadOnlyList<CleanCountView> Counts,
    IReadOnlyList<ClipSaidView> Clips
);

/// <summary>What is said of what moves in a clip.</summary>
internal sealed record ClipSaidView(string Clip, View View, IReadOnlyList<SaidView> Said);

/// <summary>A sentence about a side, or about none.</summary>
internal sealed record SaidView(BodySide? Side, string Text);

/// <summary>What is said of a look, with the guesses that were asked for.</summary>
internal sealed record LookAnswer(LookView View, IReadOnlyDictionary<Landmark, PointDto> Guesses);

/// <summary>The results of an earlier look that a history shows: what stands, of what must pass and of the three instruments, without the parts of their errors.</summary>
internal sealed record PastLookView(
    IReadOnlyList<ResultView> Results,
    IReadOnlyList<MissingView> Missing,
    FindingView Finding
);
