using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Editing;

/// <summary>What may stand in a sheet, typed or read from a file. Each rule returns null or the teacher's sentence.</summary>
public static class SheetRules
{
    /// <summary>A title is there, and short enough for the head of a page.</summary>
    /// <param name="title">What was typed.</param>
    public static string? Title(string title) =>
        title?.Trim() switch
        {
            null or "" => Texts.Say("refused.title-empty"),
            { Length: > SheetLimits.Title } => Texts.Say("refused.title", ("most", SheetLimits.Title)),
            var text => Unprintable(text),
        };

    /// <summary>Instructions are short enough for a page.</summary>
    /// <param name="text">What was typed.</param>
    public static string? Instructions(string text) =>
        (text ?? "").Length > SheetLimits.Instructions
            ? Texts.Say("refused.instructions", ("most", SheetLimits.Instructions))
            : Unprintable(text ?? "");

    /// <summary>The staff can be written on.</summary>
    /// <param name="millimeters">The staff height.</param>
    public static string? StaffHeight(int millimeters) =>
        millimeters is >= PageSetup.SmallestStaff and <= PageSetup.LargestStaff
            ? null
            : Texts.Say("refused.staff", ("least", PageSetup.SmallestStaff), ("most", PageSetup.LargestStaff));

    /// <summary>There is a key, and every key has a signature.</summary>
    /// <param name="keys">The keys chosen.</param>
    public static string? Keys(ImmutableArray<Key> keys)
    {
        if (keys.IsDefaultOrEmpty)
            return Texts.Say("refused.no-keys");
        var odd = keys.FirstOrDefault(key => key.IsTheoretical, keys[0]);
        return odd.IsTheoretical ? Texts.Say("refused.theoretical", ("key", odd), ("twin", odd.PracticalTwin)) : null;
    }

    /// <summary>There is a scale type, and the kind can ask about each.</summary>
    /// <param name="kind">The kind of question.</param>
    /// <param name="scales">The scale types chosen.</param>
    public static string? Scales(QuestionKind kind, ImmutableArray<ScaleType> scales)
    {
        if (scales.IsDefaultOrEmpty)
            return Texts.Say("refused.no-scales");
        return scales.FirstOrDefault(type => !kind.Takes(type)) is { } odd
            ? Texts.Say("refused.scale", ("kind", kind.Name), ("scale", odd.Name), ("scales", Listed(kind)))
            : null;
    }

    /// <summary>Words of the teacher's own for a question or an answer.</summary>
    /// <param name="text">What was typed.</param>
    public static string? OwnWords(string text) =>
        (text ?? "").Trim() switch
        {
            "" => Texts.Say("refused.own-words-empty"),
            { Length: > SheetLimits.OwnWords } => Texts.Say("refused.own-words", ("most", SheetLimits.OwnWords)),
            var words => Unprintable(words),
        };

    /// <summary>Settings that contradict each other or the kind, or null when there are none.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style.</param>
    /// <returns>The field, as files name it, and what would work.</returns>
    public static (string Field, string Words)? Contradiction(Section section, HouseStyle style)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        if (section.Octaves > 1 && !kind.UsesOctaves)
            return ("octaves", Texts.Say("refused.one-octave", ("kind", kind.Name)));
        if (!AnswerForms.CanBe(kind, section.AnswerAs, section.Option))
            return ("answerAs", Texts.Say("refused.not-chosen", ("kind", kind.Name)));
        if (section.AnswerAs == AnswerForm.Matching && section.Slots.Count > AnswerForms.MostMatches)
            return ("answerAs", TooManyMatches);
        if (kind.UsesNotation && section.Scaffolding == Scaffolding.Signature && section.Notation == Notation.Accidentals)
            return ("scaffold", Texts.Say("refused.signature-help"));
        if (
            kind.UsesNotation
            && section.Notation == Notation.Signature
            && section.Scales.All(type => style.SignatureKey(type, new NoteName(Letter.C)) is null)
        )
            return ("writeWith", Texts.Say("refused.no-signature", ("scale", CountText.Capitalized(section.Scales[0].Name))));
        if (kind.AsksOwn && section.Own.IsEmpty)
            return ("questions", Texts.Say("refused.own-empty"));
        return null;
    }

    private static string TooManyMatches => Texts.Say("refused.matches", ("most", AnswerForms.MostMatches));

    private static string Listed(QuestionKind kind) => Texts.Or(ScaleTypes.All.Where(kind.Takes).Select(type => type.Name).Take(4));

    /// <summary>The count is one the section's scope and the sheet can hold.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="count">How many were asked for.</param>
    public static string? Count(Sheet sheet, Section section, int count)
    {
        var available = QuestionDraw.Available(section, sheet.Style);
        var room = SheetLimits.Questions - sheet.QuestionCount + section.Slots.Count;
        if (count < 1)
            return Texts.Say("refused.no-questions");
        if (count > AnswerForms.MostMatches && section.AnswerAs == AnswerForm.Matching)
            return TooManyMatches;
        if (count > available && !section.Own.IsEmpty && QuestionCatalogue.Standard.Get(section.KindId).AsksOwn)
            return Texts.Say("rule.own", ("count", available));
        if (count > available)
        {
            var offer = Texts.Say("rule.offer", ("count", available));
            return Texts.Say("refused.offer", ("offer", offer), ("available", available));
        }

        return count > room ? Texts.Say("refused.room", ("most", SheetLimits.Questions), ("room", room)) : null;
    }

    private static string? Unprintable(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (
                rune == Rune.ReplacementChar
                || (Rune.GetUnicodeCategory(rune) == UnicodeCategory.Control && rune.Value is not ('\n' or '\r' or '\t'))
            )
                return Texts.Say("refused.character");
        }

        return null;
    }
}
