"""Jobs made up at random: all kinds of sections, all methods, and questions that nobody answered."""

from __future__ import annotations

from random import Random
from typing import Any

from elm_cover.core.rack.candidate import METHODS
from elm_cover.formats.product_library import library
from elm_cover.job.product import Product

# Two loose fills and a few widths of batt, so that a rack is weighed quickly.
POOL_IDS = (
    "cellulose-standard", "glass-standard", "wood-fiber", "glass-r13-15x48", "glass-r13-23x48", "glass-r19-23x48",
    "glass-r19-16x48", "glass-r19-24x48", "mineral-r30-16x48", "mineral-r30-24x48",
)  # fmt: skip
POOL: tuple[Product, ...] = tuple(product for product in library() if product.id in POOL_IDS)
LOOSE = [product.id for product in POOL if product.chart]
BATTS = [product.id for product in POOL if product.batt]
THIN = [product.id for product in POOL if product.batt and (product.batt.thickness_in or 0) < 5]
OLD = ("cellulose_loose", "glass_loose", "unknown_loose", "glass_batt", "mineral_wool_batt")


def random_job(seed: int, unanswered: float = 0.08) -> dict[str, Any]:
    """A job of one to three sections. unanswered: how often a question is left open, 0 to 1."""
    dice = Random(seed)
    maker = _Maker(dice, unanswered)
    more = dice.choices(
        ["open_floor", "sloped_bays", "knee_wall", "netted_cavity", "left_out"], (4, 2, 2, 1, 1), k=dice.randrange(3)
    )
    kinds = ["open_floor", *more]
    sections = [maker.section(f"s{i}", kind, i * 60.0) for i, kind in enumerate(kinds)]
    job: dict[str, Any] = {
        "format": "elm-cover.job",
        "version": 1,
        "house": {
            "climate_zone": maker.known(dice.choice(["1A", "2A", "3A", "4A", "4C", "5A", "6A", "7"])),
            "vented": dice.choice([None, True, True, False]),
            "new_construction": dice.random() < 0.2,
        },
        "hazards": [
            {"kind": kind, "status": dice.choice(["absent", "suspected"])}
            for kind in ("vermiculite", "animals", "non_ic_light")
            if dice.random() < 0.3
        ],
        "target": maker.target(),
        "sections": sections,
        "settings": {
            "baffle_rule": dice.choice(["every_bay", "every_bay", "vented_bays", "alternate"]),
            "chart_rule": dice.choice(["next_row", "interpolate"]),
            "baffle_kind": dice.choice(["thin_chute", "rigid_foam"]),
            "baffle_thickness_in": dice.choice([0, 0, 1]),
            "wind_block": dice.choice(["integral", "separate"]),
            "deduct_framing": dice.random() < 0.1,
            "spare_pct": dice.choice([0, 3, 5.5]),
        },
        "products": [p.model_dump(mode="json", exclude_none=True) for p in POOL],
        "choice": {},
    }
    for section in sections:
        picked = maker.choice(section["kind"])
        if picked is not None and section["kind"] != "left_out":
            job["choice"][section["id"]] = picked
    if dice.random() < 0.3:
        dice.choice(job["products"]).pop("price")
    if dice.random() < 0.7:
        at = [dice.uniform(3, 9), dice.uniform(3, 7)]
        job["accesses"] = [{"section": "s0", "at_ft": at, "opening_in": dice.choice([[22.5, 30], [14, 18], [30, 54]])}]
    return _to_prepare(job, Random(seed + 1_000_000))


# What asks for preparation, with what matters of it.
ASKING: tuple[dict[str, Any], ...] = (
    {"kind": "chase", "size_in": [16, 24]}, {"kind": "drop_soffit", "size_in": [60, 96]}, {"kind": "drop_soffit"},
    {"kind": "recessed_light", "rating": "non_ic", "count": 3}, {"kind": "recessed_light", "rating": "ic"}, {"kind": "box"},
    {"kind": "boot", "count": 2}, {"kind": "fan", "blows_to": "attic"}, {"kind": "fan", "blows_to": "outdoors"}, {"kind": "stack"},
    {"kind": "flue", "flue": "double_wall_gas", "shielded": False}, {"kind": "flue", "flue": "plastic"},
    {"kind": "chimney", "size_in": [16, 20], "shielded": True}, {"kind": "duct", "duct_r": 8}, {"kind": "pipe"},
    {"kind": "equipment", "size_in": [36, 60]}, {"kind": "combustion_air"}, {"kind": "stair", "size_in": [22.5, 54]},
)  # fmt: skip
CURES = ("board", "relay", "cover", "box", "replace", "as_it_is", "bury", "leave", "lid")
ADDED = ("board", "relay", "holes", "plates", "dam", "blocking", "pipe", "other", "electrician", "radiant_barrier")


