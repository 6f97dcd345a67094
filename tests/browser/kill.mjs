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
}
