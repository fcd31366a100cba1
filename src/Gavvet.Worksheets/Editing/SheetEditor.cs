using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Editing;

/// <summary>Carries out edits. Each is a pure function from one sheet to the next.</summary>
public static class SheetEditor
{
    /// <summary>A new sheet with one section to start from.</summary>
    /// <param name="seed">The seed of its draws.</param>
    public static Sheet NewSheet(ulong seed)
    {
        var empty = new Sheet(seed, Texts.Say("sheet.first-title"), "", PageSetup.Usual, [], 1) { Language = Language.Current };
        return Apply(empty, new AddSection("write-scale")).Sheet!;
    }

    /// <summary>The sheet after an edit, or why not.</summary>
    /// <param name="sheet">The sheet as it is.</param>
    /// <param name="edit">The edit.</param>
    public static EditOutcome Apply(Sheet sheet, SheetEdit edit)
    {
        if (edit is SectionEdit { SectionId: var id } sectionEdit)
        {
            return sheet.Find(id) is { } section
                ? ApplyTo(sheet, section, sectionEdit)
                : EditOutcome.Refused("section", Texts.Say("refused.section-gone"));
        }

        return edit switch
        {
            Retitle { Title: var title } => SheetRules.Title(title) is { } problem
                ? EditOutcome.Refused("title", problem)
                : EditOutcome.Done(sheet with { Title = title.Trim() }),
            Reinstruct { Instructions: var text } => SheetRules.Instructions(text) is { } problem
                ? EditOutcome.Refused("instructions", problem)
                : EditOutcome.Done(sheet with { Instructions = text.Trim() }),
            ChangeSetup setup => SheetRules.StaffHeight(setup.StaffHeight) is { } problem ? EditOutcome.Refused("staffHeight", problem)
            : setup.Minutes is < 0 or > PageSetup.MostMinutes
                ? EditOutcome.Refused("minutes", Texts.Say("refused.minutes", ("most", PageSetup.MostMinutes)))
            : EditOutcome.Done(
                sheet with
                {
                    Setup = new PageSetup(setup.Paper, setup.StaffHeight)
                    {
                        LargeText = setup.LargeText,
                        HalfSheets = setup.HalfSheets,
                        Style = setup.Style,
                        Minutes = setup.Minutes,
                    },
                }
            ),
            AddSection add => SectionAdding.Add(sheet, add.KindId),
            AddKeptSection kept => SectionAdding.AddKept(sheet, kept.Section),
            BeginWith begin => SectionAdding.BeginWith(sheet, begin.Sections),
            ChangeVersions { Versions: var versions } => versions is >= 1 and <= Sheet.MostVersions
                ? Versioned(sheet, versions)
                : EditOutcome.Refused("versions", Texts.Say("refused.versions", ("most", Sheet.MostVersions))),
            ChangeLanguage { Language: var language } => EditOutcome.Done(sheet with { Language = language }),
            ChangeParts { Parts: var parts } => InParts(sheet with { Parts = [.. Instrument.All.Where(parts.Contains)] }),
            ChangeHouseStyle { Style: var style } => Restyled(sheet, style),
            RedrawAll => EditOutcome.Done(sheet.Sections.Aggregate(sheet, RedrawUnpinned)),
            _ => throw new ArgumentException($"No edit {edit?.GetType().Name}."),
        };
    }

    // Questions that differ in their clef alone are the same in a part; the teacher hears of it and decides.
    private static EditOutcome InParts(Sheet sheet)
    {
        // Questions that are the same in every way, such as the teacher's own, are not meant.
        var numbers = sheet
            .Sections.SelectMany(section =>
                section.Slots.Select(slot =>
                    (On: QuestionIdentity.On(sheet, section, slot.Drawn), Of: QuestionIdentity.Of(section, slot.Drawn))
                )
            )
            .Select((identity, index) => (identity.On, identity.Of, Number: index + 1))
            .GroupBy(question => question.On)
            .Select(same => same.DistinctBy(question => question.Of).Select(question => question.Number).ToArray())
            .FirstOrDefault(distinct => !sheet.Parts.IsEmpty && distinct.Length > 1);
        return numbers is null
            ? EditOutcome.Done(sheet)
            : new EditOutcome(
                sheet,
                "parts",
                Texts.Say("refused.same-in-a-part", ("numbers", Texts.And(numbers.Take(2).Select(number => $"{number}"))))
            );
    }

