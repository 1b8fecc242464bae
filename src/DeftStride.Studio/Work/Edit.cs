using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Work;

/// <summary>What was set otherwise, for whom, and what it was before.</summary>
internal sealed record Edit(string Kind, string Subject, string At, string? Before, string? After)
{
    /// <summary>Its line of history.</summary>
    public EditFact ToFact(Guid id, Guid studioId, Guid coachId, DateTimeOffset at) =>
        new()
        {
            Id = id,
            StudioId = studioId,
            CoachId = coachId,
            RecordedAt = at,
            Body = KeptNothing.Text,
            Kind = Kind,
            Subject = Subject,
            At = At,
            Before = Before,
            After = After,
        };
}
