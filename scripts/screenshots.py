"""Takes the pictures in docs/screenshots, from the demo, at 1280×800."""

import re
import sys
import tempfile
from collections.abc import Callable
from io import BytesIO
from pathlib import Path

from PIL import Image
from playwright.sync_api import Browser, Page, sync_playwright

from scripts.served import CHROMIUM, FLAGS, Served

ROOT = Path(__file__).parents[1]
PICTURES = ROOT / "docs/screenshots"
# Of each view on a sheet of several, and what lies between them, in pixels.
TILE, GAP = (960, 600), 12
# Plate and flare show the same bird as the artwork: without them the artwork's own is seen.
ARTWORK_ALONE = """async () => {
  const shot = `/api/v1${location.pathname.replace("/s/", "/shots/")}`;
  const { elements } = await (await fetch(shot.replace("/elements", "/stack"))).json();
  for (const each of elements.filter(({ name }) => /plate|flare/.test(name)))
    await fetch(`${shot}/${each.id}`, {
      method: "PATCH",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ on: false }),
    });
}"""
Steps = Callable[[Page], None]


def shot(code: str, step: str = "") -> Steps:
    """Go to a shot of the first production, and to one of its steps."""

    def go(page: Page) -> None:
        page.get_by_role("link", name="The Tin Orchard Short film").click()
        page.get_by_role("row").filter(has_text=code).get_by_role("link").first.click()
        page.wait_for_selector("[data-row=canvas]")
        if step:
            page.get_by_role("link", name=step).click()

    return go


def then(*steps: Steps) -> Steps:
    """Take steps one after another, waiting for each to settle."""

    def go(page: Page) -> None:
        for each in steps:
            each(page)
            page.wait_for_selector("[data-awaited='0']")

    return go


def cut(page: Page) -> None:
    """Open the first production's cut."""
    page.get_by_role("link", name="The Tin Orchard Short film").click()


def change_format(page: Page) -> None:
    """Type another canvas into the edit format."""
    page.get_by_role("link", name="Edit format", exact=True).first.click()
    page.get_by_label("Width").fill("2048")
    page.get_by_text("takes the new values").first.wait_for()


def hand_off(page: Page) -> None:
    """Choose the hand off volume."""
    page.get_by_label("Volume").click()
    page.get_by_role("option", name="handoff").click()


def lantern(code: str) -> Steps:
    """Go to the elements of a shot of the third production."""

    def go(page: Page) -> None:
        page.get_by_role("link", name="The Salt Lantern Short film").click()
        page.get_by_role("row").filter(has_text=code).get_by_role("link").first.click()
        page.get_by_role("link", name="Elements").click()

    return go


def layers_seen(page: Page) -> None:
    """Wait until every picture, layer and the sound are there."""
    page.get_by_text("looked at on 1 of 2 frames").wait_for()
    page.get_by_text("1 layer more: glow.").wait_for()
    page.locator("path.wave").wait_for()
    page.wait_for_timeout(1500)


def on_disk(page: Page) -> None:
    """Look through the third production's folder, and find what moved."""
    page.get_by_role("link", name="The Salt Lantern Short film").click()
    page.get_by_role("link", name="On disk").click()
    panel = page.get_by_role("region", name="Folder of this production")
    panel.get_by_label("Volume").click()
    page.get_by_role("option", name="lantern").click()
    panel.get_by_role("button", name="Look through lantern").click()
    page.locator("[data-tally]").wait_for()
    gone = page.get_by_role("region", name="Files that are gone")
    gone.get_by_label("Volume").click()
    page.get_by_role("option", name="lantern").click()
    gone.get_by_role("button", name="Look below lantern").click()
    page.locator("[data-root]").wait_for()


def recut(page: Page) -> None:
    """Lay the third cut against the second."""
    page.get_by_role("link", name="Recut").click()
    page.locator("[data-recut=RIV_0010]").wait_for()


def change_rate(page: Page) -> None:
    """Type a rate into a change of time."""
    page.get_by_role("heading", name="Change the time of this shot").wait_for()
    page.get_by_role("textbox", name="Rate", exact=True).fill("12")
    page.get_by_text("become 54").wait_for()


def files(page: Page) -> None:
    """See where the third production's files go, and the path of its comps."""
    page.get_by_role("link", name="The Salt Lantern Short film").click()
    page.get_by_role("link", name="Files", exact=True).click()
    comps = page.get_by_role("region", name="Path of Comps")
    comps.get_by_role("button", name="Comps", exact=True).click()
    comps.locator("[data-chip]").nth(4).click()
    page.get_by_role("region", name="Volume lantern").wait_for()
    page.wait_for_timeout(500)


