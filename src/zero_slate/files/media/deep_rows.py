"""The samples of a deep picture, a few rows at once, and how many a pixel has."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import OpenImageIO as oiio

# So many rows are held at once.
ROWS = 32
# Pixels whose samples are counted of one picture, to say how many there are.
MOST_COUNTED = 2**22
MOST_BYTES = 2 * 10**9


class NoSamples(Exception):
    """Samples that can't be read, and what the library says of it."""


def deep_rows(picture: Any, spec: Any, part: int) -> Iterator[tuple[int, Any]]:
    """Yield the samples of an open picture so many rows at once, with the first row's number.

    Raises NoSamples.
    """
    if spec.tile_width:
        # Tiles come as a whole: they aren't rows.
        yield 0, _there(picture.read_native_deep_image(part, 0), picture)
        return
    for top in range(0, spec.height, ROWS):
        below = min(top + ROWS, spec.height)
        found = picture.read_native_deep_scanlines(
            part, 0, spec.y + top, spec.y + below, 0, 0, spec.nchannels
        )
        yield top, _there(found, picture)


def _there(found: Any, picture: Any) -> Any:
    if found is None:
        raise NoSamples(picture.geterror())
    return found


def samples_of(path: str) -> tuple[int, int] | None:
    """Return the fewest and the most samples that a pixel has.

    None where there is too much to read, or it can't be.
    """
    picture = oiio.ImageInput.open(path)
    if picture is None:
        return None
    try:
        spec = picture.spec()
        if spec.width * spec.height > MOST_COUNTED or Path(path).stat().st_size > MOST_BYTES:
            return None
        counts = set[int]()
        for _, rows in deep_rows(picture, spec, 0):
            counts.update(rows.samples(pixel) for pixel in range(rows.pixels))
        return min(counts), max(counts)
    except (NoSamples, OSError):
        return None
    finally:
        picture.close()
