"""Pictures and movies as others write them: windows, parts, tags, names, and what breaks off."""

import os
import struct
import zlib
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import OpenImageIO as oiio
import pytest
from PIL import Image

from tests.makers import write_movie, write_picture
from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.header import Header, Media, MediaKind, Window
from zero_slate.core.media.layers import layers_of
from zero_slate.files.media.folders import find
from zero_slate.files.media.movies import UnreadableMovie, read_movie
from zero_slate.files.media.pictures import UnreadablePicture, read_picture
from zero_slate.files.media.pixels.movie_frames import read_movie_frame
from zero_slate.files.media.pixels.reading import read_pixels


def write(path: Path, spec: oiio.ImageSpec, more: tuple[oiio.ImageSpec, ...] = ()) -> Path:
    """Write a picture, or one of several parts."""
    output = oiio.ImageOutput.create(str(path))
    specs = (spec, *more)
    if more:
        assert output.open(str(path), specs), output.geterror()
    for number, each in enumerate(specs):
        if number or not more:
            mode = "AppendSubimage" if number else "Create"
            assert output.open(str(path), each, mode), output.geterror()
        values = np.random.default_rng(number).random(
            (each.height, each.width, each.nchannels), dtype=np.float32
        )
        if each.tile_width:
            output.write_tiles(
                each.x, each.x + each.width, each.y, each.y + each.height, 0, 1, values
            )
        else:
            output.write_image(values)
    output.close()
    return path


def spec(
    width: int = 64, height: int = 36, channels: int = 3, kind: str = "half", **said: Any
) -> oiio.ImageSpec:
    made = oiio.ImageSpec(width, height, channels, kind)
    for name, value in said.items():
        if isinstance(value, tuple) and name == "chromaticities":
            made.attribute(name, oiio.TypeDesc("float[8]"), value)
        else:
            made.attribute(name.replace("__", ":"), value)
    return made


def windowed(data: tuple[int, int, int, int], display: tuple[int, int, int, int]) -> oiio.ImageSpec:
    made = spec(data[2], data[3])
    made.x, made.y = data[:2]
    made.full_x, made.full_y, made.full_width, made.full_height = display
    return made


def one(folder: Path, *names: str) -> Media:
    (found,) = find(list(names) or sorted(path.name for path in folder.iterdir()), folder)
    return found.read()


def test_the_display_window_is_the_format_and_the_data_window_a_fact(tmp_path: Path) -> None:
    path = write(tmp_path / "a.exr", windowed((-4, -2, 64, 36), (0, 0, 56, 32)))
    header = read_picture(path)
    assert (header.size, header.window) == (Size(56, 32), Window(-4, -2, 64, 36))
    assert header.shown()["data window"] == "64 × 36 at −4, −2"
    # A display window that begins elsewhere is its own corner.
    path = write(tmp_path / "b.exr", windowed((10, 20, 32, 18), (10, 20, 64, 36)))
    header = read_picture(path)
    assert (header.size, header.window) == (Size(64, 36), Window(0, 0, 32, 18))


def test_odd_windows_and_tiles_among_frames_are_found(tmp_path: Path) -> None:
    for frame in range(1, 5):
        windows = ((0, 0, 64, 36), (0, 0, 64, 36))
        if frame == 2:
            windows = ((0, 0, 60, 30), (0, 0, 64, 36))
        if frame == 3:
            windows = ((0, 0, 64, 36), (0, 0, 60, 36))
        made = windowed(*windows)
        if frame == 4:
            made.tile_width = made.tile_height = 16
        write(tmp_path / f"a.{frame:04d}.exr", made)
    assert {(odd.frame, odd.what) for odd in one(tmp_path).odd} == {
        (2, "data window"),
        (3, "data window"),
        (3, "size"),
        (4, "tiles"),
    }


