"""Formats, changes seen first, the picture's rows and the quick line, as a person does it."""

import json
import re
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import RETRIES
from tests.browser.test_screens import open_shot
from tests.browser.test_story import row


def text(page: Page, name: str) -> Locator:
    return page.get_by_role("textbox", name=name, exact=True)


def unfold(page: Page, group: str) -> None:
    button = page.get_by_role("button", name=re.compile(f"^{group}"))
    if button.get_attribute("aria-expanded") == "false":
        button.click()


def test_picture_rows_are_folded_and_drawn_when_in_hand(page: Page) -> None:
    open_shot(page, "HAR_0010")
    expect(row(page, "overscan")).to_have_count(0)
    unfold(page, "Picture")
    text(page, "Overscan").fill("10%")
    expect(row(page, "overscan")).to_contain_text("= 10 %")
    expect(page.locator("[data-overscan]")).to_be_visible()
    text(page, "Overscan").press("Enter")
    expect(row(page, "overscan")).to_contain_text("px left and right")
    text(page, "Working scale").fill("2/7")
    expect(row(page, "working_scale")).to_contain_text("not whole pixels")
    text(page, "Working scale").press("Escape")
    text(page, "Guides").fill("safe")
    expect(row(page, "guides").get_by_role("alert")).to_contain_text("“safe” is not a guide")
    text(page, "Guides").fill("thirds, 9:16")
    text(page, "Guides").press("Enter")
    expect(page.locator("[data-mask='9:16']")).to_be_visible()
    text(page, "Background colour").fill("blurple")
    expect(row(page, "background").get_by_role("alert")).to_contain_text("not a colour")
    text(page, "Background colour").fill("#101010")
    expect(row(page, "background")).to_contain_text("3 : 1 is least")
    expect(page.locator("[data-canvas]")).to_have_attribute("fill", "#101010")
    text(page, "Background colour").press("Escape")
    # A row that differs stays where its group is folded.
    text(page, "Working scale").fill("2/7")
    text(page, "Working scale").press("Enter")
    text(page, "Width").focus()
    page.get_by_role("button", name=re.compile("^Picture")).click()
    expect(row(page, "working_scale")).to_be_visible()
    expect(row(page, "overscan")).to_have_count(0)


def test_a_shape_sets_a_side_and_can_be_held(page: Page) -> None:
    open_shot(page, "RIV_0060")
    text(page, "Shape").fill("2.39")
    expect(row(page, "canvas")).to_contain_text("exact height 803.35")
    expect(text(page, "Height")).to_have_value("803")
    text(page, "Shape").press("Escape")
    expect(text(page, "Height")).to_have_value("1080")
    page.get_by_role("button", name="Lock the aspect ratio").click()
    text(page, "Width").fill("960")
    expect(text(page, "Height")).to_have_value("540")
    text(page, "Width").fill("90000")
    expect(row(page, "canvas").get_by_role("alert")).to_contain_text("over 32,768")
    expect(text(page, "Width")).to_have_value("90000")
    text(page, "Width").press("Escape")
    page.get_by_role("button", name="Unlock the aspect ratio").click()


def test_a_format_is_found_seen_first_and_taken_in_part(page: Page) -> None:
    open_shot(page, "RIV_0040")
    shot = page.url
    page.keyboard.press("Shift+C")
    expect(page).to_have_url(re.compile("/formats"))
    page.keyboard.press("Shift+S")
    page.get_by_role("searchbox").fill("upright 25p")
    expect(
        page.get_by_role("main").get_by_role("button", name=re.compile("^Upright"))
    ).to_have_count(1)
    page.get_by_role("searchbox").fill("1.85 24p")
    page.get_by_role("main").get_by_role("button", name=re.compile("2K flat 1.85 24p")).click()
    expect(page.get_by_label("Selected format")).to_contain_text("1998 × 1080")
    page.get_by_role("button", name=re.compile("See it in RIV_0040")).click()
    main = page.get_by_role("main")
    expect(main).to_contain_text("Format D-cinema 2K flat 1.85 24p")
    expect(page.get_by_label("What it does")).to_contain_text("fits the edit by width at 0.961×")
    main.get_by_label("Take rate").uncheck()
    main.get_by_label("Take monitor signal").uncheck()
    page.get_by_role("radio", name="middle left").click()
    expect(page.locator("[data-bands]")).to_contain_text("gained 78 px right")
    main.get_by_role("button", name="Apply 1 of 3 changes").click()
    expect(page).to_have_url(shot)
    expect(text(page, "Width")).to_have_value("1998")
    ladder = page.get_by_label("Where it comes from")
    expect(ladder.locator("[data-stands]")).to_contain_text("D-cinema 2K flat 1.85 24p")
    page.get_by_role("button", name="Undo").click()
    expect(text(page, "Width")).to_have_value("1920")
    expect(ladder.locator("[data-stands]")).to_contain_text("Edit format")


