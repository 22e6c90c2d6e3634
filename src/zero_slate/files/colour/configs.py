"""Colour configs: read, named, told apart."""

from collections.abc import Callable
from functools import lru_cache
from hashlib import blake2b

import PyOpenColorIO as ocio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import ColourNames
from zero_slate.files.colour.plain_words import FAILURES, plain_words
from zero_slate.files.colour.used_files import NO_FILE, Stamp, contents_of, file_stamp, places_of

BUILT_IN = "ocio://"


class UnreadableConfig(Refusal):
    """A colour config that can't be read, and why."""


def config_of(address: str) -> "ocio.Config":
    """Return a config by its file's path, or `ocio://` and a built-in's name.

    One whose file was changed, or any file that it uses, is read anew. Raises UnreadableConfig.
    """
    return _read(address, stamp_of(address))


def stamp_of(address: str) -> tuple[Stamp, ...]:
    """Return what changes when a config's file does, or any that it uses; none for a built-in."""
    if address.startswith(BUILT_IN):
        return ()
    own = file_stamp(address)
    try:
        places = _places(address, own)
    except UnreadableConfig:
        return (own,)
    return (own, *map(file_stamp, places))


@lru_cache(maxsize=16)
def _places(address: str, own: Stamp) -> tuple[str, ...]:
    return () if own == NO_FILE or is_archive(address) else places_of(_opened(address))


def used_by(address: str) -> tuple[str, ...]:
    """Return the files that a config uses beside its own; none of one that can't be read."""
    own = file_stamp(address)
    try:
        return tuple(each for each in _places(address, own) if file_stamp(each) != NO_FILE)
    except UnreadableConfig:
        return ()


def is_archive(address: str) -> bool:
    """Return whether a config is an archive, which holds the files that it uses."""
    return address.lower().endswith(".ocioz")


@lru_cache(maxsize=16)
def _read(address: str, stamp: tuple[Stamp, ...]) -> "ocio.Config":
    if stamp:
        # The library keeps what it read of files by their paths alone.
        ocio.ClearAllCaches()
    return _opened(address)


def _opened(address: str) -> "ocio.Config":
    try:
        config = ocio.Config.CreateFromFile(address)
        config.validate()
    except FAILURES as error:
        raise UnreadableConfig(plain_words(error)) from error
    return config


def read_names(address: str) -> ColourNames:
    """Read the names that a config has. Raises UnreadableConfig."""
    return _names(address, stamp_of(address))


@lru_cache(maxsize=16)
def _names(address: str, stamp: tuple[Stamp, ...]) -> ColourNames:
    read = config_of(address)
    spaces = [*read.getColorSpaceNames(), *read.getRoleNames()]
    aliases = [alias for space in read.getColorSpaces() for alias in space.getAliases()]
    views = {display: tuple(read.getViews(display)) for display in read.getDisplays()}
    name = address.removeprefix(BUILT_IN).rpartition("/")[2]
    shown = tuple(read.getColorSpaceNames())
    every = frozenset([*spaces, *aliases])
    proper = {each: read.getColorSpace(each).getName() for each in every}
    return ColourNames(name, every, shown, views, proper, _by_path(read))


def _by_path(config: "ocio.Config") -> Callable[[str], tuple[str, str] | None]:
    """Return what tells the space of a path, and the rule that says so, by the library itself."""
    rules = config.getFileRules()

    def found(path: str) -> tuple[str, str] | None:
        space, rule = config.getColorSpaceFromFilepath(path)
        # The last is the one that is left when no other fits: it says nothing of this file.
        return None if rule == rules.getNumEntries() - 1 else (space, rules.getName(rule))

    return found


def version_and_fingerprint(address: str) -> tuple[str, str]:
    """Return the version of a config's profile, and sixteen hex digits of all that it says.

    What the files hold that it uses is a part of that.

    Raises UnreadableConfig.
    """
    return _told(address, stamp_of(address))


@lru_cache(maxsize=16)
def _told(address: str, stamp: tuple[Stamp, ...]) -> tuple[str, str]:
    read = config_of(address)
    version = f"{read.getMajorVersion()}.{read.getMinorVersion()}"
    said = read.serialize().encode()
    if is_archive(address):
        said += contents_of((address,)).encode()
    elif len(stamp) > 1:
        said += contents_of(_places(address, stamp[0])).encode()
    return version, blake2b(said, digest_size=8).hexdigest()