def test_all_parts_and_views_are_read(tmp_path: Path) -> None:
    parts = tuple(
        spec(64, 36, count, oiio__subimagename=name, view=view)
        for name, view, count in (
            ("rgba.left", "left", 4),
            ("rgba.right", "right", 4),
            ("z", "left", 1),
        )
    )
    header = read_picture(write(tmp_path / "a.exr", parts[0], parts[1:]))
    assert [(part.name, part.view, len(part.channels)) for part in header.parts] == [
        ("rgba.left", "left", 4),
        ("rgba.right", "right", 4),
        ("z", "left", 1),
    ]
    assert header.views == ("left", "right")


@pytest.mark.parametrize(
    "made",
    ["scanlines", "tiles", "parts", "long header", "png", "jpeg", "tiff", "tiled tiff", "dpx"],
)
def test_what_breaks_off_is_told_whatever_its_form(tmp_path: Path, made: str) -> None:
    tiled = spec(200, 120)
    tiled.tile_width = tiled.tile_height = 32
    eight = spec(200, 120, kind="uint8")
    tiled_eight = spec(200, 120, kind="uint8")
    tiled_eight.tile_width = tiled_eight.tile_height = 32
    path = {
        "scanlines": lambda: write(tmp_path / "a.exr", spec(200, 120)),
        "tiles": lambda: write(tmp_path / "a.exr", tiled),
        "parts": lambda: write(tmp_path / "a.exr", spec(200, 120), (spec(200, 120, 1),)),
        "long header": lambda: write(tmp_path / "a.exr", spec(200, 120, note="x" * 200_000)),
        "png": lambda: write(tmp_path / "a.png", eight),
        "jpeg": lambda: write(tmp_path / "a.jpg", eight),
        "tiff": lambda: write(tmp_path / "a.tif", eight),
        "tiled tiff": lambda: write(tmp_path / "a.tif", tiled_eight),
        "dpx": lambda: write(tmp_path / "a.dpx", spec(200, 120, kind="uint16")),
    }[made]()
    content = path.read_bytes()
    assert read_picture(path).size == Size(200, 120)
    for share in (0.3, 0.7, 0.98):
        path.write_bytes(content[: int(len(content) * share)])
        with pytest.raises(UnreadablePicture):
            read_picture(path)


@pytest.mark.parametrize("ending", ["mov", "mp4", "mkv", "mxf"])
def test_movies_that_break_off_are_told(tmp_path: Path, ending: str) -> None:
    path = tmp_path / f"a.{ending}"
    options = {"movflags": "faststart"} if ending in ("mov", "mp4") else {}
    with av.open(str(path), "w", options=options) as container:
        codec = "mpeg2video" if ending == "mxf" else "mpeg4"
        stream = container.add_stream(codec, rate=24)
        stream.width, stream.height, stream.pix_fmt = 64, 64, "yuv420p"
        for number in range(24):
            noise = np.random.default_rng(number).integers(0, 255, (64, 64, 3), dtype=np.uint8)
            container.mux(stream.encode(av.VideoFrame.from_ndarray(noise, format="rgb24")))
        container.mux(stream.encode(None))
    content = path.read_bytes()
    assert read_movie(path).count == 24
    for share in (0.5, 0.9):
        path.write_bytes(content[: int(len(content) * share)])
        with pytest.raises(UnreadableMovie, match=r"breaks off|can be read|never closed|damaged"):
            read_movie(path)


def test_colour_tags_are_the_files_own_and_none_is_supposed(tmp_path: Path) -> None:
    def chunk(name: bytes, data: bytes) -> bytes:
        return (
            struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))
        )

    plain = tmp_path / "a.png"
    head = struct.pack(">2I5B", 4, 2, 8, 2, 0, 0, 0)
    pixels = zlib.compress((b"\0" + bytes(12)) * 2)
    pieces = (chunk(b"IHDR", head), chunk(b"IDAT", pixels), chunk(b"IEND", b""))
    plain.write_bytes(b"\x89PNG\r\n\x1a\n" + b"".join(pieces))
    header = read_picture(plain)
    assert (header.color_space, header.primaries, header.transfer) == (None, None, None)
    content = plain.read_bytes()
    for name, data, expected in (
        (b"sRGB", b"\0", ("sRGB", "BT.709", "sRGB")),
        (b"cICP", bytes((9, 16, 0, 1)), ("CICP", "BT.2020", "PQ")),
        (b"gAMA", struct.pack(">I", 45455), (None, None, "gamma 2.2")),
    ):
        path = tmp_path / "tagged.png"
        path.write_bytes(content[:33] + chunk(name, data) + content[33:])
        header = read_picture(path)
        assert (header.color_space, header.primaries, header.transfer) == expected
    jpeg = read_picture(write(tmp_path / "a.jpg", spec(kind="uint8")))
    assert jpeg.color_space is None
    wide = (0.708, 0.292, 0.170, 0.797, 0.131, 0.046, 0.3127, 0.3290)
    assert read_picture(write(tmp_path / "a.exr", spec(chromaticities=wide))).primaries == "BT.2020"


