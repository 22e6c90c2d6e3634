"""Elements: the stack, what is found on disk, layers, views, sounds and moved files."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, Request, expect

from tests.browser.test_story import head

# Pictures are made by processes that give way to everything else.


def open_elements(page: Page, code: str) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("row").filter(has_text=code).get_by_role("link").first.click()
    page.get_by_role("link", name="Elements").click()


def stack(page: Page) -> Locator:
    return page.get_by_role("listbox", name=re.compile("^Stack"))


def selected(page: Page) -> Locator:
    return page.get_by_role("region", name="Selected element")


def order(page: Page) -> list[str]:
    sheets = stack(page).get_by_role("option").all()
    return [str(sheet.get_attribute("aria-label")).split(",")[0] for sheet in sheets]


def rule(page: Page) -> Locator:
    return page.get_by_role("slider", name="Frames of the stack")


def test_a_flash_that_is_held_is_put_right_and_undone(page: Page) -> None:
    open_elements(page, "LAN_0010")
    expect(selected(page)).to_contain_text("Held over 68 frames that flare has no picture for")
    expect(rule(page).locator("rect.fill.held").first).to_be_visible()
    selected(page).get_by_role("button", name="Show nothing outside 1039–1040").click()
    expect(selected(page)).not_to_contain_text("Held over")
    expect(head(page)).to_contain_text("differences from the edit")
    page.keyboard.press("u")
    expect(selected(page)).to_contain_text("Held over 68 frames")


def test_the_stack_is_ordered_by_keys_and_by_dragging(page: Page) -> None:
    open_elements(page, "LAN_0010")
    expect(stack(page).get_by_role("option")).to_have_count(4)
    assert order(page) == ["ground", "plate", "keeper", "flare"]
    sheet = stack(page).get_by_role("option", name="keeper")
    sheet.click(position={"x": 20, "y": 60})
    expect(sheet).to_have_attribute("aria-selected", "true")
    page.keyboard.press("Alt+ArrowUp")
    expect(stack(page).get_by_role("option").last).to_have_attribute(
        "aria-label", re.compile("^keeper")
    )
    page.keyboard.press("Alt+ArrowDown")
    expect(stack(page).get_by_role("option").last).to_have_attribute(
        "aria-label", re.compile("^flare")
    )
    page.keyboard.press(" ")
    expect(sheet).to_have_attribute("aria-label", re.compile("not used"))
    expect(rule(page).locator("g.band.off")).to_have_count(1)
    # Dragged to the bottom.
    box = stack(page).get_by_role("option", name="plate").bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 12, box["y"] + 60)
    page.mouse.down()
    page.mouse.move(box["x"] + 12, box["y"] + 200, steps=6)
    page.mouse.up()
    expect(stack(page).get_by_role("option").first).to_have_attribute(
        "aria-label", re.compile("^plate")
    )


def test_pictures_follow_the_hairline_and_the_pointer(page: Page) -> None:
    open_elements(page, "LAN_0010")
    expect(stack(page).locator("img")).to_have_count(4)
    rule(page).focus()
    page.keyboard.press("ArrowRight")
    expect(rule(page)).to_have_attribute("aria-valuenow", "1036")
    plate = stack(page).get_by_role("option", name="plate")
    box = plate.bounding_box()
    assert box is not None

    def is_early(request: Request) -> bool:
        found = re.search(r"frame=(\d+)", request.url)
        return found is not None and int(found[1]) < 1015

    # A picture that is still on its way is waited for before the next one is asked for.
    with page.expect_request(is_early):
        for share in (0.02, 0.05, 0.08):
            page.mouse.move(box["x"] + box["width"] * share, box["y"] + box["height"] * 0.7)


def test_layers_are_laid_out_and_all_frames_looked_at(page: Page) -> None:
    open_elements(page, "LAN_0010")
    layers = page.get_by_role("region", name="Layers of flare")
    expect(layers).to_contain_text("9, looked at on 1 of 2 frames; 2 are empty")
    expect(layers.locator(".tile.empty")).to_have_count(2)
    layers.get_by_role("button", name="Look at both frames").click()
    expect(layers).to_contain_text("9, looked at on both frames; 2 are empty")
    layers.get_by_role("button", name=re.compile("^ids")).click()
    expect(layers.locator("[data-layer=ids]")).to_contain_text("ids, not colour managed")


def test_a_newer_version_is_compared_and_taken(page: Page) -> None:
    open_elements(page, "LAN_0010")
    newer = page.get_by_role("region", name="Newer version")
    expect(newer).to_contain_text("1 layer more: glow.")
    newer.get_by_role("button", name="Take v002").click()
    expect(newer).to_have_count(0)
    expect(page.get_by_role("region", name="Layers of flare")).to_contain_text("glow")


def test_what_is_found_for_a_shot_is_linked(page: Page) -> None:
    open_elements(page, "LAN_0040")
    page.get_by_role("button", name="1 more found for this shot").click()
    found = page.get_by_role("complementary", name=re.compile("^Found for LAN_0040"))
    expect(found).to_contain_text("its name begins with LAN_0040")
    found.get_by_role("button", name="Link as").click()
    expect(found).to_contain_text("linked to this shot")
    page.keyboard.press("Escape")
    expect(stack(page).get_by_role("option")).to_have_count(1)
    expect(rule(page)).to_contain_text("44 missing")


def test_two_views_are_compared_and_swapped(page: Page) -> None:
    open_elements(page, "LAN_0020")
    views = page.get_by_role("region", name=re.compile("^Views of"))
    views.get_by_role("button", name="Compare their pixels").click()
    # Workers give way to everything else: on a busy machine this takes its time.
    expect(views.locator("[data-view='views.vertical']")).to_contain_text(
        "Right lies 3.0 px lower than left"
    )
    expect(views).to_contain_text("7 % darker")
    views.get_by_role("button", name="Swap left and right").click()
    expect(views).to_contain_text("left LAN_0020_right_v001")


def test_a_sound_lies_on_the_rule(page: Page) -> None:
    open_elements(page, "LAN_0010")
    expect(rule(page).locator("path.wave")).to_have_attribute("d", re.compile("^M.+Z$"))
    card = page.get_by_role("article", name="LAN_0010_bell_v001.wav")
    expect(card).to_contain_text("Silent for")
    expect(card).to_contain_text("laid by the edit's timecode")


def test_files_that_moved_are_found_again_for_the_whole_production(page: Page) -> None:
    open_elements(page, "LAN_0030")
    expect(page.get_by_role("status").first).to_contain_text("can't be found any more")
    page.get_by_role("link", name="Look for files that moved").click()
    gone = page.get_by_role("region", name="Files that are gone")
    expect(gone).to_contain_text("The files of 2 elements can't be found")
    gone.get_by_label("Volume").click()
    page.get_by_role("option", name="lantern").click()
    gone.get_by_role("button", name="vault").click()
    gone.get_by_role("button", name="Look below lantern/vault").click()
    expect(gone.locator("[data-root]")).to_contain_text("puts 2 elements right")
    gone.get_by_role("button", name="Take 2 elements from there").click()
    expect(page.get_by_text("2 elements are where the files are now.")).to_be_visible()
    expect(gone).to_have_count(0)


def test_a_pass_lists_everything_and_one_step_links_it(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("link", name="On disk").click()
    panel = page.get_by_role("region", name="Folder of this production")
    panel.get_by_label("Volume").click()
    page.get_by_role("option", name="lantern").click()
    panel.get_by_role("button", name="Look through lantern").click()
    expect(page.locator("[data-tally]")).to_contain_text("11 things found; 11 read")
    page.get_by_role("button", name=re.compile("^Choose the")).click()
    page.get_by_role("button", name=re.compile("^Link 4 elements")).click()
    expect(page.get_by_text("4 elements linked.")).to_be_visible()
    page.get_by_role("button", name="Look again").click()
    expect(page.locator("[data-tally]")).to_contain_text("0 read")


@pytest.mark.parametrize("size", [(1024, 700), (1280, 800)])
def test_nothing_is_out_of_reach(page: Page, size: tuple[int, int]) -> None:
    page.set_viewport_size({"width": size[0], "height": size[1]})
    open_elements(page, "LAN_0010")
    expect(stack(page).get_by_role("option")).to_have_count(4)
    wide = page.evaluate("() => document.documentElement.scrollWidth")
    assert wide <= size[0]
    expect(page.get_by_role("button", name="Folders")).to_be_in_viewport()
    box = rule(page).bounding_box()
    assert box is not None
    assert box["y"] + 40 < size[1]


def test_the_picture_of_a_shot_is_seen_larger_in_the_cut(page: Page, tmp_path: Path) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Tin Orchard Short film")).click()
    small = page.get_by_role("img", name="Picture of FRO_0030")
    expect(small.locator("img")).to_be_visible()
    small.hover()
    expect(page.get_by_role("img", name="Picture of FRO_0030")).to_have_count(2)