def test_own_formats_are_begun_changed_saved_and_deleted(page: Page, tmp_path: Path) -> None:
    page.goto("/formats")
    main = page.get_by_role("main")
    main.get_by_role("button", name="Square 1:1 1080").click()
    page.keyboard.press("Shift+O")
    aside = page.get_by_label("Selected format")
    aside.get_by_label("Name").fill("HD 1080 25p")
    aside.get_by_role("button", name="Save format").click()
    expect(aside.get_by_role("alert")).to_contain_text("a shipped format's name")
    aside.get_by_role("button", name="Use HD 1080 25p own").click()
    aside.get_by_label("Width").fill("0")
    aside.get_by_role("button", name="Save format").click()
    expect(aside.get_by_role("alert")).to_contain_text("up to 32,768")
    aside.get_by_label("Width").fill("1000")
    aside.get_by_role("button", name="Save format").click()
    expect(aside.get_by_role("heading", name="HD 1080 25p own")).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Export my formats").click()
    document = json.loads(Path(saved.value.path()).read_text())
    assert "HD 1080 25p own" in [each["name"] for each in document["formats"]]
    document["formats"].append({"name": "Broken", "canvas": {"width": 5, "height": 5}})
    document["formats"].append({**document["formats"][0], "name": "From a file"})
    (tmp_path / "formats.json").write_text(json.dumps(document))
    page.locator("input[type=file]").set_input_files(tmp_path / "formats.json")
    expect(page.get_by_text("1 taken")).to_be_visible()
    expect(page.get_by_text(re.compile("Broken: pixel_aspect"))).to_be_visible()
    aside.get_by_role("button", name="Delete it").click()
    expect(main.get_by_role("button", name=re.compile("25p own"))).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(main.get_by_role("button", name=re.compile("25p own"))).to_have_count(1)
    # A family that is hidden stays hidden, but is found.
    families = page.get_by_label("Families shown")
    families.get_by_role("button", name="UHD").click()
    page.reload()
    expect(main.get_by_role("region", name="UHD")).to_have_count(0)
    page.get_by_role("searchbox").fill("2160 25p")
    expect(main.get_by_role("region", name="UHD")).to_be_visible()


def test_a_canvas_changed_under_artwork_shows_what_is_lost_before(page: Page) -> None:
    open_shot(page, "RIV_0020")
    shot = page.url
    text(page, "Width").fill("1440")
    page.get_by_role("link", name="Choose where artwork stays").click()
    bands = page.locator("[data-bands]")
    expect(bands).to_contain_text("75 % of the old canvas is still inside")
    expect(bands).to_contain_text("lost 240 px left, 240 px right")
    expect(page.locator("[data-picture]")).to_have_count(3)
    page.get_by_role("button", name="Scale artwork along").click()
    expect(bands).to_contain_text("gained 135 px top, 135 px bottom")
    page.get_by_role("radio", name="upper right").click()
    expect(bands).to_contain_text("lost 480 px left")
    page.keyboard.press("Alt+M")
    expect(page).to_have_url(shot)
    unfold(page, "Picture")
    expect(row(page, "placing")).to_contain_text("75 % of the canvas that artwork was drawn for")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Undo").click()
    expect(text(page, "Width")).to_have_value("1920")
    expect(row(page, "placing")).not_to_contain_text("artwork was drawn for")


