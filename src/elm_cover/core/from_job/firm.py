"""Kit, truck and crews of a firm, read from its document."""

from __future__ import annotations

from ...job.crew import Truck
from ...job.firm import Firm
from ..given.kit import KitInput
from ..loadout.truck import TruckInput


def kit_input(firm: Firm) -> tuple[KitInput, ...]:
    """Tools and protection; a line without an id goes by its place in the list."""
    return tuple(
        KitInput(
            key=line.id or f"#{i}",
            title=line.title,
            amount=line.amount,
            unit=line.unit,
            per_person=line.per == "person",
            only=line.only,
            lb=line.lb,
            ft3=line.ft3,
            place=line.place,
        )
        for i, line in enumerate(firm.kit)
    )


def truck_input(truck: Truck) -> TruckInput:
    """The truck as the core takes it."""
    return TruckInput(
        truck.name, truck.payload_lb, truck.length_ft, truck.width_ft, truck.height_ft, truck.usable_pct / 100
    )
