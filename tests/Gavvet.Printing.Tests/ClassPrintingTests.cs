using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using UglyToad.PdfPig;

namespace Gavvet.Printing.Tests;

/// <summary>Papers of a class: whose they are, their codes, marking from the record alone, slips and marked pages.</summary>
public class ClassPrintingTests
{
    private const string Roster = "name,part,clef,size,row,seat\nMira,,,,1,1\nBo,trumpet,,,1,2\nIda,,bass,,2,1\nTom,alto-sax,,large,2,2\n";

    private static readonly Sheet TwoVersions = SheetEditor.Apply(SheetEditor.NewSheet(5), new ChangeVersions(2)).Sheet!;

    private static readonly PrintPlan Plan = PrintPlan.Of(
        TwoVersions,
        PrintChoices.None with
        {
            CodeSeed = 11,
            Class = "Bramblewick strings",
            Copies = PrintedCopy.Of(RosterText.Read(Roster, name => name), TwoVersions, 2, student => student.Name),
        }
    );

    private static readonly Lazy<PrintedFile[]> Files = new(() =>
        [
            .. new PrintedFiles(PrintRun.Compose(Plan, QuestionCatalogue.Standard, PrintPace.Fast)).Of(
                PrintedFiles.Keys,
                ["pdf"],
                PrintPace.Fast
            ),
        ]
    );

    private static PrintingRecord Record => PrintingRecord.Read(Encoding.UTF8.GetString(File("record.json")));

    private static byte[] File(string name) => Files.Value.Single(file => file.Name == name).Bytes;

    private static MarkedPaper Paper(int copy, params (int Item, Decision Decision)[] decisions)
    {
        var papers = new RecordedPapers(Record);
        var own = papers.Record.Copies[copy];
        var markings = decisions.ToDictionary(
            said => said.Item,
            said => Marker.Mark(papers.ItemOf(own, said.Item), papers.Style, said.Decision)
        );
        return new MarkedPaper(
            papers.Record,
            own,
            own.Student ?? "",
            "12 March 2026",
            markings,
            [.. own.Sides.Select(PageSidesRead.Unpack)]
        );
    }

    [Fact]
    public void Each_student_has_a_paper_of_their_version_part_clef_and_size_and_spares_have_no_name()
    {
        var record = Record;
        Assert.Equal(["Mira", "Bo", "Ida", "Tom", null, null], record.Copies.Select(copy => copy.Student));
        Assert.Equal(record.Copies.SelectMany(copy => copy.Codes).Count(), record.Copies.SelectMany(copy => copy.Codes).Distinct().Count());
        var looks = record
            .Copies.Select(copy => record.Editions[copy.Edition])
            .Select(edition => (edition.Version, edition.Part, edition.Clef, edition.IsLarge))
            .ToArray();
        Assert.Equal((null, null, false), (looks[0].Part, looks[0].Clef, looks[0].IsLarge));
        Assert.Equal("trumpet", looks[1].Part);
        Assert.Equal("bass", looks[2].Clef);
        Assert.Equal(("alto-sax", true), (looks[3].Part, looks[3].IsLarge));
        // Beside and behind one another no two are alike.
        Assert.NotEqual(looks[0].Version, looks[1].Version);
        Assert.NotEqual(looks[0].Version, looks[2].Version);
        Assert.NotEqual(looks[2].Version, looks[3].Version);
        Assert.All(record.Editions.Single(edition => edition.Clef == "bass").Items, item =>
            Assert.Contains(item.Item.Ask.Clef, new[] { "bass", null })
        );
    }

