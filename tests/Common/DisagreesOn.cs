namespace Gavvet.Tests.Common;

/// <summary>A kind of question whose two derivations disagree on one key, or which fails there in another way.</summary>
internal static class DisagreesOn
{
    public static QuestionKind Kind(Key key, Exception? otherwise = null)
    {
        var real = QuestionCatalogue.Standard.Get("write-scale");
        return real with
        {
            Pose = setting =>
            {
                var posed = real.Pose(setting);
                return setting.Key == key
                    ? new PosedQuestion(posed.Question, () => throw otherwise ?? new RoutesDisagreeException($"{key}", "one", "other"))
                    : posed;
            },
        };
    }
}
