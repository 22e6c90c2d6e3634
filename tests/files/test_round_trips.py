"""Any setup at all reads back as it was written, in files, in the store and in fields."""

import string
from collections.abc import Mapping
from fractions import Fraction
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from tests.core.time.test_rate import RATES
from tests.makers import write_sequence
from tests.properties import examples
from zero_slate.core.base.ratio import COMMON_PIXEL_ASPECTS
from zero_slate.core.base.safe_names import safe_code
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import PLAIN, Guides, Mask
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.canvas.working_scale import WorkingScale
from zero_slate.core.colour.background import Background, DisplayColour
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import Align, Element
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.reading import read_typed
from zero_slate.core.shot.context import clock_of
from zero_slate.core.shot.state import Departure
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.timecode import ClosingFrame, TimecodeKind
from zero_slate.files.media.folders import find
from zero_slate.files.media.pictures import packed_timecode, timecode_label
from zero_slate.files.setup_files import (
    EditFormatDocument,
    SetupDocument,
    read_edit_format,
    read_setup,
    write_document,
)
from zero_slate.store import cuts
from zero_slate.store.database import Database
from zero_slate.store.elements import MEDIA
from zero_slate.store.tables import Cut, Production

NAMES = st.text(
    st.characters(codec="utf-8", exclude_categories=["Cs", "Cc"]), min_size=1, max_size=40
).filter(str.strip)
LINES = NAMES.map(str.strip)
RANGES = st.builds(FrameRange.starting, st.integers(-10_000, 10**6), st.integers(1, 50_000))
CODES = st.from_regex(r"[A-Z][A-Za-z0-9_.-]{0,20}", fullmatch=True).map(safe_code)
COMMON = {
    "canvas": st.builds(Size, st.integers(1, 8192), st.integers(1, 8192)),
    "pixel_aspect": st.sampled_from(COMMON_PIXEL_ASPECTS),
    "scan": st.sampled_from(list(ScanMode)),
    "rate": RATES,
    "count": st.builds(FrameCount, st.integers(-9999, 10**6), st.sampled_from(list(CountAt))),
    "handles": st.builds(Handles, st.integers(0, 500), st.integers(0, 500)),
    "closing": st.sampled_from(list(ClosingFrame)),
    "working_space": NAMES,
    "viewing": st.builds(Viewing, NAMES, NAMES),
    "signal": st.sampled_from(list(Signal)),
}
CODE = st.integers(0, 255)
DISPLAYED = st.builds(DisplayColour, CODE, CODE, CODE)
PER_CENT = st.integers(0, 2000).map(lambda tenths: Fraction(tenths, 10))
OVERSCANS = st.builds(
    Overscan, st.integers(0, 4096).map(Fraction), st.integers(0, 4096).map(Fraction)
) | st.builds(Overscan, PER_CENT, PER_CENT, st.just(True))
SIDES = st.integers(1, 4096)
FRACTIONS = st.fractions(Fraction(1, 64), 4, max_denominator=32_768)
DRAWN = {
    "placing": st.sampled_from(list(FitMode)),
    "working_scale": st.builds(
        WorkingScale, st.fractions(Fraction(1, 64), 4, max_denominator=32_768)
    ),
    "overscan": OVERSCANS,
    "guides": st.builds(
        Guides,
        st.sets(st.sampled_from(PLAIN)).map(lambda some: tuple(g for g in PLAIN if g in some)),
        st.lists(
            st.sampled_from(["1.85", "2.39", "4:5", "9:16"]).map(Mask), unique=True, max_size=4
        ).map(tuple),
    ),
    "background": st.builds(Background, DISPLAYED, DISPLAYED, st.booleans()),
    "region": st.just(Region()) | st.builds(Region, SIDES, SIDES, SIDES, SIDES),
}
EDITS = st.builds(EditFormat, **COMMON)
SETUPS = st.builds(
    Setup,
    **COMMON,
    **DRAWN,
    timecode=st.sampled_from(list(TimecodeKind)),
    cut_range=RANGES,
    work_range=RANGES,
    clip_range=RANGES,
    start_timecode=st.sampled_from(["", "01:00:00:00"]),
    code=CODES,
    title=LINES,
    subtitle=LINES,
)
DEPARTURES = st.dictionaries(
    st.sampled_from(list(SETTINGS)), st.builds(Departure, NAMES, NAMES), max_size=4
)


