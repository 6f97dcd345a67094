// Standards: made of a site, followed by twelve, changed, looked at, rolled out and rolled back, by mouse and by key.
import { axe, base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(15_000);
  const page = await context.newPage();
  const said = [];
  page.on('console', (m) => m.type() === 'error' && said.push(`${m.text().slice(0, 160)} ${m.location().url}:${m.location().lineNumber}`));
  page.on('pageerror', (e) => said.push(e.message));
  await signIn(page, 'ada');
  const one = (sql) => app.psql(sql).trim();
  const site = (name) => one(`select s.id from sites s join clients c on c.id = s.client_id where c.name = '${name}' and not s.is_sample`);
  const wheels = site('Wrenfield Wheels');
  const live = (id) => one(`select live_release_id from sites where id = '${id}'`);
  const visitor = await browser.newPage();
  // Pages may be kept by a browser for two minutes: each look is at an address of its own.
  let looks = 0;
  const shown = async (slug) => {
    const r = await visitor.goto(`http://${slug}.sites.localhost:${new URL(base).port}/?${++looks}`);
    equal(r.status(), 200);
    return visitor.content();
  };
  const slug = one(`select slug from sites where id = '${wheels}'`);

  const trades = one("select id from standards where name = 'Saltmere trades'");
  for (const [name, at] of Object.entries({
    layers: '/standards',
    'a setting in hand': `/standards?at=${trades}&edit=footer_text&on=${wheels}`,
    'who follows': `/standards/${trades}`,
    exceptions: '/standards/exceptions',
    'the log': '/standards/changes',
    'in and out': '/standards/exchange',
    passages: '/standards/passages',
    'what is behind': '/standards/behind',
    'settings of a site': `/sites/${wheels}/settings?show=all&edit=privacy`,
  }))
    await test(`${name}: accessible, no console error`, async () => {
      said.length = 0;
      await page.goto(base + at, { waitUntil: 'load' });
      equal(await axe(page), [], 'axe');
      equal(said, [], 'console');
    });

  let standard;
  await test('an exception is set with its reason, by key, and a standard is made of the site in one step', async () => {
    await page.goto(`${base}/sites/${wheels}/settings`);
    await page.keyboard.press('/');
    await page.keyboard.type('corners');
    await page.keyboard.press('Enter');
    await page.waitForURL(/q=corners/);
    await page.getByRole('link', { name: 'Corners', exact: true }).press('Enter');
    await page.waitForURL(/edit=corners/);
    await page.selectOption('#v-corners', 'round');
    await page.fill('#why', 'Their sign is round.');
    await page.keyboard.press('Control+Enter');
    await page.getByText('set for this site only').waitFor();
    truth((await page.locator('#s-corners').innerText()).includes('Their sign is round.'), 'the reason stands beside it');
    await page.fill('input[name=name]', 'Round trades');
    await page.getByRole('button', { name: 'Make it' }).click();
    await page.waitForURL(/standards\/[0-9a-f-]{36}$/);
    standard = page.url().split('/').pop();
    equal(one(`select value from settings where scope = '${standard}' and key = 'corners'`), 'round');
    equal(
      one(`select count(*) from settings where layer = 5 and scope = '${wheels}' and key = 'corners'`),
      '0',
      'the site follows and has given its own back',
    );
  });

  await test('twelve sites follow it at once', async () => {
    await page.getByRole('button', { name: 'Tick all shown' }).click();
    await page.getByRole('button', { name: 'Let the ticked ones follow' }).click();
    const all = Number(one('select count(*) from sites where not is_sample'));
    truth(all >= 12, 'there are twelve');
    await page.getByText(`${all} sites follow it`).waitFor();
  });

  await test('a text is changed with a fact from the list; how it reads is shown; what it changes is read before anything is saved', async () => {
    await page.goto(`${base}/standards?at=${standard}&edit=footer_text&on=${wheels}#s-footer_text`);
    await page.fill('#v-footer_text', 'Kept in trim by ');
    await page.selectOption('[data-put="v-footer_text"]', { label: 'Business name' });
    equal(await page.inputValue('#v-footer_text'), 'Kept in trim by {{ business.name }}');
    await page.keyboard.press('Control+Enter');
    await page.getByText('in hand, not seen by anybody yet').waitFor();
    truth((await page.locator('#inhand').innerText()).includes('‹business name›'), 'no brackets in what is in hand');
    truth(!(await shown(slug)).includes('Kept in trim'), 'nothing is published');
    await page.keyboard.press('.');
    await page.waitForURL(/impact$/);
    await page.getByRole('heading', { name: /^\d\d+ sites, \d+ pages/ }).waitFor({ timeout: 60_000 });
    truth((await page.locator('.diffwords').innerText()).includes('Kept in trim by'), 'in words');
    await page.frameLocator('.halfframe').last().getByText('Kept in trim by').waitFor({ state: 'attached' });
    said.length = 0;
    equal(await axe(page), [], 'axe');
  });

  let rollOut;
  const before = live(wheels);
  await test('rolled out: published sites show it, others stay; the page says how far it is', async () => {
    await page.fill('#why', 'Asked for at the October meeting');
    await page.getByRole('button', { name: /roll out to all \d+ now/ }).click();
    await page.waitForURL(/rollouts\//);
    rollOut = page.url().split('/').pop();
    await page.locator('#rollout h2', { hasText: /Done: \d+ released/ }).waitFor({ timeout: 60_000 });
    truth((await shown(slug)).includes('Kept in trim by Wrenfield Wheels'), 'published');
    truth(live(wheels) !== before, 'a release of its own');
    equal(await axe(page), [], 'axe');
    await page.goto(`${base}/standards/changes?key=footer_text`);
    truth((await page.locator('table').innerText()).includes('Asked for at the October meeting'), 'the log says why');
  });

  await test('rolled back in one act: sites and values are as before', async () => {
    await page.goto(`${base}/rollouts/${rollOut}`);
    await page.keyboard.press('b');
    await page.getByRole('button', { name: /^Roll back \d+ sites?$/ }).click();
    await page.getByText('the values are as before').waitFor();
    equal(live(wheels), before);
    truth(!(await shown(slug)).includes('Kept in trim'), 'published as before');
    equal(one(`select count(*) from settings where scope = '${standard}' and key = 'footer_text'`), '0');
  });

  await test('counting begins only after a yes, and the answer can be changed', async () => {
    const where = site('Larkmouth Piano Care'),
      its = one(`select slug from sites where id = '${where}'`);
    await page.goto(`${base}/sites/${where}/settings?show=all&edit=counter#s-counter`);
    await page.fill('#v-counter', 'https://count.example/c.js');
    await page.keyboard.press('Control+Enter');
    await page.getByText('set for this site only').waitFor();
    await page.getByRole('button', { name: 'Bring it up to date' }).click();
    await page.locator('#rollout h2', { hasText: 'Done: 1 released' }).waitFor({ timeout: 30_000 });
    const fresh = await browser.newContext();
    const guest = await fresh.newPage();
    const asked = [];
    await fresh.route('https://count.example/**', (r) => {
      asked.push(r.request().url());
      return r.fulfill({ contentType: 'text/javascript', body: '' });
    });
    await guest.goto(`http://${its}.sites.localhost:${new URL(base).port}/`);
    await guest.locator('#consent').waitFor();
    equal(asked, [], 'nothing before an answer');
    await guest.locator('[data-consent=no]').click();
    await guest.reload();
    truth(!(await guest.locator('#consent').isVisible()), 'asked once');
    equal(asked, [], 'nothing after a no');
    await guest.locator('.again').click();
    await guest.locator('[data-consent=yes]').click();
    await guest.waitForFunction(() => document.querySelector('script[src*="count.example"]'));
    await guest.reload();
    await guest.waitForFunction(() => document.querySelector('script[src*="count.example"]'));
    truth(asked.length > 0, 'counted after a yes');
    equal((await fresh.cookies()).length, 0, 'no cookie');
    await fresh.close();
  });
  await visitor.close();
  await context.close();
}
