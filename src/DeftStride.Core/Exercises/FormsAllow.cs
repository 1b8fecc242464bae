namespace DeftStride.Core.Exercises;

/// <summary>Reading what something belongs to against what a form has.</summary>
public static class FormsAllow
{
    /// <summary>Whether something for some forms and not for others belongs here. What is not known rules nothing out.</summary>
    /// <param name="here">What there is, or null while it is not known.</param>
    /// <param name="only">What it needs one of; any for nothing.</param>
    /// <param name="never">What rules it out.</param>
    /// <returns>True where nothing is known of the form.</returns>
    public static bool Allows(this Forms? here, Forms only, Forms never) =>
        here is not { } has || ((only == Forms.Any || (has & only) != 0) && (has & never) == 0);
}