@given(SETUPS, DEPARTURES)
def test_any_setup_file_reads_back_exactly(setup: Setup, why: dict[str, Departure]) -> None:
    document = SetupDocument(setup=setup, departures=why)
    assert read_setup(write_document(document)) == document


@given(EDITS)
def test_any_edit_format_file_reads_back_exactly(edit: EditFormat) -> None:
    assert read_edit_format(write_document(EditFormatDocument(edit_format=edit))) == edit


@given(SETUPS)
def test_any_settings_texts_read_back_as_its_value(setup: Setup) -> None:
    other = setup.model_copy(update={"code": "OTHER"})
    for key, setting in SETTINGS.items():
        texts = setting.kind.texts(getattr(setup, key))
        reading = read_typed(other, {key: texts}, SETTINGS, clock_of(other, None))
        assert reading.problems == {}
        value = reading.values.get(key, getattr(other, key))
        expected = getattr(setup, key)
        if key == "start_timecode":  # written with as many digits as the rate has frames
            assert str(value)[:11] == str(expected)[:11]
            continue
        # White space around a name isn't part of it.
        assert stripped(setting.kind.texts(value)) == stripped(texts), key


def stripped(texts: Mapping[str, str]) -> dict[str, str]:
    return {part: text.strip() for part, text in texts.items()}


@given(
    st.integers(0, 23), st.integers(0, 59), st.integers(0, 59), st.integers(0, 29), st.booleans()
)
def test_packed_timecode_reads_back(
    hours: int, minutes: int, seconds: int, frames: int, drop: bool
) -> None:
    label = f"{hours:02d}:{minutes:02d}:{seconds:02d}{';' if drop else ':'}{frames:02d}"
    assert timecode_label(packed_timecode(label)) == label


EVENTS = st.builds(
    CutEvent,
    st.integers(1, 10**6),
    CODES,
    st.text(string.printable, max_size=30),
    st.text(string.ascii_letters, max_size=8),
    st.sampled_from(["V", "V1", "V2"]),
    RANGES,
    RATES,
    st.booleans(),
    RANGES,
    RATES,
    st.booleans(),
    st.fractions(-8, 8, max_denominator=100),
)


@examples(25)
@given(st.lists(EVENTS, min_size=1, max_size=12, unique_by=lambda event: event.position))
def test_any_event_comes_back_from_the_store(events: list[CutEvent]) -> None:
    import tempfile

    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "a.db")
        with database.writing() as session:
            session.add(Production(id=1, title="A", code_example="", created_at="now"))
            session.flush()
            about = {"file_name": "a", "title": "a", "form": "a", "who": "a", "at": "now"}
            session.add(Cut(id=1, production_id=1, number=1, **about))
            session.flush()
            cuts.add_events(session, 1, events)
        with database.reading() as session:
            kept = cuts.events_of(session, 1)
            first = min(events, key=lambda event: event.position)
            assert cuts.events_named(session, 1, [first.code])[0] == first
        database.close()
    assert kept == sorted(events, key=lambda event: event.position)


def test_what_was_read_of_files_comes_back_from_the_store(tmp_path: Path) -> None:
    files = write_sequence(tmp_path, "plate", range(1001, 1011))
    files[3].write_text("no picture")
    (found,) = find(sorted(path.name for path in files), tmp_path)
    media = found.read()
    assert media.broken
    kept = MEDIA.validate_json(MEDIA.dump_json(media))
    assert Element(1, "plate", kept, Align.NUMBER) == Element(1, "plate", media, Align.NUMBER)
