"""Before and after: figures side by side, and photos with what they show (handbook §20)."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from datetime import date
from functools import partial
from io import BytesIO

from PIL import Image as Picture
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Table, TableStyle

from ..core.base.units import eighths, fixed, r_value, trimmed
from ..core.done import ProvedJob, proved_job
from ..core.section import SectionPlan
from ..job import Job
from ..job.document import section_names
from ..job.log_entry import LogEntry
from .after_rows import after_rows
from .drawn import HAIRLINE
from .floor_and_cut import floor_and_cut
from .lettering import marked, paragraph
from .pages import Part, paged
from .parts import HEAD, PLAIN, SMALL, WIDE, Drawing, facts, table, with_drawing
from .work_lines import done_said

# A photo on paper: two across, as high as this at most, and no more points than a printer shows.
ACROSS, PHOTO_HIGH, MOST_PIXELS = 2, 190.0, 900
MOST_PHOTOS = 60
SAVING_SAID = "The saving is a range, not a promise: weather, thermostat and habits differ."

Photos = Callable[[str], bytes | None]


def report(job: Job, today: date, log: Sequence[LogEntry] = (), photos: Photos = lambda _: None) -> bytes:
    """The report as PDF. photos: a stored picture's bytes by its name, None where it is not at hand."""
    proved = proved_job(job, log)
    shown = list(_photos(proved))
    pictures = partial(_pictures, shown[:MOST_PHOTOS], photos, len(shown))
    parts: list[Part] = [("Before and after", lambda: _story(proved, pictures() if shown else []))]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _story(proved: ProvedJob, pictures: Sequence[Flowable]) -> list[Flowable]:
    planned = proved.filled.planned
    claimed = {one.name: one.claim.claimed for one in proved.proof.sections if one.claim is not None}
    rows = [_section_line(section, claimed.get(section.name or section.id)) for section in planned.sections]
    heads = ["Section", "Floor", "R before", "R planned", "New R proved", "Fill line", "Loss before → after"]
    story: list[Flowable] = [table(heads, rows, (1.7, 0.9, 0.9, 0.9, 1.1, 0.9, 1.5))]
    after = [*_figures(proved), *done_said("Prepared", proved.work)]
    after += [paragraph(f"<b>{marked(text)}</b>", PLAIN) for text in proved.proof.stops]
    return [*with_drawing(story, floor_and_cut(proved.filled.job, planned), after, 220, 460), *pictures]


def _section_line(section: SectionPlan, claimed: float | None) -> list[str]:
    r = section.r_nominal
    before, after = section.ua_today, section.ua_after
    lost = "" if before is None or after is None else f"{fixed(before)} → {fixed(after)} Btu/h·°F"
    return [
        section.name or section.id,
        f"{fixed(section.surface_ft2 or section.area_ft2)} ft²",
        "" if section.r_existing is None else r_value(section.r_existing),
        "" if r is None else r_value(r),
        "not yet" if not claimed else r_value(claimed),
        "" if section.depth_total_in is None else eighths(section.depth_total_in),
        lost,
    ]


def _figures(proved: ProvedJob) -> list[Flowable]:
    rows = after_rows(proved)
    for one in proved.proof.products:
        if one.depth.n and one.depth.mean is not None and one.depth.least is not None:
            bound = "" if one.depth.bound is None else f", bound {eighths(one.depth.bound)}"
            said = f"{one.depth.n} readings: mean {eighths(one.depth.mean)}, least {eighths(one.depth.least)}{bound}"
            rows.append((f"New depth, {one.name}", said))
            rows.append(
                (
                    f"Bags, {one.name}",
                    f"{trimmed(one.bags.counted_in, 2)} in the attic, {fixed(one.bags.field or 0, 1)} planned",
                )
            )
    if not rows:
        return []
    return [paragraph("Figures", HEAD), facts(rows), paragraph(SAVING_SAID, SMALL)]


def _photos(proved: ProvedJob) -> Iterator[tuple[str, str]]:
    """Every photo of survey and log: its file, and what it shows."""
    job = proved.filled.job
    names = section_names(job)
    for photo in job.photos:
        yield photo.file, " · ".join(filter(None, ("before", photo.note, names.get(photo.section or ""))))
    items = {item.key: item.what for item in proved.work.items}
    for said in proved.day.photos:
        yield said.text, " · ".join(filter(None, (items.get(said.of or "", ""), said.at[:10])))


def _pictures(shown: Sequence[tuple[str, str]], photos: Photos, count: int) -> list[Flowable]:
    wide = WIDE / ACROSS
    cells = []
    for file, text in shown:
        content = photos(file)
        said = paragraph(marked(text or "no words"), SMALL)
        if content is None:
            cells.append([paragraph("in the archive, not at hand here", PLAIN), said])
            continue
        cells.append([Drawing(PHOTO_HIGH, _picture(content)), said])
    rows = [cells[i : i + ACROSS] + [[]] * (ACROSS - len(cells[i : i + ACROSS])) for i in range(0, len(cells), ACROSS)]
    lines = [("VALIGN", (0, 0), (-1, -1), "TOP"), ("LINEBELOW", (0, 0), (-1, -1), 0.3, HAIRLINE)]
    story: list[Flowable] = [paragraph("Photos", HEAD), Table(rows, colWidths=[wide] * ACROSS, style=TableStyle(lines))]
    if count > len(shown):
        story.append(paragraph(f"{count - len(shown)} more are in the archive.", SMALL))
    return story


def _picture(content: bytes) -> Callable[[Canvas, float, float], None]:
    """A photo in the middle of its room, made small enough for paper."""

    def draw(canvas: Canvas, width: float, height: float) -> None:
        with Picture.open(BytesIO(content)) as picture:
            picture.thumbnail((MOST_PIXELS, MOST_PIXELS))
            small = BytesIO()
            picture.convert("RGB").save(small, "JPEG", quality=80)
        image = ImageReader(small)
        high, wide = image.getSize()[1], image.getSize()[0]
        k = min((width - 8) / wide, (height - 6) / high)
        canvas.drawImage(image, (width - wide * k) / 2, (height - high * k) / 2, wide * k, high * k)

    return draw
