using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Questions;

/// <summary>What else is right beside an answer. The one source of it: the key prints it, the files list it, the judge accepts it, and no
/// wrong choice is made of it.</summary>
internal static class RightAnswers
{
    /// <summary>A line with its answer, the other answers to it, and every other name of each of them.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="right">The answer.</param>
    /// <param name="others">Other answers that are right.</param>
    public static AnsweredLine Line(HouseStyle style, AnswerPart right, IEnumerable<AnswerPart> others)
    {
        var said = new HashSet<string>(StringComparer.OrdinalIgnoreCase) { style.Say(right) };
        var all = Named(style, right).Concat(others.SelectMany(other => Named(style, other).Prepend(other)));
        return new AnsweredLine(right, [.. all.Where(part => said.Add(style.Say(part)))]);
    }

    /// <summary>The notes that may stand at one place of a scale, the other notes being as they are printed.</summary>
    /// <param name="about">What the question is about.</param>
    /// <param name="line">The scale going up, as its other notes are printed.</param>
    /// <param name="places">The places in doubt.</param>
    /// <returns>For each spelling of the whole that fits the printed notes, the notes at those places; the usual one first.</returns>
    public static IEnumerable<NotesPart> Against(QuestionSetting about, Scale line, ImmutableArray<int> places) =>
        AcceptedSpellings
            .Of(line, about.Style, false)
            .Where(spelling =>
                spelling.Length == line.Ascending.Length
                && Enumerable.Range(0, spelling.Length).All(i => places.Contains(i) || spelling[i] == line.Ascending[i])
            )
            .Select(spelling => new NotesPart([.. places.Select(place => spelling[place])]));

    // The same thing under another name.
    private static IEnumerable<AnswerPart> Named(HouseStyle style, AnswerPart part) =>
        part switch
        {
            ScalePart { Name: null } scale => style.OtherNames(scale.Type).Select(name => scale with { Name = name }),
            // The raised seventh has a name in either school.
            DegreeNamePart { Degree: { Number: 7, Alteration: Accidental.Natural } } degree
                when degree.Technical || style.Degrees == DegreeWords.Technical =>
            [
                new SeventhPart(style.Seventh == SeventhWord.LeadingNote ? SeventhWord.LeadingTone : SeventhWord.LeadingNote),
            ],
            DegreeNamePart { Technical: false } degree => OwnCount(style, degree.Type, degree.Degree),
            DegreeLabelsPart labels
                when labels.Type.IsSevenLetters && style.Degrees is DegreeWords.Numbers or DegreeWords.Numerals or DegreeWords.Technical =>
            [
                new WordsPart(
                    string.Join(
                        ' ',
                        labels.Degrees.Select(degree => style.Label(labels.Type, DegreeNaming.OwnCount(labels.Type, degree)!.Value))
                    )
                ),
            ],
            _ => [],
        };

    // As words: read as a degree against major, 7 would be the leading note.
    private static IEnumerable<AnswerPart> OwnCount(HouseStyle style, ScaleType type, Degree degree) =>
        style.Degrees is DegreeWords.Numbers or DegreeWords.Numerals && DegreeNaming.OwnCount(type, degree) is { } own
            ? [new WordsPart(style.Label(type, own))]
            : [];
}
