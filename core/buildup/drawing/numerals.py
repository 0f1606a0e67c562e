"""Numbers as text in SVG."""


def short(value: float) -> str:
    """A number with at most six decimals.

    >>> short(2.50), short(-0.0000001)
    ('2.5', '0')
    """
    text = f"{value:.6f}".rstrip("0").rstrip(".")
    return "0" if text == "-0" else text
