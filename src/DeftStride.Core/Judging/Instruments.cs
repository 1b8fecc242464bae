namespace DeftStride.Core.Judging;

/// <summary>The three tools that carry the three checks.</summary>
public enum Instrument
{
    /// <summary>The plumb line.</summary>
    Shin,

    /// <summary>The rail along the foot.</summary>
    Knee,

    /// <summary>The spirit level.</summary>
    Pelvis,
}

/// <summary>Which measure is shown by which instrument, and which instrument matters today.</summary>
public static class Instruments
{
    /// <summary>The instrument that shows a measure.</summary>
    /// <returns>Null where none does.</returns>
    public static Instrument? Of(string? measureId) =>
        measureId switch
        {
            "front-shin" => Instrument.Shin,
            "knee-offset" or "projection" => Instrument.Knee,
            "pelvic-level" or "pelvic-change" => Instrument.Pelvis,
            _ => null,
        };

    /// <summary>The one that matters: of what is to be looked at today, else of the first thing outside its band, else the first that read anything.</summary>
    /// <param name="results">The standing answers of the last look: measure id and verdict.</param>
    /// <param name="lookAt">What is to be looked at today, by measure id, or null.</param>
    /// <returns>Null where no instrument has an answer.</returns>
    public static Instrument? Mattering(IEnumerable<(string MeasureId, Verdict? Verdict)> results, string? lookAt)
    {
        var read = results
            .Select(r => (Instrument: Of(r.MeasureId), r.Verdict))
            .Where(r => r.Instrument is not null)
            .OrderBy(r => r.Instrument)
            .ToArray();
        var wanted = Of(lookAt);
        return read.Select(r => r.Instrument).FirstOrDefault(i => i == wanted)
            ?? read.FirstOrDefault(r => r.Verdict == Verdict.Outside).Instrument
            ?? read.FirstOrDefault().Instrument;
    }
}
