using System.Collections.Immutable;
using System.Numerics;
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
        if (asked.Octaves > 1)
            return OctavesJudge.Judge(asked, answer);
        var explanations = Explanations.Of(asked);
        var tonic = explanations.LineAsked.Tonic;
        var signature = SignatureJudge.Judge(asked, tonic, answer.Signature, answer.Notes);
        var reading = Read(
            explanations,
            asked,
            answer,
            answer.Signature is { } written ? written.On : NoSignature,
            signature,
            isAsWritten: true
        );
        // Under a wrong signature a bare letter is read as the right one would have it, if that leaves no more to mend.
        if (signature is not null && SignatureJudge.Expected(asked, tonic) is { } expected)
        {
            var asMeant = Read(explanations, asked, answer, expected.On, signature, isAsWritten: false);
            if (asMeant.Halves <= reading.Halves)
                reading = asMeant;
        }

        var findings = reading.Findings;
        var (marks, of) = MarkCount.Of(explanations.LineAsked, asked, answer, findings, reading.Halves);
        // Where the tonic itself is asked, a line on another earns half of it at most, however faultless.
        return new Judgement(
            reading.Verdict,
            findings,
            explanations.LineAsked.IsTonicAsked && reading.IsFaultlessElsewhere ? Math.Min(marks, of / 2) : marks,
            of
        );
    }

    // The top of a line that goes up and down may be written once, or at the end of one and the start of the next.
    private static Reading Read(
        Explanations explanations,
        AskedScale asked,
        WrittenAnswer answer,
        Func<Letter, Accidental> signature,
        Finding? wrongSignature,
        bool isAsWritten
    )
    {
        var read = AnswerReading.Read(answer.Notes, signature);
        var once = new Reading(explanations, asked, answer, read, -1, wrongSignature, isAsWritten);
        if (once.Halves == 0 || TopTwice(read, explanations.LineAsked) is not (>= 0 and var top))
            return once;
        var twice = new Reading(explanations, asked, answer, read, top, wrongSignature, isAsWritten);
        return twice.Halves < once.Halves ? twice : once;
    }

    private static int TopTwice(ImmutableArray<ReadNote> read, LineAsked lineAsked)
    {
        if (lineAsked.Direction != Direction.Both && read.Length < (2 * lineAsked.Line.Length) - 2)
            return -1;
        for (var i = 2; i + 3 < read.Length; i++)
        {
            if (
                read[i].Name == read[i + 1].Name
                && read[i].StaffStep == read[i + 1].StaffStep
                && read[i].Name.Letter == lineAsked.Tonic.Letter
            )
                return i;
        }

        return -1;
    }

    private static Accidental NoSignature(Letter letter) => Accidental.Natural;

    /// <summary>An answer under one reading of its bare letters, and the cheapest explanation of it.</summary>
    private sealed class Reading
    {
        private readonly Explanations _meant;
        private readonly AskedScale _asked;
        private readonly WrittenAnswer _answer;
        private readonly Finding? _signature;
        private readonly bool _isAsWritten;
        private readonly int _wrongName;
        private readonly ImmutableArray<ReadNote> _read;
        private readonly ImmutableArray<ReadNote> _notes;
        private readonly int _folded;
        private readonly ulong _names;
        private readonly bool _isHeld;
        private readonly bool _isBare;
        private readonly bool _needsSigns;
        private Weighed _best;
        private Weighed _own;
        private Weighed _up;
        private Weighed _down;
        private int _cap = int.MaxValue;
        private int? _told;

        public Reading(
            Explanations explanations,
            AskedScale asked,
            WrittenAnswer answer,
            ImmutableArray<ReadNote> read,
            int folded,
            Finding? wrongSignature,
            bool isAsWritten
        )
        {
            (_meant, _asked, _answer, _signature, _isAsWritten) = (explanations, asked, answer, wrongSignature, isAsWritten);
            _wrongName = explanations.LineAsked.WrongName;
            (_read, _folded) = (read, folded);
            _notes = folded < 0 ? read : read.RemoveAt(folded + 1);
            _isHeld = _notes.Any(note => note.HeldOver);
            _isBare = _notes.All(note => note.Sign is null && note.Name.Accidental == Accidental.Natural);
            _needsSigns =
                _isBare && explanations.LineAsked.Line.Where(note => note.Accidental != Accidental.Natural).Distinct().Skip(1).Any();
            foreach (var note in _notes)
                _names |= Explanation.Bit(note.Name);
            Explain();
        }

        /// <summary>What it costs, the signature included, in halves of a mark.</summary>
        public int Halves => _told is { } told ? told : Math.Min(_best.Halves, _cap);

        /// <summary>Whether it is the scale asked without a fault, on another tonic.</summary>
        public bool IsFaultlessElsewhere =>
            _notes[0].Name.PitchClass != _meant.LineAsked.Tonic.PitchClass
            && _best.Slips.Count == 0
            && _best.By.Code
                is FindingCode.WrongTonic
                    or FindingCode.ConcertForWritten
                    or FindingCode.TransposedWrongWay
                    or FindingCode.StartedElsewhere
                    or FindingCode.TonicMisread;

        /// <summary>What is said of it.</summary>
        public ImmutableArray<Finding> Findings { get; private set; }

        /// <summary>What it is, all in all.</summary>
        public Verdict Verdict { get; private set; }

        private void Explain()
        {
            var line = _meant.Line;
            if (_signature is null && IsLine(line))
            {
                _best = _own = new Weighed(line, Slips.Against(line, _notes, _asked, _wrongName)!, 0, true);
            }
            else
            {
                // The line asked first: what is no cheaper need not be looked at.
                Weigh(line);
                foreach (var meant in _meant.Near)
                    Weigh(meant);

                foreach (
                    var meant in _meant.Forms(
                        _names,
                        _isHeld || _asked.Style.Confusions == ConfusionMark.EachNote ? [] : _notes,
                        Halves,
                        _wrongName
                    )
                )
                    Weigh(meant);
                if (Halves > Explanation.Mark)
                {
                    foreach (var meant in _meant.Far)
                        Weigh(meant);
                    foreach (var meant in _meant.OnOtherTonics(_notes.AsSpan()))
                        Weigh(meant);
                }

                // Where one mistake is made going up and another coming down, both are named.
                if (_up.By is { } up && _down.By is { } down && up.Code != down.Code && up.Price + down.Price < Halves)
                    Weigh(Explanation.Both(up, down));
            }

            // A cheaper explanation that the answer follows in part caps the cost; its slips are then said.
            if (_cap < _best.Halves)
                _best = _own;
            // A line misread from first to last is told so, also where something else would explain it as cheaply by chance.
            if (_best.Slips.Count > 1 && Misreadings().FirstOrDefault(IsLine) is { } misread)
            {
                _told = Halves;
                _best = new Weighed(misread, Slips.Against(misread, _notes, _asked, _wrongName)!, _best.Halves, true);
            }

            Verdict = VerdictOf(line);
            Findings = [.. Said()];
        }

        private void Weigh(Explanation meant)
        {
            // With no sign in it at all a line is one whose signs were forgotten, and no other scale.
            if (meant.NeedsTonic && (_notes[0].Name != meant.Notes[0] || (_isBare && _needsSigns)))
                return;
            if (_best.By is not null && !CanBeCheaper(meant))
                return;
            if (
                Weighed.Of(meant, _notes, _asked, _wrongName, SignatureHalves(meant), _best.By is null ? int.MaxValue : Halves)
                is not { } weighed
            )
                return;
            _cap = Math.Min(_cap, weighed.Cap);
            if (meant.Code is null && (_own.By is null || weighed.Halves < _own.Halves))
                _own = weighed;
            if (!IsSo(meant, weighed.Slips))
                return;
            if (weighed.IsNamed && meant.Explains == Way.Up && (_up.By is null || weighed.Halves < _up.Halves))
                _up = weighed;
            if (weighed.IsNamed && meant.Explains == Way.Down && (_down.By is null || weighed.Halves < _down.Halves))
                _down = weighed;
            if (
                weighed.IsNamed
                && (_best.By is null || weighed.Halves < _best.Halves || (weighed.Halves == _best.Halves && Order(meant) < Order(_best.By)))
            )
                _best = weighed;
        }

        // What its sentence says must be so of this answer, whatever slips stand beside it.
        private bool IsSo(Explanation meant, Slips slips) =>
            meant.Code switch
            {
                // Where a letter comes twice and one is missing, nobody can tell which of the two it is.
                FindingCode.SignsForgotten => _isBare && (_meant.LineAsked.Type.IsSevenLetters || _notes.Length == meant.Notes.Length),
                // The line is judged from the note it begins on.
                FindingCode.WrongTonic or FindingCode.StartedElsewhere => _notes[0].Name == meant.Notes[0],
                FindingCode.NotRestoredDescending => meant.Found is FindingSubject.Notes raised
                    && raised.Names.All(note => (_names & Explanation.Bit(note)) != 0),
                FindingCode.StruckDegreeKept => meant.Found is FindingSubject.Notes kept
                    && kept.Names.All(note => (_names & Explanation.Bit(note)) != 0 && !slips.Expects(note)),
                // Mended towards the other line of a two-way scale it would still be wrong.
                FindingCode.WrongDirection => slips.ExpectOnly(_meant.Line.Notes),
                FindingCode.DirectionMissing => _notes.Length < _meant.Line.Notes.Length,
                FindingCode.BlueNoteMissing => meant.Expected is FindingSubject.Notes { Names: [var blue] }
                    && _notes.Count(note => note.Name == blue) < _meant.Line.Notes.Count(note => note == blue),
                FindingCode.NeighbourKey => meant.Found is FindingSubject.Notes { Names: [var moved] }
                    && slips.PositionOf(meant.Place) is > 0 and var there
                    && _notes[there - 1].Name == moved,
                FindingCode.LetterRepeated or FindingCode.LetterSkipped => slips.PositionOf(meant.Place) is > 1 and var at
                    && _notes[at - 1].Name == meant.Notes[meant.Place]
                    && _notes[at - 2].Name == meant.Notes[meant.Place - 1],
                _ => true,
            };

        // An explanation that leaves more to mend than what is known already is not looked at. It is said at its price and
        // whatever stands not in it; it caps the cost at a note of its own, and whatever stands neither in it nor in the line asked.
        private bool CanBeCheaper(Explanation meant)
        {
            if (_isHeld || meant.EachNote)
                return true;
            var slips = Math.Max(BitOperations.PopCount(_names & ~meant.NamesOrAsked), meant.LeastSlips(_notes.AsSpan()));
            var said = meant.Price + (Math.Max(slips, BitOperations.PopCount(_names & ~meant.Names)) * _wrongName);
            var capped = meant.Instead.IsEmpty ? int.MaxValue : Math.Min(meant.Price, _wrongName) + (slips * _wrongName);
            return said <= Halves || capped < Halves;
        }

        // On a tie the slips in the line asked come after every confusion, and before a line that goes on a letter off.
        private static FindingCode Order(Explanation meant) =>
            meant.Code is FindingCode.LetterSkipped or FindingCode.LetterRepeated
                ? FindingCode.SignatureDoubled
                : meant.Code ?? FindingCode.MixedAccidentals;

        private int SignatureHalves(Explanation meant)
        {
            if (_signature is null)
                return 0;
            if (_signature.Code == FindingCode.SignsForgotten)
                return SignatureJudge.ForgottenHalves(_meant.LineAsked, _signature);
            return
                _isAsWritten
                && meant.Signature is { } other
                && _asked.Style.SignatureOf(other.Type, other.Tonic) is { } signature
                && _answer.Signature is { } written
                && written.Is(signature.Fifths)
                ? -Explanation.Mark
                : Explanation.Mark;
        }

        private IEnumerable<Explanation> Misreadings()
        {
            var isAsked = _meant.LineAsked.IsTonicAsked;
            return _meant
                .Far.Where(meant =>
                    meant.Code
                        is FindingCode.TransposedWrongWay
                            or FindingCode.ConcertForWritten
                            or FindingCode.ClefMisread
                            or FindingCode.TonicMisread
                    || (isAsked && meant.Code == FindingCode.StartedElsewhere)
                )
                .Concat(isAsked ? _meant.OnOtherTonics(_notes.AsSpan()) : []);
        }

        private bool IsLine(Explanation line)
        {
            if (line.Notes.Length != _notes.Length)
                return false;
            for (var i = 0; i < _notes.Length; i++)
            {
                if (
                    _notes[i].Name != line.Notes[i]
                    || (_notes[i].StaffStep is { } step && _notes[0].StaffStep is { } first && step - first != line.Heights[i])
                )
                    return false;
            }

            return true;
        }

        private Verdict VerdictOf(Explanation line)
        {
            if (_best.Halves == 0 && _best.Slips.IsExact && _best.By.Code is null && _signature is null)
                return ReferenceEquals(_best.By, line) || IsLine(line) ? Verdict.Correct : Verdict.Accepted;
            var soundsRight =
                _signature is null
                && _notes.Length == line.Notes.Length
                && Enumerable.Range(0, _notes.Length).All(i => _notes[i].Name.PitchClass == line.Notes[i].PitchClass);
            return soundsRight && !_best.Slips.Findings.Any(finding => finding.Code == FindingCode.OctaveDisplaced)
                ? Verdict.Misspelled
                : Verdict.Wrong;
        }

        private IEnumerable<Finding> Said()
        {
            var findings = new List<Finding>();
            var nearly = _best.Slips.Count > 0;
            for (var meant = _best.By; meant is { Code: { } code }; meant = meant.Also)
                findings.Add(
                    new Finding(code, _best.Slips.PositionOf(meant.Place), meant.Expected, FoundOf(meant), meant.Detail)
                    {
                        Nearly = nearly,
                        On = meant.Explains,
                    }
                );
            findings.AddRange(_best.Slips.Findings);
            // The signature of another scale and its notes are one confusion.
            if (_signature is { } signature && SignatureHalves(_best.By) > 0)
            {
                findings.RemoveAll(finding => finding.Code == signature.Code);
                findings.Insert(0, signature);
            }

            if (_folded >= 0)
                findings =
                [
                    .. findings.Select(finding =>
                        finding.Position > _folded + 1 || (finding.On == Way.Down && finding.Position == _folded + 1)
                            ? finding with
                            {
                                Position = finding.Position + 1,
                            }
                            : finding
                    ),
                ];
            return findings
                .Select((finding, i) => (finding, i))
                .OrderBy(pair => pair.finding.Code)
                .ThenBy(pair => pair.finding.Position)
                .Select(pair => pair.finding)
                .Concat(Remarks());
        }

        // Where it begins is what stands there, also where that is itself a slip of what was meant.
        private FindingSubject FoundOf(Explanation meant) =>
            meant.Code is FindingCode.WrongTonic or FindingCode.StartedElsewhere ? FindingSubject.Of(_notes[0].Name) : meant.Found;

        private IEnumerable<Finding> Remarks()
        {
            if (_best.By.Code is null && _best.Slips.IsExact && Mixed() is { } mixed)
                yield return mixed;
            if (_best.By.Code is null && _best.Slips.Count > 1 && _meant.LineAsked.Named(_notes) is { } other)
                yield return new Finding(
                    other.IsSevenLetters && _meant.LineAsked.Type.IsSevenLetters ? FindingCode.OtherMode : FindingCode.OtherScale,
                    1,
                    _meant.LineAsked.ItsScale,
                    new FindingSubject.ScaleOn(other, _meant.LineAsked.Tonic)
                )
                {
                    IsRemark = true,
                };
            for (var i = 0; i < _read.Length && (_isAsWritten || _signature is null); i++)
            {
                if (!_read[i].RepeatsSignature)
                    continue;
                yield return new Finding(FindingCode.SignatureDoubled, i + 1, FindingSubject.None, FindingSubject.Of(_read[i].Name));
                yield break;
            }
        }

        // Two kinds of accidental where the default has one: as good, and worth a remark.
        private Finding? Mixed()
        {
            var scale = _meant.LineAsked.Scale;
            // Each way by itself: sharps going up and flats coming down are one kind each.
            var (up, down) = _asked.Direction switch
            {
                Direction.Ascending => (_notes, []),
                Direction.Descending => ([], _notes),
                _ => (_notes[..scale.Ascending.Length], _notes[(scale.Ascending.Length - 1)..]),
            };
            if (!(Mixes(up) && !MixesKinds(scale.Ascending)) && !(Mixes(down) && !MixesKinds(scale.Descending)))
                return null;
            var kind = _read.First(note => note.Name.Accidental != Accidental.Natural).Name.Accidental;
            var other = Enumerable.Range(0, _read.Length).First(i => (int)_read[i].Name.Accidental * (int)kind < 0);
            return new Finding(FindingCode.MixedAccidentals, other + 1, FindingSubject.None, FindingSubject.Of(_read[other].Name));
        }

        private static bool Mixes(ImmutableArray<ReadNote> notes) => MixesKinds(notes.Select(note => note.Name));

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

        public static Weighed? Of(
            Explanation meant,
            ImmutableArray<ReadNote> notes,
            AskedScale asked,
            int wrongName,
            int signature,
            int most
        )
        {
            if (
                Slips.Against(
                    meant,
                    notes,
                    asked,
                    wrongName,
                    most == int.MaxValue ? most : most - (meant.Instead.IsEmpty ? meant.Price : Math.Min(meant.Price, wrongName))
                )
                is not { } slips
            )
                return null;
            // A signature that goes with the explanation is one of its mistakes; any other is a slip beside it.
            var (touched, beside) = (slips.Touched + Math.Max(0, -signature), slips.Halves + Math.Max(0, signature));
            var price = meant.EachNote && !meant.Instead.IsEmpty ? touched : meant.Price;
            var isNamed = meant.Code is null || ((meant.Instead.IsEmpty || slips.IsComplete) && slips.Count <= meant.MostSlips);
            return new Weighed(meant, slips, price + beside, isNamed)
            {
                Cap = meant.Instead.IsEmpty ? int.MaxValue : Math.Min(price, touched) + beside,
            };
        }
    }
}
