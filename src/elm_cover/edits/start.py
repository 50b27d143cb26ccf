"""A new job from the first sheet: what most jobs need, in the order of the tape, over one floor or one and a half storeys."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from ..core.base.arrays import Points
from ..core.floor import HalfStoreyError, Taped, half_storey, polygon_area_ft2, strips
from ..core.floor import box as rectangle
from ..core.layers import CONTACT_VOID
from ..job import Fault, JobError
from ..job.fields import Number, Text
from ..job.section import AREA_LIMITS_FT2, Material
from ..job.usual import Usual

Document = dict[str, Any]
Feet = Number
# A wall stands on a line; its plan is a strip beside the side attic that it closes.
WALL_PLAN_FT = 0.3
EAVES = {"north_south": (0, 2), "east_west": (1, 3), "all": (0, 1, 2, 3), "none": ()}


class Start(Usual):
    """The sheet. Feet and inches as the names say; old: nothing for a bare floor. What is left out is asked later.

    shape half_storey: knee walls knee_wall_ft high, a flat ceiling ceiling_ft over the floor of the side attics, which are
    side_ft deep where that was measured.
    """

    name: Text = ""
    shape: Literal["one_floor", "half_storey"] = "one_floor"
    length_ft: Feet = Field(ge=1, le=400)
    width_ft: Feet = Field(ge=1, le=400)
    eaves: Literal["north_south", "east_west", "all", "none"] = "north_south"
    old: Material | Literal["nothing"] | None = None
    old_in: Number | None = Field(None, ge=0, le=48)
    contact: Literal["snug", "minor", "gappy", "tented"] | None = None
    knee_wall_ft: Feet | None = Field(None, gt=0, le=40)
    ceiling_ft: Feet | None = Field(None, gt=0, le=40)
    side_ft: Feet | None = Field(None, gt=0, le=200)
    rafter_in: Number | None = Field(None, ge=1.5, le=24)
    stud_in: Number | None = Field(None, ge=1.5, le=24)


def _corners(section: Document) -> Points:
    return tuple((corner[0], corner[1]) for corner in section["outline_ft"])


def started(start: Start) -> Document:
    """The job document of the sheet's answers. Raises JobError naming the field of the sheet."""
    sections = _half_storey(start) if start.shape == "half_storey" else [_floor(start)]
    if max(polygon_area_ft2(_corners(section)) for section in sections) > AREA_LIMITS_FT2[1]:
        most = f"a section encloses up to {AREA_LIMITS_FT2[1]:,.0f} ft²; a larger floor is measured as several"
        raise JobError([Fault("length_ft", most)])
    return {
        "format": "elm-cover.job",
        "version": 1,
        "name": start.name.strip() or "New attic",
        **_if_any("house", {"climate_zone": start.climate_zone}),
        **_if_any("target", {"basis": start.basis, "edition": start.edition, "r": start.r}),
        "sections": sections,
    }


def usual_of(start: Start) -> Usual:
    """Those of the answers that a firm would give at most of its jobs."""
    return Usual(**{name: getattr(start, name) for name in Usual.model_fields})


def _known(fields: Document) -> Document:
    return {key: value for key, value in fields.items() if value is not None}


def _if_any(name: str, fields: Document) -> Document:
    known = _known(fields)
    return {name: known} if known else {}


def _eave(start: Start) -> Document:
    known = {"heel_in": start.heel_in, "pitch_in_12": start.pitch_in_12, "soffit": start.soffit}
    return {"kind": "eave", **_known(known)}


def _ceiling(start: Start) -> Document:
    return _if_any("ceiling", {"board": start.board})


def _bays(start: Start, depth_in: float | None) -> Document:
    """The framing of closed bays, so deep."""
    return _if_any("framing", {"kind": "joist", "run": start.run, "spacing_in": start.spacing_in, "depth_in": depth_in})


def _common(start: Start) -> Document:
    """Board, framing and old fill, alike on every floor until somebody says otherwise."""
    framing = {"kind": start.framing, "run": start.run, "spacing_in": start.spacing_in, "depth_in": start.joist_in}
    found = {**_ceiling(start), **_if_any("framing", framing)}
    if start.old == "nothing":
        found["existing"] = []
    elif start.old is not None:
        void = None if start.contact is None else round(100 * CONTACT_VOID[start.contact], 6)
        found["existing"] = [_known({"material": start.old, "depth_in": start.old_in, "void_pct": void})]
    return found


