namespace DeftStride.Core.Deciding.Rules;

/// <summary>A stop-and-refer sign stands uncleared.</summary>
internal static class UnclearedFlag
{
    public static DecisionRule Rule { get; } =
        new(
            "uncleared-flag",
            "A red flag stands",
            "A sign that could mean harm comes before everything: nothing is trained until someone qualified has looked and a coach has noted it.",
            facts =>
                facts.UnclearedFlags.Count == 0
                    ? null
                    : new Firing(
                        DecisionOutcome.StopAndRefer,
                        "Stop here, and refer.",
                        [.. facts.UnclearedFlags.Select(f => new Fact("Red flag", f))],
                        ["A clearance with who examined, when, and what is allowed."]
                    )
        )
        {
            Place = 10,
        };
}
