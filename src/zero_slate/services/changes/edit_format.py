"""A change of the edit format: what it would touch, and storing it with the shots that follow."""

from dataclasses import dataclass

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.sheet import SheetRow, edit_rows
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.locks import lock_refusal
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.change import follow
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.batches import store_batch
from zero_slate.services.changes.effects import Window, effect_of
from zero_slate.services.productions.edit_formats import (
    edit_changes,
    edit_revision,
    next_edit,
    read_edit,
    tried,
)
from zero_slate.services.productions.judged import JudgedProductions, JudgedShot
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.showing import edit_is_stored


@dataclass(frozen=True, slots=True)
class EditFormatEffect:
    """What a changed edit format would do to one shot."""

    id: int
    """The shot's number."""
    code: str
    """The shot's code."""
    before: State
    """How it stands to the edit now."""
    after: State
    """How it would stand to the edit."""
    appear: tuple[str, ...]
    """The findings that would come about."""
    vanish: tuple[str, ...]
    """The findings that would go."""
    follows_along: bool
    """Whether it would be updated along with the edit format."""


@dataclass(frozen=True, slots=True)
class EditFormatPage:
    """The edit format as it is being changed, and what that would touch."""

    title: str
    """The production's title."""
    version: int
    """Which version stands."""
    at: str
    """When it was saved, as an ISO 8601 moment in UTC."""
    who: str
    """Who saved it."""
    rows: tuple[SheetRow, ...]
    """Its settings, as rows of a sheet."""
    changes: tuple[str, ...]
    """What would change, a sentence each."""
    problem: str | None
    """Why the change can't be made; None where it can."""
    touched: tuple[EditFormatEffect, ...]
    """The shots it would touch, from `offset`."""
    touches: int
    """How many it would touch in all."""
    following: int
    """How many of those have the old values, and would be updated along with it."""
    offset: int
    """Which shot `touched` begins with, from 0."""
    shots: int
    """How many shots the production has."""
    along: bool
    """Whether the shots with the old values are to be updated."""


class EditFormats:
    """Changes of the edit formats of an installation."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def preview(
        self,
        production_id: int,
        typed: Typed,
        along: bool,
        out: frozenset[int] = frozenset(),
        window: Window = Window(),  # noqa: B008
    ) -> EditFormatPage:
        """Show what changing the edit format would do, with the shots `out` left as they are.

        Nothing is stored. Raises NotFound, and Refusal for a field that there isn't.
        """
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
        before, row = judged.edit, judged.edit_revision
        locks = self.workspace.locks
        reading = read_edit(before, typed, self.workspace)
        after, problem = tried(before, reading)
        touched: list[EditFormatEffect] = []
        if after != before:
            for known in judged.shots.values():
                effect = _effect(known, before, after, along and known.shot_id not in out)
                if effect is not None:
                    touched.append(effect)
        return EditFormatPage(
            judged.production.title,
            row.number,
            row.at,
            row.who,
            edit_rows(
                after,
                EDIT_SETTINGS,
                typed,
                reading,
                self.workspace.names_for(after),
                locks,
            ),
            edit_changes(before, after),
            problem,
            tuple(touched[window.of(touched)]),
            len(touched),
            sum(each.follows_along and each.id not in out for each in touched),
            window.offset,
            len(judged.shots),
            along,
        )

    def change(
        self, production_id: int, base: int, typed: Typed, along: bool, out: frozenset[int]
    ) -> int | None:
        """Store a changed edit format with the shots that follow it, but those left `out`.

        It is one change, whose number is returned; None where nothing changes. Raises Refusal.
        """
        with self.workspace.writing() as session:
            before, after, what, number = next_edit(
                self.workspace, session, production_id, base, typed
            )
            if after == before:
                return None
            made: list[tuple[JudgedShot, Content]] = []
            if along:
                for known in self.judged.of(session, production_id).shots.values():
                    if known.shot_id in out:
                        continue
                    content = _followed(known, before, after)
                    setup = known.content.setup
                    refused = lock_refusal(setup, content.setup, self.workspace.locks)
                    if content != known.content and not refused:
                        made.append((known, content))
            session.add(edit_revision(self.workspace, production_id, number, after, what))
            edit_is_stored(session, production_id, before)
            label, said = f"Edit format: {what}", "Along with the edit format"
            return store_batch(self.workspace, session, production_id, label, made, number, said)


def _followed(known: JudgedShot, before: EditFormat, after: EditFormat) -> Content:
    context = known.context
    return follow(known.content, before, after, context.event, context.anchor, context.required)


def _effect(
    known: JudgedShot, before: EditFormat, after: EditFormat, along: bool
) -> EditFormatEffect | None:
    """Return what a changed edit does to a shot; None where nothing changes for it."""
    moved = _followed(known, before, after)
    content = moved if along else known.content
    context = known.context
    then = ShotContext.of(
        content, after, context.event, context.elements, context.config, context.probe
    )
    effect = effect_of(known, then, content)
    follows_along = moved != known.content
    if not effect.any and not follows_along:
        return None
    return EditFormatEffect(
        known.shot_id,
        context.setup.code,
        effect.before,
        effect.after,
        effect.appear,
        effect.vanish,
        follows_along,
    )
