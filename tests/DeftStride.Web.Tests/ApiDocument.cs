using System.Text.Json.Nodes;
using DeftStride.Browser;

namespace DeftStride.Web.Tests;

/// <summary>One operation of the API that takes a JSON body, and the body's schema.</summary>
internal sealed record Operation(string Method, string Path, JsonNode Schema);

/// <summary>One way in which a body is wrong, where, and the body.</summary>
internal sealed record Wrong(string Field, string How, string Body);

/// <summary>Reads the API document that the build writes: whatever it asks for is tested, new fields too.</summary>
internal sealed class ApiDocument
{
    private readonly JsonNode _document = JsonNode.Parse(
        File.ReadAllText(System.IO.Path.Combine(Checkout.Root, "web", "openapi.json"))
    )!;

    public IEnumerable<Operation> Operations =>
        from path in _document["paths"]!.AsObject()
        from method in path.Value!.AsObject()
        let schema = method.Value!["requestBody"]?["content"]?["application/json"]?["schema"]
        where schema is not null
        select new Operation(method.Key.ToUpperInvariant(), Filled(path.Key), schema);

    /// <summary>A path with an id of nothing in each place.</summary>
    private static string Filled(string path) =>
        System.Text.RegularExpressions.Regex.Replace(path, "\\{[^}]+\\}", _ => "0196a000-0000-7000-8000-000000000001");

    private JsonNode Resolved(JsonNode schema)
    {
        while (schema["$ref"]?.GetValue<string>() is { } reference)
            schema = _document["components"]!["schemas"]![reference.Split('/')[^1]]!;
        return
            schema["oneOf"]?.AsArray().Select(o => o!).FirstOrDefault(o => o["type"]?.ToString() != "null") is { } one
            && schema["type"] is null
            ? Resolved(one)
            : schema;
    }

    private static bool Is(JsonNode schema, string type) =>
        schema["type"] switch
        {
            JsonArray several => several.Any(t => t!.GetValue<string>() == type),
            JsonValue one => one.GetValue<string>() == type,
            _ => false,
        };

    private static bool Nullable(JsonNode schema) =>
        Is(schema, "null")
        || schema["oneOf"]?.AsArray().Any(o => Is(o!, "null")) == true
        || (schema["enum"]?.AsArray().Any(e => e is null) ?? false);

    /// <summary>A body that says what its schema asks for, about things that are not there.</summary>
    public JsonNode? Whole(JsonNode given, int depth = 0)
    {
        var schema = Resolved(given);
        if (schema["enum"] is JsonArray choices)
            return choices.First(c => c is not null)!.DeepClone();
        if (Is(schema, "object") || schema["properties"] is not null)
        {
            var body = new JsonObject();
            foreach (var (name, field) in schema["properties"]?.AsObject() ?? [])
                body[name] = Nullable(field!) && depth > 3 ? null : Whole(field!, depth + 1);
            return body;
        }

        if (Is(schema, "array"))
            return depth > 6 ? new JsonArray() : new JsonArray(Whole(schema["items"]!, depth + 1));
        if (Is(schema, "boolean"))
            return false;
        if (Is(schema, "integer"))
            return 999_999;
        if (Is(schema, "number"))
            return 12.5;
        return schema["format"]?.GetValue<string>() switch
        {
            "uuid" => "0196a000-0000-7000-8000-000000000002",
            "date" => "2026-03-12",
            "date-time" => "2026-03-12T08:00:00+00:00",
            _ => "split-squat-to-pad",
        };
    }

    /// <summary>Every field of a body, each wrong in every way that its schema forbids.</summary>
    public IEnumerable<Wrong> Wrongs(JsonNode schema)
    {
        var whole = Whole(schema)!;
        yield return new("", "null", "null");
        yield return new("", "empty", "");
        yield return new("", "an array", "[]");
        yield return new("", "a text", "\"text\"");
        yield return new("", "cut short", whole.ToJsonString()[..^1]);
        foreach (var wrong in Fields(schema, whole, []))
            yield return wrong;
    }

    private IEnumerable<Wrong> Fields(JsonNode given, JsonNode whole, string[] at)
    {
        var schema = Resolved(given);
        if (At(whole, at) is not JsonObject)
            yield break;
        var required = schema["required"]?.AsArray().Select(r => r!.GetValue<string>()).ToHashSet() ?? [];
        yield return new(string.Join('.', at), "unknown field", With(whole, [.. at, "somethingElse"], "1"));
        foreach (var (name, fieldGiven) in schema["properties"]?.AsObject() ?? [])
        {
            var field = Resolved(fieldGiven!);
            string[] here = [.. at, name];
            var path = string.Join('.', here);
            Wrong As(string how, string json) => new(path, how, With(whole, here, json));
            if (required.Contains(name))
                yield return new(path, "missing", Without(whole, here));
            if (!Nullable(fieldGiven!))
                yield return As("null", "null");
            if (field["enum"] is not null)
            {
                yield return As("unknown choice", "\"somethingElse\"");
                yield return As("choice by number", "1");
                yield return As("choice by number as text", "\"1\"");
            }
            else if (Is(field, "string"))
            {
                yield return As("number for text", "12");
                yield return As("too long", $"\"{new string('x', 300_000)}\"");
                if (field["format"] is null)
                    yield return As("control signs", "\"a\\u0007b\"");
            }
            else if (Is(field, "number") || Is(field, "integer"))
            {
                yield return As("text for number", "\"12\"");
                yield return As("not finite", "1e999");
                yield return As("far too large", "-123456789012345678");
                yield return As("list for number", "[1]");
            }
            else if (Is(field, "boolean"))
            {
                yield return As("text for yes or no", "\"true\"");
                yield return As("number for yes or no", "1");
            }
            else if (Is(field, "array"))
            {
                yield return As("object for list", "{}");
                yield return As("empty entry", "[null]");
                yield return As(
                    "far too many",
                    $"[{string.Join(',', Enumerable.Repeat(Whole(field["items"]!, 4)?.ToJsonString() ?? "null", 2000))}]"
                );
                if (At(whole, here) is JsonArray { Count: > 0 } list && list[0] is JsonObject)
                    foreach (var inner in Fields(field["items"]!, whole, [.. here, "0"]))
                        yield return inner;
            }
            else
            {
                yield return As("text for object", "\"text\"");
                foreach (var inner in Fields(field, whole, here))
                    yield return inner;
            }
        }
    }

    private static JsonNode? At(JsonNode? whole, string[] path) =>
        path.Aggregate(
            whole,
            (node, step) =>
                node switch
                {
                    JsonObject o => o[step],
                    JsonArray a when int.TryParse(step, out var i) && i < a.Count => a[i],
                    _ => null,
                }
        );

    private static string With(JsonNode whole, string[] path, string json)
    {
        var copy = whole.DeepClone();
        // Put in as text afterwards: a number that is not finite has no node.
        const string Place = "\"put-it-here\"";
        if (At(copy, path[..^1]) is JsonObject parent)
            parent[path[^1]] = "put-it-here";
        return copy.ToJsonString().Replace(Place, json, StringComparison.Ordinal);
    }

    private static string Without(JsonNode whole, string[] path)
    {
        var copy = whole.DeepClone();
        (At(copy, path[..^1]) as JsonObject)?.Remove(path[^1]);
        return copy.ToJsonString();
    }
}
