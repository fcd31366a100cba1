namespace Gavvet.Theory;

/// <summary>Words that differ between American and British teaching.</summary>
/// <param name="WholeNotes">Whole notes or semibreves.</param>
/// <param name="HalfNotes">Half notes or minims.</param>
/// <param name="Staff">The five lines.</param>
/// <param name="Neighbor">One that is next to another.</param>
/// <param name="Neighboring">Side by side.</param>
public sealed record VocabularyTerms(string WholeNotes, string HalfNotes, string Staff, string Neighbor, string Neighboring)
{
    /// <summary>The words of a vocabulary.</summary>
    /// <param name="vocabulary">Which.</param>
    public static VocabularyTerms Of(Vocabulary vocabulary)
    {
        var words = vocabulary == Vocabulary.British ? British : American;
        return new(Term(words.WholeNotes), Term(words.HalfNotes), Term(words.Staff), Term(words.Neighbor), Term(words.Neighboring));
    }

    private static VocabularyTerms American { get; } = new("whole notes", "half notes", "staff", "neighbor", "neighboring");

    private static VocabularyTerms British { get; } = new("semibreves", "minims", "stave", "neighbour", "neighbouring");

    private static string Term(string word) => TheoryTexts.Term("word", word);
}
