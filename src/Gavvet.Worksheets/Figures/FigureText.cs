using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Figures;

/// <summary>Figures read out as a teacher would: the accessible form of every drawing.</summary>
public static class FigureText
{
    /// <summary>What a figure shows: on the student's page without marks of the key, on a key with them.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="answers">The key's marks; none on the student's page.</param>
    public static string Describe(Figure figure, ImmutableArray<Mark> answers)
    {
        ImmutableArray<Mark> marks = [.. figure.Given, .. answers];
        var words = figure switch
        {
            StaffFigure staff => OfStaff(staff, marks),
            LetterLineFigure line => OfLetters(line, marks),
            KeyboardFigure keyboard => OfKeyboard(keyboard, marks),
            AnswerLinesFigure lines => OfLines(lines, marks),
            ChoicesFigure choices => OfChoices(choices, marks),
            CircleFigure => OfCircle(marks),
            FretboardFigure fretboard => OfFretboard(fretboard, marks),
            _ => throw new ArgumentException($"No words for {figure.GetType().Name}."),
        };
        return string.Join("; ", words.Where(word => word.Length > 0)) + ".";
    }

    private static IEnumerable<string> OfStaff(StaffFigure staff, ImmutableArray<Mark> marks)
    {
        var clef =
            !staff.HidesClef ? Texts.Say("figure.clef", ("clef", staff.Clef.Name))
            : marks.OfType<ClefMark>().FirstOrDefault() is { } written ? Texts.Say("figure.clef-written", ("clef", written.Clef.Name))
            : Texts.Say("figure.no-clef");
        yield return marks.OfType<SignatureMark>().FirstOrDefault() is { } mark ? $"{clef}, {mark.Signature}" : clef;
        if (staff.Beats > 0)
            yield return Texts.Say("figure.beats", ("count", staff.Beats));
        var notes = marks.OfType<NoteMark>().OrderBy(note => note.Column).ToArray();
        // Without a clef a note has a place and no name.
        if (notes.Length > 0 && staff.HidesClef)
            yield return Texts.Say(
                "figure.places",
                (
                    "places",
                    string.Join(
                        ", ",
                        notes.Select(note =>
                            $"{(note.Sign is { } sign ? sign.Spoken() + " " : "")}{StaffPlaces.Say(staff.Clef.Position(note.Pitch), HouseStyle.Classical)}"
                        )
                    )
                )
            );
        else if (notes.Length > 0)
            yield return string.Join(
                ", ",
                notes
                    .GroupBy(note => note.Column)
                    .Select(chord =>
                        chord
                            .Select(note => NoteText.Spoken(note.Pitch.Name))
                            .Aggregate((lower, upper) => Texts.Say("figure.chord", ("lower", lower), ("upper", upper)))
                    )
            );
        var rows = marks.OfType<SignRowMark>().ToArray();
        foreach (var row in rows)
            yield return Texts.Say(
                "figure.signs",
                ("signs", CountText.Signs(row.Positions.Length, row.Accidental)),
                (
                    "notes",
                    string.Join(
                        ", ",
                        row.Positions.Select(position =>
                            NoteText.Spoken(new NoteName(Letter.C.Up(staff.Clef.BottomLine.StaffStep + position), row.Accidental))
                        )
                    )
                )
            );
        if (notes.Select(note => note.Column).Distinct().Count() < staff.Columns)
            yield return Texts.Say(notes.Length == 0 ? "figure.empty" : "figure.rest-empty");
        if (staff.Columns == 0 && rows.Length == 0 && !marks.OfType<SignatureMark>().Any())
            yield return Texts.Say("figure.empty");
        foreach (var words in Under(marks))
            yield return words;
    }

    private static IEnumerable<string> OfLetters(LetterLineFigure line, ImmutableArray<Mark> marks)
    {
        var signs = marks.OfType<SignMark>().ToDictionary(sign => sign.Column, sign => sign.Accidental);
        var letters = marks
            .OfType<LabelMark>()
            .OrderBy(label => label.Column)
            .Select(label =>
                signs.GetValueOrDefault(label.Column) is var sign and not Accidental.Natural
                    ? Texts.Say("figure.letter", ("letter", label.Text), ("sign", sign.Spoken()))
                    : label.Text
            );
        yield return Texts.Say("figure.letters", ("count", line.Columns), ("letters", string.Join(", ", letters)));
        foreach (var words in Under([.. marks.Where(mark => mark is not LabelMark)]))
            yield return words;
    }

    private static IEnumerable<string> OfKeyboard(KeyboardFigure keyboard, ImmutableArray<Mark> marks)
    {
        yield return Texts.Say("figure.keyboard", ("keys", keyboard.WhiteKeys), ("lowest", NoteText.Spoken(keyboard.Lowest.Name)));
        var keys = marks.OfType<KeyMark>().OrderBy(key => key.Semitones).Select(key => Spoken(key.Name)).ToArray();
        yield return keys.Length == 0 ? Texts.Say("figure.no-key") : Marked(string.Join(", ", keys));
    }

