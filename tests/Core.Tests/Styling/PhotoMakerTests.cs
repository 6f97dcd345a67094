using Plurimax.Design.Pictures;
using Plurimax.Sites;
using SkiaSharp;

namespace Plurimax.Core.Tests;

public sealed class PhotoMakerTests
{
    private static readonly SKColor Red = new(220, 20, 20),
        Green = new(20, 160, 20),
        Blue = new(20, 20, 220),
        White = SKColors.White;

    /// <summary>A picture in four colours: red at the stored top left, green top right, blue bottom left, white bottom right.</summary>
    private static byte[] Jpeg(int width, int height, int orientation)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            using var paint = new SKPaint();
            foreach (var (colour, x, y) in new[] { (Red, 0, 0), (Green, 1, 0), (Blue, 0, 1), (White, 1, 1) })
            {
                paint.Color = colour;
                canvas.DrawRect(x * width / 2f, y * height / 2f, width / 2f, height / 2f, paint);
            }
        }
        using var image = SKImage.FromBitmap(bitmap);
        var jpeg = image.Encode(SKEncodedImageFormat.Jpeg, 95).ToArray();
        // APP1 with one entry: tag 0x0112, SHORT, count 1 (Exif 2.32, TIFF 6.0).
        byte[] tiff =
        [
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            0,
            0,
            0,
            8,
            0,
            1,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            (byte)orientation,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        var length = tiff.Length + 2;
        return [jpeg[0], jpeg[1], 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. tiff, .. jpeg[2..]];
    }

    /// <summary>
    /// Where the stored first row and first column stand, by orientation 1 to 8 (TIFF 6.0, tag 274): corner of red, then of green.
    /// </summary>
    [Theory]
    [InlineData(1, "top left", "top right")]
    [InlineData(2, "top right", "top left")]
    [InlineData(3, "bottom right", "bottom left")]
    [InlineData(4, "bottom left", "bottom right")]
    [InlineData(5, "top left", "bottom left")]
    [InlineData(6, "top right", "bottom right")]
    [InlineData(7, "bottom right", "top right")]
    [InlineData(8, "bottom left", "top left")]
    public void A_photo_is_turned_as_its_orientation_says(int orientation, string red, string green)
    {
        var made = PhotoMaker.Make(Jpeg(400, 200, orientation)).Value!;
        (made.Width, made.Height).ShouldBe(orientation >= 5 ? (200, 400) : (400, 200));
        using var bitmap = SKBitmap.Decode(made.WebP);
        At(red).ShouldBe("red");
        At(green).ShouldBe("green");

        string At(string corner)
        {
            var c = bitmap.GetPixel(
                corner.EndsWith("left", StringComparison.Ordinal) ? bitmap.Width / 4 : bitmap.Width * 3 / 4,
                corner.StartsWith("top", StringComparison.Ordinal) ? bitmap.Height / 4 : bitmap.Height * 3 / 4
            );
            return c is { Red: > 150, Green: < 110, Blue: < 110 } ? "red"
                : c is { Green: > 100, Red: < 110, Blue: < 110 } ? "green"
                : c is { Blue: > 150, Red: < 110 } ? "blue"
                : "white";
        }
    }

    [Fact]
    public void A_large_photo_is_made_smaller_and_a_small_one_is_said_to_be()
    {
        var large = PhotoMaker.Make(Jpeg(4000, 3000, 1)).Value!;
        (large.Width, large.Height, large.Small).ShouldBe((1600, 1200, false));
        PhotoMaker.Make(Jpeg(640, 480, 1)).Value!.Small.ShouldBeTrue();
        System.Text.Encoding.Latin1.GetString(large.WebP).ShouldNotContain("Exif");
    }

    [Fact]
    public void A_photo_is_kept_in_sizes_for_smaller_screens()
    {
        var made = PhotoMaker.Make(Jpeg(4000, 3000, 1)).Value!;
        made.Smaller.Select(s => s.Width).ShouldBe([480, 960]);
        foreach (var (webp, width) in made.Smaller)
        {
            using var codec = SKCodec.Create(SKData.CreateCopy(webp));
            (codec.EncodedFormat, codec.Info.Width, codec.Info.Height).ShouldBe((SKEncodedImageFormat.Webp, width, width * 3 / 4));
            webp.Length.ShouldBeLessThan(made.WebP.Length);
        }
        PhotoMaker.Make(Jpeg(500, 400, 1)).Value!.Smaller.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_no_picture_is_refused_with_what_to_do()
    {
        PhotoMaker.Make("this is no picture at all"u8.ToArray()).Problem!.ShouldContain("JPEG, PNG or WebP");
        PhotoMaker.Make([]).Ok.ShouldBeFalse();
        PhotoMaker.Make([.. Jpeg(400, 200, 1).Take(120)]).Ok.ShouldBeFalse();
    }

    /// <summary>A photo of four quarters: drawn at 200 percent around a corner, that quarter alone is left.</summary>
    [Theory, InlineData(0, 0, 0), InlineData(100, 0, 1), InlineData(0, 100, 2), InlineData(100, 100, 3)]
    public void Zoom_leaves_the_part_around_the_focus(int x, int y, int quarter)
    {
        SKColor[] colours = [SKColors.Red, SKColors.Lime, SKColors.Blue, SKColors.White];
        using var bitmap = new SKBitmap(1000, 600);
        for (var i = 0; i < 4; i++)
        {
            using var canvas = new SKCanvas(bitmap);
            using var paint = new SKPaint { Color = colours[i] };
            canvas.DrawRect(i % 2 * 500, i / 2 * 300, 500, 300, paint);
        }
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var made = PhotoMaker.Make(png.ToArray(), new PhotoFocus(x, y, 200)).Value!;
        (made.Width, made.Height).ShouldBe((500, 300));
        using var shown = SKBitmap.Decode(made.WebP);
        foreach (var (px, py) in new[] { (40, 40), (250, 150), (460, 260) })
        {
            var (got, wanted) = (shown.GetPixel(px, py), colours[quarter]);
            (Math.Abs(got.Red - wanted.Red) + Math.Abs(got.Green - wanted.Green) + Math.Abs(got.Blue - wanted.Blue)).ShouldBeLessThan(40);
        }
    }
}
