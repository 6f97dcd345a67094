// kill -9 in the middle of a publish: the old release stays whole, or the new one is; never half of one.
import { base, equal, port, restart, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const visit = async () => {
    const host = 'http://marram-guesthouse.sites.localhost';
    const page = await browser.newPage();
    const bad = [];
    page.on('response', (r) => { if (r.status() >= 400) bad.push(`${r.status()} ${r.url()}`); });
    await page.goto(`${host}:${port}/`, { waitUntil: 'load' });
    const heading = await page.locator('h1').innerText();
    await page.close();
    return { heading, bad };
  };
  const id = app.psql("select id from sites where slug = 'marram-guesthouse'").trim();
  for (const wait of [5, 40, 120])
    await test(`kill -9 ${wait} ms into a publish leaves a whole site`, async () => {
      const before = app.psql(`select live_release_id from sites where id = '${id}'`).trim();
      const context = await browser.newContext();
      const page = await context.newPage();
      await signIn(page);
      await page.goto(`${base}/sites/${id}/launch`);
      const button = page.locator('button', { hasText: /^(Launch|Release) version/ });
      truth(await button.isEnabled(), 'the release button is off');
      const posted = button.click({ noWaitAfter: true }).catch(() => {});
      await page.waitForRequest((r) => r.method() === 'POST').catch(() => {});
      await new Promise((done) => setTimeout(done, wait));
      app.kill();
      await posted;
      await context.close();
      await restart(app);
      const { heading, bad } = await visit();
      truth(heading.length > 5, 'no heading');
      equal(bad, [], 'files that are missing');
      const rows = app.psql(`select count(*) from releases r join sites s on s.live_release_id = r.id where s.id = '${id}'`).trim();
      equal(rows, '1', 'the site points to a release that is there');
      truth(before.length > 0, 'it was not live before');
    });

  await test('kill -9 in mid-typing: the writer goes on, and nothing typed is lost', async () => {
    const site = app.psql("select s.id from sites s join clients c on c.id = s.client_id where c.name = 'Wrenfield Wheels'").trim();
    const stored = () => JSON.parse(app.psql(`select jsonb_path_query(r.document, '$.pages[*].sections[*] ? (@.id == "home.opening").content.text.text') from sites s join revisions r on r.site_id = s.id and r.number = s.head where s.id = '${site}'`));
    const context = await browser.newContext();
    const page = await context.newPage();
    await signIn(page, 'mara');
    await page.goto(`${base}/sites/${site}/bench?leaf=home`);
    await page.frameLocator('.sheetframe').locator('link[href="/js/sheet.css"]').waitFor({ state: 'attached' });
    await page.click('#f-home-opening-text');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Every wheel is trued ');
    app.kill();
    await page.keyboard.type('by hand, and the ');
    await page.locator('#saved', { hasText: 'offline' }).waitFor();
    await page.keyboard.type('rim is checked twice.');
    await restart(app);
    await page.waitForFunction(() => !Object.keys(localStorage).some((k) => k.startsWith('typed ')), null, { timeout: 30_000 });
    // What stood there was bold, and what is typed over bold stays bold.
    equal(stored().replaceAll('*', ''), 'Every wheel is trued by hand, and the rim is checked twice.', 'stored');
    await page.reload();
    equal(await page.innerText('#f-home-opening-text'), 'Every wheel is trued by hand, and the rim is checked twice.', 'after a reload');
    await context.close();
  });
}