    private static IEnumerable<string> OfLines(AnswerLinesFigure lines, ImmutableArray<Mark> marks)
    {
        var written = marks.OfType<LineMark>().ToDictionary(mark => mark.Line, mark => Spoken(mark.Text));
        return lines.Lines.Select(
            (line, i) => $"{line.Before} {written.GetValueOrDefault(i, Texts.Say("figure.blank"))} {line.After}".Trim()
        );
    }

    private static IEnumerable<string> OfChoices(ChoicesFigure choices, ImmutableArray<Mark> marks)
    {
        var ticked = marks.OfType<TickMark>().ToDictionary(tick => tick.Option, tick => tick.Words);
        return choices.Options.Select(
            (option, i) =>
                !ticked.TryGetValue(i, out var words)
                    ? Spoken(option)
                    : Marked(words.Length == 0 ? Spoken(option) : $"{Spoken(option)}, {Spoken(words)}")
        );
    }

    private static IEnumerable<string> OfCircle(ImmutableArray<Mark> marks)
    {
        var hours = marks.OfType<HourMark>().ToDictionary(mark => mark.Hour, mark => Spoken(mark.Text));
        var places = Enumerable
            .Range(0, 12)
            .Select(place => place == 0 ? 12 : place)
            .Select(hour => Texts.Say("figure.hour", ("hour", hour), ("keys", hours.GetValueOrDefault(hour, Texts.Say("figure.blank")))));
        yield return Texts.Say("figure.circle", ("places", string.Join(", ", places)));
    }

    private static IEnumerable<string> OfFretboard(FretboardFigure board, ImmutableArray<Mark> marks)
    {
        yield return Texts.Say(
            "figure.fretboard",
            ("count", board.Strings.Length),
            ("strings", string.Join(" ", board.Strings.Select(Spoken))),
            ("frets", board.Frets)
        );
        var dots = marks
            .OfType<DotMark>()
            .OrderBy(dot => dot.String)
            .ThenBy(dot => dot.Fret)
            .Select(dot => Texts.Say("figure.dot", ("string", dot.String + 1), ("fret", dot.Fret), ("note", Spoken(dot.Text))).TrimEnd())
            .ToArray();
        yield return dots.Length == 0 ? Texts.Say("figure.no-place") : Marked(string.Join(", ", dots));
    }

    private static IEnumerable<string> Under(ImmutableArray<Mark> marks)
    {
        var slurs = marks.OfType<SlurMark>().Select(slur => Pair(slur.Column)).ToArray();
        if (slurs.Length > 0)
            yield return Texts.Say("figure.slurs", ("pairs", string.Join(", ", slurs)));
        var brackets = marks.OfType<BracketMark>().Select(bracket => Pair(bracket.Column)).ToArray();
        if (brackets.Length > 0)
            yield return Texts.Say("figure.brackets", ("pairs", string.Join(", ", brackets)));
        foreach (
            var (note, what) in marks
                .OfType<AddedSignMark>()
                .Select(mark => (mark.Note, "figure.sign-added"))
                .Concat(marks.OfType<RingMark>().Select(mark => (mark.Note, "figure.ring")))
                .Concat(marks.OfType<StrikeMark>().Select(mark => (mark.Note, "figure.stroke")))
        )
            yield return Texts.Say(what, ("place", note.Column + 1), ("note", NoteText.Spoken(note.Pitch.Name)));
        var gaps = marks.OfType<GapMark>().OrderBy(gap => gap.Column).Select(gap => gap.Text).ToArray();
        if (gaps.Length > 0)
            yield return Texts.Say("figure.steps", ("steps", string.Join(' ', gaps)));
        var labels = marks.OfType<LabelMark>().OrderBy(label => label.Column).Select(label => Spoken(label.Text)).ToArray();
        if (labels.Length > 0)
            yield return Texts.Say("figure.below", ("labels", string.Join(", ", labels)));
    }

    /// <summary>Text with its accidental signs spoken out, as a screen reader should say it.</summary>
    /// <param name="text">Text as printed.</param>
    public static string Spoken(string text)
    {
        return Signs.Aggregate(text, (said, sign) =>
            said.Contains(sign.Sign(), StringComparison.Ordinal)
                ? said.Replace(sign.Sign(), " " + sign.Spoken(), StringComparison.Ordinal)
                : said
        );
    }

    private static readonly ImmutableArray<Accidental> Signs =
    [
        Accidental.DoubleSharp,
        Accidental.DoubleFlat,
        Accidental.Sharp,
        Accidental.Flat,
    ];

    private static string Marked(string what) => Texts.Say("figure.marked", ("what", what));

    private static string Pair(int column) => Texts.Say("figure.pair", ("first", column + 1), ("second", column + 2));
}