def test_orientation_turns_the_picture_and_is_told(tmp_path: Path) -> None:
    header = read_picture(write(tmp_path / "a.jpg", spec(kind="uint8", Orientation=6)))
    assert (header.size, header.orientation) == (Size(36, 64), "turned 90° right")


def test_samples_of_32_bits_are_told_apart(tmp_path: Path) -> None:
    whole = read_picture(write(tmp_path / "a.exr", spec(channels=1, kind="uint")))
    assert whole.channels[0].type == "32-bit integer"


@pytest.mark.parametrize(
    ("said", "words"),
    [
        ({"FramesPerSecond": "twenty-four"}, "its rate reads “twenty-four”"),
        ({"PixelAspectRatio": float("nan")}, "its pixel aspect reads nan"),
        ({"PixelAspectRatio": float("inf")}, "its pixel aspect reads inf"),
        ({"PixelAspectRatio": 40.0}, "its pixel aspect reads 40"),
    ],
)
def test_values_that_none_can_be_are_left_aside_and_noted(
    tmp_path: Path, said: dict[str, Any], words: str
) -> None:
    path = write(tmp_path / "a.tif", spec(kind="uint8", **said))
    header = read_picture(path)
    if header.notes:
        assert words in header.notes[0]
    # What the form itself doesn't keep can't be odd.
    assert isinstance(header, Header)


def test_names_that_are_no_frames(tmp_path: Path) -> None:
    names = [
        "bg_v003.png", "comp_v001.exr", "comp_v002.exr", "comp_v003.exr", "sky2.png",
        "IMG_20230911_112233.jpg", "PXL_20230911_112233445.jpg", "scan 1694430000123.png",
    ]  # fmt: skip
    found = find(names, tmp_path)
    assert sorted(each.name for each in found) == sorted(names)
    assert not any(each.padding for each in found)


def test_numbers_below_zero_run_on_through_it(tmp_path: Path) -> None:
    names = [f"plate.{n:05d}.exr" if n < 0 else f"plate.{n:04d}.exr" for n in range(-3, 4)]
    (found,) = find(names, tmp_path)
    assert sorted(found.files) == [*range(-3, 4)]
    assert {found.files[n] for n in range(-3, 4)} == set(names)


def test_tiles_have_no_gaps(tmp_path: Path) -> None:
    for tile in (1001, 1002, 1011, 1012, 1021):
        write_picture(tmp_path / f"wall.{tile}.exr")
    media = one(tmp_path)
    assert (media.kind, media.tiled) == (MediaKind.STILL, True)
    # A sequence with one hole is a sequence with a hole.
    (found,) = find(["a.1001.exr", "a.1002.exr", "a.1011.exr"], tmp_path)
    assert not found.tiles


def test_a_name_in_another_encoding_is_shown_and_told(tmp_path: Path) -> None:
    path = os.fsencode(str(write_picture(tmp_path / "a.exr")))
    os.rename(path, os.fsencode(str(tmp_path)) + b"/caf\xe9.exr")
    (found,) = find(os.listdir(tmp_path), tmp_path)
    assert found.name == "café.exr"
    with pytest.raises(UnreadablePicture, match="aren't UTF-8"):
        found.read()


