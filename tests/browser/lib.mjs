// What the browser tests share: the application on a database of its own, a browser, a static server, a tiny runner.
import { chromium } from 'playwright-core';
import { execFile, execFileSync, spawn } from 'node:child_process';
import { createServer } from 'node:http';
import { existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { createRequire } from 'node:module';
import { promisify } from 'node:util';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
export const temporary = (name) => mkdtempSync(path.join(tmpdir(), `plurimax-${name}-`));
export const port = 5980;
export const base = `http://localhost:${port}`;

export async function startApplication() {
  const connection = process.env.TestDatabase;
  if (!connection) throw new Error('TestDatabase is not set; run ./test browser');
  const pgPort = /Port=(\d+)/.exec(connection)[1];
  const psql = (sql, db = 'postgres') =>
    execFileSync('psql', ['-h', '127.0.0.1', '-p', pgPort, '-U', 'plurimax', '-d', db, '-Atc', sql], { encoding: 'utf8' });
  psql('drop database if exists plurimax_browser with (force)');
  psql('create database plurimax_browser');
  const web = path.join(root, 'src/Web');
  const dll = path.join(web, 'bin/Release/net10.0/Plurimax.Web.dll');
  const folder = temporary('data');
  const env = {
    ...process.env,
    Database: `${connection};Database=plurimax_browser`,
    DataFolder: folder,
    PublicPort: String(port),
    Smtp__Port: '25980',
  };
  execFileSync('dotnet', [dll, '--migrate', '--demo'], { cwd: web, env, stdio: ['ignore', 'ignore', 'inherit'] });
  const app = {
    spawn: (address = base, more = {}) =>
      spawn('dotnet', [dll, '--urls', address], { cwd: web, env: { ...env, ...more }, stdio: ['ignore', 'ignore', 'inherit'] }),
    psql: (sql) => psql(sql, 'plurimax_browser'),
    /** The latest mail to somebody as the mail server got it; its links lie nowhere else. */
    letter: async (to) => {
      const kept = () =>
        /kept as (\w+)/.exec(psql(`select answer from outbox where "to" = '${to}' order by at desc limit 1`, 'plurimax_browser'));
      for (let i = 0; !kept() && i < 200; i++) await new Promise((r) => setTimeout(r, 100));
      const mail = readFileSync(path.join(folder, 'mail', kept()[1] + '.eml'), 'latin1');
      // Quoted-printable (RFC 2045, 6.7): lines that go on, and letters as numbers.
      return mail.replace(/=\r?\n/g, '').replace(/=([0-9A-F]{2})/g, (_, hex) => String.fromCharCode(parseInt(hex, 16)));
    },
    hold: (sql) =>
      spawn(
        'psql',
        ['-h', '127.0.0.1', '-p', pgPort, '-U', 'plurimax', '-d', 'plurimax_browser', '-qc', `begin; ${sql}; select pg_sleep(600)`],
        { stdio: 'ignore' },
      ),
  };
  await restart(app);
  return app;
}

/** Starts the application (again) and waits until it answers. */
export async function restart(app) {
  const child = app.spawn();
  app.stop = () => child.kill('SIGTERM');
  app.kill = () => child.kill('SIGKILL');
  for (let i = 0; ; i++) {
    try {
      if ((await fetch(`${base}/health/ready`)).ok) break;
    } catch {
      /* not yet */
    }
    if (i > 300) throw new Error('the application did not start');
    await new Promise((r) => setTimeout(r, 100));
  }
}

/** Debian's Chromium without a window, which takes half the processor time of the one with one; the other where it is not there. */
const executable = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find(existsSync);

export const startBrowser = (...more) =>
  chromium.launch({
    executablePath: executable,
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--host-resolver-rules=MAP *.example 127.0.0.1',
      ...more,
    ],
  });

const cliDll = path.join(root, 'src/Cli/bin/Release/net10.0/Plurimax.Cli.dll');
/** One command of ./plurimax, and what it printed. */
export const cli = (...args) => execFileSync('dotnet', [cliDll, ...args], { encoding: 'utf8' });

/** Many commands in one process, which reads the templates once. Leaves the event loop free, so that a browser may work meanwhile. */
export async function cliMany(commands) {
  const file = path.join(temporary('commands'), 'commands');
  writeFileSync(file, commands.map((c) => JSON.stringify(c)).join('\n'));
  await promisify(execFile)('dotnet', [cliDll, 'many', file], { encoding: 'utf8', maxBuffer: 64 << 20 });
}

/** Serves a folder as plain files, nothing else: what any web server does. Without pictures it has none of what lies in img/. */
export async function serve(folder, { pictures = true } = {}) {
  const types = {
    '.html': 'text/html; charset=utf-8',
    '.css': 'text/css',
    '.js': 'text/javascript',
    '.svg': 'image/svg+xml',
    '.woff2': 'font/woff2',
    '.xml': 'application/xml',
  };
  const server = createServer((q, r) => {
    let file = path.join(folder, decodeURIComponent(new URL(q.url, 'http://x').pathname));
    if (!file.startsWith(folder)) {
      r.writeHead(403).end();
      return;
    }
    if (existsSync(file) && statSync(file).isDirectory()) file = path.join(file, 'index.html');
    if (!existsSync(file) || (!pictures && path.basename(path.dirname(file)) === 'img')) {
      r.writeHead(404).end();
      return;
    }
    r.writeHead(200, { 'content-type': types[path.extname(file)] ?? 'application/octet-stream', 'cache-control': 'max-age=60' }).end(
      readFileSync(file),
    );
  });
  await new Promise((done) => server.listen(0, '127.0.0.1', done));
  return { url: `http://127.0.0.1:${server.address().port}`, stop: () => server.close() };
}

export async function signIn(page, who = 'ada', at = base) {
  await page.goto(`${at}/signin`);
  await page.fill('#email', `${who}@tidewrack.example`);
  await page.fill('#password', 'saltmere-harbour');
  await page.click('button');
  await page.waitForURL(`${at}/`);
}

/** Violations of WCAG 2.0 to 2.2, A and AA, by axe-core, as short lines; it comes now unless the page has brought it. */
export async function axe(page) {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(axeSource);
  return page.evaluate(async () => {
    const r = await globalThis.axe.run(document, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
      iframes: false,
    });
    return r.violations.flatMap((v) =>
      v.nodes.slice(0, 3).map((n) => `${v.id}: ${n.target.join(' ')} ${(n.any[0] ?? n.all[0] ?? n.none[0])?.message ?? ''}`.slice(0, 220)),
    );
  });
}

const results = { passed: 0, failed: 0 };
export async function test(name, body) {
  const begun = Date.now();
  try {
    await body();
    results.passed++;
    const seconds = Math.round((Date.now() - begun) / 1000);
    console.log(`ok    ${name}${seconds > 4 ? ` (${seconds} s)` : ''}`);
  } catch (e) {
    results.failed++;
    console.log(
      `FAIL  ${name}\n      ${String(e.stack ?? e)
        .split('\n')
        .slice(0, 12)
        .join('\n      ')}`,
    );
  }
}
export const summary = () => results;
export function equal(actual, expected, what = '') {
  const [a, b] = [JSON.stringify(actual), JSON.stringify(expected)];
  if (a !== b) throw new Error(`${what}: expected ${b?.slice(0, 600)}, got ${a?.slice(0, 1500)}`);
}
export function truth(value, what) {
  if (!value) throw new Error(what);
}
