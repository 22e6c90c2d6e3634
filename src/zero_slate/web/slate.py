"""The services of one installation, joined, and how a request gets at them."""

from contextlib import suppress
from functools import partial
from typing import Annotated

from fastapi import Depends, Request

from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.services.archives.arrivals import Arrivals
from zero_slate.services.archives.bin import Bin
from zero_slate.services.archives.bringing_back import BringingBack
from zero_slate.services.archives.putting_away import PuttingAway
from zero_slate.services.changes.edit_format import EditFormats
from zero_slate.services.changes.one_shot import Changing
from zero_slate.services.changes.provenance import Provenances
from zero_slate.services.changes.several_shots import Batches
from zero_slate.services.changes.shared_setups import SharedSetups
from zero_slate.services.changes.sources import Sources
from zero_slate.services.changes.starting import Starting
from zero_slate.services.changes.time_change import Retiming
from zero_slate.services.cuts.frame_requests import Requests
from zero_slate.services.cuts.reading import CutReading
from zero_slate.services.cuts.recutting import Recuts
from zero_slate.services.data_files.keeping import DataFiles
from zero_slate.services.devices.capturing import Capturing
from zero_slate.services.devices.devices import Devices
from zero_slate.services.exporting import Exporting
from zero_slate.services.format_library import Library
from zero_slate.services.framing import Framing
from zero_slate.services.handoff import Handoff
from zero_slate.services.house import House
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.grain_trials import GrainTrials
from zero_slate.services.media.layers import Layers
from zero_slate.services.media.light_copies import LightCopying
from zero_slate.services.media.lying import WhereItLies
from zero_slate.services.media.made import MadePictures
from zero_slate.services.media.newer import NewerVersions
from zero_slate.services.media.newly_come import NewlyCome
from zero_slate.services.media.offers import Offers
from zero_slate.services.media.passes import Passes
from zero_slate.services.media.pictures import Pictures
from zero_slate.services.media.proof import Proofs
from zero_slate.services.media.reading import MediaReading
from zero_slate.services.media.relinking import Relinking
from zero_slate.services.media.sounds import Sounds
from zero_slate.services.media.stack import Stacks
from zero_slate.services.media.views import Views
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.people.company import Company
from zero_slate.services.people.people import People
from zero_slate.services.people.rooms import Rooms
from zero_slate.services.places.disks import Disks
from zero_slate.services.places.folders import Folders
from zero_slate.services.places.layouts import Layouts
from zero_slate.services.places.publishing import Publishing
from zero_slate.services.places.storing import Storing
from zero_slate.services.places.versions import Versions
from zero_slate.services.places.writing_out import WritingOut
from zero_slate.services.printing import Printing
from zero_slate.services.productions.beside import Beside
from zero_slate.services.productions.cut_page import CutPages
from zero_slate.services.productions.desk import Desk
from zero_slate.services.productions.desk_shots import FindingShots
from zero_slate.services.productions.finding import Finding
from zero_slate.services.productions.judged import JudgedProductions
from zero_slate.services.productions.since import Since
from zero_slate.services.productions.starting import Productions
from zero_slate.services.quick_line import Quick
from zero_slate.services.recovery.healing import heal
from zero_slate.services.recovery.recovering import Recovery
from zero_slate.services.runtime.disk_cache import DiskCache
from zero_slate.services.runtime.farm import work_for
from zero_slate.services.runtime.jobs import Jobs
from zero_slate.services.runtime.workers import Workers
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.grading import Grading
from zero_slate.services.shots.hinting import Hints
from zero_slate.services.shots.kept_versions import Keeping
from zero_slate.services.shots.making import NewShots
from zero_slate.services.shots.sheets import Shots
from zero_slate.services.shots.showing import require_shown


