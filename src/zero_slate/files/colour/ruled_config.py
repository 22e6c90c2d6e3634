"""A colour config with a shot's own rules for files, for programs that read configs."""

import copy

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.read_rules import ReadRule, ReadRules
from zero_slate.files.colour.configs import config_of
from zero_slate.files.colour.plain_words import FAILURES, plain_words

MOVIES = (".mov", ".mp4", ".mkv", ".mxf", ".avi", ".webm")


class CantRule(Refusal):
    """A config that doesn't take the rules, and why."""


def write_ruled_config(address: str, rules: ReadRules) -> bytes:
    """Write a config with rules for files in front of its own (OpenColorIO 2).

    Rules by what a file is to the shot, or by its samples, are told in a comment: configs know
    names alone. Raises UnreadableConfig and CantRule.
    """
    config = copy.deepcopy(config_of(address))
    told: list[str] = []
    try:
        known = copy.deepcopy(config.getFileRules())
        place = 0
        for number, rule in enumerate(rules, start=1):
            expression = _expression(rule)
            if expression is None:
                told.append(str(rule))
                continue
            known.insertRule(place, f"rule{number}", rule.space, expression)
            place += 1
        config.setFileRules(known)
        config.validate()
        text: str = config.serialize()
    except FAILURES as error:
        raise CantRule(f"The config doesn't take these rules: {plain_words(error)}.") from error
    head = "".join(f"# not by a file's name: {each}\n" for each in told)
    return (head + text).encode()


def _expression(rule: ReadRule) -> str | None:
    """Return a rule as an expression that a file's path fits; None where names don't tell."""
    if rule.role or rule.sample or rule.kind in ("still", "sequence"):
        return None
    endings = MOVIES if rule.kind == "movie" and not rule.ending else (rule.ending,)
    some = "|".join(map(_any_case, filter(None, endings)))
    folder = f".*{_any_case(rule.folder.strip('/'))}.*" if rule.folder else ".*"
    return f"{folder}({some})$" if some else f"{folder}$"


def _any_case(text: str) -> str:
    """Return an expression for a text whatever its capitals: what reads it takes no flags."""
    return "".join(
        f"[{char.upper()}{char.lower()}]" if char.isalpha() else _itself(char) for char in text
    )


def _itself(char: str) -> str:
    if char.isalnum() or char in "/_ ":
        return char
    return f"\\{char}" if char in "^]\\" else f"[{char}]"
