"""A whole survey on the real interface: look over, walk the walls, read depths, place what stands there, decide."""

from __future__ import annotations

import re
import zipfile
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import Page, Route, expect

from elm_cover.core.hazards.stops import STOPS
from tests.browser.conftest import api, figure, open_demo, part, pick, saved, settled
from tests.served import Served


def tap(page: Page, east: float, north: float) -> None:
    """Taps the floor at a point in feet, by the outline that is drawn."""
    page.locator(".floor").scroll_into_view_if_needed()
    at = page.evaluate(
        """([east, north]) => {
          const svg = document.querySelector('.floor .canvas svg[role=group]');
          const box = svg.getBoundingClientRect();
          const corners = svg.querySelector('.floor-area').points;
          const [a, b] = [corners[0], corners[1]];
          const scale = (b.x - a.x) / window.wallFeet;
          return [box.left + a.x + east * scale, box.top + a.y - north * scale];
        }""",
        [east, north],
    )
    if page.viewport_size and page.viewport_size["width"] < 500:
        page.touchscreen.tap(*at)
    else:
        page.mouse.click(*at)


def document_of(page: Page, server: Served) -> dict:
    saved(page)
    job = page.url.split("/jobs/")[1].split("/")[0]
    return api(server, f"/api/jobs/{job}")[0]["document"]  # type: ignore[no-any-return]


