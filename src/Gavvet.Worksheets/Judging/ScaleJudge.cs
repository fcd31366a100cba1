using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>
/// Judges a written scale: from what was asked and what was written to verdict, findings and marks. It looks for the
/// cheapest explanation: what the student seems to have meant, and the slips that remain against that.
/// </summary>
public static class ScaleJudge
{
    /// <summary>The judgement.</summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="answer">What was written.</param>
    /// <exception cref="UnwritableNoteException">The scale asked cannot be written.</exception>
    /// <exception cref="ArgumentException">The answer has no notes.</exception>
    public static Judgement Judge(AskedScale asked, WrittenAnswer answer)
    {
        if (answer.Notes.IsEmpty)
            throw new ArgumentException("An answer has at least one note.");
        var tonic = asked.WrittenTonic;
        var signature = SignatureJudge.Judge(asked, tonic, answer.Signature);
        var reading = Read(asked, answer, answer.Signature is { } written ? written.On : NoSignature, signature, isAsWritten: true);
        // Under a wrong signature a bare letter is read as the right one would have it, if that leaves no more to mend.
        if (signature is not null && SignatureJudge.Expected(asked, tonic) is { } expected)
        {
            var asMeant = Read(asked, answer, expected.On, signature, isAsWritten: false);
            if (asMeant.Halves <= reading.Halves)
                reading = asMeant;
        }

        var findings = reading.Findings;
        var (marks, of) = Marking.Of(asked, answer, findings, reading.Halves);
        return new Judgement(reading.Verdict, findings, marks, of);
    }

    // The top of a line that goes up and down may be written once, or at the end of one and the start of the next.
    private static Reading Read(AskedScale asked, WrittenAnswer answer, Func<Letter, Accidental> signature, Finding? wrongSignature, bool isAsWritten)
    {
        var read = AnswerReading.Read(answer.Notes, signature);
        var once = new Reading(asked, answer, read, -1, wrongSignature, isAsWritten);
        if (once.Halves == 0 || TopTwice(read, asked) is not (>= 0 and var top))
            return once;
        var twice = new Reading(asked, answer, read, top, wrongSignature, isAsWritten);
        return twice.Halves < once.Halves ? twice : once;
    }

    private static int TopTwice(ImmutableArray<ReadNote> read, AskedScale asked)
    {
        if (asked.Direction != Direction.Both && read.Length < (2 * asked.Expected.Notes(asked.Direction).Length) - 2)
            return -1;
        for (var i = 2; i + 3 < read.Length; i++)
        {
            if (read[i].Name == read[i + 1].Name && read[i].StaffStep == read[i + 1].StaffStep && read[i].Name.Letter == asked.Expected.Tonic.Letter)
                return i;
        }

        return -1;
    }

    private static Accidental NoSignature(Letter letter) => Accidental.Natural;

    /// <summary>An answer under one reading of its bare letters, and the cheapest explanation of it.</summary>
    private sealed class Reading
    {
        private readonly AskedScale _asked;
        private readonly WrittenAnswer _answer;
        private readonly Finding? _signature;
        private readonly bool _isAsWritten;
        private readonly int _wrongName;
        private readonly ImmutableArray<ReadNote> _read;
        private readonly ImmutableArray<ReadNote> _notes;
        private readonly int _folded;
        private readonly ulong _names;
        private Weighed _best;
        private Weighed _own;
        private int _cap = int.MaxValue;

        public Reading(AskedScale asked, WrittenAnswer answer, ImmutableArray<ReadNote> read, int folded, Finding? wrongSignature, bool isAsWritten)
        {
            (_asked, _answer, _signature, _isAsWritten) = (asked, answer, wrongSignature, isAsWritten);
            _wrongName = new[] { Explanation.Mark, 1, 0 }[(int)asked.Style.WrongName];
            (_read, _folded) = (read, folded);
            _notes = folded < 0 ? read : read.RemoveAt(folded + 1);
            _names = Explanation.MaskOf(_notes.Select(note => note.Name));
            Explain();
        }

        /// <summary>What it costs, the signature included, in halves of a mark.</summary>
        public int Halves => Math.Min(_best.Halves, _cap);

        /// <summary>What is said of it.</summary>
        public ImmutableArray<Finding> Findings { get; private set; }

        /// <summary>What it is, all in all.</summary>
        public Verdict Verdict { get; private set; }

