"""Pictures for the demo jobs, drawn here: joists seen from above, and what was found between them."""

from __future__ import annotations

import io

from PIL import Image, ImageDraw

from ..formats.photo import KeptPhoto, keep_photo

SIZE = (960, 720)
BOARD, JOIST, EDGE, FILL, DARK, PALE = "#cfc3ac", "#8a6a45", "#5b452c", "#b9b4a6", "#3a332b", "#efe9dc"
JOISTS_AT = (90, 390, 690)
JOIST_WIDE = 60


# By what the job files name them. A picture that another version of the drawing library writes otherwise is put in under its own name.
FILES = {
    "bridged": "37af09f280cb3a5607ae5c8f5ff4adb703cf564f310633e3b277c2209d35ab73.jpg",
    "knobs": "1826516c2b9d30437daa2ecf4a6544885f3b9be6aeb772c712d85f63f0110a96.jpg",
    "chase": "7a4517c2c3b5b0ad35ac9f685817fe9809e6a3ca64ef4022b41d88fce0e8ee11.jpg",
    "fan": "56b7e9861165577a8bbb9d822fad14089d7e60c9ec6c5df77896d9aac4afca2b.jpg",
}


def demo_photos() -> dict[str, KeptPhoto]:
    """Each picture by its name."""
    return {name: _kept(name) for name in FILES}


def _kept(name: str) -> KeptPhoto:
    picture = Image.new("RGB", SIZE, BOARD)
    draw = ImageDraw.Draw(picture)
    if name == "bridged":
        for x in (150, 450, 750):
            draw.rounded_rectangle((x, 60, x + 240, 660), 24, fill="#e6d3a6", outline=DARK, width=3)
        draw.rectangle((0, 300, 960, 470), fill=DARK)
        draw.text((40, 370), "open under the batts", fill=PALE, font_size=36)
    for x in JOISTS_AT:
        draw.rectangle((x, 0, x + JOIST_WIDE, SIZE[1]), fill=JOIST, outline=EDGE, width=4)
    if name == "knobs":
        for y in (180, 470):
            draw.line((0, y, SIZE[0], y), fill=DARK, width=9)
            for x in JOISTS_AT:
                draw.ellipse((x + 8, y - 24, x + 52, y + 24), fill=PALE, outline=DARK, width=4)
    elif name == "chase":
        draw.rectangle((470, 150, 670, 560), fill=DARK)
        draw.ellipse((530, 300, 620, 390), fill="#777777", outline=PALE, width=6)
    elif name == "fan":
        draw.rectangle((480, 240, 640, 400), fill="#b9bec0", outline=DARK, width=5)
        draw.line((560, 320, 300, 560), fill="#9aa3a6", width=58)
        draw.ellipse((250, 520, 350, 620), fill=DARK)
    else:
        draw.rectangle((0, 0, 960, 40), fill=FILL)
    out = io.BytesIO()
    picture.save(out, "PNG")
    out.seek(0)
    return keep_photo(out)
