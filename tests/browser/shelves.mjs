// The Bench beside the galley: sections from the library, layouts, buttons, icons, what stands on every page, page settings, widths, outline, wishes of marks.
import { measure } from './geometry.mjs';
import { axe, base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(10_000);
  const page = await context.newPage();
  const said = [];
  page.on('console', (m) => m.type() === 'error' && said.push(`${m.text().slice(0, 160)} ${m.location().url}:${m.location().lineNumber}`));
  page.on('pageerror', (e) => said.push(e.message));
  await signIn(page, 'mara');
  const site = app.psql("select s.id from sites s join clients c on c.id = s.client_id where c.name = 'Wrenfield Wheels'").trim();
  const here = `${base}/sites/${site}`;
  const query = (what) =>
    JSON.parse(
      app.psql(`select ${what} from sites s join revisions r on r.site_id = s.id and r.number = s.head where s.id = '${site}'`).trim() ||
        'null',
    );
  const kinds = () => query(`jsonb_path_query_array(r.document, '$.pages[0].sections[*].id')`);
  const open = async (at = '') => {
    await page.goto(`${here}/bench?leaf=home${at}`);
    await page.frameLocator('.sheetframe').locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
  };
  const sheet = page.frameLocator('.sheetframe');

  await test("New: a trade without a template is made in the client's own words and language; unsure facts stand first", async () => {
    const fresh = await context.newPage();
    await fresh.goto(`${base}/new`);
    await fresh.fill(
      '#Text',
      "nom : Horlogerie Tamisier\nrue : 4 rue du Balancier\ncode postal : 69993\nville : Belmont-sous-Roche\ntéléphone : 04 65 71 77 31\naccroche : Le temps, remis à l'heure.\nservices :\n- restauration de pendules\n- réglage à domicile",
    );
    await fresh.getByRole('button', { name: 'Read it into the sheet' }).click();
    await fresh.waitForURL(/\/new\/.+/);
    truth((await fresh.locator('.rowhead').allInnerTexts()).at(-1).startsWith('Not known yet'), 'what is not known comes last');
    // The way on is in sight without scrolling.
    truth((await fresh.locator('#make').boundingBox()).y < 800, 'the main button is in sight');
    await fresh.fill('#Words', 'restaurateur de pendules');
    await fresh.locator('.near', { hasText: 'restaurateur de pendules' }).waitFor();
    await fresh.check('#t-open');
    equal(await fresh.locator('select[name=Language]').inputValue(), 'fr-FR', 'the language of what was sent');
    for (const box of await fresh.locator('.sheetrows input[type=checkbox]').all()) await box.check();
    await fresh.click('#make');
    await fresh.waitForURL(/\/bench/);
    const made = fresh.frameLocator('.sheetframe');
    await made.locator('h1', { hasText: 'Le temps' }).waitFor();
    equal(await made.locator('html').getAttribute('lang'), 'fr-FR', 'language of the site');
    await made.getByText('réglage à domicile').first().waitFor();
    await fresh.close();
  });

  for (const [name, at] of Object.entries({
    'the library': '/bench/add?leaf=home',
    layouts: '/bench/layouts?section=home.services',
    'copying a section': '/bench/copy?section=home.services',
    'page settings': '/bench/page?leaf=services',
    'what stands on every page': '/bench/parts',
    'pouring a text in': '/bench/pour',
    pictures: '/bench/photos',
    outline: '/bench/outline',
  }))
    await test(`${name}: accessible, no console error`, async () => {
      said.length = 0;
      await page.goto(here + at, { waitUntil: 'load' });
      equal(await axe(page), [], 'axe');
      equal(said, [], 'console');
    });

  await test('library: found by a word and added with Enter after the section in hand; a press on its picture adds too', async () => {
    await open('&section=home.opening');
    const before = kinds();
    await page.keyboard.press('a');
    await page.waitForURL(/bench\/add/);
    const cards = page.frameLocator('.cardframe').locator('.card-pick');
    await cards.first().waitFor();
    truth((await cards.count()) > 20, 'the sheet shows the sections');
    await page.keyboard.press('/');
    await page.keyboard.type('sentence to stop');
    await page.waitForFunction(() => document.querySelectorAll('[data-card]:not([hidden])').length === 1);
    equal(await cards.count(), 1, 'the sheet shows what was looked for');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await page.waitForURL(/bench\?leaf=home&section=home.quote/);
    equal(kinds().indexOf('home.quote-2'), 1, 'after the opening');
    await page.goto(`${here}/bench/add?leaf=home&after=home.opening`);
    await page.frameLocator('.cardframe').locator('.card-pick', { hasText: 'Announcement' }).dispatchEvent('click');
    await page.waitForURL(/section=home.announcement/);
    await sheet.locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
    await page.locator('#detents option').first().waitFor({ state: 'attached' });
    for (const _ of [1, 2]) {
      await page.keyboard.press('z');
      await page.waitForFunction(() => document.getElementById('said').textContent.includes('Undone'));
      await page.evaluate(() => {
        document.getElementById('said').textContent = '';
      });
    }
    equal(kinds(), before, 'two undos');
  });

  await test('layouts: each is drawn with the section’s own words and taken with a key', async () => {
    await open('&section=home.services');
    await page.keyboard.press('l');
    await page.waitForURL(/bench\/layouts/);
    const cards = page.frameLocator('.cardframe').locator('.card-pick');
    await cards.nth(1).waitFor();
    const heading = await cards.nth(0).locator('h2').innerText();
    for (const c of await cards.all()) equal((await c.locator('h2').innerText()).toLowerCase(), heading.toLowerCase(), 'its own words');
    await page.keyboard.press('j');
    const name = await page.evaluate(() => document.activeElement.value);
    await page.keyboard.press('Enter');
    await page.waitForURL(/bench\?leaf=home&section=home.services/);
    equal(query(`jsonb_path_query(r.document, '$.pages[0].sections[*] ? (@.id == "home.services").variant')`), name, 'taken');
    await sheet.locator(`.s-services.${name}`).waitFor();
  });

  await test('buttons: a new one leads to the main action, another target is chosen, and the sheet follows', async () => {
    await open('&section=home.steps');
    await page.locator('.gs.cur .btnlist button', { hasText: 'New button' }).click();
    await sheet.locator('#steps .ctas a.btn').waitFor();
    await page.locator('.gs.cur .btnrow select').selectOption('about.html');
    await sheet.locator('#steps .ctas a[href="about.html"]').waitFor();
    await page.locator('.gs.cur .btnrow input[name=label]').fill('Who we are');
    await page.keyboard.press('Tab');
    await sheet.locator('#steps .ctas a', { hasText: 'Who we are' }).waitFor();
  });

  await test('icons: found by what they show and put before the title of an entry', async () => {
    await open('&section=home.services');
    await page.locator('.gs.cur [data-icon="0"]').click();
    await page.locator('#pop input').fill('repair');
    await page.locator('#pop .icongrid button').first().waitFor();
    await page.locator('#pop input').press('Enter');
    await sheet.locator('.s-services h3.ii svg').first().waitFor();
    truth(query(`jsonb_path_query(r.document, '$.pages[0].sections[*] ? (@.id == "home.services").content.items[0].icon')`), 'stored');
  });

  await test('a part of every page is told as such, with how many pages it touches, and changed for all', async () => {
    await open();
    await sheet.locator('footer.s-foot .legal p').dispatchEvent('click');
    await page.locator('#pop', { hasText: /stands on all \d+ pages/ }).waitFor();
    await page.locator('#pop a', { hasText: 'Change it everywhere' }).click();
    await page.waitForURL(/bench\/parts/);
    await page.fill('#ntext', 'Shut on Monday');
    await page.locator('#notice button.ink').click();
    await page.waitForURL(/parts#notice/);
    await page.frameLocator('.sheetframe').locator('.s-notice', { hasText: 'Shut on Monday' }).waitFor();
    await page.fill('#ph', 'Before you go');
    await page.fill('#pt', 'Ring us, we look at it while you wait.');
    await page.locator('#popup button.ink').click();
    await page.waitForURL(/parts#popup/);
    await page.locator('#u-questions').selectOption('about');
    await page.waitForURL(/parts#menu/);
    const site2 = page.frameLocator('.sheetframe');
    await site2.locator('#nav .has > button.sub').dispatchEvent('click');
    await site2.locator('#nav .has ul a', { hasText: 'Questions' }).waitFor();
    const frame = page.frames().find((f) => f.url().includes('/sheet/'));
    await frame.evaluate(() => document.getElementById('popup').showModal());
    truth(await frame.evaluate(() => document.activeElement.closest('#popup') !== null), 'the pop-up takes the focus');
    await page.keyboard.press('Escape');
    truth(!(await frame.evaluate(() => document.getElementById('popup').open)), 'Escape puts it away');
  });

  await test('page settings: the result is cut as one types, a phrase says what to mend, an address in use is told', async () => {
    await page.goto(`${here}/bench/page?leaf=services`);
    await page.fill('#ptitle', 'A title that goes on and on about bicycles, tandems, tricycles, wheels and all that turns');
    await page.locator('.rtitle', { hasText: '…' }).waitFor();
    await page.locator('[data-phrase]').first().click();
    await page.locator('.phrase meter').waitFor();
    await page.fill('#slug', 'about');
    await page.keyboard.press('Control+Enter');
    await page.locator('#e-slug', { hasText: 'stands at' }).waitFor();
    truth((await page.inputValue('#ptitle')).startsWith('A title that'), 'nothing typed is lost');
    await page.fill('#slug', 'jobs');
    await page.keyboard.press('Control+Enter');
    await page.locator('.hint', { hasText: 'Leads here too: services.html' }).waitFor();
  });

  await test('every kind of fault is found by measuring, and only those', async () => {
    const bare = await context.newPage();
    await bare.setViewportSize({ width: 400, height: 600 });
    const faults = async (body) => {
      await bare.setContent(`<!doctype html><style>body{margin:0;font:16px/1.5 sans-serif}</style>${body}`);
      return bare.evaluate(measure);
    };
    equal(
      await faults(
        '<h1>A heading</h1><p>Some <a href="/x">text</a> to read.</p><p><a href="/y" style="display:inline-block;min-height:44px">Far away</a></p>',
      ),
      [],
      'a page without fault',
    );
    truth((await faults('<p style="width:600px">Wider than the screen it is on</p>'))[0].startsWith('over the side by'), 'over the side');
    truth(
      (await faults('<div style="height:20px;overflow:hidden"><p style="margin:0">One<br>two<br>three</p></div>'))[0].startsWith('clipped'),
      'clipped',
    );
    truth(
      (await faults('<p>Some words of text</p><p style="margin-top:-38px">Other words on top</p>'))[0].startsWith('on one another'),
      'overlap',
    );
    truth(
      (
        await faults(
          '<a href="/x" style="display:inline-block;width:12px;height:12px;overflow:hidden">x</a><a href="/y" style="display:inline-block;width:12px;height:12px;overflow:hidden">y</a>',
        )
      ).some((f) => f.startsWith('small')),
      'too small',
    );
    await bare.close();
  });

  await test('ruler: by key from detent to detent, measured at all of them, and a section stays off phones', async () => {
    await open();
    await page.keyboard.press('1');
    await page.focus('#ruler');
    await page.keyboard.press('ArrowRight');
    equal(await page.locator('#rulerpx').innerText(), '430 px');
    await page
      .frames()
      .find((f) => f.url().includes('/sheet/'))
      .waitForFunction(() => innerWidth === 430);
    await page.locator('#faultshere', { hasText: 'no fault here' }).waitFor();
    await page.evaluate(() => document.activeElement.blur());
    await page.keyboard.press('m');
    await page.locator('#faultbox', { hasText: 'from 320 to 1920 px' }).waitFor({ timeout: 40_000 });
    equal(await page.locator('#faultbox li').allInnerTexts(), [], 'faults of the site');
    await open('&section=home.steps');
    await page.keyboard.press('1');
    await page.locator('.gs.cur .dressing summary').click();
    await page.locator('.gs.cur select[name=screens]').selectOption('Wide');
    await sheet.locator('#steps.d-onwide').waitFor({ state: 'attached' });
    await sheet.locator('#steps').waitFor({ state: 'hidden' });
    await page.keyboard.press('Escape');
    await page.evaluate(() => document.activeElement.blur());
    await page.keyboard.press('3');
    await sheet.locator('#steps').waitFor();
  });

  await test('a section is dragged by its label to another place', async () => {
    await open();
    const before = kinds();
    await page
      .locator('.gs')
      .nth(2)
      .locator('.tag')
      .dragTo(page.locator('.gs').nth(1), { targetPosition: { x: 60, y: 4 } });
    await page.locator('#said', { hasText: 'Moved' }).waitFor();
    const after = kinds();
    equal([after[1], after[2]], [before[2], before[1]], 'they changed places');
    await page.keyboard.press('z');
    await page.locator('#said', { hasText: 'Undone' }).waitFor();
    equal(kinds(), before, 'undone');
  });

  await test('outline: a text is found by its words and opened with the cursor in it', async () => {
    await page.goto(`${here}/bench/outline`);
    await page.keyboard.press('/');
    await page.keyboard.type('opening');
    await page.locator('.outpage a', { hasText: 'heading' }).first().click();
    await page.waitForURL(/at=heading/);
    await page.waitForFunction(() => document.activeElement?.dataset?.p === 'heading');
  });

  await test('what a client asks for in a mark is read, looked at on the Bench and done', async () => {
    const proof = app
      .psql(
        `insert into proofs (id, site_id, round, revision, document, facts, settings, origin, who_name, token_hash, created_at) select gen_random_uuid(), s.id, 77, r.number, r.document, c.facts, '{}', '', 'Mara Oake', decode(md5(random()::text), 'hex'), now() from sites s join clients c on c.id = s.client_id join revisions r on r.site_id = s.id and r.number = s.head where s.id = '${site}' returning id`,
      )
      .split('\n')[0]
      .trim();
    app.psql(
      `insert into marks (id, proof_id, number, section, page_file, quote, text, author_name, at) values (gen_random_uuid(), '${proof}', 1, 'home.steps', 'index.html', '', 'Please hide the steps and make it darker', 'Joss Wren', now())`,
    );
    await page.goto(`${here}/proof`);
    await page.locator('.heardas', { hasText: 'Hid Steps' }).locator('a', { hasText: 'Look at it on the Bench' }).click();
    await page.locator('#heard', { hasText: 'Do all 2' }).waitFor();
    await page.keyboard.press('Control+Enter');
    await page.waitForFunction(() => document.getElementById('heard').hidden);
    equal(query(`jsonb_path_query(r.document, '$.pages[0].sections[*] ? (@.id == "home.steps").hidden')`), true, 'done');
  });

  await test('no console errors', async () =>
    equal(
      said.filter((s) => !s.includes('422')),
      [],
      'console',
    ));
  await context.close();
}
