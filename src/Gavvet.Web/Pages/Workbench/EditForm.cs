using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>Reads the edit a form of the workbench posts.</summary>
internal static class EditForm
{
    /// <summary>The edit, or at which field the form cannot be read and why.</summary>
    public static (SheetEdit? Edit, string Field, string? Problem) Read(IFormCollection form)
    {
        var name = form["edit"].ToString();
        var section = Number(form["section"]) ?? 0;
        return name switch
        {
            "title" => Good(new Retitle(form["title"].ToString())),
            "instructions" => Good(new Reinstruct(form["instructions"].ToString())),
            "setup" => Setup(form),
            "add-section" => Good(new AddSection(form["kind"].ToString())),
            "remove-section" => Good(new RemoveSection(section)),
            "move-section" => Good(new MoveSection(section, Number(form["places"]) ?? 0)),
            "instruction" => Good(new RewordInstruction(section, form["instruction"].ToString())),
            "kind" => Good(new ChangeKind(section, form["kind"].ToString())),
            "keys" => Keys(section, form),
            "scales" => Scales(section, form["scales"]),
            "clefs" => Clefs(section, form["clefs"]),
            "count" => Number(form["count"]) is { } count
                ? Good(new ChangeCount(section, count))
                : Bad("count", Say("Write the number of questions in figures, such as 6.")),
            "scaffold" => Choice<Scaffolding>(form[name], name, choice => new ChangeScaffolding(section, choice)),
            "writeWith" => Choice<Notation>(form[name], name, choice => new ChangeNotation(section, choice)),
            "direction" => Choice<Direction>(form[name], name, choice => new ChangeDirection(section, choice)),
            "heading" => Good(new ChangeHeading(section, form["heading"].ToString())),
            "octaves" => Number(form["octaves"]) is { } octaves
                ? Good(new ChangeOctaves(section, octaves))
                : Bad("octaves", Say("Choose one, two or three octaves.")),
            "marks" => Number(form["marks"]) is { } marks
                ? Good(new ChangeMarks(section, marks))
                : Bad("marks", Say("Write the marks in figures, such as 2.")),
            "columns" => Number(form["columns"]) is { } columns
                ? Good(new ChangeColumns(section, columns))
                : Bad("columns", Say("Choose one of those shown.")),
            "answer-form" => Choice<AnswerForm>(form[name], "answerAs", choice => new ChangeAnswerForm(section, choice)),
            "option" => Good(new ChangeOption(section, form["option"].ToString())),
            "tuning" => Good(new ChangeTuning(section, form["tuning"].ToString())),
            "own" => OwnQuestions(section, form),
            "versions" => Number(form["versions"]) is { } versions
                ? Good(new ChangeVersions(versions))
                : Bad("versions", Say("Write the number of versions in figures, such as 3.")),
            "language" => Language.Find(form["language"]) is { } language
                ? Good(new ChangeLanguage(language))
                : Bad("language", Say("Choose one of those shown.")),
            "parts" => Parts(form["parts"]),
            "house-style" => Bad("houseStyle", Say("Choose one of those shown.")),
            "question" => QuestionForm.Read(form),
            "add-at" => AddAt(form["at"].ToString()),
            "redraw-all" => Good(new RedrawAll()),
            _ => Bad("section", Say("This page is older than the program. Load it again.")),
        };
    }

    private static (SheetEdit?, string, string?) Setup(IFormCollection form)
    {
        var style = PageStyle.Lesson;
        if (
            !FileWords.TryParse<Paper>(form["paper"], out var paper)
            || Number(form["staffHeight"]) is not { } height
            || (form.ContainsKey("pageStyle") && !FileWords.TryParse(form["pageStyle"], out style))
        )
            return Bad(
                "staffHeight",
                Say("Choose a paper, what it is for, and a staff from {0} to {1} mm.", PageSetup.SmallestStaff, PageSetup.LargestStaff)
            );
        var typed = form["minutes"].ToString().Trim();
        return typed.Length == 0 || Number(typed) is > 0
            ? Good(
                new ChangeSetup(paper, height)
                {
                    LargeText = form.ContainsKey("largeText"),
                    HalfSheets = form.ContainsKey("halfSheets"),
                    Style = style,
                    Minutes = Number(typed) ?? 0,
                }
            )
            : Bad("minutes", Texts.Say("refused.minutes", ("most", PageSetup.MostMinutes)));
    }