def test_a_file_that_changed_has_another_stamp(tmp_path: Path) -> None:
    path = write_picture(tmp_path / "a.1001.exr")
    write_picture(tmp_path / "a.1002.exr")
    before = one(tmp_path).stamp
    assert before == one(tmp_path).stamp
    os.utime(path, ns=(1, 1))
    assert before != one(tmp_path).stamp


def test_the_timecode_of_a_broken_first_frame_is_reckoned(tmp_path: Path) -> None:
    for frame, label in ((1001, "01:00:00:10"), (1002, "01:00:00:11"), (1003, "01:00:00:12")):
        write_picture(tmp_path / f"a.{frame}.exr", timecode=label)
    (tmp_path / "a.1001.exr").write_bytes(b"")
    assert one(tmp_path).header.timecode == "01:00:00:10"


def test_a_rounded_broadcast_rate_is_that_rate_with_a_note(tmp_path: Path) -> None:
    made = spec()
    made.attribute("FramesPerSecond", oiio.TypeDesc("rational"), (23976, 1000))
    header = read_picture(write(tmp_path / "a.exr", made))
    assert str(header.rate) == "24000/1001"
    assert "2997/125, a rounded 24000/1001" in header.notes[0]


def test_what_plays_of_a_movie_is_counted_and_its_largest_picture_read(tmp_path: Path) -> None:
    path = tmp_path / "a.mov"
    with av.open(str(path), "w") as container:
        small = container.add_stream("mpeg4", rate=24)
        small.width, small.height, small.pix_fmt = 32, 32, "yuv420p"
        large = container.add_stream("mpeg4", rate=24)
        large.width, large.height, large.pix_fmt = 64, 48, "yuv420p"
        for number in range(6):
            for stream in (small, large):
                frame = av.VideoFrame(stream.width, stream.height, "yuv420p")
                frame.pts = number if stream is small or number < 3 else number * 2
                frame.time_base = Fraction(1, 24)
                container.mux(stream.encode(frame))
        for stream in (small, large):
            container.mux(stream.encode(None))
    media = read_movie(path)
    assert (media.header.size, media.count) == (Size(64, 48), 6)
    assert media.header.notes[0] == "of its 2 pictures the largest is read, 64 × 48"
    assert any(note.startswith("its rate varies, from") for note in media.header.notes)


def test_a_timecode_is_found_whatever_its_containers_spelling(tmp_path: Path) -> None:
    write_movie(tmp_path / "a.mov")
    with av.open(str(tmp_path / "b.mkv"), "w") as container:
        container.metadata["TIMECODE"] = "01:02:03:04"
        stream = container.add_stream("mpeg4", rate=24)
        stream.width, stream.height, stream.pix_fmt = 64, 64, "yuv420p"
        container.mux(stream.encode(av.VideoFrame(64, 64, "yuv420p")))
        container.mux(stream.encode(None))
    assert read_movie(tmp_path / "b.mkv").header.timecode == "01:02:03:04"


def test_a_movie_that_is_turned_is_as_it_is_shown(tmp_path: Path) -> None:
    path = tmp_path / "a.mov"
    with av.open(str(path), "w") as container:
        stream = container.add_stream("mpeg4", rate=24)
        stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
        stream.set_display_rotation(90)
        container.mux(stream.encode(av.VideoFrame(64, 48, "yuv420p")))
        container.mux(stream.encode(None))
    header = read_movie(path).header
    assert header.size == Size(48, 64)
    assert header.orientation in ("turned 90°", "turned 270°")


def test_deep_pixels_that_break_off_are_told(tmp_path: Path) -> None:
    path = tmp_path / "a.exr"
    deep = spec(32, 16, 2, "float")
    deep.channelnames = ("A", "Z")
    deep.deep = True
    data = oiio.DeepData()
    data.init(32 * 16, 2, oiio.TypeFloat, ("A", "Z"))
    for pixel in range(32 * 16):
        data.set_samples(pixel, 1 + pixel % 3)
    output = oiio.ImageOutput.create(str(path))
    assert output.open(str(path), deep), output.geterror()
    assert output.write_deep_image(data), output.geterror()
    output.close()
    assert read_picture(path).size == Size(32, 16)
    content = path.read_bytes()
    for share in (0.6, 0.98):
        path.write_bytes(content[: int(len(content) * share)])
        with pytest.raises(UnreadablePicture):
            read_picture(path)


