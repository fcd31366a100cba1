using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.ModelBinding.Validation;

namespace Gavvet.Web.Pages.Check;

/// <summary>What the check screen is asked, as its address has it. It checks itself; what follows from it is not the binder's to
/// visit.</summary>
[ValidateNever]
public sealed record CheckRequest(
    string? Type,
    string? Tonic,
    string? Direction,
    string? Part,
    string? Style,
    string? Clef,
    string? Signature,
    string? Scheme,
    string? Answer
)
{
    public ScaleType Scale => ScaleTypes.Find(Type) ?? ScaleTypes.HarmonicMinor;

    /// <summary>The house style, looked up by the page.</summary>
    [BindNever]
    public HouseStyle House { get; init; } = HouseStyle.Classical;

    public NoteName OnTonic => NoteText.TryParse(Tonic, out var note) && House.CanSpell(Scale, note) ? note : new NoteName(Letter.D);

    public Direction Way => FileWords.TryParse<Direction>(Direction, out var way) ? way : Theory.Direction.Ascending;

    public Instrument? ForPart => Instrument.Find(Part);

    public MarkScheme Marks => FileWords.TryParse<MarkScheme>(Scheme, out var scheme) ? scheme : MarkScheme.PerNote;

    /// <summary>The clef of the part, or the one chosen.</summary>
    public Clef OnStaff => ForPart?.Clef ?? Theory.Clef.Find(Clef) ?? Theory.Clef.Treble;

    /// <summary>The signature written, or null where none is.</summary>
    public KeySignature? Written =>
        int.TryParse(Signature, out var fifths) && fifths is >= -KeySignature.Most and <= KeySignature.Most
            ? new KeySignature(fifths)
            : null;

    public AskedScale Asked =>
        new(Scale, OnTonic, Way, House)
        {
            Part = ForPart,
            Clef = OnStaff,
            Scheme = Marks,
        };

    /// <summary>Where an answer begins on the staff: low for a line that goes up, and high for one that comes down.</summary>
    public int Near => OnStaff.BottomLine.StaffStep + (Way == Theory.Direction.Descending ? Room : 1);

    private const int Room = 8;

    /// <summary>Reads and judges the answer; with nothing typed yet there is nothing to say.</summary>
    public CheckResult Judge()
    {
        if (string.IsNullOrWhiteSpace(Answer))
            return new CheckResult(this, [], null, null);
        try
        {
            var notes = AnswerText.Notes(Answer, House.NoteNames);
            var answer = new WrittenAnswer(notes, Written is { } signature ? WrittenSignature.Of(signature.Notes) : null);
            return new CheckResult(this, notes, ScaleJudge.Judge(Asked, answer), null);
        }
        catch (FormatException problem)
        {
            return new CheckResult(this, [], null, problem.Message);
        }
    }
}

/// <summary>What came of it.</summary>
/// <param name="Request">What was asked.</param>
/// <param name="Notes">The notes written.</param>
/// <param name="Judgement">The judgement, or null while there is no answer to judge.</param>
/// <param name="Problem">What cannot be read in the answer, or null.</param>
public sealed record CheckResult(CheckRequest Request, ImmutableArray<WrittenNote> Notes, Judgement? Judgement, string? Problem);