def typed(page: Page, setting: str, text: str) -> None:
    """Write a setting."""
    field = page.locator(f"[data-row={setting}] input").first
    field.fill(text)
    field.press("Enter")
    page.wait_for_selector("[data-awaited='0']")


def stand(page: Page) -> None:
    """Stage a shot, with a focus and two eyes."""
    page.get_by_role("link", name="Stand").click()
    page.get_by_role("button", name="Begin with 50 mm").click()
    typed(page, "distances", "ground 12 m, plate 9 m, keeper 4 m on 1001 to 6 m on 1061, flare 3 m")
    typed(page, "focus", "f/1.4 at 4 m")
    typed(page, "eyes", "45 mm at 6 m, screen 6 m from 8 m")
    page.get_by_role("heading", name="LAN_0010").click()
    page.locator("main .overflow-y-auto").first.evaluate("node => node.scrollTo(0, 0)")
    page.wait_for_timeout(4000)


def finish(page: Page) -> None:
    """Lay textures on artwork, with what covers it out of the way."""
    page.evaluate(ARTWORK_ALONE)
    page.get_by_role("link", name="Finish").click()
    page.get_by_role("button", name="chalk").click()
    page.get_by_role("button", name="edges", exact=True).click()
    page.get_by_role("button", name="dry brush").click()
    typed(page, "steadiness", "every 2 frames")
    page.get_by_role("button", name="Play 24 frames").click()
    page.get_by_text("codes of 255 from one").wait_for(timeout=90_000)
    page.wait_for_timeout(1500)


def targets(page: Page) -> None:
    """Publish the third production in three ways, and try them."""
    page.get_by_role("link", name="The Salt Lantern Short film").click()
    page.get_by_role("link", name="Targets").click()
    for name in ("H.264 movie", "cinema frames", "GIF"):
        page.get_by_label(f"Publish as {name}").check()
        page.wait_for_selector("[data-awaited='0']")
    page.get_by_role("button", name="Publish as ticked").click()
    page.get_by_text("Published so").wait_for()
    page.get_by_role("button", name="Try all that are published").click()
    page.get_by_role("button", name="Stop").wait_for()
    page.get_by_role("button", name="Try all that are published").wait_for(timeout=120_000)
    page.get_by_role("button", name="GIF", exact=True).click()
    page.wait_for_timeout(500)


def keys(page: Page) -> None:
    """Make a key set, and look at what a key does."""
    page.get_by_role("link", name="Keys", exact=True).click()
    page.get_by_role("button", name="Make my own from it").wait_for()
    if not page.get_by_role("button", name="Remove it").count():
        page.get_by_label("Key set").click()
        page.get_by_role("option", name="Pen in the right hand").click()
        page.get_by_role("button", name="Make my own from it").click()
        page.get_by_role("button", name="Make it", exact=True).click()
        page.get_by_role("button", name="Remove it").wait_for()
    page.get_by_role("button", name="change the keys of “Find anything”").click()
    page.keyboard.press("q")
    page.get_by_text("has it too").first.wait_for()
    page.get_by_role("button", name=re.compile("^F: ")).focus()


def beside(page: Page) -> None:
    """Lay two shots of the third production side by side, with what the edit asks of one."""
    page.get_by_role("link", name="The Salt Lantern Short film").click()
    for code in ("LAN_0020", "LAN_0010"):
        page.get_by_role("row").filter(has_text=code).get_by_role("link").first.click()
        page.wait_for_selector("[data-row=canvas]")
        if code == "LAN_0020":
            page.get_by_role("link", name="Cut 02").click()
    page.get_by_role("button", name="Beside").click()
    page.get_by_role("button", name="LAN_0020", exact=True).click()
    page.get_by_role("slider", name="Moment").press("ArrowRight")


def find(page: Page) -> None:
    """Find shots and settings by the letters of a word."""
    page.get_by_role("button", name="Find", exact=True).click()
    page.get_by_role("combobox", name="Find anything").fill("ra")
    page.get_by_role("option").first.wait_for()


def hinted(page: Page) -> None:
    """Have the rate explained in full."""
    short = page.get_by_role("button", name="Short hints")
    if short.count():
        short.click()
    page.get_by_role("textbox", name="Rate", exact=True).focus()
    page.get_by_text("Set to ").first.wait_for()


def proof(page: Page) -> None:
    """Look at the plate, a little brighter, with the linen tester on it."""
    page.get_by_role("link", name="Proof").click()
    page.get_by_label("Looked at").select_option(label="plate")
    page.wait_for_selector("canvas[data-frame]")
    page.keyboard.press("'")
    page.keyboard.press("Shift+L")
    page.wait_for_timeout(2500)
    page.mouse.move(640, 300)
    page.locator("[data-loupe]").wait_for()
    page.wait_for_timeout(1500)


