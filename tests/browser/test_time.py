"""Time through the real interface: typed as it is spoken, seen before it is changed, recut."""

import json
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import Here, settled
from tests.browser.test_screens import open_shot
from tests.browser.test_story import head, row


def leave_fields(page: Page, code: str) -> None:
    page.get_by_role("heading", name=code).click()


def test_time_is_typed_as_it_is_spoken(page: Page) -> None:
    open_shot(page, "RIV_0020")
    work = row(page, "work_range")
    first = work.get_by_label("First frame")
    first.fill("1001+6+12")
    expect(work.locator("[data-understood]")).to_have_text(
        "= 1001–1108 · 6 feet 12 frames of 35 mm"
    )
    expect(head(page)).to_contain_text("v002")
    first.fill("1001-110x")
    expect(work.get_by_role("alert")).to_contain_text("“x”, at place 9 of “1001-110x”")
    first.fill("1064-1001")
    expect(work.get_by_role("alert")).to_contain_text("back to front")
    work.get_by_role("button", name="Use 1001 – 1064").click()
    expect(work.get_by_role("alert")).to_be_hidden()
    first.fill("-8")
    first.press("Enter")
    expect(first).to_have_value("993")
    leave_fields(page, "RIV_0020")
    page.keyboard.press("u")
    expect(first).to_have_value("1001")


def test_a_count_shows_old_and_new_numbers(page: Page) -> None:
    open_shot(page, "RIV_0020")
    number = row(page, "count").get_by_label("Count starts at")
    number.fill("1")
    drawing = page.get_by_role("complementary", name="Drawing")
    begins = drawing.get_by_role("row", name=re.compile("work begins"))
    expect(begins).to_contain_text("1001")
    expect(begins.locator("td").nth(1)).to_have_text("1")
    number.press("Escape")
    expect(begins.locator("td").nth(0)).to_have_text("1001")


def test_a_lock_holds_against_dragging_keys_and_typing(page: Page) -> None:
    open_shot(page, "RIV_0030")
    rule = page.get_by_role("slider", name="Frame rule")
    expect(page.get_by_role("status").filter(has_text="locked by")).to_contain_text(
        "locked by tester"
    )
    grip = rule.locator("[data-band=work]").last.bounding_box()
    assert grip is not None
    page.mouse.move(grip["x"] + 6, grip["y"] + 6)
    page.mouse.down()
    page.mouse.move(grip["x"] - 80, grip["y"] + 6, steps=4)
    page.mouse.up()
    told = page.get_by_role("status").filter(has_text="open the lock to move an end")
    expect(told).to_be_visible()
    rule.focus()
    page.keyboard.press("l")
    whole = page.get_by_label("work range in one piece")
    whole.fill("1001+50")
    expect(page.get_by_role("alert").first).to_contain_text("locked at 1001–1088 by tester")
    whole.press("Escape")
    expect(head(page)).to_contain_text("v003")
    leave_fields(page, "RIV_0030")
    page.keyboard.press("w")
    expect(head(page)).to_contain_text("v004")
    whole.fill("1001+76")
    expect(page.get_by_text("= 1001–1076").first).to_be_visible()
    whole.press("Enter")
    expect(row(page, "work_range").get_by_label("Last frame")).to_have_value("1076")
    leave_fields(page, "RIV_0030")
    page.keyboard.press("u")
    page.keyboard.press("u")
    expect(page.get_by_role("button", name="Open the lock")).to_be_visible()


