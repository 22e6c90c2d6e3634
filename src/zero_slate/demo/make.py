"""Makes the demo: its media and cut lists on disk, its productions through the services."""

import json
import shutil
from collections.abc import Callable
from fractions import Fraction
from pathlib import Path

from zero_slate.config import CONFIG_NAME, Config
from zero_slate.core.media.element import Role
from zero_slate.core.places.layout import FileKind
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.brief import Brief, BriefItem
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.marks import MarkKind
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.cuts import edl, later_shots, otio_json
from zero_slate.demo.files import Stretch, write_exr, write_movie, write_png
from zero_slate.demo.second_act import link_shot, write_shot
from zero_slate.demo.story import HARBOUR, LANTERN, ORCHARD, STORIES, Shot, Story
from zero_slate.services.changes.shared_setups import SharedSetups
from zero_slate.services.changes.time_change import Retiming, TypedMark
from zero_slate.services.cuts.reading import CutReading
from zero_slate.services.format_library import Library
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.sounds import Sounds
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.places.layouts import Layouts
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.places.versions import Versions
from zero_slate.services.productions.cut_page import CutPages
from zero_slate.services.productions.desk import Desk
from zero_slate.services.productions.judged import JudgedProductions
from zero_slate.services.productions.starting import Productions
from zero_slate.services.runtime.disk_cache import DiskCache
from zero_slate.services.runtime.executor import ProcessWork
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.making import NewShots
from zero_slate.services.shots.sheets import Shots

HD = (1920, 1080)
ARCHIVE = (720, 576)
HANDLE = 8
FIRST = 1001

Tell = Callable[[str], None]


def make_demo(config: Config, *, reset: bool, tell: Tell) -> Config:
    """Make what isn't there yet of the demo below the home folder; return its configuration."""
    home = config.home
    volumes = home / "volumes"
    if reset:
        for made in (volumes, home / "volumes.making"):
            shutil.rmtree(made, ignore_errors=True)
        for file in home.glob("zero-slate.db*"):
            file.unlink()
    home.mkdir(parents=True, exist_ok=True)
    if not volumes.exists():
        making = home / "volumes.making"
        shutil.rmtree(making, ignore_errors=True)
        tell("Making the demo's media …")
        for story in STORIES:
            _write_media(story, making / story.volume, tell)
            _write_cuts(story, making / story.volume / "edit")
        (making / "handoff").mkdir()
        making.rename(volumes)
    names = [*(story.volume for story in STORIES), "handoff"]
    config.volumes = {name: volumes / name for name in names}
    lines = ["[volumes]", *(f'{name} = "volumes/{name}"' for name in names)]
    (home / CONFIG_NAME).write_text("\n".join(lines) + "\n")
    workspace = Workspace(config)
    services = _Services(workspace)
    if not Desk(workspace, services.judged).page().productions:
        tell("Making the demo's productions …")
        # The first story last, so that its shots lead the desk.
        for story in reversed(STORIES):
            services.make(story)
    workspace.close()
    return config


