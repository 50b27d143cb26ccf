"""The kinds of item of the work list: their group, why they are done, how, and with what caution (handbook §13, the work list)."""

from __future__ import annotations

from dataclasses import dataclass

# Groups in working order; extras are wished for and gate nothing.
GROUPS = {
    "safe": "Make it safe",
    "trades": "Other trades",
    "clear_out": "Clear out",
    "leaks": "Leaks, largest first",
    "shields": "Shields, covers, fans, ducts",
    "eaves": "Eaves and walls",
    "dams": "Dams, curb, platforms",
    "close": "Markers, map, photos",
    "extras": "Extras wished for",
}

# Groups, beside single kinds, in which nothing can be left out.
NEVER_LEFT = ("safe", "trades", "shields")


@dataclass(frozen=True)
class WorkKind:
    """A kind of item. one, more: what it is called in the list. leavable: None: as its group says."""

    one: str
    more: str
    group: str
    why: str
    how: tuple[str, ...]
    cautions: tuple[str, ...] = ()
    leavable: bool | None = None


NAILS = "Nails come through the deck; mind your head and your hands."
FOAM = "Foam with gloves and eyes covered; nothing that burns or glows while it cures. The label goes before this list."
WIRES = "Take every wire to be live. A loose or bare one is the electrician's."
HOT = "Nothing that burns within the listed clearance; foam and wood are never used here."
DUST = "Respirator, eyes and gloves; do not sweep dry."

