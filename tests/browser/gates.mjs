// The hard cases in every look: names of 3 and of 60 letters, 24 services, one word and 400 words, nothing known; measured from 320 to 1920 px.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { judge, screens as sizes } from '../../src/Web/Bench/firstscreen.js';
import { measure } from './geometry.mjs';
import { cli, cliMany, equal, root, serve, temporary, test, truth } from './lib.mjs';

export const widths = [320, 390, 600, 820, 1024, 1280, 1600, 1920];
const words = 'We have kept this shop by the quay for as long as any of us can say, and each bike that goes out has been for a ride first. '
  .repeat(15)
  .trim();
const hard = {
  long: `business:\n  name: Bartholomeus Featherstonehaugh-Cholmondeley & Granddaughters\nplace: { town: Llanfihangel-upon-Saltmarsh, street: 128 Old Corporation Road, postcode: HL9 4QT }\nphone: 01632 960199\nemail: granddaughters@featherstonehaugh.example\nowner: { name: Wilhelmina Featherstonehaugh, story: "${words}" }\nservices:\n${Array.from({ length: 24 }, (_, i) => `  - Service number ${i + 1}${i % 5 === 0 ? ' with an uncommonly long-winded designation' : ''}`).join('\n')}\n`,
  short: 'business:\n  name: Ovo\nplace: { town: Ash }\nphone: 01632 960101\nservices:\n  - Fit\n',
};

const marks = ['seal', 'round', 'line', 'flag', 'plate', 'monogram'];
const watchShifts = () => {
  window.moved = 0;
  new PerformanceObserver((l) => {
    for (const e of l.getEntries()) if (!e.hadRecentInput) window.moved += e.value;
  }).observe({ type: 'layout-shift', buffered: true });
};
const scrollThrough = async () => {
  for (let y = 0; y < document.documentElement.scrollHeight; y += 500) {
    scrollTo(0, y);
    await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
  }
};

export default async function (browser) {
  const folder = temporary('gates');
  const looks = cli('looks')
    .trim()
    .split('\n')
    .map((l) => l.split(/\s/)[0]);
  for (const [kind, yaml] of Object.entries(hard)) writeFileSync(path.join(folder, `${kind}.yaml`), yaml);
  const sites = looks.flatMap((look, i) =>
    ['long', 'short', 'bare'].map((kind) => ({ look, kind, name: `${look}-${kind}`, mark: marks[i % marks.length] })),
  );
  await cliMany(
    sites.map(({ look, kind, name, mark }) => [
      'compose',
      ...(kind === 'bare' ? ['--from', 'bakery', '--name', 'Ida', '--place', 'Ash'] : [path.join(folder, `${kind}.yaml`)]),
      '--trade',
      kind === 'bare' ? 'bakery' : 'bicycle-repair',
      '--look',
      look,
      '--out',
      path.join(folder, name),
      ...(kind === 'long' ? ['--mark', mark] : []),
    ]),
  );

  const faults = [],
    shifts = [],
    screens = [];
  const work = [...sites];
  const worker = async () => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(watchShifts);
    for (let site = work.shift(); site; site = work.shift()) {
      const server = await serve(path.join(folder, site.name));
      const files = site.kind === 'long' ? ['index.html', 'services.html', 'about.html', 'contact.html'] : ['index.html', 'services.html'];
      for (const file of files) await look(page, server, site, file);
      server.stop();
    }
    await page.close();
  };
  const look = async (page, server, { name }, file) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${server.url}/${file}`, { waitUntil: 'load' });
    await page.evaluate(() => document.fonts.ready);
    for (const width of widths) {
      await page.setViewportSize({ width, height: 800 });
      for (const f of await page.evaluate(measure)) faults.push(`${name}/${file} at ${width}: ${f}`);
    }
    if (file !== 'index.html') return;
    await page.addScriptTag({ path: path.join(root, 'src/Web/Bench/measure.js') });
    for (const [width, height] of sizes) {
      await page.setViewportSize({ width, height });
      for (const f of judge(await page.evaluate((h) => window.measureFirstScreen(h), height)))
        screens.push(`${name} at ${width}: ${f.says}`);
    }
    // Nothing moves while it loads (layout shift, web.dev/cls), at the width where it would be seen most.
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${server.url}/${file}?again`, { waitUntil: 'load' });
    await page.evaluate(scrollThrough);
    const moved = await page.evaluate(() => window.moved);
    if (moved > 0.001) shifts.push(`${name}: ${moved.toFixed(4)}`);
  };
  await Promise.all([worker(), worker()]);
  await test('nothing runs over the side, is cut off or lies on other text from 320 to 1920 px', () => equal(faults.slice(0, 14), []));
  await test('name, promise and main action stand on the first screen at three widths', () => equal(screens.slice(0, 14), []));
  await test('nothing moves while a page loads', () => equal(shifts, []));
  truth(looks.length >= 12, 'twelve looks');
}
