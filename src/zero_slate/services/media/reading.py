"""Reading every header in a folder, in the background."""

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element, Role
from zero_slate.core.time.cadence import usual_use
from zero_slate.files.media.folders import Found
from zero_slate.services.media.elements import fitting_align
from zero_slate.services.media.lines import MediaLine, kind_of, media_line, unreadable_line
from zero_slate.services.media.sounds import sound_line
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots

MEDIA_JOB = "media"


class MediaReading:
    """Reads folders for shots."""

    def __init__(self, shots: Shots, volumes: Volumes, jobs: Jobs):
        self.shots = shots
        self.volumes = volumes
        self.jobs = jobs

    def start(self, shot_id: int, volume: str, path: str) -> Job[MediaLine]:
        """Begin to read every header in a folder; the job counts files."""
        loaded = self.shots.load(shot_id)
        _, _, found = self.volumes.look(volume, path)

        def work(job: Job[MediaLine]) -> None:
            before = 0
            for each in found:
                job.add(_line_of(loaded, each, job, before))
                before += len(each.files)
                job.step(before)

        total = sum(len(each.files) for each in found)
        return self.jobs.start(MEDIA_JOB, shot_id, f"Reading {path or volume}", total, work)

    def job(self, shot_id: int, number: int) -> Job[MediaLine]:
        """Return a reading of a shot by its number. Raises NotFound."""
        return self.jobs.get(MEDIA_JOB, shot_id, number)


def _line_of(loaded: Loaded, found: Found, job: Job[MediaLine], before: int) -> MediaLine:
    try:
        if found.sound:
            return sound_line(loaded, found)
        media = found.read(lambda done: job.step(before + done))
    except Refusal as refusal:
        return unreadable_line(found.name, str(refusal), kind_of(found), len(found.files))
    use = usual_use(media.header.rate, loaded.content.setup.rate)
    align = fitting_align(media, loaded)
    return media_line(loaded.stored, Element(0, Role.PLATE, media, align, None, use))
