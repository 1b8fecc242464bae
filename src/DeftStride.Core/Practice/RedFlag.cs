namespace DeftStride.Core.Practice;

/// <summary>How soon somebody else is needed.</summary>
public enum FlagTier
{
    /// <summary>Help is called at once; somebody stays with the client.</summary>
    CallNow,

    /// <summary>Someone qualified sees the client the same day.</summary>
    SeenToday,

    /// <summary>Nothing is loaded before someone qualified has looked.</summary>
    BeforeLoading,
}

/// <summary>A sign that training stops for and somebody else is asked about. It names what is seen or told, never a condition.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Tier">How soon.</param>
/// <param name="Text">What the client reports or the coach sees, to stand at the beginning of a line.</param>
public sealed record RedFlag(string Id, FlagTier Tier, string Text)
{
    /// <summary>Raised by the rules themselves when pain has gone on too long.</summary>
    public const string PainAgain = "pain-again";

    /// <summary>All signs, the most urgent first; within a tier the ones met most often first.</summary>
    public static IReadOnlyList<RedFlag> All { get; } =
    [
        new("chest", FlagTier.CallNow, "Chest pain or pressure"),
        new("faint", FlagTier.CallNow, "Fainting, or a fit"),
        new("breath", FlagTier.CallNow, "Breathless at rest, or coughing blood"),
        new("face-arm-speech", FlagTier.CallNow, "Face, arm, speech or sight changed all at once"),
        new("worst-headache", FlagTier.CallNow, "The worst headache ever"),
        new("knocked-out", FlagTier.CallNow, "Knocked out"),
        new("saddle", FlagTier.CallNow, "Numb between the legs, or new loss of bladder or bowel control"),
        new("both-legs", FlagTier.CallNow, "Weak in both legs"),
        new("limb-shape", FlagTier.CallNow, "A limb out of shape, cold or white after an injury"),
        new("bleeding", FlagTier.CallNow, "Heavy bleeding"),
        new("low-sugar", FlagTier.CallNow, "Low sugar, and confused"),
        new("pressure-signs", FlagTier.CallNow, "Very high pressure with headache, sight or chest signs"),
        new("calf", FlagTier.SeenToday, "One calf swollen, warm or tender"),
        new(
            "calf-travel",
            FlagTier.SeenToday,
            "A sore calf after travel, surgery, weeks of lying, hormones, cancer, or in pregnancy"
        ),
        new("fever", FlagTier.SeenToday, "A hot joint, or fever with pain"),
        new("locking", FlagTier.SeenToday, "A knee that is locked"),
        new("four-steps", FlagTier.SeenToday, "An injury, and cannot take four steps"),
        new("snap", FlagTier.SeenToday, "A snap, and the knee cannot straighten or the heel cannot rise"),
        new("foot-drops", FlagTier.SeenToday, "A foot that newly drops, or weakness that grows"),
        new("head-thinners", FlagTier.SeenToday, "A knock to the head, on blood thinners"),
        new(
            "deep-groin",
            FlagTier.SeenToday,
            "Deep groin or thigh pain under impact, in a runner or with brittle bone"
        ),
        new("back-cancer", FlagTier.SeenToday, "New back pain, with cancer in the past"),
        new("foot-new-wound", FlagTier.SeenToday, "Diabetes or numb feet: a new wound, heat or swelling of the foot"),
        new(
            "pregnancy-now",
            FlagTier.SeenToday,
            "Pregnant: bleeding, fluid, regular contractions, fewer movements, severe headache or seeing things"
        ),
        new("limping-child", FlagTier.SeenToday, "A child or teenager who limps, with hip, groin or knee pain"),
        new("sharp-pain", FlagTier.BeforeLoading, "Sharp or catching pain that nobody has examined"),
        new("giving-way", FlagTier.BeforeLoading, "A leg that gives way"),
        new("swelling", FlagTier.BeforeLoading, "New swelling of a joint or leg"),
        new("pop", FlagTier.BeforeLoading, "A pop, with pain, swelling or giving way"),
        new("night-pain", FlagTier.BeforeLoading, "Night pain that no position eases"),
        new("numbness", FlagTier.BeforeLoading, "Numbness or tingling that stays or spreads"),
        new(
            PainAgain,
            FlagTier.BeforeLoading,
            "Pain of 5 or more two sessions running, or above the limit for four weeks"
        ),
        new("hop-bone", FlagTier.BeforeLoading, "Bone pain on hopping"),
        new("weight-loss", FlagTier.BeforeLoading, "Weight loss or cancer in the past, with new pain"),
        new("back-fall", FlagTier.BeforeLoading, "Back pain after a fall, on steroids or with brittle bone"),
        new("foot-wound", FlagTier.BeforeLoading, "A wound on the foot"),
        new("surgery", FlagTier.BeforeLoading, "Recent surgery or a fracture, not yet cleared"),
        new("high-pressure", FlagTier.BeforeLoading, "Very high resting pressure: 180 over 110, or your local rule"),
        new("pelvic-pain", FlagTier.BeforeLoading, "Pelvic pain, in pregnancy or after birth"),
        new("falls", FlagTier.BeforeLoading, "Falls that are unexplained, or more than one"),
        new("dizziness", FlagTier.BeforeLoading, "Dizziness that nobody has examined"),
        new("clinician-no", FlagTier.BeforeLoading, "A clinician has said no"),
    ];

    /// <summary>Finds a sign by id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static RedFlag? Find(string id) => All.FirstOrDefault(f => f.Id == id);

    /// <summary>A tier as its button has it.</summary>
    /// <returns>A word or two.</returns>
    public static string Word(FlagTier tier) =>
        tier switch
        {
            FlagTier.CallNow => "Call for help now",
            FlagTier.SeenToday => "See someone today",
            _ => "Before any loading",
        };

    /// <summary>What to do, to the coach, in a sentence or two.</summary>
    /// <returns>Sentences, to the coach.</returns>
    public static string WhatToDo(FlagTier tier) =>
        tier switch
        {
            FlagTier.CallNow =>
                "Call now. Say where you are and what you see. Somebody stays with the client until help is there.",
            FlagTier.SeenToday =>
                "Training stops. The client sees a doctor or an urgent clinic today, and does not go alone if unwell.",
            _ =>
                "Nothing is loaded until someone qualified has looked and a coach has noted who, when, and what is allowed.",
        };

    /// <summary>Whom to see and how soon, to the client.</summary>
    /// <returns>Words with a full stop, to the client.</returns>
    public static string WhomToSee(FlagTier tier) =>
        tier switch
        {
            FlagTier.CallNow => "Emergency help, at once.",
            FlagTier.SeenToday => "A doctor or an urgent clinic, today.",
            _ => "Your doctor or physiotherapist, before you train the legs again.",
        };
}
