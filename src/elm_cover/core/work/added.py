"""Items put on the list by hand: found more, or wished for (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping

from ..base.units import fixed
from ..given.work import Added
from ..preparation.beads import GAP_IN, HOLE_BEAD_IN, PERIMETER_IN, SEAL_IN, bead
from ..preparation.hatch import ABOVE_FILL_IN
from ..preparation.leaks import leak_of
from ..preparation.materials import use
from .item import Task
from .openings import board_over, relaid
from .place import CurePlan, WorkPlace

# The unit that each kind is counted in, and what is taken while no amount is given.
UNITS: dict[str, tuple[str, float]] = {
    "board": ("ft² of opening", 4.0),
    "relay": ("ft²", 20.0),
    "holes": ("holes", 1.0),
    "plates": ("ft", 10.0),
    "box": ("pieces", 1.0),
    "boot": ("pieces", 1.0),
    "fan_housing": ("pieces", 1.0),
    "light": ("pieces", 1.0),
    "dam": ("ft", 8.0),
    "blocking": ("bays", 1.0),
    "duct": ("ft", 10.0),
    "pipe": ("ft", 10.0),
    "screen": ("ft²", 2.0),
    "radiant_barrier": ("ft²", 100.0),
    "electrician": ("pieces", 1.0),
    "other": ("person-hours", 0.5),
}
TITLES = {
    "board": "Opening to close",
    "relay": "Place to re-lay",
    "holes": "Wire and pipe holes",
    "plates": "Top plates",
    "box": "Ceiling boxes",
    "boot": "Duct boots",
    "fan_housing": "Fan housings",
    "light": "Recessed lights to cover",
    "dam": "Dam",
    "blocking": "Bays to close",
    "duct": "Duct to seal",
    "pipe": "Pipe in the cold",
    "screen": "Animal screen",
    "radiant_barrier": "Radiant barrier",
    "electrician": "Light or outlet, by an electrician",
    "other": "Other work",
}


def place_of(each: Added, places: Mapping[str, WorkPlace]) -> WorkPlace:
    """Where an item stands: its section, else the first one."""
    return places.get(each.section or "") or next(iter(places.values()))


def added_tasks(added: Iterable[Added], places: Mapping[str, WorkPlace]) -> Iterator[Task]:
    """Each in the shape of those derived. Source: handbook §13, items added by hand."""
    if not places:
        return
    for each in added:
        place = place_of(each, places)
        unit, start = UNITS[each.kind]
        decided = place.decided(each.key).amount
        amount = decided if decided is not None else start if each.amount is None else each.amount
        way = WAYS[each.kind](place, amount)
        title = each.text or TITLES[each.kind]
        text = f"{title}, {fixed(amount)} {unit}" if each.kind != "other" and amount != 1 else title
        yield Task(
            key=each.key,
            kind=way.kind or each.kind,
            section=each.section,
            at_ft=each.at_ft,
            what=text,
            amount=amount,
            unit=unit,
            counted="as typed" if each.amount is not None or decided is not None else f"{start:g} {unit} taken",
            materials=way.materials,
            person_hours=way.person_hours,
            leak=way.leak,
            who=way.who,
            pieces=way.pieces,
            row=each.key,
            leavable=True,
            follows_depth=each.kind == "dam",
            change=each.change,
        )


def _beaded(kind: str, rate: str, around_in: float) -> Callable[[WorkPlace, float], CurePlan]:
    def way(place: WorkPlace, n: float) -> CurePlan:
        length = around_in / 12 * n
        return CurePlan(
            cure="",
            title="",
            materials=(bead(SEAL_IN, length),),
            person_hours=place.rate(rate) * n,
            leak=leak_of(kind, n),
            pieces=(f"bead {fixed(length, 1)} ft",),
        )

    return way


def _square(area_ft2: float) -> tuple[float, float]:
    side = (area_ft2 * 144) ** 0.5
    return side, side


def _holes(place: WorkPlace, n: float) -> CurePlan:
    length = HOLE_BEAD_IN / 12 * n
    hours = n / place.rate("holes_per_hour")
    return CurePlan(cure="", title="", materials=(bead(GAP_IN, length),), person_hours=hours, leak=leak_of("hole", n))


def _plates(place: WorkPlace, ft: float) -> CurePlan:
    hours = ft / place.rate("plates_ft_per_hour")
    return CurePlan(
        cure="", title="", materials=(bead(GAP_IN, 2 * ft),), person_hours=hours, leak=leak_of("plates", ft)
    )


def _light(place: WorkPlace, n: float) -> CurePlan:
    around = PERIMETER_IN["light"] / 12 * n
    materials = (use("light_cover", n), bead(SEAL_IN, around))
    hours = place.rate("light_cover_hours") * n
    return CurePlan(cure="", title="", materials=materials, person_hours=hours, leak=leak_of("light", n))


def _dam(place: WorkPlace, ft: float) -> CurePlan:
    board = use("wood_board", ft * (place.line_in + ABOVE_FILL_IN) / 12)
    return CurePlan(
        cure="", title="", materials=(board, use("screws", 2 * ft)), person_hours=ft / place.rate("dam_ft_per_hour")
    )


def _simple(material: str, rate: str | None = None, hours: str | None = None) -> Callable[[WorkPlace, float], CurePlan]:
    """So much of one material, at a rate by the hour or at hours for the whole."""

    def way(place: WorkPlace, amount: float) -> CurePlan:
        taken = amount / place.rate(rate) if rate else place.rate(hours or "")
        return CurePlan(cure="", title="", materials=(use(material, amount),), person_hours=taken)

    return way


WAYS: dict[str, Callable[[WorkPlace, float], CurePlan]] = {
    "board": lambda place, ft2: board_over(_square(max(ft2, 0.01)), 1, place),
    "relay": lambda place, ft2: relaid(ft2, 1, place, None),
    "holes": _holes,
    "plates": _plates,
    "box": _beaded("box", "box_hours", PERIMETER_IN["box"]),
    "boot": _beaded("boot", "boot_hours", PERIMETER_IN["boot"]),
    "fan_housing": _beaded("fan_housing", "fan_housing_hours", PERIMETER_IN["fan_housing"]),
    "light": _light,
    "dam": _dam,
    "blocking": _simple("bay_plug", "blocking_per_hour"),
    "duct": _simple("mastic", "duct_seal_ft_per_hour"),
    "pipe": _simple("pipe_sleeve", "pipe_ft_per_hour"),
    "screen": _simple("screen", hours="screen_hours"),
    "radiant_barrier": _simple("radiant_barrier", "radiant_barrier_ft2_per_hour"),
    "electrician": lambda place, n: CurePlan(cure="", title="", who="licensed electrician"),
    "other": lambda place, hours: CurePlan(cure="", title="", person_hours=hours),
}
