"""The whole story, once, through the real interface: from a cut list to a shot that matches."""

import json
import re
import zipfile
from pathlib import Path

from playwright.sync_api import Locator, Page, expect
from scripts.served import Served

from tests.makers import edl, event
from zero_slate.files.setup_files import read_setup

CUT = edl(
    event(1, "04:12:30:08", "01:00:00:00", 122, "ABC_0010_plate_v001"),
    event(2, "04:31:09:09", "01:00:05:02", 92, "ABC_0030_plate_v001"),
)


def row(page: Page, key: str) -> Locator:
    return page.locator(f"[data-row={key}]")


def head(page: Page) -> Locator:
    return page.get_by_role("banner")


def start_production(page: Page, title: str) -> None:
    page.goto("/")
    page.get_by_role("button", name="Start a production").click()
    form = page.get_by_role("region", name="Start a production")
    form.get_by_label("Title").fill(title)
    form.get_by_role("textbox", name="Rate").fill("25i")
    expect(form.get_by_role("alert")).to_contain_text("can be read in two ways")
    expect(form.get_by_role("button", name=f"Start {title}")).to_be_disabled()
    form.get_by_role("textbox", name="Rate").fill("23.976")
    form.get_by_role("button", name=f"Start {title}").click()
    expect(page.get_by_role("heading", name=title)).to_be_visible()


def read_cut(page: Page, tmp_path: Path) -> None:
    panel = page.get_by_role("region", name="Read a cut")
    bad = tmp_path / "bad.edl"
    bad.write_bytes(CUT[:80])
    panel.locator("input[type=file]").set_input_files(bad)
    expect(panel.get_by_role("alert")).to_contain_text("bad.edl: Line 3: event 001 has")
    good = tmp_path / "cut.edl"
    good.write_bytes(CUT)
    panel.locator("input[type=file]").set_input_files(good)
    # An EDL doesn't say its rate: it is asked for, with the edit's own offered.
    expect(panel.get_by_label("The EDL's rate")).to_have_value("24000/1001")
    expect(panel.get_by_role("region", name="Events")).to_contain_text("ABC_0030")
    panel.get_by_role("button", name="Read as cut 01").click()
    expect(page.get_by_role("row", name=re.compile("ABC_0010"))).to_contain_text("01:00:00:00")


def test_from_a_cut_list_to_a_shot_that_matches(page: Page, apart: Served, tmp_path: Path) -> None:
    start_production(page, "A trial")
    read_cut(page, tmp_path)

    page.get_by_role("row", name=re.compile("ABC_0030")).get_by_role(
        "button", name="Set up from the cut"
    ).click()
    expect(head(page)).to_contain_text("follows the edit")
    expect(row(page, "cut_range")).to_contain_text("1009–1100")

    # Each keystroke shows what it means; nothing is saved yet.
    width = page.get_by_label("Width")
    width.fill("1998")
    size = row(page, "canvas")
    expect(size).to_contain_text("fits the edit by width at 0.961×, leaving 21.08 px bars")
    expect(head(page)).to_contain_text("1 difference from the edit")
    expect(page.get_by_label("Sheet", exact=True)).to_contain_text("typed, not saved")
    expect(page.get_by_role("img", name="Canvas in the edit frame: 1.85 in 1.78")).to_be_visible()

    # What can't be stays as it is typed, with what would work; Esc puts back what stood there.
    width.fill("90000")
    expect(size.get_by_role("alert")).to_contain_text("over 32,768 pixels")
    width.press("Enter")
    expect(width).to_have_value("90000")
    expect(head(page)).to_contain_text("v001")
    width.press("Escape")
    expect(width).to_have_value("1920")

    # Saved on Enter, put right with one click, undone, and excused with a reason.
    width.fill("1998")
    width.press("Enter")
    expect(head(page)).to_contain_text("v002")
    size.get_by_role("button", name="Use 1920 × 1080").click()
    expect(head(page)).to_contain_text("follows the edit")
    page.get_by_role("button", name="Undo").click()
    expect(head(page)).to_contain_text("1 difference from the edit")
    expect(width).to_have_value("1998")
    size.get_by_role("button", name="Add a reason").click()
    size.get_by_label("Why size differs").fill("shown in a cinema")
    size.get_by_label("Why size differs").press("Enter")
    expect(size).to_contain_text("“shown in a cinema”")
    expect(head(page)).to_contain_text("differs for a reason")

    # The plate on disk.
    page.get_by_role("link", name="Elements").click()
    page.get_by_role("button", name="Folders").click()
    folder = page.get_by_role("complementary", name="Folders")
    for name in ("shots", "FRO_0030"):
        folder.get_by_role("button", name=name).click()
    expect(folder).to_contain_text("4 frames short at the tail")
    folder.get_by_role("button", name="Link as").click()
    expect(page.get_by_role("region", name="Selected element")).to_contain_text("by timecode")
    page.get_by_role("link", name="Sheet", exact=True).click()
    expect(row(page, "work_range")).to_contain_text("1105–1108 missing")
    expect(page.get_by_role("slider", name="Frame rule")).to_contain_text("4 missing")

    # The ready setup, to a folder and as a download.
    page.get_by_role("link", name="Hand off").click()
    page.get_by_label("Volume").click()
    page.get_by_role("option", name="handoff").click()
    page.get_by_role("button", name="Write 4 files to handoff").click()
    expect(page.get_by_role("status")).to_contain_text("was written to handoff")
    file = apart.home / "volumes" / "handoff" / "ABC_0030.setup.json"
    document = read_setup(file.read_bytes())
    assert document.setup.canvas.width == 1998
    assert document.departures["canvas"].reason == "shown in a cinema"
    timeline = json.loads((file.parent / "ABC_0030.otio").read_text())
    assert timeline["metadata"]["zero_slate"] == json.loads(file.read_bytes())
    with page.expect_download() as download:
        page.get_by_role("link", name="Download them").click()
    with zipfile.ZipFile(download.value.path()) as archive:
        assert archive.read("ABC_0030.setup.json") == file.read_bytes()

    # Opened in another production, it is the same setup.
    page.goto("/")
    page.get_by_role("button", name="Open a setup file").click()
    panel = page.get_by_role("region", name="Open a setup file")
    panel.get_by_label("Production").click()
    page.get_by_role("option", name="Harbour Clock Repairs").click()
    panel.locator("input[type=file]").set_input_files(file)
    # It is seen before it is taken.
    expect(panel).to_contain_text("Size")
    expect(panel).to_contain_text("1998 × 1080")
    panel.get_by_role("button", name="Set ABC_0030 up from ABC_0030.setup.json").click()
    expect(head(page)).to_contain_text("Harbour Clock Repairs")
    expect(page.get_by_label("Width")).to_have_value("1998")
    page.get_by_role("link", name="Hand off").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Download them").click()
    with zipfile.ZipFile(download.value.path()) as archive:
        assert archive.read("ABC_0030.setup.json") == file.read_bytes()
