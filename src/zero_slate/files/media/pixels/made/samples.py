"""A sheet of samples: each texture on a fill, a line and an edge, as a swatch book shows paper."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.finish.finish import Finish, Treatment
from zero_slate.files.media.pixels.made.pictures import encoded_codes
from zero_slate.files.media.pixels.treatments.finishing import Laid, finished
from zero_slate.files.media.pixels.treatments.graining import to_codes, to_light

WIDE, HIGH = 176, 112


@dataclass(frozen=True, slots=True)
class SampleRequest:
    """A swatch: a treatment on all of it, and the seed."""

    treatment: Treatment
    seed: int


def sample(request: SampleRequest) -> bytes:
    """Return a swatch as WebP: a fill with a line across it, on white paper."""
    light = _drawn()
    whole = request.treatment
    finish = Finish(whole, whole, whole, request.seed)
    made = finished(light, Laid(finish), 0, 0)
    paper = np.float32(1.0) * (1 - made[:, :, 3:4])
    return encoded_codes(np.clip(to_codes(made[:, :, :3] + paper), 0, 1))


def _drawn() -> NDArray[np.float32]:
    codes = np.full((HIGH, WIDE, 4), 0, np.float32)
    codes[8:-8, 8:-8] = (0.45, 0.52, 0.60, 1)
    codes[8 : HIGH // 2, WIDE // 2 : -8, :3] = (0.72, 0.66, 0.55)
    y, x = np.mgrid[0:HIGH, 0:WIDE]
    line = np.abs((y - HIGH * 0.62) - 10 * np.sin(x / 22)) < 2.2
    line &= (x > 16) & (x < WIDE - 16)
    codes[line] = (0.08, 0.08, 0.09, 1)
    light = codes.copy()
    light[:, :, :3] = to_light(codes[:, :, :3]) * codes[:, :, 3:4]
    return light
