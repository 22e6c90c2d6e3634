"""Headers of real files, every one of them read."""

import os
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
import pytest

from tests.makers import FILM, write_movie, write_picture, write_sequence
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.media.folders import find
from zero_slate.files.media.movies import UnreadableMovie, read_movie
from zero_slate.files.media.pictures import UnreadablePicture, read_picture
from zero_slate.files.media.sounds import UnreadableSound, read_sound


def only(folder: Path) -> Media:
    (found,) = find(sorted(os.listdir(folder)), folder)
    return found.read()


def test_a_sequences_header_and_frames(tmp_path: Path) -> None:
    write_sequence(tmp_path, "plate", range(1001, 1013))
    media = only(tmp_path)
    assert (media.name, media.kind) == ("plate.####.exr", MediaKind.SEQUENCE)
    assert media.present == (FrameRange(1001, 1012),)
    assert media.header.size == Size(64, 36)
    assert (media.header.rate, media.header.pixel_aspect) == (FILM, 1)
    assert media.header.timecode == "04:31:09:01"
    assert media.header.shown()["channels"] == "R G B half"
    assert (media.odd, media.broken, media.jumps) == ((), (), ())


def test_one_odd_frame_among_many_is_found(tmp_path: Path) -> None:
    write_sequence(tmp_path, "plate", range(1, 121))
    write_picture(tmp_path / "plate.0077.exr", (66, 36), timecode="04:31:12:05")
    (odd,) = only(tmp_path).odd
    assert (odd.frame, odd.what, odd.here, odd.others) == (77, "size", "66 × 36", "64 × 36")


def test_holes_and_timecode_jumps_are_found(tmp_path: Path) -> None:
    write_sequence(tmp_path, "plate", range(1, 21))
    (tmp_path / "plate.0007.exr").unlink()
    write_picture(tmp_path / "plate.0012.exr", timecode="09:00:00:00")
    media = only(tmp_path)
    assert media.present == (FrameRange(1, 6), FrameRange(8, 20))
    assert media.jumps == (12, 13)


def test_a_truncated_frame_and_one_that_is_no_picture(tmp_path: Path) -> None:
    files = write_sequence(tmp_path, "plate", range(1, 9), size=(640, 360))
    for path, length in ((files[2], -200), (files[4], 60)):
        path.write_bytes(path.read_bytes()[:length])
    files[5].write_bytes(b"")
    files[6].write_text("not a picture")
    broken = {each.frame: each.why for each in only(tmp_path).broken}
    assert set(broken) == {3, 5, 6, 7}
    assert "breaks off" in broken[3]
    assert "header is damaged" in broken[5]
    assert broken[6] == "the file is empty"
    assert "no picture" in broken[7]


@pytest.mark.parametrize(
    "compression",
    [
        *("none", "rle", "zips", "zip", "piz", "pxr24", "b44", "dwaa", "dwab"),
        *("htj2k256", "htj2k32"),
    ],
)
def test_whole_files_of_any_compression_are_whole(tmp_path: Path, compression: str) -> None:
    path = write_picture(tmp_path / "a.exr", (200, 300), compression=compression)
    assert read_picture(path).size == Size(200, 300)
    path.write_bytes(path.read_bytes()[:-40])
    with pytest.raises(UnreadablePicture, match="breaks off"):
        read_picture(path)


@pytest.mark.parametrize(
    ("ending", "form", "channels", "shown"),
    [
        ("dpx", "uint16", 3, "R G B 16-bit"),
        ("tif", "uint16", 3, "R G B 16-bit"),
        ("png", "uint8", 4, "R G B A 8-bit"),
        ("jpg", "uint8", 3, "R G B 8-bit"),
        ("exr", "float", 4, "R G B A float"),
    ],
)
def test_every_form_of_picture_is_read(
    tmp_path: Path, ending: str, form: str, channels: int, shown: str
) -> None:
    path = write_picture(tmp_path / f"a.{ending}", form=form, channels=channels)
    header = read_picture(path)
    assert header.size == Size(64, 36)
    assert header.shown()["channels"] == shown


