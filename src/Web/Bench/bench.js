// The Bench: what is typed in the galley is saved as it is typed and shown on the sheet at once.
import './drag.js';
import './writing.js';
import { sayFirst } from './wishes.js';
import { listen, load } from './changes.js';
import { bench, field } from './page.js';
import { setHere } from './frame.js';
import { own, send, unshelve } from './typing.js';

if (bench()) {
  own.add(Number(bench().dataset.head));
  document.execCommand('defaultParagraphSeparator', false, 'p');
  if (unshelve()) send().then(() => load(location.href, 'What you typed before is saved now'));
  setHere();
  listen();
  document.querySelector('.gs.cur')?.scrollIntoView({ block: 'nearest' });
  const at = bench().dataset.at && field(`${bench().dataset.section}/${bench().dataset.at}`);
  if (at) at.focus();
  sayFirst();
}
