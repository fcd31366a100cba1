namespace Gavvet.Worksheets.Sheets;

/// <summary>What one sheet can hold. Beyond these a teacher makes a second sheet.</summary>
public static class SheetLimits
{
    /// <summary>Characters in a title.</summary>
    public const int Title = 120;

    /// <summary>Characters in the instructions of a sheet or a section.</summary>
    public const int Instructions = 600;

    /// <summary>Sections on a sheet.</summary>
    public const int Sections = 20;

    /// <summary>Questions on a sheet.</summary>
    public const int Questions = 120;

    /// <summary>Octaves a scale is written over.</summary>
    public const int Octaves = 3;

    /// <summary>Marks one question can earn.</summary>
    public const int Marks = 20;

    /// <summary>Characters in a question or answer of the teacher's own.</summary>
    public const int OwnWords = 300;

    /// <summary>Bytes in a sheet file; a full sheet needs a tenth of it.</summary>
    public const int FileBytes = 512 * 1024;
}