def _to_prepare(job: dict[str, Any], dice: Random) -> dict[str, Any]:
    """The job with more to prepare on it, and with decisions about some of that. Nothing of it takes floor that it did not."""
    decisions = []
    for section in job["sections"]:
        for i in range(dice.randrange(4)):
            asking = dice.choice(ASKING)
            name = f"w{section['id']}{i}"
            section["features"].append({**asking, "id": name})
            for kind in dict.fromkeys((asking["kind"], "light", "fan_housing", "fan_duct", "holes")):
                if dice.random() < 0.3:
                    left = {"left_out": {"reason": "no", "by": "R"}} if dice.random() < 0.4 else {}
                    decisions.append({"key": f"{kind}:{name}", "cure": dice.choice(CURES), **left})
        if dice.random() < 0.3:
            section["plate_length_ft"] = dice.uniform(0, 200)
        if dice.random() < 0.2:
            decisions.append({"key": f"plates:{section['id']}", "left_out": {"reason": "no", "by": "R"}})
    added = [
        {"id": f"a{i}", "kind": dice.choice(ADDED), "amount": dice.uniform(0, 40), "after_offer": dice.random() < 0.5,
         **({"answer": {"said": dice.choice(["yes", "no"]), "by": "C", "on": "2026-05-02"}} if dice.random() < 0.5 else {})}
        for i in range(dice.randrange(4))
    ]  # fmt: skip
    job["contact"] = [
        {"id": f"k{i}", "place": dice.choice(["lowered_ceiling", "duct_shaft", "arches"]), "found": "apart"}
        for i in range(dice.randrange(2))
    ]
    job["preparation"] = {"decisions": decisions, "added": added}
    return job


