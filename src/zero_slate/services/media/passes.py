"""Passes over a production's folder: what was found for every shot, what is new, what fits none."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.belonging import best_of, likely_role
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.folders import Found
from zero_slate.files.media.sounds import read_sound
from zero_slate.files.media.tree import walk
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.lines import frames_words, kind_of
from zero_slate.services.media.sounds import Sounds
from zero_slate.services.runtime.executor import Work, each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import elements, found
from zero_slate.store.tables import ElementRow, FoundMedia, MediaPass, Production, Shot

PASS_JOB = "pass"
# What was read is kept after so many, so that a pass that is stopped has lost little.
KEPT_EVERY = 64


@dataclass(frozen=True, slots=True)
class PassTally:
    """What a pass came to."""

    folders: int
    """How many folders were listed."""
    found: int
    """How many sequences, movies, stills and sounds were found."""
    read: int
    """How many of them were read, since they are new or have changed."""
    gone: int
    """How many that were found before are gone."""


@dataclass(frozen=True, slots=True)
class FoundItem:
    """Something that a pass found."""

    id: int
    """Its number."""
    volume: str
    """The volume it lies on."""
    folder: str
    """The folder it lies in."""
    name: str
    """Its name, a sequence's with its frames."""
    kind: str
    """`sequence`, `movie`, `still` or `sound`."""
    files: int
    """How many files there are."""
    words: str
    """Its frames, size and rate, in words."""
    why: str
    """Why it belongs to its shot; empty for what fits none."""
    role: str
    """What it is likely to be to the shot."""
    new: bool
    """Whether the last pass saw it for the first time."""
    linked: bool
    """Whether it is linked to its shot."""
    problem: str | None
    """Why it can't be read; None where it can."""


@dataclass(frozen=True, slots=True)
class FoundShot:
    """A shot, and what was found for it."""

    shot_id: int | None
    """The shot's number; None for one that isn't set up."""
    code: str
    """The shot's code."""
    items: tuple[FoundItem, ...]
    """What was found, the surest first."""


@dataclass(frozen=True, slots=True)
class FoundPage:
    """What was found on disk for a production."""

    title: str
    """The production's title."""
    volume: str | None
    """The production's own volume; None where none was chosen."""
    folder: str
    """Its own folder there."""
    at: str | None
    """When the last pass was made, as an ISO 8601 moment in UTC; None before the first."""
    words: str
    """What the last pass came to, in words."""
    shots: tuple[FoundShot, ...]
    """The shots, in cut order."""
    unplaced: tuple[FoundItem, ...]
    """What fits none."""


@dataclass(frozen=True, slots=True)
class ChosenItem:
    """Something found that is to be linked to a shot."""

    id: int
    shot_id: int
    role: Role


@dataclass(frozen=True, slots=True)
class NotLinked:
    """Something that couldn't be linked."""

    id: int
    """Its number."""
    name: str
    """Its name."""
    why: str
    """Why not."""


@dataclass(frozen=True, slots=True)
class _Seen:
    """Something that a pass sees: where it lies, and what tells it apart."""

    found: Found
    folder: str
    stamp: str


