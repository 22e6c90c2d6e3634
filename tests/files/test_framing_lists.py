"""ASC Framing Decision Lists: a shot's own read back, and lists that nobody expects."""

import json
from fractions import Fraction

import fdl
import pytest

from tests.core.scenes import SETUP
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.settings.models.setup import Setup
from zero_slate.files.framing_lists import (
    LARGEST,
    UnreadableFraming,
    read_framing_list,
    write_framing_list,
)


def setup(**values: object) -> Setup:
    return SETUP.model_copy(update=values)


SCOPE = setup(
    canvas=Size(2048, 858),
    pixel_aspect=Fraction(2),
    overscan=Overscan.parse("5%"),
    guides=Guides.parse("1.85, 9:16"),
)


def test_a_shots_canvas_protection_and_masks_are_written() -> None:
    said = fdl.read_from_string(write_framing_list(SCOPE).decode())
    said.validate()
    (context,) = said.contexts
    (canvas,) = context.canvases
    assert context.label == SETUP.code
    assert canvas.anamorphic_squeeze == 2
    edges = SCOPE.overscan.edges(SCOPE.canvas)
    assert canvas.dimensions.width == 2048 + 2 * edges[0]
    whole, wide, _ = canvas.framing_decisions
    assert (whole.dimensions.width, whole.dimensions.height) == (2048, 858)
    assert (whole.anchor_point.x, whole.anchor_point.y) == edges
    assert whole.protection_dimensions.width == canvas.dimensions.width
    # 1.85 of pixels twice as wide: 858 × 1.85 ÷ 2.
    assert (wide.dimensions.width, wide.dimensions.height) == (793, 858)
    assert wide.anchor_point.x == edges[0] + (2048 - 793) / 2
    intents = {each.id: each for each in said.framing_intents}
    assert (intents["mask2"].aspect_ratio.width, intents["mask2"].aspect_ratio.height) == (9, 16)


def test_what_is_written_is_read_and_is_the_same_again() -> None:
    content = write_framing_list(SCOPE)
    assert content == write_framing_list(SCOPE)
    assert content != write_framing_list(setup(canvas=Size(2048, 860)))
    whole, edit, *_ = read_framing_list(content)
    assert (edit.canvas, edit.pixel_aspect, edit.note) == (Size(2048, 858), 2, "")
    assert whole.canvas.width > 2048
    assert Fraction(4096, 858).limit_denominator(1000) in whole.masks
    (plain, _) = read_framing_list(write_framing_list(setup(canvas=Size(1920, 1080))))
    assert plain.masks == ()


def changed(**canvas: object) -> bytes:
    said = json.loads(write_framing_list(SETUP))
    said["contexts"][0]["canvases"][0].update(canvas)
    return json.dumps(said).encode()


def test_what_isnt_whole_pixels_is_told() -> None:
    said = json.loads(write_framing_list(SETUP))
    decision = said["contexts"][0]["canvases"][0]["framing_decisions"][0]
    decision["dimensions"] = {"width": 1900.4, "height": 800.6}
    decision["anchor_point"] = {"x": 1, "y": 1}
    _, edit = read_framing_list(json.dumps(said).encode())
    assert edit.canvas == Size(1900, 801)
    assert edit.note == "1900.4 × 800.6 in the list"


@pytest.mark.parametrize(
    "content",
    [
        b"",
        b"{}",
        b"null",
        b"[1]",
        b"\xff\xfe\x00",
        b'{"a":' * 3000,
        b'{"uuid": 1, "version": 2}',
        b"PK\x03\x04",
        b"x" * (LARGEST + 1),
        changed(dimensions={"width": 0, "height": 0}),
        changed(dimensions={"width": 10**12, "height": 4}),
        changed(dimensions={"width": -4, "height": 4}),
        changed(dimensions={"width": "4", "height": 4}),
        changed(anamorphic_squeeze=0),
        changed(anamorphic_squeeze=-2),
        changed(anamorphic_squeeze="2"),
        changed(id="not an id"),
        changed(framing_decisions=[{"id": 4}]),
        json.dumps({**json.loads(write_framing_list(SETUP)), "contexts": []}).encode(),
        json.dumps({**json.loads(write_framing_list(SETUP)), "version": {"major": 9}}).encode(),
    ],
)  # fmt: skip
def test_what_is_no_list_is_refused_in_words(content: bytes) -> None:
    with pytest.raises(UnreadableFraming) as refused:
        read_framing_list(content)
    assert str(refused.value).endswith(".")
