namespace WideLever.Browser.Tests;

/// <summary>Small pictures to put in.</summary>
internal static class Pictures
{
    /// <summary>A grey JPEG; the size is the camera's own and only approximate in its header.</summary>
    public static byte[] Jpeg(int width, int height)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        bitmap.Erase(SkiaSharp.SKColors.Gray);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 80);
        return data.ToArray();
    }

    /// <summary>A dark PNG.</summary>
    public static byte[] Png(int width, int height)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        bitmap.Erase(SkiaSharp.SKColors.DarkSlateGray);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 80);
        return data.ToArray();
    }
}
