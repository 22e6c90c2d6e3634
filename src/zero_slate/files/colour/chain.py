"""How pixels come to be seen: from the space they are read as, through a grade, to the display.

The chain runs by way of linear light, in which exposure and saturation of the viewing are applied.
"""

from dataclasses import dataclass
from functools import lru_cache

import PyOpenColorIO as ocio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.grade import Cdl
from zero_slate.files.colour.configs import UnreadableConfig, config_of
from zero_slate.files.colour.plain_words import FAILURES, plain_words
from zero_slate.files.colour.used_files import NO_FILE, Stamp, file_stamp


@dataclass(frozen=True, slots=True)
class Look:
    """A grade, or a look file at a full path, and the space that it works in.

    `stamp` is another whenever the file is.
    """

    space: str
    cdl: Cdl | None = None
    path: str | None = None
    stamp: Stamp = NO_FILE


@dataclass(frozen=True, slots=True)
class ViewedThrough:
    """The space pixels are read as, the looks they get, and the display and view they are seen by.

    `config` is what the colour library knows the config by, and `stamp` another whenever its file
    or one that it uses is: so it is the one key of all that is made from what is seen.
    """

    config: str
    space: str
    display: str
    view: str
    working: str = ""
    looks: tuple[Look, ...] = ()
    stamp: tuple[Stamp, ...] = ()


class BrokenView(Refusal):
    """A chain that the colour library can't build, and why."""


def linear_space(config: "ocio.Config", working: str) -> str:
    """Return the space of linear light that a chain runs by: the config's, or else the working."""
    return ocio.ROLE_SCENE_LINEAR if config.hasRole(ocio.ROLE_SCENE_LINEAR) else working


def to_linear(through: ViewedThrough) -> "ocio.GroupTransform":
    """Return what takes pixels to linear light, graded."""
    config = config_of(through.config)
    linear = linear_space(config, through.working or through.space)
    group = ocio.GroupTransform()
    group.appendTransform(ocio.ColorSpaceTransform(src=through.space, dst=linear))
    for look in through.looks:
        group.appendTransform(ocio.ColorSpaceTransform(src=linear, dst=look.space))
        if look.cdl is not None:
            group.appendTransform(cdl_transform(look.cdl))
        if look.path is not None:
            _read_anew(look.path, config)
            group.appendTransform(ocio.FileTransform(src=look.path, interpolation=ocio.INTERP_BEST))
        group.appendTransform(ocio.ColorSpaceTransform(src=look.space, dst=linear))
    return group


# What the library has read of look files, which it keeps by their paths alone.
_known: dict[str, Stamp] = {}


def _read_anew(path: str, config: "ocio.Config") -> None:
    stamp = file_stamp(path)
    if _known.setdefault(path, stamp) != stamp:
        ocio.ClearAllCaches()
        config.clearProcessorCache()
        _known[path] = stamp


def to_display(through: ViewedThrough) -> "ocio.Transform":
    """Return what takes linear light to the display."""
    linear = linear_space(config_of(through.config), through.working or through.space)
    return ocio.DisplayViewTransform(src=linear, display=through.display, view=through.view)


def to_working(through: ViewedThrough) -> "ocio.Transform":
    """Return what takes linear light to the working space."""
    linear = linear_space(config_of(through.config), through.working or through.space)
    return ocio.ColorSpaceTransform(src=linear, dst=through.working or through.space)


def processor_of(config: str, *transforms: "ocio.Transform") -> "ocio.Processor":
    """Return a processor of transforms one after the other. Raises BrokenView."""
    group = ocio.GroupTransform()
    for each in transforms:
        group.appendTransform(each)
    try:
        return config_of(config).getProcessor(group)
    except FAILURES as error:
        raise BrokenView(plain_words(error)) from error


def whole(through: ViewedThrough) -> "ocio.Processor":
    """Return the processor of a whole chain. Raises BrokenView and UnreadableConfig."""
    return processor_of(through.config, to_linear(through), to_display(through))


@lru_cache(maxsize=256)
def why_not_seen(through: ViewedThrough) -> str:
    """Return why nothing can be seen by a chain, without a stop; empty where it can."""
    try:
        whole(through).getDefaultCPUProcessor()
    except (BrokenView, UnreadableConfig) as error:
        return str(error)
    except FAILURES as error:
        return plain_words(error)
    return ""


def cdl_transform(cdl: Cdl) -> "ocio.CDLTransform":
    """Return a grade as the library has it, clamped as the ASC says."""
    made = ocio.CDLTransform()
    made.setSlope(list(cdl.slope))
    made.setOffset(list(cdl.offset))
    made.setPower(list(cdl.power))
    made.setSat(cdl.saturation)
    made.setStyle(ocio.CDL_ASC)
    return made