@pytest.mark.parametrize("size", ["phone"], indirect=True)
def test_a_whole_survey_from_the_hatch_to_the_decision(page: Page, size: str, server: Served) -> None:
    page.get_by_role("button", name="New attic").click()
    page.get_by_label("Job").fill("4 Survey Row")
    page.get_by_label("Length").fill("30")
    page.get_by_label("Width").fill("20")
    page.get_by_role("button", name="Start measuring").click()
    # Look over.
    page.get_by_label("Cold rooms").check()
    page.get_by_label("Year built").fill("1955")
    page.get_by_role("combobox", name="Climate zone").fill("5A")
    page.get_by_role("option", name="5A · cool").click()
    page.get_by_role("button", name="Add a way in").click()
    way = page.get_by_role("group", name="Way in 1")
    expect(way.get_by_label("Opening")).to_have_value("")  # asked, not assumed
    page.get_by_role("button", name="How large is the opening of the hatch?").click()
    expect(way.get_by_label("Opening")).to_be_focused()
    for label, text in (
        ("Opening", "22 1/2"),
        ("by", "30"),
        ("From the west wall", "12"),
        ("from the south wall", "9"),
    ):
        way.get_by_label(label, exact=True).fill(text)
        way.get_by_label(label, exact=True).press("Enter")
    for kind in STOPS:  # each answer opens the next hazard
        title = STOPS[kind].title
        hazard = page.get_by_role("group", name=title, exact=True)
        hazard.locator("label", has_text="suspected" if kind == "roof_leak" else "absent").click()
        if kind == "roof_leak":
            expect(hazard).to_contain_text("Blocks covering it.")
            hazard.get_by_role("button", name="Next hazard").click()
    expect(page.get_by_text("17 of 17 answered")).to_be_visible()
    expect(figure(page, "stops")).to_have_text("1")
    # Measure: walk an L with the tape, off by three inches.
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    page.get_by_text("Walk it with the tape").click()
    page.get_by_label("Runs, in the order walked").fill("30 E 12 N 12 W 8 N 18'3 W 20 S")
    page.get_by_role("button", name="Does it close?").click()
    expect(page.get_by_text("The walk ends 3 in west of its start")).to_be_visible()
    page.get_by_role("button", name="Spread the error").click()
    expect(page.locator(".floor .corner")).to_have_count(6)
    # Which of the six walls are eaves has to be said: the long sides, then wall by wall.
    eaves = page.get_by_role("group", name="Which walls are eaves?")
    expect(eaves).to_contain_text("Not said yet")
    eaves.get_by_role("button", name="long sides").click()
    expect(eaves.locator("input:checked")).to_have_count(3)
    for wall in ("3 · north", "5 · north"):
        eaves.get_by_role("checkbox", name=wall).uncheck()
    expect(eaves.locator("input:checked")).to_have_count(1)
    page.get_by_label("Heel height").fill("7")
    page.get_by_label("Pitch").fill("5")
    page.get_by_label("Pitch").press("Enter")
    for name in ("trusses", "north–south", "24", "3½"):
        pick(page, name)
    page.get_by_role("combobox", name="Board").click()
    page.get_by_role("option", name="gypsum, ⅝ in").click()
    # What is there: tented batts, and readings tapped on the floor.
    part(page, "old fill")
    page.get_by_role("group", name="Old fill", exact=True).get_by_role("radio", name="old fill", exact=True).check()
    page.get_by_label("Depth", exact=True).fill("3.5")
    page.get_by_label("Depth", exact=True).press("Enter")
    pick(page, "gappy")
    page.evaluate("window.wallFeet = 30.125")
    for east, north, depth in ((4, 4, "3.5"), (12, 4, "3.5"), (22, 5, "2"), (5, 15, "3.5"), (14, 9, "12")):
        tap(page, east, north)
        expect(page.get_by_label("Depth at the place tapped")).to_be_focused()
        page.keyboard.type(depth)
        page.keyboard.press("Enter")
    expect(page.locator(".floor .readings .handle")).to_have_count(5)
    odd = page.locator("[data-code=reading_odd]").first
    expect(odd).to_contain_text("A reading of 12 in among 3½ in: typo or drift?")
    page.get_by_role("button", name="It is right: drift").click()
    expect(page.locator("[data-code=reading_odd]")).to_have_count(0)
    page.get_by_role("radio", name="Lift and fill").check()
    expect(page.get_by_text("The record speaks for: lift and fill.")).to_be_visible()
    # What stands in it: a light placed, boxes counted.
    part(page, "obstacles")
    page.get_by_role("button", name="Recessed light").click()
    tap(page, 20, 9)
    pick(page, "non-IC")
    page.get_by_role("button", name="Ceiling box").click()
    page.get_by_role("button", name="Just count: ceiling box").click()
    page.get_by_label("How many").fill("4")
    page.get_by_label("How many").press("Enter")
    # The walk-over asks at each place, and the holes are ticked off.
    part(page, "walk-over")
    for place in ("Lowered ceilings", "Arches", "Tub and fireplace"):
        page.get_by_role("group", name=place).get_by_role("radio", name="not here").check()
    boxes = page.get_by_role("group", name="ceiling boxes")
    expect(boxes.get_by_label("Should be")).to_have_value("4")
    boxes.get_by_label("Found").fill("4")
    boxes.get_by_label("Found").press("Enter")
    expect(boxes).to_contain_text("✓")
    for step in ("Look over", "Measure"):
        expect(page.get_by_role("navigation").get_by_role("link", name=step).locator(".open")).to_have_count(0)
    document = document_of(page, server)
    main = document["sections"][0]
    assert document["house"]["concerns"] == ["Cold rooms"] and document["house"]["climate_zone"] == "5A"
    assert [r["depth_in"] for r in main["readings"]] == [3.5, 3.5, 2, 3.5, 12] and main["readings"][4]["checked"]
    assert main["readings"][2]["at_ft"] == pytest.approx([22, 5], abs=0.25)
    light, boxes_found = main["features"]
    assert (light["kind"], light["rating"]) == ("recessed_light", "non_ic") and light["at_ft"] == pytest.approx(
        [20, 9], abs=0.25
    )
    assert boxes_found["count"] == 4 and main["old_fill"] == "lift"
    assert len(document["hazards"]) == 17
    # Undo goes over everything, back to the bare rectangle.
    undo = page.get_by_role("button", name="↶ undo")
    while undo.is_enabled():
        undo.click()
    bare = document_of(page, server)
    assert bare["sections"][0]["outline_ft"] == [[0, 0], [30, 0], [30, 20], [0, 20]]
    for part_of in (bare, bare["sections"][0]):
        assert not any(
            part_of.get(k) for k in ("house", "hazards", "contact", "accesses", "readings", "features", "existing")
        )


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_tap_number_enter(page: Page, server: Served, size: str) -> None:
    open_demo(page, "Measure")
    part(page, "old fill")
    page.evaluate("window.wallFeet = 44")
    before = len(document_of(page, server)["sections"][0].get("readings", []))
    field = page.get_by_label("Depth at the place tapped")
    tap(page, 20, 12)
    expect(field).to_be_focused()
    expect(page.locator(".floor .readings .handle")).to_have_count(before)  # a tap is no reading yet
    page.keyboard.press("Escape")
    expect(field).to_have_count(0)
    tap(page, 20, 12)
    field.evaluate("f => f.blur()")
    page.keyboard.press("4")  # a step of its own, were no reading waiting
    expect(field).to_be_focused()
    expect(page).to_have_url(re.compile(r"/measure\?part="))
    field.fill("4 1/2")
    page.keyboard.press("Enter")
    expect(page.locator(".floor .readings .handle")).to_have_count(before + 1)
    saved(page)
    assert document_of(page, server)["sections"][0]["readings"][-1]["depth_in"] == 4.5
    field_of = page.get_by_label("Depth here")
    expect(field_of).to_have_value("4½")
    tap(page, 8, 6)  # the last depth stands there, marked: a number typed takes its place
    assert field.evaluate("f => f.value.slice(f.selectionStart, f.selectionEnd)") == "4½"
    page.keyboard.type("5")
    page.keyboard.press("Enter")
    expect(page.locator(".floor .readings .handle")).to_have_count(before + 2)
    tap(page, 30, 15)
    page.keyboard.type("200")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Depth: 0 to 96 in")).to_be_visible()


