// Builds the styles and puts the scripts that ship with the application where they are served from. No network.
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import path from 'node:path';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../../..');
const web = path.join(root, 'src/Web');
const www = path.join(web, 'wwwroot');

function put(from, to) {
  mkdirSync(path.dirname(path.join(www, to)), { recursive: true });
  copyFileSync(from, path.join(www, to));
}

put(path.join(root, 'node_modules/htmx.org/dist/htmx.min.js'), 'lib/htmx.min.js');
put(path.join(root, 'node_modules/@alpinejs/csp/dist/module.esm.min.js'), 'lib/alpine.js');

// Scripts stand beside the pages of their feature: Bench/typing.js is served as /js/bench/typing.js.
rmSync(path.join(www, 'js'), { recursive: true, force: true });
for (const room of readdirSync(web, { withFileTypes: true })) {
  if (!room.isDirectory() || ['bin', 'obj', 'wwwroot', 'Assets'].includes(room.name)) continue;
  for (const file of readdirSync(path.join(web, room.name)).filter((f) => f.endsWith('.js')))
    put(path.join(web, room.name, file), `js/${room.name.toLowerCase()}/${file}`);
}
put(path.join(web, 'Bench/sheet.css'), 'js/bench/sheet.css');

const tailwind = path.join(root, 'node_modules/.bin/tailwindcss');
execFileSync(tailwind, ['-i', 'src/Web/Shared/app.css', '-o', path.join(www, 'app.css'), '--minify'], {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
});
