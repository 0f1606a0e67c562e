"""The cutting table at its socket, and jobs that are sent to it."""

import json
import socket
from contextlib import contextmanager
from threading import Thread
from unittest.mock import patch

import pypdfium2
from buildup.cutting.plan import MM
from buildup.drawing.sheet import Sheet
from buildup.edits.shapes.shaping import DrawShape
from buildup.errors import Refusal
from buildup.geometry.progress import reporting_to
from common import progress as longwork
from common.messages import refusal
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase, override_settings
from drawings import store
from drawings.services.edit import Known, edit
from drawings.services.lifecycle import make

from cutting.client import sent
from cutting.tableserver import LOOPBACK, MOST_AT_ONCE, TableServer


@contextmanager
def a_table():
    """A cutting table at a port of its own."""
    with TableServer(0) as table:
        Thread(target=table.serve_forever, daemon=True).start()
        yield table.server_address
        table.shutdown()


class SocketTest(TransactionTestCase):
    def test_it_listens_on_the_loopback_and_takes_a_job_in_pieces(self):
        with a_table() as address:
            self.assertEqual(address[0], LOOPBACK)
            with socket.create_connection(address, 5) as door:
                for piece in (
                    b"OI;",
                    b"IN;S",
                    b"P1;PU0,0;P",
                    b"D400,0,400,",
                    b"400;OS;OE;O",
                    b"R;",
                ):
                    door.sendall(piece)
                heard = b""
                while heard.count(b"\r") < 4:
                    heard += door.recv(4_096)
        told = heard.split(b"\r")
        self.assertEqual(told[:3], [b"CUTTING TABLE", b"17", b"0"])
        self.assertEqual(told[3], b"1,1,0,0,400,0,400,400")

    def test_each_connection_is_a_job_of_its_own_and_nonsense_harms_no_other(self):
        with a_table() as address:
            with socket.create_connection(address, 5) as one:
                one.sendall(b"IN;SP1;PD40,0;")
                with socket.create_connection(address, 5) as other:
                    other.sendall(b"\x00\xff" * 9_000 + b";GET / HTTP/1.1\r\n;OE;")
                    self.assertEqual(other.recv(16), b"1\r")
                one.sendall(b"OE;OR;")
                heard = b""
                while heard.count(b"\r") < 2:
                    heard += one.recv(256)
            self.assertEqual(heard, b"0\r1,1,0,0,40,0\r")

    def test_a_page_that_talks_to_it_is_hung_up_on(self):
        job = b"POST / HTTP/1.1\r\nHost: x\r\n\r\nIN;SP1;PD400,400;OR;"
        with a_table() as address, socket.create_connection(address, 5) as door:
            door.sendall(job)
            self.assertEqual(door.recv(64), b"")

    def test_answers_do_not_multiply_and_connections_are_few(self):
        with a_table() as address:
            with socket.create_connection(address, 5) as door:
                door.sendall(b"IN;SP1;PD400,400;" + b"OR;" * 500 + b"OE;")
                heard = b""
                while not heard.endswith(b"\r0\r"):
                    heard += door.recv(4_096)
                self.assertEqual(heard, b"1,1,0,0,400,400\r0\r")
            held = [socket.create_connection(address, 5) for _ in range(MOST_AT_ONCE)]
            for door in held:
                door.sendall(b"OI;")
                self.assertTrue(door.recv(64))
            with socket.create_connection(address, 5) as more:
                self.assertEqual(more.recv(64), b"")
            for door in held:
                door.close()


class TalkTest(TransactionTestCase):
    def test_a_job_that_takes_for_ever_ends(self):
        text = "IN;SP1;" + "PU0,0;PD400,0;" * 2_000
        with a_table() as address, override_settings(CUTTER=address):
            self.assertEqual(sent(text, width=100, height=100).trouble, "")
            with (
                patch("cutting.client.LONGEST_TALK", -1.0),
                self.assertRaises(Refusal) as caught,
            ):
                sent(text, width=100, height=100)
        self.assertEqual(caught.exception.code, "no_cutter")

    def test_a_job_that_is_stopped_ends_between_two_pieces(self):
        text = "IN;SP1;" + "PU0,0;PD400,0;" * 2_000
        heard = []

        class Ear:
            def begins(self, pairs):
                """Nothing is made of pairs here."""

            def far(self, part):
                heard.append(part)
                if len(heard) == 3:
                    raise refusal("stopped")

        with (
            a_table() as address,
            override_settings(CUTTER=address),
            reporting_to(Ear()),
        ):
            answered = sent(text, width=100, height=100)
        self.assertIn("Stopped.", answered.trouble)
        cuts = sum(s.down for s in answered.strokes)
        self.assertTrue(100 < cuts < 1_000, cuts)
        self.assertEqual(heard, sorted(heard))


class CuttingTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        people = get_user_model().objects
        self.mira = people.create_user("mira", password="reed-and-spruce")
        self.jon = people.create_user("jon", password="reed-and-spruce")
        self.client.force_login(self.mira)
        self.row = make(self.mira.pk, name="Decal", sheet=Sheet(100 * MM, 80 * MM, "mm"))
        for version, (start, to) in enumerate(((10, 50), (20, 30))):
            command = DrawShape(
                item=f"box-{version}",
                shape="rectangle",
                start=(start * MM, start * MM),
                to=(to * MM, to * MM),
            )
            edit(
                self.mira.pk,
                self.row.pk,
                command_id=f"set-up-{version}",
                known=Known(version),
                command=command,
            )

    def ask(self, what="jobs", *, sheet=0, work="cut-12345", **plan):
        address = f"/api/v1/drawings/{self.row.pk}/cutting/{what}"
        body = {"plan": plan, "sheet": sheet, "id": work}
        return self.client.post(address, json.dumps(body), content_type="application/json")

    def cut(self, **plan):
        with a_table() as address, self.settings(CUTTER=address):
            return self.ask(**plan)

    def test_a_drawing_is_looked_at_and_cut(self):
        look = self.ask("checks", copies=2, frames=False).json()
        self.assertEqual((look["faults"], look["trouble"], len(look["copies"])), ([], "", 2))
        self.assertEqual([t["tool"] for t in look["tools"]], [1])
        done = self.cut(copies=2, frames=False, overcut=0).json()
        record = done["record"]
        self.assertEqual((done["trouble"], record["late"], len(record["forms"])), ("", 0, 4))
        self.assertAlmostEqual(record["cut_length"], 2 * (4 * 40 + 4 * 10), delta=0.5)
        self.assertEqual(sorted(round(f["area"]) for f in record["forms"]), [100, 100, 1600, 1600])

    def test_how_it_was_cut_is_kept_with_the_drawing(self):
        self.cut(copies=3, width=250)
        sent = json.dumps({"id": "send-1234", "sending": {"kind": "hpgl"}, "items": []})
        out = f"/api/v1/drawings/{self.row.pk}/exports"
        self.client.post(out, sent, content_type="application/json")
        address = f"/api/v1/drawings/{self.row.pk}/cutting/plan"
        table = self.client.get(address).json()
        self.assertEqual((table["name"], table["plan"]["copies"]), ("Decal", 3))
        self.assertEqual(table["plan"]["width"], 250)
        self.client.force_login(self.jon)
        self.assertEqual(self.client.get(address).status_code, 404)
        self.assertEqual(self.ask("checks").status_code, 404)
        self.assertEqual(self.ask().status_code, 404)

    def test_what_the_table_refuses_is_told_with_its_error(self):
        """A cutter that takes smaller sheets than the plan says."""
        with patch("buildup.cutting.device.WIDEST", 50.0):
            done = self.cut().json()
        self.assertIn("error 3: parameter out of range", done["trouble"])
        self.assertEqual(done["record"]["forms"], [])

    def test_no_table_another_one_and_what_cannot_be_cut(self):
        with socket.socket() as free:
            free.bind((LOOPBACK, 0))
            with self.settings(CUTTER=free.getsockname()):
                away = self.ask()
        self.assertEqual((away.status_code, away.json()["code"]), (503, "no_cutter"))
        with socket.socket() as other:
            other.bind((LOOPBACK, 0))
            other.listen()
            Thread(target=lambda: other.accept()[0].sendall(b"220 mail\r"), daemon=True).start()
            with self.settings(CUTTER=other.getsockname()):
                self.assertEqual(self.ask().json()["code"], "no_cutter")
        look = self.ask("checks", width=30, height=20).json()
        self.assertIn("does not fit", look["trouble"])
        self.assertEqual(look["copies"], [])
        self.assertEqual(self.cut(width=30, height=20).json()["code"], "too_large")
        self.assertEqual(self.ask("checks", width=-5).status_code, 422)
        self.assertEqual(self.ask("checks", blade="wide").status_code, 422)

    def test_what_does_not_fit_on_a_sheet_is_cut_on_the_next_ones(self):
        plan = {"copies": 5, "width": 100, "height": 60, "margin": 0, "gap": 5, "frames": False}
        looks = [self.ask("checks", sheet=n, **plan).json() for n in range(3)]
        self.assertEqual([len(told["copies"]) for told in looks], [2, 2, 1])
        self.assertEqual({(told["sheets"], told["room"]) for told in looks}, {(3, 2)})
        with a_table() as address, self.settings(CUTTER=address):
            last = self.ask(sheet=2, **plan).json()
            self.assertEqual(len(last["record"]["forms"]), 2)
            self.assertEqual(self.ask(sheet=3, **plan).json()["code"], "no_sheet")
        self.assertIn("There is no sheet 4", self.ask("checks", sheet=3, **plan).json()["trouble"])

    def test_the_parts_of_a_copy_that_is_larger_go_onto_several_sheets(self):
        command = DrawShape(
            item="far", shape="rectangle", start=(90 * MM, 10 * MM), to=(130 * MM, 50 * MM)
        )
        known = Known(2)
        edit(self.mira.pk, self.row.pk, command_id="set-up-far", known=known, command=command)
        plan = {"copies": 1, "width": 60, "height": 60, "margin": 5, "gap": 5, "frames": False}
        looks = [self.ask("checks", sheet=n, **plan).json() for n in range(2)]
        self.assertEqual([(t["spread"], t["sheets"], len(t["copies"])) for t in looks],
                         [(True, 2, 1)] * 2)  # fmt: skip
        with a_table() as address, self.settings(CUTTER=address):
            forms = [len(self.ask(sheet=n, **plan).json()["record"]["forms"]) for n in range(2)]
        self.assertEqual(sorted(forms), [1, 2])
        self.assertEqual(self.ask("prints", **plan).json()["code"], "too_large")

    def test_a_sheet_is_printed_with_its_marks_and_cut_where_they_are_found(self):
        plan = {"copies": 2, "width": 150, "height": 120, "marks": True, "frames": False}
        look = self.ask("checks", **plan).json()
        self.assertEqual(look["marks"], [[9, 9], [141, 9], [9, 111]])
        self.assertIsNone(look["alignment"])
        printed = self.ask("prints", **plan)
        self.assertEqual(printed["Content-Type"], "application/pdf")
        self.assertIn("Decal sheet.pdf", printed["Content-Disposition"])
        page = pypdfium2.PdfDocument(printed.content)[0]
        size = [s / 72 * 25.4 for s in page.get_size()]
        self.assertAlmostEqual(size[0], 150, delta=0.01)
        self.assertAlmostEqual(size[1], 120, delta=0.01)
        dots = page.render(scale=10 / 72 * 25.4, grayscale=True).to_numpy() < 128
        for x, y in look["marks"]:
            row, column = round((120 - y) * 10), round(x * 10)
            self.assertTrue(dots[row - 38 : row + 38, column - 1 : column + 2].any(1).all())
            self.assertTrue(dots[row - 1 : row + 2, column - 38 : column + 38].any(0).all())
        moved = [[x + 1, y - 0.5] for x, y in look["marks"]]
        lies = self.ask("checks", measured=moved, **plan).json()["alignment"]
        self.assertAlmostEqual(lies["turned"], 0.0)
        self.assertAlmostEqual(lies["across"], 100.0)
        done = self.cut(measured=moved, overcut=0, **plan).json()["record"]
        plain = self.cut(overcut=0, **plan).json()["record"]
        (x, y), (was_x, was_y) = (r["cuts"][1]["places"][0] for r in (done, plain))
        self.assertAlmostEqual(x - was_x, 1.0, delta=0.03)
        self.assertAlmostEqual(y - was_y, 0.5, delta=0.03)
        wrong = self.ask("checks", measured=[[0, 0], [9, 0], [0, 9]], **plan).json()
        self.assertIn("No print lies like that", wrong["trouble"])

    def test_a_job_tells_how_far_it_is_and_stops(self):
        with (
            patch.object(longwork, "AFTER", 0.0),
            patch.object(longwork, "EVERY", 0.0),
        ):
            self.cut(copies=2)
            part = longwork.progress_of(self.mira.pk, "cut-12345")
            self.assertGreater(part, 0.3)
            longwork.stop(self.mira.pk, "stop-1234")
            stopped = self.ask("checks", work="stop-1234")
            self.assertEqual(stopped.json()["code"], "stopped")

    def test_a_job_that_is_stopped_in_the_middle_tells_what_was_cut(self):
        pieces = iter(["Stopped."])
        with (
            patch("cutting.client._Talk._stopped", lambda *_: next(pieces)),
            patch("cutting.client.PIECE", 40),
        ):
            done = self.cut(copies=1, frames=False).json()
        self.assertEqual(done["trouble"], "Stopped.")
        self.assertEqual(len(done["record"]["forms"]), 1)

    def test_what_is_looked_at_is_told_in_pieces(self):
        """How often it is told how far it is grows with the work: it can be stopped anywhere."""
        told = []
        with patch.object(longwork.ProgressReporter, "far", lambda _, part: told.append(part)):
            self.ask("checks", copies=1)
            few = len(told)
            self.ask("checks", copies=1, tolerance=0.005, blade=0.02)
        self.assertGreater(few, 0)
        self.assertGreater(len(told) - few, few)
        self.assertLessEqual(max(told), 1.0)
