"""The outline on the real interface: corners, walls, wings, sections."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import api, figure, open_demo, saved, section
from tests.served import Served


def document_of(page: Page, server: Served) -> dict:
    saved(page)
    job = page.url.split("/jobs/")[1].split("/")[0]
    return api(server, f"/api/jobs/{job}")[0]["document"]  # type: ignore[no-any-return]


def test_a_corner_is_dragged_typed_put_in_and_taken_out(page: Page, server: Served) -> None:
    open_demo(page)
    corner = page.get_by_role("slider", name="Corner 2")
    box = corner.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 22, box["y"] + 22)
    page.mouse.down()
    page.mouse.move(box["x"] + 90, box["y"] + 22, steps=12)
    page.mouse.up()
    expect(figure(page, "floor")).not_to_have_text("1,188")
    page.get_by_role("button", name="↶ undo").click()
    expect(figure(page, "floor")).to_have_text("1,188")
    # A length typed onto its wall pushes the next wall along.
    page.get_by_role("button", name="south wall, 44 ft").click()
    page.get_by_label("Length of wall 1").fill("50")
    page.get_by_label("Length of wall 1").press("Enter")
    expect(figure(page, "floor")).to_have_text("1,350")
    # A corner put in moves nothing that names a wall or a place.
    before = document_of(page, server)
    page.get_by_role("button", name="Put a corner into wall 1").press("Enter")
    after = document_of(page, server)
    section_before, section_after = before["sections"][0], after["sections"][0]
    assert len(section_after["outline_ft"]) == 5
    names = {edge["id"]: edge["kind"] for edge in section_after["edges"]}
    north = next(v for v in after["vents"] if v["id"] == "soffit-north")
    assert names[north["edge"]] == "eave"
    assert next(i for i, e in enumerate(section_after["edges"]) if e["id"] == north["edge"]) == 3
    assert section_after["features"] == section_before["features"] and after["photos"] == before["photos"]
    expect(figure(page, "floor")).to_have_text("1,350")
    page.get_by_role("slider", name="Corner 2").press("Delete")
    expect(page.locator(".floor .corner")).to_have_count(4)
    expect(figure(page, "floor")).to_have_text("1,350")


def test_sections_are_added_opened_and_joined(page: Page, server: Served) -> None:
    open_demo(page)
    page.get_by_role("button", name="Add a section").click()
    expect(figure(page, "floor")).to_have_text("1,332")
    expect(page.get_by_label("Name")).to_have_value("Section 2")
    page.get_by_label("Length, east–west").fill("10")
    page.get_by_label("Length, east–west").press("Enter")
    section(page, "Main house")
    page.get_by_role("button", name="Join", exact=True).click()
    expect(page.locator(".floor .corner")).to_have_count(7)
    expect(figure(page, "floor")).to_have_text("1,308")
    document = document_of(page, server)
    # Seven walls: the eave of the one and the gable of the other are in line, but stay two.
    assert len(document["sections"]) == 1 and len(document["sections"][0]["edges"]) == 7
    page.get_by_role("button", name="↶ undo").click()
    assert len(document_of(page, server)["sections"]) == 2


def test_a_wing_stands_to_the_west_or_against_a_wall_that_is_clicked(page: Page, server: Served) -> None:
    open_demo(page)
    page.get_by_role("button", name="Add a section").click()
    page.get_by_text("Move the section").click()
    page.get_by_label("First corner, east").fill("-12")
    page.get_by_label("First corner, east").press("Enter")
    expect(page.get_by_label("First corner, east")).to_have_value("−12")
    assert document_of(page, server)["sections"][1]["outline_ft"][0] == [-12, 0]
    page.get_by_role("button", name="Click a wall on the Floor").click()
    south = page.get_by_role("button", name="Put it against wall 1 of Main house, at its west end")
    south.press("Enter")
    assert document_of(page, server)["sections"][1]["outline_ft"] == [[0, -12], [12, -12], [12, 0], [0, 0]]
    page.get_by_label("From its end").fill("6'6")
    page.get_by_role("combobox", name="Against").click()
    page.get_by_role("option", name="Main house: 1 · south").click()
    assert document_of(page, server)["sections"][1]["outline_ft"][0] == [6.5, -12]


def test_a_wall_that_makes_no_floor_is_refused_where_it_was_typed(page: Page) -> None:
    open_demo(page)
    floor = figure(page, "floor").inner_text()
    wall = page.get_by_role("button", name="south wall, 44 ft")
    wall.click()
    page.get_by_label("Length of wall 1").fill("2000")
    page.get_by_label("Length of wall 1").press("Enter")
    expect(page.get_by_text("over 0 to 1000 ft")).to_be_visible()
    page.get_by_label("Length of wall 1").fill("900")
    page.get_by_label("Length of wall 1").press("Enter")
    expect(
        page.get_by_text("This outline must enclose 1 to 20,000 ft², not 24,300.0 ft². Type the wall anew")
    ).to_be_visible()
    marked = page.get_by_text("Drawings and figures are those of the last sound state")
    expect(marked).to_be_visible()
    assert figure(page, "floor").inner_text() == floor
    marked.get_by_role("button", name="Undo it").click()
    expect(marked).to_have_count(0)
    expect(wall).to_be_visible()


def test_an_overlap_is_said_where_the_outline_is(page: Page) -> None:
    open_demo(page)
    page.get_by_role("button", name="Add a section").click()
    page.get_by_text("Move the section").click()
    page.get_by_label("First corner, east").fill("40")
    page.get_by_label("First corner, east").press("Enter")
    flag = page.locator(".part", has_text="Outline").locator("[data-code=sections_overlap]").first
    expect(flag).to_contain_text("lies over Main house by 48.0 ft²")
