using System.Data.Common;
using System.Text.RegularExpressions;
using Gavvet.Worksheets.Files;

namespace Gavvet.Storage;

/// <summary>Packs the printings of a database that still keeps each page with the whole of its faces.</summary>
internal static partial class PackedPrintings
{
    public static async Task PackAsync(string path)
    {
        await using var connection = DatabaseEngine.Connection(path);
        await connection.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        foreach (var code in await connection.ColumnAsync("SELECT Code FROM PrintedPages"))
        {
            var (student, key) = await PairAsync(connection, "SELECT StudentSvg, KeySvg FROM PrintedPages WHERE Code = $id", code);
            var sides = PackedSides.Pack(Lean(student), Lean(key));
            await ExecuteAsync(
                connection,
                "UPDATE PrintedPages SET Sides = $value, StudentSvg = '', KeySvg = '' WHERE Code = $id",
                code,
                sides
            );
        }

        foreach (var printing in await connection.ColumnAsync("SELECT Id FROM Printings"))
        {
            var (record, _) = await PairAsync(connection, "SELECT Record, '' FROM Printings WHERE Id = $id", printing);
            await ExecuteAsync(
                connection,
                "UPDATE Printings SET PackedRecord = $value, Record = '' WHERE Id = $id",
                printing,
                PackedText.Pack(record)
            );
        }

        await transaction.CommitAsync();
    }

    // The faces are the program's own; pages are set in them again when they are shown.
    private static string Lean(string page) => HeldFace().Replace(page, "");

    [GeneratedRegex("data:font/ttf;base64,[A-Za-z0-9+/=]+")]
    private static partial Regex HeldFace();

    private static async Task<(string First, string Second)> PairAsync(DbConnection connection, string sql, string id)
    {
        await using var command = connection.Command(sql, ("$id", id));
        await using var rows = await command.ExecuteReaderAsync();
        await rows.ReadAsync();
        return (rows.GetString(0), rows.GetString(1));
    }

    private static async Task ExecuteAsync(DbConnection connection, string sql, string id, byte[] value)
    {
        await using var command = connection.Command(sql, ("$id", id), ("$value", value));
        await command.ExecuteNonQueryAsync();
    }
}
