using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>Why a follow-up asks a section.</summary>
/// <param name="Finding">The mistake that was made, or null where it has no name.</param>
/// <param name="IsBlank">Whether nothing was written.</param>
/// <param name="Skill">What it was made in.</param>
/// <param name="Day">When.</param>
public sealed record FollowUpReason(FindingCode? Finding, bool IsBlank, Skill Skill, DateOnly Day)
{
    /// <summary>The reason an answer is.</summary>
    /// <param name="miss">The answer.</param>
    public static FollowUpReason Of(Evidence miss) =>
        new(miss.Findings.IsEmpty ? null : miss.Findings[0], miss.IsBlank, miss.Skill, miss.Day);

    /// <summary>The word of the mistake in files: blank and wrong where it has no name.</summary>
    public string Word =>
        Finding is { } code ? FileWords.Of(code)
        : IsBlank ? "blank"
        : "wrong";

    /// <summary>What went wrong, in a teacher's words.</summary>
    public string Mistake =>
        Finding is { } code ? MistakeNames.Of(code)
        : IsBlank ? MistakeNames.Blank
        : MistakeNames.Wrong;

    /// <summary>The reason in words, as it stands on the keys.</summary>
    /// <param name="style">The house style.</param>
    public string Said(HouseStyle style) =>
        Texts.Say("follow-up.because", ("mistake", Mistake), ("scale", style.Say(Skill.Type, Skill.Tonic)), ("day", DateText.Short(Day)));
}

/// <summary>A question of a follow-up with its reason, as a section of its own.</summary>
/// <param name="Section">The section, drawn.</param>
/// <param name="Because">Why it is there.</param>
public sealed record FollowUpSection(Section Section, FollowUpReason Because);

/// <summary>A sheet drawn from what was missed.</summary>
/// <param name="For">Whom it is for.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="Because">Why each question is there, in the order of the paper.</param>
public sealed record FollowUp(ImmutableArray<string> For, Sheet Sheet, ImmutableArray<FollowUpReason> Because)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        NewLine = "\n",
    };

    /// <summary>The reasons of each section's questions.</summary>
    public IEnumerable<(Section Section, ImmutableArray<FollowUpReason> Because)> Sections
    {
        get
        {
            var before = 0;
            foreach (var section in Sheet.Sections)
            {
                yield return (section, [.. Because.Skip(before).Take(section.Slots.Count)]);
                before += section.Slots.Count;
            }
        }
    }

    /// <summary>The sheet as its file, with the first reason at each section; each question has its own in words.</summary>
    public string Write()
    {
        var file = JsonNode.Parse(SheetFile.Write(Sheet))!.AsObject();
        foreach (var (node, (_, because)) in file["sections"]!.AsArray().Zip(Sections))
            node!["because"] = JsonSerializer.SerializeToNode(Words(because[0]), Json);
        return file.ToJsonString(Json) + "\n";
    }

    /// <summary>A reason as files have it.</summary>
    /// <param name="because">The reason.</param>
    public static object Words(FollowUpReason because) =>
        new
        {
            finding = because.Word,
            skill = FileWords.Of(because.Skill.Group),
            type = because.Skill.Type.Id,
            tonic = NoteText.Ascii(because.Skill.Tonic),
            date = LessonPlan.WriteDate(because.Day),
        };
}
