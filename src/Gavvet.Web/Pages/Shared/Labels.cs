using Gavvet.Engraving.Layout;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Shared;

/// <summary>Choices in a teacher's words, for the screen.</summary>
public static class Labels
{
    public static string Of(Scaffolding scaffolding) => Texts.Say($"label.help.{FileWords.Of(scaffolding)}");

    public static string Of(Notation notation) => Texts.Say($"label.written-with.{FileWords.Of(notation)}");

    public static string Of(AnswerForm form) => Texts.Say($"label.answers.{FileWords.Of(form)}");

    public static string Of(Direction direction) => Texts.Say($"label.direction.{FileWords.Of(direction)}");

    public static string Of(PaperKind kind) => Texts.Say($"label.paper.{FileWords.Of(kind)}");

    public static string Of(QuestionGroup group) => Texts.Say($"label.group.{FileWords.Of(group)}");

    /// <summary>A number of things: "1 page", "3 pages".</summary>
    public static string Count(int count, string things) => Texts.Say($"count.{things}", ("count", count));

    /// <summary>What an erasure does in some places of one kind.</summary>
    public static string Erased(string place, int count) => Texts.Say($"erased.{place}", ("count", count));

    public static string Of(InstrumentFamily family) => Texts.Say($"label.family.{FileWords.Of(family)}");

    public static string Of(PageStyle style) => Texts.Say($"label.page.{FileWords.Of(style)}");

    public static string Of(Paper paper) => Texts.Term("paper", FileWords.Of(paper));

    /// <summary>A section in one line: what it asks, how often, in which keys and clefs.</summary>
    public static string Summary(Section section)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var clefs = kind.UsesClefAs(section.Option) ? $" · {string.Join(", ", section.Clefs.Select(clef => clef.InSentence))}" : "";
        var scales = section.Scales is [{ Id: "major" }]
            ? ""
            : $" · {(section.Scales.Length <= 2 ? string.Join(", ", section.Scales.Select(type => type.Name)) : Say("{0} scales", section.Scales.Length))}";
        var keys = kind.UsesTonic ? $" · {Keys(section.Keys)}" : "";
        return $"{section.Slots.Count}{scales}{keys}{clefs}";
    }

    private static string Keys(IReadOnlyList<Key> keys)
    {
        var unbroken = keys[^1].Fifths - keys[0].Fifths == keys.Count - 1;
        return (keys.Count, unbroken) switch
        {
            (<= 2, _) => string.Join(", ", keys.Select(key => key.Tonic)),
            (_, true) => Say("{0} to {1}", keys[0].Tonic, keys[^1].Tonic),
            (<= 5, _) => string.Join(" ", keys.Select(key => key.Tonic)),
            _ => Say("{0} keys", keys.Count),
        };
    }
}