def test_the_rule_is_zoomed_panned_and_snapped(page: Page) -> None:
    open_shot(page, "RIV_0040")
    rule = page.get_by_role("slider", name="Frame rule")
    rule.focus()
    page.keyboard.press("Home")
    labels = rule.locator("g.ink text.figure").all_text_contents()
    for _ in range(3):
        page.keyboard.press("+")
    expect(page.get_by_role("button", name="Show all", exact=True)).to_be_enabled()
    expect(rule.locator("g.ink text.figure").first).not_to_have_text(labels[0])
    page.keyboard.press("End")
    expect(rule).to_have_attribute("aria-valuetext", re.compile("shot frame 1106"))
    page.keyboard.press("]")
    page.keyboard.press("0")
    expect(page.get_by_role("button", name="Show all", exact=True)).to_be_disabled()
    # An end that comes near the cut and its handles holds on to them.
    page.keyboard.press("Home")
    box = rule.locator("[data-band=work]").first.bounding_box()
    assert box is not None
    whole = rule.bounding_box()
    assert whole is not None
    first, last = (
        int(rule.get_attribute(name) or 0) for name in ("aria-valuemin", "aria-valuemax")
    )
    a_frame = (whole["width"] - 130) / (last - first + 1)
    page.mouse.move(box["x"] + 6, box["y"] + 6)
    page.mouse.down()
    page.mouse.move(box["x"] + 6 + 8 * a_frame + 2, box["y"] + 6, steps=8)
    expect(page.get_by_text("held at 1009")).to_be_visible()
    page.mouse.up()
    expect(row(page, "work_range").get_by_label("First frame")).to_have_value("1009")
    page.keyboard.press("u")
    expect(row(page, "work_range").get_by_label("First frame")).to_have_value("1001")
    rule.focus()
    page.keyboard.press("i")
    marks = page.get_by_role("region", name="Keys and markers")
    expect(marks.get_by_label(re.compile("Frame of marker"))).to_have_count(1)
    marks.get_by_role("button", name=re.compile("Remove marker")).click()
    expect(marks.get_by_label(re.compile("Frame of marker"))).to_have_count(0)


def test_a_change_of_rate_is_seen_taken_and_undone(page: Page) -> None:
    open_shot(page, "FRO_0030")
    page.get_by_role("textbox", name="Rate", exact=True).fill("12")
    page.get_by_role("link", name="Keep the numbers or the timing").click()
    does = page.get_by_role("region", name="What it does")
    expect(does).to_contain_text("108 frames become 54, from 24 to 12")
    expect(does.get_by_role("row", name=re.compile("frost settles"))).to_contain_text("1017")
    page.get_by_label("the numbers").check()
    expect(does).to_contain_text("plays 0.5× as fast")
    page.get_by_label("the timing").check()
    page.get_by_role("button", name="Apply this change").click()
    expect(row(page, "work_range").get_by_label("Last frame")).to_have_value("1054")
    warning = page.locator("[data-rate-warning]")
    expect(warning).to_contain_text("This shot runs at 12, the edit at 24000/1001")
    page.get_by_role("link", name="Hand off").click()
    expect(warning).to_be_visible()
    page.get_by_role("link", name="Sheet", exact=True).click()
    leave_fields(page, "FRO_0030")
    page.keyboard.press("u")
    expect(row(page, "work_range").get_by_label("Last frame")).to_have_value("1108")
    expect(warning).to_contain_text("runs at 24")


def test_the_speed_is_seen(page: Page) -> None:
    open_shot(page, "FRO_0030")
    page.get_by_role("textbox", name="Rate", exact=True).focus()
    speed = page.get_by_role("region", name="See the speed")
    expect(speed).to_contain_text("108 drawings")
    speed.get_by_role("button", name="on twos").click()
    expect(speed).to_contain_text("54 drawings")
    right = speed.get_by_role("img").last.locator("g")
    stood = right.get_attribute("transform")
    leave_fields(page, "FRO_0030")
    page.get_by_role("textbox", name="Rate", exact=True).focus()
    speed.get_by_role("button", name="Play both").click()
    expect(right).not_to_have_attribute("transform", stood or "")
    # At 12 on twos no more than six drawings a second are shown, however often it is painted.
    speed.get_by_label("Rate on the right").click()
    page.get_by_role("option", name="12", exact=True).click()
    seen = page.evaluate(
        """async () => {
          const shown = '[aria-label="See the speed"] svg[role=img] g';
          const drawn = document.querySelectorAll(shown)[1];
          const places = new Set();
          const end = performance.now() + 2000;
          while (performance.now() < end) {
            places.add(drawn.getAttribute('transform'));
            await new Promise(requestAnimationFrame);
          }
          return places.size;
        }"""
    )
    assert 1 < seen <= 14
    speed.get_by_role("button", name="Stop").click()


