"""Firefox and WebKit driven alike: open an address, ask the page, move, press and type.

Firefox speaks WebDriver BiDi with puppeteer-core, which a small bridge in Node gives lines of JSON;
WebKit's own driver is spoken to with Selenium, its browser shows on a display in memory.
"""

import json
import os
import shutil
import subprocess
import time
from abc import ABC, abstractmethod
from pathlib import Path
from typing import Any

from selenium.webdriver import ActionChains, Keys, WebKitGTK
from selenium.webdriver.webkitgtk.options import Options
from selenium.webdriver.webkitgtk.service import Service

WEB = Path(__file__).parents[2] / "web"
FIREFOX = shutil.which("firefox-esr") or shutil.which("firefox")
WEBKIT_DRIVER = shutil.which("WebKitWebDriver")
MINI_BROWSER = next(Path("/usr/lib").glob("*/webkit2gtk-4.*/MiniBrowser"), None)
DISPLAY = shutil.which("Xvfb")
SIZE = (1280, 800)

Spot = tuple[float, float]


class Driver(ABC):
    """A browser with one page."""

    @abstractmethod
    def open(self, url: str) -> None:
        """Go to an address, and wait until its page is loaded."""

    @abstractmethod
    def ask(self, body: str) -> Any:
        """What a function with this body gives in the page."""

    @abstractmethod
    def drag(self, *spots: Spot) -> None:
        """Press at the first place of the page, move over the others, let go at the last one."""

    @abstractmethod
    def type(self, text: str) -> None:
        """Type it into what has the focus."""

    @abstractmethod
    def chord(self, *keys: str) -> None:
        """Press the last key while the others are held: `Control`, `Shift`."""

    @abstractmethod
    def close(self) -> None:
        """End the browser."""

    def until(self, body: str, *, seconds: float = 60) -> Any:
        """Wait until a function with this body gives something true."""
        ends = time.monotonic() + seconds
        while not (found := self.ask(body)):
            if time.monotonic() > ends:
                here = self.ask("return document.body.innerText.slice(0, 600)")
                raise AssertionError(f"Never true: {body}\nThe page says: {here}")
            time.sleep(0.1)
        return found


class Firefox(Driver):
    """Firefox, without a window."""

    def __init__(self) -> None:
        """Start it."""
        self.bridge = subprocess.Popen(
            ["node", "tools/firefox.mjs", str(FIREFOX), *map(str, SIZE)],
            cwd=WEB,
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
        )
        self._say("ready")

    def _say(self, what: str, *told: Any) -> Any:
        assert self.bridge.stdin
        assert self.bridge.stdout
        self.bridge.stdin.write(json.dumps([what, *told]) + "\n")
        self.bridge.stdin.flush()
        answer = json.loads(self.bridge.stdout.readline() or '{"problem": "Firefox has ended"}')
        if "problem" in answer:
            raise AssertionError(answer["problem"])
        return answer.get("value")

    def open(self, url: str) -> None:
        """Go to an address."""
        self._say("open", url)

    def ask(self, body: str) -> Any:
        """What a function gives."""
        return self._say("ask", body)

    def drag(self, *spots: Spot) -> None:
        """Drag over places of the page."""
        self._say("drag", spots)

    def type(self, text: str) -> None:
        """Type."""
        self._say("type", text)

    def chord(self, *keys: str) -> None:
        """Press keys together."""
        self._say("chord", keys)

    def close(self) -> None:
        """End it."""
        self._say("close")
        for stream in (self.bridge.stdin, self.bridge.stdout):
            assert stream
            stream.close()
        self.bridge.wait(20)


class WebKit(Driver):
    """WebKit's own small browser, on a display in memory."""

    def __init__(self) -> None:
        """Start the display, the driver and the browser."""
        there, here = os.pipe()
        self.display = subprocess.Popen(
            [str(DISPLAY), "-displayfd", str(here), "-screen", "0", "1400x1000x24"],
            pass_fds=[here],
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        os.close(here)
        with os.fdopen(there) as told:
            number = told.readline().strip()
        options = Options()
        options.binary_location = str(MINI_BROWSER)
        options.add_argument("--automation")
        plain = {
            "DISPLAY": f":{number}",
            "LIBGL_ALWAYS_SOFTWARE": "1",
            "WEBKIT_DISABLE_COMPOSITING_MODE": "1",
            "WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS": "1",  # it is in a container of its own
        }
        self.driver = WebKitGTK(
            options=options, service=Service(str(WEBKIT_DRIVER), env={**os.environ, **plain})
        )
        self.driver.set_window_size(SIZE[0], SIZE[1] + 38)
        self.driver.set_script_timeout(30)

    def open(self, url: str) -> None:
        """Go to an address."""
        self.driver.get(url)

    def ask(self, body: str) -> Any:
        """What a function gives."""
        return self.driver.execute_script(body)

    def _actions(self) -> ActionChains:
        return ActionChains(self.driver, duration=20)

    def drag(self, *spots: Spot) -> None:
        """Drag over places of the page."""
        actions = self._actions()
        pointer = actions.w3c_actions.pointer_action
        pointer.move_to_location(*map(round, spots[0]))
        pointer.pointer_down()
        for x, y in spots[1:]:
            pointer.move_to_location(round(x), round(y))
            pointer.pause(0.03)
        pointer.pointer_up()
        actions.w3c_actions.perform()

    def type(self, text: str) -> None:
        """Type."""
        self._actions().send_keys(text).perform()

    def chord(self, *keys: str) -> None:
        """Press keys together."""
        codes = [getattr(Keys, key.upper(), key) for key in keys]
        actions = self._actions()
        for key in codes[:-1]:
            actions.key_down(key)
        actions.send_keys(codes[-1])
        for key in reversed(codes[:-1]):
            actions.key_up(key)
        actions.perform()

    def close(self) -> None:
        """End all three."""
        self.driver.quit()
        self.display.terminate()
        self.display.wait(20)
