// Runs browser stages, all or those named, and prints what each took. Stages of finished sites need no application.
import { startApplication, startBrowser, summary, test } from './lib.mjs';

const interfaceStages = ['road', 'screens', 'people', 'looks', 'bench', 'shelves', 'standards', 'kill', 'buttons'];
const siteStages = ['gates', 'sites'];
const named = process.argv.slice(2).flatMap((n) => (n === 'interface' ? interfaceStages : n === 'output' ? siteStages : [n]));
const stages = named.length > 0 ? named : [...interfaceStages, ...siteStages];
const unknown = stages.filter((s) => ![...interfaceStages, ...siteStages].includes(s));
if (unknown.length > 0) {
  console.error(`no such stage: ${unknown.join(', ')}; there are ${[...interfaceStages, ...siteStages].join(', ')}, interface, output`);
  process.exit(2);
}

const app = stages.some((s) => interfaceStages.includes(s)) ? await startApplication() : null;
const browser = await startBrowser();
try {
  for (const name of stages) {
    const begun = Date.now();
    try {
      await (await import(`./${name}.mjs`)).default(browser, app);
    } catch (e) {
      // What dies between two checks counts as one that failed; the other stages go on.
      await test(`${name}: it runs to its end`, () => Promise.reject(e));
    }
    console.log(`stage ${name}: ${Math.round((Date.now() - begun) / 1000)} s`);
  }
} finally {
  await browser.close();
  app?.stop();
}
const { passed, failed } = summary();
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed ? 1 : 0;
