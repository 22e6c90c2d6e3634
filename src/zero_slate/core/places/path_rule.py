"""Rules for paths: pieces and words, step by step, from which paths are built and read back.

Grammar: steps apart by `/`; in a step, pieces in angle brackets, which no common system takes in a
name, and between them letters, digits, `_`, `-` and `.`: `<sequence>/<shot>/comp/<shot>_<version>`.

Building and reading are inverse: a rule that would leave a name in doubt is refused.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import ClassVar, Self, cast

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import is_reserved
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.places.pieces import Piece

LONGEST_RULE = 400
MOST_STEPS = 16
Part = Piece | str
Step = tuple[Part, ...]
_PART = re.compile(r"<([^<>]*)>|([A-Za-z0-9_.-]+)|(.)", re.DOTALL)
_MARKS = frozenset("_-.")


@dataclass(frozen=True, slots=True)
class PathRule(TextValue):
    """A rule for the path of a file or a folder, below a root."""

    steps: tuple[Step, ...]

    about: ClassVar[str] = "Pieces in angle brackets, and words, apart by /."
    examples: ClassVar[tuple[str, ...]] = ("<shot>/comp/<shot>_comp_<version>.<frame>.<ending>",)

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read a rule. Raises Refusal."""
        said = one_line(text, "A path", LONGEST_RULE).strip().strip("/")
        if not said:
            raise Refusal("A path has at least one step.")
        steps = tuple(_step(step) for step in said.split("/"))
        if len(steps) > MOST_STEPS:
            raise Refusal(f"The path has {len(steps)} steps; it takes {MOST_STEPS}.")
        _require_readable(steps)
        return cls(steps)

    def __str__(self) -> str:
        return "/".join(map(_joined, self.steps))

    @property
    def pieces(self) -> frozenset[Piece]:
        """The pieces it is put together from."""
        return frozenset(part for step in self.steps for part in step if isinstance(part, Piece))

    @property
    def folders(self) -> tuple[Step, ...]:
        """All its steps but the last, which is the file's name."""
        return self.steps[:-1]

    @property
    def without_frame(self) -> "PathRule":
        """The same for one file of all frames: its name without <frame> and the mark before it."""
        return _without_frame(self)

    def build(self, values: Mapping[Piece, str]) -> str:
        """Return the path that values make. Raises Refusal for a piece that has none."""
        try:
            return _form(self).format_map(cast("Mapping[str, str]", values))
        except KeyError as error:
            raise Refusal(f"There is no {error.args[0]} for {self}.") from error

    def read(self, path: str) -> dict[Piece, str] | None:
        """Return the values that a path was built from; None where it is none of this rule's."""
        found = _expression(self).fullmatch(path)
        if found is None:
            return None
        return {Piece(name): value for name, value in found.groupdict().items()}


def _joined(step: Step) -> str:
    return "".join(map(_written, step))


def _written(part: Part) -> str:
    return f"<{part}>" if isinstance(part, Piece) else part


@lru_cache(maxsize=1024)
def _without_frame(rule: PathRule) -> PathRule:
    last = [part for part in rule.steps[-1] if part is not Piece.FRAME]
    if len(last) == len(rule.steps[-1]) or not last:
        return rule
    at = rule.steps[-1].index(Piece.FRAME)
    before, behind = last[at - 1] if at else None, last[at] if at < len(last) else None
    # The mark on one side of it goes with it: that before, or else that behind.
    if isinstance(before, str):
        last[at - 1] = before[:-1]
    elif isinstance(behind, str):
        last[at] = behind[1:]
    return PathRule.parse("/".join(map(_joined, (*rule.steps[:-1], tuple(last)))))


@lru_cache(maxsize=1024)
def _form(rule: PathRule) -> str:
    return "/".join(
        "".join(f"{{{part}}}" if isinstance(part, Piece) else part for part in step)
        for step in rule.steps
    )


@lru_cache(maxsize=1024)
def _expression(rule: PathRule) -> re.Pattern[str]:
    seen: set[Piece] = set()

    def part(each: Part) -> str:
        if not isinstance(each, Piece):
            return re.escape(each)
        if each in seen:
            return f"(?P={each})"
        seen.add(each)
        return f"(?P<{each}>{each.pattern})"

    return re.compile("/".join("".join(map(part, step)) for step in rule.steps), re.ASCII)


def _step(text: str) -> Step:
    if not text:
        raise Refusal("A step of a path can't be empty: take one of two / away.")
    parts: list[Part] = []
    for piece, words, other in _PART.findall(text):
        if other:
            raise Refusal(
                f"{quoted(other)} can't stand in a path here: between pieces it takes letters, "
                "digits, _, - and .",
                nearest=re.sub(r"[^A-Za-z0-9_.<>/-]", "_", text),
            )
        if words:
            parts.append(words)
            continue
        try:
            parts.append(Piece(piece))
        except ValueError as error:
            known = ", ".join(f"<{each}>" for each in Piece)
            raise Refusal(f"There is no piece <{piece[:40]}>: there are {known}.") from error
    first, last = parts[0], parts[-1]
    if isinstance(first, str) and first[0] in _MARKS:
        raise Refusal(f"“{text}” begins with {first[0]}: begin with a letter, a digit or a piece.")
    if isinstance(last, str) and last[-1] == ".":
        raise Refusal(f"“{text}” ends with a dot, which one common system drops by itself.")
    if isinstance(first, str) and (len(parts) == 1 or "." in first) and is_reserved(first):
        raise Refusal(f"{first} is a device on some systems: choose another word.")
    return tuple(parts)


def _require_readable(steps: tuple[Step, ...]) -> None:
    """Refuse a rule whose paths couldn't be taken apart again."""
    known: set[Piece] = set()
    for number, step in enumerate(steps):
        if Piece.FRAME in step and number < len(steps) - 1:
            raise Refusal("<frame> stands in the file's name only: folders aren't made a frame.")
        open_codes = [p for p in step if isinstance(p, Piece) and p.is_code and p not in known]
        if len(set(open_codes)) > 1:
            one, other = list(dict.fromkeys(open_codes))[:2]
            raise Refusal(
                f"<{one}> and <{other}> in one name can't be told apart again, since both may hold "
                "_ and -: make one of them a folder before."
            )
        for part, following in pairwise(step):
            if isinstance(part, Piece) and isinstance(following, Piece):
                raise Refusal(
                    f"<{part}> and <{following}> stand side by side: put _ or . between them, or "
                    "they can't be told apart again."
                )
        for before, part, after in zip(step, step[1:], step[2:], strict=False):
            if isinstance(part, str) and isinstance(before, Piece) and isinstance(after, Piece):
                _require_mark(before, part, after)
        for first, second in pairwise(step):
            if isinstance(first, Piece) and isinstance(second, str) and second[0] not in _MARKS:
                raise Refusal(f"<{first}>{second}: put _, - or . behind <{first}>.")
            if isinstance(first, str) and isinstance(second, Piece) and first[-1] not in _MARKS:
                raise Refusal(f"{first}<{second}>: put _, - or . before <{second}>.")
        known |= {part for part in step if isinstance(part, Piece)}


def _require_mark(before: Piece, part: str, after: Piece) -> None:
    if after is Piece.FRAME and part.endswith("-"):
        raise Refusal(
            f"<{before}>{part}<frame>: a frame below zero begins with - itself; put . or _ before "
            "it."
        )
