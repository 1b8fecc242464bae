namespace DeftStride.Studio.Work;

/// <summary>Who says that something be done.</summary>
internal interface IWhoActs
{
    /// <summary>The coach's id as it was said, or null or empty where nobody said; not checked yet.</summary>
    public string? Coach { get; }
}