def write_psd(path: Path, size: tuple[int, int], layers: dict[str, tuple[int, ...]]) -> Path:
    """Write a PSD: a merged picture of 100 110 120, and layers `x y width height R G B A`."""
    width, height = size
    records = pixels = b""
    for name, (x, y, wide, high, *rgba) in layers.items():
        records += struct.pack(">4iH", y, x, y + high, x + wide, 4)
        for channel in (-1, 0, 1, 2):
            records += struct.pack(">hI", channel, 2 + wide * high)
            pixels += struct.pack(">H", 0) + bytes([rgba[channel]]) * (wide * high)
        called = bytes([len(name)]) + name.encode()
        extra = bytes(8) + called + bytes(-len(called) % 4)
        records += b"8BIMnorm" + bytes([255, 0, 0, 0]) + struct.pack(">I", len(extra)) + extra
    info = struct.pack(">h", len(layers)) + records + pixels
    info += bytes(len(info) % 2)
    masks = struct.pack(">I", len(info)) + info + bytes(4)
    merged = b"".join(bytes([value]) * (width * height) for value in (100, 110, 120))
    head = b"8BPS" + struct.pack(">H6xHIIHH", 1, 3, height, width, 8, 3) + bytes(8)
    path.write_bytes(head + struct.pack(">I", len(masks)) + masks + bytes(2) + merged)
    return path


def test_a_psd_is_its_merged_picture_and_its_layers(tmp_path: Path) -> None:
    layers = {"sky": (0, 0, 64, 36, 10, 20, 30, 255), "tree": (8, 4, 16, 20, 200, 100, 50, 255)}
    path = write_psd(tmp_path / "a.psd", (64, 36), layers)
    media = one(tmp_path)
    assert (media.kind, media.header.size) == (MediaKind.STILL, Size(64, 36))
    found = {layer.name: layer for layer in layers_of(media.header)}
    assert {"RGB", "sky", "tree"} <= found.keys()
    merged = read_pixels(str(path), 0, (0, 1, 2))
    assert merged.values[3, 3].tolist() == [100, 110, 120]
    tree = read_pixels(str(path), found["tree"].part, (0, 1, 2))
    # A layer lies in its picture's format, as a data window does.
    assert (tree.x, tree.y, tree.format) == (8, 4, Size(64, 36))
    assert tree.values[0, 0].tolist() == [200, 100, 50]


@pytest.mark.parametrize(
    ("name", "mode", "bits"), [("a.ppm", "RGB", 8), ("a.pgm", "L", 8), ("a.pfm", "F", None)]
)
def test_plain_maps_are_pictures(tmp_path: Path, name: str, mode: str, bits: int | None) -> None:
    if name.endswith("pfm"):
        values = np.full((4, 6, 3), 2.5, np.float32)
        (tmp_path / name).write_bytes(b"PF\n6 4\n-1.0\n" + values.tobytes())
    else:
        Image.new(mode, (6, 4), 40).save(tmp_path / name)
    media = one(tmp_path)
    assert media.header.size == Size(6, 4)
    pixels = read_pixels(str(tmp_path / name), 0, (0,))
    assert float(pixels.values[0, 0, 0]) == (2.5 if bits is None else 40)


def test_pages_of_a_tiff_are_told_and_inks_are_named(tmp_path: Path) -> None:
    pages = [Image.new("RGB", (6, 4), (n * 40, 0, 0)) for n in range(3)]
    pages[0].save(tmp_path / "pages.tif", save_all=True, append_images=pages[1:])
    header = read_picture(tmp_path / "pages.tif")
    assert [part.name for part in header.parts] == ["", "page 2", "page 3"]
    assert read_pixels(str(tmp_path / "pages.tif"), 2, (0,)).values[0, 0, 0] == 80
    for name in ("inks.tif", "inks.jpg"):
        Image.new("CMYK", (6, 4), (10, 20, 30, 40)).save(tmp_path / name)
        assert "CMYK, inks for print" in read_picture(tmp_path / name).notes[0]


