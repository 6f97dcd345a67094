// Faults of layout, found by measuring: what runs over the side, text that is cut off, text that lies on text, targets too small to hit.
// The same measuring that the Bench does (src/Web/Bench/faults.js); runs inside a page and returns lines such as "clipped: h2 “Services and …”".
import { readFileSync } from 'node:fs';

const code = readFileSync(new URL('../../src/Web/Bench/faults.js', import.meta.url), 'utf8');
export const measure = new Function(`${code}\nreturn window.measureFaults().map((f) => f.says).slice(0, 6);`);
