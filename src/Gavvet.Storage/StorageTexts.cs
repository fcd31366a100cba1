using Gavvet.Theory;

namespace Gavvet.Storage;

/// <summary>What the storage says of folders, databases, copies and disks; the words stand in a resource file beside this one.</summary>
internal static class StorageTexts
{
    private static readonly MessageTable Messages = new("Gavvet.Storage.StorageTexts", typeof(StorageTexts).Assembly);

    /// <inheritdoc cref="MessageTable.Say"/>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments) => Messages.Say(id, arguments);
}