class Passes:
    """Looks through a production's folder, and links what is chosen of it."""

    def __init__(
        self, workspace: Workspace, linked: Elements, sounds: Sounds, work: Work, jobs: Jobs
    ):
        self.workspace = workspace
        self.elements = linked
        self.sounds = sounds
        self.work = work
        self.jobs = jobs

    def start(self, production_id: int, volume: str, folder: str) -> Job[PassTally]:
        """Begin a pass over a folder tree, which the production remembers as its own.

        Raises NotFound, VolumeAway and OutsideVolume.
        """
        root, start = self.workspace.volume(volume), self.workspace.folder(volume, folder)
        folder = "/".join(start.relative_to(root.resolve()).parts)
        with self.workspace.writing() as session:
            production = _production(session, production_id)
            production.volume, production.folder = volume, folder

        def work(job: Job[PassTally]) -> None:
            seen: list[_Seen] = []
            folders = 0
            for listed in walk(root, start):
                folders += 1
                here = "/".join(listed.steps)
                for each in self.elements.volumes.find(listed.listing.files, listed.path):
                    seen.append(_Seen(each, here, each.digest()))
                job.total = folders
                job.step(folders)
            job.add(self._read(job, production_id, volume, folder, folders, seen))

        what = f"Looking through {folder or volume}"
        return self.jobs.start(PASS_JOB, production_id, what, 0, work)

    def _read(
        self,
        job: Job[PassTally],
        production_id: int,
        volume: str,
        folder: str,
        folders: int,
        seen: Sequence[_Seen],
    ) -> PassTally:
        """Read what is new or changed; keep it as it comes, so that a stop loses little."""
        with self.workspace.writing() as session:
            known = found.stamps_of(session, production_id, volume)
            changed = [e for e in seen if known.get((e.folder, e.found.name)) != (e.stamp or None)]
            one = MediaPass(
                production_id=production_id, volume=volume, folder=folder, folders=folders,
                files=sum(len(each.found.files) for each in seen), read=len(changed),
                who=self.workspace.who, at=self.workspace.now(),
            )  # fmt: skip
            session.add(one)
            session.flush()
            number = one.id
            unchanged = {(e.folder, e.found.name) for e in seen} - {
                (e.folder, e.found.name) for e in changed
            }
            found.see_again(session, production_id, volume, number, unchanged)
        job.what = f"Reading what is new in {folder or volume}"
        job.total, job.done = len(changed), 0
        came: list[tuple[_Seen, Media | str]] = []
        try:
            for each, result in each_of(self.work, _read_one, changed, job.step):
                came.append((each, result if not isinstance(result, Exception) else str(result)))
                if len(came) >= KEPT_EVERY:
                    self._keep(production_id, volume, number, came)
                    came = []
        finally:
            self._keep(production_id, volume, number, came)
        with self.workspace.writing() as session:
            gone = found.forget_gone(session, production_id, volume, folder, number)
        return PassTally(folders, len(seen), len(changed), gone)

    def _keep(
        self, production_id: int, volume: str, number: int, came: list[tuple[_Seen, Media | str]]
    ) -> None:
        if not came:
            return
        rows = []
        for each, result in came:
            problem = result if isinstance(result, str) else None
            media = None if isinstance(result, str) else result
            rows.append(
                {
                    "production_id": production_id,
                    "volume": volume,
                    "folder": each.folder,
                    "name": each.found.name,
                    "kind": kind_of(each.found),
                    "files": len(each.found.files),
                    "stamp": each.stamp,
                    "words": _words(media) if media else "",
                    "media": elements.MEDIA.dump_json(media).decode() if media else None,
                    "problem": problem or None,
                    "first_pass": number,
                    "last_pass": number,
                }
            )
        statement = insert(FoundMedia)
        new = {
            key: statement.excluded[key]
            for key in ("kind", "files", "stamp", "words", "media", "problem", "last_pass")
        }
        with self.workspace.writing() as session:
            session.execute(
                statement.on_conflict_do_update(
                    index_elements=["production_id", "volume", "folder", "name"], set_=new
                ),
                rows,
            )

    def job(self, production_id: int, number: int) -> Job[PassTally]:
        """Return a pass by its number. Raises NotFound."""
        return self.jobs.get(PASS_JOB, production_id, number)

    def page(self, production_id: int) -> FoundPage:
        """Return what was found for every shot, what is new and what fits none."""
        with self.workspace.reading() as session:
            production = _production(session, production_id)
            last = found.latest_pass(session, production_id)
            codes = found.codes_of(session, production_id)
            rows = found.found_rows(session, production_id)
            # After the first pass everything would be new.
            before = last is not None and any(row.first_pass < last.id for row in rows)
            linked = _linked(session, production_id)
        of_code: dict[str, list[tuple[int, FoundItem]]] = defaultdict(list)
        unplaced = []
        for row in rows:
            best = best_of(codes, row.folder.split("/"), row.name)
            shot = codes.get(best[0]) if best else None
            item = FoundItem(
                row.id, row.volume, row.folder, row.name, row.kind, row.files, row.words,
                best[1].why if best else "", str(likely_role(row.name, row.kind)),
                last is not None and before and row.first_pass == last.id,
                (shot, row.volume, row.folder, row.name) in linked, row.problem,
            )  # fmt: skip
            if best is None:
                unplaced.append(item)
            else:
                of_code[best[0]].append((best[1].rank, item))
        shots = tuple(
            FoundShot(shot_id, code, tuple(item for _, item in sorted(of_code[code], key=_by_rank)))
            for code, shot_id in codes.items()
        )
        return FoundPage(
            production.title,
            production.volume,
            production.folder or "",
            last.at if last else None,
            _pass_words(last, rows, before) if last else "",
            shots,
            tuple(unplaced),
        )

    def link(self, production_id: int, chosen: Sequence[ChosenItem]) -> tuple[NotLinked, ...]:
        """Link what is chosen, each to its shot; return what couldn't be.

        Raises NotFound for a shot that isn't in the production.
        """
        with self.workspace.reading() as session:
            _production(session, production_id)
            rows = found.by_ids(session, production_id, (each.id for each in chosen))
            of_shots = {shot.id for shot in session.query(Shot.id).filter(
                Shot.production_id == production_id)}  # fmt: skip
        left = []
        for each in chosen:
            row = rows.get(each.id)
            name = row.name if row else f"number {each.id}"
            try:
                if row is None:
                    raise NotFound("it was found by an earlier pass, and isn't there any more")
                if each.shot_id not in of_shots:
                    raise NotFound(f"shot {each.shot_id} isn't in this production")
                self._link(row, each)
            except Refusal as refusal:
                left.append(NotLinked(each.id, name, str(refusal)))
        return tuple(left)

    def _link(self, row: FoundMedia, chosen: ChosenItem) -> None:
        where = row.volume, row.folder, row.name
        if row.kind == "sound" or chosen.role is Role.SOUND:
            self.sounds.link(chosen.shot_id, *where)
            return
        media = elements.MEDIA.validate_json(row.media) if row.media else None
        self.elements.link(chosen.shot_id, *where, None, chosen.role, known=media)


