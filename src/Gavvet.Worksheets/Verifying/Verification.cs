using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Verifying;

/// <summary>
/// Checks keys in bulk: questions of every kind, scale and school are drawn and answered, and wherever the page shows a
/// scale in notes, the notes are read off the page as a student's would be and given to the judge, who knows only what
/// was asked. With planted faults one note of each is spoiled, and the judge must find it.
/// </summary>
public sealed class Verification
{
    private readonly Dictionary<string, int> _kinds;
    private readonly Dictionary<string, int> _schools = SettingThrow.Schools.ToDictionary(school => school, _ => 0);
    private readonly List<string> _failures = [];
    private int _unoffered;
    private Func<Question, Answer, DrawnQuestion>? _drawn;

    private Verification(IEnumerable<QuestionKind> kinds) => _kinds = kinds.ToDictionary(kind => kind.Id, _ => 0);

    /// <summary>Questions answered, by kind.</summary>
    public IReadOnlyDictionary<string, int> Kinds => _kinds;

    /// <summary>Questions answered, by school.</summary>
    public IReadOnlyDictionary<string, int> Schooled => _schools;

    /// <summary>Scales read off the page and judged.</summary>
    public int Judged { get; private set; }

    /// <summary>Faults planted, all of which must be found.</summary>
    public int Planted { get; private set; }

    /// <summary>Questions drawn and their ink checked.</summary>
    public int Drawn { get; private set; }

    /// <summary>Rings, slurs, brackets and dots measured in the ink.</summary>
    public int Measured { get; private set; }

    /// <summary>Questions to choose from that had no wrong answer to offer, and so were not set.</summary>
    public int Unoffered => _unoffered;

    /// <summary>What went wrong, in words; empty when every key is right.</summary>
    public IReadOnlyList<string> Failures => _failures;

    /// <summary>Draws and checks questions.</summary>
    /// <param name="questions">How many.</param>
    /// <param name="seed">Where the draws begin; the same seed checks the same questions.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="progress">Told how many are done, now and then; or null.</param>
    /// <param name="drawn">Draws a question with its answer; or null where nothing is drawn.</param>
    public static Verification Run(
        int questions,
        ulong seed,
        QuestionCatalogue catalogue,
        Action<int>? progress = null,
        Func<Question, Answer, DrawnQuestion>? drawn = null
    )
    {
        var kinds = catalogue.All;
        var verification = new Verification(kinds) { _drawn = drawn };
        var scales = kinds.ToDictionary(kind => kind.Id, kind => ScaleTypes.All.Where(kind.Takes).ToArray());
        for (var i = 0; i < questions; i++)
        {
            var dice = new Dice(SplitMix64.At(seed, (ulong)i + 1));
            var kind = kinds[i % kinds.Length];
            // Some scopes hold nothing, as a sharp key has no theoretical flat twin: the next throw may.
            while (SettingThrow.Of(kind, scales[kind.Id], dice) is var (setting, school))
            {
                if (setting is null)
                    continue;
                verification.Check(kind, setting, school, dice);
                break;
            }

            if (i % 10_000 == 9_999)
                progress?.Invoke(i + 1);
        }

        return verification;
    }

    private void Check(QuestionKind kind, QuestionSetting setting, string school, Dice dice)
    {
        _kinds[kind.Id]++;
        _schools[school]++;
        var what =
            $"{kind.Id} {setting.Option}, {NoteText.Ascii(setting.Tonic)} {setting.Scale.Id} {setting.Variant}, {setting.Clef.Id}, {setting.Direction}, {setting.Notation}, {setting.Scaffolding}, {setting.AnswerAs}, {setting.Part?.Id}, {school}";
        try
        {
            var (question, answer) = AnswerForms.Ask(kind, setting);
            if (question.Figures.Length != answer.Marks.Length)
                _failures.Add($"{what}: the key has marks for {answer.Marks.Length} of {question.Figures.Length} figures.");
            CheckNotes(kind, setting, question, answer, what, dice);
            CheckWords(kind, setting, question, answer, what);
            CheckSignature(question, answer, what, dice);
            CheckFigures(setting, question, answer, what, dice);
            if (_drawn is not null)
            {
                Drawn++;
                CheckDrawn(setting, question, answer, _drawn(question, answer), what);
            }
        }
        catch (UnwritableNoteException problem)
            when (setting.AnswerAs != AnswerForm.Write && problem.Message.Contains("no wrong answer", StringComparison.Ordinal))
        {
            _unoffered++;
        }
        catch (Exception problem) when (problem is RoutesDisagreeException or UnwritableNoteException or ArgumentException)
        {
            _failures.Add($"{what}: {problem.Message}");
        }
    }

