"""What the work list goes by, read from the job: decisions, and the keys that items go by."""

from __future__ import annotations

from collections.abc import Iterable

from ...job import Job
from ...job.document import section_names
from ...job.section import Section
from ..given.work import Added, ApartHere, Decided, HazardRecord, SectionKeys, WayIn, WorkInput


def item_key(kind: str, name: str | None, section: str | None, place: int) -> str:
    """The key of an item: its kind and the id of what it comes from; without an id its section and place in the list.

    Source: handbook §13, nothing is typed twice.
    """
    return f"{kind}:{name}" if name is not None else f"{kind}:{section or 'house'}:#{place}"


def work_input(job: Job) -> WorkInput:
    """Decisions, additions and keys of a job."""
    return WorkInput(
        decisions={
            d.key: Decided(
                d.cure,
                d.amount,
                None if d.left_out is None else d.left_out.reason,
                None if d.left_out is None else d.left_out.by,
            )
            for d in job.preparation.decisions
        },
        added=tuple(
            Added(
                item_key("added", item.id, item.section, i),
                item.kind,
                item.section,
                item.at_ft,
                item.amount,
                item.text,
                None if not item.after_offer else "asked" if item.answer is None else item.answer.said,
            )
            for i, item in enumerate(job.preparation.added)
        ),
        hazards=tuple(
            HazardRecord(
                item_key("hazard", h.id, h.kind, i),
                h.kind,
                h.status,
                None if h.cleared is None else h.cleared.by,
                None if h.cleared is None else h.cleared.on,
            )
            for i, h in enumerate(job.hazards)
        ),
        apart=tuple(
            ApartHere(item_key("apart", look.id, look.section, i), look.place, look.section)
            for i, look in enumerate(job.contact)
            if look.found == "apart"
        ),
        sections={section.id: _keys(job, section) for section in job.sections},
        names=section_names(job),
        holes={
            (hole.trade, hole.what): item_key("holes", hole.id, hole.trade, i)
            for i, hole in enumerate(job.holes_expected)
        },
        cover_every_light=job.house_rules.get("cover_lights") == "every",
    )


def _keys(job: Job, section: Section) -> SectionKeys:
    return SectionKeys(
        features=tuple(item_key(f.kind, f.id, section.id, i) for i, f in enumerate(section.features)),
        edges=tuple(item_key("edge", e.id, section.id, i) for i, e in enumerate(section.edges)),
        plates_ft=tuple(section.plates_ft),
        plate_length_ft=section.plate_length_ft,
        ways_in=tuple(_ways_in(job, section)),
    )


def _ways_in(job: Job, section: Section) -> Iterable[WayIn]:
    for number, access in enumerate(job.accesses):
        if access.section == section.id or (access.section is None and len(job.sections) == 1):
            key = item_key("access", access.id, access.section, number)
            yield WayIn(key, access.kind, access.at_ft, access.opening_in, access.lid_r)
