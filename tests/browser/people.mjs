// Accounts as people meet them: somebody is added and shut out, a passkey signs in, what is refused keeps what was typed.
import { base, equal, signIn, test, truth } from './lib.mjs';

export default async function (browser, app) {
  await test('An owner adds somebody, shuts them out and removes them', async () => {
    const page = await (await browser.newContext()).newPage();
    await signIn(page);
    await page.goto(`${base}/people`);
    await page.fill('#name', 'Pim Reed');
    await page.fill('#email', 'pim@tidewrack.example');
    await page.click('text=Add >> nth=-1');
    await page.waitForSelector('tr:has-text("Pim Reed")');
    truth((await page.textContent('#said')).includes('Pim Reed was added'), 'it is said');
    const press = async (...names) => {
      await page.click('[aria-label="Change Pim Reed"]');
      for (const name of names) await page.click(`tr:has-text("Pim Reed") >> text=${name}`);
      await page.waitForLoadState();
    };
    await press('Mail the invitation again');
    equal(app.psql(`select count(*) from outbox where "to" = 'pim@tidewrack.example'`).trim(), '2', 'two mails');
    await press('Shut out');
    truth((await page.textContent('tr:has-text("Pim Reed")')).includes('shut out'), 'shut out');
    await press('Remove for good', 'Remove Pim Reed');
    equal(await page.locator('tr:has-text("Pim Reed")').count(), 0, 'removed');
    await page.context().close();
  });

  await test('A passkey made in the browser signs in without the password', async () => {
    const context = await browser.newContext();
    const page = await context.newPage();
    // A key as the browser's own tools offer it (Chrome DevTools Protocol, WebAuthn domain).
    const tools = await context.newCDPSession(page);
    await tools.send('WebAuthn.enable');
    await tools.send('WebAuthn.addVirtualAuthenticator', {
      options: {
        protocol: 'ctap2',
        transport: 'internal',
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: true,
        automaticPresenceSimulation: true,
      },
    });
    await signIn(page, 'tess');
    await page.goto(`${base}/account`);
    await page.click('#passkey-add');
    await page.waitForSelector('text=Take away');
    await page.click('text=Sign out >> nth=0');
    await page.waitForURL('**/signin');
    await page.click('#passkey-in');
    await page.waitForURL((u) => u.pathname === '/');
    await page.goto(`${base}/account`);
    await page.click('text=Take away');
    await page.waitForFunction(() => !document.body.textContent.includes('Take away'));
    await context.close();
  });

  await test('What a maker may not send is said on the page, with what was typed in the form again', async () => {
    const page = await (await browser.newContext()).newPage();
    await signIn(page, 'mara');
    await page.goto(`${base}/account`);
    // A form of owners, as it stood on the page when the role was taken away.
    await page.evaluate(() => {
      document.querySelector('#name').form.action = '/people?handler=Add';
    });
    await page.fill('#name', 'Mara O. Oake');
    await page.click('text=Change the name');
    await page.waitForSelector('#said:has-text("only an owner")');
    equal(new URL(page.url()).pathname, '/account', 'the page that asked');
    equal(await page.inputValue('#name'), 'Mara O. Oake', 'what was typed');
    await page.context().close();
  });
}
