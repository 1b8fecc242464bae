using System.Collections;
using System.Collections.Concurrent;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Reflection;
using System.Text.Json;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Hosting;

/// <summary>
/// What every field of every request is held to before an endpoint sees it: numbers finite and of a size that something can
/// be, enums that exist, text on one line and of a length that somebody writes, lists that end, nothing missing inside them.
/// A field is held to the usual limits unless an attribute of the framework (<see cref="RangeAttribute"/>,
/// <see cref="MaxLengthAttribute"/>) gives it its own, so a new field is never let in unchecked.
/// </summary>
/// <remarks>
/// The framework's own validation looks only at members with an attribute, and neither into dictionaries nor at numbers that
/// are infinite; this walks the same objects with the same attributes, and with limits for what has none.
/// </remarks>
internal static class RequestShape
{
    private const int LongestText = 1000;
    private const int LongestList = 300;
    private const double LargestNumber = 1_000_000;
    private const long LargestVersion = 1_000_000_000_000;
    private static readonly DateOnly Earliest = new(1900, 1, 1);
    private static readonly DateOnly Latest = new(2200, 1, 1);
    private static readonly ConcurrentDictionary<Type, Member[]> Members = [];

    private sealed record Member(
        string Name,
        PropertyInfo Property,
        NullabilityInfo Nullability,
        ValidationAttribute[] Limits
    );

    /// <summary>Every request body of a group is checked before its endpoint.</summary>
    public static RouteGroupBuilder WithShape(this RouteGroupBuilder group) =>
        group.AddEndpointFilter(
            (context, next) =>
            {
                foreach (var argument in context.Arguments)
                {
                    if (argument is not null && IsOurs(argument.GetType()))
                        Check(argument);
                }

                return next(context);
            }
        );

    /// <summary>Refuses what is wrong with a request, naming the field.</summary>
    public static void Check(object request) => Walk(request, "");

    /// <summary>A path of a field as a coach reads it: "pain.score" is "pain score".</summary>
    public static string Words(string path) =>
        string.Join(
            ' ',
            path.Split('.', '[', ']', '$', '/')
                .Where(p => p.Length > 0 && !p.All(char.IsAsciiDigit))
                .Select(p => JsonNamingPolicy.SnakeCaseLower.ConvertName(p).Replace('_', ' '))
        )
            is { Length: > 0 and < 120 } words
            ? words
            : "something";

    private static Refusal Bad(string path, string says) =>
        Refusal.BadInput(path.Length == 0 ? "request" : path, $"“{Words(path)}” {says}");

    private static void Walk(object value, string path)
    {
        foreach (var member in Members.GetOrAdd(value.GetType(), Plan))
            Value(
                member.Property.GetValue(value),
                path.Length == 0 ? member.Name : $"{path}.{member.Name}",
                member.Nullability,
                member.Limits
            );
    }

    private static void Value(object? value, string path, NullabilityInfo nullability, ValidationAttribute[] limits)
    {
        switch (value)
        {
            case null:
                if (nullability.WriteState == NullabilityState.NotNull && !nullability.Type.IsValueType)
                    throw Bad(path, "is missing. Enter it, or reload the page.");
                return;
            case string text:
                Text(text, path, limits);
                return;
            case double number:
                Number(number, path, limits);
                return;
            case float number:
                Number(number, path, limits);
                return;
            case int number:
                Number(number, path, limits);
                return;
            case long number:
                if (number is < 0 or > LargestVersion)
                    throw Bad(path, "is not a number that can be. Reload the page.");
                return;
            case Enum choice:
                if (!Enum.IsDefined(choice.GetType(), choice))
                    throw Bad(path, "is none of the choices. Reload the page and choose again.");
                return;
            case DateOnly day:
                if (day < Earliest || day > Latest)
                    throw Bad(path, "is not a day that can be. Enter the date again.");
                return;
            case DateTimeOffset at:
                if (at.Year < Earliest.Year || at.Year > Latest.Year)
                    throw Bad(path, "is not a time that can be. Enter it again.");
                return;
            case IDictionary map:
                Entries(map, path, nullability);
                return;
            case IEnumerable list:
                Items(list, path, nullability, limits);
                return;
            default:
                if (IsOurs(value.GetType()))
                    Walk(value, path);
                return;
        }
    }