def test_a_brief_is_written_and_ticked(page: Page) -> None:
    open_shot(page, "GRA_0010")
    leave_fields(page, "GRA_0010")
    page.keyboard.press("Alt+B")
    brief = page.get_by_role("region", name="Brief")
    brief.get_by_label("What is asked").fill("Draw ")
    brief.get_by_role("button", name="work range").click()
    brief.get_by_label("Checklist").fill("Bench\nVice at {rate}")
    brief.get_by_role("button", name="Keep the brief").click()
    expect(brief).to_contain_text("Draw 1001–1226")
    expect(brief).to_contain_text("Vice at 24000/1001")
    brief.get_by_label("Bench").check()
    expect(brief.get_by_text("Bench")).to_have_class(re.compile("line-through"))
    row(page, "closing").get_by_label("Closing frame").click()
    page.get_by_role("option", name="one blank frame").click()
    expect(row(page, "closing")).to_contain_text("The delivery is 1 frame longer")
    for _ in range(3):
        leave_fields(page, "GRA_0010")
        page.keyboard.press("u")
        settled(page)
    expect(head(page)).to_contain_text("follows the edit")


def test_a_data_file_is_put_right(page: Page, served: Here, tmp_path: Path) -> None:
    open_shot(page, "RIV_0010")
    page.get_by_role("link", name="Data").click()
    chosen = page.locator("input[type=file]")
    bad = tmp_path / "words.csv"
    bad.write_text("a,b\nx,y\n")
    chosen.set_input_files(bad)
    expect(page.get_by_text("Choose what holds frames")).to_be_visible()
    chosen.set_input_files(served.home / "volumes/orchard/data/RIV_0010_exposure.json")
    expect(page.get_by_label("start: frames")).to_be_checked()
    expect(page.get_by_label("Frame in the file")).to_have_value("1")
    page.get_by_role("button", name="Renumber RIV_0010_exposure.json").click()
    expect(page.get_by_text("0 frames merged")).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save RIV_0010_exposure.json").click()
    rows = json.loads(Path(saved.value.path()).read_text())
    assert rows[0] == {"drawing": 1, "start": 1001, "end": 1003, "note": "on threes"}
    assert rows[-1]["end"] == 1078


def test_elements_at_other_rates_show_their_cadence(page: Page) -> None:
    open_shot(page, "RIV_0020")
    page.get_by_role("link", name="Elements").click()
    stack = page.get_by_role("listbox", name="Stack")
    selected = page.get_by_role("region", name="Selected element")
    stack.get_by_role("option", name="water").click(position={"x": 150, "y": 40})
    water = selected.get_by_role("figure", name="25 in 24000/1001")
    expect(water).to_contain_text("Dropped")
    page.keyboard.press("ArrowDown")
    art = selected.get_by_role("figure", name="12 in 24000/1001")
    expect(art).to_contain_text("A A B B C C")
    used = selected.get_by_label("How its rate is used, RIV_0020_art_v001.####.png")
    used.click()
    page.get_by_role("option", name="frame for frame").click()
    expect(art).to_contain_text("frame for frame")
    expect(art).to_contain_text("1.998×")
    used.click()
    page.get_by_role("option", name="in real time").click()
    expect(art).to_contain_text("in real time")


