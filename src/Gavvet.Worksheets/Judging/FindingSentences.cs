using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Judging;

/// <summary>Findings as the sentence a teacher writes in the margin; the words stand in the resource file, by code.</summary>
public static class FindingSentences
{
    /// <summary>The sentence.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="asked">What was asked.</param>
    /// <param name="finding">The finding.</param>
    public static string Sentence(HouseStyle style, AskedScale asked, Finding finding)
    {
        var id = $"finding.{FileWords.Of(finding.Code)}";
        if (Variant(asked, finding) is { } variant && Texts.Has($"{id}.{variant}"))
            id += $".{variant}";
        else if (finding.Nearly && Texts.Has($"{id}.nearly"))
            id += ".nearly";
        return CountText.Capitalized(
            Texts.Say(
                id,
                ("note", Note(style, finding)),
                ("way", finding.On == Way.Down ? Texts.Say("finding.way.down") : ""),
                ("this", This(finding)),
                ("expected", finding.Expected.Say(style)),
                ("found", finding.Found.Say(style)),
                ("detail", finding.Detail ?? ""),
                ("part", asked.Part?.Name ?? ""),
                ("direction", Texts.Say($"finding.direction.{FileWords.Of(asked.Direction)}")),
                ("Scale", CountText.Capitalized(style.NameOf(asked.Type))),
                ("asked", style.Say(asked.Type, asked.WrittenTonic)),
                ("neighbor", style.Words.Neighbor),
                ("tonic", style.Say(asked.WrittenTonic))
            )
        );
    }

    /// <summary>The verdict in a teacher's words: "One note is wrong".</summary>
    /// <param name="judgement">The judgement.</param>
    public static string Verdict(Judgement judgement)
    {
        var said = judgement.Findings.Where(finding => finding is { IsRemark: false, Code: < FindingCode.MixedAccidentals }).ToArray();
        var words = judgement.Verdict switch
        {
            Judging.Verdict.Correct => Texts.Say("verdict.correct"),
            Judging.Verdict.Accepted => Texts.Say("verdict.accepted"),
            Judging.Verdict.Misspelled => Texts.Say("verdict.misspelled"),
            Judging.Verdict.NotRead => Texts.Say("verdict.not-read"),
            _ when said.All(finding =>
                    finding.Code is FindingCode.MissingNote or FindingCode.OctaveMissing or FindingCode.BlueNoteMissing
                ) => Texts.Say("verdict.missing", ("count", said.Length)),
            _ when said.All(finding => finding.Code is FindingCode.NeighbourKey or >= FindingCode.ExtraNote) => Texts.Say(
                "verdict.notes",
                ("count", said.Length)
            ),
            _ => Texts.Say("verdict.mistakes", ("count", said.Length)),
        };
        return CountText.Capitalized(words);
    }

    /// <summary>The sentence for an answer in words.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="finding">The finding, of a line of the answer.</param>
    public static string Sentence(HouseStyle style, Finding finding)
    {
        var found = finding.Found.Say(style);
        var id = finding.Code switch
        {
            FindingCode.EnharmonicName => "finding.words.sounds",
            FindingCode.NotRead => "finding.not-read",
            FindingCode.Unchanged => "finding.unchanged.words",
            _ when found.Length == 0 => "finding.words.missing",
            // A place of a row.
            _ when finding is { Position: > 0, Expected: FindingSubject.Notes, Found: FindingSubject.Notes } => "finding.words.place",
            _ => "finding.words",
        };
        return Texts.Say(id, ("expected", finding.Expected.Say(style)), ("found", found), ("place", finding.Position));
    }

    // Some causes are said otherwise of a signature, of a whole scale, of a natural, or where nothing is to be written.
    private static string? Variant(AskedScale asked, Finding finding) =>
        finding.Code switch
        {
            FindingCode.SignatureWrong when finding.Expected is FindingSubject.Signature { Signs.Length: 0 } => "none",
            FindingCode.ParallelForRelative or FindingCode.ModeSignatureOfTonicMajor when finding.Position == 0 => "signature",
            FindingCode.EnharmonicName when finding.Found is FindingSubject.ScaleOn => "scale",
            FindingCode.DirectionMissing or FindingCode.Unchanged => finding.Detail,
            FindingCode.OtherMode or FindingCode.OtherScale when finding.IsRemark => "remark",
            FindingCode.SignsForgotten when finding.Position == 0 => "signature",
            FindingCode.HarmonicForMelodic when asked.Expected.Type.IsTwoWay => "two-way",
            FindingCode.LetterSkipped or FindingCode.MissingNote => finding.Detail,
            FindingCode.AccidentalMissing when finding.Expected is FindingSubject.Notes { Names: [{ Accidental: Accidental.Natural }] } =>
                "natural",
            FindingCode.AccidentalExtra when finding.Expected is FindingSubject.Notes { Names: [{ Accidental: not Accidental.Natural }] } =>
                "signature",
            _ => null,
        };

    private static string Note(HouseStyle style, Finding finding)
    {
        var id = finding.On == Way.Down ? "finding.note.down" : "finding.note";
        var note = Texts.Say(id, ("place", finding.Position));
        return finding.In is { } key ? Texts.Say("finding.note.in", ("key", key.Say(style)), ("note", note)) : note;
    }

    // "This is", or nearly, or only one way.
    private static string This(Finding finding) =>
        Texts.Say($"finding.this{(finding.Nearly ? ".nearly" : "")}{(finding.On == Way.Whole ? "" : $".{FileWords.Of(finding.On)}")}");
}
