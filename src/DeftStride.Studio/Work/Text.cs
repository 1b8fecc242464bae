namespace DeftStride.Studio.Work;

/// <summary>Checks of what people type.</summary>
internal static class Text
{
    public const int Longest = 400;

    public static string Required(string field, string? text, string sentence)
    {
        var trimmed = Optional(field, text);
        return trimmed.Length > 0 ? trimmed : throw Refusal.BadInput(field, sentence);
    }

    public static string Optional(string field, string? text)
    {
        var trimmed = (text ?? "").Trim();
        if (trimmed.Length > Longest)
            throw Refusal.BadInput(field, $"That is {trimmed.Length} characters. Shorten it to {Longest}.");
        return trimmed.Any(char.IsControl) ? throw Refusal.BadInput(field, "Use plain text on one line.") : trimmed;
    }
}
