// From a key pressed in the galley to the sheet drawn with it, in Chromium, on a site of at least twelve pages; in ms, without the tool that presses.
// node bench/keys.mjs http://localhost:5990 SITE
import { startBrowser } from '../tests/browser/lib.mjs';

const [base, site] = process.argv.slice(2);
const browser = await startBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${base}/signin`);
await page.fill('#email', 'mara@tidewrack.example');
await page.fill('#password', 'saltmere-harbour');
await page.click('button');
await page.waitForURL(`${base}/`);
await page.goto(`${base}/sites/${site}/plan?size=Full`);
await page.click('text=Make it so');
await page.waitForLoadState();
for (let n = 0; n < 8; n++) {
  await page.goto(`${base}/sites/${site}/bench/outline`);
  if ((await page.locator('.outpage').count()) > 12) break;
  await page.goto(`${base}/sites/${site}/plan?leaf=about`);
  await page.click('text=Duplicate');
  await page.waitForLoadState();
}
await page.goto(`${base}/sites/${site}/bench/outline`);
const pages = (await page.locator('.outpage').count()) - 1;
await page.goto(`${base}/sites/${site}/bench?leaf=home`);
await page.frameLocator('.sheetframe').locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
await page.waitForTimeout(1500);
const frame = page.frames().find((f) => f.url().includes('/sheet/'));
// The time at which a frame with the change in it was drawn.
await frame.evaluate(() => {
  window.drawn = [];
  new MutationObserver(() =>
    requestAnimationFrame(() => setTimeout(() => window.drawn.push(performance.timeOrigin + performance.now()))),
  ).observe(document.querySelector('main'), { childList: true, subtree: true, characterData: true });
});
await page.evaluate(() => {
  window.pressed = [];
  document.addEventListener('keydown', (e) => window.pressed.push(performance.timeOrigin + e.timeStamp), true);
});
const field = page.locator('#f-home-opening-text');
await field.focus();
await page.keyboard.press('Control+End');
const took = [];
for (const letter of 'and the wheels run true again by the time the kettle has boiled twice over in the back room of the shop') {
  const [presses, draws] = [await page.evaluate(() => window.pressed.length), await frame.evaluate(() => window.drawn.length)];
  await page.keyboard.press(letter === ' ' ? 'Space' : letter);
  // The sheet's own rules let nothing wait inside it; it is asked from here.
  for (let i = 0; i < 500 && !(await frame.evaluate((n) => window.drawn.length > n, draws)); i++)
    await new Promise((done) => setTimeout(done, 10));
  took.push((await frame.evaluate((n) => window.drawn[n], draws)) - (await page.evaluate((n) => window.pressed[n], presses)));
}
took.sort((a, b) => a - b);
const at = (share) => Math.round(took[Math.min(took.length - 1, Math.floor(took.length * share))]);
console.log(
  `a key to the sheet drawn, ${took.length} letters on ${pages} pages: median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms (bound 150)`,
);
await browser.close();
