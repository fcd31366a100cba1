using System.Collections.Immutable;
using Gavvet.Storage;
using Gavvet.Theory;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The house styles there are to choose from: the presets, then the teacher's own under their names.</summary>
public sealed class StyleList(DeskSettings settings)
{
    /// <summary>The name one of the teacher's own has in addresses and forms.</summary>
    public static string Address(KeptStyle own) => $"own-{own.Id}";

    /// <summary>All of them, each with the name it has in addresses and forms.</summary>
    public async Task<ImmutableArray<HouseStyle>> AllAsync() =>
        [.. HouseStyle.Presets, .. (await settings.StylesAsync()).Select(own => own.Style with { Id = Address(own), Name = own.Name })];

    /// <summary>The style of a name in addresses, or the classical one.</summary>
    public async Task<HouseStyle> FindAsync(string? id) =>
        HouseStyle.Presets.FirstOrDefault(preset => preset.Id == id)
        ?? (await AllAsync()).FirstOrDefault(style => style.Id == id)
        ?? HouseStyle.Classical;

    /// <summary>The style a sheet is set in when this name is chosen for it, or null where there is none of this name.</summary>
    public async Task<HouseStyle?> ForSheetAsync(string? id) =>
        HouseStyle.Presets.FirstOrDefault(preset => preset.Id == id)
        ?? (await settings.StylesAsync()).FirstOrDefault(own => Address(own) == id)?.Style;
}
