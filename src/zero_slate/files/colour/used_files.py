"""The files that a colour config uses beside itself, and what changes when one of them does."""

import os
from collections.abc import Iterator
from functools import lru_cache
from hashlib import blake2b
from pathlib import Path

import PyOpenColorIO as ocio

Stamp = tuple[int, int]
NO_FILE: Stamp = (0, 0)
# Of larger ones the time and the size stand for what they hold.
_LARGEST_READ = 256 * 2**20


def file_stamp(path: str) -> Stamp:
    """Return a file's time and size, zeros where there is none."""
    try:
        stat = os.stat(path)
    except OSError:
        return NO_FILE
    return (stat.st_mtime_ns, stat.st_size)


def places_of(config: "ocio.Config") -> tuple[str, ...]:
    """Return the full paths at which a config looks for the files of its transforms.

    A file that lies in none of them is looked for in all, so that it is found once it comes.
    """
    context = config.getCurrentContext()
    start = Path(context.getWorkingDir() or config.getWorkingDir() or ".")
    folders = [start / context.resolveStringVar(each) for each in context.getSearchPaths()]
    found: dict[str, None] = {}
    for source in dict.fromkeys(_sources(config)):
        said = context.resolveStringVar(source)
        # A path that is whole takes the place of the folder before it.
        found.update(dict.fromkeys(str(folder / said) for folder in folders or [start]))
    return tuple(found)


def contents_of(places: tuple[str, ...]) -> str:
    """Return a digest of what files hold, wherever they lie; the same for the same contents."""
    digest = blake2b(digest_size=16)
    for place in places:
        stamp = file_stamp(place)
        if stamp != NO_FILE:
            digest.update(f"{Path(place).name} {_content(place, stamp)} ".encode())
    return digest.hexdigest()


@lru_cache(maxsize=512)
def _content(place: str, stamp: Stamp) -> str:
    if stamp[1] > _LARGEST_READ:
        return repr(stamp)
    try:
        return blake2b(Path(place).read_bytes(), digest_size=16).hexdigest()
    except OSError as error:
        return str(error.strerror)


def _sources(config: "ocio.Config") -> Iterator[str]:
    both = (ocio.COLORSPACE_DIR_TO_REFERENCE, ocio.COLORSPACE_DIR_FROM_REFERENCE)
    for space in config.getColorSpaces(ocio.SEARCH_REFERENCE_SPACE_ALL, ocio.COLORSPACE_ALL):
        for way in both:
            yield from _of_transform(space.getTransform(way))
    views = (ocio.VIEWTRANSFORM_DIR_TO_REFERENCE, ocio.VIEWTRANSFORM_DIR_FROM_REFERENCE)
    for view in config.getViewTransforms():
        for way in views:
            yield from _of_transform(view.getTransform(way))
    for look in config.getLooks():
        yield from _of_transform(look.getTransform())
        yield from _of_transform(look.getInverseTransform())
    for named in config.getNamedTransforms():
        for way in (ocio.TRANSFORM_DIR_FORWARD, ocio.TRANSFORM_DIR_INVERSE):
            yield from _of_transform(named.getTransform(way))


def _of_transform(transform: "ocio.Transform | None") -> Iterator[str]:
    if isinstance(transform, ocio.FileTransform):
        yield transform.getSrc()
    elif isinstance(transform, ocio.GroupTransform):
        for each in transform:
            yield from _of_transform(each)
