"""What a production is published as: each target against a shot, and trials really made."""

import tempfile
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from zero_slate.core.base.figures import aspect, counted, decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.publishing.carrying import (
    Carried,
    carried_rate,
    carried_size,
    carrying,
    ruled_out,
)
from zero_slate.core.publishing.together import Together, together
from zero_slate.core.publishing.trial import KeptPromise, Promise, kept
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.targets.kinds import KINDS
from zero_slate.core.targets.targets import Target, Targets
from zero_slate.core.targets.timing import Counts
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.files.media.pixels.composing import ComposeRequest
from zero_slate.files.media.pixels.made.plain_codes import CodesRequest, write_codes
from zero_slate.files.media.pixels.made.published import PublishRequest, can_make, publish
from zero_slate.services.media.made import MadePictures
from zero_slate.services.media.pictures import NoPicture
from zero_slate.services.media.seeing import STACK
from zero_slate.services.media.sounds import Sounds
from zero_slate.services.media.stack_pictures import StackSeen
from zero_slate.services.places.disks import shown_shot
from zero_slate.services.productions.judged import JudgedProductions
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound

TRIAL_JOB = "target"
# So many frames are made; of a large canvas fewer, to stay within a worker's memory.
FRAMES, FEW, LARGE = 8, 4, 5_000_000


@dataclass(frozen=True, slots=True)
class CarriedSetting:
    """One thing of a shot against a target."""

    setting: str
    """Its key; empty for what is no setting."""
    label: str
    """Its name."""
    asked: str
    """What the shot is set to."""
    carried: bool
    """Whether the target carries it."""
    stops: bool
    """Whether the target can't be made so, and has to be changed."""
    happens: str
    """What happens to it; empty where nothing does."""
    nearest: str
    """The nearest that works."""
    texts: dict[str, dict[str, str]]
    """What would be typed to put it right, by setting; empty where nothing would."""


@dataclass(frozen=True, slots=True)
class TargetRow:
    """A kind of target, against a shot."""

    name: str
    """Its name."""
    standard: str
    """What describes it."""
    holds: tuple[str, ...]
    """What it can carry, in a few words."""
    chosen: bool
    """Whether the production is published so."""
    megabits: str
    """The data rate that is set, in Mb/s; empty where there is none."""
    takes_rate: bool
    """Whether a data rate means anything to it."""
    here: str
    """Why this machine can't make it; empty where it can."""
    carries: tuple[CarriedSetting, ...]
    """Each thing of the shot, in the order of the sheet."""
    lost: int
    """How many of them it doesn't carry."""
    ruled_out: tuple[str, ...]
    """What is ruled out of settings from now on."""


@dataclass(frozen=True, slots=True)
class ServingSetting:
    """A setting that would serve all targets."""

    setting: str
    """Its key."""
    label: str
    """Its name."""
    before: str
    """What the edit format has."""
    after: str
    """What would serve all."""
    texts: dict[str, str]
    """What would be typed for it."""


@dataclass(frozen=True, slots=True)
class TargetsPage:
    """What a production is published as."""

    version: int
    """The version of the edit format that stands."""
    targets: str
    """The targets as they would be typed."""
    problem: str
    """Why what is typed can't be taken; empty where it can."""
    nearest: str
    """The nearest that could be; empty where there is none."""
    shot: str
    """The code of the shot that they are held against; empty where none is set up."""
    shot_id: int | None
    """Its number."""
    about: str
    """What it is."""
    rows: tuple[TargetRow, ...]
    """Every kind of target."""
    serves: tuple[ServingSetting, ...]
    """What one setup would serve all of those that are chosen; empty where it does."""
    apart: tuple[str, ...]
    """Where they pull apart."""
    summary: str
    """What it comes to, in a sentence."""


@dataclass(frozen=True, slots=True)
class TriedTarget:
    """A target that was really made."""

    name: str
    """Its name."""
    trouble: str
    """Why it couldn't be made; empty where it could."""
    kept: tuple[KeptPromise, ...]
    """What was promised, and what came."""


