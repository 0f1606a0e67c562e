"""Drawings of a given size, and a server of the real kind to ask."""

import json
import math
import os
import socket
import subprocess
import sys
import time
from http.client import HTTPConnection
from pathlib import Path

import django

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server"), str(ROOT)]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
django.setup()

from buildup.contours.anchors import Anchor, Contour  # noqa: E402
from buildup.drawing.itemtypes import Frame, Item, Outline, Shape  # noqa: E402
from buildup.drawing.paint import Stroke, Style  # noqa: E402
from buildup.drawing.sheet import Sheet  # noqa: E402
from buildup.edits.change import Delta, placed  # noqa: E402
from buildup.geometry.transforms import shift  # noqa: E402
from buildup.shapes.registry import SHAPES  # noqa: E402
from django.contrib.auth import get_user_model  # noqa: E402
from django.db import transaction  # noqa: E402
from django.test import Client  # noqa: E402
from drawings import store  # noqa: E402
from drawings.models import Drawing, Step  # noqa: E402
from drawings.services.lifecycle import make  # noqa: E402


def outline(n: int, anchors: int = 20) -> Outline:
    """A wavy closed outline with handles, in its place of a grid."""
    centre = complex(30 + 40 * (n % 50), 30 + 40 * (n // 50))

    def anchor(i: int) -> Anchor:
        angle = 2 * math.pi * i / anchors
        way = complex(math.cos(angle), math.sin(angle))
        out = way * 1j * 2.2
        return Anchor(centre + way * (15 + 3 * (i % 2)), -out, out, "symmetric")

    contour = Contour(tuple(anchor(i) for i in range(anchors)), closed=True)
    return Outline(
        id=f"o{n}",
        name=f"Outline {n}",
        contours=(contour,),
        style=Style(strokes=(Stroke(width=0.5),)),
    )


def drawing(user_id: int, items: int) -> Drawing:
    """A drawing of that many outlines with 20 anchors each."""
    return kept(user_id, f"{items} outlines", tuple(outline(n) for n in range(items)))


def kept(user_id: int, name: str, made: tuple[Item, ...]) -> Drawing:
    """A drawing of some items."""
    row = make(user_id, name=name, sheet=Sheet(2100, 1700, "px"))
    with transaction.atomic():
        before = store.value_of(Drawing.objects.get(pk=row.pk))
        row.version = row.head = 1
        store.write_delta(row, before, placed(before, made))
        Step.objects.create(
            drawing=row,
            number=1,
            command_id="set-up",
            action=Step.EDIT,
            name="Set up",
            change=Delta().to_json(),
            inverse=Delta().to_json(),
        )
        row.save()
    return row


def all_shapes(user_id: int) -> Drawing:
    """A drawing with every kind of shape, with rounded corners where it has them."""
    made = []
    for n, kind in enumerate(SHAPES.values()):
        dials = kind.defaults() | {d.name: 6.0 for d in kind.dials if d.unit == "length"}
        frame = Frame(150, 120, shift(complex(100 + 200 * (n % 7), 100 + 200 * (n // 7))))
        made.append(Shape(id=kind.name, name=kind.label, shape=kind.name, dials=dials, frame=frame))
    return kept(user_id, "All shapes", tuple(made))


def dial_changes(name: str, count: int = 40) -> list[dict[str, object]]:
    """Changes of the first dial of a shape that is no choice, up to thrice its default."""
    dial = next(d for d in SHAPES[name].dials if not d.choices)
    most = min(dial.most, max(3.0 * dial.default, dial.least + 10.0))
    values = [dial.least + (most - dial.least) * ((k * 0.37) % 1.0) for k in range(count)]
    return [{"kind": "set_dial", "items": [name], "dial": dial.name, "value": v} for v in values]


IDLE = 1.0
"""Seconds after which a kept connection is opened anew."""


class Server:
    """gunicorn as bin/start runs it, with a signed-in session."""

    def __init__(self) -> None:
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        words = ["gunicorn", "config.wsgi", "--bind", f"127.0.0.1:{self.port}"]
        words += [
            "--workers",
            "2",
            "--threads",
            "4",
            "--log-level",
            "warning",
            "--no-control-socket",
        ]
        self.process = subprocess.Popen(
            [Path(sys.executable).with_name(words[0]), *words[1:]], cwd=ROOT / "server"
        )
        self.user, _ = get_user_model().objects.get_or_create(username="bench")
        client = Client()
        client.force_login(self.user)
        self.session = client.cookies["sessionid"].value
        self.token = "b" * 32
        self.connection = HTTPConnection("127.0.0.1", self.port)
        self.asked = 0.0
        for _ in range(100):
            try:
                socket.create_connection(("127.0.0.1", self.port), 1).close()
                return
            except OSError:
                time.sleep(0.1)

    def ask(self, path: str, body: object = None) -> tuple[float, object]:
        """One request on a kept connection, as a browser's: milliseconds, and the answer."""
        headers = {
            "Cookie": f"sessionid={self.session}; csrftoken={self.token}",
            "X-CSRFToken": self.token,
            "Content-Type": "application/json",
        }
        text = None if body is None else json.dumps(body).encode()
        if time.perf_counter() - self.asked > IDLE:
            self.connection.close()  # the server has closed its end; the next request opens it
        self.asked = start = time.perf_counter()
        self.connection.request("GET" if body is None else "POST", f"/api/v1/{path}", text, headers)
        answer = self.connection.getresponse().read()
        return (time.perf_counter() - start) * 1000, json.loads(answer)

    def stop(self) -> None:
        """Stop it."""
        self.process.terminate()
        self.process.wait()


def p95(times: list[float]) -> float:
    """The 95th percentile."""
    return sorted(times)[max(0, math.ceil(len(times) * 0.95) - 1)]


def median(times: list[float]) -> float:
    """The middle one."""
    return sorted(times)[len(times) // 2]


def drag(n: int) -> dict[str, object]:
    """One pointer position of a drag of one anchor."""
    return {"kind": "move_anchors", "anchors": [["o7", 0, 3]], "by": [n % 17 - 8, n % 11 - 5]}


def aim(n: int) -> dict[str, object]:
    """One pointer position among the outlines, with everything switched on."""
    x, y = 40 + (n * 37) % 1900, 40 + (n * 23) % 180
    return {"probes": [[x, y]], "scale": 0.8, "start": [100, 100], "after": ["o7", 0, 3]}
