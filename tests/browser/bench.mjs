// The Bench: typing in galley and sheet, facts, paste, offline, two makers, keys.
import { base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const said = [];
  page.on('console', (m) => m.type() === 'error' && said.push(`${m.text().slice(0, 160)} ${m.location().url}:${m.location().lineNumber}`));
  page.on('pageerror', (e) => said.push(e.message));
  await signIn(page, 'mara');
  const site = app.psql("select s.id from sites s join clients c on c.id = s.client_id where c.name = 'Wrenfield Wheels'").trim();
  const stored = (section, path) =>
    app
      .psql(
        `select x -> 'content' from sites s join revisions r on r.site_id = s.id and r.number = s.head, jsonb_path_query(r.document, '$.pages[*].sections[*] ? (@.id == "${section}")') x where s.id = '${site}'`,
      )
      .trim() &&
    JSON.parse(
      app.psql(
        `select x -> 'content' from sites s join revisions r on r.site_id = s.id and r.number = s.head, jsonb_path_query(r.document, '$.pages[*].sections[*] ? (@.id == "${section}")') x where s.id = '${site}'`,
      ),
    )[path].text;
  const open = async (p = page, query = '?leaf=home') => {
    await p.goto(`${base}/sites/${site}/bench${query}`);
    await p.frameLocator('.sheetframe').locator('link[href="/js/bench/sheet.css"]').waitFor({ state: 'attached' });
  };
  const sheet = page.frameLocator('.sheetframe');
  const heading = page.locator('#f-home-opening-heading'),
    text = page.locator('#f-home-opening-text');
  // What is typed is kept in the browser until the server has it.
  const saved = (p = page) => p.waitForFunction(() => !Object.keys(localStorage).some((k) => k.startsWith('typed ')));
  const rewrite = async (field, words, p = page) => {
    await field.click();
    await p.keyboard.press('Control+a');
    await p.keyboard.type(words);
  };

  await test('Bench: what is typed stands on the sheet at once; nothing is loaded again, the cursor and the places stay', async () => {
    await open();
    await page.locator('#galley').evaluate((g) => {
      g.scrollTop = 40;
    });
    const frame = page.frames().find((f) => f.url().includes('/sheet/'));
    await frame.evaluate(() => {
      window.same = true;
      window.scrollTo(0, 120);
    });
    await rewrite(heading, 'Wheels built by hand');
    await sheet.locator('h1', { hasText: 'Wheels built by hand' }).waitFor();
    await page.keyboard.type(' twice');
    await sheet.locator('h1', { hasText: 'Wheels built by hand twice' }).waitFor();
    truth(await frame.evaluate(() => window.same && window.scrollY === 120), 'the sheet was loaded again or moved');
    equal(
      await page.evaluate(() => [document.activeElement.id, getSelection().getRangeAt(0).endOffset]),
      ['f-home-opening-heading', 26],
      'the cursor',
    );
    await saved();
    equal(stored('home.opening', 'heading'), 'Wheels built by hand twice', 'stored');
    await page.reload();
    equal(await heading.innerText(), 'Wheels built by hand twice', 'after a reload');
  });

  await test('Bench: a brace opens the facts; a chip says the plain name, the sheet what the fact says', async () => {
    await open();
    await rewrite(text, 'Come to {');
    await page.locator('#factpick li').first().waitFor();
    await page.keyboard.type('town');
    await page.keyboard.press('Enter');
    await page.keyboard.type('on Friday');
    await sheet.locator('[data-p="home.opening/text"]', { hasText: 'Come to Wrenfield on Friday' }).waitFor();
    await saved();
    equal(await text.locator('.fc').innerText(), 'town', 'the chip');
    equal(stored('home.opening', 'text'), 'Come to {{ place.town }} on Friday', 'stored');
    // Only here: an exception that can be seen and given back.
    await text.locator('.fc').click();
    await page.fill('#pop input', 'the ford');
    await page.click('#pop >> text=Only here');
    await sheet.locator('[data-p="home.opening/text"]', { hasText: 'Come to the ford on Friday' }).waitFor();
    truth((await text.locator('.fc.own').count()) === 1, 'the exception is not shown');
    await text.locator('.fc').click();
    await page.click('#pop >> text=Use the fact again');
    await sheet.locator('[data-p="home.opening/text"]', { hasText: 'Come to Wrenfield on Friday' }).waitFor();
  });

  await test('Bench: bold by key, a list by key, and a paste from a word processor come through clean', async () => {
    await open();
    await rewrite(text, 'Fast');
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Control+b');
    await sheet.locator('[data-p="home.opening/text"] strong', { hasText: 'Fast' }).waitFor();
    await page.keyboard.press('End');
    await page.keyboard.press('Control+b');
    await page.keyboard.type(' so');
    await text.evaluate((el) => {
      const d = new DataTransfer();
      d.setData(
        'text/html',
        '<p class=MsoNormal style="mso-margin:0"> and <i style="color:red">careful</i><o:p></o:p><script>alert(1)</script></p>',
      );
      d.setData('text/plain', 'and careful');
      el.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true }));
    });
    await sheet.locator('[data-p="home.opening/text"] em', { hasText: 'careful' }).waitFor();
    await saved();
    truth(/^\*\*Fast\*\* so ?and \*careful\*$/.test(stored('home.opening', 'text')), stored('home.opening', 'text'));
  });

  await test('Bench: a click on the sheet puts the cursor on its passage; with E one types on the sheet itself', async () => {
    await open();
    await sheet.locator('h1').click({ position: { x: 8, y: 8 } });
    await page.waitForFunction(() => document.activeElement.id === 'f-home-opening-heading');
    await page.keyboard.press('Escape');
    await page.keyboard.press('e');
    await sheet.locator('h1').click({ position: { x: 8, y: 8 } });
    await sheet.locator('h1[contenteditable]').waitFor();
    await page.keyboard.press('End');
    await page.keyboard.type(' here');
    await heading.filter({ hasText: ' here' }).waitFor();
    await saved();
    truth((await heading.innerText()).includes(' here'), await heading.innerText());
    await page.keyboard.press('Escape');
    await sheet.locator('h1:not([contenteditable])').waitFor();
    truth(stored('home.opening', 'heading').includes(' here'), 'stored');
    await page.click('[data-here]');
  });

  await test('Bench: all of it by keys: sections, take, hide, move, undo; the sheet follows', async () => {
    await open();
    await page.locator('#s-home-opening').focus();
    await page.keyboard.press('j');
    equal(
      await page.evaluate(() => document.activeElement.dataset.id),
      await page.locator('.gs').nth(1).getAttribute('data-id'),
      'the next section',
    );
    const second = await sheet.locator('main > [data-s]').nth(1).getAttribute('data-s');
    await page.locator(`#s-${second.replaceAll('.', '-')}`).focus();
    await page.keyboard.press('h');
    await page.locator(`#s-${second.replaceAll('.', '-')}.off`).waitFor();
    await sheet.locator(`[data-s="${second}"]`).waitFor({ state: 'detached' });
    await page.keyboard.press('z');
    await page.locator(`#s-${second.replaceAll('.', '-')}:not(.off)`).waitFor();
    await sheet.locator(`[data-s="${second}"]`).waitFor({ state: 'attached' });
    await page.locator(`#s-${second.replaceAll('.', '-')}`).focus();
    const at = await page.locator('.gs').evaluateAll((all, id) => all.findIndex((s) => s.dataset.id === id), second);
    await page.keyboard.press('Shift+ArrowDown');
    await page.waitForFunction(([id, i]) => document.querySelectorAll('.gs')[i + 1].dataset.id === id, [second, at]);
    equal(await page.evaluate(() => document.activeElement.dataset.id), second, 'in hand after the move');
    await page.keyboard.press('Enter');
    truth(await page.evaluate(() => document.activeElement.classList.contains('gf')), 'Enter does not begin to write');
    await page.keyboard.press('Escape');
    await page.keyboard.press('z');
    await page.waitForFunction(([id, i]) => document.querySelectorAll('.gs')[i].dataset.id === id, [second, at]);
  });

  await test('Bench: wishes are said, looked at on the sheet, done as one change and taken back as one', async () => {
    await open();
    const before = stored('home.opening', 'heading');
    await page.locator('#s-home-opening').focus();
    await page.keyboard.press('s');
    await page.keyboard.type('the headline should be "Trued by hand", round corners, phone is 01632 960123 and feed the cat');
    await page.keyboard.press('Enter');
    await page.locator('#heard label').nth(2).waitFor();
    truth((await page.locator('#heard .not').innerText()).includes('feed the cat'), 'what was not understood is not said');
    await sheet.locator('h1', { hasText: 'Trued by hand' }).waitFor();
    equal(stored('home.opening', 'heading'), before, 'before it is agreed');
    // One of them is not wanted after all.
    await page.locator('#heard label', { hasText: 'round' }).locator('input').uncheck();
    await page.locator('#heard button', { hasText: 'Do all 2' }).waitFor();
    await page.keyboard.press('Control+Enter');
    await page.locator('#said', { hasText: 'wishes' }).waitFor();
    equal(stored('home.opening', 'heading'), 'Trued by hand', 'done');
    equal(
      app
        .psql(
          `select c.facts -> 'entries' -> 'phone' -> 'value' ->> 'national' from clients c join sites s on s.client_id = c.id where s.id = '${site}'`,
        )
        .trim(),
      '01632 960123',
      'the fact',
    );
    await page.locator('#s-home-opening').focus();
    await page.keyboard.press('z');
    await page.locator('#said', { hasText: 'Undone' }).waitFor();
    equal(stored('home.opening', 'heading'), before, 'taken back');
    truth(
      app
        .psql(
          `select coalesce(c.facts -> 'entries' -> 'phone' -> 'value' ->> 'national', '') from clients c join sites s on s.client_id = c.id where s.id = '${site}'`,
        )
        .trim() !== '01632 960123',
      'the fact is not taken back',
    );
  });

  await test('a command is found by its name; ? lists the keys that work here', async () => {
    await open();
    await page.locator('#s-home-opening').focus();
    await page.keyboard.press('?');
    truth((await page.locator('#key-sheet .here').innerText()).includes('Say it'), 'the keys of the Bench');
    await page.keyboard.press('Escape');
    await page.keyboard.press(',');
    await page.keyboard.type('hist');
    await page.locator('#find-list [aria-selected=true]', { hasText: 'History' }).waitFor();
    await page.keyboard.press('Enter');
    await page.waitForURL(/history/);
  });

  await test('Bench: offline one types on; it is kept through a closed page and sent later', async () => {
    await open();
    await context.setOffline(true);
    await rewrite(heading, 'Written on a train');
    await page.locator('#saved.late').waitFor();
    await page.close({ runBeforeUnload: false });
    await context.setOffline(false);
    const again = await context.newPage();
    await open(again);
    await again.locator('#f-home-opening-heading', { hasText: 'Written on a train' }).waitFor();
    await again.waitForFunction(() => !Object.keys(localStorage).some((k) => k.startsWith('typed ')));
    equal(stored('home.opening', 'heading'), 'Written on a train', 'stored');
    await again.close();
  });

  await test('Bench: on a page from before a new sign-in nothing typed is lost; it is sent once the page is loaded again', async () => {
    const old = await context.newPage();
    await open(old);
    // What signing in again does to a page that stands open: its form is not taken any more.
    await old.evaluate(() => document.querySelectorAll('[name=__RequestVerificationToken]').forEach((i) => (i.value = 'stale')));
    await rewrite(old.locator('#f-home-opening-heading'), 'Typed before', old);
    await old.locator('#saved.late', { hasText: 'kept here' }).waitFor();
    await rewrite(old.locator('#f-home-opening-heading'), 'Typed before and after', old);
    await old.locator('#saved.late', { hasText: 'kept here' }).waitFor();
    await open(old);
    await saved(old);
    equal(stored('home.opening', 'heading'), 'Typed before and after', 'stored');
    await old.close();
  });

  await test('Bench: two makers: other passages merge and appear, one passage shows both versions', async () => {
    const [one, two] = [await context.newPage(), await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()];
    await signIn(two, 'ivo');
    await open(one);
    await open(two);
    await rewrite(one.locator('#f-home-opening-heading'), 'Mara wrote this', one);
    await two.locator('#f-home-opening-heading', { hasText: 'Mara wrote this' }).waitFor();
    await two.frameLocator('.sheetframe').locator('h1', { hasText: 'Mara wrote this' }).waitFor();
    await rewrite(two.locator('#f-home-opening-text'), 'Ivo beside it', two);
    await one.locator('#f-home-opening-text', { hasText: 'Ivo beside it' }).waitFor();
    // The same passage: Ivo is offline while Mara writes.
    await two.context().setOffline(true);
    await rewrite(two.locator('#f-home-opening-heading'), 'Ivo wrote that', two);
    await rewrite(one.locator('#f-home-opening-heading'), 'Mara wrote more', one);
    await saved(one);
    await two.context().setOffline(false);
    await two.locator('.conflict').waitFor();
    const both = await two.locator('.conflict').innerText();
    truth(both.includes('Mara wrote more') && both.includes('Ivo wrote that') && both.includes('Mara Oake'), both);
    await two.click('text=Put mine in');
    await one.locator('#f-home-opening-heading', { hasText: 'Ivo wrote that' }).waitFor();
    equal(stored('home.opening', 'heading'), 'Ivo wrote that', 'stored');
    await one.close();
    await two.context().close();
  });

  await test('Bench: no console errors', async () => {
    equal(
      said.filter((s) => !s.includes('ERR_INTERNET_DISCONNECTED') && !s.includes('409')),
      [],
    );
  });
  await context.close();
}