class Publishing:
    """Holds targets against shots, and tries them."""

    def __init__(self, made: MadePictures, judged: JudgedProductions, sounds: Sounds, jobs: Jobs):
        self.made = made
        self.sounds = sounds
        self.workspace = made.pictures.workspace
        self.judged = judged
        self.jobs = jobs
        self._below = self.workspace.config.home / "trials"
        clear_left_behind(self._below, ".target-*")

    def page(self, production_id: int, typed: str | None = None, code: str = "") -> TargetsPage:
        """Return every target against a shot, with those that are typed. Raises NotFound."""
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
        edit, problem, nearest = judged.edit, "", ""
        if typed is not None:
            try:
                edit = edit.model_copy(update={"targets": Targets.parse(typed)})
            except Refusal as refusal:
                problem, nearest = str(refusal), refusal.nearest or ""
        shot = shown_shot(judged, code)
        context = shot.context if shot else None
        chosen = {each.name: each for each in edit.targets.of}
        both = together(edit)
        setup = context.setup if context else None
        sounds = len(self.sounds.linked(shot.shot_id)) if shot else 0
        return TargetsPage(
            judged.edit_revision.number,
            str(edit.targets),
            problem,
            nearest,
            setup.code if setup else "",
            shot.shot_id if shot else None,
            _about(edit, setup),
            tuple(_row(name, chosen.get(name), context, sounds) for name in KINDS),
            tuple(_serving(edit, both.values)),
            both.apart,
            _summary(edit, both),
        )

    def start(self, production_id: int, names: Sequence[str], code: str = "") -> Job[TriedTarget]:
        """Begin to make targets of a shot's frames, by their names, or those that are chosen.

        Raises NotFound, and Refusal where nothing is chosen or no frames are there.
        """
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
        unknown = [each for each in names if each not in KINDS]
        if unknown:
            raise NotFound(f"There is no target “{unknown[0]}”.")
        shot = shown_shot(judged, code)
        if shot is None:
            raise Refusal("No shot is set up yet: targets are made of one's frames.")
        known = {each.name: each for each in judged.edit.targets.of}
        wanted = [known.get(name, Target(name)) for name in names or known]
        if not wanted:
            raise Refusal("No target is chosen: choose one, or name those to be tried.")
        stack = self.made.typed(shot.shot_id, {})
        setup = stack.context.setup
        cut = setup.cut_range
        count = FRAMES if setup.canvas.pixels <= LARGE else FEW
        frames = []
        eyes = StackSeen.BOTH if setup.eyes.are_there and setup.camera.is_there else StackSeen.SET
        for frame in range(cut.first, cut.first + min(count, cut.length)):
            try:
                frames.append(
                    self.made.stacks.asked(shot.shot_id, stack.context, frame, eyes).request
                )
            except NoPicture:
                continue
        if not frames:
            raise Refusal(f"{setup.code} shows nothing yet that could be published.")
        through = self.made.seeing.through(stack.loaded, STACK, "")
        promised: dict[str, tuple[Target, Promise]] = {}
        requests = []
        for target in wanted:
            kind = target.kind
            size = carried_size(kind, _delivered(setup, eyes))
            came = carried_rate(kind, setup.rate.fraction)
            given = len(frames) if kind.moving else 1
            rate = came.rate if kind.counts is Counts.RATES else setup.rate.fraction
            # Delays in turn keep the rate where one delay can't.
            expected = rate if kind.counts is not Counts.RATIO else came.rate
            promised[target.name] = (
                target, Promise(size, given, expected if kind.moving else None),
            )  # fmt: skip
            requests.append(
                PublishRequest(
                    (), target.name, size, rate, float(target.megabits),
                    kind.fields and setup.scan.interlaced,
                    bool(kind.alpha > 1 and setup.background.alpha), str(self._below),
                )
            )  # fmt: skip

        def work(job: Job[TriedTarget]) -> None:
            self._below.mkdir(parents=True, exist_ok=True)
            with tempfile.TemporaryDirectory(prefix=".target-", dir=self._below) as folder:
                paths = self._frames(frames, through, folder, job)
                given = [
                    replace(each, frames=tuple(paths if KINDS[each.kind].moving else paths[:1]))
                    for each in requests
                ]
                self._publish(given, promised, len(paths), job)

        what = f"{counted(len(requests), 'target')} of {setup.code}"
        total = len(frames) + len(requests)
        return self.jobs.start(TRIAL_JOB, production_id, what, total, work)

    def _frames(
        self,
        frames: Sequence[ComposeRequest],
        through: ViewedThrough | None,
        folder: str,
        job: Job[TriedTarget],
    ) -> list[str]:
        """Make the frames once for all targets; return where they lie."""
        wanted = [
            CodesRequest(number, each, through, str(Path(folder, f"{number:04d}.npy")))
            for number, each in enumerate(frames)
        ]
        for _, came in each_of(self.made.work, write_codes, wanted, job.step):
            if isinstance(came, Exception):
                raise Refusal(f"A frame can't be made: {came}.") from came
        return [each.path for each in wanted]

    def _publish(
        self,
        requests: Sequence[PublishRequest],
        promised: Mapping[str, tuple[Target, Promise]],
        done: int,
        job: Job[TriedTarget],
    ) -> None:
        for asked, came in each_of(
            self.made.work, publish, requests, lambda number: job.step(done + number)
        ):
            if isinstance(came, Exception):
                why = came.strerror if isinstance(came, OSError) else str(came)
                job.add(TriedTarget(asked.kind, why or str(came), ()))
                continue
            job.add(TriedTarget(asked.kind, "", tuple(kept(*promised[asked.kind], came))))

    def job(self, production_id: int, number: int) -> Job[TriedTarget]:
        """Return a trial by its number. Raises NotFound."""
        return self.jobs.get(TRIAL_JOB, production_id, number)


