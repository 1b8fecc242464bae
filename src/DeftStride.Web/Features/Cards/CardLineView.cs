using DeftStride.Core.Setup;
using DeftStride.Data.Kept;

namespace DeftStride.Web.Features.Cards;

/// <summary>A line of the card a stance is set up by.</summary>
internal sealed record CardLineView(string Id, string Name, string Value, string Note)
{
    public static CardLineView Of(CardLine line) => new(line.Id, line.Name, line.Value, line.Note);
}

internal static class CardForms
{
    public static KeptCardLine ToKept(this CardLineView l) => new(l.Id, l.Name, l.Value, l.Note);

    public static CardLineView ToWire(this KeptCardLine l) => new(l.Id, l.Name, l.Value, l.Note);
}
