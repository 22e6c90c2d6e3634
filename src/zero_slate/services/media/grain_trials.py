"""Grain: measured on a plate, and tried for what compression leaves of it."""

import secrets
from collections.abc import Sequence
from concurrent.futures import Future
from dataclasses import dataclass, replace
from fractions import Fraction
from math import isfinite

import numpy as np

from zero_slate.core.base.figures import decimal, megabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.finish.compression import (
    SURVIVES,
    Attempt,
    Encoded,
    greatest,
    least_rate,
)
from zero_slate.core.finish.grain import BRIGHTNESSES
from zero_slate.core.finish.measured import MeasuredGrain, grain_like
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import picture_layer
from zero_slate.core.settings.reading import Typed
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.files.media.pixels.composing import ComposeRequest
from zero_slate.files.media.pixels.encoders import has_encoder
from zero_slate.files.media.pixels.made.compressing import (
    CODECS,
    EncodedPair,
    EncodeRequest,
    encode_pair,
)
from zero_slate.files.media.pixels.made.matching import MatchRequest, match_grain
from zero_slate.files.media.pixels.made.plain_codes import CodesRequest, even_codes
from zero_slate.services.media.made import MadePictures, TypedStack
from zero_slate.services.media.pictures import element_named
from zero_slate.services.media.stack_pictures import StackSeen
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound

TRIAL_JOB = "grain"
FRAMES, FRAMES_OF_ATTEMPTS = 24, 8
USUAL_MEGABITS = 8.0
LEAST_MEGABITS, MOST_MEGABITS = 0.05, 500.0
# A trial takes the middle third of the picture each way, at its own pixels: a ninth of it.
THIRD = 3
# Of the frames from the middle on, one that is drawn on fours still differs from the first.
BESIDE = 5
SHARE = Fraction(1, THIRD**2)
STRENGTHS = (0.5, 1.5, 2.0)
RATES = (0.5, 2.0, 4.0, 8.0)


@dataclass(frozen=True, slots=True)
class MatchedGrain:
    """Grain that was measured on a plate."""

    element: str
    """The plate."""
    grain: str
    """What would be typed for the same; empty where it has none."""
    words: str
    """What was measured, in words."""


@dataclass(frozen=True, slots=True)
class EncodedFigures:
    """What came out of an encoder."""

    bytes: str
    """What all of the picture would take, in words."""
    energy: float
    """The share of the grain's energy that is left."""
    psnr: float
    """Peak signal to noise ratio, in dB."""
    ssim: float
    """Structural similarity, from 0 to 1."""


@dataclass(frozen=True, slots=True)
class GrainResult:
    """One thing that came of a trial: the trial itself, or another strength or rate."""

    strength: float
    """How strong, of the grain that is set."""
    megabits: float
    """The data rate of the whole picture, in Mb/s."""
    with_grain: EncodedFigures
    """Frames with grain."""
    without: EncodedFigures
    """The same without."""
    words: str
    """What it comes to."""
    pictures: tuple[str, ...]
    """The keys of what came out with grain, frame by frame."""
    plain: tuple[str, ...]
    """The keys of what came out without."""


