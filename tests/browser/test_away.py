"""Storing, putting away, the bin, devices, workers: as somebody does them with mouse and keys."""

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import Here
from tests.browser.test_files import open_files


def part(page: Page, name: str) -> None:
    open_files(page)
    page.get_by_role("navigation", name="Parts of files").get_by_role("link", name=name).click()


def test_a_way_to_store_frames_is_measured_and_seen_in_the_shot(page: Page) -> None:
    part(page, "Storing")
    page.get_by_role("button", name="DPX", exact=True).click()
    page.get_by_role("button", name="DPX 10-bit").click()
    detail = page.get_by_role("region", name="DPX 10-bit")
    expect(detail).to_contain_text("At most 8.3 MB, before it is packed")
    expect(detail).to_contain_text("The alpha of")
    expect(detail).to_contain_text("Background: #ffffff, line #000000, alpha")
    page.get_by_role("button", name="Measure these on").click()
    expect(detail).to_contain_text("measured on 2 frames of")
    detail.get_by_role("link", name="See it in LAN_0010 first").click()
    change = page.get_by_role("main", name="The change")
    expect(change).to_contain_text("DPX 10-bit")
    # What follows can be kept.
    change.get_by_role("row").filter(has_text="Background").get_by_role("checkbox").uncheck()
    change.get_by_role("button", name="Apply 1 of 2 changes").click()
    row = page.locator("[data-row=stored_as]")
    expect(row).to_contain_text("DPX 10-bit: The alpha of")
    page.keyboard.press("u")
    expect(row).not_to_contain_text("DPX 10-bit: The alpha of")


def test_a_production_is_put_away_deleted_taken_out_and_brought_back(
    page: Page, served: Here
) -> None:
    part(page, "Putting away")
    page.get_by_label("Where to").select_option("handoff")
    page.get_by_label("Folder").fill("kept")
    page.get_by_label(re.compile("linked files")).check()
    page.get_by_role("button", name="Write The_Salt_Lantern.zip").click()
    expect(page.get_by_text("all read again")).to_be_visible()
    assert (Path(served.home) / "volumes/handoff/kept/The_Salt_Lantern.zip").exists()
    page.get_by_label("What", exact=True).select_option("LAN_0020")
    deleting = page.get_by_role("region", name="Deleting")
    expect(deleting).to_contain_text("every file on lantern")
    deleting.get_by_role("button", name="Put LAN_0020 of The Salt Lantern into the bin").click()
    expect(page.get_by_text("is in the bin")).to_be_visible()
    page.get_by_role("link", name="See what was put away").click()
    item = page.get_by_role("region", name="The bin").get_by_role("listitem")
    expect(item).to_contain_text("LAN_0020 of The Salt Lantern")
    item.get_by_role("button", name="Take it out").click()
    expect(page.get_by_role("heading", name="LAN_0020")).to_be_visible()
    page.keyboard.press("Alt+p")
    page.get_by_label("Volume").click()
    page.get_by_role("option", name="handoff").click()
    page.get_by_role("button", name="kept").click()
    page.get_by_role("button", name="Look into it", exact=True).click()
    archive = page.get_by_role("region", name="The archive")
    expect(archive).to_contain_text("there is a production “The Salt Lantern” here already")
    expect(archive.get_by_label("Called")).to_have_value("The Salt Lantern 2")
    archive.get_by_role("button", name="Bring it back").click()
    expect(archive).to_contain_text("4 shots brought back, 0 files written, 201 there already")
    archive.get_by_role("button", name="Open it").click()
    expect(page.get_by_role("heading", name="The Salt Lantern 2")).to_be_visible()
    # And away with it for good, so that the demo is what it was.
    part_of = page.url
    page.goto(f"{part_of}/files/away")
    page.get_by_role("button", name="Put The Salt Lantern 2 into the bin").click()
    page.get_by_role("button", name="Empty the bin").click()
    page.get_by_role("alertdialog").get_by_role("button", name="Empty the bin").click()
    expect(page.get_by_text("The bin is empty.")).to_be_visible()


