"""What stands in an attic: the kinds, what must be asked of each, and what a record of it means (handbook: measure)."""

from __future__ import annotations

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
    "equipment": FeatureKind("Attic equipment and its platform", "heating", "box"),
    "combustion_air": FeatureKind("Combustion-air opening", "heating", "box", (), (12.0, 12.0)),
    "stack": FeatureKind("Plumbing stack", "plumbing", "point", (), None, ("plumbing", "stacks and vents")),
    "plumbing_stack": FeatureKind("Plumbing stack", "plumbing", "point", (), None, ("plumbing", "stacks and vents")),
    "pipe": FeatureKind("Pipe", "plumbing", "run"),
    "chase": FeatureKind("Open chase", "openings", "box"),
    "drop_soffit": FeatureKind("Drop soffit", "openings", "box"),
    "platform": FeatureKind("Platform", "floor", "box", ("filled_under",)),
    "walkway": FeatureKind("Walkway", "floor", "run", ("filled_under",)),
    "storage_floor": FeatureKind("Storage floor", "floor", "box", ("filled_under",)),
    "stair": FeatureKind("Stair opening", "openings", "box"),
    "hatch": FeatureKind("Hatch", "openings", "box"),
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


@dataclass(frozen=True)
class FeatureFinding:
    """What a recorded feature means for the job: a stop or a caution, and what to do."""

    code: str
    level: str
    text: str
    what_to_do: str


def findings(features: tuple[FeatureInput, ...], judged: frozenset[str]) -> list[FeatureFinding]:
    """Stops and cautions that follow from the record. judged: hazards that are cleared, or that
    stop the job by themselves already. Source: handbook, hazards."""
    found = []

    def count(kind: str, **wanted: object) -> int:
        return sum(
            f.count for f in features if f.kind == kind and all(getattr(f, k) == value for k, value in wanted.items())
        )

    into_attic = count("fan", blows_to="attic")
    if into_attic and "fan_into_attic" not in judged:
        found.append(
            FeatureFinding(
                "fan_into_attic",
                "stop",
                f"{_many(into_attic, 'fan')} recorded as blowing into the attic: blocks insulating.",
                "Duct it outdoors, to a hood with a damper.",
            )
        )
    into_soffit = count("fan", blows_to="soffit")
    if into_soffit:
        found.append(
            FeatureFinding(
                "fan_into_soffit",
                "caution",
                f"{_many(into_soffit, 'fan')} recorded as blowing into the soffit, where the intake draws the damp air back in.",
                "Duct it to a hood with a damper, away from the intake.",
            )
        )
    single = count("flue", flue="single_wall")
    if single and "single_wall_vent" not in judged:
        found.append(
            FeatureFinding(
                "single_wall_vent",
                "stop",
                f"{_many(single, 'single-wall metal vent')} recorded: blocks the job.",
                "A licensed trade replaces it with a listed vent.",
            )
        )
    bare = count("flue", shielded=False) + count("chimney", shielded=False)
    if bare and "unshielded_flue" not in judged:
        found.append(
            FeatureFinding(
                "unshielded_flue",
                "stop",
                f"{_many(bare, 'flue or chimney', 'flues or chimneys')} recorded without a shield: blocks fill against it.",
                "Fit a metal shield and high-temperature sealant at the listed clearance.",
            )
        )
    unknown = sum(
        f.count for f in features if f.kind == "flue" and f.flue in (None, "unknown") and f.clearance_in is None
    )
    if unknown:
        found.append(
            FeatureFinding(
                "flue_unknown",
                "caution",
                f"{_many(unknown, 'flue')} of unknown kind: kept clear by 3 in meanwhile.",
                "Read its label or ask the heating trade for its listed clearance.",
            )
        )
    for kind, noun in (("chase", "open chase"), ("drop_soffit", "drop soffit")):
        if count(kind):
            found.append(
                FeatureFinding(
                    f"{kind}_open",
                    "caution",
                    f"{_many(count(kind), noun)} recorded: a large leak, and fill would fall in.",
                    "Close it with rigid board, sealed all round, before fill.",
                )
            )
    return found


def _many(count: int, one: str, more: str | None = None) -> str:
    return f"{count} {one}" if count == 1 else f"{count} {more or one + 's'}"


def holes_to_find(features: tuple[FeatureInput, ...], stories: float | None) -> tuple[tuple[str, str, int | None], ...]:
    """The holes that should be there: trade, what, how many by the features on record (None: count them on the spot)."""
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
