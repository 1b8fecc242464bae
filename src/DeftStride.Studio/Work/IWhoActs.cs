namespace DeftStride.Studio.Work;

/// <summary>Who says that something be done.</summary>
internal interface IWhoActs
{
    /// <summary>The coach on record whom facts name; null where the studio itself is at work.</summary>
    public Guid? CoachId { get; }

    /// <summary>Whose clients can be read, as a word for what is kept in memory by it: whoever reaches less must not be given what was worked out for another.</summary>
    public string Reach { get; }
}
