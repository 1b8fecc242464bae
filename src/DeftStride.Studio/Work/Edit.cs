namespace DeftStride.Studio.Work;

/// <summary>What was set otherwise, for whom, and what it was before.</summary>
internal sealed record Edit(string Kind, string Subject, string At, string? Before, string? After);
