namespace Gavvet.Theory;

/// <summary>Small counts in words.</summary>
public static class CountText
{
    private static readonly string[] Words =
    [
        "no",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
    ];

    /// <summary>A count as a word up to twelve, in figures beyond.</summary>
    /// <param name="count">Zero or more; zero is "no".</param>
    public static string Word(int count) => count < Words.Length ? TheoryTexts.Term("number", Words[count]) : $"{count}";

    /// <summary>A number of sharps or flats: "one sharp", "three flats", "no sharps or flats".</summary>
    /// <param name="count">How many.</param>
    /// <param name="kind">Sharp or flat; without meaning when there are none.</param>
    public static string Signs(int count, Accidental kind) =>
        count == 0
            ? TheoryTexts.Say("signs.none")
            : TheoryTexts.Say(
                kind switch
                {
                    Accidental.Sharp => "signs.sharps",
                    Accidental.DoubleSharp => "signs.double-sharps",
                    Accidental.DoubleFlat => "signs.double-flats",
                    _ => "signs.flats",
                },
                ("count", count)
            );

    /// <summary>A place in a row: 1st, 2nd, 3rd, 4th.</summary>
    /// <param name="place">From 1 to 20.</param>
    public static string Ordinal(int place) =>
        TheoryTexts.Term(
            "ordinal",
            place switch
            {
                1 => "1st",
                2 => "2nd",
                3 => "3rd",
                _ => $"{place}th",
            }
        );

    /// <summary>Words with the article they take: "a major third", "an augmented second".</summary>
    /// <param name="words">The words.</param>
    public static string WithArticle(string words) =>
        Language.Current.IsEnglish
            ? words[0] is 'a' or 'e' or 'i' or 'o' or 'u'
                ? $"an {words}"
                : $"a {words}"
            : TheoryTexts.Term("article", words);

    /// <summary>Words as they begin a sentence or stand as a heading, with a capital.</summary>
    /// <param name="words">The words, at least one letter.</param>
    public static string Capitalized(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
