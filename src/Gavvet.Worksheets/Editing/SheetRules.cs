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
    public static string? Title(string title) => title?.Trim() switch
    {
        null or "" => "Give the sheet a title, such as “Major scales, week 3”.",
        { Length: > SheetLimits.Title } => $"A title has up to {SheetLimits.Title} characters.",
        var text => Unprintable(text),
    };

    /// <summary>Instructions are short enough for a page.</summary>
    /// <param name="text">What was typed.</param>
    public static string? Instructions(string text) => (text ?? "").Length > SheetLimits.Instructions
        ? $"Instructions have up to {SheetLimits.Instructions} characters."
        : Unprintable(text ?? "");

    /// <summary>The staff can be written on.</summary>
    /// <param name="millimeters">The staff height.</param>
    public static string? StaffHeight(int millimeters) =>
        millimeters is >= PageSetup.SmallestStaff and <= PageSetup.LargestStaff
            ? null
            : $"A staff is from {PageSetup.SmallestStaff} to {PageSetup.LargestStaff} mm high.";

    /// <summary>There is a key, and every key has a signature.</summary>
    /// <param name="keys">The keys chosen.</param>
    public static string? Keys(ImmutableArray<Key> keys)
    {
        if (keys.IsDefaultOrEmpty)
            return "Choose at least one key.";
        var odd = keys.FirstOrDefault(key => key.IsTheoretical, keys[0]);
        return odd.IsTheoretical ? $"{odd} has no key signature. Choose {odd.PracticalTwin} instead." : null;
    }

    /// <summary>There is a scale type, and the kind can ask about each.</summary>
    /// <param name="kind">The kind of question.</param>
    /// <param name="scales">The scale types chosen.</param>
    public static string? Scales(QuestionKind kind, ImmutableArray<ScaleType> scales)
    {
        if (scales.IsDefaultOrEmpty)
            return "Choose at least one scale.";
        return scales.FirstOrDefault(type => !kind.Takes(type)) is { } odd
            ? $"“{kind.Name}” is not asked of {odd.Name}. It takes {Listed(kind)}."
            : null;
    }

    /// <summary>Words of the teacher's own for a question or an answer.</summary>
    /// <param name="text">What was typed.</param>
    public static string? OwnWords(string text) => (text ?? "").Trim() switch
    {
        "" => "Write a question and its answer.",
        { Length: > SheetLimits.OwnWords } => $"A question or answer has up to {SheetLimits.OwnWords} characters.",
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
            return ("octaves", $"“{kind.Name}” is asked over one octave.");
        if (!AnswerForms.CanBe(kind, section.AnswerAs, section.Option))
            return ("answerAs", $"The answer of “{kind.Name}” cannot be chosen from a list. Have it written.");
        if (section.AnswerAs == AnswerForm.Matching && section.Slots.Count > AnswerForms.MostMatches)
            return ("answerAs", TooManyMatches);
        if (kind.UsesNotation && section.Scaffolding == Scaffolding.Signature && section.Notation == Notation.Accidentals)
            return ("scaffold", "A key signature is given only where scales are written with one. Write with a signature, or give other help.");
        if (kind.UsesNotation && section.Notation == Notation.Signature && section.Scales.All(type => style.SignatureKey(type, new NoteName(Letter.C)) is null))
            return ("writeWith", $"{char.ToUpperInvariant(section.Scales[0].Name[0])}{section.Scales[0].Name[1..]} is written without a key signature. Write with accidentals.");
        if (kind.AsksOwn && section.Own.IsEmpty)
            return ("questions", "Write at least one question of your own, with its answer.");
        return null;
    }

    private static string TooManyMatches => $"A list to match with has a letter for each answer, A to Z. Ask for up to {AnswerForms.MostMatches} questions, or have them answered otherwise.";

    private static string Listed(QuestionKind kind)
    {
        string[] names = [.. ScaleTypes.All.Where(kind.Takes).Select(type => type.Name).Take(4)];
        return names.Length == 1 ? names[0] : string.Join(", ", names[..^1]) + " or " + names[^1];
    }

    /// <summary>The count is one the section's scope and the sheet can hold.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="count">How many were asked for.</param>
    public static string? Count(Sheet sheet, Section section, int count)
    {
        var available = QuestionDraw.Available(section, sheet.Style);
        var room = SheetLimits.Questions - sheet.QuestionCount + section.Slots.Count;
        if (count < 1)
            return "Ask for at least one question.";
        if (count > AnswerForms.MostMatches && section.AnswerAs == AnswerForm.Matching)
            return TooManyMatches;
        if (count > available && !section.Own.IsEmpty && QuestionCatalogue.Standard.Get(section.KindId).AsksOwn)
            return Texts.Say("rule.own", ("count", available));
        if (count > available)
        {
            var offer = Texts.Say("rule.offer", ("count", available));
            return $"These keys and clefs offer {offer}. Ask for {available} or fewer, or choose more keys.";
        }

        return count > room ? $"A sheet holds up to {SheetLimits.Questions} questions. There is room for {room} here." : null;
    }

    private static string? Unprintable(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (rune == Rune.ReplacementChar || (Rune.GetUnicodeCategory(rune) == UnicodeCategory.Control && rune.Value is not ('\n' or '\r' or '\t')))
                return "The text holds a character that cannot be printed. Type it again.";
        }

        return null;
    }
}
