"""A frame as the proof shows it, made on the server for browsers that can't draw it themselves."""

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from zero_slate.core.colour.grade import LUMA
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.composing import ComposeRequest, compose
from zero_slate.files.media.pixels.frames import Frame, FrameRequest, read_frame
from zero_slate.files.media.pixels.light import as_light, displayed, linear_light, multiplied
from zero_slate.files.media.pixels.shrinking import shrunk

Light = NDArray[np.float32]
SEEN_TYPE = "image/png"


@dataclass(frozen=True, slots=True)
class Adjusted:
    """How a frame is looked at: stops brighter, the power of 1 ÷ gamma, saturation, one channel."""

    exposure: float = 0.0
    gamma: float = 1.0
    saturation: float = 1.0
    channel: str = "colour"


def seen_frame(
    request: FrameRequest | ComposeRequest,
    through: ViewedThrough | None,
    look: Adjusted,
    width: int,
) -> bytes:
    """Return a frame, or a stack put together, as PNG, at most so wide.

    Raises what reading raises.
    """
    frame = compose(request) if isinstance(request, ComposeRequest) else read_frame(request)
    light = _values(frame)
    if frame.width > width:
        height = max(1, round(frame.height * width / frame.width))
        light = shrunk(light, width, height)
    codes = looked_at(light, through, look)
    content = io.BytesIO()
    Image.fromarray(np.round(codes * 255).astype(np.uint8), "RGB").save(content, "PNG")
    return content.getvalue()


def looked_at(values: Light, through: ViewedThrough | None, look: Adjusted) -> Light:
    """Return rows × columns × 3 display codes of stored values.

    Exposure and saturation work on linear light, gamma on the codes that the view gives.
    """
    rgb, alpha = linear_light(values, through)
    rgb = rgb * np.float32(2.0**look.exposure)
    if look.saturation != 1:
        luma = (rgb @ np.asarray(LUMA, np.float32))[:, :, None]
        rgb = np.ascontiguousarray(luma + np.float32(look.saturation) * (rgb - luma))
    codes = np.clip(np.nan_to_num(displayed(rgb, through)), 0, 1) ** np.float32(1 / look.gamma)
    one = {"red": 0, "green": 1, "blue": 2}.get(look.channel)
    if one is not None:
        codes = np.repeat(codes[:, :, one : one + 1], 3, axis=2)
    elif look.channel == "alpha":
        codes = np.repeat(alpha, 3, axis=2)
    elif look.channel == "luma":
        codes = np.repeat((codes @ np.asarray(LUMA, np.float32))[:, :, None], 3, axis=2)
    return np.asarray(np.clip(codes, 0, 1), np.float32)


def _values(frame: Frame) -> Light:
    kinds = {"half": np.float16, "float": np.float32, "uint8": np.uint8, "uint16": np.uint16}
    kind = kinds[frame.sample]
    assert isinstance(frame.content, bytes)
    values = np.frombuffer(frame.content, kind).reshape(frame.height, frame.width, -1)
    light = as_light(values)
    return multiplied(light) if frame.straight else light
