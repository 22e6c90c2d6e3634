"""A 2,000-event cut list: read, checked and stored, against the library's own parse."""

import random
import tempfile
from collections.abc import Iterator
from pathlib import Path

import opentimelineio as otio

from bench.figures import Figure, against
from zero_slate.config import Config
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.web.slate import Slate

EVENTS = 2000
FILM = FrameRate.parse("24000/1001")
TIMES = 9


def measure() -> Iterator[Figure]:
    """Measure both forms."""
    lines, timeline = edl(), _timeline()
    with tempfile.TemporaryDirectory() as home:
        slate = Slate(Config(home=Path(home)))
        for name, form, text, rate, most in (
            ("EDL", "cmx_3600", lines, "24000/1001", 2),
            ("OpenTimelineIO", "otio_json", timeline, None, 1),
        ):
            options = {"rate": float(FILM.fraction)} if rate else {}
            content = text.encode()
            production = slate.productions.start(name, "", {"rate": {"rate": "23.976"}})

            def library(form: str = form, text: str = text, options: dict = options) -> object:
                return otio.adapters.read_from_string(text, form, **options)

            def ours(
                production: int = production, content: bytes = content, rate: str | None = rate
            ) -> object:
                return slate.cuts.take(production, content, "cut", rate, None)

            mine, theirs, ratio = against(ours, library, TIMES)
            yield Figure(f"{EVENTS} events, {name}: the library's parse", theirs * 1000, " ms")
            yield Figure(f"{EVENTS} events, {name}: read, checked, stored", mine * 1000, " ms")
            yield Figure(f"{EVENTS} events, {name}: against the library", ratio, "×", most)


def _shots() -> Iterator[tuple[int, str, int, int, int]]:
    """Yield number, code, source, record and length of each event, always the same."""
    dice = random.Random(7)
    record = 86400
    for number in range(1, EVENTS + 1):
        length = dice.randint(20, 240)
        yield number, f"SEQ{number // 100:02d}_{number * 10:05d}", number * 1000, record, length
        record += length


def edl() -> str:
    lines = ["TITLE: Long", "FCM: NON-DROP FRAME"]
    for number, code, source, record, length in _shots():
        marks = (source, source + length, record, record + length)
        labels = " ".join(str(Timecode.from_frames(at, FILM)) for at in marks)
        lines.append(f"{number:03d}  R{number:05d}  V  C  {labels}")
        lines.append(f"* FROM CLIP NAME: {code}_plate_v001")
    return "\n".join(lines)


def _timeline() -> str:
    """Write clips with media and metadata, as an editing system exports them."""
    rate = float(FILM.fraction)

    def span(first: int, length: int) -> otio.opentime.TimeRange:
        start = otio.opentime.RationalTime(first, rate)
        return otio.opentime.TimeRange(start, otio.opentime.RationalTime(length, rate))

    timeline = otio.schema.Timeline(
        "Long", global_start_time=otio.opentime.RationalTime(86400, rate)
    )
    track = otio.schema.Track("V1", kind=otio.schema.TrackKind.Video)
    for number, code, source, _, length in _shots():
        clip = otio.schema.Clip(f"{code}_plate_v001", source_range=span(source, length))
        clip.media_reference = otio.schema.ExternalReference(
            f"file:///plates/{code}/{code}_plate_v001.mov", span(source - 24, length + 48)
        )
        clip.metadata["edit"] = {"bin": "plates", "reel": f"R{number:05d}", "take": 3}
        track.append(clip)
    timeline.tracks.append(track)
    text: str = otio.adapters.write_to_string(timeline, "otio_json")
    return text
