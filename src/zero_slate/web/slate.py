"""The services of one installation, joined, and how a request gets at them."""

from typing import Annotated

from fastapi import Depends, Request

from zero_slate.config import Config
from zero_slate.services.changes.one_shot import Changing
from zero_slate.services.changes.several_shots import Batches
from zero_slate.services.changes.sources import Sources
from zero_slate.services.changes.time_change import Retiming
from zero_slate.services.cuts.reading import CutReading
from zero_slate.services.cuts.recutting import Recuts
from zero_slate.services.data_files import DataFiles
from zero_slate.services.format_library import Library
from zero_slate.services.handoff import Handoff
from zero_slate.services.house import House
from zero_slate.services.media_all import MediaService
from zero_slate.services.printing import Printing
from zero_slate.services.productions_all import Productions
from zero_slate.services.quick_line import Quick
from zero_slate.services.runtime.jobs import Jobs
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.starting import Starting
from zero_slate.services.shots_all import Shots


class Slate:
    """Everything a person can do, in one place."""

    def __init__(self, config: Config):
        self.workspace = Workspace(config)
        self.jobs = Jobs()
        self.shots = Shots(self.workspace)
        self.productions = Productions(self.workspace, self.shots)
        self.cuts = CutReading(self.workspace, self.productions)
        self.media = MediaService(self.workspace, self.shots, self.jobs)
        self.handoff = Handoff(self.workspace, self.shots)
        self.printing = Printing(self.workspace, self.shots)
        self.house = House(self.workspace)
        self.library = Library(self.workspace)
        self.sources = Sources(self.workspace, self.library, self.media)
        self.changing = Changing(self.workspace, self.shots, self.sources)
        self.quick = Quick(self.workspace, self.shots)
        self.batches = Batches(self.workspace, self.productions, self.sources)
        self.starting = Starting(self.workspace, self.shots, self.sources)
        self.retiming = Retiming(self.workspace, self.shots)
        self.recuts = Recuts(self.workspace, self.productions, self.shots)
        self.data = DataFiles(self.workspace, self.shots, self.jobs)

    def close(self) -> None:
        """Close the database, and let go of what was given only for a while."""
        self.data.close()
        self.workspace.close()


async def _slate(request: Request) -> Slate:
    slate: Slate = request.app.state.slate
    return slate


TheSlate = Annotated[Slate, Depends(_slate)]