def _floor(start: Start) -> Document:
    eaves = EAVES[start.eaves]
    return {
        "id": "main",
        "name": "Main house",
        "outline_ft": _listed(rectangle(0.0, 0.0, start.length_ft, start.width_ft)),
        "edges": [_eave(start) if i in eaves else {"kind": "gable"} for i in range(4)],
        **_common(start),
    }


def _listed(corners: tuple[tuple[float, float], ...]) -> list[list[float]]:
    return [list(corner) for corner in corners]


def _half_storey(start: Start) -> list[Document]:
    """Side attic, knee wall and slope on either side of a flat ceiling; the eaves say which way the ridge runs."""
    along_x = start.eaves != "east_west"
    length, width = (start.length_ft, start.width_ft) if along_x else (start.width_ft, start.length_ft)
    needed = ("knee_wall_ft", "ceiling_ft", "pitch_in_12", "heel_in", "rafter_in")
    missing = [Fault(name, "is needed for one and a half storeys") for name in needed if getattr(start, name) is None]
    if missing:
        raise JobError(missing)
    try:
        house = half_storey(
            Taped(
                length_ft=length,
                width_ft=width,
                knee_wall_ft=start.knee_wall_ft or 0.0,
                ceiling_ft=start.ceiling_ft or 0.0,
                pitch_in_12=start.pitch_in_12 or 0.0,
                heel_in=start.heel_in or 0.0,
                rafter_in=start.rafter_in or 0.0,
                side_ft=start.side_ft,
            )
        )
    except HalfStoreyError as error:
        # The sheet's length runs east to west, whichever way the ridge does.
        across = "width_ft" if along_x else "length_ft"
        raise JobError([Fault(across if error.field == "width_ft" else error.field, str(error))]) from error
    low, low_slope, flat, high_slope, high = strips(house, along_x)
    sides = ("south", "north") if along_x else ("west", "east")
    parts = []
    for side, floor, slope, outer in zip(sides, (low, high), (low_slope, high_slope), (True, False), strict=True):
        parts += [_side_attic(start, side, floor, along_x, outer), _knee_wall(start, side, floor, along_x, outer)]
        parts.append(_slope(start, side, slope, along_x))
    top = {
        "id": "flat",
        "name": "Flat ceiling",
        "outline_ft": _listed(flat),
        "edges": _edges(
            along_x, {"kind": "open", "to": f"slope-{sides[0]}"}, {"kind": "open", "to": f"slope-{sides[1]}"}
        ),
        **_common(start),
    }
    return [*parts[:3], top, *parts[3:]]


def _edges(along_x: bool, low: Document, high: Document) -> list[Document]:
    """The four walls of a strip: its lower and its higher side, and the gables between them."""
    gable = {"kind": "gable"}
    return [low, gable, high, gable] if along_x else [gable, high, gable, low]


def _side_attic(start: Start, side: str, floor: Any, along_x: bool, outer: bool) -> Document:
    eave, wall = _eave(start), {"kind": "knee_wall"}
    return {
        "id": f"side-{side}",
        "name": f"Side attic {side}",
        "outline_ft": _listed(floor),
        "edges": _edges(along_x, *((eave, wall) if outer else (wall, eave))),
        **_common(start),
    }


def _knee_wall(start: Start, side: str, floor: Any, along_x: bool, outer: bool) -> Document:
    (x0, y0), (x1, y1) = floor[0], floor[2]
    if along_x:
        plan = rectangle(x0, y1 - WALL_PLAN_FT, x1, y1) if outer else rectangle(x0, y0, x1, y0 + WALL_PLAN_FT)
    else:
        plan = rectangle(x1 - WALL_PLAN_FT, y0, x1, y1) if outer else rectangle(x0, y0, x0 + WALL_PLAN_FT, y1)
    return {
        "id": f"wall-{side}",
        "name": f"Knee wall {side}",
        "kind": "knee_wall",
        "outline_ft": [[round(x, 3), round(y, 3)] for x, y in plan],
        "edges": [{"kind": "gable"}] * 4,
        "wall": _known({"of": "knee_wall", "height_ft": start.knee_wall_ft, "stud_depth_in": start.stud_in}),
        **_ceiling(start),
        **_bays(start, start.stud_in),
    }


def _slope(start: Start, side: str, slope: Any, along_x: bool) -> Document:
    return {
        "id": f"slope-{side}",
        "name": f"Slope {side}",
        "kind": "sloped_bays",
        "outline_ft": _listed(slope),
        "edges": _edges(along_x, {"kind": "gable"}, {"kind": "gable"}),
        "slope": _known({"rafter_depth_in": start.rafter_in, "pitch_in_12": start.pitch_in_12}),
        **_ceiling(start),
        **_bays(start, start.rafter_in),
    }
