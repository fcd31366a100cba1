using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Gavvet.Storage;

/// <summary>Every connection waits for the disk at each commit: what the screen calls saved survives a power cut.</summary>
internal sealed class FullSynchronous : DbConnectionInterceptor
{
    private const string Pragma = "PRAGMA synchronous=FULL;";

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = connection.CreateCommand();
        command.CommandText = Pragma;
        command.ExecuteNonQuery();
    }

    public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = Pragma;
        await command.ExecuteNonQueryAsync(cancellationToken);
    }
}
