"""Every grammar reads, or refuses, 20 kB of its worst at once: no pattern goes back and forth."""

import subprocess
import sys

import pytest

LENGTH = 20_000
# What a pattern that goes back and forth takes minutes over; a sound one takes milliseconds.
ENOUGH = 60

READ = {
    "rate": "from zero_slate.core.time.rate import read_rate as read",
    "pixel aspect": "from zero_slate.core.base.ratio import parse_pixel_aspect as read",
    "shape": "from zero_slate.core.canvas.guides import read_shape as read",
    "guides": "from zero_slate.core.canvas.guides import Guides; read = Guides.parse",
    "region": "from zero_slate.core.canvas.region import Region; read = Region.parse",
    "overscan": "from zero_slate.core.canvas.overscan import Overscan; read = Overscan.parse",
    "working scale": "from zero_slate.core.canvas.working_scale import WorkingScale; "
    "read = WorkingScale.parse",
    "colour": "from zero_slate.core.colour.background import DisplayColour; "
    "read = DisplayColour.parse",
    "background": "from zero_slate.core.colour.background import Background; "
    "read = Background.parse",
    **{
        kind.lower(): f"from zero_slate.core.{module} import {kind}; read = {kind}.parse"
        for module, kind in (
            ("stand.camera", "Camera"), ("stand.focus", "Focus"), ("stand.eyes", "Eyes"),
            ("stand.distances", "Distances"), ("stand.distances", "Travel"),
            ("finish.finish", "Finish"), ("finish.steadiness", "Steadiness"),
            ("finish.grain", "Grain"), ("targets.targets", "Targets"),
        )
    },
    "timecode": "from tests.core.scenes import FILM\n"
    "from zero_slate.core.time.timecode import Timecode\n"
    "def read(text): return Timecode.parse(text, FILM)",
    "length": "from tests.core.scenes import CLOCK\n"
    "from zero_slate.core.time.entry.clock import Entry\n"
    "from zero_slate.core.time.entry.lengths import read_length\n"
    "def read(text): return read_length(text, Entry(CLOCK, 8))",
    "moment": "from tests.core.scenes import CLOCK\n"
    "from zero_slate.core.time.entry.clock import Entry\n"
    "from zero_slate.core.time.entry.moments import read_moment\n"
    "def read(text): return read_moment(text, Entry(CLOCK, 8))",
    "range": "from tests.core.scenes import CLOCK\n"
    "from zero_slate.core.time.entry.clock import Entry\n"
    "from zero_slate.core.time.entry.ranges import read_whole\n"
    "def read(text): return read_whole(text, Entry(CLOCK, None), 1)",
    "code": "from zero_slate.core.base.safe_names import made_safe as read",
    "code in a name": "from zero_slate.core.cut.events import CodeRule\n"
    "def read(text): return CodeRule('A_0.A-0').code(text)",
    "example of a code": "from zero_slate.core.cut.events import CodeRule\n"
    "def read(text): return CodeRule.typed(text).code('FRO_0010')",
    "quick line": "from tests.core.scenes import CLOCK, SETUP\n"
    "from zero_slate.core.settings.quick_line.line import read_quick\n"
    "def read(text): return read_quick(text, SETUP, CLOCK)",
    "search": "from zero_slate.core.format_library.search import search\n"
    "from zero_slate.core.format_library.shipped import SHIPPED\n"
    "def read(text): return search(SHIPPED, text[:200])",
    "brief": "from tests.core.scenes import SETUP\n"
    "from zero_slate.core.shot.brief import fill, tokens\n"
    "def read(text): return fill(text, tokens(SETUP))",
    "ratio in a file": "from pydantic import TypeAdapter\n"
    "from zero_slate.core.base.serialization import ExactRatio\n"
    "kind = TypeAdapter(ExactRatio)\n"
    "def read(text): return kind.validate_python(text)",
    "cut list": "from zero_slate.core.cut.events import CodeRule\n"
    "from zero_slate.files.cuts.reading import read_cut_list\n"
    "from tests.core.scenes import FILM\n"
    "EVENT = '001  AX V C 01:00:00:00 01:00:01:00 01:00:00:00 01:00:01:00\\n'\n"
    "def read(text):\n"
    "    for line in (text, EVENT + text, EVENT + 'M2 ' + text, EVENT + '* FROM CLIP NAME: ' + "
    "text, '001 ' + text, 'FCM: ' + text):\n"
    "        try:\n"
    "            read_cut_list(line.encode(), CodeRule(), rate=FILM)\n"
    "        except ValueError: pass",
    "data file": "import io\n"
    "from zero_slate.files.data.reading import read_layout\n"
    "def read(text):\n"
    "    for line in (text, 'frame,x\\n1,' + text, 'frame\\n\"' + text, '[{\"a\": \"' + text, "
    "'[{\"' + text):\n"
    "        try:\n"
    "            read_layout(io.BytesIO(line.encode()))\n"
    "        except ValueError: pass",
}  # fmt: skip

FEED = """
import sys
texts = []
PIECES = [" ", "1", "a", "-", "+", ".", ":", "/", "x", ",", '"', "(", "{", "{a", "1 ", "1x", "1:",
          "1.", "a ", "a_", "A0", "0:0", "1h", "1m ", "1+", " at ", "%", "# ", "01:", "\\t", '""',
          '",', "\\\\", "'"]
for piece in PIECES:
    body = (piece * LENGTH)[:LENGTH]
    texts += [body, "1" + body, body + "!", "1" + body + "!", "1 " + body + " x"]
    texts += ["1x1" + body + "!", "#" + body, "1.1" + body + "%!"]
for text in texts:
    try:
        read(text)
    except ValueError:
        pass
"""


@pytest.mark.parametrize("name", sorted(READ))
def test_twenty_kilobytes_of_the_worst_are_read_at_once(name: str) -> None:
    # In a process of its own, which can be ended where it would go on for hours.
    program = READ[name] + FEED.replace("LENGTH", str(LENGTH))
    done = subprocess.run(
        [sys.executable, "-c", program], timeout=ENOUGH, capture_output=True, check=False
    )
    assert done.returncode == 0, done.stderr.decode()[-2000:]
