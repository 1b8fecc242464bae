namespace DeftStride.Data;

/// <summary>Whose clients can be read by whoever asks. What lies beyond is not there for them: every reading is narrowed, in one place.</summary>
internal interface IClientReach
{
    /// <summary>Only the clients of this coach; null for no such limit.</summary>
    public Guid? OfCoach { get; }

    /// <summary>Only this client; null for no such limit.</summary>
    public Guid? OfClient { get; }
}
