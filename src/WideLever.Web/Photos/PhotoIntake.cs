using SkiaSharp;
using WideLever.Core.Records;

namespace WideLever.Web.Photos;

/// <summary>A photo as it is kept: encoded anew, so that nothing but its pixels comes along.</summary>
/// <param name="Bytes">Its bytes.</param>
/// <param name="Type">How they are to be read.</param>
/// <param name="WidthPx">Width, px.</param>
/// <param name="HeightPx">Height, px.</param>
/// <param name="Thumbnail">A small JPEG of it.</param>
public sealed record CleanPhoto(byte[] Bytes, PhotoType Type, int WidthPx, int HeightPx, byte[] Thumbnail);

/// <summary>Takes pictures in from outside, which are hostile until they are encoded anew.</summary>
public sealed class PhotoIntake : IDisposable
{
    /// <summary>Bytes that a picture may have.</summary>
    public const int MaxBytes = 20 * 1024 * 1024;

    /// <summary>Pixels that it may have.</summary>
    public const long MaxPixels = 100_000_000;

    /// <summary>Pixels that a side may have: a strip of them takes as long as a whole picture many times its size.</summary>
    public const int MaxSide = 20_000;

    private const int ThumbnailPx = 320;
    private const int Quality = 90;

    // The largest picture takes 400 MB while it is encoded: one at a time.
    private readonly SemaphoreSlim one = new(1);

