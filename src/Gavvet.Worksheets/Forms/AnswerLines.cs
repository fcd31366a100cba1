using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Forms;

/// <summary>One line of what was written, read against what is asked on it.</summary>
/// <param name="Number">Which line, from 1.</param>
/// <param name="Text">What stands on it.</param>
/// <param name="Against">Of the answers that are right there, the one it comes nearest to.</param>
/// <param name="Read">How it stands to that.</param>
/// <param name="IsDefault">Whether that is the key's own answer.</param>
/// <param name="Printed">The words printed around it, or null.</param>
internal sealed record ReadLine(int Number, string Text, AnswerPart Against, LineRead Read, bool IsDefault, AnswerLine? Printed);

/// <summary>Parts what was written into the lines asked, and reads each.</summary>
internal static class AnswerLines
{
    // A line written for several is parted where that leaves least to mend; more words than this are no such line.
    private const int MostWords = 24;

    /// <summary>The lines of an answer, as many as are asked.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="written">What was written.</param>
    public static ImmutableArray<ReadLine> Of(AskedQuestion asked, HouseStyle style, string written)
    {
        var of = asked.Lines.Length;
        if (of == 1)
            return
            [
                Read(
                    asked,
                    style,
                    0,
                    string.Join(' ', written.Split(['\n', '\r'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
                ),
            ];
        string[] typed = written.Trim('\r').Replace("\r", "", StringComparison.Ordinal).Split('\n', StringSplitOptions.TrimEntries);
        foreach (
            var lines in new[]
            {
                typed,
                [.. typed.Where(line => line.Length > 0)],
                written.Split(['\n', ';'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries),
                written.Split(',', StringSplitOptions.TrimEntries),
            }
        )
        {
            if (lines.Length == of)
                return Best(asked, style, lines, written);
        }

        return Parted(asked, style, written)
            ?? [.. Enumerable.Range(0, of).Select(i => Read(asked, style, i, typed.ElementAtOrDefault(i) ?? ""))];
    }

    // As many lines as are asked may still have been parted otherwise: "two sharps, F# C#" has one comma.
    private static ImmutableArray<ReadLine> Best(AskedQuestion asked, HouseStyle style, string[] lines, string written)
    {
        ImmutableArray<ReadLine> asTyped = [.. lines.Select((line, i) => Read(asked, style, i, line))];
        if (written.Contains('\n', StringComparison.Ordinal) || asTyped.All(line => line.Read.IsRead))
            return asTyped;
        return Parted(asked, style, written) is { } parted && Lost(parted) < Lost(asTyped) ? parted : asTyped;
    }

    private static int Lost(IEnumerable<ReadLine> lines) => lines.Sum(line => line.Read.Halves(1));

    // Every way of parting the words among the lines, from the front; the one that leaves least to mend.
    private static ImmutableArray<ReadLine>? Parted(AskedQuestion asked, HouseStyle style, string written)
    {
        var words = written.Split([' ', '\n', '\r', '\t', ',', ';', '\u00a0'], StringSplitOptions.RemoveEmptyEntries);
        if (words.Length < asked.Lines.Length || words.Length > MostWords)
            return null;
        var best = new (int Lost, ImmutableArray<ReadLine> Lines)?[words.Length + 1];
        best[0] = (0, []);
        for (var i = 0; i < asked.Lines.Length; i++)
        {
            var next = new (int Lost, ImmutableArray<ReadLine> Lines)?[words.Length + 1];
            for (var from = 0; from <= words.Length; from++)
            {
                if (best[from] is not { } before)
                    continue;
                for (var to = from; to <= words.Length; to++)
                {
                    if (i == asked.Lines.Length - 1 && to < words.Length)
                        continue;
                    var read = Read(asked, style, i, string.Join(' ', words[from..to]));
                    var lost = before.Lost + read.Read.Halves(1);
                    if (next[to] is not { } known || lost < known.Lost)
                        next[to] = (lost, before.Lines.Add(read));
                }
            }

            best = next;
        }

        return best[^1]?.Lines;
    }

    // With or without the words printed around the line; what is right beside the key's answer is as good.
    private static ReadLine Read(AskedQuestion asked, HouseStyle style, int at, string line)
    {
        var expected = asked.Lines[at];
        var printed = at < asked.Printed.Length ? asked.Printed[at] : null;
        var of = PartReading.PlacesOf(expected.Right);
        ReadLine? best = null;
        foreach (var part in expected.Others.Prepend(expected.Right))
        {
            foreach (var text in Texted(line, printed))
            {
                var read = PartReading.Read(style, part, text);
                if (!read.IsRight && IsKeyOf(style, part, text, printed))
                    read = new LineRead(of, 0);
                // A key where a note is asked can be read well enough, and is none.
                if (!read.IsRead && part is NotesPart { Notes.Length: 1 } && NoteReading.Keys(style, text).Any())
                    read = new LineRead(of, of);
                // What else is right may be said in fewer or more pieces: all of it then, or nothing.
                if (read.Of != of)
                    read =
                        read.IsRight ? new LineRead(of, 0)
                        : read.IsRead ? new LineRead(of, of)
                        : LineRead.NotRead(of);
                if (best is null || (read.Halves(1), !read.IsRead).CompareTo((best.Read.Halves(1), !best.Read.IsRead)) < 0)
                    best = new ReadLine(at + 1, text, part, read, ReferenceEquals(part, expected.Right), printed);
                if (read.IsRight)
                    return best;
            }
        }

        // Where nothing comes near, the key's own answer is the one that is said.
        return best!.Read.Wrong == of ? best with { Against = expected.Right, Text = line } : best;
    }

    private static IEnumerable<string> Texted(string line, AnswerLine? printed)
    {
        yield return line;
        if (printed is null || line.Length == 0)
            yield break;
        var bare = line;
        if (
            printed.Before.Length > 0
            && bare.StartsWith(printed.Before, StringComparison.OrdinalIgnoreCase)
            && bare.Length > printed.Before.Length
        )
            bare = bare[printed.Before.Length..].TrimStart(' ', ':');
        if (
            printed.After.Length > 0
            && bare.EndsWith(printed.After, StringComparison.OrdinalIgnoreCase)
            && bare.Length > printed.After.Length
        )
            bare = bare[..^printed.After.Length].TrimEnd();
        if (bare != line)
            yield return bare;
    }

    // Before a printed mode, a whole key of that mode is its tonic.
    private static bool IsKeyOf(HouseStyle style, AnswerPart part, string line, AnswerLine? printed) =>
        printed is not null
        && part is NotesPart { Notes: [var tonic] }
        && ModeOf(printed.After) is { } mode
        && NoteReading.Keys(style, line).Contains(new Key(tonic, mode));

    private static KeyMode? ModeOf(string words) =>
        words == Texts.Say("mode.major") ? KeyMode.Major
        : words == Texts.Say("mode.minor") ? KeyMode.Minor
        : null;
}
