namespace Gavvet.Theory.Tests;

/// <summary>What teachers type into the one box, and what they mean by it; written down before it was run (common practice, no source).</summary>
public class QueryTests
{
    // query = tonic and scale of the best match; - where no tonic is meant
    private const string Table = """
        A minor = A natural-minor
        Am = A natural-minor
        F#m = F# natural-minor
        Bbmaj = Bb major
        Eb maj = Eb major
        G major scale = G major
        the scale of G major = G major
        major scale in G = G major
        dorian on D = D dorian
        D dorian mode = D dorian
        harmonic minor in Eb = Eb harmonic-minor
        harmonic minor E flat = Eb harmonic-minor
        minor pentatonic A = A minor-pentatonic
        pentatonic minor in A = A minor-pentatonic
        blues minor C = C minor-blues
        C minor blues = C minor-blues
        mixolydian G = G mixolydian
        G mixo = G mixolydian
        har min = - harmonic-minor
        harm minor = - harmonic-minor
        mel min = - melodic-minor
        harmonicminor = - harmonic-minor
        wholetone = - whole-tone
        dorain = - dorian
        mixolidian = - mixolydian
        phyrgian = - phrygian
        pentatonik minor = - minor-pentatonic
        locrain = - locrian
        lydain = - lydian
        B-Dur = Bb major
        H-moll = B natural-minor
        Es-Dur = Eb major
        fis-moll = F# natural-minor
        As-Dur = Ab major
        cis-moll = C# natural-minor
        a-moll harmonisch = A harmonic-minor
        harmonisch Moll = - harmonic-minor
        melodisch Moll = - melodic-minor
        Ganztonleiter = - whole-tone
        dorisch = - dorian
        Fis dorisch = F# dorian
        ré mineur = D natural-minor
        mi bémol majeur = Eb major
        sol majeur = G major
        fa dièse mineur = F# natural-minor
        la mineur harmonique = A harmonic-minor
        la mineur mélodique = A melodic-minor
        mélodique = - melodic-minor
        gamme par tons = - whole-tone
        dorien = - dorian
        do mayor = C major
        la menor armónica = A harmonic-minor
        re maggiore = D major
        relative minor of Ab = F natural-minor
        relative minor of C = A natural-minor
        relative major of F# minor = A major
        relative major of Em = G major
        parallel minor of G = G natural-minor
        parallel major of C minor = C major
        5th mode of harmonic minor = - phrygian-dominant
        fifth mode of A harmonic minor = E phrygian-dominant
        2nd mode of C major = D dorian
        second mode of major = - dorian
        4th mode of F major = Bb lydian
        7th mode of melodic minor = - altered
        three flats = Eb major
        3 flats = Eb major
        two sharps = D major
        4# = E major
        5b = Db major
        no flats = C major
        WWHWWWH = - major
        W W H W W W H = - major
        W-W-H-W-W-W-H = - major
        TTSTTTS = - major
        2212221 = - major
        2-2-1-2-2-2-1 = - major
        1 1 ½ 1 1 1 ½ = - major
        WHWWHWW = - natural-minor
        2 1 3 1 2 1 2 = - dorian-sharp-4
        whole whole half whole whole whole half = - major
        1 b3 4 b5 5 b7 = - minor-blues
        1-b3-4-b5-5-b7 = - minor-blues
        1, b3, 4, 5, b7 = - minor-pentatonic
        R b3 4 5 b7 = - minor-pentatonic
        1 2 3 4 5 6 7 8 = - major
        1 2 3b 4 5 6b 7 = - harmonic-minor
        R 2 m3 4 5 m6 M7 = - harmonic-minor
        CDEFGAB = C major
        C D E F G A B = C major
        C-D-E-F-G-A-B = C major
        CDEbFGAbB = C harmonic-minor
        C Eb F Gb G Bb = C minor-blues
        C Eb F F# G Bb = C minor-blues
        C D E F# G# A# = C whole-tone
        Ab = Ab major
        e flat dorian = Eb dorian
        ab mix = Ab mixolydian
        hijaz = - phrygian-dominant
        """;

    public static TheoryData<string, string> Queries
    {
        get
        {
            var queries = new TheoryData<string, string>();
            foreach (var row in Table.Split('\n'))
                queries.Add(row.Split(" = ")[0].Trim(), row.Split(" = ")[1].Trim());
            return queries;
        }
    }

    [Theory, MemberData(nameof(Queries))]
    public void The_scale_meant_comes_first(string query, string meant)
    {
        var found = ScaleSearch.Find(query, HouseStyle.Classical);
        Assert.NotEmpty(found);
        Assert.Equal(meant, $"{(found[0].Tonic is { } tonic ? NoteText.Ascii(tonic) : "-")} {found[0].Type.Id}");
    }

    // Between two names that are as near nothing is guessed, and what means nothing finds nothing.
    [Theory]
    [InlineData("zzzzzz")]
    [InlineData("lo")]
    [InlineData("hazelmoor")]
    [InlineData("9 flats")]
    [InlineData("12th mode of major")]
    public void What_means_nothing_finds_nothing_it_would_guess(string query) =>
        Assert.DoesNotContain(ScaleSearch.Find(query, HouseStyle.Classical), match => match.Type.Id == "major");
}
