"""What people, and programs, may type: texts for every setting, plausible and not."""

from collections.abc import Mapping

from hypothesis import strategies as st

from zero_slate.core.settings.schema import Setting

figure = st.from_regex(r"-?[0-9]{1,12}(\.[0-9]{1,7})?", fullmatch=True)
pieces = st.sampled_from(
    ["x", ":", "/", " ", "-", "+", "=", ",", "%", "s", "ft", "i", "p", "01:00:00:00", "01:00:00;00",
     "none", "all", "auto", "#", "ü", "\N{GRINNING FACE}", "\ud800", "\0", "\N{NO-BREAK SPACE}"]
)  # fmt: skip
texts = st.lists(figure | pieces, min_size=1, max_size=4).map("".join) | st.text(max_size=12)

Typed = dict[str, dict[str, str]]


def typed(settings: Mapping[str, Setting], most: int = 3) -> st.SearchStrategy[Typed]:
    """Return texts for some of the settings."""
    one = st.sampled_from(sorted(settings)).flatmap(lambda key: _one(key, settings[key]))
    return st.lists(one, min_size=1, max_size=most).map(
        lambda several: {key: parts for each in several for key, parts in each.items()}
    )


def _one(key: str, setting: Setting) -> st.SearchStrategy[Typed]:
    parts = st.sampled_from([part.key for part in setting.kind.parts])
    return st.fixed_dictionaries(
        {key: st.dictionaries(parts, texts | _choices(setting), min_size=1)}
    )


def _choices(setting: Setting) -> st.SearchStrategy[str]:
    chosen = [
        str(getattr(choice, "value", choice))
        for part in setting.kind.parts
        for choice in (getattr(part, "choices", None) or ())
    ]
    return st.sampled_from(chosen) if chosen else texts
