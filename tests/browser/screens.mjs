// Every main screen of the application: no axe violation, no console error, keys that work.
import { axe, base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(10_000);
  const page = await context.newPage();
  const said = [];
  page.on('console', (m) => { if (m.type() === 'error') said.push(`${page.url()} ${m.text()}`); });
  page.on('pageerror', (e) => said.push(`${page.url()} ${e.message}`));
  await signIn(page);
  const site = (name) => app.psql(`select s.id from sites s join clients c on c.id = s.client_id where c.name = '${name}'`).trim();
  const bench = site('Harrowgate Cycle Works');
  const screens = {
    Line: '/', 'Line of one station': '/?station=bench', 'empty Line': '/?find=nobody', 'new site': '/new?Words=phyiso', Brief: `/sites/${bench}/brief?open=hours`, Plan: `/sites/${bench}/plan?leaf=about`, Look: `/sites/${bench}/look`,
    Bench: `/sites/${bench}/bench?leaf=home&section=home.opening`, Proof: `/sites/${site('Larkfield Honey')}/proof`, Launch: `/sites/${bench}/launch`, Handoff: `/sites/${site('Marram Guesthouse')}/handoff`,
    Care: `/sites/${site('Wrenfield Wheels')}/care`, Standards: '/standards', Trades: '/trades?q=bike', Enquiries: '/enquiries', Outbox: '/outbox', 'nothing here': '/nowhere',
  };
  for (const [name, path] of Object.entries(screens))
    await test(`${name}: accessible, no console error`, async () => {
      said.length = 0;
      await page.goto(base + path, { waitUntil: 'load' });
      equal(await axe(page), [], 'axe');
      equal(said.filter((s) => !s.includes('404')), [], 'console');
    });
  await test('sign-in is accessible', async () => {
    const other = await browser.newPage();
    await other.goto(`${base}/signin`);
    equal(await axe(other), []);
    await other.close();
  });

  await test('keys: N starts a site, ? lists the keys, J goes down the lanes, G B goes to the Brief, dot follows the Ticket', async () => {
    await page.goto(`${base}/`);
    await page.keyboard.press('j');
    truth(await page.evaluate(() => document.activeElement.matches('.lanes a')), 'no lane in hand');
    await page.keyboard.press('?');
    truth(await page.locator('#key-sheet').isVisible(), 'no key sheet');
    await page.keyboard.press('Escape');
    await page.keyboard.press('n');
    await page.waitForURL(`${base}/new`);
    await page.goto(`${base}/sites/${bench}/bench`);
    await page.keyboard.press('g');
    await page.keyboard.press('b');
    await page.waitForURL(/\/brief$/);
    // What is next depends on what is known; the key goes where the Ticket says.
    await page.goto(`${base}/sites/${bench}/plan`);
    const next = await page.locator('.ticket .stub a.btn').getAttribute('href');
    await page.keyboard.press('.');
    await page.waitForURL(`${base}${next}`);
  });

  await test('typing a trade shows the nearest templates as one types', async () => {
    await page.goto(`${base}/new`);
    await page.locator('#Words').pressSequentially('piano tunr', { delay: 20 });
    await page.locator('.traderow', { hasText: 'Piano tuning' }).waitFor();
    truth(await page.locator('#found .checks').isVisible(), 'no check sheet');
    // A trade without a template: nothing is taken before one of the nearest is chosen.
    await page.fill('#Words', 'window cleaner');
    await page.locator('.near').waitFor();
    equal(await page.locator('#found .checks').count(), 0, 'kinds shown before a choice');
    await page.locator('.traderow input').nth(1).check();
    await page.locator('#found .checks').waitFor();
    truth(await page.locator('.traderow input').nth(1).isChecked(), 'the choice is lost');
  });

  await test('clicking a passage in the sheet puts its section in hand in the galley', async () => {
    await page.goto(`${base}/sites/${bench}/bench`);
    const frame = page.frameLocator('.sheetframe');
    await frame.locator('h1').waitFor();
    // The sheet is scaled, which a click by locator does not reckon with: aim at the headline with the mouse.
    const box = await page.locator('.sheetframe').boundingBox();
    await page.mouse.click(box.x + box.width * 0.2, box.y + box.height * 0.3);
    await page.waitForURL(/section=home\.opening/);
    truth(await page.locator('#bench section.cur', { hasText: 'opening' }).isVisible(), 'the opening is not in hand');
  });

  await test('a text saved by key swaps the bench in place; a section saved by somebody else shows both versions; no console error', async () => {
    said.length = 0;
    await page.goto(`${base}/sites/${bench}/bench?leaf=home&section=home.intro`);
    const revision = await page.inputValue('.edit input[name=revision]');
    await page.fill('textarea[name="t.heading"]', 'Said by one');
    await page.keyboard.press('Control+Enter');
    await page.locator('.edit', { has: page.locator(`input[name=revision]:not([value="${revision}"])`) }).waitFor();
    equal(said, [], 'console');
    await page.evaluate((r) => { document.querySelector('.edit input[name=revision]').value = r; }, revision);
    await page.fill('textarea[name="t.heading"]', 'Said by another');
    await page.keyboard.press('Control+Enter');
    await page.locator('.conflict').waitFor();
    const both = await page.locator('.conflict').innerText();
    truth(both.includes('Said by one') && both.includes('Said by another'), both);
    await page.click('text=Put mine in');
    await page.locator('textarea[name="t.heading"]').waitFor();
    equal(await page.inputValue('textarea[name="t.heading"]'), 'Said by another', 'the heading');
  });
  await context.close();
}