@pytest.mark.parametrize("ending", ["png", "dpx"])
def test_truncated_pictures_of_other_forms(tmp_path: Path, ending: str) -> None:
    path = write_picture(tmp_path / f"a.{ending}", (300, 200), form="uint8")
    path.write_bytes(path.read_bytes()[:-100])
    with pytest.raises(UnreadablePicture, match="breaks off"):
        read_picture(path)


def test_an_anamorphic_header(tmp_path: Path) -> None:
    path = write_picture(tmp_path / "a.exr", pixel_aspect=16 / 11)
    assert read_picture(path).pixel_aspect == Fraction(16, 11)


def test_names_are_gathered_by_what_they_mean(tmp_path: Path) -> None:
    names = [
        "a.1.exr",
        "a.0002.exr",
        "b.0001.exr",
        "b.1.exr",
        "shot-0012.png",
        "shot-0013.png",
        "still.jpg",
        "clip.mov",
        "1001.exr",
        "notes.txt",
        "v.v002.0001.exr",
    ]
    found = {each.name: each for each in find(names, tmp_path)}
    assert set(found) == {
        "a.#.exr" if "a.#.exr" in found else "a.####.exr",
        "b.####.exr" if "b.####.exr" in found else "b.#.exr",
        "shot-####.png",
        "still.jpg",
        "clip.mov",
        "####.exr",
        "v.v002.####.exr",
    }
    mixed = next(each for name, each in found.items() if name.startswith("a."))
    assert sorted(mixed.files) == [1, 2]
    assert len(mixed.other_paddings) == 1
    twice = next(each for name, each in found.items() if name.startswith("b."))
    assert twice.duplicates == (1,)
    assert sorted(found["shot-####.png"].files) == [12, 13]


def test_a_movies_header(tmp_path: Path) -> None:
    path = write_movie(tmp_path / "a.mov", rate=Fraction(24000, 1001), timecode="01:00:00:00")
    media = read_movie(path)
    assert media.kind is MediaKind.MOVIE
    assert (media.header.rate, media.header.timecode) == (FILM, "01:00:00:00")
    assert media.header.scan is ScanMode.PROGRESSIVE
    assert (media.header.bits, media.present) == (10, (FrameRange(0, 9),))


@pytest.mark.parametrize(
    ("fields", "scan"), [("tt", ScanMode.UPPER_FIRST), ("bb", ScanMode.LOWER_FIRST)]
)
def test_an_interlaced_movie(tmp_path: Path, fields: str, scan: ScanMode) -> None:
    path = write_movie(
        tmp_path / "a.mov", size=(720, 576), pixel_aspect=Fraction(16, 11), fields=fields
    )
    header = read_movie(path).header
    assert (header.scan, header.pixel_aspect) == (scan, Fraction(16, 11))
    assert header.rate == FrameRate(Fraction(25))


def test_drop_frame_timecode_of_a_movie(tmp_path: Path) -> None:
    path = write_movie(
        tmp_path / "a.mov", codec="mpeg4", pixels="yuv420p", rate=Fraction(30000, 1001),
        timecode="01:00:00;00",
    )  # fmt: skip
    assert read_movie(path).header.timecode == "01:00:00;00"


def test_a_file_that_is_no_movie(tmp_path: Path) -> None:
    path = tmp_path / "a.mov"
    path.write_text("no movie")
    with pytest.raises(UnreadableMovie, match="no movie that can be read"):
        read_movie(path)


