"""A stack as it is looked at: composed, seen through the view, encoded."""

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.composing import ComposeRequest, composed
from zero_slate.files.media.pixels.viewing import seen

Codes = NDArray[np.float32]
MADE_TYPE = "image/webp"
# What moves by less than this many codes of 255 from one frame to the next stands still.
STILL = 0.75


def made_codes(request: ComposeRequest, through: ViewedThrough | None) -> Codes:
    """Return rows × columns × 3 of display codes, 0 to 1. Raises what reading raises."""
    light = composed(request)
    return seen(np.ascontiguousarray(light[:, :, :3]), through)


def made_picture(request: ComposeRequest, through: ViewedThrough | None) -> bytes:
    """Return a stack as WebP."""
    return encoded_codes(made_codes(request, through))


def encoded_codes(codes: Codes, quality: int = 90) -> bytes:
    """Return display codes as WebP."""
    content = io.BytesIO()
    whole = np.round(codes * 255).astype(np.uint8)
    Image.fromarray(whole, "RGB").save(content, "WEBP", quality=quality, method=0)
    return content.getvalue()


@dataclass(frozen=True, slots=True)
class PlayRequest:
    """A frame to be played: as it is set, and with the next, each as drawn, to be compared."""

    frame: int
    this: ComposeRequest
    following: ComposeRequest | None
    drawn: ComposeRequest | None
    drawn_following: ComposeRequest | None
    through: ViewedThrough | None


@dataclass(frozen=True, slots=True)
class Played:
    """A frame's picture, and how much changes to the next where nothing moves."""

    picture: bytes
    change: float | None
    """Mean of how far codes of 255 are apart; None for the last, or where everything moves."""


def play(request: PlayRequest) -> Played:
    """Make a frame, and measure how it changes to the next where nothing is drawn moving."""
    codes = made_codes(request.this, request.through)
    picture = encoded_codes(codes, 80)
    if request.following is None or request.drawn is None or request.drawn_following is None:
        return Played(picture, None)
    after = made_codes(request.following, request.through)
    one, other = (
        made_codes(each, request.through) for each in (request.drawn, request.drawn_following)
    )
    still = (np.abs(one - other) * 255 < STILL).all(axis=2)
    covered = still & (one.max(axis=2) > 0)
    if not covered.any():
        return Played(picture, None)
    return Played(picture, float(np.abs(codes - after)[covered].mean() * 255))
