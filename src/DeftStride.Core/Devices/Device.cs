using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Devices;

/// <summary>One number as a device shows it, before anything is made of it.</summary>
/// <param name="Name">Which part of the device.</param>
/// <param name="Value">The number.</param>
/// <param name="Unit">Its unit, as written on the device: "kg", "°".</param>
public sealed record DeviceChannel(string Name, double Value, string Unit);

/// <summary>What a device says of one side at one moment.</summary>
/// <param name="Side">The client's own working side.</param>
/// <param name="Value">In the unit of the device's measure.</param>
/// <param name="Channels">What it was made of.</param>
public sealed record DeviceReading(BodySide Side, double Value, IReadOnlyList<DeviceChannel> Channels);

/// <summary>Something outside the app that gives a number for one measure. Whoever adds a real one writes this much.</summary>
public interface IDevice
{
    /// <summary>Stable id.</summary>
    public string Id { get; }

    /// <summary>Its name on screen. A simulated one says so in its name.</summary>
    public string Name { get; }

    /// <summary>Which measure its number is of.</summary>
    public string MeasureId { get; }

    /// <summary>From where a number taken from it is said to come.</summary>
    public AnswerSource Source { get; }

    /// <summary>Sets it to zero before the client steps on or straps it to the shin.</summary>
    /// <param name="at">On the device's own clock.</param>
    public void Zero(TimeSpan at);

    /// <summary>Reads it.</summary>
    /// <param name="side">The client's own working side.</param>
    /// <param name="at">On the device's own clock; not before the last <see cref="Zero"/>.</param>
    /// <returns>What it shows at that time, with its unit.</returns>
    public DeviceReading Read(BodySide side, TimeSpan at);
}
