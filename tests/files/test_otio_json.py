"""Timelines in open JSON: read as the library reads them, and refused where it would fall."""

import io
import json
import zipfile
from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from pathlib import Path
from typing import Any

import opentimelineio as otio
import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.cuts.bundle import read_cut_file
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.otio_json import VERSIONS
from zero_slate.files.cuts.reading import LARGEST, read_cut_list
from zero_slate.files.cuts.timeline import read_timeline

Json = dict[str, Any]
RATES = st.sampled_from([24.0, 25.0, 24000 / 1001, 30000 / 1001])


def read(root: object) -> CutList:
    return read_cut_list(json.dumps(root).encode(), CodeRule())


def time(value: float, rate: float = 24) -> Json:
    return {"OTIO_SCHEMA": "RationalTime.1", "value": value, "rate": rate}


def span(first: float, length: float, rate: float = 24) -> Json:
    start, duration = time(first, rate), time(length, rate)
    return {"OTIO_SCHEMA": "TimeRange.1", "start_time": start, "duration": duration}


def clip(name: str, first: float = 0, length: float = 24, **about: object) -> Json:
    return {"OTIO_SCHEMA": "Clip.2", "name": name, "source_range": span(first, length), **about}


def holder(schema: str, *children: object, **about: object) -> Json:
    return {"OTIO_SCHEMA": schema, "name": "", "children": list(children), **about}


def track(*children: object, **about: object) -> Json:
    return holder("Track.1", *children, **{"kind": "Video", **about})


def timeline(*layers: object, **about: object) -> Json:
    made = {"OTIO_SCHEMA": "Timeline.1", "name": "A cut", "global_start_time": time(86400)}
    return {**made, "tracks": holder("Stack.1", *layers), **about}


def records(cut: CutList) -> list[tuple[str, int, int]]:
    return [(event.code, event.record.first - 86400, event.length) for event in cut.events]


@st.composite
def timelines(draw: st.DrawFn) -> otio.schema.Timeline:
    """A timeline as the library makes it: clips, gaps, transitions, retimes, media, tracks."""
    rate = draw(RATES)

    def rational(value: int, at: float) -> otio.opentime.RationalTime:
        return otio.opentime.RationalTime(value, at)

    def made_span(length: int) -> otio.opentime.TimeRange:
        own = draw(st.one_of(st.just(rate), RATES))
        first = rational(draw(st.integers(0, 2_000_000)), own)
        return otio.opentime.TimeRange(first, rational(length, rate))

    made = otio.schema.Timeline(
        draw(st.text(max_size=8)), global_start_time=rational(draw(st.integers(0, 90_000)), rate)
    )
    for _ in range(draw(st.integers(1, 3))):
        kind = draw(st.sampled_from(["Video", "Video", "Audio"]))
        layer = otio.schema.Track(draw(st.text(max_size=4)), kind=kind)
        before = "Transition"
        for _ in range(draw(st.integers(1, 6))):
            what = draw(st.sampled_from(["clip", "clip", "media", "gap", "transition", "stack"]))
            length = draw(st.integers(20, 90))
            name = draw(st.text(max_size=12))
            if what == "transition" and before == "clip":
                reach = [rational(draw(st.integers(0, 8)), rate) for _ in range(2)]
                layer.append(
                    otio.schema.Transition(
                        "", "SMPTE_Dissolve", in_offset=reach[0], out_offset=reach[1]
                    )
                )
                before = what
                continue
            if what == "gap":
                layer.append(otio.schema.Gap(duration=rational(length, rate)))
            elif what == "stack":
                inner = otio.schema.Clip(name, source_range=made_span(length))
                shorter = otio.schema.Clip("b", source_range=made_span(10))
                nested = otio.schema.Track("in", [inner, shorter])
                layer.append(otio.schema.Stack(name, [nested]))
            else:
                media = otio.schema.ExternalReference("a.mov", available_range=made_span(length))
                media.name = draw(st.text(max_size=5))
                shot = otio.schema.Clip(name, media_reference=media)
                if what == "clip":
                    shot.source_range = made_span(length)
                    shot.enabled = draw(st.integers(0, 9)) > 0
                if draw(st.booleans()):
                    scalar = draw(st.sampled_from([0.5, 2.0, -1.0, 1.25]))
                    shot.effects.append(otio.schema.LinearTimeWarp(time_scalar=scalar))
                elif draw(st.integers(0, 4)) == 0:
                    shot.effects.append(otio.schema.FreezeFrame())
                layer.append(shot)
            before = "clip"
        if isinstance(layer[-1], otio.schema.Transition):
            layer.append(otio.schema.Gap(duration=rational(10, rate)))
        made.tracks.append(layer)
    return made


