"""Colours as style sheets write them (W3C CSS Color 4)."""

import re

from buildup.drawing.colourspaces import of_hsl, of_oklch

_TABLE = """
aliceblue:F0F8FF antiquewhite:FAEBD7 aqua:00FFFF aquamarine:7FFFD4 azure:F0FFFF beige:F5F5DC
bisque:FFE4C4 black:000000 blanchedalmond:FFEBCD blue:0000FF blueviolet:8A2BE2 brown:A52A2A
burlywood:DEB887 cadetblue:5F9EA0 chartreuse:7FFF00 chocolate:D2691E coral:FF7F50
cornflowerblue:6495ED cornsilk:FFF8DC crimson:DC143C cyan:00FFFF darkblue:00008B darkcyan:008B8B
darkgoldenrod:B8860B darkgray:A9A9A9 darkgreen:006400 darkgrey:A9A9A9 darkkhaki:BDB76B
darkmagenta:8B008B darkolivegreen:556B2F darkorange:FF8C00 darkorchid:9932CC darkred:8B0000
darksalmon:E9967A darkseagreen:8FBC8F darkslateblue:483D8B darkslategray:2F4F4F
darkslategrey:2F4F4F darkturquoise:00CED1 darkviolet:9400D3 deeppink:FF1493 deepskyblue:00BFFF
dimgray:696969 dimgrey:696969 dodgerblue:1E90FF firebrick:B22222 floralwhite:FFFAF0
forestgreen:228B22 fuchsia:FF00FF gainsboro:DCDCDC ghostwhite:F8F8FF gold:FFD700 goldenrod:DAA520
gray:808080 green:008000 greenyellow:ADFF2F grey:808080 honeydew:F0FFF0 hotpink:FF69B4
indianred:CD5C5C indigo:4B0082 ivory:FFFFF0 khaki:F0E68C lavender:E6E6FA lavenderblush:FFF0F5
lawngreen:7CFC00 lemonchiffon:FFFACD lightblue:ADD8E6 lightcoral:F08080 lightcyan:E0FFFF
lightgoldenrodyellow:FAFAD2 lightgray:D3D3D3 lightgreen:90EE90 lightgrey:D3D3D3 lightpink:FFB6C1
lightsalmon:FFA07A lightseagreen:20B2AA lightskyblue:87CEFA lightslategray:778899
lightslategrey:778899 lightsteelblue:B0C4DE lightyellow:FFFFE0 lime:00FF00 limegreen:32CD32
linen:FAF0E6 magenta:FF00FF maroon:800000 mediumaquamarine:66CDAA mediumblue:0000CD
mediumorchid:BA55D3 mediumpurple:9370DB mediumseagreen:3CB371 mediumslateblue:7B68EE
mediumspringgreen:00FA9A mediumturquoise:48D1CC mediumvioletred:C71585 midnightblue:191970
mintcream:F5FFFA mistyrose:FFE4E1 moccasin:FFE4B5 navajowhite:FFDEAD navy:000080 oldlace:FDF5E6
olive:808000 olivedrab:6B8E23 orange:FFA500 orangered:FF4500 orchid:DA70D6 palegoldenrod:EEE8AA
palegreen:98FB98 paleturquoise:AFEEEE palevioletred:DB7093 papayawhip:FFEFD5 peachpuff:FFDAB9
peru:CD853F pink:FFC0CB plum:DDA0DD powderblue:B0E0E6 purple:800080 rebeccapurple:663399
red:FF0000 rosybrown:BC8F8F royalblue:4169E1 saddlebrown:8B4513 salmon:FA8072 sandybrown:F4A460
seagreen:2E8B57 seashell:FFF5EE sienna:A0522D silver:C0C0C0 skyblue:87CEEB slateblue:6A5ACD
slategray:708090 slategrey:708090 snow:FFFAFA springgreen:00FF7F steelblue:4682B4 tan:D2B48C
teal:008080 thistle:D8BFD8 tomato:FF6347 turquoise:40E0D0 violet:EE82EE wheat:F5DEB3 white:FFFFFF
whitesmoke:F5F5F5 yellow:FFFF00 yellowgreen:9ACD32
"""
_NAMES = dict(pair.split(":") for pair in _TABLE.split())
"""The named colours of CSS Color 4, 6.1."""
_HEX = re.compile(r"#([0-9a-f]{3}|[0-9a-f]{4}|[0-9a-f]{6}|[0-9a-f]{8})")
_CALL = re.compile(r"(rgb|hsl|oklch)a?\(([^()]*)\)")


