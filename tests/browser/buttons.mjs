// Every button of every screen is pressed once in a real browser; one that changes nothing that a person could see is at fault.
// Screens are the routes of the pages themselves, so that a new one is pressed without being named here.
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { base, equal, root, signIn, test, truth } from './lib.mjs';

/** Routes whose way leads through something that the demo does not hold, each with where it is pressed instead. */
const elsewhere = {
  '/answers/{token}': 'road',
  '/proof/{token}': 'road',
  '/plans/{token}': 'looks',
  '/looks/{token}': 'looks',
  '/sample/{token}': 'road',
  '/agree/{token}': 'road',
  '/signin': 'every stage',
  '/fault': 'shows no button',
  '/prospects/import/{id:guid}': 'road',
  '/batches/{id:guid}': 'road',
  '/rollouts/{id:guid}': 'standards',
  '/trades/{family}': 'screens',
  '/erase': 'road',
  '/clients/{id:guid}/merge/{other:guid}': 'road',
};
/** Buttons that act on another device or leave the application, by their words. */
const leaves = /^(Sign out)/;

const routes = () =>
  readdirSync(path.join(root, 'src/Web'), { recursive: true })
    .filter((f) => f.endsWith('.cshtml') && !/(^|\/)(bin|obj)\//.test(f))
    .map((f) => /^@page "([^"]+)"/m.exec(readFileSync(path.join(root, 'src/Web', f), 'utf8'))?.[1])
    .filter(Boolean)
    .sort();

/** What a person can see: the text, what is open, chosen, typed in or in focus, how a drawing lies; no token of a form. As a hash. */
const seen = () => {
  const shown = [...document.querySelectorAll('input:not([type=hidden]),textarea,select,details,dialog')].map((e) =>
    e.matches('details,dialog') ? e.open : e.type === 'checkbox' || e.type === 'radio' ? e.checked : e.value,
  );
  const classes = [...document.querySelectorAll('[class],[aria-pressed],[aria-expanded],[hidden],[style]')].map(
    (e) =>
      `${e.className?.baseVal ?? e.className}${e.getAttribute('aria-pressed')}${e.getAttribute('aria-expanded')}${e.hidden}${e.getAttribute('style')}`,
  );
  const frames = [...document.querySelectorAll('iframe')].map((f) => [f.src, f.clientWidth]);
  const drawn = [...document.querySelectorAll('svg')].map((d) => [d.getAttribute('viewBox'), d.clientWidth, d.getAttribute('style')]);
  const all = [
    location.href,
    document.body.innerText,
    shown,
    classes,
    frames,
    drawn,
    scrollY,
    document.activeElement?.id,
    document.querySelectorAll('*').length,
  ];
  let hash = 0;
  for (const c of JSON.stringify(all)) hash = (hash * 31 + c.codePointAt(0)) | 0;
  return hash;
};

/**
 * Buttons in sight, each with a name that it is found by on another loading. Of more than six that do the same with many things (a kind of
 * section to add, a section to move): first, middle, last.
 */
const buttons = () => {
  const seen = new Set(),
    rows = new Map();
  for (const [at, b] of [...document.querySelectorAll('button:not([disabled]),summary,input[type=submit]')].entries()) {
    if (b.closest('dialog:not([open])') || !b.checkVisibility({ visibilityProperty: true, contentVisibilityAuto: true })) continue;
    const words = (b.getAttribute('aria-label') ?? b.innerText ?? '').replace(/\s+/g, ' ').trim();
    const handler =
      new URLSearchParams((b.getAttribute('formaction') ?? b.form?.getAttribute('action') ?? '').split('?')[1] ?? '').get('handler') ?? '';
    const kind = `${b.tagName} ${handler} ${b.closest('section,aside,nav')?.className.split(' ')[0] ?? ''}`;
    const name = `${kind} ${words.replace(/[“”0-9].*/, '')}`;
    if (seen.has(name)) continue;
    seen.add(name);
    b.dataset.press = name;
    const row = `${kind} ${b.className} ${b.parentElement.tagName} ${handler || b.form?.method === 'post' ? '' : words}`;
    if (!rows.has(row)) rows.set(row, []);
    rows.get(row).push({ at, name, words, handler });
  }
  return [...rows.values()]
    .flatMap((r) => (r.length > 6 ? [r[0], r[Math.floor(r.length / 2)], r[r.length - 1]] : r))
    .sort((a, b) => a.at - b.at);
};