def test_a_clip_marked_the_wrong_way_round_is_found(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Harbour Clock Repairs Series")).click()
    page.get_by_role("row").filter(has_text="HCR_020").get_by_role("link").first.click()
    expect(row(page, "scan")).to_contain_text(
        "show the lower field first, but it is marked upper field first"
    )
    rule = page.get_by_role("slider", name="Frame rule")
    expect(rule).to_have_attribute(
        "aria-valuetext", re.compile(r"fields \d+, \d+ · 10:00:03:00\.1, \.2")
    )


def test_a_recut_is_taken_shot_by_shot_and_all_at_once(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Tin Orchard Short film")).click()
    expect(page.get_by_role("heading", name="Shots in cut order")).to_be_visible()
    page.keyboard.press("g")
    line = page.locator("[data-recut=RIV_0010]")
    expect(line).to_contain_text("longer")
    expect(line).to_contain_text("ask for 6 frames at the tail")
    for code, change in (
        ("RIV_0020", "moved in the edit only"),
        ("RIV_0030", "shorter"),
        ("RIV_0040", "slipped"),
        ("RIV_0050", "retimed"),
        ("RIV_0060", "gone"),
        ("RIV_0080", "new"),
    ):
        expect(page.locator(f"[data-recut={code}]")).to_contain_text(change)
    uncertain = page.locator("[data-recut=RIV_0075]")
    uncertain.get_by_role("button", name="It is RIV_0070").click()
    expect(page.locator("[data-recut=RIV_0075]")).to_contain_text("was RIV_0070")
    line.get_by_role("button", name="Apply").click()
    expect(page.get_by_role("status")).to_contain_text("1 taken")
    expect(line).to_contain_text("taken")
    page.get_by_role("button", name=re.compile("Apply [0-9]+ change")).click()
    expect(page.get_by_role("status")).to_contain_text(
        "RIV_0030: its work range is locked by tester"
    )
    expect(page.get_by_role("button", name="Nothing left to apply")).to_be_disabled()
    page.get_by_role("button", name="cut 01").click()
    expect(page.get_by_role("heading", name="Cut 03 against")).to_be_visible()
    # What was asked for stays, after the recut was taken.
    page.get_by_role("link", name="To ask for").click()
    asked = page.locator("[data-request=RIV_0010]")
    expect(asked).to_contain_text("6 frames at the tail")
    expect(asked).to_contain_text("1077–1082")
    asked.get_by_role("checkbox").check()
    expect(asked).to_contain_text("got by tester")
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as CSV").click()
    assert "RIV_0010" in Path(saved.value.path()).read_text()
    page.get_by_role("link", name="Recut", exact=True).click()
    # One undo takes back what was applied, where it was applied.
    page.get_by_role("button", name=re.compile("Undo Recut: cut 03")).last.click()
    expect(page.get_by_role("status")).to_contain_text("Taken back in 1 shot.")
    line.get_by_role("link", name="RIV_0010").click()
    expect(row(page, "work_range").get_by_label("Last frame")).to_have_value("1076")


def test_shots_by_hand_and_comps(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Harbour Clock Repairs Series")).click()
    page.get_by_role("button", name="Comp of several shots").click()
    for code in ("HCR_030", "HCR_040"):
        page.get_by_label(f"{code} in the comp").check()
    expect(page.get_by_label("Code of the comp")).to_have_value("HCR_030_comp")
    page.get_by_role("button", name="Set up one comp of 2").click()
    expect(row(page, "cut_range")).to_contain_text("110 frames")
    page.keyboard.press("c")
    expect(page.get_by_role("heading", name="Shots in cut order")).to_be_visible()
    page.keyboard.press("j")
    form = page.get_by_role("region", name="A shot that is not in the cut")
    form.get_by_role("textbox", name="Code", exact=True).fill("HAND_010")
    form.get_by_label("In, by timecode").fill("10:00:00:00")
    form.get_by_label("Out, the last frame").fill("09:00:00:00")
    form.get_by_role("button", name="Set up HAND_010").click()
    expect(form.get_by_role("alert")).to_contain_text("comes before in")
    form.get_by_label("Out, the last frame").fill("")
    form.get_by_label("Length").fill("4s")
    form.get_by_role("button", name="Set up HAND_010").click()
    expect(row(page, "cut_range")).to_contain_text("100 frames")
    # The head's handle before 10:00:00:00.
    start = row(page, "start_timecode").get_by_label("Start timecode")
    expect(start).to_have_value(re.compile(r"09:59:59:1\d"))
