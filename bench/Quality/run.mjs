// Thirty sites over all looks and a spread of trades and facts, one row each; then Lighthouse on published sites. Prints Markdown.
import { execFileSync } from 'node:child_process';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import path from 'node:path';
import { judge, screens } from '../../src/Web/Bench/firstscreen.js';
import { widths } from '../../tests/browser/gates.mjs';
import { measure } from '../../tests/browser/geometry.mjs';
import { axe, port, root, serve, startApplication, startBrowser, temporary } from '../../tests/browser/lib.mjs';

const cli = (...args) =>
  execFileSync('dotnet', [path.join(root, 'src/Cli/bin/Release/net10.0/Plurimax.Cli.dll'), ...args], { encoding: 'utf8' });
const looks = cli('looks')
  .trim()
  .split('\n')
  .map((l) => l.split(/\s/)[0]);
const rich = [
  ['bicycle-repair', 'harrowgate-cycle-works'],
  ['guesthouse', 'marram-guesthouse'],
  ['physiotherapist', 'quayside-physio'],
  ['tree-surgeon', 'thornby-tree-care'],
  ['honey-farm', 'larkfield-honey'],
  ['cafe', 'net-loft-cafe'],
  ['electrician', 'dunlin-electrical'],
  ['piano-tuner', 'penhallow-pianos'],
  ['upholsterer', 'ottery-upholstery'],
  ['driving-school', 'kestrel-driving'],
];
const thin = [
  'bakery',
  'hairdresser',
  'solicitor',
  'florist',
  'vet',
  'plumber',
  'tutor',
  'brewery',
  'roofer',
  'dog-groomer',
  'yoga-studio',
  'jeweller',
  'counsellor',
  'tailor',
  'caterer',
  'blacksmith',
  'restaurant',
  'architect',
  'removals',
  'locksmith',
];
const known = new Set(
  cli('trades')
    .trim()
    .split('\n')
    .map((l) => l.split(/\s/)[0]),
);
const cases = [...rich.filter(([t]) => known.has(t)), ...thin.filter((t) => known.has(t)).map((t) => [t])]
  .slice(0, 30)
  .map((c, i) => ({ trade: c[0], facts: c[1], look: looks[(i * 5 + ((i / 12) | 0)) % looks.length] }));
const marks = [null, 'line', 'stack', 'sort', 'seal', 'ruled', 'plate', 'emblem', 'round', 'flag', 'monogram'];

const folder = temporary('output'),
  browser = await startBrowser(),
  rows = [];
for (const [i, c] of cases.entries()) {
  c.name = `${c.trade}-${c.look}`;
  const mark = marks[i % marks.length];
  cli(
    'compose',
    ...(c.facts
      ? [path.join(root, `content/demo/${c.facts}.yaml`)]
      : ['--from', c.trade, '--name', 'Bellweather & Daughters', '--place', 'Long Marsh']),
    '--trade',
    c.trade,
    '--look',
    c.look,
    ...(mark ? ['--mark', mark] : []),
    '--out',
    path.join(folder, c.name),
  );
}
let nu = '';
try {
  execFileSync(
    'java',
    ['-Xss4m', '-jar', path.join(root, 'node_modules/vnu-jar/build/dist/vnu.jar'), '--errors-only', '--skip-non-html', folder],
    { stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8', maxBuffer: 64 << 20 },
  );
} catch (e) {
  nu = e.stderr ?? String(e);
}

const page = await browser.newPage();
await page.addInitScript(() => {
  window.moved = 0;
  new PerformanceObserver((l) => {
    for (const e of l.getEntries()) if (!e.hadRecentInput) window.moved += e.value;
  }).observe({ type: 'layout-shift', buffered: true });
});
for (const c of cases) {
  const dir = path.join(folder, c.name),
    server = await serve(dir),
    size = (f) => readFileSync(path.join(dir, f)).length;
  const pages = readdirSync(dir).filter((f) => f.endsWith('.html')),
    loaded = new Set();
  const seen = (r) => {
    const p = new URL(r.url()).pathname.slice(1) || 'index.html';
    loaded.add(p);
  };
  page.on('requestfinished', seen);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/index.html`, { waitUntil: 'load' });
  await page.evaluate(async () => {
    for (let y = 0; y < document.documentElement.scrollHeight; y += 500) {
      scrollTo(0, y);
      await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
    }
  });
  await page.waitForLoadState('networkidle');
  page.off('requestfinished', seen);
  const moved = await page.evaluate(() => window.moved);
  const files = [...loaded].filter((f) => {
    try {
      size(f);
      return true;
    } catch {
      return false;
    }
  });
  const fonts = files.filter((f) => f.startsWith('fonts/')).reduce((n, f) => n + size(f), 0),
    gz = files.reduce((n, f) => n + (f.endsWith('.woff2') ? size(f) : gzipSync(readFileSync(path.join(dir, f))).length), 0);
  let violations = 0,
    faults = [],
    first = [];
  for (const f of pages.filter((p) => p !== '404.html')) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${server.url}/${f}`, { waitUntil: 'load' });
    if (f === 'index.html') {
      await page.addScriptTag({ path: path.join(root, 'src/Web/Bench/measure.js') });
      for (const [w, h] of screens) {
        await page.setViewportSize({ width: w, height: h });
        for (const x of judge(await page.evaluate((height) => window.measureFirstScreen(height), h))) first.push(`${w}: ${x.says}`);
      }
      for (const w of [390, 1280]) {
        await page.setViewportSize({ width: w, height: 900 });
        violations += (await axe(page)).length;
      }
    }
    for (const w of widths) {
      await page.setViewportSize({ width: w, height: 800 });
      for (const x of await page.evaluate(measure)) faults.push(`${f} at ${w}: ${x}`);
    }
  }
  server.stop();
  rows.push({
    ...c,
    pages: pages.length - 1,
    nu: nu.split('\n').filter((l) => l.includes(`/${c.name}/`)).length,
    violations,
    html: (size('index.html') + size('site.css')) / 1024,
    fonts: fonts / 1024,
    all: gz / 1024,
    moved,
    faults,
    first,
  });
  process.stderr.write('.');
}
process.stderr.write('\n');

