"""The demo's cut lists, as OpenTimelineIO and as EDL."""

from collections.abc import Iterator
from dataclasses import replace

import opentimelineio as otio

from zero_slate.core.colour.grade import Cdl
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.story import Shot, Story


def later_shots(story: Story) -> tuple[Shot, ...]:
    """Return the shots as the last cut has them: longer, slipped, renamed, gone."""
    found = []
    for shot in story.shots:
        later = shot.later
        if later.gone:
            continue
        source = Timecode.parse(shot.source_in, FrameRate.parse(shot.source_rate or story.rate))
        found.append(
            replace(
                shot,
                code=later.code or shot.code,
                length=shot.length + later.head + later.tail,
                source_in=str(source + -later.head),
            )
        )
    return tuple(found)


def _in_order(story: Story, shots: tuple[Shot, ...]) -> Iterator[tuple[int, Shot, Timecode]]:
    record = story.start
    for number, shot in enumerate(shots, start=1):
        yield number, shot, record
        record += shot.length


def edl(story: Story, title: str, shots: tuple[Shot, ...]) -> str:
    """Write a CMX 3600 list, each clip with its name."""
    lines = [f"TITLE: {title}", "FCM: NON-DROP FRAME", ""]
    for number, shot, record in _in_order(story, shots):
        source = Timecode.parse(shot.source_in, story.frame_rate)
        lines.append(
            f"{number:03d}  {shot.reel:<8} V     C        {source} {source + shot.length} "
            f"{record} {record + shot.length}"
        )
        lines.append(f"* FROM CLIP NAME: {shot.code}_plate_v001")
        if shot.grade:
            sop, _, saturation = shot.grade.rpartition(" ")
            lines += [f"* ASC_SOP {sop}", f"* ASC_SAT {saturation}"]
    return "\n".join(lines) + "\n"


def otio_json(story: Story, title: str, shots: tuple[Shot, ...], *, last: bool = False) -> str:
    """Write an OpenTimelineIO timeline; footage at another rate keeps its own.

    The `last` cut has its retimes.
    """
    rate = float(story.frame_rate.fraction)
    timeline = otio.schema.Timeline(
        title, global_start_time=otio.opentime.RationalTime(story.start.frames, rate)
    )
    track = otio.schema.Track("V1", kind=otio.schema.TrackKind.Video)
    timeline.tracks.append(track)
    for _, shot, _ in _in_order(story, shots):
        own = FrameRate.parse(shot.source_rate or story.rate)
        source = Timecode.parse(shot.source_in, own)
        clip = otio.schema.Clip(
            f"{shot.code}_plate_v001",
            source_range=otio.opentime.TimeRange(
                otio.opentime.RationalTime(source.frames, float(own.fraction)),
                otio.opentime.RationalTime(shot.length, rate),
            ),
        )
        if shot.later.speed != 100 and last:
            clip.effects.append(otio.schema.LinearTimeWarp(time_scalar=shot.later.speed / 100))
        clip.media_reference = otio.schema.MissingReference(name=shot.reel)
        if shot.grade:
            cdl = Cdl.parse(shot.grade)
            sop = {"slope": cdl.slope, "offset": cdl.offset, "power": cdl.power}
            clip.metadata["cdl"] = {"asc_sop": sop, "asc_sat": cdl.saturation}
        track.append(clip)
    text: str = otio.adapters.write_to_string(timeline, "otio_json", indent=2)
    return text