        private void Explain()
        {
            var table = Explanations.Of(_asked);
            var line = table.First(meant => meant.Code is null && meant.Signature is null);
            if (_signature is null && IsLine(line))
            {
                _best = _own = new Weighed(line, Slips.Against(line, _notes, _asked, _wrongName), 0, true);
            }
            else
            {
                // The line asked first: what is no cheaper need not be looked at.
                Weigh(line);
                foreach (var meant in table.Where(meant => meant != line))
                    Weigh(meant);
                foreach (var meant in Explanations.Of(_asked, _notes.AsSpan()))
                    Weigh(meant);
                if (_asked.Direction == Direction.Both)
                    WeighWays(table);
            }

            // A cheaper explanation that the answer follows in part caps the cost; its slips are then said.
            if (_cap < _best.Halves)
                _best = _own;
            Verdict = VerdictOf(line);
            Findings = [.. Said()];
        }

        private void Weigh(Explanation meant)
        {
            if (meant.NeedsTonic && _notes[0].Name != meant.Notes[0])
                return;
            // An explanation that leaves more to mend than what is known already is not looked at.
            var unknown = System.Numerics.BitOperations.PopCount(_names & ~meant.Names);
            var least = (meant.Instead.IsEmpty && !meant.EachNote ? meant.Price : 0) + (unknown * Math.Min(_wrongName, Explanation.Mark));
            if (_best.By is not null && least > Halves)
                return;
            if (Weighed.Of(meant, _notes, _asked, _wrongName, SignatureHalves(meant)) is not { } weighed)
                return;
            _cap = Math.Min(_cap, weighed.Cap);
            if (meant.Code is null && (_own.By is null || weighed.Halves < _own.Halves))
                _own = weighed;
            if (weighed.IsNamed && (_best.By is null || weighed.Halves < _best.Halves || (weighed.Halves == _best.Halves && Order(meant) < Order(_best.By))))
                _best = weighed;
        }

        // Where one mistake is made going up and another coming down, both are named.
        private void WeighWays(ImmutableArray<Explanation> table)
        {
            Weighed Best(Way way) => table.Where(meant => meant.Explains == way)
                .Where(meant => !meant.NeedsTonic || _notes[0].Name == meant.Notes[0])
                .Select(meant => Weighed.Of(meant, _notes, _asked, _wrongName, SignatureHalves(meant)))
                .Where(weighed => weighed is { IsNamed: true })
                .Select(weighed => weighed!.Value)
                .OrderBy(weighed => weighed.Halves)
                .FirstOrDefault();
            if (Best(Way.Up) is { By: { } up } && Best(Way.Down) is { By: { } down } && up.Code != down.Code && up.Price + down.Price < Halves)
                Weigh(Explanation.Both(up, down));
        }

        private static FindingCode Order(Explanation meant) => meant.Code ?? FindingCode.MixedAccidentals;

        private int SignatureHalves(Explanation meant)
        {
            if (_signature is null)
                return 0;
            return _isAsWritten && meant.Signature is { } other && _asked.Style.SignatureOf(other.Type, other.Tonic) is { } signature && _answer.Signature is { } written && written.Is(signature.Fifths) ? -Explanation.Mark : Explanation.Mark;
        }

        private bool IsLine(Explanation line)
        {
            if (line.Notes.Length != _notes.Length)
                return false;
            for (var i = 0; i < _notes.Length; i++)
            {
                if (_notes[i].Name != line.Notes[i] || (_notes[i].StaffStep is { } step && _notes[0].StaffStep is { } first && step - first != line.Heights[i]))
                    return false;
            }

            return true;
        }

        private Verdict VerdictOf(Explanation line)
        {
            if (_best.Halves == 0 && _best.Slips.IsExact && _best.By.Code is null && _signature is null)
                return ReferenceEquals(_best.By, line) || IsLine(line) ? Verdict.Correct : Verdict.Accepted;
            var soundsRight = _signature is null && _notes.Length == line.Notes.Length && Enumerable.Range(0, _notes.Length).All(i => _notes[i].Name.PitchClass == line.Notes[i].PitchClass);
            return soundsRight && _best.Slips.Findings.All(finding => finding.Code != FindingCode.OctaveDisplaced) ? Verdict.Misspelled : Verdict.Wrong;
        }

