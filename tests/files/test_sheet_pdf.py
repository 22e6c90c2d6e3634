"""The printed sheet and the framing chart, read back by other programs' eyes."""

import zlib
from fractions import Fraction
from pathlib import Path
from typing import Any

import numpy as np
import OpenImageIO as oiio
import pytest
from fastapi.testclient import TestClient
from fpdf import FPDF

from tests.core.scenes import SETUP
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.raster import Size
from zero_slate.files.framing_chart import write_chart
from zero_slate.web.slate import Slate


def read(content: bytes, form: str, folder: Path) -> tuple[oiio.ImageSpec, np.ndarray]:
    path = folder / f"chart.{form}"
    path.write_bytes(content)
    image = oiio.ImageBuf(str(path))
    return image.spec(), image.get_pixels(oiio.FLOAT)


@pytest.mark.parametrize("form", ["png", "exr"])
def test_the_chart_has_the_canvass_size_and_pixel_aspect(form: str, tmp_path: Path) -> None:
    setup = SETUP.model_copy(update={"canvas": Size(720, 576), "pixel_aspect": Fraction(16, 11)})
    spec, pixels = read(write_chart(setup, form), form, tmp_path)
    assert (spec.width, spec.height, spec.nchannels) == (720, 576, 4)
    assert spec.get_float_attribute("PixelAspectRatio") == pytest.approx(16 / 11, rel=1e-3)
    # An outline all round, nothing but lines inside.
    assert pixels[0, :, 3].min() == 1
    assert pixels[:, 0, 3].min() == 1
    assert pixels[:, :, 3].mean() < 0.15


def test_masks_and_safe_areas_lie_where_they_are_reckoned(tmp_path: Path) -> None:
    setup = SETUP.model_copy(update={"guides": Guides.parse("action, 9:16")})
    _, pixels = read(write_chart(setup, "png"), "png", tmp_path)
    alpha = pixels[540, :, 3]
    # SMPTE ST 2046-1 action is 93 % of 1920: 1786 pixels, 67 from each edge.
    assert alpha[67] == 1
    # 9:16 keeps 607 columns of 1920, 656 from the left.
    assert alpha[656] == 1
    assert alpha[400] == 0


def test_a_chart_that_cannot_be_is_refused() -> None:
    with pytest.raises(Refusal, match="png or exr"):
        write_chart(SETUP, "bmp")
    with pytest.raises(Refusal, match="too large to draw"):
        write_chart(SETUP.model_copy(update={"canvas": Size(16384, 16384)}), "png")


def test_the_sheet_is_one_page_with_its_words_and_the_same_each_time(
    slate: Slate, shot: int, client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    written: list[str] = []
    cell = FPDF.cell

    def write(pdf: FPDF, w: float, h: float, text: str, **rest: Any) -> Any:
        written.append(text)
        return cell(pdf, w, h, text, **rest)

    monkeypatch.setattr(FPDF, "cell", write)
    long = {"guides": {"text": "action, title, r95 action, r95 graphics, fields, 1.85, 9:16"}}
    typed = {"title": {"text": "Čert & žába"}, "canvas": {"width": "1998"}, **long}
    slate.shots.save(shot, 1, typed, {"canvas": "Room for the shake"})
    answer = client.get(f"/api/v1/shots/{shot}/sheet.pdf")
    assert answer.headers["content-type"] == "application/pdf"
    content = answer.content
    assert content.startswith(b"%PDF-")
    assert content.count(b"/Type /Page\n") == 1
    monkeypatch.undo()
    assert content == client.get(f"/api/v1/shots/{shot}/sheet.pdf").content
    for text in ("FRO_0030", "Čert & žába", "1998 × 1080", "1920 × 1080", "Room for the shake"):
        assert text in " ".join(written)
    # What is written is on the page: each text is shown by an operator of its stream.
    pages = [_unpacked(stream) for stream in content.split(b"stream\n")[1:]]
    assert sum(page.count(b") Tj") for page in pages) >= sum(bool(text) for text in written)
    assert len(content) < 200_000


def _unpacked(stream: bytes) -> bytes:
    try:
        return zlib.decompressobj().decompress(stream)
    except zlib.error:
        return b""


def test_a_shot_without_a_title_prints_its_code_with_spaces(slate: Slate, shot: int) -> None:
    page = slate.shots.page(shot)
    title = next(r for g in page.sheet.groups for r in g.rows if r.key == "title")
    assert title.messages[0].text == "Printed as “FRO 0030”, from the code."
    name, content = slate.printing.sheet(shot)
    assert name == "FRO_0030_v001.pdf"
    assert content.startswith(b"%PDF-")
