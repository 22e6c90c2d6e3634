"""What looking costs: from the disk to the texture, the shader, scrubbing, copies, memory."""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import numpy as np
import OpenImageIO as oiio
from playwright.sync_api import Page

from bench.figures import Figure, seconds
from bench.screen import screen
from zero_slate.config import Config
from zero_slate.core.colour.config_place import USUAL
from zero_slate.core.media.element import Role
from zero_slate.demo.drawing import draw
from zero_slate.demo.story import ORCHARD
from zero_slate.files.colour.chain import ViewedThrough, whole
from zero_slate.services.media.light_copies import LightCopying
from zero_slate.services.shots.making import TypedSpan
from zero_slate.web.slate import Slate

HD, FOUR_K = (1920, 1080), (3840, 2160)
FILES = (
    ("EXR half, 1080p", "hd.exr", HD, "half"),
    ("EXR half, 4K", "uhd.exr", FOUR_K, "half"),
    ("DPX 10 bit, 1080p", "hd.dpx", HD, "uint10"),
    ("DPX 10 bit, 4K", "uhd.dpx", FOUR_K, "uint10"),
    ("PNG, 1080p", "hd.png", HD, "uint8"),
    ("PNG, 4K", "uhd.png", FOUR_K, "uint8"),
)
TIMES = 7
COPIES = 100
RUN = 1000
BOUND_MB = 64
OIIOTOOL = Path(sys.executable).with_name("oiiotool")
# The page's own ways: fetched, laid in a texture, and waited for until it is there.
TO_TEXTURE = """async ([address, times]) => {
    const gl = document.createElement('canvas').getContext('webgl2');
    const kinds = {
        half: [gl.HALF_FLOAT, Uint16Array, [gl.R16F, gl.RG16F, gl.RGB16F, gl.RGBA16F]],
        float: [gl.FLOAT, Float32Array, [gl.R32F, gl.RG32F, gl.RGB32F, gl.RGBA32F]],
        uint8: [gl.UNSIGNED_BYTE, Uint8Array, [gl.R8, gl.RG8, gl.RGB8, gl.RGBA8]],
        uint16: [gl.UNSIGNED_SHORT, Uint16Array, [gl.R16UI, gl.RG16UI, gl.RGB16UI, gl.RGBA16UI]],
    };
    const whole = [gl.RED_INTEGER, gl.RG_INTEGER, gl.RGB_INTEGER, gl.RGBA_INTEGER];
    const plain = [gl.RED, gl.RG, gl.RGB, gl.RGBA];
    const took = [];
    for (let n = 0; n <= times; n++) {
        const began = performance.now();
        const answer = await fetch(`${address}&n=${n}`, { cache: 'no-store' });
        const head = JSON.parse(answer.headers.get('Zero-Slate-Frame'));
        const [type, Kind, inner] = kinds[head.sample];
        const data = new Kind(await answer.arrayBuffer());
        gl.bindTexture(gl.TEXTURE_2D, gl.createTexture());
        gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
        const at = head.channels - 1;
        const format = (head.sample === 'uint16' ? whole : plain)[at];
        gl.texImage2D(gl.TEXTURE_2D, 0, inner[at], head.width, head.height, 0, format, type, data);
        gl.finish();
        if (n) took.push(performance.now() - began);
    }
    return took;
}"""
# Between two frames of the display while the hairline is moved through ready frames.
SCRUB = """async (times) => {
    const rule = document.querySelector('[aria-label="Frames of the proof"]');
    rule.focus();
    const apart = [];
    let last = performance.now();
    for (let n = 0; n < times; n++) {
        const key = n % 20 < 10 ? 'ArrowRight' : 'ArrowLeft';
        rule.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        await new Promise(requestAnimationFrame);
        const gl = document.querySelector('canvas').getContext('webgl2');
        gl.finish();
        const now = performance.now();
        apart.push(now - last);
        last = now;
    }
    return apart.slice(5);
}"""
SHADE = """async (times) => {
    const wedge = document.querySelector('[aria-label="Exposure"]');
    const gl = document.querySelector('canvas').getContext('webgl2');
    const took = [];
    for (let n = 0; n <= times; n++) {
        const began = performance.now();
        const key = n % 2 ? 'ArrowUp' : 'ArrowDown';
        wedge.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        await new Promise((done) => setTimeout(done, 0));
        gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(4));
        if (n) took.push(performance.now() - began);
    }
    return { took, width: gl.canvas.width, height: gl.canvas.height };
}"""


