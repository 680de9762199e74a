using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.TouchMaps;
using Gambeta.Web.Charts;

namespace Gambeta.Web.TouchMaps;

/// <summary>The picture of a pattern at a tempo, with what is needed to play it.</summary>
public static class TouchMapPicture
{
    public static Svg Draw(Pattern pattern, Tempo tempo) =>
        new(writer =>
        {
            var map = TouchMap.Of(pattern, tempo);
            if (map.View == MapView.Floor)
                FloorPicture.Write(writer, map);
            else
                AirPicture.Write(writer, map);
        });
}
