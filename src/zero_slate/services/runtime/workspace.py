"""What every service works with: configuration, database, colour config and volumes."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy.orm import Session

from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import ColourNames, ConfigInUse, Probe
from zero_slate.core.colour.config_place import ConfigPlace
from zero_slate.core.people.profile import Profile
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.models.setup import Setup
from zero_slate.files.colour.probes import behind_display, probe
from zero_slate.files.volume_files import inside
from zero_slate.services.runtime.acting import acting
from zero_slate.services.runtime.colour_configs import ColourConfigs
from zero_slate.services.runtime.kept import forget_all
from zero_slate.store.database import Database
from zero_slate.store.people import profile_of
from zero_slate.store.tables import Person


class NotFound(Refusal):
    """Something that was asked for by its number or name and isn't there."""


class VolumeAway(Refusal):
    """A volume whose root isn't there: nothing is read from it, and nothing made in its place."""


def is_writing(session: Session) -> bool:
    """Return whether a session may hold changes: what is made from them is not to be kept."""
    return bool(session.info.get("writing"))


class Workspace:
    """An installation at work."""

    def __init__(self, config: Config):
        self.config = config
        self.database = Database(config.database)
        self.database.reopened.append(forget_all)
        self.locks = config.read_locks()
        # A volume that was a mounted disk is away when an empty folder stands in its place.
        self._mounted = {name for name, root in config.volumes.items() if root.is_mount()}
        self.before_commit: list[Callable[[Session], None]] = []
        """What looks at a session's changes before they are kept, and may refuse them."""
        self.colours = ColourConfigs(config, self.place, self.locks)
        if (lock := self.colours.lock) is not None:
            self.locks[lock.key] = lock

    def config_of(self, place: ConfigPlace) -> ConfigInUse:
        """Return the colour config that a setup with this one is read by."""
        return self.colours.in_use(place)

    def names_for(self, settings: PictureAndTime) -> ColourNames | None:
        """Return the names of a setup's colour config; None where it can't be read."""
        return self.config_of(settings.color_config).names

    def probe(self, setup: Setup) -> Probe | None:
        """Return what the setup's display shows of known greys."""
        view, address = setup.viewing, self.colours.address(setup.color_config)
        return probe(address, setup.working_space, view.display, view.view)

    def background(self, setup: Setup) -> tuple[float, float, float] | None:
        """Return the setup's background colour in its working space."""
        view, colour = setup.viewing, setup.background.colour
        codes = (colour.red, colour.green, colour.blue)
        address = self.colours.address(setup.color_config)
        return behind_display(address, setup.working_space, view.display, view.view, codes)

    @property
    def who(self) -> str:
        """Who makes the changes."""
        profile = self._acting()
        return profile.name if profile else self.config.who

    @property
    def initials(self) -> str:
        """Who makes files, as their names say it."""
        profile = self._acting()
        return profile.initials if profile else self.config.who

    def _acting(self) -> Profile | None:
        by = acting.get()
        if by is None:
            return None
        if by.profile is None:
            with self.reading() as session:
                row = session.get(Person, by.id)
                by.profile = profile_of(row) if row else None
        return by.profile

    def now(self) -> str:
        """Return the time as it is stored: UTC, to the second."""
        return datetime.now(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Open a session that changes nothing."""
        with self.database.reading() as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """Open a session whose changes are on disk when it ends, or not made at all."""
        with self.database.writing() as session:
            yield session
            session.flush()
            for check in self.before_commit:
                check(session)

    def volume(self, name: str) -> Path:
        """Return a volume's root folder. Raises NotFound, and VolumeAway where it isn't there."""
        root = self.config.volumes.get(name)
        if root is None:
            known = ", ".join(self.config.volumes) or "none is configured"
            raise NotFound(f"There is no volume “{name}”; there is: {known}.")
        if not root.is_dir() or (name in self._mounted and not root.is_mount()):
            raise VolumeAway(
                f"The volume “{name}” isn't there: {root} is away. Connect it and try again."
            )
        return root

    def folder(self, volume: str, relative: str) -> Path:
        """Return a folder of a volume. Raises NotFound, VolumeAway or OutsideVolume."""
        return inside(self.volume(volume), relative)

    def place(self, volume: str, relative: str) -> Path:
        """Return where a folder of a volume lies, whether the volume is there or not."""
        return inside(self.config.volumes.get(volume, Path("/", volume)), relative)

    def close(self) -> None:
        """Close the database."""
        self.database.close()