const lines = [
  '| site | look | facts | pages | Nu errors | axe | HTML + CSS, KB | fonts, KB | home page in all, KB gzip | layout shift | faults 320–1920 px | first screen |',
  '| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |',
];
for (const r of rows)
  lines.push(
    `| ${r.trade} | ${r.look} | ${r.facts ? 'all' : 'name and town'} | ${r.pages} | ${r.nu} | ${r.violations} | ${r.html.toFixed(0)} | ${r.fonts.toFixed(0)} | ${r.all.toFixed(0)} | ${r.moved.toFixed(3)} | ${r.faults.length} | ${r.first.length} |`,
  );
const max = (k) => Math.max(...rows.map((r) => r[k]));
lines.push(
  `| **worst of ${rows.length}** | | | | ${max('nu')} | ${max('violations')} | ${max('html').toFixed(0)} | ${max('fonts').toFixed(0)} | ${max('all').toFixed(0)} | ${max('moved').toFixed(3)} | ${Math.max(...rows.map((r) => r.faults.length))} | ${Math.max(...rows.map((r) => r.first.length))} |`,
);
for (const r of rows) for (const f of [...r.faults.slice(0, 3), ...r.first]) lines.push(`- ${r.name}: ${f}`);

if (!process.argv.includes('--no-lighthouse')) {
  const { default: lighthouse } = await import('lighthouse');
  const app = await startApplication();
  const live = app.psql('select slug from sites where live_release_id is not null order by slug').split('\n').filter(Boolean).slice(0, 4);
  lines.push(
    '',
    '| published by the application | performance, median of five (all) | accessibility | best practices | SEO |',
    '| --- | --- | --- | --- | --- |',
  );
  for (const slug of live) {
    const runs = [];
    for (let i = 0; i < 5; i++) {
      const chrome = await startBrowser('--remote-debugging-port=9777');
      try {
        const { lhr } = await lighthouse(`http://${slug}.sites.localhost:${port}/`, {
          port: 9777,
          output: 'json',
          logLevel: 'error',
          onlyCategories: ['performance', 'accessibility', 'best-practices', 'seo'],
        });
        runs.push(Object.fromEntries(Object.entries(lhr.categories).map(([k, v]) => [k, Math.round(v.score * 100)])));
        for (const a of Object.values(lhr.audits))
          if (
            i === 0 &&
            a.score !== null &&
            a.score < 1 &&
            ['best-practices', 'seo', 'accessibility'].some((k) => lhr.categories[k].auditRefs.some((r) => r.id === a.id && r.weight > 0))
          )
            lines.push(`<!-- ${slug}: ${a.id} -->`);
      } finally {
        await chrome.close();
      }
    }
    const perf = runs.map((r) => r.performance).sort((a, b) => a - b),
      least = (k) => Math.min(...runs.map((r) => r[k]));
    lines.push(
      `| ${slug} | **${perf[2]}** (${perf.join(', ')}) | ${least('accessibility')} | ${least('best-practices')} | ${least('seo')} |`,
    );
    process.stderr.write('+');
  }
  app.stop();
}
await browser.close();
console.log(lines.join('\n'));
if (process.argv.includes('--json')) writeFileSync('output.json', JSON.stringify(rows, null, 1));
