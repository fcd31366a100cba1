using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the seven sharps or flats in their order, or put a wrong order right.</summary>
public sealed class OrderOfAccidentals : SignatureKind
{
    private const string Repair = "repair";

    // A wrong order is shown of four to seven signs, sharps or flats.
    private const int FewestWrong = 4, WrongOrders = 8;

    /// <inheritdoc/>
    public override string Id => "order-of-accidentals";

    /// <inheritdoc/>
    public override string Name => "The order of sharps and flats";

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override int Weight => 3;

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } = [new("write", "Write all seven"), new(Repair, "Put a wrong order right")];

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 2;

    /// <inheritdoc/>
    public override int VariantsIn(Section section, ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Option == Repair ? WrongOrders : 2;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Option == Repair
            ? "Two of the signs stand in the wrong order. Write them beside it in the right one."
            : "Write all seven in their order, each in its place.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = Asked(setting);
        var empty = new StaffFigure(setting.Clef, 0, true, StaffRows.None, StaffRange.Staff, []);
        if (setting.Option != Repair)
            return new Question(signature.Kind == Accidental.Sharp ? "Sharps" : "Flats", [empty]);
        var positions = setting.Clef.SignaturePositions(signature);
        var first = setting.Variant % (signature.Count - 1);
        ImmutableArray<int> wrong = positions.SetItem(first, positions[first + 1]).SetItem(first + 1, positions[first]);
        return new Question("", [empty with { Given = [new SignRowMark(signature.Kind, wrong)] }, empty]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = Asked(setting);
        // The order by heart, and by fifths: up from F sharp, down from B flat.
        var start = signature.Kind == Accidental.Sharp ? 6 : -2;
        TwoRoutes.Agree("the order of the signs", signature.Notes, [.. Enumerable.Range(0, signature.Count).Select(i => NoteName.FromFifths(start + (i * Math.Sign(signature.Fifths))))]);
        ImmutableArray<Mark> written = [new SignatureMark(signature)];
        return new Answer(setting.Option == Repair ? [[], written] : [written], setting.Style.Say(signature.Notes), [], [new SignatureUsed(new Key(NoteName.FromFifths(signature.Fifths)), signature)]);
    }

    private static KeySignature Asked(QuestionSetting setting)
    {
        var sign = setting.Variant % 2 == 0 ? 1 : -1;
        return new KeySignature(sign * (setting.Option == Repair ? FewestWrong + (setting.Variant / 2) : KeySignature.Most));
    }
}
