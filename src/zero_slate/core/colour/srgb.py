"""Display codes and light, by the curve of sRGB (IEC 61966-2-1)."""


def encoded(light: float) -> float:
    """Return the code of light, both 0 to 1: 0.18 is 0.46136."""
    return light * 12.92 if light <= 0.0031308 else 1.055 * light ** (1 / 2.4) - 0.055


def decoded(code: float) -> float:
    """Return the light of a code, both 0 to 1: 128 of 255 is 0.21586."""
    return code / 12.92 if code <= 0.04045 else ((code + 0.055) / 1.055) ** 2.4
