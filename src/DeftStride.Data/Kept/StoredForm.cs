using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace DeftStride.Data.Kept;

/// <summary>Brings one form up to the next.</summary>
internal delegate JsonObject Step(JsonObject earlier);

/// <summary>What all stored forms have, whatever is in them.</summary>
internal interface IStoredForm
{
    /// <summary>Its name, as samples are named by.</summary>
    public string Name { get; }

    /// <summary>The number that is written today.</summary>
    public int Today { get; }

    /// <summary>Reads a text in any form up to today's and writes it in today's.</summary>
    public string Renew(string json, Action<JsonObject>? beside = null);

    /// <summary>The types that it is made of.</summary>
    public Type Type { get; }
}

/// <summary>A record that is the whole of a JSON column, with how it is written and read.</summary>
/// <typeparam name="T">The record itself.</typeparam>
internal interface IKept<T>
    where T : StoredDocument
{
    /// <summary>How it is written and read.</summary>
    public static abstract StoredForm<T> Kept { get; }
}

/// <summary>
/// How one JSON column is written and read. Today's form is written with its number first; an earlier one is brought up
/// one step at a time when it is read, and never rewritten for it.
/// </summary>
/// <remarks>
/// To change a stored form: change the record, add one step that brings the form before up to it, and add a kept sample of
/// the form before to the tests. Adding a field that may be missing needs no step when the record gives it a default.
/// </remarks>
/// <typeparam name="T">The record of today's form.</typeparam>
internal sealed class StoredForm<T> : IStoredForm
    where T : StoredDocument
{
    private readonly string _what;
    private readonly Func<JsonObject, int> _unnumbered;
    private readonly Step[] _steps;
    private readonly string _today;

    /// <summary>A form.</summary>
    /// <param name="name">Its name in the samples.</param>
    /// <param name="what">What a coach calls it, with its article.</param>
    /// <param name="unnumbered">Tells the form of a text from before numbers were written; null when there was one only.</param>
    /// <param name="steps">From form 1 to 2, from 2 to 3, and so on.</param>
    public StoredForm(string name, string what, Func<JsonObject, int>? unnumbered = null, params Step[] steps)
    {
        (Name, _what, _unnumbered, _steps) = (name, what, unnumbered ?? (_ => 1), steps);
        _today = string.Create(CultureInfo.InvariantCulture, $"{{\"form\":{Today},");
    }

    public string Name { get; }

    public int Today => _steps.Length + 1;

    public Type Type => typeof(T);

    /// <summary>Today's form of it.</summary>
    public string Write(T value)
    {
        value.Form = Today;
        return JsonSerializer.Serialize(value, StoredJson.Options);
    }

    /// <summary>Reads a text in any form up to today's.</summary>
    /// <param name="json">The text of the column.</param>
    /// <param name="beside">Adds what an earlier form left to the columns beside it, before any step.</param>
    /// <exception cref="UnreadableFormException">It is damaged, or of a newer form.</exception>
    public T Read(string json, Action<JsonObject>? beside = null)
    {
        try
        {
            return json.StartsWith(_today, StringComparison.Ordinal)
                ? Deserialize(json)
                : Deserialize(Up(json, beside).ToJsonString());
        }
        catch (Exception e)
            when (e
                    is JsonException
                        or InvalidOperationException
                        or FormatException
                        or KeyNotFoundException
                        or ArgumentException
                        or NullReferenceException
            )
        {
            // A step that meets something else than its form fails in one of these ways.
            throw new UnreadableFormException(_what, UnreadableKind.Damaged, e);
        }
    }

    /// <summary>The same, saying why instead of throwing.</summary>
    public bool TryRead(
        string json,
        [System.Diagnostics.CodeAnalysis.NotNullWhen(true)] out T? value,
        [System.Diagnostics.CodeAnalysis.NotNullWhen(false)] out string? problem,
        Action<JsonObject>? beside = null
    )
    {
        try
        {
            (value, problem) = (Read(json, beside), null);
            return true;
        }
        catch (UnreadableFormException e)
        {
            (value, problem) = (null, e.Message);
            return false;
        }
    }

    public string Renew(string json, Action<JsonObject>? beside = null) => Write(Read(json, beside));

    /// <summary>
    /// Whether a kept text says the same as a new one: in today's form, whatever the order of their fields, and without
    /// those that are null. So what an older page sends again is recognised after a field was added.
    /// </summary>
    public bool Same(string kept, T sent) =>
        TryRead(kept, out var known, out _) && StoredJson.Same(Write(known), Write(sent));

    private static T Deserialize(string json) =>
        JsonSerializer.Deserialize<T>(json, StoredJson.Options)
        ?? throw new JsonException("Null where a record was expected.");

    private JsonObject Up(string json, Action<JsonObject>? beside)
    {
        var node = JsonNode.Parse(json) as JsonObject ?? throw new JsonException("No object.");
        beside?.Invoke(node);
        var form = node["form"] is { } number ? number.GetValue<int>() : _unnumbered(node);
        if (form > Today)
            throw new UnreadableFormException(_what, UnreadableKind.Newer);
        if (form < 1)
            throw new JsonException($"There is no form {form}.");
        for (var at = form; at < Today; at++)
            node = _steps[at - 1](node);
        node["form"] = Today;
        return node;
    }
}

/// <summary>How stored forms are written: camel case, enums by name, numbers as numbers; what is required must be there.</summary>
internal static class StoredJson
{
    public static JsonSerializerOptions Options { get; } =
        new(JsonSerializerDefaults.Web)
        {
            NumberHandling = JsonNumberHandling.Strict,
            RespectRequiredConstructorParameters = true,
            RespectNullableAnnotations = true,
            AllowDuplicateProperties = false,
            PropertyNameCaseInsensitive = false,
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
        };

    /// <summary>Whether two texts say the same: whatever the order of their fields, and without those that are null.</summary>
    public static bool Same(string one, string other) =>
        one == other || JsonNode.DeepEquals(Bare(JsonNode.Parse(one)), Bare(JsonNode.Parse(other)));

    private static JsonNode? Bare(JsonNode? node)
    {
        if (node is JsonObject o)
        {
            foreach (var empty in o.Where(p => p.Value is null).Select(p => p.Key).ToArray())
                o.Remove(empty);
            foreach (var (_, value) in o)
                Bare(value);
        }
        else if (node is JsonArray list)
        {
            foreach (var item in list)
                Bare(item);
        }

        return node;
    }
}
