"""The quick line of a shot, reckoned as it is typed."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.quick_line.line import LONGEST_LINE, QuickWord, read_quick
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.sheets import Shots


@dataclass(frozen=True, slots=True)
class QuickPage:
    """Each word of a line as it was understood, and the texts that would be set."""

    words: tuple[QuickWord, ...]
    """The words, in the order they were typed."""
    sound: bool
    """Whether every word was understood, so that the line can be set."""
    texts: dict[str, dict[str, str]]
    """The fields' texts it would set, by setting."""


class Quick:
    """Reads quick lines."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def page(self, shot_id: int, line: str, chosen: dict[str, str]) -> QuickPage:
        """Return what each word was understood as. Nothing is stored."""
        if len(line) > LONGEST_LINE:
            raise Refusal(
                f"The line has {len(line)} characters and takes at most {LONGEST_LINE}.",
                nearest=line[:LONGEST_LINE],
            )
        loaded = self.shots.load(shot_id)
        setup = loaded.content.setup
        names = self.workspace.names_for(setup)
        spaces = frozenset(names.shown_spaces if names else ())
        reading = read_quick(line, setup, loaded.stored.clock, spaces, chosen)
        texts = {key: SETTINGS[key].kind.texts(value) for key, value in reading.values.items()}
        return QuickPage(reading.words, reading.sound, texts)
