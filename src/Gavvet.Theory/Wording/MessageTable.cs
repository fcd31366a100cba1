using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Resources;

namespace Gavvet.Theory;

/// <summary>
/// What one part of the program says, apart from the code that says it: each message has a name and arguments, and its words
/// stand in a resource file, one for each language. English is the language without a suffix; another is a file beside it.
/// </summary>
/// <param name="resource">The name of the resource, without its ending.</param>
/// <param name="assembly">The assembly it is part of.</param>
public sealed class MessageTable(string resource, Assembly assembly)
{
    private readonly ResourceManager _messages = new(resource, assembly);
    private readonly ConcurrentDictionary<(Language Language, string Id), MessageTemplate?> _known = new();
    private readonly ConcurrentDictionary<(Language Language, string Kind, string English), string> _terms = new();

    /// <summary>Whether there is such a message.</summary>
    /// <param name="id">Its name, such as "relative-key.instruction".</param>
    public bool Has(string id) => Find(id) is not null;

    /// <summary>Every message as it stands in the file, its places for arguments among the words.</summary>
    public IEnumerable<string> Everything =>
        _messages
            .GetResourceSet(CultureInfo.InvariantCulture, true, true)!
            .Cast<System.Collections.DictionaryEntry>()
            .Select(message => (string)message.Value!);

    /// <summary>A message as it stands in the English file, for what the program itself reads.</summary>
    /// <param name="id">Its name.</param>
    internal string InEnglish(string id) =>
        _messages.GetString(id, CultureInfo.InvariantCulture) ?? throw new KeyNotFoundException($"No words for “{id}”.");

    /// <summary>
    /// A message in words. A place such as {count:# note|# notes} stands for the form that goes with the number, which # is in
    /// words; how many forms there are is for the language’s <see cref="PluralRule"/>.
    /// </summary>
    /// <param name="id">Its name.</param>
    /// <param name="arguments">What stands for each name in braces.</param>
    /// <exception cref="KeyNotFoundException">There is no such message, or it names an argument that is not given.</exception>
    public string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments)
    {
        var template = Find(id) ?? throw new KeyNotFoundException($"No words for “{id}”.");
        return template.Filled(id, arguments);
    }

    /// <summary>
    /// The name of one thing of the trade, such as a scale. Its English name stands where the thing does; another language’s file
    /// has it as “kind.English name”.
    /// </summary>
    /// <param name="kind">What sort of thing it names, since one English word may be two in another language: "interval",
    /// "ordinal".</param>
    /// <param name="english">The English name.</param>
    public string Term(string kind, string english) =>
        Language.Current is { IsEnglish: false } language
            ? _terms.GetOrAdd(
                (language, kind, english),
                static (asked, table) =>
                    table.Words(asked.Language, $"{asked.Kind}.{asked.English}") ?? Accented(asked.Language, asked.English),
                this
            )
            : english;

    private static string Accented(Language language, string english) => language.IsPseudo ? PseudoLanguage.Of(english) : english;

    private MessageTemplate? Find(string id) =>
        _known.GetOrAdd(
            (Language.Current, id),
            static (asked, table) =>
                table.Words(asked.Language, asked.Id) is { } words
                    ? MessageTemplate.Of(IsName(asked.Id) ? words : Accented(asked.Language, words))
                    : null,
            this
        );

    // What the program reads, not a person.
    private static bool IsName(string id) => id == "plural" || id.StartsWith("date.", StringComparison.Ordinal);

    private string? Words(Language language, string id) =>
        _messages.GetString(
            id,
            language.IsEnglish || language.IsPseudo ? CultureInfo.InvariantCulture : CultureInfo.GetCultureInfo(language.Tag)
        );
}
