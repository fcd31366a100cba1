using System.Collections.Immutable;
using System.Data.Common;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;

namespace Gavvet.Storage;

/// <summary>Goes through every column of the register that can hold a person's words, and mends what it finds where that is asked
/// for.</summary>
internal sealed class Sweep(GavvetDatabase database, ErasedNames names, IReadOnlySet<string>? going = null)
{
    private readonly Dictionary<PersonalPlace, HashSet<string>> _found = [];
    private readonly HashSet<(string Printing, string Pile)> _changedPiles = [];
    private readonly List<(PersonalPlace, string, string?)> _said = [];

    /// <summary>What was found in words: where, in which row, and the words; none where it stands in a page or a file.</summary>
    public IReadOnlyList<(PersonalPlace Place, string Row, string? Words)> Said => _said;

    /// <summary>Looks for the names, and takes them away where that is asked for.</summary>
    /// <param name="erase">Whether they are taken away.</param>
    /// <param name="cancellation">Ends the look; an erasure that was begun is never ended half way.</param>
    /// <returns>How many places of each kind there are.</returns>
    public async Task<IReadOnlyDictionary<PersonalPlace, int>> RunAsync(bool erase, CancellationToken cancellation)
    {
        await database.Database.OpenConnectionAsync(cancellation);
        foreach (var column in PersonalRegister.Columns.Where(column => column.Mend is not null))
        {
            // A copy of an earlier program lacks what came later.
            if (await HasAsync(column, cancellation))
                await GoThroughAsync(column, erase, cancellation);
        }

        if (erase)
            await PrintedPiles.MendAsync(database, names, _changedPiles);
        return _found.ToDictionary(found => found.Key, found => found.Value.Count);
    }

    private async Task<bool> HasAsync(PersonalColumn column, CancellationToken cancellation)
    {
        await using var command = Command(
            "SELECT count(*) FROM pragma_table_info($table) WHERE name = $column",
            [("$table", column.Table), ("$column", column.Column)]
        );
        return Convert.ToInt64(await command.ExecuteScalarAsync(cancellation), CultureInfo.InvariantCulture) > 0;
    }

    // First every value is looked at, one at a time, since a year's states together would fill the memory; then those that hold a name
    // are mended.
    private async Task GoThroughAsync(PersonalColumn column, bool erase, CancellationToken cancellation)
    {
        var keys = KeysOf(column.Table);
        var holding = new List<(object[] Key, string Owner)>();
        await using (
            var all = Command(
                $"SELECT {string.Join(", ", keys.Append(column.Owner).Append(column.Column).Select(Quoted))} FROM {Quoted(column.Table)} WHERE {Quoted(column.Column)} IS NOT NULL"
            )
        )
        await using (var rows = await all.ExecuteReaderAsync(cancellation))
        {
            while (await rows.ReadAsync(cancellation))
            {
                var owner = Convert.ToString(rows.GetValue(keys.Length), CultureInfo.InvariantCulture)!;
                // What goes whole is counted as such.
                if (
                    going is not null
                    && (
                        going.Contains(OwnRows.Row(column.Table, rows.GetValue(0)))
                        || going.Contains(OwnRows.Row($"{column.Table}.{column.Column}", rows.GetValue(0)))
                    )
                )
                    continue;
                if (column.Mend!(rows.GetValue(keys.Length + 1), owner, names) is null)
                    continue;
                object[] key = [.. Enumerable.Range(0, keys.Length).Select(rows.GetValue)];
                holding.Add((key, owner));
                var place = column.Table == "Settings" ? PersonalRegister.SettingOf(owner)!.Place : column.Place;
                (_found.TryGetValue(place, out var owners) ? owners : _found[place] = []).Add(
                    column.Owner == "Id" && place is PersonalPlace.Remark or PersonalPlace.Answer ? OwnRows.Row(column.Table, owner) : owner
                );
                _said.Add((place, OwnRows.Row(column.Table, owner), column.IsPlain ? rows.GetString(keys.Length + 1) : null));
            }
        }

        if (!erase)
            return;
        var isKey = string.Join(" AND ", keys.Select((key, i) => $"{Quoted(key)} = $key{i}"));
        foreach (var (key, owner) in holding)
        {
            (string, object)[] values = [.. key.Select((value, i) => ($"$key{i}", value))];
            await using var one = Command($"SELECT {Quoted(column.Column)} FROM {Quoted(column.Table)} WHERE {isKey}", values);
            // What a column before has taken away may have taken this along.
            if (
                await one.ExecuteScalarAsync(CancellationToken.None) is not { } value
                || column.Mend!(value, owner, names) is not { } mended
            )
                continue;
            await using var update = Command(
                $"UPDATE {Quoted(column.Table)} SET {Quoted(column.Column)} = $value WHERE {isKey}",
                [.. values, ("$value", await FreeAsync(column, mended))]
            );
            await update.ExecuteNonQueryAsync(CancellationToken.None);
            if (column is { Table: "PrintedPages", Column: "Sides" })
                _changedPiles.Add(
                    (
                        owner,
                        await database
                            .PrintedPages.Where(page => page.Code == (string)key[0])
                            .Select(page => page.Pile)
                            .SingleAsync(CancellationToken.None)
                    )
                );
        }
    }

    // Two styles that were called after two students may not have one name.
    private async Task<object> FreeAsync(PersonalColumn column, object mended)
    {
        if (column is not { Table: "Styles", Column: "Name" })
            return mended;
        var taken = await database.Styles.Select(style => style.Name).ToListAsync();
        return Enumerable
            .Range(1, taken.Count + 1)
            .Select(turn => turn == 1 ? (string)mended : $"{mended} {turn}")
            .First(name => !taken.Contains(name));
    }

    private ImmutableArray<string> KeysOf(string table)
    {
        var type = database.Model.GetEntityTypes().Single(type => type.GetTableName() == table);
        return [.. type.FindPrimaryKey()!.Properties.Select(property => property.GetColumnName(StoreObjectIdentifier.Table(table))!)];
    }

    private DbCommand Command(string sql, params (string Name, object Value)[] values)
    {
        var command = database.Database.GetDbConnection().Command(sql, values);
        command.Transaction = database.Database.CurrentTransaction?.GetDbTransaction();
        return command;
    }

    private static string Quoted(string name) => $"\"{name}\"";
}