        private IEnumerable<Finding> Said()
        {
            var findings = new List<Finding>();
            var nearly = !_best.Slips.Findings.IsEmpty;
            for (var meant = _best.By; meant is { Code: { } code }; meant = meant.Also)
                findings.Add(new Finding(code, _best.Slips.PositionOf(meant.Place), meant.Expected, meant.Found, meant.Detail) { Nearly = nearly, On = meant.Explains });
            findings.AddRange(_best.Slips.Findings);
            // The signature of another scale and its notes are one confusion.
            if (_signature is { } signature && SignatureHalves(_best.By) > 0)
            {
                findings.RemoveAll(finding => finding.Code == signature.Code);
                findings.Insert(0, signature);
            }

            if (_folded >= 0)
                findings = [.. findings.Select(finding => finding.Position > _folded + 1 || (finding.On == Way.Down && finding.Position == _folded + 1) ? finding with { Position = finding.Position + 1 } : finding)];
            return findings.Select((finding, i) => (finding, i)).OrderBy(pair => pair.finding.Code).ThenBy(pair => pair.finding.Position).Select(pair => pair.finding).Concat(Remarks());
        }

        private IEnumerable<Finding> Remarks()
        {
            if (_best.By.Code is null && _best.Slips.IsExact && Mixed() is { } mixed)
                yield return mixed;
            for (var i = 0; i < _read.Length && (_isAsWritten || _signature is null); i++)
            {
                if (!_read[i].RepeatsSignature)
                    continue;
                yield return new Finding(FindingCode.SignatureDoubled, i + 1, Thing.None, Thing.Of(_read[i].Name));
                yield break;
            }
        }

        // Two kinds of accidental where the default has one: as good, and worth a remark.
        private Finding? Mixed()
        {
            var expected = _asked.Expected.Notes(_asked.Direction);
            if (_asked.Expected.Tonic != _notes[0].Name || !MixesKinds(_read.Select(note => note.Name)))
                return null;
            var (up, down) = (_asked.Direction == Direction.Descending ? [] : _asked.Expected.Ascending, _asked.Direction == Direction.Ascending ? [] : _asked.Expected.Descending);
            if (MixesKinds(up) || MixesKinds(down) || !MixesKinds(_notes[..Math.Min(_notes.Length, _best.By.Turn == 0 ? _notes.Length : _best.By.Turn + 1)].Select(note => note.Name)) && !MixesKinds(_notes[_best.By.Turn..].Select(note => note.Name)))
                return null;
            var kind = _read.First(note => note.Name.Accidental != Accidental.Natural).Name.Accidental;
            var other = Enumerable.Range(0, _read.Length).First(i => (int)_read[i].Name.Accidental * (int)kind < 0);
            return expected.IsEmpty ? null : new Finding(FindingCode.MixedAccidentals, other + 1, Thing.None, Thing.Of(_read[other].Name));
        }

        private static bool MixesKinds(IEnumerable<NoteName> names)
        {
            var (sharps, flats) = (false, false);
            foreach (var name in names)
                (sharps, flats) = (sharps || name.Accidental > 0, flats || name.Accidental < 0);
            return sharps && flats;
        }
    }

    /// <summary>An explanation weighed against an answer.</summary>
    private readonly record struct Weighed(Explanation By, Slips Slips, int Halves, bool IsNamed)
    {
        /// <summary>What the answer costs at most if it makes some of the mistakes of this explanation alone.</summary>
        public int Cap { get; private init; } = int.MaxValue;

        public static Weighed? Of(Explanation meant, ImmutableArray<ReadNote> notes, AskedScale asked, int wrongName, int signature)
        {
            var slips = Slips.Against(meant, notes, asked, wrongName);
            // A signature that goes with the explanation is one of its mistakes; any other is a slip beside it.
            var (touched, beside) = (slips.Touched + Math.Max(0, -signature), slips.Halves + Math.Max(0, signature));
            var price = meant.EachNote && !meant.Instead.IsEmpty ? touched : meant.Price;
            var isNamed = meant.Code is null || ((meant.Instead.IsEmpty || slips.IsComplete) && slips.Findings.Length <= meant.MostSlips);
            return new Weighed(meant, slips, price + beside, isNamed) { Cap = meant.Instead.IsEmpty ? int.MaxValue : Math.Min(price, touched) + beside };
        }
    }
}