def _delivered(setup: Setup, eyes: StackSeen) -> Size:
    """Return the size of the frames that are made."""
    whole = setup.overscan.around(setup.canvas)
    if eyes is not StackSeen.BOTH:
        return whole
    across, down = setup.views.pictures
    narrowed, lowered = setup.views.squeeze
    # Two views are made beside each other, to be taken apart.
    if setup.views.pictures == (1, 1) and setup.views.squeeze == (1, 1) and not setup.views.glasses:
        across = 2
    return Size(whole.width * across // narrowed, whole.height * down // lowered)


def _row(name: str, target: Target | None, context: ShotContext | None, sounds: int) -> TargetRow:
    kind = KINDS[name]
    carries = carrying(context, target or Target(name), sounds) if context else ()
    holds = [f"{kind.bits} bits"]
    holds += [f"alpha of {kind.alpha}"] if kind.alpha > 1 else []
    holds += ["fields"] if kind.fields else []
    holds += ["sound"] if kind.sound else []
    holds += ["layers"] if kind.layers else []
    holds += ["answers to a hand"] if kind.interactive else []
    holds += [] if kind.tags else ["no colour tags"]
    return TargetRow(
        name,
        kind.standard,
        tuple(holds),
        target is not None,
        decimal(target.megabits, 3, trim=True) if target and target.megabits else "",
        kind.lossy,
        "" if can_make(name) else "This machine's FFmpeg has no encoder for it.",
        tuple(_carried(each) for each in carries),
        sum(not each.carried for each in carries),
        ruled_out(kind),
    )


def _carried(each: Carried) -> CarriedSetting:
    texts = {
        key: EDIT_SETTINGS[key].kind.texts(value)
        for key, value in each.values.items()
        if key in EDIT_SETTINGS
    }
    return CarriedSetting(
        each.setting, each.label, each.asked, each.carried, each.stops, each.happens, each.nearest,
        texts,
    )  # fmt: skip


def _serving(edit: EditFormat, values: Mapping[str, Any]) -> Sequence[ServingSetting]:
    return [
        ServingSetting(
            key,
            EDIT_SETTINGS[key].label,
            EDIT_SETTINGS[key].kind.show(getattr(edit, key)),
            EDIT_SETTINGS[key].kind.show(value),
            EDIT_SETTINGS[key].kind.texts(value),
        )
        for key, value in values.items()
    ]


def _about(edit: EditFormat, setup: Setup | None) -> str:
    raster = setup.raster if setup else edit.raster
    shape = raster.display_aspect
    way = "square" if shape == 1 else "upright" if shape < 1 else "lying"
    rate = setup.rate if setup else edit.rate
    return f"{raster.size} at {rate}, {way}, {aspect(shape)} : 1"


def _summary(edit: EditFormat, both: Together) -> str:
    count = len(edit.targets.of)
    if not count:
        return "Nothing is published yet: tick what is."
    if both.apart:
        return f"{counted(count, 'target')}: no one setup serves all of them."
    if both.values:
        changed = counted(len(both.values), "setting")
        return f"{counted(count, 'target')}: one setup serves all with {changed} changed."
    return f"{counted(count, 'target')}: this setup serves all of them."
