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
        A harm minor = A harmonic-minor
        A harmonic = A harmonic-minor
        Gm harmonic = G harmonic-minor
        F# melodic minor = F# melodic-minor
        Bb minor pent = Bb minor-pentatonic
        pent major F = F major-pentatonic
        Bbm = Bb natural-minor
        C#m = C# natural-minor
        Dmaj = D major
        E minor scale = E natural-minor
        scale of Db major = Db major
        key of B flat = Bb major
        key of f# minor = F# natural-minor
        D in dorian mode = D dorian
        lydian mode on F = F lydian
        mode phrygian E = E phrygian
        Aeolian on A = A natural-minor
        Ionian C = C major
        locrian B = B locrian
        mixolydian mode in D = D mixolydian
        jazz minor C = C melodic-minor-one-way
        altered G = G altered
        super locrian = - altered
        lydian dominant Bb = Bb lydian-flat-7
        acoustic = - lydian-flat-7
        half-whole C = C diminished-half-whole
        diminished whole-half D = D diminished-whole-half
        whole tone on E = E whole-tone
        chromatic F = F chromatic
        augmented scale = - augmented
        hungarian minor in A = A hungarian-minor
        double harmonic major = - double-harmonic-major
        byzantine = - double-harmonic-major
        phrygian dominant on E = E phrygian-dominant
        freygish = - phrygian-dominant
        neapolitan minor C = C neapolitan-minor
        enigmatic = - enigmatic
        prometheus = - prometheus
        bebop dominant G = G bebop-dominant
        hirajoshi D = D hirajoshi
        dorian b2 = - dorian-flat-2
        lydian #5 = - lydian-sharp-5
        mixolydian b6 = - mixolydian-flat-6
        locrian natural 2 = - locrian-natural-2
        harmonic major = - harmonic-major
        pentatonicminor = - minor-pentatonic
        melodicminor = - melodic-minor
        harmonc minor = - harmonic-minor
        chromatc = - chromatic
        aolian = - natural-minor
        phrigian = - phrygian
        myxolydian = - mixolydian
        minor blues in F sharp = F# minor-blues
        c-Moll = C natural-minor
        B-dur = Bb major
        h-moll harmonisch = B harmonic-minor
        Ges-Dur = Gb major
        gis-Moll = G# natural-minor
        lydisch = - lydian
        phrygisch = - phrygian
        chromatisch = - chromatic
        Bes groot = Bb major
        si bémol majeur = Bb major
        do dièse mineur = C# natural-minor
        mi mineur = E natural-minor
        fa majeur = F major
        majeur = - major
        pentatonique mineure = - minor-pentatonic
        chromatique = - chromatic
        lydien = - lydian
        la menor = A natural-minor
        re mayor = D major
        do minore = C natural-minor
        sol maggiore = G major
        dórico = - dorian
        frigio = - phrygian
        relative minor of Eb major = C natural-minor
        relative major of C minor = Eb major
        parallel major of A minor = A major
        parallel minor of E major = E natural-minor
        3rd mode of major = - phrygian
        6th mode of C major = A natural-minor
        4th mode of melodic minor = - lydian-flat-7
        fifth mode of D melodic minor = A mixolydian-flat-6
        one sharp = G major
        six flats = Gb major
        4 sharps = E major
        7 flats = Cb major
        2b = Bb major
        HWWWHWW = - phrygian
        W H W W W W H = - melodic-minor
        T S T T S T T = - natural-minor
        1 2 2 2 1 2 2 = - phrygian
        3-2-2-3-2 = - minor-pentatonic
        2 2 2 2 2 2 = - whole-tone
        1 ½ 1 1 ½ 1 1 = - natural-minor
        1 2 3 #4 5 6 7 = - lydian
        1-2-3-5-6 = - major-pentatonic
        R 2 3 4 5 6 b7 = - mixolydian
        1 2 b3 4 5 6 7 8 = - melodic-minor
        D E F G A B C D = D dorian
        A B C D E F G# A = A harmonic-minor
        GABCDEF# = G major
        F G A B C D E = F lydian
        D F G Ab A C = D minor-blues
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
