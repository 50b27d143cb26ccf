"""What stands in a section, and the floor it keeps from the fill, read from the job."""

from __future__ import annotations

from collections.abc import Iterable

from ...job import Job
from ..base.notebook import Notebook
from ..floor.outline import contains
from ..hazards.clearances import FILLED_UNDER, KeepOut, keep_out_of
from ..hazards.features import KINDS, FeatureInput, FeatureKind
from .work import item_key

BOX = FeatureKind("", "", "box")


def feature_inputs(job: Job, index: int, notes: Notebook) -> tuple[FeatureInput, ...]:
    """What stands in the section of that place; says where a kind is not known."""
    found = []
    for number, feature in enumerate(job.sections[index].features):
        if feature.kind not in KINDS:
            notes.flag(
                "unknown_feature",
                "note",
                f"“{feature.kind}” is not a kind of feature known here; it takes no floor from the fill.",
                "Check the spelling, or count its area by hand.",
                f"sections[{index}].features[{number}].kind",
            )
        found.append(
            FeatureInput(
                kind=feature.kind,
                rating=feature.rating,
                at_ft=feature.at_ft,
                to_ft=feature.to_ft,
                size_in=feature.size_in,
                count=1 if feature.count is None else feature.count,
                flue=feature.flue,
                blows_to=feature.blows_to,
                shielded=feature.shielded,
                clearance_in=feature.clearance_in,
                filled_under=feature.filled_under,
                deck_in=feature.deck_in,
                lid_r=feature.lid_r,
                duct_r=feature.duct_r,
            )
        )
    return tuple(found)


def keep_outs_of(
    job: Job, index: int, features: tuple[FeatureInput, ...], burns: bool, notes: Notebook
) -> Iterable[KeepOut]:
    """The floor that hatches and features keep from the fill; asks for what is missing."""
    section = job.sections[index]
    for number, access in enumerate(job.accesses):
        if access.section != section.id and not (access.section is None and len(job.sections) == 1):
            continue
        if access.opening_in is None:
            notes.ask("look_over", f"accesses[{number}].opening_in", "How large is the opening of the hatch?")
        elif access.kind not in ("door", "gable"):  # those are in a wall
            yield KeepOut("hatch", access.opening_in, access.at_ft, lid_r=access.lid_r)
    placed = tuple(f.at_ft for f in features if f.at_ft is not None)
    on_floor = iter(contains(section.outline_ft, placed))
    for number, feature in enumerate(features):
        if feature.at_ft is not None and not next(on_floor) and KINDS.get(feature.kind, BOX).group != "walls":
            notes.flag(
                "feature_outside",
                "caution",
                f"{KINDS[feature.kind].title if feature.kind in KINDS else feature.kind} at {feature.at_ft[0]:g}, "
                f"{feature.at_ft[1]:g} ft stands outside the outline.",
                "Move it onto the floor, or put it in the section where it stands.",
                f"sections[{index}].features[{number}].at_ft",
            )
        kept = keep_out_of(feature, burns)
        if kept is not None and not _gives_its_floor_back(job, index, number):
            yield kept


def _gives_its_floor_back(job: Job, index: int, number: int) -> bool:
    """Whether boards are raised to the depth or taken out by decision: then fill lies there as everywhere.

    Source: handbook §9, platforms raised and filled under; §13, raised platform.
    """
    section = job.sections[index]
    feature = section.features[number]
    if feature.kind not in FILLED_UNDER:
        return False
    key = f"platform:{item_key(feature.kind, feature.id, section.id, number).split(':', 1)[1]}"
    return any(d.key == key and d.cure in ("raise", "take_out") for d in job.preparation.decisions)