def formats(page: Page) -> None:
    """Choose a format for the shot."""
    page.get_by_role("link", name="Choose a format …", exact=True).first.click()
    page.get_by_role("button", name="D-cinema 4K scope").click()


def change_canvas(page: Page) -> None:
    """See what another canvas does to the artwork."""
    typed = '{"canvas":{"width":"1440","height":"1080"},"working_scale":{"text":"half"}}'
    page.goto(f"{page.url}/change?typed={typed}")
    page.get_by_role("radio", name="upper right").click()
    page.get_by_text("lost 480 px").wait_for()


def pictures_of() -> tuple[tuple[str, str, Steps], ...]:
    """List each picture: its name, its paper, and the way to what it shows."""
    return (
        ("desk", "paper", lambda page: None),
        ("cut", "paper", cut),
        ("edit-format", "paper", then(cut, change_format)),
        ("sheet", "paper", shot("FRO_0030")),
        ("formats", "paper", then(shot("FRO_0030"), formats)),
        ("change", "paper", then(shot("RIV_0020"), change_canvas)),
        ("elements", "paper", then(lantern("LAN_0010"), layers_seen)),
        ("proof", "dim", then(lantern("LAN_0010"), proof)),
        ("on-disk", "paper", on_disk),
        ("recut", "paper", then(cut, recut)),
        ("time", "paper", then(shot("FRO_0030", "Time"), change_rate)),
        ("files", "paper", files),
        ("hand-off", "paper", then(shot("FRO_0030", "Hand off"), hand_off)),
        # Last, since they change shots.
        ("targets", "paper", targets),
        ("stand", "paper", then(lantern("LAN_0010"), stand)),
        ("finish", "paper", then(lantern("LAN_0010"), finish)),
        ("beside", "paper", beside),
    )


def room_of() -> tuple[Steps, ...]:
    """List the ways to what each picture of the room shows, side by side and below each other."""
    return (
        lambda page: page.goto(f"{page.url.rstrip('/')}/people"),
        keys,
        then(shot("FRO_0030"), hinted),
        then(shot("FRO_0030"), lambda page: page.get_by_role("button", name="Layout").click()),
        then(shot("FRO_0030"), find),
        beside,
    )


def take(browser: Browser, address: str, paper: str, steps: Steps) -> bytes:
    """Take one picture; return it as PNG."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800},
        reduced_motion="reduce",
        color_scheme="dark" if paper == "dim" else "light",
    )

    page = context.new_page()
    # A few spines stand open, as on anybody's second day.
    page.goto(address)
    for code in ("FRO_0010", "FRO_0030", "GRA_0040"):
        shot(code)(page)
        page.goto(address)
    page.wait_for_selector("[data-awaited='0']")
    steps(page)
    page.wait_for_selector("[data-awaited='0']")
    if not page.locator("[data-loupe]").count():
        page.mouse.move(300, 48)
    page.wait_for_timeout(400)
    picture = page.screenshot()
    context.close()
    return picture


def take_room(browser: Browser, address: str, paper: str) -> bytes:
    """Take the pictures of the room on one paper, and lay them on one sheet; return it as PNG."""
    taken = [take(browser, address, paper, steps) for steps in room_of()]
    tiles = [Image.open(BytesIO(each)).resize(TILE, Image.Resampling.LANCZOS) for each in taken]
    rows = (len(tiles) + 1) // 2
    sheet = Image.new("RGB", (2 * TILE[0] + GAP, rows * (TILE[1] + GAP) - GAP), "#8c8c8c")
    for place, tile in enumerate(tiles):
        sheet.paste(tile, (place % 2 * (TILE[0] + GAP), place // 2 * (TILE[1] + GAP)))
    whole = BytesIO()
    sheet.save(whole, "PNG", optimize=True)
    return whole.getvalue()


def main() -> int:
    """Serve a fresh demo, and take every picture, or those that are named."""
    if CHROMIUM is None:
        print("There is no Chromium to take pictures with.", file=sys.stderr)
        return 1
    PICTURES.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home, sync_playwright() as playwright:
        served = Served(Path(home), "wren")
        served.start()
        try:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            named = sys.argv[1:]
            for name, paper, steps in pictures_of():
                if named and name not in named:
                    continue
                picture = take(browser, served.root, paper, steps)
                (PICTURES / f"{name}.png").write_bytes(picture)
            # Last, since keys and hints stay as they were set.
            for name, paper in (("room", "paper"), ("room-dim", "dim")):
                if not named or name in named:
                    picture = take_room(browser, served.root, paper)
                    (PICTURES / f"{name}.png").write_bytes(picture)
            browser.close()
        finally:
            served.kill()
    return 0


if __name__ == "__main__":
    sys.exit(main())
