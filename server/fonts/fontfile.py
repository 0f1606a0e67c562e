"""Checking a font file that somebody brought."""

from common.sandbox import pool

from fonts.fontcheck import CheckedFont


def checked_font(data: bytes, *, file_name: str = "") -> CheckedFont:
    """The font in a file.

    Raises:
        Refusal: `not_a_font`; as `pool.run`.
    """
    values, font = pool.run("font", data, name=file_name[:200])
    return CheckedFont(str(values["name"]), font)
