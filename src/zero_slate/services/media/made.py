"""What is made of a stack as it is typed: its picture, samples of finishes, frames to be played."""

from collections.abc import Iterator
from concurrent.futures import Future
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.finish.finish import Texture, Treatment
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.context import ShotContext
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.composing import ComposeRequest
from zero_slate.files.media.pixels.made.pictures import (
    Played,
    PlayRequest,
    made_picture,
    play,
)
from zero_slate.files.media.pixels.made.samples import SampleRequest, sample
from zero_slate.services.media.pictures import NoPicture, Pictures
from zero_slate.services.media.seeing import STACK, Seeing
from zero_slate.services.media.stack_pictures import AskedStack, StackPictures, StackSeen
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.showing import context_as_typed

PLAY_JOB = "play"
NARROWEST, WIDEST = 80, 1920
MOST_PLAYED = 120
PLAYED_WIDTH = 640


@dataclass(frozen=True, slots=True)
class PlayedFrame:
    """A frame that was made to be played."""

    frame: int
    """Its number in the shot's count."""
    key: str
    """What its picture is fetched by."""
    change: float | None
    """How much it changes to the next where nothing is drawn moving, in codes of 255."""


@dataclass(frozen=True, slots=True)
class TypedStack:
    """A stack with what is typed in a sheet, and how it is seen."""

    loaded: Loaded
    context: ShotContext
    through: ViewedThrough | None


class MadePictures:
    """Makes pictures of stacks, with what is typed in place of what is stored."""

    def __init__(self, pictures: Pictures, jobs: Jobs):
        self.pictures = pictures
        self.jobs = jobs
        self.stacks = StackPictures(pictures)
        self.seeing = Seeing(pictures)
        self.work = pictures.work

    def typed(self, shot_id: int, typed: Typed | None) -> TypedStack:
        """Return a shot's stack with what is typed. Raises NotFound and Refusal."""
        loaded = self.pictures.shots.load(shot_id)
        context = context_as_typed(self.pictures.workspace, loaded, typed)
        return TypedStack(loaded, context, self.seeing.through(loaded, STACK, ""))

    def asked(
        self, stack: TypedStack, frame: int | None, seen: StackSeen, width: int
    ) -> AskedStack:
        """Return a stack at a frame, or in the middle of the cut, about so many pixels wide.

        Raises NoPicture, and Refusal for a width out of range.
        """
        if not NARROWEST <= width <= WIDEST:
            raise Refusal(
                f"A picture {width} pixels wide is out of range: it takes {NARROWEST} to {WIDEST}.",
                nearest=str(min(max(width, NARROWEST), WIDEST)),
            )
        setup = stack.context.setup
        cut = setup.cut_range
        at = (cut.first + cut.last) // 2 if frame is None else frame
        reduced = max(1, round(setup.canvas.width / width))
        return self.stacks.asked(stack.loaded.head.id, stack.context, at, seen, None, reduced)

    def begin(self, stack: TypedStack, asked: AskedStack) -> "Future[bytes]":
        """Begin to make a picture."""
        return self.work.submit(made_picture, asked.request, stack.through)

    def begin_sample(
        self, texture: Texture, strength: int, scale: int, held: bool, seed: int
    ) -> "Future[bytes]":
        """Begin to make a swatch of a texture. Raises Refusal for figures out of range."""
        treatment = Treatment(texture, False, strength, scale, held)
        return self.work.submit(sample, SampleRequest(treatment, seed))

    def play(
        self, shot_id: int, typed: Typed, first: int | None, count: int, seen: StackSeen
    ) -> Job[PlayedFrame]:
        """Begin to make frames to be played, from one of the shot's or where the cut begins.

        Each is compared to the next. Raises NotFound, NoPicture, and Refusal.
        """
        if not 2 <= count <= MOST_PLAYED:
            raise Refusal(
                f"{count} frames are out of range: 2 to {MOST_PLAYED} are played.",
                nearest=str(min(MOST_PLAYED, max(2, count))),
                part="count",
            )
        stack = self.typed(shot_id, typed)
        cut = stack.context.setup.cut_range
        begin = cut.first if first is None else first
        wanted = tuple(self._played(stack, begin, count, seen))
        if not wanted:
            raise NoPicture(f"Nothing shows from frame {begin} on.")
        keys = {
            each.frame: self.asked(stack, each.frame, seen, PLAYED_WIDTH).key for each in wanted
        }

        def work(job: Job[PlayedFrame]) -> None:
            for asked, came in each_of(self.work, play, wanted, job.step):
                if isinstance(came, Exception):
                    raise Refusal(f"Frame {asked.frame} can't be made: {came}.") from came
                job.add(self._keep(asked, keys[asked.frame], came))

        what = f"Frames {begin} to {begin + count - 1}"
        return self.jobs.start(PLAY_JOB, shot_id, what, len(wanted), work)

    def job(self, shot_id: int, number: int) -> Job[PlayedFrame]:
        """Return frames that are being made to be played, by their number. Raises NotFound."""
        return self.jobs.get(PLAY_JOB, shot_id, number)

    def _keep(self, asked: PlayRequest, key: str, came: Played) -> PlayedFrame:
        self.pictures.cache.put(key, came.picture)
        return PlayedFrame(asked.frame, key, came.change)

    def _played(
        self, stack: TypedStack, first: int, count: int, seen: StackSeen
    ) -> Iterator[PlayRequest]:
        frames = range(first, first + count)
        made = [self._request(stack, frame, seen) for frame in frames]
        drawn = [self._request(stack, frame, StackSeen.DRAWN) for frame in frames]
        for place, frame in enumerate(frames):
            this = made[place]
            if this is None:
                continue
            last = place + 1 == count
            yield PlayRequest(
                frame,
                this,
                None if last else made[place + 1],
                drawn[place],
                None if last else drawn[place + 1],
                stack.through,
            )

    def _request(self, stack: TypedStack, frame: int, seen: StackSeen) -> ComposeRequest | None:
        try:
            return self.asked(stack, frame, seen, PLAYED_WIDTH).request
        except NoPicture:
            return None


def seen_as(name: str, eyes: bool) -> StackSeen:
    """Return a way to see a stack by its name. Raises Refusal."""
    known = set(StackSeen)
    if name not in known:
        raise Refusal(
            f"The stack isn't seen as “{name}”: it takes {', '.join(filter(None, known))}.",
            nearest=StackSeen.DRAWN,
        )
    if not eyes and name in (StackSeen.LEFT, StackSeen.RIGHT, StackSeen.BOTH):
        raise Refusal("The shot has one eye: set two on the stand first.", nearest="as drawn")
    return StackSeen(name)