class GrainTrials:
    """Measures grain."""

    def __init__(self, made: MadePictures, jobs: Jobs):
        self.made = made
        self.pictures = made.pictures
        self.jobs = jobs
        self._below = self.pictures.workspace.config.home / "trials"
        clear_left_behind(self._below, "grain-*")

    def targets(self) -> tuple[str, ...]:
        """Return the kinds of targets that grain can be tried in on this machine."""
        return tuple(name for name, codec in CODECS.items() if has_encoder(codec))

    def begin_match(
        self, shot_id: int, element_id: int | None
    ) -> "tuple[str, Future[MeasuredGrain], Fraction]":
        """Begin to measure a plate, or the first there is, on frames beside each other.

        Returns its name, what comes of it, and how many delivered pixels one of its is. Raises
        NotFound, and Refusal where there is no plate.
        """
        loaded = self.pictures.shots.load(shot_id)
        code = loaded.content.setup.code
        if element_id is not None:
            element = element_named(loaded, element_id)
        else:
            plates = [each for each in loaded.elements if each.on and each.role == Role.PLATE]
            if not plates:
                raise Refusal(f"{code} has no plate to match.")
            element = plates[0]
        layer = picture_layer(element.media.header, element.view)
        if layer is None or layer.kind.is_data:
            raise Refusal(f"{element.name} has no picture to measure.")
        numbers: Sequence[int]
        if element.media.kind is MediaKind.MOVIE:
            middle = element.media.count // 2
            every = range(element.media.count)
            numbers = every[max(0, middle - 1) : middle + BESIDE]
        else:
            there = sorted(self.pictures.files_of(shot_id, element))
            if not there:
                raise Refusal(f"{element.name} has no frames that are there.")
            middle = len(there) // 2
            numbers = there[max(0, middle - 1) : middle + BESIDE]
        requests = tuple(
            self.made.stacks.read(shot_id, element, number, layer) for number in numbers
        )
        through = self.pictures.through(loaded.content.setup, element, layer)
        placed = loaded.stored.place_picture(element).placed
        delivered = Fraction(loaded.edit.canvas.width, loaded.content.setup.canvas.width)
        scale = Fraction(placed.width) / element.media.header.size.width * delivered
        future = self.pictures.work.submit(match_grain, MatchRequest(requests, through))
        return element.short_name(code), future, scale

    def matched(self, name: str, measured: MeasuredGrain, scale: Fraction) -> MatchedGrain:
        """Return what was measured in words, and as it would be typed."""
        grain = grain_like(measured, scale)
        known = [
            f"{each * 255:.1f} at {round(level * 100)} %"
            for level, each in zip(BRIGHTNESSES, measured.deviations, strict=True)
            if each is not None
        ]
        if grain is None:
            return MatchedGrain(name, "", f"{name} has no flat parts that grain shows in.")
        colour = "colour" if grain.colour else "grey"
        words = (
            f"{name}, {measured.frames} frames: codes of 255 {', '.join(known)}; "
            f"{measured.size:.2f} px wide, {colour}."
        )
        return MatchedGrain(name, str(grain), words)

    def start(
        self, shot_id: int, typed: Typed, target: str, megabits: float | None
    ) -> Job[GrainResult]:
        """Begin to encode frames with and without grain, and other strengths and rates.

        Raises NotFound, NoPicture, and Refusal where there is no grain, or the rate is out of
        range.
        """
        stack = self.made.typed(shot_id, typed)
        setup = stack.context.setup
        if not setup.grain.is_there:
            raise Refusal("There is no grain to try: set some first.", part="grain")
        published = {each.name: float(each.megabits) for each in setup.targets.of}
        if not target:
            target = next((name for name in published if name in CODECS), next(iter(CODECS)))
        if target not in CODECS:
            raise Refusal(
                f"Grain isn't tried in “{target}”: it takes {', '.join(CODECS)}.",
                nearest=next(iter(CODECS)), part="target",
            )  # fmt: skip
        rate = megabits or published.get(target) or USUAL_MEGABITS
        if not (isfinite(rate) and LEAST_MEGABITS <= rate <= MOST_MEGABITS):
            near = min(MOST_MEGABITS, max(LEAST_MEGABITS, rate if isfinite(rate) else 8))
            raise Refusal(
                f"{rate:g} Mb/s is out of range: a data rate is {LEAST_MEGABITS:g} to "
                f"{MOST_MEGABITS:g} Mb/s.",
                nearest=f"{near:g}", part="megabits",
            )  # fmt: skip
        plain = self._plain(stack)
        total = len(plain) + 1 + len(STRENGTHS) + len(RATES)

        def work(job: Job[GrainResult]) -> None:
            self._below.mkdir(parents=True, exist_ok=True)
            path = self._below / f"grain-{secrets.token_hex(6)}.npy"
            short = path.with_name(f"{path.stem}-short.npy")
            try:
                middles = self._middles(plain, stack, job)
                np.save(path, middles)
                np.save(short, middles[:FRAMES_OF_ATTEMPTS])
                one = EncodeRequest(
                    str(path), setup.grain, stack.context.setup.canvas.width
                    / stack.context.edit.canvas.width, setup.cut_range.first, target,
                    rate * float(SHARE), setup.rate.fraction, True,
                )  # fmt: skip
                self._try(job, one, rate, str(short), len(plain))
            finally:
                path.unlink(missing_ok=True)
                short.unlink(missing_ok=True)

        what = f"Grain in {target} at {rate:g} Mb/s"
        return self.jobs.start(TRIAL_JOB, shot_id, what, total, work)

    def job(self, shot_id: int, number: int) -> Job[GrainResult]:
        """Return a trial by its number. Raises NotFound."""
        return self.jobs.get(TRIAL_JOB, shot_id, number)

    def _plain(self, stack: TypedStack) -> tuple[ComposeRequest, ...]:
        """Return the frames without grain, from where the cut begins."""
        cut = stack.context.setup.cut_range
        found = []
        for frame in range(cut.first, cut.first + min(FRAMES, cut.length)):
            try:
                asked = self.made.stacks.asked(
                    stack.loaded.head.id, stack.context, frame, StackSeen.SET
                )
            except NotFound:
                continue
            found.append(_middle(replace(asked.request, grain=None)))
        if len(found) < 2:
            raise Refusal("Grain is tried on two frames at least that show something.")
        return tuple(found)

    def _middles(
        self, plain: Sequence[ComposeRequest], stack: TypedStack, job: Job[GrainResult]
    ) -> "np.ndarray[tuple[int, ...], np.dtype[np.uint8]]":
        wanted = [CodesRequest(number, each, stack.through) for number, each in enumerate(plain)]
        found = {}
        for asked, came in each_of(self.made.work, even_codes, wanted, job.step):
            if isinstance(came, Exception):
                raise Refusal(f"A frame can't be made: {came}.") from came
            found[asked.number] = came
        return np.stack([found[number] for number in sorted(found)])

    def _try(
        self, job: Job[GrainResult], one: EncodeRequest, rate: float, short: str, done: int
    ) -> None:
        """Encode the frames as they are set, and then fewer at other strengths and rates."""
        grain = one.grain
        attempts: list[Attempt] = []
        wanted = [one]
        for strength in STRENGTHS:
            amount = Fraction(round(float(grain.amount) * strength * 100), 100)
            if 0 < amount <= 50:
                wanted.append(
                    replace(one, path=short, grain=replace(grain, amount=amount), shown=False)
                )
        wanted += [
            replace(one, path=short, megabits=one.megabits * each, shown=False) for each in RATES
        ]
        for asked, came in each_of(
            self.made.work, encode_pair, wanted, lambda number: job.step(done + number)
        ):
            if isinstance(came, Refusal):
                raise came
            if isinstance(came, Exception):
                raise Refusal(f"The trial broke off: {came}.") from came
            strength = float(asked.grain.amount / grain.amount)
            megabits = asked.megabits / float(SHARE)
            attempts.append(Attempt(strength, megabits, came.with_grain.energy))
            frames = FRAMES if asked.shown else FRAMES_OF_ATTEMPTS
            words = self._words(came, tuple(attempts), rate) if asked.shown else ""
            job.add(self._result(asked, came, strength, megabits, frames, words))
        job.add(self._closing(job.results, tuple(attempts), rate))

    def _result(
        self, asked: EncodeRequest, came: EncodedPair, strength: float, megabits: float,
        frames: int, words: str,
    ) -> GrainResult:  # fmt: skip
        keys: list[list[str]] = [[], []]
        for pair in came.pictures:
            for which, content in enumerate(pair):
                key = secrets.token_hex(16)
                self.pictures.cache.put(key, content)
                keys[which].append(key)
        return GrainResult(
            round(strength, 3), round(megabits, 3), _figures(came.with_grain),
            _figures(came.without), words, tuple(keys[0]), tuple(keys[1]),
        )  # fmt: skip

    def _words(self, came: EncodedPair, attempts: tuple[Attempt, ...], rate: float) -> str:
        left = came.with_grain.energy
        more = came.with_grain.bytes / max(1, came.without.bytes)
        return (
            f"{left * 100:.0f} % of the grain's energy is left at {rate:g} Mb/s; with it the file "
            f"is {more:.1f} times as large."
        )

    def _closing(
        self, results: Sequence[GrainResult], attempts: tuple[Attempt, ...], rate: float
    ) -> GrainResult:
        """Return the trial's own result with what all attempts come to."""
        own = next(each for each in results if each.pictures)
        there = greatest(tuple(replace(a, megabits=round(a.megabits, 3)) for a in attempts),
                         round(rate, 3))  # fmt: skip
        needed = least_rate(attempts)
        if there is not None:
            most = f"The strongest tried that survives at {rate:g} Mb/s is {there.strength:g} × it."
        else:
            most = f"None that was tried keeps {SURVIVES * 100:.0f} % at {rate:g} Mb/s."
        if isfinite(needed):
            also = f"It keeps {SURVIVES * 100:.0f} % from {needed:g} Mb/s on."
        else:
            also = f"It keeps {SURVIVES * 100:.0f} % at none of the rates tried."
        return replace(own, words=f"{own.words} {most} {also}", pictures=(), plain=())


def _middle(request: ComposeRequest) -> ComposeRequest:
    """Return what is made of the middle third of a canvas each way."""
    wide, high = max(64, request.size.width // THIRD), max(64, request.size.height // THIRD)
    left, top = (request.size.width - wide) // 2, (request.size.height - high) // 2
    return replace(request, x=request.x + left, y=request.y + top, size=Size(wide, high))


def _figures(encoded: Encoded) -> EncodedFigures:
    whole = round(encoded.bytes / float(SHARE))
    size = megabytes(whole) if whole >= 10**6 else f"{decimal(Fraction(whole, 1000), 0)} kB"
    return EncodedFigures(
        size, round(encoded.energy, 4), round(encoded.psnr, 2), round(encoded.ssim, 4)
    )
