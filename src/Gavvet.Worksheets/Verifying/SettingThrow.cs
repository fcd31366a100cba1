using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Verifying;

/// <summary>Settings of questions thrown with dice: any scale, key, clef, help, form of answer, part and school a kind can be asked
/// in.</summary>
internal static class SettingThrow
{
    private static readonly ImmutableArray<(string Name, HouseStyle Style)> Styles =
    [
        .. HouseStyle.Presets.Select(preset => (preset.Id, preset)),
        ("german names, numerals", HouseStyle.Classical with { NoteNames = NameSystem.German, Degrees = DegreeWords.Numerals }),
        (
            "french names, la-based syllables",
            HouseStyle.Classical with
            {
                NoteNames = NameSystem.French,
                Degrees = DegreeWords.Syllables,
                Syllables = SyllableSchool.LaBased,
            }
        ),
        ("dutch names, semitones", HouseStyle.Classical with { NoteNames = NameSystem.Dutch, Steps = StepWords.Semitones }),
        (
            "minors and modes with accidentals",
            HouseStyle.Classical with
            {
                WritingMinors = MinorWriting.Accidentals,
                WritingModes = ModeWriting.Accidentals,
            }
        ),
        (
            "modes with the tonic's signature",
            HouseStyle.Classical with
            {
                WritingModes = ModeWriting.TonicSignature,
                FindingModes = ModeSchool.AlteredDegrees,
            }
        ),
        (
            "melodic minor both ways, sharp four up",
            HouseStyle.Classical with
            {
                MelodicMinor = MelodicSchool.SameBothWays,
                BlueNote = BlueNoteSpelling.SharpFourUp,
            }
        ),
        (
            "harmonic chromatic, natural first",
            HouseStyle.Classical with
            {
                Chromatic = ChromaticSchool.Harmonic,
                CancelDouble = CancelDouble.NaturalFirst,
                FindingMinors = MinorSchool.ParallelMajor,
            }
        ),
    ];

    /// <summary>The schools a setting may be of.</summary>
    public static IEnumerable<string> Schools => Styles.Select(school => school.Name);

    /// <summary>The next throw.</summary>
    /// <param name="kind">The kind of question.</param>
    /// <param name="scales">The scales it takes.</param>
    /// <param name="dice">The dice.</param>
    /// <returns>The setting and its school; no setting where the throw holds nothing that can be asked.</returns>
    public static (QuestionSetting? Setting, string School) Of(QuestionKind kind, ScaleType[] scales, Dice dice)
    {
        var (school, style) = Styles[dice.Next(Styles.Length)];
        var type = scales[dice.Next(scales.Length)];
        var tonic = Scope.TonicAt(type, Key.Majors[dice.Next(Key.Majors.Length)]);
        var option = kind.Options.IsEmpty ? "" : kind.Options[dice.Next(kind.Options.Length)].Id;
        var forms = Enum.GetValues<AnswerForm>().Where(form => AnswerForms.CanBe(kind, form, option)).ToArray();
        var section = new Section(
            1,
            kind.Id,
            "",
            [type],
            Key.Majors,
            Clef.All,
            kind.UsesNotation ? (Notation)dice.Next(2) : Notation.Accidentals,
            kind.UsesDirection ? (Direction)dice.Next(3) : Direction.Ascending,
            kind.Scaffoldings[dice.Next(kind.Scaffoldings.Length)],
            []
        )
        {
            Option = option,
            Octaves = kind.UsesOctaves ? 1 + dice.Next(3) : 1,
            AnswerAs = forms[dice.Next(forms.Length)],
            Own = [OwnQuestions.Sample],
        };
        var variants = kind.VariantsIn(section, type);
        if (variants == 0)
            return (null, school);
        var draw = new Draw(type, tonic, Clef.All[dice.Next(Clef.All.Length)], dice.Next(variants));
        if (!style.CanSpell(type, tonic) || !kind.CanAsk(draw, style))
            return (null, school);
        var part = dice.Next(4) == 0 ? Instrument.All[dice.Next(Instrument.All.Length)] : null;
        try
        {
            var setting = QuestionSetting.Of(section, draw, style).For(kind, part);
            if (
                part is not null
                && kind.UsesClefAs(setting.Option)
                && part.LowestTonic(style.Spell(setting.Scale, setting.Tonic), setting.Octaves) is null
            )
                setting = setting with { Octaves = 1 };
            return (setting, school);
        }
        catch (UnwritableNoteException)
        {
            return (null, school); // no key of the part takes the scale without triple accidentals
        }
    }
}
