using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about degrees and modes.</summary>
internal static class DegreeKinds
{
    public static QuestionKind NameDegree { get; } = InWords("name-degree", QuestionGroup.Degrees, OneWaySevens, about =>
    {
        var scale = ScaleFacts.Scale(about);
        var note = scale.Ascending[about.Variant + 1];
        return OnLines(Texts.Say("name-degree.prompt", ("scale", ScaleFacts.Named(about)), ("note", about.Style.Say(note))), OneName(), () =>
        {
            var degree = TwoRoutes.Agree($"the degree of {note}", scale.Type.Degrees[about.Variant + 1], Degree.FromFifths(note.Fifths - scale.Tonic.Fifths));
            return Line(about, Found(about), new DegreeNamePart(about.Scale, degree), degree == new Degree(7) && about.Style.Degrees == DegreeWords.Technical ? [OtherSeventh(about)] : []);
        });
    }) with
    {
        Variants = _ => 6,
    };

    public static QuestionKind WriteDegree { get; } = InWords("write-degree", QuestionGroup.Degrees, OneWaySevens, about =>
    {
        var degree = about.Scale.Degrees[about.Variant + 1];
        return OnLines(Texts.Say("write-degree.prompt", ("degree", about.Style.Name(about.Scale, degree)), ("scale", ScaleFacts.Named(about))), OneName(), () =>
        {
            var scale = ScaleFacts.Scale(about);
            var note = TwoRoutes.Agree($"degree {degree} of {scale.Tonic}", scale.Ascending[about.Variant + 1], scale.Tonic.Up(scale.Type.Degrees[about.Variant + 1].FromTonic));
            return Line(about, Found(about), new NotesPart(note));
        });
    }) with
    {
        Variants = _ => 6,
    };

    public static QuestionKind LeadingOrSubtonic { get; } = InWords("leading-or-subtonic", QuestionGroup.Degrees, type => OneWaySevens(type) && type.Degrees[^1].Alteration is Accidental.Natural or Accidental.Flat, about =>
    {
        var scale = ScaleFacts.Scale(about);
        return OnLines(Texts.Say("leading-or-subtonic.prompt", ("scale", ScaleFacts.Named(about)), ("note", about.Style.Say(scale.Ascending[^2]))), OneName(), () =>
        {
            var leads = TwoRoutes.Agree($"the seventh of {scale.Tonic}", scale.Type.Degrees[^1].Alteration == Accidental.Natural, scale.Type.Steps[^1] == 1);
            return Line(about, [new StepsWalked(scale.Type, scale.Ascending[^2..], [scale.Type.Steps[^1]])], new DegreeNamePart(about.Scale, scale.Type.Degrees[^1], Technical: true), leads ? [OtherSeventh(about)] : []);
        });
    }) with
    {
        Instructs = (_, style) => Texts.Say(
            "leading-or-subtonic.instruction",
            ("leading", style.TechnicalName(ScaleTypes.Major, new Degree(7))!),
            ("subtonic", style.TechnicalName(ScaleTypes.NaturalMinor, new Degree(7, Accidental.Flat))!)),
    };

    public static QuestionKind ModeParent { get; } = InWords("mode-parent", QuestionGroup.Modes, type => type.IsMode, about =>
    {
        ImmutableArray<AnswerLine> lines = [new AnswerLine(Texts.Say("line.parent"), "", AnswerRoom.SevenNames), new AnswerLine(Texts.Say("line.place"), "", AnswerRoom.Number)];
        return OnLines(ScaleFacts.Named(about), lines, () =>
        {
            var (parent, tonic) = ScaleSpelling.ParentOf(about.Scale, about.Tonic);
            var scale = ScaleSpelling.Spell(parent, tonic);
            var position = TwoRoutes.Agree($"the place of {about.Tonic} in {tonic} {parent.Name}", about.Scale.ParentPosition, scale.Ascending.IndexOf(about.Tonic) + 1);
            var others = Identification.Of(scale.Ascending, Direction.Ascending, about.Style).Where(type => type.Id != parent.Id).Select(type => new ScalePart(type, tonic));
            return Lines(about, [new RotationFound(about.Scale, about.Tonic, scale)], [new AnsweredLine(new ScalePart(parent, tonic), [.. others]), new AnsweredLine(new OrdinalPart(position))]);
        });
    });

    public static QuestionKind ModeDegrees { get; } = InWords("mode-degrees", QuestionGroup.Modes, type => type.IsMode, about => OnLines(ScaleFacts.Named(about), Names, () =>
    {
        var scale = ScaleFacts.Scale(about);
        var listed = scale.Type.Degrees.Where(degree => degree.Alteration != Accidental.Natural).ToImmutableArray();
        // Against the major scale's semitones, note by note.
        var measured = scale.Ascending[..7].Select((note, i) => new Degree(i + 1, (Accidental)(Interval.Between(scale.Tonic, note).Semitones - new Degree(i + 1).Semitones))).Where(degree => degree.Alteration != Accidental.Natural);
        TwoRoutes.Agree($"the altered degrees of {scale.Type.Name}", listed, [.. measured]);
        var major = ScaleSpelling.CanSpell(ScaleTypes.Major, about.Tonic) ? new WorkingStep[] { ScaleWorking.Derive(ScaleSpelling.Spell(ScaleTypes.Major, about.Tonic), scale) } : [];
        return Line(about, [.. major], new DegreesPart(listed));
    }));

    public static QuestionKind CharacteristicDegree { get; } = InWords("characteristic-degree", QuestionGroup.Modes, type => type is { Characteristic: not null, IsMode: true }, about =>
    {
        ImmutableArray<AnswerLine> lines = [new AnswerLine(Texts.Say("line.degree"), "", AnswerRoom.Number), new AnswerLine(Texts.Say("line.note"), "", AnswerRoom.Name)];
        return OnLines(ScaleFacts.Named(about), lines, () =>
        {
            var scale = ScaleFacts.Scale(about);
            var degree = about.Scale.Characteristic!.Value;
            var note = TwoRoutes.Agree($"degree {degree} of {scale.Tonic}", scale.Ascending[scale.Type.Degrees.IndexOf(degree)], scale.Tonic.Up(degree.FromTonic));
            return Lines(about, Found(about), [new AnsweredLine(new DegreesPart([degree])), new AnsweredLine(new NotesPart(note))]);
        });
    });

    // The raised seventh has a name in either school.
    private static SeventhPart OtherSeventh(QuestionSetting about) => new(about.Style.Seventh == SeventhWord.LeadingNote ? SeventhWord.LeadingTone : SeventhWord.LeadingNote);
}
