"""EDL cut lists, after the rules of CMX 3600: events in any order, from line to shot.

`grammar` takes the lines apart, `labels` says which moments their timecodes are, `motion` how fast
an event runs, and `gather` puts together what each shot shows.
"""

from zero_slate.files.cuts.edl.gather import read_edl
from zero_slate.files.cuts.edl.grammar import is_edl

__all__ = ["is_edl", "read_edl"]
