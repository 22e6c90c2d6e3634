"""The desk and the cut with many shots, the tour, and files that are dropped anywhere."""

import json
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations


def test_shots_are_found_chosen_and_pinned_on_the_desk(page: Page) -> None:
    page.goto("/")
    find = page.get_by_label("Find on the desk")
    find.fill("lan")
    shots = page.get_by_role("region", name="4 shots")
    expect(shots.get_by_role("row")).to_have_count(5)
    # The state beside it goes on from there.
    shots.get_by_role("button", name=re.compile("^differs? ?differ")).click()
    expect(page.get_by_role("region", name="3 shots")).to_be_visible()
    page.get_by_role("button", name="Shot", exact=True).click()
    page.get_by_role("checkbox", name="Choose LAN_0010").check()
    page.get_by_role("checkbox", name="Choose LAN_0030").click(modifiers=["Shift"])
    expect(page.get_by_text("3 chosen")).to_be_visible()
    assert violations(page) == []
    expect(page.get_by_role("link", name="Change 3 shots …")).to_have_attribute(
        "href", re.compile(r"^/p/1/change\?shots=\d+&shots=\d+&shots=\d+$")
    )
    page.get_by_role("button", name="Pin", exact=True).click()
    find.fill("")
    page.get_by_role("button", name=re.compile("^differs? ?differ")).click()
    expect(page.get_by_role("region", name="Pinned").get_by_role("listitem")).to_have_count(3)
    page.reload()
    expect(page.get_by_role("region", name="Pinned").get_by_role("listitem")).to_have_count(3)
    find.fill("nothing of that kind")
    expect(page.get_by_text("No shot fits all of that")).to_be_visible()


