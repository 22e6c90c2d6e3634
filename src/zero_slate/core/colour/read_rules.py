"""Rules for which colour space files are read as, by what they are and where they lie.

Grammar: rules with `;` between them, each of conditions that must all hold, `=`, and a space's
name. A condition is what a file is to the shot (`plate`, `artwork`, `data pass` …), `movie`,
`still` or `sequence`, an ending (`.dpx`), a sample type (`half`, `float`, `8-bit`, `10-bit` …), or
`in` and the beginning of a folder; `all` holds always.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

ROLES = ("background", "plate", "artwork", "render", "matte", "data pass", "reference")
KINDS = ("movie", "still", "sequence")
SAMPLES = ("half", "float", "double", "8-bit", "10-bit", "12-bit", "16-bit", "32-bit")
MOST_RULES = 24
LONGEST = 1200
_WORD = re.compile(
    rf"\s*(?:(?P<role>{'|'.join(ROLES)})|(?P<kind>{'|'.join(KINDS)})|(?P<sample>{'|'.join(SAMPLES)})"
    r"|(?P<all>all)|(?P<ending>\.[a-z0-9]{1,8})|in\s+(?P<folder>[^\s=;]{1,200}))(?=\s|$)",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class ReadRule:
    """Conditions, empty where anything will do, and the space that files are read as."""

    space: str
    role: str = ""
    kind: str = ""
    sample: str = ""
    ending: str = ""
    folder: str = ""

    def fits(self, role: str, kind: str, sample: str, name: str, folder: str) -> bool:
        """Return whether all of its conditions hold for a file."""
        return (
            self.role in ("", role)
            and self.kind in ("", kind)
            and self.sample in ("", sample)
            and name.lower().endswith(self.ending)
            and folder.strip("/").lower().startswith(self.folder.strip("/").lower())
        )

    def __str__(self) -> str:
        said = [each for each in (self.role, self.kind, self.ending, self.sample) if each]
        if self.folder:
            said.append(f"in {self.folder}")
        return f"{' '.join(said) or 'all'} = {self.space}"


@dataclass(frozen=True, slots=True)
class ReadRules(TextValue):
    """Rules in their order: the first that fits a file decides."""

    rules: tuple[ReadRule, ...] = ()

    about: ClassVar[str] = "Which colour space files are read as; empty: by what they say."
    examples: ClassVar[tuple[str, ...]] = ("", "plate .dpx = ADX10; movie = Rec.1886 Rec.709")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `plate .dpx = ADX10; data pass = Raw`. Raises Refusal, naming the rule."""
        said = one_line(text, "Rules", LONGEST, keeps=True)
        rules = tuple(map(_rule, filter(str.strip, said.split(";"))))
        if len(rules) > MOST_RULES:
            raise Refusal(f"These are {len(rules)} rules; {MOST_RULES} is the most there can be.")
        return cls(rules)

    def first(self, role: str, kind: str, sample: str, name: str, folder: str) -> ReadRule | None:
        """Return the first rule that fits a file."""
        fitting = (rule for rule in self.rules if rule.fits(role, kind, sample, name, folder))
        return next(fitting, None)

    def __iter__(self) -> Iterator[ReadRule]:
        return iter(self.rules)

    def __str__(self) -> str:
        return "; ".join(map(str, self.rules))


def _rule(text: str) -> ReadRule:
    conditions, equals, space = text.partition("=")
    space = space.strip()
    if not equals or not space:
        raise Refusal(
            f"{quoted(text.strip())} is not a rule: write what files are, =, and a colour space, "
            "as "
            "in plate .dpx = ADX10.",
        )
    found: dict[str, str] = {}
    at = 0
    conditions = conditions.rstrip()
    while at < len(conditions):
        word = _WORD.match(conditions, at)
        if word is None:
            left = conditions[at:].strip()
            raise Refusal(
                f"{quoted(left)} isn't known in a rule. It takes {', '.join(ROLES)}, "
                f"{', '.join(KINDS)}, a sample type such as half or 10-bit, an ending such as "
                ".dpx, a folder as in scans/, or all.",
            )
        key = str(word.lastgroup)
        if key in found:
            raise Refusal(f"{quoted(text.strip())} says twice what the {key} is: once is enough.")
        found[key] = word[key] if key == "folder" else word[key].lower()
        at = word.end()
    if not found:
        raise Refusal(f"{quoted(text.strip())} doesn't say which files: write all for every one.")
    found.pop("all", None)
    return ReadRule(space, **found)