@given(timelines())
def test_a_timeline_is_read_as_the_library_reads_it(made: otio.schema.Timeline) -> None:
    text = otio.adapters.write_to_string(made, "otio_json")
    try:
        mine = read_cut_list(text.encode(), CodeRule())
    except CutRefusal as refusal:
        if "no clip lies on a picture track" not in str(refusal):
            raise
        return
    judge = otio.adapters.read_from_string(text, "otio_json")
    theirs = read_timeline(judge, mine.rate, mine.drop, CodeRule(), form=mine.form)
    # What is told of codes is told by whoever reads a cut, in whatever form.
    told = ("differ in capitals alone", " times in the cut: events ")
    notes = tuple(note for note in mine.notes if not any(words in note for words in told))
    assert replace(mine, notes=notes) == theirs


def test_the_versions_read_are_the_librarys() -> None:
    known = otio.core.type_version_map()
    assert {name: known[name] for name in VERSIONS} == VERSIONS


def test_a_clip_of_the_first_version_has_one_media_and_one_of_the_second_chooses() -> None:
    first = {"OTIO_SCHEMA": "ExternalReference.1", "name": "A001", "available_range": span(5, 24)}
    old = {"OTIO_SCHEMA": "Clip.1", "name": "FRO_0010", "media_reference": first}
    several = {"DEFAULT_MEDIA": {"name": "proxy"}, "high": {**first, "name": "A002"}}
    new = {
        "OTIO_SCHEMA": "Clip.2",
        "name": "FRO_0020",
        "media_references": several,
        "active_media_reference_key": "high",
    }
    one, two = read(timeline(track(old, new))).events
    assert (one.reel, two.reel) == ("A001", "A002")
    assert one.source == two.source == FrameRange.starting(5, 24)


def test_names_of_former_years_are_read() -> None:
    gap = {"OTIO_SCHEMA": "Filler.1", "name": "", "source_range": span(0, 12)}
    layer = holder("Sequence.1", gap, clip("FRO_0010"), kind="Video")
    assert records(read(timeline(layer))) == [("FRO_0010", 12, 24)]


def test_what_lies_straight_on_the_stack_is_a_layer() -> None:
    stack = holder("Stack.1", track(clip("FRO_0030")), name="FRO_0020_comp")
    gap = {"OTIO_SCHEMA": "Gap.1", "source_range": span(0, 48)}
    cut = read(timeline(track(clip("FRO_0010")), clip("FRO_0040"), stack, gap))
    assert {code for code, _, _ in records(cut)} == {"FRO_0010", "FRO_0020", "FRO_0040"}
    assert all(first == 0 for _, first, _ in records(cut))


def test_a_nested_stack_is_as_long_as_its_longest_and_a_nested_track_as_all_it_holds() -> None:
    dissolve = {"OTIO_SCHEMA": "Transition.1", "in_offset": time(4), "out_offset": time(6)}
    longer = track(clip("a", length=30), dissolve, clip("b", length=50))
    stack = holder("Stack.1", track(clip("c", length=24)), longer, name="FRO_0010")
    opens = {**dissolve, "in_offset": time(3)}
    nested = {**track(opens, clip("d", length=20)), "name": "FRO_0020"}
    assert records(read(timeline(track(stack, nested)))) == [
        ("FRO_0010", 0, 80),
        ("FRO_0020", 80, 23),
    ]


