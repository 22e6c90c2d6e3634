"""The shader that OpenColorIO itself makes of a chain, with the tables that it reads."""

import base64
from dataclasses import dataclass, replace
from functools import lru_cache
from hashlib import blake2b

import numpy as np
import PyOpenColorIO as ocio

from zero_slate.files.colour.chain import (
    BrokenView,
    ViewedThrough,
    processor_of,
    to_display,
    to_linear,
    to_working,
)
from zero_slate.files.colour.plain_words import FAILURES, plain_words

# What every browser with WebGL 2 takes; longer tables are folded into rows by the library.
WIDEST_TABLE = 2048


@dataclass(frozen=True, slots=True)
class ShaderTable:
    """A table that a shader reads, as 32-bit floats."""

    sampler: str
    """The name of its sampler in the shader."""
    width: int
    """How many entries it is wide."""
    height: int
    """How many it is high."""
    depth: int
    """How many it is deep; 0 for a table of two dimensions."""
    channels: int
    """How many values an entry has: 1 or 3."""
    smooth: bool
    """Whether values between entries are interpolated by the sampler."""
    values: str
    """The values, as base64 of little-endian floats."""


@dataclass(frozen=True, slots=True)
class ShaderPart:
    """A function of GLSL ES 3.00 that takes and returns a vec4, with what it needs."""

    function: str
    """Its name."""
    source: str
    """Its text, helpers and samplers' declarations before it."""
    tables: tuple[ShaderTable, ...]
    """The tables that it reads."""


@dataclass(frozen=True, slots=True)
class ViewPart:
    """A view of a display: from linear light to its codes."""

    view: str
    """Its name."""
    part: ShaderPart | None
    """From linear light to the display's codes, 0 to 1; None where the view fails."""
    problem: str
    """Why it fails; empty where it doesn't."""


@dataclass(frozen=True, slots=True)
class ViewShader:
    """How pixels come to be seen: to linear light, and from there through each of some views."""

    key: str
    """Another whenever any of it is another."""
    to_linear: ShaderPart
    """From what is stored to linear light, graded."""
    to_working: ShaderPart
    """From linear light to the working space."""
    views: tuple[ViewPart, ...]
    """The views there are to look through, the setup's own first."""


@lru_cache(maxsize=32)
def view_shader(through: ViewedThrough, views: tuple[str, ...] = ()) -> ViewShader:
    """Return the shader of a chain, and of the same seen through other views of its display.

    Raises BrokenView where pixels can't be brought to linear light, and UnreadableConfig.
    """
    linear, linear_key = _part(through.config, "toLinear", to_linear(through))
    working, working_key = _part(through.config, "toWorking", to_working(through))
    keys, found = [linear_key, working_key], []
    for view in dict.fromkeys((through.view, *views)):
        try:
            part, key = _part(through.config, "toDisplay", to_display(replace(through, view=view)))
        except BrokenView as error:
            found.append(ViewPart(view, None, str(error)))
            continue
        keys.append(key)
        found.append(ViewPart(view, part, ""))
    key = blake2b(" ".join(keys).encode(), digest_size=8).hexdigest()
    return ViewShader(key, linear, working, tuple(found))


def _part(config: str, name: str, transform: "ocio.Transform") -> tuple[ShaderPart, str]:
    """Return a function that the library writes, and what tells it from all others."""
    processor = processor_of(config, transform)
    desc = ocio.GpuShaderDesc.CreateShaderDesc(
        language=ocio.GPU_LANGUAGE_GLSL_ES_3_0,
        functionName=name,
        resourcePrefix=f"{name}_",
    )
    desc.setTextureMaxWidth(WIDEST_TABLE)
    desc.setAllowTexture1D(False)
    try:
        processor.getDefaultGPUProcessor().extractGpuShaderInfo(desc)
    except FAILURES as error:
        raise BrokenView(plain_words(error)) from error
    part = ShaderPart(name, desc.getShaderText(), tuple(_tables(desc)))
    # The library's own key leaves out what its tables hold.
    return part, blake2b(repr(part).encode(), digest_size=8).hexdigest()


def _tables(desc: "ocio.GpuShaderDesc") -> list[ShaderTable]:
    found = []
    for each in desc.getTextures():
        channels = 1 if each.channel == desc.TEXTURE_RED_CHANNEL else 3
        smooth = each.interpolation != ocio.INTERP_NEAREST
        found.append(
            ShaderTable(
                each.samplerName, each.width, each.height, 0, channels, smooth,
                _packed(each.getValues()),
            )
        )  # fmt: skip
    for cube in desc.get3DTextures():
        edge = cube.edgeLen
        smooth = cube.interpolation != ocio.INTERP_NEAREST
        found.append(
            ShaderTable(cube.samplerName, edge, edge, edge, 3, smooth, _packed(cube.getValues()))
        )
    return found


def _packed(values: object) -> str:
    return base64.b64encode(np.asarray(values, dtype="<f4").tobytes()).decode()
