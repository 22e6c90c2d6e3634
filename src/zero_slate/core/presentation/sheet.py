"""The sheet: each setting as a row of what the edit asks, what is set and what it means."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import STATE_WORDS, ElementChange, Finding, State
from zero_slate.core.checks.match import Match, excuses
from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.settings.index import HOUSE_SETTINGS, SETTINGS, is_unused
from zero_slate.core.settings.locks import Locks
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.reading import FieldProblem, Reading, Typed
from zero_slate.core.settings.schema import GROUPS, Part, Setting
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Departures

NO_LOCKS: Locks = {}


@dataclass(frozen=True, slots=True)
class SuggestedFix:
    """A change in one step: what will happen, and the texts that make it."""

    label: str
    """What will happen."""
    texts: Mapping[str, Mapping[str, str]]
    """The fields' texts that make it, by setting."""


@dataclass(frozen=True, slots=True)
class RowMessage:
    """One sentence of a row, and what would put it right."""

    code: str | None
    """Which finding it is; None for what isn't one."""
    severity: str | None
    """`stop`, `warn` or `note`; None for what isn't a finding."""
    text: str
    """The sentence."""
    strong: tuple[str, ...]
    """The parts of it that carry the figures."""
    fix: SuggestedFix | None
    """What would put it right; None where nothing in one step does."""
    element: int | None = None
    """The element that it is about; None where it is about none."""
    element_fix: ElementChange | None = None
    """What would put that element right; None where nothing in one step does."""


@dataclass(frozen=True, slots=True)
class SheetField:
    """One field of a row, with the text that stands in it, typed or current."""

    part: str
    """The field's key in its setting."""
    label: str
    """The field's name."""
    text: str
    """What is typed in it, or else what stands."""
    width: int
    """How wide it is to be, in characters."""
    before: str
    """What stands between it and the field before, as `×`; empty where nothing does."""
    options: tuple[str, ...]
    """What can be chosen; none where it is typed only."""
    closed: bool
    """Whether only the options are taken."""
    hint: str
    """What may be typed, in a few words."""


@dataclass(frozen=True, slots=True)
class SheetRow:
    """One setting. `value_differs` tells a value from a finding about files.

    `locked` says by what a facility locks it, with the texts of the value that it is locked at.
    """

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    help: str
    """What the setting is, in a sentence or two."""
    state: State
    """How it stands to the edit."""
    word: str
    """The state in a word."""
    required: str | None
    """What the edit asks for, in words; None where it asks for nothing."""
    fields: tuple[SheetField, ...]
    """The fields it is typed in."""
    drawing: str
    """The name of the drawing that shows it; empty where none does."""
    value_differs: bool
    """Whether the value itself differs; a row may differ by its files only."""
    problem: FieldProblem | None
    """Why what is typed can't be taken; None where it can."""
    understood: str | None
    """How what was typed was understood, where that is worth saying."""
    messages: tuple[RowMessage, ...]
    """What it means, and what is found."""
    reason: str | None
    """Why it differs on purpose, as it was written; None where nothing was."""
    reason_holds: bool
    """Whether the reason was given for the value that stands."""
    group: str
    """The key of its group."""
    locked: SuggestedFix | None
    """By what a facility locks it, with the texts it is locked at; None where it isn't."""
    seldom: bool
    """Whether most leave it alone."""
    unused: bool
    """Whether it is left alone here: nothing is set, typed or asked."""


@dataclass(frozen=True, slots=True)
class SheetGroup:
    """The rows of one subject."""

    key: str
    """The group's key."""
    title: str
    """The group's name."""
    note: str
    """What there is to say of the whole group."""
    rows: tuple[SheetRow, ...]
    """Its rows, from the top."""
    unused: bool
    """Whether nothing of it is set, asked or found: it is in nobody's way then."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """The whole ledger, and the verdict."""

    groups: tuple[SheetGroup, ...]
    """The groups of rows, from the top."""
    state: State
    """How the whole shot stands to the edit."""
    word: str
    """The state in a word."""
    verdict: str
    """What it comes to, in one sentence."""
    differing: int
    """How many rows differ from the edit."""


def build_sheet(
    context: ShotContext,
    found: Match,
    departures: Departures,
    typed: Typed,
    reading: Reading,
    locks: Locks = NO_LOCKS,
) -> Sheet:
    """Lay out the sheet; fields that are being typed keep their text, right or wrong."""
    by_setting: dict[str, list[Finding]] = {}
    for finding in found.findings:
        by_setting.setdefault(finding.setting, []).append(finding)
    groups = []
    for group, title in GROUPS.items():
        rows = tuple(
            _row(
                key,
                setting,
                context,
                found.states[key],
                by_setting.get(key, []),
                departures,
                typed.get(key, {}),
                reading,
                locks,
            )
            for key, setting in SETTINGS.items()
            if setting.group == group
        )
        groups.append(SheetGroup(group, title, _note(rows), rows, all(row.unused for row in rows)))
    return Sheet(tuple(groups), found.state, STATE_WORDS[found.state], found.words, found.differing)


def fields_of(
    setting: Setting, value: Any, typed: Mapping[str, str], names: ColourNames | None
) -> tuple[SheetField, ...]:
    """Return a setting's fields with what stands in them."""
    texts = {**setting.kind.texts(value), **typed}
    return tuple(
        SheetField(
            part.key,
            part.label,
            texts.get(part.key, ""),
            part.width,
            part.before,
            part.choices or part.offers or _names(part, texts, names),
            bool(part.choices),
            part.hint,
        )
        for part in setting.kind.parts
    )


