"""Small pictures of elements: what one is made of, and making it in a worker process."""

import os
import threading
from concurrent.futures import Future
from dataclasses import dataclass
from hashlib import blake2b
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import nearest_name
from zero_slate.core.colour.config_place import ConfigPlace
from zero_slate.core.colour.read_rules import ReadRules
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import Layer, layers_of, picture_layer
from zero_slate.core.media.small_picture import NARROWEST, WIDEST
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.face import face_of, frame_at, middle_frame, picture_frame
from zero_slate.core.shot.read_element import read_element
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.small import PictureRequest, small_picture
from zero_slate.services.media.rows import row_named
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.disk_cache import DiskCache
from zero_slate.services.runtime.executor import Work
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.chains import through
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots


@dataclass(frozen=True, slots=True)
class AskedPicture:
    """A picture that is asked for, and the key that it is kept under."""

    key: str
    request: PictureRequest


@dataclass(frozen=True, slots=True)
class SeenAs:
    """Colour settings as they are typed, in place of a shot's own; empty for those."""

    config: str = ""
    working: str = ""
    display: str = ""
    view: str = ""
    rules: str | None = None

    def of(self, setup: Setup) -> Setup:
        """Return a setup with them. Raises Refusal."""
        update: dict[str, object] = {}
        if self.config:
            update["color_config"] = ConfigPlace.typed(self.config)
        if self.working:
            update["working_space"] = self.working
        if self.display or self.view:
            own = setup.viewing
            update["viewing"] = Viewing(self.display or own.display, self.view or own.view)
        if self.rules is not None:
            update["read_rules"] = ReadRules.parse(self.rules)
        return setup.model_copy(update=update) if update else setup


AS_SET = SeenAs()


class NoPicture(NotFound):
    """There is nothing to make a picture of."""