    // Scales that stand on the page, in notes: what is given, or what the key writes.
    private void CheckNotes(QuestionKind kind, QuestionSetting setting, Question question, Answer answer, string what, Dice dice)
    {
        if (answer.Written is { } written && question.Figures[^1] is StaffFigure { Columns: > 0 } staff)
            Judge(
                setting,
                written.Type,
                written.Scale.Tonic,
                kind.UsesDirection ? setting.Direction : Direction.Ascending,
                staff,
                [.. staff.Given, .. answer.Marks[^1]],
                what,
                dice
            );
        // A page that shows a mistake or another scale on purpose is no key; its kind compares it by itself.
        else if (kind.PrintsScale && question.Figures[0] is StaffFigure { Columns: > 0 } given)
            Judge(
                setting,
                setting.Scale,
                setting.Tonic,
                kind.UsesDirection ? setting.Direction : Direction.Ascending,
                given,
                given.Given,
                what,
                dice
            );
    }

    // A signature the key writes: read off with its places, and with one sign put elsewhere or left out.
    private void CheckSignature(Question question, Answer answer, string what, Dice dice)
    {
        if (
            question.Figures[^1] is not StaffFigure { Columns: 0 } staff
            || answer.Marks[^1].OfType<SignatureMark>().FirstOrDefault() is not { Signature.Count: > 0 } mark
        )
            return;
        var key = new Key(NoteName.FromFifths(mark.Signature.Fifths));
        var asked = new AskedScale(key.ScaleType, key.Tonic, Direction.Ascending, HouseStyle.Classical) { SignatureAsked = true };
        var positions = staff.Clef.SignaturePositions(mark.Signature);
        var written = new WrittenSignature(
            [.. positions.Select(position => new NoteName(Letter.C.Up(staff.Clef.BottomLine.StaffStep + position), mark.Signature.Kind))],
            staff.Clef,
            positions
        );
        Judged++;
        if (SignatureJudge.Judge(asked, key.Tonic, written, []) is { } finding)
            _failures.Add($"{what}: the judge finds {finding.Code} in the key's signature.");
        Planted++;
        var place = dice.Next(positions.Length);
        var spoiled =
            dice.Next(2) == 0
                ? written with
                {
                    Positions = positions.SetItem(place, positions[place] + 1),
                    Notes = written.Notes.SetItem(
                        place,
                        new NoteName(Letter.C.Up(staff.Clef.BottomLine.StaffStep + positions[place] + 1), mark.Signature.Kind)
                    ),
                }
                : written with
                {
                    Positions = positions.RemoveAt(place),
                    Notes = written.Notes.RemoveAt(place),
                };
        if (SignatureJudge.Judge(asked, key.Tonic, spoiled, []) is null)
            _failures.Add($"{what}: sign {place + 1} of the signature spoiled, and the judge lets it pass.");
    }

    // Letters, keyboards, circles and fretboards: read off, then with one mark spoiled.
    private void CheckFigures(QuestionSetting setting, Question question, Answer answer, string what, Dice dice)
    {
        for (var i = 0; i < question.Figures.Length; i++)
        {
            if (FigureReading.IsRight(setting, question.Figures[i], answer.Marks[i]) is not { } isRight)
                continue;
            Judged++;
            if (!isRight)
                _failures.Add($"{what}: the marks of the key do not make a right answer.");
            if (FigureReading.Spoiled(answer.Marks[i], dice.Next(64)) is not { } spoiled)
                continue;
            Planted++;
            if (FigureReading.IsRight(setting, question.Figures[i], spoiled) == true)
                _failures.Add($"{what}: a mark spoiled, and it is not noticed.");
        }
    }

    // The drawing is read back by measuring, and what was measured held against the facts of the scale.
    private void CheckDrawn(QuestionSetting setting, Question question, Answer answer, DrawnQuestion drawn, string what)
    {
        if (drawn.Problem is { } ink)
            _failures.Add($"{what}: {ink}");
        for (var i = 0; i < question.Figures.Length; i++)
        {
            var measured = drawn.Figures[i];
            Measured += measured.Slurs.Length + measured.Brackets.Length + measured.Rings.Length + measured.Dots.Length;
            if (DrawnTruth.Problem(setting, question.Figures[i], answer.Marks[i], measured) is { } problem)
                _failures.Add($"{what}: {problem}");
        }
    }

