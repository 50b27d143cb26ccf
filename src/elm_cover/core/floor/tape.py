"""A walk round the walls with a tape: runs as they are called out, and how well the walk closes (handbook §2).

“38 E, 12'6 N, 38 W, 12'6 S”: each run a length and a direction, in the order walked; the commas may be missing. Feet, feet and inches, decimals or
metres; N S E W, the four between, or a bearing like N30E. y is to the north.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from itertools import pairwise

from ..base.arrays import Points
from ..base.metric import M_PER_FT
from ..base.units import eighths, feet_inches

CLOSED_FT = 0.01
MOST_ERROR_FT = 2.0
FEWEST_RUNS, MOST_RUNS = 3, 200
FT_PER_M = 1 / M_PER_FT
COMPASS = {"N": 90.0, "NE": 45.0, "E": 0.0, "SE": -45.0, "S": -90.0, "SW": -135.0, "W": 180.0, "NW": 135.0}
GLYPHS = {"⅛": "1/8", "¼": "1/4", "⅜": "3/8", "½": "1/2", "⅝": "5/8", "¾": "3/4", "⅞": "7/8"}
_NUMBER = r"\d+(?:[.,]\d+)?"
_FRACTION = r"(?:\d+\s+)?\d+/\d+"
_LENGTH = re.compile(
    rf"(?:(?P<m>{_NUMBER})\s*m"
    rf"|(?P<ft>{_NUMBER})\s*(?:'|′|ft\.?|feet)\s*-?\s*(?:(?P<in>{_FRACTION}|{_NUMBER})\s*(?:\"|″|in\.?)?)?"
    rf"|(?P<in2>{_FRACTION}|{_NUMBER})\s*(?:\"|″|in\.?)"
    rf"|(?P<bare>{_NUMBER}))",
    re.IGNORECASE,
)
_DIRECTION = r"(?P<bearing>[NS]\s*\d+(?:\.\d+)?\s*°?\s*[EW])|(?P<compass>NE|NW|SE|SW|N|S|E|W)"
_RUN = re.compile(
    rf"^(?:{_DIRECTION})\s*(?P<after>.+)$|^(?P<before>.+?)\s*(?:{_DIRECTION.replace('P<', 'P<b_')})$", re.I
)
_SEPARATOR = re.compile(r"[;\n]+|,(?=\s*[NSEW])|(?<=[NSEWnsew])\s*,|,\s+", re.IGNORECASE)
# A direction among runs that no comma parts: no letter before or after it, so that the n of “in” is none, and a bearing in
# one piece, so that “38 N 12 W” stays two runs.
_WAY = re.compile(r"(?<![A-Z])(?:[NS]\d+(?:\.\d+)?°?[EW]|NE|NW|SE|SW|N|S|E|W)(?![A-Z])", re.IGNORECASE)


class TapeError(ValueError):
    """A walk that cannot be drawn; the message says which run, and what is allowed."""


@dataclass(frozen=True)
class Walk:
    """A walk as called out. points_ft: corners as walked; spread_ft: the same with the closing error spread.

    error_ft: how far the end lies from the start, east and north; closes: within 2 ft, so that it may be spread.
    """

    runs: int
    points_ft: Points
    spread_ft: Points
    error_ft: tuple[float, float]
    closes: bool
    text: str

    @property
    def error_length_ft(self) -> float:
        """Length of the closing error, ft."""
        return math.hypot(*self.error_ft)


def length_ft(text: str, metric: bool = False) -> float:
    """A length in feet: 38, 12'6, 12' 6 1/2", 12.5 ft, 150 in, 3.81 m; a bare number is metres in the metric view.

    Raises TapeError where it cannot be read.

    >>> [length_ft(text) for text in ("12 ft 6 in", "12.5", "150 in")]
    [12.5, 12.5, 12.5]
    """
    clean = text.strip().lower()
    for glyph, fraction in GLYPHS.items():
        clean = re.sub(rf"(\d)\s*{glyph}", rf"\1 {fraction}", clean).replace(glyph, fraction)
    found = _LENGTH.fullmatch(clean)
    if found is None:
        raise TapeError(f"“{text.strip()}” is not a length; write 38, 12'6, 12.5 ft or 3.81 m")
    if found["m"]:
        return _amount(found["m"]) * FT_PER_M
    if found["ft"]:
        return _amount(found["ft"]) + (_amount(found["in"]) / 12 if found["in"] else 0.0)
    if found["in2"]:
        return _amount(found["in2"]) / 12
    return _amount(found["bare"]) * (FT_PER_M if metric else 1.0)


def _amount(text: str) -> float:
    total = 0.0
    for part in text.replace(",", ".").split():
        over, _, under = part.partition("/")
        if under and float(under) == 0:
            raise TapeError(f"“{text}” divides by 0")
        total += float(over) / float(under) if under else float(over)
    return total


def walk(text: str, metric: bool = False, start_ft: tuple[float, float] = (0.0, 0.0)) -> Walk:
    """The corners of a walk. Raises TapeError naming the run that cannot be read.

    The closing error is spread by the transit rule: over the runs by how far each goes in that direction, so that walls
    walked east stay east–west. A walk that ends more than 2 ft from its start is not spread: a run is wrong or missing.
    """
    runs = [run for part in _SEPARATOR.split(text) if part.strip() for run in _called_in_one_breath(part.strip())]
    if not FEWEST_RUNS <= len(runs) <= MOST_RUNS:
        raise TapeError(
            f"A walk has {FEWEST_RUNS} to {MOST_RUNS} runs, like “38 E, 12'6 N, 38 W, 12'6 S”; here are {len(runs)}"
        )
    legs = [_leg(run, number, metric) for number, run in enumerate(runs, start=1)]
    east, north = sum(dx for dx, _ in legs), sum(dy for _, dy in legs)
    closes = math.hypot(east, north) <= MOST_ERROR_FT
    return Walk(
        len(legs),
        _corners(legs, start_ft),
        _corners(_spread(legs, east, north), start_ft) if closes else (),
        (east, north),
        closes,
        _says(east, north, closes),
    )


def _called_in_one_breath(part: str) -> list[str]:
    """The runs of a stretch written without commas: “38 E 12'6 N 38 W”, or “E 38 N 12'6 W 38”.

    Whether directions stand before or behind their lengths, the first of them says.
    """
    ways = list(_WAY.finditer(part))
    if len(ways) < 2:
        return [part]
    leads = ways[0].start() == 0
    between = [way.start() for way in ways[1:]] if leads else [way.end() for way in ways[:-1]]
    cuts = [0, *between, len(part)]
    return [part[a:b].strip() for a, b in pairwise(cuts)]


def _leg(run: str, number: int, metric: bool) -> tuple[float, float]:
    found = _RUN.match(run)
    if found is None:
        raise TapeError(f"Run {number}, “{run}”: give a length and a direction, like 12'6 N")
    bearing, compass = found["bearing"] or found["b_bearing"], found["compass"] or found["b_compass"]
    try:
        length = length_ft(found["after"] or found["before"], metric)
    except TapeError as error:
        raise TapeError(f"Run {number}: {error}") from error
    if not 0 < length <= 1000:
        raise TapeError(f"Run {number}, “{run}”: a run is over 0 and up to 1,000 ft")
    degrees = COMPASS[compass.upper()] if compass else _bearing(bearing, number)
    angle = math.radians(degrees)
    # Straight runs are exact: cos 90° is not 0 in floating point.
    return (round(length * math.cos(angle), 9), round(length * math.sin(angle), 9))


def _bearing(text: str, number: int) -> float:
    """N30E: 30° from north toward east. Degrees from east, counter-clockwise."""
    clean = re.sub(r"[\s°]", "", text.upper())
    turn = float(clean[1:-1])
    if turn > 90:
        raise TapeError(f"Run {number}: a bearing like N30E turns 0 to 90 degrees")
    toward = 90 - turn if clean[-1] == "E" else 90 + turn
    return toward if clean[0] == "N" else -toward


def _spread(legs: list[tuple[float, float]], east: float, north: float) -> list[tuple[float, float]]:
    across, along = sum(abs(dx) for dx, _ in legs), sum(abs(dy) for _, dy in legs)
    return [
        (dx - (east * abs(dx) / across if across else 0.0), dy - (north * abs(dy) / along if along else 0.0))
        for dx, dy in legs
    ]


def _corners(legs: list[tuple[float, float]], start: tuple[float, float]) -> Points:
    """The corner each leg starts from, to a thousandth of a foot."""
    x, y = start
    corners = []
    for dx, dy in legs:
        corners.append((round(x, 3), round(y, 3)))
        x, y = x + dx, y + dy
    return tuple(corners)


def _says(east: float, north: float, closes: bool) -> str:
    error = math.hypot(east, north)
    if error <= CLOSED_FT:
        return "The walk closes."
    parts = [
        f"{_short(abs(value))} {way}"
        for value, way in ((east, "east" if east > 0 else "west"), (north, "north" if north > 0 else "south"))
        if abs(value) > CLOSED_FT
    ]
    where = f"The walk ends {' and '.join(parts)} of its start"
    if closes:
        return f"{where}, {_short(error)} in all. Spread it over the walls, or measure again."
    return f"{where}: more than {MOST_ERROR_FT:g} ft. A run is wrong or missing; nothing was changed."


def _short(value_ft: float) -> str:
    return eighths(value_ft * 12) if value_ft < 1 else feet_inches(value_ft)