def measure() -> Iterator[Figure]:
    """Measure each against its peer, or against what is promised."""
    with tempfile.TemporaryDirectory() as name:
        home = Path(name)
        folder = home / "files" / "look"
        folder.mkdir(parents=True)
        for _, file, size, form in FILES:
            _write(folder / file, size, form)
        for n in range(COPIES):
            os.link(folder / "hd.exr", folder / f"run.{1001 + n}.exr")
        small = folder / "long.1001.exr"
        _write(small, (480, 270), "half")
        for n in range(1, RUN):
            os.link(small, folder / f"long.{1001 + n}.exr")
        (home / "zero-slate.toml").write_text('[volumes]\nfiles = "files"\n')
        shot, numbers = _set_up(home)
        yield from _copies(home, shot, numbers["run.####.exr"], folder)
        with screen(home, "serve") as page:
            yield from _looking(page, shot, numbers, folder)


def _set_up(home: Path) -> tuple[int, dict[str, int]]:
    slate = Slate(Config(home=home, volumes={"files": home / "files"}))
    production = slate.productions.start("A film", "Short film", {})
    span = TypedSpan(length="1000")
    shot = slate.new_shots.set_up_by_hand(production, "LOOK_0010", "", span)
    numbers = {}
    for name in (*(file for _, file, *_ in FILES), "run.####.exr", "long.####.exr"):
        numbers[name] = slate.elements.link(shot, "files", "look", name, None, Role.ARTWORK).id
    slate.close()
    return shot, numbers


def _looking(page: Page, shot: int, numbers: dict[str, int], folder: Path) -> Iterator[Figure]:
    page.goto(f"/s/{shot}/proof")
    page.wait_for_selector("[data-ready]")
    page.locator("aside select").first.select_option(value=f"{numbers['hd.png']}|")
    page.wait_for_timeout(2000)
    for what, file, *_ in FILES:
        path = str(folder / file)
        alone = min(seconds(lambda path=path: _read(path), TIMES)) * 1000
        number = _number(page, shot, numbers[file])
        where = f"/api/v1/shots/{shot}/proof/{numbers[file]}/pixels"
        address = f"{where}?number={number}&longest=8192"
        took = min(page.evaluate(TO_TEXTURE, [address, TIMES]))
        yield Figure(f"{what}: read by the library alone", alone, " ms")
        yield Figure(f"{what}: from the disk to the texture", took / alone, "×", 1.5)
    yield from _shading(page, numbers)
    yield from _scrubbing(page, numbers)


def _number(page: Page, shot: int, element: int) -> int:
    found: dict[str, Any] = page.evaluate(
        "async (address) => (await fetch(address)).json()", f"/api/v1/shots/{shot}/proof"
    )
    chosen = next(each for each in found["elements"] if each["id"] == element)
    return next(number for number in chosen["numbers"] if number is not None)