def read_faint_colour(text: str) -> tuple[str | None, float]:
    """A colour as `#RRGGBB`, and how much of it shows, from 0 to 1; None where nothing does.

    Raises:
        ValueError: that is not a colour known here.

    >>> read_faint_colour("#0c6b6580"), read_faint_colour("rgb(0 0 0 / 25%)")
    (('#0C6B65', 0.502), ('#000000', 0.25))
    """
    word = text.strip().lower()
    opacity = 1.0
    if (match := _HEX.fullmatch(word)) and len(match[1]) in (4, 8):
        alpha = match[1][3] * 2 if len(match[1]) == 4 else match[1][6:]
        opacity = round(int(alpha, 16) / 255.0, 4)
    elif match := _CALL.fullmatch(word):
        opacity = _share(_parts(match[2])[3:])
    ink = read_colour(text)
    return (ink, opacity) if ink is not None and opacity > 0.0 else (None, 0.0)


def read_colour(text: str) -> str | None:
    """A colour as `#RRGGBB`; None for none, and for one of which nothing shows.

    Raises:
        ValueError: that is not a colour known here.

    >>> read_colour("tan"), read_colour("#0af"), read_colour("rgb(50%, 0%, 100%)")
    ('#D2B48C', '#00AAFF', '#8000FF')
    >>> read_colour("hsl(30 100% 50%)"), read_colour("oklch(62.8% 0.258 29.23)")
    ('#FF8000', '#FF0000')
    >>> read_colour("none") is None
    True

    """
    word = text.strip().lower()
    if word in ("none", "transparent"):
        return None
    if word in _NAMES:
        return f"#{_NAMES[word]}"
    if match := _HEX.fullmatch(word):
        digits = match[1]
        if len(digits) < 6:
            digits = "".join(d * 2 for d in digits)
        return None if digits[6:] == "00" else f"#{digits[:6].upper()}"
    if match := _CALL.fullmatch(word):
        parts = _parts(match[2])
        if len(parts) >= 3:
            return None if _share(parts[3:]) == 0.0 else _READERS[match[1]](parts[:3])
    raise ValueError(text[:40])


def _rgb(parts: list[str]) -> str:
    return "#" + "".join(map(_part, parts))


def _hsl(parts: list[str]) -> str:
    saturation, lightness = (_bounded(float(p.removesuffix("%")) / 100.0) for p in parts[1:])
    return of_hsl(_hue(parts[0]), saturation, lightness)


def _oklch(parts: list[str]) -> str:
    lightness = _bounded(_of_whole(parts[0], 1.0))
    return of_oklch(lightness, min(_of_whole(parts[1], 0.4), MOST_CHROMA), _hue(parts[2]))


MOST_CHROMA = 1.0
"""No colour that can be seen has more."""
_READERS = {"rgb": _rgb, "hsl": _hsl, "oklch": _oklch}


def _hue(text: str) -> float:
    value = float(text.removesuffix("deg"))
    if not abs(value) < 1e6:
        raise ValueError(text[:40])
    return value % 360.0


def _of_whole(text: str, whole: float) -> float:
    """A number, or per cent of a whole."""
    return float(text[:-1]) / 100.0 * whole if text.endswith("%") else float(text)


def _bounded(value: float) -> float:
    """A number kept from 0 to 1; NaN is none."""
    if value != value:  # noqa: PLR0124
        raise ValueError("nan")
    return min(max(value, 0.0), 1.0)


def _part(text: str) -> str:
    """One of red, green, blue: a number up to 255, or a percentage."""
    value = float(text[:-1]) * 255.0 / 100.0 if text.endswith("%") else float(text)
    return f"{round(min(max(value, 0.0), 255.0)):02X}"


def _share(rest: list[str]) -> float:
    """How much shows, where that is said."""
    return _bounded(_of_whole(rest[0], 1.0)) if rest else 1.0


def _parts(text: str) -> list[str]:
    return re.split(r"[\s,/]+", text.strip())
