using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>How a question is answered on its own figure. The field for typing stands beside each of them.</summary>
internal enum PadKind
{
    /// <summary>By typing alone.</summary>
    Words,

    /// <summary>On several lines, or in places of the figure, which show what is typed.</summary>
    Lines,

    /// <summary>By choosing one of the answers.</summary>
    Choices,

    /// <summary>By taps on the last figure.</summary>
    Figure,
}

/// <summary>One line to write on.</summary>
/// <param name="Before">What stands before it.</param>
/// <param name="After">What stands after it.</param>
internal sealed record PadLine(string Before, string After);

/// <summary>
/// Where an answer is written. What it takes follows from the kind of question and from what is printed, never from the answer:
/// two questions that look alike have the same pad.
/// </summary>
/// <param name="Kind">How it is answered.</param>
internal sealed partial record AnswerPad(PadKind Kind)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>The signs that a pad draws, by the names scripts have for them.</summary>
    public static ImmutableArray<(string Name, string Outline)> Glyphs { get; } =
    [
        ("head", Outline(MusicGlyph.NoteheadWhole)),
        ("sign-bb", Outline(MusicGlyph.AccidentalDoubleFlat)),
        ("sign-b", Outline(MusicGlyph.AccidentalFlat)),
        ("sign-n", Outline(MusicGlyph.AccidentalNatural)),
        ("sign-s", Outline(MusicGlyph.AccidentalSharp)),
        ("sign-ss", Outline(MusicGlyph.AccidentalDoubleSharp)),
    ];

    // In whole thousandths of a staff space, which nobody sees on a screen: each page carries them, and a phone waits for them.
    private static string Outline(MusicGlyph glyph) =>
        Fraction().Replace(MusicFont.Outline(glyph), number => $"{double.Parse(number.Value, CultureInfo.InvariantCulture):0}");

    [GeneratedRegex(@"-?\d+\.\d+")]
    private static partial Regex Fraction();

    /// <summary>The lines, where it has some.</summary>
    public ImmutableArray<PadLine> Lines { get; private init; } = [];

    /// <summary>The answers to choose from, where there are some.</summary>
    public ImmutableArray<string> Choices { get; private init; } = [];

    /// <summary>What a script needs to take taps on the figure, as JSON; null for other pads.</summary>
    public string? Figure { get; private init; }

    /// <summary>Whether signs are chosen for what is tapped.</summary>
    public bool HasSigns { get; private init; }

    /// <summary>The pad of a question.</summary>
    /// <param name="question">The question.</param>
    /// <param name="widthOf">How wide a figure is drawn.</param>
    public static AnswerPad Of(PracticeQuestion question, Func<Figure, int> widthOf)
    {
        var asked = question.Item.Question;
        if (!asked.Choices.IsEmpty)
            return new AnswerPad(PadKind.Choices) { Choices = asked.Choices };
        if (!asked.List.IsEmpty)
            return new AnswerPad(PadKind.Choices) { Choices = asked.List };
        if (!asked.Printed.IsEmpty)
            return asked.Printed is [{ Before: "", After: "" }]
                ? new AnswerPad(PadKind.Words)
                : new AnswerPad(PadKind.Lines) { Lines = [.. asked.Printed.Select(line => new PadLine(line.Before, line.After))] };
        var figure = question.Posed.Figures[^1];
        var marks = MarksOf(question);
        return figure switch
        {
            StaffFigure { HidesClef: false } staff => OnStaff(staff, marks, question, widthOf(staff)),
            LetterLineFigure letters when marks.Contains(typeof(SignMark)) && !marks.Contains(typeof(LabelMark)) => OnLetters(
                letters,
                widthOf(letters)
            ),
            KeyboardFigure keyboard => OnKeyboard(keyboard, question, widthOf(keyboard)),
            FretboardFigure fretboard => OnFretboard(fretboard, question, widthOf(fretboard)),
            CircleFigure circle => OnCircle(circle, widthOf(circle)),
            _ => new AnswerPad(PadKind.Words),
        };
    }

    // What is written into the last figure of such questions. A key without signs takes none, and must not show it: the kind's
    // own specimen says what others take.
    private static HashSet<Type> MarksOf(PracticeQuestion question)
    {
        HashSet<Type> types = [.. question.Answer.Marks[^1].Select(mark => mark.GetType())];
        var kind = QuestionCatalogue.Standard.Get(question.Section.KindId);
        var specimen = Specimens.GetOrAdd(kind.Id, _ => Specimen.Of(kind, HouseStyle.Classical));
        if (specimen.Question.Figures[^1].GetType() == question.Posed.Figures[^1].GetType())
            types.UnionWith(specimen.Answer.Marks[^1].Select(mark => mark.GetType()));
        return types;
    }

    private static readonly ConcurrentDictionary<string, Specimen> Specimens = new();

    private static AnswerPad OnStaff(StaffFigure staff, HashSet<Type> marks, PracticeQuestion question, int width)
    {
        if (marks.Contains(typeof(GapMark)) && staff.Columns > 1)
            return Words(
                Enumerable.Range(1, staff.Columns - 1).Select(place => Say("Step {0}", place)),
                WritingPlaces.OfWords(staff, (column, text) => new GapMark(column, text), staff.Columns - 1, width)
            );
        if (marks.Contains(typeof(LabelMark)) && staff.Columns > 1)
            return Words(
                Enumerable.Range(1, staff.Columns).Select(place => Say("Note {0}", place)),
                WritingPlaces.OfWords(staff, (column, text) => new LabelMark(column, text), staff.Columns, width)
            );
        var places = WritingPlaces.OnStaff(staff, width);
        var given = staff.Given.OfType<NoteMark>().GroupBy(note => note.Column).ToDictionary(notes => notes.Key, notes => notes.First());
        var writesSignature =
            marks.Contains(typeof(SignatureMark))
            || (question.Item.Question.Scale is { UnderSignature: true } && !staff.Given.OfType<SignatureMark>().Any());
        var writesNotes = marks.Contains(typeof(NoteMark));
        var way =
            marks.Contains(typeof(SlurMark)) || marks.Contains(typeof(BracketMark)) ? "pairs"
            : marks.Contains(typeof(StrikeMark)) ? "pick"
            : marks.Contains(typeof(AddedSignMark)) && !writesNotes ? "signs"
            : writesNotes || writesSignature ? "notes"
            : null;
        if (way is null)
            return new AnswerPad(PadKind.Words);
        return new AnswerPad(PadKind.Figure)
        {
            HasSigns = way is "notes" or "signs",
            Figure = Written(
                new
                {
                    way,
                    letters = NoteNaming.Letters(question.Style.NoteNames),
                    space = places.Space,
                    bottomLine = staff.Clef.BottomLine.StaffStep,
                    columns = places.Columns.Select(
                        (column, i) =>
                            new
                            {
                                x = column.X,
                                top = column.Top,
                                given = given.TryGetValue(i, out var note)
                                    ? NoteNaming.Clicked(question.Style.NoteNames, note.Pitch.Name)
                                    : null,
                                step = given.TryGetValue(i, out var at) ? at.Pitch.StaffStep : (int?)null,
                            }
                    ),
                    signs = writesSignature ? places.Signs : [],
                    staffTop = places.StaffTop,
                    // One place for several notes is a chord.
                    isChord = staff.Columns == 1,
                    // Names of notes are said with their octaves where a line is judged by them.
                    octaves = question.Item.Question.Scale is not null && way == "notes",
                    // A signature stands before the notes, by its own signs or, where its size is asked, by their number.
                    counted = question.Item.Question.Scale is null && staff.Columns > 0,
                    lowest = staff.Range.Lowest - 4,
                    highest = staff.Range.Highest + 4,
                    head = MusicGlyph.NoteheadWhole.Width,
                }
            ),
        };
    }

    private static AnswerPad OnCircle(CircleFigure circle, int width)
    {
        int[] open = [.. Enumerable.Range(1, 12).Except(circle.Given.OfType<HourMark>().Select(mark => mark.Hour))];
        return Words(
            open.Select(hour => Say("{0} o’clock", hour)),
            WritingPlaces.OfWords(circle, (i, text) => new HourMark(open[i], text), open.Length, width)
        );
    }

    // A field for each place of the figure: a tap on the place leads to it, and what is typed stands there.
    private static AnswerPad Words(IEnumerable<string> names, ImmutableArray<(int X, int Y, int Size)> places) =>
        new(PadKind.Lines)
        {
            Lines = [.. names.Select(name => new PadLine(name, ""))],
            Figure = Written(
                new
                {
                    way = "words",
                    places = places.Select(place => new
                    {
                        x = place.X,
                        y = place.Y,
                        size = place.Size,
                    }),
                }
            ),
        };

    private static AnswerPad OnLetters(LetterLineFigure letters, int width)
    {
        var places = FigureDrawing.Places(letters, width);
        string[] names = [.. letters.Given.OfType<LabelMark>().OrderBy(label => label.Column).Select(label => label.Text)];
        return new AnswerPad(PadKind.Figure)
        {
            HasSigns = true,
            Figure = Written(
                new
                {
                    way = "letters",
                    places = places.Select((place, i) => new { box = Box(place), name = names.ElementAtOrDefault(i) ?? "" }),
                }
            ),
        };
    }

    private static AnswerPad OnKeyboard(KeyboardFigure keyboard, PracticeQuestion question, int width)
    {
        // What is printed belongs to the answer: the line is judged whole.
        var given = keyboard.Given.OfType<KeyMark>().ToDictionary(mark => mark.Semitones, mark => mark.Name);
        return new AnswerPad(PadKind.Figure)
        {
            HasSigns = true,
            Figure = Written(
                new
                {
                    way = "dots",
                    isInOrder = true,
                    letters = NoteNaming.Letters(question.Style.NoteNames),
                    places = WritingPlaces
                        .OnKeyboard(keyboard, width)
                        .Select(key => new
                        {
                            box = Box(key.Dot),
                            semitones = key.Semitones,
                            given = given.GetValueOrDefault(key.Semitones),
                        }),
                }
            ),
        };
    }

    private static AnswerPad OnFretboard(FretboardFigure fretboard, PracticeQuestion question, int width)
    {
        var open = question.Tuning;
        var given = fretboard.Given.OfType<DotMark>().ToDictionary(mark => (mark.String, mark.Fret), mark => mark.Text);
        return new AnswerPad(PadKind.Figure)
        {
            HasSigns = true,
            Figure = Written(
                new
                {
                    way = "dots",
                    letters = NoteNaming.Letters(question.Style.NoteNames),
                    places = WritingPlaces
                        .OnFretboard(fretboard, width)
                        .Select(place => new
                        {
                            box = Box(place.Dot),
                            semitones = open[place.String].Semitones + place.Fret,
                            given = given.GetValueOrDefault((place.String, place.Fret)),
                        }),
                }
            ),
        };
    }

    private static int[] Box(Box box) => [box.Left, box.Top, box.Width, box.Height];

    private static string Written(object pad) => JsonSerializer.Serialize(pad, Json);
}
