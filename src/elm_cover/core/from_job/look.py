"""What the look over the whole job goes by, read from the job."""

from __future__ import annotations

from ...job import Job
from ..given.look import ContactSeen, HazardSeen, HoleToFind, LookInput
from ..hazards.features import FeatureInput
from ..layers.poor_contact import SectionFacts


def look_input(job: Job) -> LookInput:
    """What the look over the whole job goes by."""
    return LookInput(
        stories=job.house.stories,
        hazards=tuple(
            HazardSeen(
                h.kind,
                h.status,
                None if h.cleared is None else h.cleared.by,
                None if h.cleared is None else h.cleared.on,
            )
            for h in job.hazards
        ),
        contact=tuple(ContactSeen(look.place, look.section, look.found) for look in job.contact),
        holes=tuple(HoleToFind(hole.trade, hole.what, hole.expected, hole.found) for hole in job.holes_expected),
        accesses=tuple((access.section, access.at_ft) for access in job.accesses),
        sections=tuple(
            SectionFacts(
                id=section.id,
                name=section.name or section.id,
                kind=section.kind,
                edges=frozenset(edge.kind for edge in section.edges if edge.kind is not None),
                features=frozenset(feature.kind for feature in section.features),
                wall_of=section.wall.of if section.wall else None,
                outline_ft=section.outline_ft,
            )
            for section in job.sections
        ),
        features=tuple(
            FeatureInput(f.kind, count=1 if f.count is None else f.count)
            for section in job.sections
            for f in section.features
        ),
    )
