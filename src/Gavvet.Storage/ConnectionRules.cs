using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Gavvet.Storage;

/// <summary>
/// Every connection waits for the disk at each commit: what the screen calls saved survives a power cut. And what is
/// deleted is written over, so that no name stays in the file's free pages.
/// </summary>
internal sealed class ConnectionRules : DbConnectionInterceptor
{
    private const string Pragma = "PRAGMA synchronous=FULL; PRAGMA secure_delete=ON;";

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = connection.CreateCommand();
        command.CommandText = Pragma;
        command.ExecuteNonQuery();
    }

    public override async Task ConnectionOpenedAsync(
        DbConnection connection,
        ConnectionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        await using var command = connection.CreateCommand();
        command.CommandText = Pragma;
        await command.ExecuteNonQueryAsync(cancellationToken);
    }
}
