"""The forms and panels, each used as a person would."""

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import Here
from tests.browser.test_screens import open_shot
from tests.browser.test_story import head, row


def open_production(page: Page, title: str) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile(f"^{title} ")).click()
    expect(page.get_by_role("heading", name=title)).to_be_visible()


def test_a_colour_name_is_chosen_typed_and_put_right(page: Page) -> None:
    open_shot(page, "FRO_0010")
    space = row(page, "working_space")
    space.get_by_role("button", name="Names for working space").click()
    page.get_by_role("option", name="ACEScct", exact=True).click()
    expect(space).to_contain_text("read as ACEScg shift in colour")
    expect(head(page)).to_contain_text("v003")
    name = space.get_by_role("combobox")
    name.fill("ACESgc")
    # Escape puts back what stood there, as in any field; leaving the field takes what is typed.
    name.press("Escape")
    expect(name).to_have_value("ACEScct")
    name.fill("ACESgc")
    name.blur()
    expect(space).to_contain_text("has no colour space “ACESgc”")
    space.get_by_role("button", name="Use ACEScg").click()
    expect(head(page)).to_contain_text("follows the edit")
    for _ in range(3):
        page.get_by_role("button", name="Undo").click()
    expect(head(page)).to_contain_text("follows the edit")
    expect(page.get_by_role("button", name="Redo")).to_be_enabled()


def test_a_choice_is_saved_at_once(page: Page) -> None:
    open_production(page, "Harbour Clock Repairs")
    page.get_by_role("row").filter(has_text="HCR_030").get_by_role("link").first.click()
    scan = row(page, "scan")
    expect(scan).to_contain_text("half as often as 50 times a second")
    scan.get_by_label("Scan", exact=True).click()
    page.get_by_role("option", name="lower field first").click()
    expect(scan).to_contain_text("jumps back 20.0 ms")
    scan.get_by_role("button", name="Use upper field first").click()
    expect(head(page)).to_contain_text("follows the edit")


def test_a_reason_is_written_changed_and_taken_back(page: Page) -> None:
    open_shot(page, "GRA_0020")
    rate = row(page, "rate")
    rate.get_by_role("textbox", name="Rate", exact=True).focus()
    page.keyboard.press("Alt+Y")
    page.get_by_label("Why rate differs").fill("shot at 25 for a test")
    page.keyboard.press("Enter")
    expect(rate).to_contain_text("“shot at 25 for a test”")
    expect(head(page)).to_contain_text("differs for a reason")
    rate.get_by_role("button", name="“shot at 25 for a test”").click()
    expect(page.get_by_label("Why rate differs")).to_have_value("shot at 25 for a test")
    page.get_by_label("Why rate differs").fill("")
    rate.get_by_role("button", name="Take reason back").click()
    expect(head(page)).to_contain_text("1 difference from the edit")
    # The offer is a key away, in the field too.
    rate.get_by_role("textbox", name="Rate", exact=True).focus()
    page.keyboard.press("Alt+U")
    expect(head(page)).to_contain_text("follows the edit")
    page.get_by_role("heading", name="GRA_0020").click()
    page.keyboard.press("u")
    expect(head(page)).to_contain_text("1 difference")


def test_each_row_in_hand_brings_its_drawing(page: Page) -> None:
    open_shot(page, "FRO_0030")
    drawing = page.get_by_role("complementary", name="Drawing")
    for setting, title, figure in (
        ("canvas", "Canvas in the edit frame", "21.08 px + 21.08 px"),
        ("rate", "The last frames, edit and shot", "0.11 frames"),
        ("work_range", "Ranges", "54, 36"),
        ("working_space", "Grey through the view", "18 % grey on the display"),
    ):
        row(page, setting).locator("input").first.focus()
        expect(drawing).to_contain_text(title)
        expect(drawing).to_contain_text(figure)


def test_the_count_moves_the_ranges_along(page: Page) -> None:
    open_shot(page, "FRO_0010")
    count = row(page, "count")
    number = count.get_by_label("Count starts at")
    number.fill("1")
    expect(row(page, "work_range").get_by_label("First frame")).to_have_value("1")
    expect(row(page, "cut_range").get_by_label("Last frame")).to_have_value("130")
    expect(head(page)).to_contain_text("1 difference")
    number.press("Escape")
    expect(row(page, "work_range").get_by_label("First frame")).to_have_value("1001")


