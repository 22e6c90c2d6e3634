"""Recuts, data files and the frame rule."""

import io
import tempfile
from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from pathlib import Path

from playwright.sync_api import Page

from bench.figures import Figure, seconds
from bench.screen import screen
from zero_slate.config import Config
from zero_slate.core.cut.comparison import compare
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.frame_remapping import FrameRemapper
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale
from zero_slate.demo.make import make_demo
from zero_slate.files.data.reading import read_layout
from zero_slate.files.data.rows import Chosen
from zero_slate.services.shots.making import TypedSpan
from zero_slate.store import cuts
from zero_slate.store.tables import Cut
from zero_slate.web.slate import Slate

EVENTS = 2000
ROWS = 500_000
FILM = FrameRate(Fraction(24000, 1001))
# The time between two frames of a screen, while an end is dragged for two seconds.
DRAG = """async () => {
  const apart = [];
  let last = performance.now();
  window.measured = apart;
  window.measuring = true;
  const tick = (now) => {
    apart.push(now - last);
    last = now;
    if (window.measuring) requestAnimationFrame(tick);
  };
  requestAnimationFrame(tick);
}"""


def measure() -> Iterator[Figure]:
    """Measure recuts of 2,000 events, half a million rows, and a drag on the frame rule."""
    before, after = _cuts()
    taken = min(seconds(lambda: compare(before, after), 5))
    yield Figure("recut of 2,000 events compared", taken * 1000, " ms", 1000)
    with tempfile.TemporaryDirectory() as folder:
        yield from _page(Path(folder), before, after)
    yield from _rows()
    with tempfile.TemporaryDirectory() as home:
        yield from _drags(Path(home))


def _cuts() -> tuple[list[CutEvent], list[CutEvent]]:
    before = [
        CutEvent(
            n,
            f"SHO_{n:04d}",
            "",
            f"A{n % 40:03d}",
            "V1",
            FrameRange.starting(86_400 + n * 300, 80),
            FILM,
            False,
            FrameRange.starting(86_400 + n * 80, 80),
            FILM,
            False,
        )
        for n in range(EVENTS)
    ]
    after = []
    for n, event in enumerate(before):
        longer = replace(event, source=FrameRange(event.source.first, event.source.last + n % 5))
        longer = replace(longer, record=FrameRange.starting(event.record.first, 80 + n % 5))
        after.append(replace(longer, code=f"NEW_{n:04d}") if n % 7 == 0 else longer)
    return before, after


def _page(home: Path, before: list[CutEvent], after: list[CutEvent]) -> Iterator[Figure]:
    """Lay out a whole recut as its page asks for it, with 2,000 shots set up."""
    slate = Slate(Config(home=home))
    production = slate.productions.start("Bench", "", {"rate": {"rate": "24000/1001"}})
    with slate.workspace.writing() as session:
        for number, events in ((1, before), (2, after)):
            cut = Cut(
                production_id=production, number=number, file_name="", title="", form="", who="",
                at="",
            )  # fmt: skip
            session.add(cut)
            session.flush()
            cuts.add_events(session, cut.id, events)
            if number == 1:
                for event in events:
                    slate.new_shots.make_from_event(session, production, event)
    taken = min(seconds(lambda: slate.recuts.page(production), 3))
    yield Figure("the recut's page, with 2,000 shots set up", taken * 1000, " ms", 1000)
    slate.close()


def _rows() -> Iterator[Figure]:
    content = b"frame,x,y\n" + b"".join(b"%d,12.5,80.25\n" % (n % 4000) for n in range(ROWS))

    def work() -> None:
        source = io.BytesIO(content)
        _, rewrite = read_layout(source)
        for _ in rewrite(source, Chosen((0,)), FrameRemapper(Rescale(1, 1001, FILM, FILM))):
            pass

    taken = min(seconds(work, 2))
    yield Figure("a data file's rows put right, a second", ROWS / taken / 1000, " thousand")


def _drags(home: Path) -> Iterator[Figure]:
    slate = Slate(make_demo(Config(home=home), reset=False, tell=lambda _: None))
    shot = {s.code: s.id for s in slate.desk.page().recent}["FRO_0030"]
    production = slate.shots.load(shot).head.production_id
    long = slate.new_shots.set_up_by_hand(production, "LONG_0010", "", TypedSpan(length="20000"))
    slate.close()
    with screen(home) as page:
        for name, each in (("a shot", shot), ("20,000 frames", long)):
            page.goto(f"/s/{each}")
            page.wait_for_selector("[data-band=work]")
            page.wait_for_selector("[data-awaited='0']")
            apart = sorted(_drag(page))
            middle, most = apart[len(apart) // 2], apart[int(len(apart) * 0.95)]
            yield Figure(f"between frames while dragging, {name}, median", middle, " ms", 17)
            yield Figure(f"between frames while dragging, {name}, 95 %", most, " ms", 34)


def _drag(page: Page) -> list[float]:
    grip = page.locator("[data-band=work]").last.bounding_box()
    assert grip is not None, "the work range's end can be gripped"
    x, y = grip["x"] + 6, grip["y"] + 7
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(DRAG)
    for step in range(160):
        page.mouse.move(x - step * 3, y)
        page.wait_for_timeout(6)
    page.evaluate("window.measuring = false")
    page.mouse.up()
    apart: list[float] = page.evaluate("window.measured.slice(3)")
    return apart
