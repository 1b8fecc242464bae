using SkiaSharp;

namespace DeftStride.Data.Pictures;

/// <summary>A picture made safe to keep: decoded, turned upright, bounded and encoded anew, so that no metadata survives.</summary>
internal sealed record CleanPicture(byte[] WebP, int Width, int Height);

/// <summary>Why a file was not taken, in a sentence that says what to do.</summary>
internal sealed class PictureRefusedException(string sentence) : Exception(sentence);

/// <summary>Checks an uploaded file by its content and re-encodes it.</summary>
internal static class PictureIntake
{
    public const int MostBytes = 25 * 1024 * 1024;
    public const long MostPixels = 40_000_000;
    public const int ShortestSide = 200;
    public const int LongestStoredSide = 2400;

    /// <summary>Reads a file that lies on the disk, so that no more than one decoded picture is ever held in memory.</summary>
    public static CleanPicture Clean(string file)
    {
        var length = new FileInfo(file).Length;
        if (length == 0)
            throw new PictureRefusedException("The file is empty. Choose another picture.");
        if (length > MostBytes)
            throw TooLarge();
        RefuseUnlessKnown(file);

        using var data = SKData.Create(file) ?? throw Damaged();
        using var codec = SKCodec.Create(data) ?? throw Damaged();
        var info = codec.Info;
        if (info.Width < ShortestSide || info.Height < ShortestSide)
            throw new PictureRefusedException(
                $"The picture is {info.Width} × {info.Height} pixels. Use one with at least {ShortestSide} on each side."
            );
        if ((long)info.Width * info.Height > MostPixels)
            throw new PictureRefusedException(
                $"The picture is {info.Width} × {info.Height} pixels, more than 40 megapixels. Use a smaller one."
            );

        // A format that can is decoded no larger than what is kept of it.
        var wanted = Math.Min(1f, (float)LongestStoredSide / Math.Max(info.Width, info.Height));
        var size = codec.GetScaledDimensions(wanted);
        if (Math.Max(size.Width, size.Height) < wanted * Math.Max(info.Width, info.Height))
            size = info.Size;
        using var decoded = new SKBitmap(
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul)
        );
        // "Incomplete" means that the file ends early: half a picture is not a picture of a client.
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) != SKCodecResult.Success)
            throw Damaged();
        // Drawn from where it lies, not from a copy.
        decoded.SetImmutable();
        using var upright = Upright(decoded, info.Size, codec.EncodedOrigin);
        using var encoded = upright.Encode(SKEncodedImageFormat.Webp, 90) ?? throw Damaged();
        return new CleanPicture(encoded.ToArray(), upright.Width, upright.Height);
    }

    /// <summary>Looks whether a file is what a kept picture is: WebP, whole, and no larger.</summary>
    /// <exception cref="PictureRefusedException">It is not.</exception>
    public static void LookAtKept(string file)
    {
        if (new FileInfo(file).Length is 0 or > MostBytes)
            throw TooLarge();
        using var data = SKData.Create(file) ?? throw Damaged();
        using var codec = SKCodec.Create(data) ?? throw Damaged();
        if (
            codec.EncodedFormat != SKEncodedImageFormat.Webp
            || Math.Max(codec.Info.Width, codec.Info.Height) > LongestStoredSide
            || codec.FrameCount > 1
        )
            throw Damaged();
        using var decoded = new SKBitmap(codec.Info);
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) != SKCodecResult.Success)
            throw Damaged();
    }

    /// <summary>More than is taken.</summary>
    public static PictureRefusedException TooLarge() => new("The picture is larger than 25 MB. Choose a smaller one.");

    private static PictureRefusedException Damaged() =>
        new("The picture is damaged or cut short. Take it again, or choose another.");

    private static void RefuseUnlessKnown(string file)
    {
        Span<byte> start = stackalloc byte[16];
        using var stream = File.OpenRead(file);
        ReadOnlySpan<byte> head = start[..stream.ReadAtLeast(start, start.Length, throwOnEndOfStream: false)];
        if (head.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]))
            return;
        if (head.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]))
            return;
        if (head.Length >= 12 && head[..4].SequenceEqual("RIFF"u8) && head[8..12].SequenceEqual("WEBP"u8))
            return;
        if (head.Length >= 12 && head[4..8].SequenceEqual("ftyp"u8))
            throw new PictureRefusedException(
                "This looks like a HEIC picture or a video. Set the camera to JPEG (\"most compatible\") or export it as JPEG first."
            );
        throw new PictureRefusedException("This is not a picture that can be read. Use a PNG, JPEG or WebP file.");
    }

    /// <summary>Draws the picture turned as its orientation mark says, no side longer than the limit.</summary>
    private static SKBitmap Upright(SKBitmap source, SKSizeI full, SKEncodedOrigin origin)
    {
        var turned =
            origin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;
        var (width, height) = turned ? (full.Height, full.Width) : (full.Width, full.Height);
        var (drawnWidth, drawnHeight) = turned ? (source.Height, source.Width) : (source.Width, source.Height);
        var scale = Math.Min(1f, (float)LongestStoredSide / Math.Max(width, height));
        var target = new SKBitmap(
            Math.Max(1, (int)Math.Round(width * scale)),
            Math.Max(1, (int)Math.Round(height * scale))
        );
        using var canvas = new SKCanvas(target);
        canvas.Clear(SKColors.White);
        canvas.Scale((float)target.Width / drawnWidth, (float)target.Height / drawnHeight);
        canvas.Concat(Orientation(origin, source.Width, source.Height));
        using var image = SKImage.FromBitmap(source);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKCubicResampler.Mitchell));
        canvas.Flush();
        return target;
    }

    /// <summary>The matrix that maps stored pixels (w × h) to upright ones.</summary>
    private static SKMatrix Orientation(SKEncodedOrigin origin, int w, int h) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
}
