import { startApplication, startBrowser, summary } from './lib.mjs';

const only = process.argv[2];
const app = await startApplication();
const browser = await startBrowser();
try {
  for (const name of ['road', 'screens', 'looks', 'bench', 'shelves', 'standards', 'kill', 'gates', 'sites'])
    if (!only || only === name) await (await import(`./${name}.mjs`)).default(browser, app);
} finally {
  await browser.close();
  app.stop();
}
const { passed, failed } = summary();
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed ? 1 : 0;
