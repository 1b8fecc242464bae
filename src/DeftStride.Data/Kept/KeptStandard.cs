using System.Text.Json.Nodes;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Data.Kept;

/// <summary>An ankle's bend, degrees, measured or assumed.</summary>
internal sealed record KeptAnkle(double Degrees, bool Measured) : Stored;

/// <summary>What was accepted of one measure, in its unit; all edges null for what was only recorded or ticked.</summary>
internal sealed record KeptBand(
    string MeasureId,
    double? LeftLow,
    double? LeftHigh,
    double? RightLow,
    double? RightHigh,
    bool MustPass,
    SettingSource Source,
    bool? LeftAssumed = null,
    bool? RightAssumed = null
) : Stored
{
    /// <summary>The band, or null when the measure is not known any more.</summary>
    public StandardBand? ToCore() =>
        MeasureDefinition.Find(MeasureId) is not { } measure
            ? null
            : new StandardBand(
                measure,
                Edges(measure, LeftLow, LeftHigh),
                Edges(measure, RightLow, RightHigh),
                MustPass,
                Source
            )
            {
                LeftAssumed = LeftAssumed == true,
                RightAssumed = RightAssumed == true,
            };

    private static Band? Edges(MeasureDefinition measure, double? low, double? high) =>
        low is null && high is null ? null : Band.Of(low, high, measure.Unit);
}

/// <summary>A body's sizes, centimetres and kilograms; null for what was not measured.</summary>
internal sealed record KeptBody(double StatureCm, double? MassKg, double? ShankCm, double? ThighCm, double? FootCm)
    : Stored
{
    /// <summary>The body, or null when the sizes do not make one.</summary>
    public Body? ToCore() =>
        Body.TryFrom(new BodyMeasures(StatureCm / 100, MassKg, ShankCm / 100, ThighCm / 100, FootCm / 100))
            .Is(out var body)
            ? body
            : null;
}

/// <summary>By what a check was judged, with what had to be known of body and set-up to read its pictures.</summary>
internal sealed record KeptStandard(
    string ExerciseId,
    SchoolCode School,
    SettingSource Source,
    KeptAnkle LeftAnkle,
    KeptAnkle RightAnkle,
    double HeelWedgeDegrees,
    IReadOnlyList<KeptBand> Bands,
    KeptBody? Body,
    double PadCm,
    double RearRaiseCm
) : StoredDocument, IKept<KeptStandard>
{
    public static StoredForm<KeptStandard> Kept { get; } =
        new("standard", "what a look was judged by", o => o.ContainsKey("bands") ? 2 : 1, WithBands);

    /// <summary>The standard in force, written out.</summary>
    public static KeptStandard Of(
        CheckStandard core,
        AnkleRange left,
        AnkleRange right,
        KeptBody? body,
        double padCm,
        double rearRaiseCm
    ) =>
        new(
            core.Exercise.Id,
            core.School.Value.Code,
            core.School.Source,
            new KeptAnkle(Math.Round(left.Ankle.Degrees, 6), left.Measured),
            new KeptAnkle(Math.Round(right.Ankle.Degrees, 6), right.Measured),
            Math.Round(left.HeelWedge.Degrees, 6),
            [
                .. core.Bands.Select(b => new KeptBand(
                    b.Measure.Id,
                    b.Left?.Lower?.Value,
                    b.Left?.Upper?.Value,
                    b.Right?.Lower?.Value,
                    b.Right?.Upper?.Value,
                    b.MustPass,
                    b.Source,
                    b.LeftAssumed ? true : null,
                    b.RightAssumed ? true : null
                )),
            ],
            body,
            padCm,
            rearRaiseCm
        );

    /// <summary>The standard of a check, whatever form it is in; the first left its exercise to the row.</summary>
    public static KeptStandard Of(Records.CheckFact fact) =>
        Kept.Read(fact.Standard, o => o["exerciseId"] ??= fact.ExerciseId);

    /// <summary>The first form kept the ankles, from which the one band of its time followed.</summary>
    private static JsonObject WithBands(JsonObject first)
    {
        AnkleRange Range(string side) =>
            new(
                Angle.FromDegrees(first[side]!["degrees"]!.GetValue<double>()),
                first[side]!["measured"]!.GetValue<bool>(),
                Angle.FromDegrees(first["heelWedgeDegrees"]!.GetValue<double>())
            );
        var name = first["school"]!.GetValue<string>();
        var school = Core.Exercises.School.Of(
            Enum.GetValues<SchoolCode>()
                .Single(c => string.Equals(c.ToString(), name, StringComparison.OrdinalIgnoreCase))
        );
        var (left, right) = (school.ShinBand(Range("leftAnkle")), school.ShinBand(Range("rightAnkle")));
        first["bands"] = new JsonArray(
            new JsonObject
            {
                ["measureId"] = "front-shin",
                ["leftLow"] = left.Lower?.Value,
                ["leftHigh"] = left.Upper?.Value,
                ["rightLow"] = right.Lower?.Value,
                ["rightHigh"] = right.Upper?.Value,
                ["mustPass"] = true,
                ["source"] = "school",
            }
        );
        (first["body"], first["padCm"], first["rearRaiseCm"]) = (null, 100 * ReadingContext.Default.PadMetres, 0);
        return first;
    }

    /// <summary>The standard as the core judges by it. A measure that is not known any more judges nothing.</summary>
    /// <exception cref="UnreadableFormException">The exercise is not in the catalogue.</exception>
    public CheckStandard ToCore() =>
        new(
            Exercise.Find(ExerciseId) ?? throw new UnreadableFormException("a look", UnreadableKind.Newer),
            new Sourced<School>(Core.Exercises.School.Of(School), Source),
            [.. Bands.Select(b => b.ToCore()).OfType<StandardBand>()],
            ErrorModel.Default
        );

    /// <summary>What has to be known besides the points.</summary>
    public ReadingContext Context(CheckStandard core) =>
        ReadingContext.Default with
        {
            Body = Body?.ToCore(),
            BothFeetPlanted = core.Exercise.Shape.BothFeetPlanted,
            PadMetres = PadCm / 100,
            RearRaiseMetres = RearRaiseCm / 100,
        };
}
