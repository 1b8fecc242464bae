using SkiaSharp;

namespace DeftStride.Browser;

/// <summary>A plain drawing of a leg in a side view whose angles are known exactly, for pictures that a test makes.</summary>
/// <param name="Png">The picture.</param>
/// <param name="AnkleX">Ankle, pixels from the left.</param>
/// <param name="AnkleY">Ankle, pixels from the top.</param>
/// <param name="KneeX">Knee, pixels from the left.</param>
/// <param name="KneeY">Knee, pixels from the top.</param>
public sealed record DrawnLeg(byte[] Png, double AnkleX, double AnkleY, double KneeX, double KneeY)
{
    /// <summary>Draws a leg facing right whose shin leans forward by the given degrees.</summary>
    public static DrawnLeg At(double shinDegrees, int width = 900, int height = 1080)
    {
        var a = shinDegrees * Math.PI / 180;
        var shin = height * 0.3;
        var (ankleX, ankleY) = (width * 0.6, height * 0.86);
        var (kneeX, kneeY) = (ankleX + (shin * Math.Sin(a)), ankleY - (shin * Math.Cos(a)));
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(new SKColor(0xC9, 0xC2, 0xB2));
        using var limb = new SKPaint
        {
            Color = new SKColor(0x8C, 0x5E, 0x44),
            StrokeWidth = 56,
            StrokeCap = SKStrokeCap.Round,
            IsAntialias = true,
        };
        canvas.DrawLine(
            (float)(kneeX - (shin * 0.95)),
            (float)(kneeY - (shin * 0.1)),
            (float)kneeX,
            (float)kneeY,
            limb
        );
        canvas.DrawLine((float)kneeX, (float)kneeY, (float)ankleX, (float)ankleY, limb);
        limb.StrokeWidth = 34;
        canvas.DrawLine((float)ankleX - 30, (float)ankleY + 36, (float)ankleX + 130, (float)ankleY + 36, limb);
        using var joint = new SKPaint { Color = SKColors.White, IsAntialias = true };
        canvas.DrawCircle((float)kneeX, (float)kneeY, 6, joint);
        canvas.DrawCircle((float)ankleX, (float)ankleY, 6, joint);
        canvas.Flush();
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return new DrawnLeg(data.ToArray(), ankleX, ankleY, kneeX, kneeY);
    }
}