    private static EditOutcome ApplyTo(Sheet sheet, Section section, SectionEdit edit) =>
        edit switch
        {
            RemoveSection => sheet.Sections.Count == 1
                ? EditOutcome.Refused("section", Texts.Say("refused.last-section"))
                : EditOutcome.Done(sheet with { Sections = sheet.Sections.Remove(section) }),
            MoveSection move => EditOutcome.Done(Move(sheet, section, move.Places)),
            RewordInstruction { Instruction: var text } => SheetRules.Instructions(text) is { } problem
                ? EditOutcome.Refused("instruction", problem)
                : EditOutcome.Done(sheet.With(section with { Instruction = text.Trim() })),
            ChangeKind { KindId: var kindId } => QuestionCatalogue.Standard.Find(kindId) is { } kind
                ? Rescope(sheet, SectionFitting.ForKind(section with { KindId = kind.Id }, kind, sheet.Style), "kind")
                : EditOutcome.Refused("kind", Texts.Say("refused.no-kind", ("id", kindId))),
            ChangeKeys { Keys: var keys } => SheetRules.Keys(keys) is { } problem
                ? EditOutcome.Refused("keys", problem)
                : Rescope(
                    sheet,
                    WithTonics(section, (ChangeKeys)edit) with
                    {
                        Keys = [.. keys.Distinct().OrderBy(key => key.Fifths)],
                    },
                    "keys"
                ),
            ChangeScales { Scales: var scales } => SheetRules.Scales(QuestionCatalogue.Standard.Get(section.KindId), scales) is { } problem
                ? EditOutcome.Refused("scales", problem)
                : Rescope(
                    sheet,
                    SectionFitting.Settled(section with { Scales = [.. ScaleTypes.All.Where(scales.Contains)] }, sheet.Style),
                    "scales"
                ),
            ChangeClefs { Clefs: var clefs } => clefs.IsDefaultOrEmpty
                ? EditOutcome.Refused("clefs", Texts.Say("refused.no-clef"))
                : Rescope(sheet, section with { Clefs = [.. Clef.All.Where(clefs.Contains)] }, "clefs"),
            ChangeCount { Count: var count } => SheetRules.Count(sheet, section, count) is { } problem
                ? EditOutcome.Refused("count", problem)
                : EditOutcome.Done(Resize(sheet, section, count)),
            ChangeScaffolding change => QuestionCatalogue.Standard.Get(section.KindId).Scaffoldings.Contains(change.Scaffolding)
                ? Changed(sheet, section with { Scaffolding = change.Scaffolding })
                : EditOutcome.Refused("scaffold", Texts.Say("refused.help")),
            // Without a signature there is none to give.
            ChangeNotation change => Rescope(
                sheet,
                section with
                {
                    Notation = change.Notation,
                    Scaffolding =
                        change.Notation == Notation.Accidentals && section.Scaffolding == Scaffolding.Signature
                            ? Scaffolding.Blank
                            : section.Scaffolding,
                },
                "writeWith"
            ),
            ChangeHeading { Title: var title } => title.Trim().Length > 0 && SheetRules.Title(title) is { } problem
                ? EditOutcome.Refused("heading", problem)
                : EditOutcome.Done(sheet.With(section with { Title = title.Trim() })),
            ChangeOctaves { Octaves: var octaves } => octaves is >= 1 and <= SheetLimits.Octaves
                ? Changed(sheet, section with { Octaves = octaves })
                : EditOutcome.Refused("octaves", Texts.Say("refused.octaves", ("most", SheetLimits.Octaves))),
            ChangeMarks { Marks: var marks } => marks is >= 1 and <= SheetLimits.Marks
                ? EditOutcome.Done(sheet.With(section with { Marks = marks }))
                : EditOutcome.Refused("marks", Texts.Say("refused.marks", ("most", SheetLimits.Marks))),
            ChangeColumns { Columns: var columns } => columns >= 0
            && columns <= QuestionCatalogue.Standard.Get(section.KindId).MostColumnsAs(section.Option)
                ? EditOutcome.Done(sheet.With(section with { Columns = columns }))
                : EditOutcome.Refused("columns", Texts.Say("refused.columns")),
            ChangeAnswerForm change => Changed(sheet, section with { AnswerAs = change.Form }),
            ChangeOption { Option: var option } => Optioned(sheet, section, option),
            ChangeTuning { Tuning: var tuning } => Tuned(sheet, section, tuning),
            ChangeOwnQuestions { Questions: var questions } => Owned(sheet, section, questions),
            ChangeDirection change => EditOutcome.Done(sheet.With(section with { Direction = change.Direction })),
            QuestionEdit question => section.Find(question.SlotId) is { } slot
                ? QuestionEditor.Apply(sheet, section, slot, question)
                : EditOutcome.Refused("question", Texts.Say("refused.question-gone")),
            AddQuestionAt add => QuestionEditor.Add(sheet, section, add.Place),
            _ => throw new ArgumentException($"No edit {edit.GetType().Name}."),
        };