def test_readings_and_signs_are_moved_by_keys_alone(page: Page, server: Served) -> None:
    open_demo(page, "Measure", "3 Weir Bank")
    part(page, "old fill")
    settled(page)
    page.get_by_role("heading", name="Measure", exact=True).click()
    page.keyboard.press("o")
    first = page.locator(".floor .handle").first
    expect(first).to_be_focused()
    start = document_of(page, server)["sections"][0]["readings"][0]["at_ft"]
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Shift+ArrowUp")
    now = document_of(page, server)["sections"][0]["readings"][0]["at_ft"]
    assert now == pytest.approx([start[0] + 0.5, start[1] + 1 / 12])
    page.keyboard.press("Delete")
    expect(page.locator(".floor .readings .handle")).to_have_count(18)


def photo_file(folder: Path, name: str = "photo.jpg") -> Path:
    path = folder / name
    Image.new("RGB", (640, 480), (120, 90, 60)).save(path)
    return path


def test_photos_on_a_hazard_and_on_the_floor_go_along_in_the_archive(
    page: Page, server: Served, tmp_path: Path
) -> None:
    open_demo(page, "Look over")
    page.get_by_role("button", name="Non-IC or unknown recessed lights").click()
    hazard = page.get_by_role("group", name="Non-IC or unknown recessed lights")
    hazard.locator("input[type=file]").set_input_files(photo_file(tmp_path))
    expect(hazard.get_by_role("button", name="Photo 1, open large")).to_be_visible()
    floor = page.get_by_role("group", name="Photos on the floor")
    floor.locator("input[type=file]").set_input_files(photo_file(tmp_path, "b.png"))
    expect(floor.get_by_text("Now tap the floor")).to_be_visible()
    page.evaluate("window.wallFeet = 44")
    tap(page, 10, 20)
    expect(page.locator(".floor .pins .handle")).to_have_count(2)
    document = document_of(page, server)
    assert document["photos"][1]["at_ft"] == pytest.approx([10, 20], abs=0.25)
    with page.expect_download() as download:
        page.get_by_role("button", name="More").click()
        page.get_by_role("menuitem", name="Archive with photos").click()
    file = tmp_path / "job.zip"
    download.value.save_as(file)
    names = zipfile.ZipFile(file).namelist()
    assert f"photos/{document['photos'][1]['file']}" in names
    page.get_by_role("link", name="to the shelf").click()
    page.get_by_role("button", name="New attic").wait_for()
    page.locator("input[type=file]").set_input_files(file)
    expect(page.get_by_role("heading", level=1)).to_have_text("9 Quarry Loop, brought in again")
    listed, _ = api(server, "/api/jobs")
    assert len(listed["jobs"]) == 16