export default async function (browser, app) {
  const one = (sql) => app.psql(sql).trim().split('\n')[0];
  // The client with most to show; a published one for what comes after the launch.
  const site = one(
    "select s.id from sites s join clients c on c.id = s.client_id where c.name = 'Harrowgate Cycle Works' and not s.is_sample",
  );
  const live = one('select id from sites where live_release_id is not null and not is_sample order by slug limit 1');
  const client = one(`select client_id from sites where id = '${site}'`);
  const standard = one('select id from standards where retired_at is null order by name limit 1');
  const screens = routes()
    .filter((r) => !(r in elsewhere))
    .flatMap((r) => {
      if (r.startsWith('/sites/')) {
        const ids = /handoff|care|launch|proof/.test(r) ? [live] : [site];
        const query =
          r.endsWith('/layouts') || r.endsWith('/copy')
            ? '?section=home.services'
            : r.endsWith('/add')
              ? '?leaf=home'
              : r.endsWith('/bench/page')
                ? '?leaf=services'
                : '';
        return ids.map((id) => r.replace('{id:guid}', id) + query);
      }
      if (r.startsWith('/clients/')) return [r.replace('{id:guid}', client)];
      if (r === '/standards/{id:guid}') return standard ? [r.replace('{id:guid}', standard)] : [];
      if (r === '/standards/{at}/impact') return ['/standards/agency/impact'];
      if (r === '/trades/{id}/preview') return ['/trades/bakery.de/preview'];
      return [r.replace(/\/\{[^}]*\?\}/, '')];
    });
  truth(screens.length > 35, `only ${screens.length} screens`);
  // Screens=PATTERN presses only those, to look into one.
  const wanted = new RegExp(process.env.Screens ?? '');

  const idle = [],
    broken = [];
  let pressed = 0;
  const work = screens.filter((s) => wanted.test(s));
  const worker = async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    let page = await context.newPage();
    await signIn(page);
    // What was sent and has no answer yet: the page that is loaded next would show less than it does.
    const sending = new Set();
    context.on('request', (r) => r.method() === 'POST' && sending.add(r));
    for (const over of ['requestfinished', 'requestfailed']) context.on(over, (r) => sending.delete(r));
    for (let screen = work.shift(); screen; screen = work.shift()) {
      const open = async () => {
        for (let waits = 0; sending.size > 0 && waits < 200; waits++) await page.waitForTimeout(50);
        sending.clear();
        // A width that was chosen on another screen would be chosen here already.
        await page.evaluate(() => sessionStorage.clear()).catch(() => {});
        const arrive = () => page.goto(base + screen, { waitUntil: 'load' });
        // A press whose navigation is still on its way ends the first try; what fails twice is at fault.
        await arrive().catch((e) => (String(e).includes('ERR_ABORTED') ? arrive() : Promise.reject(e)));
        // What the page builds by script is there once its keys are listed.
        await page.waitForFunction(() => window.Alpine !== undefined).catch(() => {});
      };
      await open();
      let fresh = true,
        untouched = await page.evaluate(seen);
      for (const { name, words, handler } of await page.evaluate(buttons)) {
        if (leaves.test(words)) continue;
        if (!fresh) {
          await open();
          untouched = await page.evaluate(seen);
        }
        // By its name: an earlier press may have left more buttons or fewer before it.
        await page.evaluate(buttons);
        const button = page.locator(`[data-press=${JSON.stringify(name)}]`);
        if (!(await button.isVisible().catch(() => false))) continue; // gone with an earlier press
        const where = `${screen.replace(/[0-9a-f-]{36}/g, '…')} “${words}”${handler && ` (${handler})`}`;
        // What unticks needs something that is ticked.
        if (/^(Tick )?none$/i.test(words))
          await page.evaluate(() =>
            document.querySelectorAll('main input[type=checkbox]').forEach((c) => {
              c.checked = true;
            }),
          );
        // A width is chosen from another one.
        if (await button.evaluate((b) => 'width' in b.dataset && b.getAttribute('aria-pressed') === 'true'))
          await page.evaluate(() => document.querySelector('[data-width]:not([aria-pressed=true])').click());
        const before = await page.evaluate(seen);
        let loaded = 0;
        const counted = () => {
          loaded++;
        };
        page.on('domcontentloaded', counted);
        let effect = false,
          told;
        const outside = new Promise((done) => {
          told = done;
        });
        const noted = () => {
          effect = true;
          told(true);
        };
        const answered = (r) => {
          if (r.status() >= 500 || r.status() === 400 || r.status() === 404)
            broken.push(`${where}: ${r.status()} ${r.url().replace(base, '')}`);
        };
        page.once('download', noted);
        page.once('filechooser', noted);
        page.once('dialog', (d) => {
          noted();
          d.dismiss().catch(() => {});
        });
        page.once('popup', noted);
        page.on('response', answered);
        await button
          .click({ timeout: 15_000 })
          .catch((e) => broken.push(`${where}: cannot be pressed: ${String(e).split('\n')[0].slice(0, 120)}`));
        pressed++;
        // Asked again and again, since a question is lost where one page gives way to the next.
        const changes = async () => {
          for (const until = Date.now() + 10_000; !effect && Date.now() < until; await page.waitForTimeout(100).catch(() => {}))
            if ((await page.evaluate(seen).catch(() => before)) !== before) return true;
          return effect;
        };
        // A new document is an effect only if it shows something else: most posts lead back to the page that they came from.
        const same = !(await Promise.race([changes(), outside]));
        if (same) idle.push(where);
        // A post that led back here has loaded the screen anew; what only opened something is as it was once Esc has closed it.
        fresh = loaded > 0 && page.url().split('#')[0] === base + screen;
        if (loaded === 0 && !effect) {
          await page.keyboard.press('Escape').catch(() => {});
          fresh = (await page.evaluate(seen).catch(() => '')) === untouched;
        }
        page.off('domcontentloaded', counted);
        page.off('response', answered);
        page.removeAllListeners('download');
        page.removeAllListeners('filechooser');
        page.removeAllListeners('dialog');
        page.removeAllListeners('popup');
        if (page.isClosed()) page = await context.newPage();
      }
    }
    await context.close();
  };
  await Promise.all([worker(), worker()]);
  await test(`${pressed} buttons of ${screens.length} screens have a visible effect`, () => equal(idle, []));
  await test('no button leads to a fault or an address that is not there', () => equal(broken.slice(0, 20), []));
  truth(pressed > 150 || process.env.Screens, `only ${pressed} buttons were pressed`);
}