    // A change that leaves the draws as they are.
    private static EditOutcome Changed(Sheet sheet, Section section) =>
        SheetRules.Contradiction(section, sheet.Style) is { } contradiction
            ? EditOutcome.Refused(contradiction.Field, contradiction.Words)
            : EditOutcome.Done(sheet.With(section));

    // With more versions the questions are drawn anew, so that each has its like in load for every version.
    private static EditOutcome Versioned(Sheet sheet, int versions)
    {
        var planned = sheet with { Versions = versions };
        return EditOutcome.Done(
            planned.Sections.Aggregate(planned, (so, section) => so.With(QuestionDraw.Draw(so, section, Unpinned(section))))
        );
    }

    private static EditOutcome Restyled(Sheet sheet, HouseStyle style)
    {
        var restyled = sheet with { Style = style };
        foreach (var section in restyled.Sections)
        {
            // What the new style cannot write with a signature is written with accidentals.
            var fitted = SectionFitting.Settled(section, style);
            var possible = Scope.Of(fitted, style).ToHashSet();
            if (!ReferenceEquals(fitted, section) || section.Slots.Any(slot => !possible.Contains(slot.Drawn)))
            {
                var outcome = Rescope(restyled, fitted, "houseStyle");
                if (outcome.Sheet is null)
                    return outcome;
                restyled = outcome.Sheet;
            }
        }

        return EditOutcome.Done(restyled);
    }

