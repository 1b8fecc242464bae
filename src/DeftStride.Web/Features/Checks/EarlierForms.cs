using System.Text.Json.Nodes;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Checks;

/// <summary>
/// Facts are never rewritten, so what was kept in an earlier form is brought into today's when it is read. The first form
/// knew one view, one moment, two points and one band.
/// </summary>
internal static class EarlierForms
{
    public static CheckRequest Check(string body)
    {
        if (Has(body, "seen") || Parse(body) is not { } early || early.ContainsKey("seen"))
            return Json.Read<CheckRequest>(body);
        Stills(early);
        (early["seen"], early["stated"], early["felt"], early["effort"]) = (
            new JsonArray(),
            new JsonArray(),
            null,
            null
        );
        return Json.Read<CheckRequest>(early.ToJsonString());
    }

    public static TrialRequest Trial(string body)
    {
        if (Has(body, "seen") || Parse(body) is not { } early || early.ContainsKey("seen"))
            return Json.Read<TrialRequest>(body);
        Stills(early);
        (early["seen"], early["byEye"], early["side"]) = (
            new JsonArray(),
            null,
            early["stills"]![0]!["side"]!.DeepClone()
        );
        return Json.Read<TrialRequest>(early.ToJsonString());
    }

    /// <summary>The standard a check was judged by. The first form kept the ankles, from which the one band followed.</summary>
    public static StandardDto Standard(CheckFact fact)
    {
        if (Has(fact.Standard, "bands") || Parse(fact.Standard) is not { } early || early.ContainsKey("bands"))
            return Json.Read<StandardDto>(fact.Standard);
        var first = Json.Read<FirstStandard>(fact.Standard);
        AnkleRange Range(AnkleDto ankle) =>
            new(Angle.FromDegrees(ankle.Degrees), ankle.Measured, Angle.FromDegrees(first.HeelWedgeDegrees));
        var school = School.Of(first.School);
        var (left, right) = (school.ShinBand(Range(first.LeftAnkle)), school.ShinBand(Range(first.RightAnkle)));
        return new StandardDto(
            fact.ExerciseId,
            first.School,
            first.Source,
            first.LeftAnkle,
            first.RightAnkle,
            first.HeelWedgeDegrees,
            [
                new StandardBandDto(
                    "front-shin",
                    left.Lower?.Value,
                    left.Upper?.Value,
                    right.Lower?.Value,
                    right.Upper?.Value,
                    true,
                    SettingSource.School
                ),
            ],
            null,
            100 * ReadingContext.Default.PadMetres,
            0
        );
    }

    /// <summary>What a check was found to be. From the first form the sentence is kept as it was said, the numbers are read again.</summary>
    public static LookView Judged(JudgedCheck check)
    {
        if (
            Has(check.Fact.Judged, "results")
            || Parse(check.Fact.Judged) is not { } early
            || early.ContainsKey("results")
        )
            return Json.Read<LookView>(check.Fact.Judged);
        var again = LookView.Of(check.Look, check.Standard, check.Context);
        var said = early["finding"]!;
        return again with
        {
            Finding = again.Finding with
            {
                Sentence = Json.Read<PartView[]>(said["sentence"]!.ToJsonString()),
                Because = said["because"]!.GetValue<string>(),
            },
        };
    }

    private sealed record FirstStandard(
        SchoolCode School,
        SettingSource Source,
        AnkleDto LeftAnkle,
        AnkleDto RightAnkle,
        double HeelWedgeDegrees
    );

    /// <summary>Whether a key stands anywhere in it. A text cannot look like one: its quotes are escaped.</summary>
    private static bool Has(string json, string key) => json.Contains($"\"{key}\":", StringComparison.Ordinal);

    private static JsonObject? Parse(string json) => JsonNode.Parse(json) as JsonObject;

    private static void Stills(JsonObject early)
    {
        var counted = new Dictionary<string, int>();
        foreach (var still in early["stills"]!.AsArray().Select(s => s!.AsObject()))
        {
            var side = still["side"]!.GetValue<string>();
            var points = new JsonObject();
            foreach (var landmark in new[] { "ankle", "knee" })
            {
                if (still[landmark] is { } point)
                    points[landmark] = point.DeepClone();
                still.Remove(landmark);
            }

            (still["view"], still["moment"], still["mirrored"], still["points"], still["scale"]) = (
                "side",
                "bottom",
                false,
                points,
                null
            );
            still["repetition"] = counted[side] = counted.GetValueOrDefault(side) + 1;
        }
    }
}