def test_the_quick_line_lights_words_up_and_is_one_change(page: Page) -> None:
    open_shot(page, "GRA_0020")
    page.keyboard.press("Shift+Q")
    line = text(page, "Quick line")
    expect(line).to_be_focused()
    line.fill("1998x1080 1.85 2:1 hallf 8+8")
    said = page.get_by_label("What the words were understood as")
    expect(said).to_contain_text("the shape of 1998 × 1080, as it is")
    expect(said).to_contain_text("Is it “half”?")
    expect(page.get_by_role("button", name="Set them as one change")).to_be_disabled()
    line.fill("1998x1080 2:1 half")
    said.get_by_role("button", name="Guides").click()
    expect(page.get_by_role("button", name="Set them as one change")).to_be_enabled()
    line.press("Enter")
    expect(text(page, "Width")).to_have_value("1998")
    unfold(page, "Picture")
    expect(text(page, "Working scale")).to_have_value("1/2")
    expect(line).to_have_value("")
    page.get_by_role("button", name="Undo").click()
    expect(text(page, "Width")).to_have_value("1920")
    expect(text(page, "Working scale")).to_have_value("1")


def test_another_shots_groups_and_a_files_header_are_taken(page: Page) -> None:
    open_shot(page, "RIV_0060")
    page.keyboard.press("Shift+A")
    start = page.get_by_role("region", name="Start from something")
    start.get_by_label("Another shot").fill("FRO_0020")
    start.get_by_role("button", name="See what it would change").click()
    main = page.get_by_role("main")
    expect(main).to_contain_text("As FRO_0020")
    expect(main.get_by_role("row").filter(has_text="Overscan")).to_contain_text("5 %")
    main.get_by_role("link", name="Leave the shot as it is").click()
    expect(row(page, "canvas")).to_be_visible()
    page.keyboard.press("Shift+A")
    start.get_by_role("button", name="shots", exact=True).click()
    start.get_by_role("button", name="GRA_0040", exact=True).click()
    start.get_by_role("button", name=re.compile("GRA_0040_plate")).click()
    expect(main).to_contain_text("720 × 576")
    expect(main).to_contain_text("16 : 11")


def test_the_house_setup_takes_a_shots_and_goes_back(page: Page) -> None:
    open_shot(page, "FRO_0020")
    page.get_by_role("link", name="Keep as the house setup").click()
    changes = page.get_by_label("What changes")
    expect(changes).to_contain_text("0 → 5 %")
    changes.get_by_label(re.compile("Guides")).uncheck()
    changes.get_by_role("button", name="Change the house setup").click()
    expect(page.get_by_text(re.compile("Changed: Overscan"))).to_be_visible()
    expect(changes).to_contain_text("5 %, shipped as 0")
    changes.get_by_role("button", name="Go back to the shipped one").click()
    expect(changes).to_contain_text("5 % → 0")
    page.keyboard.press("Alt+M")
    expect(changes).not_to_contain_text("shipped as")


def test_several_shots_are_changed_left_out_and_taken_back(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="The Tin Orchard", exact=False).first.click()
    expect(page.get_by_role("row", name=re.compile("GRA_0010"))).to_be_visible()
    page.keyboard.press("Shift+V")
    for code in ("GRA_0010", "GRA_0020", "GRA_0030"):
        page.get_by_label(f"Choose {code}").check()
    page.get_by_role("link", name="Change 3 shots").click()
    touches = page.get_by_label("What it touches")
    page.get_by_label("Overscan").fill("40")
    expect(touches).to_contain_text("Overscan 0 → 40 px")
    touches.get_by_label("Change GRA_0020").uncheck()
    touches.get_by_role("button", name="Change 2 shots as one").click()
    expect(page.get_by_text("2 shots changed as one")).to_be_visible()
    page.get_by_role("button", name="Undo").first.click()
    expect(page.get_by_text("Taken back in 2 shots")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("row", name=re.compile("GRA_0010"))).to_contain_text("shares Garret")


