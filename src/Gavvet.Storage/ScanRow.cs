namespace Gavvet.Storage;

/// <summary>A scanned page.</summary>
internal sealed class ScanRow
{
    public required string Id { get; init; }

    public required string PrintingId { get; init; }

    /// <summary>The paper, or null where it is not known yet.</summary>
    public int? Copy { get; set; }

    /// <summary>The page of the paper, from 0.</summary>
    public int? Page { get; set; }

    /// <summary>laid, not-laid or unknown.</summary>
    public required string State { get; set; }

    /// <summary>Whether it is the one that is shown where a page was scanned more than once.</summary>
    public bool IsShown { get; set; }

    /// <summary>How far off its print it lies, in micrometers.</summary>
    public int Off { get; set; }

    /// <summary>Tells the picture from all others, so that the same is not taken in twice.</summary>
    public required string Digest { get; init; }

    /// <summary>The picture, gray and small.</summary>
    public required byte[] Picture { get; set; }

    /// <summary>What was read of its questions, as JSON.</summary>
    public required string Readings { get; set; }

    public DateTimeOffset MadeAt { get; init; }
}
