namespace DeftStride.Core.Measuring;

/// <summary>The words for landmarks and the order in which a hand places them.</summary>
public static class Landmarks
{
    /// <summary>How many there are.</summary>
    internal static readonly int Count = Enum.GetValues<Landmark>().Length;

    private static readonly Landmark[] FromTheSide =
    [
        Landmark.Ankle,
        Landmark.Knee,
        Landmark.Hip,
        Landmark.Shoulder,
        Landmark.Ear,
        Landmark.RearKnee,
        Landmark.RearAnkle,
        Landmark.RearToe,
        Landmark.Heel,
        Landmark.Toe,
    ];

    private static readonly Landmark[] FromFrontOrBack =
    [
        Landmark.Ankle,
        Landmark.Toe,
        Landmark.Knee,
        Landmark.Hip,
        Landmark.WorkingPelvis,
        Landmark.FreePelvis,
        Landmark.WorkingShoulder,
        Landmark.FreeShoulder,
        Landmark.FreeHip,
        Landmark.RearKnee,
        Landmark.RearAnkle,
        Landmark.Heel,
    ];

    /// <summary>The order in which a hand places points in a view: up the working leg and over to the other, without going back.</summary>
    /// <returns>Every point that can be placed in the view, once.</returns>
    public static IReadOnlyList<Landmark> Order(View view) => view == View.Side ? FromTheSide : FromFrontOrBack;

    /// <summary>What to put the point on, after "tap": "the ankle of the front leg".</summary>
    /// <returns>"the middle of the front knee".</returns>
    public static string Where(Landmark landmark, View view) =>
        landmark switch
        {
            Landmark.Ankle => view == View.Side
                ? "the ankle bone you see, on the front leg"
                : "the middle of the working ankle",
            Landmark.Knee => view == View.Side ? "the middle of the front knee" : "the middle of the working knee cap",
            Landmark.Toe => view == View.Side ? "the tip of the front shoe, at the floor" : "the tip of the second toe",
            Landmark.Heel => view == View.Side
                ? "the back of the front heel, at the floor"
                : "the middle of the working heel, at the floor",
            Landmark.Hip => view == View.Side
                ? "the bony point at the side of the hip"
                : "the middle of the working hip, at the groin",
            Landmark.Shoulder => "the tip of the shoulder",
            Landmark.Ear => "the opening of the ear",
            Landmark.RearKnee => view == View.Side ? "the middle of the rear knee" : "the knee of the other leg",
            Landmark.RearAnkle => view == View.Side ? "the rear ankle" : "the ankle of the other leg",
            Landmark.RearToe => "the tip of the rear shoe, at the floor",
            Landmark.WorkingPelvis => view == View.Back
                ? "the top of the hip bone, working side"
                : "the front point of the pelvis, working side",
            Landmark.FreePelvis => view == View.Back
                ? "the top of the hip bone, other side"
                : "the front point of the pelvis, other side",
            Landmark.WorkingShoulder => "the tip of the shoulder, working side",
            Landmark.FreeShoulder => "the tip of the other shoulder",
            Landmark.FreeHip => "the hip of the trail leg",
            _ => throw new ArgumentOutOfRangeException(nameof(landmark), landmark, null),
        };

    /// <summary>The points that some measures need in a view at a moment, in placing order.</summary>
    /// <returns>Each once, in placing order.</returns>
    public static IReadOnlyList<Landmark> Needed(
        IEnumerable<string> measureIds,
        View view,
        Moment moment,
        bool scaleMarked
    )
    {
        ArgumentNullException.ThrowIfNull(measureIds);
        var wanted = new HashSet<Landmark>();
        foreach (
            var formula in measureIds
                .SelectMany(id => MeasureDefinition.Find(id)?.Formulas ?? [])
                .Where(f => f.Views.Contains(view))
        )
        {
            foreach (var need in formula.Needs.Where(n => n.Moment == moment))
            {
                wanted.UnionWith(need.Points);
                if (formula.Lengths && !scaleMarked)
                    wanted.UnionWith([Landmark.Ankle, Landmark.Knee]);
            }
        }

        return [.. Order(view).Where(wanted.Contains)];
    }
}
