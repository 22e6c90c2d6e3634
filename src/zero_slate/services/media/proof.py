"""The proof's frames: read as they are stored, put together, measured."""

import os
import shutil
from concurrent.futures import Future
from contextlib import suppress
from dataclasses import dataclass, replace
from hashlib import blake2b
from pathlib import Path

from zero_slate.core.colour.outside import OutsideShares
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import Window
from zero_slate.core.media.layers import Layer
from zero_slate.core.media.noise import NoiseTable
from zero_slate.core.shot.face import middle_frame
from zero_slate.files.media.pixels.composing import ComposeRequest, compose
from zero_slate.files.media.pixels.frames import Frame, FrameRequest, read_frame
from zero_slate.files.media.pixels.noise import NoiseRequest, measure_noise
from zero_slate.files.media.pixels.outside import outside_shares
from zero_slate.files.media.pixels.seen_frame import Adjusted, seen_frame
from zero_slate.services.media.light_copies import LightCopying
from zero_slate.services.media.pictures import (
    NoPicture,
    Pictures,
    SeenAs,
    element_named,
    key_of,
    layer_named,
)
from zero_slate.services.media.proof_page import ProofPages
from zero_slate.services.media.seeing import STACK, Seeing
from zero_slate.services.media.stack_pictures import StackPictures, StackSeen
from zero_slate.services.runtime.farm import FarmWork
from zero_slate.services.runtime.workspace import NotFound

SHARED_MEMORY = Path("/dev/shm")
LONGEST_SIDE = 16_384
"""The most pixels along a side that are shown."""


@dataclass(frozen=True, slots=True)
class AskedFrame:
    """A frame that is asked for, and the key of what it is made of."""

    key: str
    request: FrameRequest | ComposeRequest


class Proofs:
    """Reads frames for the proof."""

    def __init__(self, pictures: Pictures, copies: LightCopying, home: Path):
        self.pictures = pictures
        self.copies = copies
        self.seeing = Seeing(pictures)
        self.stacks = StackPictures(pictures)
        self.pages = ProofPages(self.seeing, copies)
        self.work = pictures.work
        self.handover = None if isinstance(self.work, FarmWork) else _folder(home)

    def close(self) -> None:
        """Remove what was on its way to somebody."""
        if self.handover is not None:
            shutil.rmtree(self.handover, ignore_errors=True)

    def frame(
        self,
        shot_id: int,
        element_id: int,
        number: int,
        layer: str,
        window: Window | None,
        longest: int,
        light: bool = False,
    ) -> AskedFrame:
        """Return what a frame is read from: a file of an element by its number, or the stack.

        Of the stack `number` is a frame of the shot, and `layer` a way that it is seen in. With
        `light` it is the file's light copy.
        Raises NotFound and NoPicture.
        """
        loaded = self.pictures.shots.load(shot_id)
        if element_id == STACK:
            if layer not in set(StackSeen):
                raise NotFound(f"The stack isn't seen as “{layer}”.")
            seen = StackSeen(layer)
            asked = self.stacks.asked(shot_id, loaded.stored, number, seen, window)
            return AskedFrame(asked.key, asked.request)
        if light:
            copy = replace(self.copies.request(shot_id, element_id, number), longest=longest)
            return AskedFrame(key_of(copy.path, copy), copy)
        element = element_named(loaded, element_id)
        return self._read(shot_id, element, number, layer_named(element, layer), window, longest)

    def begin(self, asked: AskedFrame) -> "Future[Frame]":
        """Begin to read a frame, in another process."""
        request = replace(asked.request, handover=self.handover)
        if isinstance(request, ComposeRequest):
            return self.work.submit(compose, request)
        return self.work.submit(read_frame, request)

    def begin_seen(
        self,
        shot_id: int,
        element_id: int,
        asked: AskedFrame,
        layer: str,
        look: Adjusted,
        wide: int,
        graded: bool = False,
    ) -> "Future[bytes]":
        """Begin to make a frame as it is looked at, for a browser that can't."""
        loaded = self.pictures.shots.load(shot_id)
        through = self.seeing.through(loaded, element_id, layer)
        if graded and through is not None:
            through = replace(through, looks=self.seeing.looks(loaded))
        return self.work.submit(seen_frame, asked.request, through, look, wide)

    def begin_outside(
        self, shot_id: int, element_id: int, asked: AskedFrame, seen_as: SeenAs
    ) -> "Future[OutsideShares]":
        """Begin to measure how much of a frame lies outside, with colours as they are typed."""
        if isinstance(asked.request, ComposeRequest):
            raise NoPicture("What lies outside is measured on one element's files.")
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        setup = seen_as.of(loaded.content.setup)
        through = self.pictures.through(setup, element, layer_named(element, ""))
        return self.work.submit(outside_shares, asked.request, through)

    def middle(self, shot_id: int, element_id: int) -> int:
        """Return the number of the file that shows in the middle of the cut. Raises NoPicture."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        frame = middle_frame(loaded.stored, element)
        number = loaded.stored.showing[element_id].source(frame)
        if number is None:
            raise NoPicture(f"{element.name} shows nothing in this shot.")
        return number

    def begin_noise(
        self, shot_id: int, element_id: int, number: int, layer: str
    ) -> "Future[NoiseTable]":
        """Begin to measure a frame's noise, by the next and the last where there are any."""

        def whole(of: int) -> FrameRequest | ComposeRequest:
            return self.frame(shot_id, element_id, of, layer, None, LONGEST_SIDE).request

        asked = whole(number)
        if isinstance(asked, ComposeRequest):
            raise NoPicture("Noise is measured on one element's files: choose one of the stack.")
        beside = []
        for other in (number + 1, number - 1):
            with suppress(NotFound):
                near = whole(other)
                if isinstance(near, FrameRequest) and near != asked:
                    beside.append(near)
        return self.work.submit(measure_noise, NoiseRequest(asked, tuple(beside)))

    def _read(
        self,
        shot_id: int,
        element: Element,
        number: int,
        layer: Layer,
        window: Window | None = None,
        longest: int = 8192,
    ) -> AskedFrame:
        request = self.stacks.read(shot_id, element, number, layer, window, longest)
        return AskedFrame(key_of(request.path, request), request)


def content_of(frame: Frame) -> bytes | int:
    """Return a frame's bytes, or an open file that holds them and has no name any more."""
    if isinstance(frame.content, bytes):
        return frame.content
    number = os.open(frame.content, os.O_RDONLY)
    os.unlink(frame.content)
    return number


def forget(frame: Frame) -> None:
    """Let go of a frame that nobody waits for any more."""
    if isinstance(frame.content, str):
        Path(frame.content).unlink(missing_ok=True)


def _folder(home: Path) -> str:
    """Return a folder for frames on their way: in memory where there is one, or else in the home.

    It is this home's own, and emptied: what a server that was killed left there is gone.
    """
    in_memory = os.access(SHARED_MEMORY, os.W_OK)
    name = f"zero-slate-{blake2b(str(home).encode(), digest_size=8).hexdigest()}"
    folder = SHARED_MEMORY / name if in_memory else home / "frames"
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    return str(folder)
