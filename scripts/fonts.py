"""Makes the fonts of printed sheets from the ones that the pages ship with (needs brotli).

python -m scripts.fonts
"""

from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).parents[1]
FONTS = ROOT / "frontend/node_modules/@fontsource-variable"
OUT = ROOT / "src/zero_slate/files/fonts"

WORDS = "archivo/files/archivo-{script}-wdth-normal.woff2"
FIGURES = "spline-sans-mono/files/spline-sans-mono-{script}-wght-normal.woff2"

# Name of the file made, the font it is cut from, and where on its axes.
CUTS = {
    "words": ("archivo/files/archivo-{script}-wdth-normal.woff2", {"wght": 400, "wdth": 88}),
    "words-bold": ("archivo/files/archivo-{script}-wdth-normal.woff2", {"wght": 650, "wdth": 88}),
    "figures": (
        "spline-sans-mono/files/spline-sans-mono-{script}-wght-normal.woff2",
        {"wght": 450},
    ),
}


def main() -> None:
    """Write each cut, for Latin and for extended Latin."""
    OUT.mkdir(exist_ok=True)
    for name, (source, axes) in CUTS.items():
        for script, ending in (("latin", ""), ("latin-ext", "-ext")):
            font = TTFont(FONTS / source.format(script=script))
            made = instantiateVariableFont(font, axes)
            made.flavor = None
            made.save(OUT / f"{name}{ending}.ttf")


if __name__ == "__main__":
    main()