class _Services:
    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self.judged = JudgedProductions(workspace)
        self.productions = Productions(workspace)
        self.shots = Shots(workspace)
        self.new_shots = NewShots(workspace)
        self.cuts = CutReading(workspace, self.productions)
        self.volumes = Volumes(workspace)
        self.work = ProcessWork(1)
        kept = DiskCache(workspace.config.home / "pictures", 10**9)
        self.sounds = Sounds(workspace, self.shots, self.volumes, self.work, kept)
        self.elements = Elements(workspace, self.shots, self.volumes, self.sounds)
        self.retiming = Retiming(workspace, self.shots)
        self.library = Library(workspace)
        self.shared_setups = SharedSetups(workspace)

    def make(self, story: Story) -> None:
        """Start a production, read its cuts and set its shots up."""
        production = self.productions.start(
            story.title, story.kind, story.format, story.code_example
        )
        folder = self.workspace.volume(story.volume) / "edit"
        *cuts, last = sorted(folder.iterdir())
        for file in cuts:
            self.cuts.take(production, file.read_bytes(), file.name, story.rate, None)
        for shot in reversed(story.shots):
            if shot.set_up:
                self._set_up(production, story, shot)
        if story is ORCHARD:
            self._formats_and_shared(production)
        if story is LANTERN:
            self._place(production, story)
        # The last cut comes when work has begun.
        self.cuts.take(production, last.read_bytes(), last.name, story.rate, None)

    def _place(self, production: int, story: Story) -> None:
        """Say where its files go; two versions of a shot's drawings are taken."""
        layouts = Layouts(self.workspace, self.judged)
        typed = TypedLayout(
            volume=story.volume, folder="work", elsewhere={FileKind.HANDOFF: "handoff"}
        )
        layouts.change(production, 0, typed)
        lines = CutPages(self.workspace, self.judged).page(production).lines
        shot_id = next(line.shot_id for line in lines if line.code == "LAN_0010")
        assert shot_id is not None
        versions = Versions(layouts)
        for number, note in enumerate(("keys only", "flare on twos"), start=1):
            versions.take(shot_id, FileKind.ARTWORK, "anim", note)
            versions.approve(shot_id, FileKind.ARTWORK, "anim", number, number == 1)

    def _formats_and_shared(self, production: int) -> None:
        """Keep an own format, and let the garret's shots share a setup."""
        begun = self.library.begin("Upright 4:5")
        typed = {**begun.texts, "rate": {"rate": "23.976"}}
        purpose = "Teasers of The Tin Orchard, 4:5"
        self.library.save("Orchard teaser", purpose, typed, begun.id)
        lines = CutPages(self.workspace, self.judged).page(production).lines
        garret = [line.shot_id for line in lines if line.code.startswith("GRA_00")]
        self.shared_setups.share(
            production, "Garret", [shot for shot in garret if shot is not None]
        )

    def _set_up(self, production: int, story: Story, shot: Shot) -> None:
        shot_id = self.new_shots.set_up_from_event(production, shot.code)
        typed = {
            "title": {"text": shot.title},
            "subtitle": {"text": story.title},
            **shot.typed,
        }
        # Reasons are written for the values that stand, so they come with them.
        version = self.shots.save(shot_id, 1, typed, shot.reasons).head.version
        if shot.once:
            # Counted otherwise for a while: data was exported meanwhile.
            setup = self.shots.load(shot_id).content.setup
            stood = {key: SETTINGS[key].kind.texts(getattr(setup, key)) for key in shot.once}
            for texts in (shot.once, stood):
                version = self.shots.save(shot_id, version, texts, {}).head.version
        if story is LANTERN:
            root = self.workspace.volume(story.volume)
            link_shot(self.elements, self.sounds, shot_id, story, shot, root)
        elif shot.plate is not None:
            self._link(shot_id, story, shot)
        if shot.markers:
            marks = [TypedMark(str(f), MarkKind.MARKER, name) for f, name in shot.markers]
            version = self.retiming.set_marks(shot_id, version, marks).head.version
        if shot.brief:
            text, *lines = shot.brief
            brief = Brief(text, tuple(BriefItem(line) for line in lines))
            version = self.retiming.set_brief(shot_id, version, brief).head.version
        if shot.locked:
            self.retiming.lock(shot_id, version, closed=True)

    def _link(self, shot_id: int, story: Story, shot: Shot) -> None:
        folder = f"shots/{shot.code}"
        for found in self.volumes.folder(story.volume, folder).found:
            role = Role.PLATE if "_plate_" in found.name else Role.ARTWORK
            element = self.elements.link(shot_id, story.volume, folder, found.name, None, role)
            if "_art_" in found.name:
                self.elements.change(shot_id, element.id, {"rate": "12", "use": RateUse.TIME})


def _write_cuts(story: Story, folder: Path) -> None:
    folder.mkdir(parents=True)
    stem = story.title.lower().replace("the ", "").replace(" ", "_")
    known = tuple(shot for shot in story.shots if shot.set_up)
    (folder / f"{stem}_c01.edl").write_text(edl(story, f"{story.title} c01", known))
    if story is ORCHARD:
        second = tuple(shot for shot in story.shots if not shot.later.new)
        text = otio_json(story, f"{story.title} c02", second)
        (folder / f"{stem}_c02.otio").write_text(text)
        text = otio_json(story, f"{story.title} c03", later_shots(story), last=True)
        (folder / f"{stem}_c03.otio").write_text(text)
    else:
        (folder / f"{stem}_c02.edl").write_text(edl(story, f"{story.title} c02", story.shots))


