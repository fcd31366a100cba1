using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>Fields that sheet files and recipes have in common.</summary>
internal static class SharedFields
{
    public static ImmutableArray<Instrument> Parts(Fields fields)
    {
        try
        {
            return [.. fields.TextsIfAny("parts").Select(Instrument.Parse).Distinct()];
        }
        catch (FormatException problem) when (problem is not SheetFileException)
        {
            throw fields.Wrong("parts", problem.Message);
        }
    }

    public static ImmutableArray<NoteName> Tonics(Fields fields, string name) =>
        [.. fields.TextsIfAny(name).Select(text => NoteText.TryParse(text, out var tonic) ? tonic : throw fields.Wrong(name, NoteText.Problem(text))).Distinct()];

    /// <summary>What a section has besides its scope: heading, octaves, marks, form of answer, way of asking, tuning, the teacher's questions.</summary>
    public static Section Details(Fields fields, Section section, QuestionKind kind, string own)
    {
        var option = fields.Text("ask", "");
        if (option.Length > 0 && kind.Options.All(known => known.Id != option))
        {
            throw fields.Wrong("ask", kind.Options.IsEmpty
                ? $"“{kind.Id}” has one way of asking only. Leave this out."
                : $"“{Fields.Short(option)}” is not one of {string.Join(", ", kind.Options.Select(known => known.Id))}.");
        }

        return section with
        {
            Title = fields.Ruled("title", text => text.Length == 0 ? null : SheetRules.Title(text)).Trim(),
            Octaves = fields.Number("octaves", 1, 1, SheetLimits.Octaves),
            Marks = fields.Number("marks", 1, 1, SheetLimits.Marks),
            Columns = fields.Number("columns", 0, 0, 2),
            AnswerAs = fields.Word("answerAs", AnswerForm.Write),
            Option = option == (kind.Options.IsEmpty ? "" : kind.Options[0].Id) ? "" : option,
            Tuning = Tuning(fields),
            Own = [.. fields.ItemsIfAny(own, "question").Select(Own)],
        };
    }

    private static ImmutableArray<Pitch> Tuning(Fields fields)
    {
        if (!fields.Has("tuning"))
            return Tunings.Guitar;
        try
        {
            return Tunings.Parse(string.Join(' ', fields.Texts("tuning")));
        }
        catch (FormatException problem) when (problem is not SheetFileException)
        {
            throw fields.Wrong("tuning", problem.Message);
        }
    }

    private static OwnQuestion Own(Fields fields)
    {
        var own = new OwnQuestion(
            fields.Ruled("prompt", SheetRules.OwnWords).Trim(),
            fields.Ruled("answer", SheetRules.OwnWords).Trim(),
            fields.Has("clef") ? SheetFileReader.ReadClef(fields, fields.Text("clef", "")) : null);
        fields.NothingElse();
        return own;
    }
}
