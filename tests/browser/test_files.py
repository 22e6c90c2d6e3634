"""Files: paths built from pieces, folders made, volumes in frames, versions of a shot."""

import re
from fractions import Fraction
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Here
from tests.core.scenes import SETUP
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.raster import Size
from zero_slate.files.framing_lists import write_framing_list


def open_files(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("link", name="Files", exact=True).click()
    expect(page.get_by_role("heading", name="Where files go")).to_be_visible()


def strip(page: Page, kind: str) -> Locator:
    return page.get_by_role("region", name=f"Path of {kind}")


def opened(page: Page, kind: str) -> Locator:
    found = strip(page, kind)
    found.get_by_role("button", name=kind, exact=True).click()
    return found


def test_a_path_is_built_from_pieces_and_kept(page: Page) -> None:
    open_files(page)
    sheets = opened(page, "Sheets")
    expect(sheets).to_contain_text("lantern: work/LAN/LAN_0010/sheets/LAN_0010_sheet_v002.pdf")
    # With the keys: the folder of sheets goes, and the artist comes behind the shot.
    chip = sheets.get_by_role("button", name=re.compile("^sheets, words"))
    chip.focus()
    page.keyboard.press("Delete")
    expect(sheets).to_contain_text("lantern: work/LAN/LAN_0010/LAN_0010_sheet_v002.pdf")
    sheets.get_by_role("button", name=re.compile("^_sheet_, words")).click()
    sheets.get_by_role("group", name="Add").get_by_role("button", name="artist").click()
    expect(sheets).to_contain_text("LAN_0010_sheet_T_v002.pdf")
    page.keyboard.press("Alt+ArrowLeft")
    expect(sheets.get_by_role("alert")).to_contain_text("side by side")
    page.keyboard.press("Delete")
    expect(sheets.get_by_role("alert")).to_have_count(0)
    sheets.get_by_role("button", name=re.compile("^_sheet_+, words")).click()
    sheets.get_by_label("words", exact=True).fill("_print_")
    page.keyboard.press("Enter")
    expect(sheets).to_contain_text("LAN_0010_print_v002.pdf")
    page.get_by_role("button", name="Keep where files go").click()
    expect(page.get_by_text(re.compile("Kept: Sheets"))).to_be_visible()
    page.reload()
    expect(strip(page, "Sheets")).to_contain_text("LAN_0010_print_v002.pdf")
    # And back again.
    page.get_by_text("2 versions of this").click()
    page.get_by_role("button", name="Bring back").click()
    expect(strip(page, "Sheets")).to_contain_text("sheets/LAN_0010_sheet_v002.pdf")


def test_a_piece_is_dragged_and_wrong_paths_are_told_as_they_are_built(page: Page) -> None:
    open_files(page)
    setup = opened(page, "Setup")
    setup.get_by_role("button", name=re.compile("^setup, words")).drag_to(
        setup.get_by_role("button", name=re.compile("^sequence, "))
    )
    expect(setup).to_contain_text("work/setup_LAN/LAN_0010/LAN_0010_setup_v002.json")
    page.get_by_role("button", name="Put it back").click()
    expect(setup).to_contain_text("work/LAN/LAN_0010/setup/LAN_0010_setup_v002.json")
    setup.get_by_role("button", name=re.compile("^version, ")).drag_to(
        setup.get_by_role("button", name=re.compile("^shot, ")).last
    )
    expect(setup).to_contain_text("v002_LAN_0010_setup.json")
    renders = opened(page, "Renders")
    renders.get_by_role("button", name=re.compile("^frame, ")).focus()
    page.keyboard.press("Delete")
    expect(renders.get_by_role("alert")).to_contain_text("all frames would be one file")
    expect(page.get_by_role("button", name="Keep where files go")).to_be_disabled()
    renders.get_by_role("alert").get_by_role("button").click()
    expect(renders.get_by_role("alert")).to_have_count(0)


def test_two_files_that_would_be_one_are_told(page: Page) -> None:
    open_files(page)
    sheets = opened(page, "Sheets")
    for _ in range(2):
        sheets.get_by_role("button", name=re.compile("^shot, ")).first.focus()
        page.keyboard.press("Delete")
    expect(sheets).to_contain_text("work/LAN/sheets/sheet_v002.pdf")
    expect(page.get_by_role("alert").filter(has_text="would be written twice")).to_be_visible()
    expect(page.get_by_text("Sheets, LAN_0010 and Sheets, LAN_0020")).to_be_visible()


def test_folders_are_made_for_a_shot_and_for_all(page: Page, served: Here) -> None:
    open_files(page)
    folders = page.get_by_role("region", name="Folders")
    expect(folders).to_contain_text("0 there, 24 to be made")
    work = served.home / "volumes" / "lantern" / "work"
    work.mkdir()
    (work / "edit").write_text("in the way")
    folders.get_by_role("button", name="Make those of LAN_0010").click()
    expect(page.get_by_text(re.compile("23 folders made, 0 were there"))).to_be_visible()
    expect(folders).to_contain_text("lantern:work/edit: a file of that name stands there")
    expect(folders).to_contain_text("23 there, 0 to be made, 1 in the way")
    assert (work / "LAN/LAN_0010/artwork/anim").is_dir()
    assert (work / "edit").read_text() == "in the way"
    folders.get_by_role("button", name=re.compile(r"Make all \d+ that are missing")).click()
    expect(page.get_by_text(re.compile(r"\d+ folders made, 23 were there"))).to_be_visible()


def test_volumes_are_told_in_frames_and_tested(page: Page, served: Here) -> None:
    open_files(page)
    volume = page.get_by_role("region", name="Volume lantern")
    expect(volume).to_contain_text(re.compile(r"[\d,]+ frames, [\d.,]+ × the work range"))
    page.get_by_role("group", name="Frames of").get_by_role("button", name="Plate copies").click()
    expect(volume).to_contain_text("measured on plate")
    volume.get_by_role("button", name="Test its speed").click()
    expect(volume).to_contain_text(re.compile(r"MB/s written, [\d,]+ read"))
    root = served.home / "volumes" / "lantern"
    assert not [each for each in root.iterdir() if each.name.startswith(".")]
    page.get_by_role("button", name="2 other volumes").click()
    expect(page.get_by_role("region", name=re.compile("^Volume "))).to_have_count(4)


def test_a_layout_is_taken_over_kept_and_forgotten(page: Page) -> None:
    open_files(page)
    page.get_by_label("Take over").select_option(label="One artist")
    expect(strip(page, "Sheets")).to_contain_text("lantern: work/LAN_0010/LAN_0010_sheet")
    expect(page.get_by_label("Disciplines")).to_have_value("anim")
    page.keyboard.press("Alt+m")
    expect(page.get_by_text(re.compile("^Kept: "))).to_be_visible()
    page.get_by_role("button", name="Keep it for others").click()
    page.get_by_label("under the name").fill("Ours")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Kept as “Ours” for other productions.")).to_be_visible()
    page.get_by_label("Take over").select_option(label="Ours")
    page.get_by_role("button", name="Forget “Ours”").click()
    expect(page.get_by_label("Take over").get_by_role("option", name="Ours")).to_have_count(0)


def test_the_next_version_is_taken_approved_and_given_back(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("row").filter(has_text="LAN_0010").get_by_role("link").first.click()
    page.get_by_role("link", name="Files", exact=True).click()
    expect(page.get_by_role("region", name="Versions of Artwork, anim")).to_be_visible()
    page.get_by_label("note").fill("softer light")
    page.keyboard.press("Enter")
    expect(page.get_by_text("v003 of artwork, anim is yours.")).to_be_visible()
    row = page.locator("[data-version=v003]")
    expect(row).to_contain_text("softer light")
    row.get_by_role("button", name="Approve").click()
    expect(row).to_contain_text("approved by tester")
    expect(page.get_by_role("button", name=re.compile("Artwork, anim v003"))).to_contain_text(
        "v003 approved"
    )
    row.get_by_role("button", name="Give back").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Renders, fx")).click()
    expect(page.get_by_text("There is no version of these yet: v001 is the first.")).to_be_visible()


def test_a_framing_decision_list_is_seen_in_a_shot_and_in_the_edit_format(
    page: Page, tmp_path: Path
) -> None:
    squeezed = SETUP.model_copy(
        update={"canvas": Size(1828, 1556), "pixel_aspect": Fraction(2), "guides": Guides((), ())}
    )
    file = tmp_path / "camera.fdl"
    file.write_bytes(write_framing_list(squeezed))
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("link", name="Edit format", exact=True).click()
    page.locator("input[type=file]").set_input_files(file)
    offers = page.get_by_role("list", name="What camera.fdl offers")
    expect(offers).to_contain_text("1828 × 1556, 2.35, squeeze 2:1")
    offers.get_by_role("button", name="Use it").first.click()
    expect(page.get_by_label("Width")).to_have_value("1828")
    expect(page.get_by_text("Size 1920 × 1080 → 1828 × 1556")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    page.get_by_role("link", name="Cut", exact=True).click()
    page.get_by_role("row").filter(has_text="LAN_0010").get_by_role("link").first.click()
    expect(page.locator("[data-row=canvas]")).to_be_visible()
    page.keyboard.press("Shift+A")
    panel = page.get_by_role("region", name="Start from something")
    panel.locator("input[type=file]").set_input_files(file)
    panel.get_by_role("button", name="Use it").first.click()
    expect(page.get_by_text("1828 × 1556").first).to_be_visible()
    file.write_bytes(b"{}")
    page.goto("/p/1/edit")
    page.locator("input[type=file]").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("camera.fdl: This is not a framing")


def test_a_version_of_the_setup_is_compared_named_and_brought_back(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("row").filter(has_text="LAN_0010").get_by_role("link").first.click()
    page.get_by_role("link", name="Files", exact=True).click()
    setups = page.get_by_role("region", name="Versions of the setup")
    expect(setups).to_contain_text("2 versions, none of them lost")
    setups.get_by_role("button", name=re.compile("^v001")).click()
    expect(setups).to_contain_text(re.compile("Title.*The lamp flares"))
    setups.get_by_label("name").fill("from the cut")
    page.keyboard.press("Enter")
    expect(page.get_by_text("v001 is called “from the cut”.")).to_be_visible()
    expect(setups.get_by_role("button", name=re.compile("^v001"))).to_contain_text("from the cut")
    setups.get_by_role("button", name="Bring v001 back").click()
    expect(page.get_by_text("v001 stands again, as v003. Undo takes it back.")).to_be_visible()
    expect(setups).to_contain_text("Nothing differs between them")
    page.keyboard.press("Control+z")
    expect(setups).to_contain_text("4 versions")
