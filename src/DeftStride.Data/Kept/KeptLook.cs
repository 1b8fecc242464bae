using System.Text.Json.Nodes;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>A piece of a sentence as it was said, with its tone.</summary>
internal sealed record KeptPart(string Text, Tone Tone) : Stored
{
    public static IReadOnlyList<KeptPart> Of(Phrase phrase) =>
        [.. phrase.Parts.Select(p => new KeptPart(p.Text, p.Tone))];
}

/// <summary>A question about a still that stood when the look was finished.</summary>
internal sealed record KeptDoubt(DoubtKind Kind, string Question) : Stored;

/// <summary>The knee's band laid into the picture.</summary>
internal sealed record KeptRail(KeptPoint Low, KeptPoint High) : Stored;

/// <summary>What was said of one still.</summary>
internal sealed record KeptStillResult(
    BodySide Side,
    View View,
    Moment Moment,
    double TiltDegrees,
    MeasurementFault? Fault,
    string? Sentence,
    IReadOnlyList<KeptDoubt> Doubts,
    KeptRail? Rail = null,
    string? Square = null
) : Stored;

/// <summary>A band with its words; null for an open edge.</summary>
internal sealed record KeptEdges(double? Lower, double? Upper, string Text) : Stored;

/// <summary>One part of an error, in words.</summary>
internal sealed record KeptErrorPart(string Name, string Text, string Means) : Stored;

/// <summary>One measure of one side at one moment, with the words, band and error of its day.</summary>
internal sealed record KeptResult(
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
    KeptEdges? Band,
    int Repetitions,
    string? Sameness,
    IReadOnlyList<KeptErrorPart> Error,
    IReadOnlyList<KeptEach>? Each = null
) : Stored;

/// <summary>One repetition of a measure, judged by itself.</summary>
internal sealed record KeptEach(int Repetition, double Value, Verdict Verdict) : Stored;

/// <summary>What was said of what moves in a clip: how many repetitions, how long their phases, what does not count.</summary>
internal sealed record KeptClipSaid(string Clip, View View, IReadOnlyList<KeptSaid> Said) : Stored;

/// <summary>A sentence about a side, or about none.</summary>
internal sealed record KeptSaid(BodySide? Side, string Text) : Stored;

/// <summary>How many repetitions of a side were clean, off, and too close to call.</summary>
internal sealed record KeptCount(BodySide Side, View View, int Clean, int Off, int Unsure, string Text) : Stored;

/// <summary>Left held against right.</summary>
internal sealed record KeptComparison(
    string MeasureId,
    double Difference,
    string DifferenceText,
    string AllowedText,
    bool Equal,
    bool SameFacing,
    string Words
) : Stored;

/// <summary>A must-pass measure that nobody answered.</summary>
internal sealed record KeptMissing(string MeasureId, BodySide Side) : Stored;

/// <summary>The front foot's share as the posture had it, percent.</summary>
internal sealed record KeptShare(BodySide Side, double LeastPercent, double MostPercent, string Text) : Stored;

/// <summary>The first thing that was named.</summary>
internal sealed record KeptFinding(
    FindingKind Kind,
    BodySide? Side,
    string? MeasureId,
    BandSide Where,
    IReadOnlyList<KeptPart> Sentence,
    string Because
) : Stored;

