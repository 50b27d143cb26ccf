"""Adds the eighths (⅛ ⅜ ⅝ ⅞) and an arrow to the program's font, drawn from its own digits and fraction slash.

The font has ¼ ½ ¾ only, and inches in eighths must not depend on what fonts a machine happens to have.
Needs fonttools and brotli; run by hand after a change of font: python tools/eighths_font.py
Writes TrueType fonts for paper, and small web fonts with just the added signs for the screen.
"""

from __future__ import annotations

from pathlib import Path

from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont

ROOT = Path(__file__).parent.parent
SOURCE = ROOT / "frontend/node_modules/@fontsource/atkinson-hyperlegible/files"
PAPER = ROOT / "src/elm_cover/papers/fonts"
SCREEN = ROOT / "frontend/src/theme/fonts"
EIGHTHS = {0x215B: "1", 0x215C: "3", 0x215D: "5", 0x215E: "7"}
ARROW = 0x2192
GAP = 30


def bounds(font: TTFont, name: str) -> tuple[float, float, float, float]:
    pen = BoundsPen(font.getGlyphSet())
    font.getGlyphSet()[name].draw(pen)
    bounds: tuple[float, float, float, float] = pen.bounds
    return bounds


def extended(weight: int) -> TTFont:
    font = TTFont(SOURCE / f"atkinson-hyperlegible-latin-{weight}-normal.woff2")
    font.flavor = None
    bold = TTFont(SOURCE / "atkinson-hyperlegible-latin-700-normal.woff2")
    glyphs, names = font.getGlyphSet(), font.getBestCmap()
    top = bounds(font, names[ord("¼")])[3]
    scale = 0.6  # and from the bold digits, whose strokes keep their weight when made small
    slash = names[0x2044]
    for code, digit in EIGHTHS.items():
        name = f"uni{code:04X}"
        pen = TTGlyphPen(glyphs)

        def put(origin: TTFont, glyph: str, left: float, low: float, size: float, pen: TTGlyphPen = pen) -> float:
            x0, y0, x1, _ = bounds(origin, glyph)
            record = DecomposingRecordingPen(origin.getGlyphSet())
            origin.getGlyphSet()[glyph].draw(record)
            record.replay(TransformPen(pen, (size, 0, 0, size, left - x0 * size, low - y0 * size)))
            return left + (x1 - x0) * size

        over, under = bold.getBestCmap()[ord(digit)], bold.getBestCmap()[ord("8")]
        high = bounds(bold, over)
        edge = put(bold, over, 40, top - (high[3] - high[1]) * scale, scale)
        left, low, right, up = bounds(font, slash)
        edge = put(font, slash, edge - (right - left) * 0.3 + GAP, 0, top / (up - low) if up > low else 1)
        edge = put(bold, under, edge - (right - left) * 0.3 + GAP, 0, scale)
        add(font, code, name, pen, round(edge + 40))
    pen = TTGlyphPen(glyphs)
    middle, thick = round(top * 0.48), 32 if weight == 400 else 50
    for corners in (
        [(60, middle - thick), (60, middle + thick), (760, middle + thick), (760, middle - thick)],
        [
            (640, middle + 240),
            (900, middle),
            (640, middle - 240),
            (560, middle - 180),
            (760, middle),
            (560, middle + 180),
        ],
    ):
        pen.moveTo(corners[0])
        for corner in corners[1:]:
            pen.lineTo(corner)
        pen.closePath()
    add(font, ARROW, "arrowright", pen, 960)
    return font


def add(font: TTFont, code: int, name: str, pen: TTGlyphPen, advance: int) -> None:
    glyph = pen.glyph()
    font.setGlyphOrder([*font.getGlyphOrder(), name])
    font["glyf"].glyphs[name] = glyph
    glyph.recalcBounds(font["glyf"])
    font["hmtx"].metrics[name] = (advance, glyph.xMin)
    for table in font["cmap"].tables:
        if table.isUnicode():
            table.cmap[code] = name


if __name__ == "__main__":
    for weight, word in ((400, "Regular"), (700, "Bold")):
        PAPER.mkdir(parents=True, exist_ok=True)
        SCREEN.mkdir(parents=True, exist_ok=True)
        font = extended(weight)
        font.save(PAPER / f"AtkinsonHyperlegible-{word}.ttf")
        options = Options(flavor="woff2")
        small = Subsetter(options)
        small.populate(unicodes=[*EIGHTHS, ARROW])
        font = TTFont(PAPER / f"AtkinsonHyperlegible-{word}.ttf")
        small.subset(font)
        font.flavor = "woff2"
        font.save(SCREEN / f"eighths-{weight}.woff2")
