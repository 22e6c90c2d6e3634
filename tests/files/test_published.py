"""Targets really made, opened again and read back; grain through an encoder; frames written."""

from fractions import Fraction
from pathlib import Path

import numpy as np
import pytest

from zero_slate.core.canvas.raster import Size
from zero_slate.core.finish.grain import Grain
from zero_slate.core.publishing.carrying import carried_rate, carried_size
from zero_slate.core.publishing.trial import Promise, kept
from zero_slate.core.targets.kinds import KINDS
from zero_slate.core.targets.targets import Target
from zero_slate.core.targets.timing import Counts
from zero_slate.files.media.pixels.made import compressing, published
from zero_slate.files.media.pixels.made.compressing import CantEncode, EncodeRequest, encode_pair
from zero_slate.files.media.pixels.made.published import (
    CantPublish,
    PublishRequest,
    can_make,
    publish,
)

FILM = Fraction(24000, 1001)
SIZE = Size(97, 65)


@pytest.fixture
def frames(tmp_path: Path) -> tuple[str, ...]:
    """Four frames on which something moves, clear at one side."""
    found = []
    for number in range(4):
        codes = np.full((SIZE.height, SIZE.width, 4), 255, np.uint8)
        codes[:, :, 0] = np.linspace(0, 255, SIZE.width).astype(np.uint8)
        codes[10:30, 10 + 8 * number : 24 + 8 * number, 1] = 0
        codes[:, :8, 3] = 0
        path = tmp_path / f"{number}.npy"
        np.save(path, codes)
        found.append(str(path))
    return tuple(found)


@pytest.mark.parametrize("name", list(KINDS))
def test_each_target_is_made_and_keeps_its_promise(
    name: str, frames: tuple[str, ...], tmp_path: Path
) -> None:
    if not can_make(name):
        pytest.skip(f"no encoder for {name} here")
    kind = KINDS[name]
    size, came = carried_size(kind, SIZE), carried_rate(kind, FILM)
    rate = came.rate if kind.counts in (Counts.RATES, Counts.RATIO) else FILM
    given = frames if kind.moving else frames[:1]
    below = tmp_path / "trials"
    made = publish(PublishRequest(given, name, size, rate, 0.0, False, kind.alpha > 1, str(below)))
    promise = Promise(size, len(given), rate if kind.moving else None)
    told = [each for each in kept(Target(name), promise, made) if not each.kept]
    assert told == []
    assert made.alpha == (kind.alpha > 1)
    assert list(below.iterdir()) == []


def test_a_target_without_an_encoder_is_said(
    frames: tuple[str, ...], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(published, "has_encoder", lambda _: False)
    asked = PublishRequest(frames, "AV1 movie", SIZE, FILM, 0, False, False, str(tmp_path / "t"))
    with pytest.raises(CantPublish, match="no encoder for AV1 movie"):
        publish(asked)


def test_what_an_encoder_refuses_is_that_targets_trouble(
    frames: tuple[str, ...], tmp_path: Path
) -> None:
    below = tmp_path / "t"
    asked = PublishRequest(frames, "H.264 movie", SIZE, FILM, 0, False, False, str(below))
    with pytest.raises(CantPublish, match=r"H\.264 movie refused"):
        publish(asked)
    assert list(below.iterdir()) == []


@pytest.fixture
def codes(tmp_path: Path) -> str:
    y, x = np.mgrid[0:96, 0:128]
    every = [
        np.stack([x * 2 % 256, y * 2 % 256, (x + n) % 256], axis=2).astype(np.uint8)
        for n in range(6)
    ]
    np.save(tmp_path / "codes.npy", np.stack(every))
    return str(tmp_path / "codes.npy")


def encoded(path: str, megabits: float, **said: object) -> compressing.EncodedPair:
    grain = Grain.parse("5 % at 1.5 px")
    return encode_pair(
        EncodeRequest(path, grain, 1.0, 1001, "H.264 movie", megabits, FILM, **said)  # type: ignore[arg-type]
    )


def test_more_grain_is_left_at_a_higher_rate(codes: str) -> None:
    low, high = encoded(codes, 0.1), encoded(codes, 20, shown=True)
    assert 0 <= low.with_grain.energy < high.with_grain.energy <= 1.1
    assert high.with_grain.energy > 0.6
    assert high.with_grain.psnr > low.with_grain.psnr
    assert high.with_grain.ssim > low.with_grain.ssim
    assert high.with_grain.bytes > high.without.bytes
    assert high.without.energy == 0
    assert len(high.pictures) == 6
    assert low.pictures == ()
    assert high.pictures[0][0][:4] == b"RIFF"


def test_an_encoder_that_is_not_there_is_said(codes: str, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(compressing, "has_encoder", lambda _: False)
    with pytest.raises(CantEncode, match=r"no encoder for H\.264 movie"):
        encoded(codes, 1)
