// Audits a page as somebody who is signed in sees it: node audit.mjs URL CATEGORIES [COOKIE]
// prints Lighthouse's report as JSON.
import lighthouse, { desktopConfig } from "lighthouse";
import puppeteer from "puppeteer-core";

const [url, categories, session] = process.argv.slice(2);
const browser = await puppeteer.launch({
  executablePath: "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});
try {
  const page = await browser.newPage();
  if (session) await browser.setCookie({ name: "sessionid", value: session, url });
  const settings = {
    onlyCategories: categories.split(","),
    disableStorageReset: true, // whoever is signed in stays so
    logLevel: "error",
  };
  const { lhr } = await lighthouse(url, settings, desktopConfig, page);
  process.stdout.write(JSON.stringify(lhr));
} finally {
  await browser.close();
}
