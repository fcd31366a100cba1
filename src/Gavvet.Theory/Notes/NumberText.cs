using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>Reads numbers, counts of sharps and flats, and yes or no as teachers and students write them, in six languages.</summary>
public static partial class NumberText
{
    // Counting words and places in English, German, French, Spanish, Italian and Dutch (from memory), accents taken off.
    private const string NumberRows = """
        0 | no none zero null nul keine kein aucun aucune cero ningun ninguno ninguna nessun nessuno nessuna geen nothing nil
        1 | one first ein eine eins erste un une premier premiere uno una primero primera primo prima een eerste 1st
        2 | two second zwei zweite deux deuxieme seconde dos segundo segunda due secondo seconda twee tweede 2nd
        3 | three third drei dritte trois troisieme tres tercero tercera tre terzo terza drie derde 3rd
        4 | four fourth vier vierte quatre quatrieme cuatro cuarto cuarta quattro quarto quarta vierde
        5 | five fifth funf funfte cinq cinquieme cinco quinto quinta cinque vijf vijfde
        6 | six sixth sechs sechste sixieme seis sexto sexta sei sesto sesta zes zesde
        7 | seven seventh sieben siebte sept septieme siete septimo septima sette settimo settima zeven zevende
        8 | eight eighth acht achte huit huitieme ocho octavo octava otto ottavo ottava achtste
        9 | nine ninth neun neunte neuf neuvieme nueve noveno nove nono negen negende
        10 | ten tenth zehn zehnte dix dixieme diez decimo dieci tien tiende
        11 | eleven eleventh elf elfte onze onzieme once undici elfde
        12 | twelve twelfth zwolf zwolfte douze douzieme doce dodici twaalf twaalfde
        """;

    private const string SignRows = """
        sharp | sharp sharps # ♯ kreuz kreuze kreuzen diese dieses sostenido sostenidos diesis kruis kruisen
        flat | flat flats b ♭ be bes been bemol bemols bemoles bemolle bemolli mol mollen
        """;

    private const string Nothing =
        "none nothing nil no-accidentals no-signs keine aucun aucune ninguno ninguna nessuno nessuna geen without-accidentals - – —";

    private const string YesRows = "yes y true t right correct ja oui si vrai wahr richtig";
    private const string NoRows = "no n false f wrong incorrect nein nee non faux falsch";

    private static readonly FrozenDictionary<string, string> Numbers = WordTable.Read(NumberRows);
    private static readonly FrozenDictionary<string, string> Kinds = WordTable.Read(SignRows);
    private static readonly FrozenSet<string> None = Nothing.Split(' ').ToFrozenSet();
    private static readonly FrozenSet<string> Yes = YesRows.Split(' ').ToFrozenSet();
    private static readonly FrozenSet<string> No = NoRows.Split(' ').ToFrozenSet();

    /// <summary>A number or a place in a row: 3, three, 3rd, third, 3., drei; null where it is none.</summary>
    /// <param name="text">What was written.</param>
    public static int? Number(string text)
    {
        var word = Plain(text);
        if (Numbers.TryGetValue(word, out var named))
            return int.Parse(named, CultureInfo.InvariantCulture);
        return
            Figures().Match(word) is { Success: true } match
            && int.TryParse(match.Groups[1].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? number
            : null;
    }

    /// <summary>How many sharps or flats: "two sharps", "2#", "3 b", "zwei Kreuze", "no sharps or flats"; null where it is no
    /// count.</summary>
    /// <param name="text">What was written.</param>
    /// <returns>How many, and which; without a kind where it was not said, or where there are none.</returns>
    public static (int Count, Accidental? Kind)? Signs(string text)
    {
        var word = Plain(text);
        if (IsNothing(text) || NoSigns().IsMatch(word))
            return (0, null);
        var match = Counted().Match(word);
        if (
            match.Success
            && Number(match.Groups["count"].Value) is { } count
            && Kinds.TryGetValue(match.Groups["kind"].Value, out var kind)
        )
            return (
                count,
                count == 0 ? null
                : kind == "sharp" ? Accidental.Sharp
                : Accidental.Flat
            );
        return Number(word) is { } alone ? (alone, null) : null;
    }

    /// <summary>Whether a text says that there is nothing: none, a dash, keine.</summary>
    /// <param name="text">What was written.</param>
    public static bool IsNothing(string text) =>
        None.Contains(Plain(text).Replace(' ', '-')) || text.Trim() is "-" or "–" or "—" or "0" or "∅";

    /// <summary>Yes or no, true or false, right or wrong; null where it is neither.</summary>
    /// <param name="text">What was written.</param>
    public static bool? IsYes(string text) =>
        Plain(text) is var word && Yes.Contains(word) ? true
        : No.Contains(word) ? false
        : null;

    private static string Plain(string text) => ScaleNames.Plain(text.Trim().TrimEnd('.', ':', ')').TrimEnd());

    [GeneratedRegex(@"^([0-9]{1,3})(?:st|nd|rd|th|e|er|eme|de|ste)?$")]
    private static partial Regex Figures();

    [GeneratedRegex(@"^(?<count>[\p{L}]+(?=[\s-])|[0-9]{1,2}) ?(?<kind>[\p{L}#♯♭]+)$")]
    private static partial Regex Counted();

    [GeneratedRegex(@"^(?:no|none|0|zero|keine|aucun|sin|ohne|senza|geen)(?: [\p{L}]+)*$")]
    private static partial Regex NoSigns();
}
