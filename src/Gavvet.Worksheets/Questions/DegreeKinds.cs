using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about degrees and modes.</summary>
internal static class DegreeKinds
{
    public static QuestionKind NameDegree { get; } =
        InWords("name-degree", QuestionGroup.Degrees, OneWaySevens, about =>
        {
            var scale = ScaleFacts.Scale(about);
            var note = scale.Ascending[about.Variant + 1];
            return OnLines(
                Texts.Say(
                    ByNumber(about.Style) ? "name-degree.prompt.number" : "name-degree.prompt",
                    ("scale", ScaleFacts.Named(about)),
                    ("note", about.Style.Say(note))
                ),
                OneName(),
                () =>
                {
                    var degree = TwoRoutes.Agree(
                        $"the degree of {note}",
                        scale.Type.Degrees[about.Variant + 1],
                        Degree.FromFifths(note.Fifths - scale.Tonic.Fifths)
                    );
                    return Line(about, [.. Found(about), Counted(scale, degree)], new DegreeNamePart(about.Scale, degree));
                }
            );
        }) with
        {
            Variants = _ => 6,
            Asks = HasName,
            Instructs = (_, style) =>
                Texts.Say(
                    style.Degrees switch
                    {
                        DegreeWords.Numbers => "name-degree.instruction.numbers",
                        DegreeWords.Numerals => "name-degree.instruction.numerals",
                        DegreeWords.Syllables => "name-degree.instruction.syllables",
                        _ => "name-degree.instruction",
                    }
                ),
        };

