"""Where the trade differs, told fairly at the decision (handbook §7, known differences of opinion; keep, lift or clear)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..given.section import SectionInput
from ..hazards.features import FeatureInput
from ..layers.kinds import is_loose


@dataclass(frozen=True)
class Side:
    """One way to see it, in a few words and in a sentence or two."""

    id: str
    title: str
    says: str


@dataclass(frozen=True)
class Opinion:
    """A difference of opinion. stands_at: the decision it belongs to: target, cores, fill, old_fill or claim."""

    id: str
    title: str
    stands_at: str
    sides: tuple[Side, ...]


OPINIONS = (
    Opinion(
        "code_or_step_up",
        "The code's figure, or one step above",
        "target",
        (
            Side(
                "code",
                "the code's figure",
                "It is what is asked for; every further inch saves less than the one before.",
            ),
            Side(
                "step_up",
                "one step above",
                "The visit costs more than the inches: what is left out today is never added.",
            ),
        ),
    ),
    Opinion(
        "glass_or_cellulose",
        "Glass or cellulose",
        "cores",
        (
            Side(
                "glass",
                "glass",
                "Light, does not settle, will not burn or feed mould; less R per inch, and air moves through it.",
            ),
            Side(
                "cellulose",
                "cellulose",
                "Denser, slows air, more R per inch, a cheaper bag but more bags; settles, heavier, dusty, treated against "
                "fire and pests.",
            ),
            Side(
                "wood_fiber", "wood fiber", "Between the two: more R per inch than glass, settles less than cellulose."
            ),
        ),
    ),
    Opinion(
        "batts_over_loose",
        "Batts over loose fill",
        "cores",
        (
            Side(
                "accept",
                "lay them",
                "A little compression is accepted: what is lost below is small beside what is added.",
            ),
            Side("refuse", "do not", "The weight presses the fill for good, and no one sees by how much."),
        ),
    ),
    Opinion(
        "r_claimed",
        "R by the chart, or by measured density",
        "claim",
        (
            Side(
                "chart", "by the chart", "The printed chart is what the label can prove; the card states the chart's."
            ),
            Side(
                "density",
                "by density",
                "Weighed and measured fill can support more than the row; shown, not claimed on the card.",
            ),
        ),
    ),
    Opinion(
        "claim_depth",
        "Depth proved by the bound, or nowhere less",
        "claim",
        (
            Side(
                "bound",
                "by the bound",
                "The lower bound of the mean speaks for the whole floor; places short by over half an inch are topped up.",
            ),
            Side(
                "least",
                "nowhere less",
                "No reading lies under the row's thickness: harder to reach, easier to explain.",
            ),
        ),
    ),
    Opinion(
        "cover_lights",
        "Cover every recessed light, or only some",
        "fill",
        (
            Side("every", "every one", "A sealed, rated cover over each makes the ceiling tight, IC-rated or not."),
            Side(
                "non_ic",
                "only those not IC-rated",
                "An IC-rated light may be covered as it is: covers cost an hour and a hole.",
            ),
        ),
    ),
    Opinion(
        "clear_or_build_on",
        "Clear out always, or build on what is sound",
        "old_fill",
        (
            Side(
                "clear",
                "clear out always",
                "Only a bare ceiling shows every leak, and old fill hides what is under it.",
            ),
            Side(
                "build_on",
                "build on what is sound",
                "Sound, dry fill earns its R; clearing it costs hours, dust and a dump fee.",
            ),
        ),
    ),
)


def opinions_here(sections: Iterable[SectionInput]) -> tuple[str, ...]:
    """Which of them matter on this job: no word on lights where there are none, or on old fill on a bare floor."""
    listed = list(sections)
    features: list[FeatureInput] = [feature for section in listed for feature in section.features]
    lights = any(feature.kind == "recessed_light" for feature in features)
    layers = [layer for section in listed for layer in section.layers or ()]
    loose = any(is_loose(layer.material) for layer in layers)
    matters = {"cover_lights": lights, "clear_or_build_on": bool(layers), "batts_over_loose": loose}
    return tuple(opinion.id for opinion in OPINIONS if matters.get(opinion.id, True))


def house_rules_said(rules: dict[str, str]) -> tuple[str, ...]:
    """House rules as lines for paper: “Glass or cellulose: cellulose”."""
    found = []
    for opinion in OPINIONS:
        side = next((side for side in opinion.sides if side.id == rules.get(opinion.id)), None)
        if side is not None:
            found.append(f"{opinion.title}: {side.title}")
    return tuple(found)
