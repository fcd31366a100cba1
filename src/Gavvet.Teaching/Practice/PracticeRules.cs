using System.Text.Json;
using System.Text.Json.Serialization;

namespace Gavvet.Teaching.Practice;

/// <summary>When who practices learns what was right.</summary>
public enum Shown
{
    /// <summary>After each answer.</summary>
    AtOnce,

    /// <summary>When all is done.</summary>
    AtTheEnd,

    /// <summary>When the teacher shows it.</summary>
    WhenReleased,
}

/// <summary>Who may practice, and how they say who they are.</summary>
public enum Entrance
{
    /// <summary>Whoever has the code, without a name.</summary>
    Anyone,

    /// <summary>The students it is for, who choose their name from a list.</summary>
    ByName,

    /// <summary>The students it is for, each with a code of their own; no list is shown.</summary>
    ByOwnCode,
}

/// <summary>How a practice goes.</summary>
public sealed record PracticeRules
{
    /// <summary>Tries at a question at most.</summary>
    public const int MostTries = 4;

    /// <summary>Minutes a clock can be set to at most.</summary>
    public const int MostMinutes = 180;

    /// <summary>Until when a practice is open that is always open.</summary>
    public static readonly DateTimeOffset Always = new(9000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter() } };

    /// <summary>How often a question may be answered before its answer is shown, 1 to 4.</summary>
    public int Tries { get; init; } = 2;

    /// <summary>Whether the next step of the working may be asked for.</summary>
    public bool HasHints { get; init; } = true;

    /// <summary>When it is shown what was right.</summary>
    public Shown Shown { get; init; }

    /// <summary>Whether each who practices gets questions of their own from the recipe, and new ones each time.</summary>
    public bool IsFresh { get; init; }

    /// <summary>Whether each finds what is due again for them, anew each day, as long as the practice is open.</summary>
    public bool IsDueAgain { get; init; }

    /// <summary>Minutes each has from the first question on; 0 without a clock.</summary>
    public int Minutes { get; init; }

    /// <summary>Who may practice.</summary>
    public Entrance Entrance { get; init; }

    /// <summary>Tries that count: where nothing is shown meanwhile, an answer is written over until the end.</summary>
    [JsonIgnore]
    public int TriesShown => Shown == Shown.AtOnce ? Math.Clamp(Tries, 1, MostTries) : 1;

    /// <summary>The rules as text.</summary>
    public string Write() => JsonSerializer.Serialize(this, Json);

    /// <summary>Reads rules; those that cannot be read are the usual ones.</summary>
    /// <param name="text">What <see cref="Write"/> made.</param>
    public static PracticeRules Read(string? text)
    {
        try
        {
            return (text is null ? null : JsonSerializer.Deserialize<PracticeRules>(text, Json)) ?? new PracticeRules();
        }
        catch (JsonException)
        {
            return new PracticeRules();
        }
    }
}
