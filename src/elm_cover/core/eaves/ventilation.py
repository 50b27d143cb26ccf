"""Vent area: what the attic needs against what its vents give, and which vents would make it up (handbook §8, vent area)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..base.units import fixed, whole_up

# Net free area to start from: per foot of run, or each. The vent's own label replaces it.
NFA_IN2_PER_FT = {"soffit": 9.0, "ridge": 18.0}
NFA_IN2_EACH = {"roof": 50.0, "gable": 80.0}
HIGH_SHARE = (0.40, 0.50)
COLD_ZONES = (6, 7, 8)
# What makes the attic damp from below: then more vents draw more of it up.
FROM_THE_HOUSE = {
    "attic_moisture": "moisture is on record in this attic",
    "fan_into_attic": "a bath or kitchen fan ends in this attic",
    "roof_leak": "a roof leak or wet fill is on record",
}


@dataclass(frozen=True)
class Condition:
    """A condition of the smaller vent ratio; holds: None while something is not known."""

    what: str
    holds: bool | None


@dataclass(frozen=True)
class VentChoice:
    """A vent that would make up what is missing at a place: how many, or how many feet of it."""

    title: str
    amount: int
    unit: str
    gives_in2: float


@dataclass(frozen=True)
class VentsToAdd:
    """What is missing high or low to meet the ratio in balance, and which vents would do."""

    position: str
    missing_in2: float
    choices: tuple[VentChoice, ...]


@dataclass(frozen=True)
class VentGroup:
    """Vents of one kind in one place. nfa_in2 each; position low or high. edge: along which they are, or None."""

    position: str
    nfa_in2: float
    count: int
    edge: int | None = None


@dataclass(frozen=True)
class VentArea:
    """Required and provided net free area, in². low and high are None while no vent is recorded. ratio: 150 or 300."""

    required_in2: float
    low_in2: float | None
    high_in2: float | None
    ratio: int


@dataclass(frozen=True)
class VentSize:
    """A vent to pick from: net free area of each, or of each foot. Made-up sizes round the handbook's start values."""

    title: str
    position: str
    nfa_in2: float
    per_ft: bool = False


SIZES = (
    VentSize("strip soffit vent, 2 in", "low", 9.0, True),
    VentSize("perforated soffit panel", "low", 5.0, True),
    VentSize("soffit grille, 8 × 16 in", "low", 60.0),
    VentSize("round soffit vent, 4 in", "low", 6.0),
    VentSize("ridge vent", "high", 18.0, True),
    VentSize("roof vent, 9 in", "high", 50.0),
    VentSize("roof vent, 12 in", "high", 110.0),
    VentSize("gable louver, 12 × 18 in", "high", 80.0),
    VentSize("gable louver, 18 × 24 in", "high", 160.0),
)


def vent_area(area_ft2: float, vents: Sequence[VentGroup], zone: int | None, retarder: str | None) -> VentArea:
    """Required NFA = 144 · area / 150, or / 300 where 40–50 % of it is high and, in zones 6–8, a class I or II retarder.

    area_ft2: the whole outline. zone: climate zone number or None. Source: model code, as in the handbook.
    """
    low = sum(v.nfa_in2 * v.count for v in vents if v.position == "low") if vents else None
    high = sum(v.nfa_in2 * v.count for v in vents if v.position == "high") if vents else None
    smaller = all(condition.holds is True for condition in conditions(low, high, zone, retarder))
    ratio = 300 if smaller else 150
    return VentArea(144 * area_ft2 / ratio, low, high, ratio)


def high_share(low_in2: float | None, high_in2: float | None) -> float | None:
    """Share of the vent area that is high, 0 to 1; None while there is none.

    low_in2, high_in2: net free area, in². Source: handbook §8, vent area.

    >>> high_share(120.0, 80.0)
    0.4
    """
    total = (low_in2 or 0.0) + (high_in2 or 0.0)
    return (high_in2 or 0.0) / total if total > 0 else None


def conditions(
    low_in2: float | None, high_in2: float | None, zone: int | None, retarder: str | None
) -> tuple[Condition, ...]:
    """What 1 in 300 asks for, each with whether it holds.

    low_in2, high_in2: net free area, in². Source: handbook §8, vent area, 1 in 300.
    """
    share = high_share(low_in2, high_in2)
    within = None if share is None else HIGH_SHARE[0] <= share <= HIGH_SHARE[1]
    found = [
        Condition("40 to 50 % of the vent area is high, within 3 ft of the ridge; the rest is low", within),
    ]
    if zone is None:
        found.append(Condition("in zones 6 to 8, a class I or II vapor retarder at the ceiling", None))
    elif zone in COLD_ZONES:
        dry = None if retarder is None else retarder in ("class_1", "class_2")
        found.append(Condition("zones 6 to 8: a class I or II vapor retarder at the ceiling", dry))
    return tuple(found)


def balance_in_words(low_in2: float | None, high_in2: float | None) -> str | None:
    """Whether low and high keep pace: air that cannot come in low is drawn out of the house instead.

    Source: handbook §8, vent area.
    """
    share = high_share(low_in2, high_in2)
    if share is None:
        return None
    said = f"{fixed(100 * share)} % of the vent area is high"
    if share > HIGH_SHARE[1]:
        return f"{said}: more goes out above than comes in below, and the rest is drawn through the ceiling. Add intake first."
    if share < HIGH_SHARE[0]:
        return f"{said}: little lets out above; still air at the top."
    return f"{said}: in balance."


def vents_to_add(
    area_ft2: float, low_in2: float, high_in2: float, ratio: int, low_run_ft: float
) -> tuple[VentsToAdd, ...]:
    """What is missing to meet 1 in `ratio` with 40 to 50 % of it high, and how many of each size would do.

    low_in2: what works of the low vents. low_run_ft: eave along which a strip can go in. Nothing there is taken away: where
    one side has more than its share, the other is brought up to it.

    area_ft2 in ft², net free areas in in². Source: handbook §8, vent area, start values.
    """
    least, most = HIGH_SHARE
    total = max(144 * area_ft2 / ratio, low_in2 + high_in2, low_in2 / (1 - least), high_in2 / most)
    high = min(max(total - low_in2, least * total), most * total)
    missing = {"low": max(0.0, total - high - low_in2), "high": max(0.0, high - high_in2)}
    found = []
    for position, short in missing.items():
        if short < 1.0:
            continue
        choices = []
        for size in SIZES:
            if size.position != position:
                continue
            amount = whole_up(short / size.nfa_in2)
            if size.per_ft and position == "low" and amount > low_run_ft:
                continue
            choices.append(VentChoice(size.title, amount, "ft" if size.per_ft else "", amount * size.nfa_in2))
        found.append(VentsToAdd(position, short, tuple(choices)))
    return tuple(found)


def wrong_cure(blocked_by: frozenset[str], features: frozenset[str]) -> str | None:
    """Why more vents would be the wrong cure now; None where nothing on record says so.

    features: kinds of what is on record in the attic.

    Source: handbook §8, more vent does not cure moisture that rises from the house.
    """
    reasons = [words for kind, words in FROM_THE_HOUSE.items() if kind in blocked_by]
    if "fan_into_attic" in features and "fan_into_attic" not in blocked_by:
        reasons.append(FROM_THE_HOUSE["fan_into_attic"])
    if features & {"chase", "drop_soffit"}:
        reasons.append("open ways from the house into the attic are on record")
    if not reasons:
        return None
    return (
        f"{'; '.join(reasons).capitalize()}. More vents would draw more of it up: stop the source, seal the ceiling, "
        "then look at vent area again."
    )