def edit_rows(
    edit: PictureAndTime,
    settings: Mapping[str, Setting],
    typed: Typed,
    reading: Reading,
    names: ColourNames | None,
    locks: Locks = NO_LOCKS,
) -> tuple[SheetRow, ...]:
    """Lay out an edit format or a house setup as rows; it has nothing to follow."""
    return tuple(
        SheetRow(
            key,
            setting.label,
            setting.help,
            State.FOLLOWS,
            "",
            None,
            fields_of(setting, getattr(edit, key), typed.get(key, {}), names),
            setting.drawing,
            False,
            reading.problems.get(key),
            reading.understood.get(key),
            (),
            None,
            False,
            setting.group,
            _locked(key, locks),
            setting.seldom,
            is_unused(key, getattr(edit, key)) and key not in typed,
        )
        for key, setting in sorted(
            settings.items(), key=lambda each: list(GROUPS).index(each[1].group)
        )
    )


def _row(
    key: str,
    setting: Setting,
    context: ShotContext,
    state: State,
    findings: list[Finding],
    departures: Departures,
    typed: Mapping[str, str],
    reading: Reading,
    locks: Locks,
) -> SheetRow:
    value = getattr(context.setup, key)
    required = context.required.values.get(key)
    messages = tuple(message_of(finding) for finding in findings)
    if not findings or setting.seldom:
        plain = MEANINGS[key](context)
        messages = (RowMessage(None, None, plain.text, plain.strong, None), *messages)
    departure = departures.get(key)
    return SheetRow(
        key,
        setting.label,
        setting.help,
        state,
        STATE_WORDS[state],
        None if required is None else setting.kind.show(required),
        fields_of(setting, value, typed, context.names),
        setting.drawing,
        required is not None and required != value,
        reading.problems.get(key),
        reading.understood.get(key),
        messages,
        departure.reason if departure else None,
        excuses(departure, context.setup, key),
        setting.group,
        _locked(key, locks),
        setting.seldom,
        is_unused(key, value) and required is None and not typed,
    )


def _locked(key: str, locks: Locks) -> SuggestedFix | None:
    lock = locks.get(key)
    if lock is None:
        return None
    return SuggestedFix(lock.words, {key: HOUSE_SETTINGS[key].kind.texts(lock.value)})


def message_of(finding: Finding) -> RowMessage:
    """Return a finding as a sentence of a row, its change as a suggested fix, in texts."""
    change = finding.change
    fix = None
    if change is not None:
        texts = {key: SETTINGS[key].kind.texts(value) for key, value in change.values.items()}
        fix = SuggestedFix(change.label, texts)
    sentence = finding.sentence
    return RowMessage(
        finding.code,
        finding.severity,
        sentence.text,
        sentence.strong,
        fix,
        finding.element,
        finding.element_change,
    )


def _names(part: Part, texts: Mapping[str, str], names: ColourNames | None) -> tuple[str, ...]:
    if part.names is None or names is None:
        return ()
    if part.names == "spaces":
        return names.shown_spaces
    if part.names == "displays":
        return names.displays
    return names.views.get(texts.get("display", ""), ())


def _note(rows: tuple[SheetRow, ...]) -> str:
    differing = sum(row.state is State.DIFFERS for row in rows)
    if differing:
        return counted(differing, "difference")
    if any(row.state is State.REASON for row in rows):
        return STATE_WORDS[State.REASON]
    if all(row.required is None for row in rows):
        return ""
    return STATE_WORDS[State.FOLLOWS]