    [Fact]
    public void The_pile_names_each_paper_and_nothing_else_does()
    {
        using var pdf = PdfDocument.Open(File("papers.pdf"));
        var record = Record;
        var text = pdf.GetPages().Select(page => string.Concat(page.Letters.Select(letter => letter.Value))).ToArray();
        Assert.Equal(record.Copies.Sum(copy => copy.Codes.Length), text.Length);
        var codes = record.Copies.SelectMany(copy => copy.Codes.Select(code => (copy.Student, code))).ToArray();
        for (var i = 0; i < text.Length; i++)
        {
            Assert.Contains(PageCode.Printed(codes[i].code), text[i], StringComparison.Ordinal);
            Assert.Contains(codes[i].Student ?? "Version", text[i], StringComparison.Ordinal);
        }

        Assert.Contains("Bramblewickstrings", text[0].Replace(" ", "", StringComparison.Ordinal), StringComparison.Ordinal);

        Assert.All(Files.Value, file => Assert.DoesNotContain("Mira", file.Name, StringComparison.Ordinal));
        Assert.All(Files.Value.Where(file => file.Name is not ("papers.json" or "record.json")), file =>
            Assert.DoesNotContain("Mira", Encoding.UTF8.GetString(file.Bytes), StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Marking_reads_nothing_but_the_record()
    {
        // Kinds and scale types nobody knows any more: were a question asked again, there would be none.
        var text = Encoding.UTF8.GetString(File("record.json"));
        foreach (var kind in QuestionCatalogue.Standard.All)
            text = text.Replace($"\"kind\":\"{kind.Id}\"", "\"kind\":\"gone\"", StringComparison.Ordinal);
        var papers = new RecordedPapers(PrintingRecord.Read(text));
        foreach (var copy in papers.Record.Copies)
        {
            foreach (var item in papers.ItemsOf(copy))
            {
                Assert.Equal("gone", item.What.Kind);
                var marking = Marker.Mark(item, papers.Style, new Decision.Written(item.Answer));
                Assert.Equal((MarkedAs.Correct, item.Marks), (marking.As, marking.Marks));
            }
        }
    }

    [Fact]
    public void A_record_of_version_1_can_be_marked_from_the_record_alone()
    {
        var text = System
            .IO.File.ReadAllText(Path.Combine(Checkout.Folder, "tests", "support", "printing-record-1.json"))
            .Replace("\"write-scale\"", "\"gone\"", StringComparison.Ordinal);
        var papers = new RecordedPapers(PrintingRecord.Read(text));
        var copy = papers.Find(null, "pf97-zgz5");
        var item = papers.ItemOf(copy, 1);
        Assert.Equal("gone", item.What.Kind);
        Assert.Equal(MarkedAs.Correct, Marker.Mark(item, papers.Style, new Decision.Written("G A B C D E F# G")).As);
        var marking = Marker.Mark(item, papers.Style, new Decision.Written("G A B C D E F G"));
        Assert.Equal((MarkedAs.Wrong, FindingCode.NeighbourKey), (marking.As, marking.Findings[0].Code));
        foreach (var each in papers.Record.Copies.SelectMany(own => papers.ItemsOf(own)))
            Assert.Equal(MarkedAs.Correct, Marker.Mark(each, papers.Style, new Decision.Written(each.Answer)).As);
    }

    [Theory]
    [InlineData("Nobody", null, "No paper of this printing is Nobody’s")]
    [InlineData(null, null, "Say whose paper")]
    [InlineData(null, "12", "8 characters")]
    [InlineData(null, "PF97-ZGZ5", "not of this printing")]
    public void A_paper_that_cannot_be_found_is_said(string? student, string? code, string words) =>
        Assert.Contains(
            words,
            Assert.Throws<FormatException>(() => new RecordedPapers(Record).Find(student, code)).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_code_mistyped_by_one_sign_says_which_it_may_be_and_one_of_another_paper_whose_it_is()
    {
        var papers = new RecordedPapers(Record);
        var code = papers.Record.Copies[1].Codes[0];
        Assert.Equal("Bo", papers.Find(null, code.ToLowerInvariant()).Student);
        var wrong = code[..3] + (code[3] == '7' ? '8' : '7') + code[4..];
        Assert.Contains(
            $"It may be {PageCode.Printed(code)}",
            Assert.Throws<FormatException>(() => papers.Find(null, wrong)).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            $"It may be {PageCode.Printed(code)}",
            Assert.Throws<FormatException>(() => papers.Find(null, code.Remove(2, 1))).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "of Bo’s paper, not of Mira’s",
            Assert.Throws<FormatException>(() => papers.Find("Mira", code)).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Its items are 1 to",
            Assert.Throws<FormatException>(() => papers.ItemOf(papers.Record.Copies[0], 99)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_record_changed_by_hand_is_refused_in_words()
    {
        var text = Encoding.UTF8.GetString(File("record.json"));
        Assert.Contains(
            "changed by hand",
            Assert
                .Throws<FormatException>(() =>
                    PrintingRecord.Read(text.Replace("\"edition\":0", "\"edition\":70", StringComparison.Ordinal))
                )
                .Message,
            StringComparison.Ordinal
        );
        var changed = PrintingRecord.Read(
            text.Replace("\"is\":\"notes\"", "\"is\":\"nonsense\"", StringComparison.Ordinal)
                .Replace("\"is\":\"keys\"", "\"is\":\"nonsense\"", StringComparison.Ordinal)
        );
        Assert.Contains(
            "cannot be read",
            Assert.Throws<FormatException>(() => new RecordedPapers(changed).ItemsOf(changed.Copies[0])).Message,
            StringComparison.Ordinal
        );
        Assert.Throws<FormatException>(() => PageSidesRead.Unpack([1, 2, 3]));
    }

    [Fact]
    public void A_marked_page_has_ticks_the_answer_in_its_place_and_the_sentence()
    {
        var papers = new RecordedPapers(Record);
        var items = papers.ItemsOf(papers.Record.Copies[0]);
        string[] notes = items[0].Answer.Split(' ');
        var paper = Paper(
            0,
            (1, new Decision.Written(string.Join(' ', notes[..^1]))),
            (2, new Decision.Right()),
            (3, new Decision.Blank())
        );
        var page = MarkedPages.Of(paper)[0];
        var drawn = page.Groups[^1].Primitives;
        Assert.Equal(2, drawn.OfType<LinePrimitive>().Count(line => line.Role == Role.Tick));
        Assert.Contains(drawn.OfType<RectanglePrimitive>(), ring => ring.Role == Role.Ring);
        Assert.Contains(page.Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>(), text =>
            text.Text.Text.Contains("Mira", StringComparison.Ordinal)
        );
        Assert.Contains(drawn.OfType<TextPrimitive>(), text => text.Text.Text.Contains("Close the scale", StringComparison.Ordinal));
        // What is right stands empty, as the student’s own hand is on it; what is wrong has the key’s ink.
        Assert.NotEmpty(
            MarkedPaper.Within(page, paper.PiecesOf(1)[0].Box).Where(primitive => primitive is GlyphPrimitive { Ink: Ink.Answer })
        );
        Assert.Empty(
            MarkedPaper.Within(page, paper.PiecesOf(2)[0].Box).Where(primitive => primitive is GlyphPrimitive { Ink: Ink.Answer })
        );
    }

    [Fact]
    public void A_score_that_a_student_saved_becomes_markings_of_their_own_paper()
    {
        var files = new PrintedFiles(PrintRun.Compose(Plan, QuestionCatalogue.Standard, PrintPace.Fast))
            .Of([], ["musicxml"], PrintPace.Fast)
            .ToArray();
        var papers = new RecordedPapers(Record);
        var key = Gavvet.Exchange.MusicXmlReader.Read(files.Single(file => file.Name == "key.musicxml").Bytes);
        Assert.Equal(Plan.Editions.Length, key.Length);
        for (var i = 0; i < 4; i++)
        {
            // Each edition is a part of the score, in the order of the record.
            var copy = papers.Record.Copies[i];
            var marked = ScoreMarking.Of(papers, copy, [key[copy.Edition]]);
            Assert.Equal(papers.ItemsOf(copy).Count(item => item.Question.Scale is not null), marked.Marked.Length);
            Assert.Equal(
                papers.ItemsOf(copy).Select(item => item.Number),
                marked.Marked.Select(item => item.Item.Number).Concat(marked.NotRead).Order()
            );
            Assert.All(marked.Marked, item => Assert.Equal((MarkedAs.Correct, item.Item.Marks), (item.Marking.As, item.Marking.Marks)));
        }

        // Each paper has a score of its own beside that of all.
        var all = Gavvet.Exchange.MusicXmlReader.Read(files.Single(file => file.Name == "student.musicxml").Bytes);
        var own = files.Where(file => file.Name.StartsWith("student-", StringComparison.Ordinal)).ToArray();
        Assert.Equal(
            all.Select(part => (part.Name, string.Join('|', part.Staves.Select(staff => $"{staff.Number} {staff.Text}")))),
            own.Select(file => Assert.Single(Gavvet.Exchange.MusicXmlReader.Read(file.Bytes)))
                .Select(part => (part.Name, string.Join('|', part.Staves.Select(staff => $"{staff.Number} {staff.Text}"))))
        );

        // As it was handed out there is nothing to mark.
        var empty = Gavvet.Exchange.MusicXmlReader.Read(files.Single(file => file.Name == "student.musicxml").Bytes);
        Assert.Contains(
            "No staff of this score",
            Assert.Throws<FormatException>(() => ScoreMarking.Of(papers, papers.Record.Copies[0], empty)).Message,
            StringComparison.Ordinal
        );
    }

    // Every kind whose key writes notes or a signature on a staff of the student's own score is read from it, right and wrong.
    [Fact]
    public void Every_kind_that_is_written_on_a_staff_is_read_from_a_score()
    {
        var read = new HashSet<string>();
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            Sheet sheet;
            try
            {
                sheet = SheetFile.Read(
                    $$"""{"gavvet":1,"seed":11,"title":"Scores","sections":[{"kind":"{{kind.Id}}","count":2,"marks":4,"keys":{"flats":5,"sharps":5,"omitPlaces":["C"]} } ]}"""
                );
            }
            catch (FormatException)
            {
                continue;
            }

            var plan = PrintPlan.Of(
                sheet,
                Plan.Choices with
                {
                    Copies = PrintedCopy.Of(RosterText.Read("name\nMira\n", name => name), sheet, 0, student => student.Name),
                }
            );
            var run = PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast);
            var written = run.Compositions[0]
                .Key.Answers.Values.All(answer => answer.Marks[^1].Any(mark => mark is NoteMark or SignatureMark or AddedSignMark));
            if (!written)
                continue;
            var files = new PrintedFiles(run).Of([], ["musicxml"], PrintPace.Fast).ToDictionary(file => file.Name, file => file.Bytes);
            var papers = new RecordedPapers(PrintingRecord.Read(Encoding.UTF8.GetString(files["record.json"])));
            var copy = papers.Record.Copies[0];
            var (key, student) = (
                Gavvet.Exchange.MusicXmlReader.Read(files["key.musicxml"]),
                Gavvet.Exchange.MusicXmlReader.Read(files["student.musicxml"])
            );
            var right = ScoreMarking.Of(papers, copy, key);
            Assert.True(right.NotRead.IsEmpty, kind.Id);
            Assert.All(right.Marked, item =>
                Assert.True(item.Marking.Marks == 4, $"{kind.Id}: {item.Marking.Written} for {item.Item.Answer}")
            );
            // Left as it was handed out, the second earns nothing; written wrong, not all.
            var half = key[0] with
            {
                Staves = [.. key[0].Staves.Where(staff => staff.Number == 1), .. student[0].Staves.Where(staff => staff.Number == 2)],
            };
            Assert.Equal(0, ScoreMarking.Of(papers, copy, [half]).Marked.Single(item => item.Item.Number == 2).Marking.Marks);
            var other = key[0] with
            {
                Staves =
                [
                    .. key[0]
                        .Staves.Select(staff =>
                            staff with
                            {
                                Notes = [.. staff.Notes.Reverse().Select(note => note with { Name = new NoteName(note.Name.Letter) })],
                                Signature = new KeySignature(staff.Signature.Fifths == 1 ? 3 : 1),
                            }
                        ),
                ],
            };
            Assert.All(ScoreMarking.Of(papers, copy, [other]).Marked, item =>
                Assert.True(item.Marking.Marks < 4, $"{kind.Id}: {item.Marking.Written}")
            );
            read.Add(kind.Id);
        }

        Assert.Equal(16, read.Count);
    }

    [Fact]
    public void Half_sheets_for_a_class_are_papers_of_their_own_and_a_pile_cut_once_is_in_order()
    {
        var sheet = SheetEditor.NewSheet(5);
        sheet = sheet with { Setup = sheet.Setup with { HalfSheets = true } };
        var plan = PrintPlan.Of(
            sheet,
            Plan.Choices with
            {
                Copies = PrintedCopy.Of(RosterText.Read(Roster, name => name), sheet, 2, student => student.Name),
            }
        );
        var files = new PrintedFiles(PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast))
            .Of(PrintedFiles.Keys, ["pdf"], PrintPace.Fast)
            .ToDictionary(file => file.Name, file => file.Bytes);
        var record = PrintingRecord.Read(Encoding.UTF8.GetString(files["record.json"]));
        var codes = record.Copies.SelectMany(copy => copy.Codes).ToArray();
        Assert.Equal(codes.Length, codes.Distinct().Count());
        // Tom reads large print, which is on whole pages.
        Assert.All(record.Copies, copy =>
            Assert.Equal(copy.Student != "Tom", HalfSheets.IsHalf(PageSidesRead.Unpack(copy.Sides[0]).Student))
        );
        using var pdf = PdfDocument.Open(files["papers.pdf"]);
        var pages = pdf.GetPages().ToArray();
        Assert.Single(pages.Select(page => (page.Width, page.Height)).Distinct());
        var halves = record.Copies.Where(copy => copy.Student != "Tom").Select(copy => copy.Codes).ToArray();
        // Two half pages each: the fourth paper below the first, page by page.
        Assert.All(halves, own => Assert.Equal(2, own.Length));
        Assert.Equal((2 * 3) + record.Copies.Single(copy => copy.Student == "Tom").Codes.Length, pages.Length);
        for (var half = 0; half < halves.Length; half++)
        {
            for (var number = 0; number < 2; number++)
            {
                var page = pages[(half % 3 * 2) + number];
                var at = page.GetWords()
                    .Single(word => PageCode.Printed(halves[half][number]).Split(' ', '-')[0] == word.Text.Split('-')[0]);
                Assert.Equal(half >= 3, at.BoundingBox.Bottom < page.Height / 2);
            }
        }

        Assert.Contains("Mira", pages[0].Text, StringComparison.Ordinal);
        // Marked and given back they are two to a page as well, and slips are on whole pages.
        var papers = new RecordedPapers(record);
        MarkedPaper[] marked =
        [
            .. record
                .Copies.Take(3)
                .Select(copy => new MarkedPaper(
                    record,
                    copy,
                    copy.Student ?? "",
                    "12 March 2026",
                    papers.ItemsOf(copy).ToDictionary(item => item.Number, item => Marker.Mark(item, papers.Style, new Decision.Right())),
                    [.. copy.Sides.Select(PageSidesRead.Unpack)]
                )),
        ];
        Assert.Equal(4, HalfSheets.Paired(marked.Select(paper => MarkedPages.Of(paper))).Length);
        Assert.All(Slips.Of(marked), page => Assert.False(HalfSheets.IsHalf(page)));
        using var key = PdfDocument.Open(files["key-A.pdf"]);
        Assert.Equal(pages[0].Height, key.GetPage(1).Height);
    }

    [Fact]
    public void Short_slips_are_three_to_a_page_with_the_total_and_no_more_than_three_sentences_most_made_first()
    {
        var all = Record.Copies.Length;
        var items = new RecordedPapers(Record).ItemsOf(Record.Copies[0]);
        MarkedPaper[] papers =
        [
            Paper(0, [.. items.Select(item => (item.Number, item.Number < 3 ? (Decision)new Decision.Blank() : new Decision.Wrong()))]),
            Paper(1, [.. items.Select(item => (item.Number, (Decision)new Decision.Right()))]),
            Paper(2, (1, new Decision.Right())),
            Paper(3, (1, new Decision.Blank())),
        ];
        static string Words(Page page) =>
            string.Join(' ', page.Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>().Select(run => run.Text.Text));
        var slips = Slips.Short(papers);
        Assert.Equal(4, slips.Length);
        Assert.Contains("Left empty: two questions.", Words(slips[0]), StringComparison.Ordinal);
        Assert.Contains("Every answer is right.", Words(slips[1]), StringComparison.Ordinal);
        Assert.Contains("Every answer marked so far is right.", Words(slips[2]), StringComparison.Ordinal);
        Assert.Contains("Mira", Words(slips[0]), StringComparison.Ordinal);
        Assert.All(slips, slip =>
            Assert.All(slip.Groups.SelectMany(group => group.Primitives), ink => Assert.InRange(ink.InkBox.Bottom, 0, slip.Height - 4_000))
        );
        var pages = Slips.ShortTogether(slips);
        Assert.Equal([3 * slips[0].Height, 3 * slips[0].Height], pages.Select(page => page.Height));
        Assert.Contains("Bo", Words(pages[0]), StringComparison.Ordinal);
        Assert.DoesNotContain("Tom", Words(pages[0]), StringComparison.Ordinal);
        Assert.True(all > 4);

        var remarked = papers[0] with
        {
            Markings = papers[0]
                .Markings.ToDictionary(
                    marking => marking.Key,
                    marking =>
                        marking.Value with
                        {
                            Remark = marking.Key == 1 ? "Well begun." : null,
                            Findings =
                            [
                                .. Enumerable
                                    .Range(0, marking.Key)
                                    .Select(i => new MarkedFinding(FindingCode.OtherScale, 1, "", "", $"Sentence {i}.")),
                            ],
                        }
                ),
        };
        Assert.Matches("Well begun. 1, 2, 3, 4. Sentence 0. 2, 3, 4. Sentence 1.$", Words(Slips.Short([remarked])[0]));
    }

    [Fact]
    public void Questions_that_differ_in_their_clefs_alone_come_twice_for_whoever_reads_one()
    {
        var sheet = SheetEditor.NewSheet(5);
        var section = sheet.Sections[0];
        var draw = section.Slots[0].Drawn;
        var (treble, bass) = (Clef.Treble, Clef.Bass);
        var twice = sheet with
        {
            Sections =
            [
                section with
                {
                    Clefs = [treble, bass],
                    Slots = section
                        .Slots.SetItem(0, section.Slots[0] with { Drawn = draw with { Clef = treble } })
                        .SetItem(1, section.Slots[1] with { Drawn = draw with { Clef = bass } }),
                },
            ],
        };
        PrintPlan For(Sheet of) =>
            PrintPlan.Of(
                of,
                Plan.Choices with
                {
                    Copies = PrintedCopy.Of(RosterText.Read(Roster, name => name), of, 0, student => student.Name),
                }
            );
        Assert.Empty(For(sheet).AskedTwice());
        Assert.Equal(
            [("Trumpet in B flat", 1), ("Bass", 1), ("Alto saxophone", 1)],
            For(twice).AskedTwice().Select(reader => ($"{reader.Reader}", reader.Count))
        );
    }

    // The printed staff is no answer to what is to be written on the other.
    [Fact]
    public void A_staff_that_was_left_empty_in_a_score_is_left_empty()
    {
        var sheet = Gavvet.Worksheets.Files.SheetFile.Read(
            """
            {"gavvet":1,"seed":5,"title":"Another clef","sections":[{"kind":"change-clef","keys":{"flats":2,"sharps":2},"count":3,"marks":4}]}
            """
        );
        var plan = PrintPlan.Of(
            sheet,
            Plan.Choices with
            {
                Copies = PrintedCopy.Of(RosterText.Read("name\nMira\n", name => name), sheet, 0, student => student.Name),
            }
        );
        var files = new PrintedFiles(PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast))
            .Of([], ["musicxml"], PrintPace.Fast)
            .ToDictionary(file => file.Name, file => file.Bytes);
        var papers = new RecordedPapers(PrintingRecord.Read(Encoding.UTF8.GetString(files["record.json"])));
        var copy = papers.Record.Copies[0];
        var empty = Gavvet.Exchange.MusicXmlReader.Read(files["student.musicxml"])[0];
        var right = Gavvet.Exchange.MusicXmlReader.Read(files["key.musicxml"])[0];
        Assert.Throws<FormatException>(() => ScoreMarking.Of(papers, copy, [empty]));
        var begun = empty with
        {
            Staves = [.. empty.Staves.Where(staff => staff.Number == 1), .. right.Staves.Where(staff => staff.Number > 1)],
        };
        var marked = ScoreMarking.Of(papers, copy, [begun]).Marked.OrderBy(item => item.Item.Number).ToArray();
        Assert.Equal(
            [(MarkedAs.Blank, 0.0), (MarkedAs.Correct, 4.0), (MarkedAs.Correct, 4.0)],
            marked.Select(item => (item.Marking.As, item.Marking.Marks))
        );
    }

    [Fact]
    public void A_slip_tells_one_student_of_their_own_paper_alone_and_two_short_ones_share_a_page()
    {
        var slips = Slips.Of([
            Paper(0, (1, new Decision.Right())),
            Paper(1, (1, new Decision.Right())),
            Paper(2, (1, new Decision.Blank()), (2, new Decision.Blank())),
        ]);
        string[] text =
        [
            .. slips.Select(page =>
                string.Join(' ', page.Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>().Select(run => run.Text.Text))
            ),
        ];
        Assert.Equal(2, slips.Length);
        Assert.Contains("Mira", text[0], StringComparison.Ordinal);
        Assert.Contains("Bo", text[0], StringComparison.Ordinal);
        Assert.Contains("Ida", text[1], StringComparison.Ordinal);
        Assert.DoesNotContain("Mira", text[1], StringComparison.Ordinal);
        Assert.Contains("This was left empty.", text[1], StringComparison.Ordinal);
    }
}
