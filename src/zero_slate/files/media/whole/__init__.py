"""Whether a file is all there: its header may be whole where its pixels break off.

Nothing is decoded: what a file says of its own lengths is held against its size.
"""

from zero_slate.files.media.whole.checking import (
    Completeness,
    movie_breaks_off,
    sound_breaks_off,
)

__all__ = ["Completeness", "movie_breaks_off", "sound_breaks_off"]
