using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Verifying;

/// <summary>Reads the notes off a drawn staff, as a student's would be.</summary>
internal static class StaffReading
{
    /// <summary>What stands on the staff, signs that were added before given notes with them.</summary>
    public static WrittenNote[] ReadOff(StaffFigure staff, ImmutableArray<Mark> marks)
    {
        var added = marks.OfType<AddedSignMark>().ToDictionary(mark => mark.Note.Column, mark => mark.Note.Sign);
        return
        [
            .. marks
                .OfType<NoteMark>()
                .OrderBy(note => note.Column)
                .Select(note => new WrittenNote(
                    note.Pitch.Name.Letter,
                    added.GetValueOrDefault(note.Column, note.Sign),
                    note.Pitch.StaffStep,
                    staff.BarlineBefore(note.Column)
                )),
        ];
    }

    /// <summary>The judge knows one octave; over several each is read in its place and judged by itself.</summary>
    public static IEnumerable<WrittenAnswer> Octaves(AskedScale asked, WrittenNote[] notes, WrittenSignature? signature)
    {
        var one = asked.Expected.Notes(asked.Direction).Length;
        if (notes.Length == one)
            return [new WrittenAnswer([.. notes], signature)];
        // Signs that still hold from the octave before are written out, so that each stands by itself.
        var read = AnswerReading.Read([.. notes], signature is null ? _ => Accidental.Natural : signature.On);
        WrittenNote[] plain = [.. read.Select(note => new WrittenNote(note.Name.Letter, note.Name.Accidental))];
        var (up, down) = (asked.Expected.Ascending.Length - 1, asked.Expected.Descending.Length - 1);
        var octaves =
            (notes.Length - 1)
            / (
                asked.Direction switch
                {
                    Direction.Ascending => up,
                    Direction.Descending => down,
                    _ => up + down,
                }
            );
        return Enumerable
            .Range(0, octaves)
            .Select(octave => new WrittenAnswer(
                asked.Direction switch
                {
                    Direction.Ascending => [.. plain.Skip(octave * up).Take(up + 1)],
                    Direction.Descending => [.. plain.Skip(octave * down).Take(down + 1)],
                    _ =>
                    [
                        .. plain.Skip(octave * up).Take(up + 1),
                        .. plain.Skip((octaves * up) + ((octaves - 1 - octave) * down) + 1).Take(down),
                    ],
                },
                null
            ));
    }

    /// <summary>Whether notes are an accepted spelling of what was asked, in its direction.</summary>
    public static bool IsAccepted(AskedScale asked, NoteName[] names)
    {
        var scale = asked.Expected;
        var top = scale.Ascending.Length;
        return asked.Direction switch
        {
            Direction.Ascending => AcceptedSpellings.Accepts(scale, asked.Style, false, names),
            Direction.Descending => AcceptedSpellings.Accepts(scale, asked.Style, true, names),
            _ => AcceptedSpellings.Accepts(scale, asked.Style, false, names.AsSpan()[..top])
                && AcceptedSpellings.Accepts(scale, asked.Style, true, names.AsSpan()[(top - 1)..]),
        };
    }
}
