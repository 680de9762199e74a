using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Html;
using QRCoder;

namespace Gambeta.Web.Navigation;

/// <summary>A line of text as a QR code (ISO/IEC 18004), for a phone's camera.</summary>
public static class QrCode
{
    /// <summary>Draws it: one path of dark squares on a light ground with the quiet zone that the standard asks for.</summary>
    public static HtmlString Draw(string text, string label)
    {
        using var code = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var (rows, path) = (code.ModuleMatrix, new StringBuilder());
        // The generator's own quiet zone of four is part of the matrix.
        for (var y = 0; y < rows.Count; y++)
        {
            for (var x = 0; x < rows.Count; x++)
            {
                if (rows[y][x])
                    path.Append(CultureInfo.InvariantCulture, $"M{x} {y}h1v1h-1z");
            }
        }
        var size = rows.Count;
        return new HtmlString(
            $"<svg class=\"qr\" viewBox=\"0 0 {size} {size}\" role=\"img\" aria-label=\"{System.Net.WebUtility.HtmlEncode(label)}\" "
                + $"shape-rendering=\"crispEdges\"><path class=\"qr-ground\" d=\"M0 0H{size}V{size}H0z\"/><path class=\"qr-dark\" "
                + $"d=\"{path}\"/></svg>"
        );
    }
}
