"""The list of everything that is said finds what is said, and nothing else."""

from scripts.words import in_python, sentences_of

SOURCE = '''
"""What this is for, which nobody is told."""
class Line:
    text: str
    """A field, described for the API alone."""

def refuse(rate: int) -> None:
    """Refuse it."""
    raise Refusal(f"A rate of {rate:,} frames is out of range: it takes {LEAST} to 1000.")

QUERY = "SELECT id FROM shot"
'''


def test_messages_are_listed_with_what_is_put_into_them() -> None:
    (said,) = sentences_of(SOURCE)
    assert said[1] == "A rate of ‹rate:,› frames is out of range: it takes ‹LEAST› to 1000."


def test_every_subject_of_the_sources_is_listed() -> None:
    found = in_python()
    assert {"core-settings", "core-checks", "services-media", "files-cuts"} <= found.keys()
    texts = [text for _, text in found["core-time"]]
    assert "one blank frame" in texts