def test_reading_can_be_stopped(tmp_path: Path) -> None:
    write_sequence(tmp_path, "plate", range(1, 21))
    (found,) = find(sorted(os.listdir(tmp_path)), tmp_path)
    seen: list[int] = []

    def stop_at_five(done: int) -> None:
        seen.append(done)
        if done == 5:
            raise Refusal("stopped")

    with pytest.raises(Refusal, match="stopped"):
        found.read(stop_at_five)
    assert seen == [1, 2, 3, 4, 5]


def write_sound(path: Path, kind: str = "wav", seconds: int = 2) -> Path:
    with av.open(str(path), "w", format=kind) as container:
        stream = container.add_stream("pcm_s16be" if kind == "aiff" else "pcm_s16le", rate=48000)
        for number in range(seconds):
            values = np.full((1, 48000), number, np.int16)
            frame = av.AudioFrame.from_ndarray(values, format="s16", layout="mono")
            frame.sample_rate, frame.pts = 48000, number * 48000
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
    return path


@pytest.mark.parametrize("kind", ["wav", "aiff", "caf", "w64"])
def test_a_sound_that_breaks_off_is_not_taken_for_a_shorter_one(tmp_path: Path, kind: str) -> None:
    path = write_sound(tmp_path / f"a.{kind}", kind)
    assert read_sound(path).samples == 96000
    whole = path.read_bytes()
    path.write_bytes(whole[: len(whole) // 2])
    if kind == "w64":
        return  # Its own lengths aren't looked at.
    with pytest.raises(UnreadableSound, match="the file breaks off"):
        read_sound(path)


def test_a_time_reference_past_a_day_is_left_aside(tmp_path: Path) -> None:
    path = tmp_path / "a.wav"
    with av.open(str(path), "w", format="wav", options={"write_bext": "1"}) as container:
        container.metadata["time_reference"] = str(2**64 - 1)
        stream = container.add_stream("pcm_s16le", rate=48000)
        frame = av.AudioFrame.from_ndarray(
            np.zeros((1, 4800), np.int16), format="s16", layout="mono"
        )
        frame.sample_rate, frame.pts = 48000, 0
        container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
    found = read_sound(path)
    assert found.time_reference is None
    assert "later than a day: left aside" in found.notes[0]


@pytest.mark.parametrize(
    ("name", "codec"), [("a.mpg", "mpeg2video"), ("a.ts", "mpeg2video"), ("a.mkv", "ffv1")]
)
def test_every_frame_of_a_stream_without_an_index_is_counted(
    tmp_path: Path, name: str, codec: str
) -> None:
    path = write_movie(
        tmp_path / name, codec=codec, pixels="yuv420p", frames=25, timecode=None, size=(128, 96)
    )
    assert read_movie(path).count == 25


def test_a_transport_stream_that_breaks_off_is_told(tmp_path: Path) -> None:
    path = write_movie(
        tmp_path / "a.ts", codec="mpeg2video", pixels="yuv420p", timecode=None, size=(128, 96)
    )
    whole = path.read_bytes()
    path.write_bytes(whole[: len(whole) // 2 // 188 * 188 + 40])
    with pytest.raises(UnreadableMovie, match="its last packet has 40 of 188 bytes"):
        read_movie(path)


def test_the_last_frame_of_a_growing_sequence_is_still_being_written(tmp_path: Path) -> None:
    files = write_sequence(tmp_path, "render", range(1001, 1006))
    whole = files[-1].read_bytes()
    for half in (whole[: len(whole) // 2], b""):
        files[-1].write_bytes(half)
        (found,) = find([file.name for file in files], tmp_path)
        media = found.read()
        assert (media.writing, media.broken, media.last) == (1005, (), 1004)
        # Some time later it is broken, and so is one in the middle at any time.
        os.utime(files[-1], (1, 1))
        media = found.read()
        assert (media.writing, [each.frame for each in media.broken]) == (None, [1005])
    files[-1].write_bytes(whole)
    files[2].write_bytes(whole[:40])
    media = found.read()
    assert (media.writing, [each.frame for each in media.broken]) == (None, [1003])