    private static EditOutcome Optioned(Sheet sheet, Section section, string option)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        if (kind.Options.IsEmpty || kind.Options.All(known => known.Id != option))
            return EditOutcome.Refused("option", Texts.Say("refused.option"));
        return Rescope(
            sheet,
            SectionFitting.ForKind(section with { Option = option == kind.Options[0].Id ? "" : option }, kind, sheet.Style),
            "option"
        );
    }

    private static EditOutcome Tuned(Sheet sheet, Section section, string tuning)
    {
        try
        {
            return EditOutcome.Done(sheet.With(section with { Tuning = Tunings.Parse(tuning) }));
        }
        catch (FormatException problem)
        {
            return EditOutcome.Refused("tuning", problem.Message);
        }
    }

    // The teacher's questions stand in their own order, each once.
    private static EditOutcome Owned(Sheet sheet, Section section, ImmutableArray<OwnQuestion> questions)
    {
        if (!QuestionCatalogue.Standard.Get(section.KindId).AsksOwn)
            return EditOutcome.Refused("own", Texts.Say("refused.own-kind"));
        if (questions.IsDefaultOrEmpty)
            return EditOutcome.Refused("own", Texts.Say("refused.own-empty"));
        var room = SheetLimits.Questions - sheet.QuestionCount + section.Slots.Count;
        if (questions.Length > room)
            return EditOutcome.Refused("own", Texts.Say("refused.room", ("most", SheetLimits.Questions), ("room", room)));
        if (
            questions
                .SelectMany(own => new[] { own.Prompt, own.Answer })
                .Select(SheetRules.OwnWords)
                .FirstOrDefault(problem => problem is not null) is
            { } words
        )
            return EditOutcome.Refused("own", words);
        var missing = Math.Max(0, questions.Length - section.Slots.Count);
        var slots = section
            .Slots.Take(questions.Length)
            .Concat(Enumerable.Range(sheet.NextId, missing).Select(id => new Slot(id, 0, false, default)))
            .Select((slot, i) => slot with { Drawn = new Draw(section.Scales[0], section.Keys[0].Tonic, section.Clefs[0], i) });
        return EditOutcome.Done(sheet.With(section with { Own = questions, Slots = [.. slots] }) with { NextId = sheet.NextId + missing });
    }

    private static Section WithTonics(Section section, ChangeKeys edit) =>
        section with
        {
            AlsoTonics = edit.Also.IsDefault ? section.AlsoTonics : [.. edit.Also.Distinct().OrderBy(tonic => tonic.Fifths)],
            WithoutTonics = edit.Without.IsDefault ? section.WithoutTonics : [.. edit.Without.Distinct().OrderBy(tonic => tonic.Fifths)],
        };

    private static Sheet Move(Sheet sheet, Section section, int places)
    {
        var from = sheet.Sections.IndexOf(section);
        var to = Math.Clamp(from + places, 0, sheet.Sections.Count - 1);
        return sheet with { Sections = sheet.Sections.RemoveAt(from).Insert(to, section) };
    }

    // A changed scope draws every question anew that is not pinned, from the seeds it has: the same scope gives the
    // same questions again. Where the scope holds fewer than were asked for, the count comes down and says so.
    private static EditOutcome Rescope(Sheet sheet, Section section, string field)
    {
        if (SheetRules.Contradiction(section, sheet.Style) is { } contradiction)
            return EditOutcome.Refused(contradiction.Field, contradiction.Words);
        var available = QuestionDraw.Available(section, sheet.Style);
        if (available == 0)
            return EditOutcome.Refused(field, Scope.Advice(section, sheet.Style));
        section = Unfastened(section, sheet.Style);
        var lowered = section.Slots.Count > available;
        if (lowered)
            section = section with
            {
                Slots = [.. section.Slots.OrderByDescending(slot => slot.Pinned).Take(available).OrderBy(section.Slots.IndexOf)],
            };
        var drawn = QuestionDraw.Draw(sheet, section, Unpinned(section));
        var words = lowered ? Texts.Say("edit.fewer", ("count", available)) : null;
        return new EditOutcome(sheet.With(drawn), lowered ? field : null, words);
    }

    // What was pinned and cannot be asked any more is drawn anew like the others.
    private static Section Unfastened(Section section, HouseStyle style) =>
        section with
        {
            Slots =
            [
                .. section.Slots.Select(slot =>
                    slot.Pinned && !Scope.CanAsk(section, style, slot.Drawn) ? slot with { Pinned = false } : slot
                ),
            ],
        };

    /// <summary>The sheet with so many questions in a section; those that come are drawn, those that stand stay.</summary>
    /// <param name="sheet">The sheet, which has the section.</param>
    /// <param name="section">The section, as it shall be but for its questions.</param>
    /// <param name="count">How many, within what its scope holds.</param>
    internal static Sheet Resize(Sheet sheet, Section section, int count)
    {
        var missing = Math.Max(0, count - section.Slots.Count);
        var fresh = Enumerable
            .Range(sheet.NextId, missing)
            .Select(id => new Slot(id, 0, false, new Draw(section.Scales[0], section.Keys[0].Tonic, section.Clefs[0])))
            .ToImmutableList();
        var resized = section with { Slots = [.. section.Slots.Take(count), .. fresh] };
        var drawn = QuestionDraw.Draw(sheet, resized, fresh.Select(slot => slot.Id).ToHashSet());
        return sheet.With(drawn) with { NextId = sheet.NextId + missing };
    }

    private static Sheet RedrawUnpinned(Sheet sheet, Section section)
    {
        var bumped = section with
        {
            Slots = [.. section.Slots.Select(slot => slot.Pinned ? slot : slot with { Redraws = slot.Redraws + 1 })],
        };
        return sheet.With(QuestionDraw.Draw(sheet, bumped, Unpinned(bumped)));
    }

    private static HashSet<int> Unpinned(Section section) => [.. section.Slots.Where(slot => !slot.Pinned).Select(slot => slot.Id)];
}