    // Answers in words: another question's answer put in its place must be told from it and from what else is right.
    private void CheckWords(QuestionKind kind, QuestionSetting setting, Question question, Answer answer, string what)
    {
        if (!AnswerForms.CanBe(kind, AnswerForm.Choice, setting.Option) || setting.AnswerAs == AnswerForm.TrueFalse)
            return;
        var written = setting with { AnswerAs = AnswerForm.Write };
        foreach (var wrong in WrongAnswers.Of(kind, written, 2))
        {
            Planted++;
            if (WordsJudge.IsRight(kind, written, wrong.Text))
                _failures.Add($"{what}: “{wrong.Text}” was put in the place of the answer, and passes.");
        }

        Judged++;
        var right = AnswerForms.Phrase(kind.Ask(written), kind.Answer(written));
        if (!WordsJudge.IsRight(kind, written, right))
            _failures.Add($"{what}: the key’s own answer “{right}” does not pass.");
        if (setting.AnswerAs == AnswerForm.Choice && question.Figures[^1] is ChoicesFigure choices)
        {
            var passing = Enumerable
                .Range(0, choices.Options.Length)
                .Where(i => WordsJudge.IsRight(kind, written, choices.Options[i]))
                .ToArray();
            if (passing is not [var only] || answer.Marks[^1].OfType<TickMark>().Single().Option != only)
                _failures.Add($"{what}: of {string.Join(" | ", choices.Options)} not just the ticked one is right.");
        }
    }

    private void Judge(
        QuestionSetting setting,
        ScaleType type,
        NoteName tonic,
        Direction direction,
        StaffFigure staff,
        ImmutableArray<Mark> marks,
        string what,
        Dice dice
    )
    {
        var asked = new AskedScale(type, tonic, direction, setting.Style);
        WrittenNote[] notes = StaffReading.ReadOff(staff, marks);
        var signature = marks.OfType<SignatureMark>().FirstOrDefault() is { } mark ? WrittenSignature.Of(mark.Signature.Notes) : null;
        foreach (var octave in StaffReading.Octaves(asked, notes, signature))
        {
            Judged++;
            var judged = ScaleJudge.Judge(asked, octave);
            if (judged.Verdict != Verdict.Correct || judged.Marks != judged.Of)
                _failures.Add($"{what}: the judge calls the key {judged.Verdict}.");
        }

        JudgeAccepted(asked, what);

        // One note spoiled, its sign another than it was in force.
        var place = dice.Next(notes.Length);
        var meant = AnswerReading.Read([.. notes], signature is null ? _ => Accidental.Natural : signature.On);
        var wrong = (Accidental)(((int)meant[place].Name.Accidental + 3 + dice.Next(4)) % 5 - 2);
        if (wrong == meant[place].Name.Accidental)
            return;
        notes[place] = notes[place] with { Sign = wrong };
        Planted++;
        var found = StaffReading
            .Octaves(asked, notes, signature)
            .Any(octave =>
            {
                var names = AnswerReading
                    .Read(octave.Notes, signature is null ? _ => Accidental.Natural : signature.On)
                    .Select(note => note.Name)
                    .ToArray();
                return ScaleJudge.Judge(asked, octave).Verdict is not (Verdict.Correct or Verdict.Accepted)
                    || StaffReading.IsAccepted(asked, names);
            });
        if (!found)
            _failures.Add($"{what}: note {place + 1} spoiled, and the judge lets it pass.");
        if (signature is { Notes.Length: > 0 })
            SpoilSignature(asked, StaffReading.ReadOff(staff, marks), signature, what);
    }

    // The last sign of the signature forgotten: the notes on its letter change, or the signature itself is wrong.
    private void SpoilSignature(AskedScale asked, WrittenNote[] notes, WrittenSignature signature, string what)
    {
        Planted++;
        var spoiled = signature with { Notes = signature.Notes[..^1] };
        if (
            StaffReading
                .Octaves(asked with { SignatureAsked = true }, notes, spoiled)
                .All(octave =>
                    ScaleJudge.Judge(asked with { SignatureAsked = true }, octave).Verdict is Verdict.Correct or Verdict.Accepted
                )
        )
            _failures.Add($"{what}: a sign of the signature forgotten, and the judge lets it pass.");
    }

    // Every accepted spelling must pass as the key itself does.
    private void JudgeAccepted(AskedScale asked, string what)
    {
        if (asked.Direction == Direction.Both)
            return;
        foreach (var line in AcceptedSpellings.Of(asked.Expected, asked.Style, asked.Direction == Direction.Descending).Skip(1).Take(8))
        {
            Judged++;
            var verdict = ScaleJudge
                .Judge(asked, new WrittenAnswer([.. line.Select(note => new WrittenNote(note.Letter, note.Accidental))], null))
                .Verdict;
            if (verdict is not (Verdict.Accepted or Verdict.Correct))
                _failures.Add($"{what}: the accepted spelling {string.Join(' ', line)} is called {verdict}.");
        }
    }
}