KINDS: dict[str, WorkKind] = {
    "hazard": WorkKind(
        "Hazard to clear", "Hazards to clear", "trades",
        "It stops the work until it is cleared in writing.",
        ("Keep off it and say so to everyone on site.", "Have it judged and cleared by who is named here, in writing.",
         "Enter who cleared it, when and how."),
    ),
    "board": WorkKind(
        "Open chase", "Open chases", "leaks",
        "Air rises through it as through a chimney, and fill would fall in.",
        ("Clear the framing round the opening back to bare wood.", "Cut the board with 2 in of lap on every side.",
         "Lay a bead on the framing, press the board in, screw it each 6 in.", "Bead over the edge and every hole through it."),
        (FOAM,),
    ),
    "board_hot": WorkKind(
        "Chase round a flue", "Chases round flues", "leaks",
        "Air rises through it, and what closes it stands against a hot pipe.",
        ("Cut sheet metal to the opening, out to the pipe itself.", "Fold it up 1 in where it meets framing and fix it with screws.",
         "Seal it with high-temperature sealant to the pipe and to the framing."),
        (HOT,),
    ),
    "relay": WorkKind(
        "Re-lay to the board", "Places to re-lay", "leaks",
        "The insulation hangs clear of the ceiling: air passes between them and it does next to nothing.",
        ("Lift what bridges the gap.", "Lay batts down on the board, cut to fit, up the sides too.", "Strap them so that they stay."),
        (DUST,),
    ),
    "plates": WorkKind(
        "Top plates", "Top plates", "leaks",
        "The board parts from the plate along every wall below, and the wall is open to the attic there.",
        ("Draw the old fill back from both sides of each wall.", "Lay a ⅜ in bead along both edges of the plate.",
         "Foam what is wider; back what is over 3 in with a batt plug."),
        (FOAM, WIRES),
    ),
    "holes": WorkKind(
        "Wire and pipe hole", "Wire and pipe holes", "leaks",
        "Each is a hole from a wall or a room straight into the attic.",
        ("Find each one from below: what stands in the room comes up here.", "Caulk or foam round it; over ½ in foam.",
         "Over 3 in back it with a batt plug first.", "Tick it off against the holes that should be there."),
        (FOAM, WIRES),
    ),
    "box": WorkKind(
        "Ceiling box", "Ceiling boxes", "leaks",
        "Air passes between box and board and through its knock-outs.",
        ("Caulk between box and board all round.", "Close the holes in its sides that no wire goes through."),
        (WIRES,),
    ),
    "boot": WorkKind(
        "Duct boot", "Duct boots", "leaks",
        "Air leaks between the boot and the board it passes through.",
        ("Bead between boot and board all round.", "Mastic on the joint of boot and duct."),
    ),
    "fan_housing": WorkKind(
        "Fan housing", "Fan housings", "leaks",
        "Air passes between the housing and the board.",
        ("Bead between housing and board all round.", "Keep what burns 3 in from its motor unless its label says less."),
        (WIRES,),
    ),
    "light": WorkKind(
        "Recessed light", "Recessed lights", "leaks",
        "It leaks like an open hole, and one not rated for contact can set fill alight.",
        ("Turn it off below and let it cool.", "Read its label: IC, not IC, airtight or not.",
         "Set the cover or the box over it and seal it to the board; or keep the ring clear."),
        (WIRES, "Nothing over a light that is not rated for it, and 3 in clear all round. Never box one in foam or wood."),
    ),
    "flue": WorkKind(
        "Flue", "Flues", "shields",
        "The gap round it is a hole through every floor, and fill must not touch it.",
        ("Fit a metal collar to the framing, tight to the pipe as its listing allows.", "Seal both edges with high-temperature sealant.",
         "Stand a metal shield round it at the listed clearance, 2 in above the fill line.", "Leave the space inside the shield empty."),
        (HOT, "Its listing and the heating trade go before this list."),
    ),
    "chimney": WorkKind(
        "Masonry chimney", "Masonry chimneys", "shields",
        "The gap round it is a hole through every floor, and what burns stays 2 in away.",
        ("Fit metal flashing from the framing to the masonry.", "Seal both edges with high-temperature sealant.",
         "Stand a metal shield 2 in off the masonry, 2 in above the fill line.", "Leave the space inside the shield empty."),
        (HOT,),
    ),
    "fan_duct": WorkKind(
        "Fan to outdoors", "Fans to outdoors", "shields",
        "A fan that blows into the attic or the soffit wets the roof.",
        ("Run rigid or insulated duct the shortest way, falling to the outside.", "Tape and seal its joints; fit the hood with its damper.",
         "Pull the insulation sleeve over its whole length."),
        (WIRES, NAILS),
    ),
    "duct": WorkKind(
        "Duct", "Ducts", "shields",
        "Its joints leak, and a thin one sweats under fill.",
        ("Clean the joints, brush mastic on each.", "Then box it, bury it where that is allowed, or leave it in the open."),
        ("Old mineral wrap on ducts is taken for asbestos until it is tested.",),
    ),
    "combustion_air": WorkKind(
        "Combustion-air opening", "Combustion-air openings", "shields",
        "A burner breathes through it: covered, it makes carbon monoxide.",
        ("Stand a metal collar round it, 6 in above the fill line.", "Keep the opening itself free."),
        ("Never reduce or cover it. Its size is the heating trade's.",),
    ),
    "pipe": WorkKind(
        "Pipe in the cold", "Pipes in the cold", "shields",
        "Over more insulation the attic is colder: it may freeze.",
        ("Lay it close to the ceiling where it can be.", "Sleeve it over its whole length, joints taped."),
        leavable=True,
    ),
    "co_alarm": WorkKind(
        "Carbon monoxide alarm", "Carbon monoxide alarms", "safe",
        "A tightened house with a burner needs one that works.",
        ("Fit it where people sleep, as its label says.", "Press its test button and show it to who lives there."),
    ),
    "screen": WorkKind(
        "Animal screen", "Animal screens", "safe",
        "They come back in by the same way.",
        ("See that nothing is inside; bats and nesting birds are protected: wait.", "Screen the entry so that air still passes.",),
        (DUST,),
    ),
    "way_to_move": WorkKind(
        "Boards to move on", "Boards to move on", "safe",
        "A foot through the ceiling hurts who is above and who is below.",
        ("Lay boards across the joists as you go.", "Light the way; a second person knows that you are up there."),
    ),
    "clear_out": WorkKind(
        "Old fill out", "Old fill out", "clear_out",
        "What is wet, fouled or hides every leak comes out first.",
        ("Contain the way out: drop cloths, door closed, suits.", "Vacuum loose fill, take batts out by hand, tie the sacks.",
         "Clean down from the far end to the way in."),
        (DUST,),
    ),
    "batts": WorkKind(
        "Batts to lay", "Batts to lay", "eaves",
        "They go in before what is blown, while every bay can be reached.",
        ("Cut each to touch all sides of its bay.", "Split it round wires; no second facing.",), (DUST,),
    ),
    "baffles": WorkKind(
        "Baffles", "Baffles", "eaves",
        "Air from the soffit passes over the fill, not through it.",
        ("Set each from the plate up under the deck, the gap kept.", "Staple it; close the bay under it so that no wind enters the fill."),
        (NAILS,),
    ),
    "wind_blocks": WorkKind(
        "Wind blocks and plugs", "Wind blocks and plugs", "eaves",
        "Wind in the outer foot of the fill carries its heat away.",
        ("Stand each on the plate, tight to both rafters and up to the baffle.",), (NAILS,),
    ),
    "over_plate": WorkKind(
        "Over the plates", "Over the plates", "eaves",
        "There the fill is thin; something denser holds more.",
        ("Fill the room over the plate as the eave detail shows, air kept free over it.",), (NAILS, FOAM),
    ),
    "blocking": WorkKind(
        "Bay to close", "Bays to close", "eaves",
        "Joist bays run on under the wall or out of the slope: air comes in there and fill runs out.",
        ("Cut a plug or a board to each bay.", "Press it in under the wall, or into the slope's lower end, and seal its edges."),
    ),
    "knee_wall": WorkKind(
        "Knee wall", "Knee walls", "eaves",
        "Batts that hang in an open wall lose most of what they are rated for.",
        ("Re-cut the batts so that they touch all six sides.", "Cover the attic side with board or wrap, seams taped.", "Strap it."),
        (DUST,),
    ),
    "dam": WorkKind(
        "Dam", "Dams", "dams",
        "Fill slides where nothing holds it.",
        ("Fix a board strip along the edge, its top 2 in above the fill line.", "Close its foot against the ceiling."),
    ),
    "equipment_dam": WorkKind(
        "Dam round equipment", "Dams round equipment", "dams",
        "The service way and its platform stay clear of fill.",
        ("Fix a board strip round the platform, its top 2 in above the fill line.", "Leave the way to it open."),
        leavable=False,
    ),
    "hatch": WorkKind(
        "Hatch: curb and lid", "Hatches: curb and lid", "dams",
        "It is a hole in the insulation and leaks all round.",
        ("Build the curb on the framing, 2 in above the fill line.", "Lay the lid up in layers on a panel, over the curb's outside.",
         "Weatherstrip where it lies, latches that draw it down."),
    ),
    "stair": WorkKind(
        "Stair cover", "Stair covers", "dams",
        "A folding stair is a thin board with a gap all round.",
        ("Set the cover, or a curb and lid, round the opening.", "Weatherstrip where it lies.", "See that it lifts from below with one hand."),
    ),
    "platform": WorkKind(
        "Platform", "Platforms", "dams",
        "Boards on the joists leave no room for fill beneath.",
        ("Lift the boards.", "Set the framing across the joists, high enough for the fill line.", "Fill beneath, then lay the deck in strips."),
        ("Attic floors carry 10 lb/ft² without storage and 20 with a little. More, or any doubt about the joists, is an engineer's.",),
        leavable=True,
    ),
    "markers": WorkKind(
        "Depth markers", "Depth markers", "close",
        "Whoever comes next reads the depth there.",
        ("Fix each to framing, facing the way in, zero at the ceiling.", "Mark the fill line on it."),
    ),
    "map": WorkKind(
        "Map of what lies under", "Map of what lies under", "close",
        "Boxes, wires and valves are out of sight afterwards.",
        ("Mark each hidden thing with two distances from the way in.",),
    ),
    "photos": WorkKind(
        "Photos before closing", "Photos before closing", "close",
        "What the fill hides is proved by them.",
        ("Take every seal, shield and baffle before it is covered.",),
    ),
    "find_out": WorkKind(
        "To find out", "To find out", "close",
        "It is on record, and what is missing would leave it out of area, list and map.",
        ("See where it begins and ends, or how large it is.", "Enter it where it stands on record, or say it to the office."),
    ),
    "radiant_barrier": WorkKind(
        "Radiant barrier", "Radiant barriers", "extras",
        "Wished for: under the rafters of a vented attic in a hot zone. It is no part of R.",
        ("Staple it under the rafters, air kept at eave and ridge.",), (NAILS,),
    ),
    "electrician": WorkKind(
        "Light or outlet", "Lights or outlets", "extras",
        "Wished for.", ("By a licensed electrician.",),
    ),
    "other": WorkKind(
        "Found more", "Found more", "leaks",
        "Found on the spot.", ("As it says.",),
    ),
}  # fmt: skip


def key_can_be_left(key: str) -> bool:
    """The same by the key of an item, which begins with its kind: a hazard, or a single-wall vent, never.

    >>> key_can_be_left("flue:f1"), key_can_be_left("light:l1"), key_can_be_left("hazard:h1")
    (False, True, False)
    """
    named = key.split(":", 1)[0]
    if named in ("hazard", "single_wall"):
        return False
    kind = KINDS.get(named)
    return kind is None or can_be_left(named, kind.group)


def can_be_left(kind: str, group: str) -> bool:
    """Whether an item may be left out with a reason: not in «safe», «trades», «shields», nor a dam at equipment.

    Source: handbook §13, order of work.
    """
    own = KINDS[kind].leavable
    return group not in NEVER_LEFT if own is None else own
