using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions about signatures on a short staff, and how many sharps or flats a key has.</summary>
internal static class SignatureKinds
{
    private const string Both = "both",
        Repair = "repair";

    // A wrong order is shown of four to seven signs, sharps or flats.
    private const int FewestWrong = 4,
        WrongOrders = 8;

    public static QuestionKind CountAccidentals { get; } = InWords("count-accidentals", QuestionGroup.Signatures, Keys, about =>
        {
            var counted = about.Scaffolding == Scaffolding.Count;
            var which = new AnswerLine(Texts.Say("line.which"), "", AnswerRoom.SevenNames);
            ImmutableArray<AnswerLine> lines = counted ? [which] : [new AnswerLine(Texts.Say("line.how-many"), "", AnswerRoom.Name), which];
            return OnLines(counted ? Counted(about) : about.Style.Say(about.Key), lines, () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                var (none, names) = (signature.Count == 0, new NotesPart(signature.Notes));
                ImmutableArray<Mark> marks = (counted, none) switch
                {
                    (true, _) => [new LineMark(0, none ? Texts.Say("answer.none") : about.Style.Say(names))],
                    (_, true) => [new LineMark(0, Texts.Say("answer.none")), new LineMark(1, "–")],
                    _ => [new LineMark(0, $"{signature}"), new LineMark(1, about.Style.Say(names))],
                };
                ImmutableArray<AnsweredLine> parts = counted
                    ? [new AnsweredLine(names)]
                    : [new AnsweredLine(new SignaturePart(signature, CountAlone: true)), new AnsweredLine(names)];
                return new Answer(
                    about.Style,
                    [marks],
                    parts,
                    [.. FromKey(about.Key, signature), new SignatureUsed(about.Key, signature), ScaleFacts.Counted(ScaleFacts.Scale(about))]
                )
                {
                    Whole = new NamedSignaturePart(signature),
                };
            });
        }) with { Uses = KindUse.Tonic, Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Count, Scaffolding.Blank] };

    public static QuestionKind SignatureToAccidentals { get; } =
        OnStaff("signature-to-accidentals", MajorAlone, about => new PosedQuestion(
            new Question("", [Printed(about), new AnswerLinesFigure(Names)]),
            () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                return Lines(about, [.. InOrder(about.Style, signature)], [new AnsweredLine(new NotesPart(signature.Notes))], figures: 1);
            }
        )) with
        {
            Asks = (draw, _) => draw.Key.Fifths != 0,
        };

    public static QuestionKind AccidentalsToSignature { get; } = OnStaff("accidentals-to-signature", MajorAlone, about =>
        {
            var listed = ScaleFacts
                .Signature(about.Key)
                .Notes.OrderBy(note =>
                    note.Letter == Letter.A ? -2
                    : note.Letter == Letter.B ? -1
                    : (int)note.Letter
                );
            return new PosedQuestion(new Question(about.Style.Say(listed), [Empty(about)]) { Shown = [.. listed] }, () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                return new Answer(
                    about.Style,
                    [
                        [new SignatureMark(signature)],
                    ],
                    [new AnsweredLine(new NotesPart(signature.Notes))],
                    [.. InOrder(about.Style, signature)]
                );
            });
        }) with { Asks = (draw, _) => draw.Key.Fifths != 0 };

    public static QuestionKind WriteSignature { get; } =
        OnStaff("write-signature", Keys, about => new PosedQuestion(
            new Question(
                about.Scaffolding == Scaffolding.Count ? Counted(about) : about.Style.Say(about.Key),
                [Empty(about) with { Rows = StaffRows.Labels }]
            ),
            () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                AnswerPart names = signature.Count == 0 ? new SignaturePart(signature) : new NotesPart(signature.Notes);
                return new Answer(
                    about.Style,
                    [
                        [new SignatureMark(signature), new LabelMark(0, about.Style.Say(names))],
                    ],
                    [new AnsweredLine(names)],
                    [.. FromKey(about.Key, signature), new SignatureUsed(about.Key, signature)]
                );
            }
        )) with
        {
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Count, Scaffolding.Blank],
        };

    public static QuestionKind NameKey { get; } =
        OnStaff("name-key", Keys, about =>
        {
            var both = about.Option == Both;
            ImmutableArray<AnswerLine> lines = both
                ? [.. OneName(ModeWord(KeyMode.Major)), .. OneName(ModeWord(KeyMode.Minor))]
                : OneName(ModeWord(about.Key.Mode));
            // Where no line says which mode is asked, the prompt does: the relatives share the signature.
            var prompt =
                both || about.AnswerAs == AnswerForm.Write
                    ? ""
                    : Texts.Say(about.Key.Mode == KeyMode.Major ? "name-key.prompt.major" : "name-key.prompt.minor");
            return new PosedQuestion(new Question(prompt, [Printed(about), new AnswerLinesFigure(lines)]), () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                if (!both)
                {
                    var key = ScaleFacts.KeyOf(signature, about.Key.Mode);
                    return Lines(about, [.. ToKey(key, signature)], [new AnsweredLine(new NotesPart(key.Tonic))], figures: 1) with
                    {
                        Whole = new KeysPart(key),
                    };
                }

                var (major, minor) = (ScaleFacts.KeyOf(signature, KeyMode.Major), ScaleFacts.KeyOf(signature, KeyMode.Minor));
                return Lines(
                    about,
                    [.. ToKey(minor, signature)],
                    [new AnsweredLine(new NotesPart(major.Tonic)), new AnsweredLine(new NotesPart(minor.Tonic))],
                    figures: 1
                ) with
                {
                    Whole = new KeysPart([major, minor]),
                };
            });
        }) with
        {
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Words,
            Options = [new("one"), new(Both)],
            Confuses = KindConfusions.OfSignature,
            Instructs = (section, _) =>
                section.Option == Both ? Texts.Say("name-key.instruction.both")
                : section.Scales is [var only]
                    ? Texts.Say("name-key.instruction.one", ("mode", ModeWord(only.HasMinorThird ? KeyMode.Minor : KeyMode.Major)))
                : Texts.Say("name-key.instruction"),
        };

    public static QuestionKind OrderOfAccidentals { get; } =
        OnStaff("order-of-accidentals", MajorAlone, about =>
        {
            var (signature, repairs) = (Ordered(about), about.Option == Repair);
            return new PosedQuestion(
                repairs
                    ? new Question("", [WrongOrder(about, signature), Empty(about)])
                    : new Question(Texts.Say(signature.Kind == Accidental.Sharp ? "prompt.sharps" : "prompt.flats"), [Empty(about)]),
                () =>
                {
                    // The order by heart, and by fifths: up from F sharp, down from B flat.
                    var start = signature.Kind == Accidental.Sharp ? 6 : -2;
                    TwoRoutes.Agree(
                        "the order of the signs",
                        signature.Notes,
                        [
                            .. Enumerable
                                .Range(0, signature.Count)
                                .Select(i => NoteName.FromFifths(start + (i * Math.Sign(signature.Fifths)))),
                        ]
                    );
                    ImmutableArray<Mark> written = [new SignatureMark(signature)];
                    return new Answer(
                        about.Style,
                        repairs
                            ?
                            [
                                [],
                                written,
                            ]
                            : [written],
                        [new AnsweredLine(new NotesPart(signature.Notes))],
                        [
                            Why(
                                signature.Fifths > 0 ? "order-of-accidentals.working.sharps" : "order-of-accidentals.working.flats",
                                ("first", signature.Notes[0]),
                                ("notes", signature.Notes)
                            ),
                        ]
                    );
                }
            );
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Uses = KindUse.Clef,
            Options = [new("write"), new(Repair)],
            Variants = _ => 2,
            VariantsAs = (section, _) => section.Option == Repair ? WrongOrders : 2,
        };

    private static QuestionKind OnStaff(string id, Func<ScaleType, bool> takes, Func<QuestionSetting, PosedQuestion> pose) =>
        new()
        {
            Id = id,
            Group = QuestionGroup.Signatures,
            Uses = KindUse.Tonic | KindUse.Clef,
            Takes = takes,
            Pose = pose,
            PerRow = 2,
        };

    // From a key to its signature: a minor key by its relative, and the last sharp or flat.
    private static IEnumerable<WorkingStep> FromKey(Key key, KeySignature signature)
    {
        if (key.Mode == KeyMode.Minor)
            yield return new RelativeFound(key, key.Relative);
        yield return new LastAccidental(key.Mode == KeyMode.Minor ? key.Relative : key, signature);
    }

    // From a signature to its major key by the last sharp or flat, and to the minor one from there.
    private static IEnumerable<WorkingStep> ToKey(Key key, KeySignature signature)
    {
        yield return new LastAccidental(key.Mode == KeyMode.Minor ? key.Relative : key, signature);
        if (key.Mode == KeyMode.Minor)
            yield return new RelativeFound(key.Relative, key);
    }

    private static IEnumerable<WorkingStep> InOrder(HouseStyle style, KeySignature signature)
    {
        var order = (signature.Fifths > 0 ? KeySignature.OrderOfSharps : KeySignature.OrderOfFlats).Select(letter => new NoteName(letter));
        yield return Why(
            signature.Fifths > 0 ? "signature.working.sharps" : "signature.working.flats",
            ("order", style.Say(order)),
            ("count", signature.Count),
            ("notes", signature.Notes)
        );
    }

    private static StaffFigure Empty(QuestionSetting about) => new(about.Clef, 0, true, StaffRows.None, StaffRange.Staff, []);

    private static StaffFigure Printed(QuestionSetting about) =>
        Empty(about) with
        {
            Given = [new SignatureMark(ScaleFacts.Signature(about.Key))],
        };

    private static string Counted(QuestionSetting about) =>
        Texts.Say("prompt.counted", ("key", about.Style.Say(about.Key)), ("signature", ScaleFacts.Signature(about.Key)));

    private static KeySignature Ordered(QuestionSetting about)
    {
        var sign = about.Variant % 2 == 0 ? 1 : -1;
        return new KeySignature(sign * (about.Option == Repair ? FewestWrong + (about.Variant / 2) : KeySignature.Most));
    }

    // Two neighbours of the order change places.
    private static StaffFigure WrongOrder(QuestionSetting about, KeySignature signature)
    {
        var positions = about.Clef.SignaturePositions(signature);
        var first = about.Variant % (signature.Count - 1);
        return Empty(about) with
        {
            Given = [new SignRowMark(signature.Kind, positions.SetItem(first, positions[first + 1]).SetItem(first + 1, positions[first]))],
        };
    }
}