def test_one_comes_back_to_where_one_was(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    main = page.get_by_role("main")
    main.evaluate("node => node.scrollTo(0, 300)")
    page.get_by_role("link", name="Time", exact=True).click()
    settled(page)
    page.get_by_role("link", name="Sheet", exact=True).click()
    page.wait_for_function("document.querySelector('main').scrollTop === 300")
    page.goto("/")
    page.get_by_role("link", name="Go on with LAN_0010").click()
    expect(page.get_by_role("heading", name="LAN_0010")).to_be_visible()
    page.get_by_role("link", name="Desk").click()
    # What was opened last stands first.
    opened = page.get_by_role("region", name="Opened last").get_by_role("listitem")
    expect(opened.first).to_contain_text("LAN_0010")


def test_what_others_changed_is_told_until_it_was_seen(page: Page) -> None:
    page.goto("/people")
    settled(page)
    person = page.evaluate("localStorage.getItem('zero-slate.here')")
    # A picture alone: no page that is open notes that somebody is here meanwhile.
    page.goto("/mark.svg")
    page.evaluate("localStorage.clear()")
    here = {"since": "2020-01-01T00:00:00Z", "seen": "2020-01-01T00:00:00Z", "at": "/s/4"}
    page.request.put(f"/api/v1/people/{person}/room", data={"kept": {"here": json.dumps(here)}})
    made = page.request.post("/api/v1/people", data={"name": "Jo Ek"}).json()["id"]
    page.request.put("/api/v1/people/here", data={"id": made})
    body = {"base": 2, "typed": {"rate": {"rate": "25"}}}
    assert page.request.put("/api/v1/shots/4/setup", data=body).ok
    page.request.put("/api/v1/people/here", data={"id": int(person)})
    page.goto("/")
    since = page.get_by_role("region", name="Since you were last here")
    expect(since.get_by_role("link", name=re.compile("LAN_0010: Rate"))).to_contain_text("Jo Ek")
    assert violations(page) == []
    since.get_by_role("button", name="I've seen this").click()
    expect(since).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", name="Productions")).to_be_visible()
    settled(page)
    expect(since).to_have_count(0)


def test_the_cut_is_filtered_sorted_and_chosen_from(page: Page) -> None:
    page.goto("/p/1")
    settled(page)
    rows = page.get_by_role("main").locator("tbody tr")
    expect(rows).to_have_count(4)
    widths = "[...document.querySelectorAll('thead th')].map((each) => each.offsetWidth)"
    before = page.evaluate(widths)
    page.get_by_label("Find in the cut").fill("lan40")
    expect(rows).to_have_count(1)
    # Columns are as wide as all shots need, whichever are shown.
    assert max(abs(a - b) for a, b in zip(before, page.evaluate(widths), strict=True)) < 10
    expect(page.get_by_role("status").filter(has_text="shown")).to_have_text("1 of 4 shown")
    page.get_by_role("button", name="Show all in cut order").click()
    page.get_by_role("button", name="Cut", exact=True).click()
    lengths = [int(each) for each in page.locator("tbody td:nth-child(5)").all_inner_texts()]
    assert lengths == sorted(lengths, reverse=True)
    page.get_by_role("button", name="Several shots", exact=True).click()
    page.get_by_role("checkbox", name="Choose all that are shown").check()
    expect(page.get_by_role("link", name="Change 4 shots …")).to_be_visible()
    assert violations(page) == []


def test_the_tour_is_done_on_real_shots_left_and_found_again(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Help").click()
    page.get_by_role("button", name="Take the tour").click()
    tour = page.get_by_role("region", name="Tour")
    expect(tour).to_contain_text("1 of 8")
    assert violations(page) == []
    page.get_by_role("link", name="Desk").click()
    page.get_by_role("link", name=re.compile("^The Salt Lantern")).click()
    expect(tour).to_contain_text("2 of 8")
    page.get_by_role("link", name="LAN_0010").first.click()
    settled(page)
    expect(tour).to_contain_text("3 of 8")
    page.keyboard.press("v")
    expect(tour).to_contain_text("4 of 8")
    page.keyboard.type("1")
    expect(tour).to_contain_text("5 of 8")
    page.keyboard.press("Escape")
    tour.get_by_role("button", name="Leave the tour").click()
    expect(tour).to_have_count(0)
    page.reload()
    settled(page)
    page.keyboard.press("!")
    page.get_by_role("button", name="Go on with the tour, at step 5").click()
    for _ in range(4):
        tour.get_by_role("button", name="Pass over it").click()
    expect(tour).to_contain_text("That was the tour")
    tour.get_by_role("button", name="Close").click()
    expect(tour).to_have_count(0)


def test_the_help_has_what_is_new_the_command_line_and_the_api(page: Page) -> None:
    page.goto("/help")
    main = page.get_by_role("main")
    expect(main).to_contain_text("Not released yet")
    expect(main).to_contain_text("zero-slate read-cut")
    document = main.get_by_role("link", name="the OpenAPI document").get_attribute("href")
    assert page.request.get(document or "").ok
    assert violations(page) == []


DROP = """([name, text]) => {
    const all = new DataTransfer();
    all.items.add(new File([text], name));
    document.body.dispatchEvent(
        new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: all })
    );
}"""


def test_a_file_is_dropped_anywhere(page: Page, home: Path) -> None:
    page.goto("/s/4")
    settled(page)
    made = page.request.get("/api/v1/people/1/file").text()
    page.evaluate(DROP, ["Somebody.profile.json", made.replace("tester", "Ana Brook")])
    expect(page.get_by_role("status")).to_contain_text("Ana Brook came from")
    page.goto("/p/1")
    settled(page)
    page.get_by_role("link", name="Recut", exact=True).click()
    settled(page)
    page.evaluate(DROP, ["next.edl", "TITLE: NEXT\n"])
    expect(page.get_by_role("region", name="Read a cut")).to_contain_text("next.edl")
    page.goto("/machine")
    settled(page)
    page.evaluate(DROP, ["keeper.0001.exr", "x"])
    expect(page.get_by_role("alert")).to_contain_text("Nothing here opens keeper.0001.exr")
    page.evaluate(DROP, ["other.edl", "x"])
    expect(page.get_by_role("alert")).to_contain_text("open the production that it is of")


def carry(page: Page, *files: Path) -> None:
    """Drop files or folders as a system does: a browser reads what is in them."""
    tools = page.context.new_cdp_session(page)
    data = {"items": [], "files": [str(each) for each in files], "dragOperationsMask": 1}
    for kind in ("dragEnter", "dragOver", "drop"):
        about = {"type": kind, "x": 600, "y": 300, "data": data}
        tools.send("Input.dispatchDragEvent", about)


def test_a_folder_or_a_file_of_a_volume_is_dropped_anywhere(page: Page, home: Path) -> None:
    folder = home / "volumes/lantern/shots/LAN_0010"
    folders = page.get_by_role("complementary", name="Folders")
    # In the shot that its path names, from where there is none.
    page.goto("/machine")
    settled(page)
    carry(page, folder)
    expect(folders).to_contain_text("LAN_0010_flare_v001.####.exr")
    assert violations(page) == []
    # In the shot that is open, whatever its path names.
    page.goto("/s/3")
    settled(page)
    carry(page, *sorted(folder.glob("*flare_v001*")))
    expect(folders).to_contain_text("LAN_0010_flare_v001.####.exr")
    assert page.url.endswith("/s/3/elements?volume=lantern&folder=shots%2FLAN_0010")


def test_a_folder_that_lies_in_several_places_or_none_is_told(page: Page, home: Path) -> None:
    for code in ("LAN_0010", "LAN_0020"):
        (home / "volumes/lantern/more" / code / "roll 7").mkdir(parents=True)
    page.goto("/s/4")
    settled(page)
    carry(page, home / "volumes/lantern/more/LAN_0010/roll 7")
    told = page.get_by_role("status").filter(has_text="several places")
    expect(
        told.get_by_role("button", name="lantern: more/LAN_0010/roll 7, LAN_0010")
    ).to_be_visible()
    assert violations(page) == []
    told.get_by_role("button", name="lantern: more/LAN_0020/roll 7, LAN_0020").click()
    expect(page.get_by_role("navigation", name="Folder")).to_contain_text("roll 7")
    # A place for a cut takes no folder.
    page.goto("/p/1?read")
    settled(page)
    away = home.parent / "elsewhere"
    away.mkdir()
    carry(page, away)
    expect(page.get_by_role("alert")).to_contain_text("elsewhere lies on none of the volumes")
    page.get_by_role("button", name="Dismiss").click()
    expect(page.get_by_role("alert")).to_have_count(0)
    carry(page, home / "volumes/lantern")
    expect(page.get_by_role("status").filter(has_text="the root of a volume")).to_be_visible()
