namespace Gavvet.Theory;

/// <summary>A note, scale or signature was asked for that notation cannot write; the message is for a teacher.</summary>
public sealed class UnwritableNoteException : ArgumentException
{
    /// <summary>A refusal without words of its own.</summary>
    public UnwritableNoteException() { }

    /// <summary>A refusal that says what cannot be written and what can.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    public UnwritableNoteException(string message)
        : base(message) { }

    /// <summary>A refusal with its cause.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    /// <param name="innerException">What was met first.</param>
    public UnwritableNoteException(string message, Exception innerException)
        : base(message, innerException) { }
}
