"""Which steps somebody has answered something in: a step with nothing open may just as well never have been opened."""

from __future__ import annotations

from ...job import Job

EAVE_SETTINGS = frozenset(
    {
        "vent_gap_in",
        "baffle_rule",
        "baffle_kind",
        "baffle_thickness_in",
        "wind_block",
        "baffle_width_in",
        "wind_washing",
    }
)


def answered(job: Job) -> tuple[str, ...]:
    """The steps with an answer on record, by name.

    Source: design §5, a tick only where something was answered.
    """
    by_step = {
        "look_over": bool(job.hazards or job.accesses or job.house.model_fields_set - {"climate_zone"}),
        "measure": any(s.existing is not None or s.readings or s.features for s in job.sections),
        "target": any(t is not None and t.basis is not None for t in (job.target, *(s.target for s in job.sections))),
        "choose": any(choice.product is not None for choice in job.choice.values()),
        "eaves": bool(job.vents or job.settings.model_fields_set & EAVE_SETTINGS or _edges(job)),
    }
    return tuple(step for step, done in by_step.items() if done)


def _edges(job: Job) -> bool:
    """Whether a soffit, a bay or a remedy is on record at any eave."""
    edges = [edge for section in job.sections for edge in section.edges if edge.kind == "eave"]
    return any(edge.soffit is not None or edge.bays or edge.remedy is not None for edge in edges)