    /// <summary>Encodes a picture anew; its turn is done, its EXIF and location are gone.</summary>
    /// <param name="bytes">JPEG, PNG or WebP, told by their contents.</param>
    /// <param name="cancellation">Stops waiting for the turn.</param>
    /// <returns>The photo, or what is wrong.</returns>
    public async Task<(CleanPhoto? Photo, string? Trouble)> CleanAsync(byte[] bytes, CancellationToken cancellation)
    {
        if (bytes.Length > MaxBytes)
            return (null, TooLarge);
        if (TypeOf(bytes) is not { } type)
            return (null, $"This is {NameOf(bytes)}. Pictures are JPEG, PNG or WebP.");
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            return (null, $"This {Name(type)} picture is broken: it cannot be read.");
        // The header alone says how large it is: nothing is decoded before this.
        if ((long)codec.Info.Width * codec.Info.Height > MaxPixels)
            return (null, $"This picture has {codec.Info.Width} × {codec.Info.Height} pixels; the most is 100 megapixels.");
        if (Math.Max(codec.Info.Width, codec.Info.Height) > MaxSide)
            return (null, $"This picture is {codec.Info.Width} × {codec.Info.Height} pixels; the longest side is {MaxSide}.");
        await one.WaitAsync(cancellation);
        try
        {
            using var bitmap = new SKBitmap(new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
            if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
                return (null, $"This {Name(type)} picture is broken: it ends early or cannot be read.");
            using var turned = Turned(bitmap, codec.EncodedOrigin);
            using var encoded = (turned ?? bitmap).Encode(Format(type), Quality);
            return encoded is null
                ? (null, "This picture cannot be encoded.")
                : (new(encoded.ToArray(), type, (turned ?? bitmap).Width, (turned ?? bitmap).Height, Small(turned ?? bitmap)), null);
        }
        finally
        {
            one.Release();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => one.Dispose();

    /// <summary>A small JPEG of a kept photo, in its turn.</summary>
    public async Task<byte[]> ThumbnailAsync(byte[] kept, CancellationToken cancellation) =>
        await SmallerAsync(kept, ThumbnailPx, cancellation) ?? throw new InvalidOperationException("a kept photo cannot be decoded");

    /// <summary>A JPEG of a kept photo, in its turn, that is at most so many px wide and high; null: it cannot be read any more.</summary>
    public async Task<byte[]?> SmallerAsync(byte[] kept, int longestPx, CancellationToken cancellation)
    {
        await one.WaitAsync(cancellation);
        try
        {
            using var data = SKData.CreateCopy(kept);
            using var codec = SKCodec.Create(data);
            using var bitmap = codec is null ? null : SKBitmap.Decode(codec);
            return bitmap is null ? null : Small(bitmap, longestPx);
        }
        finally
        {
            one.Release();
        }
    }

    /// <summary>A JPEG, at most so many px in width and height.</summary>
    private static byte[] Small(SKBitmap bitmap, int longestPx = ThumbnailPx)
    {
        var scale = Math.Min(1.0, (double)longestPx / Math.Max(bitmap.Width, bitmap.Height));
        using var small = bitmap.Resize(
            new SKImageInfo(Math.Max(1, (int)(bitmap.Width * scale)), Math.Max(1, (int)(bitmap.Height * scale)), SKColorType.Rgba8888, SKAlphaType.Premul),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var encoded = small.Encode(SKEncodedImageFormat.Jpeg, 80);
        return encoded.ToArray();
    }

    /// <summary>What is said of a picture with too many bytes.</summary>
    public const string TooLarge = "This picture is larger than 20 MB, the most that one may have.";

    /// <summary>The media type of a photo.</summary>
    public static string MediaType(PhotoType type) => $"image/{type.Word()}";

    private static SKBitmap? Turned(SKBitmap bitmap, SKEncodedOrigin origin)
    {
        if (origin is SKEncodedOrigin.TopLeft)
            return null;
        var (w, h) = (bitmap.Width, bitmap.Height);
        var aside = origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var turned = new SKBitmap(new SKImageInfo(aside ? h : w, aside ? w : h, SKColorType.Rgba8888, SKAlphaType.Premul));
        using var canvas = new SKCanvas(turned);
        // Each matrix takes the stored picture to the way it was held. EXIF, orientation.
        canvas.SetMatrix(origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            _ => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
        });
        canvas.DrawBitmap(bitmap, 0, 0, SKSamplingOptions.Default);
        canvas.Flush();
        return turned;
    }

    private static PhotoType? TypeOf(ReadOnlySpan<byte> bytes) =>
        bytes.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? PhotoType.Jpeg
        : bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]) ? PhotoType.Png
        : bytes.Length >= 12 && bytes.StartsWith("RIFF"u8) && bytes[8..12].SequenceEqual("WEBP"u8) ? PhotoType.Webp
        : null;

    /// <summary>What a file is that is no picture of ours, by its contents.</summary>
    private static string NameOf(ReadOnlySpan<byte> bytes)
    {
        if (bytes.IsEmpty)
            return "an empty file";
        if (bytes.Length >= 12 && bytes[4..8].SequenceEqual("ftyp"u8))
        {
            var brand = bytes[8..12];
            return brand.SequenceEqual("avif"u8) ? "an AVIF picture" : brand.StartsWith("he"u8) || brand.StartsWith("mi"u8) ? "a HEIC picture" : "a film";
        }
        if (bytes.StartsWith("GIF8"u8))
            return "a GIF picture";
        if (bytes.StartsWith("BM"u8))
            return "a BMP picture";
        if (bytes.StartsWith("II*\0"u8) || bytes.StartsWith("MM\0*"u8))
            return "a TIFF or raw picture";
        if (bytes.StartsWith("\u007fELF"u8) || bytes.StartsWith("MZ"u8) || bytes.StartsWith("#!"u8))
            return "a program";
        if (bytes.StartsWith("PK"u8))
            return "an archive";
        if (bytes.StartsWith("%PDF"u8))
            return "a PDF document";
        var start = bytes[..Math.Min(bytes.Length, 1024)];
        if (start.IndexOf("<svg"u8) >= 0)
            return "an SVG drawing";
        return start.IndexOf("<html"u8) >= 0 ? "an HTML page" : "no picture that is known here";
    }

    private static string Name(PhotoType type) => type switch { PhotoType.Jpeg => "JPEG", PhotoType.Png => "PNG", _ => "WebP" };

    private static SKEncodedImageFormat Format(PhotoType type) =>
        type switch { PhotoType.Jpeg => SKEncodedImageFormat.Jpeg, PhotoType.Png => SKEncodedImageFormat.Png, _ => SKEncodedImageFormat.Webp };
}
