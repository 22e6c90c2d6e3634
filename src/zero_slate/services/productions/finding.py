"""Finding anything by one line: shots, productions, settings, formats, pages and actions."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from urllib.parse import quote

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.ranking import Findable, ranked
from zero_slate.core.format_library.shipped import SHIPPED
from zero_slate.core.people.actions import ACTIONS
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.settings.schema import GROUPS, Setting
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store.formats import own_formats
from zero_slate.store.stamps import formats_stamp, whole_stamp
from zero_slate.store.tables import Production, SetupRevision, Shot

MOST_FOUND = 12


@dataclass(frozen=True, slots=True)
class FoundLine:
    """Something that was found."""

    kind: str
    """`shot`, `production`, `setting`, `format` or `action`."""
    label: str
    """What it is called."""
    about: str
    """What it belongs to, or does."""
    address: str
    """The page where it is; empty for an action."""
    action: str
    """The action's name; empty for what has a page."""


@dataclass(frozen=True, slots=True)
class _ShotRow:
    """What there is to find of a shot, as long as its revision stands."""

    revision: int
    item: Findable[FoundLine]


class Finding:
    """Everything that can be found on an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self._shots: Kept[int, dict[int, _ShotRow]] = Kept(1)
        self._formats: Kept[int, tuple[Findable[FoundLine], ...]] = Kept(1)

    def find(
        self, text: str, shot_id: int | None = None, production_id: int | None = None
    ) -> tuple[FoundLine, ...]:
        """Return what every word of a text fits, the best first.

        Settings are those of the shot, or of the edit format of the production, that is open.
        """
        with self.workspace.reading() as session:
            found = [each.item for each in self._every_shot(session).values()]
            found += _productions(session)
            found += self._every_format(session)
        if shot_id is not None:
            found += _settings(f"/s/{shot_id}", "of this shot", shot=True)
        elif production_id is not None:
            found += _settings(f"/p/{production_id}/edit", "of the edit format", shot=False)
        return tuple(ranked([*found, *_actions()], text, MOST_FOUND))

    def _every_shot(self, session: Session) -> dict[int, _ShotRow]:
        stamp = whole_stamp(session)
        known = self._shots.get(0, stamp)
        if known is not None:
            return known
        before = self._shots.last(0) or {}
        newest = (
            select(SetupRevision.shot_id, func.max(SetupRevision.id).label("revision"))
            .group_by(SetupRevision.shot_id)
            .subquery()
        )
        rows = session.execute(
            select(Shot.id, Shot.code, Production.title, newest.c.revision)
            .join(Production, Production.id == Shot.production_id)
            .join(newest, newest.c.shot_id == Shot.id)
        ).all()
        new = [row.revision for row in rows if _stale(before.get(row.id), row.revision)]
        titles = _titles(session, new)
        made = {}
        for row in rows:
            kept = before.get(row.id)
            if kept is None or kept.revision != row.revision:
                title = titles.get(row.revision) or ""
                about = " · ".join(filter(None, (title, row.title)))
                line = FoundLine("shot", row.code, about, f"/s/{row.id}", "")
                kept = _ShotRow(row.revision, Findable(line, row.code, about, 6))
            made[row.id] = kept
        return self._shots.put(0, stamp, made)

    def _every_format(self, session: Session) -> tuple[Findable[FoundLine], ...]:
        stamp = formats_stamp(session)
        known = self._formats.get(0, stamp)
        if known is not None:
            return known
        every = [*own_formats(session).values(), *SHIPPED]
        made = tuple(
            Findable(
                FoundLine(
                    "format", each.name, f"{each.canvas} · {each.family}",
                    f"/formats?find={quote(each.name)}", "",
                ),
                each.name,
                f"format {each.family} {each.purpose} {each.canvas}",
            )
            for each in every
        )  # fmt: skip
        return self._formats.put(0, stamp, made)


def _stale(kept: _ShotRow | None, revision: int) -> bool:
    return kept is None or kept.revision != revision


def _titles(session: Session, revisions: list[int]) -> dict[int, str]:
    """Return the titles in setups; one that can't be read has none."""
    found: dict[int, str] = {}
    said = func.json_extract(SetupRevision.content, "$.setup.title")
    for at in range(0, len(revisions), 500):
        some = revisions[at : at + 500]
        rows = session.execute(
            select(SetupRevision.id, said).where(
                SetupRevision.id.in_(some), func.json_valid(SetupRevision.content) == 1
            )
        )
        found |= {number: str(title) for number, title in rows if title}
    return found


def _productions(session: Session) -> list[Findable[FoundLine]]:
    rows = session.execute(select(Production.id, Production.title, Production.kind))
    return [
        Findable(
            FoundLine("production", row.title, row.kind, f"/p/{row.id}", ""),
            row.title,
            f"production {row.kind}",
            8,
        )
        for row in rows
    ]


@lru_cache(maxsize=64)
def _settings(root: str, whose: str, shot: bool) -> tuple[Findable[FoundLine], ...]:
    return tuple(_each_setting(root, whose, shot))


def _each_setting(root: str, whose: str, shot: bool) -> Iterator[Findable[FoundLine]]:
    settings: dict[str, Setting] = SETTINGS if shot else EDIT_SETTINGS
    for key, each in settings.items():
        group = GROUPS[each.group]
        about = f"{group}, {whose}: {each.help}"
        line = FoundLine("setting", each.label, about, f"{root}#{key}", "")
        yield Findable(line, each.label, f"{group} {key} {each.help}", 4)


@lru_cache(maxsize=1)
def _actions() -> tuple[Findable[FoundLine], ...]:
    return tuple(
        Findable(
            FoundLine("action", each.does, each.where.value, "", each.name),
            each.does,
            f"key {each.where}",
        )
        for each in ACTIONS
        if not each.fixed and each.name != "find"
    )
