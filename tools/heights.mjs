// Measures how high sections stand, over composed sites in all looks, and fits a + b × entries + c × letters for each kind, layout and width.
// For whoever adds a look or changes a layout: node tools/heights.mjs   (writes content/looks/heights.json; Debian's Chromium)
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { execFileSync } from 'node:child_process';
import { startBrowser } from '../tests/browser/lib.mjs';

const root = new URL('..', import.meta.url).pathname,
  out = fs.mkdtempSync(path.join(os.tmpdir(), 'heights-'));
const cli = (...args) => execFileSync(`${root}plurimax`, args, { encoding: 'utf8', maxBuffer: 1 << 28 });
const looks = ['ticket', 'night', 'supplement', 'dune', 'slant', 'calm', 'rail', 'bloom', 'chamber', 'poster', 'linen', 'deck'];
const firms = [
  ['bicycle-repair', 'harrowgate-cycle-works'],
  ['guesthouse', 'marram-guesthouse'],
  ['electrician', 'dunlin-electrical'],
  ['cafe', 'net-loft-cafe'],
  ['tutor'],
  ['bakery'],
];
const widths = [390, 820, 1280];
const samples = new Map();

const browser = await startBrowser('--allow-file-access-from-files');
for (const look of looks)
  for (const [trade, facts] of firms) {
    const dir = path.join(out, `${look}-${trade}`),
      file = `${dir}.json`;
    cli(
      'compose',
      ...(facts ? [`${root}content/demo/${facts}.yaml`] : ['--from', trade, '--name', 'Harrowgate & Daughters', '--place', 'Saltmere']),
      '--trade',
      trade,
      '--look',
      look,
      '--size',
      'full',
      '--out',
      dir,
      '--document',
      file,
      '--anchors',
    );
    await measure(dir, JSON.parse(fs.readFileSync(file, 'utf8')));
  }
for (const look of looks) {
  // every kind in every layout, so that none is without a measure
  const dir = path.join(out, `book-${look}`),
    file = `${dir}.json`;
  cli('pattern-book', '--look', look, '--trade', 'bicycle-repair', '--out', dir, '--document', file, '--anchors');
  await measure(dir, JSON.parse(fs.readFileSync(file, 'utf8')));
}
await browser.close();

async function measure(dir, site) {
  const letters = (v) =>
    v === null || typeof v !== 'object'
      ? 0
      : Array.isArray(v)
        ? v.reduce((s, x) => s + letters(x), 0)
        : typeof v.text === 'string' && !('id' in v) && Object.keys(v).every((k) => ['text', 'choice', 'kept', 'needs'].includes(k))
          ? v.text.length
          : Object.values(v).reduce((s, x) => s + letters(x), 0);
  for (const width of widths) {
    const page = await browser.newPage({ viewport: { width, height: 900 }, reducedMotion: 'reduce' });
    for (const leaf of site.pages.filter((p) => !p.hidden)) {
      await page.goto(`file://${dir}/${leaf.file}`);
      const found = await page.evaluate(() =>
        [...document.querySelectorAll('main > section[data-s]')].map((s) => [
          s.dataset.s,
          [...s.classList].find((c) => c.startsWith('v-')),
          s.getBoundingClientRect().height,
        ]),
      );
      for (const [id, variant, height] of found) {
        const section = leaf.sections.find((s) => s.id === id);
        if (!section) continue;
        for (const key of [`${section.content.kind}.${variant}`, section.content.kind, '*']) {
          const k = `${key}|${width}`;
          if (!samples.has(k)) samples.set(k, []);
          samples.get(k).push([section.content.items?.length ?? 0, letters(section.content), height]);
        }
      }
    }
    await page.close();
  }
}

// Least squares with a little ridge on the slopes, so that a layout measured with one number of entries does not make up a slope.
function fit(rows) {
  const n = rows.length,
    my = rows.reduce((s, r) => s + r[2], 0) / n,
    m0 = rows.reduce((s, r) => s + r[0], 0) / n,
    m1 = rows.reduce((s, r) => s + r[1], 0) / n;
  let a = 0,
    b = 0,
    c = 0,
    p = 0,
    q = 0;
  for (const [x, y, h] of rows) {
    a += (x - m0) ** 2;
    b += (x - m0) * (y - m1);
    c += (y - m1) ** 2;
    p += (x - m0) * (h - my);
    q += (y - m1) * (h - my);
  }
  a += n * 0.5;
  c += n * 2000;
  const det = a * c - b * b,
    s0 = Math.max(0, (p * c - q * b) / det),
    s1 = Math.max(0, (q * a - p * b) / det);
  return [my - s0 * m0 - s1 * m1, s0, s1].map((v) => +v.toFixed(3));
}
const table = {};
for (const key of [...new Set([...samples.keys()].map((k) => k.split('|')[0]))].sort())
  table[key] = widths.map((w) => fit(samples.get(`${key}|${w}`) ?? samples.get(`*|${w}`)));
fs.writeFileSync(
  `${root}content/looks/heights.json`,
  '{\n' +
    Object.entries(table)
      .map(([k, v]) => `${JSON.stringify(k)}: ${JSON.stringify(v)}`)
      .join(',\n') +
    '\n}\n',
);
const errors = widths.map((w) => {
  const e = [];
  for (const [k, rows] of samples) {
    const [key, at] = k.split('|');
    if (+at === w && key.includes('.')) {
      const f = table[key][widths.indexOf(w)];
      for (const r of rows) e.push(Math.abs(f[0] + f[1] * r[0] + f[2] * r[1] - r[2]) / r[2]);
    }
  }
  e.sort((x, y) => x - y);
  return `${w} px: median error ${(e[e.length >> 1] * 100).toFixed(0)} %, p90 ${(e[Math.floor(e.length * 0.9)] * 100).toFixed(0)} %, ${e.length} sections`;
});
console.log(errors.join('\n'));
fs.rmSync(out, { recursive: true });
