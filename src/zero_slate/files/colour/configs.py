"""Colour configs: read, named, told apart."""

import os
from collections.abc import Iterator
from functools import lru_cache
from hashlib import blake2b

import PyOpenColorIO as ocio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import ColourNames, ConfigRule

BUILT_IN = "ocio://"
# The library's two kinds have no common one.
FAILURES = (ocio.Exception, ocio.ExceptionMissingFile)


class UnreadableConfig(Refusal):
    """A colour config that can't be read, and why."""


def config_of(address: str) -> "ocio.Config":
    """Return a config by its file's path, or `ocio://` and a built-in's name.

    A file that was changed is read anew. Raises UnreadableConfig.
    """
    return _read(address, stamp_of(address))


def stamp_of(address: str) -> tuple[int, int]:
    """Return what changes when a config's file does; zeros for a built-in, and for no file."""
    if address.startswith(BUILT_IN):
        return (0, 0)
    try:
        stat = os.stat(address)
    except OSError:
        return (0, 0)
    return (stat.st_mtime_ns, stat.st_size)


@lru_cache(maxsize=16)
def _read(address: str, stamp: tuple[int, int]) -> "ocio.Config":
    try:
        config = ocio.Config.CreateFromFile(address)
        config.validate()
    except FAILURES as error:
        raise UnreadableConfig(plain_words(error)) from error
    return config


def plain_words(error: Exception) -> str:
    """Return what the library says went wrong, in a line that ends without a stop."""
    lines = [line.strip() for line in str(error).strip().splitlines() if line.strip()]
    first = lines[0] if lines else "the colour library doesn't say why"
    if first.endswith(":") and len(lines) > 1:
        first = f"{first} {lines[1]}"
    return first.rstrip(".")[:300]


def read_names(address: str) -> ColourNames:
    """Read the names that a config has. Raises UnreadableConfig."""
    return _names(address, stamp_of(address))


@lru_cache(maxsize=16)
def _names(address: str, stamp: tuple[int, int]) -> ColourNames:
    read = config_of(address)
    spaces = [*read.getColorSpaceNames(), *read.getRoleNames()]
    aliases = [alias for space in read.getColorSpaces() for alias in space.getAliases()]
    views = {display: tuple(read.getViews(display)) for display in read.getDisplays()}
    name = address.removeprefix(BUILT_IN).rpartition("/")[2]
    shown = tuple(read.getColorSpaceNames())
    every = frozenset([*spaces, *aliases])
    proper = {each: read.getColorSpace(each).getName() for each in every}
    return ColourNames(name, every, shown, views, proper, tuple(_rules(read)))


def _rules(config: "ocio.Config") -> Iterator[ConfigRule]:
    """Yield a config's own rules for files, but for the default one."""
    rules = config.getFileRules()
    for n in range(rules.getNumEntries() - 1):
        name = rules.getName(n)
        if name == ocio.FILE_PATH_SEARCH_RULE_NAME:
            yield ConfigRule(name, "", searches=True)
        elif expression := rules.getRegex(n):
            yield ConfigRule(name, rules.getColorSpace(n), expression=expression)
        else:
            ending = rules.getExtension(n)
            yield ConfigRule(name, rules.getColorSpace(n), rules.getPattern(n), ending)


def version_and_fingerprint(address: str) -> tuple[str, str]:
    """Return the version of a config's profile, and sixteen hex digits of all that it says.

    Raises UnreadableConfig.
    """
    return _told(address, stamp_of(address))


@lru_cache(maxsize=16)
def _told(address: str, stamp: tuple[int, int]) -> tuple[str, str]:
    read = config_of(address)
    version = f"{read.getMajorVersion()}.{read.getMinorVersion()}"
    return version, blake2b(read.serialize().encode(), digest_size=8).hexdigest()
