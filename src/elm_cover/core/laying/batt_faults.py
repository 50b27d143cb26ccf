"""What speaks against each layer of batts where it is to lie (handbook §7, batts)."""

from __future__ import annotations

from collections.abc import Sequence

from ..base.notebook import Notebook
from ..base.units import r_value
from ..batts.batt import BattLayer, BattProduct
from ..batts.rules import MOST_LAYERS, facing_faults, place_faults
from ..layers.layer import Layer
from ..layers.stack import depth_of
from .build_up import Bed


def flag_places(bed: Bed, batts: Sequence[BattLayer], notes: Notebook) -> None:
    """Enters what speaks against the place and the facing of each layer; nothing while framing or old fill is not known."""
    section = bed.section
    joists = section.joist_depth_in
    if bed.kept is None or joists is None:
        return
    under: tuple[Layer, ...] = bed.kept.layers
    said: set[str] = set()
    for number, layer in enumerate(batts):
        below = depth_of(under)
        if number == 0 or layer.place != batts[number - 1].place:
            for code, text, what_to_do in place_faults(layer.batt, layer.place, below, joists):
                notes.flag(code, "stop", text, what_to_do)
        over = below > 0 or number > 0
        for text, what_to_do in facing_faults(layer.batt, layer.place, over, section.zone, section.retarder):
            if text not in said:
                notes.flag("second_vapor_retarder", "stop", text, what_to_do)
            said.add(text)
        under = (*under, layer.batt.layer())


def flag_beyond(name: str, batt: BattProduct, target: float, reached: float, notes: Notebook) -> None:
    """Enters that even the most layers of this batt do not reach the target."""
    notes.flag(
        "beyond_layers",
        "stop",
        f"{MOST_LAYERS} layers of {name} reach {r_value(reached)}; the target is {r_value(target)}.",
        f"Take a batt of more than R-{batt.r:g}, or blow over the batts.",
    )
