// Every main screen of the application: no axe violation, no console error, keys that work.
import { axe, base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(10_000);
  const page = await context.newPage();
  const said = [];
  page.on('console', (m) => {
    if (m.type() === 'error') said.push(`${page.url()} ${m.text()}`);
  });
  page.on('pageerror', (e) => said.push(`${page.url()} ${e.message}`));
  await signIn(page);
  const site = (name) => app.psql(`select s.id from sites s join clients c on c.id = s.client_id where c.name = '${name}'`).trim();
  const bench = site('Harrowgate Cycle Works');
  const firm = (name) => app.psql(`select id from clients where name = '${name}'`).trim();
  const list = app.psql('select i.id from imports i where taken_at is null').trim();
  await app.psql(
    `update imports set (who_user_id, who_name) = (select id, display_name from "AspNetUsers" where display_name = 'Ada Tidewell') where id = '${list}'`,
  );
  const screens = {
    Prospects: '/prospects',
    'prospects by next contact': '/prospects?by=contact',
    'prospects that nobody fits': '/prospects?find=nobody',
    'a prospect': `/clients/${firm('Tern Street Cycles')}`,
    'a prospect to be sampled': `/clients/${firm('Bowline Chandlery')}`,
    'a prospect to be signed': `/clients/${firm('Sallow Tree Surgery')}?sign=true`,
    'a prospect edited': `/clients/${firm('Lantern Books')}?edit=true`,
    'import in review': `/prospects/import/${list}`,
    'a row to be mended': `/prospects/import/${list}?mend=8`,
    Clients: '/clients',
    'a client': `/clients/${firm('Marram Guesthouse')}`,
    'two to be merged': `/clients/${firm('Pilot Boat Sails')}/merge/${firm('Lantern Books')}`,
    Erase: '/erase',
    Line: '/',
    'Line of one station': '/?station=bench',
    'empty Line': '/?find=nobody',
    'new site': '/new?Words=phyiso',
    Brief: `/sites/${bench}/brief?open=hours`,
    Plan: `/sites/${bench}/plan?leaf=about`,
    Look: `/sites/${bench}/look`,
    wireframes: `/sites/${bench}/plan/wires?leaf=about`,
    'look by hand': `/sites/${bench}/look/hand`,
    mark: `/sites/${bench}/look/mark`,
    Bench: `/sites/${bench}/bench?leaf=home&section=home.opening`,
    Proof: `/sites/${site('Larkfield Honey')}/proof`,
    Launch: `/sites/${bench}/launch`,
    Handoff: `/sites/${site('Marram Guesthouse')}/handoff`,
    Care: `/sites/${site('Wrenfield Wheels')}/care`,
    Standards: '/standards',
    Trades: '/trades?q=bike',
    'a trade seen': '/trades/bakery.de/preview?look=poster',
    Enquiries: '/enquiries',
    Outbox: '/outbox',
    Health: '/operator',
    'your account': '/account',
    'codes set up': '/account?codes=true',
    People: '/people',
    'a password asked for': '/password',
    'nothing here': '/nowhere',
  };
  for (const [name, path] of Object.entries(screens))
    await test(`${name}: accessible, no console error`, async () => {
      said.length = 0;
      await page.goto(base + path, { waitUntil: 'load' });
      equal(await axe(page), [], 'axe');
      equal(
        said.filter((s) => !s.includes('404')),
        [],
        'console',
      );
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
    await page.fill('#Words', 'submarine welding shop');
    await page.locator('.near').waitFor();
    equal(await page.locator('#found .checks').count(), 0, 'kinds shown before a choice');
    await page.locator('.traderow input').nth(1).check();
    await page.locator('#found .checks').waitFor();
    truth(await page.locator('.traderow input').nth(1).isChecked(), 'the choice is lost');
  });

  await test('a listing nobody prepared becomes a prospect, a sample, a letter and a client, by keyboard', async () => {
    said.length = 0;
    await page.goto(`${base}/prospects`);
    await page.keyboard.press('p');
    await page.keyboard.type(
      'Knot & Splice\nPiano tuner\n4.7 (63 reviews)\n3 Cable Steps, Saltmere SZ4 6KS\nTel 01632 960866\nknots@splice.example\n',
    );
    await page.click('text=Make it a prospect');
    await page.waitForURL(/\/clients\/[0-9a-f-]+$/);
    truth((await page.locator('.known').innerText()).includes('01632 960866'), 'the phone was not read');
    await page.keyboard.press('m');
    await page.locator('text=Open on the Bench').waitFor();
    await page.locator('textarea[name=body]').waitFor();
    await page.click('text=Send it with a private link');
    await page.locator('#said', { hasText: 'knots@splice.example' }).waitFor();
    const letter = await app.letter('knots@splice.example');
    const path = /\/sample\/[\w-]{43}/.exec(letter)[0];
    const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
    await phone.goto(base + path);
    equal(await axe(phone), [], 'axe on the sample');
    truth(await phone.frameLocator('iframe').locator('h1').isVisible(), 'the sample shows no page');
    equal(await phone.evaluate(() => document.documentElement.scrollWidth <= 390), true, 'scrolls sideways on a phone');
    await phone.fill('#name', 'Wim Splice');
    await phone.fill('#reach', '01632 960866');
    await phone.click('text=Get in touch with me');
    await phone.locator('[role=status]').waitFor();
    await phone.close();
    await page.reload();
    truth((await page.locator('aside').innerText()).includes('Answer Wim Splice'), 'nobody is told');
    await page.keyboard.press('a');
    await page.locator('#signing').waitFor();
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/sites\/[0-9a-f-]+\/brief$/);
    await page.goto(base + '/?find=knot');
    truth(await page.locator('.lanes', { hasText: 'Knot' }).isVisible(), 'not on the Line');
    equal(said, [], 'console');
  });

  await test('a list is corrected, its doubles decided by key, and taken in with Enter', async () => {
    await page.goto(`${base}/prospects/import/${list}`);
    await page.keyboard.press('x');
    await page.locator('.facts2 li', { hasText: 'left out' }).filter({ hasText: '1' }).waitFor();
    await page.evaluate(() => document.activeElement.blur());
    await page.keyboard.press('Enter');
    await page.waitForURL(`${base}/prospects`);
    truth((await page.locator('#said').innerText()).includes('refused'), 'what was taken in is not said');
  });

  await test('ticked prospects get their samples in the background; the page says when they are done', async () => {
    said.length = 0;
    await page.goto(`${base}/prospects?trade=electrician`);
    await page.locator('.rank input').first().check();
    await page.click('text=Make the samples');
    await page.waitForURL(/\/batches\//);
    await page.locator('h2', { hasText: 'Done: 1 made, 0 failed' }).waitFor();
    equal(await axe(page), [], 'axe');
    equal(said, [], 'console');
  });

  await test('a template made from a site is edited, and a fault is told with its line', async () => {
    said.length = 0;
    await page.goto(`${base}/trades`);
    await page.selectOption('#site', bench);
    await page.keyboard.press('Escape');
    await page.fill('#name', 'By the slip');
    await page.click('text=Make the template');
    await page.waitForURL(`${base}/trades/by-the-slip`);
    equal(await axe(page), [], 'axe');
    await page.locator('#yaml').fill((await page.inputValue('#yaml')).replace('headline:', 'headlin:'));
    await page.keyboard.press('Control+Enter');
    await page.locator('.faults', { hasText: 'unknown key' }).waitFor();
    equal(
      said.filter((s) => !s.includes('422')),
      [],
      'console',
    );
  });

  await test('clicking a passage in the sheet puts its section in hand in the galley', async () => {
    await page.goto(`${base}/sites/${bench}/bench`);
    const frame = page.frameLocator('.sheetframe');
    await frame.locator('h1').waitFor();
    // Its script is what tells of a click; the style sheet is the first thing it puts in.
    await frame.locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
    // The sheet is scaled, which a click by locator does not reckon with: aim at the headline with the mouse.
    const box = await page.locator('.sheetframe').boundingBox();
    await page.mouse.click(box.x + box.width * 0.2, box.y + box.height * 0.3);
    await page.locator('#bench section.cur', { hasText: 'opening' }).waitFor();
  });

  await context.close();
}
