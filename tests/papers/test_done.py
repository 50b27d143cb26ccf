"""Papers of a job that is done: what the code asks for stands on them, in either view, and nothing that is not proved."""

from __future__ import annotations

from datetime import date
from io import BytesIO
from typing import Any

import pytest
from PIL import Image
from pypdf import PdfReader

from elm_cover.core.done.hidden_things import things_under
from elm_cover.core.plan import plan
from elm_cover.job import Job, JobError, read_job
from elm_cover.job.log_entry import LogEntry
from elm_cover.job.paper_code import code_in
from elm_cover.job.paper_kinds import PAPERS
from elm_cover.papers.issue import Asked, printed
from tests.conftest import attic
from tests.core.done.test_filled_by import with_hatch
from tests.core.done.test_proving import day, log_of

TODAY = date(2026, 5, 6)
POINTS = ((60.0, 1905.0), (50.0, 1688.0), (40.0, 1465.0), (30.0, 1210.0), (20.0, 934.0), (15.0, 771.0))
THINGS = [
    {"kind": "box", "at_ft": [10.0, 6.0]},
    {"kind": "duct", "at_ft": [4.0, 12.0], "to_ft": [4.0, 18.0]},
    {"kind": "post", "at_ft": [20.0, 8.0]},
]
DONE_KINDS = ("attic card", "receipt", "what lies under", "report", "leak sheet", "day sheet")


def job_of(**more: Any) -> Job:
    house = {"climate_zone": "5A", "volume_ft3": 12_000.0, "floor_ft2": 1500.0, "bedrooms": 3}
    document = {
        **with_hatch(attic(features=THINGS)),
        "house": house,
        "name": "Pond Row",
        "address": "4 Pond Row, Ashby Mill",
    }
    return read_job({**document, "firm": {"name": "Linden Crew", "licence": "L-7"}, **more})


def whole_log(**more: Any) -> list[LogEntry]:
    said: list[tuple[str, dict[str, Any]]] = []
    for word, factor in (("before", 1.0), ("after", 0.8)):
        said.append(("leak.reading", {"test": word, "baseline_pa": 1.5}))
        said += [("leak.reading", {"test": word, "pressure_pa": p + 1.5, "flow_cfm": q * factor}) for p, q in POINTS]
    blown = day(1.01, 0.2)
    blown[0] = ("day.start", {"revision": 3, "lot": "K-114", **more})
    return log_of(*said, *blown, ("note", {"text": "hatch sticks"}), ("day.end", {}))


JOB, LOG = job_of(), whole_log()


def asked(**more: Any) -> Asked:
    return Asked(**{"job": JOB, "today": TODAY, "log": tuple(LOG), **more})


def text_of(pdf: bytes) -> str:
    return " ".join(" ".join(page.extract_text() for page in PdfReader(BytesIO(pdf)).pages).split())


def has(text: str, *parts: str) -> None:
    missing = [part for part in parts if part not in text]
    assert not missing, text


def test_card_and_receipt_say_what_the_code_asks_for() -> None:
    """Address, date, installer, product and kind, both thicknesses, R, area, density, bags by chart, field and in the attic."""
    section = plan(JOB).sections[0]
    assert section.net_area_ft2 is not None and section.bags.chart is not None and section.bags.field is not None
    for kind in ("attic card", "receipt"):
        text = text_of(printed(kind, asked()))
        has(
            text,
            "4 Pond Row, Ashby Mill",
            "2026-05-04",
            "Linden Crew",
            "licence L-7",
            "Ana",
            f"R-{section.r_added:.0f} settled",
        )
        has(text, f"{section.net_area_ft2:,.0f} ft²", "Installed thickness", "Settled thickness", "lb/ft³", "lot K-114")
        has(
            text,
            f"chart {section.bags.chart:.1f}",
            f"field {section.bags.field:.1f}",
            "in the attic",
            "signature" if kind == "attic card" else "customer",
        )
        has(text, "90 % lower bound", "locally adopted code")


