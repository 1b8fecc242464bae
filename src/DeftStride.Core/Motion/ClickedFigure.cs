using DeftStride.Core.Measuring;

namespace DeftStride.Core.Motion;

/// <summary>
/// Where the points that are clicked lie on a posed figure, as a view has them: what is seen of a joint is its near surface,
/// not its middle. Metres; see <see cref="Sight"/> for the axes.
/// </summary>
internal sealed class ClickedFigure
{
    private readonly double[] _l = new double[Landmarks.Count];
    private readonly double[] _d = new double[Landmarks.Count];
    private readonly double[] _y = new double[Landmarks.Count];

    /// <summary>The points of a figure as a view has them.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="view">From where.</param>
    /// <param name="workingNear">Whether the working leg is the one nearer to a camera at the side.</param>
    /// <param name="rightward">+1 where ahead (from the side) or inward (from front and back) is the picture's right, else −1.</param>
    public ClickedFigure(PosedFigure figure, View view, bool workingNear, int rightward)
    {
        var (stature, half, hip) = (figure.Body.Stature, figure.Body.HipJointWidth / 2, figure.At(Landmark.Hip).X);
        for (var i = 0; i < _l.Length; i++)
        {
            var (landmark, at) = ((Landmark)i, figure.At((Landmark)i, view));
            _y[i] = at.Y;
            if (view == View.Side)
            {
                _l[i] = rightward * (at.X - hip);
                _d[i] = ((workingNear ? 1 : -1) * (at.Z - half)) - (stature * Nearer(landmark));
                // Of the two hips the nearer one is clicked.
                if (landmark == Landmark.Hip)
                    _d[i] = -half - (stature * Nearer(landmark));
            }
            else
            {
                _l[i] = rightward * (at.Z - half);
                _d[i] = view == View.Back ? at.X - hip : hip - at.X - (stature * Ahead(landmark));
            }
        }
    }

    private ClickedFigure(ClickedFigure like)
    {
        _l = [.. like._l];
        _d = [.. like._d];
        _y = [.. like._y];
    }

    /// <summary>To the picture's right of the client's middle.</summary>
    /// <returns>Metres.</returns>
    public double L(Landmark landmark) => _l[(int)landmark];

    /// <summary>Away from the camera.</summary>
    /// <returns>Metres.</returns>
    public double D(Landmark landmark) => _d[(int)landmark];

    /// <summary>Above the floor.</summary>
    /// <returns>Metres.</returns>
    public double Y(Landmark landmark) => _y[(int)landmark];

    /// <summary>The same with one point nearer or further away.</summary>
    public ClickedFigure Moved(Landmark landmark, double away)
    {
        var moved = new ClickedFigure(this);
        moved._d[(int)landmark] += away;
        return moved;
    }

    /// <summary>How much nearer to a camera at the side a point's surface lies than its middle, as a share of stature.</summary>
    private static double Nearer(Landmark landmark) =>
        landmark switch
        {
            Landmark.Ankle => 0.02,
            Landmark.Hip => 0.05,
            Landmark.Shoulder => 0.115,
            Landmark.Ear => 0.045,
            _ => 0,
        };

    /// <summary>How much further ahead a point's surface lies than its joint, as a share of stature.</summary>
    private static double Ahead(Landmark landmark) =>
        landmark switch
        {
            Landmark.Knee or Landmark.RearKnee => 0.03,
            Landmark.Hip or Landmark.FreeHip => 0.04,
            _ => 0,
        };
}