class _Maker:
    def __init__(self, dice: Random, unanswered: float) -> None:
        self.dice, self.unanswered = dice, unanswered

    def known(self, value: Any) -> Any:
        """The value, or None where nobody answered."""
        return None if self.dice.random() < self.unanswered else value

    def target(self) -> dict[str, Any] | None:
        basis = self.dice.choice(["code", "retrofit", "custom"])
        found: dict[str, Any] | None = self.known(
            {
                "basis": basis,
                "edition": self.known(self.dice.choice(["2012", "2021", "2024"])),
                "r": self.dice.choice([19, 30, 38, 49, 60]),
                "raised_heel": self.dice.random() < 0.2,
            }
        )
        return found

    def section(self, name: str, kind: str, x: float) -> dict[str, Any]:
        dice = self.dice
        long, wide = dice.uniform(10, 26), dice.uniform(8, 20)
        outline = [[x, 0.0], [x + long, 0.0], [x + long, wide], [x, wide]]
        if dice.random() < 0.3:
            outline = [
                *outline[:2],
                [x + long, wide * 0.6],
                [x + long * 0.6, wide * 0.6],
                [x + long * 0.6, wide],
                outline[3],
            ]
        found = {
            "id": name,
            "name": name.upper(),
            "kind": kind,
            "outline_ft": outline,
            "edges": [self.edge(i) for i in range(len(outline))],
            "ceiling": {"board": self.known(dice.choice(["gypsum_1_2", "gypsum_5_8", "plaster", "gypsum_1_2_sag"]))},
            "framing": {
                # Asked for batts alone, so most often left open.
                "run": None if dice.random() < 6 * self.unanswered else dice.choice(["x", "y"]),
                "spacing_in": self.known(dice.choice([12, 16, 19.2, 24])),
                "depth_in": self.known(dice.choice([3.5, 5.5, 7.25, 9.25])),
            },
            "existing": self.known([self.layer() for _ in range(dice.choice([0, 1, 1, 1, 2]))]),
            "features": [self.feature(x, long, wide) for _ in range(dice.randrange(4))],
            "old_fill": dice.choice([None, None, "keep", "relay", "lift", "clear"]),
        }
        if kind == "open_floor" and dice.random() < 0.3:
            found["readings"] = [
                {"at_ft": [x + dice.uniform(0, long), dice.uniform(0, wide)], "depth_in": dice.uniform(0, 9)}
                for _ in range(dice.randrange(1, 7))
            ]
        if kind == "sloped_bays":
            found["slope"] = {
                "rafter_depth_in": self.known(7.25),
                "pitch_in_12": self.known(dice.uniform(4, 12)),
                "channel_in": self.known(dice.choice([1, 1.5])),
            }
        if kind == "knee_wall":
            of = dice.choice(["knee_wall", "skylight_shaft"])
            found["wall"] = {"of": of, "height_ft": self.known(4.5), "stud_depth_in": self.known(3.5), "backed": True}
        if kind == "netted_cavity":
            found["cavity"] = {
                "cover": self.known(dice.choice(["net", "floor"])),
                "depth_in": dice.choice([9.25, 14, 22]),
            }
        return found

    def edge(self, index: int) -> dict[str, Any]:
        dice = self.dice
        if index % 2 or dice.random() < 0.2:
            return {"kind": dice.choice(["gable", "knee_wall", "step"])}
        found = {
            "kind": "eave",
            "heel_in": self.known(dice.uniform(2, 16)),
            "pitch_in_12": self.known(dice.uniform(2, 12)),
            "soffit": self.known(dice.choice(["continuous", "spot", "none", "blocked"])),
        }
        if dice.random() < 0.2:
            found["remedy"] = {"kind": dice.choice(["dense_batt", "rigid_board", "sprayed_foam"])}
        return found

    def layer(self) -> dict[str, Any]:
        dice = self.dice
        return {
            "material": self.known(dice.choice(OLD)),
            "depth_in": self.known(dice.choice([2.0, 3.5, 6.25, 9.0])),
            "void_pct": dice.choice([0, 0, 3.5, 8, 30, 100]),
            "voids": dice.choice(["under", "open"]),
            "condition": dice.choice(["sound", "sound", "sound", "dusty", "matted", "fouled"]),
            "facing": dice.choice([None, "up", "down"]),
        }

    def feature(self, x: float, long: float, wide: float) -> dict[str, Any]:
        dice = self.dice
        kind = dice.choice(
            [
                "recessed_light",
                "chimney",
                "flue",
                "platform",
                "storage_floor",
                "walkway",
                "duct",
                "wire",
                "stack",
                "hatch",
            ]
        )
        at = [x + dice.uniform(1, long - 1), dice.uniform(1, wide - 1)]
        found: dict[str, Any] = {"kind": kind, "at_ft": at, "filled_under": dice.choice([None, True, False])}
        if kind in ("walkway", "duct", "wire"):
            found["to_ft"] = [x + dice.uniform(1, long - 1), dice.uniform(1, wide - 1)]
        elif dice.random() < 0.2:
            found |= {"at_ft": None, "count": dice.randrange(4)}
        if kind in ("chimney", "platform", "storage_floor", "hatch"):
            found["size_in"] = [dice.uniform(12, 50), dice.uniform(12, 50)]
        if kind == "hatch":
            found["lid_r"] = dice.choice([None, 0, 30])
        return found

    def choice(self, kind: str) -> dict[str, Any] | None:
        dice = self.dice
        if self.known(1) is None:
            return None
        if kind != "open_floor":
            return {"method": "enclosed_fill", "product": self.known(dice.choice(LOOSE))}
        method = dice.choice(METHODS)
        batts = method in ("batts_across", "batts_between_and_across")
        found: dict[str, Any] = {"method": method, "product": self.known(dice.choice(BATTS if batts else LOOSE))}
        if "between" in method:
            found["between"] = self.known(dice.choice(THIN))
        if not batts and dice.random() < 0.2:
            found["depth"] = {"by": "installed_in", "value_in": dice.choice([0, 4, 9, 14])}
        if batts and dice.random() < 0.2:
            found["layers"] = dice.choice([1, 2])
        return found
