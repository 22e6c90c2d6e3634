"""What a file's header says of a setup."""

from typing import Any

from zero_slate.core.media.header import Media


def header_values(media: Media) -> tuple[dict[str, Any], dict[str, str]]:
    """Return a header's settings by their field names, and what it doesn't say, in words.

    A movie that isn't marked says nothing of its scan unless its pixels do.
    """
    header = media.header
    said = {
        "canvas": header.size,
        "pixel_aspect": header.pixel_aspect,
        "rate": header.rate,
        "scan": header.scan or media.pixel_fields,
    }
    values = {key: value for key, value in said.items() if value is not None}
    missing = {key: "its header doesn't say" for key, value in said.items() if value is None}
    return values, missing
