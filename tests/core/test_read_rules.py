"""Rules for which colour space files are read as: written, read, followed, and where they clash."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, config_with, context_for, header, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.colour.read_as import FileSaid, ReadBy, read_as
from zero_slate.core.colour.read_rules import KINDS, ROLES, SAMPLES, ReadRule, ReadRules
from zero_slate.core.presentation.meanings import MEANINGS

NAMES = ColourNames(
    "a config",
    frozenset({"ACEScg", "lin_ap1", "ADX10", "Raw", "srgb_tx"}),
    ("ACEScg", "ADX10", "Raw"),
    {"screen": ("plain",)},
    {"lin_ap1": "ACEScg"},
)
RULES = st.lists(
    st.builds(
        ReadRule,
        st.sampled_from(["ACEScg", "ADX10", "sRGB - Texture", "Gamma 2.4 (Rec.709)"]),
        st.sampled_from(["", *ROLES]),
        st.sampled_from(["", *KINDS]),
        st.sampled_from(["", *SAMPLES]),
        st.sampled_from(["", ".exr", ".dpx"]),
        st.sampled_from(["", "scans/2026", "a-b_c"]),
    ),
    max_size=6,
).map(lambda rules: ReadRules(tuple(rules)))


@given(RULES)
def test_rules_read_back_as_they_are_written(rules: ReadRules) -> None:
    assert ReadRules.parse(str(rules)) == rules


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("plate", "is not a rule"),
        ("plate =", "is not a rule"),
        ("= ACEScg", "doesn't say which files"),
        ("plaite = ACEScg", "isn't known in a rule"),
        ("plate render = ACEScg", "says twice"),
        (";".join(["all = x"] * 25), "25 rules"),
    ],
)
def test_what_is_no_rule_is_refused(text: str, words: str) -> None:
    with pytest.raises(Refusal, match=words):
        ReadRules.parse(text)


def said(**more: str) -> FileSaid:
    usual = {"sample": "10-bit", "role": "plate", "kind": "sequence", "name": "a.####.dpx"}
    known = usual | {"folder": "scans/one"} | more
    return FileSaid(known.pop("tag", None), None, None, **known)


@pytest.mark.parametrize(
    ("rules", "file", "space", "by"),
    [
        ("plate .dpx = ADX10; all = Raw", said(), "ADX10", ReadBy.RULE),
        ("movie = Raw; in scans/ = ADX10", said(), "ADX10", ReadBy.RULE),
        ("half = Raw", said(tag="lin_ap1"), "lin_ap1", ReadBy.TAG),
        ("plate = gone", said(tag="lin_ap1"), "lin_ap1", ReadBy.TAG),
        ("", said(), "srgb_tx", ReadBy.SAMPLES),
        ("", said(sample="half"), "ACEScg", ReadBy.SAMPLES),
    ],
)
def test_the_first_rule_that_fits_decides(
    rules: str, file: FileSaid, space: str, by: ReadBy
) -> None:
    read = read_as(file, NAMES, "ACEScg", ReadRules.parse(rules))
    assert (read.space, read.by) == (space, by)


def test_an_exception_goes_before_rules_and_says_why() -> None:
    rules = ReadRules.parse("all = Raw")
    read = read_as(said(), NAMES, "ACEScg", rules, ("ADX10", "scanned again"))
    assert (read.space, read.why) == ("ADX10", "an exception: scanned again")
    gone = read_as(said(), NAMES, "ACEScg", rules, ("gone", ""))
    assert gone.space == "Raw"


def test_a_configs_own_rules_come_after_the_tag() -> None:
    def by_path(path: str) -> tuple[str, str] | None:
        return ("ADX10", "scans") if path.startswith("scans/") else None

    names = ColourNames(NAMES.config, NAMES.spaces, NAMES.shown_spaces, NAMES.views, {}, by_path)
    read = read_as(said(folder="scans"), names, "ACEScg")
    assert (read.space, read.by) == ("ADX10", ReadBy.CONFIG)
    assert "“scans”" in read.why
    assert read_as(said(tag="lin_ap1", folder="scans"), names, "ACEScg").by is ReadBy.TAG
    assert read_as(said(folder="elsewhere"), names, "ACEScg").by is ReadBy.SAMPLES


def test_a_tag_and_a_rule_that_disagree_are_a_finding_with_its_exception() -> None:
    setup = SETUP.model_copy(update={"read_rules": ReadRules.parse("plate = ADX10")})
    tagged = plate(header=header(color_space="lin_ap1"))
    context = context_for(setup, tagged, config=config_with(NAMES))
    (finding,) = (f for f in match(context).findings if f.code == "colour.read-differs")
    assert finding.element == 1
    assert finding.element_change is not None
    assert finding.element_change.values == {
        "space": "lin_ap1", "space_reason": "its tag says so",
    }  # fmt: skip
    assert MEANINGS["read_rules"](context).text.endswith("by a rule.")
    # An alias of the same space is no disagreement.
    same = SETUP.model_copy(update={"read_rules": ReadRules.parse("plate = ACEScg")})
    agreed = match(context_for(same, tagged, config=config_with(NAMES)))
    assert "colour.read-differs" not in {f.code for f in agreed.findings}


def test_a_rule_for_a_space_that_there_isnt_offers_the_nearest() -> None:
    setup = SETUP.model_copy(update={"read_rules": ReadRules.parse("movie = ADX11; all = Raw")})
    context = context_for(setup, config=config_with(NAMES))
    (finding,) = (f for f in match(context).findings if f.code == "colour.rule-unknown")
    assert finding.change is not None
    assert str(finding.change.values["read_rules"]) == "movie = ADX10; all = Raw"
