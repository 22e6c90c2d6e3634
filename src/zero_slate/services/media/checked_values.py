"""What a check found, as values for other programs: numbers and plain names, no sentences."""

from typing import Any

from zero_slate.core.media.header import Channel, Header, Media
from zero_slate.files.media.names import shown_name
from zero_slate.services.media.checking import Checked


def checked_values(checked: Checked) -> dict[str, Any]:
    """Return one thing that was checked, to be written as JSON."""
    media = checked.media
    return {
        "path": shown_name(str(checked.path)),
        "agrees": checked.agrees,
        "problem": checked.problem,
        **(_media(media) if media else {}),
        "findings": [
            {"code": said.code, "severity": str(said.severity), "text": said.text}
            for said in checked.messages
        ],
    }


def _media(media: Media) -> dict[str, Any]:
    return {
        "kind": str(media.kind),
        "count": media.count,
        "frames": [[run.first, run.last] for run in media.present],
        "padding": media.padding,
        "header": _header(media.header),
    }


def _header(header: Header) -> dict[str, Any]:
    """Return a header's values; what a file doesn't say is null."""
    window = header.window
    return {
        "width": header.size.width,
        "height": header.size.height,
        "data_window": (
            {"x": window.x, "y": window.y, "width": window.width, "height": window.height}
            if window
            else None
        ),
        "pixel_aspect": _ratio(header.pixel_aspect),
        "rate": _ratio(header.rate.fraction) if header.rate else None,
        "timecode": header.timecode,
        "scan": str(header.scan) if header.scan else None,
        "bits": header.bits,
        "channels": [_channel(each) for each in header.channels],
        "parts": [
            {"name": part.name, "view": part.view, "channels": [_channel(c) for c in part.channels]}
            for part in header.parts
        ],
        "views": list(header.views),
        "compression": header.compression,
        "colour_tag": header.color_space,
        "primaries": header.primaries,
        "transfer": header.transfer,
        "orientation": header.orientation,
        "notes": list(header.notes),
    }


def _ratio(value: Any) -> list[int] | None:
    """Return an exact ratio as its two whole numbers."""
    return [value.numerator, value.denominator] if value else None


def _channel(channel: Channel) -> dict[str, str]:
    return {"name": channel.name, "type": channel.type}