class Pictures:
    """Makes small pictures in worker processes; what was made is kept on disk."""

    def __init__(
        self, workspace: Workspace, shots: Shots, volumes: Volumes, work: Work, cache: DiskCache
    ):
        self.workspace = workspace
        self.shots = shots
        self.volumes = volumes
        self.work = work
        self.cache = cache
        self._making: dict[str, tuple[Future[bytes], int]] = {}
        self._lock = threading.Lock()

    def asked(
        self,
        shot_id: int,
        element_id: int,
        frame: int | None,
        width: int,
        layer: str = "",
        space: str = "",
        seen_as: SeenAs = AS_SET,
        hatch: bool = False,
    ) -> AskedPicture:
        """Return what a picture of an element at a shot's frame is made of.

        Another `space` to read it as takes the place of what decides, and `seen_as` that of the
        shot's own colours. With `hatch` what lies outside is hatched.

        Without a frame it is the one in the middle of what the cut shows. Raises NotFound,
        NoPicture where the element shows nothing there, and Refusal for a width out of range.
        """
        if not NARROWEST <= width <= WIDEST:
            nearest = min(max(width, NARROWEST), WIDEST)
            raise Refusal(
                f"A picture {width} pixels wide is out of range: it takes {NARROWEST} to {WIDEST}.",
                nearest=str(nearest),
            )
        loaded = self.shots.load(shot_id)
        context = loaded.stored
        element = element_named(loaded, element_id)
        shows = context.showing[element_id]
        at = middle_frame(context, element) if frame is None else frame
        number = shows.source(at)
        if number is None:
            raise NoPicture(f"{element.name} shows nothing at frame {at}.")
        chosen = layer_named(element, layer)
        path = self.path_of(shot_id, element, number)
        movie = element.media.kind is MediaKind.MOVIE
        return self._keyed(
            PictureRequest(
                str(path),
                number if movie else None,
                chosen.part,
                chosen.places,
                chosen.kind,
                None,
                picture_frame(context, element, width),
                self.through(seen_as.of(loaded.content.setup), element, chosen, space),
                hatch,
            )
        )

    def face(self, shot_id: int, width: int, share: float | None = None) -> AskedPicture:
        """Return what the picture that a shot is known by is made of.

        It is that at a share of what the cut shows, from 0 to 1, or the middle. Raises NoPicture.
        """
        context = self.shots.load(shot_id).stored
        element = face_of(context.elements)
        if element is None:
            raise NoPicture("No picture is linked to this shot.")
        frame = None if share is None else frame_at(context, share)
        return self.asked(shot_id, element.id, frame, width)

    def files_of(self, shot_id: int, element: Element) -> dict[int, Path]:
        """Return where the files of an element lie, by their numbers. Raises NotFound."""
        with self.workspace.reading() as session:
            row = row_named(session, shot_id, element.id)
            where = row.volume, row.folder
        found = self.volumes.found(*where, element.media.name)
        return {number: found.folder / name for number, name in found.files.items()}

    def path_of(self, shot_id: int, element: Element, number: int) -> Path:
        """Return where the file of an element's frame lies. Raises NotFound."""
        files = self.files_of(shot_id, element)
        if element.media.kind is not MediaKind.SEQUENCE or len(files) == 1:
            return next(iter(files.values()))
        if number not in files:
            raise NoPicture(f"Frame {number} of {element.media.name} isn't there any more.")
        return files[number]

    def through(
        self, setup: Setup, element: Element, layer: Layer, space: str = ""
    ) -> ViewedThrough | None:
        """Return how the colours of a layer are seen in a shot; None for data.

        Another `space` to read it as takes the place of what decides. Raises Refusal for one that
        the config hasn't.
        """
        names = self.workspace.names_for(setup)
        read = read_element(setup, names, element, layer)
        if read is None or read.space is None:
            return None
        if space and names is not None and space not in names.spaces:
            raise Refusal(
                f"{names.config} has no colour space “{space}”.",
                nearest=nearest_name(space, names.shown_spaces),
            )
        return through(self.workspace, setup, space or read.space)

    def begin(self, asked: AskedPicture) -> "Future[bytes]":
        """Begin to make a picture, or wait with those who asked for it already.

        Whoever doesn't wait any longer says so by `leave`.
        """
        with self._lock:
            making = self._making.get(asked.key)
            if making is not None:
                self._making[asked.key] = making[0], making[1] + 1
                return making[0]
            future = self.work.submit(small_picture, asked.request)
            self._making[asked.key] = future, 1
        future.add_done_callback(lambda done: self._made(asked.key, done))
        return future

    def leave(self, asked: AskedPicture) -> None:
        """Stop waiting for a picture; when nobody waits it isn't begun any more."""
        with self._lock:
            making = self._making.get(asked.key)
            if making is None:
                return
            future, waiting = making
            if waiting > 1:
                self._making[asked.key] = future, waiting - 1
                return
            del self._making[asked.key]
        future.cancel()

    def _made(self, key: str, done: "Future[bytes]") -> None:
        with self._lock:
            if (making := self._making.get(key)) and making[0] is done:
                del self._making[key]
        if not done.cancelled() and done.exception() is None:
            self.cache.put(key, done.result())

    def _keyed(self, request: PictureRequest) -> AskedPicture:
        return AskedPicture(key_of(request.path, request), request)


def key_of(path: str, made_with: object) -> str:
    """Return the key of what is made of a file: of its size, its time, and all that it takes.

    Raises NoPicture where the file isn't there.
    """
    try:
        stat = os.stat(path)
    except OSError as error:
        name = Path(path).name
        raise NoPicture(f"{name} isn't there any more, or may not be read.") from error
    said = f"{stat.st_size} {stat.st_mtime_ns} {made_with!r}"
    return blake2b(said.encode(), digest_size=20).hexdigest()


def element_named(loaded: Loaded, element_id: int) -> Element:
    """Return an element of a shot. Raises NotFound."""
    for element in loaded.elements:
        if element.id == element_id:
            return element
    raise NotFound(f"This shot has no element numbered {element_id} that can be read.")


def layer_named(element: Element, key: str) -> Layer:
    """Return a layer of an element by its key, or the one that is looked at. Raises NotFound."""
    header = element.media.header
    if not key:
        chosen = picture_layer(header, element.view)
        if chosen is not None:
            return chosen
    for layer in layers_of(header):
        if layer.key == key:
            return layer
    raise NotFound(f"{element.media.name} has no layer “{key}”.")