def warp(scalar: float) -> Json:
    return {"OTIO_SCHEMA": "LinearTimeWarp.1", "time_scalar": scalar}


def test_shots_within_a_nested_stack_are_the_cuts_where_it_is_none_itself() -> None:
    inner = track(clip("FRO_0010", 100, 30), clip("FRO_0020", 200, 50), name="in")
    over = track(clip("FRO_0030", 300, 80))
    nested = {**holder("Stack.1", inner, over, name="both"), "source_range": span(10, 60)}
    cut = read(timeline(track(clip("FRO_0001"), nested, clip("FRO_0002"), name="V1")))
    assert [(e.position, e.code, e.track, e.source.first) for e in cut.events] == [
        (1, "FRO_0001", "V1", 0),
        (2, "FRO_0010", "V1", 110),
        (3, "FRO_0030", "V1.2", 310),
        (4, "FRO_0020", "V1", 200),
        (5, "FRO_0002", "V1", 0),
    ]
    assert records(cut)[1:4] == [
        ("FRO_0010", 24, 20),
        ("FRO_0030", 24, 60),
        ("FRO_0020", 44, 40),
    ]


def test_a_nested_stack_at_speed_takes_the_shots_in_it_along() -> None:
    inner = track(clip("FRO_0010", 100, 40), clip("FRO_0020", 200, 40, effects=[warp(0.5)]))
    nested = {
        **holder("Stack.1", inner, name="both", effects=[warp(2.0)]),
        "source_range": span(0, 40),
    }
    first, second = read(timeline(track(nested))).events
    assert (first.record.length, first.source.length, first.speed) == (20, 40, 2)
    assert (second.record.length, second.source.length, second.speed) == (20, 20, 1)


def test_time_effects_multiply_and_those_that_are_not_read_are_noted() -> None:
    other = {"OTIO_SCHEMA": "Ramp.1", "effect_name": "speed ramp"}
    blur = {"OTIO_SCHEMA": "Effect.1", "effect_name": "blur"}
    off = {**warp(4.0), "enabled": False}
    cut = read(timeline(track(clip("FRO_0010", effects=[warp(2), warp(-0.25), off, other, blur]))))
    assert cut.events[0].speed == Fraction(-1, 2)
    assert cut.notes == (
        "“FRO_0010” has a time effect that isn't read, “speed ramp”: its source range may be "
        "another.",
    )


def test_what_runs_backwards_dissolves_at_its_other_end() -> None:
    dissolve = {"OTIO_SCHEMA": "Transition.1", "in_offset": time(4), "out_offset": time(6)}
    cut = read(
        timeline(track(clip("FRO_0010", 100, 20, effects=[warp(-1)]), dissolve, clip("FRO_0020")))
    )
    first = cut.events[0]
    assert (first.source.first, first.source.last, first.run.first_shown) == (94, 119, 119)


def test_codes_are_found_in_media_and_markers_too() -> None:
    file = {"OTIO_SCHEMA": "ExternalReference.1", "target_url": "file:///in/FRO_0010/a.exr"}
    marked = clip("wide", markers=[{"OTIO_SCHEMA": "Marker.2", "name": "FRO_0020 fix"}])
    cut = read(timeline(track(clip("close", media_references={"DEFAULT_MEDIA": file}), marked)))
    assert [event.code for event in cut.events] == ["FRO_0010", "FRO_0020"]


def test_bundles_are_read_and_those_that_are_none_refused() -> None:
    def packed(**files: str) -> bytes:
        kept = io.BytesIO()
        with zipfile.ZipFile(kept, "w", zipfile.ZIP_DEFLATED) as bundle:
            for name, content in files.items():
                bundle.writestr(name, content)
        return kept.getvalue()

    text = json.dumps(timeline(track(clip("FRO_0010"))))
    whole = packed(**{"content.otio": text, "media/a.mov": "x"})
    assert records(read_cut_list(whole, CodeRule())) == [("FRO_0010", 0, 24)]
    for damaged, words in (
        (packed(other="x"), "there is no content.otio in it"),
        (whole[:60], "bundle is damaged"),
        (packed(**{"content.otio": " " * (LARGEST + 1)}), "has more than 67,108,864 bytes"),
    ):
        with pytest.raises(CutRefusal, match=words):
            read_cut_list(damaged, CodeRule())


