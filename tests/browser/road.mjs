// The whole road with a firm the demo does not contain: from sign-in to the unzipped pack on another static server.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { axe, equal, serve, signIn, temporary, test, truth } from './lib.mjs';
import { startNodes } from './nodes.mjs';

export default async function (browser, app) {
  const nodes = await startNodes(app);
  try {
    await road(browser, nodes);
  } finally {
    nodes.stop();
  }
}

/** One after the other of the nodes is killed on the way; nobody on the road sees anything of it. */
async function road(browser, nodes) {
  const { base, port, sites } = nodes;
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true, ignoreHTTPSErrors: true });
  context.setDefaultTimeout(10_000);
  const page = await context.newPage();
  let broken = false;
  let id, link, slug;
  const go = (station) => page.goto(`${base}/sites/${id}/${station}`);
  // A click that leads to another page, until that page is there: what comes next must not overtake it.
  const press = async (selector) => {
    await Promise.all([page.waitForEvent('framenavigated', (f) => f === page.mainFrame()), page.click(selector)]);
    await page.waitForLoadState();
  };
  // Each step stands on the one before: after a failure the rest would only say the same.
  // Before these a node dies, each time the other one.
  const deaths = ['Brief', 'Bench', 'Launch', 'Handoff'];
  const step = (name, body) =>
    test(`road: ${name}`, async () => {
      if (broken) throw new Error('an earlier step failed');
      broken = true;
      if (deaths.some((d) => name.startsWith(d))) await nodes.next();
      await body();
      broken = false;
    });

  await step('a trade with a typing error, a name and a town make a whole site', async () => {
    await signIn(page, 'mara', base);
    await press('text=New site');
    await page.fill('#Words', 'upholstry');
    await page.locator('.traderow').first().waitFor();
    await page.fill('#n-business-name', 'Fennimore & O’Dell');
    await page.fill('#Town', 'Cold Strand');
    await press('#make');
    await page.waitForURL(/\/bench$/);
    id = page.url().split('/')[4];
    truth((await page.locator('#pagepick option').count()) >= 5, 'fewer than five pages');
    truth(
      (await page.frameLocator('.sheetframe').locator('body').innerText()).includes('Fennimore & O’Dell'),
      'the name is not on the sheet',
    );
  });

  await step('Brief: typed facts, one refused, all followed by the pages', async () => {
    await go('brief?open=phone');
    await page.fill('[name="v.text"]', 'ring the bell');
    await press('.factform .btn.ink');
    truth(await page.locator('.bad', { hasText: 'not a phone number' }).isVisible(), 'no message at the field');
    equal(await page.inputValue('[name="v.text"]'), 'ring the bell', 'what was typed');
    await page.fill('[name="v.text"]', '01632 960133');
    await press('.factform .btn.ink');
    await go('brief?open=email');
    await page.fill('[name="v.text"]', 'post@fennimore.example');
    await press('.factform .btn.ink');
    await go('brief?open=hours');
    await page.fill('[name="v.tue"]', '9-12, 13-17');
    await press('.factform .btn.ink');
    await go('brief?open=place');
    await page.fill('[name="v.street"]', '3 Net Yard');
    await page.fill('[name="v.postcode"]', 'SZ8 1AA');
    await press('.factform .btn.ink');
    for (const box of await page.locator('[name=ticked]').all()) await box.check();
    await press('text=Save ticks');
    await go('bench?leaf=contact');
    const sheet = await page.frameLocator('.sheetframe').locator('body').innerText();
    for (const word of ['01632 960133', '3 Net Yard', 'Tuesday']) truth(sheet.includes(word), `${word} is not on the contact page`);
  });

  await step('Plan: a page added, renamed, moved and hidden, undone by key', async () => {
    await go('plan');
    await page.keyboard.press('p');
    await page.keyboard.type('Boats and caravans');
    await page.keyboard.press('Enter');
    await page.waitForURL(/leaf=boats-and-caravans/);
    await page.fill('#rename', 'For boats');
    await press('text=Rename');
    truth(await page.locator('.map', { hasText: 'For boats' }).isVisible(), 'not renamed on the map');
    await press('text=Earlier');
    await press('.pane.side >> text=Hide >> nth=0');
    await page.locator('.pane.side >> text=Show').first().waitFor();
    await press('.pane.side >> button:has-text("Remove") >> nth=0');
    truth(!(await page.locator('.map').textContent()).includes('For boats'), 'the page is still there');
  });

  await step('Look: three looks on the own home page; an own colour; one chosen', async () => {
    await go('look?brand=%23ffd400');
    equal(await page.locator('.look').count(), 3, 'looks');
    const ratios = await page.locator('.look .pairs b').allInnerTexts();
    for (const r of ratios) truth(parseFloat(r) >= 4.5, `a pair at ${r}`);
    await page.locator('.allpairs summary').first().click();
    truth((await page.locator('.allpairs li').first().innerText()).includes('#ffd400 is now'), 'what became of the yellow is not said');
    const names = () => page.locator('.look h3').allInnerTexts();
    const first = await names();
    await page.keyboard.press('o');
    await page.waitForURL(/Set=2/);
    const others = await names();
    equal(others.length, 3, 'other looks');
    truth(
      others.every((n) => !first.includes(n)),
      `offered again: ${others}`,
    );
    await page.fill('[name=Brand]', '');
    await press('.lbwish >> text=Draw');
    await page.waitForURL((u) => !u.searchParams.get('Brand'));
    await page.selectOption('#palette', 'rust and sky');
    await page.waitForURL(/Palette=rust/);
    equal(await page.locator('.spec:has-text("rust and sky")').count(), 3, 'looks in the palette');
    await go('look?brand=%23ffd400');
    await page.keyboard.press('2');
    await page.locator('.look.chosen').waitFor();
  });

  await step('Bench: text kept through a new take; undo and redo survive a reload', async () => {
    await go('bench?leaf=home&section=home.opening');
    await page.click('#f-home-opening-heading');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Sat on, worn through, built again');
    await page.locator('#saved', { hasText: 'saved just now' }).waitFor();
    await page.click('text=New take of all');
    await page.locator('.gfoot .lbl', { hasText: 'take 2' }).first().waitFor();
    const heading = () => page.frameLocator('.sheetframe').locator('h1').innerText();
    truth((await heading()).toLowerCase().includes('built again'), 'the kept heading is gone');
    await page.locator('.gfoot .lbl', { hasText: 'take 2' }).first().waitFor();
    await page.click('.gfoot >> text=Undo');
    await page.locator('.gfoot .lbl', { hasText: 'take 1' }).first().waitFor();
    await page.reload();
    await page.locator('.gfoot .lbl', { hasText: 'take 1' }).first().waitFor();
    await page.click('.gfoot >> text=Redo');
    await page.locator('.gfoot .lbl', { hasText: 'take 2' }).first().waitFor();
  });

  await step('Proof: a private link; the client marks a passage on a phone and asks for changes', async () => {
    await go('proof');
    await press('text=Send round 1');
    link = await page.inputValue('#link');
    truth(/\/proof\/[\w-]{43}$/.test(link), 'no link with 256 bits');
    const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, ignoreHTTPSErrors: true });
    const client = await phone.newPage();
    const said = [];
    client.on('console', (m) => {
      if (m.type() === 'error') said.push(m.text());
    });
    await client.goto(link);
    equal(await axe(client), [], 'axe');
    truth(await client.evaluate(() => document.documentElement.scrollWidth <= innerWidth), 'the proof scrolls sideways');
    await client.frameLocator('.sheetframe').locator('[data-p="home.opening/text"]').click();
    // The frame tells the page by a message.
    await client.waitForFunction(() => document.getElementById('place').value === 'home.opening/text');
    await client.fill('#text', 'Please say that we fetch and bring back.');
    await client.fill('#by', 'Ola Fennimore');
    // By key: right after scrolling, Chromium may still aim a mouse click at the frame that was there before.
    await client.press('button:has-text("Leave the mark")', 'Enter');
    await client.locator('text=Mark 1 is with the agency').waitFor();
    await client.press('button:has-text("Ask for changes")', 'Enter');
    await client.locator('text=would like changes').waitFor();
    equal(said, [], 'console');
    await phone.close();
    await page.reload();
    truth(await page.locator('.marks', { hasText: 'fetch and bring back' }).isVisible(), 'the maker does not see the mark');
  });

  await step('Proof: answered, resolved, round 2 shows what changed and is signed off by name', async () => {
    await page.fill('.marks input[name=text]', 'Done, in the opening.');
    await press('.marks button:has-text("Answer")');
    await press('.marks button:has-text("Resolve")');
    await go('bench?leaf=home&section=home.opening');
    await page.click('#f-home-opening-text');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Send two photographs. We fetch the piece and bring it back.');
    await page.locator('#saved', { hasText: 'saved just now' }).waitFor();
    await go('proof');
    await press('text=Send round 2');
    const old = link;
    link = await page.inputValue('#link');
    const client = await browser.newPage({ ignoreHTTPSErrors: true });
    equal((await client.goto(old)).status(), 410, 'the link of round 1');
    await client.goto(link);
    await client.locator('summary', { hasText: 'changed since round 1' }).click();
    truth(await client.locator('ins', { hasText: 'photographs' }).first().isVisible(), 'round 2 does not show what changed');
    await client.press('button:has-text("Sign off version")', 'Enter');
    truth(await client.locator('.bad', { hasText: 'Give your name' }).isVisible(), 'signed off by nobody');
    await client.fill('#signer', 'Ola Fennimore');
    await client.press('button:has-text("Sign off version")', 'Enter');
    await client.locator('text=Signed off. Thank you.').waitFor();
    await client.close();
  });

  await step('Launch: preflight passes, the release is live under slug and domain', async () => {
    await go('launch');
    truth((await page.locator('.pane header').first().innerText()).includes('0 blockers'), await page.locator('.findings').innerText());
    await press('text=Launch version');
    await page.locator('text=Release 1').first();
    slug = (await page.locator('a[target=_blank]', { hasText: 'http' }).first().getAttribute('href')).split('//')[1].split('.')[0];
    await page.fill('#domain', 'fennimore.example');
    await press('text=Register and point');
    await page.locator('.releases li').nth(1).waitFor();
    for (const host of [`${slug}.${sites}`, 'fennimore.example']) {
      const visitor = await browser.newPage({ ignoreHTTPSErrors: true });
      equal((await visitor.goto(`https://${host}:${port}/`)).status(), 200, host);
      truth((await visitor.locator('h1').innerText()).toLowerCase().includes('built again'), `${host} shows another page`);
      truth(
        (await visitor.locator('link[rel=canonical]').getAttribute('href')).includes('fennimore.example'),
        'the canonical address is not the domain',
      );
      await visitor.close();
    }
    await press('text=Roll back to 1');
    await page.locator('.releases li', { hasText: 'live' }).first().waitFor();
    const visitor = await browser.newPage({ ignoreHTTPSErrors: true });
    await visitor.goto(`https://fennimore.example:${port}/`);
    truth((await visitor.locator('link[rel=canonical]').getAttribute('href')).includes(sites), 'not rolled back');
    await visitor.close();
    await press('text=Roll back to 2');
  });

  await step('Enquiry: with script, without script, errors keep what was typed, and the mail went out', async () => {
    for (const script of [true, false]) {
      const c = await browser.newContext({ javaScriptEnabled: script, ignoreHTTPSErrors: true });
      const v = await c.newPage();
      await v.goto(`https://fennimore.example:${port}/contact.html`);
      await v.fill('#f-name', script ? 'Pia Scripted' : 'Kit Plain');
      await v.fill('#f-email', script ? 'pia@post.example' : 'kit@post.example');
      await v.fill('#f-message', 'A sofa with two broken springs.');
      await v.check('#f-consent');
      if (script) await v.waitForFunction(() => document.querySelector('[name=stamp]').value.length > 10);
      // As if it had been filled in within a moment, however long this machine took for it.
      if (script)
        await v.evaluate(async () => (document.querySelector('[name=stamp]').value = await (await fetch('/enquiry/stamp')).text()));
      await v.click('button[type=submit]');
      // Too quick with script, or no stamp without: shown once more, nothing lost.
      await v.locator('text=One more step').waitFor();
      equal(await v.inputValue('#f-message'), 'A sofa with two broken springs.', 'the message');
      if (script) equal(await axe(v), [], 'axe');
      // As long as the setting wants a person to take (form_seconds), told by the page's own clock from when the page came.
      while (await v.evaluate(() => performance.now() - performance.getEntriesByType('navigation')[0].responseStart < 3500));
      await v.click('button[type=submit]');
      await v.locator('text=Your message has gone').waitFor();
      await c.close();
    }
    await page.goto(`${base}/enquiries`);
    for (const name of ['Pia Scripted', 'Kit Plain'])
      truth(await page.locator('.marks', { hasText: name }).isVisible(), `${name} is not in the inbox`);
    await page.waitForFunction(async () => {
      const t = await (await fetch('/outbox')).text();
      return t.includes('Enquiry from Kit Plain') && t.includes('kept as');
    });
  });

  await step('Handoff: ticks, the pack on another static server, and on to Care', async () => {
    await go('launch');
    await press('text=Go on to Handoff');
    const [download] = await Promise.all([page.waitForEvent('download'), page.click('text=Download the pack')]);
    const folder = temporary('pack');
    const zip = path.join(folder, 'pack.zip');
    await download.saveAs(zip);
    mkdirSync(path.join(folder, 'out'));
    execFileSync('unzip', ['-q', zip, '-d', path.join(folder, 'out')]);
    for (const f of ['facts.json', 'contact.vcf', 'zone.txt', 'pictures.csv', 'guide.html'])
      truth(readFileSync(path.join(folder, 'out', f)).length > 50, `${f} is missing`);
    // RFC 1035 by BIND's own reader.
    try {
      execFileSync('named-checkzone', ['-q', 'fennimore.example', path.join(folder, 'out/zone.txt')]);
    } catch (e) {
      if (e.code !== 'ENOENT') throw new Error('named-checkzone refuses the zone file');
      else throw new Error('named-checkzone is not installed');
    }
    const server = await serve(path.join(folder, 'out/site'));
    const v = await browser.newPage({ ignoreHTTPSErrors: true });
    const bad = [];
    v.on('response', (r) => {
      if (r.status() >= 400) bad.push(r.url());
    });
    await v.goto(`${server.url}/`);
    truth((await v.locator('h1').innerText()).toLowerCase().includes('built again'), 'another site');
    await v.click('nav >> text=Contact');
    truth(await v.locator('#enquiry').isVisible(), 'no contact page');
    equal(bad, [], 'files that are missing');
    await v.close();
    server.stop();
    for (const box of await page.locator('[name=done]').all()) await box.check();
    await press('text=Save ticks');
    await press('text=Hand over and move to Care');
    await page.waitForURL(/\/care$/);
  });
  await context.close();
}
