using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;

namespace DeftStride.Web.Features.Library;

/// <summary>What was set otherwise, in words instead of ids.</summary>
internal static class EditWords
{
    /// <summary>Kinds of changes that are settings: visits that move and what was mended are none.</summary>
    public static readonly string[] Settings = ["setting", "band", "cue", "ladder", "prop", "kept"];

    /// <summary>The name of what was changed.</summary>
    public static string Of(string kind, string subject) =>
        kind switch
        {
            "setting" when subject == "pain-limit" => "how much pain is ordinary",
            "setting" => Lower(Setting.Find(subject)?.Name ?? subject),
            "band" => $"the band of {Lower(MeasureDefinition.Find(subject)?.Name ?? subject)}",
            "cue" => $"the words of {Short(subject)}",
            "ladder" => $"the ladder {Lower(Ladder.All.FirstOrDefault(l => l.Id == subject)?.Name ?? "of our own")}",
            "prop" => $"a helper with a date: {Short(subject)}",
            "kept" => $"a change of set-up that stays: {Short(subject)}",
            _ => subject,
        };

    private static string Short(string correction) =>
        Fault.IsOwn(correction)
            ? "a cue of our own"
            : Fault.Find(correction)?.Correction.Short.ToLowerInvariant() ?? correction;

    private static string Lower(string name) => $"{char.ToLowerInvariant(name[0])}{name[1..]}";
}
