using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What a row of the table of faults is put together from.</summary>
internal static class FaultParts
{
    public static Detection Above(string measure) => new(measure, BandSide.Beyond);

    public static Detection Below(string measure) => new(measure, BandSide.Short);

    public static Detection Fine(string measure) => new(measure, BandSide.Within);

    public static Correction Say(string id, string cue, string why, string inShort) =>
        new(id, CorrectionLevel.Say, cue, why, inShort);

    public static Correction Feel(string id, string cue, string why, string inShort) =>
        new(id, CorrectionLevel.Say, cue, why, inShort) { Focus = CueFocus.Inner };

    public static Correction Touch(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, CorrectionLevel.TouchOrBlock, cue, why, inShort) { Needs = needs };

    public static Correction Set(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, CorrectionLevel.SetUp, cue, why, inShort) { Needs = needs };

    public static Correction Ease(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, CorrectionLevel.StepDown, cue, why, inShort) { Needs = needs };

    public static Correction In(this Correction correction, Forms forms) => correction with { In = forms };

    public static Correction NotIn(this Correction correction, Forms forms) => correction with { NotIn = forms };

    public static Correction Deepens(this Correction correction) => correction with { Asks = AsksMore.Depth };

    public static Correction Loads(this Correction correction) => correction with { Asks = AsksMore.Load };

    public static Correction WhenBeyond(this Correction correction) => correction with { Way = BandSide.Beyond };

    public static Correction WhenShort(this Correction correction) => correction with { Way = BandSide.Short };

    public static Correction ByHand(this Correction correction) => correction with { AskFirst = true };

    public static LevelGap NoTouch(string why, Forms forms = Forms.Any) =>
        new(CorrectionLevel.TouchOrBlock, why, forms);

    public static LevelGap NoSetUp(string why, Forms forms = Forms.Any) => new(CorrectionLevel.SetUp, why, forms);

    public static LevelGap NoEasier(string why, Forms forms = Forms.Any) => new(CorrectionLevel.StepDown, why, forms);
}
