using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store;

/// <summary>Whether every record of a workroom can be read: a database may be whole and still hold a text that is no record.</summary>
internal static class Legibility
{
    /// <summary>The name of the first record that cannot be read; null where all can. Asks the model, so that no kind of record is forgotten.</summary>
    public static string? FirstIllegible(WorkroomContext context)
    {
        foreach (var entity in context.Model.GetEntityTypes())
        {
            var table = entity.GetTableName()!;
            var named = entity.FindProperty(nameof(Row.Name)) is not null;
            foreach (var property in entity.GetProperties().Where(IsJson))
            {
                using var command = context.Database.GetDbConnection().CreateCommand();
                command.CommandText = $"SELECT \"{property.GetColumnName()}\", {(named ? "Name" : "Id")} FROM \"{table}\" ORDER BY Id";
                context.Database.OpenConnection();
                using var reader = command.ExecuteReader();
                while (reader.Read())
                {
                    if (reader.IsDBNull(0) ? !property.IsNullable : !StoredFormat.IsLegible(reader.GetString(0), property.ClrType))
                    {
                        return named ? $"“{reader.GetString(1)}” among the {table.ToLowerInvariant()}" : $"number {reader.GetValue(1)} among the {table.ToLowerInvariant()}";
                    }
                }
            }
        }

        return null;
    }

    private static bool IsJson(IProperty property) =>
        property.GetTypeMapping().Converter?.GetType() is { IsGenericType: true } converter && converter.GetGenericTypeDefinition() == typeof(JsonColumn<>);
}
