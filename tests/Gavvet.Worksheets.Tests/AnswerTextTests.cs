using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Answers typed as note names, with whatever teachers put between them.</summary>
public class AnswerTextTests
{
    [Theory]
    [InlineData("D, E; F♯ G")]
    [InlineData("d e f# g")]
    [InlineData("D E F sharp G")]
    [InlineData("D E F-sharp G")]
    [InlineData("D - E - F # - G")]
    [InlineData("D–E–F♯–G.")]
    [InlineData("D/E/F#/G")]
    [InlineData("D.E.F#.G")]
    [InlineData("D\u00a0E\u202fF♯\u2003G")]
    [InlineData("D → E → F♯ → G")]
    [InlineData("(D) E, F# ; G")]
    [InlineData("DEF#G")]
    public void Answers_are_read_as_teachers_type_them(string text) =>
        Assert.Equal(
            "D E F# G",
            string.Join(' ', AnswerReading.Read(AnswerText.Notes(text), _ => Accidental.Natural).Select(note => NoteText.Ascii(note.Name)))
        );

    [Theory]
    [InlineData("C double-sharp", NameSystem.English, "C##")]
    [InlineData("C double flat", NameSystem.English, "Cbb")]
    [InlineData("B-flat", NameSystem.English, "Bb")]
    [InlineData("BbB", NameSystem.English, "Bb B")]
    [InlineData("Fis-Gis", NameSystem.German, "F# G#")]
    [InlineData("B H", NameSystem.German, "Bb B")]
    [InlineData("ré double dièse – mi bémol", NameSystem.French, "D## Eb")]
    public void Signs_in_words_belong_to_the_note_before_them(string text, NameSystem system, string notes) =>
        Assert.Equal(
            notes,
            string.Join(
                ' ',
                AnswerText.Notes(text, system).Select(note => NoteText.Ascii(new NoteName(note.Letter, note.Sign ?? Accidental.Natural)))
            )
        );

    [Theory]
    [InlineData("", "The answer is empty")]
    [InlineData("D E H", "“H” is not a note name")]
    [InlineData("D E Fbbb", "not a note name")]
    public void What_is_no_answer_is_refused(string text, string words) =>
        Assert.Contains(words, Assert.Throws<FormatException>(() => AnswerText.Notes(text)).Message, StringComparison.Ordinal);
}