/// <summary>Everything that was found in a look, as it was said then.</summary>
internal sealed record KeptLook(
    IReadOnlyList<KeptStillResult> Stills,
    IReadOnlyList<KeptResult> Results,
    IReadOnlyList<KeptComparison> Comparisons,
    IReadOnlyList<KeptMissing> Missing,
    IReadOnlyList<KeptShare> Shares,
    KeptFinding Finding,
    IReadOnlyList<KeptCount>? Counts = null,
    IReadOnlyList<KeptClipSaid>? Clips = null
) : StoredDocument, IKept<KeptLook>
{
    public static StoredForm<KeptLook> Kept { get; } =
        new("look", "what a look found", o => o.ContainsKey("results") ? 2 : 1, WithMeasures);

    /// <summary>The part that lists and histories show: what stands, of what must pass and of the three instruments, without the parts of the errors.</summary>
    public KeptBrief Brief() =>
        new(
            [
                .. Results
                    .Where(r => r.Standing && (r.MustPass || Instruments.Of(r.MeasureId) is not null))
                    .Select(r => r with { Error = [], Each = null }),
            ],
            Missing,
            Finding
        );

    /// <summary>The first form knew the two front shins alone, and said past and short where today says outside and which way.</summary>
    private static JsonObject WithMeasures(JsonObject first)
    {
        var results = new JsonArray();
        foreach (var side in new[] { "left", "right" })
        {
            if (first[side] is JsonObject shin)
                results.Add(
                    new JsonObject
                    {
                        ["measureId"] = "front-shin",
                        ["side"] = side,
                        ["moment"] = "bottom",
                        ["standing"] = true,
                        ["mustPass"] = true,
                        ["source"] = "pictures",
                        ["value"] = shin["degrees"]?.DeepClone(),
                        ["text"] = shin["text"]?.DeepClone(),
                        ["words"] = shin["lean"]?.DeepClone(),
                        ["reach"] = shin["reachDegrees"]?.DeepClone(),
                        ["reachText"] = shin["reachText"]?.DeepClone(),
                        ["verdict"] = shin["verdict"]?.DeepClone(),
                        ["where"] = shin["where"]?.DeepClone(),
                        ["marginText"] = shin["marginText"]?.DeepClone(),
                        ["band"] = Edges(shin["band"]),
                        ["repetitions"] = shin["repetitions"]?.DeepClone(),
                        ["sameness"] = null,
                        ["error"] = shin["error"]?.DeepClone(),
                    }
                );
        }

        var stills = new JsonArray();
        foreach (var still in first["stills"]!.AsArray())
            stills.Add(
                new JsonObject
                {
                    ["side"] = still!["side"]!.DeepClone(),
                    ["view"] = "side",
                    ["moment"] = "bottom",
                    ["tiltDegrees"] = still["tiltDegrees"]!.DeepClone(),
                    ["fault"] = still["fault"]?.DeepClone(),
                    ["sentence"] = still["sentence"]?.DeepClone(),
                    ["doubts"] = new JsonArray(),
                }
            );
        var comparisons = new JsonArray();
        if (first["comparison"] is JsonObject both)
            comparisons.Add(
                new JsonObject
                {
                    ["measureId"] = "front-shin",
                    ["difference"] = both["differenceDegrees"]!.DeepClone(),
                    ["differenceText"] = both["differenceText"]!.DeepClone(),
                    ["allowedText"] = both["allowedText"]!.DeepClone(),
                    ["equal"] = both["equal"]!.DeepClone(),
                    ["sameFacing"] = both["sameFacing"]!.DeepClone(),
                    ["words"] = both["words"]!.DeepClone(),
                }
            );
        var found = first["finding"]!;
        var kind = found["kind"]!.GetValue<string>();
        return new JsonObject
        {
            ["stills"] = stills,
            ["results"] = results,
            ["comparisons"] = comparisons,
            ["missing"] = new JsonArray(),
            ["shares"] = new JsonArray(),
            ["finding"] = new JsonObject
            {
                ["kind"] = kind is "beyond" or "short" ? "outside" : kind,
                ["side"] = found["side"]?.DeepClone(),
                ["measureId"] = kind is "nothingYet" or "oneSide" or "clean" ? null : "front-shin",
                ["where"] = kind is "beyond" or "short" ? kind : "within",
                ["sentence"] = found["sentence"]!.DeepClone(),
                ["because"] = found["because"]!.DeepClone(),
            },
        };
    }

    private static JsonObject? Edges(JsonNode? band) =>
        band is null
            ? null
            : new JsonObject
            {
                ["lower"] = band["lowerDegrees"]?.DeepClone(),
                ["upper"] = band["upperDegrees"]?.DeepClone(),
                ["text"] = band["text"]!.DeepClone(),
            };
}

/// <summary>The part of a look that histories show, kept beside it so that a page need not read the whole of many.</summary>
internal sealed record KeptBrief(
    IReadOnlyList<KeptResult> Results,
    IReadOnlyList<KeptMissing> Missing,
    KeptFinding Finding
) : StoredDocument, IKept<KeptBrief>
{
    public static StoredForm<KeptBrief> Kept { get; } = new("brief", "what a look found");

    /// <summary>That part of a check; only checks from before it was kept are read whole for it.</summary>
    public static KeptBrief Of(Records.CheckFact fact) =>
        fact.Brief is { } brief ? Kept.Read(brief) : KeptLook.Kept.Read(fact.Judged).Brief();
}