def test_a_cut_list_is_read_with_another_code(page: Page, served: Here, tmp_path: Path) -> None:
    open_production(page, "Harbour Clock Repairs")
    page.keyboard.press("a")
    panel = page.get_by_role("region", name="Read a cut")
    file = served.home / "volumes/harbour/edit/harbour_clock_repairs_c02.edl"
    panel.locator("input[type=file]").set_input_files(file)
    events = panel.get_by_role("region", name="Events")
    expect(events.get_by_role("cell", name="HCR_010", exact=True)).to_be_visible()
    panel.get_by_label("An example of a shot's code").fill("AAA_000_plate")
    panel.get_by_label("An example of a shot's code").press("Enter")
    expect(events.get_by_role("cell", name="HCR_010_plate", exact=True)).to_be_visible()
    rate = panel.get_by_label("The EDL's rate")
    rate.fill("24")
    rate.press("Enter")
    expect(panel.get_by_role("alert")).to_contain_text("at 24 and the edit format")
    panel.get_by_role("button", name="Cancel").click()
    expect(panel).to_be_hidden()
    expect(head(page)).to_contain_text("Cut 02")


def test_a_bad_setup_file_is_told_and_changes_nothing(page: Page, tmp_path: Path) -> None:
    bad = tmp_path / "bad.setup.json"
    bad.write_text('{"kind": "zero-slate/setup", "version": 9}')
    page.goto("/")
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()
    page.keyboard.press("o")
    panel = page.get_by_role("region", name="Open a setup file")
    panel.locator("input[type=file]").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text(
        "bad.setup.json: The setup file is of version 9 and this Zero Slate reads up to 1"
    )
    expect(page.get_by_role("heading", name="Desk")).to_be_visible()


def test_a_plate_is_laid_otherwise_unlinked_and_linked_again(page: Page) -> None:
    open_shot(page, "FRO_0020")
    page.get_by_role("link", name="Elements").click()
    selected = page.get_by_role("region", name="Selected element")
    expect(selected).to_contain_text("agrees with the shot")
    expect(selected).to_contain_text("R G B half")
    selected.get_by_label("is laid on the shot").click()
    page.get_by_role("option", name="by file number").click()
    expect(selected).to_contain_text("by file number")
    selected.get_by_role("button", name="Unlink").click()
    expect(page.get_by_role("region", name="Stack")).to_contain_text("Nothing is linked yet")
    page.get_by_role("button", name="Folders").click()
    folder = page.get_by_role("complementary", name="Folders")
    for name in ("shots", "FRO_0020"):
        folder.get_by_role("button", name=name).click()
    folder.get_by_role("button", name="Link as").click()
    offer = page.get_by_role(
        "link", name="See what taking its size, rate and timecode would change"
    )
    expect(offer).to_have_attribute("href", re.compile("/change\\?volume="))
    expect(selected).to_contain_text("by timecode")
    # Up to the shots, and into a folder with nothing to see.
    folder.get_by_role("button", name="orchard", exact=True).last.click()
    folder.get_by_role("button", name="edit", exact=True).click()
    expect(folder).to_contain_text("No pictures and no movies in this folder")
    expect(folder).to_contain_text("3 other files are left out")
    page.keyboard.press("Escape")
    expect(folder).to_have_count(0)


def test_files_that_differ_are_replaced_only_when_asked(page: Page, served: Here) -> None:
    there = served.home / "volumes/handoff/FRO_0010.otio"
    there.write_text("somebody else's")
    open_shot(page, "FRO_0010")
    page.get_by_role("link", name="Hand off").click()
    page.get_by_label("Volume").click()
    page.get_by_role("option", name="handoff").click()
    expect(page.get_by_text("replaces a file that differs")).to_be_visible()
    page.get_by_role("button", name="Write 4 files to handoff").click()
    dialog = page.get_by_role("alertdialog")
    dialog.get_by_role("button", name="Leave them as they are").click()
    assert there.read_text() == "somebody else's"
    page.get_by_role("button", name="Write 4 files to handoff").click()
    dialog.get_by_role("button", name="Replace them").click()
    expect(page.get_by_role("status")).to_contain_text("FRO_0010.otio")
    assert there.read_text() != "somebody else's"
    expect(page.get_by_text("there already, the same")).to_have_count(4)


