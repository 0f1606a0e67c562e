"""Fingers and pens: the real touch and pen events of the browser, sent over its own protocol."""

from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_reach import shape


class TouchTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.open(
            self.new_drawing(
                shape("plate", (60.0, 60.0), (160.0, 140.0)),
                shape("knob", (220.0, 100.0), (300.0, 180.0), "ellipse"),
            )
        )
        self.core_is_here()
        self.protocol = self.context.new_cdp_session(self.page)
        self.protocol.send(
            "Emulation.setTouchEmulationEnabled", {"enabled": True, "maxTouchPoints": 5}
        )

    def tearDown(self):
        self.protocol.send("Emulation.setTouchEmulationEnabled", {"enabled": False})
        self.protocol.detach()
        self.page.evaluate("document.documentElement.classList.remove('touch')")
        super().tearDown()

    def touch(self, kind, *fingers):
        """All fingers that are down, each by its number and place on the sheet."""
        points = [{"id": n, "x": self.spot(*at)[0], "y": self.spot(*at)[1]} for n, at in fingers]
        self.raw(kind, points)

    def raw(self, kind, points):
        self.protocol.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def tap(self, x, y):
        self.touch("touchStart", (0, (x, y)))
        self.touch("touchEnd")

    def pen(self, kind, x, y, *, button="none", buttons=0):
        left, top = self.spot(x, y)
        self.protocol.send(
            "Input.dispatchMouseEvent",
            {
                "type": kind,
                "x": left,
                "y": top,
                "button": button,
                "buttons": buttons,
                "clickCount": 1 if button != "none" else 0,
                "pointerType": "pen",
                "force": 0.5,
            },
        )

    def transform(self):
        return self.page.get_by_test_id("canvas").locator("g").first.get_attribute("transform")

    def selected(self):
        return self.page.get_by_role("complementary", name="Properties").locator("h2").first

    def test_one_finger_drags_what_it_touches(self):
        start, *way = [self.spot(*at) for at in ((110, 100), (120, 120), (140, 120), (160, 120))]
        self.raw("touchStart", [{"id": 0, "x": start[0], "y": start[1]}])
        for x, y in way:  # without a pause: a finger that rests asks for the menu
            self.raw("touchMove", [{"id": 0, "x": x, "y": y}])
        self.raw("touchEnd", [])
        self.steps_come_to(3)
        self.assertAlmostEqual(self.items()[0].frame.place(0j), 160 + 120j, delta=2)
        expect(self.page.get_by_test_id("status")).to_contain_text("two fingers")
        expect(self.page.locator("html.touch")).to_have_count(1)

    def test_two_fingers_move_and_zoom_and_take_the_first_one_back(self):
        steps = self.row.steps.count()
        before = self.transform()
        scale = float(before.rsplit("(", 1)[1].rstrip(")"))
        (ax, ay), (bx, by) = self.spot(110, 100), self.spot(260, 140)
        one, two = {"id": 0, "x": ax, "y": ay}, {"id": 1, "x": bx, "y": by}
        self.raw("touchStart", [one])
        self.raw("touchStart", [one, two])
        for n in range(1, 5):
            two = {**two, "x": bx + 20 * n, "y": by + 5 * n}
            self.raw("touchMove", [one, two])
        self.raw("touchEnd", [])
        drawn = self.page.get_by_test_id("canvas").locator("g").first
        expect(drawn).not_to_have_attribute("transform", before)
        self.assertGreater(float(self.transform().rsplit("(", 1)[1].rstrip(")")), scale * 1.2)
        self.settled()
        self.assertEqual(self.row.steps.count(), steps)
        expect(self.page.get_by_role("tab", name="Form", selected=True)).to_have_count(
            0
        )  # nothing selected

    def test_a_whole_outline_by_taps_alone(self):
        self.tool("pen")
        for at in ((40, 200), (120, 180), (140, 260)):
            self.tap(*at)
            self.settled()
        self.tap(40, 200)
        self.settled()
        new = self.items()[-1]
        self.assertTrue(new.contours[0].closed)
        self.assertEqual(len(new.contours[0].anchors), 3)

    def test_a_finger_that_rests_opens_the_menu(self):
        self.touch("touchStart", (0, (260, 140)))
        expect(self.page.get_by_role("menuitem", name="Duplicate")).to_be_visible()
        self.touch("touchEnd")
        expect(self.selected()).to_have_text("knob")

    def test_a_pen_draws_while_the_palm_rests_and_its_hover_shows_what_a_press_would_do(self):
        self.tool("freehand")
        self.pen("mouseMoved", 40, 200)
        (px, py) = self.spot(200, 280)
        palm = {"id": 3, "x": px, "y": py, "radiusX": 30, "radiusY": 40}
        self.raw("touchStart", [palm])
        self.pen("mousePressed", 40, 200, button="left", buttons=1)
        for x in range(50, 200, 10):
            self.pen("mouseMoved", x, 200 + (x % 40), buttons=1)
            self.raw("touchMove", [{**palm, "x": px + x / 50}])
        self.pen("mouseReleased", 200, 210, button="left")
        self.raw("touchEnd", [])
        expect(self.page.get_by_text("3 items · back to front")).to_be_visible()
        self.settled()
        self.assertEqual(len(self.items()), 3)
        self.tool("select")
        self.pen("mouseMoved", 110, 100)
        expect(self.page.get_by_test_id("status").locator("b")).to_have_text("plate")

    def test_a_card_that_a_finger_rests_on_is_carried_to_another_place(self):
        card = self.page.get_by_test_id("stack-plate")
        x, y = self.middle(card)
        right = self.page.get_by_test_id("stack-knob").bounding_box()
        to = right["x"] + right["width"] * 0.8
        self.raw("touchStart", [{"id": 0, "x": x, "y": y - 20}])
        expect(self.page.locator(".carried-ghost")).to_be_visible()
        for n in range(1, 6):
            self.raw("touchMove", [{"id": 0, "x": x + (to - x) * n / 5, "y": y - 20}])
        self.raw("touchEnd", [])
        self.steps_come_to(3)
        self.assertEqual([i.name for i in self.items()], ["knob", "plate"])

    def test_any_act_is_found_and_done_by_taps(self):
        self.tap(110, 100)
        self.press("find")
        self.page.get_by_test_id("finder").fill("flip hor")
        row = self.page.get_by_role("option").first
        expect(row).to_contain_text("Flip horizontal")
        x, y = self.middle(row)
        self.raw("touchStart", [{"id": 0, "x": x, "y": y}])
        self.raw("touchEnd", [])
        self.steps_come_to(3)
        self.assertIn("Flip", self.row.steps.order_by("-number")[0].name)

    def press(self, name):
        """A tap on a control."""
        x, y = self.middle(self.page.get_by_test_id(name))
        self.raw("touchStart", [{"id": 0, "x": x, "y": y}])
        self.raw("touchEnd", [])