    private static void Text(string text, string path, ValidationAttribute[] limits)
    {
        var most = limits.OfType<MaxLengthAttribute>().FirstOrDefault()?.Length ?? LongestText;
        if (text.Length > most)
            throw Bad(
                path,
                string.Create(CultureInfo.InvariantCulture, $"is {text.Length} characters long. Shorten it to {most}.")
            );
        if (text.Any(char.IsControl))
            throw Bad(path, "has signs in it that are no text. Use plain text on one line.");
    }

    private static void Number(double number, string path, ValidationAttribute[] limits)
    {
        if (!double.IsFinite(number))
            throw Bad(path, "is not a number. Enter it again.");
        if (limits.OfType<RangeAttribute>().FirstOrDefault() is { } range)
        {
            if (!range.IsValid(number))
                throw Bad(
                    path,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"lies between {range.Minimum} and {range.Maximum}. Enter it again."
                    )
                );
        }
        else if (Math.Abs(number) > LargestNumber)
            throw Bad(path, "is larger than anything that is measured here. Check the number and its unit.");
    }

    private static void Items(IEnumerable list, string path, NullabilityInfo nullability, ValidationAttribute[] limits)
    {
        var most = limits.OfType<MaxLengthAttribute>().FirstOrDefault()?.Length ?? LongestList;
        var element = nullability.GenericTypeArguments is [var one] ? one : nullability.ElementType;
        var i = 0;
        foreach (var item in list)
        {
            if (i >= most)
                throw Bad(path, $"has more than {most} entries. Leave some out.");
            if (item is null && element?.ReadState != NullabilityState.Nullable)
                throw Bad(path, "has an empty entry. Take it out, or reload the page.");
            if (item is not null)
                Value(item, string.Create(CultureInfo.InvariantCulture, $"{path}[{i}]"), element ?? nullability, []);
            i++;
        }
    }

    private static void Entries(IDictionary map, string path, NullabilityInfo nullability)
    {
        if (map.Count > LongestList)
            throw Bad(path, $"has more than {LongestList} entries. Leave some out.");
        var element = nullability.GenericTypeArguments is [_, var two] ? two : nullability;
        foreach (DictionaryEntry entry in map)
        {
            if (entry.Key is Enum key && !Enum.IsDefined(key.GetType(), key))
                throw Bad(path, "names something that is not there. Reload the page.");
            if (entry.Value is null)
                throw Bad(path, "has an empty entry. Take it out, or reload the page.");
            Value(entry.Value, $"{path}.{entry.Key}", element, []);
        }
    }

    private static bool IsOurs(Type type) =>
        type.Namespace?.StartsWith("DeftStride.Web", StringComparison.Ordinal) == true
        && !type.IsEnum
        && type.GetMethod("<Clone>$") is not null;

    private static Member[] Plan(Type type)
    {
        var context = new NullabilityInfoContext();
        var parameters = type.GetConstructors()
            .OrderByDescending(c => c.GetParameters().Length)
            .First()
            .GetParameters();
        // A record's attributes stand on the parameters of its constructor unless they say otherwise.
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p => parameters.Any(c => c.Name == p.Name))
                .Select(p => new Member(
                    JsonNamingPolicy.CamelCase.ConvertName(p.Name),
                    p,
                    context.Create(p),
                    [
                        .. p.GetCustomAttributes<ValidationAttribute>(),
                        .. parameters.Single(c => c.Name == p.Name).GetCustomAttributes<ValidationAttribute>(),
                    ]
                )),
        ];
    }
}
