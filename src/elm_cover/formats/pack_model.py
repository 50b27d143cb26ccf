"""The field pack as a model: what stands in it, once, for the OpenAPI document, the phone's types and the tests (design §5)."""

from __future__ import annotations

from typing import Any, Literal, NotRequired

from pydantic import BaseModel, ConfigDict, TypeAdapter
from pydantic.json_schema import GenerateJsonSchema
from typing_extensions import TypedDict

from ..core.filling import FillTable

FORMAT: Literal["elm-cover field pack"] = "elm-cover field pack"
VERSION: Literal[2] = 2
Point = tuple[float, float]


class Closed(BaseModel):
    """Nothing stands in it that is not named here."""

    model_config = ConfigDict(extra="forbid")


class PackKind(Closed):
    """What is to be known of a kind of work: how it is done, and what to mind."""

    title: str
    why: str
    how: tuple[str, ...]
    cautions: tuple[str, ...]


class PackItem(TypedDict):
    """An item of the work list; what is empty is left out. lifts: the hazard that it cures; change: how its change was answered."""

    key: str
    group: str
    kind: str
    number: int
    what: str
    amount: int | float
    who: str
    state: str
    section: NotRequired[str]
    at_ft: NotRequired[Point]
    why: NotRequired[str]
    cautions: NotRequired[tuple[str, ...]]
    unit: NotRequired[str]
    pieces: NotRequired[tuple[str, ...]]
    leavable: NotRequired[bool]
    change: NotRequired[str]
    lifts: NotRequired[str]


class PackWork(Closed):
    """The work list by place: groups by word, kinds that are in use, items in their order."""

    groups: dict[str, str]
    kinds: dict[str, PackKind]
    items: tuple[PackItem, ...]


class PackLoad(Closed):
    """A line of the load list, and where in the truck it lies."""

    what: str
    title: str
    amount: int | float
    unit: str
    place: str


class PackBand(Closed):
    """A band as it is drawn, ft: outer rings and holes; label_room_ft: half the room round its number."""

    number: int
    rings_ft: tuple[tuple[Point, ...], ...]
    label_ft: Point
    label_room_ft: float
    by_hand: bool


class PackFloor(Closed):
    """Outline and bands of a section, ft."""

    section: str
    name: str
    outline_ft: tuple[Point, ...]
    bands: tuple[PackBand, ...]


class PackCause(Closed):
    """What may make bags and depth part, and where to look."""

    key: str
    title: str
    look_at: str


class PackCorridor(Closed):
    """Bags that may have gone in once so much floor is covered."""

    covered_ft2: float
    low: float
    planned: float
    high: float


class FieldPack(Closed):
    """Everything a phone needs of a job for a day. revision: None where it was made from a file; code: told by what it was made from."""

    format: Literal["elm-cover field pack"]
    version: Literal[2]
    name: str
    address: str | None
    revision: int | None
    code: str
    fill: FillTable
    corridor: dict[str, tuple[PackCorridor, ...]]
    work: PackWork
    load: tuple[PackLoad, ...]
    floor: tuple[PackFloor, ...]
    stops_by_hour: str
    causes: tuple[PackCause, ...]
    signals: dict[str, str]
    words: dict[str, str]


class _AsTold(GenerateJsonSchema):
    """Of what is sent out: a field that has a default is there all the same; one that may be left out may be left out."""

    def field_is_required(self, field: Any, total: bool) -> bool:
        return field["type"] != "typed-dict-field" or super().field_is_required(field, total)


def told_schemas() -> dict[str, Any]:
    """The schemas of the pack and its parts by name, as it is sent."""
    made = TypeAdapter(FieldPack).json_schema(
        mode="serialization", schema_generator=_AsTold, ref_template="#/components/schemas/{model}"
    )
    parts: dict[str, Any] = made.pop("$defs")
    return {"FieldPack": made, **parts}
