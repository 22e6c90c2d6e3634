"""The sheet: each setting as a row of what the edit asks, what is set and what it means."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import STATE_WORDS, Finding, State
from zero_slate.core.checks.match import Match, excuses
from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.settings.index import HOUSE_SETTINGS, SETTINGS
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
    texts: Mapping[str, Mapping[str, str]]


@dataclass(frozen=True, slots=True)
class RowMessage:
    """One sentence of a row, and what would put it right."""

    code: str | None
    severity: str | None
    text: str
    strong: tuple[str, ...]
    fix: SuggestedFix | None


@dataclass(frozen=True, slots=True)
class SheetField:
    """One field of a row, with the text that stands in it, typed or current."""

    part: str
    label: str
    text: str
    width: int
    before: str
    options: tuple[str, ...]
    closed: bool
    hint: str


@dataclass(frozen=True, slots=True)
class SheetRow:
    """One setting. `value_differs` tells a value from a finding about files.

    `locked` says by what a facility locks it, with the texts of the value that it is locked at.
    """

    key: str
    label: str
    help: str
    state: State
    word: str
    required: str | None
    fields: tuple[SheetField, ...]
    drawing: str
    value_differs: bool
    problem: FieldProblem | None
    understood: str | None
    messages: tuple[RowMessage, ...]
    reason: str | None
    reason_holds: bool
    group: str
    locked: SuggestedFix | None


@dataclass(frozen=True, slots=True)
class SheetGroup:
    """The rows of one subject."""

    key: str
    title: str
    note: str
    rows: tuple[SheetRow, ...]


@dataclass(frozen=True, slots=True)
class Sheet:
    """The whole ledger, and the verdict."""

    groups: tuple[SheetGroup, ...]
    state: State
    word: str
    verdict: str
    differing: int


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
        groups.append(SheetGroup(group, title, _note(rows), rows))
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
    if findings:
        messages = tuple(message_of(finding) for finding in findings)
    else:
        plain = MEANINGS[key](context)
        messages = (RowMessage(None, None, plain.text, plain.strong, None),)
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
    return RowMessage(finding.code, finding.severity, sentence.text, sentence.strong, fix)


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
