using System.Globalization;
using Gavvet.Theory;
using Microsoft.Extensions.Localization;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The framework's localizer, which the pseudo-language goes through too though it has no file.</summary>
internal sealed class ScreenLocalizer(IStringLocalizer words) : IStringLocalizer
{
    public LocalizedString this[string name] =>
        Language.Current == Language.Pseudo ? new LocalizedString(name, PseudoLanguage.Of(name)) : words[name];

    public LocalizedString this[string name, params object[] arguments] =>
        new(name, string.Format(CultureInfo.CurrentCulture, this[name].Value, arguments));

    public IEnumerable<LocalizedString> GetAllStrings(bool includeParentCultures) => words.GetAllStrings(includeParentCultures);
}

/// <summary>Makes it for the pages.</summary>
internal sealed class ScreenLocalizerFactory : IStringLocalizerFactory
{
    private readonly ResourceManagerStringLocalizerFactory _files = new(
        Options.Create(new LocalizationOptions()),
        NullLoggerFactory.Instance
    );

    public IStringLocalizer Create(Type resourceSource) => new ScreenLocalizer(_files.Create(resourceSource));

    public IStringLocalizer Create(string baseName, string location) => new ScreenLocalizer(_files.Create(baseName, location));
}
