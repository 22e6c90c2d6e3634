"""Own formats: typed, named apart from the shipped ones."""

from collections.abc import Iterable, Mapping
from fractions import Fraction
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.format_library.format import LONGEST_NAME, Family, Format
from zero_slate.core.format_library.shipped import SHIPPED
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.rate import FrameRate

# The settings that a format has, in the order they are typed; the last three may be left empty.
FORMAT_SETTINGS = ("canvas", "pixel_aspect", "scan", "rate", "signal")
MAY_BE_EMPTY = ("scan", "rate", "signal")
_CLOCK = Clock(FrameRate(Fraction(24)))


def read_own(
    name: str, purpose: str, typed: Mapping[str, Mapping[str, str]], taken: Iterable[str]
) -> Format:
    """Return the format that is typed. Raises Refusal, naming the part.

    `taken` are the names of the other own formats.
    """
    values: dict[str, Any] = {}
    # A shape is reckoned with the pixels that are typed beside it.
    aspect = Fraction(1)
    for key in sorted(FORMAT_SETTINGS, key=lambda each: each != "pixel_aspect"):
        parts = dict(typed.get(key, {}))
        if key in MAY_BE_EMPTY and not "".join(parts.values()).strip():
            values[key] = None
            continue
        kind = EDIT_SETTINGS[key].kind
        entry = Entry(_CLOCK, None, tuple(parts), pixel_aspect=aspect)
        empty = {part.key: "" for part in kind.parts}
        try:
            values[key] = kind.read({**empty, **parts}, entry)
        except Refusal as refusal:
            part = refusal.part or kind.parts[0].key
            raise refusal.in_part(part if part in ("width", "height", "shape") else key) from None
        if key == "pixel_aspect":
            aspect = values[key]
    made = Format(
        name=one_line(name, "A format's name"),
        family=Family.OWN,
        purpose=one_line(purpose, "The purpose", 1000),
        **values,
    )
    require_free_name(made.name, taken)
    return made


def require_free_name(name: str, taken: Iterable[str]) -> None:
    """Refuse a name that another format has, capitals or not."""
    shipped = {each.name.casefold() for each in SHIPPED}
    others = {each.casefold() for each in taken}
    if name.casefold() not in shipped | others:
        return
    whose = "a shipped format's" if name.casefold() in shipped else "another own format's"
    raise Refusal(
        f"“{name}” is {whose} name: two formats can't share one.",
        nearest=_free(name, shipped | others),
        part="name",
    )


def _free(name: str, taken: set[str]) -> str:
    for number in range(1, 1000):
        ending = " own" if number == 1 else f" own {number}"
        made = name[: LONGEST_NAME - len(ending)].rstrip() + ending
        if made.casefold() not in taken:
            return made
    return ""


def own_from(each: Format, taken: Iterable[str]) -> Format:
    """Return an own format begun from another, under a name that is free."""
    shipped = {known.name.casefold() for known in SHIPPED}
    name = _free(each.name, shipped | {known.casefold() for known in taken})
    return Format(
        name,
        Family.OWN,
        each.canvas,
        each.pixel_aspect,
        each.rate,
        each.scan,
        each.signal,
        each.purpose,
    )
