"""A shot as an OpenTimelineIO timeline: its ranges, its plate and its setup."""

import json
from dataclasses import dataclass
from typing import Any

import opentimelineio as otio

from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.alignment import AlignedMedia, first_timecode
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.setup_files import SetupDocument

METADATA = "zero_slate"


@dataclass(frozen=True, slots=True)
class PlateFiles:
    """Where a plate lies, and how its files are laid on the shot."""

    media: Media
    folder_url: str
    placed: AlignedMedia


def write_shot_timeline(
    document: SetupDocument, event: CutEvent | None, plate: PlateFiles | None
) -> bytes:
    """Write a timeline of one clip: the work range, cut out of what the plate has.

    A closing blank frame follows it as a gap.

    The whole setup document stands in the timeline's metadata under `zero_slate`, exact; the
    format's own rates are floats.
    """
    setup = document.setup
    rate = setup.rate
    timeline = otio.schema.Timeline(setup.code)
    timeline.metadata[METADATA] = json.loads(document.model_dump_json())
    if event is not None:
        head = setup.cut_range.first - setup.work_range.first
        ratio = event.record_rate.fraction / rate.fraction
        start = event.record.first - head * ratio
        timeline.global_start_time = otio.opentime.RationalTime(
            float(start), float(event.record_rate.fraction)
        )
    track = otio.schema.Track("V1", kind=otio.schema.TrackKind.Video)
    timeline.tracks.append(track)
    clip = otio.schema.Clip(setup.code, source_range=_source_range(document, event, plate))
    clip.media_reference = _reference(plate, rate)
    clip.metadata[METADATA] = {
        "work_range": {"first": setup.work_range.first, "last": setup.work_range.last},
        "cut_range": {"first": setup.cut_range.first, "last": setup.cut_range.last},
        "clip_range": {"first": setup.clip_range.first, "last": setup.clip_range.last},
    }
    track.append(clip)
    if setup.closing.frames:
        track.append(
            otio.schema.Gap(
                "closing frame", source_range=_time_range(0, setup.closing.frames, rate)
            )
        )
    text: str = otio.adapters.write_to_string(timeline, "otio_json", indent=2)
    return (text + "\n").encode()


def _source_range(document: SetupDocument, event: CutEvent | None, plate: PlateFiles | None) -> Any:
    """Return the work range in the plate's time: its timecode, or else its file numbers."""
    work = document.setup.work_range
    rate = document.setup.rate
    if plate is None:
        return _time_range(work.first, work.length, rate)
    first = work.first - plate.placed.offset
    own = plate.media.header.rate or rate
    timecode = first_timecode(plate.media, own)
    if timecode is not None:
        first += timecode.frames - plate.media.first
    return _time_range(first, work.length, own)


def _reference(plate: PlateFiles | None, rate: FrameRate) -> Any:
    if plate is None:
        return otio.schema.MissingReference()
    media = plate.media
    own = media.header.rate or rate
    timecode = first_timecode(media, own)
    start = timecode.frames if timecode is not None else media.first
    available = _time_range(start, media.last - media.first + 1, own)
    if media.kind is MediaKind.MOVIE:
        return otio.schema.ExternalReference(plate.folder_url + media.name, available)
    prefix, _, suffix = media.name.rpartition("#")
    return otio.schema.ImageSequenceReference(
        target_url_base=plate.folder_url,
        name_prefix=prefix.rstrip("#"),
        name_suffix=suffix,
        start_frame=media.first,
        frame_step=1,
        rate=float(own.fraction),
        frame_zero_padding=media.padding,
        available_range=available,
    )


def _time_range(first: int, length: int, rate: FrameRate) -> Any:
    fps = float(rate.fraction)
    return otio.opentime.TimeRange(
        otio.opentime.RationalTime(first, fps), otio.opentime.RationalTime(length, fps)
    )
