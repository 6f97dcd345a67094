// Takes the pictures of docs/screenshots from a running ./start with the demo data: node tools/screenshots.mjs [NAME ...]
import { startBrowser } from '../tests/browser/lib.mjs';

const base = process.env.BASE ?? 'http://localhost:5080';
const only = process.argv.slice(2);
const browser = await startBrowser();
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
page.on('console', (m) => {
  if (m.type() === 'error') console.log(page.url(), m.text());
});
await page.goto(`${base}/signin`);
await page.fill('#email', 'ada@tidewrack.example');
await page.fill('#password', 'saltmere-harbour');
await page.click('button');
await page.waitForURL(`${base}/`);
const site = async (name) => {
  await page.goto(`${base}/?find=${encodeURIComponent(name)}`);
  return (await page.locator('.lanes a').first().getAttribute('href')).split('/')[2];
};
const harrowgate = await site('Harrowgate Cycle Works');
const shots = {
  line: '/',
  brief: `/sites/${await site('Penhallow')}/brief`,
  plan: `/sites/${harrowgate}/plan?leaf=services`,
  look: `/sites/${await site('Thornby Tree Care')}/look`,
  library: `/sites/${harrowgate}/bench/add?leaf=home&after=home.opening`,
  bench: `/sites/${harrowgate}/bench?leaf=home&section=home.opening`,
  proof: `/sites/${await site('Larkfield Honey')}/proof`,
  launch: `/sites/${await site('Quayside Physio')}/launch`,
  history: `/sites/${harrowgate}/history?with=1`,
  handoff: `/sites/${await site('Marram Guesthouse')}/handoff`,
  trades: '/trades?q=bike+shop',
  prospects: '/prospects',
};
const take = async (name, p = page) => {
  await p.waitForLoadState('networkidle');
  await p.screenshot({ path: `docs/screenshots/${name}.png` });
};
for (const [name, path] of Object.entries(shots)) {
  if (only.length && !only.includes(name)) continue;
  await page.goto(base + path);
  await take(name);
}
if (!only.length || only.includes('standards') || only.includes('impact')) {
  await page.goto(`${base}/standards`);
  await page.getByRole('link', { name: /Saltmere trades/ }).click();
  const at = new URL(page.url()).searchParams.get('at');
  if (!only.length || only.includes('standards')) {
    await page.goto(`${base}/standards?at=${at}&on=${harrowgate}&diff=true`);
    await take('standards');
  }
  await page.goto(`${base}/standards/${at}/impact`);
  await page.locator('.pairview').waitFor({ timeout: 60_000 });
  await page.waitForTimeout(1500);
  if (!only.length || only.includes('impact')) await take('impact');
}
if (!only.length || only.includes('lookbook')) {
  await page.goto(`${base}/sites/${await site('Thornby Tree Care')}/look`);
  await page.uncheck('[name=mail]');
  await page.click('[data-key="s"]');
  const link = await page.inputValue('#sent .note input');
  const client = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await client.goto(link);
  await client.click('.beside a');
  await client.reload({ waitUntil: 'networkidle' });
  await take('lookbook', client);
}
if (!only.length || only.includes('site')) {
  await page.goto(`${base.replace('localhost', 'marram-guesthouse.sites.localhost')}/`);
  await take('site');
}
if (!only.length || only.includes('client-proof')) {
  const cafe = await site('Net Loft');
  await page.goto(`${base}/sites/${cafe}/proof`);
  await page.uncheck('[name=mail]');
  await page.click('text=Send round 1');
  const link = await page.inputValue('#link');
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(link);
  await take('client-proof', phone);
}
if (!only.length || only.includes('answers')) {
  await page.goto(`${base}/sites/${await site('Net Loft')}/brief`);
  await page.fill('#intake [name=to]', '');
  await page.click('#intake >> text=Send the form');
  const link = await page.locator('.link').innerText();
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(link);
  await take('answers', phone);
}
if (!only.length || only.includes('new')) {
  await page.goto(`${base}/new`);
  await page.fill(
    '#Text',
    'Sash windows mended and draught-proofed. Marl & Daughter, 3 Old Harbour Lane, Larkmouth LK1 2AB. Ring Edda on 01632 960148, not before 8. Mon-Fri 8-5. Cords from £45. Family business since 1998.',
  );
  await page.click('text=Read it into the sheet');
  await page.waitForURL(/new\/[0-9a-f-]+$/);
  await take('new');
}
await browser.close();
