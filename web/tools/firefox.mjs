// Drives Firefox over WebDriver BiDi for tests in Python: a line of JSON says what to do, a line
// answers.  node firefox.mjs PATH WIDTH HEIGHT
import { createInterface } from "node:readline";
import puppeteer from "puppeteer-core";

const [executablePath, width, height] = process.argv.slice(2);
const browser = await puppeteer.launch({
  browser: "firefox",
  executablePath,
  headless: true,
  defaultViewport: { width: Number(width), height: Number(height) },
});
const page = await browser.newPage();

const does = {
  ready: () => true,
  open: (url) => page.goto(url).then(() => null),
  ask: (body) => page.evaluate(new Function(body)),
  async drag(spots) {
    const [first, ...others] = spots;
    await page.mouse.move(...first);
    await page.mouse.down();
    for (const spot of others) await page.mouse.move(...spot, { steps: 3 });
    await page.mouse.up();
  },
  type: (text) => page.keyboard.type(text),
  async chord(keys) {
    const held = keys.slice(0, -1);
    for (const key of held) await page.keyboard.down(key);
    await page.keyboard.press(keys.at(-1));
    for (const key of held.reverse()) await page.keyboard.up(key);
  },
  close: () => browser.close(),
};

for await (const line of createInterface({ input: process.stdin })) {
  const [what, ...told] = JSON.parse(line);
  let answer;
  try {
    answer = { value: (await does[what](...told)) ?? null };
  } catch (problem) {
    answer = { problem: String(problem) };
  }
  process.stdout.write(`${JSON.stringify(answer)}\n`);
  if (what === "close") process.exit(0);
}
