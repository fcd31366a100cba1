namespace Gavvet.Teaching.Practice;

/// <summary>What who practices did.</summary>
public enum Doing
{
    /// <summary>Answered a question.</summary>
    Answered,

    /// <summary>Asked for the next step of the working.</summary>
    Hint,

    /// <summary>Had the answer shown.</summary>
    Shown,

    /// <summary>Asked for three more like a question.</summary>
    More,

    /// <summary>Said that all is done.</summary>
    Finished,
}

/// <summary>One thing that who practices did. It is never changed; what stands follows from all of them in their order.</summary>
/// <param name="Question">The question, or empty where it is about all.</param>
/// <param name="Doing">What was done.</param>
/// <param name="At">When.</param>
public sealed record PracticeTry(string Question, Doing Doing, DateTimeOffset At)
{
    /// <summary>What the judge made of an answer.</summary>
    public Marking? Marking { get; init; }
}
