"""Checking a font file that somebody brought."""

import hashlib
import json
import subprocess  # a process of its own is what bounds it
import sys
from dataclasses import dataclass
from pathlib import Path

from buildup.drawing.checks import LONGEST_NAME, check_name
from buildup.errors import Refusal

from studio.lettering.typefaces import Typeface
from studio.turnstile import Turnstile

KINDS = {
    b"\x00\x01\x00\x00": "TrueType",
    b"true": "TrueType",
    b"OTTO": "OpenType",
    b"wOFF": "WOFF",
    b"wOF2": "WOFF2",
}
"""What files of each kind begin with."""
PATIENCE = 30.0
"""Seconds that looking at one may take, by the clock."""
_at_work = Turnstile(
    patience=PATIENCE,
    sentence="Another font is being read at this moment. Nothing was changed; try it again.",
)


@dataclass(frozen=True)
class SoundFace:
    """A font that is what it says.

    Args:
        key: what drawings know it by; the same file has the same.
        name: as it calls itself.
        data: plain OpenType.
    """

    key: str
    name: str
    data: bytes


def not_a_font(why: str) -> Refusal:
    """The refusal for a file that is no font, or a broken one."""
    return Refusal(
        "not_a_font",
        f"That font cannot be used: {why}. Nothing was changed; choose a TTF, OTF, WOFF or WOFF2.",
    )


def sound_face(data: bytes, *, file_name: str = "") -> SoundFace:
    """The font in a file.

    Raises:
        Refusal: `not_a_font`, `busy`.
    """
    if data[:4] == b"ttcf":
        raise not_a_font("it is a collection of several fonts; bring them one by one")
    if data[:4] not in KINDS:
        raise not_a_font("it is no font file")
    facts, font = _looked_at(data)
    if not any(c.isalnum() for c in str(facts["name"])):
        facts["name"] = Path(file_name).stem or "A font without a name"
    name = " ".join(str(facts["name"]).split())[:LONGEST_NAME]
    check_name(name)
    if not Typeface(lambda: font).shows_something:
        raise not_a_font("none of its glyphs can be drawn")
    return SoundFace(f"own-{hashlib.sha256(font).hexdigest()[:24]}", name, font)


def _looked_at(data: bytes) -> tuple[dict[str, object], bytes]:
    script = Path(__file__).with_name("facecheck.py")
    with _at_work.one():
        try:
            done = subprocess.run(  # noqa: S603 (our own script, its input is data)
                [sys.executable, "-I", str(script)],
                input=data,
                capture_output=True,
                timeout=PATIENCE,
                check=False,
            )
        except subprocess.TimeoutExpired:
            raise not_a_font("it takes longer to read than a font does") from None
    head, _, font = done.stdout.partition(b"\n")
    if done.returncode or not head:
        raise not_a_font("it takes more room than a font does")
    facts: dict[str, object] = json.loads(head)
    if "wrong" in facts:
        raise not_a_font(f"it is damaged ({facts['wrong']})")
    return facts, font
