namespace DeftStride.Core.Tests.Seeing;

/// <summary>Movement of known truth: ways down and up whose speed is a trapezoid, stays between them, and a scatter that anyone can make again.</summary>
internal sealed record MadeMovement(
    double Rate,
    double Amplitude,
    double Scatter,
    (double Down, double Pause, double Up, double Top) Tempo,
    int Repetitions
)
{
    public const double Standing = 0.75;

    /// <summary>The depth of each, as a part of the amplitude.</summary>
    public Func<int, double> Part { get; init; } = _ => 1;

    /// <summary>How far it comes up between them, and at the end.</summary>
    public double Low { get; init; }

    /// <summary>What is added to each sample besides; by index.</summary>
    public Func<int, double>? Noise { get; init; }

    /// <summary>How far of the way at a part of the time.</summary>
    public static double Along(double u, double seconds)
    {
        var a = Math.Min(0.5, 0.25 / seconds);
        var v = 1 / (1 - a);
        return u <= 0 ? 0
            : u >= 1 ? 1
            : u < a ? v * u * u / (2 * a)
            : u <= 1 - a ? v * (u - (a / 2))
            : 1 - (v * (1 - u) * (1 - u) / (2 * a));
    }

    /// <summary>The start of a repetition's way down, seconds.</summary>
    public double Start(int repetition) => Standing + (repetition * (Tempo.Down + Tempo.Pause + Tempo.Up + Tempo.Top));

    public double Seconds => Start(Repetitions) + Standing;

    public double At(double t)
    {
        var level = 0.0;
        for (var k = 0; k < Repetitions; k++)
        {
            var (down, up) = (Start(k), Start(k) + Tempo.Down + Tempo.Pause);
            if (t >= down)
                level =
                    (k == 0 ? 0 : Low) + ((Part(k) - (k == 0 ? 0 : Low)) * Along((t - down) / Tempo.Down, Tempo.Down));
            if (t >= up)
                level = Part(k) + ((Low - Part(k)) * Along((t - up) / Tempo.Up, Tempo.Up));
        }

        return level;
    }

    /// <summary>The hip's height in the picture: 600 and down.</summary>
    public double[] Samples()
    {
        var n = (int)Math.Floor((Seconds * Rate) + 1e-9) + 1;
        return
        [
            .. Enumerable
                .Range(0, n)
                .Select(i =>
                    600
                    + (Amplitude * At(i / Rate))
                    + (Noise?.Invoke(i) ?? Scatter * Math.Sqrt(2) * Math.Sin((double)i * i))
                ),
        ];
    }
}
