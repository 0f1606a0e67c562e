"""Numbers as text in files."""

DECIMALS = 6
"""A millionth of a sheet unit, where nothing else is asked for."""


def short(value: float, decimals: int = DECIMALS) -> str:
    """A number with at most some decimals.

    >>> short(2.50), short(-0.0000001), short(1.2345, 2), short(20.0, 0)
    ('2.5', '0', '1.23', '20')
    """
    text = f"{value:.{decimals}f}"
    if decimals:
        text = text.rstrip("0").rstrip(".")
    return "0" if text == "-0" else text