def test_a_folder_bundle_is_read_from_the_command_line(tmp_path: Path) -> None:
    (tmp_path / "cut.otiod").mkdir()
    (tmp_path / "cut.otiod" / "content.otio").write_text(json.dumps(timeline(track(clip("a")))))
    assert b"Timeline.1" in read_cut_file(tmp_path / "cut.otiod", LARGEST)
    with pytest.raises(OSError, match="directory"):
        read_cut_file(tmp_path, LARGEST)


def test_a_shot_may_lie_a_hundred_stacks_deep() -> None:
    shot = clip("FRO_0010")
    for _ in range(100):
        shot = holder("Stack.1", shot, name="FRO_0020")
    assert records(read(timeline(track(shot)))) == [("FRO_0020", 0, 24)]


def test_what_is_no_shot_keeps_its_place_and_is_noted() -> None:
    other = {"OTIO_SCHEMA": "Caption.7", "name": "Ta-da", "source_range": span(0, 12)}
    cut = read(timeline(track(other, clip("FRO_0010"))))
    assert records(cut) == [("FRO_0010", 12, 24)]
    assert cut.notes == ("“Ta-da” is not a shot, and is left out.",)


def test_numbers_that_are_none_are_taken_where_nothing_is_read_of_them() -> None:
    text = json.dumps(timeline(track(clip("FRO_0010", metadata={"loudness": float("nan")}))))
    assert "NaN" in text
    assert read_cut_list(text.encode(), CodeRule()).events[0].code == "FRO_0010"


def test_one_timeline_in_a_collection_is_read_and_two_are_refused() -> None:
    def collection(*members: Json) -> Json:
        return holder("SerializableCollection.1", *members)

    one = timeline(track(clip("FRO_0010")))
    assert len(read(collection(one, clip("b"))).events) == 1
    with pytest.raises(CutRefusal, match="holds 2 timelines"):
        read(collection(one, one))


@pytest.mark.parametrize(
    ("root", "words"),
    [
        ([], "nothing in it is an OpenTimelineIO timeline"),
        ({"name": "x"}, "nothing in it is an OpenTimelineIO timeline"),
        (clip("x"), "holds a Clip, not a timeline"),
        (timeline(tracks=None), "no clip lies on a picture track"),
        (timeline(tracks=[]), "at tracks stands array, where object is expected"),
        (timeline(track(clip("a"), kind="Audio")), "no clip lies on a picture track"),
        (
            timeline(track(clip("a", source_range=span(0, "x")))),  # type: ignore[arg-type]
            r"children\[0\].source_range.duration.value stands str, where float is expected",
        ),
        (timeline(track(None)), r"children\[0\] stands null, where object is expected"),
        (timeline(track(clip(7))), "name stands int"),  # type: ignore[arg-type]
        (timeline(track(clip("a"), OTIO_SCHEMA="Track.2")), "Track of version 2"),
        (timeline(track(clip("a", OTIO_SCHEMA="Clip.99999"))), "“a” is a Clip of version 99999"),
        (timeline(track({"OTIO_SCHEMA": "Gap.1"})), "“Gap” says no source range"),
        (
            timeline(track({"OTIO_SCHEMA": "SerializableObjectRef.1", "id": "Track-1"})),
            "“SerializableObjectRef” says no source range",
        ),
        (timeline(track(clip("a", 0, 1e300))), "out of range"),
        (timeline(track(clip("a", 1e300))), "out of range"),
        (timeline(track(clip("a", 0, -5))), "has a source range of no length"),
        (timeline(track(clip("a")), global_start_time=time(0, 0)), "0.01 to 1000"),
        (timeline(track(clip("a")), global_start_time=time(0, 1e12)), "0.01 to 1000"),
        (timeline(track(clip("a", source_range=span(0, 24, -24)))), "0.01 to 1000"),
        (timeline(track(holder("Stack.1"))), "no length|0.01"),
    ],
)
def test_what_is_no_timeline_is_refused_by_name(root: object, words: str) -> None:
    with pytest.raises(CutRefusal, match=words):
        read(root)