def _write_data(folder: Path) -> None:
    """Write a track and an exposure list of a shot, exported while it was counted from 1."""
    folder.mkdir(parents=True)
    frames = range(1, 77)
    rows = [f"{f},{640 + 3.25 * f:.2f},{360 + (f % 12) * 0.5:.2f},ice edge" for f in frames]
    (folder / "RIV_0010_track.csv").write_text("\n".join(["frame,x,y,point", *rows]) + "\n")
    held = [
        {"drawing": number, "start": first, "end": first + 2, "note": "on threes"}
        for number, first in enumerate(range(1, 77, 3), start=1)
    ]
    (folder / "RIV_0010_exposure.json").write_text(json.dumps(held, indent=1) + "\n")


def _write_media(story: Story, folder: Path, tell: Tell) -> None:
    if story is ORCHARD:
        _write_data(folder / "data")
    for shot in story.shots:
        if shot.plate is not None:
            tell(f"  {story.title}: {shot.code}")
            if story is LANTERN:
                write_shot(story, shot, folder)
                continue
            _write_plate(story, shot, folder / "shots" / shot.code)


def _write_plate(story: Story, shot: Shot, folder: Path) -> None:
    rate = FrameRate.parse(shot.source_rate or story.rate)
    name = f"{shot.code}_plate_v001"
    start = Timecode.parse(shot.source_in, rate) + -HANDLE
    whole = shot.length + 2 * HANDLE
    match shot.plate:
        case "exr":
            write_exr(folder, name, shot.scene, HD, rate, Stretch(FIRST, whole, start))
        case "exr-short":
            write_exr(folder, name, shot.scene, HD, rate, Stretch(FIRST, whole - 4, start))
        case "exr-odd":
            stretch = Stretch(FIRST, whole, start)
            write_exr(folder, name, shot.scene, HD, rate, stretch, {1030: (1998, 1080)})
        case "png":
            write_png(folder, name, shot.scene, HD, range(FIRST, FIRST + whole))
        case "png-third":
            write_png(folder, name, shot.scene, (640, 360), range(FIRST, FIRST + whole))
        case "movie":
            write_movie(folder / f"{name}.mov", shot.scene, HD, rate, whole, start)
        case "rates":
            # The plate, a drawn layer at 12 and a movie at 25, each numbered or timed its own way.
            write_png(folder, name, shot.scene, HD, range(FIRST, FIRST + whole))
            write_png(folder, f"{shot.code}_art_v001", shot.scene, HD, range(1, 34))
            pal = FrameRate.parse("25")
            write_movie(
                folder / f"{shot.code}_water_v001.mov",
                shot.scene,
                HD,
                pal,
                67,
                Timecode.parse("00:00:00:00", pal),
            )
        case "movie-wrong-field":
            write_movie(
                folder / f"{name}.mov",
                shot.scene,
                HD,
                rate,
                shot.length + 24,
                Timecode.parse(shot.source_in, rate) + -12,
                upper_first=False,
                marked_upper=True,
            )
        case "movie-interlaced" if story is HARBOUR:
            start = Timecode.parse(shot.source_in, rate) + -12
            file = folder / f"{name}.mov"
            length = shot.length + 24
            write_movie(file, shot.scene, HD, rate, length, start, upper_first=True)
        case "movie-interlaced":
            # The archive's own frames for the cut's length, with nothing before or after.
            length = -(-shot.length * rate.fraction // story.frame_rate.fraction)
            write_movie(
                folder / f"{name}.mov",
                shot.scene,
                ARCHIVE,
                rate,
                length,
                Timecode.parse(shot.source_in, rate),
                pixel_aspect=Fraction(16, 11),
                upper_first=True,
            )
