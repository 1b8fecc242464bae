using DeftStride.Core.Judging;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Devices;

/// <summary>
/// Stand-ins for devices that nobody has to own to try the app. They read a posed figure, with the noise and the drift
/// that such devices have, and are called simulated wherever a number of theirs is shown.
/// </summary>
public abstract class SimulatedDevice(Func<BodySide, PosedFigure> figure, Random noise) : IDevice
{
    private TimeSpan _zeroed;

    /// <inheritdoc/>
    public abstract string Id { get; }

    /// <inheritdoc/>
    public abstract string Name { get; }

    /// <inheritdoc/>
    public abstract string MeasureId { get; }

    /// <inheritdoc/>
    public AnswerSource Source => AnswerSource.Simulated;

    /// <inheritdoc/>
    public void Zero(TimeSpan at) => _zeroed = at;

    /// <inheritdoc/>
    public DeviceReading Read(BodySide side, TimeSpan at)
    {
        if (at < _zeroed)
            throw new ArgumentOutOfRangeException(nameof(at), at, "A device is read after it was set to zero.");
        return Read(figure(side), side, (at - _zeroed).TotalMinutes);
    }

    /// <summary>Reads a figure some minutes after zero.</summary>
    protected abstract DeviceReading Read(PosedFigure posed, BodySide side, double minutes);

    /// <summary>A normal deviate of this standard deviation.</summary>
    protected double Noise(double sd) => Gaussian.Sample(noise, sd);
}

/// <summary>Two bathroom scales, one under each foot: 0.4 kg of noise each, and 0.15 kg of drift a minute under load.</summary>
public sealed class SimulatedScales(Func<BodySide, PosedFigure> figure, Random noise) : SimulatedDevice(figure, noise)
{
    /// <summary>Noise of one scale, a standard deviation, kilograms.</summary>
    public const double NoiseKilograms = 0.4;

    /// <summary>How far a scale creeps in a minute, kilograms.</summary>
    public const double DriftKilogramsPerMinute = 0.15;

    /// <inheritdoc/>
    public override string Id => "simulated-scales";

    /// <inheritdoc/>
    public override string Name => "Two scales (simulated)";

    /// <inheritdoc/>
    public override string MeasureId => "load-share";

    /// <inheritdoc/>
    protected override DeviceReading Read(PosedFigure posed, BodySide side, double minutes)
    {
        var range = PostureShare.TryOf(
            PosedCheck.Still(
                posed,
                new PlannedStill(View.Side, Moment.Bottom, [.. PostureShare.Needs, Landmark.RearToe], [], true),
                side,
                1,
                null,
                // Scales know of no camera: the posture is taken as it is.
                new FigureCamera(500, new ImagePoint(800, 1010))
            ),
            posed.Body,
            ErrorModel.Default
        );
        var share = range is null ? 1 : (range.LeastPercent + range.MostPercent) / 200;
        double Shown(double kilograms) =>
            Math.Max(0, Math.Round(kilograms + Noise(NoiseKilograms) + (DriftKilogramsPerMinute * minutes), 1));
        return Scales.Share(side, Shown(share * posed.Body.Mass), Shown((1 - share) * posed.Body.Mass));
    }
}

/// <summary>An angle sensor strapped to the front of the shin: 0.6° of noise, and 0.3° of drift a minute.</summary>
public sealed class SimulatedShinSensor(Func<BodySide, PosedFigure> figure, Random noise)
    : SimulatedDevice(figure, noise)
{
    /// <summary>Noise, a standard deviation, degrees.</summary>
    public const double NoiseDegrees = 0.6;

    /// <summary>How far it wanders in a minute, degrees.</summary>
    public const double DriftDegreesPerMinute = 0.3;

    /// <inheritdoc/>
    public override string Id => "simulated-shin-sensor";

    /// <inheritdoc/>
    public override string Name => "Shin angle sensor (simulated)";

    /// <inheritdoc/>
    public override string MeasureId => "front-shin";

    /// <inheritdoc/>
    protected override DeviceReading Read(PosedFigure posed, BodySide side, double minutes)
    {
        var degrees = Math.Round(posed.Pose.Shin + Noise(NoiseDegrees) + (DriftDegreesPerMinute * minutes), 1);
        return new DeviceReading(side, degrees, [new("Shin", degrees, "°")]);
    }
}

/// <summary>Two scales, real or simulated.</summary>
public static class Scales
{
    /// <summary>The front foot's share of what two scales show, percent.</summary>
    /// <returns>0 to 100, with what each scale shows.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A scale shows less than nothing, or both show nothing.</exception>
    public static DeviceReading Share(BodySide side, double frontKilograms, double rearKilograms)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(frontKilograms);
        ArgumentOutOfRangeException.ThrowIfNegative(rearKilograms);
        ArgumentOutOfRangeException.ThrowIfZero(frontKilograms + rearKilograms);
        return new DeviceReading(
            side,
            100 * frontKilograms / (frontKilograms + rearKilograms),
            [new("Front", frontKilograms, "kg"), new("Rear", rearKilograms, "kg")]
        );
    }
}