def test_spines_are_moved_by_key_and_come_back(page: Page) -> None:
    for code in ("FRO_0010", "GRA_0010"):
        open_shot(page, code)
    spines = page.get_by_role("navigation", name="Open productions").get_by_role("listitem")
    expect(spines).to_have_count(3)
    last = spines.last.get_by_role("link")
    last.focus()
    page.keyboard.press("Alt+ArrowUp")
    expect(spines.nth(1)).to_contain_text("GRA_0010")
    page.reload()
    expect(spines.nth(1)).to_contain_text("GRA_0010")
    page.get_by_role("heading", name="GRA_0010").click()
    page.keyboard.press(".")
    expect(page.get_by_role("heading", name="FRO_0010")).to_be_visible()
    page.keyboard.press("x")
    expect(spines).to_have_count(2)


def test_the_desk_is_reached_and_left_by_keys(page: Page) -> None:
    open_shot(page, "FRO_0010")
    page.keyboard.press("c")
    expect(page.get_by_role("heading", name="Shots in cut order")).to_be_visible()
    page.keyboard.press("e")
    expect(page.get_by_role("heading", name="What the edit works to")).to_be_visible()
    page.keyboard.press("d")
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()
    page.keyboard.press("n")
    form = page.get_by_role("region", name="Start a production")
    expect(form.get_by_role("button", name="Start the production")).to_be_disabled()
    form.get_by_label("Title").fill("Drop at film speed")
    form.get_by_role("group", name="Timecode").get_by_label("Timecode").click()
    page.get_by_role("option", name="drop-frame").click()
    expect(form.get_by_role("alert")).to_contain_text("does not exist at 24")
    expect(form.get_by_role("button", name="Start Drop at film speed")).to_be_disabled()


def test_an_address_that_leads_nowhere_says_so(page: Page) -> None:
    page.goto("/s/9999")
    expect(page.get_by_role("alert")).to_contain_text("There is no shot numbered 9999")
    page.goto("/p/9999")
    expect(page.get_by_role("alert")).to_contain_text("There is no production numbered 9999")
    page.get_by_role("link", name="Go to the desk").click()
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()


def test_focus_goes_where_something_was_opened_and_never_to_nothing(page: Page) -> None:
    page.goto("/")
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()
    page.keyboard.press("n")
    expect(page.get_by_label("Title")).to_be_focused()
    page.keyboard.press("Escape")
    panel = page.get_by_role("region", name="Start a production")
    expect(panel).to_be_focused()
    page.get_by_role("button", name="Cancel").click()
    expect(panel).to_be_hidden()
    expect(page.locator("main")).to_be_focused()
    page.get_by_role("link", name=re.compile("The Tin Orchard Short film")).click()
    expect(page.get_by_role("heading", name="Shots in cut order")).to_be_visible()
    expect(page.locator("main")).to_be_focused()
    page.get_by_role("button", name="Skip to the content").focus()
    page.keyboard.press("Enter")
    expect(page.locator("main")).to_be_focused()


def test_single_keys_can_be_switched_off_and_undo_has_the_usual_ones(page: Page) -> None:
    open_shot(page, "FRO_0020")
    found = re.search(r"v(\d{3})", head(page).inner_text())
    assert found is not None
    stored = int(found[1])

    def saved(later: int, verdict: str) -> None:
        # What is shown may run ahead of what is stored: each step waits for its version.
        expect(head(page)).to_contain_text(f"v{stored + later:03d}")
        expect(head(page)).to_contain_text(verdict)

    page.get_by_label("Width").fill("1922")
    page.get_by_label("Width").press("Enter")
    saved(1, "1 difference from the edit")
    page.get_by_label("Width").press("Escape")
    page.keyboard.press("Control+z")
    saved(2, "follows the edit")
    page.keyboard.press("Control+Shift+Z")
    saved(3, "1 difference from the edit")
    page.keyboard.press("Control+z")
    saved(4, "follows the edit")
    page.keyboard.press("k")
    page.get_by_label("Single keys act").uncheck()
    page.keyboard.press("d")
    expect(page.get_by_role("heading", name="Keys")).to_be_visible()
    page.get_by_label("Single keys act").check()
    page.get_by_role("heading", name="Keys").click()
    page.keyboard.press("d")
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()


def test_a_file_dropped_anywhere_is_taken(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Tin Orchard Short film")).click()
    page.get_by_role("button", name="Read a new cut").click()
    expect(page.get_by_role("region", name="Read a cut")).to_be_visible()
    page.evaluate(
        """() => {
            const carried = new DataTransfer();
            carried.items.add(new File(["no cut"], "dropped.edl"));
            const about = { dataTransfer: carried, bubbles: true, cancelable: true };
            document.querySelector("h1").dispatchEvent(new DragEvent("drop", about));
        }"""
    )
    expect(page.get_by_role("alert")).to_contain_text("dropped.edl: The file is text")
