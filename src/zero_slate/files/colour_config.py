"""Colour configs, through OpenColorIO."""

from functools import lru_cache

import PyOpenColorIO as ocio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import ColourNames, Probe

# One of the library's own configs: it needs no file and its names are public.
DEFAULT_CONFIG = "ocio://cg-config-v2.2.0_aces-v1.3_ocio-v2.4"
GREY = 0.18
STOPS = range(-4, 5)


# The library's two kinds have no common one.
FAILURES = (ocio.Exception, ocio.ExceptionMissingFile)


@lru_cache(maxsize=8)
def read_names(config: str) -> ColourNames:
    """Read the names that a config has: a file's path, or `ocio://` and a built-in's name.

    Raises Refusal for a config that can't be read.
    """
    read = config_of(config)
    spaces = [*read.getColorSpaceNames(), *read.getRoleNames()]
    aliases = [alias for space in read.getColorSpaces() for alias in space.getAliases()]
    views = {display: tuple(read.getViews(display)) for display in read.getDisplays()}
    name = config.removeprefix("ocio://")
    shown = tuple(read.getColorSpaceNames())
    return ColourNames(name, frozenset([*spaces, *aliases]), shown, views)


@lru_cache(maxsize=256)
def probe(config: str, space: str, display: str, view: str) -> Probe | None:
    """Return what a display shows of 18 % grey and of white; None where a name isn't known.

    They are linear light, written in the working space: where that is encoded, 18 % isn't 0.18.
    """
    try:
        read = config_of(config)
        transform = ocio.DisplayViewTransform(src=space, display=display, view=view)
        processor = read.getProcessor(transform).getDefaultCPUProcessor()
        encoder = _from_linear(read, space)
    except FAILURES:
        return None

    def shown(linear: float) -> float:
        # Grey stays grey through a view; green stands for all three.
        value = encoder.applyRGB([linear] * 3) if encoder else [linear] * 3
        return round(float(processor.applyRGB(value)[1]), 5)

    wedge = tuple((n, GREY * 2.0**n, shown(GREY * 2.0**n)) for n in STOPS)
    return Probe(shown(GREY), shown(1.0), wedge)


def _from_linear(config: "ocio.Config", space: str) -> "ocio.CPUProcessor | None":
    """Return what writes linear light in a space; None for data, and where no space is linear."""
    found = config.getColorSpace(space)
    if found is None or found.isData() or not config.hasRole(ocio.ROLE_SCENE_LINEAR):
        return None
    return config.getProcessor(ocio.ROLE_SCENE_LINEAR, space).getDefaultCPUProcessor()


@lru_cache(maxsize=256)
def behind_display(
    config: str, space: str, display: str, view: str, codes: tuple[int, int, int]
) -> tuple[float, float, float] | None:
    """Return the working-space value that a display shows as 8-bit codes; None where it can't.

    It goes backwards through the view, so that the colour is seen as it was chosen.
    """
    try:
        transform = ocio.DisplayViewTransform(
            src=space, display=display, view=view, direction=ocio.TRANSFORM_DIR_INVERSE
        )
        processor = config_of(config).getProcessor(transform).getDefaultCPUProcessor()
        found = processor.applyRGB([code / 255 for code in codes])
    except FAILURES:
        return None
    red, green, blue = (float(channel) for channel in found)
    return red, green, blue


@lru_cache(maxsize=8)
def config_of(config: str) -> "ocio.Config":
    """Return a config by its file's path, or `ocio://` and a built-in's name. Raises Refusal."""
    try:
        return ocio.Config.CreateFromFile(config)
    except FAILURES as error:
        first = str(error).strip().splitlines()[0]
        raise Refusal(
            f"The colour config {config} can't be read: {first} "
            "Set ZERO_SLATE_COLOR_CONFIG to another, or leave it out."
        ) from error