def test_the_card_says_which_rule_proved_the_depth_and_what_was_left_out() -> None:
    job = job_of(house_rules={"claim_depth": "least"})
    key = next(item.key for item in plan(job).work.items if item.leavable and item.group == "leaks")
    log = [*LOG, *log_of(("work.left", {"key": key, "reason": "the plumber comes back"}))]
    log[-1] = log[-1].model_copy(update={"id": "00000000-0000-4000-8000-0000000fffff", "device": "q"})
    text = text_of(printed("attic card", asked(job=job, log=tuple(log))))
    has(text, "nowhere less", "left out by Ana, the plumber comes back")


def test_what_was_taken_back_is_on_no_paper() -> None:
    """A lot and hours that somebody typed and took back again."""
    typed = log_of(
        ("lot", {"product": JOB.products[0].id, "lot": "WRONG-9"}), ("hours", {"kind": "driving", "person_hours": 3.5})
    )
    said = [
        one.model_copy(update={"id": f"00000000-0000-4000-8000-0000000aaaa{i}", "device": "q"})
        for i, one in enumerate(typed)
    ]
    for kind, wrong in (("attic card", "WRONG-9"), ("day sheet", "driving")):
        has(text_of(printed(kind, asked(log=(*LOG, *said)))), wrong)
    voids = [
        one.model_copy(
            update={"id": f"{one.id[:-1]}{i + 5}", "seq": 90 + i, "kind": "void", "value": {}, "voids": one.id}
        )
        for i, one in enumerate(said)
    ]
    for kind, wrong in (("attic card", "WRONG-9"), ("day sheet", "driving")):
        assert wrong not in text_of(printed(kind, asked(log=(*LOG, *said, *voids))))


def test_nothing_is_printed_that_is_not_proved() -> None:
    for kind in ("attic card", "receipt"):
        with pytest.raises(JobError, match="nothing may be claimed yet: not every band is done"):
            printed(kind, asked(log=tuple(LOG[:20])))
    with pytest.raises(JobError, match="no fan test is on record"):
        printed("leak sheet", asked(log=()))
    with pytest.raises(JobError, match="no day was begun"):
        printed("day sheet", asked(log=()))
    with pytest.raises(JobError, match="has its place on record"):
        printed("what lies under", asked(job=read_job(with_hatch(attic()))))


def test_what_lies_under_is_numbered_with_two_distances_and_a_depth() -> None:
    things = things_under(plan(JOB))
    assert [thing.what for thing in things] == ["Ceiling box", "Duct, one end", "Duct, the other end"], (
        "a post stands out"
    )
    hatch = JOB.accesses[0].at_ft
    assert hatch is not None
    box = things[0]
    assert (box.east_ft, box.north_ft) == (10 - hatch[0], 6 - hatch[1])
    assert box.depth_in == pytest.approx(plan(JOB).sections[0].depth_total_in)
    text = text_of(printed("what lies under", asked()))
    has(text, "Ceiling box", "Duct, the other end", "from the hatch", "Step on framing only")
    assert ("west" in text) == any(thing.east_ft < 0 for thing in things)


@pytest.mark.parametrize(("rating", "depth"), [("unknown", 0.0), (None, 0.0), ("ic", 18.6)])
def test_depth_on_the_map_is_that_of_what_lies_there(rating: str | None, depth: float) -> None:
    light = {"kind": "recessed_light", "at_ft": [10, 10]} | ({} if rating is None else {"rating": rating})
    job = read_job(with_hatch(attic(features=[light])))
    (thing,) = things_under(plan(job))
    assert thing.depth_in == pytest.approx(depth, abs=0.05) and thing.kept is (depth == 0.0)
    text = text_of(printed("what lies under", asked(job=job)))
    has(text, "none: kept clear" if depth == 0 else "18⅝ in")