@pytest.mark.parametrize("depth", [900, 100_000])
def test_what_nests_too_deep_is_refused(depth: int) -> None:
    opens = '{"OTIO_SCHEMA": "Stack.1", "children": ['
    inner = opens * depth + json.dumps(clip("FRO_0010")) + "]}" * depth
    text = json.dumps(timeline(track("HERE"))).replace('"HERE"', inner)
    with pytest.raises(CutRefusal, match="nests deeper than any timeline"):
        read_cut_list(text.encode(), CodeRule())


@pytest.mark.parametrize(
    "text",
    [
        '{"OTIO_SCHEMA": "Timeline.1", "tracks": {"OTIO_SCHEMA": "Stack.1", "children": [{}]}}',
        '{"OTIO_SCHEMA": "Timeline.1", "global_start_time": {"value": NaN, "rate": 24}}',
        '{"OTIO_SCHEMA": "Timeline.1", "global_start_time": {"value": 1e999, "rate": 24}}',
        '{"OTIO_SCHEMA": "Timeline.1", "global_start_time": {"value": %s, "rate": 24}}'
        % ("9" * 9000),
        '{"OTIO_SCHEMA": {"a": {}, "a": {}}, "OTIO_SCHEMA": "Timeline.1"}',
        '{"OTIO_SCHEMA": "Timeline.1", "OTIO_SCHEMA": {"a": {}}}',
        '{"OTIO_SCHEMA": "UnknownSchema.1"}',
        '{"OTIO_SCHEMA": ""}',
    ],
)
def test_what_ends_the_librarys_program_is_refused(text: str) -> None:
    with pytest.raises(CutRefusal):
        read_cut_list(text.encode(), CodeRule())


JSON_VALUES = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=5),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=5), inner, max_size=3)
    ),
    max_leaves=6,
)


def _paths(value: object, at: tuple = ()) -> list[tuple]:
    found = [at] if at else []
    items = (
        value.items()
        if isinstance(value, dict)
        else enumerate(value)
        if isinstance(value, list)
        else ()
    )
    for key, inner in items:
        found += _paths(inner, (*at, key))
    return found


WHOLE = timeline(
    track(
        clip("FRO_0010", effects=[{"OTIO_SCHEMA": "LinearTimeWarp.1", "time_scalar": 2.0}]),
        {"OTIO_SCHEMA": "Transition.1", "in_offset": time(4), "out_offset": time(4)},
        clip("FRO_0020", media_references={"DEFAULT_MEDIA": {"name": "A001"}}),
    )
)


@given(st.sampled_from(_paths(WHOLE)), JSON_VALUES)
def test_whatever_stands_anywhere_in_it_a_timeline_is_read_or_refused(
    path: tuple, value: object
) -> None:
    root = json.loads(json.dumps(WHOLE))
    at: Any = root
    for key in path[:-1]:
        at = at[key]
    at[path[-1]] = value
    try:
        cut = read(root)
    except CutRefusal as refusal:
        if not str(refusal).endswith("."):
            raise
    else:
        assert all(event.length > 0 and event.code for event in cut.events)


def test_a_retime_is_read_exactly() -> None:
    warp: Callable[[float], Json] = lambda by: {  # noqa: E731
        "OTIO_SCHEMA": "LinearTimeWarp.1",
        "time_scalar": by,
    }
    blur = {"OTIO_SCHEMA": "Effect.1", "effect_name": "blur"}
    shots = [clip(f"FRO_00{n}0", effects=[blur, warp(by)]) for n, by in enumerate((0.48, -1.25), 1)]
    assert [event.speed for event in read(timeline(track(*shots))).events] == [
        Fraction(12, 25),
        Fraction(-5, 4),
    ]
