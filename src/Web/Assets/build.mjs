// Builds the styles and copies the scripts that ship with the application. No network.
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import path from 'node:path';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../../..');
const www = path.join(root, 'src/Web/wwwroot');
mkdirSync(path.join(www, 'lib'), { recursive: true });
copyFileSync(path.join(root, 'node_modules/htmx.org/dist/htmx.min.js'), path.join(www, 'lib/htmx.min.js'));
copyFileSync(path.join(root, 'node_modules/@alpinejs/csp/dist/module.esm.min.js'), path.join(www, 'lib/alpine.js'));
execFileSync(path.join(root, 'node_modules/.bin/tailwindcss'), ['-i', 'src/Web/Styles/app.css', '-o', path.join(www, 'app.css'), '--minify'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] });