def test_a_wire_under_boards_lies_no_deeper_than_the_joists_and_what_has_no_place_is_named() -> None:
    boards = {"kind": "platform", "at_ft": [16, 10], "size_in": [96, 72], "filled_under": True}
    box = {"kind": "junction_box", "at_ft": [16, 10]}
    job = read_job(with_hatch(attic(features=[boards, box, {"kind": "box", "count": 3}])))
    (thing,) = things_under(plan(job))
    assert thing.depth_in == pytest.approx(3.5) and not thing.kept
    has(text_of(printed("what lies under", asked(job=job))), "Without a place on record", "Ceiling box × 3")


def test_the_leak_sheet_has_points_fit_interval_and_change() -> None:
    text = text_of(printed("leak sheet", asked()))
    has(text, "61.5", "60.0", "1,905", "1,691 ft³/min", "n 0.651, C 132.5", "8.45 an hour", "338 ft³/min")
    has(text, "Natural rate", "80 ft³/min", "Fresh air wanted", "75 ft³/min", "Burners off before a test")


def test_the_day_sheet_has_each_day_its_bands_and_readings() -> None:
    text = text_of(printed("day sheet", asked()))
    has(text, "Day 1", "2026-05-04 08:00 by Ana", "Revision of the plan 3", "K-114", "hatch sticks", "Band", "done")
    open_day = text_of(printed("day sheet", asked(log=tuple(LOG[:-1]))))
    has(open_day, "no end on record", "has no end")


def photo() -> bytes:
    out = BytesIO()
    Image.new("RGB", (1600, 1200), "teal").save(out, "JPEG")
    return out.getvalue()


def test_before_and_after_has_its_figures_and_its_photos() -> None:
    name = f"{'a' * 64}.jpg"
    document = {"photos": [{"file": name, "section": "main", "at_ft": [3, 3], "note": "open chase"}]}
    job = job_of(**document)
    pdf = printed("report", asked(job=job, photos=lambda file: photo() if file == name else None))
    has(
        text_of(pdf),
        "R before",
        "New R proved",
        f"R-{plan(job).sections[0].r_added:.0f}",
        "before · open chase",
        "8.5 air changes",
    )
    (image,) = [image for page in PdfReader(BytesIO(pdf)).pages for image in page.images]
    assert max(image.image.size) <= 900, "made small enough for paper"
    has(text_of(printed("report", asked(job=job))), "in the archive, not at hand here")


@pytest.mark.parametrize("kind", DONE_KINDS)
def test_every_page_is_numbered_under_its_code_and_told_in_metric(kind: str) -> None:
    pdf = printed(kind, asked(revision=7))
    pages = [page.extract_text() for page in PdfReader(BytesIO(pdf)).pages]
    code = code_in(pdf)
    assert code is not None
    for number, page in enumerate(pages, 1):
        has(page, f"page {number} of {len(pages)}", f"code {code} · revision 7")
    assert printed(kind, asked(revision=7)) == pdf, "the same from the same"
    metric = printed(kind, asked(revision=7, metric=True))
    assert code_in(metric) not in (None, code)
    shown = text_of(metric)
    assert " ft²" not in shown and "lb/ft³" not in shown and "in to 1 ft" not in shown
    assert ("m²" in shown) == (" ft²" in text_of(pdf))


def test_another_log_another_day_another_code() -> None:
    codes = [
        code_in(printed("day sheet", one))
        for one in (
            asked(),
            asked(today=date(2026, 5, 7)),
            asked(log=(*LOG[:-2], LOG[-1])),
            asked(job=job_of(name="Pond Rowe")),
        )
    ]
    assert len(set(codes)) == 4 and None not in codes


def test_every_paper_that_can_be_asked_for_is_printed_or_says_why_not() -> None:
    for kind in PAPERS:
        try:
            pdf = printed(kind, asked())
        except JobError as error:
            assert kind in ("offer", "change") and error.faults
        else:
            assert pdf.startswith(b"%PDF-") and code_in(pdf)
