using System.Collections.Frozen;
using System.Text.Json;
using DeftStride.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace DeftStride.Data.Exports;

/// <summary>How a value of a record stands in a line.</summary>
internal enum FieldKind
{
    /// <summary>A string with 8-4-4-4-12 hexadecimal digits in lower case.</summary>
    Id,

    /// <summary>A string as it was written.</summary>
    Text,

    /// <summary>A JSON value of its own, with the number of its form; a string where it is no JSON.</summary>
    Json,

    /// <summary>A string in UTC: "2026-11-24T18:05:00.0000000Z".</summary>
    Instant,

    /// <summary>A string: "2026-11-24".</summary>
    Day,

    /// <summary>true or false.</summary>
    Flag,

    /// <summary>A whole number.</summary>
    Whole,

    /// <summary>A number.</summary>
    Number,
}

/// <summary>A column of the database that goes out.</summary>
/// <param name="Column">As the database calls it.</param>
/// <param name="Kind">How it stands in a line.</param>
internal sealed record ExportField(string Column, FieldKind Kind)
{
    /// <summary>As a line calls it.</summary>
    public string Name { get; } = JsonNamingPolicy.CamelCase.ConvertName(Column);
}

/// <summary>A table of the database that goes out: one file of lines.</summary>
/// <param name="Table">As the database calls it.</param>
/// <param name="Type">The record of a row.</param>
/// <param name="Fields">Its columns, but for the studio: all rows of an export are of one.</param>
/// <param name="Order">Columns that put its rows in one order.</param>
internal sealed record ExportTable(
    string Table,
    Type Type,
    IReadOnlyList<ExportField> Fields,
    IReadOnlyList<string> Order
)
{
    /// <summary>The file of its lines.</summary>
    public string File { get; } = $"records/{JsonNamingPolicy.KebabCaseLower.ConvertName(Table)}.jsonl";

    /// <summary>Whether its rows are somebody's, and go with them.</summary>
    public bool OfClient => typeof(ClientFact).IsAssignableFrom(Type) || ExportShape.WithClient.Contains(Type);
}

/// <summary>
/// What goes out and what does not: everything that is known of clients, and the studio's own; no way in, nothing that opens
/// anything, and nothing that is only remembered to answer a repeated request.
/// </summary>
internal static class ExportShape
{
    /// <summary>Other records than facts that are a client's.</summary>
    internal static readonly FrozenSet<Type> WithClient = FrozenSet.Create<Type>(
        typeof(SessionRecord),
        typeof(PlanRecord),
        typeof(DraftRecord)
    );

    /// <summary>What stays: ways in, what was made to open something, and answers that were kept to repeat.</summary>
    private static readonly FrozenSet<Type> Stays = FrozenSet.Create<Type>(
        typeof(PersonRecord),
        typeof(IdentityUserClaim<Guid>),
        typeof(IdentityUserLogin<Guid>),
        typeof(IdentityUserToken<Guid>),
        typeof(IdentityUserPasskey<Guid>),
        typeof(SignInRecord),
        typeof(InvitationRecord),
        typeof(CalendarRecord),
        typeof(SealRecord),
        typeof(OperationRecord)
    );

    private static readonly FrozenSet<string> Documents = FrozenSet.Create(
        StringComparer.Ordinal,
        "Body",
        "Judged",
        "Standard",
        "Brief",
        "Kit",
        "Settings",
        "Intake",
        "Planned"
    );

    /// <summary>Every table that goes out, by name.</summary>
    public static IReadOnlyList<ExportTable> Tables(IModel model) =>
        [
            .. model
                .GetEntityTypes()
                .Where(t => !t.IsOwned() && !Stays.Contains(t.ClrType))
                .Select(t => new ExportTable(t.GetTableName()!, t.ClrType, [.. Fields(t)], Order(t.ClrType)))
                .OrderBy(t => t.Table, StringComparer.Ordinal),
        ];

    private static IEnumerable<ExportField> Fields(IEntityType type) =>
        type.GetProperties()
            .Where(p => p.Name != nameof(Fact.StudioId))
            // What tells a row comes first, the rest by name: the same in every version that has the same columns.
            .OrderByDescending(p => p.IsPrimaryKey())
            .ThenBy(p => p.Name, StringComparer.Ordinal)
            .Select(p => new ExportField(p.GetColumnName(), Kind(p)));

    private static FieldKind Kind(IProperty property)
    {
        var type = Nullable.GetUnderlyingType(property.ClrType) ?? property.ClrType;
        return type switch
        {
            _ when type == typeof(Guid) => FieldKind.Id,
            _ when type == typeof(DateTimeOffset) => FieldKind.Instant,
            _ when type == typeof(DateOnly) => FieldKind.Day,
            _ when type == typeof(bool) => FieldKind.Flag,
            _ when type == typeof(int) || type == typeof(long) => FieldKind.Whole,
            _ when type == typeof(double) => FieldKind.Number,
            _ when type == typeof(string) && Documents.Contains(property.Name) => FieldKind.Json,
            _ when type == typeof(string) || type.IsEnum => FieldKind.Text,
            _ => throw new InvalidOperationException(
                $"{property.DeclaringType.DisplayName()}.{property.Name} has no way to stand in an export yet."
            ),
        };
    }

    private static string[] Order(Type type) =>
        typeof(IOrdered).IsAssignableFrom(type) ? ["Sequence", type == typeof(ErasedRecord) ? "ClientId" : "Id"]
        : type == typeof(DeedRecord) ? ["At", "Id"]
        : ["CreatedAt", "Id"];
}
