using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;

namespace Gavvet.Theory;

/// <summary>
/// A language of papers or of screens. English stands beside the code; another is a file beside each of the
/// English ones, named among their languages, and needs no line of code. Which is spoken is never the machine's affair: a paper's comes
/// from its sheet,
/// a screen's from the person before it.
/// </summary>
public sealed class Language
{
    private static readonly ConcurrentDictionary<string, Language> Known = new(StringComparer.OrdinalIgnoreCase);
    private readonly Lazy<CultureInfo> _culture;

    private Language(string tag)
    {
        Tag = tag;
        _culture = new(MadeCulture);
    }

    /// <summary>The language all messages stand in.</summary>
    public static Language English { get; } = new("en");

    /// <summary>What finds words that no language could change; see <see cref="PseudoLanguage"/>.</summary>
    public static Language Pseudo { get; } = new("qps-ploc");

    /// <summary>The languages there are, as the English file of the theory lists them.</summary>
    public static ImmutableArray<Language> All { get; } =
    [.. TheoryTexts.Languages.Select(tag => tag == English.Tag ? English : new Language(tag))];

    /// <summary>The tag of the language in files and in what a browser asks for, such as "en" (BCP 47).</summary>
    public string Tag { get; }

    /// <summary>Its own name for itself.</summary>
    public string Name => Saying(() => TheoryTexts.Say("language.name"));

    /// <summary>How it writes numbers, and names days and months.</summary>
    public CultureInfo Culture => _culture.Value;

    // Asked for at every word, and nearly always the same as before.
    [ThreadStatic]
    private static (CultureInfo Culture, Language Language) lastAsked;

    /// <summary>The language spoken here and now.</summary>
    public static Language Current
    {
        get
        {
            var culture = CultureInfo.CurrentUICulture;
            if (!ReferenceEquals(culture, lastAsked.Culture))
                lastAsked = (culture, Known.GetOrAdd(culture.Name, static tag => Find(tag) ?? English));
            return lastAsked.Language;
        }
    }

    /// <summary>Whether the words of the code are those spoken.</summary>
    internal bool IsEnglish => ReferenceEquals(this, English);

    /// <summary>Whether they are only accented.</summary>
    internal bool IsPseudo => ReferenceEquals(this, Pseudo);

    /// <summary>The language with a tag, or null where there is none.</summary>
    /// <param name="tag">The tag.</param>
    public static Language? Find(string? tag) =>
        All.Append(Pseudo).FirstOrDefault(language => string.Equals(language.Tag, tag, StringComparison.OrdinalIgnoreCase));

    /// <summary>Speaks the language until what is returned is disposed; what is awaited meanwhile speaks it too.</summary>
    public IDisposable Speak()
    {
        var before = new Speaking((CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture));
        (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture) = (Culture, Culture);
        return before;
    }

    /// <summary>What something says in the language.</summary>
    /// <param name="words">Says it.</param>
    public T Saying<T>(Func<T> words)
    {
        using (Speak())
            return words();
    }

    /// <inheritdoc/>
    public override string ToString() => Tag;

    // The names of days and months and the decimal sign come from the language's own file, so that a paper is the same,
    // byte for byte, on a machine with other tables of cultures or with none.
    private CultureInfo MadeCulture()
    {
        var culture = new CultureInfo(Tag);
        if (IsEnglish)
            return CultureInfo.ReadOnly(culture);
        var before = (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture);
        CultureInfo.CurrentUICulture = culture;
        try
        {
            var (dates, numbers) = (culture.DateTimeFormat, culture.NumberFormat);
            dates.DayNames = Listed("days");
            dates.AbbreviatedDayNames = Listed("days.short");
            dates.MonthNames = dates.MonthGenitiveNames = [.. Listed("months"), ""];
            dates.AbbreviatedMonthNames = dates.AbbreviatedMonthGenitiveNames = [.. Listed("months.short"), ""];
            numbers.NumberDecimalSeparator = numbers.PercentDecimalSeparator = IsPseudo ? "," : TheoryTexts.Say("number.decimal");
            numbers.NumberGroupSeparator = numbers.PercentGroupSeparator = IsPseudo ? "." : TheoryTexts.Say("number.group");
        }
        finally
        {
            (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture) = before;
        }

        return CultureInfo.ReadOnly(culture);

        static string[] Listed(string id) => TheoryTexts.Say(id).Split(' ');
    }

    /// <summary>Gives the word back to the language spoken before.</summary>
    private sealed class Speaking((CultureInfo Numbers, CultureInfo Words) before) : IDisposable
    {
        public void Dispose() => (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture) = before;
    }
}
