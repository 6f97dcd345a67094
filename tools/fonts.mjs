// Subsets open fonts to Latin, pins their axes and measures fallbacks, so that nothing moves when a font arrives.
// For whoever adds a look: npm i subset-font fontkit and the @fontsource packages in a folder of your own, then
//   MODS=/that/folder/node_modules/ node tools/fonts.mjs
// Fonts that are there already stay as they are; licences go to licences/.
import fs from 'node:fs';
import { createRequire } from 'node:module';

const mods = process.env.MODS;
const require = createRequire(mods);
const subset = require('subset-font'),
  fontkit = require('fontkit');
const root = new URL('..', import.meta.url).pathname;
const out = `${root}content/looks/fonts/`,
  table = `${root}content/looks/font-metrics.json`;

let chars = '';
for (const [from, to] of [
  [0x20, 0x7f],
  [0xa0, 0x100],
])
  for (let i = from; i < to; i++) chars += String.fromCharCode(i);
chars += '–—‘’“”‚„‹›…•·→←↗↓★½£€×−°✓ŒœŸ';

// name: [package, file, axes (null: a static file), serif]
const fonts = {
  'plex-cond': ['@fontsource/ibm-plex-sans-condensed', 'ibm-plex-sans-condensed-latin-600-normal', null],
  plex: ['@fontsource-variable/ibm-plex-sans', 'ibm-plex-sans-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  fredoka: ['@fontsource-variable/fredoka', 'fredoka-latin-wght-normal', { wght: 600 }],
  nunito: ['@fontsource-variable/nunito-sans', 'nunito-sans-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  spectral: ['@fontsource/spectral', 'spectral-latin-500-normal', null, true],
  source: ['@fontsource-variable/source-sans-3', 'source-sans-3-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  shoulders: ['@fontsource-variable/big-shoulders-display', 'big-shoulders-display-latin-wght-normal', { wght: 800 }],
  work: ['@fontsource-variable/work-sans', 'work-sans-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  'dm-serif': ['@fontsource/dm-serif-display', 'dm-serif-display-latin-400-normal', null, true],
  'dm-sans': ['@fontsource-variable/dm-sans', 'dm-sans-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  unbounded: ['@fontsource-variable/unbounded', 'unbounded-latin-wght-normal', { wght: 500 }],
  manrope: ['@fontsource-variable/manrope', 'manrope-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  sora: ['@fontsource-variable/sora', 'sora-latin-wght-normal', { wght: 600 }],
  bitter: ['@fontsource-variable/bitter', 'bitter-latin-wght-normal', { wght: 700 }, true],
  playfair: ['@fontsource-variable/playfair-display', 'playfair-display-latin-wght-normal', { wght: 560 }, true],
  grotesk: ['@fontsource-variable/space-grotesk', 'space-grotesk-latin-wght-normal', { wght: 600 }],
  lexend: ['@fontsource-variable/lexend', 'lexend-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  rubik: ['@fontsource-variable/rubik', 'rubik-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  josefin: ['@fontsource-variable/josefin-sans', 'josefin-sans-latin-wght-normal', { wght: 500 }],
  syne: ['@fontsource-variable/syne', 'syne-latin-wght-normal', { wght: 700 }],
  cabin: ['@fontsource-variable/cabin', 'cabin-latin-wght-normal', { wght: { min: 400, max: 700 } }],
  gabarito: ['@fontsource-variable/gabarito', 'gabarito-latin-wght-normal', { wght: 700 }],
  oswald: ['@fontsource-variable/oswald', 'oswald-latin-wght-normal', { wght: 600 }],
  vollkorn: ['@fontsource-variable/vollkorn', 'vollkorn-latin-wght-normal', { wght: 600 }, true],
  'literata-d': ['@fontsource-variable/literata', 'literata-latin-wght-normal', { wght: 500 }, true],
  literata: ['@fontsource-variable/literata', 'literata-latin-wght-normal', { wght: { min: 400, max: 700 } }, true],
  young: ['@fontsource/young-serif', 'young-serif-latin-400-normal', null, true],
  epilogue: ['@fontsource-variable/epilogue', 'epilogue-latin-wght-normal', { wght: 650 }],
};

// Advance widths of the fallbacks in 1/2048 em over one mix of letters.
const mix = 'etaoinshrdlucmfwygpbvk     ETAOISR,.0123'.split('');
const arial = {
  e: 1139,
  t: 569,
  a: 1139,
  o: 1139,
  i: 455,
  n: 1139,
  s: 1024,
  h: 1139,
  r: 682,
  d: 1139,
  l: 455,
  u: 1139,
  c: 1024,
  m: 1706,
  f: 569,
  w: 1479,
  y: 1024,
  g: 1139,
  p: 1139,
  b: 1139,
  v: 1024,
  k: 1024,
  ' ': 569,
  E: 1366,
  T: 1251,
  A: 1366,
  O: 1593,
  I: 569,
  S: 1366,
  R: 1479,
  ',': 569,
  '.': 569,
};
const times = {
  e: 909,
  t: 569,
  a: 909,
  o: 1024,
  i: 569,
  n: 1024,
  s: 797,
  h: 1024,
  r: 682,
  d: 1024,
  l: 569,
  u: 1024,
  c: 909,
  m: 1593,
  f: 682,
  w: 1479,
  y: 1024,
  g: 1024,
  p: 1024,
  b: 1024,
  v: 1024,
  k: 1024,
  ' ': 512,
  E: 1251,
  T: 1251,
  A: 1479,
  O: 1479,
  I: 682,
  S: 1139,
  R: 1366,
  ',': 512,
  '.': 512,
};
const mean = (widths, other) => mix.reduce((s, c) => s + (widths[c] ?? other), 0) / mix.length / 2048;
const percent = (v) => +(v * 100).toFixed(1);

const metrics = JSON.parse(fs.readFileSync(table, 'utf8'));
for (const [name, [pkg, file, axes, serif]] of Object.entries(fonts)) {
  if (metrics[name]) continue;
  const source = fs.readFileSync(`${mods}${pkg}/files/${file}.woff2`);
  const woff = await subset(source, chars, { targetFormat: 'woff2', variationAxes: axes ?? undefined });
  const font = fontkit.create(await subset(source, chars, { targetFormat: 'sfnt', variationAxes: axes ?? undefined }));
  fs.writeFileSync(`${out}${name}.woff2`, woff);
  fs.copyFileSync(`${mods}${pkg}/LICENSE`, `${root}licences/LICENSE-${pkg.split('/')[1]}.txt`);
  const avg = mix.reduce((s, c) => s + font.glyphForCodePoint(c.codePointAt(0)).advanceWidth, 0) / mix.length / font.unitsPerEm;
  const [asc, desc, gap] = [font.ascent, -font.descent, font.lineGap || 0].map((v) => v / font.unitsPerEm);
  const size = avg / (serif ? mean(times, 1024) : mean(arial, 1139));
  metrics[name] = {
    bytes: woff.length,
    avg: +avg.toFixed(4),
    asc,
    desc,
    gap,
    fallback: {
      family: serif ? 'Times New Roman' : 'Arial',
      size: percent(size),
      asc: percent(asc / size),
      desc: percent(desc / size),
      gap: percent(gap / size),
    },
  };
  console.log(name, woff.length, 'bytes, size-adjust', metrics[name].fallback.size);
}
fs.writeFileSync(table, JSON.stringify(metrics, null, 1) + '\n');

// For wordmarks the letters of each display face are needed as outlines: a small TrueType subset of what ships, and its kerning,
// in thousandths of an em for each pair of letters that has any.
const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'];
let set = " &'’.,-–+0123456789" + letters.join('');
for (let i = 0xc0; i < 0x100; i++) set += String.fromCharCode(i);
const display = {
  'archivo-cond': 0,
  bricolage: 0,
  'newsreader-d': 0,
  fraunces: 0,
  rokkitt: 0,
  instrument: 600,
  'plex-cond': 0,
  fredoka: 0,
  spectral: 0,
  shoulders: 0,
  'dm-serif': 0,
  unbounded: 0,
  sora: 0,
  bitter: 0,
  playfair: 0,
  grotesk: 0,
  lexend: 600,
  rubik: 700,
  josefin: 0,
  syne: 0,
  young: 0,
  gabarito: 0,
  oswald: 0,
  vollkorn: 0,
  'literata-d': 0,
  epilogue: 0,
};
const kerning = {};
fs.mkdirSync(`${root}content/looks/marks`, { recursive: true });
for (const [name, weight] of Object.entries(display)) {
  const sfnt = await subset(fs.readFileSync(`${out}${name}.woff2`), set, {
    targetFormat: 'sfnt',
    variationAxes: weight ? { wght: weight } : undefined,
  });
  fs.writeFileSync(`${root}content/looks/marks/${name}.ttf`, sfnt);
  const font = fontkit.create(sfnt),
    pairs = {};
  const alone = Object.fromEntries([...letters, ' ', '&', '.', ','].map((c) => [c, font.glyphForCodePoint(c.codePointAt(0)).advanceWidth]));
  for (const a of letters)
    for (const b of [...letters, '.', ',']) {
      const k = Math.round(((font.layout(a + b, ['kern']).positions[0].xAdvance - alone[a]) / font.unitsPerEm) * 1000);
      if (Math.abs(k) >= 4) pairs[a + b] = k;
    }
  kerning[name] = pairs;
}
fs.writeFileSync(`${root}content/looks/marks/kerning.json`, JSON.stringify(kerning) + '\n');

// The face of drawings that go out as pictures: one with all signs, not only letters.
fs.writeFileSync(
  `${root}content/looks/marks/plan.ttf`,
  await subset(fs.readFileSync(`${out}instrument.woff2`), chars, { targetFormat: 'sfnt', variationAxes: { wght: 450 } }),
);
