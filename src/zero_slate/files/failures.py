"""What a library may raise over a file of others: each is that file's finding, and no more."""

# What no library should raise over a file, and one or another does.
FAILURES = (
    ValueError,
    LookupError,
    TypeError,
    ArithmeticError,
    AttributeError,
    AssertionError,
    RuntimeError,
    MemoryError,
    OSError,
)


def damaged(error: BaseException) -> str:
    """Return what is said of a file that a library stumbled over."""
    return f"it is damaged in a way that can't be told ({type(error).__name__})"
