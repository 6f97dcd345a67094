// kill -9 in the middle of a publish: the old release stays whole, or the new one is; never half of one.
import { base, equal, port, restart, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const visit = async () => {
    const host = 'http://marram-guesthouse.sites.localhost';
    const page = await browser.newPage();
    const bad = [];
    page.on('response', (r) => {
      if (r.status() >= 400) bad.push(`${r.status()} ${r.url()}`);
    });
    await page.goto(`${host}:${port}/`, { waitUntil: 'load' });
    const heading = await page.locator('h1').innerText();
    await page.close();
    return { heading, bad };
  };
  const one = (sql) => app.psql(sql).trim();
  const until = async (sql, wanted) => {
    for (let i = 0; one(sql) !== wanted; i++) {
      if (i > 300) throw new Error(`${sql} does not become ${wanted}: ${one(sql)}`);
      await new Promise((done) => setTimeout(done, 100));
    }
  };
  /** Somebody else holds rows or tables, so that whoever needs them next stops in the middle of what they do, for as long as it takes. */
  const holding = async (sql) => {
    const hold = app.hold(sql);
    const holder = "query like '%pg_sleep(600)%' and pid <> pg_backend_pid()";
    await until(`select count(*) from pg_stat_activity where ${holder} and state = 'active'`, '1');
    return () => {
      hold.kill();
      one(`select pg_terminate_backend(pid) from pg_stat_activity where ${holder}`);
    };
  };
  const waiting = "select count(*) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()";

  const id = one("select id from sites where slug = 'marram-guesthouse'");
  const standing = () =>
    one(
      `select s.live_release_id, s.head, (select count(*) from releases where site_id = s.id), (select count(*) from events where site_id = s.id) from sites s where s.id = '${id}'`,
    );
  for (const [where, held] of [
    ['before the release is written', 'lock table releases in share row exclusive mode'],
    ['between the release and the site that points to it', `select 1 from sites where id = '${id}' for no key update`],
    ['at the note of it in the history', 'lock table events in share row exclusive mode'],
  ])
    await test(`kill -9 in a publish, ${where}: visitors see what they saw, and nothing of it is there`, async () => {
      const before = standing();
      const context = await browser.newContext();
      const page = await context.newPage();
      await signIn(page);
      await page.goto(`${base}/sites/${id}/launch`);
      const button = page.locator('button', { hasText: /^(Launch|Release) version/ });
      truth(await button.isEnabled(), 'the release button is off');
      const letGo = await holding(held);
      const posted = button.click({ noWaitAfter: true }).catch(() => {});
      await until(waiting, '1');
      app.kill();
      letGo();
      await posted;
      await context.close();
      await until(waiting, '0');
      equal(standing(), before, 'the site and its releases');
      await restart(app);
      const { heading, bad } = await visit();
      truth(heading.length > 5, 'no heading');
      equal(bad, [], 'files that are missing');
    });

  await test('kill -9 right after a publish was answered: it stays', async () => {
    const number = Number(one(`select max(number) from releases where site_id = '${id}'`));
    const context = await browser.newContext();
    const page = await context.newPage();
    await signIn(page);
    await page.goto(`${base}/sites/${id}/launch`);
    await page.locator('button', { hasText: /^(Launch|Release) version/ }).click();
    await page.locator('#said', { hasText: /elease/ }).waitFor();
    app.kill();
    await context.close();
    await restart(app);
    equal(
      one(`select r.number from sites s join releases r on r.id = s.live_release_id where s.id = '${id}'`),
      String(number + 1),
      'the live release',
    );
    const { bad } = await visit();
    equal(bad, [], 'files that are missing');
  });

  await test('kill -9 in mid-typing: the writer goes on, and nothing typed is lost', async () => {
    const site = app.psql("select s.id from sites s join clients c on c.id = s.client_id where c.name = 'Wrenfield Wheels'").trim();
    const stored = () =>
      JSON.parse(
        app.psql(
          `select jsonb_path_query(r.document, '$.pages[*].sections[*] ? (@.id == "home.opening").content.text.text') from sites s join revisions r on r.site_id = s.id and r.number = s.head where s.id = '${site}'`,
        ),
      );
    const context = await browser.newContext();
    const page = await context.newPage();
    await signIn(page, 'mara');
    await page.goto(`${base}/sites/${site}/bench?leaf=home`);
    await page.frameLocator('.sheetframe').locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
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

  await test('kill -9 in the middle of a roll-out: one site done, one in the middle of it, the rest waiting; it is gone on with after the start', async () => {
    const lives = 'select count(*) from sites where live_release_id is not null and not is_sample';
    truth(Number(one(lives)) > 2, 'several sites are published');
    const context = await browser.newContext();
    const page = await context.newPage();
    await signIn(page);
    await page.goto(`${base}/standards?at=agency&edit=credit#s-credit`);
    await page.fill('#v-credit', 'Made by {{ agency.name }} after the kill');
    await page.keyboard.press('Control+Enter');
    await page.getByText('in hand, not seen by anybody yet').waitFor();
    await page.goto(`${base}/standards/agency/impact`);
    await page.getByRole('button', { name: /roll out to all \d+ now/ }).waitFor({ timeout: 60_000 });
    // Two sites are held by somebody else, so that the workers stop in the middle of both; rows that refer to them may still be written.
    const held = one(
      "select string_agg(quote_literal(s.id::text), ',') from (select s.id from sites s join clients c on c.id = s.client_id where s.live_release_id is not null and not s.is_sample order by c.name, s.id offset 1 limit 2) s",
    );
    const letGo = await holding(`select 1 from sites where id in (${held}) for no key update`);
    await page.getByRole('button', { name: /roll out to all \d+ now/ }).click();
    await page.waitForURL(/rollouts\//);
    const id = page.url().split('/').pop();
    await until(`select count(*) from roll_out_sites where roll_out_id = '${id}' and state = 1`, '1');
    await until(waiting, '2');
    app.kill();
    letGo();
    equal(one(`select count(*) from roll_out_sites where roll_out_id = '${id}' and state = 1`), '1', 'what was in the middle is not done');
    equal(
      one(
        `select count(*) from sites s join releases r on r.id = s.live_release_id where s.id in (${held}) and r.settings::text like '%after the kill%'`,
      ),
      '0',
      'and shows what it showed',
    );
    await restart(app);
    await until(`select state from roll_outs where id = '${id}'`, '4');
    equal(
      one(
        `select count(*) from sites s join releases r on r.id = s.live_release_id where not s.is_sample and r.settings::text like '%after the kill%'`,
      ),
      one(lives),
      'all of them',
    );
    equal(
      one(`select max(n) from (select count(*) n from releases where settings::text like '%after the kill%' group by site_id) x`),
      '1',
      'nobody twice',
    );
    const { bad } = await visit();
    equal(bad, [], 'files that are missing');
    await context.close();
  });
}
