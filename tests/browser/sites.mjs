// Every page of every trade, each in some of the looks and every look with many trades: valid HTML, accessible, readable at 320 px, small, and without script.
import { execFileSync } from 'node:child_process';
import { readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { axe, equal, root, serve, temporary, test, truth } from './lib.mjs';

const cli = (...args) => execFileSync('dotnet', [path.join(root, 'src/Cli/bin/Release/net10.0/Plurimax.Cli.dll'), ...args], { encoding: 'utf8' });

export default async function (browser) {
  const folder = temporary('sites');
  const trades = cli('trades').trim().split('\n').map((l) => l.split(/\s/)[0]);
  const looks = cli('looks').trim().split('\n').map((l) => l.split(/\s/)[0]);
  const demo = { 'bicycle-repair': 'harrowgate-cycle-works', 'tree-surgeon': 'thornby-tree-care', physiotherapist: 'quayside-physio', guesthouse: 'marram-guesthouse', 'honey-farm': 'larkfield-honey', 'driving-school': 'kestrel-driving' };
  const sites = [];
  // About seventy sites: where there are more trades each is looked at in fewer looks, in turn.
  const each = Math.max(1, Math.min(looks.length, Math.floor(70 / trades.length)));
  for (const [t, trade] of trades.entries()) for (let n = 0; n < each; n++) {
    const i = (t + n * Math.max(1, Math.floor(looks.length / each))) % looks.length, look = looks[i];
    const name = `${trade}-${look}`;
    // Half of the looks with all facts of a demo client, half with name and town only.
    const facts = demo[trade] && i % 2 === 0 ? [path.join(root, `content/demo/${demo[trade]}.yaml`)] : ['--from', trade.replaceAll('-', ' '), '--name', 'Bellweather & Daughters', '--place', 'Long Marsh'];
    cli('compose', ...facts, '--trade', trade, '--look', look, '--out', path.join(folder, name));
    sites.push({ name, pages: readdirSync(path.join(folder, name)).filter((f) => f.endsWith('.html')) });
  }

  // Every kind of section in every layout, by the pattern book, in half of the looks; and sites of the other sizes.
  for (const look of looks.filter((_, i) => i % 2 === 0)) {
    cli('pattern-book', '--look', look, '--out', path.join(folder, `book-${look}`));
    sites.push({ name: `book-${look}`, pages: readdirSync(path.join(folder, `book-${look}`)).filter((f) => f.startsWith('book-')) });
  }
  for (const [i, size] of ['one', 'full'].entries()) {
    const name = `${trades[i]}-${size}`;
    cli('compose', '--from', trades[i], '--trade', trades[i], '--name', 'Bellweather & Daughters', '--place', 'Long Marsh', '--size', size, '--look', looks[i], '--out', path.join(folder, name));
    sites.push({ name, pages: readdirSync(path.join(folder, name)).filter((f) => f.endsWith('.html')) });
  }

  await test(`${sites.length} sites pass the Nu HTML checker (WHATWG HTML)`, () => {
    const jar = path.join(root, 'node_modules/vnu-jar/build/dist/vnu.jar');
    try { execFileSync('java', ['-Xss4m', '-jar', jar, '--errors-only', '--skip-non-html', folder], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], maxBuffer: 64 << 20 }); }
    catch (e) { throw new Error((e.stderr || e.message).split('\n').slice(0, 20).join('\n').replaceAll(folder, '')); }
  });

  await test('the site map file is valid against sitemaps.org 0.9', () => {
    const schema = path.join(folder, 'sitemap.xsd');
    writeFileSync(schema, '<?xml version="1.0"?><xsd:schema xmlns:xsd="http://www.w3.org/2001/XMLSchema" targetNamespace="http://www.sitemaps.org/schemas/sitemap/0.9" xmlns="http://www.sitemaps.org/schemas/sitemap/0.9" elementFormDefault="qualified"><xsd:element name="urlset"><xsd:complexType><xsd:sequence><xsd:element name="url" maxOccurs="unbounded"><xsd:complexType><xsd:sequence><xsd:element name="loc"><xsd:simpleType><xsd:restriction base="xsd:anyURI"><xsd:minLength value="12"/><xsd:maxLength value="2048"/></xsd:restriction></xsd:simpleType></xsd:element></xsd:sequence></xsd:complexType></xsd:element></xsd:sequence></xsd:complexType></xsd:element></xsd:schema>');
    execFileSync('xmllint', ['--noout', '--schema', schema, path.join(folder, sites[0].name, 'sitemap.xml')], { stdio: ['ignore', 'ignore', 'pipe'] });
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
    // Pictures keep their size without their bytes, and axe does not look into them; drawing them is most of the time.
    await page.route('**/img/*', (r) => r.abort());
    for (let s = work.pop(); s; s = work.pop()) {
      const server = await serve(path.join(folder, s.name));
      for (const file of s.pages) await look(page, server, s, file);
      server.stop();
    }
    await page.close();
  };
  const look = async (page, server, s, file) => {
      await page.setViewportSize({ width: 1280, height: 900 });
      await page.goto(`${server.url}/${file}`, { waitUntil: 'load' });
      await page.evaluate(() => document.querySelectorAll('details').forEach((d) => { d.open = true; }));
      for (const v of await axe(page)) problems.push(`${s.name}/${file} ${v}`);
      await page.setViewportSize({ width: 320, height: 700 });
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) wide.push(`${s.name}/${file}: ${over} px`);
  };
  await Promise.all([worker(), worker()]);
  await test(`no axe violation on ${sites.reduce((n, s) => n + s.pages.length, 0)} pages (WCAG 2.2 AA)`, () => equal([...new Set(problems)].slice(0, 12), []));
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
