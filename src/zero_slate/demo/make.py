"""Makes the demo: its media and cut lists on disk, its productions through the services."""

import shutil
from collections.abc import Callable
from fractions import Fraction
from pathlib import Path

from zero_slate.config import CONFIG_NAME, Config
from zero_slate.core.rate import FrameRate
from zero_slate.core.timecode import Timecode
from zero_slate.demo.cuts import edl, otio_json
from zero_slate.demo.files import Stretch, write_exr, write_movie, write_png
from zero_slate.demo.story import HARBOUR, ORCHARD, STORIES, Shot, Story
from zero_slate.services.cut_reading import CutReading
from zero_slate.services.jobs import Jobs
from zero_slate.services.media import MediaService
from zero_slate.services.productions import Productions
from zero_slate.services.shots import Shots
from zero_slate.services.workspace import Workspace

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
    shots = Shots(workspace)
    productions = Productions(workspace, shots)
    if not productions.desk().productions:
        tell("Making the demo's productions …")
        services = _Services(workspace, shots, productions)
        # The first story last, so that its shots lead the desk.
        for story in reversed(STORIES):
            services.make(story)
    workspace.close()
    return config


class _Services:
    def __init__(self, workspace: Workspace, shots: Shots, productions: Productions):
        self.workspace = workspace
        self.shots = shots
        self.productions = productions
        self.cuts = CutReading(workspace, productions)
        self.media = MediaService(workspace, shots, Jobs())

    def make(self, story: Story) -> None:
        """Start a production, read its cuts and set its shots up."""
        production = self.productions.start(
            story.title, story.kind, story.format, story.code_example
        )
        folder = self.workspace.volume(story.volume) / "edit"
        for file in sorted(folder.iterdir()):
            self.cuts.take(production, file.read_bytes(), file.name, story.rate, None)
        for shot in reversed(story.shots):
            if shot.set_up:
                self._set_up(production, story, shot)

    def _set_up(self, production: int, story: Story, shot: Shot) -> None:
        shot_id = self.shots.set_up_from_event(production, shot.code)
        typed = {
            "title": {"text": shot.title},
            "subtitle": {"text": story.title},
            **shot.typed,
        }
        # Reasons are written for the values that stand, so they come with them.
        self.shots.save(shot_id, 1, typed, shot.reasons)
        if shot.plate is not None:
            name = self.media.folder(story.volume, f"shots/{shot.code}").found[0].name
            self.media.tie(shot_id, story.volume, f"shots/{shot.code}", name, None)


def _write_cuts(story: Story, folder: Path) -> None:
    folder.mkdir(parents=True)
    stem = story.title.lower().replace("the ", "").replace(" ", "_")
    known = tuple(shot for shot in story.shots if shot.set_up)
    (folder / f"{stem}_c01.edl").write_text(edl(story, f"{story.title} c01", known))
    if story is ORCHARD:
        text = otio_json(story, f"{story.title} c02", story.shots)
        (folder / f"{stem}_c02.otio").write_text(text)
    else:
        (folder / f"{stem}_c02.edl").write_text(edl(story, f"{story.title} c02", story.shots))


def _write_media(story: Story, folder: Path, tell: Tell) -> None:
    for shot in story.shots:
        if shot.plate is not None:
            tell(f"  {story.title}: {shot.code}")
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
