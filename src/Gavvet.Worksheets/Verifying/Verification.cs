using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Figures;
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
    private static readonly ImmutableArray<(string Name, HouseStyle Style)> Schools =
    [
        .. HouseStyle.Presets.Select(preset => (preset.Id, preset)),
        ("german names, numerals", HouseStyle.Classical with { NoteNames = NameSystem.German, Degrees = DegreeWords.Numerals }),
        ("french names, la-based syllables", HouseStyle.Classical with { NoteNames = NameSystem.French, Degrees = DegreeWords.Syllables, Syllables = SyllableSchool.LaBased }),
        ("dutch names, semitones", HouseStyle.Classical with { NoteNames = NameSystem.Dutch, Steps = StepWords.Semitones }),
        ("minors and modes with accidentals", HouseStyle.Classical with { WritingMinors = MinorWriting.Accidentals, WritingModes = ModeWriting.Accidentals }),
        ("modes with the tonic's signature", HouseStyle.Classical with { WritingModes = ModeWriting.TonicSignature, FindingModes = ModeSchool.AlteredDegrees }),
        ("melodic minor both ways, sharp four up", HouseStyle.Classical with { MelodicMinor = MelodicSchool.SameBothWays, BlueNote = BlueNoteSpelling.SharpFourUp }),
        ("harmonic chromatic, natural first", HouseStyle.Classical with { Chromatic = ChromaticSchool.Harmonic, CancelDouble = CancelDouble.NaturalFirst, FindingMinors = MinorSchool.ParallelMajor }),
    ];

    private readonly Dictionary<string, int> _kinds;
    private readonly Dictionary<string, int> _schools = Schools.ToDictionary(school => school.Name, _ => 0);
    private readonly List<string> _failures = [];

    private Verification(IEnumerable<QuestionKind> kinds) => _kinds = kinds.ToDictionary(kind => kind.Id, _ => 0);

    /// <summary>Questions answered, by kind.</summary>
    public IReadOnlyDictionary<string, int> Kinds => _kinds;

    /// <summary>Questions answered, by school.</summary>
    public IReadOnlyDictionary<string, int> Schooled => _schools;

    /// <summary>Scales read off the page and judged.</summary>
    public int Judged { get; private set; }

    /// <summary>Faults planted, all of which must be found.</summary>
    public int Planted { get; private set; }

    /// <summary>What went wrong, in words; empty when every key is right.</summary>
    public IReadOnlyList<string> Failures => _failures;

    /// <summary>Draws and checks questions.</summary>
    /// <param name="questions">How many.</param>
    /// <param name="seed">Where the draws begin; the same seed checks the same questions.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="progress">Told how many are done, now and then; or null.</param>
    public static Verification Run(int questions, ulong seed, QuestionCatalogue catalogue, Action<int>? progress = null)
    {
        ArgumentNullException.ThrowIfNull(catalogue);
        var kinds = catalogue.All;
        var verification = new Verification(kinds);
        var scales = kinds.ToDictionary(kind => kind.Id, kind => ScaleTypes.All.Where(kind.Takes).ToArray());
        for (var i = 0; i < questions; i++)
        {
            var dice = new Dice(SplitMix64.At(seed, (ulong)i + 1));
            var kind = kinds[i % kinds.Length];
            // Some scopes hold nothing, as a sharp key has no theoretical flat twin: the next throw may.
            while (verification.Throw(kind, scales[kind.Id], dice) is var (setting, school))
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

    private (QuestionSetting? Setting, string School) Throw(QuestionKind kind, ScaleType[] scales, Dice dice)
    {
        var (school, style) = Schools[dice.Next(Schools.Length)];
        var type = scales[dice.Next(scales.Length)];
        var tonic = QuestionDraw.TonicAt(type, Key.Majors[dice.Next(Key.Majors.Length)]);
        var draw = new Draw(type, tonic, Clef.All[dice.Next(Clef.All.Length)], dice.Next(kind.Variants(type)));
        if (!style.CanSpell(type, tonic) || !kind.CanAsk(draw))
            return (null, school);
        var notation = kind.UsesNotation ? (Notation)dice.Next(2) : Notation.Accidentals;
        var direction = kind.UsesDirection ? (Direction)dice.Next(3) : Direction.Ascending;
        var scaffolding = kind.Scaffoldings[dice.Next(kind.Scaffoldings.Length)];
        return (new QuestionSetting(type, tonic, draw.Clef, notation, direction, scaffolding) { Style = style, Variant = draw.Variant }, school);
    }

    private void Check(QuestionKind kind, QuestionSetting setting, string school, Dice dice)
    {
        _kinds[kind.Id]++;
        _schools[school]++;
        var what = $"{kind.Id}, {NoteText.Ascii(setting.Tonic)} {setting.Scale.Id}, {setting.Direction}, {setting.Notation}, {school}";
        try
        {
            var (question, answer) = (kind.Ask(setting), kind.Answer(setting));
            if (kind is CorrectScale)
                return; // its page holds a mistake on purpose, and the kind has the judge confirm it
            for (var figure = 0; figure < question.Figures.Length; figure++)
            {
                if (question.Figures[figure] is StaffFigure { Columns: > 0 } staff)
                    Judge(setting, [.. staff.Given, .. answer.Marks[figure]], what, dice);
            }
        }
        catch (Exception problem) when (problem is RoutesDisagreeException or UnwritableNoteException or ArgumentException)
        {
            _failures.Add($"{what}: {problem.Message}");
        }
    }

    private void Judge(QuestionSetting setting, ImmutableArray<Mark> marks, string what, Dice dice)
    {
        var asked = new AskedScale(setting.Scale, setting.Tonic, setting.Direction, setting.Style);
        WrittenNote[] notes = [.. marks.OfType<NoteMark>().OrderBy(note => note.Column).Select(note => new WrittenNote(note.Pitch.Name.Letter, note.Sign, note.Pitch.StaffStep))];
        var signature = marks.OfType<SignatureMark>().FirstOrDefault() is { } mark ? WrittenSignature.Of(mark.Signature.Notes) : null;
        Judged++;
        var judged = ScaleJudge.Judge(asked, new WrittenAnswer([.. notes], signature));
        if (judged.Verdict != Verdict.Correct || judged.Marks != judged.Of)
            _failures.Add($"{what}: the judge calls the key {judged.Verdict}.");

        // One note spoiled, its sign another than it was in force.
        var place = dice.Next(notes.Length);
        var meant = AnswerReading.Read([.. notes], signature is null ? _ => Accidental.Natural : signature.On);
        var wrong = (Accidental)(((int)meant[place].Name.Accidental + 3 + dice.Next(4)) % 5 - 2);
        if (wrong == meant[place].Name.Accidental)
            return;
        notes[place] = notes[place] with { Sign = wrong };
        Planted++;
        var spoiled = ScaleJudge.Judge(asked, new WrittenAnswer([.. notes], signature));
        var names = AnswerReading.Read([.. notes], signature is null ? _ => Accidental.Natural : signature.On).Select(note => note.Name).ToArray();
        if (spoiled.Verdict is Verdict.Correct or Verdict.Accepted && !IsAccepted(asked, names))
            _failures.Add($"{what}: note {place + 1} spoiled, and the judge calls it {spoiled.Verdict}.");
    }

    private static bool IsAccepted(AskedScale asked, NoteName[] names)
    {
        var scale = asked.Expected;
        var top = scale.Ascending.Length;
        return asked.Direction switch
        {
            Direction.Ascending => AcceptedSpellings.Accepts(scale, asked.Style, false, names),
            Direction.Descending => AcceptedSpellings.Accepts(scale, asked.Style, true, names),
            _ => AcceptedSpellings.Accepts(scale, asked.Style, false, names.AsSpan()[..top]) && AcceptedSpellings.Accepts(scale, asked.Style, true, names.AsSpan()[(top - 1)..]),
        };
    }

    /// <summary>Numbers from one seed, one after the other.</summary>
    private sealed class Dice(ulong seed)
    {
        private ulong _thrown;

        public int Next(int sides) => (int)(SplitMix64.At(seed, ++_thrown) % (ulong)sides);
    }
}