def test_what_cannot_be_used_is_said_at_its_place_and_nothing_is_lost(
    page: Page, server: Served, tmp_path: Path
) -> None:
    open_demo(page, "Look over")
    before = document_of(page, server)
    page.get_by_role("button", name="Non-IC or unknown recessed lights").click()
    hazard = page.get_by_role("group", name="Non-IC or unknown recessed lights")
    large = tmp_path / "large.jpg"
    large.write_bytes(b"\xff" * 60_000_000)
    # The browser hands over 50 MB at most as bytes; as a path it may be larger.
    hazard.locator("input[type=file]").set_input_files(large)
    expect(hazard.get_by_role("alert")).to_contain_text("large.jpg has 60 MB; a photo may have 15 MB at most.")
    fake = tmp_path / "fake.jpg"
    fake.write_bytes(b"no picture")
    hazard.locator("input[type=file]").set_input_files(fake)
    expect(hazard.get_by_role("alert")).to_contain_text("must be a JPEG, PNG or WebP picture")
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    page.get_by_text("Walk it with the tape").click()
    page.get_by_label("Runs, in the order walked").fill("44 E, 27 N, 40 W, 27 S")
    page.get_by_role("button", name="Does it close?").click()
    expect(page.get_by_text("more than 2 ft. A run is wrong or missing; nothing was changed.")).to_be_visible()
    page.get_by_text("From a drawing (DXF)").click()
    garbage = tmp_path / "garbage.dxf"
    garbage.write_bytes(bytes(range(256)) * 40)
    page.locator("input[accept='.dxf']").set_input_files(garbage)
    expect(page.get_by_text("garbage.dxf: cannot be read as DXF")).to_be_visible()
    part(page, "old fill")
    wrong = tmp_path / "wrong.csv"
    wrong.write_text("section;x_ft;y_ft;depth_in;checked\nmain;1,5;2;deep;\n")
    page.locator("input[accept='.csv,text/csv']").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("line 2, depth_in: must be a plain number, not “deep”")
    assert document_of(page, server) == before


def test_readings_go_out_as_csv_and_come_in_again(page: Page, server: Served, tmp_path: Path) -> None:
    open_demo(page, "Measure", "3 Weir Bank")
    part(page, "old fill")
    with page.expect_download() as download:
        page.get_by_role("button", name="To CSV").click()
    file = tmp_path / "readings.csv"
    download.value.save_as(file)
    page.get_by_role("button", name="Take all away").click()
    expect(page.locator(".floor .readings .dot")).to_have_count(0)
    page.locator("input[accept='.csv,text/csv']").set_input_files(file)
    expect(page.get_by_text("19 readings taken over from readings.csv.")).to_be_visible()
    expect(page.locator(".floor .readings .dot")).to_have_count(19)


def test_a_photo_that_has_to_wait_its_turn_goes_without_being_sent_again(page: Page, server: Served) -> None:
    open_demo(page, "Look over")
    told = iter((503, 503))

    def busy(route: Route) -> None:
        status = next(told, None)
        if status is None:
            route.continue_()
        else:
            route.fulfill(status=status, headers={"Retry-After": "2"}, json={"title": "Busy", "status": status})

    page.route("**/api/photos", busy)
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Add a photo").first.click()
    chooser.value.set_files({"name": "p.png", "mimeType": "image/png", "buffer": page.screenshot()})
    expect(page.get_by_text("Now tap the floor where it was taken.")).to_be_visible(timeout=15_000)
    assert next(told, None) is None
