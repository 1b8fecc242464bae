using System.Text.Json;
using System.Text.Json.Serialization;

namespace DeftStride.Data.Kept;

/// <summary>
/// A part of what goes to disk as JSON. What a newer version wrote and this one does not know is kept and written back.
/// </summary>
internal abstract record Stored
{
    /// <summary>Fields that this version does not know, as they were read; null for none.</summary>
    [JsonExtensionData]
    public Dictionary<string, JsonElement>? Unknown { get; init; }
}

/// <summary>The whole of one JSON column: it carries the number of the form that it is in.</summary>
internal abstract record StoredDocument : Stored
{
    /// <summary>Which form it is in, from 1; set when it is written or read, see <see cref="StoredForm{T}"/>.</summary>
    [JsonPropertyOrder(-1)]
    public int Form { get; set; }
}
