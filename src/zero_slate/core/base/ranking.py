"""Finding by words as they are typed, the best first.

Every word has to be found: as a whole word of the label, at the beginning of the label or of one of
its words, inside it, or at the beginning of a word that belongs to it otherwise. A shot's code is
found by its letters and figures alone too, without what joins them and without leading zeros:
`lan10` finds LAN_0010.
"""

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from heapq import nsmallest
from typing import Generic, TypeVar

T = TypeVar("T")

LONGEST_QUERY = 100
_APART = re.compile(r"[^\w.]+|_")
_JOINS = re.compile(r"[\W_]+")
_ZEROS = re.compile(r"(?<![0-9])0+(?=[0-9])")


@dataclass(frozen=True, slots=True)
class Findable(Generic[T]):
    """Something that can be found: by its label, and by words that belong to it otherwise."""

    what: T
    label: str
    also: str = ""
    weight: int = 0
    """Lifts it above others that fit as well."""
    _label: str = field(init=False, repr=False)
    _bare: str = field(init=False, repr=False)
    _words: tuple[str, ...] = field(init=False, repr=False)
    _all: str = field(init=False, repr=False)

    def __post_init__(self) -> None:
        """Fold what is looked through once: it is asked with every keystroke."""
        label = self.label.casefold()
        bare = bare_code(label)
        object.__setattr__(self, "_label", label)
        object.__setattr__(self, "_bare", bare)
        object.__setattr__(self, "_words", tuple(_APART.split(label)))
        said = self.also.casefold()
        # A date, or a size, is found whole as well as in its parts.
        whole = (word for word in said.split() if _APART.search(word))
        also = " ".join((*_APART.split(said), *whole))
        joined = _JOINS.sub("", label)
        object.__setattr__(self, "_all", f" {label} {joined} {bare} {also}")

    def score(self, words: Sequence[str]) -> int:
        """Return how well the words fit; 0 where one of them doesn't."""
        total = 0
        for word in words:
            if word not in self._all:
                return 0
            total += self._one(word)
        return total

    def _one(self, word: str) -> int:
        if word in (self._label, self._bare):
            return 120
        if word in self._words:
            return 90
        if self._label.startswith(word) or self._bare.startswith(word):
            return 80
        if any(each.startswith(word) for each in self._words):
            return 60
        if word in self._label or word in self._bare:
            return 30
        return 20 if f" {word}" in self._all else 5


def bare_code(text: str) -> str:
    """Return letters and figures alone, and figures without the zeros that they begin with."""
    return _ZEROS.sub("", _JOINS.sub("", text))


def ranked(found: Iterable[Findable[T]], text: str, most: int) -> list[T]:
    """Return what fits every word of a text, the best first; nothing for no words."""
    words = text[:LONGEST_QUERY].casefold().split()
    if not words:
        return []
    fits = [(score + each.weight, each) for each in found if (score := each.score(words))]
    best = nsmallest(most, fits, key=lambda one: (-one[0], len(one[1].label), one[1].label))
    return [each.what for _, each in best]
