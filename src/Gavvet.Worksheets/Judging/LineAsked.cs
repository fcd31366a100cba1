using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>A line under one spelling, and where it turns.</summary>
/// <param name="Notes">Its notes in order.</param>
/// <param name="Turn">The place of the note after which it turns.</param>
/// <param name="FallsFirst">Whether it comes down before it turns.</param>
internal sealed record SpelledLine(ImmutableArray<NoteName> Notes, int Turn, bool FallsFirst = false)
{
    /// <summary>The line as something meant, its length its own.</summary>
    public Explanation Meant(
        FindingCode? code,
        int price = 0,
        FindingSubject? expected = null,
        FindingSubject? found = null,
        string? detail = null
    ) =>
        new(code, Notes, Turn, FallsFirst)
        {
            Price = price,
            Expected = expected ?? FindingSubject.None,
            Found = found ?? FindingSubject.None,
            Detail = detail,
            InItsOwnTerms = true,
        };
}

/// <summary>What every generator of explanations stands on: the question, and its line as the key has it.</summary>
internal sealed class LineAsked
{
    public LineAsked(AskedScale asked)
    {
        (Asked, Scale) = (asked, asked.Expected);
        (Line, Turn) = LineOf(Scale, asked.Direction);
    }

    /// <summary>Spellings of a line that are tried for the mistakes of a whole line; the symmetric scales have dozens.</summary>
    public const int MostSpellings = 24;

    public AskedScale Asked { get; }

    public Scale Scale { get; }

    public ImmutableArray<NoteName> Line { get; }

    public int Turn { get; }

    public ScaleType Type => Asked.Type;

    public NoteName Tonic => Scale.Tonic;

    public HouseStyle Style => Asked.Style;

    public Direction Direction => Asked.Direction;

    public FindingSubject ItsScale => new FindingSubject.ScaleOn(Type, Tonic);

    /// <summary>What a wrong name with the right sound costs, in halves of a mark.</summary>
    public int WrongName => MarkCount.Halves(Style, FindingCode.EnharmonicName);

    /// <summary>Whether the tonic itself is for the student to find, as where a part transposes.</summary>
    public bool IsTonicAsked => Asked.TonicAsked || Asked.Part is { WrittenFifths: not 0 };

    /// <summary>The price of a line on another tonic: one mark, or half of all where the tonic is what was asked.</summary>
    public int OtherTonic => IsTonicAsked ? (Line.Length + 1) / 2 * Explanation.Mark : Explanation.Mark;

    private bool IsEachNote => Style.Confusions == ConfusionMark.EachNote;

    /// <summary>Tonics of the same sound under another name on which the scale can be written.</summary>
    public IEnumerable<NoteName> Twins() =>
        new[] { Tonic.Fifths - 12, Tonic.Fifths + 12 }
            .Where(NoteName.HasFifths)
            .Select(NoteName.FromFifths)
            .Where(tonic => Style.CanSpell(Type, tonic));

    /// <summary>How many notes of a line are not those asked; all of both where it has not as many.</summary>
    public int Differing(ImmutableArray<NoteName> notes)
    {
        if (notes.Length != Line.Length)
            return notes.Length + Line.Length;
        var differing = 0;
        for (var i = 0; i < notes.Length; i++)
            differing += notes[i] == Line[i] ? 0 : 1;
        return differing;
    }

    /// <summary>The price of a misreading: half the notes that differ, rounded up.</summary>
    public int HalfOfDiffering(ImmutableArray<NoteName> notes) => (Differing(notes) + 1) / 2 * Explanation.Mark;

    /// <summary>The default spelling of a line first, then the others that are accepted.</summary>
    public IEnumerable<SpelledLine> Accepted(Scale scale, Direction direction)
    {
        if (direction != Direction.Both)
            return AcceptedSpellings
                .Of(scale, Style, direction == Direction.Descending)
                .Select(line => new SpelledLine(line, direction == Direction.Descending ? 0 : line.Length - 1));
        // Up and down are spelled apart; the way that is not the default is tried with the default of the other.
        var ups = AcceptedSpellings.Of(scale, Style, false).ToArray();
        var downs = AcceptedSpellings.Of(scale, Style, true).ToArray();
        var few = ups.Length * downs.Length <= 64;
        return from up in ups
            from down in downs
            where few || up == ups[0] || down == downs[0] || up.SequenceEqual(down.Reverse())
            select new SpelledLine([.. up, .. down[1..]], up.Length - 1);
    }

    /// <summary>A scale on a tonic in the direction asked, in every accepted spelling.</summary>
    public IEnumerable<Explanation> On(
        FindingCode? code,
        ScaleType type,
        NoteName tonic,
        Func<ImmutableArray<NoteName>, int> price,
        FindingSubject expected,
        FindingSubject found,
        bool placeByPlace = true
    ) =>
        !Style.CanSpell(type, tonic)
            ? []
            : Accepted(Style.Spell(type, tonic), Direction)
                .Take(MostSpellings)
                .Select(line => new Explanation(code, line.Notes, line.Turn)
                {
                    Instead = placeByPlace && line.Notes.Length == Line.Length ? Line : [],
                    Price = price(line.Notes),
                    EachNote = IsEachNote && code is not null,
                    InItsOwnTerms = true,
                    Expected = expected,
                    Found = found,
                    Signature = (type, tonic),
                });