class Slate:
    """Everything a person can do, in one place."""

    def __init__(self, config: Config):
        self.workspace = Workspace(config)
        self.work = work_for(config.scheduler, config.places)
        self.jobs = Jobs(lambda: self.work.note)
        self.workers = Workers(self.work, self.jobs, config.home)
        self.people = People(self.workspace)
        self.rooms = Rooms(self.workspace)
        self.company = Company(self.workspace)
        self._by_config: int | None = None
        self.judged = JudgedProductions(self.workspace)
        self.finding = Finding(self.workspace)
        self.beside = Beside(self.workspace, self.judged)
        self.desk = Desk(self.workspace, self.judged)
        self.desk_shots = FindingShots(self.workspace, self.judged)
        self.productions = Productions(self.workspace)
        self.cut_pages = CutPages(self.workspace, self.judged)
        self.edit_formats = EditFormats(self.workspace, self.judged)
        self.cuts = CutReading(self.workspace, self.productions)
        self.shots = Shots(self.workspace)
        self.workspace.before_commit.append(partial(require_shown, self.workspace))
        self.hints = Hints(self.workspace, self.shots)
        self.keeping = Keeping(self.workspace)
        self.grading = Grading(self.workspace, self.shots)
        self.new_shots = NewShots(self.workspace)
        self.recuts = Recuts(self.workspace, self.judged, self.new_shots)
        self.requests = Requests(self.workspace, self.judged)
        self.volumes = Volumes(self.workspace, self.work if config.scheduler else None)
        self.lying = WhereItLies(self.workspace)
        kept = DiskCache(config.home / "pictures", config.pictures_mb * 10**6)
        self.sounds = Sounds(self.workspace, self.shots, self.volumes, self.work, kept)
        self.elements = Elements(self.workspace, self.shots, self.volumes, self.sounds)
        self.pictures = Pictures(self.workspace, self.shots, self.volumes, self.work, kept)
        self.light_copies = LightCopying(self.pictures, self.jobs, config.home)
        self.elements.after_linking.append(self.light_copies.make_as_linked)
        self.proofs = Proofs(self.pictures, self.light_copies, config.home)
        self.made = MadePictures(self.pictures, self.jobs)
        self.grain_trials = GrainTrials(self.made, self.jobs)
        self.stacks = Stacks(self.elements, self.sounds)
        self.offers = Offers(self.volumes, self.elements, self.jobs)
        self.passes = Passes(self.workspace, self.elements, self.sounds, self.work, self.jobs)
        self.relinking = Relinking(self.elements, self.jobs)
        self.newer = NewerVersions(self.workspace, self.volumes, self.work)
        self.since = Since(self.workspace, NewlyCome(self.workspace, self.newer))
        self.layers = Layers(self.pictures, self.jobs)
        self.views = Views(self.pictures, self.jobs)
        self.media_reading = MediaReading(self.shots, self.volumes, self.jobs)
        self.layouts = Layouts(self.workspace, self.judged)
        self.folders = Folders(self.layouts, self.jobs)
        self.disks = Disks(self.pictures, self.judged, self.jobs)
        self.storing = Storing(self.pictures, self.judged, self.jobs)
        self.publishing = Publishing(self.made, self.judged, self.sounds, self.jobs)
        self.writing_out = WritingOut(self.layouts, self.made, self.jobs)
        self.versions = Versions(self.layouts)
        self.devices = Devices(self.shots, config.home)
        self.capturing = Capturing(self.layouts, self.shots, self.work, self.jobs)
        self.putting_away = PuttingAway(self.workspace, self.volumes, self.jobs)
        self.bringing_back = BringingBack(self.workspace, self.jobs)
        self.bin = Bin(self.workspace, self.bringing_back)
        self.arrivals = Arrivals(self.workspace, self.bringing_back)
        self.exporting = Exporting(self.layouts)
        self.framing = Framing(self.work)
        self.handoff = Handoff(self.layouts, self.shots, self.jobs)
        self.printing = Printing(self.layouts, self.shots)
        self.house = House(self.workspace)
        self.library = Library(self.workspace)
        self.sources = Sources(self.workspace, self.library, self.volumes)
        self.changing = Changing(self.workspace, self.shots, self.sources)
        self.provenances = Provenances(self.workspace, self.shots)
        self.quick = Quick(self.workspace, self.shots)
        self.batches = Batches(self.workspace, self.judged, self.sources)
        self.shared_setups = SharedSetups(self.workspace)
        self.starting = Starting(self.workspace, self.new_shots, self.sources)
        self.retiming = Retiming(self.workspace, self.shots)
        self.data = DataFiles(self.workspace, self.shots, self.jobs)
        self.recovery = Recovery(self.workspace)
        self.handoff.clear_broken_off()
        self.mended = heal(self.workspace, self.judged, self.recovery)

    @property
    def by_config(self) -> int | None:
        """The profile of the one that the configuration says works here, where it does."""
        if self._by_config is None and self.workspace.config.says_who:
            with suppress(Refusal):
                self._by_config = self.people.said_by_config()
        return self._by_config

    def open(self) -> None:
        """Make what has to be there before anybody asks; a database that can't be written waits."""
        with suppress(Refusal):
            self.people.welcome_said()

    def close(self) -> None:
        """Stop what is at work, close the database, and let go of what was given for a while."""
        self.jobs.close()
        self.proofs.close()
        self.work.close()
        self.data.close()
        self.arrivals.clear()
        self.workspace.close()


async def _slate(request: Request) -> Slate:
    slate: Slate = request.app.state.slate
    return slate


TheSlate = Annotated[Slate, Depends(_slate)]