    public static QuestionKind WriteDegree { get; } = InWords("write-degree", QuestionGroup.Degrees, OneWaySevens, about =>
        {
            var degree = about.Scale.Degrees[about.Variant + 1];
            return OnLines(
                Texts.Say(
                    ByNumber(about.Style) ? "write-degree.prompt.number" : "write-degree.prompt",
                    ("degree", about.Style.Name(about.Scale, degree)),
                    ("scale", ScaleFacts.Named(about))
                ),
                OneName(),
                () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var note = TwoRoutes.Agree(
                        $"degree {degree} of {scale.Tonic}",
                        scale.Ascending[about.Variant + 1],
                        scale.Tonic.Up(scale.Type.Degrees[about.Variant + 1].FromTonic)
                    );
                    return Line(about, [.. Found(about), Counted(scale, degree)], new NotesPart(note));
                }
            );
        }) with { Variants = _ => 6, Asks = HasName };

    public static QuestionKind LeadingOrSubtonic { get; } =
        InWords(
            "leading-or-subtonic",
            QuestionGroup.Degrees,
            type => OneWaySevens(type) && type.Degrees[^1].Alteration is Accidental.Natural or Accidental.Flat,
            about =>
            {
                var scale = ScaleFacts.Scale(about);
                return OnLines(
                    Texts.Say(
                        "leading-or-subtonic.prompt",
                        ("scale", ScaleFacts.Named(about)),
                        ("note", about.Style.Say(scale.Ascending[^2]))
                    ),
                    OneName(),
                    () =>
                    {
                        TwoRoutes.Agree(
                            $"the seventh of {scale.Tonic}",
                            scale.Type.Degrees[^1].Alteration == Accidental.Natural,
                            scale.Type.Steps[^1] == 1
                        );
                        var leads = scale.Type.Steps[^1] == 1;
                        var reason = Why(
                            leads ? "leading-or-subtonic.working.leading" : "leading-or-subtonic.working.subtonic",
                            ("step", about.Style.Word(leads ? 1 : 2, 1)),
                            ("seventh", scale.Ascending[^2]),
                            ("tonic", scale.Tonic)
                        );
                        return Line(
                            about,
                            [new StepsWalked(scale.Type, scale.Ascending[^2..], [scale.Type.Steps[^1]]), reason],
                            new DegreeNamePart(about.Scale, scale.Type.Degrees[^1], Technical: true)
                        );
                    }
                );
            }
        ) with
        {
            Offers = about =>
                [
                    new DegreeNamePart(ScaleTypes.Major, new Degree(7), Technical: true),
                    new DegreeNamePart(ScaleTypes.NaturalMinor, new Degree(7, Accidental.Flat), Technical: true),
                ],
            Instructs = (_, style) =>
                Texts.Say(
                    "leading-or-subtonic.instruction",
                    ("leading", style.TechnicalName(ScaleTypes.Major, new Degree(7))!),
                    ("subtonic", style.TechnicalName(ScaleTypes.NaturalMinor, new Degree(7, Accidental.Flat))!)
                ),
        };

    // Numbers, numerals and syllables take no article.
    internal static bool ByNumber(HouseStyle style) => style.Degrees != DegreeWords.Technical;

    // A degree without a settled syllable is not asked where syllables are taught.
    internal static bool HasName(Draw draw, HouseStyle style) =>
        style.Degrees != DegreeWords.Syllables || style.Syllable(draw.Scale, draw.Scale.Degrees[draw.Variant + 1]) is not null;

    // The scale a mode is like but for the one degree that tells it.
    private static IEnumerable<WorkingStep> Told(QuestionSetting about, Scale scale, Degree degree)
    {
        ScaleType[] plain = [ScaleTypes.Major, ScaleTypes.NaturalMinor, ScaleTypes.Get("phrygian")];
        if (
            Array.Find(plain, type =>
                ScaleSpelling.CanSpell(type, about.Tonic)
                && type.Degrees.Except(scale.Type.Degrees).Count() == 1
                && !type.Degrees.Contains(degree)
            )
            is not { } near
        )
            yield break;
        var other = ScaleSpelling.Spell(near, about.Tonic).Ascending[degree.Number - 1];
        yield return Why(
            "characteristic-degree.working",
            ("scale", scale),
            ("near", near.Name),
            ("place", CountText.Ordinal(degree.Number)),
            ("note", scale.Ascending[degree.Number - 1]),
            ("other", other)
        );
    }

    internal static Explained Counted(Scale scale, Degree degree)
    {
        var place = scale.Type.Degrees.IndexOf(degree);
        return Why(
            "degree.working",
            ("notes", scale.Ascending[..(place + 1)]),
            ("note", scale.Ascending[place]),
            ("place", CountText.Ordinal(place + 1)),
            ("interval", CountText.WithArticle(degree.FromTonic.Name)),
            ("tonic", scale.Tonic)
        );
    }

    public static QuestionKind ModeParent { get; } =
        InWords(
            "mode-parent",
            QuestionGroup.Modes,
            type => type.IsMode,
            about =>
            {
                ImmutableArray<AnswerLine> lines =
                [
                    new AnswerLine(Texts.Say("line.parent"), "", AnswerRoom.SevenNames),
                    new AnswerLine(Texts.Say("line.place"), "", AnswerRoom.Number),
                ];
                return OnLines(ScaleFacts.Named(about), lines, () =>
                {
                    var (parent, tonic) = ScaleSpelling.ParentOf(about.Scale, about.Tonic);
                    var scale = ScaleSpelling.Spell(parent, tonic);
                    var position = TwoRoutes.Agree(
                        $"the place of {about.Tonic} in {tonic} {parent.Name}",
                        about.Scale.ParentPosition,
                        scale.Ascending.IndexOf(about.Tonic) + 1
                    );
                    var others = Identification
                        .Of(scale.Ascending, Direction.Ascending, about.Style)
                        .Where(type => type.Id != parent.Id)
                        .Select(type => new ScalePart(type, tonic));
                    return Lines(
                        about,
                        [new RotationFound(about.Scale, about.Tonic, scale)],
                        [new AnsweredLine(new ScalePart(parent, tonic), [.. others]), new AnsweredLine(new OrdinalPart(position))]
                    );
                });
            }
        ) with
        {
            Confuses = KindConfusions.OfModeParent,
            IsOrdinary = draw =>
                ScaleSpelling.ParentOf(draw.Scale, draw.Tonic) is var (parent, tonic)
                && !new Key(tonic, parent.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical,
        };

    public static QuestionKind ModeDegrees { get; } =
        InWords("mode-degrees", QuestionGroup.Modes, type => type.IsMode, about => OnLines(ScaleFacts.Named(about), Names, () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var listed = scale.Type.Degrees.Where(degree => degree.Alteration != Accidental.Natural).ToImmutableArray();
                    // Against the major scale's semitones, note by note.
                    var measured = scale
                        .Ascending[..7]
                        .Select(
                            (note, i) =>
                                new Degree(i + 1, (Accidental)(Interval.Between(scale.Tonic, note).Semitones - new Degree(i + 1).Semitones))
                        )
                        .Where(degree => degree.Alteration != Accidental.Natural);
                    TwoRoutes.Agree($"the altered degrees of {scale.Type.Name}", listed, [.. measured]);
                    var major = ScaleSpelling.CanSpell(ScaleTypes.Major, about.Tonic)
                        ? new WorkingStep[] { ScaleWorking.Derive(ScaleSpelling.Spell(ScaleTypes.Major, about.Tonic), scale) }
                        : [];
                    return Line(about, [.. major], new DegreesPart(listed));
                })) with
        {
            IsOrdinary = draw => !new Key(draw.Tonic).IsTheoretical,
        };

    public static QuestionKind CharacteristicDegree { get; } =
        InWords(
            "characteristic-degree",
            QuestionGroup.Modes,
            type => type is { Characteristic: not null, IsMode: true },
            about =>
            {
                ImmutableArray<AnswerLine> lines =
                [
                    new AnswerLine(Texts.Say("line.degree"), "", AnswerRoom.Number),
                    new AnswerLine(Texts.Say("line.note"), "", AnswerRoom.Name),
                ];
                return OnLines(ScaleFacts.Named(about), lines, () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var degree = about.Scale.Characteristic!.Value;
                    var note = TwoRoutes.Agree(
                        $"degree {degree} of {scale.Tonic}",
                        scale.Ascending[scale.Type.Degrees.IndexOf(degree)],
                        scale.Tonic.Up(degree.FromTonic)
                    );
                    return Lines(
                        about,
                        [.. Found(about), .. Told(about, scale, degree)],
                        [new AnsweredLine(new DegreesPart([degree])), new AnsweredLine(new NotesPart(note))]
                    );
                });
            }
        );
}
