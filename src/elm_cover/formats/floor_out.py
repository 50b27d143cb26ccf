"""The Floor for other programs: SVG, DXF and a GeoJSON-like JSON, all from the drawing data. Feet, y to the north."""

from __future__ import annotations

import io
import json
from typing import Any
from xml.sax.saxutils import escape

from ..core.base.units import feet_inches
from ..core.drawing import Drawing, drawing
from ..core.plan import Plan, plan
from ..job import Job
from ..job.document import framing_of

PX_PER_FT = 16
MARGIN_FT = 4.0
STYLE = (
    "text{font:9px sans-serif;fill:#1f2d27}.outline{fill:none;stroke:#1f2d27;stroke-width:2}"
    ".hole{fill:#ffffff;stroke:#1f2d27}.joist{stroke:#d8d2c2}.bay{stroke:#d8d2c2;stroke-width:3}"
    ".baffle{stroke:#2f6b46;stroke-width:3}.keep_out{fill:#ffffff;stroke:#a3361c}.height{fill:none;stroke:#4f86a6}"
)


def _drawn(job: Job) -> tuple[Plan, Drawing]:
    result = plan(job)
    return result, drawing(result, framing_of(job))


def floor_json(job: Job) -> str:
    """Sections, holes, features, readings and markers as a feature collection; coordinates in feet on the floor."""
    result, _ = _drawn(job)
    by_id = {section.id: section for section in result.sections}
    features: list[dict[str, Any]] = []

    def add(what: str, geometry: str, coordinates: Any, **properties: Any) -> None:
        known = {k: v for k, v in properties.items() if v is not None}
        features.append(
            {
                "type": "Feature",
                "geometry": {"type": geometry, "coordinates": coordinates},
                "properties": {"what": what, **known},
            }
        )

    for section in job.sections:
        planned = by_id[section.id]
        rings = [_ring(section.outline_ft), *(_ring(hole.outline_ft) for hole in section.holes)]
        add(
            "section",
            "Polygon",
            rings,
            id=section.id,
            name=section.name,
            kind=section.kind,
            area_ft2=planned.area_ft2,
            net_area_ft2=planned.net_area_ft2,
        )
        for edge, (a, b) in zip(
            section.edges,
            zip(section.outline_ft, (*section.outline_ft[1:], section.outline_ft[0]), strict=True),
            strict=True,
        ):
            add("edge", "LineString", [a, b], section=section.id, **edge.model_dump(exclude_none=True))
        for reading in section.readings:
            if reading.at_ft:
                add("reading", "Point", reading.at_ft, section=section.id, depth_in=reading.depth_in)
        for item in section.features:
            if item.at_ft:
                data = item.model_dump(exclude_none=True, exclude={"at_ft", "to_ft"})
                shape = ("LineString", [item.at_ft, item.to_ft]) if item.to_ft else ("Point", item.at_ft)
                add("feature", *shape, section=section.id, **data)
        for point in planned.marker_points_ft:
            add("marker", "Point", point, section=section.id)
    return json.dumps(
        {"type": "FeatureCollection", "units": "ft", "axes": "x east, y north", "features": features}, indent=1
    )


def _ring(points: Any) -> list[Any]:
    return [*points, points[0]]


def floor_svg(job: Job) -> str:
    """The Floor as a drawing, 16 px to the foot."""
    _, drawn = _drawn(job)
    points = [p for s in drawn.sections for p in s.outline_ft] or [(0.0, 0.0)]
    x0, y1 = min(p[0] for p in points) - MARGIN_FT, max(p[1] for p in points) + MARGIN_FT
    wide = (max(p[0] for p in points) + MARGIN_FT - x0) * PX_PER_FT
    high = (y1 - min(p[1] for p in points) + MARGIN_FT) * PX_PER_FT

    def at(p: Any) -> str:
        return f"{(p[0] - x0) * PX_PER_FT:.2f},{(y1 - p[1]) * PX_PER_FT:.2f}"

    def line(role: str, points: Any, closed: bool = False) -> str:
        tag = "polygon" if closed else "polyline"
        return f'<{tag} class="{role}" points="{" ".join(map(at, points))}"/>'

    parts = [f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {wide:.0f} {high:.0f}"><style>{STYLE}</style>']
    for section in drawn.sections:
        parts += [line("joist", joist) for joist in section.joists_ft]
        parts += [line("height", h.points_ft) for h in section.heights]
        parts.append(line("outline", section.outline_ft, closed=True))
        parts += [line("hole", hole, closed=True) for hole in section.holes_ft]
        parts += [line("baffle" if b.baffle else "bay", (b.from_ft, b.to_ft)) for run in section.runs for b in run.bays]
        parts += [line("keep_out", k.corners_ft, closed=True) for k in section.keep_outs]
        for edge in section.edges:
            middle = [(edge.from_ft[i] + edge.to_ft[i]) / 2 for i in (0, 1)]
            x, y = at(middle).split(",")
            parts.append(f'<text x="{x}" y="{y}">{escape(feet_inches(edge.length_ft))}</text>')
    return "".join(parts) + "</svg>"


def floor_dxf(job: Job) -> str:
    """The Floor as DXF R2010 in feet, a layer for each kind of thing."""
    import ezdxf  # takes a third of a second to load, and only this needs it

    _, drawn = _drawn(job)
    document = ezdxf.new("R2010", units=2)  # type: ignore[attr-defined]
    space = document.modelspace()
    for layer in ("OUTLINE", "HOLES", "FRAMING", "BAYS", "KEEP_OUTS", "HEIGHT_LINES", "READINGS", "FEATURES"):
        document.layers.add(layer)
    for section in drawn.sections:
        space.add_lwpolyline(section.outline_ft, close=True, dxfattribs={"layer": "OUTLINE"})
        for hole in section.holes_ft:
            space.add_lwpolyline(hole, close=True, dxfattribs={"layer": "HOLES"})
        for a, b in section.joists_ft:
            space.add_line(a, b, dxfattribs={"layer": "FRAMING"})
        for bay in (bay for run in section.runs for bay in run.bays):
            space.add_line(bay.from_ft, bay.to_ft, dxfattribs={"layer": "BAYS"})
        for kept in section.keep_outs:
            space.add_lwpolyline(kept.corners_ft, close=True, dxfattribs={"layer": "KEEP_OUTS"})
        for height in section.heights:
            space.add_lwpolyline(height.points_ft, dxfattribs={"layer": "HEIGHT_LINES"})
    for recorded in job.sections:
        for reading in recorded.readings:
            if reading.at_ft:
                _label(space, f"{reading.depth_in:g} in", reading.at_ft, "READINGS")
        for feature in recorded.features:
            if feature.at_ft:
                _label(space, feature.kind.replace("_", " "), feature.at_ft, "FEATURES")
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def _label(space: Any, text: str, at_ft: tuple[float, float], layer: str) -> None:
    space.add_point(at_ft, dxfattribs={"layer": layer})
    space.add_text(text, height=0.4, dxfattribs={"layer": layer, "insert": at_ft})