    /// <summary>The scale of the catalogue on the tonic that has just these notes in the direction asked, or null.</summary>
    /// <param name="notes">The notes.</param>
    public ScaleType? Named(ImmutableArray<ReadNote> notes)
    {
        if (notes[0].Name != Tonic)
            return null;
        return ScaleTypes.All.FirstOrDefault(type =>
        {
            var (up, down) = (type.Up.Degrees, type.Down.Degrees);
            var (ups, downs) = (Direction == Direction.Descending ? 0 : up.Length, Direction == Direction.Ascending ? 0 : down.Length);
            if (notes.Length != ups + downs + 1)
                return false;
            for (var i = 0; i < notes.Length; i++)
            {
                var degree =
                    i < ups ? up[i]
                    : downs == 0 || i == notes.Length - 1 || i == ups ? default
                    : down[notes.Length - 1 - i];
                if (notes[i].Name.Fifths != Tonic.Fifths + (degree.Number == 0 ? 0 : degree.Fifths))
                    return false;
            }

            return true;
        });
    }

    /// <summary>A line of a name, in place of the one asked.</summary>
    public Explanation Named(
        FindingCode code,
        ImmutableArray<NoteName> notes,
        int turn,
        int price = Explanation.Mark,
        FindingSubject? expected = null,
        FindingSubject? found = null,
        string? detail = null,
        int place = 0,
        bool inItsOwnTerms = true,
        bool fallsFirst = false
    ) =>
        new(code, notes, turn, fallsFirst)
        {
            Instead = notes.Length == Line.Length ? Line : [],
            Price = price,
            EachNote = IsEachNote,
            InItsOwnTerms = inItsOwnTerms,
            Expected = expected ?? ItsScale,
            Found = found ?? FindingSubject.None,
            Detail = detail,
            Place = place,
        };

    /// <summary>The same, if it explains the whole answer.</summary>
    public Explanation Exactly(Explanation meant) =>
        new(meant.Code, meant.Notes, meant.Turn)
        {
            Instead = meant.Instead,
            Price = meant.Price,
            EachNote = meant.EachNote,
            Expected = meant.Expected,
            Found = meant.Found,
            Place = meant.Place,
            Signature = meant.Signature,
            Explains = meant.Explains,
            MostSlips = 0,
        };

    /// <summary>Another line on the tonic: in the direction asked, or where both are, in both of them or in one alone.</summary>
    public IEnumerable<Explanation> EachWay(
        FindingCode code,
        ImmutableArray<NoteName> up,
        ImmutableArray<NoteName> down,
        int price,
        FindingSubject expected,
        FindingSubject found,
        int place = 0,
        NoteName? placeOf = null,
        (ScaleType, NoteName)? signature = null,
        int later = 0
    )
    {
        if (Direction == Direction.Ascending)
            return Differing(up) == 0 ? [] : [Meant(up, up.Length - 1, Way.Whole)];
        if (Direction == Direction.Descending)
            return Differing(down) == 0 ? [] : [Meant(down, 0, Way.Whole)];
        ImmutableArray<NoteName> both = [.. up, .. down[1..]];
        ImmutableArray<NoteName> upOnly = [.. up, .. Scale.Descending[1..]];
        ImmutableArray<NoteName> downOnly = [.. Scale.Ascending, .. down[1..]];
        var (isUp, isDown) = (!up.SequenceEqual(Scale.Ascending), !down.SequenceEqual(Scale.Descending));
        return (isUp, isDown) switch
        {
            (true, true) =>
            [
                Meant(both, up.Length - 1, Way.Whole),
                Meant(upOnly, up.Length - 1, Way.Up),
                Meant(downOnly, Scale.Ascending.Length - 1, Way.Down),
            ],
            (true, false) => [Meant(upOnly, up.Length - 1, Way.Up)],
            (false, true) => [Meant(downOnly, Scale.Ascending.Length - 1, Way.Down)],
            _ => [],
        };

        Explanation Meant(ImmutableArray<NoteName> notes, int turn, Way way) =>
            new(code, notes, turn)
            {
                Instead = notes.Length == Line.Length ? Line : [],
                Price = price,
                EachNote = IsEachNote,
                Expected = expected,
                Found = found,
                Place =
                    placeOf is { } note ? Math.Max(0, notes.IndexOf(note, way == Way.Down ? turn + 1 : 0))
                    : way == Way.Down ? turn + later
                    : place + later,
                Explains = way,
                Signature = signature,
                // A line of another length explains little where much of it is missing.
                MostSlips = notes.Length == Line.Length || signature is null ? int.MaxValue : 2,
            };
    }

    private static (ImmutableArray<NoteName> Notes, int Turn) LineOf(Scale scale, Direction direction) =>
        (
            scale.Notes(direction),
            direction switch
            {
                Direction.Ascending => scale.Ascending.Length - 1,
                Direction.Descending => 0,
                _ => scale.Ascending.Length - 1,
            }
        );
}
