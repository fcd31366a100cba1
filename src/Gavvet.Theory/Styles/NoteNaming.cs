using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Note names as a house style writes and reads them.</summary>
public static class NoteNaming
{
    private static readonly ImmutableArray<string> French = ["do", "ré", "mi", "fa", "sol", "la", "si"];

    private static readonly ImmutableDictionary<NameSystem, ImmutableDictionary<string, NoteName>> Readings = Enum.GetValues<NameSystem>()
        .ToImmutableDictionary(system => system, ReadingsOf);

    /// <summary>The note as the house style names it: E♭, Es, mi bémol.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="note">The note.</param>
    public static string Say(this HouseStyle style, NoteName note)
    {
        return Name(style.NoteNames, note);
    }

    /// <summary>Notes named one after the other.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="notes">The notes.</param>
    public static string Say(this HouseStyle style, IEnumerable<NoteName> notes) =>
        string.Join(style.NoteNames == NameSystem.French ? ", " : " ", notes.Select(note => style.Say(note)));

    /// <summary>The letter alone: C, or do.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="letter">The letter.</param>
    public static string Say(this HouseStyle style, Letter letter) => style.Say(new NoteName(letter));

    /// <summary>A scale by its tonic and name: "D♯ harmonic minor".</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static string Say(this HouseStyle style, ScaleType type, NoteName tonic)
    {
        return TheoryTexts.Say("scale.on", ("tonic", style.Say(tonic)), ("scale", style.NameOf(type)));
    }

    /// <summary>A key: "E♭ major".</summary>
    /// <param name="style">The house style.</param>
    /// <param name="key">The key.</param>
    public static string Say(this HouseStyle style, Key key) =>
        TheoryTexts.Say(key.Mode == KeyMode.Major ? "key.major" : "key.minor", ("tonic", style.Say(key.Tonic)));

    /// <summary>The note's name in a system, as it is printed.</summary>
    /// <remarks>Common practice, no source: German H for B natural, contracted Es, As, Ases and Heses; Dutch with B natural and
    /// Bes.</remarks>
    /// <param name="system">The system of names.</param>
    /// <param name="note">The note.</param>
    public static string Name(NameSystem system, NoteName note) =>
        system switch
        {
            NameSystem.German => Germanic(note, "H", "B"),
            NameSystem.Dutch => Germanic(note, "B", "Bes"),
            NameSystem.French => French[(int)note.Letter] + Spaced(FrenchSign(note.Accidental)),
            _ => NoteText.Signs(note),
        };

    /// <summary>The names of the seven letters from C up, as a hand that clicks writes them: with a sign after it each is read in the
    /// system again. German B flat is H with a flat there, since its B is flat already.</summary>
    /// <param name="system">The system of names.</param>
    public static ImmutableArray<string> Letters(NameSystem system) =>
        [.. Enum.GetValues<Letter>().Select(letter => Name(system, new NoteName(letter)))];

    /// <summary>A note by the name of its letter and a sign after it, as it is clicked: H, Hb, do#.</summary>
    /// <param name="system">The system of names.</param>
    /// <param name="note">The note.</param>
    public static string Clicked(NameSystem system, NoteName note) => Name(system, new NoteName(note.Letter)) + NoteText.Ascii(note)[1..];

    /// <summary>Reads a note name in a system; signs after a letter are read in every system where they are not in doubt.</summary>
    /// <param name="system">The system of names.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="note">The note read, or C.</param>
    public static bool TryParse(NameSystem system, string? text, out NoteName note)
    {
        note = default;
        if (system == NameSystem.English)
            return NoteText.TryParse(text, out note);
        var plain = ScaleNames.Plain(text);
        return Readings[system].TryGetValue(plain, out note) || TryParseSigns(system, (text ?? "").Trim(), out note);
    }

    /// <summary>Reads a note name in a system.</summary>
    /// <param name="system">The system of names.</param>
    /// <param name="text">What was typed.</param>
    /// <exception cref="FormatException">It is no note name; the message says what would be.</exception>
    public static NoteName Parse(NameSystem system, string text)
    {
        if (TryParse(system, text, out var note))
            return note;
        throw new FormatException(
            system switch
            {
                NameSystem.German => TheoryTexts.Say("no-note.german", ("text", text)),
                NameSystem.Dutch => TheoryTexts.Say("no-note.dutch", ("text", text)),
                NameSystem.French => TheoryTexts.Say("no-note.french", ("text", text)),
                _ => NoteText.Problem(text),
            }
        );
    }

    private static string Germanic(NoteName note, string naturalB, string flatB)
    {
        var stem = note.Letter == Letter.B ? naturalB : $"{note.Letter}";
        var contracted = note.Letter is Letter.E or Letter.A;
        return note.Accidental switch
        {
            Accidental.Sharp => stem + "is",
            Accidental.DoubleSharp => stem + "isis",
            Accidental.Flat => note.Letter == Letter.B ? flatB : stem + (contracted ? "s" : "es"),
            Accidental.DoubleFlat => stem
                + (
                    note.Letter == Letter.A ? "sas"
                    : contracted ? "ses"
                    : "eses"
                ),
            _ => stem,
        };
    }

    private static string FrenchSign(Accidental accidental) =>
        accidental switch
        {
            Accidental.DoubleFlat => "double bémol",
            Accidental.Flat => "bémol",
            Accidental.Sharp => "dièse",
            Accidental.DoubleSharp => "double dièse",
            _ => "",
        };

    private static string Spaced(string word) => word.Length == 0 ? "" : " " + word;

    private static ImmutableDictionary<string, NoteName> ReadingsOf(NameSystem system)
    {
        var readings = NoteName.All.ToDictionary(note => ScaleNames.Plain(Name(system, note)));
        // Less usual forms that cannot be taken for another note.
        if (system is NameSystem.German or NameSystem.Dutch)
        {
            readings["ases"] = new NoteName(Letter.A, Accidental.DoubleFlat);
            readings["aeses"] = new NoteName(Letter.A, Accidental.DoubleFlat);
        }

        // The same syllables with the Spanish and Italian words for the signs (from memory).
        if (system == NameSystem.French)
        {
            foreach (var note in NoteName.All.Where(note => Math.Abs((int)note.Accidental) == 1))
            {
                foreach (var sign in note.Accidental == Accidental.Sharp ? new[] { "sostenido", "diesis" } : ["bemol", "bemolle"])
                    readings[$"{ScaleNames.Plain(French[(int)note.Letter])} {sign}"] = note;
            }
        }

        return readings.ToImmutableDictionary();
    }

    // A letter of the system and a sign: F#, H♭, do#. German B takes none: it is flat already.
    private static bool TryParseSigns(NameSystem system, string typed, out NoteName note)
    {
        note = default;
        var letters = system == NameSystem.French ? typed.TakeWhile(char.IsLetter).Count() : Math.Min(1, typed.Length);
        // In French a flat may be typed as b: "sib", "mi b".
        for (var length = letters; length >= 1; length--)
        {
            if (
                Readings[system].TryGetValue(ScaleNames.Plain(typed[..length]), out var stem)
                && stem.Accidental == Accidental.Natural
                && NoteText.TryParse(stem.Letter + typed[length..].Trim(), out note)
            )
                return true;
        }

        return false;
    }
}
