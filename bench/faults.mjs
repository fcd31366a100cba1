// Faults that got past the tests once, or would be the worst to print: bench/mutants.mjs plants each in a copy of the program.
// file, what stands there, what is put in its place, suites that may notice
export const named = {
  "balance removed": ["src/Gavvet.Worksheets/Versions/SheetVersions.cs", "        plan.Balance();\n", "", ["Gavvet.Worksheets.Tests"]],
  "heavy to heavy": ["src/Gavvet.Worksheets/Versions/VersionPlan.cs", "OrderBy(version => _totals[version])", "OrderByDescending(version => _totals[version])", ["Gavvet.Worksheets.Tests"]],
  "the tie of a wrong signature": ["src/Gavvet.Worksheets/Judging/ScaleJudge.cs", "asMeant.Halves <= reading.Halves", "asMeant.Halves < reading.Halves", ["Gavvet.Worksheets.Tests"]],
  "the tie of a wrong first note": ["src/Gavvet.Worksheets/Judging/ScaleJudge.cs", "Order(meant) < Order(_best.By)", "Order(meant) > Order(_best.By)", ["Gavvet.Worksheets.Tests"]],
  "expected and found swapped": ["src/Gavvet.Worksheets/Judging/FindingSentences.cs", '("expected", finding.Expected.Say(style)),\n                ("found", finding.Found.Say(style))', '("expected", finding.Found.Say(style)),\n                ("found", finding.Expected.Say(style))', ["Gavvet.Worksheets.Tests"]],
  "a double accidental weighs one": ["src/Gavvet.Worksheets/Questions/QuestionLoad.cs", "                    _ => 3,\n                }\n            );", "                    _ => 1,\n                }\n            );", ["Gavvet.Worksheets.Tests"]],
  "a page code is not read with I for 1": ["src/Gavvet.Printing/PageCode.cs", ".Replace('I', '1')", "", ["Gavvet.Printing.Tests"]],
  "above for below in a working": ["src/Gavvet.Worksheets/Wording/Texts.resx", "two letters below", "two letters above", ["Gavvet.Worksheets.Tests"]],
  "keys.add dropped": ["src/Gavvet.Worksheets/Files/SheetReading.cs", "AlsoTonics = [.. (keys.Add ?? []).Distinct()]", "AlsoTonics = []", ["Gavvet.Worksheets.Tests"]],
  "the section limit lost": ["src/Gavvet.Worksheets/Editing/SectionAdding.cs", "if (sheet.Sections.Count >= SheetLimits.Sections)", "if (sheet.Sections.Count > 1000)", ["Gavvet.Worksheets.Tests"]],
  "marks limit times a hundred": ["src/Gavvet.Worksheets/Sheets/SheetLimits.cs", "Marks = 20", "Marks = 2000", ["Gavvet.Worksheets.Tests"]],
  "a range without its top note": ["src/Gavvet.Theory/Parts/Transposition.cs", "<= part.Highest", "< part.Highest", ["Gavvet.Worksheets.Tests", "Gavvet.Theory.Tests"]],
  "typing after undo": ["src/Gavvet.Storage/SheetStore.cs", "\n        && await LatestChildAsync(database, head.Id) is null;", ";", ["Gavvet.Storage.Tests"]],
  "tenor clef on line 3": ["src/Gavvet.Theory/Keys/Clef.cs", '"Tenor", ClefSign.C, 4', '"Tenor", ClefSign.C, 3', ["Gavvet.Exchange.Tests", "Gavvet.Theory.Tests"]],
  "natural-sharp lost": ["src/Gavvet.Exchange/MusicXmlWriter.cs", '        (Accidental.Sharp, true) => "natural-sharp",\n', "", ["Gavvet.Exchange.Tests"]],
  "a free signature error by component": ["src/Gavvet.Worksheets/Judging/MarkCount.cs", "withSignature && ofSignature == 0 ? 1 : 0", "withSignature ? 1 : 0", ["Gavvet.Worksheets.Tests"]],
};