    private static (SheetEdit?, string, string?) Good(SheetEdit edit) => (edit, "", null);

    private static (SheetEdit?, string, string?) Bad(string field, string problem) => (null, field, problem);

    // The section and the place of a gap in what the sheet covers.
    private static (SheetEdit?, string, string?) AddAt(string gap) =>
        gap.Split(' ') is [var section, var tonic] && Key.Majors.FirstOrDefault(key => NoteText.Ascii(key.Tonic) == tonic) is { } place
            ? Good(new AddQuestionAt(Number(section) ?? 0, place))
            : Bad("question", Say("Choose a place on the line of fifths."));

    private static (SheetEdit?, string, string?) Keys(int section, IFormCollection form)
    {
        var read = new Dictionary<string, ImmutableArray<NoteName>>();
        foreach (var field in new[] { "keys", "also", "without" })
        {
            var tonics = ImmutableArray.CreateBuilder<NoteName>();
            foreach (var text in form[field])
            {
                if (!NoteText.TryParse(text, out var tonic))
                    return Bad("keys", NoteText.Problem(text));
                tonics.Add(tonic);
            }

            read[field] = tonics.ToImmutable();
        }

        var change = new ChangeKeys(section, [.. read["keys"].Select(tonic => new Key(tonic))]);
        return Good(form.ContainsKey("singles") ? change with { Also = read["also"], Without = read["without"] } : change);
    }

    private static (SheetEdit?, string, string?) Scales(int section, IEnumerable<string?> ids)
    {
        var scales = ids.Select(ScaleTypes.Find).ToArray();
        return scales.Contains(null)
            ? Bad("scales", Say("Choose from the scales shown."))
            : Good(new ChangeScales(section, [.. scales.OfType<ScaleType>().Distinct()]));
    }

    private static (SheetEdit?, string, string?) Parts(IEnumerable<string?> ids)
    {
        try
        {
            return Good(new ChangeParts([.. ids.Select(id => Instrument.Parse(id ?? ""))]));
        }
        catch (FormatException problem)
        {
            return Bad("parts", problem.Message);
        }
    }

    // The rows as they stand; a button adds one at the end or takes one away.
    private static (SheetEdit?, string, string?) OwnQuestions(int section, IFormCollection form)
    {
        var (prompts, answers, clefs) = (form["prompt"], form["answer"], form["ownClef"]);
        if (prompts.Count != answers.Count || prompts.Count != clefs.Count)
            return Bad("own", Say("This page is older than the program. Load it again."));
        var rows = Enumerable
            .Range(0, prompts.Count)
            .Select(i => new OwnQuestion(prompts[i]!.Trim(), answers[i]!.Trim(), Clef.Find(clefs[i])))
            .ToList();
        if (Number(form["remove"]) is { } gone && gone >= 0 && gone < rows.Count)
            rows.RemoveAt(gone);
        if (form.ContainsKey("more"))
            rows.Add(new OwnQuestion(Say("Another question"), Say("Its answer"), null));
        return Good(new ChangeOwnQuestions(section, [.. rows]) { Reshapes = rows.Count != prompts.Count });
    }

    private static (SheetEdit?, string, string?) Clefs(int section, IEnumerable<string?> ids)
    {
        var clefs = ids.Select(Clef.Find).ToArray();
        return clefs.Contains(null)
            ? Bad("clefs", Say("Choose from {0}.", string.Join(", ", Clef.All.Select(clef => clef.InSentence))))
            : Good(new ChangeClefs(section, [.. clefs.OfType<Clef>()]));
    }

    private static (SheetEdit?, string, string?) Choice<T>(string? word, string field, Func<T, SheetEdit> edit)
        where T : struct, Enum =>
        FileWords.TryParse<T>(word, out var choice) ? Good(edit(choice)) : Bad(field, Say("Choose one of those shown."));

    private static int? Number(string? text) =>
        int.TryParse(
            text,
            NumberStyles.AllowLeadingSign | NumberStyles.AllowLeadingWhite | NumberStyles.AllowTrailingWhite,
            CultureInfo.InvariantCulture,
            out var number
        )
            ? number
            : null;
}