def test_a_file_that_is_no_archive_is_refused_in_words(page: Page, tmp_path: Path) -> None:
    page.goto("/away")
    odd = tmp_path / "odd.zip"
    odd.write_bytes(b"no archive")
    page.locator("input[type=file]").set_input_files(odd)
    expect(page.get_by_role("alert")).to_contain_text("is not a ZIP file, or isn't whole")


def open_lantern(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("row").filter(has_text="LAN_0010").get_by_role("link").first.click()
    page.wait_for_selector("[data-row=canvas]")


def open_devices(page: Page) -> None:
    open_lantern(page)
    page.get_by_role("link", name="Devices").click()
    expect(page.get_by_role("heading", name="Reference")).to_be_visible()


def test_devices_say_what_they_come_to_and_are_set(page: Page) -> None:
    open_devices(page)
    monitor = page.get_by_role("region", name="Monitor")
    expect(monitor).to_contain_text("1.4835 Gb/s by SMPTE ST 292-1.")
    expect(monitor).to_contain_text("It shows the shot as it is.")
    monitor.get_by_label("Signal").select_option("2160 / 60p")
    expect(monitor).to_contain_text("11.88 Gb/s by SMPTE ST 2082-1.")
    expect(monitor).to_contain_text("1920 × 1080 isn't 3840 × 2160")
    reference = page.get_by_role("region", name="Reference")
    reference.get_by_label("Reference").select_option("tri-level, 24")
    expect(reference).to_contain_text("it runs a frame behind every 41.71 s")
    sound = page.get_by_role("region", name="Sound")
    sound.get_by_label("Sample rate").fill("9")
    expect(page.get_by_text("it takes 1,000 to 768,000 Hz")).to_be_visible()
    sound.get_by_label("Sample rate").fill("96000")
    expect(sound).to_contain_text("4004 samples a frame, always.")
    page.get_by_role("button", name="Set the devices").click()
    expect(page.get_by_text("The devices are set, for every shot.")).to_be_visible()
    page.reload()
    expect(page.get_by_role("region", name="Sound")).to_contain_text("4004 samples a frame")


def test_the_surface_moves_what_is_worked_on_in_another_window(page: Page) -> None:
    open_lantern(page)
    rule = page.get_by_role("slider", name="Frame rule")
    before = int(rule.get_attribute("aria-valuenow") or 0)
    surface = page.context.new_page()
    surface.goto("/surface")
    ring = surface.get_by_role("slider", name="Hairline")
    ring.press("Shift+ArrowRight")
    ring.press("ArrowLeft")
    expect(surface.get_by_role("status")).to_contain_text("sent b0 10 7f")
    expect(rule).to_have_attribute("aria-valuenow", str(before + 9))
    page.locator("[data-row=canvas] input").first.click()
    surface.get_by_role("slider", name="Selected figure").press("ArrowRight")
    expect(page.locator("[data-row=canvas] input").first).to_have_value("1921")
    page.locator("[data-row=canvas] input").first.press("Escape")
    page.get_by_role("link", name="Proof").click()
    expect(page.get_by_role("slider", name=re.compile("Wedge|Exposure"))).to_be_visible()
    surface.get_by_role("slider", name="Exposure").press("Shift+ArrowRight")
    expect(page.get_by_text(re.compile(r"\+2\.5"))).to_be_visible()
    surface.get_by_role("button", name="As it is").click()
    expect(page.get_by_text(re.compile(r"\+2\.5"))).to_have_count(0)
    surface.close()


def test_workers_are_tried_before_they_are_set(page: Page) -> None:
    page.goto("/machine")
    count = page.get_by_label("How many")
    stands = count.input_value()
    count.fill("300")
    expect(page.get_by_role("alert")).to_contain_text("1 to 256")
    count.fill("x")
    expect(page.get_by_role("alert")).to_contain_text("Whole numbers")
    count.fill("200")
    expect(page.get_by_text(re.compile("200 workers share"))).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(count).to_have_value(stands)
    page.get_by_role("button", name="Try it").click()
    expect(page.get_by_text(re.compile("pictures a second")).first).to_be_visible()
    page.get_by_role("button", name="Stop").or_(page.get_by_role("button", name="Try it")).click()