def test_a_gif_is_a_movie_and_an_avif_one_picture(tmp_path: Path) -> None:
    frames = [Image.new("RGB", (64, 36), (n * 40, 10, 20)) for n in range(5)]
    path = tmp_path / "a.gif"
    frames[0].save(path, save_all=True, append_images=frames[1:], duration=40)
    media = one(tmp_path, "a.gif")
    assert (media.kind, media.count, str(media.header.rate)) == (MediaKind.MOVIE, 5, "25")
    assert read_movie_frame(str(path), 3)[0, 0].tolist() == pytest.approx([120, 10, 20], abs=2)
    whole = path.read_bytes()
    path.write_bytes(whole[: len(whole) - 20])
    with pytest.raises(UnreadableMovie, match="its end is missing"):
        read_movie(path)
    frames[2].save(tmp_path / "a.avif", quality=90)
    still = one(tmp_path, "a.avif")
    assert (still.count, still.header.rate, still.header.size) == (1, None, Size(64, 36))
    assert read_movie_frame(str(tmp_path / "a.avif"), 0)[5, 5, 0] == pytest.approx(80, abs=8)


# By rows of a display matrix: how a point of the picture moves across and down.
@pytest.mark.parametrize(
    ("matrix", "words", "corner"),
    [
        ((1, 0, 0, 1), None, "upper left"),
        ((-1, 0, 0, 1), "mirrored", "upper right"),
        ((1, 0, 0, -1), "mirrored top to bottom", "lower left"),
        ((-1, 0, 0, -1), "turned 180°", "lower right"),
        ((0, 1, -1, 0), "turned 90°", "upper right"),
        ((0, -1, 1, 0), "turned 270°", "lower left"),
        ((0, 1, 1, 0), "mirrored and turned 90° left", "upper left"),
        ((0, -1, -1, 0), "mirrored and turned 90° right", "lower right"),
    ],
)
def test_a_mirrored_movie_is_told_apart_from_a_turned_one(
    tmp_path: Path, matrix: tuple[int, ...], words: str | None, corner: str
) -> None:
    """The upper left corner of what is stored is white: where it is shown tells the way."""
    path = tmp_path / "a.mov"
    with av.open(str(path), "w") as container:
        stream = container.add_stream("mpeg4", rate=25)
        stream.width, stream.height, stream.pix_fmt = 64, 32, "yuv420p"
        picture = np.zeros((32, 64, 3), np.uint8)
        picture[:16, :32] = 255
        container.mux(stream.encode(av.VideoFrame.from_ndarray(picture, "rgb24")))
        container.mux(stream.encode())
    content = bytearray(path.read_bytes())
    at = content.index(b"tkhd") + 44
    a, b, c, d = (value << 16 for value in matrix)
    struct.pack_into(">9i", content, at, a, b, 0, c, d, 0, 0, 0, 1 << 30)
    path.write_bytes(content)
    header = read_movie(path).header
    assert header.orientation == words
    shown = read_movie_frame(str(path), 0)
    assert header.size == Size(shown.shape[1], shown.shape[0])
    down, across = corner.split()
    half, side = shown.shape[0] // 2, shown.shape[1] // 2
    white = shown[half:] if down == "lower" else shown[:half]
    white = white[:, side:] if across == "right" else white[:, :side]
    assert white.mean() > 200
    assert shown.mean() < 90


def test_code_points_of_a_png_are_read(tmp_path: Path) -> None:
    path = tmp_path / "a.png"
    Image.new("RGB", (6, 4)).save(path)
    content = path.read_bytes()
    chunk = b"cICP" + bytes([11, 17, 0, 1])
    packed = struct.pack(">I", 4) + chunk + struct.pack(">I", zlib.crc32(chunk))
    path.write_bytes(content[:33] + packed + content[33:])
    header = read_picture(path)
    assert (header.color_space, header.primaries, header.transfer) == ("CICP", "P3 DCI", "ST 428-1")
