"""What stands in an attic: the kinds, what must be asked of each, and what a record of it means (handbook §3, measure)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True)
class FeatureInput:
    """One feature as recorded. size_in: box, or one diameter twice; to_ft: far end of what runs along the floor."""

    kind: str
    rating: str | None = None
    at_ft: tuple[float, float] | None = None
    to_ft: tuple[float, float] | None = None
    size_in: tuple[float, float] | None = None
    count: int = 1
    flue: str | None = None
    blows_to: str | None = None
    shielded: bool | None = None
    clearance_in: float | None = None
    filled_under: bool | None = None
    deck_in: float | None = None
    lid_r: float | None = None
    duct_r: float | None = None


@dataclass(frozen=True)
class FeatureKind:
    """A kind of feature. shape: point, box or run (along a line). asks: fields of the record that matter for it."""

    title: str
    group: str
    shape: str
    asks: tuple[str, ...] = ()
    usual_in: tuple[float, float] | None = None
    holes: tuple[str, str] | None = None


LIGHT_IN = (7.0, 7.0)
FLUE_IN = (6.0, 6.0)
FAN_IN = (10.0, 10.0)
# holes: the trade and the kind of hole in the ceiling that one of them should have.
KINDS: dict[str, FeatureKind] = {
    "recessed_light": FeatureKind("Recessed light", "electrical", "point", ("rating",), LIGHT_IN, ("electrical", "recessed lights")),
    "fan": FeatureKind("Fan", "electrical", "point", ("blows_to",), FAN_IN, ("electrical", "fan housings")),
    "box": FeatureKind("Ceiling box", "electrical", "point", (), None, ("electrical", "ceiling boxes")),
    "junction_box": FeatureKind("Junction box", "electrical", "point"),
    "wire": FeatureKind("Wires over joists", "electrical", "run"),
    "warm_device": FeatureKind("Driver, transformer, other warm device", "electrical", "point", (), (6.0, 6.0)),
    "flue": FeatureKind("Flue", "heating", "point", ("flue", "shielded", "clearance_in"), FLUE_IN, ("heating", "flues")),
    "chimney": FeatureKind("Masonry chimney", "heating", "box", ("shielded",), None, ("heating", "chimneys")),
    "duct": FeatureKind("Duct", "heating", "run", ("duct_r",)),
    "boot": FeatureKind("Duct boot", "heating", "point", (), None, ("heating", "duct boots")),
    "equipment": FeatureKind("Attic equipment and its platform", "heating", "box", ("deck_in",)),
    "combustion_air": FeatureKind("Combustion-air opening", "heating", "box", (), (12.0, 12.0)),
    "stack": FeatureKind("Plumbing stack", "plumbing", "point", (), None, ("plumbing", "stacks and vents")),
    "plumbing_stack": FeatureKind("Plumbing stack", "plumbing", "point", (), None, ("plumbing", "stacks and vents")),
    "pipe": FeatureKind("Pipe", "plumbing", "run"),
    "chase": FeatureKind("Open chase", "openings", "box"),
    "drop_soffit": FeatureKind("Drop soffit", "openings", "box"),
    "leak_sign": FeatureKind("Dirty fill, sign of a leak", "openings", "point"),
    "platform": FeatureKind("Platform", "floor", "box", ("filled_under", "deck_in")),
    "walkway": FeatureKind("Walkway", "floor", "run", ("filled_under", "deck_in")),
    "storage_floor": FeatureKind("Storage floor", "floor", "box", ("filled_under", "deck_in")),
    "stair": FeatureKind("Stair opening", "openings", "box", ("lid_r",)),
    "hatch": FeatureKind("Hatch", "openings", "box", ("lid_r",)),
    "post": FeatureKind("Post or web", "floor", "point", (), (3.5, 3.5)),
    "window": FeatureKind("Window", "walls", "point"),
    "gable_vent": FeatureKind("Gable vent", "walls", "point"),
}  # fmt: skip
FLUE_TITLES = {
    "double_wall_gas": "double-wall gas vent",
    "oil": "oil vent",
    "factory_wood": "factory-built wood chimney",
    "single_wall": "single-wall metal",
    "plastic": "plastic pipe, sealed burner",
    "unknown": "not known",
}


# Where a fan is known to blow; anything else is not known.
FAN_ENDS = ("outdoors", "attic", "soffit")


@dataclass(frozen=True)
class FeatureFinding:
    """What a recorded feature means for the job: a stop or a caution, and what to do."""

    code: str
    level: str
    text: str
    what_to_do: str


@dataclass(frozen=True, kw_only=True)
class FindingRule:
    """When features of a kind mean something for the job. of: whether a feature counts. text: after how many there are.

    by_hazard: not said where the hazard of this code is judged already, by itself.
    """

    code: str
    level: str
    of: Callable[[FeatureInput], bool]
    one: str
    more: str | None = None
    text: str
    what_to_do: str
    by_hazard: bool = False


FINDING_RULES = (
    FindingRule(
        code="fan_into_attic",
        level="stop",
        of=lambda f: f.kind == "fan" and f.blows_to == "attic",
        one="fan",
        text="recorded as blowing into the attic: blocks insulating.",
        what_to_do="Duct it outdoors, to a hood with a damper.",
        by_hazard=True,
    ),
    FindingRule(
        code="fan_into_soffit",
        level="caution",
        of=lambda f: f.kind == "fan" and f.blows_to == "soffit",
        one="fan",
        text="recorded as blowing into the soffit, where the intake draws the damp air back in.",
        what_to_do="Duct it to a hood with a damper, away from the intake.",
    ),
    FindingRule(
        code="fan_end_unknown",
        level="caution",
        of=lambda f: f.kind == "fan" and f.blows_to not in FAN_ENDS,
        one="fan",
        text="recorded whose end nobody knows: into the attic it blocks insulating.",
        what_to_do="Follow its duct. Where a burner draws house air, its draft is tested with every fan running.",
    ),
    FindingRule(
        code="single_wall_vent",
        level="stop",
        of=lambda f: f.kind == "flue" and f.flue == "single_wall",
        one="single-wall metal vent",
        text="recorded: blocks the job.",
        what_to_do="A licensed trade replaces it with a listed vent.",
        by_hazard=True,
    ),
    FindingRule(
        code="unshielded_flue",
        level="stop",
        of=lambda f: f.kind in ("flue", "chimney") and f.shielded is False,
        one="flue or chimney",
        more="flues or chimneys",
        text="recorded without a shield: blocks fill against it.",
        what_to_do="Fit a metal shield and high-temperature sealant at the listed clearance.",
        by_hazard=True,
    ),
    FindingRule(
        code="non_ic_light",
        level="caution",
        of=lambda f: f.kind == "recessed_light" and f.rating != "ic",
        one="recessed light",
        text="recorded as not rated for contact, or not known to be: nothing covers it within 3 in.",
        what_to_do="Keep fill 3 in away all round and nothing over it, or fit a rated cover, a clearance box or a light rated "
        "for contact.",
        by_hazard=True,
    ),
    FindingRule(
        code="flue_unknown",
        level="caution",
        of=lambda f: f.kind == "flue" and f.flue in (None, "unknown") and f.clearance_in is None,
        one="flue",
        text="of unknown kind: kept clear by 3 in meanwhile.",
        what_to_do="Read its label or ask the heating trade for its listed clearance.",
    ),
    *(
        FindingRule(
            code=f"{kind}_open",
            level="caution",
            of=lambda f, kind=kind: f.kind == kind,  # type: ignore[misc]
            one=noun,
            text="recorded: a large leak, and fill would fall in.",
            what_to_do="Close it with rigid board, sealed all round, before fill.",
        )
        for kind, noun in (("chase", "open chase"), ("drop_soffit", "drop soffit"))
    ),
)


def findings(features: tuple[FeatureInput, ...], judged: frozenset[str]) -> list[FeatureFinding]:
    """Stops and cautions that follow from the record. judged: hazards that are cleared, or that
    stop the job by themselves already. Source: handbook, hazards."""
    said = []
    for rule in FINDING_RULES:
        count = sum(feature.count for feature in features if rule.of(feature))
        if count and not (rule.by_hazard and rule.code in judged):
            text = f"{_many(count, rule.one, rule.more)} {rule.text}"
            said.append(FeatureFinding(rule.code, rule.level, text, rule.what_to_do))
    return said


def _many(count: int, one: str, more: str | None = None) -> str:
    return f"{count} {one}" if count == 1 else f"{count} {more or one + 's'}"


def holes_to_find(features: tuple[FeatureInput, ...], stories: float | None) -> tuple[tuple[str, str, int | None], ...]:
    """The holes that should be there: trade, what, how many by the features on record (None: count them on the spot).

    Source: handbook §9, count the holes that should be there.
    """
    counted: dict[tuple[str, str], int] = {}
    for feature in features:
        kind = KINDS.get(feature.kind)
        if kind and kind.holes:
            counted[kind.holes] = counted.get(kind.holes, 0) + feature.count
    always: list[tuple[str, str]] = [
        ("electrical", "wires down through top plates"),
        ("electrical", "ceiling boxes"),
        ("plumbing", "stacks and vents"),
        ("heating", "duct boots"),
    ]
    if stories is not None and stories > 1:
        always.append(("heating", "duct and pipe shafts from below"))
    return tuple((trade, what, counted.get((trade, what))) for trade, what in dict.fromkeys([*always, *counted]))