def _shading(page: Page, numbers: dict[str, int]) -> Iterator[Figure]:
    page.locator("aside select").first.select_option(value=f"{numbers['hd.exr']}|")
    page.wait_for_timeout(3000)
    page.mouse.move(4, 4)
    found = page.evaluate(SHADE, 12)
    shader = sorted(found["took"])[6]
    pixels = int(found["width"] * found["height"])
    through = ViewedThrough(
        f"ocio://{USUAL}", "ACEScg", "sRGB - Display", "ACES 1.0 - SDR Video", "ACEScg"
    )
    processor = whole(through).getDefaultCPUProcessor()
    halves = [np.full((pixels // 2, 3), 0.2, np.float32) + n * 0.01 for n in range(2)]
    with ThreadPoolExecutor(2) as both:
        cpu = min(seconds(lambda: list(both.map(processor.applyRGB, halves)), 5)) * 1000
    what = f"{found['width']} × {found['height']}, ACES 1.0"
    yield Figure(f"the shader over {what}", shader, " ms")
    yield Figure("the shader against the library on two cores", shader / cpu, "×", 1.2)


def _scrubbing(page: Page, numbers: dict[str, int]) -> Iterator[Figure]:
    page.locator("aside select").first.select_option(value=f"{numbers['long.####.exr']}|")
    field = page.get_by_label("MB for frames kept ready")
    field.fill(str(BOUND_MB))
    field.press("Enter")
    most = 0.0
    end = time.monotonic() + 20
    while time.monotonic() < end:
        told = page.locator("[data-ready]").inner_text()
        most = max(most, float(told.split(" s, ")[1].split(" ")[0]))
        if most > BOUND_MB - 2:
            break
        page.wait_for_timeout(100)
    page.get_by_role("slider", name="Frames of the proof").focus()
    for _ in range(60):
        page.keyboard.press("Shift+ArrowRight")
    page.wait_for_timeout(2000)
    told = page.locator("[data-ready]").inner_text()
    most = max(most, float(told.split(" s, ")[1].split(" ")[0]))
    yield Figure(f"memory of ready frames, a run of {RUN:,}", most, " MB", BOUND_MB)
    page.set_viewport_size({"width": 640, "height": 400})
    page.get_by_role("combobox", name="View", exact=True).select_option(label="Un-tone-mapped")
    page.wait_for_timeout(1500)
    apart = sorted(page.evaluate(SCRUB, 120))
    size = page.evaluate(
        "[document.querySelector('canvas').width, document.querySelector('canvas').height]"
    )
    yield Figure(
        f"scrubbing through ready frames, {size[0]} × {size[1]}, 95 %",
        apart[int(len(apart) * 0.95)], " ms", 34,
    )  # fmt: skip


def _copies(home: Path, shot: int, element: int, folder: Path) -> Iterator[Figure]:
    slate = Slate(Config(home=home, volumes={"files": home / "files"}, places=2))
    try:
        texts = {"light_copies": {"text": "1/2 triangle dwa from 16"}}
        slate.shots.save(shot, slate.shots.load(shot).head.version, texts, {})
        # The processes are begun before.
        slate.work.submit(_read, str(folder / "hd.exr")).result()
        ours = _made(slate.light_copies, shot, element)
    finally:
        slate.close()
    out = home / "theirs"
    out.mkdir()
    began = time.perf_counter()
    halves = [range(n, COPIES, 2) for n in range(2)]
    runs = [subprocess.Popen(["sh", "-c", _oiiotool(folder, out, half)]) for half in halves]
    for run in runs:
        assert run.wait() == 0
    theirs = time.perf_counter() - began
    yield Figure(f"light copies of {COPIES} frames of 1080p", ours, " s")
    yield Figure(
        "light copies: the speed of oiiotool in two processes", theirs / ours, "×", None, 0.9
    )


def _made(copying: LightCopying, shot: int, element: int) -> float:
    began = time.perf_counter()
    job = copying.make(shot, element)
    while not job.ended:
        time.sleep(0.01)
    assert job.state == "done", job.message
    return time.perf_counter() - began


def _oiiotool(folder: Path, out: Path, frames: range) -> str:
    each = "{} {} --resize:filter=triangle 50% --compression dwaa:45 -d half -o {}"
    return " && ".join(
        each.format(OIIOTOOL, folder / f"run.{1001 + n}.exr", out / f"a.{n}.exr") for n in frames
    )


def _read(path: str) -> int:
    picture = oiio.ImageInput.open(path)
    values = picture.read_image(0, 0, 0, picture.spec().nchannels, picture.spec().format)
    picture.close()
    return int(values.size)


def _write(path: Path, size: tuple[int, int], form: str) -> None:
    rng = np.random.default_rng(5)
    drawn = draw(ORCHARD.shots[0].scene, *size, 0.2)
    grain = np.clip(drawn + rng.normal(0, 0.01, drawn.shape).astype(np.float32), 0, 1)
    spec = oiio.ImageSpec(*size, 3, "uint16" if form == "uint10" else form)
    if form == "uint10":
        spec.attribute("oiio:BitsPerSample", 10)
    if form == "half":
        spec.attribute("compression", "zip")
    output = oiio.ImageOutput.create(str(path))
    assert output.open(str(path), spec), output.geterror()
    output.write_image(grain.astype(np.float32))
    output.close()
