"""OpenTimelineIO bundles: a timeline packed with its media, in a ZIP (.otioz) or a folder (.otiod).

The timeline is read, the media isn't.
"""

import io
import zipfile
import zlib
from pathlib import Path

from zero_slate.files.cuts.cut_list import CutRefusal

# What both kinds of bundle call the timeline.
TIMELINE = "content.otio"


def is_bundle(content: bytes) -> bool:
    """Return whether a file begins as a ZIP does."""
    return content.startswith(b"PK\x03\x04")


def timeline_in(bundle: bytes | Path, most: int) -> bytes:
    """Return the timeline in a ZIP, of at most so many bytes. Raises CutRefusal."""
    try:
        source = io.BytesIO(bundle) if isinstance(bundle, bytes) else bundle
        with zipfile.ZipFile(source) as packed, packed.open(TIMELINE) as file:
            # What it says of its own size isn't believed.
            found = file.read(most + 1)
    except KeyError as error:
        raise CutRefusal(
            f"The ZIP is no OpenTimelineIO bundle: there is no {TIMELINE} in it."
        ) from error
    except (zipfile.BadZipFile, zlib.error, OSError, EOFError, ValueError, RuntimeError) as error:
        raise CutRefusal(f"The OpenTimelineIO bundle is damaged: {error}.") from error
    except NotImplementedError as error:
        raise CutRefusal(
            "The OpenTimelineIO bundle is packed in a way that isn't read; pack it with deflate."
        ) from error
    if len(found) > most:
        raise CutRefusal(f"The timeline in the bundle has more than {most:,} bytes.")
    return found


def read_cut_file(path: Path, most: int) -> bytes:
    """Return what there is to read of a file, or of a bundle as either kind.

    Of a bundle, which may hold hours of media, the timeline alone is read. Raises OSError, and
    CutRefusal.
    """
    inner = path / TIMELINE
    if path.is_dir() and inner.is_file():
        return inner.read_bytes()
    with path.open("rb") as file:
        if is_bundle(file.read(4)):
            return timeline_in(path, most)
    return path.read_bytes()
