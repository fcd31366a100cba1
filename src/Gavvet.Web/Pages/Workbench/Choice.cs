namespace Gavvet.Web.Pages.Workbench;

/// <summary>A choice of one among a few, saved as it is made.</summary>
public sealed record Choice(
    string Address,
    int Section,
    string Edit,
    string Legend,
    IReadOnlyList<(string Value, string Words, bool Chosen)> Options
);