def test_the_edit_format_leaves_single_shots_out_and_is_taken_back(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Harbour Clock Repairs", exact=False).first.click()
    expect(page.get_by_role("row", name=re.compile("HCR_010"))).to_be_visible()
    page.keyboard.press("e")
    text(page, "Head handle").fill("14")
    touches = page.get_by_label("What it touches")
    expect(touches).to_contain_text("takes the new values")
    touches.get_by_role("checkbox", name=re.compile("Update HCR_010")).uncheck()
    expect(touches).to_contain_text("left as it is")
    page.keyboard.press("Escape")
    touches.get_by_role("button", name="Change the edit format").click()
    page.get_by_role("button", name="Undo for all shots").click()
    expect(page.get_by_text(re.compile("Taken back, with"))).to_be_visible()


def test_shots_start_several_at_once_from_a_format(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Harbour Clock Repairs", exact=False).first.click()
    expect(page.get_by_role("row", name=re.compile("HCR_010"))).to_be_visible()
    page.keyboard.press("j")
    page.get_by_label("Codes, with commas").fill("HCR_900, HCR 901")
    page.get_by_role("group", name="Start from").get_by_role("button", name="a format").click()
    page.get_by_label("Format to start from").fill("Square 1:1")
    page.get_by_role("button", name="Set up 2", exact=True).click()
    expect(page.get_by_text(re.compile("2 set up. “HCR 901” becomes HCR_901"))).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("HCR_901"))).to_contain_text("1080 × 1080")
    page.get_by_label("Codes, with commas").fill("hcr_900")
    page.get_by_role("button", name="Set up 1", exact=True).click()
    expect(page.get_by_text(re.compile("one name where capitals"))).to_be_visible()


def test_the_sheet_prints_and_the_chart_downloads(page: Page) -> None:
    open_shot(page, "FRO_0030")
    link = page.get_by_role("link", name="Print on one page, PDF").get_attribute("href") or ""
    answer = page.request.get(link, max_retries=RETRIES)
    assert answer.headers["content-type"] == "application/pdf"
    assert answer.body().startswith(b"%PDF-")
    with page.expect_download() as chart:
        page.get_by_role("link", name="PNG").click()
    assert chart.value.suggested_filename == "FRO_0030_framing.png"


def test_elements_have_placements_of_their_own(page: Page) -> None:
    open_shot(page, "FRO_0030")
    page.keyboard.press("m")
    becomes = page.locator("[data-becomes]").first
    expect(becomes).to_contain_text("at its own size, bars of 39 px left and right")
    page.get_by_label(re.compile("meets the canvas")).first.click()
    page.get_by_role("option", name="by width").click()
    expect(becomes).to_contain_text("enlarged 1.041×, cut off by 21.94 px above and below")
    page.get_by_label("line work, drawn at any size").first.check()
    page.get_by_label(re.compile("meets the canvas")).first.click()
    page.get_by_role("option", name=re.compile("as the shot")).click()
    expect(becomes).to_contain_text("at its own size")
    page.get_by_label("line work, drawn at any size").first.uncheck()


def test_guides_are_turned_on_beside_their_drawing(page: Page) -> None:
    open_shot(page, "FRO_0020")
    unfold(page, "Picture")
    text(page, "Guides").focus()
    toggles = page.get_by_role("group", name="Guides shown")
    toggles.get_by_role("button", name="2.39", exact=True).click()
    expect(row(page, "guides")).to_contain_text("2.39 keeps 1920 × 803")
    toggles.get_by_role("button", name="thirds", exact=True).click()
    expect(text(page, "Guides")).to_have_value(re.compile("thirds"))
    toggles.get_by_role("button", name="2.39", exact=True).click()
    expect(row(page, "guides")).not_to_contain_text("2.39 keeps")


def test_a_pixel_aspect_is_chosen_from_the_common_ones_or_typed(page: Page) -> None:
    open_shot(page, "FRO_0020")
    aspect = page.get_by_role("combobox", name="Pixel aspect")
    aspect.fill("1:0")
    expect(row(page, "pixel_aspect").get_by_role("alert")).to_contain_text("1:0 is out of range")
    expect(aspect).to_have_value("1:0")
    aspect.fill("16:11")
    expect(row(page, "pixel_aspect")).to_contain_text("45.5 % wider")
    aspect.press("Escape")
    expect(aspect).to_have_value("1:1")
    row(page, "pixel_aspect").get_by_role("button", name="Names for pixel aspect").click()
    page.get_by_role("option", name="12:11").click()
    expect(row(page, "pixel_aspect")).to_contain_text("9.1 % wider")
    page.get_by_role("button", name="Undo").click()
    expect(aspect).to_have_value("1:1")
