"""What the server and a child tell each other: JSON and bytes, with their lengths before them."""

import json
import socket
import struct
from typing import Any

_HEAD = struct.Struct("!II")
MOST = 512 * 1024 * 1024
"""Bytes of one frame; an answer that says more is none."""


class BrokenOff(Exception):
    """The other side ended, or says nothing that is a frame."""


def send(link: socket.socket, value: object, data: bytes = b"") -> None:
    """Send JSON and bytes.

    Raises:
        BrokenOff: nobody listens.
    """
    text = json.dumps(value, separators=(",", ":")).encode()
    try:
        link.sendall(_HEAD.pack(len(text), len(data)) + text + data)
    except OSError as problem:
        raise BrokenOff from problem


def receive(link: socket.socket) -> tuple[Any, bytes]:
    """The next JSON and bytes.

    Raises:
        BrokenOff: the other side ended, was silent for longer than the socket waits, or nothing
            of what it says makes sense.
    """
    text_length, data_length = _HEAD.unpack(_exactly(link, _HEAD.size))
    if text_length + data_length > MOST:
        raise BrokenOff
    text = _exactly(link, text_length)
    data = _exactly(link, data_length)
    try:
        return json.loads(text), data
    except (ValueError, RecursionError):
        raise BrokenOff from None


def _exactly(link: socket.socket, count: int) -> bytes:
    pieces = []
    while count:
        try:
            piece = link.recv(min(count, 1 << 20))
        except OSError as problem:
            raise BrokenOff from problem
        if not piece:
            raise BrokenOff
        pieces.append(piece)
        count -= len(piece)
    return b"".join(pieces)