def _by_rank(each: tuple[int, FoundItem]) -> tuple[int, str, str]:
    return each[0], each[1].folder, each[1].name


def _read_one(seen: _Seen) -> Media | str:
    """Read one thing found, in a worker; what it can't is said in words."""
    try:
        if seen.found.sound:
            (file,) = seen.found.files.values()
            read_sound(seen.found.folder / file)
            return ""
        return seen.found.read()
    except Refusal as refusal:
        return str(refusal)
    except FAILURES as error:
        return damaged(error)


def _words(media: Media) -> str:
    header = media.header
    rate = f" · {header.rate}" if header.rate else ""
    types = header.channels[0].type if header.channels else ""
    frames = "one picture" if media.kind is MediaKind.STILL else frames_words(media)
    return f"{frames} · {header.size} · {types}{rate}"


def _pass_words(last: MediaPass, rows: Sequence[FoundMedia], before: bool) -> str:
    new = sum(row.first_pass == last.id for row in rows) if before else 0
    words = (
        f"{counted(len(rows), 'thing')} in {counted(last.folders, 'folder')}, "
        f"{counted(last.files, 'file')}"
    )
    return f"{words}; {new} new" if before else words


def _linked(session: Session, production_id: int) -> set[tuple[int | None, str, str, str]]:
    rows = (
        session.query(ElementRow)
        .join(Shot, Shot.id == ElementRow.shot_id)
        .filter(Shot.production_id == production_id)
    )
    return {(row.shot_id, row.volume, row.folder, elements.file_name(row)) for row in rows}


def _production(session: Session, production_id: int) -> Production:
    production = session.get(Production, production_id)
    if production is None:
        raise NotFound(f"There is no production numbered {production_id}.")
    return production
